"""What the front desk sees and changes of a client: names, hours, warnings, and no hair."""

from typing import Any

from django.test import Client

from craft.contract import parse
from salon.heads.models import Head
from salon.house.staff import add_colleague
from salon.planning.services import save
from salon.planning.wish import HeadWish
from salon.platform.roles import WorkRole
from salon.tests.base import PASSWORD, ApiTest


class FrontDeskTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        Head.objects.filter(pk=self.head.pk).update(allergies=["linalool", "nuts"])
        self.desk = Client()
        self.desk.force_login(
            add_colleague("anton", PASSWORD, WorkRole.FRONT_DESK).user,
            "salon.house.backend.ColleagueBackend",
        )

    def test_a_plan_is_seen_without_hair_and_person(self) -> None:
        wish = parse(HeadWish, {"head": self.head.pk, "goal": {"style": "quick_wash"}})
        plan = save(self.head, wish, self.user)
        path = f"/api/plans/{plan.pk}/"
        self.assertIsNone(self.desk.get(path).json()["request"])
        self.assertIn("hair", self.client.get(path).json()["request"])
        start = {"planned_start": "2030-06-20T10:00"}
        answer = self.desk.put(f"{path}start/", start, "application/json")
        self.assertIsNone(answer.json()["request"])

    def change(self, client: Client, **values: Any) -> Any:
        version = Head.objects.get(pk=self.head.pk).version
        body = {**values, "version": version}
        return client.patch(f"/api/heads/{self.head.pk}/", body, "application/json")

    def test_an_allergy_is_added_at_the_desk_and_taken_away_at_the_chair(self) -> None:
        for allergies in ([], ["nuts"]):
            answer = self.change(self.desk, allergies=allergies)
            self.assertEqual(answer.status_code, 403)
            self.assertIn("linalool", answer.json()["errors"][0]["message"])
        more = ["linalool", "nuts", "latex"]
        self.assertEqual(self.change(self.desk, allergies=more, phone="0555 1").status_code, 200)
        self.assertEqual(self.change(self.client, allergies=["nuts"]).status_code, 200)
        self.assertEqual(Head.objects.get(pk=self.head.pk).allergies, ["nuts"])
