"""What was measured on a head over time."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from craft.hair import porosity, strength
from craft.vocabulary import PorosityTest

Reading = tuple[float, PorosityTest, porosity.Value]


@dataclass(frozen=True)
class Point:
    """A value on a day.

    Args:
        day: of the axis
        value, low, high: with the bounds it lies between, where they are known
    """

    day: float
    value: float
    low: float | None = None
    high: float | None = None


def porosity_over_time(readings: Iterable[Reading]) -> list[tuple[float, tuple[float, ...]]]:
    """Probabilities of low, medium and high porosity after each day of tests.

    Args:
        readings: (day, test, value); of a test made twice, the newer counts
    Source: as `craft.hair.porosity`.
    """
    kept = sorted(readings, key=lambda reading: reading[0])
    days = sorted({day for day, _, _ in kept})
    return [(day, tuple(map(float, porosity.posterior(evidence(kept, day))))) for day in days]


def mean_level(belief: Sequence[float]) -> float:
    """Where between low (0) and high (100) a belief lies, each class weighed by its probability."""
    _, medium, high = belief
    return 100 * high + 50 * medium


def evidence(readings: Sequence[Reading], day: float) -> list[tuple[PorosityTest, porosity.Value]]:
    """The newest reading of each test on a day, old ones left out."""
    newest = {
        test: value
        for then, test, value in readings
        if then <= day and day - then <= porosity.EVIDENCE_DAYS
    }
    return list(newest.items())


def pair_by_date(
    first: Iterable[tuple[float, float]], second: Iterable[tuple[float, float]], within: float
) -> list[tuple[float, float, float]]:
    """Values of two series taken close together.

    Args:
        first, second: (day, value)
        within: days that may lie between the two
    Returns:
        (day, first, second)
    """
    others = list(second)
    pairs = []
    for day, value in first:
        near = min(others, key=lambda other: abs(other[0] - day), default=None)
        if near is not None and abs(near[0] - day) <= within:
            pairs.append((day, value, near[1]))
    return pairs


def breakage(
    shed: Iterable[tuple[float, float]], broken: Iterable[tuple[float, float]]
) -> list[Point]:
    """Share of broken among what came out, with its interval."""
    points = []
    for day, broke, fell in pair_by_date(broken, shed, within=0.5):
        share, low, high = strength.fallen(round(fell), round(broke), 1).broken_share
        points.append(Point(day, share, low, high))
    return points
