"""The single fibre and the sum of them: mass, surface, density, water.

Sources:
    [1] Robbins, *Chemical and Physical Behavior of Human Hair*, 5th ed., Springer 2012.
    [2] Loussouarn, *British Journal of Dermatology* 145 (2001) 294-297.
    [3] Handbooks of hair: some 140 000 hairs on blond, fine-stranded heads, 108 000 on black,
        coarser ones; from memory.
    [4] Chamberlain & Speakman, *Zeitschrift für Elektrochemie* 37 (1931) 374: human hair takes up
        and gives off water; from memory.
"""

import math
from collections.abc import Sequence
from functools import cache, lru_cache

from scipy.interpolate import PchipInterpolator
from scipy.special import gammaincinv

from craft.vocabulary import Level, Strand

#: Density of dry keratin fibre [g/cm³]. Source: [1], from memory.
FIBRE_G_PER_CM3 = 1.32

#: What a hair grows to before it falls out, if nobody cuts it [cm]: 0.033 cm a day [2] over five
#: years. Own value.
GROWN_CM = 60.0

#: Upper end of "fine" and of "medium" [µm]. Common practice, no source.
FINE_BELOW_UM = 60.0
MEDIUM_UP_TO_UM = 80.0

#: Upper end of "low" and of "medium" [hairs/cm²]. Own values, set around [2].
LOW_DENSITY_BELOW = 150.0
MEDIUM_DENSITY_UP_TO = 210.0

#: What a class stands for when nothing was counted or measured. Own values.
TYPICAL_DENSITY_PER_CM2 = {Level.LOW: 120.0, Level.MEDIUM: 180.0, Level.HIGH: 240.0}
TYPICAL_DIAMETER_UM = {Strand.FINE: 50.0, Strand.MEDIUM: 70.0, Strand.COARSE: 90.0}

#: How the number of hairs falls as strands are thicker: number ~ diameter^-0.45. From the counts of
#: [3], with 50 and 90 µm for their strands.
FINER_IS_DENSER = 0.45

#: So many times what "high" stands for is seldom seen at a strand. Own value.
SELDOM_DENSER = 1.3

#: Share of a gathered, wet, smoothed bundle that is fibre. Own value.
BUNDLE_PACKING = 0.5

#: Share of cases on either side of the interval of a count: one in ten. Own value.
COUNT_TAIL = 0.1


#: Water that hair takes up from the air, by relative humidity [g/g]. Source: [1]; at 8 % [4]; all
#: from memory.
SATURATION_REGAIN = 0.32
REGAIN_RH = (0.0, 0.08, 0.292, 0.403, 0.50, 0.65, 0.703, 1.0)
REGAIN = (0.0, 0.039, 0.06, 0.076, 0.098, 0.128, 0.136, SATURATION_REGAIN)
#: At rest, hair that has dried holds at most this much more water than hair that has taken it up
#: [g/g]. Source: [4], from memory.
HYSTERESIS = 0.02


@lru_cache(maxsize=1024)
def regain(rh: float) -> float:
    """Water in hair that has come to rest in air of a humidity [g per g of dry hair].

    Args:
        rh: relative humidity as a fraction, 0 to 1
    Source: [1]; between its values a curve that neither rises nor falls where they do not
        (Fritsch & Carlson, *SIAM Journal on Numerical Analysis* 17 (1980) 238).
    """
    return float(_regain()(rh))


@cache
def _regain() -> PchipInterpolator:
    return PchipInterpolator(REGAIN_RH, REGAIN)


def mass(hairs: float, diameter_um: float, length_cm: float) -> float:
    """Dry mass of hair taken as solid cylinders.

    Args:
        hairs: number of hairs, >= 0
        diameter_um: mean strand diameter [µm], > 0
        length_cm: stretched length [cm], >= 0
    Returns:
        mass [g]
    Source: geometry with the fibre density of [1].
    """
    radius_cm = diameter_um * 1e-4 / 2
    return hairs * math.pi * radius_cm**2 * length_cm * FIBRE_G_PER_CM3


