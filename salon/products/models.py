"""Bottles: what is in them, how much, how they are dosed, and what they do to each other."""

from enum import StrEnum

from django.conf import settings
from django.contrib.auth.models import User
from django.db import models
from django.db.models import F, Q
from django.utils import timezone
from simple_history.models import HistoricalRecords

from craft.vocabulary import Directions, Flaking, Hold, Role, Weight


def choices(words: type[StrEnum]) -> list[tuple[str, str]]:
    """The words of a vocabulary as choices of a column."""
    return [(word.value, word.value.replace("_", " ")) for word in words]


def by_somebody() -> "models.ForeignKey[User | None, User | None]":
    """Who did it; kept when they leave."""
    return models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )


class Product(models.Model):
    """A product on the shelf, with the grams of one pump, squirt or puddle."""

    name = models.CharField(max_length=120, unique=True)
    role = models.CharField(max_length=20, choices=choices(Role))
    also = models.JSONField(default=list, blank=True, help_text="Other roles it may serve.")
    weight = models.CharField(max_length=10, choices=choices(Weight), default=Weight.MEDIUM)
    hold = models.CharField(max_length=10, choices=choices(Hold), blank=True)
    directions = models.CharField(max_length=10, choices=choices(Directions), blank=True)
    dwell_min = models.FloatField(null=True, blank=True, help_text="Least time, as labelled [min].")
    dwell_max_min = models.FloatField(null=True, blank=True, help_text="Longest time [min].")
    ingredients = models.TextField(blank=True, help_text="The label's list.")
    unit = models.CharField(max_length=30, default="pump")
    unit_g = models.FloatField(null=True, blank=True, help_text="Grams of one unit.")
    stock_g = models.FloatField(default=0, help_text="What is left, in all bottles of it.")
    full_g = models.FloatField(null=True, blank=True, help_text="Content of a full bottle [g].")
    price = models.DecimalField(
        max_digits=8, decimal_places=2, null=True, blank=True, help_text="Of a full bottle."
    )
    batch = models.CharField(max_length=40, blank=True)
    barcode = models.CharField(max_length=20, blank=True)
    best_before = models.DateField(null=True, blank=True)
    opened_on = models.DateField(null=True, blank=True)
    months_after_opening = models.PositiveSmallIntegerField(null=True, blank=True)
    made_on = models.DateField(null=True, blank=True, help_text="Of something homemade.")
    keeps_days = models.PositiveSmallIntegerField(null=True, blank=True)
    note = models.TextField(blank=True, max_length=2000)
    retired_at = models.DateTimeField(null=True, blank=True)
    version = models.PositiveIntegerField(default=1)
    history = HistoricalRecords()

    class Meta:
        ordering = ["role", "name"]
        constraints = [
            models.CheckConstraint(
                condition=Q(unit_g__isnull=True) | Q(unit_g__gt=0), name="unit_weighs_something"
            ),
            models.CheckConstraint(condition=Q(stock_g__gte=0), name="stock_is_not_negative"),
            models.CheckConstraint(
                condition=Q(full_g__isnull=True) | Q(full_g__gt=0), name="bottle_holds_something"
            ),
            models.CheckConstraint(
                condition=Q(price__isnull=True) | Q(price__gte=0), name="price_is_not_negative"
            ),
            models.CheckConstraint(
                condition=Q(dwell_min__isnull=True)
                | Q(dwell_max_min__isnull=True)
                | Q(dwell_min__lte=F("dwell_max_min")),
                name="dwell_is_a_range",
            ),
        ]

    def __str__(self) -> str:
        return self.name


