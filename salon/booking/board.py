"""The board of a date and the load of a week, as the core says they stand."""

from dataclasses import dataclass
from datetime import date, timedelta

from django.utils import timezone

from craft.contract.day import BoardAnswer
from craft.day.standing import board as board_of
from salon.booking.asking import board_request, bookings_on
from salon.booking.hours import Hours, hours_of, stations
from salon.booking.models import ACTIVE, Booking

#: Days that are drawn for the odds of a board.
DRAWS = 200
WEEK_DAYS = 7


@dataclass(frozen=True)
class Board:
    """A date of the salon.

    Args:
        hours: when it is open
        bookings: who comes, and who was cancelled
        standing: how the day stands
        stations: how many of each there are
    """

    hours: Hours
    bookings: list[Booking]
    standing: BoardAnswer
    stations: dict[str, int]


def on_board(bookings: list[Booking]) -> list[Booking]:
    """Those who take hands and places, or took them."""
    return [booking for booking in bookings if booking.state in (*ACTIVE, "done")]


def board(day: date, draws: int = DRAWS) -> Board:
    """A date with everybody who comes.

    Args:
        day: which
        draws: days that are drawn for the odds; 0: none
    """
    hours, bookings = hours_of(day), bookings_on(day)
    request = board_request(hours, on_board(bookings), timezone.now(), draws)
    return Board(hours, bookings, board_of(request), stations())


def week(first: date) -> list[Board]:
    """Seven days from a date on."""
    return [board(first + timedelta(days=offset), draws=0) for offset in range(WEEK_DAYS)]
