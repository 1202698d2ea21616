"""Minutes of the hands. Own values unless a docstring says otherwise."""

import math

#: Length the standard minutes belong to [cm].
REFERENCE_LENGTH_CM = 25.0
#: Dry hair the standard minutes of washing belong to [g].
REFERENCE_HAIR_G = 120.0

#: Shares of a section's time that are fixed, go with length, and go with the hair in it.
FIXED_SHARE, LENGTH_SHARE, HAIR_SHARE = 0.35, 0.40, 0.25

#: Detangling [min/g] of hair detangled yesterday, and how it grows [1/day], up to so many days.
DETANGLE_MIN_PER_G = 0.075
DETANGLE_GROWTH_PER_DAY = 0.05
DETANGLE_GROWTH_DAYS = 28.0
#: By family of the pattern: wavy, curly, coily.
DETANGLE_PATTERN_FACTOR = {2: 0.7, 3: 1.0, 4: 1.3}

#: Standard deviation of the logarithm of a step's minutes.
STEADY_SPREAD, DETANGLE_SPREAD = 0.12, 0.30
#: Nine in ten fall between.
BAND_Z = 1.645


def section_minutes(base: float, length_cm: float, hairs: float, usual_hairs: float) -> float:
    """Minutes to shape one section.

    Args:
        base: standard minutes of a usual section of 25 cm [min]
        length_cm: length of this one [cm]
        hairs: hairs in it
        usual_hairs: hairs in a usual section of the technique
    """
    return base * (
        FIXED_SHARE
        + LENGTH_SHARE * length_cm / REFERENCE_LENGTH_CM
        + HAIR_SHARE * hairs / usual_hairs
    )


def length_factor(length_cm: float) -> float:
    """Minutes of a piece that is opened along its length, against one of 25 cm. Own value."""
    return FIXED_SHARE + (1 - FIXED_SHARE) * length_cm / REFERENCE_LENGTH_CM


def bulk_minutes(fixed: float, per_reference: float, hair_g: float) -> float:
    """Minutes of work on the whole head at once.

    Args:
        fixed: minutes whatever the hair [min]
        per_reference: minutes that grow with the hair, for 120 g [min]
        hair_g: dry hair [g]
    """
    return fixed + per_reference * hair_g / REFERENCE_HAIR_G


def detangle_minutes(hair_g: float, days: float, pattern_family: int) -> float:
    """Minutes of detangling, the least predictable step.

    Args:
        hair_g: dry hair [g]
        days: days since the last time
        pattern_family: 2 wavy, 3 curly, 4 coily
    """
    growth = 1 + DETANGLE_GROWTH_PER_DAY * min(days, DETANGLE_GROWTH_DAYS)
    return DETANGLE_MIN_PER_G * hair_g * growth * DETANGLE_PATTERN_FACTOR[pattern_family]


def minutes_range(minutes: float, spread: float) -> tuple[float, float]:
    """Between which a step falls nine times in ten.

    Args:
        minutes: forecast [min]
        spread: standard deviation of its logarithm
    """
    return minutes * math.exp(-BAND_Z * spread), minutes * math.exp(BAND_Z * spread)
