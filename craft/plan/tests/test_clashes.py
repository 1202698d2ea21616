"""Bottles and heads that do not go together. Common practice, no source, unless said otherwise."""

from typing import Any
from unittest import TestCase

from CoolProp.HumidAirProp import HAPropsSI

from craft.commands import COMMANDS
from craft.contract import PlanAnswer, parse
from craft.contract.bottles import BottleOut, BottlesRequest
from craft.contract.plan import Caution, StepProduct
from craft.errors import CraftError
from craft.physics.air import dew_point
from craft.products.clashes import DAMP_AIR_C, DRY_AIR_C, RANKED, RULES
from craft.tests.requests import HAIR, caution_keys, planned
from craft.vocabulary import Fits, Role

DAMP_SEA_AIR = {"temp_c": 24, "rh": 0.75}
FROST = {"temp_c": 20, "rh": 0.2}


def bottle(name: str, role: str = "gel", **more: Any) -> dict[str, Any]:
    return {"id": name, "name": name.title(), "role": role, **more}


def product(answer: PlanAnswer, role: Role) -> StepProduct:
    return next(p for step in answer.steps for p in step.products if p.role is role)


def caution_of(answer: PlanAnswer, key: str) -> Caution:
    return next(caution for caution in answer.cautions if caution.key == key)


class DewPointTest(TestCase):
    def test_against_coolprop(self) -> None:
        # CoolProp, a reference library; psychrolib follows ASHRAE Fundamentals.
        for temp_c, rh in ((22, 0.5), (24, 0.75), (20, 0.2), (35, 0.9), (8, 0.4)):
            expected = HAPropsSI("D", "T", temp_c + 273.15, "P", 101_325, "R", rh) - 273.15
            self.assertAlmostEqual(dew_point(temp_c, rh), expected, delta=0.15)

    def test_saturated_air_settles_at_once(self) -> None:
        self.assertAlmostEqual(dew_point(18, 1.0), 18, delta=0.05)


class UnclearAllergyTest(TestCase):
    def test_what_is_not_understood_may_be_in_any_bottle_until_it_is_asked(self) -> None:
        shelf = [bottle("plain", ingredients="Aqua, Panthenol")]
        answer = planned(shelf=shelf, person={"allergies": ["that green one"]})
        self.assertIn("Ask what is meant", caution_of(answer, "allergen_unclear").text)
        clear = planned(shelf=shelf, person={"allergies": ["lanolin"]})
        self.assertNotIn("allergen_unclear", caution_keys(clear))

    def test_a_list_in_one_line_protects_from_each(self) -> None:
        shelf = [bottle("nutty", ingredients="Aqua, Cocos Nucifera Oil")]
        answer = planned(shelf=shelf, person={"allergies": ["lanolin, coconut"]})
        self.assertIn("allergen", caution_keys(answer))


class KeptOffTest(TestCase):
    def test_an_allergen_never_goes_on_not_even_by_hand(self) -> None:
        shelf = [bottle("scented", ingredients="Aqua, Linalool"), bottle("plain", weight="heavy")]
        answer = planned(
            shelf=shelf, person={"allergies": ["linalool"]}, bottles={"gel": "scented"}
        )
        self.assertEqual(product(answer, Role.GEL).id, "plain")
        self.assertIn("Plain is used instead", caution_of(answer, "allergen").text)
        self.assertEqual(caution_of(answer, "allergen").bottle, "scented")

    def test_what_is_only_not_wanted_may_be_chosen_by_hand_and_is_told(self) -> None:
        shelf = [bottle("scented", ingredients="Aqua, Parfum"), bottle("plain", weight="heavy")]
        answer = planned(shelf=shelf, person={"avoid": ["fragrance"]}, bottles={"gel": "scented"})
        self.assertEqual(product(answer, Role.GEL).id, "scented")
        self.assertIn("Use Plain instead", caution_of(answer, "avoided").text)

    def test_past_its_date(self) -> None:
        shelf = [bottle("old", days_left=-3, weight="medium"), bottle("new", weight="heavy")]
        answer = planned(shelf=shelf)
        self.assertEqual(product(answer, Role.GEL).id, "new")
        answer = planned(shelf=shelf[:1])
        self.assertIsNone(product(answer, Role.GEL).id)
        self.assertIn("3 days past its date", caution_of(answer, "spoiled").text)

    def test_a_label_that_says_rinse_never_stays_in(self) -> None:
        rinse = bottle("rinse", role="leave_in", directions="rinse")
        self.assertIn("label_rinse", caution_keys(planned(shelf=[rinse])))
        mask = bottle("mask", role="mask", directions="rinse")
        self.assertEqual(caution_keys(planned(shelf=[mask])), ["no_bottle"])

    def test_the_last_days_are_used_up_first(self) -> None:
        shelf = [bottle("fresh", stock_g=30), bottle("ending", stock_g=300, days_left=2)]
        answer = planned(shelf=shelf)
        self.assertEqual(product(answer, Role.GEL).id, "ending")
        self.assertIn("2 days left", caution_of(answer, "spoils_soon").text)
        self.assertEqual(caution_of(answer, "spoils_soon").fixes, [])


