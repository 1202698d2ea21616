"""Visits: what really happened."""

from django.conf import settings
from django.db import models
from django.db.models import F, Q
from django.utils import timezone

from craft.results import SCORE_MAX, SCORE_MIN
from craft.vocabulary import Dryness, Residue, Role
from salon.heads.models import Head
from salon.planning.models import Plan
from salon.shelf.models import Product

SCORES = ("definition", "frizz", "volume", "evenness")


def score() -> models.PositiveSmallIntegerField:
    """A score from 1 to 5."""
    return models.PositiveSmallIntegerField(null=True, blank=True)


def in_score_range(name: str) -> Q:
    between = Q(**{f"{name}__gte": SCORE_MIN, f"{name}__lte": SCORE_MAX})
    return Q(**{f"{name}__isnull": True}) | between


class Visit(models.Model):
    """A visit run by a plan."""

    plan = models.ForeignKey(Plan, on_delete=models.CASCADE, related_name="visits")
    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="visits")
    started_at = models.DateTimeField(default=timezone.now)
    recorded_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    released_after_h = models.FloatField(null=True, blank=True)
    dryness = models.CharField(
        max_length=12, blank=True, choices=[(one.value, one.value) for one in Dryness]
    )
    definition = score()
    frizz = score()
    volume = score()
    evenness = score()
    length_cm = models.FloatField(null=True, blank=True)
    residue = models.CharField(
        max_length=8, blank=True, choices=[(one.value, one.value) for one in Residue]
    )
    note = models.TextField(blank=True, max_length=2000)

    class Meta:
        ordering = ["-started_at", "-pk"]
        indexes = [
            models.Index(fields=["head", "-started_at"]),
            models.Index(fields=["-started_at", "-id"]),
        ]
        constraints = [
            models.CheckConstraint(condition=in_score_range(name), name=f"visit_{name}_1_to_5")
            for name in SCORES
        ] + [
            models.CheckConstraint(
                condition=Q(released_after_h__isnull=True) | Q(released_after_h__gte=0),
                name="visit_released_after_it_began",
            )
        ]

    def __str__(self) -> str:
        return f"{self.plan.title}, {self.started_at:%Y-%m-%d}"


class VisitStep(models.Model):
    """Hands-on minutes of one step."""

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="steps")
    key = models.CharField(max_length=40)
    minutes = models.FloatField()
    planned = models.FloatField(help_text="Minutes of the plan, kept here for long lists.")

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(F("visit"), F("key"), name="each_step_once"),
            models.CheckConstraint(condition=Q(minutes__gte=0), name="minutes_are_not_negative"),
        ]

    def __str__(self) -> str:
        return f"{self.key}: {self.minutes:g} min"


class VisitDose(models.Model):
    """Grams of one product."""

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="doses")
    role = models.CharField(max_length=20, choices=[(one.value, one.value) for one in Role])
    grams = models.FloatField()
    product = models.ForeignKey(
        Product, null=True, blank=True, on_delete=models.SET_NULL, related_name="+"
    )
    units = models.FloatField(null=True, blank=True, help_text="Units of the hand, if counted.")

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(F("visit"), F("role"), name="each_dose_once"),
            models.CheckConstraint(condition=Q(grams__gte=0), name="grams_are_not_negative"),
        ]

    def __str__(self) -> str:
        return f"{self.role}: {self.grams:g} g"
