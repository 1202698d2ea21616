"""What one pump, squirt or puddle of a bottle weighs, and whether it still does.

Weighing several units together tells as much of the mean as weighing them one by one, and less of
the spread: a reading of u units is taken as the sum of u independent ones.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from scipy.special import stdtr, stdtrit

from craft.errors import CraftError
from craft.messages import say
from craft.ranges import UNIT_G_LEAST, UNIT_G_MOST

#: A calibration needs so many readings for a spread.
LEAST_READINGS = 3
#: A pump has drifted when later doses differ by more than this share, beyond chance. Own values.
DRIFT_FROM, DRIFT_P = 0.08, 0.05
#: Intervals hold so much.
CONFIDENCE = 0.95


@dataclass(frozen=True)
class Reading:
    """One weighing.

    Args:
        units: how many units were dosed, > 0
        grams: what they weighed together [g], > 0
    """

    units: float
    grams: float


@dataclass(frozen=True)
class Calibration:
    """Grams of one unit.

    Args:
        unit_g: mean [g]
        spread_g: standard deviation of a single unit [g]; None from one reading
        low_g, high_g: the mean lies between these, 95 in 100 times [g]; None from one reading
        readings: how many weighings
    """

    unit_g: float
    spread_g: float | None
    low_g: float | None
    high_g: float | None
    readings: int


def calibrate(readings: Sequence[Reading]) -> Calibration:
    """Mean and spread of one unit from weighings of one or several.

    The mean is all grams over all units; the spread follows from how the readings scatter around
    it, each taken as the sum of its units. The interval is Student's t.

    Args:
        readings: at least one
    Raises:
        CraftError: nothing was weighed, or one unit comes out as what no hand can dose
    Source: least squares with variance proportional to the number of units; any textbook.
    """
    if not readings:
        raise CraftError(
            "readings", say("Weigh at least one unit; three or more show how much they vary.")
        )
    units = sum(reading.units for reading in readings)
    mean = sum(reading.grams for reading in readings) / units
    if not UNIT_G_LEAST <= mean <= UNIT_G_MOST:
        raise CraftError(
            "readings",
            say(
                "One unit comes to {mean:.3g g}; a hand doses {unit_g_least:g [g]} to "
                "{unit_g_most:g g}. Check the units and the grams.",
                mean=mean,
                unit_g_least=UNIT_G_LEAST,
                unit_g_most=UNIT_G_MOST,
            ),
        )
    free = len(readings) - 1
    if free < 1:
        return Calibration(mean, None, None, None, 1)
    squares = sum(
        (reading.grams - reading.units * mean) ** 2 / reading.units for reading in readings
    )
    spread = math.sqrt(squares / free)
    wide = float(stdtrit(free, (1 + CONFIDENCE) / 2)) * spread / math.sqrt(units)
    return Calibration(mean, spread, mean - wide, mean + wide, len(readings))


@dataclass(frozen=True)
class Drift:
    """How a pump has changed since it was calibrated.

    Args:
        now_g: grams of one unit as it is dosed now
        change: of the calibrated grams, as a share; 0.1 is a tenth more
        p_value: probability of such a difference by chance
        drifted: whether to calibrate again
    """

    now_g: float
    change: float
    p_value: float
    drifted: bool


def drift(before: Sequence[Reading], since: Sequence[Reading]) -> Drift | None:
    """Whether later weighings differ from the calibration, beyond chance and beyond what matters.

    Args:
        before: readings of the calibration
        since: weighings at the chair afterwards
    Returns:
        None while there are too few to tell
    Source: Welch's t-test on grams of one unit; any textbook.
    """
    if min(len(before), len(since)) < LEAST_READINGS:
        return None
    old, new = calibrate(before), calibrate(since)
    old_var = (old.spread_g or 0.0) ** 2 / sum(reading.units for reading in before)
    new_var = (new.spread_g or 0.0) ** 2 / sum(reading.units for reading in since)
    change = new.unit_g / old.unit_g - 1
    both = old_var + new_var
    if both == 0:
        p_value = 0.0 if change else 1.0
    else:
        free = both**2 / (old_var**2 / (len(before) - 1) + new_var**2 / (len(since) - 1))
        t = (new.unit_g - old.unit_g) / math.sqrt(both)
        p_value = 2 * float(stdtr(free, -abs(t)))
    drifted = abs(change) > DRIFT_FROM and p_value < DRIFT_P
    return Drift(new.unit_g, change, p_value, drifted)
