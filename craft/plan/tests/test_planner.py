"""The planner: order, minutes, doses, facts of the trade (common practice, no source)."""

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.head import geometry
from craft.plan.steps.order import NEEDS, ORDER
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import caution_keys, plan_request, planned
from craft.vocabulary import Family, OnHead, Role, Style

SHELF = [
    {"id": "light", "role": "gel", "weight": "light", "unit_g": 1.8, "stock_g": 100},
    {"id": "heavy", "role": "gel", "weight": "heavy", "unit_g": 2.2, "stock_g": 50},
]


class OrderTest(TestCase):
    def test_steps_of_a_flat_twist_out(self) -> None:
        keys = [step.key for step in planned().steps]
        expected = (
            "cleanse condition detangle mask rinse part lay_in shape set_home release finish "
            "send_home"
        )
        self.assertEqual(keys, expected.split())

    def test_reverse_wash(self) -> None:
        keys = [step.key for step in planned(school={"wash": "condition_first"}).steps]
        self.assertEqual(keys[:3], ["condition", "detangle", "cleanse"])

    def test_hood_comes_after_shaping(self) -> None:
        steps = planned(dry="hood").steps
        keys = [step.key for step in steps]
        self.assertEqual(keys[keys.index("shape") + 1], "dry")

    def test_layering_schools(self) -> None:
        def order(**changes: object) -> list[str]:
            steps = {step.key: step for step in planned(**changes).steps}
            return [product.role for product in steps["lay_in"].products]

        oil_first = [Role.LEAVE_IN, Role.OIL, Role.CREAM, Role.GEL]
        cream_first = [Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL]
        self.assertEqual(order(hair={"porosity": "low"}), oil_first)
        self.assertEqual(order(hair={"porosity": "high"}), cream_first)
        self.assertEqual(order(school={"layering": "LCO"}), cream_first)

    def test_release_is_a_second_sitting_when_it_airs(self) -> None:
        sittings = {step.key: step.sitting for step in planned().steps}
        self.assertEqual((sittings["shape"], sittings["release"]), (1, 2))


class TradeFactsTest(TestCase):
    def test_eight_rows_take_sixteen_pins(self) -> None:
        answer = planned(goal={"sections": 8})
        self.assertEqual((len(answer.sections), answer.kit_needed.pins), (8, 16))

    def test_twists_are_three_a_quadrant(self) -> None:
        self.assertEqual(len(planned(goal={"style": "two_strand_twist_out"}).sections), 12)

    def test_quick_wash_takes_thirty_minutes_when_detangled_the_night_before(self) -> None:
        answer = planned(goal={"style": "quick_wash"}, hair={"days_since_detangle": 1})
        self.assertAlmostEqual(answer.totals.client_min, 30, delta=3)
        mask = next(step for step in answer.steps if step.key == "mask")
        self.assertTrue(15 <= mask.wait_min <= mask.wait_max_min <= 20)

    def test_masks_sit_twenty_minutes_at_least_and_never_overnight(self) -> None:
        for porosity, least in (("low", 20), ("high", 30)):
            steps = planned(hair={"porosity": porosity}).steps
            mask = next(step for step in steps if step.key == "mask")
            self.assertTrue(least <= mask.wait_min <= mask.wait_max_min <= 45)

    def test_build_up_is_washed_twice(self) -> None:
        for buildup, roles in (("none", ("shampoo",)), ("some", ("clarifier", "shampoo"))):
            answer = planned(hair={"buildup": buildup})
            for role in roles:
                self.assertAlmostEqual(answer.totals.product_g[Role(role)], 9.9, delta=0.1)
            self.assertEqual("clarifier" in answer.totals.product_g, "clarifier" in roles)

    def test_a_diffuser_is_put_away_at_ninety_percent(self) -> None:
        answer = planned(goal={"style": "shingle_wash_and_go"}, dry="diffuser")
        self.assertIsNotNone(answer.drying.h_to_90)
        self.assertGreater(answer.drying.h_to_dry, answer.drying.h_to_90 * 2)


