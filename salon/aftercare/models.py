"""What happens between two visits."""

from datetime import timedelta
from typing import ClassVar

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.vocabulary import (
    MessageKind,
    MessageState,
    Night,
    PictureMoment,
    Refreshing,
    View,
    WearEventKind,
)
from salon.booking.models import Booking
from salon.clients.models import Client
from salon.visits.models import Visit

#: A link for the client ends after so long.
LINK_LASTS = timedelta(days=30)


def choices(words: object) -> list[tuple[str, str]]:
    """Words of the vocabulary as a column has them."""
    return [(word.value, word.value) for word in words]  # type: ignore[attr-defined]


class PlannedDay(models.Model):
    """What a client plans on a day that the hair should fit."""

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="planned_days")
    date = models.DateField()
    kind = models.CharField(max_length=10, choices=choices(WearEventKind))

    class Meta:
        ordering = ["date", "kind"]
        constraints = [
            models.UniqueConstraint(fields=["client", "date", "kind"], name="a_planned_day_once")
        ]

    def __str__(self) -> str:
        return f"{self.kind}, {self.date}"


class CheckinLink(models.Model):
    """A secret address at which a client tells how a style wears; only its hash is kept."""

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="checkin_links")
    secret_hash = models.CharField(max_length=64, unique=True, help_text="SHA-256 of the secret.")
    opened_at = models.DateTimeField(default=timezone.now)
    opened_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    expires_at = models.DateTimeField()
    revoked_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-opened_at", "-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["visit"],
                condition=Q(revoked_at__isnull=True),
                name="one_open_link_for_a_visit",
            )
        ]

    def __str__(self) -> str:
        return f"{self.visit}, until {self.expires_at:%Y-%m-%d}"


class Checkin(models.Model):
    """What a client reported of a day at home."""

    uuid = models.UUIDField(
        unique=True, help_text="Made where it was noted: sent twice, it counts once."
    )
    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="checkins")
    date = models.DateField()
    looks = models.PositiveSmallIntegerField(help_text="1 to 5, by the drawings.")
    dry_when_opened = models.BooleanField(null=True, blank=True)
    slept_with = models.CharField(max_length=10, blank=True, choices=choices(Night))
    refreshed_with = models.CharField(max_length=15, blank=True, choices=choices(Refreshing))
    signs = models.JSONField(default=list, blank=True, help_text="What hurts or worries.")
    note = models.CharField(max_length=300, blank=True)
    rh = models.FloatField(
        null=True, blank=True, help_text="Mean relative humidity of the day; null: not known."
    )
    received_at = models.DateTimeField(default=timezone.now)
    seen_at = models.DateTimeField(null=True, blank=True, help_text="By somebody of the salon.")

    class Meta:
        ordering = ["date"]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.UniqueConstraint(fields=["visit", "date"], name="a_day_is_checked_in_once"),
            models.CheckConstraint(
                condition=Q(looks__gte=SCORE_MIN, looks__lte=SCORE_MAX), name="looks_1_to_5"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.date}: {self.looks}"


class LookPicture(models.Model):
    """A picture of a client's style, kept with consent, and what it measures."""

    uuid = models.UUIDField(
        null=True, unique=True, help_text="Made where it was taken: sent twice, it is kept once."
    )
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="look_pictures")
    visit = models.ForeignKey(
        Visit, null=True, blank=True, on_delete=models.SET_NULL, related_name="look_pictures"
    )
    view = models.CharField(max_length=10, choices=choices(View))
    moment = models.CharField(max_length=10, choices=choices(PictureMoment))
    image = models.FileField(upload_to="looks/")
    width_px = models.PositiveIntegerField()
    height_px = models.PositiveIntegerField()
    taken_at = models.DateTimeField(default=timezone.now)
    taken_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    consented_at = models.DateTimeField(help_text="When the client agreed to this picture.")
    measured_at = models.DateTimeField(null=True, blank=True, help_text="Empty while it is not.")
    measures = models.JSONField(null=True, blank=True)
    cannot = models.CharField(max_length=20, blank=True, help_text="Why it measures nothing.")

    class Meta:
        ordering = ["-taken_at", "-pk"]
        indexes = [models.Index(fields=["client", "view", "-taken_at"])]

    def __str__(self) -> str:
        return f"{self.client}, {self.view}, {self.taken_at:%Y-%m-%d}"


class Message(models.Model):
    """What is written to a client: once, by its key."""

    key = models.CharField(
        max_length=80, unique=True, help_text="What it is about: nothing is written of it twice."
    )
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="messages")
    visit = models.ForeignKey(
        Visit, null=True, blank=True, on_delete=models.CASCADE, related_name="messages"
    )
    booking = models.ForeignKey(
        Booking,
        null=True,
        blank=True,
        on_delete=models.CASCADE,
        related_name="messages",
        help_text="That it reminds of.",
    )
    kind = models.CharField(max_length=10, choices=choices(MessageKind))
    text = models.TextField(max_length=600, help_text="A link in it is put in when it goes out.")
    due_at = models.DateTimeField()
    state = models.CharField(
        max_length=10, choices=choices(MessageState), default=MessageState.WAITING
    )
    tries = models.PositiveSmallIntegerField(default=0)
    next_try_at = models.DateTimeField()
    why = models.CharField(max_length=300, blank=True, help_text="It did not go out.")
    sent_at = models.DateTimeField(null=True, blank=True)
    receipt = models.CharField(max_length=80, blank=True, help_text="What the gateway calls it.")

    class Meta:
        ordering = ["-due_at", "-pk"]
        indexes = [models.Index(fields=["state", "next_try_at"])]
        constraints = [
            models.CheckConstraint(
                condition=~Q(state=MessageState.SENT) | Q(sent_at__isnull=False),
                name="a_sent_message_has_its_hour",
            )
        ]

    def __str__(self) -> str:
        return self.key


class MessageText(models.Model):
    """How the salon words a kind of message, where it is not the usual way."""

    kind = models.CharField(max_length=10, unique=True, choices=choices(MessageKind))
    text = models.CharField(max_length=480)

    def __str__(self) -> str:
        return self.kind
