"""Caps and towels of a service: counted before the day, for they run out together."""

from craft.contract.plan import PlanAnswer
from craft.plan.linen import caps_of, towels_of
from craft.plan.timetable import KitSpan
from craft.vocabulary import KitKind

#: A towel is washed overnight: it is not there again before the next morning [min]. Own value.
LAUNDRY_MIN = 14 * 60.0


def linen_spans(answer: PlanAnswer) -> list[KitSpan]:
    """Caps until the end of the sitting, towels until they are washed."""
    sitting = answer.totals.first_sitting_min
    today = [step for step in answer.steps if step.sitting == 1]
    spans = (
        KitSpan(KitKind.CAP, None, caps_of(answer), sitting),
        KitSpan(KitKind.TOWEL, None, towels_of(today), sitting + LAUNDRY_MIN),
    )
    return [span for span in spans if span.count]
