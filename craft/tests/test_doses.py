"""Doses: worked values of the standard films."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.physics import fibre
from craft.products import doses
from craft.vocabulary import Level, Role, Strand

SURFACE = fibre.surface(100_000, 70, 30)


class DoseTest(TestCase):
    def test_worked_doses(self) -> None:
        # Worked by hand: standard films on 6.597 m², all multipliers 1.
        worked = {Role.LEAVE_IN: 16.5, Role.GEL: 23.1, Role.MASK: 52.8, Role.OIL: 3.3}
        for role, grams in worked.items():
            film = doses.film(role, Level.MEDIUM, Strand.MEDIUM, 0.5)
            self.assertAlmostEqual(doses.fibre_dose(film.g_per_m2, SURFACE), grams, delta=0.05)

    def test_shampoo(self) -> None:
        # Worked by hand: 0.018 g/cm² a pass on 550 cm².
        self.assertAlmostEqual(doses.scalp_dose(Role.SHAMPOO, 550, passes=2), 19.8)

    def test_multipliers(self) -> None:
        def gel(porosity: Level, definition: float) -> float:
            return doses.film(Role.GEL, porosity, Strand.MEDIUM, definition).g_per_m2

        self.assertAlmostEqual(gel(Level.LOW, 0.5), 3.5 * 0.85)
        self.assertAlmostEqual(gel(Level.HIGH, 0.5), 3.5 * 1.15)
        self.assertAlmostEqual(gel(Level.MEDIUM, 0), 3.5 * 0.7)
        self.assertAlmostEqual(gel(Level.MEDIUM, 1), 3.5 * 1.3)
        fine = doses.film(Role.OIL, Level.MEDIUM, Strand.FINE, 0.5)
        self.assertEqual([name for name, _ in fine.factors], ["fine strands"])

    def test_definition_leaves_other_layers_alone(self) -> None:
        films = {doses.film(Role.LEAVE_IN, Level.MEDIUM, Strand.MEDIUM, x).g_per_m2 for x in (0, 1)}
        self.assertEqual(films, {2.5})

    def test_hand_units(self) -> None:
        # What a hand can do: halves from one pump up, quarters below. Common practice, no source.
        for grams, units in ((9.0, 5), (9.4, 5), (9.6, 5.5), (1.3, 0.75), (0.1, 0.25)):
            self.assertEqual(doses.hand_units(grams, 1.8), units)

    def test_sprays_are_counted_as_people_count(self) -> None:
        # Whole sprays, in fives from twenty on. Common practice, no source.
        for grams, sprays in ((6.5, 45), (2.3, 15), (0.5, 3), (0.02, 1)):
            self.assertEqual(doses.hand_units(grams, 0.15), sprays)

    @given(st.floats(0.01, 500), st.floats(0.1, 50))
    def test_rounding_is_never_nothing_and_never_far(self, grams: float, unit_g: float) -> None:
        units = doses.hand_units(grams, unit_g)
        self.assertGreater(units, 0)
        off = abs(units - grams / unit_g)
        self.assertLessEqual(off, max(0.25 if unit_g >= 0.3 else 1.0, 0.13 * units) + 1e-9)
