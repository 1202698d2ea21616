"""The days between two visits: nights, refreshes, looks, what the weather and plans ask for."""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property

from craft.contract.plan import Finished, Goal, PlanRequest, Reason
from craft.contract.reasons import MODEL, STANDARD, TRADE, reason
from craft.contract.wear import Amount, WearAnswer, WearDay, WearDue, WearRequest
from craft.errors import CraftError, Missing
from craft.messages import day_text, join, message, say
from craft.physics.appearance import definition_on, length_on
from craft.physics.curl import curl_retention
from craft.plan.alternatives.chain import looks_after
from craft.plan.case import Case
from craft.plan.forecast import Forecast, forecast_of
from craft.plan.home import (
    REFRESH,
    WASH_BY_DAY,
    comes_back,
    first_night,
    nights_after,
    nights_in_set,
    refresh_days,
    refreshing,
    release_day,
    wear_days,
)
from craft.plan.planner import finished_look
from craft.plan.prepare import prepare
from craft.styles.shared import GEL_AGAIN
from craft.vocabulary import OnHead, Refreshing, Role, WearEventKind, WearPhase
from craft.wear import household
from craft.wear.card import drawings, help_at_home
from craft.wear.limits import (
    USUAL_RH,
    faded_days,
    good_for,
    good_reason,
    last_safe,
    left_on,
    overdue_days,
    return_reason,
    spread_of,
    stays_on,
    washed_out,
    worn_as,
)
from craft.words import plural

#: From here air is humid, to here it is dry [fraction]. Own values.
HUMID_RH, DRY_RH = 0.75, 0.35
#: After swimming it is washed within so many days. Common practice, no source.
WASH_AFTER_SWIM_DAYS = 2
#: Oil goes to the scalp every other day at most.
SCALP_OIL_EVERY = 2
#: For one refresh: water for a gram of hair [g], oil for ends and palms [g], cream or gel as a
#: share of what the style took; gel for a hairline [g]. Own values.
MIST_G_PER_G, OIL_G, STYLER_SHARE, GEL_G = 0.10, 0.12, 0.15, 0.7
#: What freshening takes besides water.
STYLERS = (Role.CUSTARD, Role.MOUSSE, Role.GEL, Role.CREAM, Role.LEAVE_IN)

NOTES = {
    WearEventKind.SWIM: say(
        "Swimming: wet it with tap water and a little conditioner first, wear a cap; rinse it at "
        "once afterwards."
    ),
    WearEventKind.SPORT: say(
        "Sport: a soft band at the hairline, nothing tight; let sweat dry before anything goes "
        "over it."
    ),
    WearEventKind.VEIL: say(
        "Under a veil: gather low, a satin scarf below it; never over damp hair."
    ),
    WearEventKind.HELMET: say(
        "Under a helmet: lay it flat and low, a thin satin cap below; never over damp hair."
    ),
    WearEventKind.EVENT: say(
        "On the day: refresh it in the morning, and use no water the evening before."
    ),
}
HUMID = message(
    "Humid, {rh:.0%}: it gains volume by itself. No water today; smooth it with oil or pin it."
)
DRY = message("Dry air, {rh:.0%}: mist it a little more than usual.")


def asked_of(request: WearRequest) -> PlanRequest | None:
    """What the service was planned for, with what is wished of the wear; None without hair.

    Raises:
        Missing: a service is named, but no hair
        CraftError: what is on the head is none of the services, but a plan of one is given
    """
    asked = request.asked
    if asked is None:
        if isinstance(request.style, OnHead):
            return None
        if request.hair is None:
            raise Missing(
                "hair", say("This is missing: give the hair, or what was planned (asked).")
            )
        goal = Goal(style=request.style)
        asked = PlanRequest(hair=request.hair, person=request.person, goal=goal)
    elif request.style is not asked.goal.style:
        raise CraftError(
            "style",
            say(
                "The plan is for {style}; name that, or leave the plan out.", style=asked.goal.style
            ),
        )
    wear = WASH_BY_DAY if request.extended_by_retwist else request.wear_days
    update: dict[str, object] = {"wear_days": wear} if wear else {}
    if request.looks is not None:
        update["looks"] = request.looks
    return asked.model_copy(update={"goal": asked.goal.model_copy(update=update)})


