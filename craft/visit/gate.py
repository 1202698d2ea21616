"""The gate before a set is opened: the forecast, and what three places feel like.

What was felt stands above the forecast: what would help is worked out from the water that damp or
wet hair holds, at its roots or in its lengths.
"""

import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from scipy.optimize import brentq

from craft.contract.chair import Gate, GateOption
from craft.contract.plan import PlanRequest, Reason
from craft.contract.reasons import MODEL, STANDARD, reason
from craft.contract.visit import VisitAnswer
from craft.learning.drying import Outcome, is_doubtful
from craft.messages import say
from craft.physics import drying
from craft.physics.rates import Cylinder, Stage
from craft.plan.case import Case
from craft.plan.dryers import dryer_stage
from craft.plan.forecast import SAFE_ODDS, Forecast, forecast_of
from craft.plan.prepare import prepare
from craft.plan.stages import air_stage
from craft.ranges import SPREAD_LEAST, clamp
from craft.vocabulary import AirAt, Dryness, Heat, StageKind, Touch
from craft.words import HOUR_MIN, duration

#: Minutes under the hood that are offered, and hours to wait. Own values.
HOOD_MIN = tuple(range(5, 61, 5))
LATER_H = (1, 2, 3, 4, 6, 8, 12, 24, 48)
#: Only the roots, by hand, with the diffuser [min]. Own value.
ROOTS_MIN = 8.0
#: Water that hair holds which feels damp, and wet: from the least to the most [g/g]. Hair at rest
#: with air of 85 % feels damp; free water feels wet. Own values.
HOLDS = {
    Dryness.DAMP_ROOTS: (0.17, 0.25),
    Dryness.WET: (0.35, max(drying.WATER_AFTER.values())),
}


def gate(
    asked: PlanRequest | None, visit: VisitAnswer, shaped: datetime | None, now: datetime
) -> Gate | None:
    """Whether a set may be opened now.

    Args:
        asked: what the plan was made for; without it nothing is forecast
        visit: as far as it is
        shaped: when shaping ended
        now: the moment
    """
    if shaped is None:
        return None
    since_h = max(0.0, (now - shaped).total_seconds() / 3600)
    damp = [place for place, dryness in visit.touches.items() if dryness is not Dryness.DRY]
    missing = [place for place in Touch if place not in visit.touches]
    case = prepare(asked) if asked is not None else None
    forecast = forecast_of(case) if case is not None else None
    gone = odds = None
    options: list[GateOption] = []
    if case is not None and forecast is not None:
        gone = round(forecast.run.at(since_h), 3)
        odds = round(forecast.odds_with(forecast.stages, since_h), 3)
        if damp:
            felt = list(felt_places(forecast, visit.touches, since_h))
            options = helps(case, forecast, felt, only_roots=damp == [Touch.ROOTS])
    doubt = doubt_of(forecast, visit, since_h) if forecast and not missing else ""
    return Gate(
        since_h=round(since_h, 2),
        gone=gone,
        odds_dry=odds,
        reasons=list(reasons(case, forecast, since_h)) if case and forecast else [],
        missing=missing,
        damp=damp,
        doubt=doubt,
        ready=not damp and not missing and not doubt,
        options=[*options, opened_damp()] if damp else [],
    )


def doubt_of(forecast: Forecast, visit: VisitAnswer, since_h: float) -> str:
    """Ask for confirmation if all three spots were felt dry much sooner than forecast.

    Args:
        forecast: of the plan
        visit: as far as it is
        since_h: hours since shaping
    """
    dry_h = forecast.run.time_to(1.0)
    dry = all(dryness is Dryness.DRY for dryness in visit.touches.values())
    if visit.dryness_confirmed or dry_h is None or not dry or since_h <= 0:
        return ""
    outcome = Outcome(dry_h, since_h, Dryness.DRY)
    if not is_doubtful(outcome, 1.0, max(forecast.spread, SPREAD_LEAST)):
        return ""
    return say(
        "Shaping ended {since_h} ago and this set was forecast to dry in about {dry_h}. Are all "
        "three spots really dry?",
        since_h=about(since_h),
        dry_h=about(dry_h),
    )


def about(hours: float) -> str:
    """A rough duration: minutes within the first hour, whole hours after it."""
    return duration(hours * HOUR_MIN if hours < 1 else round(hours) * HOUR_MIN)


def reasons(case: Case, forecast: Forecast, since_h: float) -> Iterator[Reason]:
    """What the forecast rests on, and what a touch does to it.

    Args:
        case: that is planned
        forecast: of its drying
        since_h: hours since shaping
    """
    dry_h = forecast.run.time_to(1.0)
    when = (
        say("about {dry_h:.0f} h", dry_h=dry_h)
        if dry_h is not None
        else say("no time that can be predicted")
    )
    yield reason(
        "release_gate",
        say(
            "The slowest section, number {slowest}, was forecast to dry in {when}; the odds "
            "follow from how far such forecasts were off.",
            slowest=forecast.slowest,
            when=when,
        ),
        say(
            "{since_h:.1f} h since shaping, {sections} sections, {water:g} g/g",
            since_h=since_h,
            sections=len(case.sections),
            water=forecast.water,
        ),
        MODEL,
    )
    yield reason(
        "touched",
        say(
            "What was felt stands above the forecast: damp hair holds {damp:.0%} of its weight in "
            "water or more, wet hair {wet:.0%}. The choices below start from there.",
            damp=HOLDS[Dryness.DAMP_ROOTS][0],
            wet=HOLDS[Dryness.WET][0],
        ),
        say("touch at roots, nape and the thickest section"),
        STANDARD,
    )


