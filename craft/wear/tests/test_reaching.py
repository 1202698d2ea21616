"""When a client is written to."""

from datetime import date, datetime, timedelta
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st

from craft.wear.reaching import UNANSWERED_MOST, Hours, asks_today, decent

ZONE = ZoneInfo("Europe/Lisbon")
SERVICE = date(2026, 6, 20)
UNTIL = SERVICE + timedelta(days=12)


def day(number: int) -> date:
    """So many days after the service."""
    return SERVICE + timedelta(days=number)


class DecentTest(TestCase):
    @given(
        st.datetimes(datetime(2026, 1, 1), datetime(2026, 12, 30), timezones=st.just(ZONE)),
        st.integers(0, 22),
        st.integers(1, 24),
    )
    def test_never_at_night_never_earlier_and_at_most_a_day_later(
        self, at: datetime, opens: int, length: int
    ) -> None:
        hours = Hours(opens, min(24, opens + length))
        then = decent(at, hours)
        self.assertGreaterEqual(then, at)
        self.assertTrue(hours.opens <= then.hour < hours.closes)
        self.assertLess(then.replace(tzinfo=None) - at.replace(tzinfo=None), timedelta(days=1))
        self.assertEqual(decent(then, hours), then)

    def test_within_the_hours_it_goes_at_once(self) -> None:
        noon = datetime(2026, 6, 20, 12, 5, tzinfo=ZONE)
        self.assertEqual(decent(noon, Hours(9, 20)), noon)
        self.assertEqual(decent(noon, Hours(14, 20)).hour, 14)
        self.assertEqual(decent(noon, Hours(8, 12)).date(), day(1))


class AskTest(TestCase):
    def test_every_day_until_it_is_washed(self) -> None:
        for number in range(2, 12):
            told = [day(each) for each in range(1, number)]
            asks = asks_today(day(number), UNTIL, told, told, 1)
            self.assertTrue(asks, number)
        self.assertFalse(asks_today(UNTIL, UNTIL, [day(11)], [day(11)], 1))

    def test_not_on_a_day_that_was_told_of_already(self) -> None:
        self.assertFalse(asks_today(day(3), UNTIL, [day(1)], [day(3)], 1))

    def test_as_far_apart_as_the_salon_wants(self) -> None:
        asked = [day(1)]
        for every, first in ((1, 2), (2, 3), (7, 8)):
            asks = [asks_today(day(number), UNTIL, asked, asked, every) for number in range(1, 12)]
            self.assertEqual(asks.index(True) + 1, first)
        self.assertFalse(asks_today(day(9), UNTIL, asked, asked, 0))

    def test_nobody_who_does_not_answer_is_asked_for_ever(self) -> None:
        asked = [day(number) for number in range(1, UNANSWERED_MOST)]
        self.assertTrue(asks_today(day(9), UNTIL, asked, [], 1))
        asked.append(day(UNANSWERED_MOST))
        self.assertFalse(asks_today(day(9), UNTIL, asked, [], 1))
        self.assertTrue(asks_today(day(9), UNTIL, asked, [day(UNANSWERED_MOST)], 1))

    def test_not_before_the_first_question(self) -> None:
        self.assertFalse(asks_today(day(2), UNTIL, [], [], 1))
