"""Changes by hand: applied, kept, checked again against common practice, no source."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanAnswer
from craft.errors import CraftError
from craft.plan.steps.order import NEEDS, ORDER
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Style


def with_edits(*edits: dict[str, Any], **changes: Any) -> PlanAnswer:
    return planned(edits=list(edits), **changes)


def step(answer: PlanAnswer, key: str) -> Any:
    return next(row for row in answer.steps if row.key == key)


class EditTest(TestCase):
    def test_minutes_decided_by_hand_stand_and_are_shown(self) -> None:
        answer = with_edits({"op": "override", "step": "shape", "minutes": 70})
        shape = step(answer, "shape")
        self.assertEqual((shape.hands_on_min, shape.hands_on_high), (70, 70))
        self.assertIn("70 min instead of", shape.edited[0])
        usual = planned().totals.hands_on_min - step(planned(), "shape").hands_on_min
        self.assertAlmostEqual(answer.totals.hands_on_min, usual + 70, delta=0.1)

    def test_a_dose_decided_by_hand(self) -> None:
        shelf = [{"id": "g", "role": "gel", "unit": "pump", "unit_g": 2}]
        edit = {"op": "override", "step": "lay_in", "role": "gel", "grams": 10}
        answer = with_edits(edit, shelf=shelf)
        gel = next(product for product in step(answer, "lay_in").products if product.role == "gel")
        self.assertEqual(gel.grams, 10)
        self.assertAlmostEqual(gel.units, 5, delta=0.25)
        self.assertEqual(answer.totals.product_g["gel"], 10)

    def test_a_step_added_replaced_and_taken_out(self) -> None:
        answer = with_edits(
            {
                "op": "add",
                "step": "trim",
                "title": "Trim the ends",
                "minutes": 12,
                "after": "rinse",
            },
            {"op": "replace", "step": "finish", "title": "Shake only", "minutes": 2},
            {"op": "remove", "step": "condition"},
        )
        keys = [row.key for row in answer.steps]
        self.assertEqual(keys[keys.index("rinse") + 1], "own_trim")
        self.assertEqual(step(answer, "own_trim").hands_on_min, 12)
        self.assertEqual(step(answer, "finish").title, "Shake only")
        self.assertEqual(answer.removed, ["Condition"])

    def test_a_pace_does_not_change_what_was_decided(self) -> None:
        edit = {"op": "add", "step": "trim", "minutes": 12}
        self.assertEqual(step(with_edits(edit, pace=1.4), "own_trim").hands_on_min, 12)

    def test_edits_that_cannot_be_name_their_field(self) -> None:
        for edit, field, words in (
            ({"op": "remove", "step": "perm"}, "edits.0.step", "Steps: cleanse"),
            ({"op": "move", "step": "mask", "after": "perm"}, "edits.0.after", "no step"),
            ({"op": "override", "step": "mask"}, "edits.0.minutes", "Give minutes"),
            ({"op": "override", "step": "mask", "role": "gel", "grams": 3}, "edits.0.role", "mask"),
            ({"op": "replace", "step": "mask"}, "edits.0.title", "Say what"),
            ({"op": "move", "step": "lay_in", "role": "clay"}, "edits.0.role", "leave_in"),
            ({"op": "override", "step": "mask", "minutes": -1}, "edits.0.minutes", "0 to 480"),
        ):
            with self.subTest(edit=edit), self.assertRaises(CraftError) as caught:
                with_edits(edit)
            self.assertEqual(caught.exception.field, field)
            self.assertIn(words, caught.exception.message)


class OrderTest(TestCase):
    def fires(self, key: str, *edits: dict[str, Any], **changes: Any) -> None:
        answer = with_edits(*edits, **changes)
        self.assertIn(key, caution_keys(answer))

    def test_a_mask_left_in(self) -> None:
        self.fires("mask_not_rinsed", {"op": "remove", "step": "rinse"})
        self.fires("mask_not_rinsed", {"op": "move", "step": "mask", "after": "rinse"})

    def test_gel_before_leave_in(self) -> None:
        move = {"op": "move", "step": "lay_in", "role": "gel", "after": None}
        self.fires("gel_before_leave_in", move)
        answer = with_edits(move)
        self.assertEqual(step(answer, "lay_in").products[0].role, "gel")

    def test_bands_on_dripping_hair(self) -> None:
        goal = {"style": "banded_stretch"}
        self.fires("bands_dripping", {"op": "remove", "step": "damp"}, goal=goal)
        self.fires("bands_dripping", {"op": "move", "step": "damp", "after": "shape"}, goal=goal)

    def test_heat_without_protection(self) -> None:
        self.fires("heat_unprotected", {"op": "remove", "step": "lay_in"}, dry="hood")

    def test_dry_detangling(self) -> None:
        self.fires("dry_detangling", {"op": "move", "step": "detangle", "after": None})
        self.fires("dry_detangling", {"op": "remove", "step": "condition"})

    def test_not_detangled_at_all(self) -> None:
        self.fires("not_detangled", {"op": "remove", "step": "detangle"})

    def test_an_overnight_mask(self) -> None:
        self.fires("overnight_mask", {"op": "override", "step": "mask", "wait_min": 480})
        answer = with_edits({"op": "override", "step": "mask", "wait_min": 40})
        self.assertNotIn("overnight_mask", caution_keys(answer))

    def test_released_before_it_is_shaped(self) -> None:
        self.fires("released_damp", {"op": "move", "step": "release", "after": "rinse"})

    def test_a_composed_routine_is_never_out_of_order(self) -> None:
        keys = {rule.key for rule in ORDER} | {need.key for need in NEEDS}
        keys |= {"gel_before_leave_in", "not_detangled"}
        for style in Style:
            for extra in ({}, {"dry": "hood"}, {"now": {"style": "braids", "worn_days": 40}}):
                answer = planned(goal={"style": style.value}, **extra)
                self.assertFalse(keys & set(caution_keys(answer)), (style, extra))

    @settings(max_examples=25, deadline=None)
    @given(st.data())
    def test_any_change_by_hand_is_kept(self, data: st.DataObject) -> None:
        keys = [row.key for row in planned().steps]
        moved = data.draw(st.sampled_from(keys))
        after = data.draw(st.sampled_from([None, *[key for key in keys if key != moved]]))
        answer = with_edits({"op": "move", "step": moved, "after": after})
        order = [row.key for row in answer.steps]
        self.assertEqual(sorted(order), sorted(keys))
        self.assertEqual(order.index(moved), 0 if after is None else order.index(after) + 1)
        self.assertEqual(step(answer, moved).edited, ["moved"])


class SchoolsTest(TestCase):
    def chosen(self, **changes: Any) -> dict[str, Any]:
        return {school.topic: school for school in planned(**changes).schools}

    def test_which_school_won_who_chose_and_what_the_other_would_do(self) -> None:
        standard = self.chosen(hair={"porosity": "high"})["layering"]
        self.assertEqual((standard.chosen, standard.chosen_by), ("LCO", "salon"))
        self.assertIn("LOC", standard.instead)
        own = self.chosen(school={"layering": "LOC"}, hair={"porosity": "high"})["layering"]
        self.assertEqual((own.chosen, own.chosen_by), ("LOC", "plan"))
        school = {"layering": "LOC", "by": {"layering": "client"}}
        self.assertEqual(self.chosen(school=school)["layering"].chosen_by, "client")

    def test_topics_of_a_service(self) -> None:
        always = {"refresh"}
        washed = always | {
            "distribution",
            "smoothing",
            "layering",
            "wash",
            "detangle",
            "pre_wash",
            "drying",
            "release",
        }
        self.assertEqual(set(self.chosen()), washed)
        self.assertEqual(set(self.chosen(goal={"style": "refresh_visit"})), always)

    def test_waves_are_scrunched_and_coils_smoothed(self) -> None:
        for pattern, relaxed, word in (("2b", 22, "Scrunch"), ("4b", 10, "flat palms")):
            answer = planned(hair={"pattern": pattern, "relaxed_cm": relaxed})
            self.assertIn(word, step(answer, "lay_in").how)
        raked = planned(school={"smoothing": "rake"})
        self.assertIn("Rake", step(raked, "lay_in").how)

    def test_a_light_conditioner_under_the_shampoo(self) -> None:
        answer = planned(school={"wash": "conditioner_under"})
        keys = [row.key for row in answer.steps]
        self.assertEqual(keys[:4], ["slip_under", "cleanse", "condition", "detangle"])
        light, whole = (step(answer, key).products[0].grams for key in ("slip_under", "condition"))
        self.assertAlmostEqual(light, 0.4 * whole, delta=0.1)

    def test_what_goes_under_is_counted_in_halves_of_the_unit_of_the_hand(self) -> None:
        pump = {"id": "1", "role": "rinse_out", "unit": "pump", "unit_g": 2.0, "stock_g": 500}
        answer = planned(school={"wash": "conditioner_under"}, shelf=[pump])
        light, whole = (step(answer, key).products[0] for key in ("slip_under", "condition"))
        assert light.units is not None
        assert whole.units is not None
        self.assertAlmostEqual(light.units, 0.4 * whole.units, delta=0.25)
        self.assertEqual(light.units * 2 % 1, 0)

    def test_a_set_worn_first_is_opened_days_later(self) -> None:
        worn = planned(school={"release": "worn_first"}, goal={"sections": 20})
        self.assertGreaterEqual(worn.drying.release_after_h, 72)
        self.assertLess(planned(goal={"sections": 20}).drying.release_after_h, 72)

    def test_refresh_by_school(self) -> None:
        for school, word in (("water", "water only"), ("oil", "no water"), ("retwist", "retwist")):
            answer = planned(school={"refresh": school})
            self.assertIn(word, answer.home.refresh[0].what)
