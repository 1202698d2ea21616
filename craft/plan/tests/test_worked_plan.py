"""One plan worked by hand, from the hairs to the pumps.

The arithmetic is written out here again, from the standard films and the geometry, on purpose
without the functions under test.
"""

import math
from unittest import TestCase

from craft.physics import curl
from craft.physics.winding import twine
from craft.tests.requests import planned
from craft.vocabulary import Role

HAIRS = 180 * 550.3035  # hairs/cm² × cm² of scalp on a head of 57 cm
THERE = 1 - 25 / (2 * 60)  # of hairs of all ages that grow to 60 cm, cut at 25
SURFACE = HAIRS * math.pi * 70e-6 * 0.25 * THERE  # m²
MASS = HAIRS * math.pi * (70e-4 / 2) ** 2 * 25 * 1.32 * THERE  # g

SHELF = [
    {"id": "gel", "role": "gel", "unit": "pump", "unit_g": 1.8, "stock_g": 200},
    {"id": "mask", "role": "mask", "unit": "spoon", "unit_g": 11, "stock_g": 500},
]


class WorkedPlanTest(TestCase):
    def setUp(self) -> None:
        self.answer = planned(goal={"style": "two_strand_twist_out", "sections": 12}, shelf=SHELF)

    def test_hair_on_the_head(self) -> None:
        self.assertAlmostEqual(self.answer.totals.hair_g, MASS, delta=0.1)
        self.assertAlmostEqual(self.answer.totals.surface_m2, SURFACE, delta=0.001)

    def test_doses(self) -> None:
        films = {
            Role.RINSE_OUT: 5.0,
            Role.MASK: 8.0,
            Role.LEAVE_IN: 2.5,
            Role.CREAM: 2.0,
            Role.OIL: 0.5,
            Role.GEL: 3.5,
        }
        for role, film in films.items():
            self.assertAlmostEqual(
                self.answer.totals.product_g[role], film * SURFACE, delta=0.06, msg=role
            )
        shampoo = self.answer.totals.product_g[Role.SHAMPOO]
        self.assertAlmostEqual(shampoo, 0.018 * 550.3, delta=0.06)

    def test_what_stays_in(self) -> None:
        self.assertAlmostEqual(self.answer.totals.leave_on_g_per_m2, 2.5 + 2 + 0.5 + 3.5)

    def test_pumps(self) -> None:
        products = {p.role: p for step in self.answer.steps for p in step.products}
        gel = 3.5 * SURFACE / 1.8  # 8.4 pumps
        self.assertEqual(products[Role.GEL].units, round(gel * 2) / 2)
        self.assertEqual(products[Role.MASK].units, round(8 * SURFACE / 11 * 2) / 2)
        self.assertIsNone(products[Role.CREAM].units)

    def test_sections_share_everything_alike(self) -> None:
        for section in self.answer.sections:
            self.assertAlmostEqual(section.hairs, HAIRS / 12, delta=2)
            self.assertAlmostEqual(section.grams, MASS / 12, delta=0.02)
            self.assertAlmostEqual(section.doses[Role.GEL], 3.5 * SURFACE / 12, delta=0.01)

    def test_drying(self) -> None:
        # Radius of a twist of that hair at 350 kg/m³ of packed dry hair.
        radius = math.sqrt(MASS / 1000 / 12 / (350 * math.pi * 0.25))
        self.assertAlmostEqual(self.answer.drying.radius_mm, radius * 1000, delta=0.01)
        slowest = self.answer.sections[self.answer.drying.slowest_section - 1]
        self.assertEqual(slowest.h_to_dry, self.answer.drying.h_to_dry)

    def test_shaping_minutes(self) -> None:
        # 25 cm and usual hair in every section: the standard minutes, 2.5 each.
        shape = next(step for step in self.answer.steps if step.key == "shape")
        self.assertAlmostEqual(shape.hands_on_min, 12 * 2.5, delta=0.05)
        self.assertAlmostEqual(self.answer.sections[0].minutes, 2.5, delta=0.01)

    def test_finished_length(self) -> None:
        # 25 cm shrink to 10; a two-strand twist-out takes it 45 % of the way to the spring it was
        # wound to.
        section = max(self.answer.sections, key=lambda each: each.grams)
        wound = twine(section.grams, 25, 0.35, 2)
        spring = curl.spring_length(25, wound.thick_mm / 20, 70, 25 / wound.turns)
        expected = 10 + (spring - 10) * 0.45
        self.assertAlmostEqual(self.answer.finished.length_cm, expected, delta=0.1)
        self.assertEqual(self.answer.finished.landmark, "jaw")

    def test_home(self) -> None:
        home = self.answer.home
        self.assertEqual(home.release_on_day, self.answer.drying.release_after_h // 24)
        self.assertLessEqual(home.wash_by_day, 14)
