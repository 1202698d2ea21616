"""Where somebody fits into a day, nobody else moved."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from uuid import UUID

from django.contrib.auth.models import User
from django.utils import timezone
from rest_framework.exceptions import ValidationError

from craft.contract.day import DayAnswer, HeadIn
from craft.day.answer import day as day_of
from craft.errors import CraftError
from salon.booking.asking import bookings_on, request_for, segments_for
from salon.booking.hours import Hours, hours_of, minute_of, moment_of, specialists_on, who_knows
from salon.booking.models import Booking
from salon.heads.models import Head
from salon.planning.models import Plan

#: A first slot is looked for in so many days.
SLOT_DAYS = 14


#: Minutes of a hold that nothing else is known of, and its most. House values.
HOLD_MIN = 30


NEW = "new"


class Taken(ValidationError):
    """Somebody else was faster, or it does not fit."""

    status_code = 409


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


def placed_beside(hours: Hours, others: Sequence[Booking], head: HeadIn) -> DayAnswer | None:
    """Where somebody fits beside others who stay where they are; None where they do not."""
    try:
        answer = day_of(request_for(hours, others, fixed=True, newcomers=[head]))
    except CraftError:
        # Hands that are named are not there that day, or nobody who is may do it.
        return None
    return None if answer.status == "infeasible" else answer


def placed(wanted: Wanted, hours: Hours, arrive: int, *, at_once: bool) -> DayAnswer | None:
    """Where somebody fits into a day as it is booked; None where they do not. Nobody is moved.

    Raises:
        Taken: nobody who works then knows how
    """
    head = newcomer(wanted, hours, arrive, at_once=at_once)
    if head.may is not None and not set(head.may) & {
        person.id for person in specialists_on(hours) if person.steps is None
    }:
        raise Taken({"plan": f"Nobody who works then knows how: {wanted.called}."})
    return placed_beside(hours, bookings_on(hours.date), head)


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
        own = [part for part in answer.segments if part.head == NEW] if answer else []
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


def does_not_fit(wanted: Wanted, hours: Hours) -> Taken:
    """That somebody does not fit at an hour, and where they first would."""
    slot = next(iter(slots(wanted, hours.date, days=1)), None)
    words = "Hands or places are taken at that hour."
    if slot is not None:
        words += f" The first slot that day is {timezone.localtime(slot.start):%H:%M}."
    return Taken({"start": words})
