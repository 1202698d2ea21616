"""The drying planner: stages, every section over time, and what would make a release safe."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from craft import drying
from craft.air import dew_point
from craft.contract.drying import StageOut
from craft.contract.drying_plan import AirOut, DryingPlanAnswer, DryMap, PlannedStage, WhatIf
from craft.contract.plan import PlanRequest, Reason
from craft.routine.case import Case, case_of
from craft.routine.cautions import cautions_for
from craft.routine.fixes import (
    cost,
    drying_fix,
    in_sections,
    sections_minutes,
)
from craft.routine.forecast import (
    SAFE_ODDS,
    Forecast,
    forecast,
    in_one_sitting,
    room_at,
    section_bundle,
    stages_for,
    water_of,
)
from craft.routine.planner import drying_out
from craft.routine.styling import DAMP_HOOD_MIN, DAMP_WRAP_MIN, HOOD_SETUP_MIN
from craft.routine.washing import BLOT_MIN
from craft.routine.why import HOUSE, reason
from craft.vocabulary import AirAt, Blot, Dryer, Heat, StageKind

#: Steps of the scrubber over the whole drying.
MAP_STEPS = 48
#: The scrubber ends this much after the later of release and dry, and at most so far [h].
MAP_PAST, MAP_LIMIT_H = 1.05, 168.0
#: What is tried: more sections by, hood minutes, later by [h] for sets and for loose hair.
MORE_SECTIONS, HOOD_MINUTES = (2, 4, 8), (10, 20, 30, 45, 60)
LATER_SET_H, LATER_LOOSE_H = (24.0, 48.0), (0.5, 1.0, 2.0)
WHAT_IFS_MOST = 8
SLOWEST_NAMED = 3
DRYING_CAUTIONS = frozenset({"not_dry_at_release", "damp_cap", "heat_limit", "heat_fragile"})


def stages_out(kinds: Sequence[StageKind], run: drying.Run, water: float) -> list[StageOut]:
    """What each stage does.

    Args:
        kinds: of the stages
        run: the drying that followed them
        water: to lose at the beginning [g/g]
    """
    begins = [0.0, *run.ends[:-1]]
    return [
        StageOut(
            kind=kind,
            from_h=round(start, 3),
            to_h=round(end, 3),
            share_before=round(run.at(start), 4),
            share_after=round(run.at(end), 4),
            water_left=round(water * (1 - run.at(end)), 3),
        )
        for kind, start, end in zip(kinds, begins, run.ends, strict=True)
    ]


def planned_stages(case: Case, made: Forecast) -> list[PlannedStage]:
    """The stages of a plan with what each does."""
    by_hand = case.request.stages if case.washes else []
    told = stages_out([one.kind for one in made.stages], made.run, made.water)
    found = []
    for place, (stage, out) in enumerate(zip(made.stages, told, strict=True)):
        own = by_hand[place] if place < len(by_hand) else None
        found.append(
            PlannedStage(
                **out.model_dump(),
                at=own.at if own else place_of(case, stage),
                temp_c=round(stage.temp_c, 1),
                rh=round(stage.rh, 3),
                minutes=None if stage.hours is None else round(stage.hours * 60, 1),
                by_hand=own is not None,
            )
        )
    return found


def place_of(case: Case, stage: drying.Stage) -> AirAt:
    """Whose air a stage that nobody chose is in: the way home ends, the night does not."""
    stages = case.request.stages if case.washes else []
    if stages and stages[-1].at is not AirAt.SALON:
        return stages[-1].at
    if stage.kind is not StageKind.AIR or case.request.home is None or not case.washes:
        return AirAt.SALON
    return AirAt.HOME if stage.hours is None else AirAt.JOURNEY


def over_time(case: Case, made: Forecast) -> DryMap:
    """How every section dries."""
    hairs = [round(one.hairs) for one in case.sections]
    runs = {
        count: drying.dry(section_bundle(case, count), made.water, made.stages, made.factor)
        for count in dict.fromkeys(hairs)
    }
    last = max(run.hours[-1] for run in runs.values())
    until = min(MAP_LIMIT_H, MAP_PAST * max(made.release_h, float(last), 0.5))
    hours = np.linspace(0, until, MAP_STEPS + 1)
    places = {count: place for place, count in enumerate(runs)}
    return DryMap(
        hours=[round(float(hour), 3) for hour in hours],
        curves=[
            [round(float(share), 4) for share in np.interp(hours, run.hours, run.shares)]
            for run in runs.values()
        ],
        curve_of=[places[count] for count in hairs],
    )


@dataclass(frozen=True)
class Trial:
    """A change to be tried.

    Args:
        key: of the change
        title: in words
        change: to be merged into the request
        made: the forecast with it
        hands, client: more minutes [min]
        later: by how much the release moves [h]
    """

    key: str
    title: str
    change: dict[str, Any]
    made: Forecast
    hands: float = 0.0
    client: float = 0.0
    later: float = 0.0


def trials(case: Case, made: Forecast) -> Iterator[Trial]:
    """Single changes worth trying."""
    yield from more_sections(case, made)
    yield from under_the_hood(case, made)
    yield from pressed(case, made)
    yield from pressed_and_warmed(case, made)
    yield from later(case, made)


def more_sections(case: Case, made: Forecast) -> Iterator[Trial]:
    """Thinner sections."""
    now = len(case.sections)
    for more in MORE_SECTIONS:
        count = now + more - now % 2
        if count > case.technique.sections_max:
            return
        extra = sections_minutes(case, count) - sections_minutes(case, now)
        yield Trial(
            f"sections_{count}",
            f"{count} {case.technique.noun}s",
            in_sections(case, count),
            replace(made, bundle=section_bundle(case, case.hairs / count)),
            hands=extra,
            client=extra,
        )


def under_the_hood(case: Case, made: Forecast) -> Iterator[Trial]:
    """Some minutes of warm air first."""
    if case.request.goal.max_heat is Heat.NONE or not case.washes:
        return
    setup = 0.0 if made.dryer is Dryer.HOOD else HOOD_SETUP_MIN
    for minutes in HOOD_MINUTES:
        if made.dryer is Dryer.HOOD and minutes <= made.dryer_min:
            continue
        change: dict[str, Any] = {"dry": "hood", "dry_min": minutes}
        if case.request.stages:
            change["stages"] = []
        yield Trial(
            f"hood_{minutes}",
            f"{minutes} min under the hood first",
            change,
            replace(made, stages=stages_for(case, Dryer.HOOD, minutes)),
            hands=setup,
            client=minutes - made.salon_min + setup,
        )


def pressed(case: Case, made: Forecast) -> Iterator[Trial]:
    """Less water to begin with; not where the style wants it soaking."""
    water = water_of(case, Blot.PRESSED)
    if case.blot is not Blot.CLOTH or water >= made.water:
        return
    extra = (BLOT_MIN[Blot.PRESSED] - BLOT_MIN[Blot.CLOTH]) * case.request.pace
    yield Trial(
        "press_first",
        "Press with dry microfibre first",
        {"blot": "pressed"},
        replace(made, water=water),
        hands=extra,
        client=extra,
    )


def pressed_and_warmed(case: Case, made: Forecast) -> Iterator[Trial]:
    """Less water, then warm air: where neither is enough alone."""
    for press in pressed(case, made):
        for hood in under_the_hood(case, made):
            yield Trial(
                f"both_{hood.key}",
                f"Press, then {hood.title}",
                press.change | hood.change,
                replace(hood.made, water=press.made.water),
                hands=press.hands + hood.hands,
                client=press.client + hood.client,
            )


def later(case: Case, made: Forecast) -> Iterator[Trial]:
    """The same, opened later."""
    steps = LATER_SET_H if case.technique.released and not in_one_sitting(made) else LATER_LOOSE_H
    for hours in steps:
        then = made.release_h + hours
        yield Trial(
            f"later_{hours:g}",
            f"Open {hours:g} h later",
            {"goal": {"release_after_h": then}},
            replace(made, release_h=then),
            later=hours,
        )


def what_if(case: Case, made: Forecast) -> list[WhatIf]:
    """Changes that were tried: what makes the release safe, the cheapest first; then the rest."""
    found = []
    for one in trials(case, made):
        odds = one.made.odds
        fix = drying_fix(
            one.key,
            one.title,
            one.change,
            odds,
            hands=one.hands,
            client=one.client,
            later=one.later,
        )
        found.append(WhatIf(**fix.model_dump(), safe=odds >= SAFE_ODDS))
    found.sort(key=lambda fix: (not fix.safe, cost(fix) if fix.safe else -fix.odds_dry))
    return first_of_each(found)[:WHAT_IFS_MOST]


def first_of_each(fixes: Sequence[WhatIf]) -> list[WhatIf]:
    """Of each kind of change the cheapest that is safe; else the one that comes nearest."""
    found: dict[str, WhatIf] = {}
    for fix in fixes:
        found.setdefault(fix.key.rsplit("_", maxsplit=1)[0], fix)
    return list(found.values())


def before(case: Case) -> str:
    """Bands and pins go into damp hair: what brings it there."""
    if not case.technique.damp_first:
        return ""
    heat = case.request.goal.max_heat is not Heat.NONE
    minutes = DAMP_HOOD_MIN if heat else DAMP_WRAP_MIN
    how = "under the hood" if heat else "in a cloth"
    return f"{minutes:g} min {how} until damp, then the bands go in."


def ambient(case: Case) -> list[AirOut]:
    """The air of every place the hair dries in."""
    known = [AirAt.SALON]
    if case.request.outdoors is not None:
        known.append(AirAt.JOURNEY)
    if case.request.home is not None:
        known.append(AirAt.HOME)
    return [
        AirOut(
            at=at,
            temp_c=round(room.temp_c, 1),
            rh=round(room.rh, 3),
            dew_point_c=round(dew_point(room.temp_c, room.rh), 1),
            by=room.by,
            source=room.source,
        )
        for at in known
        for room in [room_at(case, at)]
    ]


def slowest(case: Case) -> list[int]:
    """Sections that dry last: those with the most hair, whatever their length."""
    ranked = sorted(case.sections, key=lambda one: -round(one.hairs))
    return [one.number for one in ranked[:SLOWEST_NAMED]]


def learned_reasons(case: Case) -> list[Reason]:
    """What was learned of this head, and what it does to the times."""
    request = case.request
    band = math.exp(drying.BAND_Z * request.drying_spread)
    return [
        reason(
            "learned_factor",
            f"Times are multiplied by {request.drying_factor:.2f}; eight heads in ten dry within "
            f"{1 / band:.0%} and {band:.0%} of that.",
            request.drying_basis or "nothing learned yet",
            HOUSE,
        )
    ]


def drying_plan(request: PlanRequest) -> DryingPlanAnswer:
    """Plan how a set dries.

    Args:
        request: as for planning
    Raises:
        CraftError: as planning raises it
    """
    case = case_of(request)
    made = forecast(case)
    return DryingPlanAnswer(
        drying=drying_out(made),
        stages=planned_stages(case, made),
        over_time=over_time(case, made),
        what_if=what_if(case, made),
        ambient=ambient(case),
        before=before(case),
        water_start=made.water,
        factor=made.factor,
        spread=made.spread,
        learned=request.drying_basis,
        slowest=slowest(case),
        cautions=[one for one in cautions_for(case, made, 0) if one.key in DRYING_CAUTIONS],
        reasons=[*drying_out(made).reasons, *learned_reasons(case)],
    )
