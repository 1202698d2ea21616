"""The stages a plan dries in: what air, how warm, how long; and what dries in them."""

import math
from collections.abc import Iterator
from dataclasses import replace
from itertools import islice

from craft.contract.plan import DryStage, Room
from craft.errors import CraftError
from craft.head.geometry import radius
from craft.messages import say
from craft.physics import curl, drying, rates
from craft.physics.fibre import FIBRE_G_PER_CM3, GROWN_CM, present
from craft.physics.rates import Cylinder, Stage
from craft.plan.case import Case
from craft.plan.clock import Clock, clock_of
from craft.plan.details import does
from craft.plan.dryers import ENVELOPE_CM, dryer_stage, outside_m2
from craft.vocabulary import (
    AirAt,
    Arrival,
    Blot,
    Detail,
    Dryer,
    Heat,
    Night,
    SetKind,
    StageKind,
)

#: How densely a section is packed was tuned on seen sets of about this length, as their mean
#: thickness; that thickness holds for any length [cm].
PACKED_AT_CM = 25.0
#: Water once hair is damp and the bands go in [g/g]. Own value.
DAMP_WATER = 0.45
#: Water after an hour in a cloth [g/g]. Own value.
CLOTH_WATER = 0.5
#: Water where hair is not washed: from products worked into dry hair, from a mist [g/g]. Own value.
LAID_WATER = {Arrival.STRETCHED: 0.30, Arrival.MISTED: 0.40}
#: Heat of the scalp that reaches what lies flat on it, over all of its surface [W/m²]: the scalp
#: gives off some 30 to 60, the far side of a row feels little of it. Own value.
SCALP_W_M2 = 15.0
#: From the end of shaping to bed, and the night [h], where no clock tells; nights are
#: distinguished for two days. Own values.
EVENING_H, NIGHT_H, NIGHTS = 7.0, 8.0, 2
#: Air under a bonnet or cap: this share of the way to saturation. Own value.
CAP_DAMPER = 0.5
#: Hottest air at the hair by the heat that may be used [°C]. Own values.
MOST_TEMP_C = {Heat.LOW: 45.0, Heat.MEDIUM: 60.0}


def section_cylinder(case: Case, hairs: float) -> Cylinder:
    """A section of so many hairs as a packed cylinder [m, kg/m³, kg].

    Longer hair makes a longer cylinder, never a thinner one: its ends are thin, but the last place
    to dry is near the roots, where every hair is there. Loose hair dries as its curl clumps,
    however many sections the hands worked in.
    """
    kind = case.technique.setting.kind
    if kind is SetKind.LOOSE:
        loose = loose_cylinder(case)
        return with_roots(case, loose) if case.technique.finish.gathered else loose
    packed = rates.PACKED_KG_PER_M3[kind]
    head_kg = case.hair_g / 1000
    strand_mm2 = math.pi * (case.hair.diameter_um / 1000) ** 2 / 4
    strand_mm2 *= present(PACKED_AT_CM)
    radius_mm = math.sqrt(hairs * strand_mm2 * FIBRE_G_PER_CM3 * 1000 / packed / math.pi)
    # Rods lie close to the head.
    hangs = kind is not SetKind.ROD and not case.technique.in_rows
    cylinder = Cylinder(
        radius_mm / 1000,
        packed,
        exposed=rates.EXPOSED[kind],
        head_kg=head_kg,
        layer_kg_m2=layer_kg_m2(case, hangs=hangs),
    )
    if case.technique.in_rows:
        cylinder = replace(cylinder, exposed=rates.EXPOSED_FLAT, scalp_w_m2=SCALP_W_M2)
    return with_roots(case, cylinder)


