"""Until when a product may be used."""

from dataclasses import dataclass
from datetime import date, timedelta

from dateutil.relativedelta import relativedelta

from craft.messages import day_text, say

#: A homemade flaxseed-type gel in the fridge, where nothing else is given [days]. Common practice,
#: no source: "days, in the fridge".
HOMEMADE_KEEPS_DAYS = 7
#: From so many days before the end it is shown [days]. Own value.
SOON_DAYS = 14


@dataclass(frozen=True)
class Keeps:
    """The end of a product's life.

    Args:
        until: last day it may be used
        because: what sets it, in words
    """

    until: date
    because: str

    def days_left(self, today: date) -> int:
        """Days it may still be used; negative once it is over."""
        return (self.until - today).days


def ends_of_life(
    best_before: date | None,
    opened_on: date | None,
    months_after_opening: int | None,
    made_on: date | None,
    keeps_days: int | None,
) -> list[Keeps]:
    """Everything that ends a product's life."""
    ends = []
    if best_before:
        ends.append(Keeps(best_before, say("best before {day}", day=day_text(best_before))))
    if opened_on and months_after_opening:
        until = opened_on + relativedelta(months=months_after_opening)
        why = say(
            "opened {day}, keeps {months_after_opening} months after opening",
            day=day_text(opened_on),
            months_after_opening=months_after_opening,
        )
        ends.append(Keeps(until, why))
    if made_on:
        days = keeps_days or HOMEMADE_KEEPS_DAYS
        why = say(
            "made {day}, keeps {days} days in the fridge",
            day=day_text(made_on),
            days=days,
        )
        ends.append(Keeps(made_on + timedelta(days=days), why))
    return ends


def keeps(
    best_before: date | None = None,
    opened_on: date | None = None,
    months_after_opening: int | None = None,
    made_on: date | None = None,
    keeps_days: int | None = None,
) -> Keeps | None:
    """Until when a product may be used: the earliest of what ends its life.

    Args:
        best_before: date on the closed product
        opened_on: when it was opened
        months_after_opening: the number in the open-jar symbol [months]
        made_on: of something homemade
        keeps_days: days something homemade keeps; else the usual
    Returns:
        None where nothing limits it
    Source: the open-jar symbol, Regulation (EC) No 1223/2009, Article 19(1)(c) and Annex VII,
        from memory; homemade: common practice, no source.
    """
    ends = ends_of_life(best_before, opened_on, months_after_opening, made_on, keeps_days)
    return min(ends, key=lambda end: end.until, default=None)
