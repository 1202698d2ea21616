"""How good forecasts were: scored, laid beside what came, and bent to come true.

Sources:
    [1] Brier, Verification of forecasts expressed in terms of probability, Monthly Weather Review
        78 (1950) 1 (from memory).
    [2] Wilson, J. Am. Statist. Assoc. 22 (1927) 209 (from memory): an interval for a share.
    [3] Platt scaling with a prior: logistic regression of what came true on the log-odds promised.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from scipy import optimize
from scipy.special import logit, ndtri

from craft.statistics.odds import SURE, Calibration
from craft.statistics.shrinkage import LEVEL

#: Ends of the classes in which promises are held against what came.
CLASSES = (0.0, 0.2, 0.4, 0.6, 0.8, 1.0)
#: The odds as they stand are believed like so many promises. Own value.
ODDS_PRIOR = 4.0
#: A promise counts half after so long: what is learned of drying meanwhile makes old ones stale.
#: Own value.
ODDS_HALF_LIFE_DAYS = 180.0


def brier(odds: Sequence[float], came: Sequence[bool]) -> float:
    """Mean square of odds minus what came (1 or 0); 0 is perfect, 0.25 is guessing. Source: [1]."""
    return float(np.mean((np.asarray(odds) - np.asarray(came, dtype=float)) ** 2))


def log_score(odds: Sequence[float], came: Sequence[bool]) -> float:
    """Mean of minus the logarithm of the odds given to what came [nat]; 0 is perfect."""
    sure = np.clip(odds, SURE, 1 - SURE)
    return float(-np.mean(np.log(np.where(came, sure, 1 - sure))))


def share_interval(hits: int, of: int, level: float = LEVEL) -> tuple[float, float]:
    """Between which a share lies, seen so often.

    Args:
        hits: how often it came, 0 to `of`
        of: how often it could have, > 0
        level: probability that the interval holds it
    Source: [2].
    """
    z = float(ndtri((1 + level) / 2))
    share, spread = hits / of, z * z / of
    middle = (share + spread / 2) / (1 + spread)
    half = z * math.sqrt(share * (1 - share) / of + spread / (4 * of)) / (1 + spread)
    return max(0.0, middle - half), min(1.0, middle + half)


@dataclass(frozen=True)
class Reliability:
    """Promises of about the same odds, and how many came true.

    Args:
        low, high: the class
        promised: mean odds
        came: share that came true
        came_low, came_high: between which that share lies
        count: promises in it
    """

    low: float
    high: float
    promised: float
    came: float
    came_low: float
    came_high: float
    count: int


def reliability(odds: Sequence[float], came: Sequence[bool]) -> list[Reliability]:
    """Promises by class of their odds; classes without any are left out."""
    rows = []
    for low, high in pairwise(CLASSES):
        inside = [
            (each, hit)
            for each, hit in zip(odds, came, strict=True)
            if low <= each < high or each == high == 1.0
        ]
        if inside:
            hits = sum(hit for _, hit in inside)
            promised = sum(each for each, _ in inside) / len(inside)
            bounds = share_interval(hits, len(inside))
            rows.append(Reliability(low, high, promised, hits / len(inside), *bounds, len(inside)))
    return rows


def calibrate(
    odds: Sequence[float], came: Sequence[bool], days_ago: Sequence[float] | None = None
) -> Calibration:
    """How odds have to be bent to come true, drawn to leaving them as they are.

    Args:
        odds: as the forecast had them
        came: what came
        days_ago: how old each is [d]: after `ODDS_HALF_LIFE_DAYS` one counts half
    Source: [3]; shift and slope are believed to be 0 and 1 with a spread that few promises
        cannot overcome.
    """
    if not odds:
        return Calibration(0.0, 1.0, 0)
    x = logit(np.clip(odds, SURE, 1 - SURE))
    y = np.asarray(came, dtype=float)
    age = np.zeros(len(x)) if days_ago is None else np.asarray(days_ago, dtype=float)
    weight = 0.5 ** (age / ODDS_HALF_LIFE_DAYS)

    def loss(pair: np.ndarray) -> float:
        z = pair[0] + pair[1] * x
        fit = float(np.sum(weight * (np.logaddexp(0, z) - y * z)))
        return fit + ODDS_PRIOR / 2 * (float(pair[0]) ** 2 + (float(pair[1]) - 1) ** 2)

    best = optimize.minimize(loss, np.array([0.0, 1.0]), method="BFGS").x
    return Calibration(float(best[0]), max(0.0, float(best[1])), len(odds))
