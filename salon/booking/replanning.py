"""A day planned anew: the whole of it, or the smallest change for somebody who is late."""

from dataclasses import dataclass
from datetime import date

from django.db import transaction
from django.utils import timezone

from craft.contract.day import DayAnswer, DayRequest
from salon.booking.asking import bookings_on, request_for, segment_in
from salon.booking.hours import Hours, moment_of
from salon.booking.models import Booking
from salon.booking.placing import open_hours
from salon.booking.services import changed, version_of, write_segments
from salon.working import worked

#: Seconds of search for a whole day.
DAY_S = 1.5


@dataclass(frozen=True)
class Replanned:
    """What a change of the day comes to, before it is kept.

    Args:
        hours: of the date
        seen: number of the date as it was read
        answer: of the core
    """

    hours: Hours
    seen: int
    answer: DayAnswer


def replanned(day: date, *, least_change: bool = False, limit_s: float = DAY_S) -> Replanned:
    """The whole day anew: what runs stays, hours that were told are kept."""
    hours, seen = open_hours(day), version_of(day)
    bookings = bookings_on(day)
    request = request_for(
        hours, bookings, fixed=False, limit_s=limit_s, least_change=least_change, draws=300
    )
    return Replanned(hours, seen, beside(request))


def late(booking: Booking, minutes: int) -> Replanned:
    """A head comes late: the smallest change of the day that makes up for it.

    Raises:
        Taken: the day does not bear it, with what would help
    """
    day = timezone.localdate(booking.start)
    hours, seen = open_hours(day), version_of(day)
    bookings = bookings_on(day)
    for other in bookings:
        if other.pk == booking.pk:
            other.late_min = minutes
    request = request_for(hours, bookings, fixed=False, limit_s=DAY_S, least_change=True, draws=300)
    return Replanned(hours, seen, beside(request))


def beside(request: DayRequest) -> DayAnswer:
    """A long search, in a process of its own: nobody else waits for it."""
    return DayAnswer.model_validate_json(worked("day", request))


@transaction.atomic
def keep_replanned(replan: Replanned) -> None:
    """Keep a changed day.

    Raises:
        Taken: somebody else was faster
    """
    changed(replan.hours.date, replan.seen)
    bookings = {str(booking.pk): booking for booking in bookings_on(replan.hours.date)}
    for key in {segment.head for segment in replan.answer.segments}:
        booking = bookings[key]
        segments = [
            segment_in(segment, replan.hours, fixed=False) for segment in booking.segments.all()
        ]
        write_segments(booking, segments, replan.answer, key, replan.hours)
        own = [segment for segment in replan.answer.segments if segment.head == key]
        booking.end = moment_of(own[-1].end, replan.hours.date)
        booking.version += 1
        booking.save(update_fields=["end", "version"])
