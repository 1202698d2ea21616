"""A live day around now: clients at every stage, one late, rods short, a feast this week."""

import contextlib
import itertools
from collections.abc import Iterator, Mapping
from datetime import datetime, time, timedelta
from typing import Any
from uuid import uuid4

from django.contrib.auth.models import User
from django.utils import timezone
from rest_framework.exceptions import ValidationError

from craft.contract import PlanAnswer, parse
from craft.contract.events import AnyEvent, EventList
from craft.visit.steps import chair_step
from craft.vocabulary import SectionTick
from salon.booking.models import Booking, Holiday, Opening, Shift, StationCount
from salon.booking.placing import Wanted
from salon.booking.services import book
from salon.chair.services import note
from salon.clients.models import Client
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.visits.log import open_visit

#: Who comes today, for what, how many minutes from now.
TODAY: tuple[tuple[str, str, int, dict[str, Any]], ...] = (
    ("Tam Ferrier", "two_strand_twist_out", -165, {}),
    ("Ines Marrow", "shake_wash_and_go", -75, {"dry": "hood"}),
    ("Orla Tveit", "full_reset", -55, {}),
    ("Pia Solheim", "quick_wash", -15, {}),
    ("Linnea Oskar", "quick_wash", 30, {}),
    ("Bas Quillon", "flat_twist_out", 70, {}),
)
SUNDAY, FEAST_IN_DAYS = 6, 4
RELEASE_SITTING = 2
OPENS, CLOSES = time(9), time(19)
#: The salon stays open so long before and after now, so that the day is always live [h].
BEFORE_H, AFTER_H = 4, 5
#: Whose set was made yesterday late and is opened at home, from which hour on it was made.
EVENING, EVENING_AT = "Tove Lindgarn", time(17)
#: If it does not fit at its hour, so much later, so often [min].
LATER_MIN, TRIES = 15, 4


def fill_the_days(user: User, others: list[User]) -> None:
    """Hours, shifts, stations, and who comes.

    Args:
        user: who books
        others: whose hands are there besides
    """
    now = timezone.localtime()
    make_evening_set(now, user)
    set_hours(now, [user, *others])
    for name, style, minutes, more in TODAY:
        client = Client.objects.get(name=name)
        wish = {"client": client.pk, "goal": {"style": style}, "days_since_detangle": 3} | more
        plan = save(client, parse(ClientWish, wish), user)
        start = round_to_five(now + timedelta(minutes=minutes))
        booking = book_plan(client, plan, start, user)
        if booking is not None:
            put_in_its_state(booking, now)
            book_release(booking, user)
    for plan in Plan.objects.filter(planned_start__gt=now, bookings=None).order_by("planned_start"):
        if plan.planned_start and timezone.localdate(plan.planned_start) > now.date():
            book_plan(plan.client, plan, plan.planned_start, user)


def make_evening_set(now: datetime, user: User) -> None:
    """A set that was made yesterday late and waits to be opened at home."""
    client = Client.objects.get(name=EVENING)
    wish = {
        "client": client.pk,
        "goal": {"style": "two_strand_twist_out"},
        "details": {"opened": "home"},
    }
    plan = save(client, parse(ClientWish, wish), user)
    day = now.date() - timedelta(days=1)
    at = timezone.make_aware(datetime.combine(day, EVENING_AT))
    Plan.objects.filter(pk=plan.pk).update(made_at=at - timedelta(days=1))
    rows: list[Row] = [(at, "", "begun", {})]
    for step in plan.parsed_answer.steps:
        rows.append((at, step.key, "step_started", {"step": step.key}))
        at += timedelta(minutes=step.hands_on_min)
        rows.append((at, step.key, "step_done", {"step": step.key}))
        at += timedelta(minutes=step.wait_min)
    rows.append((at, "", "closed", {}))
    note(open_visit(plan, user), written(rows, {}, now))


def set_hours(now: datetime, people: list[User]) -> None:
    """Usual hours, today as long as it takes to be live; a feast within the week."""
    opens = max(time(0, 5), min(OPENS, clock(now, -BEFORE_H)))
    closes = max(CLOSES, clock(now, AFTER_H))
    for weekday in range(7):
        today = weekday == now.weekday()
        if weekday == SUNDAY and not today:
            continue
        Opening.objects.create(
            weekday=weekday,
            opens=opens if today else OPENS,
            closes=closes if today else CLOSES,
        )
        for user in people:
            Shift.objects.create(
                user=user,
                weekday=weekday,
                begins=opens if today else OPENS,
                ends=closes if today else CLOSES,
            )
    feast = now.date() + timedelta(days=FEAST_IN_DAYS)
    Holiday.objects.create(date=feast, reason="Harbour feast")
    for station, count in (("chair", 4), ("basin", 2), ("hood", 2), ("steamer", 1)):
        StationCount.objects.create(station=station, count=count)


