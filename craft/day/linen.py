"""Caps and towels of a service: counted before the day, for they run out together."""

import itertools
from collections.abc import Sequence

from craft.contract.plan import PlanAnswer, Step
from craft.plan.timetable import KitSpan
from craft.vocabulary import KitKind, Station

#: A towel is washed overnight: it is not there again before the next morning [min]. Own value.
LAUNDRY_MIN = 14 * 60.0


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


def linen_spans(answer: PlanAnswer) -> list[KitSpan]:
    """Caps until the end of the sitting, towels until they are washed."""
    sitting = answer.totals.first_sitting_min
    today = [step for step in answer.steps if step.sitting == 1]
    spans = (
        KitSpan(KitKind.CAP, None, caps_of(answer), sitting),
        KitSpan(KitKind.TOWEL, None, towels_of(today), sitting + LAUNDRY_MIN),
    )
    return [span for span in spans if span.count]
