import uuid

import django.db.models.deletion
import simple_history.models
from django.conf import settings
from django.db import migrations, models

import craft.vocabulary.work
import salon.salon_settings.models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="HistoricalSalon",
            fields=[
                (
                    "id",
                    models.BigIntegerField(
                        auto_created=True, blank=True, db_index=True, verbose_name="ID"
                    ),
                ),
                (
                    "identity",
                    models.UUIDField(
                        default=uuid.uuid4,
                        editable=False,
                        help_text="Tells this salon's backups from another's.",
                    ),
                ),
                (
                    "demo",
                    models.BooleanField(
                        default=False,
                        editable=False,
                        help_text="Invented: simulated devices are taken for real.",
                    ),
                ),
                ("name", models.CharField(default="My salon", max_length=120)),
                (
                    "phone",
                    models.CharField(
                        blank=True, help_text="Printed on the home card.", max_length=40
                    ),
                ),
                (
                    "zone",
                    models.CharField(
                        default=salon.salon_settings.models.machine_zone,
                        help_text="Of its clock, IANA.",
                        max_length=64,
                    ),
                ),
                (
                    "room_temp_c",
                    models.FloatField(default=22, help_text="Usual air temperature [°C]."),
                ),
                (
                    "room_rh",
                    models.FloatField(default=0.5, help_text="Usual relative humidity, 0 to 1."),
                ),
                (
                    "layering",
                    models.CharField(
                        choices=[("auto", "auto"), ("LOC", "LOC"), ("LCO", "LCO")],
                        default=craft.vocabulary.work.Layering["AUTO"],
                        max_length=8,
                    ),
                ),
                ("disinfectant", models.CharField(blank=True, max_length=80)),
                (
                    "contact_min",
                    models.FloatField(
                        blank=True,
                        help_text="Contact time, as the disinfectant's label says [min].",
                        null=True,
                    ),
                ),
                ("currency", models.CharField(default="EUR", help_text="ISO 4217.", max_length=3)),
                (
                    "lead_days",
                    models.PositiveSmallIntegerField(
                        default=7, help_text="From ordering to having it."
                    ),
                ),
                (
                    "order_for_days",
                    models.PositiveSmallIntegerField(default=42, help_text="An order lasts."),
                ),
                ("journey_min", models.FloatField(default=20, help_text="Usual way home [min].")),
                (
                    "home_temp_c",
                    models.FloatField(
                        default=20, help_text="Usual night temperature at home [°C]."
                    ),
                ),
                (
                    "drying_unsure",
                    models.FloatField(default=0.0, help_text="Of the learned factor's logarithm."),
                ),
                (
                    "drying_visits",
                    models.PositiveIntegerField(default=0, help_text="The factor rests on."),
                ),
                (
                    "write_from_h",
                    models.PositiveSmallIntegerField(
                        default=9, help_text="Clients are written to from this hour of their clock."
                    ),
                ),
                (
                    "write_to_h",
                    models.PositiveSmallIntegerField(default=20, help_text="And until this one."),
                ),
                (
                    "calendar_names",
                    models.BooleanField(
                        default=False,
                        help_text="Calendar feeds hold names of clients; else initials.",
                    ),
                ),
                (
                    "ask_every_days",
                    models.PositiveSmallIntegerField(
                        default=1, help_text="Between two questions how a style wears; 0: once."
                    ),
                ),
                (
                    "school",
                    models.JSONField(
                        blank=True, default=dict, help_text="Ways of working of the salon."
                    ),
                ),
                (
                    "rules",
                    models.JSONField(
                        blank=True, default=dict, help_text="Salon standards, as the core reads."
                    ),
                ),
                ("drying_factor", models.FloatField(default=1.0)),
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
                "verbose_name": "historical salon",
                "verbose_name_plural": "historical salons",
                "ordering": ("-history_date", "-history_id"),
                "get_latest_by": ("history_date", "history_id"),
            },
            bases=(simple_history.models.HistoricalChanges, models.Model),
        ),
        migrations.CreateModel(
            name="Salon",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "identity",
                    models.UUIDField(
                        default=uuid.uuid4,
                        editable=False,
                        help_text="Tells this salon's backups from another's.",
                    ),
                ),
                (
                    "demo",
                    models.BooleanField(
                        default=False,
                        editable=False,
                        help_text="Invented: simulated devices are taken for real.",
                    ),
                ),
                ("name", models.CharField(default="My salon", max_length=120)),
                (
                    "phone",
                    models.CharField(
                        blank=True, help_text="Printed on the home card.", max_length=40
                    ),
                ),
                (
                    "zone",
                    models.CharField(
                        default=salon.salon_settings.models.machine_zone,
                        help_text="Of its clock, IANA.",
                        max_length=64,
                    ),
                ),
                (
                    "room_temp_c",
                    models.FloatField(default=22, help_text="Usual air temperature [°C]."),
                ),
                (
                    "room_rh",
                    models.FloatField(default=0.5, help_text="Usual relative humidity, 0 to 1."),
                ),
                (
                    "layering",
                    models.CharField(
                        choices=[("auto", "auto"), ("LOC", "LOC"), ("LCO", "LCO")],
                        default=craft.vocabulary.work.Layering["AUTO"],
                        max_length=8,
                    ),
                ),
                ("disinfectant", models.CharField(blank=True, max_length=80)),
                (
                    "contact_min",
                    models.FloatField(
                        blank=True,
                        help_text="Contact time, as the disinfectant's label says [min].",
                        null=True,
                    ),
                ),
                ("currency", models.CharField(default="EUR", help_text="ISO 4217.", max_length=3)),
                (
                    "lead_days",
                    models.PositiveSmallIntegerField(
                        default=7, help_text="From ordering to having it."
                    ),
                ),
                (
                    "order_for_days",
                    models.PositiveSmallIntegerField(default=42, help_text="An order lasts."),
                ),
                ("journey_min", models.FloatField(default=20, help_text="Usual way home [min].")),
                (
                    "home_temp_c",
                    models.FloatField(
                        default=20, help_text="Usual night temperature at home [°C]."
                    ),
                ),
                (
                    "drying_unsure",
                    models.FloatField(default=0.0, help_text="Of the learned factor's logarithm."),
                ),
                (
                    "drying_visits",
                    models.PositiveIntegerField(default=0, help_text="The factor rests on."),
                ),
                (
                    "write_from_h",
                    models.PositiveSmallIntegerField(
                        default=9, help_text="Clients are written to from this hour of their clock."
                    ),
                ),
                (
                    "write_to_h",
                    models.PositiveSmallIntegerField(default=20, help_text="And until this one."),
                ),
                (
                    "calendar_names",
                    models.BooleanField(
                        default=False,
                        help_text="Calendar feeds hold names of clients; else initials.",
                    ),
                ),
                (
                    "ask_every_days",
                    models.PositiveSmallIntegerField(
                        default=1, help_text="Between two questions how a style wears; 0: once."
                    ),
                ),
                (
                    "school",
                    models.JSONField(
                        blank=True, default=dict, help_text="Ways of working of the salon."
                    ),
                ),
                (
                    "rules",
                    models.JSONField(
                        blank=True, default=dict, help_text="Salon standards, as the core reads."
                    ),
                ),
                ("drying_factor", models.FloatField(default=1.0)),
                ("version", models.PositiveIntegerField(default=1)),
            ],
            options={
                "constraints": [
                    models.CheckConstraint(condition=models.Q(("pk", 1)), name="one_salon"),
                    models.CheckConstraint(
                        condition=models.Q(("room_rh__gte", 0), ("room_rh__lte", 1)),
                        name="salon_rh_is_a_fraction",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("contact_min__isnull", True), ("contact_min__gt", 0), _connector="OR"
                        ),
                        name="contact_time_is_a_time",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("room_temp_c__gte", 5), ("room_temp_c__lte", 45)),
                        name="salon_temp_in_range",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("journey_min__gte", 0), ("journey_min__lte", 240)),
                        name="salon_journey_in_range",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("home_temp_c__gte", 5), ("home_temp_c__lte", 35)),
                        name="home_temp_in_range",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("write_from_h__lt", models.F("write_to_h")), ("write_to_h__lte", 24)
                        ),
                        name="hours_of_writing_in_a_day",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("ask_every_days__lte", 7)), name="asked_within_a_week"
                    ),
                ],
            },
        ),
    ]
