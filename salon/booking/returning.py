"""Who is due back: by the wear of what was done last, and nothing booked yet."""

from dataclasses import dataclass
from datetime import date, timedelta

from django.db.models import Max
from django.utils import timezone

from craft.vocabulary import Style
from craft.wear.limits import worn_too_long
from salon.booking.models import ACTIVE, Booking
from salon.planning.models import Plan

#: Who is due within so many days is told, and so long after it was due.
AHEAD_DAYS, OVERDUE_DAYS = 14, 60


@dataclass(frozen=True)
class Due:
    """A head that is due back.

    Args:
        plan: what was done last
        wash_by, return_by: dates the card for home told
        overdue: what was done should have come off by now
    """

    plan: Plan
    wash_by: date
    return_by: date
    overdue: bool


def due_back(today: date | None = None) -> list[Due]:
    """Heads that are due back and have nothing booked, the most overdue first."""
    now = today or timezone.localdate()
    booked = Booking.objects.filter(state__in=ACTIVE, end__gte=timezone.now()).values("head")
    since = timezone.now() - timedelta(days=OVERDUE_DAYS + AHEAD_DAYS)
    last = (
        Plan.objects.filter(begun_at__gte=since)
        .exclude(head__in=booked)
        .exclude(head__archived_at__isnull=False)
        .values("head")
        .annotate(last=Max("begun_at"))
        .values("last")
    )
    results = []
    for plan in Plan.objects.filter(begun_at__in=last).select_related("head"):
        begun = timezone.localdate(plan.begun_at)
        home = plan.answered.home
        wash_by = begun + timedelta(days=home.wash_by_day)
        return_by = begun + timedelta(days=home.return_by_day)
        overdue = worn_too_long(Style(plan.style), wash_by, return_by, now)
        due = Due(plan, wash_by, return_by, overdue)
        if due.return_by <= now + timedelta(days=AHEAD_DAYS):
            results.append(due)
    return sorted(results, key=lambda each: each.return_by)
