"""Porosity from weak tests: laws of probability, and information gain against scipy."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import entropy

from craft.errors import CraftError
from craft.hair import porosity
from craft.hair.porosity import LEVELS, TABLES, Value
from craft.vocabulary import Level, PorosityTest

READINGS = st.sampled_from(
    [(test, word) for test, table in TABLES.items() for word in table.outcomes]
)


class PosteriorTest(TestCase):
    @given(st.lists(READINGS, max_size=12))
    def test_it_sums_to_one(self, readings: list[tuple[PorosityTest, Value]]) -> None:
        self.assertAlmostEqual(porosity.posterior(readings).sum(), 1)

    @given(st.lists(READINGS, max_size=8), st.randoms())
    def test_the_order_of_tests_does_not_matter(self, readings: list, chance: object) -> None:
        mixed = list(readings)
        chance.shuffle(mixed)
        np.testing.assert_allclose(porosity.posterior(readings), porosity.posterior(mixed))

    @given(st.lists(READINGS, max_size=8), READINGS)
    def test_agreeing_evidence_never_lowers_a_class(self, readings: list, more: tuple) -> None:
        before = porosity.posterior(readings)
        after = porosity.posterior([*readings, more])
        speaks = porosity.likelihood(*more)
        for place in np.flatnonzero(speaks == speaks.max()):
            self.assertGreaterEqual(after[place], before[place] - 1e-12)

    def test_rows_are_probabilities(self) -> None:
        for table in TABLES.values():
            np.testing.assert_allclose(np.sum(table.likelihood, axis=1), 1)

    def test_a_float_test_carries_little_weight(self) -> None:
        # Own rule: it may not settle a head alone.
        self.assertLess(porosity.posterior([(PorosityTest.FLOAT, "sinks")]).max(), 0.45)
        self.assertGreater(porosity.posterior([(PorosityTest.SOAK_S, 5)]).max(), 0.7)

    def test_disagreeing_tests_are_named(self) -> None:
        readings = [
            (PorosityTest.BEAD_S, 120.0),
            (PorosityTest.SOAK_S, 200.0),
            (PorosityTest.FLOAT, "sinks"),
        ]
        settled = porosity.class_of(porosity.posterior(readings))
        self.assertEqual(settled, Level.LOW)
        self.assertEqual(porosity.disagreeing(readings, settled), [PorosityTest.FLOAT])

    def test_nothing_known_is_medium(self) -> None:
        self.assertEqual(porosity.class_of(porosity.posterior([])), Level.MEDIUM)

    def test_impossible_readings(self) -> None:
        for test, value in ((PorosityTest.BEAD_S, -1), (PorosityTest.SLIDE, 3), ("word", "huge")):
            with self.assertRaises(CraftError):
                porosity.outcome(PorosityTest(test), value)


class NextTestTest(TestCase):
    def test_information_gain_against_scipy(self) -> None:
        # Mutual information as H(outcome) - H(outcome | class), by scipy.stats.entropy.
        belief = porosity.posterior([(PorosityTest.WORD, "high")])
        for test, table in TABLES.items():
            rows = np.array(table.likelihood)
            given_class = sum(p * entropy(row, base=2) for p, row in zip(belief, rows, strict=True))
            reference = entropy(belief @ rows, base=2) - given_class
            self.assertAlmostEqual(porosity.information_gain(test, belief), reference)

    def test_entropy_against_scipy(self) -> None:
        for belief in ([0.2, 0.3, 0.5], [1.0, 0.0, 0.0]):
            self.assertAlmostEqual(porosity.entropy(np.array(belief)), entropy(belief, base=2))
        self.assertEqual(len(LEVELS), 3)
