"""What drying on real heads teaches about the next one.

A visit tells only whether hair was dry when it was opened, so the learned
multiplier comes from many such answers: each rules out some of the factors it
could have been. The salon's factor is learned first; a client's starts from it.

No single set can take over. Its likelihood has a floor, for some sets are not recorded as they
were; and a set that would still move the factor too far counts for less. Nor can one client:
sets of the same head say less of a salon than those of many.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from craft.physics.drying import LOG_SPREAD
from craft.ranges import (
    CLIENT_STEP,
    DOUBTED_SPREADS,
    SALON_STEP,
    SPREAD_LEAST,
    SPREAD_MOST,
    clamp,
    factor_in_range,
)
from craft.statistics.belief import (
    Floats,
    between,
    moments,
    normal,
    shares,
    weight_of,
    with_floor,
)
from craft.vocabulary import Dryness

#: How much heads differ from each other, of the logarithm; the rest of `LOG_SPREAD` is how much
#: one head differs from day to day. Own values.
BETWEEN_HEADS = 0.18
DAY_TO_DAY = math.sqrt(LOG_SPREAD**2 - BETWEEN_HEADS**2)
#: How unsure the salon's own factor is before anything was seen, of the logarithm. Own value.
SALON_UNSURE = 0.30
#: A set found wet, not only damp at the roots, had at least this much of its time still to go
#: [log]. Own value.
WET_BEFORE = math.log(0.85)
#: What a client tells of home strays so many times as far as what is felt in the salon, and moves
#: a factor by so many times less. Own value.
TOLD_SPREADS = 1.5


@dataclass(frozen=True)
class Outcome:
    """A set that was opened.

    Args:
        forecast_h: when it was forecast to be dry, at a factor of 1 [h], > 0
        opened_h: when it was opened [h], > 0
        dryness: how it was then
        confirmed: it was doubtful, and somebody confirmed it: it was recorded as it was
        at_home: the client felt it and told of it, less sure than trained hands
        head: of which client; None: of another than all the rest
    """

    forecast_h: float
    opened_h: float
    dryness: Dryness
    confirmed: bool = False
    at_home: bool = False
    head: int | None = None


@dataclass(frozen=True)
class Factor:
    """A multiplier on drying times.

    Args:
        factor: times the forecast
        unsure: of its logarithm
        visits: it rests on
    """

    factor: float
    unsure: float
    visits: int

    @property
    def spread(self) -> float:
        """How unsure the next drying time is [standard deviation of its logarithm]."""
        return clamp(math.hypot(self.unsure, DAY_TO_DAY), SPREAD_LEAST, SPREAD_MOST)


def surprise(outcome: Outcome, factor: float, spread: float) -> float:
    """How far an outcome lies on the wrong side of its forecast [spreads]; 0 where it fits.

    Args:
        outcome: the set
        factor: learned multiplier when it was planned, > 0
        spread: how unsure that forecast was, of its logarithm, > 0
    """
    past = math.log(outcome.opened_h / (outcome.forecast_h * factor))
    early = -past if outcome.dryness is Dryness.DRY else past
    return max(0.0, early / spread)


def is_doubtful(outcome: Outcome, factor: float, spread: float) -> bool:
    """Whether a set should be asked about before it teaches anything (own value, spreads)."""
    return surprise(outcome, factor, spread) > DOUBTED_SPREADS


def likelihood(outcome: Outcome, day_to_day: float) -> Floats:
    """How well each factor explains a set that was opened [log].

    Args:
        outcome: the set
        day_to_day: spread of one head's times, of the logarithm
    """
    past = math.log(outcome.opened_h / outcome.forecast_h)
    if outcome.at_home:
        day_to_day *= TOLD_SPREADS
    if outcome.dryness is Dryness.DRY:
        as_recorded = between(None, past, day_to_day)
    else:
        edge = past if outcome.dryness is Dryness.DAMP_ROOTS else past - WET_BEFORE
        as_recorded = between(edge, None, day_to_day)
    return as_recorded if outcome.confirmed else with_floor(as_recorded)


def learn(
    outcomes: Sequence[Outcome],
    weights: Sequence[float],
    start: float,
    unsure: float,
    day_to_day: float,
    step: float,
) -> Factor:
    """Weigh outcomes against what was believed before.

    Args:
        outcomes: sets that were opened, the oldest first
        weights: what each counts, 0 to 1
        start: factor believed before
        unsure: of its logarithm
        day_to_day: spread of the times around the factor, of the logarithm
        step: one set moves the factor by at most this share
    """
    belief = normal(math.log(factor_in_range(start)), unsure)
    for outcome, weight in zip(outcomes, weights, strict=True):
        evidence = weight * likelihood(outcome, day_to_day)
        most = math.log1p(step) / (TOLD_SPREADS if outcome.at_home else 1.0)
        belief = belief + weight_of(belief, evidence, most) * evidence
    mean, wide = moments(belief)
    return Factor(factor_in_range(math.exp(mean)), wide, len(outcomes))


def salon_factor(outcomes: Sequence[Outcome]) -> Factor:
    """The factor of a salon, from sets of all its clients.

    Args:
        outcomes: sets that were opened, the oldest first
    """
    heads = [each.head if each.head is not None else -place for place, each in enumerate(outcomes)]
    weights = shares(heads, BETWEEN_HEADS, DAY_TO_DAY)
    return learn(outcomes, weights, 1.0, SALON_UNSURE, LOG_SPREAD, SALON_STEP)


def head_factor(outcomes: Sequence[Outcome], salon: Factor | None) -> Factor:
    """The factor of one client, starting from that of the salon.

    Args:
        outcomes: sets of this client, the oldest first
        salon: what the salon has learned; None where nothing was
    """
    start = salon.factor if salon else 1.0
    whole = [1.0] * len(outcomes)
    return learn(outcomes, whole, start, BETWEEN_HEADS, DAY_TO_DAY, CLIENT_STEP)
