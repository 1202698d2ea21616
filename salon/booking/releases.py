"""When a set that was made here may be opened: a client comes back for it no sooner."""

from datetime import datetime, timedelta

from django.utils import timezone

from craft.vocabulary import VisitState
from salon.booking.models import ACTIVE, Booking
from salon.planning.models import Plan


def begins_at(plan: Plan) -> datetime | None:
    """When a service begins or began: by its visit, its booking, or the hour it is planned for."""
    visit = plan.visits.exclude(state=VisitState.PLANNED).order_by("-started_at").first()
    if visit is not None:
        return visit.started_at
    first = plan.bookings.filter(sitting=1, state__in=ACTIVE).first()
    return first.start if first is not None else plan.planned_start


def set_is_made(plan: Plan) -> datetime | None:
    """When the first appointment of a plan is over; None where it has no hour."""
    begins = begins_at(plan)
    if begins is None:
        return None
    return begins + timedelta(minutes=plan.parsed_answer.totals.first_sitting_min)


def opens_at(plan: Plan) -> datetime | None:
    """When a set may be opened in the salon, as it was planned; None where it has no hour."""
    begins, answer = begins_at(plan), plan.parsed_answer
    if begins is None or answer.totals.release_min is None:
        return None
    if answer.times is not None and answer.times.release is not None:
        # The plan looked for an hour in which the salon is open.
        return answer.times.release + (begins - answer.times.start)
    return begins + timedelta(minutes=answer.totals.release_min)


def opens_too_soon(booking: Booking) -> datetime | None:
    """When the set of a booking may be opened, where it is booked for sooner; else None."""
    if booking.plan is None or booking.sitting == 1:
        return None
    opens = opens_at(booking.plan)
    return timezone.localtime(opens) if opens is not None and booking.start < opens else None
