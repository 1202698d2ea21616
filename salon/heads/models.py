"""Clients and what was observed of their hair."""

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone
from simple_history.models import HistoricalRecords

from craft.vocabulary import Night, WashRoutine, Zone


class Head(models.Model):
    """A client."""

    name = models.CharField(max_length=120)
    note = models.TextField(blank=True, max_length=2000)
    conditions = models.JSONField(default=list, blank=True, help_text="What to plan around.")
    allergies = models.JSONField(default=list, blank=True)
    avoid = models.JSONField(default=list, blank=True)
    routine = models.CharField(
        max_length=20,
        choices=[(one.value, one.value) for one in WashRoutine],
        default=WashRoutine.SHAMPOO,
    )
    night = models.CharField(
        max_length=10, choices=[(one.value, one.value) for one in Night], default=Night.BONNET
    )
    version = models.PositiveIntegerField(default=1, help_text="Raised by every change.")
    created_at = models.DateTimeField(default=timezone.now, editable=False)
    history = HistoricalRecords()

    class Meta:
        ordering = ["name", "pk"]
        indexes = [models.Index(fields=["name", "id"])]
        constraints = [models.CheckConstraint(condition=~Q(name=""), name="head_has_a_name")]

    def __str__(self) -> str:
        return self.name


class Observation(models.Model):
    """One value of one thing, seen on one day. Never changed; it may be withdrawn."""

    class Kind(models.TextChoices):
        PATTERN = "pattern"
        POROSITY = "porosity"
        DENSITY = "density"
        DENSITY_PER_CM2 = "density_per_cm2"
        CIRCUMFERENCE_CM = "circumference_cm"
        STRAND = "strand"
        DIAMETER_UM = "diameter_um"
        LENGTH_CM = "length_cm"
        RELAXED_CM = "relaxed_cm"
        HEAD_CM = "head_cm"
        BUILDUP = "buildup"

    class Method(models.TextChoices):
        BY_EYE = "by_eye"
        BY_FEEL = "by_feel"
        MEASURED = "measured"
        COUNTED = "counted"
        TOLD = "told"

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="observations")
    kind = models.CharField(max_length=20, choices=Kind)
    zone = models.CharField(
        max_length=10, blank=True, choices=[(one.value, one.value) for one in Zone]
    )
    number = models.FloatField(null=True, blank=True)
    word = models.CharField(max_length=20, blank=True)
    method = models.CharField(max_length=10, choices=Method)
    taken_at = models.DateTimeField(default=timezone.now)
    taken_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    note = models.CharField(max_length=300, blank=True)
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-taken_at", "-pk"]
        indexes = [models.Index(fields=["head", "kind", "zone", "-taken_at"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(number__isnull=False, word="") | (Q(number__isnull=True) & ~Q(word="")),
                name="observation_is_a_number_or_a_word",
            )
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.value}"

    @property
    def value(self) -> float | str:
        """The number or the word."""
        return self.word if self.number is None else self.number
