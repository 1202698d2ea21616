"""When everything of a plan is, counted from its beginning.

Hands and waits of a sitting follow each other; what is opened another day begins as long after the
last section was shaped as the plan releases it.
"""

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from craft.contract.plan import PlanAnswer, Step
from craft.vocabulary import KitKind, Station

#: Shaping as a step of its own, and the cycle in which each section is finished by itself.
SHAPING, WORK = "shape", "work"
#: The steps whose end a release is counted from.
SHAPES = frozenset({SHAPING, WORK})


@dataclass(frozen=True)
class Slot:
    """A step in time.

    Args:
        step: its key
        sitting: in which it is worked
        station: where
        hands: whether hands are on the hair; else the client waits
        begin_min, end_min: from when until when, from the beginning of the service [min]
    """

    step: str
    sitting: int
    station: Station
    hands: bool
    begin_min: float
    end_min: float


@dataclass(frozen=True)
class KitSpan:
    """Pieces of one kind that a plan keeps for a while.

    Args:
        kind, diameter_mm: of what
        count: how many
        end_min: until when, from the beginning of the service [min]
        substitutes: how many of them stand in for rods of another size
    """

    kind: KitKind
    diameter_mm: float | None
    count: int
    end_min: float
    substitutes: int = 0


def slots_from(steps: Sequence[Step], begin_min: float) -> list[Slot]:
    """Steps one after another.

    Args:
        steps: in the order of the work
        begin_min: when the first begins [min]
    """
    slots, at = [], begin_min
    for step in steps:
        for minutes, hands in ((step.hands_on_min, True), (step.wait_min, False)):
            if minutes > 0:
                slots.append(Slot(step.key, step.sitting, step.station, hands, at, at + minutes))
                at += minutes
    return slots


def shaping_key(steps: Iterable[Step]) -> str | None:
    """Key of the step in which the sections are shaped, if there is one."""
    return next((step.key for step in steps if step.key in SHAPES), None)


def shaped_at(steps: Sequence[Step]) -> float:
    """When the last section is shaped; the end of the sitting where nothing is [min]."""
    today = slots_from([step for step in steps if step.sitting == 1], 0.0)
    shaping = [slot.end_min for slot in today if slot.step in SHAPES and slot.hands]
    return max(shaping or [slot.end_min for slot in today], default=0.0)


def release_at(steps: Sequence[Step], release_after_h: float) -> float:
    """When a set is opened, from the beginning of the service [min].

    Args:
        steps: in the order of the work
        release_after_h: so long after the last section was shaped [h]
    """
    return shaped_at(steps) + release_after_h * 60


def opened_at(answer: PlanAnswer) -> float:
    """When the set of a plan is opened, from the beginning of the service [min]."""
    return release_at(answer.steps, answer.drying.release_after_h)


def timetable(answer: PlanAnswer) -> list[Slot]:
    """Every step of a plan in time, all sittings."""
    today = [step for step in answer.steps if step.sitting == 1]
    later = [step for step in answer.steps if step.sitting != 1]
    return [*slots_from(today, 0.0), *slots_from(later, opened_at(answer))]


def rods_taken(answer: PlanAnswer) -> dict[float, int]:
    """Rods that are wound, by size [mm]: substitutes in the place of those that were missing."""
    sections = Counter(section.rod_mm for section in answer.sections if section.rod_mm is not None)
    wanted = sum(rods.count for rods in answer.kit_needed.rods)
    each = wanted // sections.total() if sections else 0
    return {diameter_mm: each * count for diameter_mm, count in sorted(sections.items())}


def kit_spans(answer: PlanAnswer) -> list[KitSpan]:
    """What a plan takes out of the drawer: clips for the sitting, what sets until the release."""
    needed = answer.kit_needed
    sitting = answer.totals.first_sitting_min
    release = max(sitting, opened_at(answer))
    spans = [
        KitSpan(KitKind.PIN, None, needed.pins, release),
        KitSpan(KitKind.BAND, None, needed.bands, release),
        KitSpan(KitKind.CLIP, None, needed.clips, sitting),
        KitSpan(KitKind.SCRUNCHY, None, needed.ties, release),
    ]
    substitutes = Counter({rods.diameter_mm: rods.count for rods in needed.substitutes})
    spans += [
        KitSpan(KitKind.ROD, diameter_mm, count, release, substitutes[diameter_mm])
        for diameter_mm, count in rods_taken(answer).items()
    ]
    return [span for span in spans if span.count > 0]