@dataclass(frozen=True)
class Worn:
    """A style on a head.

    Args:
        request: what is asked
        case, forecast: the service it comes from
    """

    request: WearRequest
    case: Case
    forecast: Forecast

    @cached_property
    def first(self) -> int:
        """The day on which the style is there.

        Raises:
            CraftError: it was opened before it was begun
        """
        opened = self.request.released_on
        if opened is None or not self.case.technique.release.needed:
            return release_day(self.case, self.forecast)
        if opened < self.request.done_on:
            raise CraftError(
                "released_on",
                say("Give {done_on} or a day after it.", done_on=day_text(self.request.done_on)),
            )
        return (opened - self.request.done_on).days

    @cached_property
    def air(self) -> Mapping[int, float]:
        """Relative humidity by day after the service."""
        return {(air.date - self.request.done_on).days: air.rh for air in self.request.air}

    @cached_property
    def events(self) -> Mapping[int, list[WearEventKind]]:
        """What is planned, by day after the service."""
        events: dict[int, list[WearEventKind]] = {}
        for event in self.request.events:
            events.setdefault((event.date - self.request.done_on).days, []).append(event.kind)
        return events

    @cached_property
    def good(self) -> int:
        """The last day it looks as it should."""
        good = self.first + good_for(self.lasts, self.air, self.first)
        return max(self.first, min(good, self.wash_day - 1))

    @property
    def lasts(self) -> float:
        """Days it looks as it should in half humid air: as usual, times what this head taught."""
        learned = self.request.learned
        return wear_days(self.case) * (learned.factor if learned else 1.0)

    @cached_property
    def wash_day(self) -> int:
        """Washed on this day at the latest: two weeks, the end of the wear, or after a swim."""
        end = max(self.first + 1, min(WASH_BY_DAY, self.first + round(self.lasts) + 1))
        return min([end, *(day + WASH_AFTER_SWIM_DAYS for day in self.swims)])

    @cached_property
    def swims(self) -> list[int]:
        """Days on which the hair gets into salt or chlorine."""
        return [
            day for day, kinds in self.events.items() if day > 0 and WearEventKind.SWIM in kinds
        ]

    @cached_property
    def refreshed(self) -> set[int]:
        """Days of a refresh: an event draws the nearest one to its morning."""
        days = {day for day in refresh_days(self.case, self.first) if day < self.wash_day}
        for day, kinds in self.events.items():
            if WearEventKind.EVENT in kinds and self.first < day < self.wash_day:
                days = {other for other in days if abs(other - day) > 1} | {day}
        return days

    @cached_property
    def looks(self) -> Mapping[int, str]:
        """What it is worn as, by the day from which on."""
        if not self.case.technique.wear.looks:
            return {}
        return {self.first + look.day - 1: look.title for look in looks_after(self.case.request)}

    def phase(self, day: int) -> WearPhase:
        """What a day is."""
        if day >= self.wash_day:
            return WearPhase.WASH
        if comes_back(self.case, self.forecast) and day < self.first:
            return WearPhase.IN_SET
        if self.case.technique.release.needed and day == self.first:
            return WearPhase.RELEASE
        return WearPhase.WORN if day <= self.good else WearPhase.PAST

    def look(self, day: int) -> str:
        """How it is worn on a day."""
        if day < self.first:
            return ""
        since = [title for begin, title in sorted(self.looks.items()) if begin <= day]
        return since[-1] if since else self.case.technique.title

    def night(self, day: int) -> str:
        """What is done before sleeping."""
        if day + 1 >= self.wash_day and day >= self.first:
            return (
                say("No night care tonight: it is washed tomorrow.")
                if day + 1 == self.wash_day
                else ""
            )
        if self.phase(day) is WearPhase.IN_SET:
            lines = nights_in_set(self.case, self.forecast)
            return (
                lines[0] if day == 0 else say("Sleep on the set as it is; nothing tight over it.")
            )
        damp = first_night(self.case, self.forecast) if day == 0 else []
        if damp:
            return damp[0]
        kept = join(" ", nights_after(self.case))
        again = self.request.extended_by_retwist and (day - self.first) % 2 == 1
        return say("Twist it again, larger than before. {kept}", kept=kept) if again else kept

    def refresh(self, day: int) -> str:
        """What freshens it in the morning."""
        if day not in self.refreshed:
            return ""
        humid = self.air.get(day, USUAL_RH) >= HUMID_RH
        return REFRESH[Refreshing.OIL] if humid else refreshing(self.case)

    def amounts(self, day: int) -> list[Amount]:
        """How much a refresh takes, as a kitchen has it."""
        words = self.refresh(day)
        amounts = []
        if words == GEL_AGAIN:
            return [household.palm(say("gel"), GEL_G)]
        if words and words != REFRESH[Refreshing.OIL]:
            amounts.append(household.presses(say("water"), MIST_G_PER_G * self.hair_g))
        if words == REFRESH[Refreshing.STYLER_SPRAY]:
            amounts.append(household.palm(say("styler"), max(0.5, STYLER_SHARE * self.styler_g)))
        if "oil" in words:
            amounts.append(household.drops(say("oil"), OIL_G))
        return amounts

    @cached_property
    def hair_g(self) -> float:
        """Dry mass of the hair [g]."""
        return math.fsum(section.grams for section in self.case.sections)

    @cached_property
    def styler_g(self) -> float:
        """What the style took of its styler [g]; 0 where it took none."""
        taken = {laid.layer.role: laid.grams for laid in self.case.layers if laid.grams}
        return next((taken[role] for role in STYLERS if role in taken), 0.0)

    def notes(self, day: int) -> list[str]:
        """What the weather and what is planned ask for."""
        notes: list[str] = [NOTES[kind] for kind in self.events.get(day, [])]
        rh = self.air.get(day)
        if rh is not None and self.first <= day < self.wash_day:
            if rh >= HUMID_RH:
                notes.append(say(HUMID, rh=rh))
            elif rh <= DRY_RH:
                notes.append(say(DRY, rh=rh))
        return notes

    def definition(self, day: int) -> float | None:
        """Forecast of a day."""
        if day < self.first:
            return None
        aged = faded_days(day - self.first, self.air, self.first)
        return round(definition_on(aged, self.begins, USUAL_RH), 3)

    def retention(self, day: int) -> float | None:
        """Curl retention against the first day, as forecast [%]."""
        stretched, released = self.case.hair.length_cm, self.released.length_cm
        if day < self.first or stretched <= released:
            return None
        aged = faded_days(day - self.first, self.air, self.first)
        natural = stretched / self.case.hair.curl_index
        length = length_on(aged, released, natural, USUAL_RH)
        return round(curl_retention(stretched, released, length))

    @cached_property
    def released(self) -> Finished:
        """The style on its first day."""
        return finished_look(self.case, self.forecast)

    @property
    def begins(self) -> float:
        """Definition on the first day."""
        return self.released.day1_definition

    def days(self, last: int) -> Iterator[WearDay]:
        """The calendar, to a day."""
        for day in range(last + 1):
            worn = self.first <= day < self.wash_day
            yield WearDay(
                date=self.request.done_on + timedelta(days=day),
                day=day,
                phase=self.phase(day),
                look=self.look(day) if worn else "",
                night=self.night(day),
                refresh=self.refresh(day),
                amounts=self.amounts(day),
                scalp_oil=worn and (day - self.first) % SCALP_OIL_EVERY == SCALP_OIL_EVERY - 1,
                notes=self.notes(day),
                definition=self.definition(day),
                retention=self.retention(day),
            )


