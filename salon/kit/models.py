"""What lies in the drawer and stands in the salon, and where it is just now."""

from uuid import uuid4

from django.conf import settings
from django.db import models
from django.db.models import Q
from django.utils import timezone
from simple_history.models import HistoricalRecords

from craft.vocabulary import KitKind
from craft.words import many_of
from salon.platform.language import sentence

SIZED = KitKind.ROD


class KitItem(models.Model):
    """Pieces of one kind: rods of one diameter, pins, clips, a hood …"""

    kind = models.CharField(max_length=10, choices=[(kind.value, kind.value) for kind in KitKind])
    diameter_mm = models.FloatField(null=True, blank=True, help_text="Of rods.")
    name = models.CharField(max_length=80, blank=True, help_text="Where the kind is not enough.")
    count = models.PositiveIntegerField(default=0)
    version = models.PositiveIntegerField(default=1)
    history = HistoricalRecords()

    class Meta:
        ordering = ["kind", "diameter_mm", "name"]
        constraints = [
            models.UniqueConstraint(
                fields=["kind", "name"],
                condition=Q(diameter_mm__isnull=True),
                name="each_kit_item_once",
            ),
            models.UniqueConstraint(fields=["kind", "diameter_mm", "name"], name="each_rod_once"),
            models.CheckConstraint(
                condition=Q(kind=SIZED.value, diameter_mm__isnull=False, diameter_mm__gt=0)
                | (~Q(kind=SIZED.value) & Q(diameter_mm__isnull=True)),
                name="rods_have_a_diameter",
            ),
        ]

    def __str__(self) -> str:
        return self.called(1)

    def called(self, count: int) -> str:
        """What so many of these are called."""
        name = self.name or self.kind
        pieces = sentence(name if count == 1 else many_of(name))
        if not self.diameter_mm:
            return pieces
        return sentence("{pieces} of {mm:g mm}", pieces=pieces, mm=self.diameter_mm)


class KitUse(models.Model):
    """Pieces that are out: in a client's hair, then in cleaning, then back.

    Follows from the log of a visit. The kit names plan and visit by their numbers and never reads
    them.
    """

    event = models.UUIDField(unique=True, default=uuid4, help_text="That took them out.")
    item = models.ForeignKey(KitItem, on_delete=models.CASCADE, related_name="uses")
    count = models.PositiveIntegerField()
    plan = models.PositiveBigIntegerField(null=True, blank=True, help_text="They are out for.")
    visit = models.PositiveBigIntegerField(null=True, blank=True, help_text="Whose log says so.")
    holder = models.CharField(max_length=120, blank=True, help_text="In whose hair.")
    taken_at = models.DateTimeField(default=timezone.now)
    expected_back = models.DateTimeField(help_text="From the plan, when it is taken out again.")
    cleaning_since = models.DateTimeField(null=True, blank=True)
    contact_min = models.FloatField(null=True, blank=True, help_text="Disinfectant's label [min].")
    returned_at = models.DateTimeField(null=True, blank=True)
    by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )

    class Meta:
        ordering = ["taken_at", "pk"]
        indexes = [
            models.Index(fields=["plan"]),
            models.Index(fields=["visit"]),
            models.Index(fields=["returned_at"]),
        ]
        constraints = [
            models.CheckConstraint(condition=Q(count__gt=0), name="something_was_taken"),
            models.CheckConstraint(
                condition=Q(cleaning_since__isnull=True) | Q(contact_min__gt=0),
                name="cleaning_has_a_contact_time",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.count} × {self.item}"
