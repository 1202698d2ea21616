"""What somebody should look at after a visit."""

from collections.abc import Sequence
from datetime import datetime

from craft.contract.events import ComfortFelt, StepDone, StepStarted
from craft.contract.plan import Step
from craft.contract.visit import SectionRun, StepRun
from craft.visit.evenness import uneven_sides
from craft.visit.log import Log, minutes_between
from craft.vocabulary import Comfort, Dryness, VisitFlag

#: From start to end so many times what it takes at most, a step was interrupted. Own value.
INTERRUPTED_TIMES = 2.5
#: Steps shorter than this are never called interrupted [min]. Own value.
INTERRUPTED_FROM_MIN = 20.0


def flags_of(
    log: Log,
    steps: Sequence[StepRun],
    sections: Sequence[SectionRun],
    dryness: Dryness | None,
) -> list[VisitFlag]:
    """What somebody should look at."""
    flags = []
    if any(uneven_sides(log, steps, sections)):
        flags.append(VisitFlag.UNEVEN_SIDES)
    if any(is_interrupted(log, step) for step in log.plan.steps):
        flags.append(VisitFlag.INTERRUPTED)
    if out_of_order(log):
        flags.append(VisitFlag.OUT_OF_ORDER)
    if dryness not in (None, Dryness.DRY):
        flags.append(VisitFlag.RELEASED_DAMP)
    if any(entry.data.comfort is Comfort.PAIN for entry in log.of(ComfortFelt)):
        flags.append(VisitFlag.PAIN)
    return flags


def longest_worked(step: Step) -> float:
    """From start to end, more minutes than this were not all worked [min]."""
    return max(INTERRUPTED_FROM_MIN, INTERRUPTED_TIMES * step.hands_on_high)


def is_interrupted(log: Log, step: Step) -> bool:
    """Whether a step lasted so long from start to end that nobody can have worked all of it."""
    started: datetime | None = None
    for entry in log.entries:
        if isinstance(entry, StepStarted) and entry.data.step == step.key:
            started = entry.at
        if isinstance(entry, StepDone) and entry.data.step == step.key and started:
            lasted = minutes_between(started, entry.at)
            if entry.data.minutes is None and lasted > longest_worked(step):
                return True
            started = None
    return False


def out_of_order(log: Log) -> bool:
    """Whether a step was begun before one that stands before it in the plan."""
    places = {step.key: place for place, step in enumerate(log.plan.steps)}
    begun = [places[entry.data.step] for entry in log.of(StepStarted)]
    return begun != sorted(begun)
