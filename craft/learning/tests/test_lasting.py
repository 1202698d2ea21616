"""How long styles last: by day, from silence, and in salons whose styles fade by another law."""

import math
from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy import integrate, stats

from craft.learning.lasting import (
    WearBounds,
    client_estimate,
    days_seen,
    is_doubtful,
    salon_estimate,
)
from craft.learning.quantities import SPREADS
from craft.learning.tests.held_out_wears import held_out
from craft.ranges import CLIENT_STEP, FACTOR_LEAST, FACTOR_MOST, SALON_STEP
from craft.vocabulary import LearnedOf

SEEN = st.builds(
    lambda low, wide: WearBounds(low, low * wide if wide else None),
    st.floats(0.05, 8),
    st.none() | st.floats(1.05, 6),
)


class DaysSeenTest(TestCase):
    def test_the_last_good_day_and_the_first_faded_one(self) -> None:
        self.assertEqual(days_seen({1: 5, 3: 4, 6: 3, 8: 2}), (6, 8))

    def test_silence_is_no_fading(self) -> None:
        self.assertEqual(days_seen({0: 5, 1: 4, 2: 4}), (2, None))
        self.assertEqual(days_seen({0: 5}), (0.5, None))

    def test_one_odd_day_is_one_odd_day(self) -> None:
        told = {day: 5 - 0.4 * day for day in range(10)}
        self.assertEqual(days_seen(told), (6, 7))
        self.assertEqual(days_seen(told | {3: 1}), (6, 7))
        self.assertEqual(days_seen(told | {9: 5}), (6, 7))

    def test_where_it_cannot_be_told_apart_the_bounds_are_wide(self) -> None:
        self.assertEqual(days_seen({1: 5, 2: 4, 3: 2, 4: 3, 5: 2}), (2, 5))

    def test_what_never_looked_good_says_nothing_of_lasting(self) -> None:
        self.assertIsNone(days_seen({0: 2, 1: 1, 2: 1}))
        self.assertIsNone(days_seen({}))


class LearnedTest(TestCase):
    """Bayes' rule for what was only seen between two days; scipy integrates the same."""

    def test_mean_against_direct_integration(self) -> None:
        wears = [WearBounds(0.8, 1.1), WearBounds(0.9, None)]
        spreads, salon = SPREADS[LearnedOf.WEAR], salon_estimate([])

        def density(x: float) -> float:
            low, high = (math.log(0.8) - x) / spreads.visit, (math.log(1.1) - x) / spreads.visit
            closed = 0.95 * (stats.norm.cdf(high) - stats.norm.cdf(low)) + 0.025
            open_ended = 0.95 * stats.norm.sf((math.log(0.9) - x) / spreads.visit) + 0.025
            return float(stats.norm.pdf(x, 0, salon.unsure) * closed * open_ended)

        whole, _ = integrate.quad(density, -2.2, 2.2)
        middle, _ = integrate.quad(lambda x: x * density(x) / whole, -2.2, 2.2)
        self.assertAlmostEqual(client_estimate(wears, salon).log_factor, middle, places=4)

    def test_four_good_early_days_are_not_taken_for_two_weeks(self) -> None:
        salon = salon_estimate([])
        early = client_estimate([WearBounds(4 / 6, None)] * 10, salon)
        self.assertLess(early.factor, 1.35)
        late = client_estimate([WearBounds(9 / 6, None)] * 4, salon)
        self.assertGreater(late.factor, 1.2)
        self.assertGreater(early.unsure, client_estimate([WearBounds(0.9, 1.1)] * 10, salon).unsure)

    def test_what_somebody_confirmed_counts_as_far_as_one_wear_may(self) -> None:
        salon = salon_estimate([])
        odd = WearBounds(0.1, 0.15)
        doubted = client_estimate([odd], salon).factor
        sure = client_estimate([replace(odd, confirmed=True)], salon).factor
        self.assertLess(sure, doubted)
        self.assertAlmostEqual(sure, 1 / (1 + CLIENT_STEP), delta=0.01)

    def test_one_client_is_not_the_salon(self) -> None:
        quick = WearBounds(0.4, 0.6)
        of_one = salon_estimate([("one", quick)] * 12)
        of_many = salon_estimate([(client, quick) for client in range(12)])
        self.assertLess(of_many.factor, of_one.factor)
        self.assertLess(of_many.unsure, of_one.unsure)

    @given(st.lists(SEEN, max_size=8), SEEN)
    def test_one_wear_moves_the_salon_by_a_twentieth_and_a_client_by_a_fifth(
        self, before: list[WearBounds], last: WearBounds
    ) -> None:
        """Steps are found by halving, to a thousandth."""
        salon = salon_estimate(list(enumerate(before)))
        for learned, more, step in (
            (salon, salon_estimate(list(enumerate([*before, last]))), SALON_STEP),
            (client_estimate(before, salon), client_estimate([*before, last], salon), CLIENT_STEP),
        ):
            moved = math.exp(abs(more.log_factor - learned.log_factor))
            self.assertLessEqual(moved, (1 + step) * 1.001)
            self.assertTrue(FACTOR_LEAST <= round(more.factor, 9) <= FACTOR_MOST)

    def test_what_lies_far_off_is_asked_about_but_never_what_may_have_lasted(self) -> None:
        salon = salon_estimate([])
        self.assertTrue(is_doubtful(WearBounds(0.05, 0.1), salon))
        self.assertTrue(is_doubtful(WearBounds(8.0, None), salon))
        self.assertFalse(is_doubtful(WearBounds(0.1, None), salon))
        self.assertFalse(is_doubtful(WearBounds(0.1, 3.0), salon))


class ElsewhereTest(TestCase):
    """Held out: the last wear of every client of salons that another law made."""

    def test_days_are_foretold_within_three_tenths_and_ranges_hold_them(self) -> None:
        tried = held_out(range(8))
        self.assertLess(tried.learned, 0.30)
        self.assertLess(tried.learned, 0.8 * tried.plain)
        self.assertTrue(0.82 <= tried.inside <= 0.97)
