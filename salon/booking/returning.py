"""Who is due back: by the wear of what was done last, and nothing booked yet."""

from dataclasses import dataclass
from datetime import date, datetime, timedelta

from django.db.models import OuterRef, Subquery
from django.utils import timezone

from craft.styles.catalogue import KEEP_STYLE
from craft.vocabulary import VisitState
from salon.booking.models import ACTIVE, Booking
from salon.booking.releases import opens_at
from salon.planning.models import without_long
from salon.visits.models import Visit
from salon.visits.waiting import waits_for_opening
from salon.visits.wear_dates import WearDates, wear_dates

#: Who is due within so many days is listed. What was done longer ago is only listed where it has to
#: be taken out.
AHEAD_DAYS, LOOK_BACK_DAYS = 14, 120
#: No set stays in longer than this.
IN_SET_MOST = timedelta(days=14)


@dataclass(frozen=True)
class Due:
    """A client who is due back.

    Args:
        visit: the last one
        dates: of what is worn since
        overdue: whether it has been worn too long
        opens_at: when its set is to be opened; None where none is in
    """

    visit: Visit
    dates: WearDates
    overdue: bool
    opens_at: datetime | None = None

    @property
    def at_home(self) -> bool:
        """Whether the client opens the set."""
        return self.visit.state != VisitState.BETWEEN


def last_visits(since_days: int) -> list[Visit]:
    """The last visit of each client who was here lately and has nothing booked."""
    booked = Booking.objects.filter(state__in=ACTIVE, end__gte=timezone.now()).values("client")
    begun = Visit.objects.exclude(state=VisitState.PLANNED).exclude(plan__style__in=KEEP_STYLE)
    newest = begun.filter(client=OuterRef("client")).order_by("-started_at", "-pk").values("pk")[:1]
    rows = begun.filter(
        pk=Subquery(newest), started_at__gte=timezone.now() - timedelta(days=since_days)
    )
    rows = rows.exclude(client__in=booked).exclude(client__archived_at__isnull=False)
    return list(without_long(rows.select_related("client", "plan"), "plan"))


def due_back(today: date | None = None) -> list[Due]:
    """Clients who are due back with nothing booked: sets to open first, then the most overdue."""
    now = today or timezone.localdate()
    visits = last_visits(LOOK_BACK_DAYS)
    dates = wear_dates(visits)
    rows = [
        Due(visit, dates[visit.pk], dates[visit.pk].overdue_days(now) > 0, to_open(visit))
        for visit in visits
        if visit.pk in dates
    ]
    soon = now + timedelta(days=AHEAD_DAYS)
    listed = [
        row for row in rows if row.overdue or row.opens_at or now <= row.dates.return_by <= soon
    ]
    return sorted(listed, key=lambda row: (row.opens_at is None, row.dates.return_by))


def to_open(visit: Visit) -> datetime | None:
    """When a set that is in is to be opened, here or at home; None where none is."""
    lately = visit.started_at is not None and visit.started_at > timezone.now() - IN_SET_MOST
    if visit.released_at is not None or not lately:
        return None
    waits = visit.state == VisitState.BETWEEN or waits_for_opening(visit)
    return opens_at(visit.plan) if waits else None
