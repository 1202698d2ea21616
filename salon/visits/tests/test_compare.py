"""Planned beside actual for every planned style, and what the database keeps true."""

from typing import Any

from django.db import IntegrityError, transaction
from rest_framework.exceptions import ValidationError

from craft.contract import parse
from craft.visit.doses import planned_doses
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.tests.base import ApiTest
from salon.visits import compare
from salon.visits.models import SCORES, Visit, VisitDose, VisitStep
from salon.visits.recording import record

STYLES = ("two_strand_twist_out", "flat_twist_out", "shingle_wash_and_go", "quick_wash")


class PlannedTest(ApiTest):
    """A plan of every style."""

    plans: dict[str, Plan]

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.plans = {
            style: save(
                cls.person,
                parse(ClientWish, {"client": cls.person.pk, "goal": {"style": style}}),
                cls.user,
            )
            for style in STYLES
        }


class CompareTest(PlannedTest):
    def as_planned(self, plan: Plan, factor: float = 1.0) -> dict[str, Any]:
        return {
            "steps": [
                {"key": step["key"], "minutes": step["hands_on_min"] * factor}
                for step in plan.answer["steps"]
            ],
            "doses": [
                {"step": step, "role": role, "layer": layer, "grams": product.grams * factor}
                for (step, role, layer), product in planned_doses(plan.parsed_answer).items()
            ],
        }

    def test_exactly_as_planned_is_as_planned(self) -> None:
        for style, plan in self.plans.items():
            visit = record(plan, self.as_planned(plan), self.user)
            rows = compare.compare_steps(visit) + compare.compare_doses(visit)
            with self.subTest(style=style):
                self.assertEqual({row.verdict for row in rows}, {"as_planned"})
                self.assertAlmostEqual(compare.minutes_of(visit).ratio, 1, places=3)

    def test_half_again_is_more(self) -> None:
        plan = self.plans["flat_twist_out"]
        visit = record(plan, self.as_planned(plan, 1.5), self.user)
        doses = compare.compare_doses(visit)
        self.assertEqual({row.verdict for row in doses}, {"more"})
        shape = next(row for row in compare.compare_steps(visit) if row.key == "work")
        self.assertEqual((shape.verdict, round(shape.ratio, 3)), ("more", 1.5))

    def test_detangling_may_vary_where_shaping_may_not(self) -> None:
        plan = self.plans["flat_twist_out"]
        visit = record(plan, self.as_planned(plan, 1.35), self.user)
        verdicts = {row.key: row.verdict for row in compare.compare_steps(visit)}
        self.assertEqual(verdicts["detangle"], "as_planned")
        self.assertEqual(verdicts["work"], "more")

    def test_nothing_noted_is_not_nothing_done(self) -> None:
        visit = record(self.plans["quick_wash"], {"note": "in a hurry"}, self.user)
        self.assertEqual({row.actual for row in compare.compare_steps(visit)}, {None})
        self.assertIsNone(compare.minutes_of(visit).ratio)

    def test_a_zero_is_noted(self) -> None:
        plan = self.plans["quick_wash"]
        visit = record(plan, {"doses": [{"role": "oil", "grams": 0}]}, self.user)
        oil = next(row for row in compare.compare_doses(visit) if row.role == "oil")
        self.assertEqual((oil.actual, oil.verdict), (0, "less"))

    def test_the_forecast_of_the_plan_stands_beside_the_result(self) -> None:
        plan = self.plans["two_strand_twist_out"]
        visit = record(plan, {"dryness": "dry"}, self.user)
        forecast = compare.forecast_of(visit)
        finished = plan.answer["finished"]
        self.assertEqual(forecast.length_cm, finished["length_cm"])
        self.assertTrue(1 <= forecast.definition <= 5)

    def test_a_refused_visit_leaves_nothing_behind(self) -> None:
        plan = self.plans["quick_wash"]
        with self.assertRaises(ValidationError):
            record(plan, {"steps": [{"key": "perm", "minutes": 3}]}, self.user)
        self.assertFalse(Visit.objects.exists())

    def test_a_visit_belongs_to_the_client_of_its_plan(self) -> None:
        visit = record(self.plans["quick_wash"], {"note": "x"}, self.user)
        self.assertEqual((visit.client, visit.recorded_by), (self.person, self.user))
        self.assertIn("Quick wash", str(visit))


class ConstraintsTest(PlannedTest):
    def setUp(self) -> None:
        super().setUp()
        plan = self.plans["quick_wash"]
        self.visit = Visit.objects.create(plan=plan, client=self.person)

    def refused(self, make: Any) -> None:
        with self.assertRaises(IntegrityError), transaction.atomic():
            make()

    def test_scores_run_from_one_to_five(self) -> None:
        for name in SCORES:
            for value in (0, 6):
                with self.subTest(score=name, value=value):
                    self.refused(
                        lambda name=name, value=value: Visit.objects.filter(
                            pk=self.visit.pk
                        ).update(**{name: value})
                    )

    def test_nothing_takes_less_than_no_time(self) -> None:
        self.refused(
            lambda: VisitStep.objects.create(visit=self.visit, key="a", minutes=-1, planned=1)
        )
        self.refused(lambda: VisitDose.objects.create(visit=self.visit, role="gel", grams=-1))

    def test_each_step_and_dose_once(self) -> None:
        VisitStep.objects.create(visit=self.visit, key="a", minutes=1, planned=1)
        self.refused(
            lambda: VisitStep.objects.create(visit=self.visit, key="a", minutes=2, planned=1)
        )
        VisitDose.objects.create(visit=self.visit, role="gel", grams=1)
        self.refused(lambda: VisitDose.objects.create(visit=self.visit, role="gel", grams=2))

    def test_no_release_before_the_beginning(self) -> None:
        self.refused(lambda: Visit.objects.filter(pk=self.visit.pk).update(released_after_h=-1))
