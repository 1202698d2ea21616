"""Until when a product may be used. Dates are worked by hand."""

from datetime import date, timedelta
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.products.shelf_life import HOMEMADE_KEEPS_DAYS, ends_of_life, keeps

DAYS = st.dates(date(2000, 1, 1), date(2090, 1, 1))


class KeepsTest(TestCase):
    def test_nothing_ends_it(self) -> None:
        self.assertIsNone(keeps())
        self.assertIsNone(keeps(opened_on=date(2026, 1, 31)))
        self.assertIsNone(keeps(months_after_opening=12))

    def test_months_after_opening_are_months_of_the_calendar(self) -> None:
        # The open-jar symbol counts months: Regulation (EC) 1223/2009, Article 19(1)(c).
        cases = (
            (date(2026, 1, 15), 6, date(2026, 7, 15)),
            (date(2026, 8, 31), 6, date(2027, 2, 28)),
            (date(2027, 8, 31), 6, date(2028, 2, 29)),
            (date(2026, 12, 1), 12, date(2027, 12, 1)),
        )
        for opened, months, until in cases:
            end = keeps(opened_on=opened, months_after_opening=months)
            assert end is not None
            self.assertEqual(end.until, until)

    def test_the_earliest_end_counts_and_says_why(self) -> None:
        end = keeps(
            best_before=date(2026, 9, 1),
            opened_on=date(2026, 2, 3),
            months_after_opening=6,
        )
        assert end is not None
        self.assertEqual(end.until, date(2026, 8, 3))
        self.assertEqual(end.because, "opened 3 Feb 2026, keeps 6 months after opening")

    def test_homemade_keeps_days(self) -> None:
        usual = keeps(made_on=date(2026, 6, 1))
        own = keeps(made_on=date(2026, 6, 1), keeps_days=10)
        assert usual is not None
        assert own is not None
        self.assertEqual(usual.until, date(2026, 6, 1) + timedelta(days=HOMEMADE_KEEPS_DAYS))
        self.assertEqual(own.until, date(2026, 6, 11))
        self.assertIn("in the fridge", own.because)

    def test_days_left(self) -> None:
        end = keeps(best_before=date(2026, 6, 10))
        assert end is not None
        for today, left in ((9, 1), (10, 0), (12, -2)):
            self.assertEqual(end.days_left(date(2026, 6, today)), left)

    @given(DAYS, DAYS, DAYS, st.integers(1, 60), st.integers(1, 90))
    def test_never_later_than_any_of_its_ends(
        self, best: date, opened: date, made_on: date, months: int, days: int
    ) -> None:
        keeps_until = keeps(best, opened, months, made_on, days)
        assert keeps_until is not None
        ends = ends_of_life(best, opened, months, made_on, days)
        self.assertEqual(len(ends), 3)
        self.assertTrue(all(keeps_until.until <= end.until for end in ends))

    @given(DAYS, st.integers(1, 60))
    def test_a_longer_symbol_never_ends_sooner(self, opened: date, months: int) -> None:
        short = keeps(opened_on=opened, months_after_opening=months)
        long = keeps(opened_on=opened, months_after_opening=months + 1)
        assert short is not None
        assert long is not None
        self.assertLess(short.until, long.until)
