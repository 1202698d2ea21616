"""The drying of this plan: its stages, its release, its odds."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import time, timedelta

import numpy as np

from craft.messages import Text, say
from craft.physics import drying
from craft.physics.rates import Cylinder, Stage
from craft.plan.case import Case
from craft.plan.clock import clock_of
from craft.plan.details import does
from craft.plan.dryers import dryer_stage
from craft.plan.stages import (
    air_stage,
    dried_by_hand,
    section_cylinder,
    stages_by_hand,
    stages_for,
)
from craft.plan.turns import shaped_hair
from craft.statistics.odds import Calibration
from craft.vocabulary import (
    AirAt,
    Detail,
    Dryer,
    Heat,
    Manner,
    Releasing,
    StageKind,
)

#: Odds that make a release safe. Own value.
SAFE_ODDS = 0.8

#: Longest time under a dryer that is planned unasked [min], in steps of [min]. Own values.
DRYER_LIMIT_MIN = 90.0
DRYER_STEP_MIN = 5.0
#: After this much longer than the dryer, the client has left [h]. Own value.
SAME_SITTING_H = 0.6
#: Loose hair is promised dry on the half hour; a set whole days later if need be.
RELEASE_STEP_H = 0.5
#: A set that is worn before it is opened: two to five days. Common practice, no source.
WORN_FIRST_H = 72.0
SET_RELEASE_STEP_H = 24.0
CURVE_POINTS = 60

#: Odds stay as the law of drying has them.
NOT_BENT = Calibration()


@dataclass(frozen=True)
class Forecast:
    """How the slowest section dries.

    Args:
        cylinder: it, as the drying law sees it
        slowest: its number
        stages: the air it dries in
        dryer: the dryer really used
        dryer_min: minutes under it
        salon_min: minutes of drying for which the client stays [min]
        water: in the hair at the beginning [g/g]
        factor: learned multiplier
        spread: how unsure the time is, of its logarithm
        release_h: planned release, from the end of shaping [h]
        run: the forecast
        bend: how its odds came true so far
    """

    cylinder: Cylinder
    slowest: int
    stages: tuple[Stage, ...]
    dryer: Dryer
    dryer_min: float
    salon_min: float
    water: float
    factor: float
    spread: float
    release_h: float
    run: drying.Run
    bend: Calibration = NOT_BENT

    @property
    def odds(self) -> float:
        """Probability that it is dry at the release [0 to 1]."""
        return self.odds_with(self.stages)

    def odds_with(self, stages: Sequence[Stage], release_h: float | None = None) -> float:
        """Probability that it is dry at a time [h], in other stages [0 to 1]."""
        return self.bend.odds(self.unbent_odds(stages, release_h))

    def unbent_odds(self, stages: Sequence[Stage], release_h: float | None = None) -> float:
        """That probability as the law of drying alone has it [0 to 1]."""
        at = self.release_h if release_h is None else release_h
        return drying.odds_dry(
            self.cylinder, self.water, tuple(stages), at, self.factor, self.spread
        )

    @property
    def safe_h(self) -> float | None:
        """Time after which the odds of dry are safe [h], None if never."""
        slower = safely_slow(self.factor, self.spread, self.bend)
        return safe_hours(self.cylinder, self.water, self.stages, slower)

    @property
    def begins(self) -> list[float]:
        """When each stage begins as planned [h]: hair that dries slower stays for all of it."""
        begins = [0.0]
        for stage, end in zip(self.stages, self.run.ends, strict=True):
            begins.append(end if stage.hours is None else begins[-1] + stage.hours)
        return begins[:-1]

    def banded(self, z: float) -> drying.Run:
        """The forecast for hair that dries slower by z standard deviations [of the logarithm]."""
        slower = self.factor * math.exp(z * self.spread)
        return drying.dry(self.cylinder, self.water, self.stages, slower)


def dryer_of(case: Case) -> Dryer:
    """The dryer, unless no heat may be used."""
    heat = case.request.goal.max_heat is not Heat.NONE
    return case.dry if heat and case.dries else Dryer.AIR


def dryer_minutes(case: Case, cylinder: Cylinder, water: float, dryer: Dryer) -> float:
    """Time under the dryer [min]: as asked, else until safely dry, within the limit."""
    if dryer is Dryer.AIR:
        return 0.0
    if case.request.dry_min is not None:
        return case.request.dry_min
    asked = case.request
    slower = safely_slow(asked.drying_factor, asked.drying_spread, bend_of(case))
    # Dry is what is dry in the air of the salon, not in that of the dryer.
    stages = (dryer_stage(case, StageKind(dryer), None), air_stage(case, AirAt.SALON))
    run = drying.dry(cylinder, water, stages, slower)
    needed = run.ends[0] * 60
    return min(DRYER_LIMIT_MIN, math.ceil(needed / DRYER_STEP_MIN) * DRYER_STEP_MIN)


def safely_slow(factor: float, spread: float, bend: Calibration) -> float:
    """Times the law of drying that a set may take while it is safely dry (own value).

    Args:
        factor, spread: learned multiplier, and how unsure its logarithm is
        bend: how odds came true so far
    """
    return factor * math.exp(bend.quantile_for(SAFE_ODDS) * spread)


def bend_of(case: Case) -> Calibration:
    """How odds of dry came true so far."""
    learned = case.request.learned_odds
    if learned is None:
        return NOT_BENT
    return Calibration(learned.shift, learned.slope, learned.promises)


def safe_hours(
    cylinder: Cylinder, water: float, stages: Sequence[Stage], slower: float
) -> float | None:
    """Time after which the odds of dry are safe [h], None if never.

    Args:
        cylinder, water, stages: as the forecast has them
        slower: times the forecast that drying may take, from `safely_slow`
    """
    return drying.hours_to_dry(cylinder, water, stages, slower)


def rounded_up(hours: float, step: float) -> float:
    """A time [h] rounded up to a whole number of steps [h]."""
    return math.ceil(hours / step - 1e-9) * step


def usual_release(case: Case, safe_h: float | None, dryer_min: float) -> float:
    """When a style is released if nobody chooses [h after shaping].

    Straight from the dryer when that dries it; else when it is usual for a set, and as soon as it
    is safe for loose hair, which nobody comes back for.
    """
    if safe_h is not None and dryer_min > 0 and safe_h <= dryer_min / 60 + 1e-6:
        return dryer_min / 60
    by_the_clock = release_by_the_clock(case, safe_h)
    if by_the_clock is not None:
        return by_the_clock
    usual = case.technique.release.usual_h
    if case.technique.release.needed and case.request.school.release is Releasing.WORN_FIRST:
        usual = max(usual, WORN_FIRST_H)
    if safe_h is None:
        return usual
    if case.technique.release.needed:
        # No set is worn for longer than it holds; what is not dry by then is said, with what helps.
        worn_h = case.technique.wear.days * SET_RELEASE_STEP_H
        return max(usual, min(rounded_up(safe_h, SET_RELEASE_STEP_H), worn_h))
    return rounded_up(safe_h, RELEASE_STEP_H)


def release_by_the_clock(case: Case, safe_h: float | None) -> float | None:
    """When a set is opened by the hours of its days [h after shaping]; None where none is known.

    On the day that is usual for the style, once it is safely dry, in the salon while that is open,
    at home while the client is up: never at night. Common practice, no source.

    Args:
        case: the head
        safe_h: when it is safely dry [h after shaping], None if never
    """
    hours = clock_of(case.request)
    if hours is None or not case.technique.release.needed:
        return None
    usual_h = case.technique.release.usual_h
    if case.request.school.release is Releasing.WORN_FIRST:
        usual_h = max(usual_h, WORN_FIRST_H)
    earliest = case.shaped_min + usual_h * 60
    if usual_h >= SET_RELEASE_STEP_H:
        # A set is worn for so many nights, not for so many hours.
        opened = hours.start.date() + timedelta(days=round(usual_h / SET_RELEASE_STEP_H))
        earliest = hours.minutes(hours.on(opened, time(0)))
    worn_h = case.technique.wear.days * SET_RELEASE_STEP_H
    dry = case.shaped_min + min(safe_h or 0.0, worn_h) * 60
    return opening_after(case, max(earliest, dry))


def opening_after(case: Case, since_min: float) -> float | None:
    """The first hour from a moment on at which the set can be opened [h after shaping].

    Args:
        case: the head
        since_min: not before this, from the beginning of the service [min]
    """
    hours = clock_of(case.request)
    at_home = does(case, Detail.OPENED, Manner.HOME)
    moment = hours.opening(since_min, at_home=at_home) if hours else None
    return None if moment is None else (moment - case.shaped_min) / 60


def forecast_of(case: Case) -> Forecast:
    """Forecast the drying of a plan.

    Raises:
        NeverDries: the air of the room is saturated
    """
    hair = shaped_hair(case)
    slowest, water = hair.slowest, hair.water
    cylinder = section_cylinder(case, slowest.hairs)
    by_hand = bool(case.request.stages) and case.dries
    if by_hand:
        dryer, minutes = dried_by_hand(case)
        stages = stages_by_hand(case)
    else:
        dryer = dryer_of(case)
        minutes = dryer_minutes(case, cylinder, water, dryer)
        stages = stages_for(case, dryer, minutes)
    factor, spread = case.request.drying_factor, case.request.drying_spread
    run = drying.dry(cylinder, water, stages, factor)
    release_h = case.request.goal.release_after_h
    if release_h is None:
        slower = safely_slow(factor, spread, bend_of(case))
        safe_h = safe_hours(cylinder, water, stages, slower)
        release_h = usual_release(case, safe_h, minutes)
    if dryer is not Dryer.AIR and not minutes:
        # A dryer that runs until it is done: until dry, or to 90 %.
        minutes = round(run.ends[0] * 60, 1)
    return Forecast(
        cylinder=cylinder,
        slowest=slowest.number,
        stages=stages,
        dryer=dryer,
        dryer_min=minutes,
        salon_min=minutes_in_salon(case, run) if by_hand else minutes,
        water=water,
        factor=factor,
        spread=spread,
        release_h=release_h,
        run=run,
        bend=bend_of(case),
    )


def minutes_in_salon(case: Case, run: drying.Run) -> float:
    """Minutes of drying by hand for which the client stays in the salon [min]."""
    own = zip(case.request.stages, run.ends, strict=False)
    stays = [end for stage, end in own if stage.at is AirAt.SALON and stage.minutes is not None]
    return max(stays, default=0.0) * 60


def in_one_sitting(forecast: Forecast) -> bool:
    """Whether the client waits in the salon for the release."""
    return forecast.salon_min > 0 and forecast.release_h <= forecast.salon_min / 60 + SAME_SITTING_H


def damp_at_bedtime(case: Case, forecast: Forecast) -> float | None:
    """When hair that went home wet lies down while its odds of dry are not safe [h after shaping].

    Args:
        case, forecast: what is planned
    Returns:
        the hour, None where it is dry by then, or opened before
    """
    if not case.dries:
        return None
    opened = forecast.release_h if case.technique.release.needed else math.inf
    for stage, begin in zip(forecast.stages, forecast.begins, strict=True):
        if stage.kind is StageKind.ASLEEP and begin < opened:
            return begin if forecast.odds_with(forecast.stages, begin) < SAFE_ODDS else None
    return None


def moment_of(case: Case, hours: float) -> Text:
    """A moment so long after shaping [h], in words: by the clock, else as hours."""
    clock = clock_of(case.request)
    if clock is None:
        return say("{hours:.0f} h after shaping", hours=hours)
    return clock.moment(case.shaped_min + hours * 60)


def curve(run: drying.Run, until_h: float) -> list[tuple[float, float]]:
    """A run thinned out for drawing: time [h] and share of water gone [0 to 1]."""
    hours = np.linspace(0, until_h, CURVE_POINTS + 1)
    shares = np.interp(hours, run.hours, run.shares)
    return [(round(float(t), 3), round(float(x), 4)) for t, x in zip(hours, shares, strict=True)]