class SumsTest(TestCase):
    def test_totals_are_the_sum_of_the_strip(self) -> None:
        answer = planned(dry="hood")
        hands = sum(step.hands_on_min for step in answer.steps)
        waits = sum(step.wait_min for step in answer.steps)
        self.assertAlmostEqual(answer.totals.hands_on_min, hands, places=1)
        self.assertAlmostEqual(answer.totals.client_min, hands + waits, places=1)

    def test_section_doses_sum_to_the_dose(self) -> None:
        answer = planned()
        gel = sum(section.doses[Role.GEL] for section in answer.sections)
        self.assertAlmostEqual(gel, answer.totals.product_g[Role.GEL], delta=0.15)

    def test_pace_scales_hands_not_waiting(self) -> None:
        usual, slow = planned(), planned(pace=1.5)
        ratio = slow.totals.hands_on_min / usual.totals.hands_on_min
        self.assertAlmostEqual(ratio, 1.5, delta=0.01)
        self.assertEqual(slow.totals.wait_min, usual.totals.wait_min)

    def test_every_step_dose_and_caution_says_why(self) -> None:
        answer = planned(shelf=SHELF)
        reasons = [reason for step in answer.steps for reason in step.reasons]
        reasons += [
            r for step in answer.steps for product in step.products for r in product.reasons
        ]
        self.assertTrue(all(step.reasons for step in answer.steps))
        self.assertTrue(all(r.because and r.trigger and r.source for r in reasons))

    def test_bottles_by_weight(self) -> None:
        def gel(**hair: object) -> str | None:
            steps = {step.key: step for step in planned(shelf=SHELF, hair=hair).steps}
            return next(p.id for p in steps["lay_in"].products if p.role is Role.GEL)

        self.assertEqual(gel(diameter_um=50), "light")
        self.assertEqual(gel(diameter_um=90, density_per_cm2=230), "heavy")

    def test_a_bottle_that_would_run_out_or_fleck_is_passed_over(self) -> None:
        shelf = [
            {"id": "1", "name": "Last drop", "role": "oil", "stock_g": 0.5},
            {"id": "2", "name": "Coconut", "role": "oil", "ingredients": "Cocos Nucifera Oil"},
            {"id": "3", "name": "Grape", "role": "oil", "stock_g": 90},
        ]
        steps = {step.key: step for step in planned(shelf=shelf).steps}
        oil = next(p for p in steps["lay_in"].products if p.role is Role.OIL)
        self.assertEqual(oil.name, "Grape")
        because = " ".join(reason.because for reason in oil.reasons)
        self.assertIn("Last drop is left out: 0.5 g left", because)
        self.assertIn("Coconut is left out", because)

    def test_what_was_not_measured_is_said(self) -> None:
        hair = {"relaxed_cm": None, "head_cm": None, "porosity": None, "diameter_um": None}
        self.assertEqual(len(planned(hair=hair).assumed), 4)
        self.assertEqual(planned().assumed, [])


DAYS = st.integers(0, 90)
STYLES = st.sampled_from([style.value for style in Style])


@st.composite
def requests(draw: st.DrawFn) -> dict[str, object]:
    style = draw(STYLES)
    hair = {
        "pattern": draw(st.sampled_from(["2a", "3b", "4c"])),
        "length_cm": draw(st.integers(4, 80)),
        "relaxed_cm": None,
        "density_per_cm2": draw(st.integers(60, 350)),
        "diameter_um": draw(st.integers(40, 110)),
        "porosity": draw(st.sampled_from(["low", "medium", "high"])),
        "days_since_detangle": draw(st.integers(0, 60)),
    }
    goal = {
        "style": style,
        "sections": draw(st.integers(1, TECHNIQUES[Style(style)].parting.sections_max)),
        "definition": draw(st.sampled_from([0, 0.3, 1])),
        "max_heat": draw(st.sampled_from(["none", "low", "medium"])),
    }
    return {
        "hair": hair,
        "goal": goal,
        "dry": draw(st.sampled_from(["air", "hood", "diffuser"])),
        "now": {"style": draw(st.sampled_from(list(OnHead))).value, "worn_days": draw(DAYS)},
        "room": {"temp_c": draw(st.integers(12, 32)), "rh": draw(st.sampled_from([0.2, 0.6, 0.9]))},
    }


