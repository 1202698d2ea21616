"""What holds for every service on every head, whatever is wished. Own laws of the answer."""

import itertools
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanAnswer, PlanRequest, parse
from craft.errors import CraftError
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import plan_request
from craft.vocabulary import Dryer, Role, Severity, Station, Style

HEADS: dict[str, dict[str, Any]] = {
    "short tapered coils": {
        "pattern": "4c",
        "length_cm": 9,
        "relaxed_cm": 3.2,
        "zones": {"nape": {"length_cm": 4}, "left": {"length_cm": 5}, "right": {"length_cm": 5}},
    },
    "long fine waves": {
        "pattern": "2b",
        "length_cm": 52,
        "relaxed_cm": 46,
        "diameter_um": 52,
        "density_per_cm2": 130,
    },
    "dense coarse curls": {
        "pattern": "3c",
        "length_cm": 38,
        "relaxed_cm": 20,
        "diameter_um": 92,
        "density_per_cm2": 240,
        "porosity": "high",
        "buildup": "heavy",
    },
    "sparse coils of low porosity": {
        "pattern": "4a",
        "length_cm": 22,
        "relaxed_cm": 9,
        "density_per_cm2": 95,
        "porosity": "low",
    },
}
SHELF = [
    {
        "id": f"{role}-{weight}",
        "name": f"{weight} {role}".replace("_", " "),
        "role": role.value,
        "weight": weight,
        "unit_g": unit_g,
        "stock_g": 400,
        "cost_per_g": 0.03,
        "ingredients": "Aqua, PVP",
    }
    for role, (weight, unit_g) in itertools.product(Role, (("light", 1.6), ("heavy", 2.8)))
]

STYLES = st.sampled_from(list(Style))
HAIR = st.fixed_dictionaries(
    {
        "pattern": st.sampled_from(["2a", "2c", "3a", "3c", "4a", "4c"]),
        "length_cm": st.floats(5, 60).map(lambda number: round(number, 1)),
        "relaxed_cm": st.just(4.0),
        "density_per_cm2": st.integers(70, 300).map(float),
        "diameter_um": st.integers(45, 105).map(float),
        "porosity": st.sampled_from(["low", "medium", "high"]),
        "head_cm": st.floats(50, 63).map(lambda number: round(number, 1)),
        "buildup": st.sampled_from(["none", "some", "heavy"]),
        "days_since_detangle": st.integers(0, 40).map(float),
    }
)


def of(style: Style, hair: dict[str, Any], **changes: Any) -> PlanAnswer:
    goal = {"style": style.value} | changes.pop("goal", {})
    request = plan_request(hair=hair, goal=goal, shelf=SHELF, **changes)
    return plan(parse(PlanRequest, request))


