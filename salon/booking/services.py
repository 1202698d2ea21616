"""Booking: what the core placed is kept if nobody else was faster."""

from collections.abc import Mapping, Sequence
from datetime import date, datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.utils import timezone
from rest_framework.exceptions import ValidationError

from craft.contract.day import DayAnswer, HeadIn, SegmentIn
from craft.messages import word
from craft.vocabulary import BookingState
from salon.booking.asking import (
    bookings_on,
    head_in,
    promised_min,
    segment_in,
    segments_for,
)
from salon.booking.hours import Hours, hours_of, minute_of, moment_of, who_knows
from salon.booking.models import ACTIVE, BookedSegment, Booking, Day
from salon.booking.placing import (
    NEW,
    Taken,
    Wanted,
    check_set_is_made,
    does_not_fit,
    find_place,
    may_be_promised,
    open_hours,
    placed_beside,
)
from salon.planning.models import Plan
from salon.platform.language import sentence, time_text

#: What a state may become.
MAY_BECOME: dict[str, tuple[BookingState, ...]] = {
    BookingState.BOOKED: (
        BookingState.HERE,
        BookingState.RUNNING,
        BookingState.NO_SHOW,
        BookingState.CANCELLED,
    ),
    BookingState.HERE: (BookingState.RUNNING, BookingState.BOOKED, BookingState.CANCELLED),
    BookingState.RUNNING: (BookingState.DONE, BookingState.HERE),
    BookingState.DONE: (BookingState.RUNNING,),
    BookingState.NO_SHOW: (BookingState.BOOKED,),
    BookingState.CANCELLED: (BookingState.BOOKED,),
}


def version_of(day: date) -> int:
    """The number of a date; 0 where nothing was booked on it yet."""
    return Day.objects.filter(date=day).values_list("version", flat=True).first() or 0


def mark_changed(day: date, seen: int) -> None:
    """Note that a date changed, if nobody else changed it since it was read. In a transaction.

    Raises:
        Taken: somebody did
    """
    row, new = Day.objects.select_for_update().get_or_create(date=day, defaults={"version": 1})
    if new and seen == 0:
        return
    if row.version != seen:
        raise Taken(
            {
                "start": sentence(
                    "Someone else has just changed this day. Check it again, then book."
                )
            }
        )
    Day.objects.filter(pk=row.pk).update(version=row.version + 1)


def touch(day: date) -> None:
    """Note that a date changed."""
    row, _ = Day.objects.select_for_update().get_or_create(date=day, defaults={"version": 0})
    Day.objects.filter(pk=row.pk).update(version=row.version + 1)


def book(wanted: Wanted, start: datetime, by: User) -> Booking:
    """Book a client for an hour.

    Raises:
        Taken: hands or places are not there then, or somebody else was faster
        ValidationError: the salon is closed, or what is promised is no hour of that day
    """
    if wanted.uuid is not None:
        sent = Booking.objects.filter(uuid=wanted.uuid).first()
        if sent is not None:
            return sent
    check_set_is_made(wanted.plan, wanted.sitting, start)
    day = timezone.localdate(start)
    hours, seen = open_hours(day), version_of(day)
    arrive = minute_of(start, day)
    if not may_be_promised(wanted, hours, arrive):
        begin = timezone.localtime(start)
        wish = sentence(
            "Promise an hour after {begin}, until the end of the next day.", begin=time_text(begin)
        )
        raise ValidationError({"promised_end": wish})
    answer = find_place(wanted, hours, arrive, at_once=True)
    if answer is None:
        raise does_not_fit(wanted, hours, arrive)
    return keep(wanted, start, answer, hours, seen, by)


