"""The drying planner: stages, every section over time, and what would make a release safe."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from craft.contract.drying import StageOut
from craft.contract.drying_plan import AirOut, DryingPlanAnswer, DryMap, PlannedStage, WhatIf
from craft.contract.plan import PlanRequest, Reason
from craft.contract.reasons import STANDARD, reason
from craft.messages import say
from craft.physics import drying, rates
from craft.physics.air import dew_point
from craft.physics.rates import Stage
from craft.plan.case import Case
from craft.plan.cautions import applicable_cautions
from craft.plan.forecast import SAFE_ODDS, Forecast, forecast_of, in_one_sitting
from craft.plan.planner import drying_out
from craft.plan.prepare import prepare
from craft.plan.stages import room_at, section_cylinder
from craft.plan.steps.drying import DAMP_HOOD_MIN, DAMP_WRAP_MIN
from craft.plan.turns import water_by_section
from craft.plan.what_if.answers import with_fixes
from craft.plan.what_if.drying import what_would_help
from craft.vocabulary import AirAt, Heat, StageKind

#: Steps of the scrubber over the whole drying.
MAP_STEPS = 48
#: The scrubber ends this much after the later of release and dry, and at most so far [h].
MAP_PAST, MAP_LIMIT_H = 1.05, 168.0
SLOWEST_NAMED = 3
#: Sections whose water [g/g] is equal to this many decimals share one drying curve.
WATER_DIGITS = 2
DRYING_CAUTIONS = (
    "not_dry_at_release",
    "damp_cap",
    "damp_at_bedtime",
    "heat_limit",
    "heat_fragile",
)


def stages_out(kinds: Sequence[StageKind], run: drying.Run) -> list[StageOut]:
    """What each stage does.

    Args:
        kinds: of the stages
        run: the drying that followed them
    """
    begins = [0.0, *run.ends[:-1]]
    return [
        StageOut(
            kind=kind,
            from_h=round(start, 3),
            to_h=round(end, 3),
            share_before=round(run.at(start), 4),
            share_after=round(run.at(end), 4),
            water_left=round(run.water_at(end), 3),
        )
        for kind, start, end in zip(kinds, begins, run.ends, strict=True)
    ]


def planned_stages(case: Case, forecast: Forecast) -> list[PlannedStage]:
    """The stages of a plan with what each does."""
    by_hand = case.request.stages if case.dries else []
    answers = stages_out([stage.kind for stage in forecast.stages], forecast.run)
    results: list[PlannedStage] = []
    for place, (stage, out) in enumerate(zip(forecast.stages, answers, strict=True)):
        own = by_hand[place] if place < len(by_hand) else None
        if own is None and results and out.share_before >= 1:
            # It is dry: the nights and days that follow change nothing.
            break
        results.append(
            PlannedStage(
                **out.model_dump(),
                at=own.at if own else place_of(case, stage),
                temp_c=round(stage.temp_c, 1),
                rh=round(stage.rh, 3),
                minutes=None if stage.hours is None else round(stage.hours * 60, 1),
                by_hand=own is not None,
            )
        )
    return results


def place_of(case: Case, stage: Stage) -> AirAt:
    """Whose air a stage that nobody chose is in: outdoors one is up and about."""
    stages = case.request.stages if case.dries else []
    if stages and stages[-1].at is not AirAt.SALON:
        return stages[-1].at
    if stage.kind not in rates.STILL:
        return AirAt.SALON
    return AirAt.JOURNEY if stage.speed_m_s == rates.ABOUT_M_S else AirAt.HOME


def over_time(case: Case, forecast: Forecast) -> DryMap:
    """How every section dries."""
    water = water_by_section(case)
    kinds = [
        (round(section.hairs), round(water[section.number], WATER_DIGITS))
        for section in case.sections
    ]
    runs = {
        (count, wet): drying.dry(
            section_cylinder(case, count), wet, forecast.stages, forecast.factor
        )
        for count, wet in dict.fromkeys(kinds)
    }
    last = max(run.hours[-1] for run in runs.values())
    until = min(MAP_LIMIT_H, MAP_PAST * max(forecast.release_h, float(last), 0.5))
    hours = np.linspace(0, until, MAP_STEPS + 1)
    places = {kind: place for place, kind in enumerate(runs)}
    return DryMap(
        hours=[round(float(hour), 3) for hour in hours],
        curves=[
            [round(float(share), 4) for share in np.interp(hours, run.hours, run.shares)]
            for run in runs.values()
        ],
        curve_of=[places[kind] for kind in kinds],
    )


def what_if(case: Case, forecast: Forecast) -> list[WhatIf]:
    """Changes that were tried: what makes the release safe, the cheapest first; then the rest."""
    return [
        WhatIf(**fix.model_dump(), safe=fix.odds_dry >= SAFE_ODDS)
        for fix in what_would_help(case, forecast)
    ]


def before(case: Case) -> str:
    """Bands and pins go into damp hair: what brings it there."""
    if not case.technique.setting.damp_first:
        return ""
    heat = case.request.goal.max_heat is not Heat.NONE
    minutes = DAMP_HOOD_MIN if heat else DAMP_WRAP_MIN
    how = say("under the hood") if heat else say("in a cloth")
    return say("{minutes:g} min {how} until damp, then the bands go in.", minutes=minutes, how=how)


def ambient(case: Case) -> list[AirOut]:
    """The air of every place the hair dries in."""
    places = [AirAt.SALON]
    if case.request.outdoors is not None:
        places.append(AirAt.JOURNEY)
    if case.request.home is not None:
        places.append(AirAt.HOME)
    return [
        AirOut(
            at=at,
            temp_c=round(room.temp_c, 1),
            rh=round(room.rh, 3),
            dew_point_c=round(dew_point(room.temp_c, room.rh), 1),
            by=room.by,
            source=room.source,
        )
        for at in places
        for room in [room_at(case, at)]
    ]


def slowest(case: Case) -> list[int]:
    """Sections that dry last: those with the most hair, whatever their length, and water."""
    water = water_by_section(case)
    ranked = sorted(
        case.sections,
        key=lambda section: (-round(section.hairs), -round(water[section.number], WATER_DIGITS)),
    )
    return [section.number for section in ranked[:SLOWEST_NAMED]]


def learned_reasons(case: Case) -> list[Reason]:
    """What was learned of this head, and what it does to the times."""
    request = case.request
    band = math.exp(drying.BAND_Z * request.drying_spread)
    return [
        reason(
            "learned_factor",
            say(
                "Times are multiplied by {drying_factor:.2f}; 8 of 10 cases are dry within "
                "{low:.0%} and {high:.0%} of that.",
                drying_factor=request.drying_factor,
                low=1 / band,
                high=band,
            ),
            request.drying_basis or say("nothing learned yet"),
            STANDARD,
        )
    ]


@dataclass(frozen=True)
class DryingBasis:
    """What a set that was opened is compared with, by the rules of today.

    Args:
        dry_h: forecast hours until dry, with nothing learned; None if never
        released: whether the style is opened once it is dry
        dried_here: whether a dryer in the salon was to dry it before the client left
    """

    dry_h: float | None
    released: bool
    dried_here: bool


def drying_basis(request: PlanRequest) -> DryingBasis:
    """What a set that was opened is compared with.

    Args:
        request: as for planning, of today or of an older plan
    Raises:
        CraftError: it cannot be planned any more
    """
    case = prepare(request.model_copy(update={"drying_factor": 1.0}))
    forecast = forecast_of(case)
    return DryingBasis(
        dry_h=forecast.run.time_to(1.0),
        released=case.technique.release.needed,
        dried_here=in_one_sitting(forecast),
    )


def drying_plan(request: PlanRequest) -> DryingPlanAnswer:
    """Plan how a set dries.

    Args:
        request: as for planning
    Raises:
        CraftError: as planning raises it
    """
    case = prepare(request)
    forecast = forecast_of(case)
    return DryingPlanAnswer(
        drying=drying_out(forecast),
        stages=planned_stages(case, forecast),
        over_time=over_time(case, forecast),
        what_if=what_if(case, forecast),
        ambient=ambient(case),
        before=before(case),
        water_start=forecast.water,
        factor=forecast.factor,
        spread=forecast.spread,
        learned=request.drying_basis,
        slowest=slowest(case),
        cautions=[
            caution.answer()
            for caution in with_fixes(
                case, forecast, applicable_cautions(case, forecast, (), DRYING_CAUTIONS)
            )
        ],
        reasons=[*drying_out(forecast).reasons, *learned_reasons(case)],
    )
