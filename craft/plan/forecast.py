"""The drying of this plan: its stages, its release, its odds."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from craft.contract.plan import DryStage, Room
from craft.errors import CraftError
from craft.head.geometry import radius
from craft.physics import curl, drying
from craft.physics.air import warmed_humidity
from craft.physics.drying import Cylinder, Stage
from craft.physics.fibre import FIBRE_G_PER_CM3, present
from craft.plan.case import Case
from craft.plan.details import does
from craft.statistics.odds import Calibration
from craft.vocabulary import (
    AirAt,
    Arrival,
    Blot,
    Detail,
    Dryer,
    Heat,
    Manner,
    Releasing,
    SetKind,
    StageKind,
)

#: Odds that make a release safe. Own value.
SAFE_ODDS = 0.8

#: Temperature at the hair by dryer and allowed heat [°C]. Own values.
DRYER_TEMP_C = {
    (Dryer.HOOD, Heat.LOW): 40.0,
    (Dryer.HOOD, Heat.MEDIUM): 50.0,
    (Dryer.DIFFUSER, Heat.LOW): 38.0,
    (Dryer.DIFFUSER, Heat.MEDIUM): 42.0,
}
#: A diffuser is put away at this share; the rest dries in the air. Common practice, no source.
DIFFUSE_TO_SHARE = 0.9
#: Longest time under a dryer that is planned unasked [min], in steps of [min]. Own values.
DRYER_LIMIT_MIN = 90.0
DRYER_STEP_MIN = 5.0
#: How far the hair stands off the head when it is loose [cm]. Own value.
ENVELOPE_CM = 3.0
#: Water once hair is damp and the bands go in [g/g]. Own value.
DAMP_WATER = 0.45
#: Water after an hour in a cloth [g/g]. Own value.
CLOTH_WATER = 0.5
#: Hovering, the diffuser is so much cooler at the hair [°C], and less of its heat
#: arrives. Own value.
HOVER_COOLER_C, HOVER_REACHES = 3.0, 0.8
#: Water where hair is not washed: from products worked into dry hair, from a mist [g/g]. Own value.
LAID_WATER = {Arrival.STRETCHED: 0.30, Arrival.MISTED: 0.40}
#: Heat of the scalp that reaches what lies flat on it, over all of its surface [W/m²]: the scalp
#: gives off some 30 to 60, the far side of a row feels little of it. Own value.
SCALP_W_M2 = 15.0
#: After this much longer than the dryer, the client has left [h]. Own value.
SAME_SITTING_H = 0.6
#: Loose hair is promised dry on the half hour; a set whole days later if need be.
RELEASE_STEP_H = 0.5
#: A set that is worn before it is opened: two to five days. Common practice, no source.
WORN_FIRST_H = 72.0
SET_RELEASE_STEP_H = 24.0
CURVE_POINTS = 60
#: From the end of shaping to bed, and the night [h]; nights are told apart for two days.
#: Own values.
EVENING_H, NIGHT_H = 7.0, 8.0
#: Air under a bonnet or cap: this share of the way to saturation. Own value.
CAP_DAMPER = 0.5
#: Hottest air at the hair by the heat that may be used [°C]. Own values.
MOST_TEMP_C = {Heat.LOW: 45.0, Heat.MEDIUM: 60.0}

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
        """Probability that it is dry at the release."""
        return self.odds_with(self.stages)

    def odds_with(self, stages: Sequence[Stage], release_h: float | None = None) -> float:
        """Probability that it is dry at the release, or another hour, in other stages."""
        return self.bend.odds(self.unbent_odds(stages, release_h))

    def unbent_odds(self, stages: Sequence[Stage], release_h: float | None = None) -> float:
        """That probability as the law of drying alone has it."""
        at = self.release_h if release_h is None else release_h
        return drying.odds_dry(
            self.cylinder, self.water, tuple(stages), at, self.factor, self.spread
        )

    @property
    def safe_h(self) -> float | None:
        """Hours after which the odds of dry are safe, None if never."""
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
        """The forecast for hair that dries slower by z standard deviations."""
        slower = self.factor * math.exp(z * self.spread)
        return drying.dry(self.cylinder, self.water, self.stages, slower)


def dryer_of(case: Case) -> Dryer:
    """The dryer, unless no heat may be used."""
    heat = case.request.goal.max_heat is not Heat.NONE
    return case.dry if heat and case.dries else Dryer.AIR


def section_cylinder(case: Case, hairs: float) -> Cylinder:
    """A section of so many hairs as a packed cylinder.

    Longer hair makes a longer cylinder, and a little thinner one, for fewer hairs are as long.
    Loose hair dries as its curl clumps, however many sections the hands worked in.
    """
    kind = case.technique.setting.kind
    packed = drying.PACKED_KG_PER_M3[kind]
    head_kg = case.hair_g / 1000
    if kind is SetKind.LOOSE:
        lock_m = curl.lock_mm(curl.TYPICAL_CURL_MM[case.hair.pattern]) / 1000
        envelope = envelope_thickness(case, packed)
        return Cylinder(lock_m / 2, packed, envelope, drying.EXPOSED[kind], head_kg)
    strand_mm2 = math.pi * (case.hair.diameter_um / 1000) ** 2 / 4
    strand_mm2 *= present(case.hair.length_cm)
    radius_mm = math.sqrt(hairs * strand_mm2 * FIBRE_G_PER_CM3 * 1000 / packed / math.pi)
    if case.technique.in_rows:
        flat = drying.EXPOSED_FLAT
        return Cylinder(radius_mm / 1000, packed, 0.0, flat, head_kg, SCALP_W_M2)
    return Cylinder(radius_mm / 1000, packed, 0.0, drying.EXPOSED[kind], head_kg)


def envelope_thickness(case: Case, packed_kg_m3: float) -> float:
    """Loose hair as one layer over the outside of the whole head [m].

    The outside is a dome with a skirt as long as the hair hangs.
    """
    reach_m = (radius(case.hair.head_cm) + ENVELOPE_CM) / 100
    hangs_m = case.hair.length_cm / case.hair.curl_index / 100
    outside_m2 = 2 * math.pi * reach_m**2 + 2 * math.pi * reach_m * hangs_m
    return case.hair_g / 1000 / outside_m2 / packed_kg_m3


def room_at(case: Case, at: AirAt) -> Room:
    """The air of a place; that of the salon where nothing else is known."""
    request = case.request
    outside = {AirAt.JOURNEY: request.outdoors, AirAt.HOME: request.home}.get(at)
    return outside or request.room


def air_stage(case: Case, at: AirAt, hours: float | None = None) -> Stage:
    """A stretch in the still air of a place."""
    room = room_at(case, at)
    about = drying.ABOUT_M_S if at is AirAt.JOURNEY else None
    return Stage(StageKind.AIR, room.temp_c, room.rh, hours, speed_m_s=about)


def dryer_temp(case: Case, kind: StageKind) -> float:
    """Usual temperature at the hair under a dryer, for the heat that may be used [°C]."""
    heat = case.request.goal.max_heat
    temp = DRYER_TEMP_C[Dryer(kind), heat if heat is not Heat.NONE else Heat.LOW]
    return temp - HOVER_COOLER_C if hovers(case, kind) else temp


def hovers(case: Case, kind: StageKind) -> bool:
    """Whether the diffuser is held away from the hair."""
    return kind is StageKind.DIFFUSER and does(case, Detail.DIFFUSING, Manner.HOVERING)


def dryer_stage(
    case: Case, kind: StageKind, minutes: float | None, temp_c: float | None = None
) -> Stage:
    """The stretch under a hood or diffuser, which warms the air of the room."""
    temp = dryer_temp(case, kind) if temp_c is None else temp_c
    room = case.request.room
    return Stage(
        kind=kind,
        temp_c=temp,
        rh=warmed_humidity(room.temp_c, room.rh, temp),
        hours=None if minutes is None else minutes / 60,
        until_share=DIFFUSE_TO_SHARE if kind is StageKind.DIFFUSER else 1.0,
        reaches=HOVER_REACHES if hovers(case, kind) else 1.0,
    )


def cap_stage(case: Case, at: AirAt, hours: float | None) -> Stage:
    """Under a bonnet or cap: still, and damper than the air around it."""
    room = room_at(case, at)
    damper = room.rh + CAP_DAMPER * (1 - room.rh)
    return Stage(StageKind.CAP, room.temp_c, damper, hours)


def night_stage(case: Case, hours: float | None) -> Stage:
    """In bed: still air, and some of the hair on the pillow."""
    room = room_at(case, AirAt.HOME)
    return Stage(StageKind.ASLEEP, room.temp_c, room.rh, hours)


def until_dry(case: Case, gone_h: float = 0.0) -> tuple[Stage, ...]:
    """What follows the salon: the way home, the evening, the night, the day after and so on.

    Args:
        gone_h: hours since shaping that have gone by
    """
    journey_h = case.request.journey_min / 60 if case.request.home else 0.0
    way = (air_stage(case, AirAt.JOURNEY, journey_h),) if journey_h else ()
    evening_h = EVENING_H - journey_h - gone_h
    evening = (air_stage(case, AirAt.HOME, evening_h),) if evening_h > 0 else ()
    night, day = night_stage(case, NIGHT_H), air_stage(case, AirAt.HOME, 24 - NIGHT_H)
    return (*way, *evening, night, day, night, air_stage(case, AirAt.HOME))


def stages_for(case: Case, dryer: Dryer, minutes: float) -> tuple[Stage, ...]:
    """Dryer first, then the air until dry."""
    air = until_dry(case, minutes / 60)
    if dryer is Dryer.AIR:
        return air
    return (dryer_stage(case, StageKind(dryer), minutes), *air)


def stages_by_hand(case: Case) -> tuple[Stage, ...]:
    """Stages as they were chosen, and the air for what is left.

    Raises:
        CraftError: a cloth has no end, or a dryer is hotter than this head may have it
    """
    asked = case.request.stages
    stages = [stage_by_hand(case, stage, f"stages.{place}") for place, stage in enumerate(asked)]
    last = asked[-1]
    # What ends under a hood is judged in the air that follows.
    if last.minutes is None and last.kind in drying.STILL:
        return tuple(stages)
    if last.at is not AirAt.SALON:
        return (*stages, air_stage(case, last.at))
    gone_min = sum(stage.minutes or 0.0 for stage in asked)
    return (*stages, *until_dry(case, gone_min / 60))


def stage_by_hand(case: Case, stage: DryStage, field: str) -> Stage:
    """One stage as it was chosen.

    Raises:
        CraftError: it has no end, or is hotter than this head may have it
    """
    hours = None if stage.minutes is None else stage.minutes / 60
    last = stage is case.request.stages[-1]
    if hours is None and stage.kind is StageKind.CLOTH:
        raise CraftError(f"{field}.minutes", "A cloth takes up only so much: give 1 to 90 min.")
    if hours is None and not last and stage.kind is not StageKind.DIFFUSER:
        raise CraftError(f"{field}.minutes", "Only the last stage may run until dry: give minutes.")
    if stage.kind in (StageKind.HOOD, StageKind.DIFFUSER):
        heat = case.request.goal.max_heat
        if heat is Heat.NONE:
            raise CraftError(f"{field}.kind", "No heat is allowed for this client: choose air.")
        most = MOST_TEMP_C[heat]
        if stage.temp_c is not None and stage.temp_c > most:
            raise CraftError(
                f"{field}.temp_c", f"With {heat} heat give a number from 15 to {most:g} °C."
            )
        return dryer_stage(case, stage.kind, stage.minutes, stage.temp_c)
    if stage.kind is StageKind.CAP:
        return cap_stage(case, stage.at, hours)
    if stage.kind is StageKind.ASLEEP:
        if stage.at is not AirAt.HOME:
            raise CraftError(f"{field}.at", "The night is at home: choose home.")
        return night_stage(case, hours)
    return replace(air_stage(case, stage.at, hours), kind=stage.kind)


def dried_by_hand(case: Case) -> tuple[Dryer, float]:
    """The first dryer of stages chosen by hand, and its minutes; air where there is none."""
    for stage in case.request.stages:
        if stage.kind in (StageKind.HOOD, StageKind.DIFFUSER):
            return Dryer(stage.kind), stage.minutes or 0.0
    return Dryer.AIR, 0.0


def water_of(case: Case, blot: Blot) -> float:
    """Water in the hair after blotting [g/g]."""
    if case.technique.wash.water is not None:
        return case.technique.wash.water
    if not case.soaks:
        return LAID_WATER[case.arrival]
    if case.technique.setting.damp_first:
        return DAMP_WATER
    water = drying.WATER_AFTER[blot]
    if does(case, Detail.CLOTH_HOUR):
        water = min(water, CLOTH_WATER)
    if does(case, Detail.PRESS):
        water = min(water, drying.WATER_AFTER[Blot.PRESSED])
    return water


def dryer_minutes(case: Case, cylinder: Cylinder, dryer: Dryer) -> float:
    """Minutes under the dryer: as asked, else until safely dry, within the limit."""
    if dryer is Dryer.AIR:
        return 0.0
    if case.request.dry_min is not None:
        return case.request.dry_min
    asked = case.request
    slower = safely_slow(asked.drying_factor, asked.drying_spread, bend_of(case))
    # Dry is what is dry in the air of the salon, not in that of the dryer.
    stages = (dryer_stage(case, StageKind(dryer), None), air_stage(case, AirAt.SALON))
    run = drying.dry(cylinder, water_of(case, case.blot), stages, slower)
    needed = run.ends[0] * 60
    return min(DRYER_LIMIT_MIN, math.ceil(needed / DRYER_STEP_MIN) * DRYER_STEP_MIN)


def safely_slow(factor: float, spread: float, bend: Calibration) -> float:
    """Times the law of drying that a set may take so that the odds of dry are safe.

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
    """Hours after which the odds of dry are safe, None if never.

    Args:
        cylinder, water, stages: as the forecast has them
        slower: times the forecast that drying may take, from `safely_slow`
    """
    return drying.dry(cylinder, water, stages, slower).time_to(1.0)


