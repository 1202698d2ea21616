"""What the profile makes of whatever was measured."""

from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import chi2

from craft.contract import parse
from craft.contract.profile import ProfileAnswer, ProfileRequest
from craft.errors import CraftError
from craft.physics.curl import TYPICAL_CURL_INDEX, TYPICAL_CURL_MM
from craft.profile.estimate import profile_answer
from craft.vocabulary import Elasticity, Level, PorosityTest, Strand, Way, Zone


def profile(**request: Any) -> ProfileAnswer:
    return profile_answer(parse(ProfileRequest, request))


SPOTS = st.lists(
    st.fixed_dictionaries(
        {
            "zone": st.sampled_from([*[zone.value for zone in Zone], None]),
            "count": st.integers(0, 120),
            "field_cm2": st.floats(0.05, 1),
        }
    ),
    max_size=5,
)


class ProfileTest(TestCase):
    def test_nothing_measured(self) -> None:
        result = profile()
        self.assertIsNone(result.density)
        self.assertIsNone(result.growth)
        self.assertEqual(result.porosity.class_, Level.MEDIUM)
        self.assertEqual(result.next_test, result.next_tests[0].test)

    def test_count_interval_against_scipy(self) -> None:
        # Garwood's exact interval by the chi-squared quantiles of scipy.
        result = profile(counts=[42, 38], field_cm2=0.2).density_per_cm2
        self.assertAlmostEqual(result.low, chi2.ppf(0.1, 160) / 2 / 0.4, delta=0.06)
        self.assertAlmostEqual(result.high, chi2.ppf(0.9, 162) / 2 / 0.4, delta=0.06)

    def test_spots_and_counts_are_the_same_thing(self) -> None:
        alike = profile(counts=[42, 38], field_cm2=0.2)
        spots = profile(spots=[{"count": 42, "field_cm2": 0.2}, {"count": 38, "field_cm2": 0.2}])
        self.assertEqual(alike.density_per_cm2, spots.density_per_cm2)
        self.assertEqual(alike.density, spots.density)

    @given(SPOTS)
    def test_zones_are_those_that_were_counted(self, spots: list[dict[str, Any]]) -> None:
        result = profile(spots=spots)
        self.assertEqual(set(result.zone_density), {spot["zone"] for spot in spots} - {None})
        for density in result.zone_density.values():
            self.assertTrue(density.low <= density.value <= density.high)

    def test_ways_are_put_together_and_the_odd_one_named(self) -> None:
        result = profile(counts=[18], field_cm2=0.2, circumference_cm=12, density="high")
        self.assertEqual([way.way for way in result.density_ways], list(Way))
        self.assertTrue(result.density_ways[0].disagrees)
        self.assertTrue(90 < result.density.value < result.density_ways[1].value)

    def test_the_specialist_decides_over_the_tests_and_both_are_kept(self) -> None:
        tests = [{"test": "soak_s", "value": 200}]
        result = profile(porosity_tests=tests, porosity_decided="high")
        self.assertEqual((result.porosity.class_, result.porosity.by_tests), ("high", "low"))

    def test_next_tests_come_most_telling_first(self) -> None:
        result = profile(porosity_tests=[{"test": "soak_s", "value": 20}])
        bits = [test.bits for test in result.next_tests]
        self.assertEqual(bits, sorted(bits, reverse=True))
        self.assertNotIn(PorosityTest.SOAK_S, [test.test for test in result.next_tests])
        weak = {test.test for test in result.next_tests if test.weak}
        self.assertEqual(weak, {PorosityTest.FLOAT, PorosityTest.SLIDE})

    def test_a_usual_coil_has_the_usual_shrinkage(self) -> None:
        for pattern, index in TYPICAL_CURL_INDEX.items():
            result = profile(pattern=pattern.value, curl_mm=TYPICAL_CURL_MM[pattern])
            self.assertAlmostEqual(result.shrinkage_by_helix, 1 - 1 / index, places=3)

    def test_strength(self) -> None:
        result = profile(stretch_percent=60, shed_hairs=200, broken_hairs=150)
        self.assertEqual(result.elasticity.class_, Elasticity.OVERSTRETCHED)
        self.assertIn("less pull", result.fallen.text)
        self.assertIsNone(profile(stretch_returns=False).elasticity)

    def test_strand_measured_wins_over_strand_by_feel(self) -> None:
        result = profile(diameter_um=52, strand="coarse")
        self.assertEqual((result.strand, result.diameter_um), (Strand.FINE, 52))

    def test_growth_since_the_last_cut(self) -> None:
        lengths = [{"days_ago": 61, "length_cm": 20}, {"days_ago": 0, "length_cm": 22}]
        result = profile(lengths=lengths).growth
        self.assertAlmostEqual(result.cm_per_month, 1.0, delta=0.01)
        self.assertLess(result.published_low, result.published_high)

    def test_what_cannot_be_is_refused_by_name(self) -> None:
        for request, field in (
            ({"spots": [{"count": -1, "field_cm2": 0.2}]}, "spots.0.count"),
            ({"curl_mm": 0}, "curl_mm"),
            ({"lengths": [{"days_ago": 1, "length_cm": 900}]}, "lengths.0.length_cm"),
            ({"porosity_decided": "huge"}, "porosity_decided"),
            ({"stretch_percent": 200}, "stretch_percent"),
        ):
            with self.subTest(field=field), self.assertRaises(CraftError) as caught:
                profile(**request)
            self.assertEqual(caught.exception.field, field)
