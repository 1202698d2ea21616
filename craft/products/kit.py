"""What of the kit is free at an hour: in the drawer, on heads, being cleaned, promised to plans."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import accumulate


@dataclass(frozen=True)
class Reservation:
    """Some pieces that are not in the drawer for a while.

    Args:
        count: how many pieces
        begin, end: when they leave the drawer and when they are back, clean
        holder: on whose head; empty while being cleaned
    """

    count: int
    begin: datetime
    end: datetime
    holder: str


def during(
    reservations: Iterable[Reservation], begin: datetime, end: datetime
) -> list[Reservation]:
    """Reservations that overlap a time; one that ends as it begins does not."""
    return [
        reservation
        for reservation in reservations
        if reservation.begin < end and begin < reservation.end
    ]


def most_reserved(reservations: Iterable[Reservation], begin: datetime, end: datetime) -> int:
    """The most pieces that are out at once during a time."""
    changes: list[tuple[datetime, int]] = []
    for reservation in during(reservations, begin, end):
        changes.append((max(begin, reservation.begin), reservation.count))
        changes.append((reservation.end, -reservation.count))
    # What comes back at a moment is there for what leaves at that moment.
    running = accumulate(count for _, count in sorted(changes))
    return max(running, default=0)


def free(count: int, reservations: Iterable[Reservation], begin: datetime, end: datetime) -> int:
    """Pieces that are in the drawer throughout a time, never less than none.

    Args:
        count: how many there are in all
        reservations: who has some, and until when
        begin, end: the time they are needed
    """
    return max(0, count - most_reserved(reservations, begin, end))


def enough_from(
    count: int,
    reservations: Iterable[Reservation],
    begin: datetime,
    length: timedelta,
    needed: int,
) -> datetime | None:
    """The first moment from which so many pieces are in the drawer for so long.

    Args:
        count: how many there are in all
        reservations: who has some, and until when
        begin: not before
        length: so long they are needed
        needed: so many
    Returns:
        the moment; None where there never are so many
    """
    if count < needed:
        return None
    rows = list(reservations)
    moments = sorted({begin, *(row.end for row in rows if row.end > begin)})
    return next(
        moment for moment in moments if free(count, rows, moment, moment + length) >= needed
    )


def counts_on(
    count: int,
    reservations: Iterable[Reservation],
    begin: datetime,
    needed: int,
    margin: timedelta,
) -> list[Reservation]:
    """Pieces that have to be back in time, for without them too few are there.

    Args:
        count: how many there are in all
        reservations: who has some, and until when
        begin: when they are needed
        needed: so many
        margin: what comes back so shortly before is not sure to be there
    """
    rows = list(reservations)
    return [
        row
        for row in rows
        if begin - margin < row.end <= begin
        and count - most_reserved(rows, begin, begin + timedelta(minutes=1)) - row.count < needed
    ]
