"""Requests that were sent with a key."""

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone


class SentRequest(models.Model):
    """A request that changed something, by the key its sender made: sent again, it is answered."""

    key = models.CharField(max_length=80)
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    path = models.CharField(max_length=200)
    content = models.CharField(max_length=64, help_text="Fingerprint of what was sent.")
    status = models.PositiveSmallIntegerField(default=0)
    answer = models.BinaryField(default=bytes)
    content_type = models.CharField(max_length=80, default="application/json")
    pid = models.PositiveIntegerField(
        null=True, help_text="Process that is at work on it; null: done in one transaction."
    )
    written = models.BooleanField(
        default=False, help_text="Its work was written, whatever became of the answer."
    )
    at = models.DateTimeField(default=timezone.now, db_index=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["user", "key"], name="a_request_is_done_once"),
            models.CheckConstraint(condition=~Q(key=""), name="a_sent_request_has_a_key"),
        ]

    def __str__(self) -> str:
        return f"{self.path}, {self.key}"
