"""Other styles, fewer sections and shorter wear, as answers to a caution."""

from collections.abc import Iterable

from craft.plan.case import Case
from craft.plan.cautions.fitness import ONE_PAIR_OF_HANDS_MIN
from craft.plan.cautions.rule import Sign
from craft.plan.fitness import another_style, quicker_styles, styles_instead
from craft.plan.forecast import Forecast
from craft.plan.what_if.change import Change
from craft.plan.what_if.drying import in_sections, sections_minutes
from craft.plan.what_if.supplies import FEWEST_SHARE
from craft.styles.catalogue import TECHNIQUES


def another(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Another style that this head can wear."""
    for style in styles_instead(case):
        title = TECHNIQUES[style].title
        yield Change(f"style_{style}", f"{title} instead", another_style(style), forecast)


def another_without_tension(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """Another style that does not pull at the hairline."""
    for style in styles_instead(case, without_tension=True):
        title = TECHNIQUES[style].title
        yield Change(f"style_{style}", f"{title} instead", another_style(style), forecast)


def shorter_wear(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """As long as it is worn at most."""
    most = case.technique.wear.days_max
    yield Change("wear_days", f"Wear it {most} days", {"goal": {"wear_days": most}}, forecast)


def fewer(case: Case, forecast: Forecast, _: Sign) -> Iterable[Change]:
    """The most sections that one pair of hands works well."""
    now = len(case.sections)
    rest = sections_minutes(case, now)
    for count in range(now - 2, 1, -2):
        saved = rest - sections_minutes(case, count)
        if saved > 0 and rest - saved <= ONE_PAIR_OF_HANDS_MIN * 0.7:
            yield Change(
                "fewer_sections",
                f"Use {count} {case.technique.parting.noun}s",
                in_sections(case, count),
                forecast,
                hands_on_min=-saved,
                client_min=-saved,
                effect="thicker sections: looser, less defined, slower to dry",
            )
            return


def shorter(case: Case, forecast: Forecast, sign: Sign) -> Iterable[Change]:
    """The most sections that keep to the time, and the style most alike that does."""
    now = len(case.sections)
    rest = sections_minutes(case, now)
    for count in range(now - 2, max(1, round(now * FEWEST_SHARE)) - 1, -2):
        saved = rest - sections_minutes(case, count)
        if saved >= sign.by:
            yield Change(
                "fewer_sections",
                f"Use {count} {case.technique.parting.noun}s",
                in_sections(case, count),
                forecast,
                hands_on_min=-saved,
                client_min=-saved,
                effect="thicker sections: looser, less defined, slower to dry",
            )
            break
    for style, saved in quicker_styles(case):
        if saved >= sign.by:
            title = TECHNIQUES[style].title
            yield Change(
                f"style_{style}",
                f"{title} instead",
                another_style(style),
                forecast,
                hands_on_min=-saved,
                client_min=-saved,
            )
            return
