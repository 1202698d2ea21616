"""Ranges shared by the learner, the contract and the forms: typed, learned and restored alike.

Everything learned from visits passes through here before a plan uses it, so that no history can
make a request that the core refuses. Own values.
"""

#: A learned factor on a value of the salon's standard lies between these. More is a slip of a
#: finger or another service.
FACTOR_LEAST, FACTOR_MOST = 0.4, 2.5
#: How unsure a learned drying time can be, of its logarithm.
SPREAD_LEAST, SPREAD_MOST = 0.05, 1.0
#: How unsure another learned factor can be, of its logarithm.
UNSURE_MOST = 2.0
#: How far odds are corrected: the shift of the log-odds, and their slope.
SHIFT_MOST, SLOPE_MOST = 6.0, 6.0
#: One set moves the drying factor of a salon, and of one client, by at most this share.
SALON_STEP, CLIENT_STEP = 0.05, 0.20
#: An outcome further from its forecast than this many spreads is asked about, and teaches nothing
#: until somebody confirms it.
DOUBTED_SPREADS = 4.0
#: A style is remembered as scores from 1 to 5.
SCORE_MIN, SCORE_MAX = 1, 5
#: What one pump, squirt, spoon or puddle can weigh [g].
UNIT_G_LEAST, UNIT_G_MOST = 0.01, 200.0


def clamp(value: float, least: float, most: float) -> float:
    """A value, or the nearer end of its range."""
    return min(most, max(least, value))


def factor_in_range(factor: float) -> float:
    """A learned factor as a plan may use it."""
    return clamp(factor, FACTOR_LEAST, FACTOR_MOST)
