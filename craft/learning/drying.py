"""What drying on real heads teaches about the next one.

A visit tells only whether hair was dry when it was opened, so the learned
multiplier comes from many such answers: each rules out some of the factors it
could have been. House and head are learned in turn: the salon's factor is
where a head begins.

Sources:
    [1] Bayes' rule for a log-normal time seen only as before or after (interval censored); any
        text on survival analysis.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import log_ndtr

from craft.drying import LOG_SPREAD
from craft.vocabulary import Dryness

Floats = NDArray[np.float64]

#: How much heads differ from each other, of the logarithm; the rest of `LOG_SPREAD` is how much
#: one head differs from day to day. House values.
BETWEEN_HEADS = 0.18
DAY_TO_DAY = math.sqrt(LOG_SPREAD**2 - BETWEEN_HEADS**2)
#: How unsure the salon's own factor is before anything was seen, of the logarithm. House value.
SALON_UNSURE = 0.30
#: A set found wet, not only damp at the roots, had at least this much of its time still to go
#: [log]. House value.
WET_BEFORE = math.log(0.85)

#: Factors that are weighed [log].
_GRID: Floats = np.linspace(-2.2, 2.2, 881)


@dataclass(frozen=True)
class Outcome:
    """A set that was opened.

    Args:
        forecast_h: when it was forecast to be dry, at a factor of 1 [h], > 0
        opened_h: when it was opened [h], > 0
        dryness: how it was then
    """

    forecast_h: float
    opened_h: float
    dryness: Dryness


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
        """How unsure the next drying time is, of its logarithm."""
        return math.hypot(self.unsure, DAY_TO_DAY)


def likelihood(outcome: Outcome, day_to_day: float) -> Floats:
    """How well each factor explains a set that was opened [log].

    Args:
        outcome: the set
        day_to_day: spread of one head's times, of the logarithm
    Source: [1].
    """
    past = math.log(outcome.opened_h / outcome.forecast_h)
    if outcome.dryness is Dryness.DRY:
        return np.asarray(log_ndtr((past - _GRID) / day_to_day))
    edge = past if outcome.dryness is Dryness.DAMP_ROOTS else past - WET_BEFORE
    return np.asarray(log_ndtr((_GRID - edge) / day_to_day))


def learn(outcomes: Sequence[Outcome], start: float, unsure: float, day_to_day: float) -> Factor:
    """Weigh what was seen against what was believed.

    Args:
        outcomes: sets that were opened
        start: factor believed before
        unsure: of its logarithm
        day_to_day: spread of the times around the factor, of the logarithm
    Source: [1], on a grid.
    """
    belief = -((_GRID - math.log(start)) ** 2) / (2 * unsure**2)
    for outcome in outcomes:
        belief = belief + likelihood(outcome, day_to_day)
    weight = np.exp(belief - belief.max())
    weight /= weight.sum()
    mean = float(weight @ _GRID)
    wide = math.sqrt(max(0.0, float(weight @ (_GRID - mean) ** 2)))
    return Factor(math.exp(mean), wide, len(outcomes))


def salon_factor(outcomes: Sequence[Outcome]) -> Factor:
    """The factor of a salon, from sets on all its heads.

    Args:
        outcomes: sets that were opened
    """
    return learn(outcomes, 1.0, SALON_UNSURE, LOG_SPREAD)


def head_factor(outcomes: Sequence[Outcome], salon: Factor | None) -> Factor:
    """The factor of one head, beginning with that of the salon.

    Args:
        outcomes: sets of this head
        salon: what the salon has learned; None where nothing was
    """
    start = salon.factor if salon else 1.0
    return learn(outcomes, start, BETWEEN_HEADS, DAY_TO_DAY)
