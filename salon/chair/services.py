"""Visits under way: what the chair shows, and what a new entry does to the day."""

from collections.abc import Sequence
from datetime import datetime, timedelta

from django.db import transaction
from django.utils import timezone

from craft.chair.chair import chair
from craft.contract.chair import ChairAnswer, ChairRequest
from craft.contract.visit import AnyEvent, Begun
from craft.vocabulary import BookingState, VisitState
from salon.booking.models import ACTIVE, Booking
from salon.booking.services import touch
from salon.visits.log import append, events_of
from salon.visits.models import Visit

#: A visit that nobody touched for so long is not shown as under way any more.
FORGOTTEN = timedelta(days=21)
UNDER_WAY = (VisitState.RUNNING, VisitState.BETWEEN, VisitState.RELEASED)
#: What a booking is by the state of its visit, sitting by sitting.
BOOKED_AS = {
    (1, VisitState.RUNNING): BookingState.RUNNING,
    (1, VisitState.BETWEEN): BookingState.DONE,
    (1, VisitState.RELEASED): BookingState.DONE,
    (1, VisitState.DONE): BookingState.DONE,
    (2, VisitState.RELEASED): BookingState.DONE,
    (2, VisitState.DONE): BookingState.DONE,
}


def chair_of(visit: Visit, now: datetime) -> ChairAnswer:
    """A visit at a moment, as the core sees it.

    Args:
        visit: with its plan
        now: the moment
    Raises:
        CraftError: an entry of its log speaks of what the plan does not have
    """
    return chair(
        ChairRequest(
            plan=visit.plan.answered, asked=visit.plan.requested, events=events_of(visit), now=now
        )
    )


def under_way() -> list[Visit]:
    """Visits that are not over, the oldest first."""
    since = timezone.now() - FORGOTTEN
    rows = Visit.objects.filter(state__in=UNDER_WAY, started_at__gt=since, head__archived_at=None)
    return list(rows.select_related("plan", "head").order_by("started_at", "pk"))


@transaction.atomic
def note(visit: Visit, events: Sequence[AnyEvent]) -> Visit:
    """Add entries to the log of a visit; its bookings and the day follow.

    Raises:
        CraftError: an entry speaks of what the plan does not have; nothing is added then
    """
    visit = append(visit, events)
    if any(isinstance(event, Begun) for event in events) or visit.state != VisitState.RUNNING:
        follow_bookings(visit)
    return visit


def follow_bookings(visit: Visit) -> None:
    """Bookings of a plan become what its visit is."""
    for booking in Booking.objects.select_for_update().filter(plan=visit.plan, state__in=ACTIVE):
        state = BOOKED_AS.get((booking.sitting, VisitState(visit.state)))
        if state is not None and booking.state != state:
            booking.state = state.value
            booking.version += 1
            booking.save(update_fields=["state", "version"])
            touch(timezone.localdate(booking.start))
