"""Booking: a place in a day is looked for by the core, kept if nobody else was faster."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import IntegrityError, transaction
from django.utils import timezone
from rest_framework.exceptions import ValidationError

from craft.contract import parse
from craft.contract.day import (
    DayAnswer,
    DayRequest,
    HeadIn,
    KeptIn,
    SegmentIn,
)
from craft.day import day as day_of
from craft.day.from_plan import segments as plan_segments
from craft.vocabulary import BookingState, Station
from salon.booking.hours import (
    Hours,
    hours_of,
    minute_of,
    moment_of,
    specialists_on,
    stations,
    who_knows,
)
from salon.booking.models import ACTIVE, BookedSegment, Booking, Day
from salon.heads.models import Head
from salon.planning.models import Plan
from salon.working import worked

#: Seconds of search: for one newcomer, for a whole day.
PLACE_S, DAY_S = 0.5, 1.5
#: A first slot is looked for in so many days.
SLOT_DAYS = 14
#: A head that is told an hour begins by so much after it [min]. House value.
START_GRACE_MIN = 10
#: Minutes of a hold that nothing else is known of, and its most. House values.
HOLD_MIN = 30


class Taken(ValidationError):
    """Somebody else was faster, or it does not fit."""

    status_code = 409


def bookings_on(day: date) -> list[Booking]:
    """Everybody who comes on a date, with their segments."""
    begin, end = moment_of(0, day), moment_of(24 * 60, day)
    rows = Booking.objects.filter(start__gte=begin, start__lt=end)
    return list(
        rows.select_related("head", "plan", "wanted").prefetch_related("segments__specialist")
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
    """A booking as the core reads it: what has begun stays where it is, the hour told is kept."""
    start = minute_of(booking.start, hours.date)
    late = booking.late_min
    done_by = None
    if booking.promised_end is not None:
        done_by = max(0, minute_of(booking.promised_end, hours.date) + late)
    running = booking.state == BookingState.RUNNING
    segments = [
        segment_in(segment, hours, fixed=fixed or (running and segment.start <= now))
        for segment in booking.segments.all()
    ]
    return HeadIn(
        id=str(booking.pk),
        name=booking.head.name,
        arrive_min=max(0, start + late),
        start_by_min=None if fixed else max(0, start + late + START_GRACE_MIN),
        done_by_min=None if fixed else done_by,
        specialist=str(booking.wanted_id) if booking.wanted_id and not fixed else None,
        may=None if fixed or booking.plan is None else who_knows(booking.plan.style),
        segments=segments,
    )


def kept_of(bookings: Iterable[Booking], hours: Hours) -> list[KeptIn]:
    """Where everything is now."""
    return [
        KeptIn(
            head=str(booking.pk),
            index=segment.index,
            start=max(0, minute_of(segment.start, hours.date)),
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
    heads = [head_in(booking, hours, now, fixed=fixed) for booking in active]
    return parse(
        DayRequest,
        {
            "open_min": hours.open_min,
            "close_min": close_of(hours, active),
            "stations": stations(),
            "specialists": [person.model_dump() for person in specialists_on(hours)],
            "heads": [head.model_dump() for head in (*heads, *newcomers)],
            "kept": [kept.model_dump() for kept in kept_of(active, hours)],
            "limit_s": limit_s,
            "least_change": least_change,
            "draws": draws,
            # Who is placed beside others is told the first free slot instead.
            "explain": not fixed,
        },
    )


def close_of(hours: Hours, active: Sequence[Booking]) -> int:
    """When the day ends: what was booked past closing does not make the day impossible."""
    ends = [minute_of(booking.end, hours.date) for booking in active]
    return max([hours.close_min, *ends])


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
    pace = plan.requested.pace
    segments = plan_segments(plan.answered, pace, sitting)
    if not segments:
        raise ValidationError({"sitting": f"{plan.title} has no sitting {sitting} to book."})
    return segments


def open_hours(day: date) -> Hours:
    """The hours of a date that can be booked.

    Raises:
        ValidationError: the salon is closed
    """
    hours = hours_of(day)
    if hours.closed:
        raise ValidationError({"start": f"Closed on {day:%a %-d %b}: {hours.closed}."})
    if not specialists_on(hours):
        raise ValidationError({"start": f"Nobody works on {day:%a %-d %b}."})
    return hours


def version_of(day: date) -> int:
    """The number of a date; 0 where nothing was booked on it yet."""
    return Day.objects.filter(date=day).values_list("version", flat=True).first() or 0


def changed(day: date, seen: int) -> None:
    """Note that a date changed, if nobody else changed it since it was read. In a transaction.

    Raises:
        Taken: somebody did
    """
    row, new = Day.objects.select_for_update().get_or_create(date=day, defaults={"version": 1})
    if new and seen == 0:
        return
    if row.version != seen:
        raise Taken(
            {"start": "Somebody else changed this day just now. Look at it again, then book."}
        )
    Day.objects.filter(pk=row.pk).update(version=row.version + 1)


@dataclass(frozen=True)
class Wanted:
    """What is to be booked.

    Args:
        head: who comes
        plan, sitting: for what; None: a hold
        title, minutes: of a hold
        wanted: whose hands
        promised_end: promised to be done by
        walk_in: came without an hour
        uuid: made where it is booked
        note: what else is to know
    """

    head: Head
    plan: Plan | None = None
    sitting: int = 1
    title: str = ""
    minutes: int = HOLD_MIN
    wanted: User | None = None
    promised_end: datetime | None = None
    walk_in: bool = False
    uuid: UUID | None = None
    note: str = ""

    @property
    def called(self) -> str:
        """What it is called on the board."""
        if self.plan is None:
            return self.title or "Held"
        return self.plan.title if self.sitting == 1 else f"Release, {self.plan.title.lower()}"


NEW = "new"


def newcomer(wanted: Wanted, hours: Hours, arrive: int, *, at_once: bool) -> HeadIn:
    """Somebody who is to be placed, in the core's terms."""
    done_by = None
    if wanted.promised_end is not None:
        done_by = max(0, minute_of(wanted.promised_end, hours.date))
    return HeadIn(
        id=NEW,
        name=wanted.head.name,
        arrive_min=max(0, arrive),
        start_by_min=arrive if at_once else None,
        done_by_min=done_by,
        specialist=str(wanted.wanted.pk) if wanted.wanted else None,
        may=who_knows(wanted.plan.style) if wanted.plan else None,
        segments=segments_for(wanted.plan, wanted.sitting, wanted.called, wanted.minutes),
    )


