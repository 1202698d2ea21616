"""Whether a style can be made of this hair at all, and which others can."""

from craft.contract.base import Patch
from craft.contract.plan.request import Past
from craft.plan.case import Case
from craft.styles.catalogue import TECHNIQUES
from craft.styles.technique import ANY_LENGTH_CM
from craft.vocabulary import Condition, Start, Style, Washing

OFFERS = 2


#: The same pull at the same place is not repeated sooner [days]. Common practice, no source.
TENSION_REST_DAYS = 28.0


def pulled_lately(case: Case) -> Past | None:
    """The style that pulled at the same place lately, where this one does again."""
    if not case.technique.setting.tension:
        return None
    for past in case.request.past:
        same = past.style is case.request.goal.style or past.scheme is case.layout.scheme
        before = TECHNIQUES[past.style]
        if past.days_ago <= TENSION_REST_DAYS and before.setting.tension and same:
            return past
    return None


def edges_rest(case: Case) -> bool:
    """Whether nothing may pull at the hairline."""
    thinning = Condition.EDGE_THINNING in case.request.person.conditions
    return thinning or pulled_lately(case) is not None


def length_range(style: Style) -> tuple[float, float]:
    """Lengths a style can be made of [cm]; any where nothing is known."""
    return TECHNIQUES[style].fitness.length_cm or (0.0, ANY_LENGTH_CM)


def fits_length(style: Style, length_cm: float) -> bool:
    """Whether hair of a length [cm] makes a style."""
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
        and technique.wash.start is Start.WASH
        and technique.wash.kind is Washing.FULL
        and technique.fitness.length_cm is not None
        and fits_length(style, case.hair.length_cm)
        and case.hair.density_per_cm2 >= technique.fitness.density_min
        and (not technique.fitness.suits or case.hair.pattern in technique.fitness.suits)
        and not (without_tension and technique.setting.tension)
    ]
    fitting.sort(
        key=lambda pair: (
            pair[1].release.needed is not own.release.needed,
            abs(pair[1].wear.definition - own.wear.definition),
            abs(pair[1].wear.days - own.wear.days),
        )
    )
    return [style for style, _ in fitting[:most]]


def quicker_styles(case: Case) -> list[tuple[Style, float]]:
    """Styles that this head can wear and that save hands-on minutes, those worn most alike first.

    Returns:
        style, and about how many minutes it saves [min]
    """
    own = case.technique
    minutes = own.setting.minutes_each * len(case.sections)
    results = []
    for style in styles_instead(case, most=len(TECHNIQUES)):
        other = TECHNIQUES[style]
        saved = (minutes - other.setting.minutes_each * other.parting.sections) * case.request.pace
        if saved > 0:
            results.append((style, saved))
    return results


def another_style(style: Style) -> Patch:
    """The patch to another style: what belonged to the old one goes with it."""
    numbers = ("sections", "release_after_h", "wear_days", "rod_mm", "coil_mm", "bands")
    goal = {"style": style.value} | dict.fromkeys(numbers)
    return {"goal": goal, "edits": None, "parting": None, "stages": None}
