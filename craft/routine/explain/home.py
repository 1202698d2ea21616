"""What the client does between visits. Common practice, no source, unless said otherwise."""

import math

from craft.contract.plan import Home, HomeDay
from craft.routine.case import Case
from craft.routine.drying.forecast import Forecast, damp_at_bedtime
from craft.vocabulary import Night, Refreshing, Style

#: Wash at two weeks at the latest. Common practice, no source.
WASH_BY_DAY = 14
#: Days between refreshes of a set, and of a wash-and-go.
REFRESH_EVERY = {True: 3, False: 2}

#: What freshens a style. Common practice, no source.
REFRESH = {
    Refreshing.RETWIST: "Mist, retwist the hairline, a little oil on the ends.",
    Refreshing.STYLER_SPRAY: "Mist with water and a little styler, scrunch or smooth, air dry: it "
    "shrinks less.",
    Refreshing.WATER: "Mist with water only, smooth, let it dry.",
    Refreshing.OIL: "A little oil on palms and ends; no water, so that it keeps its length.",
}

NIGHT = {
    Night.SCARF: "Scarf tied flat over the hairline, then a satin pillowcase.",
    Night.BONNET: "Loose high gather, scarf, then the bonnet; satin pillowcase always.",
    Night.NONE: "Fold the front pieces into a soft tie with small clips that bite the tie, never "
    "the scalp; satin or silk pillowcase always.",
}


def wear_days(case: Case) -> int:
    """Days the style is worn: as wished, else usual for it."""
    return case.request.goal.wear_days or case.technique.wear_days


def night(case: Case, forecast: Forecast) -> list[str]:
    """Bedtime, in order."""
    lines = [NIGHT[case.request.person.night]]
    if damp_at_bedtime(case, forecast) is not None:
        lines.insert(
            0, "The first night the set is still damp: nothing over it, only a satin pillowcase."
        )
    elif forecast.release_h > 0 and case.technique.released:
        lines.insert(0, "Sleep on the set as it is; nothing tight over it.")
    if case.request.goal.style is Style.QUICK_WASH:
        lines.insert(0, "Open the twists once home and let the hair dry before lying on it.")
    return lines


def refresh(case: Case) -> list[HomeDay]:
    """Days on which the style wants help."""
    every = REFRESH_EVERY[case.technique.released]
    usual = Refreshing.RETWIST if case.technique.released else Refreshing.STYLER_SPRAY
    what = REFRESH[case.request.school.refresh or usual]
    return [HomeDay(day=day, what=what) for day in range(every, wear_days(case), every)]


def home(case: Case, forecast: Forecast) -> Home:
    """The card for the client."""
    wear = wear_days(case)
    return Home(
        night=night(case, forecast),
        refresh=refresh(case),
        release_on_day=math.floor(forecast.release_h / 24),
        wash_by_day=min(WASH_BY_DAY, wear + 2),
        return_by_day=WASH_BY_DAY,
    )
