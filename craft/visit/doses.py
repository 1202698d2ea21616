"""Doses of a visit: what was taken, from which bottle, on which side."""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from craft.contract.events import Closed, DoseTaken, Leftover, SectionDone, Swap
from craft.contract.plan import PlanAnswer, StepProduct
from craft.contract.visit import DoseRun, StepRun
from craft.visit.log import Log
from craft.visit.shares import OPPOSITE, noted_share, side_dose, sides_of_section
from craft.vocabulary import Role, SectionWork, Side, StepStatus

#: Sides differ when one has so much more per gram of hair. Own value.
UNEVEN_SHARE = 0.15
#: The step whose sections a tick is of.
STEPS_OF = {
    SectionWork.LAID_IN: "lay_in",
    SectionWork.SHAPED: "shape",
    SectionWork.DRIED: "dry",
}

DoseKey = tuple[str, Role, int]


def planned_doses(plan: PlanAnswer) -> dict[DoseKey, StepProduct]:
    """Every dose of a plan by step, role and layer."""
    doses: dict[DoseKey, StepProduct] = {}
    for step in plan.steps:
        layers: dict[Role, int] = defaultdict(int)
        for product in step.products:
            layers[product.role] += 1
            doses[step.key, product.role, layers[product.role]] = product
    return doses


def noted_doses(log: Log) -> dict[DoseKey, list[DoseTaken]]:
    """Doses that were noted, in order."""
    noted: dict[DoseKey, list[DoseTaken]] = defaultdict(list)
    for entry in log.of(DoseTaken):
        noted[entry.data.step, entry.data.role, entry.data.layer].append(entry)
    return noted


def dose_runs(log: Log, steps: Sequence[StepRun]) -> list[DoseRun]:
    """What was taken, noted or, once the visit is closed, as planned."""
    planned, noted = planned_doses(log.plan), noted_doses(log)
    skipped = {step.key for step in steps if step.status is StepStatus.SKIPPED}
    closed = any(log.of(Closed))
    runs = []
    for key in [*planned, *(key for key in noted if key not in planned)]:
        as_planned = closed and key in planned and key[0] not in skipped
        if key in noted or as_planned:
            dose = dose_run(log, key, planned.get(key), noted.get(key, []), closed=as_planned)
            runs.append(dose)
    return runs


def bottle_of(
    log: Log, role: Role, planned: StepProduct | None, noted: Sequence[DoseTaken]
) -> str | None:
    """The bottle a dose was taken from: as noted, as swapped, else the plan's."""
    named = [entry.data.product for entry in noted if entry.data.product is not None]
    swapped = [entry.data.product for entry in log.of(Swap) if entry.data.role is role]
    own = [planned.id] if planned and planned.id else []
    return next(iter([*reversed(named), *reversed(swapped), *own]), None)


def dose_run(
    log: Log,
    key: DoseKey,
    planned: StepProduct | None,
    noted: Sequence[DoseTaken],
    *,
    closed: bool,
) -> DoseRun:
    """A dose as it was taken; what nobody noted of a visit that is closed went as planned."""
    step, role, layer = key
    sides = {
        side: sum(entry.data.grams for entry in noted if side in sides_of(log, entry))
        for side in Side
    }
    leftover = sum(
        entry.data.grams
        for entry in log.of(Leftover)
        if (entry.data.step, entry.data.role, entry.data.layer) == key
    )
    units = [entry.data.units for entry in noted if entry.data.units is not None]
    planned_g = planned.grams if planned else 0.0
    share = noted_share(log.plan, role, noted)
    rest = planned_g * (1 - share) if closed else 0.0
    taken = sum(entry.data.grams for entry in noted) + rest
    grams = max(0.0, taken - leftover)
    return DoseRun(
        step=step,
        role=role,
        layer=layer,
        id=bottle_of(log, role, planned, noted),
        grams=round(grams, 2),
        units=sum(units) if units else None,
        planned_g=planned_g,
        noted=bool(noted),
        noted_share=round(share, 3) if noted else 1.0,
        rest_g=round(rest, 2) if noted else 0.0,
        stays_in=planned.stays_in if planned else False,
        left_g=round(sides[Side.LEFT], 2),
        right_g=round(sides[Side.RIGHT], 2),
        front_g=round(sides[Side.FRONT], 2),
        back_g=round(sides[Side.BACK], 2),
        leftover_g=round(min(leftover, taken), 2),
    )


def sides_of(log: Log, dose: DoseTaken) -> set[Side]:
    """Sides a dose went on: as noted, else those of its section."""
    if dose.data.side is not None:
        return {dose.data.side}
    section = next((row for row in log.plan.sections if row.number == dose.data.section), None)
    return sides_of_section(section) if section else set()


@dataclass(frozen=True)
class Uneven:
    """A side that got more of a product for its hair than the other one.

    Args:
        key: step, role and layer
        more, less: sides
        ratio: product per gram of hair there, by that on the other side; above 1
        lacks_g: what the other side needs to be as even
    """

    key: DoseKey
    more: Side
    less: Side
    ratio: float
    lacks_g: float


def uneven_sides(log: Log, steps: Sequence[StepRun]) -> Iterator[Uneven]:
    """Products that two sides differ in, per gram of their hair.

    The side with less has to be finished: more may come to one that is still in the hands. So a
    set that is worked from the nape up, left and right in turn, is even all the time.
    """
    over = {run.key for run in steps if run.status in (StepStatus.DONE, StepStatus.SKIPPED)}
    ticked: dict[str, set[int]] = defaultdict(set)
    for entry in log.of(SectionDone):
        ticked[STEPS_OF[entry.data.what]].add(entry.data.section)
    for key, noted in noted_doses(log).items():
        for pair in OPPOSITE:
            doses = {
                side: side_dose(log.plan, noted, side, ticked[key[0]], over=key[0] in over)
                for side in pair
            }
            if any(dose.hair_g <= 0 or dose.grams <= 0 for dose in doses.values()):
                continue
            less, more = sorted(pair, key=lambda side: doses[side].rate)
            ratio = doses[more].rate / doses[less].rate
            if ratio > 1 + UNEVEN_SHARE and not doses[less].open:
                lacks = doses[more].rate * doses[less].hair_g - doses[less].grams
                yield Uneven(key, more, less, ratio, lacks)
