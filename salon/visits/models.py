"""Visits: the log of what happened, and what follows from it.

`Event` is the record. Everything else here, and what visits write into the shelf, the kit and the
clients, follows from it and can be rebuilt by ``manage.py rebuild``.
"""

from typing import Any, ClassVar
from uuid import uuid4

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.vocabulary import (
    Dryness,
    EventKind,
    RemarkKind,
    Residue,
    Role,
    StepStatus,
    Trait,
    VisitState,
)
from salon.clients.models import Client
from salon.planning.models import Plan
from salon.products.models import Product

SCORES = tuple(trait.value for trait in Trait)


def score() -> "models.PositiveSmallIntegerField[int | None, int | None]":
    """A score from 1 to 5."""
    return models.PositiveSmallIntegerField(null=True, blank=True)


def in_score_range(name: str) -> Q:
    """Whether a score is one."""
    between = Q(**{f"{name}__gte": SCORE_MIN, f"{name}__lte": SCORE_MAX})
    return Q(**{f"{name}__isnull": True}) | between


class Visit(models.Model):
    """A plan as it was worked: folded from its log."""

    uuid = models.UUIDField(unique=True, default=uuid4, help_text="Made where it was begun.")
    plan = models.ForeignKey(Plan, on_delete=models.CASCADE, related_name="visits")
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="visits")
    state = models.CharField(
        max_length=10,
        choices=[(state.value, state.value) for state in VisitState],
        default=VisitState.PLANNED.value,
    )
    started_at = models.DateTimeField(default=timezone.now)
    recorded_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    released_at = models.DateTimeField(null=True, blank=True)
    released_by = models.CharField(max_length=150, blank=True, help_text="Whose hands opened it.")
    released_after_h = models.FloatField(null=True, blank=True)
    dryness = models.CharField(
        max_length=12, blank=True, choices=[(dryness.value, dryness.value) for dryness in Dryness]
    )
    definition = score()
    frizz = score()
    volume = score()
    evenness = score()
    bounce = score()
    softness = score()
    shine = score()
    length_cm = models.FloatField(null=True, blank=True)
    residue = models.CharField(
        max_length=8, blank=True, choices=[(residue.value, residue.value) for residue in Residue]
    )
    note = models.TextField(blank=True, max_length=2000)
    flags = models.JSONField(default=list, blank=True, help_text="What somebody should look at.")
    wear_basis = models.CharField(
        max_length=80, blank=True, help_text="What the dates below were worked out from."
    )
    last_safe_day = models.DateField(null=True, help_text="Of what is worn since this visit.")
    return_by = models.DateField(null=True)
    has_to_come_out = models.BooleanField(default=False)

    class Meta:
        ordering = ["-started_at", "-pk"]
        indexes = [
            models.Index(fields=["client", "-started_at"]),
            # Holds the state too: leafing through all visits needs nothing but this index.
            models.Index(fields=["-started_at", "-id", "state"]),
        ]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            *(
                models.CheckConstraint(condition=in_score_range(name), name=f"visit_{name}_1_to_5")
                for name in SCORES
            ),
            models.CheckConstraint(
                condition=Q(released_after_h__isnull=True) | Q(released_after_h__gte=0),
                name="visit_released_after_it_began",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.plan.title}, {self.started_at:%Y-%m-%d}"


class Remark(models.Model):
    """Something a client said or felt, or that was noted for the next visit."""

    key = models.CharField(max_length=80, unique=True, help_text="The same each time it is found.")
    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="remarks")
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="remarks")
    source = models.CharField(
        max_length=30, help_text="chair, or home with its day: reported again, they are replaced."
    )
    kind = models.CharField(max_length=8, choices=[(kind.value, kind.value) for kind in RemarkKind])
    text = models.CharField(max_length=2000, blank=True)
    at = models.DateTimeField()
    seen_at = models.DateTimeField(null=True, blank=True)
    seen_by = models.CharField(max_length=150, blank=True)

    class Meta:
        ordering = ["-at", "-pk"]
        indexes = [models.Index(fields=["seen_at", "-at"])]

    def __str__(self) -> str:
        return f"{self.kind}: {self.text}"


class LogIsAppendOnly(RuntimeError):
    """Somebody tried to change an entry of a log; a correction is an entry of its own."""


class Event(models.Model):
    """One entry of the log of a visit. Added, never changed."""

    id = models.UUIDField(primary_key=True, help_text="Made where it was noted.")
    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="events")
    kind = models.CharField(max_length=20, choices=[(kind.value, kind.value) for kind in EventKind])
    at = models.DateTimeField(help_text="When it happened.")
    device = models.CharField(max_length=60, blank=True)
    seq = models.PositiveBigIntegerField(default=0)
    by = models.CharField(max_length=150, blank=True, help_text="Whose hands.")
    data = models.JSONField(default=dict)
    received_at = models.DateTimeField(default=timezone.now, db_index=True)

    class Meta:
        ordering = ["at", "device", "seq", "id"]
        indexes = [models.Index(fields=["visit", "at"])]

    def __str__(self) -> str:
        return f"{self.kind}, {self.at:%Y-%m-%d %H:%M}"

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Add the entry.

        Raises:
            LogIsAppendOnly: it is in the log already
        """
        if not self._state.adding:
            raise LogIsAppendOnly
        super().save(*args, **{**kwargs, "force_insert": True})


class VisitStep(models.Model):
    """A step as it was worked."""

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="steps")
    key = models.CharField(max_length=40)
    status = models.CharField(
        max_length=10,
        choices=[(status.value, status.value) for status in StepStatus],
        default=StepStatus.DONE.value,
    )
    minutes = models.FloatField(null=True, help_text="Hands-on; null where nobody noted them.")
    planned = models.FloatField(help_text="Minutes of the plan, kept here for long lists.")
    by = models.CharField(max_length=150, blank=True, help_text="Whose hands.")

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["visit", "key"], name="each_step_once"),
            models.CheckConstraint(
                condition=Q(minutes__isnull=True) | Q(minutes__gte=0),
                name="minutes_are_not_negative",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.key}: {self.minutes} min"


class VisitDose(models.Model):
    """Grams of one product in one step; the same role may come in several layers."""

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="doses")
    step = models.CharField(max_length=40, blank=True)
    role = models.CharField(max_length=20, choices=[(role.value, role.value) for role in Role])
    layer = models.PositiveSmallIntegerField(default=1)
    grams = models.FloatField()
    product = models.ForeignKey(
        Product, null=True, blank=True, on_delete=models.SET_NULL, related_name="+"
    )
    units = models.FloatField(null=True, blank=True, help_text="Units of the hand, if counted.")
    left_g = models.FloatField(default=0)
    right_g = models.FloatField(default=0)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["visit", "step", "role", "layer"], name="each_dose_once"
            ),
            models.CheckConstraint(condition=Q(grams__gte=0), name="grams_are_not_negative"),
        ]

    def __str__(self) -> str:
        return f"{self.role}: {self.grams:g} g"
