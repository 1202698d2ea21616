"""Doses of a visit: what was taken, from which bottle, on which side."""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from craft.contract.events import (
    Closed,
    DoseTaken,
    Event,
    Leftover,
    SectionDone,
    StepDone,
    Swap,
)
from craft.contract.plan import PlanAnswer, StepProduct
from craft.contract.visit import BottleDose, DoseRun, StepRun
from craft.visit.log import Log, last
from craft.visit.shares import OPPOSITE, noted_share, side_dose, sides_of_section
from craft.vocabulary import Role, SectionWork, Side, StepStatus

#: Two sides differ from this share more per gram of hair. Own value.
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
        if each is entry:
            break
        if isinstance(each, Swap) and each.data.role is role:
            bottle = each.data.product
    return bottle


def bottle_doses(
    log: Log,
    key: DoseKey,
    planned: StepProduct | None,
    noted: Sequence[DoseTaken],
    rest_g: float,
) -> list[BottleDose]:
    """A dose by the bottles it was taken from: what ran out in the middle is not the next one's.

    Args:
        log: of the visit
        key: step, role and layer
        planned: the dose of the plan
        noted: its doses, in order
        rest_g: what went as planned
    """
    role = key[1]
    grams: dict[str | None, float] = {}
    rests: dict[str | None, float] = {}
    units: dict[str | None, float] = {}
    for entry in noted:
        bottle = bottle_at(log, role, planned, entry)
        grams[bottle] = grams.get(bottle, 0.0) + entry.data.grams
        if entry.data.units is not None:
            units[bottle] = units.get(bottle, 0.0) + entry.data.units
    for leftover in log.of(Leftover):
        if (leftover.data.step, leftover.data.role, leftover.data.layer) == key:
            bottle = bottle_at(log, role, planned, leftover)
            grams[bottle] = grams.get(bottle, 0.0) - leftover.data.grams
    if rest_g > 0 or not grams:
        # What went as planned was taken until its step was done.
        done = last(each for each in log.of(StepDone) if each.data.step == key[0])
        rests[bottle_at(log, role, planned, done)] = rest_g
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
    bottles = bottle_doses(log, key, planned, noted, rest)
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
        sections=sorted({n for entry in noted if (n := entry.data.section) is not None}),
        rest_g=round(rest, 2) if noted else 0.0,
        stays_in=planned.stays_in if planned else False,
        bottles=bottles,
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
