"""How good forecasts were: scored, laid beside what came, and bent to come true.

Sources:
    [1] Brier, Verification of forecasts expressed in terms of probability, Monthly Weather Review
        78 (1950) 1 (from memory).
    [2] Wilson, J. Am. Statist. Assoc. 22 (1927) 209 (from memory): an interval for a share.
    [3] Platt scaling with a prior: logistic regression of what came true on the log-odds promised.
    [4] A level of its own for each client, drawn to none: Breslow & Clayton, J. Am. Statist. Assoc.
        88 (1993) 9 (from memory).
    [5] Variance of a share in clusters, as the survey statistician has it: Kish, Survey Sampling
        (1965), 6.3 (from memory).
"""

import math
from collections import Counter, defaultdict
from collections.abc import Hashable, Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray
from scipy import optimize
from scipy.special import expit, logit, ndtri

from craft.statistics.odds import SURE, Calibration
from craft.statistics.shrinkage import LEVEL

Floats = NDArray[np.float64]

#: Ends of the classes in which promises are held against what came.
CLASSES = (0.0, 0.2, 0.4, 0.6, 0.8, 1.0)
#: The odds as they stand are believed like so many promises. Own value.
ODDS_PRIOR = 4.0
#: A promise counts half after so long: what is learned of drying meanwhile makes old ones stale.
#: Own value.
ODDS_HALF_LIFE_DAYS = 180.0
#: How far clients lie from each other [standard deviation of the log-odds]. Own value.
CLIENT_SPREAD = 0.8
#: Promises of one client are taken to agree by so much, and so strongly: as of so many clients.
#: Own values.
ALIKE, ALIKE_CLIENTS = 0.15, 8.0


def brier(odds: Sequence[float], came: Sequence[bool]) -> float:
    """Mean square of odds minus what came (1 or 0); 0 is perfect, 0.25 is guessing. Source: [1]."""
    return float(np.mean((np.asarray(odds) - np.asarray(came, dtype=float)) ** 2))


def log_score(odds: Sequence[float], came: Sequence[bool]) -> float:
    """Mean of minus the logarithm of the odds given to what came [nat]; 0 is perfect."""
    sure = np.clip(odds, SURE, 1 - SURE)
    return float(-np.mean(np.log(np.where(came, sure, 1 - sure))))


def share_interval(hits: float, of: float, level: float = LEVEL) -> tuple[float, float]:
    """Between which a share lies, seen so often.

    Args:
        hits: how often it came, 0 to `of`
        of: how often it could have, > 0; less than was counted where not all say something new
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


def agreement(came: Sequence[bool], clients: Sequence[Hashable]) -> float:
    """So many promises of clients say as much as one of a client of its own [>= 1].

    Where clients are few, what is usual of them stands in for what was seen.

    Args:
        came: what came
        clients: of which each is
    Source: [5].
    """
    share = (sum(came) + 0.5) / (len(came) + 1)
    off: dict[Hashable, float] = defaultdict(float)
    count: Counter[Hashable] = Counter(clients)
    for client, hit in zip(clients, came, strict=True):
        off[client] += hit - share
    promises, known = len(came), len(count)
    usual = 1 + ALIKE * (sum(each**2 for each in count.values()) / promises - 1)
    seen = sum(each**2 for each in off.values()) / (promises * share * (1 - share))
    seen *= known / max(1, known - 1)
    return max(1.0, (ALIKE_CLIENTS * usual + known * seen) / (ALIKE_CLIENTS + known))


def reliability(
    odds: Sequence[float], came: Sequence[bool], clients: Sequence[Hashable] | None = None
) -> list[Reliability]:
    """Promises by class of their odds; classes without any are left out.

    Args:
        odds: as promised
        came: what came
        clients: of which each is; None: each of another
    """
    whose = list(range(len(odds))) if clients is None else clients
    rows = []
    for low, high in pairwise(CLASSES):
        inside = [
            (each, hit, client)
            for each, hit, client in zip(odds, came, whose, strict=True)
            if low <= each < high or each == high == 1.0
        ]
        if inside:
            hits = [hit for _, hit, _ in inside]
            promised = sum(each for each, _, _ in inside) / len(inside)
            alike = agreement(hits, [client for _, _, client in inside])
            bounds = share_interval(sum(hits) / alike, len(inside) / alike)
            share = sum(hits) / len(inside)
            rows.append(Reliability(low, high, promised, share, *bounds, len(inside)))
    return rows


def calibrate(
    odds: Sequence[float],
    came: Sequence[bool],
    days_ago: Sequence[float] | None = None,
    clients: Sequence[Hashable] | None = None,
) -> Calibration:
    """How odds have to be bent to come true, drawn to leaving them as they are.

    Args:
        odds: as the forecast had them
        came: what came
        days_ago: how old each is [d]: after `ODDS_HALF_LIFE_DAYS` one counts half
        clients: of which each is; None: each of another. One who always dries slowly is one client
            who dries slowly, and no reason to promise less to everybody.
    Source: [3], [4]; shift and slope are believed to be 0 and 1 with a spread that few promises
        cannot overcome.
    """
    if not odds:
        return Calibration(0.0, 1.0, 0)
    x = logit(np.clip(odds, SURE, 1 - SURE))
    y = np.asarray(came, dtype=float)
    age = np.zeros(len(x)) if days_ago is None else np.asarray(days_ago, dtype=float)
    weight = 0.5 ** (age / ODDS_HALF_LIFE_DAYS)

    _, who = np.unique(
        np.arange(len(x)) if clients is None else np.array([hash(each) for each in clients]),
        return_inverse=True,
    )
    levels = 0 if clients is None else int(who.max()) + 1

    def loss(values: Floats) -> tuple[float, Floats]:
        shift, slope, own = values[0], values[1], values[2:]
        z = shift + slope * x + (own[who] if levels else 0.0)
        off = weight * (expit(z) - y)
        fit = float(np.sum(weight * (np.logaddexp(0, z) - y * z)))
        prior = ODDS_PRIOR / 2 * (shift**2 + (slope - 1) ** 2)
        prior += float(own @ own) / (2 * CLIENT_SPREAD**2)
        pull = [off.sum() + ODDS_PRIOR * shift, off @ x + ODDS_PRIOR * (slope - 1)]
        each = np.bincount(who, off, levels)[:levels] + own / CLIENT_SPREAD**2
        return fit + prior, np.concatenate([pull, each])

    start = np.concatenate([[0.0, 1.0], np.zeros(levels)])
    best = optimize.minimize(loss, start, jac=True, method="L-BFGS-B").x
    return Calibration(float(best[0]), max(0.0, float(best[1])), len(odds))
