"""Which bottle, and why. Common practice, no source; the labels are invented."""

from typing import Any
from unittest import TestCase

from craft.contract.plan import StepProduct
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Role


def bottle(name: str, role: str = "gel", **more: Any) -> dict[str, Any]:
    return {"id": name, "name": name, "role": role, **more}


def chosen(role: Role, shelf: list[dict[str, Any]], **changes: Any) -> StepProduct:
    """The product of a role in a plan with this shelf."""
    answer = planned(shelf=shelf, **changes)
    return next(p for step in answer.steps for p in step.products if p.role is role)


class ChoiceTest(TestCase):
    WEIGHTS = [bottle(weight, weight=weight) for weight in ("light", "medium", "heavy")]

    def test_weight_by_hair(self) -> None:
        cases: tuple[tuple[dict[str, Any], str], ...] = (
            ({"diameter_um": 50}, "light"),
            ({"diameter_um": 50, "density_per_cm2": 240}, "light"),
            ({"diameter_um": 70}, "medium"),
            ({"diameter_um": 70, "porosity": "low"}, "light"),
            ({"diameter_um": 90, "density_per_cm2": 230}, "heavy"),
            # Sparse hair takes light products, whatever its strands; porous hair heavier ones.
            ({"diameter_um": 90, "density_per_cm2": 120}, "light"),
            ({"diameter_um": 70, "porosity": "high"}, "heavy"),
        )
        for hair, weight in cases:
            with self.subTest(hair=hair):
                self.assertEqual(chosen(Role.GEL, self.WEIGHTS, hair=hair).id, weight)

    def test_the_weight_says_why(self) -> None:
        gel = chosen(Role.GEL, self.WEIGHTS, hair={"diameter_um": 50})
        reason = next(reason for reason in gel.reasons if reason.rule == "weight_suits")
        self.assertEqual(reason.trigger, "strand 50 µm")

    def test_the_emptier_of_two_alike_is_used_up_first(self) -> None:
        shelf = [bottle("full", stock_g=400), bottle("started", stock_g=90)]
        self.assertEqual(chosen(Role.GEL, shelf).id, "started")

    def test_unless_it_would_run_out(self) -> None:
        shelf = [bottle("full", stock_g=400), bottle("last", stock_g=3)]
        self.assertEqual(chosen(Role.GEL, shelf).id, "full")

    def test_the_last_bottle_is_named_even_if_short(self) -> None:
        gel = chosen(Role.GEL, [bottle("last", stock_g=3)])
        self.assertEqual((gel.id, gel.stock_g), ("last", 3))
        self.assertGreater(gel.grams, 3)

    def test_the_order_of_the_shelf_does_not_matter(self) -> None:
        turned = list(reversed(self.WEIGHTS))
        self.assertEqual(chosen(Role.GEL, turned).id, chosen(Role.GEL, self.WEIGHTS).id)

    def test_an_empty_shelf_still_gives_grams(self) -> None:
        gel = chosen(Role.GEL, [])
        self.assertEqual((gel.id, gel.name, gel.units, gel.unit), (None, "gel", None, None))
        self.assertGreater(gel.grams, 0)

    def test_an_uncalibrated_bottle_has_no_units(self) -> None:
        gel = chosen(Role.GEL, [bottle("new")])
        self.assertEqual((gel.id, gel.units), ("new", None))

    def test_units_of_the_bottle(self) -> None:
        gel = chosen(Role.GEL, [bottle("g", unit="puddle of 3 cm", unit_g=5.2)])
        self.assertEqual(gel.unit, "puddle of 3 cm")
        self.assertAlmostEqual(gel.units * 5.2, gel.grams, delta=5.2 / 4 + 0.05)


