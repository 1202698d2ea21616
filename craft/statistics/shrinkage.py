"""What many visits teach about the next one: few data, honest answers.

A quantity is learned as a factor on its own value. Its logarithm is taken as normal on three
levels: what the salon does against the own value, what one unit (a specialist, a head) does
against the salon, and what one visit does against its unit. A unit with few visits is drawn to its
salon, a salon with few to the own value. All in closed form.

Sources:
    [1] Robinson, That BLUP is a good thing, Statistical Science 6 (1991) 15 (from memory): the best
        linear unbiased prediction of a random effect, and its error.
    [2] Contaminated normal: Tukey, A survey of sampling from contaminated distributions (1960)
        (from memory): the odds that a visit is no slip are what it counts for.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import stdtrit

Floats = NDArray[np.float64]

#: Share of visits that were not recorded as they were (an interruption, a slip of a finger), and
#: how many times further than others they stray. Own values. [2]
SLIPS, STRAYS = 0.05, 5.0
#: No visit counts for less than this share, so that a mean can be taken of slips alone.
LEAST_WEIGHT = 1e-6
MOST_OFF = 30.0
#: From so many others on, leaving one out hardly moves their median. Own value.
FEW = 12
#: Variance of the median of normal values over that of their mean.
MEDIAN_VARIANCE = math.pi / 2
#: So many visits stand behind an own value of a spread.
SPREAD_VISITS = 8.0
#: Share of intervals that are to hold the truth.
LEVEL = 0.90


@dataclass(frozen=True)
class Spreads:
    """How much a quantity differs, of its logarithm. Own values.

    Args:
        salon: a salon from the own value
        unit: one unit from its salon
        visit: one visit from its unit
        half_life_days: after so long a visit counts half: people and hair change
    """

    salon: float
    unit: float
    visit: float
    half_life_days: float


@dataclass(frozen=True)
class Sample:
    """What one visit says of one unit.

    Args:
        log_ratio: logarithm of actual over the own value
        days_ago: how old it is [d], >= 0
        confirmed: it was doubtful, and somebody confirmed it: it was recorded as it was
    """

    log_ratio: float
    days_ago: float = 0.0
    confirmed: bool = False


@dataclass(frozen=True)
class Estimate:
    """A learned factor.

    Args:
        log_factor: its logarithm
        unsure: standard deviation of that logarithm
        visits: it rests on, of the unit itself
        spread: how far one more visit falls from it, of the logarithm
        freedom: degrees of freedom of the spread
    """

    log_factor: float
    unsure: float
    visits: int
    spread: float
    freedom: float

    @property
    def factor(self) -> float:
        """Times the own value."""
        return math.exp(self.log_factor)

    def interval(self, level: float = LEVEL) -> tuple[float, float]:
        """Between which the factor lies.

        Args:
            level: with this probability, 0 to 1
        """
        return self._band(self.unsure, level)

    def next_interval(self, level: float = LEVEL) -> tuple[float, float]:
        """Between which the next visit falls.

        Args:
            level: with this probability, 0 to 1
        """
        return self._band(math.hypot(self.unsure, self.spread), level)

    def _band(self, width: float, level: float) -> tuple[float, float]:
        half = float(stdtrit(self.freedom, (1 + level) / 2)) * width
        return math.exp(self.log_factor - half), math.exp(self.log_factor + half)


@dataclass(frozen=True)
class _Mean:
    """Samples of a unit, weighed."""

    mean: float
    weight: float
    visits: int
    squares: float


def distances(values: Floats, spreads: Spreads, middle: float, middle_sd: float) -> Floats:
    """How far each visit of a unit lies from what all the others foretell [standard deviations].

    The first visit of somebody new is held against the salon, so that a slip of the finger is no
    better believed for being alone.

    Args:
        values: log-ratios of the unit
        spreads: of the quantity
        middle, middle_sd: of the salon
    """
    others = len(values) - 1
    if not others:
        medians = np.array([middle])
    elif others < FEW:
        medians = np.array([np.median(np.delete(values, each)) for each in range(len(values))])
    else:
        medians = np.full(len(values), np.median(values))
    units = math.hypot(spreads.unit, middle_sd)
    # A median of normal values is known less well than their mean, by this share.
    trust = units**2 / (units**2 + MEDIAN_VARIANCE * spreads.visit**2 / others) if others else 0.0
    centre = middle + trust * (medians - middle)
    return np.abs(values - centre) / math.hypot(spreads.visit, units * math.sqrt(1 - trust))


def weights(
    samples: Sequence[Sample], spreads: Spreads, middle: float, middle_sd: float
) -> tuple[Floats, Floats]:
    """Values of a unit and what each counts: less where it is old, or far from the others.

    Args:
        samples: of one unit, at least one
        spreads: of the quantity
        middle, middle_sd: of the salon
    Returns:
        log-ratios and weights, 0 to 1
    Source: [2].
    """
    values = np.array([sample.log_ratio for sample in samples])
    age = np.array([sample.days_ago for sample in samples])
    off = np.minimum(distances(values, spreads, middle, middle_sd), MOST_OFF)
    slip = SLIPS / STRAYS * np.exp(-((off / STRAYS) ** 2) / 2)
    fits = (1 - SLIPS) * np.exp(-(off**2) / 2)
    sure = np.array([sample.confirmed for sample in samples])
    counts = np.where(sure, 1.0, np.maximum(fits / (fits + slip), LEAST_WEIGHT))
    return values, counts * 0.5 ** (age / spreads.half_life_days)


def mean_of(samples: Sequence[Sample], spreads: Spreads, middle: float, middle_sd: float) -> _Mean:
    """The weighed mean of a unit.

    Args:
        samples: of one unit, at least one
        spreads: of the quantity
        middle, middle_sd: of the salon
    """
    values, weight = weights(samples, spreads, middle, middle_sd)
    total = float(weight.sum())
    mean = float(weight @ values) / total
    return _Mean(mean, total, len(samples), float(weight @ (values - mean) ** 2))


def visit_spread(means: Sequence[_Mean], spreads: Spreads) -> tuple[float, float]:
    """Spread of one visit about its unit: the own value, and what was seen.

    Args:
        means: of all units
        spreads: of the quantity
    Returns:
        the spread, and its degrees of freedom
    """
    seen = sum(max(0.0, mean.weight - 1.0) for mean in means)
    squares = sum(mean.squares for mean in means if mean.weight > 1)
    freedom = SPREAD_VISITS + seen
    return math.sqrt((SPREAD_VISITS * spreads.visit**2 + squares) / freedom), freedom


def salon_mean(means: Sequence[_Mean], spreads: Spreads, visit: float) -> tuple[float, float]:
    """What a salon does against the own value: mean and standard deviation of the logarithm.

    A unit counts by how well its own mean is known, units being different.

    Args:
        means: of its units
        spreads: of the quantity
        visit: spread of one visit about its unit
    """
    precisions = [1 / (spreads.unit**2 + visit**2 / mean.weight) for mean in means]
    precision = 1 / spreads.salon**2 + sum(precisions)
    middle = sum(each * mean.mean for each, mean in zip(precisions, means, strict=True))
    return middle / precision, math.sqrt(1 / precision)


def learn(units: Mapping[str, Sequence[Sample]], spreads: Spreads) -> dict[str, Estimate]:
    """Factors of a salon and of its units.

    Args:
        units: samples by unit
        spreads: of the quantity
    Returns:
        by unit, and under "" that of the salon, which is also that of a unit nobody has seen
    Source: [1].
    """
    middle, middle_sd = 0.0, spreads.salon
    # Once to know the salon, and once more to weigh every visit against it.
    for _ in range(2):
        means = {
            name: mean_of(samples, spreads, middle, middle_sd)
            for name, samples in units.items()
            if samples
        }
        visit, freedom = visit_spread(list(means.values()), spreads)
        middle, middle_sd = salon_mean(list(means.values()), spreads, visit)
    visits = sum(mean.visits for mean in means.values())
    between = math.hypot(middle_sd, spreads.unit)
    salon = Estimate(middle, between, visits, visit, freedom)
    return {"": salon} | {
        name: unit_estimate(samples, salon, spreads) for name, samples in units.items() if samples
    }


def unseen(spreads: Spreads) -> Estimate:
    """The factor of a salon that has seen nothing yet: the standard, and how far it may be off."""
    visit, freedom = visit_spread([], spreads)
    return Estimate(0.0, math.hypot(spreads.salon, spreads.unit), 0, visit, freedom)


def unit_estimate(samples: Sequence[Sample], salon: Estimate, spreads: Spreads) -> Estimate:
    """The factor of one unit, beginning with that of its salon; of nobody seen, the salon's.

    Args:
        samples: of the unit, which the salon's estimate has seen, too
        salon: as `learn` gives it
        spreads: of the quantity
    Source: [1].
    """
    if not samples:
        return salon
    middle, visit = salon.log_factor, salon.spread
    middle_variance = max(0.0, salon.unsure**2 - spreads.unit**2)
    mean = mean_of(samples, spreads, middle, math.sqrt(middle_variance))
    trust = spreads.unit**2 / (spreads.unit**2 + visit**2 / mean.weight)
    return Estimate(
        log_factor=middle + trust * (mean.mean - middle),
        unsure=math.sqrt(spreads.unit**2 * (1 - trust) + (1 - trust) ** 2 * middle_variance),
        visits=mean.visits,
        spread=visit,
        freedom=salon.freedom,
    )
