"""What a section is made into: wound on a rod, coiled, twisted, braided, banded.

Sources:
    [1] geometry of the spiral and the helix.
"""

import math
from dataclasses import dataclass

from craft.errors import CraftError
from craft.messages import say

#: Part of a rod the hair is spread over [cm]. Own value.
ROD_BREADTH_CM = 7.0
#: Dry hair per volume where it is wound [g/cm³]. Own value, as for drying.
WOUND_G_PER_CM3 = 0.35
#: Fewer turns leave a bend, not a curl. Own value.
LEAST_TURNS = 1.5
#: Hair thicker on its rod than this share of the rod gives curls of two sizes and dries slowly.
#: Own value.
THICKEST_SHARE = 0.5

#: Width of a coil's turns: up to so long a coil [cm], so wide [mm], and wider by so much for each
#: further cm, so that the scalp is not strained. Own values.
COIL_NARROW_TO_CM, COIL_NARROW_MM, COIL_WIDER_MM_PER_CM = 10.0, 6.0, 0.3

#: Angle at which strands lie in a twist of two and in a braid of three [°]. Own values.
TWINE_ANGLES = {2: 30.0, 3: 25.0}

#: Width of one turn of a band [cm]. Own value.
BAND_TURN_CM = 0.45


@dataclass(frozen=True)
class Wound:
    """Hair wound on a rod in layers.

    Args:
        turns: round the rod
        thickness_mm: of the hair on it [mm]
        mean_mm: diameter in the middle of the hair [mm]
    """

    turns: float
    thickness_mm: float
    mean_mm: float


def wind(grams: float, length_cm: float, rod_mm: float) -> Wound:
    """Wind a section on a rod from its ends to the root.

    Args:
        grams: dry hair on the rod [g], > 0
        length_cm: stretched length [cm], > 0
        rod_mm: diameter of the rod [mm], > 0
    Returns:
        turns, thickness and mean diameter
    Source: [1]: a ribbon of even thickness t winds to a ring of area length·t; the turns are its
        breadth over t.
    """
    ribbon_cm2 = grams / (WOUND_G_PER_CM3 * length_cm)
    layer_cm = ribbon_cm2 / ROD_BREADTH_CM
    rod_cm = rod_mm / 20
    outer_cm = math.sqrt(rod_cm**2 + length_cm * layer_cm / math.pi)
    thick_cm = outer_cm - rod_cm
    return Wound(thick_cm / layer_cm, thick_cm * 10, (rod_cm + outer_cm) * 10)


def too_thick(wound: Wound) -> bool:
    """Whether a rod is too thick for so short a hair: too few turns to make a curl."""
    return wound.turns < LEAST_TURNS


def too_thin(wound: Wound, rod_mm: float) -> bool:
    """Whether a rod is too thin for so much or so long a hair."""
    return wound.thickness_mm > THICKEST_SHARE * rod_mm


def coil_width(length_cm: float) -> float:
    """Usual width of a coil's turns [mm]: wider on longer hair. Own values.

    Args:
        length_cm: stretched length [cm]
    """
    return COIL_NARROW_MM + COIL_WIDER_MM_PER_CM * max(0.0, length_cm - COIL_NARROW_TO_CM)


def rise(hangs_cm: float, length_cm: float, width_cm: float) -> float:
    """Rise of one turn of a helix that hangs so long [cm].

    Args:
        hangs_cm: hanging length [cm], below the stretched length
        length_cm: stretched length [cm]
        width_cm: diameter of the helix [cm]
    Source: [1].
    """
    share = hangs_cm / length_cm
    return math.pi * width_cm * share / math.sqrt(1 - share**2)


@dataclass(frozen=True)
class Twined:
    """Strands turned round each other.

    Args:
        turns: of one strand
        thick_mm: across the whole [mm]
    """

    turns: float
    thick_mm: float


def twine(grams: float, length_cm: float, packed_g_cm3: float, strands: int) -> Twined:
    """Twist two strands, or braid three.

    Args:
        grams: dry hair in the section [g], > 0
        length_cm: stretched length [cm], > 0
        packed_g_cm3: dry hair per volume [g/cm³]
        strands: 2 or 3
    Source: [1]: strands that touch run round a common axis at a steady angle; the angle is a
        own value.
    """
    strand_cm = math.sqrt(grams / (strands * packed_g_cm3 * math.pi * length_cm))
    # Strands that touch each other lie in a ring round the axis: two on it, three round it.
    away_cm = strand_cm / math.sin(math.pi / strands)
    angle = math.radians(TWINE_ANGLES[strands])
    turns = length_cm * math.sin(angle) / (2 * math.pi * away_cm)
    return Twined(turns, 20 * (away_cm + strand_cm))


@dataclass(frozen=True)
class Banded:
    """A section held stretched by bands.

    Args:
        under_cm: length under bands [cm]
        gaps_cm: all gaps between bands [cm]
        gap_cm: one of them [cm]
        out_cm: ends left out [cm]
    """

    under_cm: float
    gaps_cm: float
    gap_cm: float
    out_cm: float


def band(length_cm: float, bands: int, turns: float, ends_out_cm: float, field: str) -> Banded:
    """Place bands down a section, evenly, with gaps between.

    Args:
        length_cm: stretched length [cm]
        bands: number, from the root down
        turns: of each band
        ends_out_cm: ends left free [cm]
        field: of the request, for errors
    Raises:
        CraftError: more is left out than there is, or the bands do not fit
    """
    held_cm = length_cm - ends_out_cm
    under_cm = bands * turns * BAND_TURN_CM
    if held_cm <= BAND_TURN_CM:
        raise CraftError(
            f"{field}.ends_out_cm",
            say(
                "The hair is {length_cm:g cm} long: leave out 0 to {most:g cm}.",
                length_cm=length_cm,
                most=length_cm - 1,
            ),
        )
    if under_cm > held_cm:
        most = math.floor(held_cm / (turns * BAND_TURN_CM))
        raise CraftError(
            f"{field}.each",
            say(
                "{bands} bands of {turns:g} turns need {under_cm:.0f cm}, {held_cm:g cm} are "
                "there: give 1 to {most}, or fewer turns.",
                bands=bands,
                turns=turns,
                under_cm=under_cm,
                held_cm=held_cm,
                most=max(1, most),
            ),
        )
    gaps_cm = held_cm - under_cm
    return Banded(under_cm, gaps_cm, gaps_cm / bands, ends_out_cm)


def banded_stretch(banded: Banded, under: float, between: float, free: float) -> float:
    """Share of the shrinkage that bands take out, over the whole length.

    Args:
        banded: how they lie
        under, between, free: the share taken out under a band, in a gap and where ends are out
    Source: own model, each stretch of hair for itself.
    """
    whole = banded.under_cm + banded.gaps_cm + banded.out_cm
    stretch = banded.under_cm * under + banded.gaps_cm * between + banded.out_cm * free
    return stretch / whole
