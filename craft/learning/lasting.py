"""How long styles look as they should on one head, learned from the days that were reported.

A client who stops telling has not said that the style faded: four good days and then silence bound
its days from below, no more. So a wear is kept as what was seen of it, a last good day and a first
faded one, and weighed like the drying of sets.
"""

import math
from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass

from craft.learning.quantities import SPREADS
from craft.ranges import CLIENT_STEP, DOUBTED_SPREADS, SALON_STEP, factor_in_range
from craft.statistics.belief import Floats, between, moments, normal, shares, weight_of, with_floor
from craft.statistics.shrinkage import Estimate
from craft.vocabulary import LearnedOf

#: Between what still looks all right (3) and what fades (2).
FADED_BELOW = 2.5
#: What looked good on its first day lasted half of it at the least [d].
FIRST_DAY = 0.5
#: Degrees of freedom of the intervals: the spreads are own values, not estimated from visits.
FREEDOM = 1000.0
_WEAR = SPREADS[LearnedOf.WEAR]


@dataclass(frozen=True)
class WearBounds:
    """What was seen of how long one wear looked as it should [times its forecast].

    Args:
        at_least: it still looked good then, > 0
        at_most: it had faded by then; None: not reported
        days_ago: how old it is [d], >= 0
        confirmed: it was doubtful, and somebody confirmed it: it was reported as it was
    """

    at_least: float
    at_most: float | None
    days_ago: float = 0.0
    confirmed: bool = False

    @property
    def bounds(self) -> tuple[float, float | None]:
        """Both, as logarithms."""
        return math.log(self.at_least), None if self.at_most is None else math.log(self.at_most)

    @property
    def log_ratio(self) -> float:
        """The middle of both; the last good day where no other is known."""
        low, high = self.bounds
        return low if high is None else (low + high) / 2


def days_seen(looks: Mapping[int, float]) -> tuple[float, float | None] | None:
    """Between which days a style began to fade [d]; None: it never looked good, or no reports.

    The days are split where good ones before and faded ones after are told apart best: one odd day
    among the others is one odd day.

    Args:
        looks: reported looks [1 to 5], by day after the style was there
    """
    days = sorted(looks)
    good = [looks[day] > FADED_BELOW for day in days]
    odd = [good[:split].count(False) + good[split:].count(True) for split in range(len(days) + 1)]
    best = [split for split, count in enumerate(odd) if count == min(odd)]
    if not days or not best[-1]:
        return None
    last_good = days[best[0] - 1] if best[0] else 0
    faded = days[best[-1]] if best[-1] < len(days) else None
    return max(FIRST_DAY, last_good), faded if faded is None else max(FIRST_DAY * 2, faded)


def is_doubtful(seen: WearBounds, estimate: Estimate) -> bool:
    """Whether a wear lies so far from its forecast that it is asked about.

    Args:
        seen: of the wear
        estimate: what had been learned before it
    """
    low, high = seen.bounds
    off = max(low - estimate.log_factor, estimate.log_factor - (math.inf if high is None else high))
    return off > DOUBTED_SPREADS * math.hypot(estimate.unsure, estimate.spread)


def evidence_of(seen: WearBounds) -> Floats:
    """How well each factor explains a wear [log]; old ones say less."""
    counts = 0.5 ** (seen.days_ago / _WEAR.half_life_days)
    as_reported = between(*seen.bounds, _WEAR.visit)
    evidence: Floats = counts * (as_reported if seen.confirmed else with_floor(as_reported))
    return evidence


def _learn(
    wears: Sequence[WearBounds], weights: Sequence[float], belief: Floats, step: float
) -> tuple[float, float]:
    """What is believed of a factor after some wears: mean and standard deviation [log].

    Args:
        wears: the oldest first
        weights: what each counts, 0 to 1
        belief: before them
        step: one wear moves the factor by at most this share
    """
    for seen, weight in zip(wears, weights, strict=True):
        evidence = weight * evidence_of(seen)
        belief = belief + weight_of(belief, evidence, math.log1p(step)) * evidence
    mean, unsure = moments(belief)
    return math.log(factor_in_range(math.exp(mean))), unsure


def salon_estimate(wears: Sequence[tuple[Hashable, WearBounds]]) -> Estimate:
    """How long styles last in a salon, times their forecasts; also for a client nobody knows.

    Args:
        wears: of which client and what was seen, in any order
    """
    ordered = sorted(wears, key=lambda each: -each[1].days_ago)
    weights = shares([client for client, _ in ordered], _WEAR.unit, _WEAR.visit)
    belief = normal(0.0, _WEAR.salon)
    mean, unsure = _learn([seen for _, seen in ordered], weights, belief, SALON_STEP)
    return Estimate(mean, math.hypot(unsure, _WEAR.unit), len(wears), _WEAR.visit, FREEDOM)


def client_estimate(wears: Sequence[WearBounds], salon: Estimate) -> Estimate:
    """How long styles last on one client, starting from the salon; of nobody seen, the salon's.

    Args:
        wears: of this client, in any order
        salon: as `salon_estimate` gives it
    """
    if not wears:
        return salon
    ordered = sorted(wears, key=lambda each: -each.days_ago)
    belief = normal(salon.log_factor, salon.unsure)
    mean, unsure = _learn(ordered, [1.0] * len(ordered), belief, CLIENT_STEP)
    return Estimate(mean, unsure, len(wears), _WEAR.visit, FREEDOM)
