"""The gate before a set is opened: the forecast, and what three places feel like.

Where a touch says damp, the forecast is held against it: hair that is not dry by now is among the
slower ones, and what would help is worked out for those.
"""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from datetime import datetime

from scipy.special import ndtr, ndtri

from craft.contract.chair import Gate, GateOption
from craft.contract.plan import PlanRequest, Reason
from craft.contract.reasons import MODEL, STANDARD, reason
from craft.contract.visit import VisitAnswer
from craft.learning.drying import Outcome, is_doubtful
from craft.messages import say
from craft.physics import drying
from craft.physics.drying import Stage
from craft.plan.case import Case
from craft.plan.forecast import SAFE_ODDS, Forecast, forecast_of
from craft.plan.prepare import prepare
from craft.plan.stages import air_stage, dryer_stage
from craft.ranges import SPREAD_LEAST
from craft.vocabulary import AirAt, Dryness, Heat, StageKind, Touch
from craft.words import HOUR_MIN, duration

#: Minutes under the hood that are offered, and hours to wait. Own values.
HOOD_MIN = tuple(range(5, 61, 5))
LATER_H = (1, 2, 3, 4, 6, 8, 12, 24)
#: Only the roots, by hand, with the diffuser [min]. Own value.
ROOTS_MIN = 8.0
#: Odds are looked for on this grid.
SHARES = tuple(step / 20 for step in range(1, 20))


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
            options = list(helps(case, forecast, since_h, only_roots=damp == [Touch.ROOTS]))
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
            "A damp spot means that this hair dries more slowly than usual; the choices below "
            "allow for that."
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


def slower_than(forecast: Forecast, now_h: float, odds: float) -> float:
    """So many times the forecast's time: of hair not dry by now, this share is no slower.

    Args:
        forecast: of the plan
        now_h: hours since shaping
        odds: share, 0 to 1
    """
    dry_h = forecast.run.time_to(1.0)
    spread = max(forecast.spread, 1e-3)
    if dry_h is None or now_h <= 0:
        return forecast.factor * math.exp(float(ndtri(odds)) * spread)
    dry_by_now = float(ndtr(math.log(now_h / dry_h) / spread))
    z = float(ndtri(min(dry_by_now + odds * (1 - dry_by_now), 1 - 1e-9)))
    return forecast.factor * math.exp(z * spread)


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


def helps(case: Case, forecast: Forecast, now_h: float, *, only_roots: bool) -> list[GateOption]:
    """Hood, waiting, or the roots alone: each the smallest that is safe for hair this slow."""
    before, air = stages_until(forecast, now_h), air_stage(case, AirAt.SALON)

    def hooded(minutes: float) -> float:
        hood = dryer_stage(case, StageKind.HOOD, minutes)
        return odds_by(forecast, (*before, hood, air), now_h, now_h + minutes / 60)

    def aired(hours: float) -> float:
        return odds_by(forecast, (*before, air), now_h, now_h + hours)

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


def odds_by(forecast: Forecast, stages: tuple[Stage, ...], now_h: float, at_h: float) -> float:
    """Odds that hair which is not dry now is dry by an hour.

    Args:
        forecast: of the plan
        stages: the air it was in and will be in
        now_h, at_h: hours since shaping
    Returns:
        the largest share of such hair that is dry by then, on a grid of twentieths
    """
    dry = [
        share
        for share in SHARES
        if dry_after(forecast, stages, slower_than(forecast, now_h, share), at_h)
    ]
    return max(dry, default=0.0)


def dry_after(forecast: Forecast, stages: tuple[Stage, ...], slower: float, at_h: float) -> bool:
    """Whether hair so slow is dry by an hour."""
    dry_h = drying.dry(forecast.cylinder, forecast.water, stages, slower).time_to(1.0)
    return dry_h is not None and dry_h <= at_h + 1e-6
