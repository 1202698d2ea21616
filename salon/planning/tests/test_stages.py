"""Stages, air and partings of a wish: kept in plans, read back, refused by field."""

from typing import Any

from salon.clients.services import observe
from salon.planning.models import Plan
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest


class StagesApiTest(ApiTest):
    def wish(self, **more: Any) -> dict[str, Any]:
        goal = {"style": "two_strand_twist_out"} | more.pop("goal", {})
        return {"client": self.person.pk, "goal": goal} | more

    def drying(self, **more: Any) -> Any:
        answer = self.post("/api/plans/drying/", self.wish(**more))
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()["answer"]

    def test_stages_are_kept_with_the_plan(self) -> None:
        stages = [{"kind": "cloth", "minutes": 20}, {"kind": "hood", "minutes": 15, "temp_c": 45}]
        saved = self.post("/api/plans/", self.wish(stages=stages)).json()
        plan = Plan.objects.get(pk=saved["id"])
        self.assertEqual([stage["kind"] for stage in plan.request["stages"]], ["cloth", "hood"])
        self.assertEqual(plan.request["stages"][1]["temp_c"], 45)
        keys = [step["key"] for step in plan.answer["steps"]]
        self.assertIn("dry", keys)
        self.assertIn("dry_2", keys)

    def test_a_visit_can_tell_how_long_each_stage_took(self) -> None:
        stages = [{"kind": "cloth", "minutes": 20}, {"kind": "hood", "minutes": 15}]
        saved = self.post("/api/plans/", self.wish(stages=stages)).json()
        timed = {"steps": [{"key": "dry", "minutes": 25}, {"key": "dry_2", "minutes": 2}]}
        visit = self.post(f"/api/plans/{saved['id']}/visits/", timed)
        self.assertEqual(visit.status_code, 201, visit.content)

    def test_the_night_by_hand_counts(self) -> None:
        dry = self.drying(home={"temp_c": 26, "rh": 0.25})
        damp = self.drying(home={"temp_c": 18, "rh": 0.85})
        self.assertLess(dry["drying"]["h_to_dry"], damp["drying"]["h_to_dry"])
        self.assertEqual(damp["stages"][0]["at"], "journey")
        self.assertEqual({stage["at"] for stage in damp["stages"][1:]}, {"home"})

    def test_the_way_home_is_the_salon_unless_told(self) -> None:
        salon = current_salon()
        salon.journey_min = 45
        salon.save()
        home = {"temp_c": 20, "rh": 0.5}
        self.assertEqual(self.drying(home=home)["stages"][0]["minutes"], 45)
        self.assertEqual(self.drying(home=home, journey_min=10)["stages"][0]["minutes"], 10)
        stages = self.drying(home=home, journey_min=0)["stages"]
        self.assertNotIn("journey", {stage["at"] for stage in stages})

    def test_what_helps_can_be_sent_back_as_it_is(self) -> None:
        wish = self.wish(goal={"release_after_h": 20}, room={"rh": 0.65})
        results = self.post("/api/plans/drying/", wish).json()["answer"]["what_if"]
        self.assertTrue(results)
        for stage in results:
            change = stage["change"]
            again = wish | {key: value for key, value in change.items() if key != "goal"}
            again["goal"] = wish["goal"] | change.get("goal", {})
            answer = self.post("/api/plans/drying/", again)
            self.assertEqual(answer.status_code, 200, stage["key"])
            odds = answer.json()["answer"]["drying"]["odds_dry"]
            self.assertAlmostEqual(odds, stage["odds_dry"], delta=0.02)

    def test_bad_air_and_stages(self) -> None:
        for more, field, words in (
            ({"home": {"rh": 1.4}}, "home.rh", "0 to 1"),
            ({"journey_min": -5}, "journey_min", "0 to 240"),
            ({"stages": [{"kind": "hood", "minutes": 10, "temp_c": 90}]}, "stages.0.temp_c", "15"),
            ({"stages": "hood"}, "stages", "list"),
            ({"parting": {"order": "random"}}, "parting.order", "one of"),
            ({"parting": {"forward": 40}}, "parting.forward", "0 to 12"),
            ({"goal": {"coil_mm": 400}}, "goal.coil_mm", "3 to 40"),
            ({"goal": {"bands": {"each": 0}}}, "goal.bands.each", "1 to 12"),
        ):
            with self.subTest(field):
                answer = self.post("/api/plans/drying/", self.wish(**more))
                self.assertRefused(answer, field, words)

    def test_the_salon_keeps_its_way_home(self) -> None:
        answer = self.client.patch(
            "/api/salon/", {"journey_min": 35, "home_temp_c": 19}, content_type="application/json"
        )
        self.assertEqual((answer.json()["journey_min"], answer.json()["home_temp_c"]), (35, 19))
        for field, value, words in (("journey_min", 500, "240"), ("home_temp_c", 60, "35")):
            answer = self.client.patch(
                "/api/salon/", {field: value}, content_type="application/json"
            )
            self.assertRefused(answer, field, words)

    def test_nobody_teaches_the_salon_by_hand(self) -> None:
        before = current_salon().drying_factor
        self.client.patch(
            "/api/salon/", {"drying_factor": 3, "drying_visits": 9}, content_type="application/json"
        )
        self.assertEqual(
            (current_salon().drying_factor, current_salon().drying_visits), (before, 0)
        )


class ArrivalApiTest(ApiTest):
    """How a client arrives: as entered for the plan, else as in the last consultation."""

    def draft(self, **wish: object) -> dict[str, Any]:
        body = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}, **wish}
        answer = self.post("/api/plans/draft/", body)
        self.assertEqual(answer.status_code, 200, answer.content)
        return dict(answer.json())

    def keys(self, **wish: object) -> list[str]:
        return [step["key"] for step in self.draft(**wish)["answer"]["steps"]]

    def test_what_is_told_for_a_plan_is_added_to_the_record(self) -> None:
        observe(
            self.person,
            [{"kind": "on_the_head", "value": "twists", "method": "reported"}],
            self.user,
        )
        self.assertIn("take_down_old", self.keys(now={"state": "washed_wet"}))
        self.assertNotIn("take_down_old", self.keys(now={"style": "loose"}))
        self.assertNotIn("cleanse", self.keys(now={"state": "washed_wet"}))

    def test_a_cleanser_for_one_day_is_kept_with_the_plan(self) -> None:
        wish = {"goal": {"style": "flat_twist_out"}, "client": self.person.pk, "cleanser": "clay"}
        saved = self.post("/api/plans/", wish).json()
        self.assertIn("rinse_clay", [step["key"] for step in saved["answer"]["steps"]])
        self.assertEqual(Plan.objects.get(pk=saved["id"]).wish["cleanser"], "clay")

    def test_what_cannot_be_is_refused_at_its_field(self) -> None:
        for now, field in (
            ({"pieces": 0}, "now.pieces"),
            ({"state": "soaked"}, "now.state"),
            ({"detangled_h": -1}, "now.detangled_h"),
            ({"passed": ["dyed"]}, "now.passed.0"),
        ):
            body = {"client": self.person.pk, "goal": {"style": "rod_set"}, "now": now}
            answer = self.post("/api/plans/draft/", body)
            self.assertEqual(answer.status_code, 400, field)
            self.assertEqual(answer.json()["errors"][0]["field"], field)
