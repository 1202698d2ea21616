"""What stays of products once they are dry: worked values, labels, and doses for a place."""

from typing import Any
from unittest import TestCase

from craft.contract.plan import ShelfItem
from craft.products.stays import FIXATIVE, SOLIDS, WHITE_ABOVE_G_PER_M2, solids_share
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Role

SURFACE_M2 = 6.597
OWN_BUTTER = "Butyrospermum Parkii Butter, Cocos Nucifera Oil, Tocopherol"


def dry_film(**grams: float) -> float:
    """Solids of so many grams on a usual head [g/m²]."""
    return sum(SOLIDS[Role(role)] * g for role, g in grams.items()) / SURFACE_M2


class SolidsTest(TestCase):
    def test_worked(self) -> None:
        """Worked by hand with the same shares."""
        self.assertAlmostEqual(dry_film(leave_in=16.5, oil=3.3, gel=23.1), 1.03, delta=0.005)
        self.assertAlmostEqual(dry_film(mousse=60), 0.45, delta=0.01)
        rich = dry_film(cream=26, butter=8, oil=6.6, custard=40)
        self.assertAlmostEqual(rich, 3.6, delta=0.06)
        self.assertGreater(rich, WHITE_ABOVE_G_PER_M2)

    def test_a_label_without_water_stays_whole(self) -> None:
        def share(ingredients: str) -> float:
            return solids_share(
                Role.CREAM, ShelfItem(id="c", role=Role.CREAM, ingredients=ingredients)
            )

        self.assertEqual(share(OWN_BUTTER), 1.0)
        self.assertEqual(share("Aqua, " + OWN_BUTTER), SOLIDS[Role.CREAM])
        self.assertEqual(share("Cetyl Alcohol"), SOLIDS[Role.CREAM], "not a whole list")
        self.assertEqual(share(""), SOLIDS[Role.CREAM])

    def test_what_holds_is_part_of_what_stays(self) -> None:
        for role, share in FIXATIVE.items():
            self.assertLess(share, SOLIDS[role], role)


class PlanTest(TestCase):
    def layered(self, *layers: dict[str, Any], **changes: Any) -> Any:
        return planned(goal={"style": "two_strand_twist_out"}, layers=list(layers), **changes)

    def grams(self, answer: Any, role: str) -> float:
        return sum(
            product.grams
            for step in answer.steps
            for product in step.products
            if product.role == role and product.layer is not None
        )

    def test_a_foam_is_wet_and_leaves_next_to_nothing(self) -> None:
        foam = planned(goal={"style": "rod_set"}).totals
        self.assertGreater(foam.leave_on_g_per_m2, 5)
        self.assertLess(foam.solids_g_per_m2, 0.8)

    def test_rich_layers_are_warned_of_though_they_are_not_wet(self) -> None:
        rich = self.layered(
            {"role": "butter", "grams": 25}, {"role": "oil", "grams": 8}, {"role": "gel"}
        )
        self.assertLess(rich.totals.leave_on_g_per_m2, rich.totals.residue_above_g_per_m2)
        self.assertGreater(rich.totals.solids_g_per_m2, WHITE_ABOVE_G_PER_M2)
        caution = next(each for each in rich.cautions if each.key == "residue_risk")
        self.assertIn("white bits", caution.text)

    def test_a_dose_by_hand_zeroes_nothing(self) -> None:
        """It is warned of; the others keep at least half of what is usual."""
        usual = self.layered({"role": "leave_in"}, {"role": "cream"}, {"role": "gel"})
        much = self.layered({"role": "leave_in"}, {"role": "cream"}, {"role": "gel", "grams": 110})
        self.assertIn("residue_risk", caution_keys(much))
        for role in ("leave_in", "cream"):
            self.assertGreaterEqual(
                self.grams(much, role), 0.5 * self.grams(usual, role) - 0.1, role
            )

    def test_edge_gel_is_dosed_for_the_edges(self) -> None:
        """About a gram along the hairline, however many sections, and nothing of the others."""
        layers = ({"role": "leave_in"}, {"role": "gel"})
        plain = self.layered(*layers)
        for sections in (8, 40):
            edged = planned(
                goal={"style": "two_strand_twist_out", "sections": sections},
                layers=[*layers, {"role": "edge_gel"}],
            )
            self.assertAlmostEqual(self.grams(edged, "edge_gel"), 1.0, delta=0.2)
        for role in ("leave_in", "gel"):
            self.assertAlmostEqual(self.grams(edged, role), self.grams(plain, role), delta=0.15)
