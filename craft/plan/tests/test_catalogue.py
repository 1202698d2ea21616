"""The catalogue of services: every entry makes sense, and the parts of it agree."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanRequest, parse
from craft.errors import CraftError
from craft.plan.alternatives.measures import TRAITS, differences, measures
from craft.plan.assemble import case_of
from craft.plan.kit.pieces import USUAL_RODS, rod_mm
from craft.plan.steps.before import TAKE_DOWNS
from craft.plan.steps.order import NEEDS, ORDER
from craft.products import doses
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import plan_request, planned
from craft.vocabulary import EditOp, OnHead, Role, SetKind, Start, Style


class CatalogueTest(TestCase):
    def test_every_style_has_an_entry_with_a_title_of_its_own(self) -> None:
        self.assertEqual(set(TECHNIQUES), set(Style))
        titles = [technique.title for technique in TECHNIQUES.values()]
        self.assertEqual(len(set(titles)), len(titles))

    def test_numbers_are_in_range(self) -> None:
        for style, technique in TECHNIQUES.items():
            with self.subTest(style=style):
                self.assertTrue(
                    1 <= technique.parting.sections <= technique.parting.sections_max <= 120
                )
                self.assertTrue(0 <= technique.setting.stretch <= 1)
                self.assertTrue(0 < technique.wear.definition < 1)
                self.assertTrue(10 <= technique.wash.mask_min <= technique.wash.mask_max_min <= 45)
                self.assertTrue(1 <= technique.wear.days <= 21)

    def test_what_is_released_says_how_and_what_is_not_does_not(self) -> None:
        for style, technique in TECHNIQUES.items():
            if technique.release.needed:
                self.assertIn("Only when", technique.release.how, style)
                self.assertGreater(technique.release.minutes_each, 0)
                self.assertIn("ount", technique.release.how, style)
            else:
                self.assertEqual(technique.release.minutes_each, 0)

    def test_only_sets_are_released(self) -> None:
        for technique in TECHNIQUES.values():
            if technique.setting.kind is SetKind.LOOSE:
                self.assertFalse(technique.release.needed)

    def test_every_product_that_stays_in_has_a_dose(self) -> None:
        dosed = set(doses.FILM_G_PER_M2) | set(doses.SCALP_G_PER_CM2)
        for style, technique in TECHNIQUES.items():
            self.assertLessEqual(set(technique.stays_in), dosed, style)
            self.assertEqual(len(set(technique.stays_in)), len(technique.stays_in))

    def test_the_water_layer_lies_under_a_butter_or_cream(self) -> None:
        # A butter alone under-performs: common practice, no source.
        for style, technique in TECHNIQUES.items():
            rich = {Role.BUTTER, Role.CREAM} & set(technique.stays_in)
            if rich and technique.wash.start is Start.WASH:
                self.assertIn(Role.LEAVE_IN, technique.stays_in, style)

    def test_everything_that_can_be_on_a_head_comes_off_but_loose_hair(self) -> None:
        self.assertEqual(set(TAKE_DOWNS), set(OnHead) - {OnHead.LOOSE})
        for old in TAKE_DOWNS.values():
            self.assertGreater(old.fixed_min, 0)
            self.assertGreater(old.most_days, 0)

    def test_what_a_style_leaves_can_be_taken_down(self) -> None:
        for technique in TECHNIQUES.values():
            self.assertTrue(
                technique.wear.leaves is OnHead.LOOSE or technique.wear.leaves in TAKE_DOWNS
            )

    def test_order_is_no_circle(self) -> None:
        later: dict[str, set[str]] = {}
        for rule in ORDER:
            later.setdefault(rule.first, set()).add(rule.then)

        def reach(key: str, visited: frozenset[str]) -> bool:
            return key in visited or any(
                reach(next_key, visited | {key}) for next_key in later.get(key, ())
            )

        for key, nexts in later.items():
            self.assertFalse(any(reach(next_key, frozenset({key})) for next_key in nexts), key)

    def test_every_rule_of_the_order_says_what_goes_wrong(self) -> None:
        for rule in (*ORDER, *NEEDS):
            self.assertGreater(len(rule.text), 20)
            self.assertTrue(rule.text.endswith("."))


class RodTest(TestCase):
    def rod(self, length_cm: float, **goal: Any) -> float:
        hair = {"length_cm": length_cm, "relaxed_cm": None}
        request = plan_request(hair=hair, goal={"style": "rod_set"} | goal)
        return rod_mm(case_of(parse(PlanRequest, request)))

    def test_longer_hair_takes_larger_rods(self) -> None:
        sizes = [self.rod(length) for length in (8, 15, 25, 45)]
        self.assertEqual(sizes, sorted(sizes))
        self.assertEqual(sizes[:3], [size for _, size in USUAL_RODS])

    def test_a_wished_size_wins(self) -> None:
        self.assertEqual(self.rod(25, rod_mm=8), 8)
        with self.assertRaises(CraftError) as caught:
            self.rod(25, rod_mm=200)
        self.assertEqual(caught.exception.field, "goal.rod_mm")
        self.assertIn("4 to 60 mm", caught.exception.message)


class TraitsTest(TestCase):
    @settings(max_examples=20, deadline=None)
    @given(st.sampled_from(list(Style)), st.sampled_from(list(Style)))
    def test_every_difference_is_told_once_from_each_end(self, style: Style, other: Style) -> None:
        first = measures(planned(goal={"style": style.value}))
        second = measures(planned(goal={"style": other.value}))
        losses, gains = differences(first, second)
        mirrored = differences(second, first)
        self.assertEqual((len(losses), len(gains)), (len(mirrored[1]), len(mirrored[0])))
        self.assertLessEqual(len(losses) + len(gains), len(TRAITS))

    def test_volume_is_what_definition_leaves(self) -> None:
        measured = measures(planned())
        self.assertAlmostEqual(measured.definition + measured.volume, 1, places=2)


class RequestTest(TestCase):
    def test_new_fields_are_refused_by_name(self) -> None:
        for change, field in (
            ({"now": {"style": "crown"}}, "now.style"),
            ({"now": {"style": "braids", "worn_days": 999}}, "now.worn_days"),
            ({"edits": [{"op": "paint", "step": "mask"}]}, "edits.0.op"),
            ({"edits": [{"op": "add"}]}, "edits.0.step"),
            ({"standards": {"film_factor": {"gel": 9}}}, "standards.film_factor.gel"),
            ({"standards": {"wear_days": {"rod_set": 60}}}, "standards.wear_days.rod_set"),
            ({"school": {"smoothing": "iron"}}, "school.smoothing"),
            ({"school": {"by": {"layering": "nobody"}}}, "school.by.layering"),
            ({"person": {"stop_signs": ["itch"]}}, "person.stop_signs.0"),
        ):
            with self.subTest(field=field), self.assertRaises(CraftError) as caught:
                planned(**change)
            self.assertEqual(caught.exception.field, field)

    def test_every_kind_of_edit_is_known(self) -> None:
        self.assertEqual(
            {edit_op.value for edit_op in EditOp}, {"add", "remove", "move", "replace", "override"}
        )
