import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        ("clients", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="LearnedOdds",
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
                        choices=[("dry", "dry"), ("minutes", "minutes"), ("length", "length")],
                        max_length=12,
                        unique=True,
                    ),
                ),
                ("shift", models.FloatField()),
                ("slope", models.FloatField()),
                ("promises", models.PositiveIntegerField()),
            ],
            options={
                "ordering": ["kind"],
            },
        ),
        migrations.CreateModel(
            name="LearnedFactor",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "quantity",
                    models.CharField(
                        choices=[
                            ("minutes", "minutes"),
                            ("detangling", "detangling"),
                            ("dose", "dose"),
                            ("length", "length"),
                            ("wear", "wear"),
                        ],
                        max_length=12,
                    ),
                ),
                ("group", models.CharField(max_length=80)),
                (
                    "hands",
                    models.CharField(blank=True, help_text="Empty: of the salon.", max_length=150),
                ),
                ("log_factor", models.FloatField()),
                ("unsure", models.FloatField()),
                ("visits", models.PositiveIntegerField()),
                ("spread", models.FloatField()),
                ("freedom", models.FloatField()),
                (
                    "newest_at",
                    models.DateTimeField(help_text="When the newest visit of its group began."),
                ),
            ],
            options={
                "ordering": ["quantity", "group", "hands"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("quantity", "group", "hands"), name="each_factor_once"
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="LearningChoice",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("visit", models.PositiveBigIntegerField(db_index=True)),
                (
                    "quantity",
                    models.CharField(
                        help_text="As in samples; drying: of opened sets.", max_length=12
                    ),
                ),
                ("group", models.CharField(blank=True, help_text="As in samples.", max_length=80)),
                ("used", models.BooleanField()),
                ("by", models.CharField(blank=True, max_length=150)),
                ("at", models.DateTimeField(auto_now=True)),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("visit", "quantity", "group"), name="one_choice_for_a_visit"
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="LearnedSample",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("visit", models.PositiveBigIntegerField(db_index=True)),
                ("hands", models.CharField(blank=True, help_text="Who did it.", max_length=150)),
                (
                    "quantity",
                    models.CharField(
                        choices=[
                            ("minutes", "minutes"),
                            ("detangling", "detangling"),
                            ("dose", "dose"),
                            ("length", "length"),
                            ("wear", "wear"),
                        ],
                        max_length=12,
                    ),
                ),
                ("group", models.CharField(help_text="What is learned together.", max_length=80)),
                (
                    "standard",
                    models.FloatField(
                        help_text="Value of the salon's standard: minutes, grams or cm."
                    ),
                ),
                ("actual", models.FloatField(help_text="What it was.")),
                ("log_ratio", models.FloatField()),
                (
                    "expected",
                    models.FloatField(
                        help_text="Its logarithm, by what had been learned before; null: nothing had.",
                        null=True,
                    ),
                ),
                (
                    "inside",
                    models.BooleanField(
                        help_text="Whether it fell where nine in ten do.", null=True
                    ),
                ),
                ("at", models.DateTimeField(help_text="When the visit began.")),
                (
                    "doubtful",
                    models.BooleanField(
                        default=False,
                        help_text="Further from what was expected than a visit can be.",
                    ),
                ),
                (
                    "used",
                    models.BooleanField(
                        default=True, help_text="Whether the factor is learned from it."
                    ),
                ),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="learned_samples",
                        to="clients.client",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "indexes": [
                    models.Index(
                        fields=["quantity", "group", "-at"], name="learning_le_quantit_d38c10_idx"
                    ),
                    models.Index(
                        fields=["client", "quantity", "-at"], name="learning_le_client__b4df4d_idx"
                    ),
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("actual__gt", 0), ("standard__gt", 0)),
                        name="learned_from_something",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="Promise",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("visit", models.PositiveBigIntegerField(db_index=True)),
                (
                    "kind",
                    models.CharField(
                        choices=[("dry", "dry"), ("minutes", "minutes"), ("length", "length")],
                        max_length=12,
                    ),
                ),
                ("odds", models.FloatField(help_text="As it was shown.")),
                (
                    "forecast",
                    models.FloatField(
                        help_text="As the forecast alone had it; null: shown just so.", null=True
                    ),
                ),
                ("came", models.BooleanField()),
                ("at", models.DateTimeField(help_text="When the visit began.")),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="promises",
                        to="clients.client",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "indexes": [
                    models.Index(fields=["kind", "-at"], name="learning_pr_kind_7ee722_idx")
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("odds__gte", 0), ("odds__lte", 1)),
                        name="odds_are_shares",
                    )
                ],
            },
        ),
    ]