def clock(now: datetime, hours: int) -> time:
    """The hour so many hours from now, within the date."""
    then = now + timedelta(hours=hours)
    if then.date() < now.date():
        return time(0, 5)
    if then.date() > now.date():
        return time(23, 55)
    return time(then.hour, 0)


def round_to_five(moment: datetime) -> datetime:
    """To five minutes."""
    return moment.replace(minute=moment.minute // 5 * 5, second=0, microsecond=0)


def book_plan(client: Client, plan: Plan, start: datetime, user: User) -> Booking | None:
    """Book a plan at its hour, or a little later; None where it fits nowhere that day."""
    for number in range(TRIES):
        at = start + timedelta(minutes=number * LATER_MIN)
        if timezone.localdate(at) != timezone.localdate(start):
            return None
        try:
            return book(Wanted(client=client, plan=plan), at, user)
        except ValidationError:
            continue
    return None


def book_release(booking: Booking, user: User) -> None:
    """A set that dries at home is opened on the next working day."""
    plan = booking.plan
    if plan is None or not any(
        step.sitting == RELEASE_SITTING for step in plan.parsed_answer.steps
    ):
        return
    day = timezone.localdate(booking.start) + timedelta(days=1)
    if day.weekday() == SUNDAY:
        day += timedelta(days=1)
    at = timezone.make_aware(datetime.combine(day, time(14)))
    with contextlib.suppress(ValidationError):
        book(Wanted(client=booking.client, plan=plan, sitting=RELEASE_SITTING), at, user)


def put_in_its_state(booking: Booking, now: datetime) -> None:
    """What the clock says became of it: who has begun has a visit, as far as it went by plan."""
    if booking.start <= now and booking.plan is not None:
        # It was planned before it was begun.
        Plan.objects.filter(pk=booking.plan.pk).update(made_at=booking.start - timedelta(hours=1))
        visit = open_visit(booking.plan, booking.booked_by)
        note(visit, entries_until(booking, now))
    elif booking.start <= now + timedelta(minutes=60):
        booking.late_min = 10
        booking.save()


Row = tuple[datetime, str, str, dict[str, Any]]


def ticks(plan: PlanAnswer, key: str, start: datetime, end: datetime) -> Iterator[Row]:
    """Sections ticked one after another while a step that has ticks is worked."""
    tick = next(chair_step(plan, step).ticks for step in plan.steps if step.key == key)
    if tick is None:
        return
    for place, section in enumerate(plan.sections, start=1):
        at = start + (end - start) * place / (len(plan.sections) + 1)
        if tick is SectionTick.RELEASED:
            yield at, key, "section_released", {"section": section.number}
        else:
            yield at, key, "section_done", {"section": section.number, "what": tick}


def entries_until(booking: Booking, now: datetime) -> list[AnyEvent]:
    """The log of a visit that went just as it was booked, up to a moment."""
    by = {segment.step: segment.specialist for segment in booking.segments.all() if segment.hands}
    rows: list[Row] = [(booking.start, "", "begun", {})]
    for step, group in itertools.groupby(booking.segments.all(), key=lambda row: row.step):
        segments = list(group)
        hands = [segment for segment in segments if segment.hands]
        waits = [segment for segment in segments if not segment.hands]
        if hands:
            rows.append((hands[0].start, step, "step_started", {"step": step}))
            if booking.plan is not None:
                rows += ticks(booking.plan.parsed_answer, step, hands[0].start, hands[-1].end)
            rows.append((hands[-1].end, step, "step_done", {"step": step}))
        for wait in waits:
            timer = {"timer": step, "title": wait.title, "step": step}
            least = {"least_min": wait.minutes, "most_min": wait.minutes_most or wait.minutes}
            rows.append((wait.start, step, "timer_set", timer | least))
            rows.append((wait.end, step, "timer_stopped", {"timer": step}))
    return written(rows, by, now)


def written(rows: list[Row], by: Mapping[str, User | None], now: datetime) -> list[AnyEvent]:
    """Rows as entries of a log, up to a moment.

    Args:
        rows: when, of which step, of what kind, with what
        by: whose hands, by step
        now: the moment
    """
    return list(
        parse(
            EventList,
            {
                "events": [
                    {
                        "id": str(uuid4()),
                        "at": at.isoformat(),
                        "device": "demo",
                        "seq": number,
                        "by": getattr(by.get(step), "username", ""),
                        "kind": kind,
                        "data": data,
                    }
                    for number, (at, step, kind, data) in enumerate(rows)
                    if at <= now
                ]
            },
        ).events
    )
