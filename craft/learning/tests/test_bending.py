"""Odds bent by how promises came true, and the plans that promise with them."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.special import expit, logit
from scipy.stats import norm

from craft.contract import PlanAnswer
from craft.learning.scoring import calibrate, log_score
from craft.learning.tests.test_scoring import promises
from craft.plan.forecast import SAFE_ODDS
from craft.statistics.odds import SOUGHT, Calibration
from craft.tests.requests import planned

GOAL = {"style": "flat_twist_out", "sections": 8}
TOO_SURE = {"shift": -0.4, "slope": 0.6, "promises": 40}


def with_odds(**learned: object) -> PlanAnswer:
    return planned(goal=GOAL | {"release_after_h": 48}, learned_odds=learned or None)


class CalibrationTest(TestCase):
    @given(st.floats(-2, 2), st.floats(0.1, 3), st.floats(0.01, 0.99))
    def test_bent_and_back_are_scipys(self, shift: float, slope: float, odds: float) -> None:
        bend = Calibration(shift, slope, 10)
        self.assertAlmostEqual(bend.odds(odds), float(expit(shift + slope * logit(odds))))
        back = bend.forecast_for(odds)
        known = float(np.clip(expit((logit(odds) - shift) / slope), *SOUGHT))
        self.assertAlmostEqual(back, known)
        self.assertAlmostEqual(bend.quantile_for(odds), float(norm.ppf(known)), places=6)

    def test_without_promises_nothing_is_bent_and_what_is_certain_stays(self) -> None:
        self.assertEqual(Calibration(1.0, 0.2).odds(0.7), 0.7)
        self.assertEqual(Calibration(1.0, 0.2).forecast_for(0.8), 0.8)
        for certain in (0.0, 1.0):
            self.assertEqual(Calibration(1.0, 0.2, 9).odds(certain), certain)

    def test_odds_that_say_nothing_look_for_the_latest_hour_or_the_first(self) -> None:
        self.assertEqual(Calibration(0.0, 0.0, 9).forecast_for(0.8), SOUGHT[1])
        self.assertEqual(Calibration(3.0, 0.0, 9).forecast_for(0.8), SOUGHT[0])

    def test_bent_by_the_past_alone_promises_come_true_more_often(self) -> None:
        """Held out by rolling origin: each promise is bent by those before it."""
        odds, came = promises(8, 400, bend=0.4)
        bent = [calibrate(odds[:number], came[:number]).odds(odds[number]) for number in range(400)]
        self.assertLess(log_score(bent[40:], came[40:]), log_score(odds[40:], came[40:]) - 0.02)
        # Where promises came true as they were, bending costs next to nothing.
        odds, came = promises(9, 400)
        bent = [calibrate(odds[:number], came[:number]).odds(odds[number]) for number in range(400)]
        self.assertLess(log_score(bent, came), log_score(odds, came) + 0.01)

    def test_old_promises_fade(self) -> None:
        odds, came = [0.9] * 40, [False] * 20 + [True] * 20
        ages = [720.0] * 20 + [1.0] * 20
        self.assertGreater(calibrate(odds, came, ages).odds(0.9), calibrate(odds, came).odds(0.9))


class PlanTest(TestCase):
    def test_a_plan_promises_less_where_less_came_true_and_says_why(self) -> None:
        plain, bent = with_odds().drying, with_odds(**TOO_SURE).drying
        self.assertEqual(plain.odds_dry, plain.odds_forecast)
        self.assertEqual(bent.odds_forecast, plain.odds_dry)
        expected = Calibration(**TOO_SURE).odds(plain.odds_dry)  # type: ignore[arg-type]
        self.assertAlmostEqual(bent.odds_dry, expected, delta=0.002)
        reasons = [each for each in bent.reasons if each.rule == "odds_bent"]
        self.assertEqual(reasons[0].trigger, "40 forecasts so far")
        self.assertIn("less often than that", reasons[0].because)
        self.assertFalse([each for each in plain.reasons if each.rule == "odds_bent"])

    def test_what_is_promised_unasked_is_safe_by_the_bent_odds(self) -> None:
        asked = {"goal": {"style": "shake_wash_and_go"}, "dry": "air"}
        plain = planned(**asked).drying
        bent = planned(**asked, learned_odds=TOO_SURE).drying
        self.assertGreater(bent.release_after_h, plain.release_after_h)
        for drying in (plain, bent):
            self.assertTrue(drying.safe)
            self.assertGreaterEqual(drying.odds_dry, SAFE_ODDS - 0.005)
