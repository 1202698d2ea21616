"""Pairs that flake. The posterior is checked against scipy.stats."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from craft.products.pairs import PRIOR_CLEAR, PRIOR_FLAKED, flaking_chance, judge
from craft.vocabulary import Flaking

COUNTS = st.integers(0, 40)


class ChanceTest(TestCase):
    @given(COUNTS, COUNTS)
    def test_it_is_the_mean_of_a_beta(self, flaked: int, clear: int) -> None:
        expected = stats.beta(PRIOR_FLAKED + flaked, PRIOR_CLEAR + clear).mean()
        self.assertAlmostEqual(flaking_chance(flaked, clear), float(expected))

    @given(COUNTS, COUNTS)
    def test_flakes_raise_it_and_clear_visits_lower_it(self, flaked: int, clear: int) -> None:
        now = flaking_chance(flaked, clear)
        self.assertGreater(flaking_chance(flaked + 1, clear), now)
        self.assertLess(flaking_chance(flaked, clear + 1), now)


class JudgeTest(TestCase):
    def test_nothing_seen(self) -> None:
        self.assertIsNone(judge([], 0, 0))

    def test_one_visit_proves_nothing_two_arouse_suspicion(self) -> None:
        pair, two = judge([], 1, 0), judge([], 2, 0)
        assert pair
        assert two
        self.assertFalse(pair.flakes)
        self.assertTrue(two.flakes)
        self.assertFalse(two.tested)
        self.assertIn("Rub both on the palm", pair.because)

    def test_clear_visits_take_the_suspicion_away(self) -> None:
        verdict = judge([], 2, 3)
        assert verdict
        self.assertFalse(verdict.flakes)

    def test_the_palm_rules_over_visits(self) -> None:
        flakes, clear = judge([Flaking.FLAKES], 0, 30), judge([Flaking.CLEAR], 9, 0)
        assert flakes
        assert clear
        self.assertEqual((flakes.flakes, flakes.tested), (True, True))
        self.assertFalse(clear.flakes)

    def test_visits_are_told_beside_the_palm_however_they_are_shared(self) -> None:
        for flaked, clear in ((1, 1), (2, 0), (0, 2)):
            verdict = judge([Flaking.CLEAR], flaked, clear)
            assert verdict is not None
            told = f"{flaked} of {flaked + clear} visits with both left flakes"
            self.assertIn(told, verdict.because)

    def test_the_newest_palm_test_counts(self) -> None:
        verdict = judge([Flaking.FLAKES, Flaking.CLEAR], 0, 0)
        assert verdict
        self.assertFalse(verdict.flakes)
        self.assertEqual(verdict.because, "Rubbed on the palm they stay clear.")
