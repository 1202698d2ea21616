"""What of the kit is free at an hour: in the drawer, on heads, being cleaned, promised to plans."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime


@dataclass(frozen=True)
class Hold:
    """Some pieces that are not in the drawer for a while.

    Args:
        count: how many pieces
        begin, end: when they leave the drawer and when they are back, clean
        who: on whose head or where, in words
    """

    count: int
    begin: datetime
    end: datetime
    who: str


def during(holds: Iterable[Hold], begin: datetime, end: datetime) -> list[Hold]:
    """Holds that overlap a time; one that ends as it begins does not."""
    return [one for one in holds if one.begin < end and begin < one.end]


def most_held(holds: Iterable[Hold], begin: datetime, end: datetime) -> int:
    """The most pieces that are out at once during a time.

    Only beginnings raise the number, so it is enough to look at the start and at each of them.
    """
    overlapping = during(holds, begin, end)
    moments = {begin, *(one.begin for one in overlapping if one.begin > begin)}
    return max(
        (sum(one.count for one in overlapping if one.begin <= at < one.end) for at in moments),
        default=0,
    )


def free(count: int, holds: Iterable[Hold], begin: datetime, end: datetime) -> int:
    """Pieces that are in the drawer throughout a time, never less than none.

    Args:
        count: how many there are in all
        holds: who has some, and until when
        begin, end: the time they are needed
    """
    return max(0, count - most_held(holds, begin, end))