class CareTest(TestCase):
    def alternatives(self, key: str, clashing: dict[str, Any], **changes: Any) -> None:
        """With another bottle it is avoided; by hand it is reported, with a fix that works."""
        role = clashing["role"]
        shelf = [clashing, bottle("other", role=role, ingredients="Aqua, PVP", weight="heavy")]
        chosen = planned(shelf=shelf, **changes)
        self.assertNotIn(key, caution_keys(chosen), "the other bottle is taken of itself")
        by_hand = planned(shelf=shelf, bottles={role: clashing["id"]}, **changes)
        caution = caution_of(by_hand, key)
        self.assertIn("Use Other instead", caution.text)
        fix = next(fix for fix in by_hand.fixes if fix.caution == key)
        self.assertIn(fix.key, caution.fixes)
        mended = planned(shelf=shelf, bottles=fix.change["bottles"], **changes)
        self.assertNotIn(key, caution_keys(mended))
        alone = planned(shelf=[clashing], **changes)
        self.assertIn("No other", caution_of(alone, key).text)

    def test_insoluble_silicone_on_a_co_washed_head(self) -> None:
        clashing = bottle("slick", ingredients="Aqua, Dimethiconol")
        self.alternatives("silicone_cowash", clashing, person={"routine": "cowash_only"})

    def test_soluble_silicone_is_no_clash_there(self) -> None:
        answer = planned(
            shelf=[bottle("slick", ingredients="Aqua, PEG-12 Dimethicone")],
            person={"routine": "cowash_only"},
        )
        self.assertNotIn("silicone_cowash", caution_keys(answer))

    def test_protein_on_stiff_hair(self) -> None:
        clashing = bottle("strong", role="mask", ingredients="Aqua, Hydrolyzed Keratin")
        self.alternatives("protein_stiff", clashing, hair={"elasticity": "stiff"})

    def test_protein_on_springy_hair_is_no_clash(self) -> None:
        answer = planned(shelf=[bottle("s", role="mask", ingredients="Hydrolyzed Keratin")])
        self.assertNotIn("protein_stiff", caution_keys(answer))

    def test_humectants_in_damp_and_in_dry_air(self) -> None:
        clashing = bottle("honey", ingredients="Aqua, Glycerin, Mel")
        self.alternatives("humectant_air", clashing, room=DAMP_SEA_AIR)
        self.alternatives("humectant_air", clashing, room=FROST)

    def test_the_air_outside_counts_where_it_is_told(self) -> None:
        shelf = [bottle("honey", ingredients="Aqua, Glycerin, Mel")]
        inside = planned(shelf=shelf, room=DAMP_SEA_AIR, outdoors={"temp_c": 20, "rh": 0.5})
        self.assertNotIn("humectant_air", caution_keys(inside))
        outside = planned(shelf=shelf, outdoors=DAMP_SEA_AIR)
        self.assertIn("humectant_air", caution_keys(outside))

    def test_a_humectant_far_down_the_list_is_left_alone(self) -> None:
        label = "Aqua, PVP, Carbomer, Xanthan Gum, Cellulose Gum, Cetyl Alcohol, Glycerin"
        answer = planned(shelf=[bottle("trace", ingredients=label)], room=DAMP_SEA_AIR)
        self.assertNotIn("humectant_air", caution_keys(answer))

    def test_dew_point_bands_of_the_trade(self) -> None:
        # Below about 2 °C and above about 18 °C humectants go light.
        self.assertEqual((DRY_AIR_C, DAMP_AIR_C), (2.0, 18.0))

    def test_essential_oil_near_those_who_may_react(self) -> None:
        clashing = bottle("herb", ingredients="Aqua, Rosmarinus Officinalis Leaf Oil")
        self.alternatives("essential_oil", clashing, person={"conditions": ["pregnancy"]})

    def test_an_unread_label_where_there_are_allergies(self) -> None:
        self.alternatives("label_unread", bottle("blank"), person={"allergies": ["linalool"]})

    def test_an_allergen_that_may_hide(self) -> None:
        person = {"allergies": ["linalool"]}
        for label in ("Aqua, Parfum", "Aqua, Lavandula Angustifolia Oil", "Aqua, Linalol"):
            with self.subTest(label=label):
                self.alternatives(
                    "allergen_unnamed", bottle("maybe", ingredients=label), person=person
                )

    def test_heavy_on_fine_and_light_on_dense_coarse(self) -> None:
        fine, dense = {"diameter_um": 50}, {"diameter_um": 92, "density_per_cm2": 235}
        heavy = [bottle("thick", weight="heavy"), bottle("thin", weight="light")]
        self.assertNotIn("too_heavy", caution_keys(planned(shelf=heavy, hair=fine)))
        by_hand = planned(shelf=heavy, hair=fine, bottles={"gel": "thick"})
        self.assertIn("Use Thin instead", caution_of(by_hand, "too_heavy").text)
        by_hand = planned(shelf=heavy, hair=dense, bottles={"gel": "thin"})
        self.assertIn("Use Thick instead", caution_of(by_hand, "too_light").text)


