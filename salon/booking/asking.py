"""A day in the terms of the core: who comes, where everything is, whose hands are there."""

from collections.abc import Iterable, Sequence
from datetime import date, datetime
from typing import Any

from django.utils import timezone
from rest_framework.exceptions import ValidationError

from craft.contract import parse
from craft.contract.day import (
    DAY_MOST_MIN,
    BoardRequest,
    DayRequest,
    HeadIn,
    KeptIn,
    SegmentIn,
)
from craft.day.from_plan import segments as plan_segments
from craft.day.standing import without_clashes
from craft.vocabulary import BookingState, Station
from salon.booking.hours import Hours, minute_of, moment_of, specialists_on, stations, who_knows
from salon.booking.models import ACTIVE, BookedSegment, Booking
from salon.planning.models import Plan, without_long
from salon.platform.language import sentence

#: Seconds of search for one newcomer.
PLACE_S = 0.5


#: A client that is given an hour begins by so much after it [min]. Salon standard.
START_GRACE_MIN = 10


def bookings_on(day: date) -> list[Booking]:
    """Everybody who comes on a date, with their segments."""
    begin, end = moment_of(0, day), moment_of(24 * 60, day)
    rows = Booking.objects.filter(start__gte=begin, start__lt=end)
    return list(
        without_long(rows.select_related("client", "plan", "wanted"), "plan").prefetch_related(
            "segments__specialist"
        )
    )


def segment_in(segment: BookedSegment, hours: Hours, *, fixed: bool) -> SegmentIn:
    """A booked segment as the core reads it."""
    return SegmentIn(
        station=segment.station,
        hands=segment.hands,
        minutes=segment.minutes,
        minutes_most=segment.minutes_most,
        max_wait_after=segment.max_wait_after,
        key=segment.step,
        title=segment.title,
        family=segment.family,
        spread=segment.spread,
        fine=segment.fine,
        start=minute_of(segment.start, hours.date) if fixed else None,
        specialist=str(segment.specialist_id) if fixed and segment.specialist_id else None,
    )


def head_in(booking: Booking, hours: Hours, now: datetime, *, fixed: bool) -> HeadIn:
    """A booking as the core reads it: what has begun stays, the promised hour is kept."""
    start = minute_of(booking.start, hours.date)
    late = booking.late_min
    done_by = promised_min(booking.promised_end, hours, late)
    running = booking.state == BookingState.RUNNING
    segments = [
        segment_in(segment, hours, fixed=fixed or (running and segment.start <= now))
        for segment in booking.segments.all()
    ]
    return HeadIn(
        id=str(booking.pk),
        name=booking.client.name,
        arrive_min=max(0, start + late),
        start_by_min=None if fixed else max(0, start + late + START_GRACE_MIN),
        done_by_min=None if fixed else done_by,
        specialist=str(booking.wanted_id) if booking.wanted_id and not fixed else None,
        may=None if fixed or booking.plan is None else who_knows(booking.plan.style),
        segments=segments,
    )


def promised_min(end: datetime | None, hours: Hours, late_min: int = 0) -> int | None:
    """By when somebody is to be done: what was promised moves with whoever comes late [min].

    What was promised for another day binds nothing on this one.
    """
    if end is None or not is_of(end, hours):
        return None
    return min(minute_of(end, hours.date) + late_min, DAY_MOST_MIN)


def is_of(moment: datetime, hours: Hours) -> bool:
    """Whether a moment is one of the working day of a date, which may go on into the next."""
    return 0 <= minute_of(moment, hours.date) <= DAY_MOST_MIN


def kept_of(bookings: Iterable[Booking], hours: Hours) -> list[KeptIn]:
    """Where everything is now."""
    return [
        KeptIn(
            head=str(booking.pk),
            index=segment.index,
            start=max(0, minute_of(segment.start, hours.date)),
            end=max(0, minute_of(segment.end, hours.date)),
            specialist=str(segment.specialist_id) if segment.specialist_id else None,
        )
        for booking in bookings
        for segment in booking.segments.all()
    ]


def request_for(
    hours: Hours,
    bookings: Sequence[Booking],
    *,
    fixed: bool,
    newcomers: Sequence[HeadIn] = (),
    limit_s: float = PLACE_S,
    least_change: bool = False,
    draws: int = 0,
) -> DayRequest:
    """The day as the core reads it.

    Args:
        hours: of the date
        bookings: who comes
        fixed: whether everything booked stays where it is
        newcomers: who else is to come
        limit_s: seconds of search
        least_change: move as little as can be
        draws: days that are drawn for the odds
    """
    now = timezone.now()
    active = [booking for booking in bookings if booking.state in ACTIVE]
    clients = [head_in(booking, hours, now, fixed=fixed) for booking in active]
    request = parse(
        DayRequest,
        place_and_people(hours, active)
        | {
            "heads": [client.model_dump() for client in clients],
            "limit_s": limit_s,
            "least_change": least_change,
            "draws": draws,
            # Who is placed beside others is given the first free slot instead.
            "explain": not fixed,
        },
    )
    if fixed:
        request = without_clashes(request)
    return request.model_copy(update={"heads": [*request.heads, *newcomers]})


def place_and_people(hours: Hours, bookings: Sequence[Booking]) -> dict[str, Any]:
    """What of a date is the same whatever is asked of it."""
    return {
        "open_min": hours.open_min,
        "close_min": close_of(hours, bookings),
        "closing_min": hours.close_min if hours.close_min > hours.open_min else None,
        "stations": stations(),
        "specialists": [person.model_dump() for person in specialists_on(hours)],
        "kept": [kept.model_dump() for kept in kept_of(bookings, hours)],
    }


def board_request(
    hours: Hours, bookings: Sequence[Booking], now: datetime, draws: int
) -> BoardRequest:
    """A day as it stands, in the core's terms.

    Args:
        hours: of the date
        bookings: who takes hands and places
        now: what is over by then is no longer unsure
        draws: days that are drawn for the odds
    """
    clients = [head_in(booking, hours, now, fixed=False) for booking in bookings]
    return parse(
        BoardRequest,
        place_and_people(hours, bookings)
        | {
            "heads": [client.model_dump() for client in clients],
            "draws": draws,
            "now_min": min(max(0, minute_of(now, hours.date)), DAY_MOST_MIN),
        },
    )


def close_of(hours: Hours, active: Sequence[Booking]) -> int:
    """When the day ends: what was booked past closing does not make the day impossible."""
    ends = [minute_of(booking.end, hours.date) for booking in active]
    return max([hours.close_min, hours.open_min + 1, *ends])


def segments_for(plan: Plan | None, sitting: int, title: str, minutes: int) -> list[SegmentIn]:
    """What a booking takes: the sitting of its plan, else one stretch of work in a chair.

    Raises:
        ValidationError: the plan has no such sitting
    """
    if plan is None:
        return [
            SegmentIn(
                station=Station.CHAIR,
                hands=True,
                minutes=minutes,
                max_wait_after=0,
                key="hold",
                title=title,
                family="shape",
            )
        ]
    pace = plan.parsed_request.pace
    segments = plan_segments(plan.parsed_answer, pace, sitting)
    if not segments:
        raise ValidationError(
            {
                "sitting": sentence(
                    "{title} has no appointment {sitting} to book.",
                    title=plan.title,
                    sitting=sitting,
                )
            }
        )
    return segments
