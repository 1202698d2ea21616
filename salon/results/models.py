"""Answers to suggestions, and trials."""

from typing import ClassVar

from django.conf import settings
from django.db import models
from django.db.models import F, Q
from django.utils import timezone

from craft.vocabulary import Suggested, Trait, TrialLayout
from salon.clients.models import Client

#: Lists of which views are kept.
PLACES = ("visits", "clients")
SUGGESTED = [(each.value, each.value) for each in Suggested]
LAYOUTS = [(each.value, each.value) for each in TrialLayout]
TRAITS = [(each.value, each.value) for each in Trait]


class SuggestionAnswer(models.Model):
    """Somebody took a suggestion, or had a reason not to."""

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="suggestion_answers")
    key = models.CharField(max_length=20, choices=SUGGESTED)
    taken = models.BooleanField()
    reason = models.CharField(max_length=300, blank=True)
    after_visit = models.PositiveBigIntegerField(help_text="The newest visit it rested on.")
    by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["-at", "-pk"]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.CheckConstraint(
                condition=Q(taken=True) | ~Q(reason=""), name="dismissed_with_a_reason"
            )
        ]

    def __str__(self) -> str:
        return f"{self.key}: {'taken' if self.taken else self.reason}"


class SavedView(models.Model):
    """A view of a list that somebody keeps by a name of their own."""

    user = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="saved_views"
    )
    place = models.CharField(max_length=20, choices=[(place, place) for place in PLACES])
    name = models.CharField(max_length=60)
    query = models.CharField(max_length=300, help_text="Of the address, as the list has it.")

    class Meta:
        ordering = ["name", "pk"]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.UniqueConstraint(fields=["user", "place", "name"], name="a_view_has_its_name")
        ]

    def __str__(self) -> str:
        return f"{self.place}: {self.name}"


class Trial(models.Model):
    """Two ways tried against each other: on halves of clients, test coils, or visits in a row."""

    name = models.CharField(max_length=120)
    way_a = models.CharField(max_length=120)
    way_b = models.CharField(max_length=120)
    trait = models.CharField(max_length=20, choices=TRAITS)
    layout = models.CharField(max_length=10, choices=LAYOUTS, default=TrialLayout.HALVES)
    alpha = models.FloatField(default=0.05)
    most = models.PositiveSmallIntegerField(default=20, help_text="No more pairs than these.")
    begun_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    begun_at = models.DateTimeField(default=timezone.now)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-begun_at", "-pk"]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.CheckConstraint(
                condition=Q(alpha__gt=0, alpha__lte=0.5), name="error_that_can_be_agreed"
            ),
            models.CheckConstraint(condition=~Q(way_a=F("way_b")), name="two_ways_that_differ"),
        ]

    def __str__(self) -> str:
        return self.name


class TrialPair(models.Model):
    """One client in a trial: which half got which way, and how both came out."""

    trial = models.ForeignKey(Trial, on_delete=models.CASCADE, related_name="pairs")
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="trial_pairs")
    number = models.PositiveSmallIntegerField()
    a_left = models.BooleanField(help_text="Whether way a went on the left half; by a coin.")
    left = models.PositiveSmallIntegerField(null=True, blank=True)
    right = models.PositiveSmallIntegerField(null=True, blank=True)
    rated_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["number"]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.UniqueConstraint(fields=["trial", "number"], name="each_trial_pair_once"),
            models.CheckConstraint(
                condition=Q(left=None, right=None)
                | Q(left__gte=1, left__lte=5, right__gte=1, right__lte=5),
                name="both_halves_rated_1_to_5",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.trial}, {self.number}"