def opened_damp() -> GateOption:
    """What comes of opening it all the same."""
    return GateOption(
        key="open",
        title=say("Open it damp"),
        effect=say(
            "It frizzes where it is damp and falls sooner. Say why; it is kept with the visit."
        ),
    )


@dataclass(frozen=True)
class Felt:
    """A place of the slowest section as it was felt.

    Args:
        place: its lengths, or its roots where those dry for themselves
        water: in it now [g/g]
        slower: how much slower than forecast it has dried so far, as a factor
    """

    place: Cylinder
    water: float
    slower: float


def felt_places(
    forecast: Forecast, touches: Mapping[Touch, Dryness], now_h: float
) -> Iterator[Felt]:
    """What is not dry, by what was felt.

    Args:
        forecast: of the plan
        touches: what each spot felt like
        now_h: hours since shaping
    """
    stages = stages_until(forecast, now_h)
    places = forecast.cylinder.places
    for place in places:
        spots = [
            dryness
            for spot, dryness in touches.items()
            if len(places) == 1 or place.is_roots == (spot is Touch.ROOTS)
        ]
        damp = [dryness for dryness in spots if dryness is not Dryness.DRY]
        if not damp:
            continue
        least, most = HOLDS[Dryness.WET if Dryness.WET in damp else Dryness.DAMP_ROOTS]

        def water_now(slower: float, place: Cylinder = place) -> float:
            return drying.dry_place(place, forecast.water, stages, slower).water_at(now_h)

        water = clamp(water_now(forecast.factor), least, most) if stages else forecast.water
        yield Felt(place, water, slowness(water_now, water, forecast.factor) if stages else 1.0)


def slowness(water_at: Callable[[float], float], water: float, factor: float) -> float:
    """How much slower than forecast hair has dried, by the water it still holds.

    Args:
        water_at: water now, for hair slower than forecast by a factor [g/g]
        water: that it holds [g/g]
        factor: learned multiplier; hair that is damp is never taken for quicker than that
    """
    slowest = factor * math.exp(drying.SLOWER_RANGE)
    if water_at(factor) >= water:
        return factor
    if water_at(slowest) <= water:
        return slowest
    return float(brentq(lambda slower: water_at(slower) - water, factor, slowest, rtol=1e-3))


def stages_until(forecast: Forecast, now_h: float) -> tuple[Stage, ...]:
    """The air it was in until now, hours after shaping."""
    results, left = [], now_h
    for stage in forecast.stages:
        hours = left if stage.hours is None else min(stage.hours, left)
        if hours <= 0:
            break
        results.append(replace(stage, hours=hours))
        left -= hours
    return tuple(results)


def helps(
    case: Case, forecast: Forecast, felt: Sequence[Felt], *, only_roots: bool
) -> list[GateOption]:
    """Hood, waiting, or the roots alone: each the smallest that is safe for hair as it feels.

    Under the hood it dries as any hair does: slow in still air is what the air did not reach. What
    waits goes on as slowly as it has.
    """
    air = air_stage(case, AirAt.SALON)

    def hooded(minutes: float) -> float:
        hood = dryer_stage(case, StageKind.HOOD, minutes)
        return odds_after(forecast, felt, (hood, air), minutes / 60)

    def aired(hours: float) -> float:
        return odds_after(forecast, felt, (air,), hours, waits=True)

    options = []
    if case.request.goal.max_heat is not Heat.NONE:
        minutes, odds = smallest(HOOD_MIN, hooded)
        options.append(
            GateOption(
                key="hood",
                title=say("{minutes} min under the hood", minutes=minutes),
                effect=say("Then let it cool and feel again."),
                minutes=minutes,
                odds_dry=odds,
            )
        )
        if only_roots:
            options.append(
                GateOption(
                    key="roots",
                    title=say("Dry only the roots"),
                    effect=say("Diffuser at the roots, lengths left alone; feel again."),
                    minutes=ROOTS_MIN,
                )
            )
    hours, odds = smallest(LATER_H, aired)
    options.append(
        GateOption(
            key="later",
            title=say("Open it {hours} h later", hours=hours),
            effect=say("In the air of the salon or at home, uncovered."),
            minutes=hours * 60,
            odds_dry=odds,
        )
    )
    return options


def smallest(offers: Sequence[int], odds_of: Callable[[float], float]) -> tuple[int, float]:
    """The smallest offer whose odds are safe, else the largest; with its odds."""
    for offer in offers:
        odds = odds_of(offer)
        if odds >= SAFE_ODDS:
            return offer, odds
    return offer, odds


def odds_after(
    forecast: Forecast,
    felt: Sequence[Felt],
    stages: tuple[Stage, ...],
    hours: float,
    *,
    waits: bool = False,
) -> float:
    """Odds that everything that feels damp now is dry some hours later [0 to 1].

    Args:
        forecast: of the plan
        felt: what is not dry
        stages: the air from now on
        hours: from now [h]
        waits: whether it only waits, as slowly as it has dried so far
    """
    return min(
        forecast.bend.odds(
            drying.odds_dry(
                each.place,
                each.water,
                stages,
                hours,
                each.slower if waits else forecast.factor,
                forecast.spread,
            )
        )
        for each in felt
    )
