"""Doses of a visit: what was taken, from which bottle, on which side."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from craft.contract.events import (
    Closed,
    DoseTaken,
    Event,
    Leftover,
    StepDone,
    Swap,
)
from craft.contract.plan import PlanAnswer, StepProduct
from craft.contract.visit import BottleDose, DoseRun, StepRun
from craft.visit.log import Log, last
from craft.visit.shares import DoseKey, noted_share, section_doses, sides_of_section
from craft.visit.ticked import ticked_doses
from craft.vocabulary import Role, Side, StepStatus


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


@dataclass(frozen=True)
class Taken:
    """Doses of one layer.

    Args:
        noted: recorded at the chair, in order
        ticked: of sections that were finished without a note, as planned
    """

    noted: Sequence[DoseTaken]
    ticked: Sequence[DoseTaken]

    @property
    def every(self) -> Sequence[DoseTaken]:
        """All of them, in order."""
        return sorted([*self.noted, *self.ticked], key=lambda dose: dose.at)


def dose_runs(log: Log, steps: Sequence[StepRun]) -> list[DoseRun]:
    """What was taken: noted, or as planned where a section was ticked or the visit is closed."""
    planned, noted = planned_doses(log.plan), noted_doses(log)
    ticked = ticked_doses(log, noted)
    skipped = {step.key for step in steps if step.status is StepStatus.SKIPPED}
    closed = any(log.of(Closed))
    runs = []
    for key in [*planned, *(key for key in noted if key not in planned)]:
        as_planned = closed and key in planned and key[0] not in skipped
        own = Taken(noted.get(key, []), ticked.get(key, []))
        if own.noted or own.ticked or as_planned:
            runs.append(dose_run(log, key, planned.get(key), own, closed=as_planned))
    return runs


def bottle_at(log: Log, role: Role, planned: StepProduct | None, entry: Event | None) -> str | None:
    """The bottle in the hands at an entry: named there, else swapped before, else the plan's.

    Args:
        log: of the visit
        role: of the product
        planned: the dose of the plan
        entry: of the log; None: at its end
    """
    if isinstance(entry, DoseTaken) and entry.data.product is not None:
        return entry.data.product
    bottle = planned.id if planned else None
    for each in log.entries:
        if entry is not None and each.id == entry.id:
            break
        if isinstance(each, Swap) and each.data.role is role:
            bottle = each.data.product
    return bottle


def bottle_doses(
    log: Log,
    key: DoseKey,
    planned: StepProduct | None,
    own: Taken,
    rest_g: float,
) -> list[BottleDose]:
    """A dose by the bottles it was taken from: what ran out in the middle is not the next one's.

    Args:
        log: of the visit
        key: step, role and layer
        planned: the dose of the plan
        own: its doses
        rest_g: what went as planned and belongs to no section that was ticked
    """
    role = key[1]
    grams: dict[str | None, float] = {}
    rests: dict[str | None, float] = {}
    units: dict[str | None, float] = {}
    for entry in own.noted:
        bottle = bottle_at(log, role, planned, entry)
        grams[bottle] = grams.get(bottle, 0.0) + entry.data.grams
        if entry.data.units is not None:
            units[bottle] = units.get(bottle, 0.0) + entry.data.units
    for leftover in log.of(Leftover):
        if (leftover.data.step, leftover.data.role, leftover.data.layer) == key:
            bottle = bottle_at(log, role, planned, leftover)
            grams[bottle] = grams.get(bottle, 0.0) - leftover.data.grams
    for tick in own.ticked:
        bottle = bottle_at(log, role, planned, tick)
        rests[bottle] = rests.get(bottle, 0.0) + tick.data.grams
    if rest_g > 0 or not (grams or rests):
        # What went as planned was taken until its step was done.
        done = last(each for each in log.of(StepDone) if each.data.step == key[0])
        bottle = bottle_at(log, role, planned, done)
        rests[bottle] = rests.get(bottle, 0.0) + rest_g
    return [
        BottleDose(
            id=bottle,
            grams=round(max(0.0, grams.get(bottle, 0.0)) + rests.get(bottle, 0.0), 2),
            noted_g=round(max(0.0, grams.get(bottle, 0.0)), 2),
            units=units.get(bottle),
        )
        for bottle in dict.fromkeys([*grams, *rests])
    ]


def dose_run(
    log: Log,
    key: DoseKey,
    planned: StepProduct | None,
    own: Taken,
    *,
    closed: bool,
) -> DoseRun:
    """A dose as it was taken.

    What nobody noted went as planned: of sections that were ticked, and of a visit that is closed.
    """
    step, role, layer = key
    noted = own.noted
    sides = {side: grams_on(log.plan, role, own.every, side) for side in Side}
    leftover = sum(
        entry.data.grams
        for entry in log.of(Leftover)
        if (entry.data.step, entry.data.role, entry.data.layer) == key
    )
    units = [entry.data.units for entry in noted if entry.data.units is not None]
    planned_g = planned.grams if planned else 0.0
    share = noted_share(log.plan, role, noted)
    ticked_g = sum(entry.data.grams for entry in own.ticked)
    rest = max(0.0, planned_g * (1 - share) - ticked_g) if closed else 0.0
    taken = sum(entry.data.grams for entry in noted) + ticked_g + rest
    grams = max(0.0, taken - leftover)
    bottles = bottle_doses(log, key, planned, own, rest)
    by_section = section_doses(log.plan, role, own.every)
    for_sections = {place for entry in noted for place in entry.data.places}
    return DoseRun(
        step=step,
        role=role,
        layer=layer,
        id=bottles[-1].id,
        grams=round(grams, 2),
        units=sum(units) if units else None,
        planned_g=planned_g,
        noted=bool(noted),
        noted_share=round(share, 3) if noted else 1.0,
        rest_g=round(ticked_g + rest, 2) if noted else 0.0,
        stays_in=planned.stays_in if planned else False,
        bottles=bottles,
        left_g=round(sides[Side.LEFT], 2),
        right_g=round(sides[Side.RIGHT], 2),
        front_g=round(sides[Side.FRONT], 2),
        back_g=round(sides[Side.BACK], 2),
        by_section={number: round(grams, 2) for number, grams in sorted(by_section.items())},
        noted_sections=sorted(for_sections),
        leftover_g=round(min(leftover, taken), 2),
    )


def grams_on(plan: PlanAnswer, role: Role, noted: Sequence[DoseTaken], side: Side) -> float:
    """What went on a side [g]: as noted, else as its sections lie."""
    by_section = section_doses(plan, role, noted)
    return sum(entry.data.grams for entry in noted if entry.data.side is side) + sum(
        by_section.get(section.number, 0.0)
        for section in plan.sections
        if side in sides_of_section(section)
    )
