"""Density from several ways, put together."""

import math
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from craft.hair import density
from craft.hair.density import Reading
from craft.physics import fibre
from craft.vocabulary import Way

READINGS = st.lists(
    st.builds(Reading, st.sampled_from(list(Way)), st.floats(30, 400), st.floats(0.05, 0.5)),
    min_size=1,
    max_size=5,
)


class GatheredTest(TestCase):
    def test_worked_bundle(self) -> None:
        # Worked by hand: 103 389 hairs in a girth of 10 cm, on 550.3 cm² of scalp.
        self.assertAlmostEqual(density.from_bundle(10, 70, 57), 103_389 / 550.3, delta=0.05)

    def test_twice_the_girth_is_four_times_the_hair(self) -> None:
        ratio = density.from_bundle(10, 70, 57) / density.from_bundle(5, 70, 57)
        self.assertAlmostEqual(ratio, 4)

    def test_fine_hair_of_the_same_girth_is_denser(self) -> None:
        self.assertGreater(density.from_bundle(9, 50, 57), density.from_bundle(9, 90, 57))

    def test_a_usual_girth_gives_a_usual_density(self) -> None:
        # Loussouarn 2001, from memory: 190 ± 40 and 227 ± 55 hairs/cm².
        self.assertTrue(150 < density.from_bundle(10, 70, 57) < 282)
        self.assertAlmostEqual(fibre.hairs_by_circumference(10, 70) / 1e5, 1, delta=0.1)


class SettleTest(TestCase):
    def test_a_single_way_stands_as_it_is(self) -> None:
        settled = density.settle([Reading(Way.COUNTED, 175, 0.2)])
        self.assertAlmostEqual(settled.per_cm2, 175)
        self.assertEqual(settled.disagree, ())

    def test_weighting_against_scipy(self) -> None:
        # The product of two normal densities, its peak found numerically with scipy.stats.
        first, second = Reading(Way.COUNTED, 200, 0.1), Reading(Way.BY_EYE, 120, 0.3)
        grid = [math.log(100) + step * 1e-4 for step in range(8000)]
        best = max(
            grid,
            key=lambda x: (
                stats.norm.logpdf(x, math.log(200), 0.1) + stats.norm.logpdf(x, math.log(120), 0.3)
            ),
        )
        settled = density.settle([first, second])
        self.assertAlmostEqual(math.log(settled.per_cm2), best, delta=2e-4)

    @given(READINGS)
    def test_it_lies_between_its_readings_and_is_surer_than_each(self, readings: list) -> None:
        settled = density.settle(readings)
        values = [reading.per_cm2 for reading in readings]
        self.assertTrue(min(values) * 0.999 <= settled.per_cm2 <= max(values) * 1.001)
        wide = settled.high / settled.low
        for reading in readings:
            self.assertLessEqual(wide, reading.band[1] / reading.band[0] * 1.0001)

    def test_a_count_far_from_the_others_is_named(self) -> None:
        readings = [
            Reading(Way.COUNTED, 90, 0.12),
            Reading(Way.GATHERED, 230, 0.25),
            Reading(Way.BY_EYE, 240, 0.30),
        ]
        self.assertIn(Way.COUNTED, density.settle(readings).disagree)
        near = [Reading(Way.COUNTED, 200, 0.12), *readings[1:]]
        self.assertEqual(density.settle(near).disagree, ())

    @given(st.integers(1, 2000), st.integers(1, 5))
    def test_more_hairs_and_more_spots_are_surer(self, hairs: int, spots: int) -> None:
        here = density.counted_spread(hairs, spots)
        self.assertLess(density.counted_spread(hairs + 1, spots), here)
        self.assertLess(density.counted_spread(hairs, spots + 1), here)
        self.assertGreater(here, 1 / math.sqrt(hairs))