@transaction.atomic
def keep(
    wanted: Wanted, start: datetime, answer: DayAnswer, hours: Hours, seen: int, by: User
) -> Booking:
    """Keep a booking where the core placed it.

    Raises:
        Taken: somebody else was faster, or this client is booked already
    """
    mark_changed(hours.date, seen)
    own = [segment for segment in answer.segments if segment.head == NEW]
    booking = Booking(
        client=wanted.client,
        plan=wanted.plan,
        sitting=wanted.sitting,
        title=wanted.called,
        state=BookingState.HERE if wanted.walk_in else BookingState.BOOKED,
        start=start,
        end=moment_of(own[-1].end, hours.date),
        promised_end=wanted.promised_end,
        wanted=wanted.wanted,
        walk_in=wanted.walk_in,
        note=wanted.note,
        booked_by=by,
    )
    if wanted.uuid is not None:
        booking.uuid = wanted.uuid
    check_not_twice(booking)
    try:
        booking.save()
    except IntegrityError as error:
        raise Taken(
            {"start": sentence("{name} already has this appointment.", name=wanted.client.name)}
        ) from error
    segments = segments_for(wanted.plan, wanted.sitting, wanted.called, wanted.minutes)
    write_segments(booking, segments, answer, NEW, hours)
    if wanted.plan is not None and wanted.sitting == 1:
        promise_the_plan(wanted.plan, start)
    return booking


def check_not_twice(booking: Booking) -> None:
    """A client is in one place at a time.

    Raises:
        Taken: it is booked for another time that overlaps
    """
    other = (
        Booking.objects.filter(
            client=booking.client, state__in=ACTIVE, start__lt=booking.end, end__gt=booking.start
        )
        .exclude(pk=booking.pk)
        .first()
    )
    if other is not None:
        at = timezone.localtime(other.start)
        raise Taken(
            {
                "start": sentence(
                    "{name} already has an appointment at {at}.",
                    name=booking.client.name,
                    at=time_text(at),
                )
            }
        )


def write_segments(
    booking: Booking,
    segments: Sequence[SegmentIn],
    answer: DayAnswer,
    key: str,
    hours: Hours,
) -> None:
    """Keep the segments of a booking where the core placed them."""
    where = {segment.index: segment for segment in answer.segments if segment.head == key}
    BookedSegment.objects.filter(booking=booking).delete()
    BookedSegment.objects.bulk_create(
        BookedSegment(
            booking=booking,
            index=index,
            step=segment.key,
            title=segment.title or booking.title,
            family=segment.family,
            station=segment.station,
            hands=segment.hands,
            fine=segment.fine,
            minutes=segment.minutes,
            minutes_most=segment.minutes_most,
            max_wait_after=segment.max_wait_after,
            spread=segment.spread,
            specialist_id=int(where[index].specialist or 0) or None,
            start=moment_of(where[index].start, hours.date),
            end=moment_of(where[index].end, hours.date),
        )
        for index, segment in enumerate(segments)
    )


def promise_the_plan(plan: Plan, start: datetime) -> None:
    """The plan takes its kit, its bottles and its places at the hour that was booked."""
    from salon.planning.services import set_start

    if plan.begun_at is None and plan.planned_start != start:
        set_start(plan, start)


def move_booking(
    booking: Booking, start: datetime, *, index: int = 0, keep: bool = True
) -> Booking:
    """Move a booking, or one of its segments and what follows it, to another hour.

    Nobody else is moved.

    Args:
        booking: that is moved
        start: to which hour
        index: which segment begins then; 0: the whole booking
        keep: else it is only looked whether it fits there

    Raises:
        Taken: it does not fit there
        ValidationError: it cannot be moved any more
    """
    day, before = timezone.localdate(start), timezone.localdate(booking.start)
    check_movable(booking, start, index)
    check_set_is_made(booking.plan, booking.sitting, start)
    hours, seen = open_hours(day), version_of(day)
    others = [other for other in bookings_on(day) if other.pk != booking.pk]
    client = client_moved(booking, hours, minute_of(start, day), index)
    answer = placed_beside(hours, others, client)
    if answer is None:
        raise Taken(
            {
                "start": sentence(
                    "Someone or something needed is taken then, or a step would wait too long."
                )
            }
        )
    if not keep:
        return booking
    with transaction.atomic():
        mark_changed(day, seen)
        if before != day:
            touch(before)
        own = [segment for segment in answer.segments if segment.head == NEW]
        booking.end = moment_of(own[-1].end, day)
        if not index:
            booking.start, booking.late_min, booking.client_knows = start, 0, False
        booking.version += 1
        check_not_twice(booking)
        booking.save()
        segments = [segment_in(segment, hours, fixed=False) for segment in booking.segments.all()]
        write_segments(booking, segments, answer, NEW, hours)
        if booking.plan is not None and booking.sitting == 1:
            promise_the_plan(booking.plan, start)
    return booking


