"""Making a step: minutes at the specialist's pace, with their range."""

import math
from collections.abc import Iterator, Sequence

from craft.contract.plan import Learned, Reason, Step, StepProduct
from craft.contract.reasons import LEARNED, reason
from craft.messages import say
from craft.plan.case import Case
from craft.plan.minutes import learned_as
from craft.vocabulary import Family, Station
from craft.work import timing

NOTHING_LEARNED = Learned()
#: A smaller change is not mentioned [min].
TOLD_FROM_MIN = 0.5


def step(
    case: Case,
    key: str,
    family: Family,
    title: str,
    how: str,
    *,
    minutes: float,
    station: Station,
    reasons: Sequence[Reason],
    spread: float = timing.STEADY_SPREAD,
    wait: tuple[float, float] = (0.0, 0.0),
    wait_title: str = "",
    products: Sequence[StepProduct] = (),
    sections: int = 1,
    sitting: int = 1,
) -> Step:
    """A step of the routine.

    Args:
        case: the head
        key, family, title, how: what is done
        minutes: hands-on at the standard pace [min]
        station: where
        reasons: why
        spread: standard deviation of the logarithm of the minutes
        wait: minutes of waiting after the hands, and how long it may grow [min]
        wait_title: what the client waits for
        products: doses
        sections: in how many sections it is worked
        sitting: 1 today, 2 at the release
    """
    learned = case.request.learned_minutes.get(learned_as(key), NOTHING_LEARNED)
    usual = minutes * case.request.pace
    own = usual * learned.factor
    low, high = timing.minutes_range(own, math.hypot(spread, learned.unsure))
    return Step(
        key=key,
        family=family,
        title=title,
        how=how,
        hands_on_min=round(own, 1),
        hands_on_low=round(low, 1),
        hands_on_high=round(high, 1),
        wait_min=round(wait[0], 1),
        wait_max_min=round(wait[1], 1),
        wait_title=wait_title,
        station=station,
        sitting=sitting,
        products=list(products),
        sections=sections,
        reasons=[*reasons, *learned_reasons(learned, usual, own)],
        cautions=[],
    )


def learned_reasons(learned: Learned, usual: float, own: float) -> Iterator[Reason]:
    """Why a step takes longer or shorter [min] than by the standard."""
    if learned.visits and abs(own - usual) >= TOLD_FROM_MIN:
        yield reason(
            "learned_minutes",
            say("{usual:.0f} → {own:.0f} min: {basis}.", usual=usual, own=own, basis=learned.basis),
            say(
                "{visits} visits, {factor:.2f} × standard time",
                visits=learned.visits,
                factor=learned.factor,
            ),
            LEARNED,
        )


def sitting_minutes(steps: Sequence[Step], sitting: int = 1) -> float:
    """Minutes the client spends in the salon in one sitting [min]."""
    return sum(step.hands_on_min + step.wait_min for step in steps if step.sitting == sitting)
