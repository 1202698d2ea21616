"""Bottles."""

from django.db import models
from django.db.models import Q
from simple_history.models import HistoricalRecords

from craft.vocabulary import Role, Weight


def choices(words: type[Role] | type[Weight]) -> list[tuple[str, str]]:
    return [(one.value, one.value.replace("_", " ")) for one in words]


class Product(models.Model):
    """A product on the shelf, with the grams of one pump, squirt or puddle."""

    name = models.CharField(max_length=120, unique=True)
    role = models.CharField(max_length=20, choices=choices(Role))
    weight = models.CharField(max_length=10, choices=choices(Weight), default=Weight.MEDIUM)
    ingredients = models.TextField(blank=True, help_text="The label's list.")
    unit = models.CharField(max_length=30, default="pump")
    unit_g = models.FloatField(null=True, blank=True, help_text="Grams of one unit.")
    stock_g = models.FloatField(default=0)
    history = HistoricalRecords()

    class Meta:
        ordering = ["role", "name"]
        constraints = [
            models.CheckConstraint(
                condition=Q(unit_g__isnull=True) | Q(unit_g__gt=0), name="unit_weighs_something"
            ),
            models.CheckConstraint(condition=Q(stock_g__gte=0), name="stock_is_not_negative"),
        ]

    def __str__(self) -> str:
        return self.name
