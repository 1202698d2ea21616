"""Clients and what was observed of their hair."""

from collections.abc import Iterable
from datetime import datetime
from typing import Any
from uuid import uuid4

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone
from simple_history.models import HistoricalRecords

from craft.profile.consultation import OBSERVED, TEXT_MOST
from craft.vocabulary import Contact, Dryness, Night, StopSign, WashRoutine, Zone
from salon.clients.searching import search_text


class ClientQuerySet(models.QuerySet["Client"]):
    """Clients; many at once are found by their names, too."""

    def bulk_create(self, objs: Iterable["Client"], *args: Any, **kwargs: Any) -> list["Client"]:
        """Add many clients at once."""
        clients = list(objs)
        for client in clients:
            client.search = search_text(client.name, client.phone, client.preferred_name)
        return super().bulk_create(clients, *args, **kwargs)


class Client(models.Model):
    """A client."""

    uid = models.UUIDField(
        default=uuid4, unique=True, editable=False, help_text="Lasting id: numbers may come back."
    )
    name = models.CharField(max_length=120)
    preferred_name = models.CharField(
        max_length=60,
        blank=True,
        default="",
        db_default="",
        help_text="What the client likes to be called; messages and the home card say it.",
    )
    pronouns = models.CharField(max_length=40, blank=True, default="", db_default="")
    language = models.CharField(
        max_length=8,
        blank=True,
        default="",
        db_default="",
        choices=settings.CLIENT_LANGUAGES,
        help_text="Of messages, home card and check-in; empty: as the salon.",
    )
    note = models.TextField(blank=True, max_length=2000)
    conditions = models.JSONField(default=list, blank=True, help_text="What to plan around.")
    allergies = models.JSONField(default=list, blank=True)
    avoid = models.JSONField(default=list, blank=True)
    routine = models.CharField(
        max_length=20,
        choices=[(wash_routine.value, wash_routine.value) for wash_routine in WashRoutine],
        default=WashRoutine.SHAMPOO,
    )
    night = models.CharField(
        max_length=10, choices=[(night.value, night.value) for night in Night], default=Night.BONNET
    )
    bed_time = models.TimeField(
        null=True, blank=True, help_text="When they go to bed; empty: as usual for the salon."
    )
    wake_time = models.TimeField(
        null=True, blank=True, help_text="When they get up; empty: as usual for the salon."
    )
    retwists = models.BooleanField(
        default=False, help_text="Twists it again every second night: a twist-out lasts longer."
    )
    school = models.JSONField(
        default=dict, blank=True, help_text="Ways of working that this client wants differently."
    )
    phone = models.CharField(max_length=40, blank=True)
    birthday = models.DateField(null=True, blank=True)
    contact = models.CharField(
        max_length=10,
        choices=[(contact.value, contact.value) for contact in Contact],
        default=Contact.NONE,
        help_text="Whether the salon may write.",
    )
    zone = models.CharField(
        max_length=64, blank=True, help_text="Where they live, IANA; empty: as the salon."
    )
    consented_at = models.DateTimeField(
        null=True, blank=True, editable=False, help_text="When the client agreed to be written to."
    )
    search = models.CharField(
        max_length=300, blank=True, editable=False, help_text="What the client is found by."
    )
    version = models.PositiveIntegerField(default=1, help_text="Raised by every change.")
    created_at = models.DateTimeField(default=timezone.now, editable=False)
    archived_at = models.DateTimeField(
        null=True, blank=True, help_text="Left out of lists; nothing of it is lost."
    )
    served_at = models.DateTimeField(
        null=True, blank=True, help_text="Beginning of the last visit, from its log."
    )
    history = HistoricalRecords()
    objects = ClientQuerySet.as_manager()

    class Meta:
        ordering = ["name", "pk"]
        indexes = [models.Index(fields=["name", "id"])]
        constraints = [
            models.CheckConstraint(condition=~Q(name=""), name="client_has_a_name"),
            models.CheckConstraint(
                condition=~Q(contact=Contact.MESSAGE) | Q(consented_at__isnull=False),
                name="client_gets_messages_with_consent",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Keep what the client is found by beside the name."""
        self.search = search_text(self.name, self.phone, self.preferred_name)
        if kwargs.get("update_fields") is not None:
            kwargs["update_fields"] = {*kwargs["update_fields"], "search"}
        super().save(*args, **kwargs)

    @property
    def greeting_name(self) -> str:
        """How the client is spoken to: as preferred, else by the whole name.

        The first word of a name is a family name in half of the world.
        """
        return self.preferred_name or self.name


class Observation(models.Model):
    """One value of one thing, seen on one day. Never changed; it may be withdrawn."""

    class Method(models.TextChoices):
        BY_EYE = "by_eye"
        BY_FEEL = "by_feel"
        MEASURED = "measured"
        COUNTED = "counted"
        REPORTED = "reported"
        CONFIRMED = "confirmed"

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="observations")
    kind = models.CharField(
        max_length=20, choices=[(observed.key, observed.key) for observed in OBSERVED]
    )
    zone = models.CharField(
        max_length=10, blank=True, choices=[(zone.value, zone.value) for zone in Zone]
    )
    number = models.FloatField(null=True, blank=True)
    word = models.CharField(max_length=TEXT_MOST, blank=True)
    detail = models.JSONField(
        null=True, blank=True, help_text="Of a count: hairs, field_cm2, perhaps the picture."
    )
    method = models.CharField(max_length=10, choices=Method)
    taken_at = models.DateTimeField(default=timezone.now)
    taken_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    note = models.CharField(max_length=300, blank=True)
    consultation = models.ForeignKey(
        "Consultation",
        null=True,
        blank=True,
        on_delete=models.SET_NULL,
        related_name="observations",
    )
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-taken_at", "-pk"]
        indexes = [models.Index(fields=["client", "kind", "zone", "-taken_at"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(number__isnull=False, word="") | (Q(number__isnull=True) & ~Q(word="")),
                name="observation_is_a_number_or_a_word",
            )
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.value}"

    @property
    def at(self) -> datetime:
        """When it was seen."""
        return self.taken_at

    @property
    def value(self) -> float | str:
        """The number or the word."""
        return self.word if self.number is None else self.number


class Consultation(models.Model):
    """A consultation while it is going on, and afterwards which parts were left out.

    Answers are kept as they were typed until it is finished; then they become observations.
    """

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="consultations")
    started_at = models.DateTimeField(default=timezone.now)
    started_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    answers = models.JSONField(default=dict, blank=True)
    parts_done = models.JSONField(default=list, blank=True)
    version = models.PositiveIntegerField(default=1, help_text="Raised by every change.")
    finished_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-started_at", "-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["client"],
                condition=Q(finished_at__isnull=True),
                name="one_open_consultation_for_a_client",
            )
        ]

    def __str__(self) -> str:
        return f"{self.client}, {self.started_at:%Y-%m-%d}"


class RaisedStopSign(models.Model):
    """A stop sign on a scalp; planning is closed until a specialist clears it with a note."""

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="stop_signs")
    sign = models.CharField(
        max_length=20, choices=[(stop_sign.value, stop_sign.value) for stop_sign in StopSign]
    )
    raised_at = models.DateTimeField(default=timezone.now)
    raised_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    cleared_at = models.DateTimeField(null=True, blank=True)
    cleared_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    clear_note = models.CharField(max_length=TEXT_MOST, blank=True)

    class Meta:
        ordering = ["-raised_at", "-pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(cleared_at__isnull=True, clear_note="")
                | (Q(cleared_at__isnull=False) & ~Q(clear_note="")),
                name="cleared_with_a_note",
            ),
            models.UniqueConstraint(
                fields=["client", "sign"],
                condition=Q(cleared_at__isnull=True),
                name="an_open_stop_sign_once",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.sign}, {self.raised_at:%Y-%m-%d}"


class OpenedSet(models.Model):
    """How dry a set was when it was opened: what drying is learned from.

    Follows from the log of a visit, which is named by its number and never read from here.
    """

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="opened_sets")
    visit = models.PositiveBigIntegerField(unique=True)
    forecast_h = models.FloatField(help_text="Until dry, as forecast with a factor of 1 [h].")
    opened_h = models.FloatField(help_text="After so many hours [h].")
    dryness = models.CharField(
        max_length=12, choices=[(dryness.value, dryness.value) for dryness in Dryness]
    )
    at = models.DateTimeField(help_text="When the visit began.")
    doubtful = models.BooleanField(
        default=False, help_text="Further from its forecast than a set can be."
    )
    used = models.BooleanField(default=True, help_text="Whether drying is learned from it.")
    at_home = models.BooleanField(
        default=False, db_default=False, help_text="Felt and told by the client."
    )

    class Meta:
        ordering = ["-at", "-visit"]
        indexes = [models.Index(fields=["client", "at"]), models.Index(fields=["-at", "-visit"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(forecast_h__gt=0, opened_h__gt=0), name="opened_after_some_hours"
            )
        ]

    def __str__(self) -> str:
        return f"{self.client}, {self.dryness} after {self.opened_h:g} h"
