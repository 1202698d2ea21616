"""What the client does between visits, phase by phase. Common practice, no source, unless said
otherwise.

Days count from the service, which is day 0.
"""

import math
from datetime import timedelta

from craft.contract.plan import Home, HomeDay, HomePhase
from craft.messages import DayForm, day_text, join, say
from craft.plan.case import Case
from craft.plan.clock import clock_of
from craft.plan.details import does
from craft.plan.forecast import Forecast, damp_at_bedtime, in_one_sitting, moment_of
from craft.plan.steps.opening import PICK_CM
from craft.plan.steps.schools import usual_refreshing
from craft.vocabulary import Detail, Manner, Night, Refreshing, SetKind
from craft.words import several

#: Wash at two weeks at the latest.
WASH_BY_DAY = 14
#: Days between refreshes of a set, and of a wash-and-go; a set that is to last from so many days on
#: is twisted again every second night.
REFRESH_EVERY = {True: 3, False: 2}
EVERY_SECOND_FROM_DAYS, EVERY_SECOND = 10, 2
#: Hair that hangs shorter is not gathered [cm]. Own value.
GATHERS_FROM_CM = 10.0
SETTLE = say("judge it after 15 to 60 minutes")

#: What freshens a style.
REFRESH = {
    Refreshing.RETWIST: say("Mist, retwist the hairline, a little oil on the ends."),
    Refreshing.STYLER_SPRAY: say(
        "Mist with water and a little styler, scrunch or smooth, air dry: it shrinks less."
    ),
    Refreshing.WATER: say("Mist with water only, smooth, let it dry."),
    Refreshing.OIL: say("A little oil on palms and ends; no water, so that it keeps its length."),
}

NIGHT = {
    Night.SCARF: say("Scarf tied flat over the hairline, then a satin pillowcase."),
    Night.BONNET: say("Scarf, then the bonnet; satin pillowcase always."),
    Night.NONE: say("Nothing over the head: satin or silk pillowcase always."),
}
FOLDED = say(
    "Fold the front pieces into a soft tie with small clips that bite the tie, never the scalp."
)


def wear_days(case: Case) -> int:
    """Days the style is worn: as wished, else usual for it."""
    return case.request.goal.wear_days or case.technique.wear.days


def release_day(case: Case, forecast: Forecast) -> int:
    """The day on which the style is there: that of the release, or of the service."""
    if not case.technique.release.needed:
        return 0
    clock = clock_of(case.request)
    if clock is not None:
        return clock.day(case.shaped_min + forecast.release_h * 60)
    return math.floor(forecast.release_h / 24)


def comes_back(case: Case, forecast: Forecast) -> bool:
    """Whether the set is worn until another day."""
    return case.technique.release.needed and not in_one_sitting(forecast)


def refreshing(case: Case) -> str:
    """What freshens this style, in words."""
    if case.technique.wear.refresh:
        return case.technique.wear.refresh
    return REFRESH[case.request.school.refresh or usual_refreshing(case)]


def refresh_days(case: Case, first: int) -> range:
    """Days on which the style wants help, never before it is there.

    Args:
        first: the day on which it is there
    """
    wear, every = wear_days(case), REFRESH_EVERY[case.technique.release.needed]
    retwisted = refreshing(case) == REFRESH[Refreshing.RETWIST]
    if retwisted and wear >= EVERY_SECOND_FROM_DAYS:
        every = EVERY_SECOND
    return range(first + every, min(first + wear, WASH_BY_DAY), every)


def refresh(case: Case, forecast: Forecast) -> list[HomeDay]:
    """What freshens it, day by day."""
    days = refresh_days(case, release_day(case, forecast))
    return [HomeDay(day=day, what=refreshing(case)) for day in days]


def nights_in_set(case: Case, forecast: Forecast) -> list[str]:
    """Bedtime while the set is in."""
    if damp_at_bedtime(case, forecast) is not None:
        return [
            say("The first night the set is still damp: nothing over it, only a satin pillowcase.")
        ]
    if case.technique.wear.in_set:
        return [case.technique.wear.in_set]
    return [say("Sleep on the set as it is; nothing tight over it.")]


def first_night(case: Case, forecast: Forecast) -> list[str]:
    """Bedtime on the day of the service, where loose hair is still damp by then."""
    clock = clock_of(case.request)
    if clock is None or case.technique.release.needed or damp_at_bedtime(case, forecast) is None:
        return []
    text = say("The first night it is still damp: nothing over it, only a satin pillowcase.")
    if forecast.safe_h is not None:
        text += say(" It will be dry by {safe}.", safe=moment_of(case, forecast.safe_h))
    return [text]


def gathers(case: Case) -> bool:
    """Whether the hair hangs long enough to be gathered on top."""
    return case.hair.length_cm / case.hair.curl_index >= GATHERS_FROM_CM


def kept_in_shape(case: Case) -> str:
    """How this style lies at night."""
    if case.technique.wear.night:
        return case.technique.wear.night
    if case.technique.setting.kind is SetKind.COIL:
        return say("Coils lie as they fall; no gathering.")
    if not gathers(case):
        return say("Too short to gather: leave it as it falls.")
    return say("High loose gather on top, one large soft tie, no pull at the edges.")


def nights_after(case: Case) -> list[str]:
    """Bedtime once the style is there."""
    kept, night = kept_in_shape(case), case.request.person.night
    if night is not Night.NONE:
        return [kept, NIGHT[night]]
    return [kept, *([FOLDED] if gathers(case) else []), NIGHT[night]]


