import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("clients", "0001_initial"),
        ("products", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="Plan",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("title", models.CharField(max_length=120)),
                ("style", models.CharField(max_length=40)),
                (
                    "wish",
                    models.JSONField(
                        default=dict, help_text="What was chosen; the rest was on record."
                    ),
                ),
                ("request", models.JSONField()),
                ("answer", models.JSONField()),
                (
                    "contract",
                    models.PositiveSmallIntegerField(
                        default=5, help_text="Version of the contract that wrote both."
                    ),
                ),
                ("rules_version", models.CharField(max_length=20)),
                ("made_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "planned_start",
                    models.DateTimeField(blank=True, help_text="When it should begin.", null=True),
                ),
                (
                    "begun_at",
                    models.DateTimeField(
                        blank=True, help_text="When its first visit began.", null=True
                    ),
                ),
                ("cancelled_at", models.DateTimeField(blank=True, null=True)),
                ("cancel_reason", models.CharField(blank=True, max_length=200)),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="plans",
                        to="clients.client",
                    ),
                ),
                (
                    "made_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "replaces",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="replaced_by",
                        to="planning.plan",
                    ),
                ),
            ],
            options={
                "ordering": ["-made_at", "-pk"],
                "indexes": [
                    models.Index(
                        fields=["client", "-made_at"], name="planning_pl_client__fad638_idx"
                    ),
                    models.Index(fields=["planned_start"], name="planning_pl_planned_a7e7eb_idx"),
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("rules_version", ""), _negated=True),
                        name="plan_knows_its_rules",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("contract__gte", 1)), name="plan_knows_its_contract"
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="KitDemand",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("begin", models.DateTimeField()),
                ("end", models.DateTimeField()),
                ("expires_at", models.DateTimeField()),
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
                ("diameter_mm", models.FloatField(blank=True, null=True)),
                ("count", models.PositiveIntegerField()),
                (
                    "substitutes",
                    models.PositiveIntegerField(
                        default=0, help_text="How many of them stand in for rods of another size."
                    ),
                ),
                (
                    "plan",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="%(class)ss",
                        to="planning.plan",
                    ),
                ),
            ],
            options={
                "abstract": False,
                "indexes": [
                    models.Index(fields=["begin", "end"], name="planning_ki_begin_276b95_idx")
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("end__gte", models.F("begin"))),
                        name="kitdemand_ends_after_it_begins",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("count__gt", 0)), name="kitdemand_takes_something"
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="ProductDemand",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("begin", models.DateTimeField()),
                ("end", models.DateTimeField()),
                ("expires_at", models.DateTimeField()),
                ("grams", models.FloatField()),
                (
                    "plan",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="%(class)ss",
                        to="planning.plan",
                    ),
                ),
                (
                    "product",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="+",
                        to="products.product",
                    ),
                ),
            ],
            options={
                "abstract": False,
                "indexes": [
                    models.Index(fields=["begin", "end"], name="planning_pr_begin_643ce1_idx")
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("end__gte", models.F("begin"))),
                        name="productdemand_ends_after_it_begins",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("grams__gt", 0)), name="productdemand_takes_something"
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="Routine",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("name", models.CharField(max_length=80, unique=True)),
                ("title", models.CharField(max_length=120)),
                ("wish", models.JSONField()),
                (
                    "contract",
                    models.PositiveSmallIntegerField(
                        default=5, help_text="Version of the contract that wrote the wish."
                    ),
                ),
                ("made_at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "made_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["name"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("name", ""), _negated=True), name="routine_has_a_name"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("contract__gte", 1)), name="routine_knows_its_contract"
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="StationDemand",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("begin", models.DateTimeField()),
                ("end", models.DateTimeField()),
                ("expires_at", models.DateTimeField()),
                ("step", models.CharField(max_length=40)),
                (
                    "station",
                    models.CharField(
                        choices=[
                            ("chair", "chair"),
                            ("basin", "basin"),
                            ("hood", "hood"),
                            ("steamer", "steamer"),
                            ("away", "away"),
                        ],
                        max_length=10,
                    ),
                ),
                ("hands", models.BooleanField()),
                (
                    "plan",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="%(class)ss",
                        to="planning.plan",
                    ),
                ),
            ],
            options={
                "abstract": False,
                "indexes": [
                    models.Index(fields=["begin", "end"], name="planning_st_begin_9e78b0_idx")
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("end__gte", models.F("begin"))),
                        name="stationdemand_ends_after_it_begins",
                    )
                ],
            },
        ),
    ]
