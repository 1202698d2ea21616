"""Planned beside actual."""

from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.vocabulary import Dryness, Verdict

#: Grams within this share of the plan count as planned: what a hand can do. Own value.
GRAMS_TOLERANCE = 0.10
#: Differences smaller than this are not shown: people note whole minutes [min]. Own value.
CLOCK_MIN = 1.0


def ratio(planned: float, actual: float) -> float | None:
    """Actual over planned, None where nothing was planned.

    Args:
        planned: minutes or grams, >= 0
        actual: the same, >= 0
    """
    return actual / planned if planned > 0 else None


def minutes_verdict(low: float, high: float, actual: float) -> Verdict:
    """Whether minutes fell within the range that was promised.

    Args:
        low, high: range of the plan, nine times in ten [min]
        actual: what it took [min]
    """
    if actual < low - CLOCK_MIN:
        return Verdict.LESS
    return Verdict.MORE if actual > high + CLOCK_MIN else Verdict.AS_PLANNED


def grams_verdict(planned: float, actual: float) -> Verdict:
    """Whether a dose was what a hand can make of the plan.

    Args:
        planned: dose of the plan [g]
        actual: what was weighed or counted [g]
    """
    if actual < planned * (1 - GRAMS_TOLERANCE):
        return Verdict.LESS
    return Verdict.MORE if actual > planned * (1 + GRAMS_TOLERANCE) else Verdict.AS_PLANNED


def forecast_definition_score(definition: float) -> float:
    """Definition forecast for day one [0 to 1] as a score [1 to 5].

    Args:
        definition: 0 to 1
    Returns:
        1 to 5
    """
    return SCORE_MIN + (SCORE_MAX - SCORE_MIN) * definition


#: A typed value so many times off the plan is asked about, not refused. Own values.
DOUBTFUL_TIMES = 3.0
#: Differences below these are never asked about [min], [g]. Own values.
DOUBTFUL_MIN, DOUBTFUL_G = 20.0, 15.0
#: Counted units and grams may differ so many times, and by so much [g]. Own values.
COUNTED_TIMES, COUNTED_G = 2.0, 5.0
#: A style shorter than this share of its forecast is asked about. Own value.
SHORT_SHARE = 0.5
#: Dry is asked about below this share of water gone at best, wet above that at worst. Own values.
DRY_FROM_SHARE, WET_UNTIL_SHARE = 0.5, 0.999
#: A visit that began so long before its plan was made is asked about [h]. Own value.
BEFORE_PLAN_H = 24.0
#: A finished style may be measured so much longer than the hair: a tape is no ruler. Own values.
LENGTH_SHARE, LENGTH_MORE_CM = 1.05, 1.0


def doubtful_minutes(high: float, actual: float) -> bool:
    """Whether minutes are so many that a finger may have slipped.

    Args:
        high: upper end of the range of the plan [min]
        actual: what was typed [min]
    """
    return actual > DOUBTFUL_TIMES * high and actual > high + DOUBTFUL_MIN


def doubtful_grams(planned: float, actual: float) -> bool:
    """Whether a dose is so large that a finger may have slipped.

    Args:
        planned: dose of the plan [g]
        actual: what was typed [g]
    """
    return actual > DOUBTFUL_TIMES * planned and actual > planned + DOUBTFUL_G


def doubtful_units(units: float, unit_g: float, grams: float) -> bool:
    """Whether what was counted and what was weighed cannot both be right.

    Args:
        units: counted by hand
        unit_g: what one weighs [g]
        grams: weighed or typed [g]
    """
    counted = units * unit_g
    more, less = max(counted, grams), min(counted, grams)
    return more > COUNTED_TIMES * less and more - less > COUNTED_G


def doubtful_length(low: float, actual: float) -> bool:
    """Whether a finished style was measured so short that a figure may be missing.

    Args:
        low: lower end of the forecast [cm]
        actual: what was typed [cm]
    """
    return actual < SHORT_SHARE * low


def doubtful_dryness(least: float, most: float, dryness: Dryness) -> bool:
    """Whether what was felt lies so far off the forecast that another key may have been meant.

    Args:
        least, most: share of water gone at the hour of opening, nine times in ten between them
        dryness: what was felt
    """
    if dryness is Dryness.DRY:
        return most < DRY_FROM_SHARE
    return dryness is Dryness.WET and least >= WET_UNTIL_SHARE


def longest_length(hair_cm: float) -> float:
    """The longest a finished style can be measured [cm].

    Args:
        hair_cm: stretched length of the longest hair [cm]
    """
    return LENGTH_SHARE * hair_cm + LENGTH_MORE_CM