class EveryServiceOnEveryHeadTest(TestCase):
    answers: dict[tuple[str, Style], PlanAnswer]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.answers = {
            (name, style): of(style, hair)
            for (name, hair), style in itertools.product(HEADS.items(), Style)
        }

    def each(self) -> Any:
        for (name, style), answer in self.answers.items():
            with self.subTest(head=name, style=style):
                yield answer

    def test_sections_sum_to_the_head(self) -> None:
        for answer in self.each():
            grams = sum(section.grams for section in answer.sections)
            self.assertAlmostEqual(grams, answer.totals.hair_g, delta=0.02 * grams + 0.1)
            numbers = [section.number for section in answer.sections]
            self.assertEqual(numbers, list(range(1, len(numbers) + 1)))

    def test_minutes_sum_to_the_service(self) -> None:
        for answer in self.each():
            hands = sum(step.hands_on_min for step in answer.steps)
            waits = sum(step.wait_min for step in answer.steps)
            self.assertAlmostEqual(answer.totals.hands_on_min, hands, delta=0.1)
            self.assertAlmostEqual(answer.totals.client_min, hands + waits, delta=0.2)
            self.assertLessEqual(answer.totals.first_sitting_min, answer.totals.client_min + 0.2)

    def test_ranges_hold_what_they_are_about(self) -> None:
        for answer in self.each():
            totals, finished, drying = answer.totals, answer.finished, answer.drying
            self.assertLessEqual(totals.hands_on_low, totals.hands_on_min)
            self.assertLessEqual(totals.hands_on_min, totals.hands_on_high)
            self.assertLessEqual(finished.length_low, finished.length_cm)
            self.assertLessEqual(finished.length_cm, finished.length_high)
            self.assertLessEqual(drying.at_release_low, drying.at_release)
            self.assertLessEqual(drying.at_release, drying.at_release_high)
            for step in answer.steps:
                self.assertLessEqual(step.hands_on_low, step.hands_on_min)
                self.assertLessEqual(step.hands_on_min, step.hands_on_high)
                self.assertLessEqual(step.wait_min, step.wait_max_min)

    def test_doses_sum_to_what_is_told(self) -> None:
        for answer in self.each():
            products = [product for step in answer.steps for product in step.products]
            for role, grams in answer.totals.product_g.items():
                summed = sum(product.grams for product in products if product.role is role)
                self.assertAlmostEqual(summed, grams, delta=0.11)
            cost = sum(product.cost or 0 for product in products)
            self.assertAlmostEqual(answer.totals.product_cost, cost, delta=0.02)

    def test_the_hand_can_do_every_dose(self) -> None:
        for answer in self.each():
            for dose in (product for step in answer.steps for product in step.products):
                assert dose.units is not None
                self.assertGreater(dose.units, 0)
                self.assertEqual(dose.units * 4, round(dose.units * 4), "quarters at the smallest")

    def test_everything_says_why(self) -> None:
        for answer in self.each():
            reasons = [reason for step in answer.steps for reason in step.reasons]
            reasons += [reason for s in answer.steps for p in s.products for reason in p.reasons]
            reasons += [*answer.drying.reasons, *answer.finished.reasons, *answer.totals.reasons]
            reasons += [*answer.kit_needed.reasons, *answer.section_reasons]
            for reason in reasons:
                self.assertTrue(reason.rule and reason.because and reason.trigger and reason.source)
                self.assertRegex(reason.because, r"[.!)]$", "a sentence")

    def test_cautions_are_told_once_and_placed(self) -> None:
        for answer in self.each():
            keys = [caution.key for caution in answer.cautions]
            self.assertEqual(len(keys), len(set(keys)))
            placed = {key for step in answer.steps for key in step.cautions}
            self.assertLessEqual(placed, set(keys))
            self.assertNotIn(Severity.STOP, [caution.severity for caution in answer.cautions])

    def test_every_fix_answers_a_caution_that_fired(self) -> None:
        for answer in self.each():
            fired = {caution.key: caution.fixes for caution in answer.cautions}
            for fix in answer.fixes:
                self.assertIn(fix.key, fired[fix.caution])
                self.assertTrue(fix.change and fix.title)

    def test_steps_have_different_keys_and_a_place(self) -> None:
        for answer in self.each():
            keys = [step.key for step in answer.steps]
            self.assertEqual(len(keys), len(set(keys)))
            self.assertTrue(all(step.station in Station for step in answer.steps))
            sittings = [step.sitting for step in answer.steps]
            self.assertEqual(sittings, sorted(sittings))

    def test_what_goes_home(self) -> None:
        for answer in self.each():
            home = answer.home
            self.assertLessEqual(home.release_on_day, home.return_by_day)
            days = [due.day for due in home.refresh]
            self.assertEqual(days, sorted(days))
            self.assertTrue(home.night)

    def test_length_stays_between_shrunk_and_straight(self) -> None:
        for (name, _), answer in self.answers.items():
            hair = HEADS[name]
            self.assertLessEqual(answer.finished.length_cm, hair["length_cm"] + 0.05)
            self.assertGreater(answer.finished.length_cm, 0)


class AnyHeadTest(TestCase):
    @settings(max_examples=15, deadline=None)
    @given(STYLES, HAIR, st.sampled_from(list(Dryer)), st.floats(0, 1))
    def test_any_head_can_have_any_service_or_is_told_why_not(
        self, style: Style, hair: dict[str, Any], dry: Dryer, definition: float
    ) -> None:
        try:
            answer = of(style, hair, dry=dry.value, goal={"definition": definition})
        except CraftError as error:
            self.assertTrue(error.field and error.message)
            return
        self.assertTrue(answer.steps)
        self.assertEqual(answer, of(style, hair, dry=dry.value, goal={"definition": definition}))

    @settings(max_examples=15, deadline=None)
    @given(STYLES, HAIR, st.floats(0.5, 2))
    def test_pace_scales_the_hands_alone(
        self, style: Style, hair: dict[str, Any], pace: float
    ) -> None:
        usual, own = of(style, hair), of(style, hair, pace=pace)
        for before, after in zip(usual.steps, own.steps, strict=True):
            expected = before.hands_on_min * pace
            self.assertAlmostEqual(after.hands_on_min, expected, delta=0.05 + 0.05 * pace)
        self.assertEqual(usual.totals.product_g, own.totals.product_g)

    @settings(max_examples=15, deadline=None)
    @given(STYLES, HAIR)
    def test_more_hair_never_takes_less(self, style: Style, hair: dict[str, Any]) -> None:
        more = hair | {"density_per_cm2": hair["density_per_cm2"] * 1.3}
        usual, dense = of(style, hair), of(style, more)
        self.assertGreater(dense.totals.hair_g, usual.totals.hair_g)
        lengthwise = (Role.LEAVE_IN, Role.GEL, Role.CREAM, Role.MASK, Role.MOUSSE)
        for role in set(lengthwise) & set(usual.totals.product_g):
            # Equal where a hand picks up no less.
            self.assertGreaterEqual(dense.totals.product_g[role], usual.totals.product_g[role])

    @settings(max_examples=15, deadline=None)
    @given(STYLES, HAIR, st.integers(1, 120))
    def test_as_many_sections_as_wished(
        self, style: Style, hair: dict[str, Any], count: int
    ) -> None:
        if count > TECHNIQUES[style].parting.sections_max:
            with self.assertRaises(CraftError) as caught:
                of(style, hair, goal={"sections": count})
            self.assertEqual(caught.exception.field, "goal.sections")
            return
        self.assertEqual(len(of(style, hair, goal={"sections": count}).sections), count)
