"""The turns of a cycle: when each section is worked, and how much water is in its hair by then.

What waits open dries, what waits under a cap hardly does, what has dried too far is wetted again;
sections that are finished dry on while the others are worked.
"""

from dataclasses import dataclass

from craft.head.partings import Section
from craft.physics import drying, rates
from craft.physics.rates import Stage
from craft.plan.case import Case
from craft.plan.details import added_minutes, does
from craft.plan.kit.pieces import bands_after
from craft.plan.layers import CYCLES, layer_over
from craft.plan.minutes import (
    LAY_IN_BULK,
    LAYER_FACTOR,
    PART_EACH_MIN,
    layer_minutes,
    learned_as,
    leave_out_minutes,
    shape_minutes,
)
from craft.plan.places import minutes_by_place
from craft.plan.stages import (
    air_stage,
    blotted_water,
    cap_stage,
    damp_before_bands,
    loose_cylinder,
    section_cylinder,
    water_of,
)
from craft.plan.timetable import WORK
from craft.products.layer import Laid
from craft.vocabulary import (
    AirAt,
    Arrival,
    Blot,
    Detail,
    Distribution,
    EditOp,
    LayerOver,
    Manner,
    Rewetting,
    Style,
)
from craft.work import timing

#: The steps that a cycle stands for, in their order.
COVERED = ("part", "lay_in", "shape")
#: Fewer sections are sides of the head, not turns.
FEWEST_TURNS = 3
#: Changes of the routine that a cycle can follow: a dose is still a dose.
FOLLOWED = frozenset({EditOp.OVERRIDE})
#: Wetting a section again [min], and one pull of a trigger bottle [g]. Own values.
WET_MIN = {Rewetting.SPRAY: 0.15, Rewetting.DRENCH: 0.25}
SPRAY_G = 1.0
#: Water that a spray brings hair to, at most [g/g]. Common practice, no source: wetted again it
#: holds 0.4 to 0.6.
SPRAYED = 0.6
#: With less water than this products no longer spread and clumps fall apart [g/g], by how wet the
#: style wants it. Own values.
WORKABLE = {Blot.NONE: 0.9, Blot.CLOTH: 0.5, Blot.PRESSED: 0.4}
WORKABLE_MISTED = 0.25
#: Taking up what falls together, against parting a section. Own value.
CHUNK_SHARE = 0.3


@dataclass(frozen=True)
class SectionTurn:
    """A section at its turn.

    Args:
        section: it
        waited_min: since its hair was wetted through [min]
        minutes: hands-on, with the pace of these hands [min]
        water: in its hair at its turn, before it is wetted [g/g]
        wetted: water it is worked with [g/g]
        left: water when the last section is finished [g/g]
    """

    section: Section
    waited_min: float
    minutes: float
    water: float
    wetted: float
    left: float

    @property
    def wetted_g(self) -> float:
        """Water that it gets at its turn [g]."""
        return (self.wetted - self.water) * self.section.grams


def is_cycle(case: Case) -> bool:
    """Whether each section is finished before the next is touched.

    Not where something is done to all of them between laying in and shaping, where all are gathered
    into one, or where one of these steps was changed by hand.
    """
    if case.request.school.distribution not in CYCLES or not case.dries:
        return False
    technique = case.technique
    between = damp_before_bands(case) and not bands_after(case)
    gathered = technique.finish.gathered or case.request.goal.style is Style.PUFF_PIN_UP
    return (
        len(case.sections) >= FEWEST_TURNS
        and not between
        and not gathered
        and not any(changes_a_step(case, at) for at in range(len(case.request.edits)))
    )


def changes_a_step(case: Case, at: int) -> bool:
    """Whether a change by hand needs the steps apart that a cycle stands for."""
    edit = case.request.edits[at]
    named = {edit.step, edit.after} & {*COVERED}
    return bool(named) and (edit.op not in FOLLOWED or edit.grams is None)


def first_layers(case: Case) -> list[Laid]:
    """Layers that go over the head or a half of it before the first section is worked."""
    if not is_cycle(case):
        return []
    return [each for each in case.layers if layer_over(case, each.layer) is not LayerOver.SECTION]


def turn_layers(case: Case) -> list[Laid]:
    """Layers that are laid into each section at its turn."""
    return [each for each in case.layers if layer_over(case, each.layer) is LayerOver.SECTION]


def first_minutes(case: Case) -> float:
    """Hands-on minutes of the layers that go on before the first section [min]."""
    layers = first_layers(case)
    if not layers:
        return 0.0
    each = sum(layer_minutes(layer) for layer in layers) * len(case.sections)
    bulk = timing.bulk_minutes(*LAY_IN_BULK, case.hair_g) * len(layers) / len(case.layers)
    return (each + bulk) * LAYER_FACTOR


def parting_minutes(case: Case) -> float:
    """Hands-on minutes of dividing off one section [min]."""
    chunks = case.request.school.distribution is Distribution.CHUNKS
    return PART_EACH_MIN * (CHUNK_SHARE if chunks else 1.0)


#: Details that are done to each section while it is shaped.
SHAPED = (Detail.MIXED, Detail.ROOTS, Detail.ENDS, Detail.FASTENING, Detail.TENSION)


def dry_turn_minutes(case: Case) -> list[float]:
    """Hands-on minutes of each section at the standard pace [min], without wetting it again."""
    same = (
        parting_minutes(case)
        + sum(layer_minutes(layer) for layer in turn_layers(case))
        + fasten_minutes(case) / len(case.sections)
    )
    by_gram = smooth_minutes(case) / case.hair_g
    return [
        same + by_gram * section.grams + shape_minutes(case, section) for section in case.sections
    ]