class AvoidanceTest(TestCase):
    LABEL = "Aqua, Glycerin, Amodimethicone, Linalool, Butylparaben, Sodium Laureth Sulfate"

    def test_what_is_avoided_stays_on_the_shelf(self) -> None:
        for avoided in ("linalool", "LINALOOL", "silicones", "parabens", "sulfates"):
            shelf = [bottle("with", ingredients=self.LABEL), bottle("without", weight="heavy")]
            gel = chosen(Role.GEL, shelf, person={"avoid": [avoided]})
            with self.subTest(avoided=avoided):
                self.assertEqual(gel.id, "without")
                self.assertTrue(any(reason.rule == "kept_off" for reason in gel.reasons))

    def test_no_bottle_left_is_a_caution_and_a_bare_dose(self) -> None:
        answer = planned(
            shelf=[bottle("with", ingredients=self.LABEL)], person={"allergies": ["linalool"]}
        )
        self.assertIn("allergen", caution_keys(answer))
        gel = next(p for s in answer.steps for p in s.products if p.role is Role.GEL)
        self.assertIsNone(gel.id)

    def test_the_caution_stands_where_the_bottle_would_be_used(self) -> None:
        answer = planned(
            shelf=[bottle("with", ingredients=self.LABEL)], person={"allergies": ["linalool"]}
        )
        where = [step.key for step in answer.steps if "allergen" in step.cautions]
        self.assertIn("lay_in", where)

    def test_silicone_free_goes_first_on_a_co_washed_head(self) -> None:
        shelf = [bottle("with", ingredients=self.LABEL), bottle("without", weight="heavy")]
        answer = planned(shelf=shelf, person={"routine": "cowash_only"})
        gel = next(p for s in answer.steps for p in s.products if p.role is Role.GEL)
        self.assertEqual(gel.id, "without")
        self.assertNotIn("silicone_cowash", caution_keys(answer))

    def test_a_rinsed_out_silicone_is_no_clash(self) -> None:
        shelf = [bottle("c", role="rinse_out", ingredients=self.LABEL)]
        answer = planned(shelf=shelf, person={"routine": "cowash_only"})
        self.assertNotIn("silicone_cowash", caution_keys(answer))

    def test_liquid_oil_goes_before_solid_in_a_cool_room(self) -> None:
        shelf = [
            bottle("coconut", role="oil", ingredients="Cocos Nucifera Oil", stock_g=20),
            bottle("grape", role="oil", ingredients="Vitis Vinifera Seed Oil", stock_g=90),
        ]
        cool = chosen(Role.OIL, shelf, room={"temp_c": 20, "rh": 0.5})
        warm = chosen(Role.OIL, shelf, room={"temp_c": 27, "rh": 0.5})
        self.assertEqual((cool.id, warm.id), ("grape", "coconut"))


class DoseLawsTest(TestCase):
    def test_definition_scales_the_hold_layer_alone(self) -> None:
        plain, defined = planned(goal={"definition": 0}), planned(goal={"definition": 1})
        for role, grams in plain.totals.product_g.items():
            ratio = defined.totals.product_g[role] / grams
            expected = 1.3 / 0.7 if role is Role.GEL else 1
            self.assertAlmostEqual(ratio, expected, delta=0.02, msg=role)

    def test_porosity_scales_what_goes_on_the_lengths(self) -> None:
        low, high = planned(hair={"porosity": "low"}), planned(hair={"porosity": "high"})
        self.assertAlmostEqual(
            high.totals.product_g[Role.MASK] / low.totals.product_g[Role.MASK],
            1.15 / 0.85,
            delta=0.01,
        )
        self.assertEqual(high.totals.product_g[Role.SHAMPOO], low.totals.product_g[Role.SHAMPOO])

    def test_the_dose_does_not_depend_on_the_sections(self) -> None:
        few, many = planned(goal={"sections": 6}), planned(goal={"sections": 20})
        for role, grams in few.totals.product_g.items():
            self.assertAlmostEqual(many.totals.product_g[role], grams, delta=0.1)

    def test_the_arithmetic_is_shown(self) -> None:
        gel = chosen(Role.GEL, [], goal={"definition": 1}, hair={"porosity": "high"})
        because = gel.reasons[0].because
        for part in ("3.5 g/m²", "× 1.15 (high porosity)", "× 1.3 (definition 100%)"):
            self.assertIn(part, because)
        self.assertIn(f"= {gel.grams:.1f} g", because)
