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
from craft.day.causes import cause, causes_of
from craft.day.linen import linen_spans
from craft.day.relaxing import another_station, possible
from craft.errors import CraftError
from craft.messages import DayForm, day_text, language, say, stored_said_in
from craft.plan.clock import moment_text
from craft.plan.timetable import KitSpan, kit_spans
from craft.products.kit import counts_on, enough_from
from salon.booking.asking import bookings_on, is_of, promised_min, request_for, segments_for
from salon.booking.hours import Hours, hours_of, minute_of, moment_of, specialists_on, who_knows
from salon.booking.models import Booking, title_of
from salon.booking.releases import opens_at, set_is_made
from salon.clients.models import Client
from salon.planning.drawer import Drawer, drawer_during
from salon.planning.models import Plan
from salon.platform.language import sentence, time_text

#: A first slot is looked for in so many days.
SLOT_DAYS = 14


#: Minutes of a hold that nothing else is known of, and its most. Salon standards.
HOLD_MIN = 30


NEW = "new"


class Taken(ValidationError):
    """Somebody else was faster, or it does not fit."""

    status_code = 409


@dataclass(frozen=True)
class Wanted:
    """What is to be booked.

    Args:
        client: who comes
        plan, sitting: for what; None: a hold
        title, minutes: of a hold
        wanted: whose hands
        promised_end: promised to be done by
        walk_in: came without an hour
        uuid: made where it is booked
        note: what else is to know
    """

    client: Client
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
            return self.title or say("Held")
        return title_of(self.plan, self.sitting)


def open_hours(day: date) -> Hours:
    """The hours of a date that can be booked.

    Raises:
        ValidationError: the salon is closed
    """
    hours = hours_of(day)
    if hours.closed:
        raise ValidationError(
            {
                "start": sentence(
                    "Closed on {day}: {closed}.",
                    day=day_text(day, DayForm.BRIEF),
                    closed=hours.closed,
                )
            }
        )
    if not specialists_on(hours):
        raise ValidationError(
            {"start": sentence("Nobody works on {day}.", day=day_text(day, DayForm.BRIEF))}
        )
    return hours


def may_be_promised(wanted: Wanted, hours: Hours, arrive: int) -> bool:
    """Whether what is promised is an hour of the day they come on, after they have come."""
    end = wanted.promised_end
    return end is None or (is_of(end, hours) and arrive < minute_of(end, hours.date))


def newcomer(wanted: Wanted, hours: Hours, arrive: int, *, at_once: bool) -> HeadIn:
    """Somebody who is to be placed, in the core's terms."""
    return HeadIn(
        id=NEW,
        name=wanted.client.name,
        arrive_min=max(0, arrive),
        start_by_min=arrive if at_once else None,
        done_by_min=promised_min(wanted.promised_end, hours),
        specialist=str(wanted.wanted.pk) if wanted.wanted else None,
        may=who_knows(wanted.plan.style) if wanted.plan else None,
        segments=segments_for(wanted.plan, wanted.sitting, wanted.called, wanted.minutes),
    )


def placed_beside(hours: Hours, others: Sequence[Booking], client: HeadIn) -> DayAnswer | None:
    """Where somebody fits beside others who stay where they are; None where they do not."""
    try:
        answer = day_of(request_for(hours, others, fixed=True, newcomers=[client]))
    except CraftError:
        # Hands that are named are not there that day, or nobody who is may do it.
        return None
    return None if answer.status == "infeasible" else answer


def find_place(wanted: Wanted, hours: Hours, arrive: int, *, at_once: bool) -> DayAnswer | None:
    """Where somebody fits into a day as it is booked; None where they do not. Nobody is moved.

    Raises:
        Taken: nobody who works then knows how
    """
    client = newcomer(wanted, hours, arrive, at_once=at_once)
    if client.may is not None and not set(client.may) & {
        person.id for person in specialists_on(hours) if person.steps is None
    }:
        raise Taken(
            {
                "plan": sentence(
                    "Nobody on duty then can do this: {called}.",
                    called=stored_said_in(wanted.called, language()),
                )
            }
        )
    return placed_beside(hours, bookings_on(hours.date), client)


@dataclass(frozen=True)
class Slot:
    """A place where somebody fits.

    Args:
        start, end: when
        specialist: whose hands first
        kit: what has to be back by then, or is short, in words
    """

    start: datetime
    end: datetime
    specialist: str
    kit: tuple[str, ...] = ()


def slots(wanted: Wanted, first: date, days: int = SLOT_DAYS, most: int = 3) -> list[Slot]:
    """The first slots where somebody fits and their kit is there, one a day, nobody moved."""
    results: list[Slot] = []
    now = timezone.now()
    kit = KitOfPlan.of(wanted, first, days)
    earliest = max(now, earliest_of(wanted) or now)
    for offset in range(days):
        day = first + timedelta(days=offset)
        hours = hours_of(day)
        if hours.closed or len(results) >= most or not specialists_on(hours):
            continue
        arrive = max(hours.open_min, quarter_after(minute_of(earliest, day)))
        if arrive >= hours.close_min:
            continue
        slot = slot_on(wanted, hours, arrive, kit)
        if slot is not None:
            results.append(slot)
    return results


def earliest_of(wanted: Wanted) -> datetime | None:
    """Before when somebody does not come: a set is opened once it is dry."""
    if wanted.plan is None or wanted.sitting == 1:
        return None
    return opens_at(wanted.plan)


