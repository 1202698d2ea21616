"""Whether a style can be made of this hair at all, and which others can."""

from typing import Any

from craft.plan.case import Case
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Start, Style, Washing

#: Stretched length a style can be made of, and up to which it is sensible [cm]. Common practice, no
#: source; where the trade gives no upper end there is none.
ENDLESS_CM = 150.0
LENGTH_CM: dict[Style, tuple[float, float]] = {
    Style.TWO_STRAND_TWIST_OUT: (5, ENDLESS_CM),
    Style.FLAT_TWIST_OUT: (7, ENDLESS_CM),
    Style.TWIST_ROD_SET: (9, ENDLESS_CM),
    Style.ROD_SET: (6, 60),
    Style.BRAID_OUT: (8, ENDLESS_CM),
    Style.FINGER_COILS: (2.5, 35),
    Style.COIL_OUT: (2.5, 35),
    Style.SHINGLE_WASH_AND_GO: (4, ENDLESS_CM),
    Style.SHAKE_WASH_AND_GO: (4, ENDLESS_CM),
    Style.SCRUNCH_WAVES: (8, ENDLESS_CM),
    Style.BANDED_STRETCH: (10, ENDLESS_CM),
    Style.BANDED_TWIST_OUT: (12, ENDLESS_CM),
    Style.SLICK_BUN: (15, ENDLESS_CM),
    Style.PUFF_PIN_UP: (8, 45),
    Style.UNDER_WIG_BASE: (6, ENDLESS_CM),
}
#: A style is worn no longer than this [days]. Common practice, no source.
WEAR_MOST: dict[Style, int] = {
    Style.TWO_STRAND_TWIST_OUT: 14,
    Style.FLAT_TWIST_OUT: 14,
    Style.BRAID_OUT: 14,
    Style.BANDED_TWIST_OUT: 14,
    Style.TWIST_ROD_SET: 10,
    Style.ROD_SET: 10,
    Style.FINGER_COILS: 10,
    Style.COIL_OUT: 10,
    Style.SHINGLE_WASH_AND_GO: 7,
    Style.SHAKE_WASH_AND_GO: 7,
    Style.SCRUNCH_WAVES: 7,
    Style.SLICK_BUN: 5,
    Style.UNDER_WIG_BASE: 14,
}
#: Fewer hairs than this and the partings of a style show [hairs/cm²]. House values.
DENSITY_LEAST: dict[Style, float] = {
    Style.FLAT_TWIST_OUT: 100,
    Style.TWIST_ROD_SET: 90,
    Style.ROD_SET: 80,
    Style.FINGER_COILS: 80,
    Style.PUFF_PIN_UP: 80,
}
OFFERS = 2


def length_range(style: Style) -> tuple[float, float]:
    """Lengths a style can be made of [cm]; any where nothing is known."""
    return LENGTH_CM.get(style, (0.0, ENDLESS_CM))


def fits_length(style: Style, length_cm: float) -> bool:
    """Whether hair of a length makes a style."""
    least, most = length_range(style)
    return least <= length_cm <= most


def styles_instead(case: Case, *, without_tension: bool = False, most: int = OFFERS) -> list[Style]:
    """Styles that this head can wear instead, those worn most alike first.

    Args:
        case: the head
        without_tension: leave out what pulls at the hairline
        most: so many
    """
    own = case.technique
    fitting = [
        (style, technique)
        for style, technique in TECHNIQUES.items()
        if style is not case.request.goal.style
        and technique.start is Start.WASH
        and technique.washing is Washing.FULL
        and style in LENGTH_CM
        and fits_length(style, case.hair.length_cm)
        and case.hair.density_per_cm2 >= DENSITY_LEAST.get(style, 0.0)
        and (not technique.suits or case.hair.pattern in technique.suits)
        and not (without_tension and technique.tension)
    ]
    fitting.sort(
        key=lambda pair: (
            pair[1].released is not own.released,
            abs(pair[1].definition - own.definition),
            abs(pair[1].wear_days - own.wear_days),
        )
    )
    return [style for style, _ in fitting[:most]]


def quicker_styles(case: Case) -> list[tuple[Style, float]]:
    """Styles that this head can wear and that save hands-on minutes, those worn most alike first.

    Returns:
        style, and about how many minutes it saves [min]
    """
    own = case.technique
    minutes = own.shape_min * len(case.sections)
    results = []
    for style in styles_instead(case, most=len(TECHNIQUES)):
        other = TECHNIQUES[style]
        saved = (minutes - other.shape_min * other.sections) * case.request.pace
        if saved > 0:
            results.append((style, saved))
    return results


def another_style(style: Style) -> dict[str, Any]:
    """The patch to another style: what belonged to the old one goes with it."""
    numbers = ("sections", "release_after_h", "wear_days", "rod_mm", "coil_mm", "bands")
    goal = {"style": style.value} | dict.fromkeys(numbers)
    return {"goal": goal, "edits": None, "parting": None, "stages": None}
