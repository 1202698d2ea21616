"""Plans: computed from the record, saved as they were."""

from typing import Any
from unittest.mock import patch

from craft.contract import PlanRequest, parse
from craft.plan.planner import plan
from salon.clients.models import Client
from salon.clients.services import observe
from salon.kit.models import KitItem
from salon.planning.models import Plan
from salon.products.models import Product
from salon.salon_settings.services import current_salon
from salon.staff.models import Colleague
from salon.tests.base import ApiTest


class PlansTest(ApiTest):
    def wish(self, **goal: Any) -> dict[str, Any]:
        return {"client": self.person.pk, "goal": {"style": "flat_twist_out", **goal}}


class DraftTest(PlansTest):
    def draft(self, wish: dict[str, Any]) -> dict[str, Any]:
        answer = self.post("/api/plans/draft/", wish)
        self.assertEqual(answer.status_code, 200, answer.content)
        answer_body: dict[str, Any] = answer.json()
        return answer_body

    def test_the_api_answers_as_the_core_does(self) -> None:
        answer_body = self.draft(self.wish(sections=14, release_after_h=24))
        core = plan(parse(PlanRequest, answer_body["request"])).model_dump(mode="json")
        self.assertEqual(answer_body["answer"], core)

    def test_nothing_is_saved(self) -> None:
        self.draft(self.wish())
        self.assertEqual(Plan.objects.count(), 0)

    def test_record_salon_shelf_and_pace_reach_the_core(self) -> None:
        Client.objects.filter(pk=self.person.pk).update(conditions=["neck_pain"])
        salon = current_salon()
        salon.room_rh, salon.layering = 0.7, "LCO"
        salon.save()
        KitItem.objects.create(kind="pin", count=4)
        Colleague.objects.filter(user=self.user).update(pace=1.25)
        Product.objects.create(name="Gel", role="gel", unit_g=2, stock_g=90)
        Product.objects.create(name="Empty", role="gel", unit_g=2, stock_g=0)
        answer_body = self.draft(self.wish())
        request, answer = answer_body["request"], answer_body["answer"]
        self.assertEqual(request["room"], {"temp_c": 22, "rh": 0.7, "by": "salon", "source": ""})
        self.assertEqual((request["pace"], request["school"]["layering"]), (1.25, "LCO"))
        self.assertEqual([item["name"] for item in request["shelf"]], ["Gel"])
        keys = {caution["key"] for caution in answer["cautions"]}
        self.assertLessEqual({"kit_short", "basin_posture"}, keys)

    def test_half_a_room_is_completed_by_the_salon(self) -> None:
        salon = current_salon()
        salon.room_temp_c = 25
        salon.save()
        answer_body = self.draft(self.wish() | {"room": {"rh": 0.4}})
        self.assertEqual(
            answer_body["request"]["room"], {"temp_c": 25, "rh": 0.4, "by": "hand", "source": ""}
        )

    def test_bad_wishes_name_the_field(self) -> None:
        cases = [
            (self.wish(sections=0), "goal.sections", "1 to 120"),
            (self.wish(sections=40), "goal.sections", "1 to 24"),
            (self.wish(style="mohawk"), "goal.style", "two_strand_twist_out"),
            (self.wish() | {"room": {"rh": 1.4}}, "room.rh", "0 to 1"),
            (self.wish() | {"room": {"rh": 1}}, "room.rh", "saturated"),
            (self.wish() | {"colour": "red"}, "colour", "Unknown field"),
            ({"goal": {"style": "quick_wash"}}, "client", "missing"),
        ]
        for body, field, words in cases:
            self.assertRefused(self.post("/api/plans/draft/", body), field, words)
        answer = self.client.post("/api/plans/draft/", "{", content_type="application/json")
        self.assertRefused(answer, "request", "not valid JSON")

    def test_no_density_names_the_test_and_takes_an_estimate(self) -> None:
        client = Client.objects.create(name="Half measured")
        observations = [
            {"kind": "pattern", "value": "4a", "method": "by_eye"},
            {"kind": "length_cm", "value": 20, "method": "measured"},
        ]
        observe(client, observations, self.user)
        wish = self.wish() | {"client": client.pk}
        self.assertRefused(self.post("/api/plans/draft/", wish), "hair.density", "gather")
        answer_body = self.draft(wish | {"density": "medium"})
        self.assertEqual(answer_body["request"]["hair"]["density"], "medium")
        self.assertTrue(any("Density by eye" in line for line in answer_body["answer"]["assumed"]))

    def test_an_unknown_client(self) -> None:
        wish = self.wish() | {"client": 99999}
        self.assertEqual(self.post("/api/plans/draft/", wish).status_code, 404)


class SavedPlanTest(PlansTest):
    def save(self, **more: Any) -> dict[str, Any]:
        answer = self.post("/api/plans/", self.wish() | more)
        self.assertEqual(answer.status_code, 201, answer.content)
        answer_body: dict[str, Any] = answer.json()
        return answer_body

    def test_an_old_plan_reads_as_it_was(self) -> None:
        answer_body = self.save()
        observations = [{"kind": "length_cm", "value": 40, "method": "measured"}]
        observe(self.person, observations, self.user)
        with patch("craft.RULES_VERSION", "9999.1"):
            again = self.client.get(f"/api/plans/{answer_body['id']}/").json()
        for key in ("request", "answer", "rules_version"):
            self.assertEqual(again[key], answer_body[key])
        self.assertEqual(again["request"]["hair"]["length_cm"], 25)

    def test_it_knows_who_made_it_by_which_rules(self) -> None:
        answer_body = self.save()
        self.assertEqual(answer_body["made_by"], "vera")
        self.assertEqual(answer_body["rules_version"], answer_body["answer"]["rules_version"])

    def test_a_revision_points_to_what_it_replaces(self) -> None:
        first = self.save()
        self.assertEqual(self.save(replaces=first["id"])["replaces"], first["id"])

    def test_the_plan_of_another_client_cannot_be_replaced(self) -> None:
        first = self.save()
        other = Client.objects.create(name="Other")
        wish = self.wish() | {"replaces": first["id"], "client": other.pk}
        self.assertRefused(self.post("/api/plans/", wish), "replaces", "belongs to another client")

    def test_rows_carry_a_strip(self) -> None:
        answer_body = self.save()
        row = self.client.get(f"/api/plans/?client={self.person.pk}").json()["results"][0]
        self.assertEqual(len(row["steps"]), len(answer_body["answer"]["steps"]))
        self.assertEqual(row["client_min"], answer_body["answer"]["totals"]["client_min"])
