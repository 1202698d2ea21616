"""Curl geometry: how long hair hangs when it is not pulled straight."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from craft.messages import say, word
from craft.physics.fibre import FIBRE_G_PER_CM3
from craft.vocabulary import Landmark, Pattern, ShapeKept

#: Stretched over relaxed length when only the pattern is known. Own values.
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

#: Diameter of the curl when only the pattern is known [mm]. Own values.
TYPICAL_CURL_MM = {
    Pattern.W2A: 45.0,
    Pattern.W2B: 35.0,
    Pattern.W2C: 28.0,
    Pattern.C3A: 22.0,
    Pattern.C3B: 14.0,
    Pattern.C3C: 9.0,
    Pattern.K4A: 6.0,
    Pattern.K4B: 4.5,
    Pattern.K4C: 3.0,
}

#: Shear modulus of hair [Pa]. Robbins, from memory: about 1 GPa. Gravity [m/s²].
SHEAR_MODULUS_PA, GRAVITY = 1.0e9, 9.81

#: Where hair that hangs from the side of the top reaches, at the latest [cm]. Own values.
ABOVE_THE_EAR_CM = 8.0
LANDMARKS = {
    Landmark.EAR: 13.0,
    Landmark.JAW: 18.0,
    Landmark.CHIN: 24.0,
    Landmark.SHOULDER: 32.0,
    Landmark.ARMPIT: 44.0,
    Landmark.MID_BACK: 60.0,
}
ABOVE_LANDMARKS, BEYOND_LANDMARKS = say("above the ear"), say("waist or longer")

#: A drawn strand: its length [mm], points for each turn, and how far the eye sees into its coil.
DRAWN_MM, DRAWN_POINTS, DRAWN_TILT = 110.0, 22, 0.22


@dataclass(frozen=True)
class Helix:
    """A strand wound to a helix."""

    turns: float
    hanging_cm: float
    shrinkage: float


#: A lock of loose hair is so many times the root of its curl's diameter thick [mm]: 2 mm of the
#: tightest coils, 9 mm of waves. Own value.
LOCK_OF_CURL = 1.3


def lock_mm(curl_mm: float) -> float:
    """Thickness of the locks into which loose hair clumps [mm].

    Args:
        curl_mm: diameter of the curl [mm], > 0
    Source: own model.
    """
    return LOCK_OF_CURL * math.sqrt(curl_mm)


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


def spring_length(
    stretched_cm: float, diameter_cm: float, strand_um: float, wound_pitch_cm: float
) -> float:
    """Hanging length of a curl that was set and let go: a spring under its own weight.

    Each turn rises by its wound pitch and by the weight of the hair below it over the spring rate
    G·d⁴/(8·D³); integrated from the tip, where nothing pulls, to the root.

    Args:
        stretched_cm: length of the strand [cm], > 0
        diameter_cm: diameter of the curl [cm], > 0
        strand_um: diameter of the strand [µm], > 0
        wound_pitch_cm: rise of one turn as it was wound [cm], > 0
    Returns:
        hanging length [cm], below the stretched length
    Source: rate of a helical spring, any machine-design handbook (e.g. Shigley); shear modulus and
        density of hair, Robbins. From memory.
    """
    metres, across, strand = stretched_cm / 100, diameter_cm / 100, strand_um * 1e-6
    rate = SHEAR_MODULUS_PA * strand**4 / (8 * across**3)
    weight_of_metre = FIBRE_G_PER_CM3 * 1000 * math.pi * strand**2 / 4 * GRAVITY
    round_once, wound = math.pi * across, wound_pitch_cm / 100
    # The pitch grows by the same for each metre of hair below, so the sum has a closed form.
    grows = weight_of_metre / rate
    at_root = wound + grows * metres
    rise = (math.hypot(round_once, at_root) - math.hypot(round_once, wound)) / grows
    return float(rise * 100)


def finished_length(stretched_cm: float, index: float, stretch: float) -> float:
    """Length at which a style sits on day one.

    Args:
        stretched_cm: stretched length [cm], > 0
        index: curl index of the natural curl, >= 1
        stretch: share of the shrinkage that the technique takes out, 0 (none) to 1 (straight)
    Returns:
        length [cm]
    Source: own model, linear between natural and straight.
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


