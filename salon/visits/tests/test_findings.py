"""Visits: recorded against a plan, laid beside it."""

from datetime import timedelta
from typing import Any

from django.db import IntegrityError, transaction
from django.utils import timezone

from craft.contract import parse
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.tests.base import ApiTest
from salon.visits.models import Visit


class FindingsTest(ApiTest):
    plan: Plan

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        wish = {"client": cls.person.pk, "goal": {"style": "flat_twist_out"}}
        cls.plan = save(cls.person, parse(ClientWish, wish), cls.user)

    def record(self, **body: Any) -> Any:
        return self.post(f"/api/plans/{self.plan.pk}/visits/", body)

    def planned(self, key: str) -> dict[str, Any]:
        step: dict[str, Any] = next(s for s in self.plan.answer["steps"] if s["key"] == key)
        return step

    def test_planned_beside_actual(self) -> None:
        shape = self.planned("work")
        gel = self.plan.answer["totals"]["product_g"]["gel"]
        answer = self.record(
            steps=[
                {"key": "work", "minutes": shape["hands_on_high"] + 10},
                {"key": "rinse", "minutes": self.planned("rinse")["hands_on_min"]},
            ],
            doses=[{"role": "gel", "grams": gel * 0.8}],
            released_after_h=26,
            dryness="damp_roots",
            definition=3,
            length_cm=15.5,
        )
        self.assertEqual(answer.status_code, 201, answer.content)
        visit = self.client.get(f"/api/visits/{answer.json()['id']}/").json()
        steps = {row["key"]: row for row in visit["steps"]}
        self.assertEqual(steps["work"]["verdict"], "more")
        self.assertEqual(steps["rinse"]["verdict"], "as_planned")
        self.assertAlmostEqual(steps["rinse"]["ratio"], 1)
        self.assertIsNone(steps["mask"]["actual"])
        doses = {row["role"]: row for row in visit["doses"]}
        self.assertEqual(doses["gel"]["verdict"], "less")
        self.assertAlmostEqual(doses["gel"]["ratio"], 0.8)
        self.assertEqual(visit["forecast"]["odds_dry"], self.plan.answer["drying"]["odds_dry"])

    def test_only_what_was_timed_is_summed(self) -> None:
        draft = self.record(steps=[{"key": "work", "minutes": 50}]).json()
        self.assertAlmostEqual(draft["minutes"]["planned"], self.planned("work")["hands_on_min"])
        self.assertAlmostEqual(draft["minutes"]["actual"], 50)

    def test_nothing_to_record(self) -> None:
        self.assertRefused(self.record(), "", "Nothing to record yet")

    def test_bad_values_name_the_field(self) -> None:
        future = timezone.now() + timedelta(hours=2)
        cases: list[tuple[dict[str, Any], str, str]] = [
            ({"steps": [{"key": "work", "minutes": -1}]}, "steps.0.minutes", "0 to 600 min"),
            ({"steps": [{"key": "perm", "minutes": 5}]}, "steps.0.key", "Not in the plan"),
            ({"doses": [{"role": "gel", "grams": 9999}]}, "doses.0.grams", "0 to 2000 g"),
            ({"definition": 6}, "definition", "1 to 5"),
            ({"length_cm": 0}, "length_cm", "1 to 150 cm"),
            ({"dryness": "moist"}, "dryness", "not a valid choice"),
            ({"note": "x", "started_at": future.isoformat()}, "started_at", "once it has started"),
        ]
        for body, field, words in cases:
            self.assertRefused(self.record(**body), field, words)
        self.assertEqual(Visit.objects.count(), 0)

    def test_a_step_told_twice(self) -> None:
        twice = [{"key": "work", "minutes": 5}, {"key": "work", "minutes": 6}]
        self.assertRefused(self.record(steps=twice), "steps.1.key", "twice")

    def test_the_database_keeps_scores_in_range(self) -> None:
        with self.assertRaises(IntegrityError), transaction.atomic():
            Visit.objects.create(plan=self.plan, client=self.person, frizz=9)

    def test_the_sheet_and_the_findings_list_it(self) -> None:
        self.record(note="held a week")
        for path in ("/api/visits/", f"/api/visits/?client={self.person.pk}"):
            rows = self.client.get(path).json()["results"]
            self.assertEqual([row["note"] for row in rows], ["held a week"])
        client = self.client.get("/api/clients/?search=measured").json()["results"][0]
        self.assertEqual(client["last_visit_title"], "Flat twist-out")
        row = self.client.get(f"/api/plans/?client={self.person.pk}").json()["results"][0]
        self.assertEqual(len(row["visits"]), 1)

    def test_a_visit_resets_the_days_since_detangling(self) -> None:
        then = timezone.now() - timedelta(days=12)
        self.record(note="x", sure=True, started_at=then.isoformat())
        wish = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}
        draft = self.post("/api/plans/draft/", wish).json()
        self.assertEqual(draft["request"]["hair"]["days_since_detangle"], 12)
