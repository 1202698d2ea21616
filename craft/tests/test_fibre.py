"""Fibre arithmetic.

Values from Robbins, *Chemical and Physical Behavior of Human Hair* (5th ed., 2012) and
Loussouarn, *Br J Dermatol* 145 (2001), both from memory; class bounds are house values.
"""

from unittest import TestCase

from scipy.stats import chi2, poisson

from craft import fibre
from craft.vocabulary import Level, Strand


class FibreTest(TestCase):
    def test_mass_of_a_head(self) -> None:
        # Worked by hand: 100 000 × π(70 µm)²/4 × 30 cm × 1.32 g/cm³.
        self.assertAlmostEqual(fibre.mass(100_000, 70, 30), 152.4, delta=0.05)

    def test_surface_of_a_head(self) -> None:
        # Worked by hand: 100 000 × π × 70 µm × 30 cm.
        self.assertAlmostEqual(fibre.surface(100_000, 70, 30), 6.597, delta=0.0005)

    def test_hairs_by_circumference(self) -> None:
        # Worked by hand with a packing of one half (house value): 10 cm, 70 µm.
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
