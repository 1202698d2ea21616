"""When a client is written to: by day of their own clock, once for each thing, never too often."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

#: Whole hours between which a salon may write [h], and how many days may lie between two questions.
HOURS, DAYS_APART = (0, 24), (0, 7)
#: Own values: by day, and every day how it wears.
FROM_H, TO_H, EVERY_DAYS = 9, 20, 1
#: So long before a sitting it is reminded of. Common practice, no source.
REMIND_BEFORE = timedelta(hours=24)
#: Who comes within so long is on the way.
AHEAD = timedelta(hours=2)
#: The first check-in is asked for so long after the service: then one night has been slept on it.
ASK_AFTER = timedelta(days=1)
#: So many questions in a row without an answer, then no more of them. Own value.
UNANSWERED_MOST = 3


@dataclass(frozen=True)
class Hours:
    """Whole hours of the day in which a salon writes.

    Args:
        opens, closes: from and to [h]
    """

    opens: int = FROM_H
    closes: int = TO_H


def decent(at: datetime, hours: Hours) -> datetime:
    """The first moment from then on at which a client may be written to.

    Args:
        at: by the clock of the client
        hours: in which the salon writes
    """
    if at.time() < time(hours.opens):
        return at.replace(hour=hours.opens, minute=0, second=0, microsecond=0)
    if at.hour >= hours.closes:
        at += timedelta(days=1)
        return at.replace(hour=hours.opens, minute=0, second=0, microsecond=0)
    return at


def asks_today(
    today: date, until: date, asked: Collection[date], reported: Collection[date], every_days: int
) -> bool:
    """Whether it is asked again today how a style wears.

    Args:
        today: by the clock of the client
        until: the last day it is worn
        asked, reported: days on which it was asked, and days that were reported
        every_days: so far apart; 0 for once and never again
    """
    if not (every_days and asked) or today >= until or today in reported:
        return False
    last = max(reported, default=date.min)
    unanswered = sum(day > last for day in asked)
    return unanswered < UNANSWERED_MOST and (today - max(asked)).days >= every_days
