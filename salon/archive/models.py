"""What was erased: a number, nothing of the person."""

from django.db import models
from django.utils import timezone


class Erasure(models.Model):
    """A client who was erased. A backup from before is brought back without them."""

    head = models.PositiveBigIntegerField(unique=True, help_text="Number the client had.")
    at = models.DateTimeField(default=timezone.now)
    by = models.CharField(max_length=150, blank=True, help_text="Who did it.")

    class Meta:
        ordering = ["-at"]

    def __str__(self) -> str:
        return f"{self.head}, {self.at:%Y-%m-%d}"
