import uuid

import django.db.models.deletion
import django.utils.timezone
import simple_history.models
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="HistoricalKitItem",
            fields=[
                (
                    "id",
                    models.BigIntegerField(
                        auto_created=True, blank=True, db_index=True, verbose_name="ID"
                    ),
                ),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("rod", "rod"),
                            ("pin", "pin"),
                            ("clip", "clip"),
                            ("band", "band"),
                            ("scrunchy", "scrunchy"),
                            ("cap", "cap"),
                            ("towel", "towel"),
                            ("comb", "comb"),
                            ("hood", "hood"),
                            ("steamer", "steamer"),
                            ("diffuser", "diffuser"),
                        ],
                        max_length=10,
                    ),
                ),
                ("diameter_mm", models.FloatField(blank=True, help_text="Of rods.", null=True)),
                (
                    "name",
                    models.CharField(
                        blank=True, help_text="Where the kind is not enough.", max_length=80
                    ),
                ),
                ("count", models.PositiveIntegerField(default=0)),
                ("version", models.PositiveIntegerField(default=1)),
                ("history_id", models.AutoField(primary_key=True, serialize=False)),
                ("history_date", models.DateTimeField(db_index=True)),
                ("history_change_reason", models.CharField(max_length=100, null=True)),
                (
                    "history_type",
                    models.CharField(
                        choices=[("+", "Created"), ("~", "Changed"), ("-", "Deleted")], max_length=1
                    ),
                ),
                (
                    "history_user",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "verbose_name": "historical kit item",
                "verbose_name_plural": "historical kit items",
                "ordering": ("-history_date", "-history_id"),
                "get_latest_by": ("history_date", "history_id"),
            },
            bases=(simple_history.models.HistoricalChanges, models.Model),
        ),
        migrations.CreateModel(
            name="KitItem",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("rod", "rod"),
                            ("pin", "pin"),
                            ("clip", "clip"),
                            ("band", "band"),
                            ("scrunchy", "scrunchy"),
                            ("cap", "cap"),
                            ("towel", "towel"),
                            ("comb", "comb"),
                            ("hood", "hood"),
                            ("steamer", "steamer"),
                            ("diffuser", "diffuser"),
                        ],
                        max_length=10,
                    ),
                ),
                ("diameter_mm", models.FloatField(blank=True, help_text="Of rods.", null=True)),
                (
                    "name",
                    models.CharField(
                        blank=True, help_text="Where the kind is not enough.", max_length=80
                    ),
                ),
                ("count", models.PositiveIntegerField(default=0)),
                ("version", models.PositiveIntegerField(default=1)),
            ],
            options={
                "ordering": ["kind", "diameter_mm", "name"],
                "constraints": [
                    models.UniqueConstraint(
                        condition=models.Q(("diameter_mm__isnull", True)),
                        fields=("kind", "name"),
                        name="each_kit_item_once",
                    ),
                    models.UniqueConstraint(
                        fields=("kind", "diameter_mm", "name"), name="each_rod_once"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(
                                ("diameter_mm__gt", 0),
                                ("diameter_mm__isnull", False),
                                ("kind", "rod"),
                            ),
                            models.Q(
                                models.Q(("kind", "rod"), _negated=True),
                                ("diameter_mm__isnull", True),
                            ),
                            _connector="OR",
                        ),
                        name="rods_have_a_diameter",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="KitUse",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "event",
                    models.UUIDField(
                        default=uuid.uuid4, help_text="That took them out.", unique=True
                    ),
                ),
                ("count", models.PositiveIntegerField()),
                (
                    "plan",
                    models.PositiveBigIntegerField(
                        blank=True, help_text="They are out for.", null=True
                    ),
                ),
                (
                    "visit",
                    models.PositiveBigIntegerField(
                        blank=True, help_text="Whose log says so.", null=True
                    ),
                ),
                (
                    "holder",
                    models.CharField(blank=True, help_text="In whose hair.", max_length=120),
                ),
                ("taken_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "expected_back",
                    models.DateTimeField(help_text="From the plan, when it is taken out again."),
                ),
                ("cleaning_since", models.DateTimeField(blank=True, null=True)),
                (
                    "contact_min",
                    models.FloatField(
                        blank=True, help_text="Disinfectant's label [min].", null=True
                    ),
                ),
                ("returned_at", models.DateTimeField(blank=True, null=True)),
                (
                    "by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "item",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="uses",
                        to="kit.kititem",
                    ),
                ),
            ],
            options={
                "ordering": ["taken_at", "pk"],
                "indexes": [
                    models.Index(fields=["plan"], name="kit_kituse_plan_ba3f70_idx"),
                    models.Index(fields=["visit"], name="kit_kituse_visit_65a388_idx"),
                    models.Index(fields=["returned_at"], name="kit_kituse_returne_7f9fce_idx"),
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("count__gt", 0)), name="something_was_taken"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("cleaning_since__isnull", True),
                            ("contact_min__gt", 0),
                            _connector="OR",
                        ),
                        name="cleaning_has_a_contact_time",
                    ),
                ],
            },
        ),
    ]
