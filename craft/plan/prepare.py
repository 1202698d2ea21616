"""From a request to a case that knows what is done before it dries, and by when."""

from collections.abc import Sequence
from dataclasses import replace

from craft.contract.plan import PlanRequest, Step
from craft.plan.assemble import case_of
from craft.plan.case import Case
from craft.plan.steps.before import before
from craft.plan.steps.styling import worked
from craft.plan.steps.washing import in_a_cloth, washing
from craft.plan.timetable import SHAPES
from craft.vocabulary import EditOp


def prepare(request: PlanRequest) -> Case:
    """The case of a request, with the steps until its hair is shaped.

    Raises:
        CraftError: as `case_of` raises it
    """
    case = case_of(request)
    wet = [*washing(case), *in_a_cloth(case)] if case.dries else []
    early = (*before(case), *wet, *worked(case))
    return replace(case, early=early, shaped_min=shaped_minutes(case, early))


def shaped_minutes(case: Case, steps: Sequence[Step]) -> float:
    """When the last section is shaped [min], with minutes that were changed by hand.

    Args:
        case: the head
        steps: until then, in the order of the work
    """
    overrides = [edit for edit in case.request.edits if edit.op is EditOp.OVERRIDE]
    removed = {edit.step for edit in case.request.edits if edit.op is EditOp.REMOVE}
    hands = {edit.step: edit.minutes for edit in overrides if edit.minutes is not None}
    waits = {edit.step: edit.wait_min for edit in overrides if edit.wait_min is not None}
    clock = 0.0
    for step in steps:
        if step.key not in removed:
            clock += hands.get(step.key, step.hands_on_min)
            if step.key in SHAPES:
                return clock
            clock += waits.get(step.key, step.wait_min)
    return clock
