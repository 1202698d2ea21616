"""Caps and towels that a service takes."""

import itertools
from collections.abc import Sequence

from craft.contract.plan import PlanAnswer, Step
from craft.vocabulary import Station


def caps_of(answer: PlanAnswer) -> int:
    """Caps: one over a mask that is not steamed, two where two keep it warm.

    Common practice, no source.
    """
    return sum(
        2 if any(reason.rule == "two_caps" for reason in step.reasons) else 1
        for step in answer.steps
        if step.key == "mask" and step.wait_min > 0 and step.station is not Station.STEAMER
    )


def towels_of(steps: Sequence[Step]) -> int:
    """Towels: one on the shoulders, one whenever the hair leaves the basin wet.

    Common practice, no source.

    Args:
        steps: of a sitting, in the order of the work
    """
    at_basin = [step.station is Station.BASIN for step in steps if step.hands_on_min > 0]
    leaves = sum(there for there, _ in itertools.groupby(at_basin))
    return 1 + leaves if leaves else 0