def with_roots(case: Case, cylinder: Cylinder) -> Cylinder:
    """A section whose roots dry for themselves where a row, a tie or a rod lies on them."""
    technique = case.technique
    if technique.setting.kind is SetKind.ROD:
        return replace(cylinder, roots=rates.EXPOSED_ROD_ROOTS)
    tied = technique.finish.gathered or any(technique.kit.band_stretch)
    if tied or technique.in_rows:
        return replace(cylinder, roots=rates.EXPOSED_ROOTS, covered=rates.COVERED_ROOTS)
    return cylinder


def loose_cylinder(case: Case) -> Cylinder:
    """Loose hair as the locks it clumps into."""
    packed = rates.PACKED_KG_PER_M3[SetKind.LOOSE]
    lock_m = curl.lock_mm(curl.TYPICAL_CURL_MM[case.hair.pattern]) / 1000
    layer = layer_kg_m2(case, hangs=True)
    exposed = rates.EXPOSED[SetKind.LOOSE]
    return Cylinder(lock_m / 2, packed, layer / packed, exposed, case.hair_g / 1000, 0.0, layer)


def layer_kg_m2(case: Case, *, hangs: bool) -> float:
    """Hair as one layer over the outside of the whole head, where it is thickest [kg/m²].

    The outside is a dome; hair that hangs adds a skirt of its length. Long hair has thin ends,
    since few hairs grow that long, but the layer above them is as thick as before.

    Args:
        case: the head
        hangs: False where the hair lies close to the head
    """
    reach_cm = radius(case.hair.head_cm) + ENVELOPE_CM
    length_cm, down_to_cm = case.hair.length_cm, case.hair.length_cm
    skirt_cm = 0.0
    if hangs:
        down_to_cm = min(length_cm, thickest_cm(reach_cm * case.hair.curl_index))
        skirt_cm = down_to_cm / case.hair.curl_index
    kept = down_to_cm * present(down_to_cm) / (length_cm * present(length_cm))
    return kept * case.hair_g / 1000 / outside_m2(case, skirt_cm)


def thickest_cm(dome_cm: float) -> float:
    """Stretched length down to which hair of every age lies thickest over a head [cm].

    Args:
        dome_cm: length of hair whose skirt has the outside of the dome above it [cm]
    Source: the largest of hair over outside, by `present`.
    """
    return math.sqrt(dome_cm**2 + 2 * dome_cm * GROWN_CM) - dome_cm


def room_at(case: Case, at: AirAt) -> Room:
    """The air of a place; that of the salon where nothing else is known."""
    request = case.request
    outside = {AirAt.JOURNEY: request.outdoors, AirAt.HOME: request.home}.get(at)
    return outside or request.room


def air_stage(case: Case, at: AirAt, hours: float | None = None) -> Stage:
    """A stretch in the still air of a place [h, °C, relative humidity 0 to 1]."""
    room = room_at(case, at)
    about = rates.ABOUT_M_S if at is AirAt.JOURNEY else None
    return Stage(StageKind.AIR, room.temp_c, room.rh, hours, speed_m_s=about)


def cap_stage(case: Case, at: AirAt, hours: float | None) -> Stage:
    """So long under a bonnet or cap [h]: still, and damper than the air around it."""
    room = room_at(case, at)
    damper = room.rh + CAP_DAMPER * (1 - room.rh)
    return Stage(StageKind.CAP, room.temp_c, damper, hours, covers=True)


def night_stage(case: Case, hours: float | None) -> Stage:
    """So long in bed [h]: still air, some of the hair on the pillow, the roots under a scarf."""
    room = room_at(case, AirAt.HOME)
    covers = case.request.person.night is not Night.NONE
    return Stage(StageKind.ASLEEP, room.temp_c, room.rh, hours, covers=covers)


