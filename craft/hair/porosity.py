"""Porosity from several weak tests.

Each test sorts a head into one of a few outcomes, and each outcome is more or less likely on hair
of low, medium and high porosity. All likelihoods and bounds are own values: no table of them is
published, and single tests are known to be weak, the float test most of all.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from craft.errors import CraftError
from craft.messages import figure, join, measured, say
from craft.vocabulary import Level, PorosityTest

Floats = NDArray[np.float64]

LEVELS = tuple(Level)
#: Before any test all three are as likely.
FLAT_PRIOR: Floats = np.full(len(LEVELS), 1 / len(LEVELS))

#: Older tests no longer count: the hair they were made on has grown out or was treated. Own value.
EVIDENCE_DAYS = 365

Value = float | str


@dataclass(frozen=True)
class Table:
    """How a test speaks.

    Args:
        outcomes: names, in the order of the columns
        likelihood: rows low, medium, high; columns outcomes; each row sums to 1
        bounds: upper ends of all outcomes but the last, for a test read as a number
        range: numbers that can be read off the test
        unit: of that number
        how: what is done
        weak: known to tell little, and said so wherever it is shown
    """

    outcomes: tuple[str, ...]
    likelihood: tuple[tuple[float, ...], ...]
    bounds: tuple[float, ...] = ()
    range: tuple[float, float] = (0.0, 0.0)
    unit: str = ""
    how: str = ""
    weak: bool = False


TABLES: Mapping[PorosityTest, Table] = {
    PorosityTest.BEAD_S: Table(
        outcomes=("at once", "soon", "late"),
        likelihood=((0.10, 0.25, 0.65), (0.20, 0.60, 0.20), (0.65, 0.25, 0.10)),
        bounds=(10, 60),
        range=(0, 600),
        unit="s",
        how=say("Mist clean dry hair once and time until no bead is left."),
    ),
    PorosityTest.SOAK_S: Table(
        outcomes=("at once", "soon", "late"),
        likelihood=((0.05, 0.25, 0.70), (0.15, 0.70, 0.15), (0.70, 0.25, 0.05)),
        bounds=(15, 90),
        range=(0, 900),
        unit="s",
        how=say("Hold a section under a trickle and time until it is wet through."),
    ),
    PorosityTest.FLOAT: Table(
        outcomes=("sinks", "hovers", "floats"),
        likelihood=((0.26, 0.34, 0.40), (0.32, 0.36, 0.32), (0.40, 0.34, 0.26)),
        bounds=(60, 240),
        range=(0, 900),
        unit="s",
        how=say("Lay a clean shed hair on water and time until it is under."),
        weak=True,
    ),
    PorosityTest.SLIDE: Table(
        outcomes=("smooth", "rough"),
        likelihood=((0.62, 0.38), (0.52, 0.48), (0.38, 0.62)),
        how=say("Slide two fingers from end to root of a dry strand."),
        weak=True,
    ),
    PorosityTest.DRY_RATIO: Table(
        outcomes=("faster", "as forecast", "slower"),
        likelihood=((0.15, 0.35, 0.50), (0.22, 0.56, 0.22), (0.50, 0.35, 0.15)),
        bounds=(0.8, 1.25),
        range=(0.05, 20),
        unit=say("times the forecast"),
        how=say("Compare the drying time of a visit with its forecast."),
    ),
    PorosityTest.WORD: Table(
        outcomes=("low", "medium", "high"),
        likelihood=((0.60, 0.30, 0.10), (0.20, 0.60, 0.20), (0.10, 0.30, 0.60)),
        how=say("The specialist's own judgement."),
    ),
}


def outcome(test: PorosityTest, value: Value) -> int:
    """Column of a reading in the table of its test.

    Args:
        test: the test
        value: a number where the test is timed, else one of its outcomes
    Raises:
        CraftError: the reading cannot come from this test
    """
    table = TABLES[test]
    if isinstance(value, str) and value in table.outcomes:
        return table.outcomes.index(value)
    low, high = table.range
    if not isinstance(value, str) and table.bounds and low <= value <= high:
        return int(np.searchsorted(table.bounds, value))
    words = say("Use one of: {outcomes}", outcomes=join(", ", table.outcomes))
    numbers = (
        say(
            ", or a number from {low} to {high}",
            low=figure(low, table.unit),
            high=measured(high, table.unit),
        )
        if table.bounds
        else ""
    )
    raise CraftError("value", words + numbers + ".")


def likelihood(test: PorosityTest, value: Value) -> Floats:
    """How likely a reading is on hair of low, medium and high porosity."""
    column = outcome(test, value)
    return np.array([row[column] for row in TABLES[test].likelihood])


def posterior(readings: Iterable[tuple[PorosityTest, Value]], prior: Floats = FLAT_PRIOR) -> Floats:
    """Probabilities of low, medium and high porosity after some tests, in any order.

    Args:
        readings: test and value of each
        prior: probabilities before them
    Source: Bayes; the tests are taken as independent, an own assumption.
    """
    weights = prior.astype(float)
    for test, value in readings:
        weights = weights * likelihood(test, value)
    return np.asarray(weights / weights.sum())


def class_of(probabilities: Floats) -> Level:
    """The likeliest class; medium where it ties, which errs least."""
    best = float(probabilities.max())
    if np.isclose(probabilities[LEVELS.index(Level.MEDIUM)], best):
        return Level.MEDIUM
    return LEVELS[int(probabilities.argmax())]


def disagreeing(
    readings: Sequence[tuple[PorosityTest, Value]], settled: Level
) -> list[PorosityTest]:
    """Tests that on their own speak for another class than all of them together."""
    place = LEVELS.index(settled)
    return [
        test
        for test, value in readings
        if likelihood(test, value)[place] < likelihood(test, value).max()
    ]


def says(test: PorosityTest, value: Value) -> Level:
    """The class a single reading speaks for most."""
    return LEVELS[int(likelihood(test, value).argmax())]


def entropy(probabilities: Floats) -> float:
    """Shannon entropy [bit]."""
    kept = probabilities[probabilities > 0]
    return float(-(kept * np.log2(kept)).sum())


def information_gain(test: PorosityTest, belief: Floats) -> float:
    """Expected information of a test not yet made [bit].

    Args:
        test: the test
        belief: probabilities of low, medium and high before it
    Source: Shannon; the mutual information of class and outcome.
    """
    joint = belief[:, None] * np.array(TABLES[test].likelihood)
    chance = joint.sum(axis=0)
    after = sum(float(chance[i]) * entropy(joint[:, i] / chance[i]) for i in range(len(chance)))
    return entropy(belief) - after