def check_set_is_made(plan: Plan | None, sitting: int, start: datetime) -> None:
    """A set is opened after it was made.

    Raises:
        ValidationError: it is not made by then; says from when on
    """
    if plan is None or sitting == 1:
        return
    made, opens = set_is_made(plan), opens_at(plan)
    if made is not None and opens is not None and start < made:
        raise ValidationError(
            {
                "start": sentence(
                    "The set is not made by then. It can be opened from {moment}.",
                    moment=moment_text(timezone.localtime(opens)),
                )
            }
        )


def slot_on(
    wanted: Wanted, hours: Hours, arrive: int, kit: "KitOfPlan | None", tries: int = 3
) -> Slot | None:
    """The first place on a date where hands, stations and kit are there; None without one."""
    if not may_be_promised(wanted, hours, arrive):
        return None
    answer = find_place(wanted, hours, arrive, at_once=False)
    own = [part for part in answer.segments if part.head == NEW] if answer else []
    if not own:
        return None
    start = moment_of(own[0].start, hours.date)
    there = kit.there_from(start) if kit is not None else start
    if there > start:
        later = quarter_after(minute_of(there, hours.date))
        if later >= hours.close_min or tries == 1:
            return None
        return slot_on(wanted, hours, later, kit, tries - 1)
    return Slot(
        start,
        moment_of(own[-1].end, hours.date),
        next((part.specialist for part in own if part.specialist), "") or "",
        kit.words(start) if kit is not None else (),
    )


#: What comes back so shortly before is reported: it may not be there. Salon standard.
BACK_MARGIN = timedelta(hours=3)


@dataclass(frozen=True)
class KitOfPlan:
    """What a plan takes out of the drawer, looked at for many hours.

    Args:
        plan: of whom
        spans: what it takes and for how long
        drawer: over all the time that is looked at
    """

    plan: Plan
    spans: Sequence[KitSpan]
    drawer: Drawer

    @classmethod
    def of(cls, wanted: Wanted, first: date, days: int) -> "KitOfPlan | None":
        """The kit of what is to be booked; None where it takes none."""
        if wanted.plan is None or wanted.sitting != 1:
            return None
        spans = [*kit_spans(wanted.plan.parsed_answer), *linen_spans(wanted.plan.parsed_answer)]
        longest = max((span.end_min for span in spans), default=0.0)
        begin = moment_of(0, first) - BACK_MARGIN
        end = moment_of(24 * 60, first + timedelta(days=days)) + timedelta(minutes=longest)
        return cls(wanted.plan, spans, drawer_during(begin, end))

    def there_from(self, start: datetime) -> datetime:
        """From when on everything is there; what there never is enough of is not waited for."""
        moments = [start]
        for span in self.spans:
            pool = self.drawer.pooled((span.kind, span.diameter_mm), self.plan.pk)
            if pool is not None:
                length = timedelta(minutes=span.end_min)
                moments.append(enough_from(*pool, start, length, span.count) or start)
        return max(moments)

    def words(self, start: datetime) -> tuple[str, ...]:
        """What has to be back by then, and what is short whatever the hour."""
        texts = []
        for span in self.spans:
            sort = (span.kind, span.diameter_mm)
            pool = self.drawer.pooled(sort, self.plan.pk)
            if pool is None:
                continue
            count, reservations = pool
            what = self.drawer.called(sort, 2)
            if count < span.count:
                texts.append(
                    sentence(
                        "{count} {what} are needed, there are {owned}",
                        count=span.count,
                        what=what,
                        owned=count,
                    )
                )
            for row in counts_on(count, reservations, start, span.count, BACK_MARGIN):
                by = timezone.localtime(row.end)
                back = (
                    sentence("come back from {holder}", holder=row.holder)
                    if row.holder
                    else sentence("are clean")
                )
                texts.append(
                    sentence(
                        "if {count} {what} {back} by {by}",
                        count=row.count,
                        what=what,
                        back=back,
                        by=time_text(by),
                    )
                )
        return tuple(texts)


def quarter_after(minute: int) -> int:
    """The next quarter of an hour."""
    return -(-minute // 15) * 15


def does_not_fit(wanted: Wanted, hours: Hours, arrive: int) -> Taken:
    """Why somebody does not fit at an hour, and where they first would.

    Args:
        wanted: what was to be booked
        hours: of the date
        arrive: at which minute of it
    """
    words = why_not_at(wanted, hours, arrive)
    slot = slot_on(wanted, hours, max(arrive, hours.open_min), KitOfPlan.of(wanted, hours.date, 1))
    slot = slot or next(iter(slots(wanted, hours.date, most=1)), None)
    if slot is not None:
        start = timezone.localtime(slot.start)
        day = (
            ""
            if start.date() == hours.date
            else sentence(" on {day}", day=day_text(start.date(), DayForm.BRIEF))
        )
        words += sentence(" The next free time is {time}{day}.", time=time_text(start), day=day)
    return Taken({"start": words})


def why_not_at(wanted: Wanted, hours: Hours, arrive: int) -> str:
    """Why somebody does not fit at an hour: closing time, a break, hands or a station."""
    client = newcomer(wanted, hours, arrive, at_once=True)
    day = request_for(hours, bookings_on(hours.date), fixed=True, newcomers=[client])
    stations = [
        change
        for relaxed, change in another_station(day)
        if not any(causes_of(day, client)) and possible(relaxed)
    ]
    return cause(day, stations)
