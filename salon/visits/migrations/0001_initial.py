import uuid

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
        ("planning", "0001_initial"),
        ("products", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="Visit",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "uuid",
                    models.UUIDField(
                        default=uuid.uuid4, help_text="Made where it was begun.", unique=True
                    ),
                ),
                (
                    "state",
                    models.CharField(
                        choices=[
                            ("planned", "planned"),
                            ("running", "running"),
                            ("between", "between"),
                            ("released", "released"),
                            ("done", "done"),
                        ],
                        default="planned",
                        max_length=10,
                    ),
                ),
                ("started_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("released_at", models.DateTimeField(blank=True, null=True)),
                (
                    "released_by",
                    models.CharField(
                        blank=True, help_text="Whose hands opened it.", max_length=150
                    ),
                ),
                ("released_after_h", models.FloatField(blank=True, null=True)),
                (
                    "dryness",
                    models.CharField(
                        blank=True,
                        choices=[("dry", "dry"), ("damp_roots", "damp_roots"), ("wet", "wet")],
                        max_length=12,
                    ),
                ),
                ("definition", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("frizz", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("volume", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("evenness", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("bounce", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("softness", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("shine", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("length_cm", models.FloatField(blank=True, null=True)),
                (
                    "residue",
                    models.CharField(
                        blank=True,
                        choices=[("none", "none"), ("some", "some"), ("much", "much")],
                        max_length=8,
                    ),
                ),
                ("note", models.TextField(blank=True, max_length=2000)),
                (
                    "flags",
                    models.JSONField(
                        blank=True, default=list, help_text="What somebody should look at."
                    ),
                ),
                (
                    "wear_basis",
                    models.CharField(
                        blank=True,
                        help_text="What the dates below were worked out from.",
                        max_length=80,
                    ),
                ),
                (
                    "last_safe_day",
                    models.DateField(help_text="Of what is worn since this visit.", null=True),
                ),
                ("return_by", models.DateField(null=True)),
                ("has_to_come_out", models.BooleanField(default=False)),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="visits",
                        to="clients.client",
                    ),
                ),
                (
                    "plan",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="visits",
                        to="planning.plan",
                    ),
                ),
                (
                    "recorded_by",
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
                "indexes": [
                    models.Index(
                        fields=["client", "-started_at"], name="visits_visi_client__d05e0d_idx"
                    ),
                    models.Index(
                        fields=["-started_at", "-id", "state"],
                        name="visits_visi_started_7177f8_idx",
                    ),
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            ("definition__isnull", True),
                            models.Q(("definition__gte", 1), ("definition__lte", 5)),
                            _connector="OR",
                        ),
                        name="visit_definition_1_to_5",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("frizz__isnull", True),
                            models.Q(("frizz__gte", 1), ("frizz__lte", 5)),
                            _connector="OR",
                        ),
                        name="visit_frizz_1_to_5",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("volume__isnull", True),
                            models.Q(("volume__gte", 1), ("volume__lte", 5)),
                            _connector="OR",
                        ),
                        name="visit_volume_1_to_5",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("evenness__isnull", True),
                            models.Q(("evenness__gte", 1), ("evenness__lte", 5)),
                            _connector="OR",
                        ),
                        name="visit_evenness_1_to_5",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("bounce__isnull", True),
                            models.Q(("bounce__gte", 1), ("bounce__lte", 5)),
                            _connector="OR",
                        ),
                        name="visit_bounce_1_to_5",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("softness__isnull", True),
                            models.Q(("softness__gte", 1), ("softness__lte", 5)),
                            _connector="OR",
                        ),
                        name="visit_softness_1_to_5",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("shine__isnull", True),
                            models.Q(("shine__gte", 1), ("shine__lte", 5)),
                            _connector="OR",
                        ),
                        name="visit_shine_1_to_5",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("released_after_h__isnull", True),
                            ("released_after_h__gte", 0),
                            _connector="OR",
                        ),
                        name="visit_released_after_it_began",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="Remark",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "key",
                    models.CharField(
                        help_text="The same each time it is found.", max_length=80, unique=True
                    ),
                ),
                (
                    "source",
                    models.CharField(
                        help_text="chair, or home with its day: reported again, they are replaced.",
                        max_length=30,
                    ),
                ),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("sores", "sores"),
                            ("loss", "loss"),
                            ("pain", "pain"),
                            ("tight", "tight"),
                            ("itch", "itch"),
                            ("flakes", "flakes"),
                            ("said", "said"),
                            ("home", "home"),
                            ("next", "next"),
                        ],
                        max_length=8,
                    ),
                ),
                ("text", models.CharField(blank=True, max_length=2000)),
                ("at", models.DateTimeField()),
                ("seen_at", models.DateTimeField(blank=True, null=True)),
                ("seen_by", models.CharField(blank=True, max_length=150)),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="remarks",
                        to="clients.client",
                    ),
                ),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="remarks",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "indexes": [
                    models.Index(fields=["seen_at", "-at"], name="visits_rema_seen_at_da87c9_idx")
                ],
            },
        ),
        migrations.CreateModel(
            name="Event",
            fields=[
                (
                    "id",
                    models.UUIDField(
                        help_text="Made where it was noted.", primary_key=True, serialize=False
                    ),
                ),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("begun", "begun"),
                            ("step_started", "step_started"),
                            ("step_done", "step_done"),
                            ("step_skipped", "step_skipped"),
                            ("section_done", "section_done"),
                            ("section_released", "section_released"),
                            ("released", "released"),
                            ("dose", "dose"),
                            ("timer_set", "timer_set"),
                            ("timer_stopped", "timer_stopped"),
                            ("handover", "handover"),
                            ("swap", "swap"),
                            ("score", "score"),
                            ("length", "length"),
                            ("dryness", "dryness"),
                            ("residue", "residue"),
                            ("note", "note"),
                            ("kit_out", "kit_out"),
                            ("kit_in", "kit_in"),
                            ("closed", "closed"),
                            ("touch", "touch"),
                            ("leftover", "leftover"),
                            ("comfort", "comfort"),
                            ("correction", "correction"),
                        ],
                        max_length=20,
                    ),
                ),
                ("at", models.DateTimeField(help_text="When it happened.")),
                ("device", models.CharField(blank=True, max_length=60)),
                ("seq", models.PositiveBigIntegerField(default=0)),
                ("by", models.CharField(blank=True, help_text="Whose hands.", max_length=150)),
                ("data", models.JSONField(default=dict)),
                (
                    "received_at",
                    models.DateTimeField(db_index=True, default=django.utils.timezone.now),
                ),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="events",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["at", "device", "seq", "id"],
                "indexes": [
                    models.Index(fields=["visit", "at"], name="visits_even_visit_i_6ee7d4_idx")
                ],
            },
        ),
        migrations.CreateModel(
            name="VisitDose",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("step", models.CharField(blank=True, max_length=40)),
                (
                    "role",
                    models.CharField(
                        choices=[
                            ("pre_oil", "pre_oil"),
                            ("clarifier", "clarifier"),
                            ("shampoo", "shampoo"),
                            ("co_wash", "co_wash"),
                            ("clay", "clay"),
                            ("rinse_out", "rinse_out"),
                            ("mask", "mask"),
                            ("mist", "mist"),
                            ("scalp_oil", "scalp_oil"),
                            ("heat_protectant", "heat_protectant"),
                            ("leave_in", "leave_in"),
                            ("oil", "oil"),
                            ("cream", "cream"),
                            ("butter", "butter"),
                            ("mousse", "mousse"),
                            ("custard", "custard"),
                            ("gel", "gel"),
                            ("edge_gel", "edge_gel"),
                        ],
                        max_length=20,
                    ),
                ),
                ("layer", models.PositiveSmallIntegerField(default=1)),
                ("grams", models.FloatField()),
                (
                    "units",
                    models.FloatField(
                        blank=True, help_text="Units of the hand, if counted.", null=True
                    ),
                ),
                ("left_g", models.FloatField(default=0)),
                ("right_g", models.FloatField(default=0)),
                (
                    "product",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to="products.product",
                    ),
                ),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="doses",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["pk"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("visit", "step", "role", "layer"), name="each_dose_once"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("grams__gte", 0)), name="grams_are_not_negative"
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="VisitStep",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("key", models.CharField(max_length=40)),
                (
                    "status",
                    models.CharField(
                        choices=[
                            ("planned", "planned"),
                            ("running", "running"),
                            ("done", "done"),
                            ("skipped", "skipped"),
                        ],
                        default="done",
                        max_length=10,
                    ),
                ),
                (
                    "minutes",
                    models.FloatField(
                        help_text="Hands-on; null where nobody noted them.", null=True
                    ),
                ),
                (
                    "planned",
                    models.FloatField(help_text="Minutes of the plan, kept here for long lists."),
                ),
                ("by", models.CharField(blank=True, help_text="Whose hands.", max_length=150)),
                (
                    "visit",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="steps",
                        to="visits.visit",
                    ),
                ),
            ],
            options={
                "ordering": ["pk"],
                "constraints": [
                    models.UniqueConstraint(fields=("visit", "key"), name="each_step_once"),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("minutes__isnull", True), ("minutes__gte", 0), _connector="OR"
                        ),
                        name="minutes_are_not_negative",
                    ),
                ],
            },
        ),
    ]
