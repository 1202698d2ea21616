"""Clients are found by what people type: no accents, any order, part of a phone number."""

from typing import Any

from salon.clients.models import Client
from salon.clients.services import add_client
from salon.tests.base import ApiTest


class SearchingTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        for name, phone in (
            ("Ọlámidé Ajayi-Bøgh", "+351 912 345 678"),
            ("Zoë Straße", "0555 0142"),
            ("Łucja Nowak", ""),
        ):
            add_client({"name": name, "phone": phone})

    def found(self, words: str) -> set[str]:
        rows = self.client.get("/api/clients/", {"search": words}).json()["results"]
        return {row["name"].split()[0] for row in rows}

    def test_without_accents_case_and_order(self) -> None:
        for words in ("olam", "OLAMIDE", "ajayi olam", "bogh", "Ọlámidé", "ajayi-b"):
            self.assertEqual(self.found(words), {"Ọlámidé"}, words)
        self.assertEqual(self.found("zoe strasse"), {"Zoë"})
        self.assertEqual(self.found("lucja"), {"Łucja"})
        self.assertEqual(self.found("olam zoe"), set())

    def test_by_part_of_a_phone_number(self) -> None:
        for words in ("345678", "+351", "345 678", "912345", "(912)"):
            self.assertEqual(self.found(words), {"Ọlámidé"}, words)
        self.assertEqual(self.found("0142"), {"Zoë"})

    def test_a_changed_name_or_number_is_found_at_once(self) -> None:
        client = Client.objects.get(phone="0555 0142")
        path = f"/api/clients/{client.pk}/"
        body = {"name": "Chloë New", "phone": "777 888", "version": client.version}
        self.client.patch(path, body, content_type="application/json")
        self.assertEqual(self.found("chloe"), {"Chloë"})
        self.assertEqual(self.found("777888"), {"Chloë"})
        self.assertEqual(self.found("zoe"), set())

    def add(self, name: str, **more: Any) -> Any:
        return self.post("/api/clients/", {"name": name, "observations": [], **more})

    def test_two_clients_of_one_name_are_asked_about(self) -> None:
        asked = self.add("zoe  strasse".replace("  ", " "))
        self.assertEqual(asked.status_code, 400)
        (problem,) = asked.json()["errors"]
        self.assertTrue(problem["ask"])
        self.assertIn("Zoë Straße (phone 0555 0142)", problem["message"])
        self.assertEqual(self.add("Zoe Strasse", sure=True).status_code, 201)
        self.assertEqual(self.add("Zoe").status_code, 201)

    def test_by_the_preferred_name_too(self) -> None:
        add_client({"name": "Nguyen Thi Minh", "preferred_name": "Mĭn"})
        for words in ("min", "minh", "nguyen min"):
            self.assertEqual(self.found(words), {"Nguyen"}, words)
