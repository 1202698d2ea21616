"""What sections are made into: geometry against numerical integration (scipy), laws, counts."""

import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy import integrate

from craft.errors import CraftError
from craft.physics import curl, rates, winding
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import SetKind

GRAMS, LENGTHS, RODS = st.floats(0.5, 12), st.floats(8, 60), st.floats(5, 40)


class WindTest(TestCase):
    def test_turns_against_the_length_of_the_spiral(self) -> None:
        # Arc length of an Archimedean spiral from the rod outwards, integrated numerically.
        for grams, length, rod in ((4.3, 25, 20), (2, 40, 10), (8, 15, 30)):
            wound = winding.wind(grams, length, rod)
            layer = wound.thickness_mm / 10 / wound.turns

            def speed(angle: float, layer: float = layer, rod: float = rod) -> float:
                return math.hypot(rod / 20 + layer * angle / (2 * math.pi), layer / (2 * math.pi))

            spiral, _ = integrate.quad(speed, 0, 2 * math.pi * wound.turns)
            self.assertAlmostEqual(spiral / length, 1, delta=0.02)

    def test_a_bare_rod_takes_length_over_circumference(self) -> None:
        self.assertAlmostEqual(winding.wind(0.001, 31.4159, 20).turns, 5, delta=0.01)

    @settings(max_examples=60, deadline=None)
    @given(GRAMS, LENGTHS, RODS)
    def test_laws_of_rods(self, grams: float, length: float, rod: float) -> None:
        wound = winding.wind(grams, length, rod)
        self.assertGreater(winding.wind(grams, length, rod * 0.9).turns, wound.turns)
        self.assertGreater(winding.wind(grams * 1.2, length, rod).thickness_mm, wound.thickness_mm)
        self.assertTrue(rod < wound.mean_mm <= rod + 2 * wound.thickness_mm)

    def test_too_thick_and_too_thin(self) -> None:
        self.assertTrue(winding.too_thick(winding.wind(1, 8, 30)))
        self.assertTrue(winding.too_thin(winding.wind(8, 45, 8), 8))
        usual = winding.wind(4.3, 25, 20)
        self.assertFalse(winding.too_thick(usual) or winding.too_thin(usual, 20))

    def test_a_rod_that_does_not_fit_is_told_with_one_that_does(self) -> None:
        short = {"length_cm": 8, "relaxed_cm": 4}
        answer = planned(hair=short, goal={"style": "rod_set", "rod_mm": 40})
        self.assertIn("rod_fit", caution_keys(answer))
        fix = next(fix for fix in answer.fixes if fix.caution == "rod_fit")
        again = planned(
            hair=short,
            goal={"style": "rod_set", **fix.change["goal"]},
        )
        self.assertNotIn("rod_fit", caution_keys(again))
        self.assertNotIn("rod_fit", caution_keys(planned(goal={"style": "rod_set"})))


class RingTest(TestCase):
    def test_a_packed_cylinder_stands_for_the_ring_on_a_rod(self) -> None:
        """A ring dries through its outer face alone; side by side, rods show two thirds of it."""
        for grams, length, rod in ((4.3, 25, 20), (3.6, 22, 16), (5, 30, 25)):
            wound = winding.wind(grams, length, rod)
            inner, outer = rod / 2000, rod / 2000 + wound.thickness_mm / 1000
            ring = 2 * outer / (outer**2 - inner**2)
            radius = rates.section_radius(grams / 1000, 1, 350, length / 100)
            cylinder = rates.EXPOSED[SetKind.ROD] * 2 / radius
            self.assertAlmostEqual(cylinder / ring, 2 / 3, delta=0.05)


