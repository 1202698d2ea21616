"""Making a step: minutes at the specialist's pace, with their range."""

from collections.abc import Sequence

from craft import timing
from craft.contract.plan import Reason, Step, StepProduct
from craft.routine.case import Case
from craft.vocabulary import Family, Station


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
        minutes: hands-on at the house pace [min]
        station: where
        reasons: why
        spread: standard deviation of the logarithm of the minutes
        wait: minutes of waiting after the hands, and how long it may grow [min]
        wait_title: what the client waits for
        products: doses
        sections: in how many sections it is worked
        sitting: 1 today, 2 at the release
    """
    own = minutes * case.request.pace
    low, high = timing.minutes_range(own, spread)
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
        reasons=list(reasons),
        cautions=[],
    )


def sitting_minutes(steps: Sequence[Step], sitting: int = 1) -> float:
    """Minutes the client spends in the salon in one sitting [min]."""
    return sum(step.hands_on_min + step.wait_min for step in steps if step.sitting == sitting)