def rounded_up(hours: float, step: float) -> float:
    """Hours rounded up to a whole number of steps."""
    return math.ceil(hours / step - 1e-9) * step


def usual_release(case: Case, safe_h: float | None, dryer_min: float) -> float:
    """When a style is released if nobody says otherwise.

    Straight from the dryer when that dries it; else when it is usual for a set, and as soon as it
    is safe for loose hair, which nobody comes back for.
    """
    if safe_h is not None and dryer_min > 0 and safe_h <= dryer_min / 60 + 1e-6:
        return dryer_min / 60
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


def forecast_of(case: Case) -> Forecast:
    """Forecast the drying of a plan.

    Raises:
        NeverDries: the air of the room is saturated
    """
    slowest = max(case.sections, key=lambda section: section.hairs)
    cylinder = section_cylinder(case, slowest.hairs)
    water = water_of(case, case.blot)
    by_hand = bool(case.request.stages) and case.dries
    if by_hand:
        dryer, minutes = dried_by_hand(case)
        stages = stages_by_hand(case)
    else:
        dryer = dryer_of(case)
        minutes = dryer_minutes(case, cylinder, dryer)
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
    """When a set that went home wet lies down while its odds of dry are not safe [h]."""
    if not case.dries or not case.technique.release.needed:
        return None
    for stage, begin in zip(forecast.stages, forecast.begins, strict=True):
        if stage.kind is StageKind.ASLEEP and begin < forecast.release_h:
            return begin if forecast.odds_with(forecast.stages, begin) < SAFE_ODDS else None
    return None


def curve(run: drying.Run, until_h: float) -> list[tuple[float, float]]:
    """A run thinned out for drawing: hours and share of water gone."""
    hours = np.linspace(0, until_h, CURVE_POINTS + 1)
    shares = np.interp(hours, run.hours, run.shares)
    return [(round(float(t), 3), round(float(x), 4)) for t, x in zip(hours, shares, strict=True)]