def wear(request: WearRequest) -> WearAnswer:
    """What is worn since a service, day by day.

    Raises:
        Missing: neither the hair nor a plan is given for a service
        CraftError: days that cannot be, or as planning raises it
    """
    asked = asked_of(request)
    if asked is None:
        return only_left_on(request)
    case = prepare(asked)
    worn = Worn(request, case, forecast_of(case))
    safe = last_safe(case, worn.first, request.extended_by_retwist)
    safe_day = max(safe.day, worn.first)
    return_day = max(worn.wash_day, WASH_BY_DAY)

    def on(day: int) -> date:
        return request.done_on + timedelta(days=day)

    good = worn.good - worn.first
    sooner, later = spread_of(request.learned)
    back_day = min(worn.good + 1, safe_day + 1, return_day)
    return wear_answer(
        request,
        WearAnswer(
            release_on=on(worn.first) if case.technique.release.needed else None,
            good_until=on(worn.good),
            good_until_low=on(worn.first + math.floor(good * sooner)),
            good_until_high=on(worn.first + math.ceil(good * later)),
            last_safe_day=on(safe_day),
            has_to_come_out=stays_on(worn_as(case.technique)),
            wash_by=on(worn.wash_day),
            return_on=on(back_day),
            return_by=on(return_day),
            days=list(worn.days(worn.wash_day)),
            day=None,
            of_days=safe_day,
            overdue_days=0,
            next=None,
            drawings=drawings(case),
            help=help_at_home(case),
            cautions=event_cautions(worn),
            reasons=[
                good_reason(wear_days(case), worn.air, request.learned),
                safe.why,
                wash_reason(worn),
                return_reason(worn.wash_day, back_day),
            ],
        ),
    )


