"""Visits filtered and sorted by the database; views kept by name, everybody's own."""

from django.test import Client as ApiClient

from salon.aftercare.tests.base import visited
from salon.clients.services import add_client
from salon.platform.roles import WorkRole
from salon.results.models import SavedView
from salon.results.views_api import VIEWS_MOST
from salon.staff.services import add_colleague
from salon.tests.base import MEASURED, ApiTest


class VisitsTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        other = add_client({"name": "Somebody Else"}, MEASURED)
        self.dry = visited(self.person, self.user, days_ago=9, dryness="dry", frizz=2)
        self.damp = visited(other, self.user, days_ago=5, dryness="damp_roots", frizz=4)
        self.blank = visited(self.person, self.user, "slick_bun", 2)

    def listed(self, **asked: str) -> list[int]:
        answer = self.client.get("/api/visits/", asked)
        self.assertEqual(answer.status_code, 200, answer.content)
        return [row["id"] for row in answer.json()["results"]]

    def test_filters_go_together(self) -> None:
        self.assertEqual(self.listed(dryness="dry"), [self.dry.pk])
        self.assertEqual(self.listed(style="slick_bun"), [self.blank.pk])
        self.assertEqual(self.listed(search="some else"), [self.damp.pk])
        self.assertEqual(self.listed(search="measured", dryness="damp_roots"), [])
        self.assertEqual(self.listed(client=str(self.person.pk)), [self.blank.pk, self.dry.pk])

    def test_what_nobody_noted_comes_last_whichever_way(self) -> None:
        self.assertEqual(self.listed(sort="frizz"), [self.dry.pk, self.damp.pk, self.blank.pk])
        self.assertEqual(self.listed(sort="-frizz"), [self.damp.pk, self.dry.pk, self.blank.pk])
        self.assertEqual(self.listed(sort="started_at"), [self.dry.pk, self.damp.pk, self.blank.pk])

    def test_what_is_not_known_is_refused(self) -> None:
        for name, value, words in (
            ("sort", "password", "Use one of"),
            ("style", "mullet", "Use one of"),
            ("dryness", "soaked", "Use one of"),
            ("client", "0", "whole number"),
        ):
            self.assertRefused(self.client.get("/api/visits/", {name: value}), name, words)


class SavedViewTest(ApiTest):
    def keep(self, name: str = "Damp", query: str = "dryness=damp_roots") -> list[dict[str, str]]:
        body = {"place": "visits", "name": name, "query": query}
        answer = self.post("/api/saved-views/", body)
        self.assertEqual(answer.status_code, 200, answer.content)
        return list(answer.json())

    def test_kept_once_by_its_name_and_taken_away(self) -> None:
        self.keep()
        (row,) = self.keep(query="dryness=wet")
        self.assertEqual((row["name"], row["query"]), ("Damp", "dryness=wet"))
        self.assertEqual(self.client.get("/api/saved-views/?place=clients").json(), [])
        self.assertEqual(self.client.delete(f"/api/saved-views/{row['id']}/").status_code, 204)
        self.assertFalse(SavedView.objects.exists())

    def test_nobody_sees_or_takes_those_of_others(self) -> None:
        (row,) = self.keep()
        other = ApiClient()
        user = add_colleague("other", "starch-and-linen", WorkRole.ASSISTANT, "Other").user
        other.force_login(user, "salon.staff.backend.ColleagueBackend")
        self.assertEqual(other.get("/api/saved-views/?place=visits").json(), [])
        self.assertEqual(other.delete(f"/api/saved-views/{row['id']}/").status_code, 404)

    def test_a_view_is_an_address_and_there_are_only_so_many(self) -> None:
        (row,) = self.keep(query="search=<script>&javascript:alert(1)")
        self.assertEqual(row["query"], "search=%3Cscript%3E")
        for number in range(VIEWS_MOST - 1):
            self.keep(f"View {number}")
        self.keep("View 0", "sort=frizz")
        body = {"place": "visits", "name": "one more", "query": ""}
        self.assertRefused(self.post("/api/saved-views/", body), "name", "remove one")
        self.assertRefused(self.post("/api/saved-views/", {"place": "x"}), "place", "Use one of")