def smooth_minutes(case: Case) -> float:
    """Hands-on minutes of working in what is laid into the sections, on the whole head [min]."""
    bulk = timing.bulk_minutes(*LAY_IN_BULK, case.hair_g)
    return bulk * len(turn_layers(case)) / max(1, len(case.layers))


def fasten_minutes(case: Case) -> float:
    """Hands-on minutes that details add while the sections are shaped, on the whole head [min]."""
    return added_minutes(case, *SHAPED, Detail.BRUSHED_BACK) + leave_out_minutes(case)


def worked_as(case: Case) -> Blot:
    """How wet the hair is worked: an hour in a cloth leaves as little as pressing."""
    return Blot.PRESSED if does(case, Detail.CLOTH_HOUR) else case.blot


def workable(case: Case) -> float:
    """Water that hair is worked with, at least [g/g]; nothing where it stays dry."""
    if case.soaks:
        return WORKABLE[worked_as(case)]
    return WORKABLE_MISTED if case.arrival is Arrival.MISTED else 0.0


def wetted_to(case: Case, way: Rewetting, start: float) -> float:
    """Water that wetting again brings hair to [g/g]."""
    if way is Rewetting.DRENCH:
        return drying.WATER_AFTER[Blot.NONE]
    return min(start, SPRAYED)


def rewetting(case: Case) -> Rewetting:
    """How sections are wetted again: as chosen, else as wet as the style wants it."""
    asked = case.request.school.rewet
    if asked is not Rewetting.AUTO:
        return asked
    if not workable(case):
        return Rewetting.NONE
    return Rewetting.DRENCH if case.soaks and worked_as(case) is Blot.NONE else Rewetting.SPRAY


def waiting_stage(case: Case) -> Stage:
    """The air that hair waits in for its turn."""
    if does(case, Detail.WAITING, Manner.CAP):
        return cap_stage(case, AirAt.SALON, None)
    return air_stage(case, AirAt.SALON)


def own_pace(case: Case) -> float:
    """What these hands take for a cycle, times the standard minutes."""
    learned = case.request.learned_minutes.get(learned_as(WORK))
    return case.request.pace * (learned.factor if learned else 1.0)


def section_turns(case: Case, blot: Blot | None = None) -> list[SectionTurn]:
    """Every section at its turn, in working order.

    Args:
        case: the head, worked in a cycle
        blot: how the hair is blotted, where it is not as planned
    """
    start = blotted_water(case, case.blot if blot is None else blot)
    way, enough = rewetting(case), workable(case)
    always = case.request.school.rewet is not Rewetting.AUTO
    waits, air = loose_cylinder(case), air_stage(case, AirAt.SALON)
    under, factor = waiting_stage(case), case.request.drying_factor
    pace = own_pace(case)
    clock = first_minutes(case) * case.request.pace
    rows: list[tuple[Section, float, float, float, float]] = []
    usual = dict(zip((each.number for each in case.sections), dry_turn_minutes(case), strict=True))
    by_place = minutes_by_place(case, usual)
    for section in case.sections:
        dry_minutes = by_place[section.number]
        water = drying.water_after(waits, start, under, clock / 60, factor)
        wanted = wetted_to(case, way, start)
        is_wetted = way is not Rewetting.NONE and water < (wanted if always else enough)
        minutes = dry_minutes + (WET_MIN[way] if is_wetted else 0.0)
        rows.append((section, clock, minutes * pace, water, max(water, wanted if is_wetted else 0)))
        clock += minutes * pace
    return [
        SectionTurn(
            section,
            waited,
            minutes,
            water,
            wetted,
            drying.water_after(
                section_cylinder(case, section.hairs),
                wetted,
                air,
                max(0.0, clock - waited - minutes) / 60,
                factor,
            ),
        )
        for section, waited, minutes, water, wetted in rows
    ]


def dried_turns(case: Case) -> list[SectionTurn]:
    """Sections that are too dry to be worked at their turn, and are not wetted."""
    # What is wetted again is wet enough.
    if not is_cycle(case) or rewetting(case) is not Rewetting.NONE:
        return []
    return [turn for turn in section_turns(case) if turn.wetted < workable(case)]


@dataclass(frozen=True)
class ShapedHair:
    """What dries once the last section is shaped.

    Args:
        slowest: the section that dries last
        water: in its hair by then [g/g]
    """

    slowest: Section
    water: float


def shaped_hair(case: Case, blot: Blot | None = None) -> ShapedHair:
    """The section that dries last, and its water when all are shaped.

    Args:
        case: the head
        blot: how the hair is blotted, where it is not as planned
    """
    most = max(case.sections, key=lambda section: section.hairs)
    if not is_cycle(case) or damp_before_bands(case):
        return ShapedHair(most, water_of(case, case.blot if blot is None else blot))
    turns = section_turns(case, blot)
    air = air_stage(case, AirAt.SALON)
    last = max(
        turns,
        key=lambda turn: (
            turn.left / rates.constant_rate(section_cylinder(case, turn.section.hairs), air)
        ),
    )
    return ShapedHair(last.section, left_after(case, last.left))


def left_after(case: Case, water: float) -> float:
    """Water once the last section is finished, and pressed where that follows [g/g]."""
    return min(water, drying.WATER_AFTER[Blot.PRESSED]) if does(case, Detail.PRESS) else water


def water_by_section(case: Case) -> dict[int, float]:
    """Water in the hair of each section when the last one is shaped [g/g]."""
    if not is_cycle(case) or damp_before_bands(case):
        return dict.fromkeys((each.number for each in case.sections), water_of(case, case.blot))
    return {turn.section.number: left_after(case, turn.left) for turn in section_turns(case)}
