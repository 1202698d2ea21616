"""What was erased, and what was brought back: random ids, nothing of a person."""

from django.db import models
from django.db.models import Q
from django.utils import timezone


class Erasure(models.Model):
    """A client who was erased. A backup from before is brought back without them."""

    uid = models.UUIDField(unique=True, null=True, help_text="Lasting id of the client.")
    number = models.PositiveBigIntegerField(
        null=True, help_text="Number the client had; of erasures before clients had lasting ids."
    )
    at = models.DateTimeField(default=timezone.now)
    by = models.CharField(max_length=150, blank=True, help_text="Who did it.")

    class Meta:
        ordering = ["-at"]
        constraints = [
            models.CheckConstraint(
                condition=Q(uid__isnull=False) | Q(number__isnull=False),
                name="erasure_names_a_client",
            )
        ]

    def __str__(self) -> str:
        return f"{self.uid or self.number}, {self.at:%Y-%m-%d}"


class Restoration(models.Model):
    """A backup that was brought back: written into its database before that is put in place."""

    token = models.CharField(max_length=32, unique=True)
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["-at"]

    def __str__(self) -> str:
        return f"{self.at:%Y-%m-%d %H:%M}"