def stretch_kept(natural_cm: float, at_release_cm: float, later_cm: float) -> float:
    """What is left of the stretch of a set that made the hair longer.

    Args:
        natural_cm: length it hangs by itself L_nat [cm]
        at_release_cm: length at release L0 [cm], > L_nat
        later_cm: length later Lt [cm]
    Returns:
        stretch kept [%]
    Source: (Lt - L_nat)/(L0 - L_nat), own definition after that of curl retention.
    """
    return 100 * (later_cm - natural_cm) / (at_release_cm - natural_cm)


#: A set that moves the hair by less than this has nothing to keep [cm]. Own value.
MOVED_LEAST_CM = 0.5


def kept_of(natural_cm: float, at_release_cm: float) -> ShapeKept | None:
    """Which of the two measures a set is followed by; None where it moved the hair too little.

    Args:
        natural_cm: length it hangs by itself [cm]
        at_release_cm: length at release [cm]
    """
    if abs(at_release_cm - natural_cm) < MOVED_LEAST_CM:
        return None
    return ShapeKept.CURL if at_release_cm < natural_cm else ShapeKept.STRETCH


def shape_kept(
    stretched_cm: float, natural_cm: float, at_release_cm: float, later_cm: float
) -> float | None:
    """What a style has kept of what the set did, 0 to 100.

    Args:
        stretched_cm: stretched length [cm]
        natural_cm: length it hangs by itself [cm], at most the stretched length
        at_release_cm, later_cm: length at release and later [cm], later between the other two
    Returns:
        curl retention or stretch kept [%]; None where the set moved the hair too little
    """
    match kept_of(natural_cm, at_release_cm):
        case ShapeKept.CURL:
            return curl_retention(stretched_cm, at_release_cm, later_cm)
        case ShapeKept.STRETCH:
            return stretch_kept(natural_cm, at_release_cm, later_cm)
    return None


def landmark(length_cm: float, own: Mapping[Landmark, float] | None = None) -> str:
    """Where hair of this hanging length reaches.

    Args:
        length_cm: hanging length [cm]
        own: lengths at which hair of this person reaches a landmark [cm], where measured; the
            others are own values
    """
    if length_cm < ABOVE_THE_EAR_CM:
        return ABOVE_LANDMARKS
    reaches = LANDMARKS | dict(own or {})
    return next((word(name) for name in Landmark if length_cm < reaches[name]), BEYOND_LANDMARKS)


def pitch(index: float, diameter: float) -> float:
    """Rise of one turn of a curl, in the unit of its diameter.

    Args:
        index: curl index, > 1
        diameter: of the curl
    Source: geometry of the helix: index = √((π·diameter)² + pitch²)/pitch.
    """
    return math.pi * diameter / math.sqrt(index**2 - 1)


def drawing(index: float, diameter_mm: float) -> list[tuple[float, float]]:
    """A strand of 11 cm as it hangs, drawn from its helix, for the eye to compare with.

    Args:
        index: curl index, > 1
        diameter_mm: diameter of the curl [mm], > 0
    Returns:
        points from the root down (across, down) [mm], true to size; the coil is seen from slightly
        above, so that tight turns show as loops
    Source: geometry of the helix; the shape is computed, not copied from a chart.
    """
    rise = pitch(index, diameter_mm)
    turns = DRAWN_MM / math.hypot(math.pi * diameter_mm, rise)
    count = max(24, math.ceil(turns * DRAWN_POINTS))
    points = []
    for step in range(count + 1):
        angle = 2 * math.pi * turns * step / count
        across = diameter_mm / 2 * math.sin(angle)
        down = rise * turns * step / count + DRAWN_TILT * diameter_mm / 2 * (1 - math.cos(angle))
        points.append((round(across, 2), round(down, 2)))
    return points
