"""What the front desk sees and changes of a client: names, hours, warnings, and no hair."""

from typing import Any

from django.test import Client as ApiClient

from craft.contract import parse
from salon.clients.models import Client
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.roles import WorkRole
from salon.staff.services import add_colleague
from salon.tests.base import PASSWORD, ApiTest


class FrontDeskTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        Client.objects.filter(pk=self.person.pk).update(allergies=["linalool", "nuts"])
        self.desk = ApiClient()
        self.desk.force_login(
            add_colleague("anton", PASSWORD, WorkRole.FRONT_DESK).user,
            "salon.staff.backend.ColleagueBackend",
        )

    def test_a_plan_is_seen_without_hair_and_person(self) -> None:
        wish = parse(ClientWish, {"client": self.person.pk, "goal": {"style": "quick_wash"}})
        plan = save(self.person, wish, self.user)
        path = f"/api/plans/{plan.pk}/"
        self.assertIsNone(self.desk.get(path).json()["request"])
        self.assertIn("hair", self.client.get(path).json()["request"])
        start = {"planned_start": "2030-06-20T10:00"}
        answer = self.desk.put(f"{path}start/", start, "application/json")
        self.assertIsNone(answer.json()["request"])

    def change(self, api: ApiClient, **values: Any) -> Any:
        version = Client.objects.get(pk=self.person.pk).version
        body = {**values, "version": version}
        return api.patch(f"/api/clients/{self.person.pk}/", body, "application/json")

    def test_an_allergy_is_added_at_the_desk_and_taken_away_at_the_chair(self) -> None:
        for allergies in ([], ["nuts"]):
            answer = self.change(self.desk, allergies=allergies)
            self.assertEqual(answer.status_code, 403)
            self.assertIn("linalool", answer.json()["errors"][0]["message"])
        more = ["linalool", "nuts", "latex"]
        self.assertEqual(self.change(self.desk, allergies=more, phone="0555 1").status_code, 200)
        self.assertEqual(self.change(self.client, allergies=["nuts"]).status_code, 200)
        self.assertEqual(Client.objects.get(pk=self.person.pk).allergies, ["nuts"])
