"""Salons whose truth is known: what they do is drawn from it, and learning has to find it again."""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from craft.statistics.shrinkage import Sample, Spreads

#: As wide as own values say people and heads differ.
SPREADS = Spreads(salon=0.30, unit=0.15, visit=0.12, half_life_days=1e9)


@dataclass(frozen=True)
class Salon:
    """A simulated salon.

    Args:
        truth: log-factor of every unit; under "" that of the salon
        samples: what its visits say
    """

    truth: Mapping[str, float]
    samples: Mapping[str, list[Sample]]


def simulated(seed: int, units: int = 6, most: int = 8, spreads: Spreads = SPREADS) -> Salon:
    """A salon of so many units, each with one to so many visits.

    Args:
        seed: of the drawing
        units: specialists or heads
        most: visits of one
        spreads: that truth and visits are drawn with
    """
    chance = np.random.default_rng(seed)
    own = float(chance.normal(0, spreads.salon))
    truth, samples = {"": own}, {}
    for number in range(units):
        name = f"unit {number}"
        truth[name] = own + float(chance.normal(0, spreads.unit))
        visits = int(chance.integers(1, most + 1))
        samples[name] = [
            Sample(truth[name] + float(chance.normal(0, spreads.visit))) for _ in range(visits)
        ]
    return Salon(truth, samples)
