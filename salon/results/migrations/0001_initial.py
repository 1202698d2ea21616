import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models

import craft.vocabulary.visits


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("clients", "0001_initial"),
    ]

    operations = [
        migrations.CreateModel(
            name="Trial",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("name", models.CharField(max_length=120)),
                ("way_a", models.CharField(max_length=120)),
                ("way_b", models.CharField(max_length=120)),
                (
                    "trait",
                    models.CharField(
                        choices=[
                            ("definition", "definition"),
                            ("frizz", "frizz"),
                            ("volume", "volume"),
                            ("evenness", "evenness"),
                            ("bounce", "bounce"),
                            ("softness", "softness"),
                            ("shine", "shine"),
                        ],
                        max_length=20,
                    ),
                ),
                (
                    "layout",
                    models.CharField(
                        choices=[("halves", "halves"), ("coils", "coils"), ("visits", "visits")],
                        default=craft.vocabulary.visits.TrialLayout["HALVES"],
                        max_length=10,
                    ),
                ),
                ("alpha", models.FloatField(default=0.05)),
                (
                    "most",
                    models.PositiveSmallIntegerField(
                        default=20, help_text="No more pairs than these."
                    ),
                ),
                ("begun_at", models.DateTimeField(default=django.utils.timezone.now)),
                ("ended_at", models.DateTimeField(blank=True, null=True)),
                (
                    "begun_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["-begun_at", "-pk"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("alpha__gt", 0), ("alpha__lte", 0.5)),
                        name="error_that_can_be_agreed",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("way_a", models.F("way_b")), _negated=True),
                        name="two_ways_that_differ",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="TrialPair",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("number", models.PositiveSmallIntegerField()),
                (
                    "a_left",
                    models.BooleanField(
                        help_text="Whether way a went on the left half; by a coin."
                    ),
                ),
                ("left", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("right", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="trial_pairs",
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
                    "rated_by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "trial",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="pairs",
                        to="results.trial",
                    ),
                ),
            ],
            options={
                "ordering": ["number"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("trial", "number"), name="each_trial_pair_once"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(("left", None), ("right", None)),
                            models.Q(
                                ("left__gte", 1),
                                ("left__lte", 5),
                                ("right__gte", 1),
                                ("right__lte", 5),
                            ),
                            _connector="OR",
                        ),
                        name="both_halves_rated_1_to_5",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="SavedView",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "place",
                    models.CharField(
                        choices=[("visits", "visits"), ("clients", "clients")], max_length=20
                    ),
                ),
                ("name", models.CharField(max_length=60)),
                (
                    "query",
                    models.CharField(
                        help_text="Of the address, as the list has it.", max_length=300
                    ),
                ),
                (
                    "user",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="saved_views",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["name", "pk"],
                "constraints": [
                    models.UniqueConstraint(
                        fields=("user", "place", "name"), name="a_view_has_its_name"
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="SuggestionAnswer",
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
                        choices=[
                            ("drier", "drier"),
                            ("less_film", "less_film"),
                            ("less_frizz", "less_frizz"),
                            ("evener", "evener"),
                        ],
                        max_length=20,
                    ),
                ),
                ("taken", models.BooleanField()),
                ("reason", models.CharField(blank=True, max_length=300)),
                (
                    "after_visit",
                    models.PositiveBigIntegerField(help_text="The newest visit it rested on."),
                ),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
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
                    "client",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="suggestion_answers",
                        to="clients.client",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            ("taken", True),
                            models.Q(("reason", ""), _negated=True),
                            _connector="OR",
                        ),
                        name="dismissed_with_a_reason",
                    )
                ],
            },
        ),
    ]
