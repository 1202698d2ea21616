"""The salon itself and the people who work in it."""

from datetime import time
from uuid import uuid4

from django.conf import settings
from django.db import models
from django.db.models import F, Q
from simple_history.models import HistoricalRecords

from craft.region import Units, region_tag
from craft.vocabulary import Layering
from craft.wear import reaching


def machine_zone() -> str:
    """The time zone of the machine, e.g. Europe/Lisbon: what a new salon begins with."""
    return settings.TIME_ZONE


class Salon(models.Model):
    """The salon: one row."""

    identity = models.UUIDField(
        default=uuid4, editable=False, help_text="Tells this salon's backups from another's."
    )
    demo = models.BooleanField(
        default=False, editable=False, help_text="Invented: simulated devices are taken for real."
    )
    name = models.CharField(max_length=120, default="My salon")
    phone = models.CharField(max_length=40, blank=True, help_text="Printed on the home card.")
    language = models.CharField(
        max_length=8,
        default="en",
        db_default="en",
        choices=settings.LANGUAGES,
        help_text="Of everybody who has chosen none.",
    )
    country = models.CharField(
        max_length=2,
        blank=True,
        default="",
        db_default="",
        help_text="Whose days, hours and measures are written, ISO 3166; empty: cm, g, 24 hours.",
    )
    units = models.CharField(
        max_length=8,
        blank=True,
        default="",
        db_default="",
        choices=[(units.value, units.value) for units in Units],
        help_text="Of measures, where they are not those of the country.",
    )
    zone = models.CharField(max_length=64, default=machine_zone, help_text="Of its clock, IANA.")
    room_temp_c = models.FloatField(default=22, help_text="Usual air temperature [°C].")
    room_rh = models.FloatField(default=0.5, help_text="Usual relative humidity, 0 to 1.")
    layering = models.CharField(
        max_length=8,
        choices=[(layering.value, layering.value) for layering in Layering],
        default=Layering.AUTO,
    )
    disinfectant = models.CharField(max_length=80, blank=True)
    contact_min = models.FloatField(
        null=True, blank=True, help_text="Contact time, as the disinfectant's label says [min]."
    )
    currency = models.CharField(max_length=3, default="EUR", help_text="ISO 4217.")
    lead_days = models.PositiveSmallIntegerField(default=7, help_text="From ordering to having it.")
    order_for_days = models.PositiveSmallIntegerField(default=42, help_text="An order lasts.")
    journey_min = models.FloatField(default=20, help_text="Usual way home [min].")
    home_temp_c = models.FloatField(default=20, help_text="Usual night temperature at home [°C].")
    drying_unsure = models.FloatField(default=0.0, help_text="Of the learned factor's logarithm.")
    drying_visits = models.PositiveIntegerField(default=0, help_text="The factor rests on.")
    write_from_h = models.PositiveSmallIntegerField(
        default=reaching.FROM_H, help_text="Clients are written to from this hour of their clock."
    )
    write_to_h = models.PositiveSmallIntegerField(
        default=reaching.TO_H, help_text="And until this one."
    )
    calendar_names = models.BooleanField(
        default=False, help_text="Calendar feeds hold names of clients; else initials."
    )
    bed_time = models.TimeField(
        default=time(22, 30),
        db_default=time(22, 30),
        help_text="When clients usually go to bed, who told nothing else.",
    )
    wake_time = models.TimeField(
        default=time(7), db_default=time(7), help_text="And when they get up."
    )
    chair_sound = models.BooleanField(
        default=False,
        db_default=False,
        help_text="The chair sounds when hands are wanted, unless a device chose otherwise.",
    )
    ask_every_days = models.PositiveSmallIntegerField(
        default=reaching.EVERY_DAYS, help_text="Between two questions how a style wears; 0: once."
    )
    school = models.JSONField(default=dict, blank=True, help_text="Ways of working of the salon.")
    rules = models.JSONField(
        default=dict, blank=True, help_text="Salon standards, as the core reads."
    )
    drying_factor = models.FloatField(default=1.0)
    version = models.PositiveIntegerField(default=1)
    history = HistoricalRecords()

    class Meta:
        constraints = [
            models.CheckConstraint(condition=Q(pk=1), name="one_salon"),
            models.CheckConstraint(
                condition=Q(room_rh__gte=0, room_rh__lte=1), name="salon_rh_is_a_fraction"
            ),
            models.CheckConstraint(
                condition=Q(contact_min__isnull=True) | Q(contact_min__gt=0),
                name="contact_time_is_a_time",
            ),
            models.CheckConstraint(
                condition=Q(room_temp_c__gte=5, room_temp_c__lte=45), name="salon_temp_in_range"
            ),
            models.CheckConstraint(
                condition=Q(journey_min__gte=0, journey_min__lte=240), name="salon_journey_in_range"
            ),
            models.CheckConstraint(
                condition=Q(home_temp_c__gte=5, home_temp_c__lte=35), name="home_temp_in_range"
            ),
            models.CheckConstraint(
                condition=Q(write_from_h__lt=F("write_to_h"), write_to_h__lte=reaching.HOURS[1]),
                name="hours_of_writing_in_a_day",
            ),
            models.CheckConstraint(
                condition=Q(ask_every_days__lte=reaching.DAYS_APART[1]), name="asked_within_a_week"
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def tag(self, language: str = "") -> str:
        """A language with the country and the measures of the salon.

        Args:
            language: of who reads; the salon's own where it is left out
        """
        return region_tag(language or self.language, self.country, self.units)
