"""How fast the hair grows, from lengths measured on different days.

Source:
    [1] Loussouarn, *British Journal of Dermatology* 145 (2001) 294-297: growth of 256 ± 44 and
        396 ± 55 µm a day in two populations. From memory.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import stdtrit

#: Growth of two populations, mean and standard deviation [µm/day]. Source: [1].
PUBLISHED_UM_PER_DAY = ((256.0, 44.0), (396.0, 55.0))
DAYS_PER_MONTH = 365.25 / 12
#: From a standard deviation below the lower mean to one above the higher [cm/month]. Source: [1].
PUBLISHED_CM_PER_MONTH = (
    (PUBLISHED_UM_PER_DAY[0][0] - PUBLISHED_UM_PER_DAY[0][1]) * 1e-4 * DAYS_PER_MONTH,
    (PUBLISHED_UM_PER_DAY[1][0] + PUBLISHED_UM_PER_DAY[1][1]) * 1e-4 * DAYS_PER_MONTH,
)

#: Hair that is this much shorter than before was cut, not measured badly [cm]. Own value.
CUT_CM = 1.0
#: How well a stretched length is read off a tape, standard deviation [cm]. Own value.
READING_CM = 0.4
#: Shortest time between the first and last length that gives a rate [days]. Own value.
DAYS_LEAST = 21.0
#: Eight times in ten the growth lies within; the normal quantile of that for two lengths, whose
#: error is the tape's.
TAIL, NORMAL_Z = 0.1, 1.2816
#: A line needs two points.
TWO = 2


@dataclass(frozen=True)
class Growth:
    """Growth since the last cut.

    Args:
        cm_per_month, low, high: growth and the bounds it lies between eight times in ten
        days: between the first and the last length used
        lengths: how many were used
    """

    cm_per_month: float
    low: float
    high: float
    days: float
    lengths: int


def since_last_cut(lengths: Iterable[tuple[float, float]]) -> list[tuple[float, float]]:
    """Lengths (day, cm) from the last cut on, oldest first."""
    kept: list[tuple[float, float]] = []
    for day, cm in sorted(lengths):
        if kept and cm < kept[-1][1] - CUT_CM:
            kept = []
        kept.append((day, cm))
    return kept


def growth(lengths: Iterable[tuple[float, float]]) -> Growth | None:
    """Growth a month, None if the lengths cannot tell.

    Args:
        lengths: (day, stretched length [cm]) in any order
    Returns:
        growth with its interval
    Source: least squares; the interval by Student's t, or by how well a tape is read when that is
        wider.
    """
    kept = since_last_cut(lengths)
    if len(kept) < TWO or kept[-1][0] - kept[0][0] < DAYS_LEAST:
        return None
    slope, error = fit_line(kept)
    wide = error * (float(stdtrit(len(kept) - 2, 1 - TAIL)) if len(kept) > TWO else NORMAL_Z)
    return Growth(
        slope * DAYS_PER_MONTH,
        (slope - wide) * DAYS_PER_MONTH,
        (slope + wide) * DAYS_PER_MONTH,
        kept[-1][0] - kept[0][0],
        len(kept),
    )


def fit_line(lengths: Sequence[tuple[float, float]]) -> tuple[float, float]:
    """Slope of a straight line through (day, cm), and its standard error [cm/day]."""
    days, cms = (np.array(column) for column in zip(*lengths, strict=True))
    away = days - days.mean()
    spread = float((away**2).sum())
    slope = float((away * cms).sum()) / spread
    left = cms - cms.mean() - slope * away
    scatter = math.sqrt(float((left**2).sum()) / max(len(lengths) - 2, 1))
    return slope, max(scatter, READING_CM) / math.sqrt(spread)
