"""Scores of forecasts: against scikit-learn's definitions by hand, scipy, and planted odds."""

import math
from unittest import TestCase

import numpy as np
from scipy import stats

from craft.learning.scoring import (
    Dated,
    brier,
    calibrate,
    held_out,
    log_score,
    reliability,
    share_interval,
)
from craft.learning.tests.salons import SPREADS


def promises(seed: int, count: int, bend: float = 1.0) -> tuple[list[float], list[bool]]:
    """Odds promised, and what came: with log-odds bent by a factor."""
    chance = np.random.default_rng(seed)
    odds = chance.uniform(0.02, 0.98, count)
    true = 1 / (1 + np.exp(-bend * np.log(odds / (1 - odds))))
    return [float(each) for each in odds], [bool(hit) for hit in chance.random(count) < true]


class ScoreTest(TestCase):
    def test_worked_by_hand(self) -> None:
        odds, came = [0.9, 0.8, 0.3], [True, False, False]
        self.assertAlmostEqual(brier(odds, came), (0.01 + 0.64 + 0.09) / 3)
        self.assertAlmostEqual(
            log_score(odds, came), -(math.log(0.9) + math.log(0.2) + math.log(0.7)) / 3
        )
        self.assertAlmostEqual(brier([0.5] * 4, [True, False, True, False]), 0.25)

    def test_the_interval_of_a_share_is_wilsons(self) -> None:
        for hits, of in ((0, 5), (3, 10), (28, 30), (7, 7)):
            known = stats.binomtest(hits, of).proportion_ci(0.9, method="wilson")
            low, high = share_interval(hits, of, 0.9)
            self.assertAlmostEqual(low, known.low)
            self.assertAlmostEqual(high, known.high)

    def test_odds_that_come_true_lie_on_the_diagonal(self) -> None:
        rows = reliability(*promises(1, 20_000))
        self.assertEqual(sum(row.count for row in rows), 20_000)
        for row in rows:
            self.assertAlmostEqual(row.promised, row.came, delta=0.03)
            self.assertTrue(row.came_low <= row.came <= row.came_high)


class CalibrationTest(TestCase):
    def test_odds_that_came_true_are_left_as_they_are(self) -> None:
        learned = calibrate(*promises(2, 3000))
        for each in (0.1, 0.5, 0.9):
            self.assertAlmostEqual(learned.odds(each), each, delta=0.03)

    def test_odds_that_were_too_sure_are_bent_back(self) -> None:
        odds, came = promises(3, 1500, bend=0.5)
        learned = calibrate(odds, came)
        self.assertAlmostEqual(learned.slope, 0.5, delta=0.1)
        bent = [learned.odds(each) for each in odds]
        self.assertLess(log_score(bent, came), log_score(odds, came))

    def test_a_handful_bends_little_and_none_nothing(self) -> None:
        self.assertEqual(calibrate([], []).odds(0.7), 0.7)
        few = calibrate([0.9, 0.9, 0.8], [False, False, True])
        self.assertTrue(0.3 < few.odds(0.9) < 0.9)


class HeldOutTest(TestCase):
    def test_what_can_be_learned_is_and_never_from_the_future(self) -> None:
        chance = np.random.default_rng(5)
        slow = [Dated("mara", day, 0.3 + float(chance.normal(0, 0.1))) for day in range(0, 400, 10)]
        result = held_out(slow, SPREADS)
        assert result is not None
        self.assertLess(result.after, 0.5 * result.before)
        # The last value changes; what was forecast before it does not.
        again = held_out([*slow[:-1], Dated("mara", 390, 9.0)], SPREADS, last=len(slow))
        first = held_out(slow, SPREADS, last=len(slow))
        assert again is not None
        assert first is not None
        shift = (again.after - first.after) * first.count
        self.assertAlmostEqual(shift, 9.0 - slow[-1].log_ratio, delta=0.7)

    def test_where_nothing_differs_it_does_no_harm(self) -> None:
        chance = np.random.default_rng(6)
        flat = [Dated("mara", day, float(chance.normal(0, 0.12))) for day in range(0, 600, 5)]
        result = held_out(flat, SPREADS)
        assert result is not None
        self.assertLess(result.after, 1.05 * result.before)
        self.assertAlmostEqual(result.covered, 0.9, delta=0.07)

    def test_the_first_day_has_nothing_before_it(self) -> None:
        self.assertIsNone(held_out([Dated("mara", 1, 0.1), Dated("mara", 1, 0.2)], SPREADS))
