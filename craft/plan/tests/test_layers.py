"""Layers as they are composed: any product, anywhere, any order, within what hair carries.

Common practice, no source, where a comment says nothing else.
"""

from typing import Any
from unittest import TestCase

from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.contract import PlanAnswer, StepProduct
from craft.errors import CraftError
from craft.products import doses
from craft.products.layer import STAYS
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import LayerOn, LayerWay, Role, Style


def laid_in(answer: PlanAnswer) -> list[StepProduct]:
    return next(step for step in answer.steps if step.key == "lay_in").products


def roles(answer: PlanAnswer) -> list[str]:
    return [product.role.value for product in laid_in(answer)]


def bottle(key: str, role: str, **more: Any) -> dict[str, Any]:
    return {"id": key, "name": key.capitalize(), "role": role, "ingredients": "Aqua"} | more


class ComposedTest(TestCase):
    def test_the_school_gives_the_usual_list(self) -> None:
        answer = planned()
        self.assertEqual([layer.role.value for layer in answer.layers], roles(answer))
        again = planned(layers=[layer.model_dump(mode="json") for layer in answer.layers])
        self.assertEqual(again.totals, answer.totals)

    def test_gel_is_never_forced_and_cream_never_impossible(self) -> None:
        layers = [{"role": "leave_in"}, {"role": "cream"}, {"role": "oil"}]
        for style in ("finger_coils", "rod_set", "shingle_wash_and_go", "two_strand_twist_out"):
            answer = planned(goal={"style": style}, layers=layers)
            self.assertEqual(roles(answer), ["leave_in", "cream", "oil"], style)

    def test_an_order_that_was_asked_for_holds_on_rods_too(self) -> None:
        for school, order in (("LOC", ["oil", "cream"]), ("LCO", ["cream", "oil"])):
            answer = planned(goal={"style": "rod_set"}, school={"layering": school})
            self.assertEqual([role for role in roles(answer) if role in order], order)

    def test_gel_on_the_ends_only(self) -> None:
        # A stretched head: cream and oil everywhere, gel on the ends that go on rods.
        layers = [{"role": "cream"}, {"role": "oil"}, {"role": "gel", "on": "ends"}]
        ends, whole = laid_in(planned(layers=layers))[2], laid_in(planned())[-1]
        self.assertLess(ends.grams, whole.grams / 2)
        self.assertEqual((ends.on, ends.layer), (LayerOn.ENDS, 2))

    def test_half_strength_is_half_the_product(self) -> None:
        full, half = (
            laid_in(planned(layers=[{"role": "gel", "strength": share}]))[0].grams
            for share in (1, 0.5)
        )
        self.assertAlmostEqual(half, full / 2, delta=0.06)

    def test_a_zone_takes_its_own_hair_alone(self) -> None:
        answer = planned(layers=[{"role": "leave_in"}, {"role": "gel", "zone": "crown"}])
        for section in answer.sections:
            self.assertEqual(Role.GEL in section.doses, section.zone == "crown")
        gel = laid_in(answer)[1].grams
        shares = sum(section.doses.get(Role.GEL, 0.0) for section in answer.sections)
        self.assertAlmostEqual(gel, shares, delta=0.05 * len(answer.sections))

    def test_a_zone_without_sections_is_refused(self) -> None:
        with self.assertRaisesRegex(CraftError, r"layers\.0\.zone: No section lies at"):
            planned(goal={"style": "slick_bun"}, layers=[{"role": "gel", "zone": "nape"}])

    def test_two_of_a_role_take_two_bottles(self) -> None:
        shelf = [bottle("cream", "cream"), bottle("soft", "gel"), bottle("firm", "gel")]
        layers = [{"role": "cream"}, {"role": "gel", "bottle": "soft"}, {"role": "gel"}]
        products = laid_in(planned(shelf=shelf, layers=layers))
        self.assertEqual([product.id for product in products], ["cream", "soft", "firm"])

    def test_how_a_layer_is_worked_in_is_told(self) -> None:
        layers = [
            {"role": "gel", "way": "soaking", "strength": 0.5},
            {"role": "scalp_oil", "way": "massage"},
        ]
        how = next(step for step in planned(layers=layers).steps if step.key == "lay_in").how
        self.assertIn("Gel thinned to 50%, on dripping hair", how)
        self.assertIn("Scalp oil massaged into the scalp", how)

    def test_nothing_at_all_is_told(self) -> None:
        answer = planned(layers=[])
        self.assertEqual(laid_in(answer), [])
        self.assertIn("thin_film", caution_keys(answer))

    def test_what_is_rinsed_out_is_no_layer(self) -> None:
        with self.assertRaisesRegex(CraftError, r"layers\.1\.role: A layer stays in"):
            planned(layers=[{"role": "gel"}, {"role": "mask"}])

    def test_a_bottle_that_is_not_there_is_refused(self) -> None:
        with self.assertRaisesRegex(CraftError, r"layers\.0\.bottle: No bottle none"):
            planned(shelf=[bottle("soft", "gel")], layers=[{"role": "gel", "bottle": "none"}])

    def test_a_bottle_with_an_allergen_is_not_even_taken_by_hand(self) -> None:
        shelf = [bottle("bad", "gel", ingredients="Aqua, Linalool"), bottle("good", "gel")]
        answer = planned(
            shelf=shelf,
            layers=[{"role": "leave_in"}, {"role": "gel", "bottle": "bad"}],
            person={"allergies": ["linalool"]},
        )
        self.assertEqual(laid_in(answer)[1].id, "good")
        self.assertIn("allergen", caution_keys(answer))

    def test_a_bottle_chosen_for_a_layer_is_judged_like_any_other(self) -> None:
        shelf = [bottle("bad", "gel", ingredients="Aqua, Dimethiconol"), bottle("good", "gel")]
        wish: dict[str, Any] = {"shelf": shelf, "person": {"routine": "cowash_only"}}
        layers = [{"role": "gel", "bottle": "good"}, {"role": "gel", "bottle": "bad"}]
        answer = planned(**wish, layers=layers)
        self.assertIn("silicone_cowash", caution_keys(answer))
        # The only other one lies under it already; alone on the head it is offered.
        alone = planned(**wish, layers=layers[1:])
        fix = next(fix for fix in alone.fixes if fix.caution == "silicone_cowash")
        mended = planned(**wish, **fix.change)
        self.assertNotIn("silicone_cowash", caution_keys(mended))
        self.assertEqual(laid_in(mended)[0].id, "good")

    def test_two_layers_of_a_role_that_flake_are_told(self) -> None:
        shelf = [bottle("soft", "gel"), bottle("firm", "gel")]
        layers = [{"role": "gel", "bottle": "soft"}, {"role": "gel", "bottle": "firm"}]
        flakers = [{"first": "soft", "second": "firm", "because": "Palm test."}]
        answer = planned(shelf=shelf, layers=layers, flakers=flakers)
        self.assertIn("flaking_pair", caution_keys(answer))

    def test_nothing_by_hand_is_nothing_on_the_hair(self) -> None:
        edit = {"op": "override", "step": "lay_in", "role": "gel", "grams": 0}
        answer = planned(layers=[{"role": "gel"}], edits=[edit])
        self.assertEqual(answer.totals.leave_on_g_per_m2, 0)

    def test_what_comes_nearest_is_offered_by_name(self) -> None:
        shelf = [bottle(role, role) for role in ("leave_in", "cream", "oil", "custard")]
        answer = planned(shelf=shelf)
        caution = next(each for each in answer.cautions if each.key == "no_bottle")
        self.assertIn("no gel. Custard (custard) comes nearest", caution.text)
        fix = next(fix for fix in answer.fixes if fix.caution == "no_bottle")
        mended = planned(shelf=shelf, **fix.change)
        self.assertNotIn("no_bottle", caution_keys(mended))
        self.assertEqual(laid_in(mended)[-1].id, "custard")