def present(length_cm: float) -> float:
    """Share of the hair that is there, if all hairs had the length of the longest.

    Hairs are of every age: some have just begun, some are as long as they were cut. Ages spread
    evenly over the time a hair grows, so the shorter a cut, the more hairs reach it.

    Args:
        length_cm: stretched length of the longest [cm], > 0
    Returns:
        mean length over the longest, 0 to 1
    Source: growth of [2], 256 to 396 µm a day, for about five years (own value within the two to
        seven of handbooks, from memory): even ages, cut at the length.
    """
    if length_cm <= GROWN_CM:
        return 1 - length_cm / (2 * GROWN_CM)
    return GROWN_CM / (2 * length_cm)


def surface(hairs: float, diameter_um: float, length_cm: float) -> float:
    """Outer surface of hair taken as smooth cylinders, which is what a product has to cover.

    Args:
        hairs: number of hairs, >= 0
        diameter_um: mean strand diameter [µm], > 0
        length_cm: stretched length [cm], >= 0
    Returns:
        area [m²]
    Source: geometry.
    """
    return hairs * math.pi * (diameter_um * 1e-6) * (length_cm * 1e-2)


def strand_class(diameter_um: float) -> Strand:
    """Class of a strand by its diameter [µm]. Common practice, no source."""
    if diameter_um < FINE_BELOW_UM:
        return Strand.FINE
    return Strand.MEDIUM if diameter_um <= MEDIUM_UP_TO_UM else Strand.COARSE


def density_class(per_cm2: float) -> Level:
    """Class of a density [hairs/cm²]. Own values around the populations of [2]."""
    if per_cm2 < LOW_DENSITY_BELOW:
        return Level.LOW
    return Level.MEDIUM if per_cm2 <= MEDIUM_DENSITY_UP_TO else Level.HIGH


def density_by_eye(level: Level, diameter_um: float) -> float:
    """Density that a class by eye stands for [hairs/cm²]: of finer strands there are more.

    Args:
        level: as the eye has it
        diameter_um: strand diameter [µm], > 0
    Source: [3]; the classes are own values.
    """
    finer = TYPICAL_DIAMETER_UM[Strand.MEDIUM] / diameter_um
    return TYPICAL_DENSITY_PER_CM2[level] * math.pow(finer, FINER_IS_DENSER)


def usual_diameter(density_per_cm2: float) -> float:
    """Strand diameter that goes with a density [µm], never beyond what "medium" means.

    Args:
        density_per_cm2: hairs per cm², > 0
    Source: [3].
    """
    sparser = TYPICAL_DENSITY_PER_CM2[Level.MEDIUM] / density_per_cm2
    usual = TYPICAL_DIAMETER_UM[Strand.MEDIUM] * math.pow(sparser, FINER_IS_DENSER)
    return min(max(usual, FINE_BELOW_UM), MEDIUM_UP_TO_UM)


def seldom_together(density_per_cm2: float, diameter_um: float) -> bool:
    """Whether strands so thick are seldom seen so dense: one of the two wants measuring again."""
    return density_per_cm2 > SELDOM_DENSER * density_by_eye(Level.HIGH, diameter_um)


def counted_density(counts: Sequence[int], field_cm2: float) -> tuple[float, float, float]:
    """Density from hairs counted in fields, with its Poisson interval.

    Args:
        counts: hairs in each field, at least one field
        field_cm2: area of one field [cm²], > 0
    Returns:
        density, and the bounds it lies between eight times in ten [hairs/cm²]
    Source: exact interval of Garwood, *Biometrika* 28 (1936), from memory.
    """
    hairs, area = sum(counts), len(counts) * field_cm2
    low = float(gammaincinv(hairs, COUNT_TAIL)) if hairs else 0.0
    high = float(gammaincinv(hairs + 1, 1 - COUNT_TAIL))
    return hairs / area, low / area, high / area


def hairs_by_circumference(circumference_cm: float, diameter_um: float) -> float:
    """Number of hairs in a gathered, wet, smoothed bundle.

    Args:
        circumference_cm: circumference of the whole head of hair gathered in one hand [cm], > 0
        diameter_um: mean strand diameter [µm], > 0
    Returns:
        number of hairs
    Source: geometry with a assumed packing of one half.
    """
    bundle_cm2 = circumference_cm**2 / (4 * math.pi)
    strand_cm2 = math.pi * (diameter_um * 1e-4) ** 2 / 4
    return BUNDLE_PACKING * bundle_cm2 / strand_cm2
