"""What is believed of one logarithm, as a density on a grid, and what a visit adds to it.

For what a visit only bounds (hair was dry by then, a style still looked good on that day) there is
no mean to take: each outcome rules out some of the values it could have been.

Sources:
    [1] Bayes' rule for a log-normal time of which only bounds were seen (interval censored); any
        text on survival analysis.
    [2] Contaminated likelihoods: Box & Tiao, A Bayesian approach to some outlier problems,
        Biometrika 55 (1968) 119 (from memory).
    [3] Design effect of clusters: Kish, Survey Sampling (1965), 5.4 (from memory).
"""

import math
from collections import Counter
from collections.abc import Hashable, Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.special import log_ndtr

Floats = NDArray[np.float64]

#: Values that are weighed.
GRID: Floats = np.linspace(-2.2, 2.2, 881)
#: Share of outcomes that were not recorded as they were: a key pressed too often, the wrong client.
#: Such a record says one thing as often as the other. Own value.
NOT_AS_RECORDED = 0.05
EITHER_WAY = math.log(NOT_AS_RECORDED / 2)
#: The weight of an outcome is looked for by halving so many times: to a thousandth.
HALVINGS = 10


def normal(mean: float, unsure: float) -> Floats:
    """A belief before anything was seen [log of its density, up to a constant]."""
    return -((GRID - mean) ** 2) / (2 * unsure**2)


def moments(belief: Floats) -> tuple[float, float]:
    """Mean and standard deviation of a belief.

    Args:
        belief: logarithm of its density, up to a constant
    """
    weight = np.exp(belief - belief.max())
    weight /= weight.sum()
    mean = float(weight @ GRID)
    return mean, math.sqrt(max(0.0, float(weight @ (GRID - mean) ** 2)))


def between(low: float | None, high: float | None, spread: float) -> Floats:
    """How well each value explains that an outcome lay between two bounds [log].

    Args:
        low, high: bounds of the outcome, low < high; None where there is none
        spread: of an outcome about its value
    Source: [1].
    """
    if low is None and high is None:
        return np.zeros_like(GRID)
    if low is None or high is None:
        edge, sign = (high, 1.0) if low is None else (low, -1.0)
        assert edge is not None
        return np.asarray(log_ndtr(sign * (edge - GRID) / spread))
    # On the side where both shares are small: no difference of two numbers next to 1.
    upper, lower = (high - GRID) / spread, (low - GRID) / spread
    flip = lower > 0
    first, second = np.where(flip, -lower, upper), np.where(flip, -upper, lower)
    large, small = log_ndtr(first), log_ndtr(second)
    return np.asarray(large + np.log1p(-np.exp(np.minimum(small - large, -1e-12))))


def with_floor(evidence: Floats) -> Floats:
    """The same, for an outcome that may not have been recorded as it was. Source: [2]."""
    doubted: Floats = np.logaddexp(evidence + math.log1p(-NOT_AS_RECORDED), EITHER_WAY)
    return doubted


def weight_of(belief: Floats, evidence: Floats, most: float) -> float:
    """How much an outcome may count so that it moves the mean no further than it may.

    Args:
        belief: before it
        evidence: its log-likelihood
        most: the mean may move so far
    Returns:
        0 to 1
    """
    before, _ = moments(belief)

    def move(weight: float) -> float:
        return abs(moments(belief + weight * evidence)[0] - before)

    if move(1.0) <= most:
        return 1.0
    low, high = 0.0, 1.0
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        low, high = (middle, high) if move(middle) <= most else (low, middle)
    return low


def shares(units: Sequence[Hashable], between_units: float, within: float) -> list[float]:
    """What each outcome counts for the mean of all units [0 to 1].

    Outcomes of one unit repeat what that unit is: twenty of one client say less of a salon than
    one of each of twenty clients.

    Args:
        units: of which each outcome is
        between_units: spread of the units
        within: spread of the outcomes of one unit
    Source: [3], with the correlation within a unit that follows from both spreads.
    """
    alike = between_units**2 / (between_units**2 + within**2)
    count = Counter(units)
    return [1 / (1 + alike * (count[unit] - 1)) for unit in units]