def check_movable(booking: Booking, start: datetime, index: int) -> None:
    """What is over is not moved, and a step stays within its day.

    Raises:
        ValidationError: it is
    """
    if booking.state not in ACTIVE:
        raise ValidationError(
            {"start": sentence("It is {state}: book a new appointment.", state=word(booking.state))}
        )
    segment = booking.segments.filter(index=index).first()
    if segment is None:
        raise ValidationError({"segment": sentence("It has no segment {index}.", index=index)})
    begun = booking.state == BookingState.RUNNING and segment.start <= timezone.now()
    if begun:
        raise ValidationError(
            {"start": sentence("{title} has already started.", title=segment.title)}
        )
    if index and timezone.localdate(start) != timezone.localdate(booking.start):
        raise ValidationError({"start": sentence("A step stays within its day.")})


def client_moved(booking: Booking, hours: Hours, minute: int, index: int) -> HeadIn:
    """A booking with one of its segments at another minute: those before it stay.

    Args:
        booking: that is moved
        hours: of the date it is moved to
        minute: at which the segment begins
        index: of the segment
    """
    segments = [
        segment_in(segment, hours, fixed=segment.index < index)
        for segment in booking.segments.all()
    ]
    segments[index] = segments[index].model_copy(update={"start": max(0, minute)})
    arrive = max(0, minute if index == 0 else minute_of(booking.start, hours.date))
    return HeadIn(
        id=NEW,
        name=booking.client.name,
        arrive_min=arrive,
        done_by_min=promised_min(booking.promised_end, hours),
        specialist=str(booking.wanted_id) if booking.wanted_id else None,
        may=who_knows(booking.plan.style) if booking.plan else None,
        segments=segments,
    )


@transaction.atomic
def note_on_booking(booking: Booking, values: Mapping[str, Any]) -> Booking:
    """Note that the client was informed, or what else is to know."""
    held = Booking.objects.select_for_update().get(pk=booking.pk)
    for name, value in values.items():
        setattr(held, name, value)
    held.version += 1
    held.save()
    touch(timezone.localdate(held.start))
    return held


@transaction.atomic
def set_state(booking: Booking, state: BookingState, reason: str = "") -> Booking:
    """Somebody came, was begun, did not come, or was cancelled.

    Raises:
        ValidationError: that cannot follow
        Taken: its place was given away
    """
    held = Booking.objects.select_for_update().get(pk=booking.pk)
    if held.state == state:
        return held
    if state not in MAY_BECOME[held.state]:
        may = ", ".join(MAY_BECOME[held.state])
        raise ValidationError(
            {"state": sentence("From {state} it can become: {may}.", state=held.state, may=may)}
        )
    back = held.state not in ACTIVE and state in ACTIVE
    held.state, held.reason = state.value, reason
    if back:
        check_place(held)
    held.version += 1
    try:
        held.save()
    except IntegrityError as error:
        raise Taken({"state": sentence("It is already booked again.")}) from error
    touch(timezone.localdate(held.start))
    freed = state in (BookingState.CANCELLED, BookingState.NO_SHOW)
    if held.plan is not None and held.sitting == 1 and held.plan.begun_at is None:
        from salon.planning.services import set_start

        # What was promised to it of kit, bottles and places is free again.
        set_start(held.plan, None if freed else held.start)
    return held


def check_place(booking: Booking) -> None:
    """Hands and places of a booking that comes back are still free.

    Raises:
        Taken: they are not
    """
    check_not_twice(booking)
    day = timezone.localdate(booking.start)
    hours = hours_of(day)
    others = [other for other in bookings_on(day) if other.pk != booking.pk]
    client = head_in(booking, hours, timezone.now(), fixed=True)
    if placed_beside(hours, others, client) is None:
        raise Taken({"state": sentence("Its time has been given away. Book a new appointment.")})
