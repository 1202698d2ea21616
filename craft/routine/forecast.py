"""The drying of this plan: its stages, its release, its odds."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from craft import drying
from craft.air import warmed_humidity
from craft.drying import Bundle, Stage
from craft.fibre import FIBRE_G_PER_CM3
from craft.head import radius
from craft.routine.case import Case
from craft.vocabulary import Blot, Dryer, Heat, Releasing, SetKind

#: Odds that make a release safe. House value.
SAFE_ODDS = 0.8
#: The normal quantile of `SAFE_ODDS`.
SAFE_Z = 0.8416

#: Temperature at the hair by dryer and allowed heat [°C]. House values.
DRYER_TEMP_C = {
    (Dryer.HOOD, Heat.LOW): 40.0,
    (Dryer.HOOD, Heat.MEDIUM): 50.0,
    (Dryer.DIFFUSER, Heat.LOW): 38.0,
    (Dryer.DIFFUSER, Heat.MEDIUM): 42.0,
}
#: A diffuser is put away at this share; the rest dries in the air. Common practice, no source.
DIFFUSE_TO_SHARE = 0.9
#: Longest time under a dryer that is planned unasked [min], in steps of [min]. House values.
DRYER_LIMIT_MIN = 60.0
DRYER_STEP_MIN = 5.0
#: How far the hair stands off the head when it is loose [cm]. House value.
ENVELOPE_CM = 3.0
#: Water left to lose once hair is damp and the bands go in [g/g]. House value.
DAMP_WATER = 0.5
#: After this much longer than the dryer, the client has left [h]. House value.
SAME_SITTING_H = 0.6
#: Loose hair is promised dry on the half hour; a set whole days later if need be.
RELEASE_STEP_H = 0.5
#: A set that is worn before it is opened: two to five days. Common practice, no source.
WORN_FIRST_H = 72.0
SET_RELEASE_STEP_H = 24.0
CURVE_POINTS = 60


@dataclass(frozen=True)
class Forecast:
    """How the slowest section dries.

    Args:
        bundle: it, as the drying law sees it
        slowest: its number
        stages: the air it dries in
        dryer: the dryer really used
        dryer_min: minutes under it
        water: water to lose [g/g]
        factor: learned multiplier
        release_h: planned release, from the end of shaping [h]
        run: the forecast
    """

    bundle: Bundle
    slowest: int
    stages: tuple[Stage, ...]
    dryer: Dryer
    dryer_min: float
    water: float
    factor: float
    release_h: float
    run: drying.Run

    @property
    def odds(self) -> float:
        """Probability that it is dry at the release."""
        return drying.odds_dry(self.bundle, self.water, self.stages, self.release_h, self.factor)

    def banded(self, z: float) -> drying.Run:
        """The forecast for hair that dries slower by z standard deviations."""
        slower = self.factor * math.exp(z * drying.LOG_SPREAD)
        return drying.dry(self.bundle, self.water, self.stages, slower)


def dryer_of(case: Case) -> Dryer:
    """The dryer, unless no heat may be used."""
    heat = case.request.goal.max_heat is not Heat.NONE
    return case.request.dry if heat and case.washes else Dryer.AIR


def section_bundle(case: Case, hairs: float) -> Bundle:
    """A section of so many hairs as a packed cylinder.

    Its radius does not depend on its length: longer hair makes a longer cylinder.
    """
    kind = case.technique.set_kind
    packed = drying.PACKED_KG_PER_M3[kind]
    strand_mm2 = math.pi * (case.hair.diameter_um / 1000) ** 2 / 4
    fibre_mm2 = hairs / case.technique.clumps * strand_mm2
    radius_mm = math.sqrt(fibre_mm2 * FIBRE_G_PER_CM3 * 1000 / packed / math.pi)
    envelope = envelope_thickness(case, packed) if kind is SetKind.LOOSE else 0.0
    return Bundle(radius_mm / 1000, packed, envelope)


def envelope_thickness(case: Case, packed_kg_m3: float) -> float:
    """Loose hair as one layer over the outside of the whole head [m].

    The outside is a dome with a skirt as long as the hair hangs.
    """
    reach_m = (radius(case.hair.head_cm) + ENVELOPE_CM) / 100
    hangs_m = case.hair.length_cm / case.hair.curl_index / 100
    outside_m2 = 2 * math.pi * reach_m**2 + 2 * math.pi * reach_m * hangs_m
    return case.hair_g / 1000 / outside_m2 / packed_kg_m3


def dryer_stage(case: Case, dryer: Dryer, minutes: float | None) -> Stage:
    """The stretch under a hood or diffuser, which warms the air of the room."""
    heat = case.request.goal.max_heat
    temp = DRYER_TEMP_C[dryer, heat if heat is not Heat.NONE else Heat.LOW]
    room = case.request.room
    return Stage(
        kind=dryer,
        temp_c=temp,
        rh=warmed_humidity(room.temp_c, room.rh, temp),
        hours=None if minutes is None else minutes / 60,
        until_share=DIFFUSE_TO_SHARE if dryer is Dryer.DIFFUSER else 1.0,
    )


def stages_for(case: Case, dryer: Dryer, minutes: float) -> tuple[Stage, ...]:
    """Dryer first, then the room until dry."""
    room = case.request.room
    air = Stage(Dryer.AIR, room.temp_c, room.rh)
    return (air,) if dryer is Dryer.AIR else (dryer_stage(case, dryer, minutes), air)


def water_of(case: Case, blot: Blot) -> float:
    """Water to lose after blotting [g/g]."""
    if case.technique.water is not None:
        return case.technique.water
    if case.technique.damp_first:
        return DAMP_WATER
    return drying.WATER_AFTER[blot]


def dryer_minutes(case: Case, bundle: Bundle, dryer: Dryer) -> float:
    """Minutes under the dryer: as asked, else until safely dry, within the limit."""
    if dryer is Dryer.AIR:
        return 0.0
    if case.request.dry_min is not None:
        return case.request.dry_min
    slower = case.request.drying_factor * math.exp(SAFE_Z * drying.LOG_SPREAD)
    stage = dryer_stage(case, dryer, None)
    run = drying.dry(bundle, water_of(case, case.blot), [stage], slower)
    needed = float(run.hours[-1]) * 60
    return min(DRYER_LIMIT_MIN, math.ceil(needed / DRYER_STEP_MIN) * DRYER_STEP_MIN)


def safe_hours(
    bundle: Bundle, water: float, stages: Sequence[Stage], factor: float
) -> float | None:
    """Hours after which the odds of dry are safe, None if never."""
    slower = factor * math.exp(SAFE_Z * drying.LOG_SPREAD)
    return drying.dry(bundle, water, stages, slower).time_to(1.0)


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
    usual = case.technique.release_h
    if case.technique.released and case.request.school.release is Releasing.WORN_FIRST:
        usual = max(usual, WORN_FIRST_H)
    if safe_h is None:
        return usual
    if case.technique.released:
        return max(usual, rounded_up(safe_h, SET_RELEASE_STEP_H))
    return rounded_up(safe_h, RELEASE_STEP_H)


def forecast(case: Case) -> Forecast:
    """Forecast the drying of a plan.

    Raises:
        NeverDries: the air of the room is saturated
    """
    slowest = max(case.sections, key=lambda section: section.hairs)
    bundle = section_bundle(case, slowest.hairs)
    dryer = dryer_of(case)
    minutes = dryer_minutes(case, bundle, dryer)
    stages = stages_for(case, dryer, minutes)
    water = water_of(case, case.blot)
    factor = case.request.drying_factor
    run = drying.dry(bundle, water, stages, factor)
    release_h = case.request.goal.release_after_h
    if release_h is None:
        safe_h = safe_hours(bundle, water, stages, factor)
        release_h = usual_release(case, safe_h, minutes)
    return Forecast(bundle, slowest.number, stages, dryer, minutes, water, factor, release_h, run)


def in_one_sitting(made: Forecast) -> bool:
    """Whether the client waits in the salon for the release."""
    return made.dryer_min > 0 and made.release_h <= made.dryer_min / 60 + SAME_SITTING_H


def curve(run: drying.Run, until_h: float) -> list[tuple[float, float]]:
    """A run thinned out for drawing: hours and share of water gone."""
    hours = np.linspace(0, until_h, CURVE_POINTS + 1)
    shares = np.interp(hours, run.hours, run.shares)
    return [(round(float(t), 3), round(float(x), 4)) for t, x in zip(hours, shares, strict=True)]
