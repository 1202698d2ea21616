"""Scores of forecasts: against scikit-learn's definitions by hand, scipy, and planted odds."""

import math
from unittest import TestCase

import numpy as np
from scipy import stats

from craft.learning.scoring import (
    agreement,
    brier,
    calibrate,
    log_score,
    reliability,
    share_interval,
)
from craft.learning.tests.promising_clients import draw_promises, shares_held


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


class ClientsTest(TestCase):
    """Promises of one client are not so many promises: 300 salons, one of them slow or none."""

    def covered(self, *, slow: bool) -> tuple[float, float]:
        """Share of intervals that hold the truth, and mean error of odds of 0.9 once bent."""
        held, off = [], []
        for seed in range(300):
            made = draw_promises(seed, 0.8, slow=slow)
            held += shares_held(made)
            bent = calibrate(made.odds, made.came, clients=made.clients)
            off.append(bent.odds(0.9) - made.true_share(0.9))
        return sum(held) / len(held), sum(off) / len(off)

    def test_intervals_hold_the_truth_nine_in_ten_times(self) -> None:
        for slow in (False, True):
            with self.subTest(slow=slow):
                share, off = self.covered(slow=slow)
                self.assertTrue(0.85 <= share <= 0.95, share)
                self.assertLess(abs(off), 0.03)

    def test_one_slow_client_does_not_bend_everybodys_odds(self) -> None:
        alone, together = [], []
        for seed in range(100):
            made = draw_promises(seed, 0.8, slow=True)
            true = made.true_share(0.9)
            alone.append(abs(calibrate(made.odds, made.came).odds(0.9) - true))
            levels = calibrate(made.odds, made.came, clients=made.clients)
            together.append(abs(levels.odds(0.9) - true))
        self.assertLess(sum(together), 0.6 * sum(alone))

    def test_promises_that_do_not_agree_count_in_full(self) -> None:
        self.assertLess(agreement([True, False] * 10, list(range(20))), 1.1)
        self.assertGreater(agreement([True] * 10 + [False] * 10, [0] * 10 + [1] * 10), 3)


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