class StockMove(models.Model):
    """Grams that came to a bottle or went from it. Never changed; undone by a mark."""

    class Kind(models.TextChoices):
        DELIVERY = "delivery"
        USED = "used"
        RECOUNT = "recount"
        WASTE = "waste"

    product = models.ForeignKey(Product, on_delete=models.CASCADE, related_name="moves")
    kind = models.CharField(max_length=10, choices=Kind.choices)
    grams = models.FloatField(help_text="Positive in, negative out.")
    beyond_g = models.FloatField(
        default=0, help_text="Used beyond what the shelf knew of; not in the grams."
    )
    weighed = models.BooleanField(default=True, help_text="Else taken from the plan.")
    visit = models.PositiveBigIntegerField(null=True, blank=True, help_text="That used it.")
    note = models.CharField(max_length=200, blank=True)
    at = models.DateTimeField(default=timezone.now, help_text="When it happened.")
    booked_at = models.DateTimeField(default=timezone.now, help_text="When the shelf learned it.")
    by = by_somebody()
    undone_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-at", "-pk"]
        indexes = [
            models.Index(fields=["kind", "at"]),
            models.Index(fields=["product", "-at"]),
            models.Index(fields=["visit"]),
        ]
        constraints = [
            models.CheckConstraint(
                condition=~Q(kind="used") | Q(grams__lte=0), name="use_takes_out"
            ),
            models.CheckConstraint(condition=Q(beyond_g__gte=0), name="beyond_is_not_negative"),
            models.UniqueConstraint(
                fields=["visit", "product"],
                condition=Q(kind="used"),
                name="a_visit_uses_a_product_once",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.grams:+g} g"


class Calibration(models.Model):
    """What one unit of a bottle weighed, reading by reading."""

    product = models.ForeignKey(Product, on_delete=models.CASCADE, related_name="calibrations")
    unit = models.CharField(max_length=30)
    readings = models.JSONField(help_text="units and grams of each weighing.")
    unit_g = models.FloatField()
    spread_g = models.FloatField(null=True)
    at = models.DateTimeField(default=timezone.now)
    by = by_somebody()

    class Meta:
        ordering = ["-at", "-pk"]
        constraints = [
            models.CheckConstraint(condition=Q(unit_g__gt=0), name="calibrated_unit_weighs")
        ]

    def __str__(self) -> str:
        return f"{self.unit}: {self.unit_g:.2f} g"


class Weighing(models.Model):
    """A dose weighed at the chair, in units of the hand: evidence of drift."""

    product = models.ForeignKey(Product, on_delete=models.CASCADE, related_name="weighings")
    units = models.FloatField()
    grams = models.FloatField()
    visit = models.PositiveBigIntegerField(null=True, blank=True)
    at = models.DateTimeField(default=timezone.now)
    by = by_somebody()

    class Meta:
        ordering = ["-at", "-pk"]
        indexes = [models.Index(fields=["product", "-at"])]
        constraints = [
            models.CheckConstraint(condition=Q(units__gt=0, grams__gt=0), name="weighed_something")
        ]

    def __str__(self) -> str:
        return f"{self.units:g} weighed {self.grams:g} g"


class Pair(models.Model):
    """Two products that were laid in together, and what is known of them.

    The counts follow from `PairSighting`, the verdict from counts and palm tests; both are kept
    here so that a plan reads neither.
    """

    first = models.ForeignKey(Product, on_delete=models.CASCADE, related_name="+")
    second = models.ForeignKey(Product, on_delete=models.CASCADE, related_name="+")
    flaked = models.PositiveIntegerField(default=0)
    clear = models.PositiveIntegerField(default=0)
    flakes = models.BooleanField(default=False, help_text="To be kept apart.")
    because = models.CharField(max_length=200, blank=True)

    class Meta:
        indexes = [models.Index(fields=["flakes"])]
        constraints = [
            models.UniqueConstraint(fields=["first", "second"], name="each_pair_once"),
            models.CheckConstraint(condition=Q(first__lt=F("second")), name="pair_is_ordered"),
        ]

    def __str__(self) -> str:
        return f"{self.first} with {self.second}"


class PairSighting(models.Model):
    """A pair that was left in on a client, and whether it left flakes there.

    Follows from the log of a visit, which is named by its number and never read from here.
    """

    pair = models.ForeignKey(Pair, on_delete=models.CASCADE, related_name="sightings")
    visit = models.PositiveBigIntegerField()
    flaked = models.BooleanField()

    class Meta:
        indexes = [models.Index(fields=["visit"])]
        constraints = [
            models.UniqueConstraint(fields=["pair", "visit"], name="each_pair_once_a_visit")
        ]

    def __str__(self) -> str:
        return f"{self.pair}: {'flaked' if self.flaked else 'clear'}"


class PalmTest(models.Model):
    """A pair rubbed on the palm."""

    pair = models.ForeignKey(Pair, on_delete=models.CASCADE, related_name="tests")
    result = models.CharField(max_length=10, choices=choices(Flaking))
    note = models.CharField(max_length=200, blank=True)
    at = models.DateTimeField(default=timezone.now)
    by = by_somebody()

    class Meta:
        ordering = ["at", "pk"]

    def __str__(self) -> str:
        return f"{self.pair}: {self.result}"
