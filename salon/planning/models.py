"""Saved plans."""

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone

from salon.heads.models import Head


class Plan(models.Model):
    """A plan as it was made: request, answer and rules never change afterwards."""

    head = models.ForeignKey(Head, on_delete=models.CASCADE, related_name="plans")
    title = models.CharField(max_length=120)
    style = models.CharField(max_length=40)
    request = models.JSONField()
    answer = models.JSONField()
    rules_version = models.CharField(max_length=20)
    made_at = models.DateTimeField(default=timezone.now)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )
    planned_start = models.DateTimeField(null=True, blank=True, help_text="When it shall begin.")
    replaces = models.ForeignKey(
        "self", null=True, blank=True, on_delete=models.SET_NULL, related_name="replaced_by"
    )

    class Meta:
        ordering = ["-made_at", "-pk"]
        indexes = [
            models.Index(fields=["head", "-made_at"]),
            models.Index(fields=["planned_start"]),
        ]
        constraints = [
            models.CheckConstraint(condition=~Q(rules_version=""), name="plan_knows_its_rules")
        ]

    def __str__(self) -> str:
        return f"{self.title}, {self.made_at:%Y-%m-%d}"


def still_to_come() -> "models.QuerySet[Plan]":
    """Plans with an hour that were not run and not revised."""
    return Plan.objects.filter(planned_start__isnull=False, visits=None, replaced_by=None)


class Routine(models.Model):
    """A routine of the house: what was wished and changed by hand, fitted anew to every head."""

    name = models.CharField(max_length=80, unique=True)
    title = models.CharField(max_length=120)
    wish = models.JSONField()
    made_at = models.DateTimeField(default=timezone.now)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )

    class Meta:
        ordering = ["name"]
        constraints = [models.CheckConstraint(condition=~Q(name=""), name="routine_has_a_name")]

    def __str__(self) -> str:
        return self.name
