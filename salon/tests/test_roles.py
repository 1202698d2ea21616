"""Every door of the API tried by every role, by strangers, and at what is not there."""

import csv
from pathlib import Path
from unittest.mock import patch

from django.contrib.auth.models import User
from django.test import Client as ApiClient

from salon.platform.permissions import CLOSED, access_of, api_views, check_access_declared
from salon.platform.roles import WorkRole
from salon.staff.services import add_colleague
from salon.tests.base import PASSWORD, ApiTest
from salon.tests.test_doors import every_door, is_public, methods_of

#: What each role may do, as the salon decided it: r reads, w changes.
DECIDED = Path(__file__).with_name("roles.csv")
MISSING = "999999"


def decided() -> dict[str, dict[str, str]]:
    """Letters by name of the door and role."""
    with DECIDED.open(newline="") as file:
        return {row.pop("endpoint"): dict(row) for row in csv.DictReader(file)}


class RolesTest(ApiTest):
    clients: dict[str, ApiClient]

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.clients = {}
        for role in WorkRole:
            user = add_colleague(f"some-{role}", PASSWORD, role).user
            cls.clients[role] = ApiClient()
            cls.clients[role].force_login(user)

    def test_views_declare_the_access_that_was_decided(self) -> None:
        accesses = {name: access_of(view) for name, view in api_views().items()}
        letters = {
            name: {
                role: "r" * (role in access.roles_for("GET"))
                + "w" * (role in access.roles_for("POST"))
                for role in WorkRole
            }
            for name, access in accesses.items()
            if not access.public
        }
        self.assertEqual(letters, decided())

    def test_only_these_views_answer_strangers(self) -> None:
        public = {name for name in api_views() if is_public(name)}
        check_ins = {"check-in", "check-in-picture", "check-in-opening"}
        self.assertEqual(public, {"session", "first-owner"} | check_ins)

    def test_a_view_without_access_is_found_by_check(self) -> None:
        self.assertEqual(check_access_declared(), [])
        view = api_views()["salon"]
        with patch.object(view, "access", CLOSED):
            (error,) = check_access_declared()
            self.assertIn("'salon'", error.msg)
            self.assertEqual(self.client.get("/api/salon/").status_code, 403)

    def test_every_door_opens_for_whom_it_should_and_for_nobody_else(self) -> None:
        """Refused with 403, or anything but that: what is not there is 404, a bad body 400.

        Everybody who is refused tries, and of the others one: they all pass the same check.
        """
        for name, path in every_door().items():
            if is_public(name):
                continue
            for method in methods_of(name):
                letter = "r" if method == "get" else "w"
                may = [role for role, letters in decided()[name].items() if letter in letters]
                refused = [role for role in WorkRole if role not in may]
                for role in (*refused, *may[:1]):
                    with self.subTest(door=name, role=role, method=method):
                        call = getattr(self.clients[role], method)
                        answer = call(path(MISSING), {}, content_type="application/json")
                        self.assertEqual(answer.status_code != 403, role in may)
                        self.assertLess(answer.status_code, 500)

    def test_strangers_and_people_without_a_role_come_nowhere(self) -> None:
        nobody = ApiClient()
        nobody.force_login(User.objects.create_user("no-role", password=PASSWORD))
        for name, path in every_door().items():
            if is_public(name):
                continue
            for client in (ApiClient(), nobody):
                for method in methods_of(name):
                    with self.subTest(door=name, method=method):
                        call = getattr(client, method)
                        answer = call(path("1"), {}, content_type="application/json")
                        self.assertEqual(answer.status_code, 403)

    def test_the_front_desk_sees_nothing_of_what_is_done_to_a_client(self) -> None:
        desk = self.clients[WorkRole.FRONT_DESK]
        for place in ("profile", "timeline", "observations", "scope", "stop-signs"):
            answer = desk.get(f"/api/clients/{self.person.pk}/{place}/")
            self.assertRefused(answer, "", "This is for", status=403)

    def test_only_owners_meddle_with_people_and_the_whole_salon(self) -> None:
        for role in (WorkRole.SPECIALIST, WorkRole.ASSISTANT, WorkRole.FRONT_DESK):
            client = self.clients[role]
            self.assertEqual(client.get("/api/colleagues/").status_code, 403)
            answer = client.patch("/api/salon/", {"name": "x"}, content_type="application/json")
            self.assertEqual(answer.status_code, 403)
