"""Changes of a plan that answer a caution, tried out and ranked by what they cost."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from craft import timing
from craft.contract.plan import Fix
from craft.drying import Stage
from craft.partings import FIXED
from craft.routine.case import Case
from craft.routine.forecast import (
    SAFE_ODDS,
    Forecast,
    in_one_sitting,
    rounded_up,
    safe_hours,
    section_bundle,
    stages_for,
    water_of,
)
from craft.routine.styling import HOOD_SETUP_MIN, LAY_IN_EACH_MIN, usual_hairs
from craft.routine.washing import BLOT_MIN, PART_EACH_MIN
from craft.vocabulary import Blot, Dryer, Heat

#: What a minute of the hands, a minute of the client and an hour of delay cost, in minutes of the
#: hands. House values.
HANDS_COST, CLIENT_COST, DELAY_COST = 1.0, 0.4, 1.0

#: Hood minutes that are offered. House values.
HOOD_OFFERS = tuple(range(10, 95, 5))
#: A release moves by whole days, so that it stays within opening hours; at most so far [h].
DAY_H = 24.0
LATEST_RELEASE_H = 120.0


def fixes_for_drying(case: Case, made: Forecast) -> list[Fix]:
    """Single changes after which the release is safe, cheapest first."""
    found = [
        fix
        for fix in (
            more_sections(case, made),
            hood_first(case, made),
            less_water(case, made),
            press_and_hood(case, made),
            later_release(case, made),
        )
        if fix is not None
    ]
    return sorted(found, key=cost)


def cost(fix: Fix) -> float:
    """What a fix costs, in minutes of the hands."""
    return HANDS_COST * fix.hands_on_min + CLIENT_COST * fix.client_min + DELAY_COST * fix.later_h


def drying_fix(
    key: str,
    title: str,
    change: dict[str, Any],
    odds: float,
    *,
    hands: float = 0.0,
    client: float = 0.0,
    later: float = 0.0,
) -> Fix:
    """A fix for a set that would be opened damp."""
    return Fix(
        key=key,
        caution="not_dry_at_release",
        title=title,
        change=change,
        hands_on_min=round(hands, 1),
        client_min=round(client, 1),
        later_h=later,
        odds_dry=round(odds, 3),
    )


def section_counts(case: Case) -> Iterator[int]:
    """Larger numbers of sections, keeping left and right alike."""
    now = len(case.sections)
    return iter(range(now + 2 - now % 2, case.technique.sections_max + 1, 2))


def in_sections(case: Case, count: int) -> dict[str, Any]:
    """The change that takes another number of sections.

    What was changed by hand belongs to the parting it was changed on, and is told to go with it.
    """
    parting = case.request.parting
    change: dict[str, Any] = {}
    if parting.changes:
        change["changes"] = []
    if case.layout.scheme in FIXED:
        change["scheme"] = None
    if parting.directed:
        change |= dict.fromkeys(("forward", "sideways", "back"))
    return {"goal": {"sections": count}} | ({"parting": change} if change else {})


def sections_minutes(case: Case, count: int) -> float:
    """Hands-on minutes that depend on the number of sections, if all held the same hair."""
    technique = case.technique
    each = timing.section_minutes(
        technique.shape_min, case.hair.length_cm, case.hairs / count, usual_hairs(case)
    )
    release = technique.release_each_min if technique.released else 0.0
    lay_in = LAY_IN_EACH_MIN * len(technique.stays_in)
    return count * (each + PART_EACH_MIN + lay_in + release) * case.request.pace


def more_sections(case: Case, made: Forecast) -> Fix | None:
    """The fewest sections that dry in time."""
    for count in section_counts(case):
        trial = replace(made, bundle=section_bundle(case, case.hairs / count))
        safe_h = safe_hours(trial.bundle, trial.water, trial.stages, trial.factor, trial.spread)
        if safe_h is not None and safe_h <= made.release_h:
            extra = sections_minutes(case, count) - sections_minutes(case, len(case.sections))
            return drying_fix(
                "more_sections",
                f"Take {count} {case.technique.noun}s",
                in_sections(case, count),
                trial.odds,
                hands=extra,
                client=extra,
            )
    return None


def hood_first(case: Case, made: Forecast) -> Fix | None:
    """The fewest minutes under the hood, before it ambient, that make the release safe."""
    if case.request.goal.max_heat is Heat.NONE:
        return None
    for minutes in HOOD_OFFERS:
        if made.dryer is Dryer.HOOD and minutes <= made.dryer_min:
            continue
        stages: tuple[Stage, ...] = stages_for(case, Dryer.HOOD, minutes)
        safe_h = safe_hours(made.bundle, made.water, stages, made.factor, made.spread)
        if safe_h is not None and safe_h <= made.release_h:
            added = minutes - made.dryer_min
            return drying_fix(
                "hood_first",
                f"{minutes} min under the hood first",
                {
                    "dry": "hood",
                    "dry_min": minutes,
                    **({"stages": []} if case.request.stages else {}),
                },
                made.odds_with(stages),
                hands=0.0 if made.dryer is Dryer.HOOD else HOOD_SETUP_MIN,
                client=added + (0.0 if made.dryer is Dryer.HOOD else HOOD_SETUP_MIN),
            )
    return None


def less_water(case: Case, made: Forecast) -> Fix | None:
    """Press the hair before styling; not where the style wants it soaking."""
    if case.blot is not Blot.CLOTH:
        return None
    water = water_of(case, Blot.PRESSED)
    odds = replace(made, water=water).odds
    if odds < SAFE_ODDS:
        return None
    extra = (BLOT_MIN[Blot.PRESSED] - BLOT_MIN[Blot.CLOTH]) * case.request.pace
    return drying_fix(
        "less_water",
        "Press with dry microfibre first",
        {"blot": "pressed"},
        odds,
        hands=extra,
        client=extra,
    )


def press_and_hood(case: Case, made: Forecast) -> Fix | None:
    """Press first, then the hood: where neither is enough alone."""
    if case.blot is not Blot.CLOTH or hood_first(case, made) or less_water(case, made):
        return None
    pressed = hood_first(case, replace(made, water=water_of(case, Blot.PRESSED)))
    if pressed is None:
        return None
    extra = (BLOT_MIN[Blot.PRESSED] - BLOT_MIN[Blot.CLOTH]) * case.request.pace
    return drying_fix(
        "press_and_hood",
        f"Press, then {pressed.title}",
        {"blot": "pressed", **pressed.change},
        pressed.odds_dry,
        hands=pressed.hands_on_min + extra,
        client=pressed.client_min + extra,
    )


def later_release(case: Case, made: Forecast) -> Fix | None:
    """The same hour on the first day that is safe."""
    safe_h = safe_hours(made.bundle, made.water, made.stages, made.factor, made.spread)
    if safe_h is None or in_one_sitting(made):
        return None
    release_h = made.release_h + rounded_up(safe_h - made.release_h, DAY_H)
    if not made.release_h < release_h <= LATEST_RELEASE_H:
        return None
    days = round((release_h - made.release_h) / DAY_H)
    return drying_fix(
        "later_release",
        "Release a day later" if days == 1 else f"Release {days} days later",
        {"goal": {"release_after_h": release_h}},
        made.odds_with(made.stages, release_h),
        later=release_h - made.release_h,
    )