def placed(wanted: Wanted, hours: Hours, arrive: int, *, at_once: bool) -> DayAnswer:
    """Where somebody fits into a day as it is booked; nobody else is moved."""
    head = newcomer(wanted, hours, arrive, at_once=at_once)
    if head.may is not None and not set(head.may) & {
        person.id for person in specialists_on(hours) if person.steps is None
    }:
        raise Taken({"plan": f"Nobody who works then knows how: {wanted.called}."})
    return day_of(request_for(hours, bookings_on(hours.date), fixed=True, newcomers=[head]))


def book(wanted: Wanted, start: datetime, by: User) -> Booking:
    """Book a head for an hour.

    Raises:
        Taken: hands or places are not there then, or somebody else was faster
        ValidationError: the salon is closed
    """
    if wanted.uuid is not None:
        sent = Booking.objects.filter(uuid=wanted.uuid).first()
        if sent is not None:
            return sent
    day = timezone.localdate(start)
    hours, seen = open_hours(day), version_of(day)
    answer = placed(wanted, hours, minute_of(start, day), at_once=True)
    if answer.status == "infeasible":
        raise does_not_fit(wanted, hours)
    return keep(wanted, start, answer, hours, seen, by)


def does_not_fit(wanted: Wanted, hours: Hours) -> Taken:
    """That somebody does not fit at an hour, and where they first would."""
    slot = next(iter(slots(wanted, hours.date, days=1)), None)
    words = "Hands or places are taken at that hour."
    if slot is not None:
        words += f" The first slot that day is {timezone.localtime(slot.start):%H:%M}."
    return Taken({"start": words})