def until_dry(case: Case, gone_h: float = 0.0) -> tuple[Stage, ...]:
    """What follows the salon: the way home, the evening, the night, the day after and so on.

    Args:
        gone_h: hours since shaping that have gone by
    """
    journey_h = case.request.journey_min / 60 if case.request.home else 0.0
    way = (air_stage(case, AirAt.JOURNEY, journey_h),) if journey_h else ()
    hours = clock_of(case.request)
    if hours is not None:
        home_min = case.shaped_min + (gone_h + journey_h) * 60
        return (*way, *by_the_clock(case, hours, home_min))
    evening_h = EVENING_H - journey_h - gone_h
    evening = (air_stage(case, AirAt.HOME, evening_h),) if evening_h > 0 else ()
    night, day = night_stage(case, NIGHT_H), air_stage(case, AirAt.HOME, 24 - NIGHT_H)
    return (*way, *evening, night, day, night, air_stage(case, AirAt.HOME))


def by_the_clock(case: Case, hours: Clock, home_min: float) -> Iterator[Stage]:
    """Days and nights at home until dry; nights are distinguished for two days.

    Args:
        case: the head
        hours: of the days around the service
        home_min: when the client is home, from the beginning of the service [min]
    """
    at = home_min
    for begins, ends in islice(hours.nights(home_min), NIGHTS):
        if begins > at:
            yield air_stage(case, AirAt.HOME, (begins - at) / 60)
            at = begins
        yield night_stage(case, (ends - at) / 60)
        at = ends
    yield air_stage(case, AirAt.HOME)


def stages_for(case: Case, dryer: Dryer, minutes: float) -> tuple[Stage, ...]:
    """Dryer first [min], then the air until dry."""
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
    if last.minutes is None and last.kind in rates.STILL:
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
        raise CraftError(
            f"{field}.minutes", say("A cloth takes up only so much: give 1 to 90 min.")
        )
    if hours is None and not last and stage.kind is not StageKind.DIFFUSER:
        raise CraftError(
            f"{field}.minutes", say("Only the last stage may run until dry: give minutes.")
        )
    if stage.kind in (StageKind.HOOD, StageKind.DIFFUSER):
        heat = case.request.goal.max_heat
        if heat is Heat.NONE:
            raise CraftError(
                f"{field}.kind", say("No heat is allowed for this client: choose air.")
            )
        most = MOST_TEMP_C[heat]
        if stage.temp_c is not None and stage.temp_c > most:
            raise CraftError(
                f"{field}.temp_c",
                say("With {heat} heat give a number from 15 to {most:g °C}.", heat=heat, most=most),
            )
        return dryer_stage(case, stage.kind, stage.minutes, stage.temp_c)
    if stage.kind is StageKind.CAP:
        return cap_stage(case, stage.at, hours)
    if stage.kind is StageKind.ASLEEP:
        if stage.at is not AirAt.HOME:
            raise CraftError(f"{field}.at", say("The night is at home: choose home."))
        return night_stage(case, hours)
    return replace(air_stage(case, stage.at, hours), kind=stage.kind)


def dried_by_hand(case: Case) -> tuple[Dryer, float]:
    """The first dryer of stages chosen by hand, and its time [min]; air where there is none."""
    for stage in case.request.stages:
        if stage.kind in (StageKind.HOOD, StageKind.DIFFUSER):
            return Dryer(stage.kind), stage.minutes or 0.0
    return Dryer.AIR, 0.0


def water_of(case: Case, blot: Blot) -> float:
    """Water in the hair when it begins to dry [g/g]."""
    if damp_before_bands(case):
        return DAMP_WATER
    water = blotted_water(case, blot)
    if case.soaks and does(case, Detail.PRESS):
        return min(water, drying.WATER_AFTER[Blot.PRESSED])
    return water


def damp_before_bands(case: Case) -> bool:
    """Whether wet hair is brought to damp before bands or pins go in."""
    return case.technique.setting.damp_first and case.soaks


def blotted_water(case: Case, blot: Blot) -> float:
    """Water in the hair when its work begins [g/g]."""
    if case.technique.wash.water is not None:
        return case.technique.wash.water
    if not case.soaks:
        return LAID_WATER[case.arrival]
    water = drying.WATER_AFTER[blot]
    return min(water, CLOTH_WATER) if does(case, Detail.CLOTH_HOUR) else water
