"""A client's current style: the last visit, its days, results, and the next appointment."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta

from django.utils import timezone

from craft.contract.wear import DAYS_MOST, AirOn, DayReport, WearAnswer, WearEvent, WearRequest
from craft.errors import CraftError
from craft.physics.air import indoors
from craft.ranges import clamp
from craft.styles.catalogue import KEEP_STYLE
from craft.vocabulary import Night, Refreshing, Style, VisitState, WearEventKind
from craft.wear.calendar import wear
from craft.wear.outcome import Outcome, outcome
from salon.aftercare.models import Checkin, PlannedDay
from salon.booking.models import ACTIVE, Booking
from salon.clients.models import Client
from salon.devices.ambient import forecast_from
from salon.learning.services import learned_wear
from salon.planning.clock import asked_at
from salon.planning.models import Plan, without_long
from salon.salon_settings.services import current_salon
from salon.visits.log import fold_visit
from salon.visits.models import Visit
from salon.visits.waiting import waits_for_opening

#: The forecast reaches so far.
FORECAST_DAYS = 7
#: What was planned of days so long ago is of no interest any more.
PLANNED_SINCE = timedelta(days=14)

#: So many days, the newest, show whether a client freshens a style at all. Own values.
NEWEST, LEAST_DAYS = 30, 10

#: Of a visit nobody noted anything of.
NOTHING = Outcome((), ())


@dataclass(frozen=True)
class Wearing:
    """A client's current style.

    Args:
        visit: the last one that was begun
        answer: its days; None where they cannot be worked out
        why_not: why they cannot
        outcome: what worked and what failed
        next_time: what was noted for the next visit
        checkins: what clients reported from home
        booked: sittings to come
        planned: what the client plans
    """

    visit: Visit | None
    answer: WearAnswer | None = None
    why_not: str = ""
    outcome: Outcome = NOTHING
    next_time: Sequence[str] = ()
    checkins: Sequence[Checkin] = ()
    booked: Sequence[Booking] = ()
    planned: Sequence[PlannedDay] = field(default_factory=list)


def last_visit(client: Client) -> Visit | None:
    """The visit that what is on the head comes from."""
    begun = Visit.objects.filter(client=client).exclude(state=VisitState.PLANNED)
    begun = begun.exclude(plan__style__in=KEEP_STYLE)
    return (
        without_long(begun.select_related("plan", "client"), "plan")
        .order_by("-started_at", "-pk")
        .first()
    )


def air_ahead(today: date) -> list[AirOn]:
    """The mean humidity of the next days, half of the day spent outside.

    Empty where no forecast is known.
    """
    home_c = current_salon().home_temp_c
    by_day: dict[date, list[float]] = defaultdict(list)
    for hour in forecast_from(timezone.now(), FORECAST_DAYS * 24):
        inside = indoors(hour.temp_c, hour.rh, home_c)
        by_day[timezone.localtime(hour.at).date()].append((hour.rh + inside) / 2)
    return [
        AirOn(date=day, rh=round(min(0.98, sum(rhs) / len(rhs)), 3))
        for day, rhs in sorted(by_day.items())
        if day >= today
    ]


def wear_of(
    plan: Plan,
    done_on: date,
    planned: Sequence[PlannedDay],
    visit: Visit | None = None,
    *,
    learning: bool = True,
) -> WearAnswer:
    """The days of a plan.

    Args:
        plan: what was done, or will be
        done_on: when
        planned: what the client plans
        visit: how it went
        learning: by what was reported of this client; else as it is usual
    Raises:
        CraftError: its days cannot be worked out
    """
    today = timezone.localdate()
    begun = visit.started_at if visit else plan.planned_start
    opened = opened_on(visit) if visit else None
    return wear(
        WearRequest(
            style=Style(plan.style),
            done_on=done_on,
            asked=asked_at(plan, begun),
            extended_by_retwist=plan.client.retwists,
            released_on=max(done_on, opened) if opened else None,
            air=air_of(visit, [air for air in air_ahead(today) if air.date >= done_on]),
            events=[
                WearEvent(date=day.date, kind=WearEventKind(day.kind))
                for day in planned
                if day.date >= done_on
            ],
            reports=at_home(visit),
            refreshes=refreshes(plan.client),
            learned=learned_wear(plan.client) if learning else None,
            on=max(today, done_on),
        )
    )


def at_home(visit: Visit | None) -> list[DayReport]:
    """Reports from home about the days since a visit."""
    if visit is None:
        return []
    return [
        DayReport(
            date=row.date,
            night=Night(row.slept_with) if row.slept_with else None,
            refresh=Refreshing(row.refreshed_with) if row.refreshed_with else None,
        )
        for row in visit.checkins.order_by("-date")[:DAYS_MOST]
    ]


def air_of(visit: Visit | None, ahead: Sequence[AirOn]) -> list[AirOn]:
    """The air of a wear: as it was on days that were told of, as forecast on those to come."""
    rows = visit.checkins.values_list("date", "rh") if visit else ()
    days = {air.date: air for air in ahead}
    days |= {day: AirOn(date=day, rh=clamp(rh, 0.0, 1.0)) for day, rh in rows if rh is not None}
    return [air for _, air in sorted(days.items())][-DAYS_MOST:]


def refreshes(client: Client) -> bool:
    """Whether a client freshens a style in between.

    Yes, until many days were told with their night and none with anything in the morning.
    """
    rows = Checkin.objects.filter(visit__client=client).exclude(slept_with="")
    told = list(rows.order_by("-date", "-pk").values_list("refreshed_with", flat=True)[:NEWEST])
    return len(told) < LEAST_DAYS or any(told)


def opened_on(visit: Visit) -> date | None:
    """The day on which the set of a visit was opened; None while it is in.

    A visit that ended without a word of it, e.g. written down afterwards, was opened as planned.
    """
    if visit.released_at is not None:
        return timezone.localdate(visit.released_at)
    if visit.state != VisitState.DONE or waits_for_opening(visit):
        return None
    hours = visit.plan.parsed_answer.drying.release_after_h
    planned = timezone.localdate(visit.started_at + timedelta(hours=hours))
    return planned if planned <= timezone.localdate() else None


def planned_days(client: Client) -> list[PlannedDay]:
    """What a client plans, and planned lately."""
    since = timezone.localdate() - PLANNED_SINCE
    return list(PlannedDay.objects.filter(client=client, date__gte=since))


def wearing(client: Client) -> Wearing:
    """A client's current style."""
    visit = last_visit(client)
    planned = planned_days(client)
    booked = list(
        Booking.objects.filter(client=client, state__in=ACTIVE, end__gte=timezone.now()).order_by(
            "start"
        )
    )
    if visit is None:
        return Wearing(None, booked=booked, planned=planned)
    answer, why_not = None, ""
    came = NOTHING
    next_time: Sequence[str] = ()
    try:
        log = fold_visit(visit)
        came, next_time = outcome(log), log.next_time
        answer = wear_of(visit.plan, timezone.localdate(visit.started_at), planned, visit)
    except CraftError as error:
        why_not = error.message
    return Wearing(
        visit,
        answer,
        why_not,
        came,
        next_time,
        list(visit.checkins.all()),
        booked,
        planned,
    )
