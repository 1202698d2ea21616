import uuid

import django.db.models.deletion
import django.utils.timezone
import simple_history.models
from django.conf import settings
from django.db import migrations, models

import craft.vocabulary.wear
import craft.vocabulary.work


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="Client",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "uid",
                    models.UUIDField(
                        default=uuid.uuid4,
                        editable=False,
                        help_text="Lasting id: numbers may come back.",
                        unique=True,
                    ),
                ),
                ("name", models.CharField(max_length=120)),
                ("note", models.TextField(blank=True, max_length=2000)),
                (
                    "conditions",
                    models.JSONField(blank=True, default=list, help_text="What to plan around."),
                ),
                ("allergies", models.JSONField(blank=True, default=list)),
                ("avoid", models.JSONField(blank=True, default=list)),
                (
                    "routine",
                    models.CharField(
                        choices=[("shampoo", "shampoo"), ("cowash_only", "cowash_only")],
                        default=craft.vocabulary.work.WashRoutine["SHAMPOO"],
                        max_length=20,
                    ),
                ),
                (
                    "night",
                    models.CharField(
                        choices=[("scarf", "scarf"), ("bonnet", "bonnet"), ("none", "none")],
                        default=craft.vocabulary.work.Night["BONNET"],
                        max_length=10,
                    ),
                ),
                (
                    "retwists",
                    models.BooleanField(
                        default=False,
                        help_text="Twists it again every second night: a twist-out lasts longer.",
                    ),
                ),
                (
                    "school",
                    models.JSONField(
                        blank=True,
                        default=dict,
                        help_text="Ways of working that this client wants differently.",
                    ),
                ),
                ("phone", models.CharField(blank=True, max_length=40)),
                ("birthday", models.DateField(blank=True, null=True)),
                (
                    "contact",
                    models.CharField(
                        choices=[("none", "none"), ("message", "message")],
                        default=craft.vocabulary.wear.Contact["NONE"],
                        help_text="Whether the salon may write.",
                        max_length=10,
                    ),
                ),
                (
                    "zone",
                    models.CharField(
                        blank=True,
                        help_text="Where they live, IANA; empty: as the salon.",
                        max_length=64,
                    ),
                ),
                (
                    "consented_at",
                    models.DateTimeField(
                        blank=True,
                        editable=False,
                        help_text="When the client agreed to be written to.",
                        null=True,
                    ),
                ),
                (
                    "search",
                    models.CharField(
                        blank=True,
                        editable=False,
                        help_text="What the client is found by.",
                        max_length=300,
                    ),
                ),
                (
                    "version",
                    models.PositiveIntegerField(default=1, help_text="Raised by every change."),
                ),
                (
                    "created_at",
                    models.DateTimeField(default=django.utils.timezone.now, editable=False),
                ),
                (
                    "archived_at",
                    models.DateTimeField(
                        blank=True, help_text="Left out of lists; nothing of it is lost.", null=True
                    ),
                ),
                (
                    "served_at",
                    models.DateTimeField(
                        blank=True,
                        help_text="Beginning of the last visit, from its log.",
                        null=True,
                    ),
                ),
            ],
            options={
                "ordering": ["name", "pk"],
                "indexes": [
                    models.Index(fields=["name", "id"], name="clients_cli_name_d1e7b6_idx")
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("name", ""), _negated=True), name="client_has_a_name"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(
                                ("contact", craft.vocabulary.wear.Contact["MESSAGE"]), _negated=True
                            ),
                            ("consented_at__isnull", False),
                            _connector="OR",
                        ),
                        name="client_gets_messages_with_consent",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="Consultation",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("started_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("answers", models.JSONField(blank=True, default=dict)),
                ("parts_done", models.JSONField(blank=True, default=list)),
                (
                    "version",
                    models.PositiveIntegerField(default=1, help_text="Raised by every change."),
                ),
                ("finished_at", models.DateTimeField(blank=True, null=True)),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="consultations",
                        to="clients.client",
                    ),
                ),
                (
                    "started_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["-started_at", "-pk"],
                "constraints": [
                    models.UniqueConstraint(
                        condition=models.Q(("finished_at__isnull", True)),
                        fields=("client",),
                        name="one_open_consultation_for_a_client",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="HistoricalClient",
            fields=[
                (
                    "id",
                    models.BigIntegerField(
                        auto_created=True, blank=True, db_index=True, verbose_name="ID"
                    ),
                ),
                (
                    "uid",
                    models.UUIDField(
                        db_index=True,
                        default=uuid.uuid4,
                        editable=False,
                        help_text="Lasting id: numbers may come back.",
                    ),
                ),
                ("name", models.CharField(max_length=120)),
                ("note", models.TextField(blank=True, max_length=2000)),
                (
                    "conditions",
                    models.JSONField(blank=True, default=list, help_text="What to plan around."),
                ),
                ("allergies", models.JSONField(blank=True, default=list)),
                ("avoid", models.JSONField(blank=True, default=list)),
                (
                    "routine",
                    models.CharField(
                        choices=[("shampoo", "shampoo"), ("cowash_only", "cowash_only")],
                        default=craft.vocabulary.work.WashRoutine["SHAMPOO"],
                        max_length=20,
                    ),
                ),
                (
                    "night",
                    models.CharField(
                        choices=[("scarf", "scarf"), ("bonnet", "bonnet"), ("none", "none")],
                        default=craft.vocabulary.work.Night["BONNET"],
                        max_length=10,
                    ),
                ),
                (
                    "retwists",
                    models.BooleanField(
                        default=False,
                        help_text="Twists it again every second night: a twist-out lasts longer.",
                    ),
                ),
                (
                    "school",
                    models.JSONField(
                        blank=True,
                        default=dict,
                        help_text="Ways of working that this client wants differently.",
                    ),
                ),
                ("phone", models.CharField(blank=True, max_length=40)),
                ("birthday", models.DateField(blank=True, null=True)),
                (
                    "contact",
                    models.CharField(
                        choices=[("none", "none"), ("message", "message")],
                        default=craft.vocabulary.wear.Contact["NONE"],
                        help_text="Whether the salon may write.",
                        max_length=10,
                    ),
                ),
                (
                    "zone",
                    models.CharField(
                        blank=True,
                        help_text="Where they live, IANA; empty: as the salon.",
                        max_length=64,
                    ),
                ),
                (
                    "consented_at",
                    models.DateTimeField(
                        blank=True,
                        editable=False,
                        help_text="When the client agreed to be written to.",
                        null=True,
                    ),
                ),
                (
                    "search",
                    models.CharField(
                        blank=True,
                        editable=False,
                        help_text="What the client is found by.",
                        max_length=300,
                    ),
                ),
                (
                    "version",
                    models.PositiveIntegerField(default=1, help_text="Raised by every change."),
                ),
                (
                    "created_at",
                    models.DateTimeField(default=django.utils.timezone.now, editable=False),
                ),
                (
                    "archived_at",
                    models.DateTimeField(
                        blank=True, help_text="Left out of lists; nothing of it is lost.", null=True
                    ),
                ),
                (
                    "served_at",
                    models.DateTimeField(
                        blank=True,
                        help_text="Beginning of the last visit, from its log.",
                        null=True,
                    ),
                ),
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
                "verbose_name": "historical client",
                "verbose_name_plural": "historical clients",
                "ordering": ("-history_date", "-history_id"),
                "get_latest_by": ("history_date", "history_id"),
            },
            bases=(simple_history.models.HistoricalChanges, models.Model),
        ),
        migrations.CreateModel(
            name="Observation",
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
                            ("reason", "reason"),
                            ("event", "event"),
                            ("event_on", "event_on"),
                            ("last_wash_on", "last_wash_on"),
                            ("on_the_head", "on_the_head"),
                            ("on_the_head_since", "on_the_head_since"),
                            ("extensions", "extensions"),
                            ("heat_use", "heat_use"),
                            ("colour", "colour"),
                            ("colour_on", "colour_on"),
                            ("relaxer", "relaxer"),
                            ("relaxer_on", "relaxer_on"),
                            ("trimmed_on", "trimmed_on"),
                            ("failed_before", "failed_before"),
                            ("guardian", "guardian"),
                            ("heat_tolerance", "heat_tolerance"),
                            ("home_min", "home_min"),
                            ("scalp", "scalp"),
                            ("edges", "edges"),
                            ("bead_s", "bead_s"),
                            ("soak_s", "soak_s"),
                            ("float", "float"),
                            ("slide", "slide"),
                            ("dry_ratio", "dry_ratio"),
                            ("porosity", "porosity"),
                            ("porosity_decided", "porosity_decided"),
                            ("density_per_cm2", "density_per_cm2"),
                            ("circumference_cm", "circumference_cm"),
                            ("density", "density"),
                            ("diameter_um", "diameter_um"),
                            ("strand", "strand"),
                            ("head_cm", "head_cm"),
                            ("pattern", "pattern"),
                            ("length_cm", "length_cm"),
                            ("relaxed_cm", "relaxed_cm"),
                            ("curl_mm", "curl_mm"),
                            ("to_ear_cm", "to_ear_cm"),
                            ("to_jaw_cm", "to_jaw_cm"),
                            ("to_chin_cm", "to_chin_cm"),
                            ("to_shoulder_cm", "to_shoulder_cm"),
                            ("to_armpit_cm", "to_armpit_cm"),
                            ("to_mid_back_cm", "to_mid_back_cm"),
                            ("stretch_percent", "stretch_percent"),
                            ("stretch_returns", "stretch_returns"),
                            ("shed_hairs", "shed_hairs"),
                            ("broken_hairs", "broken_hairs"),
                            ("buildup", "buildup"),
                        ],
                        max_length=20,
                    ),
                ),
                (
                    "zone",
                    models.CharField(
                        blank=True,
                        choices=[
                            ("fringe", "fringe"),
                            ("top", "top"),
                            ("crown", "crown"),
                            ("left", "left"),
                            ("right", "right"),
                            ("back", "back"),
                            ("nape", "nape"),
                        ],
                        max_length=10,
                    ),
                ),
                ("number", models.FloatField(blank=True, null=True)),
                ("word", models.CharField(blank=True, max_length=300)),
                (
                    "detail",
                    models.JSONField(
                        blank=True,
                        help_text="Of a count: hairs, field_cm2, perhaps the picture.",
                        null=True,
                    ),
                ),
                (
                    "method",
                    models.CharField(
                        choices=[
                            ("by_eye", "By Eye"),
                            ("by_feel", "By Feel"),
                            ("measured", "Measured"),
                            ("counted", "Counted"),
                            ("reported", "Reported"),
                            ("confirmed", "Confirmed"),
                        ],
                        max_length=10,
                    ),
                ),
                ("taken_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("note", models.CharField(blank=True, max_length=300)),
                ("withdrawn_at", models.DateTimeField(blank=True, null=True)),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="observations",
                        to="clients.client",
                    ),
                ),
                (
                    "consultation",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="observations",
                        to="clients.consultation",
                    ),
                ),
                (
                    "taken_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["-taken_at", "-pk"],
                "indexes": [
                    models.Index(
                        fields=["client", "kind", "zone", "-taken_at"],
                        name="clients_obs_client__690749_idx",
                    )
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(("number__isnull", False), ("word", "")),
                            models.Q(
                                ("number__isnull", True), models.Q(("word", ""), _negated=True)
                            ),
                            _connector="OR",
                        ),
                        name="observation_is_a_number_or_a_word",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="OpenedSet",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("visit", models.PositiveBigIntegerField(unique=True)),
                (
                    "forecast_h",
                    models.FloatField(help_text="Until dry, as forecast with a factor of 1 [h]."),
                ),
                ("opened_h", models.FloatField(help_text="After so many hours [h].")),
                (
                    "dryness",
                    models.CharField(
                        choices=[("dry", "dry"), ("damp_roots", "damp_roots"), ("wet", "wet")],
                        max_length=12,
                    ),
                ),
                ("at", models.DateTimeField(help_text="When the visit began.")),
                (
                    "doubtful",
                    models.BooleanField(
                        default=False, help_text="Further from its forecast than a set can be."
                    ),
                ),
                (
                    "used",
                    models.BooleanField(
                        default=True, help_text="Whether drying is learned from it."
                    ),
                ),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="opened_sets",
                        to="clients.client",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-visit"],
                "indexes": [
                    models.Index(fields=["client", "at"], name="clients_ope_client__df2c23_idx"),
                    models.Index(fields=["-at", "-visit"], name="clients_ope_at_eee815_idx"),
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("forecast_h__gt", 0), ("opened_h__gt", 0)),
                        name="opened_after_some_hours",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="RaisedStopSign",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "sign",
                    models.CharField(
                        choices=[
                            ("open_sores", "open_sores"),
                            ("weeping", "weeping"),
                            ("may_be_contagious", "may_be_contagious"),
                            ("sudden_patches", "sudden_patches"),
                            ("severe_pain", "severe_pain"),
                        ],
                        max_length=20,
                    ),
                ),
                ("raised_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("cleared_at", models.DateTimeField(blank=True, null=True)),
                ("clear_note", models.CharField(blank=True, max_length=300)),
                (
                    "cleared_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="stop_signs",
                        to="clients.client",
                    ),
                ),
                (
                    "raised_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["-raised_at", "-pk"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(("clear_note", ""), ("cleared_at__isnull", True)),
                            models.Q(
                                ("cleared_at__isnull", False),
                                models.Q(("clear_note", ""), _negated=True),
                            ),
                            _connector="OR",
                        ),
                        name="cleared_with_a_note",
                    ),
                    models.UniqueConstraint(
                        condition=models.Q(("cleared_at__isnull", True)),
                        fields=("client", "sign"),
                        name="an_open_stop_sign_once",
                    ),
                ],
            },
        ),
    ]
