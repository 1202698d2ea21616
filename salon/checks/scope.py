"""The strand scope against what was rendered: fields that were never used for tuning."""

import numpy as np

from craft.scope import read_field
from craft.scope.counting import MARGIN_UM
from salon.devices.scope.simulated import SIDE_PX, UM_PER_PX, render


def counted_truth(roots: list[tuple[float, float]]) -> int:
    """Hairs that were rendered inside the counted frame."""
    low, high = MARGIN_UM / UM_PER_PX, SIDE_PX - MARGIN_UM / UM_PER_PX
    return sum(low <= x <= high and low <= y <= high for x, y in roots)


def field_errors(fields: int) -> tuple[list[float], list[float]]:
    """Relative errors of count and strand width in so many rendered fields."""
    chance = np.random.default_rng(20260618)
    counts, widths = [], []
    for seed in range(fields):
        per_cm2, diameter = chance.uniform(90, 300), chance.uniform(45, 95)
        picture = render(500_000 + seed, per_cm2, diameter)
        result = read_field(picture.grey, UM_PER_PX)
        truth = counted_truth(picture.roots)
        counts.append(abs(len(result.roots) - truth) / truth)
        widths.append(abs(result.diameter_um / picture.diameter_um - 1))
    return counts, widths