def first_morning(case: Case) -> list[str]:
    """The first look at it."""
    if case.technique.wear.first_morning:
        return [case.technique.wear.first_morning]
    oil = say("A little oil on the palms, shake from the roots")
    return [say("{oil}, lift with the fingers, {settle}.", oil=oil, settle=SETTLE)]


def day_word(case: Case, day: int) -> str:
    """A day after the service in words: by the calendar where the plan has one."""
    clock = clock_of(case.request)
    if clock is None:
        return say("day {day}", day=day)
    return day_text(clock.start.date() + timedelta(days=day), DayForm.BRIEF)


def set_until(case: Case, forecast: Forecast) -> str:
    """Until when a set is worn as it is."""
    if clock_of(case.request):
        return say("until {moment}", moment=moment_of(case, forecast.release_h))
    day = release_day(case, forecast)
    return say("until day {day}", day=day) if day else say("until this evening")


def release_when(case: Case, forecast: Forecast, where: str) -> str:
    """When a set is opened, and where."""
    if clock_of(case.request):
        return say("{moment}, {where}", moment=moment_of(case, forecast.release_h), where=where)
    return say(
        "day {day}, {release_h:g} h after shaping, {where}",
        day=release_day(case, forecast),
        release_h=forecast.release_h,
        where=where,
    )


def release_how(case: Case) -> str:
    """How the set comes out."""
    return say(case.technique.release.how, nouns=several(case.technique.parting.noun))


#: The roots are lifted with a pick no deeper than this share of the length it hangs, and no deeper
#: than so many [cm]; shorter hair is lifted with the fingers. Common practice, no source.
PICK_SHARE, PICK_LEAST_CM = 1 / 3, 3.0


def opening_at_home(case: Case) -> list[str]:
    """How the client opens it, step by step."""
    hangs_cm = case.hair.length_cm / case.hair.curl_index
    pick_cm = min(PICK_CM[1], hangs_cm * PICK_SHARE)
    steps = [
        say("Feel the roots: if they are damp, leave it closed and feel again some hours later."),
        release_how(case),
        case.technique.finish.separate,
        say("Do not comb or brush it."),
        say(
            "Lift the roots with a pick, up to {depth:.0f cm} from the scalp, never through the "
            "lengths.",
            depth=pick_cm,
        )
        if pick_cm >= PICK_LEAST_CM
        else say("Lift the roots with your fingertips."),
        say("Gather it loosely on top for ten minutes, then let it fall.") if gathers(case) else "",
        say("Smooth the edges last, and {settle}.", settle=SETTLE),
    ]
    return [step for step in steps if step]


def phases(case: Case, forecast: Forecast, opened_min: float | None) -> list[HomePhase]:
    """What is done when, in order."""
    results = []
    at_home = does(case, Detail.OPENED, Manner.HOME)
    where = say("at home, by yourself") if at_home else say("in the salon")
    day = release_day(case, forecast)
    if comes_back(case, forecast):
        results.append(
            HomePhase(
                key="in_set",
                title=say("In the set"),
                when=set_until(case, forecast),
                lines=[
                    *nights_in_set(case, forecast),
                    say("Do not open any section early."),
                ],
            )
        )
        results.append(
            HomePhase(
                key="release",
                title=say("Release"),
                when=release_when(case, forecast, where),
                at_min=opened_min,
                lines=opening_at_home(case)
                if at_home
                else [
                    say("Feel the roots first: if they are damp, wait or use the hood."),
                    release_how(case),
                ],
            )
        )
    elif case.technique.wear.in_set:
        results.append(
            HomePhase(
                key="in_set",
                title=say("In the twists"),
                when=say("until it is dry"),
                lines=nights_in_set(case, forecast),
            )
        )
    results.append(
        HomePhase(
            key="first_morning",
            title=say("First morning"),
            when=day_word(case, day + 1)
            if not comes_back(case, forecast)
            else say("{day}, once opened", day=day_word(case, day)),
            lines=first_morning(case),
        )
    )
    results.append(
        HomePhase(
            key="nights",
            title=say("Nights after"),
            when=say("until {day}", day=day_word(case, day + wear_days(case))),
            lines=[*first_night(case, forecast), *nights_after(case)],
        )
    )
    days = refresh(case, forecast)
    if days:
        results.append(
            HomePhase(
                key="refresh",
                title=say("Freshen up"),
                when=join(", ", (day_word(case, due.day) for due in days)),
                lines=[days[0].what],
            )
        )
    results.append(
        HomePhase(
            key="edges",
            title=say("Edges and scalp"),
            when=say("every other day at most"),
            lines=[
                say(
                    "A little oil on the edges and on dry places of the scalp, none on the roots "
                    "of the style. Gel comes off the hairline with a damp cloth."
                )
            ],
        )
    )
    return results


def home(case: Case, forecast: Forecast, opened_min: float | None = None) -> Home:
    """The card for the client; the days agree with each other.

    Args:
        case, forecast: what is planned
        opened_min: when the set is opened, from the beginning of the service [min]
    """
    day, wear = release_day(case, forecast), wear_days(case)
    wash_by = max(day + 1, min(WASH_BY_DAY, day + wear + 1))
    in_set = comes_back(case, forecast) or bool(case.technique.wear.in_set)
    before = nights_in_set(case, forecast) if in_set or case.technique.release.needed else []
    return Home(
        night=[*before, *first_night(case, forecast), *nights_after(case)],
        phases=phases(case, forecast, opened_min),
        refresh=refresh(case, forecast),
        release_on_day=release_day(case, forecast),
        wash_by_day=wash_by,
        return_by_day=max(wash_by, WASH_BY_DAY),
    )
