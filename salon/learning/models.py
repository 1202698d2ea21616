"""Samples that follow from visits, and the factors that follow from samples."""

from typing import ClassVar

from django.db import models
from django.db.models import Q

from craft.vocabulary import LearnedOf, Promised
from salon.clients.models import Client

QUANTITIES = [(quantity.value, quantity.value) for quantity in LearnedOf]


#: It was no less than that, and nobody knows how much more.
OPEN_ENDED = Q(at_least__isnull=False, at_most__isnull=True)


class LearnedSample(models.Model):
    """What one visit says of one quantity, against the value of the salon's standard.

    Follows from the log of a visit, which is named by its number and never read from here.
    """

    visit = models.PositiveBigIntegerField(db_index=True)
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="learned_samples")
    hands = models.CharField(max_length=150, blank=True, help_text="Who did it.")
    quantity = models.CharField(max_length=12, choices=QUANTITIES)
    group = models.CharField(max_length=80, help_text="What is learned together.")
    standard = models.FloatField(help_text="Value of the salon's standard: minutes, grams or cm.")
    actual = models.FloatField(help_text="What it was.")
    at_least = models.FloatField(
        null=True, help_text="Where only bounds were seen: it was no less than this."
    )
    at_most = models.FloatField(null=True, help_text="Nor more than this; null: nobody knows.")
    log_ratio = models.FloatField()
    expected = models.FloatField(
        null=True, help_text="Its logarithm, by what had been learned before; null: nothing had."
    )
    inside = models.BooleanField(null=True, help_text="Whether it fell where nine in ten do.")
    at = models.DateTimeField(help_text="When the visit began.")
    doubtful = models.BooleanField(
        default=False, help_text="Further from what was expected than a visit can be."
    )
    used = models.BooleanField(default=True, help_text="Whether the factor is learned from it.")

    class Meta:
        ordering = ["-at", "-pk"]
        indexes = [
            models.Index(fields=["quantity", "group", "-at"]),
            models.Index(fields=["client", "quantity", "-at"]),
        ]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.CheckConstraint(
                condition=Q(standard__gt=0, actual__gt=0), name="learned_from_something"
            )
        ]

    def __str__(self) -> str:
        return f"{self.group}: {self.actual:g} for {self.standard:g}"


class LearningChoice(models.Model):
    """A decision of the salon whether one visit counts for a learned value.

    Does not follow from a log: it stays when everything else is rebuilt.
    """

    visit = models.PositiveBigIntegerField(db_index=True)
    quantity = models.CharField(max_length=12, help_text="As in samples; drying: of opened sets.")
    group = models.CharField(max_length=80, blank=True, help_text="As in samples.")
    used = models.BooleanField()
    by = models.CharField(max_length=150, blank=True)
    at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-at", "-pk"]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.UniqueConstraint(
                fields=["visit", "quantity", "group"], name="one_choice_for_a_visit"
            )
        ]

    def __str__(self) -> str:
        return f"{self.quantity} {self.group} of visit {self.visit}: {self.used}"


class LearnedFactor(models.Model):
    """A factor as it was last learned: of the salon, and of hands where it goes by them."""

    quantity = models.CharField(max_length=12, choices=QUANTITIES)
    group = models.CharField(max_length=80)
    hands = models.CharField(max_length=150, blank=True, help_text="Empty: of the salon.")
    log_factor = models.FloatField()
    unsure = models.FloatField()
    visits = models.PositiveIntegerField()
    spread = models.FloatField()
    freedom = models.FloatField()
    newest_at = models.DateTimeField(help_text="When the newest visit of its group began.")

    class Meta:
        ordering = ["quantity", "group", "hands"]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.UniqueConstraint(fields=["quantity", "group", "hands"], name="each_factor_once")
        ]

    def __str__(self) -> str:
        return f"{self.group} {self.hands}: {self.visits}"


class Promise(models.Model):
    """What a plan promised with odds, and whether it came. Follows from the log of a visit."""

    visit = models.PositiveBigIntegerField(db_index=True)
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="promises")
    kind = models.CharField(max_length=12, choices=[(kind.value, kind.value) for kind in Promised])
    odds = models.FloatField(help_text="As it was shown.")
    forecast = models.FloatField(
        null=True, help_text="As the forecast alone had it; null: shown just so."
    )
    came = models.BooleanField()
    at = models.DateTimeField(help_text="When the visit began.")

    class Meta:
        ordering = ["-at", "-pk"]
        indexes = [models.Index(fields=["kind", "-at"])]
        constraints: ClassVar[list[models.BaseConstraint]] = [
            models.CheckConstraint(condition=Q(odds__gte=0, odds__lte=1), name="odds_are_shares")
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.odds:.0%}: {self.came}"


class LearnedOdds(models.Model):
    """How odds of a kind have to be bent to come true, as it was last learned."""

    kind = models.CharField(
        max_length=12, unique=True, choices=[(kind.value, kind.value) for kind in Promised]
    )
    shift = models.FloatField()
    slope = models.FloatField()
    promises = models.PositiveIntegerField()

    class Meta:
        ordering = ["kind"]

    def __str__(self) -> str:
        return f"{self.kind}: {self.promises}"
