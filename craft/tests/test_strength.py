"""Stretch and breakage against handbook values (from memory) and scipy."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import binomtest

from craft.hair import strength
from craft.vocabulary import Elasticity


class ElasticityTest(TestCase):
    def test_handbook_values(self) -> None:
        # Cosmetology handbooks, from memory: about 50 % wet and back; 20 % is a dry strand's.
        self.assertEqual(strength.elasticity(50, True), Elasticity.SPRINGY)
        self.assertEqual(strength.elasticity(60, True), Elasticity.OVERSTRETCHED)
        self.assertEqual(strength.elasticity(15, True), Elasticity.STIFF)

    @given(st.floats(0, 150))
    def test_what_does_not_return_is_overstretched(self, percent: float) -> None:
        self.assertEqual(strength.elasticity(percent, False), Elasticity.OVERSTRETCHED)

    def test_every_class_has_advice(self) -> None:
        self.assertEqual(set(strength.ELASTICITY_ADVICE), set(Elasticity))


class FallenTest(TestCase):
    @given(st.integers(0, 300), st.integers(0, 300))
    def test_interval_against_scipy(self, shed: int, broken: int) -> None:
        if not shed + broken:
            return
        result = strength.fallen(shed, broken, 7)
        exact = binomtest(broken, shed + broken).proportion_ci(0.8, "exact")
        self.assertAlmostEqual(result.broken_share[1], exact.low, places=9)
        self.assertAlmostEqual(result.broken_share[2], exact.high, places=9)

    def test_a_week_of_shedding(self) -> None:
        # Handbooks, from memory: 50 to 100 hairs a day.
        usual = strength.fallen(500, 20, 7)
        self.assertEqual(usual.shed_usual, (350, 700))
        self.assertFalse(usual.more_shed or usual.more_broken)
        self.assertTrue(strength.fallen(900, 20, 7).more_shed)

    def test_breakage_is_told_only_when_it_is_sure(self) -> None:
        self.assertFalse(strength.fallen(2, 1, 7).more_broken)
        self.assertTrue(strength.fallen(200, 150, 7).more_broken)

    def test_nothing_came_out(self) -> None:
        result = strength.fallen(0, 0, 7)
        self.assertEqual(result.broken_share, (0, 0, 0))
        self.assertFalse(result.more_broken)
