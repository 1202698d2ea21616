"""Across clients: hair like this, and how routines came out on it.

Nobody drew lots for who got which routine, so a routine is held against others with a level for
each client between them: what a client always scores is taken out as far as its visits tell it.

Sources:
    [1] Gower, A general coefficient of similarity, Biometrics 27 (1971) 857 (from memory): the mean
        of the distances of single traits, each on its own range.
    [2] Generalised least squares with a random level for each client: Robinson, That BLUP is a good
        thing, Statistical Science 6 (1991) 15 (from memory); checked against statsmodels.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import stdtrit

from craft.messages import say
from craft.profile.complete import CompleteHair
from craft.statistics.shrinkage import LEVEL
from craft.vocabulary import Level, Pattern

#: Hair no further off than this is called like it. Own value.
LIKE = 0.25
#: Ratios at which density, diameter and length are as far apart as can be. Own values.
DENSITY_RATIO, DIAMETER_RATIO, LENGTH_RATIO = 3.0, 2.0, 4.0
#: Porosity decides about as much as two other traits: it changes wash, layers
#: and drying. Own value.
POROSITY_WEIGHT = 2.0
#: A routine is ranked from so many visits of so many clients on. Own values.
LEAST_VISITS, LEAST_CLIENTS = 5, 3
#: Clients differ from each other about as much as visits of one client do, as variances. Own value.
CLIENTS_OVER_VISITS = 1.0
WHO_CHOSE = say(
    "Clients chose their own styles, so differences may come from the hair rather than the "
    "routine. What a client always scores is taken into account as far as their visits show it."
)


def ratio_apart(first: float, second: float, most: float) -> float:
    """How far two sizes are apart [0 alike to 1 at a ratio of `most`]."""
    return min(1.0, abs(math.log(first / second)) / math.log(most))


def distance(first: CompleteHair, second: CompleteHair) -> float:
    """How far two heads of hair are apart, 0 alike to 1. Source: [1]."""
    patterns, levels = list(Pattern), list(Level)
    parts = [
        (
            abs(patterns.index(first.pattern) - patterns.index(second.pattern))
            / (len(patterns) - 1),
            1.0,
        ),
        (
            abs(levels.index(first.porosity) - levels.index(second.porosity)) / (len(levels) - 1),
            POROSITY_WEIGHT,
        ),
        (ratio_apart(first.density_per_cm2, second.density_per_cm2, DENSITY_RATIO), 1.0),
        (ratio_apart(first.diameter_um, second.diameter_um, DIAMETER_RATIO), 1.0),
        (ratio_apart(first.length_cm, second.length_cm, LENGTH_RATIO), 1.0),
    ]
    return sum(part * weight for part, weight in parts) / sum(weight for _, weight in parts)


@dataclass(frozen=True)
class CameOut:
    """How a routine came out once.

    Args:
        client: whose
        routine: what was done
        value: how it came out
    """

    client: int
    routine: str
    value: float


@dataclass(frozen=True)
class Standing:
    """How a routine comes out on hair like this.

    Args:
        routine: what was done
        visits, clients: it rests on
        mean, low, high: nine in ten times the mean lies between; None below the least number
    """

    routine: str
    visits: int
    clients: int
    mean: float | None
    low: float | None
    high: float | None


def standings(rows: Sequence[CameOut], *, less_is_better: bool) -> list[Standing]:
    """Routines by how they came out, the best first; those that rest on too little come last.

    Args:
        rows: of clients whose hair is like this
        less_is_better: of the value
    """
    counts = {name: [row for row in rows if row.routine == name] for name in routines(rows)}
    enough = {
        name
        for name, own in counts.items()
        if len(own) >= LEAST_VISITS and len({row.client for row in own}) >= LEAST_CLIENTS
    }
    means = means_of(rows)
    result = []
    for name, own in counts.items():
        mean, low, high = means[name] if name in enough and name in means else (None, None, None)
        result.append(Standing(name, len(own), len({row.client for row in own}), mean, low, high))
    ranked = [row for row in result if row.mean is not None]
    ranked.sort(key=lambda row: row.mean or 0.0, reverse=not less_is_better)
    few = [row for row in result if row.mean is None]
    return [*ranked, *sorted(few, key=lambda row: -row.visits)]


def routines(rows: Sequence[CameOut]) -> list[str]:
    """Every routine once, as it first comes."""
    return list(dict.fromkeys(row.routine for row in rows))


def means_of(rows: Sequence[CameOut]) -> Mapping[str, tuple[float, float, float]]:
    """Mean of each routine with its interval, a random level for each client. Source: [2]."""
    names, clients = routines(rows), list(dict.fromkeys(row.client for row in rows))
    freedom = len(rows) - len(names)
    if freedom <= 0:
        return {}
    place = {name: number for number, name in enumerate(names)}
    seat = {client: number for number, client in enumerate(clients)}
    routine = np.array([place[row.routine] for row in rows])
    client = np.array([seat[row.client] for row in rows])
    y = np.array([row.value for row in rows])
    # How often each client had each routine, and what it summed up to.
    had = np.zeros((len(clients), len(names)))
    np.add.at(had, (client, routine), 1.0)
    # The weights of a client's visits, 1 on the diagonal less this share everywhere: the inverse of
    # a matrix of ones beside the diagonal, in closed form.
    share = CLIENTS_OVER_VISITS / (1 + CLIENTS_OVER_VISITS * had.sum(axis=1))
    unsure = np.linalg.inv(np.diag(had.sum(axis=0)) - had.T @ (share[:, None] * had))
    sums = np.bincount(client, y)
    best = unsure @ (np.bincount(routine, y) - had.T @ (share * sums))
    left = y - best[routine]
    scale = float(left @ left - share @ np.bincount(client, left) ** 2) / freedom
    half = stdtrit(freedom, (1 + LEVEL) / 2) * np.sqrt(scale * np.diag(unsure))
    return {
        # None of what is held against each other can be less than nothing.
        name: (max(0.0, float(mean)), max(0.0, float(mean - width)), float(mean + width))
        for name, mean, width in zip(names, best, half, strict=True)
    }
