"""What the client does between visits, phase by phase. Common practice, no source, unless said
otherwise.

Days count from the service, which is day 0.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from craft.contract.plan import Home, HomeDay, HomePhase
from craft.messages import DayForm, day_text, join, say
from craft.plan.case import Case
from craft.plan.clock import clock_of
from craft.plan.forecast import Forecast, damp_at_bedtime, in_one_sitting, moment_of
from craft.plan.looks import looks_after
from craft.plan.night import Lying, bedtime_of
from craft.plan.separate import separate_how
from craft.plan.steps.opening import opened_at_home, roots_lifted
from craft.plan.steps.schools import usual_refreshing
from craft.styles.catalogue import TECHNIQUES
from craft.styles.technique import Freshening
from craft.vocabulary import Refreshing, Start, Style
from craft.words import several

#: Wash at two weeks at the latest.
WASH_BY_DAY = 14
#: Days between refreshes of a set, and of a wash-and-go; a set that is to last from so many days on
#: is twisted again every second night.
REFRESH_EVERY = {True: 3, False: 2}
EVERY_SECOND_FROM_DAYS, EVERY_SECOND = 10, 2
#: Keys of phases that are over once the set is open.
OF_THE_SET = frozenset({"in_set", "release"})
SETTLE = say("judge it after 15 to 60 minutes")

#: What freshens a style.
REFRESH = {
    Refreshing.RETWIST: Freshening(
        say("Mist, retwist the hairline, a little oil on the ends."), mist=1.0, oil=True
    ),
    Refreshing.STYLER_SPRAY: Freshening(
        say("Mist with water and a little styler, scrunch or smooth, air dry: it shrinks less."),
        mist=1.0,
        styler=True,
    ),
    Refreshing.WATER: Freshening(say("Mist with water only, smooth, let it dry."), mist=1.0),
    Refreshing.OIL: Freshening(
        say("A little oil on palms and ends; no water, so that it keeps its length."), oil=True
    ),
}


def wear_days(case: Case) -> int:
    """Days the style is worn: as wished, else usual for it."""
    return case.request.goal.wear_days or case.technique.wear.days


def can_twist_again(case: Case) -> bool:
    """Whether twisting it again at night is what freshens this style once it is open."""
    return case.technique.release.needed and refreshing(case) is REFRESH[Refreshing.RETWIST]


def twists_again(case: Case) -> bool:
    """Whether it is twisted again every second night: who wants it to last so long has to."""
    return wear_days(case) >= EVERY_SECOND_FROM_DAYS and can_twist_again(case)


def worn_before(case: Case) -> int:
    """Days that what is worked on has been worn already; washing it waits no longer for that."""
    if case.technique.wash.start is not Start.WORN:
        return 0
    return math.floor(case.request.now.worn_days or 0)


def wash_day(case: Case, first: int, worn: float) -> int:
    """Washed on this day at the latest: once it is worn out, at two weeks at the latest.

    Args:
        first: the day on which it is there
        worn: days it is worn
    """
    if case.request.goal.style is Style.NIGHT_PREP:
        # The night changes nothing of when the style below is washed.
        return max(1, WASH_BY_DAY - worn_before(case))
    return max(first + 1, min(WASH_BY_DAY - worn_before(case), first + round(worn) + 1))


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


def refreshed_with(case: Case) -> Refreshing:
    """What freshens this style, where it has no way of its own."""
    return case.request.school.refresh or usual_refreshing(case)


def refreshing(case: Case) -> Freshening:
    """What freshens this style."""
    return case.technique.wear.refresh or REFRESH[refreshed_with(case)]


def refreshing_as(case: Case, style: Style) -> Freshening:
    """What freshens what it is worn as: a pin-up or a bun has a way of its own.

    Gel holds a bun whatever lies below. A pin-up over hair that is kept dry gets no water either,
    and over any other a way that was chosen holds.
    """
    own, usual = TECHNIQUES[style].wear.refresh, refreshing(case)
    if own is None or (not own.gel and (not usual.mist or case.request.school.refresh)):
        return usual
    return own


def refreshed_every(case: Case) -> int:
    """In how many days it wants help once [d]."""
    return EVERY_SECOND if twists_again(case) else REFRESH_EVERY[case.technique.release.needed]


def refresh_days(case: Case, first: int) -> range:
    """Days on which the style wants help, never before it is there.

    Args:
        first: the day on which it is there
    """
    wear, every = wear_days(case), refreshed_every(case)
    return range(first + every, min(first + wear, WASH_BY_DAY), every)


def refresh(case: Case, first: int) -> list[HomeDay]:
    """What freshens it, day by day.

    Args:
        first: the day on which it is there
    """
    worn = worn_looks(case, first, twisted_again=twists_again(case))
    return [
        HomeDay(day=day, what=refreshing_as(case, worn_on(worn, day).style).how)
        for day in refresh_days(case, first)
    ]


@dataclass(frozen=True)
class WornLook:
    """What a style is worn as from a day on.

    Args:
        since: day after the service
        style: the service that makes the look
        title: what it is called
    """

    since: int
    style: Style
    title: str


def worn_looks(
    case: Case, first: int, *, twisted_again: bool, last: int | None = None
) -> list[WornLook]:
    """What the style is worn as, by day: itself, then the looks that follow before its wash.

    Args:
        first: the day on which it is there
        twisted_again: every second night it is made new; then only looks that were wished follow
        last: the day it is washed by; else as it is planned
    """
    worn = [WornLook(first, case.request.goal.style, case.technique.title)]
    if last is None:
        last = wash_day(case, first, wear_days(case))
    wished = case.request.goal.looks is not None
    for look in looks_after(case) if wished or not twisted_again else ():
        if first + look.day - 1 < last:
            worn.append(WornLook(first + look.day - 1, look.style, look.title))
    return worn


def worn_on(looks: Sequence[WornLook], day: int) -> WornLook:
    """What it is worn as on a day."""
    return next((look for look in reversed(looks) if look.since <= day), looks[0])


def nights_in_set(case: Case, forecast: Forecast) -> list[str]:
    """Bedtime while the set is in."""
    if damp_at_bedtime(case, forecast) is not None:
        return [
            say("The first night the set is still damp: nothing over it, only a satin pillowcase.")
        ]
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


def nights_after(case: Case, style: Style | None = None) -> list[str]:
    """Bedtime once the style is there, or as one of the looks that follow it."""
    return list(bedtime_of(case.request, case.hair, base_of(case, style)).lines())


def base_of(case: Case, style: Style | None) -> Style:
    """The style by which a look lies at night: twisted again it is the same as before."""
    own = case.request.goal.style
    return own if style is None or style is Style.REFRESH_VISIT else style


def first_morning(case: Case) -> list[str]:
    """The first look at it."""
    own = case.technique.wear.first_morning
    # A night changes nothing of what is worn: what stays closed is not opened after it either.
    if own and case.request.goal.style is not Style.NIGHT_PREP:
        return [own]
    if bedtime_of(case.request, case.hair).lying is Lying.AS_WORN:
        return [say("It stays as it is; a little oil on the edges.")]
    if own:
        return [own]
    oil = say("A little oil on the palms, shake from the roots")
    return [say("{oil}, lift with the fingers, {settle}.", oil=oil, settle=SETTLE)]


def date_of(case: Case, done_on: date | None) -> date | None:
    """The day of the service: by the clock of the plan, else as it is given."""
    clock = clock_of(case.request)
    return clock.start.date() if clock else done_on


def day_word(case: Case, day: int, done_on: date | None = None) -> str:
    """A day after the service in words: by the calendar where the day of the service is known."""
    begun = date_of(case, done_on)
    if begun is None:
        return say("day {day}", day=day)
    return day_text(begun + timedelta(days=day), DayForm.BRIEF)


def set_until(case: Case, forecast: Forecast, done_on: date | None) -> str:
    """Until when a set is worn as it is."""
    if clock_of(case.request):
        return say("until {moment}", moment=moment_of(case, forecast.release_h))
    day = release_day(case, forecast)
    if not day:
        return say("until this evening")
    return say("until {day}", day=day_word(case, day, done_on))


def release_when(case: Case, forecast: Forecast, where: str, done_on: date | None) -> str:
    """When a set is opened, and where."""
    if clock_of(case.request):
        return say("{moment}, {where}", moment=moment_of(case, forecast.release_h), where=where)
    return say(
        "{day}, {release_h:g} h after shaping, {where}",
        day=day_word(case, release_day(case, forecast), done_on),
        release_h=forecast.release_h,
        where=where,
    )


def release_how(case: Case) -> str:
    """How the set comes out."""
    return say(case.technique.release.how, nouns=several(case.technique.parting.noun))


def opening_at_home(case: Case) -> list[str]:
    """How the client opens it, step by step."""
    steps = [
        say("Feel the roots: if they are damp, leave it closed and feel again some hours later."),
        release_how(case),
        separate_how(case),
        say("Do not comb or brush it."),
        roots_lifted(case),
        say("Gather it loosely on top for ten minutes, then let it fall.")
        if bedtime_of(case.request, case.hair).gathers
        else "",
        say("Smooth the edges last, and {settle}.", settle=SETTLE),
    ]
    return [step for step in steps if step]


@dataclass(frozen=True)
class WearFacts:
    """What is known beside the plan of how it went.

    Args:
        done_on: the day of the service
        opened: the day the set was opened, after the service; None while it is closed
        twisted_again: whether it is twisted again every second night
        washed_by: the day it is washed by, after the service; None: as it is planned
    """

    done_on: date | None = None
    opened: int | None = None
    twisted_again: bool = False
    washed_by: int | None = None


def phases(
    case: Case, forecast: Forecast, facts: WearFacts, opened_min: float | None = None
) -> Iterator[HomePhase]:
    """What is done when, in order.

    Args:
        case, forecast: what is planned
        facts: how it went; once the set is open nothing of it is left to do
        opened_min: when the set is opened, from the beginning of the service [min]
    """
    closed = facts.opened is None
    first = release_day(case, forecast) if facts.opened is None else facts.opened

    def on(day: int) -> str:
        return day_word(case, day, facts.done_on)

    if closed:
        yield from phases_in_set(case, forecast, facts.done_on, opened_min)
    opens = comes_back(case, forecast) or not closed
    last = facts.washed_by
    if last is None:
        last = wash_day(case, first, wear_days(case))
    # Who opens it by themselves has finished it with the last steps of the opening.
    if not (closed and opened_at_home(case, forecast)):
        yield HomePhase(
            key="first_morning",
            title=say("Once it is open") if opens else say("First morning"),
            when=on(first) if opens else on(first + 1),
            lines=first_morning(case),
        )
    worn = worn_looks(case, first, twisted_again=facts.twisted_again, last=last)
    if worn[1:]:
        yield HomePhase(
            key="looks",
            title=say("Looks"),
            when=say("day by day"),
            lines=[look_line(case, each, on(each.since)) for each in worn],
        )
    nights = nights_after(case)
    if facts.twisted_again:
        nights.insert(0, say("Every second night twist it again, larger than before."))
    yield HomePhase(
        key="nights",
        title=say("Nights after"),
        when=say("until {day}", day=on(last)),
        lines=[*(first_night(case, forecast) if closed else []), *nights],
    )
    days = [due for due in refresh(case, first) if due.day < last]
    if days:
        yield HomePhase(
            key="refresh",
            title=say("Freshen up"),
            when=join(", ", (on(due.day) for due in days)),
            lines=list(dict.fromkeys(due.what for due in days)),
        )
    if case.request.goal.style is not Style.NIGHT_PREP:
        yield HomePhase(
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


def phases_in_set(
    case: Case, forecast: Forecast, done_on: date | None, opened_min: float | None
) -> Iterator[HomePhase]:
    """What is done while the set is in, and how it is opened."""
    at_home = opened_at_home(case, forecast)
    where = say("at home, by yourself") if at_home else say("in the salon")
    if comes_back(case, forecast):
        yield HomePhase(
            key="in_set",
            title=say("In the set"),
            when=set_until(case, forecast, done_on),
            lines=[*nights_in_set(case, forecast), say("Do not open any section early.")],
        )
        yield HomePhase(
            key="release",
            title=say("Release"),
            when=release_when(case, forecast, where, done_on),
            at_min=opened_min,
            lines=opening_at_home(case)
            if at_home
            else [
                say("Feel the roots first: if they are damp, wait or use the hood."),
                release_how(case),
            ],
        )
    elif case.technique.wear.once_home:
        yield HomePhase(
            key="in_set",
            title=say("In the twists"),
            when=say("until you are home"),
            lines=[case.technique.wear.once_home],
        )


def look_line(case: Case, look: WornLook, day: str) -> str:
    """A look, from when on, and how it lies at night where that is another way."""
    line = say("{title} from {day}.", title=look.title, day=day)
    own = bedtime_of(case.request, case.hair).how
    at_night = bedtime_of(case.request, case.hair, base_of(case, look.style)).how
    return line if at_night == own else say("{line} At night: {night}", line=line, night=at_night)


def home(case: Case, forecast: Forecast, opened_min: float | None = None) -> Home:
    """The card for the client; the days agree with each other.

    Args:
        case, forecast: what is planned
        opened_min: when the set is opened, from the beginning of the service [min]
    """
    day = release_day(case, forecast)
    facts = WearFacts(twisted_again=twists_again(case))
    wash_by = wash_day(case, day, wear_days(case))
    before = nights_in_set(case, forecast) if case.technique.release.needed else []
    return Home(
        night=[*before, *first_night(case, forecast), *nights_after(case)],
        phases=list(phases(case, forecast, facts, opened_min)),
        refresh=refresh(case, day),
        release_on_day=day,
        wash_by_day=wash_by,
        return_by_day=max(wash_by, WASH_BY_DAY - worn_before(case)),
    )
