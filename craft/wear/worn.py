"""A style on a head: its days, its looks, its nights, and what they take."""

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import timedelta
from functools import cached_property

from craft.contract.plan import Finished
from craft.contract.wear import Amount, WearDay, WearRequest
from craft.errors import CraftError
from craft.messages import day_text, join, message, say
from craft.physics.appearance import definition_on, fading_days, length_on
from craft.physics.curl import shape_kept
from craft.plan.case import Case
from craft.plan.finished import finished_look, hold_of, usual_hold
from craft.plan.forecast import Forecast
from craft.plan.home import (
    REFRESH,
    WASH_BY_DAY,
    WearFacts,
    WornLook,
    can_twist_again,
    comes_back,
    first_night,
    nights_after,
    nights_in_set,
    refresh_days,
    refreshed_every,
    refreshed_with,
    refreshing_as,
    release_day,
    twists_again,
    wash_day,
    worn_before,
    worn_looks,
    worn_on,
)
from craft.styles.technique import Freshening
from craft.vocabulary import Refreshing, Role, WearEventKind, WearPhase
from craft.wear import household
from craft.wear.ageing import USUAL_RH, Ageing, Care
from craft.wear.limits import (
    Limit,
    last_safe,
)

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

    @property
    def is_opened(self) -> bool:
        """Whether a set was opened, as somebody told."""
        return self.request.released_on is not None and self.case.technique.release.needed

    @property
    def is_closed(self) -> bool:
        """Whether a set is still to be opened."""
        return self.case.technique.release.needed and not self.is_opened

    @property
    def facts(self) -> WearFacts:
        """How it went."""
        opened = self.first if self.is_opened else None
        return WearFacts(self.request.done_on, opened, self.twisted_again, self.wash_day)

    @cached_property
    def twisted_again(self) -> bool:
        """Whether it is twisted again every second night: as the client does, or as it needs."""
        does = self.request.extended_by_retwist and can_twist_again(self.case)
        return does or twists_again(self.case)

    @cached_property
    def care(self) -> Care:
        """Care at home: the client's habits, and reports about single days."""
        reports = {(each.date - self.request.done_on).days: each for each in self.request.reports}
        return Care(
            night=self.case.request.person.night,
            freshening=refreshed_with(self.case) if self.request.refreshes else None,
            every=refreshed_every(self.case),
            nights={day: each.night for day, each in reports.items() if each.night},
            mornings={day: each.refresh for day, each in reports.items() if each.refresh},
        )

    @cached_property
    def ageing(self) -> Ageing:
        """How it ages."""
        return Ageing(self.first, self.air, self.twisted_again, self.care)

    @cached_property
    def usual_age(self) -> float:
        """How old it is once it is past its best: usual days, under a cover, freshened [d]."""
        care = Care(freshening=refreshed_with(self.case), every=refreshed_every(self.case))
        days = range(self.first + 1, self.first + self.case.technique.wear.days + 1)
        return max(Ageing(self.first, care=care).ages(days), default=0.0)

    @cached_property
    def hold(self) -> float:
        """Share of its usual days that a style keeps by what holds it."""
        usual = fading_days(usual_hold(self.case.technique))
        return fading_days(hold_of(self.case)) / usual

    @cached_property
    def best_age(self) -> float:
        """How old it may look and still be good: by its hold, and by what this head taught."""
        learned = self.request.learned
        return self.usual_age * self.hold * (learned.factor if learned else 1.0)

    @cached_property
    def lasts(self) -> float:
        """Days it looks as it should in half humid air."""
        return Ageing(self.first, care=self.care).days_until(self.best_age)

    @cached_property
    def worn_days(self) -> float:
        """Days it is worn: as wished; twisted again up to two weeks; else while it lasts."""
        wished = self.case.request.goal.wear_days
        if wished is not None:
            return wished
        return WASH_BY_DAY if self.twisted_again else self.lasts

    @cached_property
    def safe(self) -> Limit:
        """The last day it may be worn, never before the day after it is there."""
        limit = last_safe(self.case, self.first, twisted_again=self.twisted_again)
        return Limit(max(limit.day, self.first + 1), limit.why)

    @cached_property
    def wash_day(self) -> int:
        """Washed on this day at the latest: worn out, no longer safe, or after a swim."""
        end = min(wash_day(self.case, self.first, self.worn_days), self.safe.day)
        return min([end, *(day + WASH_AFTER_SWIM_DAYS for day in self.swims)])

    @cached_property
    def good_days(self) -> float:
        """Days it looks as it should, whenever it is washed."""
        return self.ageing.days_until(self.best_age)

    @cached_property
    def good(self) -> int:
        """The last day it looks as it should."""
        good = self.first + math.floor(self.good_days + 1e-9)
        return max(self.first, min(good, self.wash_day - 1))

    @cached_property
    def back_day(self) -> int:
        """The best day to come back: once it has looked good, while it is still safe."""
        return min(self.good + 1, self.safe.day)

    @cached_property
    def return_day(self) -> int:
        """The day to come back at the latest."""
        return max(self.safe.day, WASH_BY_DAY - worn_before(self.case))

    @cached_property
    def swims(self) -> list[int]:
        """Days on which the hair gets into salt or chlorine."""
        return [
            day
            for day, kinds in self.events.items()
            if day >= self.first and day > 0 and WearEventKind.SWIM in kinds
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
    def looks(self) -> list[WornLook]:
        """What it is worn as, by day."""
        return worn_looks(
            self.case, self.first, twisted_again=self.twisted_again, last=self.wash_day
        )

    def phase(self, day: int) -> WearPhase:
        """What a day is."""
        if day >= self.wash_day:
            return WearPhase.WASH
        if comes_back(self.case, self.forecast) and day < self.first:
            return WearPhase.IN_SET
        if self.case.technique.release.needed and day == self.first:
            return WearPhase.RELEASE
        return WearPhase.WORN if day <= self.good else WearPhase.PAST

    def look(self, day: int) -> WornLook:
        """What it is worn as on a day."""
        return worn_on(self.looks, day)

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
        kept = join(" ", nights_after(self.case, self.look(day).style))
        again = self.ageing.is_twisted(day)
        return say("Twist it again, larger than before. {kept}", kept=kept) if again else kept

    def refresh(self, day: int) -> Freshening | None:
        """What freshens it in the morning."""
        if day not in self.refreshed:
            return None
        freshening = refreshing_as(self.case, self.look(day).style)
        humid = self.air.get(day, USUAL_RH) >= HUMID_RH
        return REFRESH[Refreshing.OIL] if humid and freshening.mist else freshening

    def amounts(self, freshening: Freshening) -> list[Amount]:
        """How much a refresh takes, as a kitchen has it."""
        amounts = []
        if freshening.gel:
            amounts.append(household.palm(say("gel"), GEL_G))
        if freshening.mist:
            grams = freshening.mist * MIST_G_PER_G * self.hair_g
            amounts.append(household.presses(say("water"), grams))
        if freshening.styler:
            amounts.append(household.palm(say("styler"), max(0.5, STYLER_SHARE * self.styler_g)))
        if freshening.oil:
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
        age = self.ageing.age(day)
        return round(definition_on(age, self.begins, USUAL_RH, hold_of(self.case)), 3)

    @property
    def natural_cm(self) -> float:
        """Length the hair hangs by itself [cm]."""
        return self.case.hair.length_cm / self.case.hair.curl_index

    def kept(self, day: int) -> float | None:
        """What is left on a day of what the set did, as forecast [%]."""
        if day < self.first:
            return None
        natural, released = self.natural_cm, self.released.length_cm
        # Freshening brings locks together again, and no curl or stretch back.
        settled = Ageing(self.first, self.air, self.twisted_again).age(day)
        length = length_on(settled, released, natural, USUAL_RH)
        kept = shape_kept(self.case.hair.length_cm, natural, released, length)
        return None if kept is None else round(kept)

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
            freshening = self.refresh(day)
            yield WearDay(
                date=self.request.done_on + timedelta(days=day),
                day=day,
                phase=self.phase(day),
                look=self.look(day).title if worn else "",
                night=self.night(day),
                refresh=freshening.how if freshening else "",
                amounts=self.amounts(freshening) if freshening else [],
                scalp_oil=worn and (day - self.first) % SCALP_OIL_EVERY == SCALP_OIL_EVERY - 1,
                notes=self.notes(day),
                definition=self.definition(day),
                kept=self.kept(day),
            )