class LawsTest(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(requests())
    def test_any_valid_request_gives_a_lawful_plan(self, request: dict[str, object]) -> None:
        answer = planned(**request)
        families = [step.family for step in answer.steps]
        self.assertEqual(families.index(Family.LAY_IN) < families.index(Family.SHAPE), True)
        for step in answer.steps:
            self.assertGreaterEqual(step.hands_on_min, 0)
            self.assertLessEqual(step.hands_on_low, step.hands_on_high)
            self.assertLessEqual(step.wait_min, step.wait_max_min)
            self.assertTrue(all(product.grams >= 0 for product in step.products))
        self.assertEqual(
            [s.number for s in answer.sections], list(range(1, len(answer.sections) + 1))
        )
        # Every section once: hair and scalp add up to the head's.
        scalp = sum(section.area_cm2 for section in answer.sections)
        self.assertAlmostEqual(scalp, geometry.scalp_area(57), delta=1)
        keys = {rule.key for rule in ORDER} | {need.key for need in NEEDS}
        self.assertFalse(keys & set(caution_keys(answer)))
        stopped = planned(**request, person={"stop_signs": ["weeping"]})
        self.assertEqual((stopped.steps, stopped.totals.product_g), ([], {}))
        drying = answer.drying
        self.assertLessEqual(drying.at_release_low, drying.at_release)
        self.assertLessEqual(drying.at_release, drying.at_release_high)
        self.assertLessEqual(answer.finished.length_low, answer.finished.length_high)

    @settings(max_examples=20, deadline=None)
    @given(STYLES, st.integers(5, 60), st.integers(80, 300))
    def test_longer_or_denser_hair_never_needs_less_leave_in(
        self, style: str, length: int, density: int
    ) -> None:
        def leave_in(length_cm: int, per_cm2: int) -> float:
            hair = {"length_cm": length_cm, "density_per_cm2": per_cm2, "relaxed_cm": None}
            return planned(hair=hair, goal={"style": style}).totals.product_g.get(
                Role.LEAVE_IN, 0.0
            )

        usual = leave_in(length, density)
        self.assertGreaterEqual(leave_in(length + 3, density), usual)
        self.assertGreaterEqual(leave_in(length, density + 20), usual)

    @settings(max_examples=15, deadline=None)
    @given(STYLES, st.integers(1, 2))
    def test_more_sections_never_dry_slower_and_damper_air_never_faster(
        self, style: str, step: int
    ) -> None:
        usual = TECHNIQUES[Style(style)].parting.sections
        most = TECHNIQUES[Style(style)].parting.sections_max

        def dry_h(sections: int, rh: float) -> float:
            goal = {"style": style, "sections": min(sections, most)}
            return planned(goal=goal, room={"temp_c": 22, "rh": rh}).drying.h_to_dry or 1e9

        few = dry_h(max(2, usual // 2), 0.5)
        self.assertLessEqual(dry_h(usual * step, 0.5), few * 1.001)
        # What is only misted may be as dry as damp air lets it be from the beginning.
        if TECHNIQUES[Style(style)].wash.water is None:
            self.assertGreaterEqual(dry_h(usual, 0.8), dry_h(usual, 0.5))

    def test_same_request_same_answer_byte_for_byte(self) -> None:
        first = planned(**plan_request()).model_dump_json()
        self.assertEqual(first, planned(**plan_request()).model_dump_json())