def wash_reason(worn: Worn) -> Reason:
    """Why it is washed when it is."""
    if any(day + WASH_AFTER_SWIM_DAYS == worn.wash_day for day in worn.swims):
        because = say("After salt or chlorine it is washed within two days.")
        return reason("wash_by", because, say("swim"), TRADE)
    because = say(
        "Once the style is worn out, after two weeks ({wash_by_day} days) at the latest.",
        wash_by_day=WASH_BY_DAY,
    )
    return reason(
        "wash_by",
        because,
        say("worn {wear_days}", wear_days=plural(wear_days(worn.case), "day")),
        TRADE,
    )


def event_cautions(worn: Worn) -> list[Reason]:
    """Days that matter and come when it no longer looks as it should, or before it is there."""
    cautions = []
    for day, kinds in sorted(worn.events.items()):
        covered = {WearEventKind.VEIL, WearEventKind.HELMET} & set(kinds)
        if WearEventKind.EVENT in kinds and day > worn.good:
            because = say(
                "Day {day} matters, and the style is past its best by then: plan a visit before.",
                day=day,
            )
            cautions.append(
                reason("event_too_late", because, say("event on day {day}", day=day), MODEL)
            )
        if WearEventKind.EVENT in kinds and day < worn.first:
            because = say(
                "Day {day} matters, and the hair is still in the set: dry it under the hood, or "
                "make the set sooner.",
                day=day,
            )
            cautions.append(
                reason("event_in_set", because, say("event on day {day}", day=day), STANDARD)
            )
        if covered and 0 <= day < worn.first:
            because = say(
                "On day {day} the hair is still in the set, and nothing closed may go over damp "
                "hair.",
                day=day,
            )
            cautions.append(
                reason("covered_in_set", because, say("covered on day {day}", day=day), TRADE)
            )
    return cautions


def only_left_on(request: WearRequest) -> WearAnswer:
    """What is known where only what is on the head is: how long it may stay."""
    assert isinstance(request.style, OnHead)
    limit = left_on(request.style)
    last = request.done_on + timedelta(days=limit.day)
    return wear_answer(
        request,
        WearAnswer(
            release_on=None,
            good_until=None,
            good_until_low=None,
            good_until_high=None,
            last_safe_day=last,
            has_to_come_out=stays_on(request.style),
            wash_by=last,
            return_by=last,
            days=[],
            day=None,
            of_days=limit.day,
            overdue_days=0,
            next=None,
            cautions=[],
            reasons=[limit.why],
        ),
    )


def wear_answer(request: WearRequest, answer: WearAnswer) -> WearAnswer:
    """The answer, with what it comes to on the day that is asked about."""
    if request.on is None:
        return answer
    gone = washed_out(answer.has_to_come_out, answer.return_by, request.on)
    over = overdue_days(
        answer.last_safe_day,
        answer.return_by,
        request.on,
        has_to_come_out=answer.has_to_come_out,
    )
    cautions = list(answer.cautions)
    if over:
        because = say(
            "Worn {over} longer than it should: take it out, look at the hairline and scalp, and "
            "expect shed hair.",
            over=plural(over, "day"),
        )
        trigger = say("last safe day {day}", day=day_text(answer.last_safe_day))
        cautions.insert(0, reason("wear_overdue", because, trigger, TRADE))
    return answer.model_copy(
        update={
            "day": (request.on - request.done_on).days,
            "overdue_days": over,
            "washed_out": gone,
            "next": next_due(answer, request.on, opened=request.released_on is not None),
            "cautions": cautions,
        }
    )


def next_due(answer: WearAnswer, on: date, *, opened: bool) -> WearDue | None:
    """What comes next, from a day on; what was opened is not opened again."""
    release = answer.release_on if not opened else None
    due = [WearDue(date=release, what="release")] if release else []
    due += [WearDue(date=day.date, what="refresh") for day in answer.days if day.refresh]
    due.append(WearDue(date=answer.wash_by, what="wash"))
    return min((each for each in due if each.date >= on), key=lambda each: each.date, default=None)
