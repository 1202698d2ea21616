"""Pumps weighed. The statistics are checked against scipy.stats, a reference library."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from craft.errors import CraftError
from craft.products.calibration import DRIFT_FROM, Reading, calibrate, drift

GRAMS = st.lists(st.floats(0.2, 20), min_size=2, max_size=12)


def singly(*grams: float) -> list[Reading]:
    return [Reading(1, weight) for weight in grams]


class CalibrateTest(TestCase):
    def test_worked(self) -> None:
        # By hand: 1.9, 2.0, 2.1 → mean 2.0, spread 0.1.
        result = calibrate(singly(1.9, 2.0, 2.1))
        self.assertAlmostEqual(result.unit_g, 2.0)
        self.assertAlmostEqual(result.spread_g or 0, 0.1)
        self.assertEqual(result.readings, 3)

    def test_several_at_once_count_as_several(self) -> None:
        # By hand: 5 for 10.5 g and 1 for 1.8 g → 12.3 / 6.
        self.assertAlmostEqual(calibrate([Reading(5, 10.5), Reading(1, 1.8)]).unit_g, 2.05)

    def test_one_reading_has_no_spread(self) -> None:
        result = calibrate([Reading(5, 10)])
        self.assertEqual((result.unit_g, result.spread_g, result.low_g), (2, None, None))

    def test_nothing_weighed(self) -> None:
        with self.assertRaises(CraftError) as caught:
            calibrate([])
        self.assertEqual(caught.exception.field, "readings")

    @given(GRAMS)
    def test_single_units_are_the_textbook_mean_and_spread(self, grams: list[float]) -> None:
        result = calibrate(singly(*grams))
        self.assertAlmostEqual(result.unit_g, float(np.mean(grams)), places=9)
        self.assertAlmostEqual(result.spread_g or 0, float(np.std(grams, ddof=1)), places=9)

    def test_the_interval_is_students(self) -> None:
        grams = [1.92, 2.03, 1.99, 2.11, 1.95]
        result = calibrate(singly(*grams))
        low, high = stats.t.interval(0.95, 4, np.mean(grams), stats.sem(grams))
        self.assertAlmostEqual(result.low_g or 0, low, places=9)
        self.assertAlmostEqual(result.high_g or 0, high, places=9)

    def test_the_spread_is_that_of_one_unit_however_many_are_weighed(self) -> None:
        chance = np.random.default_rng(5)
        spreads = []
        for _ in range(400):
            units = chance.integers(1, 7, 8)
            rows = [Reading(int(n), float(chance.normal(2, 0.2, n).sum())) for n in units]
            spreads.append((calibrate(rows).spread_g or 0) ** 2)
        self.assertAlmostEqual(float(np.mean(spreads)), 0.04, delta=0.003)


class DriftTest(TestCase):
    BEFORE = singly(1.98, 2.02, 2.0, 2.01, 1.99)

    def test_a_worn_pump(self) -> None:
        result = drift(self.BEFORE, [Reading(5, 11.9), Reading(4, 9.5), Reading(6, 14.1)])
        assert result is not None
        self.assertTrue(result.drifted)
        self.assertAlmostEqual(result.now_g, 35.5 / 15)
        self.assertAlmostEqual(result.change, 35.5 / 15 / 2 - 1)

    def test_a_small_change_is_left_alone_however_sure(self) -> None:
        result = drift(self.BEFORE, singly(2.06, 2.07, 2.06, 2.07, 2.06))
        assert result is not None
        self.assertLess(result.p_value, 0.001)
        self.assertLess(abs(result.change), DRIFT_FROM)
        self.assertFalse(result.drifted)

    def test_a_large_change_by_chance_is_left_alone(self) -> None:
        result = drift(singly(1.2, 2.8, 2.0), singly(1.0, 3.6, 2.3))
        assert result is not None
        self.assertGreater(result.change, DRIFT_FROM)
        self.assertFalse(result.drifted)

    def test_too_few_to_tell(self) -> None:
        self.assertIsNone(drift(self.BEFORE, singly(3.0, 3.0)))
        self.assertIsNone(drift(singly(2.0), singly(3.0, 3.0, 3.0)))

    def test_readings_that_do_not_scatter(self) -> None:
        same = drift(singly(2, 2, 2), singly(2, 2, 2))
        other = drift(singly(2, 2, 2), singly(3, 3, 3))
        assert same is not None
        assert other is not None
        self.assertEqual((same.p_value, same.drifted), (1.0, False))
        self.assertEqual((other.p_value, other.drifted), (0.0, True))

    @given(
        st.lists(st.floats(1, 3), min_size=3, max_size=9, unique=True),
        st.lists(st.floats(1, 3), min_size=3, max_size=9, unique=True),
    )
    def test_it_is_welchs_test(self, before: list[float], since: list[float]) -> None:
        if max(np.ptp(before), np.ptp(since)) < 1e-3:
            return
        result = drift(singly(*before), singly(*since))
        expected = stats.ttest_ind(before, since, equal_var=False).pvalue
        assert result is not None
        self.assertAlmostEqual(result.p_value, float(expected), places=7)
