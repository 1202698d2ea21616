"""Growth against the published range (from memory) and scipy's regression."""

import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import linregress

from craft.hair import growth, history
from craft.vocabulary import PorosityTest

LENGTHS = st.lists(
    st.tuples(st.integers(0, 700), st.floats(10, 10.9)),
    min_size=3,
    max_size=12,
    unique_by=lambda p: p[0],
)


class GrowthTest(TestCase):
    def test_published_range(self) -> None:
        # Loussouarn 2001, from memory: 256 ± 44 and 396 ± 55 µm a day.
        low, high = growth.PUBLISHED_CM_PER_MONTH
        self.assertAlmostEqual(low, 212e-4 * 365.25 / 12)
        self.assertAlmostEqual(high, 451e-4 * 365.25 / 12)

    def test_the_published_mean_is_found_again(self) -> None:
        lengths = [(day, 20 + 256e-4 * day) for day in (0, 40, 90, 160)]
        result = growth.growth(lengths)
        self.assertAlmostEqual(result.cm_per_month, 256e-4 * 365.25 / 12)
        self.assertTrue(result.low < result.cm_per_month < result.high)

    @given(LENGTHS)
    def test_slope_and_error_against_scipy(self, lengths: list[tuple[int, float]]) -> None:
        slope, error = growth.fit_line(lengths)
        reference = linregress(*zip(*lengths, strict=True))
        self.assertAlmostEqual(slope, reference.slope, places=7)
        # scipy has no error for lengths that do not differ.
        if not math.isnan(reference.stderr):
            self.assertGreaterEqual(error, reference.stderr - 1e-9)

    def test_a_cut_begins_anew(self) -> None:
        lengths = [(0, 30.0), (60, 32.0), (70, 26.0), (130, 28.0)]
        self.assertEqual(growth.since_last_cut(lengths), [(70, 26.0), (130, 28.0)])
        self.assertAlmostEqual(growth.growth(lengths).cm_per_month, 2 / 60 * 365.25 / 12)

    def test_too_little_to_tell(self) -> None:
        for lengths in ([], [(0, 20.0)], [(0, 20.0), (10, 20.5)]):
            self.assertIsNone(growth.growth(lengths))


class HistoryTest(TestCase):
    def test_porosity_moves_with_every_day_of_tests(self) -> None:
        readings = [
            (0.0, PorosityTest.WORD, "medium"),
            (30.0, PorosityTest.SOAK_S, 200.0),
            (30.0, PorosityTest.BEAD_S, 100.0),
        ]
        result = history.porosity_over_time(readings)
        self.assertEqual([day for day, _ in result], [0, 30])
        self.assertGreater(result[1][1][0], result[0][1][0])

    def test_a_test_made_again_replaces_the_older(self) -> None:
        readings = [(0.0, PorosityTest.SLIDE, "rough"), (9.0, PorosityTest.SLIDE, "smooth")]
        self.assertEqual(history.evidence(readings, 9), [(PorosityTest.SLIDE, "smooth")])
        self.assertEqual(history.evidence(readings, 400), [])

    def test_pairs_are_of_one_day(self) -> None:
        self.assertEqual(
            history.pair_by_date([(0, 20), (50, 22)], [(50.4, 9)], within=1), [(50, 22, 9)]
        )
        points = history.breakage([(0, 300)], [(0, 100)])
        self.assertAlmostEqual(points[0].value, 0.25)
