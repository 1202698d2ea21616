"""People who work in the salon."""

from django.conf import settings
from django.db import models
from django.db.models import Q

from salon.platform.roles import WorkRole


class Colleague(models.Model):
    """Somebody who works in the salon: what they may do, and their pace."""

    user = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    role = models.CharField(
        max_length=10,
        choices=[(role.value, role.value) for role in WorkRole],
        default=WorkRole.SPECIALIST,
    )
    pace = models.FloatField(default=1.0, help_text="Times the salon minutes.")
    language = models.CharField(
        max_length=8,
        blank=True,
        default="",
        db_default="",
        choices=settings.LANGUAGES,
        help_text="That this person reads; empty: as the salon.",
    )
    version = models.PositiveIntegerField(default=1)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(pace__gte=0.3, pace__lte=3), name="pace_is_humanly_possible"
            ),
            models.CheckConstraint(
                condition=Q(role__in=[role.value for role in WorkRole]), name="role_is_known"
            ),
        ]

    def __str__(self) -> str:
        return self.user.get_full_name() or self.user.get_username()
