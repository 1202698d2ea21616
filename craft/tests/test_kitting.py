"""What is free at an hour, checked against counting minute by minute."""

from datetime import datetime, timedelta
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.products.kit import Reservation, counts_on, during, enough_from, free, most_reserved

NINE = datetime(2026, 6, 20, 9)


def hold(begin: int, end: int, count: int = 1) -> Reservation:
    """Pieces out between two minutes after nine."""
    return Reservation(
        count, NINE + timedelta(minutes=begin), NINE + timedelta(minutes=end), "somebody"
    )


def at(minute: int) -> datetime:
    return NINE + timedelta(minutes=minute)


HOLDS = st.lists(
    st.tuples(st.integers(0, 90), st.integers(1, 60), st.integers(1, 9)).map(
        lambda drawn: hold(drawn[0], drawn[0] + drawn[1], drawn[2])
    ),
    max_size=7,
)


class FreeTest(TestCase):
    def test_nobody_has_any(self) -> None:
        self.assertEqual(free(24, [], at(0), at(60)), 24)

    def test_what_comes_back_as_another_goes_is_one_set(self) -> None:
        self.assertEqual(most_reserved([hold(0, 30, 8), hold(30, 60, 8)], at(0), at(60)), 8)

    def test_what_overlaps_adds_up(self) -> None:
        self.assertEqual(most_reserved([hold(0, 31, 8), hold(30, 60, 6)], at(0), at(60)), 14)

    def test_a_later_plan_counts_if_it_begins_before_these_are_back(self) -> None:
        later = [hold(120, 200, 10)]
        self.assertEqual(free(24, later, at(0), at(120)), 24)
        self.assertEqual(free(24, later, at(0), at(121)), 14)

    def test_never_less_than_none(self) -> None:
        self.assertEqual(free(5, [hold(0, 60, 9)], at(0), at(10)), 0)

    def test_touching_is_not_overlapping(self) -> None:
        self.assertEqual(during([hold(0, 30)], at(30), at(60)), [])
        self.assertEqual(len(during([hold(0, 30)], at(29), at(60))), 1)

    @settings(max_examples=60, deadline=None)
    @given(HOLDS, st.integers(0, 100), st.integers(1, 60))
    def test_as_if_counted_minute_by_minute(
        self, reservations: list[Reservation], begin: int, length: int
    ) -> None:
        minutes = [at(begin + minute) for minute in range(length)]
        counted = max(
            sum(
                reservation.count
                for reservation in reservations
                if reservation.begin <= now < reservation.end
            )
            for now in minutes
        )
        self.assertEqual(most_reserved(reservations, at(begin), at(begin + length)), counted)


class EnoughTest(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(HOLDS, st.integers(0, 60), st.integers(1, 40), st.integers(1, 12))
    def test_the_first_moment_as_if_tried_minute_by_minute(
        self, rows: list[Reservation], begin: int, length: int, needed: int
    ) -> None:
        tried = next(
            at(minute)
            for minute in range(begin, 300)
            if free(12, rows, at(minute), at(minute + length)) >= needed
        )
        long = timedelta(minutes=length)
        self.assertEqual(enough_from(12, rows, at(begin), long, needed), tried)

    def test_never_so_many(self) -> None:
        self.assertIsNone(enough_from(5, [], at(0), timedelta(hours=1), 6))

    def test_what_has_to_be_back_is_named_and_what_would_do_without_is_not(self) -> None:
        margin = timedelta(hours=1)
        back = hold(0, 50, 8)
        self.assertEqual(counts_on(12, [back], at(60), 6, margin), [back])
        self.assertEqual(counts_on(12, [back], at(60), 4, margin), [])
        self.assertEqual(counts_on(12, [back], at(120), 6, margin), [], "back long since")