class FlakersTest(TestCase):
    SHELF = [
        bottle("cream", role="cream"),
        bottle("milky gel", stock_g=50),
        bottle("clear gel", stock_g=500),
    ]
    PAIR = [{"first": "cream", "second": "milky gel", "because": "Rubbed on the palm they flake."}]

    def test_what_flakes_is_kept_apart(self) -> None:
        self.assertEqual(product(planned(shelf=self.SHELF), Role.GEL).id, "milky gel")
        answer = planned(shelf=self.SHELF, flakers=self.PAIR)
        gel = product(answer, Role.GEL)
        self.assertEqual(gel.id, "clear gel")
        self.assertIn("flaking_pair", [reason.rule for reason in gel.reasons])

    def test_by_hand_it_is_told_with_what_to_take_instead(self) -> None:
        answer = planned(shelf=self.SHELF, flakers=self.PAIR, bottles={"gel": "milky gel"})
        text = caution_of(answer, "flaking_pair").text
        self.assertIn("Cream and Milky Gel flake together", text)
        self.assertIn("Rubbed on the palm", text)
        fix = next(fix for fix in answer.fixes if fix.caution == "flaking_pair")
        self.assertEqual(fix.change, {"bottles": {"gel": "clear gel"}})

    def test_the_order_of_a_pair_does_not_matter(self) -> None:
        turned = [{"first": "milky gel", "second": "cream"}]
        answer = planned(shelf=self.SHELF, flakers=turned)
        self.assertEqual(product(answer, Role.GEL).id, "clear gel")

    def test_what_is_rinsed_out_flakes_with_nothing(self) -> None:
        shelf = [bottle("mask", role="mask"), bottle("gel")]
        answer = planned(shelf=shelf, flakers=[{"first": "mask", "second": "gel"}])
        self.assertNotIn("flaking_pair", caution_keys(answer))


class ByHandTest(TestCase):
    def test_a_bottle_by_hand_is_taken_and_says_so(self) -> None:
        shelf = [bottle("first", stock_g=30), bottle("second", stock_g=300)]
        gel = product(planned(shelf=shelf, bottles={"gel": "second"}), Role.GEL)
        self.assertEqual(gel.id, "second")
        self.assertIn("by_hand", [reason.rule for reason in gel.reasons])

    def test_one_that_is_not_there_or_for_something_else_is_refused(self) -> None:
        shelf = [bottle("gel"), bottle("mask", role="mask")]
        for chosen in ("nowhere", "mask"):
            with self.assertRaises(CraftError) as caught:
                planned(shelf=shelf, bottles={"gel": chosen})
            self.assertEqual(caught.exception.field, "bottles.gel")
            self.assertIn("Known: gel", caught.exception.message)

    def test_a_bottle_may_serve_two_roles(self) -> None:
        shelf = [bottle("two in one", role="rinse_out", also=["mask"])]
        answer = planned(shelf=shelf)
        self.assertEqual(product(answer, Role.MASK).id, "two in one")
        better = [*shelf, bottle("mask", role="mask")]
        self.assertEqual(product(planned(shelf=better), Role.MASK).id, "mask")


class LabelledTimeTest(TestCase):
    def mask(self, style: str = "flat_twist_out", **more: Any) -> Any:
        answer = planned(shelf=[bottle("mask", role="mask", **more)], goal={"style": style})
        return next(step for step in answer.steps if step.key == "mask")

    def test_the_label_rules_over_the_standard(self) -> None:
        usual = self.mask()
        self.assertEqual(usual.wait_min, 20)
        self.assertEqual(self.mask(dwell_max_min=10).wait_min, 10)
        self.assertEqual(self.mask(dwell_max_min=10).wait_max_min, 10)
        self.assertEqual(self.mask(dwell_min=25).wait_min, 25)
        self.assertEqual(self.mask(dwell_min=5, dwell_max_min=40).wait_min, 20)

    def test_and_says_so(self) -> None:
        reason = self.mask(dwell_min=3, dwell_max_min=12).reasons[0]
        self.assertEqual(reason.rule, "label_dwell")
        self.assertIn("3 to 12 min: 12 instead of 20", reason.because)


