"""What clients tell from home: what nights, refreshes and air do to how a style looks.

Within one wear the head, the plan and the hands are the same: nights are compared with other nights
of the same wear, never one head with another.

Source:
    [1] Least squares with an own level for each wear (fixed effects), intervals by Student's t:
        any textbook of econometrics, e.g. Wooldridge. From memory; checked against statsmodels.
"""

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from scipy.special import stdtrit

from craft.messages import capital, message, say
from craft.statistics.shrinkage import LEVEL
from craft.words import plural

#: So many days of each kind, and so many wears that had more than one, before anything is said.
#: Own values.
LEAST_TOLD, LEAST_WEARS = 8, 3
#: Days are compared by steps of so much relative humidity.
HUMIDITY_STEP = 0.1


@dataclass(frozen=True)
class ToldDay:
    """What was reported of a day at home.

    Args:
        wear: of which wear
        day: after the style was there, 0 for that day
        looks: 1 (lost) to 5 (as new)
        night, refresh: what it was slept with and freshened with; empty where nobody said
        rh: relative humidity of that day, 0 to 1; None where nobody knows
    """

    wear: int
    day: int
    looks: float
    night: str = ""
    refresh: str = ""
    rh: float | None = None


@dataclass(frozen=True)
class Effect:
    """What one way does to the looks, against another.

    Args:
        way, against: as they were reported; for the air the step that was taken
        days, wears: it rests on
        points: of the scale of 1 to 5, more is better
        low, high: between which they lie, nine in ten times
        text: in words
        across: what all days together would have it be, whoever they are of; None for the air
    """

    way: str
    against: str
    days: int
    wears: int
    points: float
    low: float
    high: float
    text: str
    across: float | None = None


TEMPTING = message(
    " Across clients the difference is {across:+.2f}, but it comes from who does it: for the same "
    "client there is none."
)


def compare_habits(days: Sequence[ToldDay], what: str) -> list[Effect]:
    """Ways of sleeping, or of freshening up, each against the most usual one of the same wears.

    Args:
        days: of all wears
        what: night or refresh
    Source: [1].
    """
    ways = Counter(getattr(day, what) for day in days if getattr(day, what))
    of_habit = [day for day in days if getattr(day, what)]
    known = [way for way, count in ways.most_common() if count >= LEAST_TOLD]
    effects: dict[frozenset[str], Effect | None] = {}
    for way in known[1:]:
        for usual in known:
            mixed = wears_with(of_habit, what, (way, usual))
            if usual != way and len(mixed) >= LEAST_WEARS:
                if frozenset((way, usual)) not in effects:
                    rows = [day for day in of_habit if getattr(day, what) in (way, usual)]
                    column = [float(getattr(day, what) == way) for day in rows]
                    each = effect(rows, column, way, usual, len(mixed))
                    effects[frozenset((way, usual))] = each and beside_all_days(each, rows, column)
                break
    return [each for each in effects.values() if each is not None]


def beside_all_days(each: Effect, rows: Sequence[ToldDay], column: Sequence[float]) -> Effect:
    """An effect with what it looks like across clients [points of 5]; says so where that misleads.

    Who sleeps in one way may also care for their hair in every other, or have hair that holds.
    """
    own = [row.looks for row, way in zip(rows, column, strict=True) if way]
    others = [row.looks for row, way in zip(rows, column, strict=True) if not way]
    across = float(np.mean(own) - np.mean(others))
    text = each.text + (say(TEMPTING, across=across) if tempting(each, across) else "")
    return replace(each, text=text, across=across)


def tempting(each: Effect, across: float) -> bool:
    """Whether a comparison across clients [points of 5] shows what the same client does not."""
    shows = not each.low <= 0 <= each.high and each.points * across > 0
    return not each.low <= across <= each.high and not shows


def wears_with(days: Sequence[ToldDay], what: str, ways: tuple[str, str]) -> set[int]:
    """Wears in which both ways were reported: only they can compare them."""
    each = [{day.wear for day in days if getattr(day, what) == way} for way in ways]
    return each[0] & each[1]


def of_humidity(days: Sequence[ToldDay]) -> Effect | None:
    """What a tenth more relative humidity does; None where too little is known."""
    rows = [day for day in days if day.rh is not None]
    wears = {day.wear for day in rows}
    if len(rows) < LEAST_TOLD or len(wears) < LEAST_WEARS:
        return None
    column = [(day.rh or 0.0) / HUMIDITY_STEP for day in rows]
    return effect(rows, column, say("more humid air"), say("drier air"), len(wears))


def effect(
    rows: Sequence[ToldDay], column: Sequence[float], way: str, against: str, wears: int
) -> Effect | None:
    """One effect [points of 5] beside that of the days, each wear on its own level; or None."""
    x = np.column_stack([column, [float(row.day) for row in rows]])
    y = np.array([row.looks for row in rows])
    for wear in {row.wear for row in rows}:
        own = np.array([row.wear == wear for row in rows])
        x[own] -= x[own].mean(axis=0)
        y[own] -= y[own].mean()
    freedom = len(rows) - len({row.wear for row in rows}) - x.shape[1]
    if freedom <= 0 or np.linalg.matrix_rank(x) < x.shape[1]:
        return None
    best = np.linalg.solve(x.T @ x, x.T @ y)
    left = y - x @ best
    unsure = math.sqrt(float(left @ left) / freedom * np.linalg.inv(x.T @ x)[0, 0])
    half = float(stdtrit(freedom, (1 + LEVEL) / 2)) * unsure
    points = float(best[0])
    low, high = points - half, points + half
    text = effect_text(way, against, points, low, high)
    return Effect(way, against, len(rows), wears, points, low, high, text)


#: Ways as a person says them.
NAMES = {
    "none": say("nothing at night"),
    "scarf": say("a scarf"),
    "bonnet": say("a bonnet"),
    "water": say("water alone"),
    "styler_spray": say("a spray with styler"),
    "oil": "oil",
    "retwist": say("twisting again"),
}


def effect_text(way: str, against: str, points: float, low: float, high: float) -> str:
    """An effect [points of 5] in words; says so where it is not clear."""
    way, against = NAMES.get(way, way), NAMES.get(against, against)
    span = say("{low:+.2f} to {high:+.2f} points of 5", low=low, high=high)
    if low <= 0 <= high:
        return say(
            "{way} or {against}: no clear difference ({span}).",
            way=capital(way),
            against=against,
            span=span,
        )
    verdict = say("looks better than") if points > 0 else say("looks worse than")
    return say(
        "{way} {verdict} {other}: {span}.",
        way=capital(way),
        verdict=verdict,
        other=against,
        span=span,
    )


def basis(wears: int) -> str:
    """What days of a style rest on, in words."""
    return say("this client's last {wears}", wears=plural(wears, "wear"))