@transaction.atomic
def keep(
    wanted: Wanted, start: datetime, answer: DayAnswer, hours: Hours, seen: int, by: User
) -> Booking:
    """Keep a booking where the core placed it.

    Raises:
        Taken: somebody else was faster, or this head is booked already
    """
    changed(hours.date, seen)
    own = [segment for segment in answer.segments if segment.head == NEW]
    booking = Booking(
        head=wanted.head,
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
        raise Taken({"start": f"{wanted.head.name} is booked for this already."}) from error
    segments = segments_for(wanted.plan, wanted.sitting, wanted.called, wanted.minutes)
    write_segments(booking, segments, answer, NEW, hours)
    if wanted.plan is not None and wanted.sitting == 1:
        promise_the_plan(wanted.plan, start)
    return booking


def check_not_twice(booking: Booking) -> None:
    """A head is in one place at a time.

    Raises:
        Taken: it is booked for another time that overlaps
    """
    other = (
        Booking.objects.filter(
            head=booking.head, state__in=ACTIVE, start__lt=booking.end, end__gt=booking.start
        )
        .exclude(pk=booking.pk)
        .first()
    )
    if other is not None:
        at = timezone.localtime(other.start)
        raise Taken({"start": f"{booking.head.name} is booked at {at:%H:%M} already."})


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


@dataclass(frozen=True)
class Slot:
    """A place where somebody fits.

    Args:
        start, end: when
        specialist: whose hands first
    """

    start: datetime
    end: datetime
    specialist: str


def slots(wanted: Wanted, first: date, days: int = SLOT_DAYS, most: int = 3) -> list[Slot]:
    """The first slots where somebody fits, one a day, nobody else moved."""
    results: list[Slot] = []
    now = timezone.now()
    for offset in range(days):
        day = first + timedelta(days=offset)
        hours = hours_of(day)
        if hours.closed or len(results) >= most or not specialists_on(hours):
            continue
        arrive = max(hours.open_min, quarter_after(minute_of(now, day)))
        if arrive >= hours.close_min:
            continue
        answer = placed(wanted, hours, arrive, at_once=False)
        own = [segment for segment in answer.segments if segment.head == NEW]
        if own:
            results.append(
                Slot(
                    moment_of(own[0].start, day),
                    moment_of(own[-1].end, day),
                    next((part.specialist for part in own if part.specialist), "") or "",
                )
            )
    return results


def quarter_after(minute: int) -> int:
    """The next quarter of an hour."""
    return -(-minute // 15) * 15


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


def moved(booking: Booking, start: datetime, *, keep: bool = True) -> Booking:
    """Move a booking to another hour; nobody else is moved.

    Args:
        booking: that is moved
        start: to which hour
        keep: else it is only looked whether it fits there

    Raises:
        Taken: it does not fit there
    """
    wanted = Wanted(
        head=booking.head,
        plan=booking.plan,
        sitting=booking.sitting,
        title=booking.title,
        minutes=round(sum(segment.minutes for segment in booking.segments.all())),
        wanted=booking.wanted,
        note=booking.note,
    )
    day, before = timezone.localdate(start), timezone.localdate(booking.start)
    hours, seen = open_hours(day), version_of(day)
    others = [other for other in bookings_on(day) if other.pk != booking.pk]
    head = newcomer(wanted, hours, minute_of(start, day), at_once=True)
    answer = day_of(request_for(hours, others, fixed=True, newcomers=[head]))
    if answer.status == "infeasible":
        raise Taken({"start": "Hands or places are taken at that hour."})
    if not keep:
        return booking
    with transaction.atomic():
        changed(day, seen)
        if before != day:
            touch(before)
        own = [segment for segment in answer.segments if segment.head == NEW]
        booking.start, booking.end = start, moment_of(own[-1].end, day)
        booking.late_min, booking.told = 0, False
        booking.version += 1
        check_not_twice(booking)
        booking.save()
        segments = [segment_in(segment, hours, fixed=False) for segment in booking.segments.all()]
        write_segments(booking, segments, answer, NEW, hours)
        if booking.plan is not None and booking.sitting == 1:
            promise_the_plan(booking.plan, start)
    return booking


@transaction.atomic
def noted(booking: Booking, values: Mapping[str, Any]) -> Booking:
    """Note that the client was told, or what else is to know."""
    held = Booking.objects.select_for_update().get(pk=booking.pk)
    for name, value in values.items():
        setattr(held, name, value)
    held.version += 1
    held.save()
    touch(timezone.localdate(held.start))
    return held


def touch(day: date) -> None:
    """Note that a date changed."""
    row, _ = Day.objects.select_for_update().get_or_create(date=day, defaults={"version": 0})
    Day.objects.filter(pk=row.pk).update(version=row.version + 1)


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
        raise ValidationError({"state": f"From {held.state} it can become: {may}."})
    back = held.state not in ACTIVE and state in ACTIVE
    held.state, held.reason = state.value, reason
    if back:
        check_place(held)
    held.version += 1
    try:
        held.save()
    except IntegrityError as error:
        raise Taken({"state": "It is booked again already."}) from error
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
    head = head_in(booking, hours, timezone.now(), fixed=True)
    answer = day_of(request_for(hours, others, fixed=True, newcomers=[head]))
    if answer.status == "infeasible":
        raise Taken({"state": "Its place was given away: book it anew."})