class CostTest(TestCase):
    def test_what_a_service_costs(self) -> None:
        shelf = [bottle("gel", cost_per_g=0.05), bottle("cream", role="cream")]
        answer = planned(shelf=shelf)
        gel = product(answer, Role.GEL)
        self.assertAlmostEqual(gel.cost or 0, gel.grams * 0.05, delta=0.01)
        self.assertAlmostEqual(answer.totals.product_cost, gel.cost or 0)
        self.assertIn("Cream", answer.totals.unpriced)

    def test_what_the_hand_really_gives(self) -> None:
        gel = product(planned(shelf=[bottle("gel", unit_g=2.0)]), Role.GEL)
        self.assertAlmostEqual(gel.by_hand_g or 0, (gel.units or 0) * 2.0, delta=0.05)
        self.assertLessEqual(abs((gel.by_hand_g or 0) - gel.grams), 0.25 * 2.0 + 0.1)


class ShelfOfAHeadTest(TestCase):
    SHELF = [
        bottle("scented", ingredients="Aqua, Linalool", unit_g=2, stock_g=100),
        bottle("plain", ingredients="Aqua, PVP", stock_g=3),
        bottle("balm", role="butter", weight="heavy", ingredients="Theobroma Cacao Seed Butter"),
    ]

    def judged(self, **changes: Any) -> dict[str, BottleOut]:
        request = {"hair": HAIR, "shelf": self.SHELF} | changes
        answer = COMMANDS["bottles"].run(parse(BottlesRequest, request))
        return {row.id: row for row in answer.bottles}  # type: ignore[attr-defined]

    def test_yes_with_care_and_no(self) -> None:
        results = self.judged(person={"allergies": ["linalool"]}, hair=HAIR | {"diameter_um": 50})
        self.assertEqual(results["scented"].fits, Fits.NO)
        self.assertEqual(results["scented"].clashes[0].key, "allergen")
        self.assertEqual(results["plain"].fits, Fits.YES)
        self.assertEqual(results["balm"].fits, Fits.CARE)

    def test_the_first_choice_of_each_role(self) -> None:
        results = self.judged()
        self.assertTrue(results["scented"].best, "the other is not enough for one dose")
        self.assertFalse(results["plain"].best)
        results = self.judged(person={"allergies": ["linalool"]})
        self.assertTrue(results["plain"].best)

    def test_how_many_heads_it_is_enough_for(self) -> None:
        scented = self.judged()["scented"]
        self.assertEqual(scented.enough_for, int(100 / scented.grams))
        self.assertEqual(scented.unit, "pump")
        self.assertIsNone(self.judged()["balm"].enough_for)

    def test_a_style_decides_what_stays_in(self) -> None:
        shelf = [bottle("custard", role="custard", directions="rinse")]
        self.assertEqual(self.judged(shelf=shelf)["custard"].fits, Fits.NO)
        worn = self.judged(shelf=shelf, style="flat_twist_out")
        self.assertEqual(worn["custard"].fits, Fits.YES, "this style leaves no custard in")

    def test_it_agrees_with_the_plan(self) -> None:
        changes: dict[str, Any] = {"person": {"allergies": ["linalool"]}}
        best = {row.role: row.id for row in self.judged(**changes).values() if row.best}
        answer = planned(shelf=self.SHELF, **changes)
        self.assertEqual(product(answer, Role.GEL).id, best[Role.GEL])


class RulesTest(TestCase):
    def test_every_ranked_key_is_one_a_rule_can_tell(self) -> None:
        names = {rule.__name__ for rule in RULES} | {"label_unread", "allergen_unnamed"}
        self.assertLessEqual(set(RANKED), names)


class NamedTest(TestCase):
    def test_a_reason_names_bottles_not_their_numbers(self) -> None:
        shelf = [
            {"id": "12", "name": "Clear gel", "role": "gel", "weight": "light"},
            {"id": "26", "name": "Strong gel", "role": "gel", "weight": "light"},
            {"id": "7", "name": "Soft cream", "role": "cream"},
        ]
        pair = [{"first": "26", "second": "7", "because": "Rubbed on the palm they flake."}]
        answer = planned(shelf=shelf, flakers=pair)
        reasons = [r for s in answer.steps for p in s.products for r in p.reasons]
        flaking = [each for each in reasons if each.rule == "flaking_pair"]
        self.assertEqual([each.trigger for each in flaking], ["Strong gel with Soft cream"])