class CurlsTest(TestCase):
    def test_smaller_rods_curl_tighter_and_hang_shorter(self) -> None:
        # Smaller rods, tighter curl: common practice, no source.
        answers = [planned(goal={"style": "rod_set", "rod_mm": mm}) for mm in (10, 16, 25)]
        widths = [answer.sections[0].curl_mm or 0 for answer in answers]
        self.assertEqual(widths, sorted(widths))
        self.assertGreater(widths[0], 10)

    def test_wider_coils_take_up_more_length(self) -> None:
        answers = [planned(goal={"style": "finger_coils", "coil_mm": mm}) for mm in (6, 10, 16)]
        lengths = [answer.finished.length_cm for answer in answers]
        self.assertEqual(lengths, sorted(lengths, reverse=True))
        turns = [answer.sections[0].turns or 0 for answer in answers]
        self.assertEqual(turns, sorted(turns, reverse=True))

    def test_longer_hair_takes_wider_turns(self) -> None:
        # So that the scalp is not strained: common practice, no source.
        self.assertGreater(winding.coil_width(30), winding.coil_width(15))
        self.assertEqual(winding.coil_width(8), winding.coil_width(10))

    def test_rise_is_the_inverse_of_the_helix(self) -> None:
        # Worked: 30 cm, 0.8 cm wide, 1.0 cm a turn hang 11.09 cm.
        self.assertAlmostEqual(winding.rise(curl.helix(30, 0.8, 1.0).hanging_cm, 30, 0.8), 1.0)

    def test_twists_and_braids(self) -> None:
        twist, braid = (winding.twine(9, 25, packed, n) for packed, n in ((0.35, 2), (0.45, 3)))
        self.assertTrue(1 < twist.turns < 15)
        # Three strands at a flatter angle, packed tighter.
        self.assertLess(braid.thick_mm, twist.thick_mm)
        self.assertGreater(winding.twine(4, 25, 0.35, 2).turns, twist.turns)

    def test_strands_of_a_twist_touch_on_the_axis(self) -> None:
        twist = winding.twine(9, 25, 0.35, 2)
        strand_mm = 10 * math.sqrt(9 / (2 * 0.35 * math.pi * 25))
        self.assertAlmostEqual(twist.thick_mm, 4 * strand_mm, places=6)


class BandsTest(TestCase):
    def test_bands_and_gaps_fill_what_is_held(self) -> None:
        held = winding.band(25, 4, 3.5, 3, "bands")
        self.assertAlmostEqual(held.under_cm + held.gaps_cm + held.out_cm, 25)
        self.assertAlmostEqual(held.under_cm, 4 * 3.5 * 0.45)

    def test_to_the_tip_looks_blown_out_ends_out_keep_curl(self) -> None:
        # Common practice, no source.
        def length(**bands: float) -> float:
            return planned(goal={"style": "banded_stretch", "bands": bands}).finished.length_cm

        self.assertGreater(length(ends_out_cm=0), length(ends_out_cm=3))
        self.assertGreater(length(ends_out_cm=3), length(ends_out_cm=8))
        self.assertGreater(length(each=6), length(each=3))

    def test_twelve_twists_in_six_bundles_take_24_bands(self) -> None:
        # Common practice, no source.
        answer = planned(goal={"style": "banded_twist_out", "sections": 12})
        self.assertEqual(answer.kit_needed.bands, 24)
        self.assertEqual([len(bundle) for bundle in answer.bundles], [2] * 6)
        bundles = {section.number: section.bundle for section in answer.sections}
        self.assertEqual(sorted(bundles.values()), sorted([1, 2, 3, 4, 5, 6] * 2))

    def test_bands_that_do_not_fit_are_refused_with_the_number_that_does(self) -> None:
        for bands, field in (
            ({"each": 12, "turns": 8}, "goal.bands.each"),
            ({"ends_out_cm": 30}, "goal.bands.ends_out_cm"),
        ):
            with self.assertRaises(CraftError) as caught:
                planned(goal={"style": "banded_stretch", "bands": bands})
            self.assertEqual(caught.exception.field, field)

    def test_short_hair_takes_fewer_bands(self) -> None:
        answer = planned(hair={"length_cm": 7, "relaxed_cm": 3}, goal={"style": "banded_stretch"})
        self.assertLess(answer.kit_needed.bands, 24)


class MadeAsTest(TestCase):
    def test_every_set_says_what_it_is_made_of(self) -> None:
        for style in (
            "rod_set",
            "finger_coils",
            "two_strand_twist_out",
            "braid_out",
            "banded_stretch",
        ):
            answer = planned(goal={"style": style})
            self.assertTrue(answer.set_details, style)
            self.assertEqual(len(answer.set_details), len(answer.set_reasons))
        self.assertEqual(
            planned(goal={"style": "scrunch_waves"}, hair={"pattern": "2b"}).set_details, []
        )
