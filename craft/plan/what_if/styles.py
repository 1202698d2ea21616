"""Other styles, fewer sections and shorter wear, as answers to a caution."""

from collections.abc import Iterable

from craft.messages import say
from craft.plan.case import Case
from craft.plan.cautions.fitness import ONE_PAIR_OF_HANDS_MIN
from craft.plan.cautions.rule import Sign
from craft.plan.fitness import another_style, quicker_styles, styles_instead
from craft.plan.forecast import Forecast
from craft.plan.what_if.change import Change
from craft.plan.what_if.drying import sections_minutes
from craft.plan.what_if.supplies import FEWEST_SHARE, use_fewer_sections
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Style


def change_style(style: Style, forecast: Forecast, extra_min: float = 0.0) -> Change:
    """The change to another style.

    Args:
        style: to plan instead
        forecast: of the plan as it is
        extra_min: hands-on minutes that it adds; negative where it saves some [min]
    """
    title = say("{title} instead", title=TECHNIQUES[style].title)
    patch = another_style(style)
    return Change(f"style_{style}", title, patch, forecast, extra_min, extra_min)


def another(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Other styles that suit this client's hair."""
    return [change_style(style, forecast) for style in styles_instead(case)]


def another_without_tension(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Other styles that do not pull at the hairline."""
    fitting = styles_instead(case, without_tension=True)
    return [change_style(style, forecast) for style in fitting]


def shorter_wear(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """As long as it is worn at most."""
    most = case.technique.wear.days_max or 0
    yield Change(
        "wear_days", say("Wear it {most} days", most=most), {"goal": {"wear_days": most}}, forecast
    )


def fewer(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """The most sections that one pair of hands works well."""
    now = len(case.sections)
    rest = sections_minutes(case, now)
    for count in range(now - 2, 1, -2):
        saved = rest - sections_minutes(case, count)
        if saved > 0 and rest - saved <= ONE_PAIR_OF_HANDS_MIN * 0.7:
            yield use_fewer_sections(case, forecast, count)
            return


def shorter(case: Case, forecast: Forecast, sign: Sign) -> Iterable[Change]:
    """The most sections that keep to the time, and the style most alike that does."""
    now = len(case.sections)
    rest = sections_minutes(case, now)
    for count in range(now - 2, max(1, round(now * FEWEST_SHARE)) - 1, -2):
        saved = rest - sections_minutes(case, count)
        if saved >= sign.by:
            yield use_fewer_sections(case, forecast, count)
            break
    for style, saved in quicker_styles(case):
        if saved >= sign.by:
            yield change_style(style, forecast, extra_min=-saved)
            return
