"""A set that its client opens at home: how, and whether it is time."""

from datetime import datetime

from craft.contract.plan import PlanRequest
from craft.contract.visit import VisitAnswer
from craft.messages import Text, say
from craft.plan.clock import Clock, clock_of, moment_text
from craft.plan.forecast import forecast_of
from craft.plan.prepare import prepare
from craft.plan.times import opening_hour
from craft.visit.gate import gate
from craft.vocabulary import Dryness, Touch

LEAVE_CLOSED = say(
    "Leave it closed: roots that are opened damp frizz. Nothing over it; let air get to it."
)


def opens_at_home(asked: PlanRequest | None, shaped: datetime | None) -> Text | None:
    """When a client opens the set at home, in words; None before it is shaped.

    Args:
        asked: what the plan was made for, with its clock
        shaped: when shaping ended
    """
    if asked is None or shaped is None:
        return None
    case = prepare(asked)
    at = opening_hour(case, forecast_of(case))
    return moment_text(at) if at is not None else None


def opening_advice(
    asked: PlanRequest, visit: VisitAnswer, shaped: datetime | None, now: datetime
) -> Text:
    """What a client does who felt the roots before opening.

    Args:
        asked: what the plan was made for, with its clock
        visit: with what was felt at the roots
        shaped: when shaping ended
        now: the moment
    """
    felt = visit.touches.get(Touch.ROOTS)
    if felt is None or felt is Dryness.DRY:
        return say("Dry at the roots: open it step by step, as the card says.")
    text = LEAVE_CLOSED
    found = gate(asked, visit, shaped, now)
    options = found.options if found else []
    later = next((option for option in options if option.key == "later"), None)
    clock = clock_of(asked)
    if later is None or clock is None or later.minutes is None:
        return text
    return text + say(
        " Feel again {moment}.", moment=clock.moment(awake_after(clock, now, later.minutes))
    )


def awake_after(clock: Clock, now: datetime, minutes: float) -> float:
    """When to feel again, from the beginning of the service [min]: later on, while awake.

    Args:
        clock: of the service
        now: the moment
        minutes: not sooner than so long after it [min]
    """
    earliest = clock.minutes(now) + minutes
    return clock.opening(earliest, at_home=True) or earliest