class AmountTest(TestCase):
    def test_ninety_coils_need_more_than_five_grams_of_gel(self) -> None:
        hair = {"length_cm": 8, "relaxed_cm": None, "density_per_cm2": 150}
        gel = laid_in(planned(goal={"style": "finger_coils", "sections": 90}, hair=hair))[-1]
        self.assertEqual(gel.role, Role.GEL)
        self.assertGreater(gel.grams, 5)

    def test_a_plan_composes_no_residue(self) -> None:
        answer = planned(hair={"porosity": "high"}, goal={"definition": 1})
        self.assertAlmostEqual(
            answer.totals.leave_on_g_per_m2, doses.RESIDUE_ABOVE_G_PER_M2, delta=0.01
        )
        reasons = [each.rule for product in laid_in(answer) for each in product.reasons]
        self.assertIn("trimmed", reasons)

    def test_grams_by_hand_move_everything(self) -> None:
        shelf = [bottle("soft", "gel", unit_g=2.0, stock_g=30.0, cost_per_g=0.1)]
        usual = planned(shelf=shelf, layers=[{"role": "gel"}])
        edit = {"op": "override", "step": "lay_in", "role": "gel", "grams": 20}
        for wish in (
            {"layers": [{"role": "gel", "grams": 20}]},
            {"layers": [{"role": "gel"}], "edits": [edit]},
        ):
            answer = planned(shelf=shelf, **wish)
            gel = laid_in(answer)[0]
            self.assertEqual((gel.grams, gel.units, gel.cost), (20, 10, 2))
            self.assertIsNone(gel.grams_low)
            self.assertEqual(answer.totals.product_g[Role.GEL], 20)
            self.assertEqual(answer.totals.product_cost, 2)
            inside = sum(section.doses[Role.GEL] for section in answer.sections)
            self.assertAlmostEqual(inside, 20, delta=0.1)
            more = answer.totals.leave_on_g_per_m2 / usual.totals.leave_on_g_per_m2
            self.assertAlmostEqual(more, 20 / laid_in(usual)[0].grams, delta=0.02)

    def test_a_dose_has_a_range_until_a_hand_decides(self) -> None:
        gel = laid_in(planned())[-1]
        self.assertLess(gel.grams_low or 0, gel.grams)
        self.assertGreater(gel.grams_high or 0, gel.grams)

    LAYERS = st.lists(
        st.fixed_dictionaries(
            {
                "role": st.sampled_from([role.value for role in STAYS]),
                "on": st.sampled_from([on.value for on in LayerOn]),
                "strength": st.floats(0.1, 1),
                "way": st.sampled_from([None, *[way.value for way in LayerWay]]),
            }
        ),
        max_size=12,
    )

    @settings(max_examples=60, deadline=None)
    @example(
        Style.FINGER_COILS,
        [
            {"role": "leave_in", "on": "all", "strength": 1.0, "way": None},
            {"role": "leave_in", "on": "all", "strength": 1.0, "way": None},
            {"role": "cream", "on": "edges", "strength": 0.875, "way": None},
        ],
        "high",
    )
    @given(st.sampled_from(list(Style)), LAYERS, st.sampled_from(["low", "medium", "high"]))
    def test_any_list_can_be_laid(
        self, style: Style, layers: list[dict[str, Any]], porosity: str
    ) -> None:
        answer = planned(goal={"style": style}, layers=layers, hair={"porosity": porosity})
        self.assertEqual(roles(answer), [layer["role"] for layer in layers])
        self.assertNotIn("residue_risk", caution_keys(answer))
        limit = doses.RESIDUE_ABOVE_G_PER_M2
        self.assertLessEqual(answer.totals.leave_on_g_per_m2, limit + 0.5)
        for product in laid_in(answer):
            self.assertLessEqual(product.grams, doses.most_dose(product.role) + 0.05)
