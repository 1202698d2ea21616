"""Pictures taken with the strand scope."""

from datetime import UTC, datetime, timedelta

from django.conf import settings
from django.db import models
from django.utils import timezone

from craft.vocabulary import Zone
from salon.clients.models import Client


class ScopePicture(models.Model):
    """A picture with what was counted on it, and what the specialist made of that."""

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="scope_pictures")
    zone = models.CharField(
        max_length=10, blank=True, choices=[(zone.value, zone.value) for zone in Zone]
    )
    image = models.FileField(upload_to="scope/")
    um_per_px = models.FloatField()
    width_px = models.PositiveIntegerField()
    height_px = models.PositiveIntegerField()
    counted = models.JSONField(help_text="Roots that were found (x, y) [px].")
    corrected = models.JSONField(
        null=True, blank=True, help_text="Roots after the specialist's taps."
    )
    frame = models.JSONField(help_text="Left, top, right, bottom of the counted scalp [px].")
    area_cm2 = models.FloatField()
    diameter_um = models.FloatField()
    taken_at = models.DateTimeField(default=timezone.now)
    taken_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )

    class Meta:
        ordering = ["-taken_at", "-pk"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(um_per_px__gt=0, area_cm2__gt=0), name="picture_has_a_scale"
            )
        ]

    def __str__(self) -> str:
        return f"{self.client}, {self.zone or 'scalp'}, {self.taken_at:%Y-%m-%d}"

    @property
    def roots(self) -> list[list[float]]:
        """Roots that count."""
        roots: list[list[float]] = self.counted if self.corrected is None else self.corrected
        return roots


class ScaleBowl(models.Model):
    """What lies on the simulated scale: one row."""

    load_g = models.FloatField(default=0)
    before_g = models.FloatField(default=0, help_text="What it showed when the load changed.")
    tare_g = models.FloatField(default=0)
    changed_at = models.DateTimeField(default=timezone.now)
    plugged_in = models.BooleanField(default=True)

    class Meta:
        constraints = [models.CheckConstraint(condition=models.Q(pk=1), name="one_scale")]

    def __str__(self) -> str:
        return f"{self.load_g:g} g"

    @classmethod
    def now(cls) -> "ScaleBowl":
        """The bowl as it is; before anything was done to it, one that has long been empty."""
        long_ago = datetime.fromtimestamp(0, UTC)
        return cls.objects.filter(pk=1).first() or cls(pk=1, changed_at=long_ago)


class RoomStandIn(models.Model):
    """What was done to the simulated room sensor: one row."""

    GOOD, SILENT, STUCK, LOST = "good", "silent", "stuck", "lost"
    MODES = [(mode, mode) for mode in (GOOD, SILENT, STUCK, LOST)]

    mode = models.CharField(max_length=8, choices=MODES, default=GOOD)
    since = models.DateTimeField(default=timezone.now)
    temp_c = models.FloatField(default=22.6, help_text="What it is stuck at [°C].")
    rh = models.FloatField(default=0.58, help_text="What it is stuck at, 0 to 1.")

    class Meta:
        constraints = [models.CheckConstraint(condition=models.Q(pk=1), name="one_room_sensor")]

    def __str__(self) -> str:
        return self.mode

    @classmethod
    def now(cls) -> "RoomStandIn":
        """The sensor as it is; untouched before anybody did anything to it."""
        return cls.objects.filter(pk=1).first() or cls(pk=1)

    @classmethod
    def put(cls, mode: str) -> None:
        """Do something to the sensor; what it did before, it did long enough to be noticed."""
        noticed = timezone.now() - timedelta(minutes=20)
        cls.objects.update_or_create(pk=1, defaults={"mode": mode, "since": noticed})
