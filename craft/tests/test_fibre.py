"""Fibre arithmetic.

Values from Robbins, *Chemical and Physical Behavior of Human Hair* (5th ed., 2012) and
Loussouarn, *Br J Dermatol* 145 (2001), both from memory; class bounds are own values.
"""

import random
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import chi2, poisson

from craft.physics import fibre
from craft.vocabulary import Level, Strand


class FibreTest(TestCase):
    def test_mass_of_a_head(self) -> None:
        # Worked by hand: 100 000 × π(70 µm)²/4 × 30 cm × 1.32 g/cm³.
        self.assertAlmostEqual(fibre.mass(100_000, 70, 30), 152.4, delta=0.05)

    def test_surface_of_a_head(self) -> None:
        # Worked by hand: 100 000 × π × 70 µm × 30 cm.
        self.assertAlmostEqual(fibre.surface(100_000, 70, 30), 6.597, delta=0.0005)

    def test_hairs_by_circumference(self) -> None:
        # Worked by hand with a packing of one half (own value): 10 cm, 70 µm.
        self.assertAlmostEqual(fibre.hairs_by_circumference(10, 70), 103_389, delta=1)

    def test_gathered_bundle_agrees_with_the_handbook_head(self) -> None:
        # About 100 000 hairs a head: handbook value, from memory.
        self.assertAlmostEqual(fibre.hairs_by_circumference(10, 70) / 100_000, 1, delta=0.1)

    def test_counted_density_against_scipy(self) -> None:
        # The exact Poisson interval: at its ends the count is just a one-in-ten event.
        value, low, high = fibre.counted_density([42, 38], 0.2)
        self.assertAlmostEqual(value, 200)
        self.assertAlmostEqual(poisson.sf(79, low * 0.4), 0.1)
        self.assertAlmostEqual(poisson.cdf(80, high * 0.4), 0.1)
        # chi-square table form of the same interval: half its quantiles at 2n and 2n + 2.
        self.assertAlmostEqual(low, chi2.ppf(0.1, 160) / 2 / 0.4)
        self.assertAlmostEqual(high, chi2.ppf(0.9, 162) / 2 / 0.4)

    def test_a_bald_field_has_an_upper_bound(self) -> None:
        value, low, high = fibre.counted_density([0], 0.2)
        self.assertEqual((value, low), (0, 0))
        self.assertGreater(high, 0)

    def test_strand_classes(self) -> None:
        # Common practice, no source: fine below 60 µm, coarse above 80 µm.
        classes = {59.9: Strand.FINE, 60: Strand.MEDIUM, 80: Strand.MEDIUM, 80.1: Strand.COARSE}
        for diameter, strand in classes.items():
            self.assertEqual(fibre.strand_class(diameter), strand)

    def test_density_classes(self) -> None:
        for density, level in {149: Level.LOW, 150: Level.MEDIUM, 210: Level.MEDIUM}.items():
            self.assertEqual(fibre.density_class(density), level)
        # Means of two populations in Loussouarn 2001, from memory.
        self.assertEqual(fibre.density_class(190), Level.MEDIUM)
        self.assertEqual(fibre.density_class(227), Level.HIGH)

    def test_typical_values_fall_in_their_own_class(self) -> None:
        for level, density in fibre.TYPICAL_DENSITY_PER_CM2.items():
            self.assertEqual(fibre.density_class(density), level)
        for strand, diameter in fibre.TYPICAL_DIAMETER_UM.items():
            self.assertEqual(fibre.strand_class(diameter), strand)
            for level in Level:
                self.assertEqual(fibre.density_class(fibre.density_by_eye(level, diameter)), level)

    def test_finer_strands_stand_denser(self) -> None:
        # Handbooks: 140 000 hairs on blond, fine heads, 108 000 on black, coarser; from memory.
        fine, coarse = (fibre.density_by_eye(Level.MEDIUM, diameter) for diameter in (50, 90))
        self.assertAlmostEqual(fine / coarse, 140 / 108, delta=0.02)
        self.assertGreater(fibre.usual_diameter(140), fibre.usual_diameter(240))
        for density in (40, 400):
            self.assertEqual(fibre.strand_class(fibre.usual_diameter(density)), Strand.MEDIUM)
        # Two populations of Loussouarn 2001 with common strands, from memory, surprise nobody.
        self.assertFalse(fibre.seldom_together(190, 66) or fibre.seldom_together(227, 73))
        self.assertTrue(fibre.seldom_together(300, 90))


class PresentTest(TestCase):
    """Not every hair is as long as the longest."""

    def test_against_hairs_drawn_at_random(self) -> None:
        # Ages spread evenly, each as long as it has grown or was cut, simulated.
        chance = random.Random(7)
        for cut in (10, 25, 45, 60, 90):
            grown = [fibre.GROWN_CM * chance.random() for _ in range(40_000)]
            mean = sum(min(cut, each) for each in grown) / len(grown)
            self.assertAlmostEqual(fibre.present(cut), mean / cut, delta=0.006)

    def test_masses_of_hair(self) -> None:
        # A donated ponytail of 30 to 35 cm weighs some 60 to 150 g: common practice, no source.
        whole = fibre.mass(100_000, 70, 35) * fibre.present(35)
        self.assertTrue(100 < whole < 150)
        # The heaviest hair that can be entered is no fleece.
        heaviest = fibre.mass(300 * 550, 90, 60) * fibre.present(60)
        self.assertLess(heaviest, 450)

    @given(st.floats(1, 150), st.floats(0.1, 30))
    def test_longer_hair_never_weighs_less(self, length: float, longer: float) -> None:
        short, long = (size * fibre.present(size) for size in (length, length + longer))
        self.assertGreaterEqual(long, short - 1e-9)
