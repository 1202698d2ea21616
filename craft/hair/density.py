"""One density from several ways of knowing it.

Counting hairs in small fields, gathering all of the hair and measuring its girth, and judging by
eye each tell the density with their own uncertainty. They are put together on a logarithmic scale,
each weighed by how sure it is. Spreads are own values; the count's own share is Poisson's.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from craft.head import geometry
from craft.physics import fibre
from craft.vocabulary import Way

#: Standard deviation of the logarithm: spots of one head against its mean, the packing of a
#: gathered bundle and reading its girth, and a class judged by eye. Own values.
SPOT_SPREAD = 0.12
GATHERED_SPREAD = 0.25
BY_EYE_SPREAD = 0.30
#: Field in which hairs are usually counted [cm²]. Own value.
USUAL_FIELD_CM2 = 0.2
#: Eight times in ten the density lies within; ways further apart than this disagree.
BAND_Z, DISAGREE_Z = 1.2816, 1.645


@dataclass(frozen=True)
class Reading:
    """A density with its uncertainty.

    Args:
        way: how it was found
        per_cm2: density [hairs/cm²], > 0
        spread: standard deviation of its logarithm, > 0
    """

    way: Way
    per_cm2: float
    spread: float

    @property
    def band(self) -> tuple[float, float]:
        """Between which the density lies eight times in ten [hairs/cm²]."""
        wide = math.exp(BAND_Z * self.spread)
        return self.per_cm2 / wide, self.per_cm2 * wide


@dataclass(frozen=True)
class Settled:
    """Several readings put together.

    Args:
        per_cm2, low, high: density and the bounds it lies between eight times in ten [hairs/cm²]
        disagree: ways that all the others together speak against
    """

    per_cm2: float
    low: float
    high: float
    disagree: tuple[Way, ...]


def counted_spread(hairs: int, spots: int) -> float:
    """Uncertainty of a count as the standard deviation of its logarithm.

    Args:
        hairs: hairs counted in all fields, >= 0
        spots: how many fields, >= 1
    Source: Poisson, 1/√n; to which comes that few spots may not stand for the head (own value).
    """
    return math.sqrt(1 / max(hairs, 1) + SPOT_SPREAD**2 / spots)


def settle(readings: Sequence[Reading]) -> Settled:
    """Put readings of one density together.

    Args:
        readings: at least one
    Source: inverse-variance weighting of independent estimates.
    """
    mean, spread = weighted_mean(readings)
    band = Reading(Way.COUNTED, math.exp(mean), spread).band
    disagree = tuple(reading.way for reading in readings if against(reading, readings))
    return Settled(math.exp(mean), *band, disagree)


def weighted_mean(readings: Sequence[Reading]) -> tuple[float, float]:
    """Weighted mean of the logarithms, and its standard deviation."""
    weights = [reading.spread**-2 for reading in readings]
    mean = sum(
        weight * math.log(reading.per_cm2)
        for weight, reading in zip(weights, readings, strict=True)
    ) / sum(weights)
    return mean, sum(weights) ** -0.5


def against(reading: Reading, readings: Sequence[Reading]) -> bool:
    """Whether the others together speak against a reading."""
    others = [other for other in readings if other is not reading]
    if not others:
        return False
    mean, spread = weighted_mean(others)
    return abs(math.log(reading.per_cm2) - mean) > DISAGREE_Z * math.hypot(spread, reading.spread)


def as_count(per_cm2: float) -> tuple[int, float]:
    """The count that a density stands for when only the density was noted.

    As many hairs as a usual field holds, on just as much scalp as makes the density what was noted:
    the density stays exact, and so does its uncertainty.

    Args:
        per_cm2: noted density [hairs/cm²], > 0
    Returns:
        hairs, and the area they were counted on [cm²]
    Source: own value for the usual field.
    """
    hairs = max(1, round(per_cm2 * USUAL_FIELD_CM2))
    return hairs, hairs / per_cm2


def from_bundle(circumference_cm: float, diameter_um: float, head_circumference_cm: float) -> float:
    """Hairs per cm² from the girth of the gathered, wet, smoothed hair.

    Args:
        circumference_cm: girth of the bundle [cm], > 0
        diameter_um: mean strand diameter [µm], > 0
        head_circumference_cm: head circumference [cm], > 0
    Returns:
        density [hairs/cm²]
    Source: geometry with a assumed packing of one half.
    """
    hairs = fibre.hairs_by_circumference(circumference_cm, diameter_um)
    return hairs / geometry.scalp_area(head_circumference_cm)
