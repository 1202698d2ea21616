"""Curl geometry: how long hair hangs when it is not pulled straight."""

import math
from dataclasses import dataclass

from craft.vocabulary import Pattern

#: Stretched over relaxed length when only the pattern is known. House values.
TYPICAL_CURL_INDEX = {
    Pattern.W2A: 1.10,
    Pattern.W2B: 1.15,
    Pattern.W2C: 1.25,
    Pattern.C3A: 1.35,
    Pattern.C3B: 1.55,
    Pattern.C3C: 1.80,
    Pattern.K4A: 2.10,
    Pattern.K4B: 2.50,
    Pattern.K4C: 3.00,
}

#: Where hair that hangs from the side of the top reaches, at the latest [cm]. House values.
LANDMARKS = (
    (8.0, "above the ear"),
    (13.0, "ear"),
    (18.0, "jaw"),
    (24.0, "chin"),
    (32.0, "shoulder"),
    (44.0, "armpit"),
    (60.0, "mid-back"),
)
BEYOND_LANDMARKS = "waist or longer"


@dataclass(frozen=True)
class Helix:
    """A strand wound to a helix."""

    turns: float
    hanging_cm: float
    shrinkage: float


def curl_index(stretched_cm: float, relaxed_cm: float) -> float:
    """Stretched over relaxed length, 1 for straight hair. Source: definition."""
    return stretched_cm / relaxed_cm


def shrinkage(index: float) -> float:
    """Share of the stretched length that the curl takes up, 0 to 1. Source: definition."""
    return 1 - 1 / index


def helix(stretched_cm: float, diameter_cm: float, pitch_cm: float) -> Helix:
    """Hanging length of a strand that lies as a helix.

    Args:
        stretched_cm: length of the strand [cm], > 0
        diameter_cm: diameter of the curl [cm], > 0
        pitch_cm: rise of one turn [cm], > 0
    Returns:
        number of turns, hanging length [cm] and shrinkage
    Source: geometry of the helix.
    """
    per_turn = math.hypot(math.pi * diameter_cm, pitch_cm)
    turns = stretched_cm / per_turn
    return Helix(turns, turns * pitch_cm, 1 - pitch_cm / per_turn)


def finished_length(stretched_cm: float, index: float, stretch: float) -> float:
    """Length at which a style sits on day one.

    Args:
        stretched_cm: stretched length [cm], > 0
        index: curl index of the natural curl, >= 1
        stretch: share of the shrinkage that the technique takes out, 0 (none) to 1 (straight)
    Returns:
        length [cm]
    Source: house model, linear between natural and straight.
    """
    return stretched_cm * (1 / index + (1 - 1 / index) * stretch)


def curl_retention(stretched_cm: float, at_release_cm: float, later_cm: float) -> float:
    """Curl retention, the usual humidity-test measure of cosmetic science.

    Args:
        stretched_cm: stretched length L [cm]
        at_release_cm: length at release L0 [cm], < L
        later_cm: length later Lt [cm]
    Returns:
        retention [%]
    Source: (L - Lt)/(L - L0), common in cosmetic science, from memory.
    """
    return 100 * (stretched_cm - later_cm) / (stretched_cm - at_release_cm)


def landmark(length_cm: float) -> str:
    """Where hair of this hanging length reaches. House values."""
    return next((name for limit, name in LANDMARKS if length_cm < limit), BEYOND_LANDMARKS)
