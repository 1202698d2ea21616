"""What is learned, of whom, and how far it is believed to differ. Own values."""

import math

from craft.messages import say
from craft.plan.minutes import learned_as
from craft.plan.timetable import SHAPING
from craft.ranges import DOUBTED_SPREADS, factor_in_range
from craft.statistics.shrinkage import LEVEL, Estimate, Spreads
from craft.vocabulary import LearnedOf
from craft.words import plural

#: Hands change slowly; a head changes with its length, its colour, its season.
SPREADS = {
    LearnedOf.MINUTES: Spreads(salon=0.20, unit=0.15, visit=0.15, half_life_days=365),
    LearnedOf.DETANGLING: Spreads(salon=0.25, unit=0.25, visit=0.30, half_life_days=180),
    LearnedOf.DOSE: Spreads(salon=0.15, unit=0.15, visit=0.12, half_life_days=180),
    LearnedOf.LENGTH: Spreads(salon=0.08, unit=0.10, visit=0.05, half_life_days=270),
    # Of scores of whole points from 1 to 5.
    LearnedOf.DEFINITION: Spreads(salon=0.12, unit=0.10, visit=0.18, half_life_days=365),
    # Against the other sections of the same visit: the pace of the day falls out.
    LearnedOf.POSITION: Spreads(salon=0.20, unit=0.15, visit=0.15, half_life_days=365),
    LearnedOf.ZONE_DOSE: Spreads(salon=0.15, unit=0.15, visit=0.15, half_life_days=270),
    LearnedOf.WEAR: Spreads(salon=0.25, unit=0.25, visit=0.20, half_life_days=270),
}
#: Groups of what is not distinguished by steps.
LENGTH, WEAR = "length", "wear"
DETANGLING_STEPS = frozenset({"detangle", "detangle_dry_oil"})
#: Less than this share of the own value is nothing anybody would plan by. Own value.
MATTERS = 0.05
#: Nobody is ranked, and nothing is claimed, below so many visits. Own value.
LEAST_VISITS = 3


def quantity_of(step: str) -> LearnedOf:
    """What minutes of a step belong to: detangling goes by the head, the rest by the hands."""
    return LearnedOf.DETANGLING if step in DETANGLING_STEPS else LearnedOf.MINUTES


def group_of(step: str, style: str) -> str:
    """Steps that are learned together: shaping by its technique, the rest whatever the style.

    Args:
        step: its key
        style: of the plan
    """
    own = learned_as(step)
    return f"{own} {style}" if own == SHAPING else own


def planning_factor(estimate: Estimate) -> float:
    """The factor a plan uses [times the standard]."""
    return factor_in_range(estimate.factor)


def is_doubtful(log_ratio: float, estimate: Estimate) -> bool:
    """Whether a visit lies so far from its forecast [of the logarithm] that it is asked about.

    Args:
        log_ratio: of the visit, actual over the salon's standard
        estimate: what had been learned before it
    """
    off = abs(log_ratio - estimate.log_factor)
    return off > DOUBTED_SPREADS * math.hypot(estimate.unsure, estimate.spread)


def differs(estimate: Estimate, level: float = LEVEL) -> bool:
    """Whether a factor is surely not the salon's standard, by more than anybody would plan by.

    Args:
        estimate: the factor
        level: of the range that must not hold the standard, 0 to 1
    """
    low, high = estimate.interval(level)
    return not low <= 1 <= high and abs(estimate.factor - 1) >= MATTERS


def basis_of(estimate: Estimate, salon: Estimate, whose: str, what: str) -> str:
    """What a factor rests on, in words: your last 6 rows; 9 rows of the salon.

    Args:
        estimate: of the unit
        salon: of all its units
        whose: last visits, in words: your, this head's
        what: was done, in one word
    """
    if estimate is salon or not estimate.visits:
        return say("{visits} of the salon", visits=plural(salon.visits, what))
    return say("{whose} last {visits}", whose=whose, visits=plural(estimate.visits, what))
