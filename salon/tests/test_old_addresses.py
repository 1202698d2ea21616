"""Addresses of before December 2026 still lead somewhere."""

from django.test import TestCase

from salon.clients.services import add_client
from salon.tests.base import MEASURED, an_owner


class OldAddressesTest(TestCase):
    def setUp(self) -> None:
        self.client.force_login(an_owner())
        self.person = add_client({"name": "Measured Client"}, MEASURED)

    def test_what_is_read(self) -> None:
        for before, now in (
            (f"/api/heads/{self.person.pk}/", f"/api/clients/{self.person.pk}/"),
            ("/api/heads/?search=meas", "/api/clients/?search=meas"),
            ("/api/house/", "/api/salon/"),
            ("/api/findings/?head=3", "/api/results/?client=3"),
            ("/api/visits/3/otherwise/", "/api/visits/3/replan/"),
        ):
            with self.subTest(before):
                answer = self.client.get(before)
                self.assertEqual((answer.status_code, answer["Location"]), (308, now))

    def test_what_is_changed(self) -> None:
        answer = self.client.patch(
            "/api/house/",
            {"name": "Hem & Seam"},
            content_type="application/json",
            follow=True,
        )
        self.assertEqual((answer.status_code, answer.json()["name"]), (200, "Hem & Seam"))

    def test_a_wish_that_names_a_head(self) -> None:
        wish = {"head": self.person.pk, "goal": {"style": "quick_wash"}}
        answer = self.client.post("/api/plans/draft/", wish, content_type="application/json")
        self.assertEqual(answer.status_code, 200)

    def test_nothing_of_that_kind(self) -> None:
        self.assertEqual(self.client.get("/api/headsail/").status_code, 404)
