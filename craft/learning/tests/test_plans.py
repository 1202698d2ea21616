"""What was learned reaches the next plan, with its reason."""

from unittest import TestCase

from craft.learning.quantities import basis_of, group_of, planning_factor, quantity_of
from craft.learning.tests.salons import SPREADS
from craft.statistics.shrinkage import Estimate, Sample, learn
from craft.tests.requests import planned
from craft.vocabulary import LearnedOf, Role

ROWS = {"factor": 1.25, "unsure": 0.05, "visits": 6, "basis": "your last 6 rows"}


class LearnedPlanTest(TestCase):
    goal = {"style": "flat_twist_out", "sections": 8}

    def test_rows_that_took_longer_take_longer_next_time_and_it_says_why(self) -> None:
        before = {step.key: step for step in planned(goal=self.goal).steps}
        after = {
            step.key: step
            for step in planned(goal=self.goal, learned_minutes={"shape": ROWS}).steps
        }
        usual, own = before["shape"].hands_on_min, after["shape"].hands_on_min
        self.assertAlmostEqual(own, 1.25 * usual, delta=0.1)
        self.assertAlmostEqual(after["cleanse"].hands_on_min, before["cleanse"].hands_on_min)
        reasons = [each for each in after["shape"].reasons if each.rule == "learned_minutes"]
        self.assertEqual(len(reasons), 1)
        self.assertIn(f"{usual:.0f} → {own:.0f} min: your last 6 rows", reasons[0].because)

    def test_what_is_still_unsure_widens_the_range(self) -> None:
        sure, unsure = (
            next(
                step
                for step in planned(
                    goal=self.goal, learned_minutes={"shape": ROWS | {"unsure": wide}}
                ).steps
                if step.key == "shape"
            )
            for wide in (0.0, 0.3)
        )
        self.assertGreater(unsure.hands_on_high, sure.hands_on_high)

    def test_a_head_that_takes_more_gel_gets_more_and_the_arithmetic_says_so(self) -> None:
        gel = ROWS | {"basis": "this client's last 6 doses"}
        before = planned(goal=self.goal).totals.product_g[Role.GEL]
        answer = planned(goal=self.goal, learned_doses={"gel": gel})
        self.assertAlmostEqual(answer.totals.product_g[Role.GEL], 1.25 * before, delta=0.3)
        texts = [
            each.because
            for step in answer.steps
            for product in step.products
            if product.role is Role.GEL
            for each in product.reasons
        ]
        self.assertTrue(any("this client's last 6 doses" in text for text in texts), texts)

    def test_a_head_that_hangs_shorter_is_forecast_shorter_and_surer(self) -> None:
        shorter = {
            "factor": 0.85,
            "unsure": 0.03,
            "visits": 5,
            "basis": "this client's last 5 lengths",
        }
        before = planned(goal=self.goal).finished
        after = planned(goal=self.goal, learned_length=shorter).finished
        self.assertAlmostEqual(after.length_cm, 0.85 * before.length_cm, delta=0.1)
        self.assertLess(
            after.length_high - after.length_low, before.length_high - before.length_low
        )
        self.assertTrue(any("last 5 lengths" in each.because for each in after.reasons))

    def test_hands_that_define_less_are_forecast_less_and_it_says_why(self) -> None:
        """On the scale of 1 to 5, as it is scored: 0.9 of 4.2 points are 3.8."""
        less = {"factor": 0.9, "unsure": 0.05, "visits": 6, "basis": "your last 6 visits"}
        before = planned(goal=self.goal).finished
        after = planned(goal=self.goal, learned_definition=less).finished
        score = 0.9 * (1 + 4 * before.day1_definition)
        self.assertAlmostEqual(1 + 4 * after.day1_definition, score, delta=0.05)
        self.assertTrue(any("0.90 times the forecast" in each.because for each in after.reasons))
        nobody = planned(goal=self.goal, learned_definition=less | {"visits": 0}).finished
        self.assertEqual(nobody.day1_definition, before.day1_definition)


class QuantityTest(TestCase):
    def test_shaping_is_learned_by_technique_and_detangling_by_head(self) -> None:
        self.assertNotEqual(group_of("shape", "rod_set"), group_of("shape", "flat_twist_out"))
        self.assertEqual(group_of("cleanse", "rod_set"), group_of("cleanse", "quick_wash"))
        self.assertEqual(quantity_of("detangle"), LearnedOf.DETANGLING)
        self.assertEqual(quantity_of("shape"), LearnedOf.MINUTES)

    def test_a_factor_is_believed_within_bounds_and_says_what_it_rests_on(self) -> None:
        self.assertEqual(planning_factor(Estimate(3.0, 0.1, 1, 0.1, 8)), 2.5)
        learned = learn({"mara": [Sample(0.2)] * 3, "ilse": [Sample(0.1)]}, SPREADS)
        self.assertEqual(basis_of(learned["mara"], learned[""], "your", "row"), "your last 3 rows")
        self.assertEqual(basis_of(learned[""], learned[""], "your", "row"), "4 rows of the salon")
