"""Planned beside actual."""

from craft.vocabulary import Verdict

#: Grams within this share of the plan count as planned: what a hand can do. House value.
GRAMS_TOLERANCE = 0.10
#: Minutes below this cannot be told apart by a clock on the wall [min]. House value.
CLOCK_MIN = 1.0
#: A style is remembered as scores from 1 to 5.
SCORE_MIN, SCORE_MAX = 1, 5


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
    """Definition forecast for day one as a score.

    Args:
        definition: 0 to 1
    Returns:
        1 to 5
    """
    return SCORE_MIN + (SCORE_MAX - SCORE_MIN) * definition


#: A typed value so many times off the plan is asked about, not refused. House values.
DOUBTFUL_TIMES = 3.0
#: Differences below these are never asked about [min], [g]. House values.
DOUBTFUL_MIN, DOUBTFUL_G = 20.0, 15.0
#: A finished style may be measured so much longer than the hair: a tape is no ruler. House values.
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


def longest_length(hair_cm: float) -> float:
    """The longest a finished style can be measured [cm].

    Args:
        hair_cm: stretched length of the longest hair [cm]
    """
    return LENGTH_SHARE * hair_cm + LENGTH_MORE_CM
