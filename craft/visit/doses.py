"""Doses of a visit: what was taken, from which bottle, on which side."""

from collections import defaultdict
from collections.abc import Sequence

from craft.contract.events import Closed, DoseTaken, Leftover, Swap
from craft.contract.plan import PlanAnswer, StepProduct
from craft.contract.visit import DoseRun, StepRun
from craft.visit.log import Log
from craft.vocabulary import Role, Side, StepStatus, Zone

#: Sides differ when their doses do by more than this share of their mean. Own value.
UNEVEN_SHARE = 0.15


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


def dose_runs(log: Log, steps: Sequence[StepRun]) -> list[DoseRun]:
    """What was taken, noted or, once the visit is closed, as planned."""
    planned = planned_doses(log.plan)
    noted: dict[DoseKey, list[DoseTaken]] = defaultdict(list)
    for entry in log.of(DoseTaken):
        noted[entry.data.step, entry.data.role, entry.data.layer].append(entry)
    skipped = {step.key for step in steps if step.status is StepStatus.SKIPPED}
    closed = any(log.of(Closed))
    runs = []
    for key in [*planned, *(key for key in noted if key not in planned)]:
        as_planned = closed and key in planned and key[0] not in skipped
        if key in noted or as_planned:
            runs.append(dose_run(log, key, planned.get(key), noted.get(key, [])))
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
    log: Log, key: DoseKey, planned: StepProduct | None, noted: Sequence[DoseTaken]
) -> DoseRun:
    """A dose as it was taken."""
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
    taken = sum(entry.data.grams for entry in noted) if noted else planned_g
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
        stays_in=planned.stays_in if planned else False,
        left_g=round(sides[Side.LEFT], 2),
        right_g=round(sides[Side.RIGHT], 2),
        front_g=round(sides[Side.FRONT], 2),
        back_g=round(sides[Side.BACK], 2),
        leftover_g=round(min(leftover, taken), 2),
    )


#: Zones in front of the ears, and behind them.
FRONT_ZONES = frozenset({Zone.FRINGE, Zone.TOP})
BACK_ZONES = frozenset({Zone.CROWN, Zone.BACK, Zone.NAPE})


def sides_of(log: Log, dose: DoseTaken) -> set[Side]:
    """Sides a dose went on: as noted, else those of its section."""
    if dose.data.side is not None:
        return {dose.data.side}
    section = next((row for row in log.plan.sections if row.number == dose.data.section), None)
    if section is None:
        return set()
    sides = set()
    if section.centre[0]:
        sides.add(Side.RIGHT if section.centre[0] > 0 else Side.LEFT)
    if section.zone in FRONT_ZONES:
        sides.add(Side.FRONT)
    if section.zone in BACK_ZONES:
        sides.add(Side.BACK)
    return sides


def is_uneven(dose: DoseRun) -> bool:
    """Whether one side got more than the other, left and right; only where both were noted."""
    return is_different(dose.left_g, dose.right_g)


def is_different(first_g: float, second_g: float) -> bool:
    """Whether two doses [g] that should be alike are not; only where both were noted."""
    mean = (first_g + second_g) / 2
    both = first_g > 0 and second_g > 0
    return both and abs(first_g - second_g) > UNEVEN_SHARE * mean
