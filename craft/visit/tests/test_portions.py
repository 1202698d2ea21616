"""Doses counted out by hand: all of them come to the dose. A law, no source."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.tests.requests import planned
from craft.visit.portions import portions
from craft.visit.steps import chair_step
from craft.vocabulary import Style

#: A spray, a pump, a spoon, a puddle [g].
UNITS_G = (0.15, 1.9, 4.1, 12.0)
ROLES = ("leave_in", "cream", "butter", "oil", "gel", "mousse", "custard", "mask", "shampoo")
HEADS: tuple[dict[str, Any], ...] = (
    {},
    {"length_cm": 8, "density_per_cm2": 120},
    {"length_cm": 60, "density_per_cm2": 260, "porosity": "high"},
)


class PortionsTest(TestCase):
    def test_seventy_six_coils_and_four_and_a_half_pumps(self) -> None:
        shares = dict.fromkeys(range(1, 77), 1 / 76)
        groups = portions(4.5, shares, whole=False)
        self.assertEqual({group.units for group in groups}, {0.5})
        self.assertEqual((len(groups), sum(group.units for group in groups)), (9, 4.5))
        self.assertEqual({len(group.sections) for group in groups}, {8, 9})

    def test_where_there_is_enough_every_section_gets_its_own(self) -> None:
        groups = portions(15, dict.fromkeys(range(1, 13), 1 / 12), whole=False)
        self.assertEqual(len(groups), 12)
        self.assertEqual({group.units for group in groups}, {1.0, 2.0})

    def test_a_spray_is_never_halved(self) -> None:
        groups = portions(5.4, dict.fromkeys(range(1, 9), 1 / 8), whole=True)
        self.assertEqual([group.units for group in groups], [1, 1, 1, 1, 1])

    @given(
        st.floats(0.01, 200),
        st.lists(st.floats(0.01, 1), min_size=1, max_size=120),
        st.booleans(),
    )
    @settings(max_examples=100, deadline=None)
    def test_all_amounts_come_to_the_dose(
        self, units: float, weights: list[float], whole: bool
    ) -> None:
        shares = {number: each / sum(weights) for number, each in enumerate(weights, 1)}
        groups = portions(units, shares, whole=whole)
        self.assertEqual([each for group in groups for each in group.sections], list(shares))
        least = 1.0 if whole else 0.25
        self.assertTrue(all(group.units >= least and not group.units % least for group in groups))
        taken = sum(group.units for group in groups)
        self.assertLessEqual(abs(taken - max(units, least)), 0.5 + 1e-9)

    def test_every_style_in_every_unit_on_every_head(self) -> None:
        looked = 0
        for style in Style:
            for hair in HEADS:
                for unit_g in UNITS_G:
                    shelf = [{"id": role, "role": role, "unit_g": unit_g} for role in ROLES]
                    try:
                        plan = planned(goal={"style": style.value}, hair=hair, shelf=shelf)
                    except CraftError:
                        continue
                    targets = [
                        target for step in plan.steps for target in chair_step(plan, step).targets
                    ]
                    for target in targets:
                        groups = {tuple(part.sections): part.units for part in target.parts}
                        if target.unit_g is None or not any(groups):
                            continue
                        looked += 1
                        least = 1.0 if unit_g < 1 else 0.25
                        wanted = max(target.grams / unit_g, least)
                        taken = sum(units or 0 for units in groups.values())
                        self.assertLessEqual(abs(taken - wanted), 0.5 + 1e-6, (style, target.name))
        self.assertGreater(looked, 200)
