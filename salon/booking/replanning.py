"""A day planned again: the whole of it, or the smallest change for somebody who is late.

A change is shown before it is kept, and kept exactly so unless the day changed meanwhile.
"""

import json
from collections.abc import AsyncGenerator
from datetime import date, timedelta

from asgiref.sync import sync_to_async
from django.db import transaction
from django.utils import timezone

from craft.contract.day import DayAnswer, DayRequest
from craft.progress import Progress
from salon.booking.asking import bookings_on, request_for, segment_in
from salon.booking.hours import hours_of, moment_of
from salon.booking.models import Booking, DayChange
from salon.booking.placing import open_hours
from salon.booking.services import mark_changed, version_of, write_segments
from salon.platform.process_pool import run_command, run_with_progress

#: Seconds of search for a whole day; of one that is followed, and may be broken off.
DAY_S, LONG_S = 1.5, 20.0
#: Days that are drawn for the odds.
DRAWS = 300
#: A change that nobody kept is forgotten after so long.
FORGOTTEN = timedelta(hours=12)


def day_request(
    day: date, late: Booking | None = None, late_min: int = 0, limit_s: float = DAY_S
) -> DayRequest:
    """A day to be planned again: what runs stays, hours promised to clients are kept.

    Args:
        day: which
        late: who comes late; then as little is moved as can be
        late_min: by how much [min]
        limit_s: seconds of search
    Raises:
        ValidationError: the salon is closed
    """
    hours, bookings = open_hours(day), bookings_on(day)
    for booking in bookings:
        if late is not None and booking.pk == late.pk:
            booking.late_min = late_min
    return request_for(
        hours,
        bookings,
        fixed=False,
        limit_s=limit_s,
        least_change=late is not None,
        draws=DRAWS,
    )


def replan_day(day: date, late: Booking | None = None, late_min: int = 0) -> DayChange:
    """What planning a day again, or somebody late, comes to; computed in the process pool.

    Raises:
        ValidationError: the salon is closed
    """
    seen = version_of(day)
    answer = run_command("day", day_request(day, late, late_min))
    return noted_change(day, seen, answer, late, late_min)


def noted_change(
    day: date, seen: int, answer: str, late: Booking | None = None, late_min: int = 0
) -> DayChange:
    """Note what a change comes to, so that it can be kept as it was shown."""
    DayChange.objects.filter(at__lt=timezone.now() - FORGOTTEN).delete()
    return DayChange.objects.create(
        date=day, seen=seen, answer=json.loads(answer), late=late, late_min=late_min
    )


async def search_day(day: date) -> AsyncGenerator[Progress | DayChange, None]:
    """The same with more time: how far it is, then what it comes to. Who stops listening ends it.

    Raises:
        ValidationError: the salon is closed
    """
    seen = await sync_to_async(version_of)(day)
    request = await sync_to_async(day_request)(day, limit_s=LONG_S)
    async for heard in run_with_progress("day", request):
        if isinstance(heard, Progress):
            yield heard
        else:
            yield await sync_to_async(noted_change)(day, seen, heard)


@transaction.atomic
def keep_change(change: DayChange) -> None:
    """Keep a change exactly as it was shown.

    Raises:
        Taken: the day changed meanwhile
        ValidationError: there is no timetable to keep
    """
    mark_changed(change.date, change.seen)
    hours, answer = hours_of(change.date), DayAnswer.model_validate(change.answer)
    bookings = {str(booking.pk): booking for booking in bookings_on(change.date)}
    for key in {segment.head for segment in answer.segments}:
        booking = bookings[key]
        segments = [segment_in(segment, hours, fixed=False) for segment in booking.segments.all()]
        write_segments(booking, segments, answer, key, hours)
        own = [segment for segment in answer.segments if segment.head == key]
        booking.end = moment_of(own[-1].end, change.date)
        if change.late is not None and booking.pk == change.late.pk:
            booking.late_min = change.late_min
        booking.version += 1
        booking.save(update_fields=["end", "late_min", "version"])
    change.delete()
