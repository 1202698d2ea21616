"""The table of cautions: each is one object, and each stands where somebody reads it."""

from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.plan.assemble import case_of
from craft.plan.cautions import BY_KEY, CAUTIONS, applicable_cautions
from craft.plan.forecast import forecast_of
from craft.plan.what_if.answers import FIXES
from craft.products.picking import Shelf
from craft.tests.requests import plan_request, planned
from craft.vocabulary import Severity, Style

#: Keys that others rely on by name.
CONTRACT = (
    "not_dry_at_release",
    "kit_short",
    "residue_risk",
    "thin_film",
    "silicone_cowash",
    "allergen",
    "tension_edges",
    "basin_posture",
    "no_inversion",
    "scalp_refer",
    "overnight_mask",
    "patch_test",
    "wear_overdue",
    "over_time_limit",
    "essential_oil",
    "guardian",
    "solid_oil",
    "too_heavy",
    "too_light",
    "heat_limit",
)


class TableTest(TestCase):
    def test_each_key_once_and_none_of_the_contract_missing(self) -> None:
        keys = [rule.key for rule in CAUTIONS]
        self.assertEqual(len(keys), len(set(keys)))
        self.assertLessEqual(set(CONTRACT), set(keys))

    def test_steps_are_steps_that_some_service_has(self) -> None:
        keys = {step.key for style in Style for step in planned(goal={"style": style}).steps}
        # Steps that only oiled, worn or heavily built-up heads have.
        keys |= {"take_down_old", "clarify", "rinse_clay", "detangle_dry_oil", "pre_wash"}
        keys |= {"damp", "dry"}
        # And a head that is worked section by section.
        keys |= {"work"}
        for rule in CAUTIONS:
            self.assertLessEqual(set(rule.steps), keys, rule.key)

    def test_the_answer_tells_where_and_how_grave(self) -> None:
        answer = planned(
            person={"conditions": ["pregnancy", "minor"], "allergies": ["linalool"]},
            goal={"release_after_h": 3},
        )
        ranks = [caution.rank for caution in answer.cautions]
        self.assertEqual(ranks, sorted(ranks))
        for caution in answer.cautions:
            self.assertEqual(caution.steps, list(BY_KEY[caution.key].steps))
            for step in answer.steps:
                self.assertEqual(caution.key in step.cautions, step.key in caution.steps)

    def test_every_caution_has_a_fix_or_says_why_there_is_none(self) -> None:
        for rule in CAUTIONS:
            self.assertTrue(rule.key in FIXES or rule.no_fix, rule.key)

    def test_where_nothing_answers_it_that_is_said(self) -> None:
        answer = planned(person={"conditions": ["minor"]}, now={"style": "braids", "worn_days": 90})
        for caution in answer.cautions:
            self.assertEqual(bool(caution.fixes), not caution.no_fix, caution.key)

    def test_a_stop_is_answered_by_nothing(self) -> None:
        answer = planned(person={"conditions": ["scalp_sores"]}, goal={"release_after_h": 3})
        self.assertEqual(answer.cautions[0].severity, Severity.STOP)
        self.assertEqual((answer.steps, answer.fixes), ([], []))

    def test_only_what_is_asked_for_is_looked_at(self) -> None:
        case = case_of(parse(PlanRequest, plan_request(goal={"release_after_h": 3})))
        results = applicable_cautions(
            case, forecast_of(case), (), ("not_dry_at_release", "heat_limit")
        )
        self.assertEqual([caution.rule.key for caution in results], ["not_dry_at_release"])


class JudgedOnceTest(TestCase):
    def test_a_bottle_is_judged_once_for_a_plan(self) -> None:
        items = [
            {"id": str(n), "role": "gel", "ingredients": "Aqua, Glycerin, Linalool", "unit_g": 2}
            for n in range(12)
        ]
        request = parse(PlanRequest, plan_request(shelf=items, person={"allergies": ["coconut"]}))
        asked: list[tuple[str, str]] = []
        before = Shelf.use

        def counted(shelf: Shelf, item: object, role: object) -> object:
            asked.append((item.id, str(role)))  # type: ignore[attr-defined]
            return before(shelf, item, role)  # type: ignore[arg-type]

        Shelf.use = counted  # type: ignore[assignment, method-assign]
        try:
            from craft.plan.planner import plan

            plan(request)
        finally:
            Shelf.use = before  # type: ignore[method-assign]
        self.assertEqual(len(asked), len(set(asked)))
        self.assertTrue(asked)
