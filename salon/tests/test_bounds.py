"""Whatever comes in is bounded, whatever breaks is reported in one shape, and no cache keeps it."""

import json
from unittest.mock import patch

from django.test import Client as ApiClient

from salon.clients.models import Client
from salon.platform.input_limits import MAX_DEPTH, MAX_PAGE
from salon.tests.base import ApiTest

HUGE = "9" * 23


class AddressTest(ApiTest):
    def test_numbers_beyond_any_row_are_refused_not_broken(self) -> None:
        for path in (
            f"/api/clients/{HUGE}/",
            f"/api/plans/{HUGE}/",
            f"/api/visits/{HUGE}/log/",
            f"/api/products/{HUGE}/",
        ):
            answer = self.client.get(path)
            self.assertEqual(answer.status_code, 404, path)
            self.assertIn("errors", answer.json())

    def test_what_is_asked_beyond_is_refused_with_the_range(self) -> None:
        cases = {
            f"/api/clients/?limit={10**33}": ("limit", f"1 to {MAX_PAGE}"),
            "/api/clients/?limit=0": ("limit", f"1 to {MAX_PAGE}"),
            f"/api/clients/?offset={HUGE}": ("offset", "0 to"),
            "/api/clients/?offset=-1": ("offset", "0 to"),
            "/api/clients/?offset=%D9%A3": ("offset", "0 to"),
            f"/api/plans/?client={HUGE}": ("client", "whole number"),
            "/api/visits/?client=x": ("client", "whole number"),
            f"/api/shelf/?client={HUGE}": ("client", "whole number"),
            f"/api/clients/?search={'a' * 300}": ("search", "100 letters"),
            "/api/clients/?search=a+b+c+d+e+f+g": ("search", "6 words"),
            "/api/kit/?at=9999-01-01T00:00Z": ("at", "two years"),
            "/api/kit/?hours=1e99": ("hours", "hours"),
        }
        for path, (field, words) in cases.items():
            with self.subTest(path[:60]):
                self.assertRefused(self.client.get(path), field, words)

    def test_a_search_with_signs_that_are_none(self) -> None:
        self.assertEqual(self.client.get("/api/clients/?search=%00").status_code, 200)


class BodyTest(ApiTest):
    def send(self, text: str) -> None:
        answer = self.client.post("/api/clients/", text, content_type="application/json")
        self.assertEqual(answer.status_code, 400, answer.content)
        self.assertTrue(answer.json()["errors"][0]["message"])
        self.assertEqual(Client.objects.count(), 1)

    def test_half_signs_and_none(self) -> None:
        self.send('{"name": "\\ud800"}')
        self.send('{"name": "a\\u0000b"}')
        self.send('{"name": "a", "note": ["\\udfff"]}')

    def test_nested_too_deep(self) -> None:
        self.send('{"name": "a", "school": ' + "[" * (MAX_DEPTH + 1) + "]" * (MAX_DEPTH + 1) + "}")
        self.send("[" * 100_000)

    def test_more_allergies_than_anybody_has(self) -> None:
        body = {"version": 1, "allergies": ["x"] * 100_000}
        path = f"/api/clients/{self.person.pk}/"
        answer = self.client.patch(path, json.dumps(body), content_type="application/json")
        self.assertEqual(answer.status_code, 400)

    def test_more_than_a_request_may_hold(self) -> None:
        body = json.dumps({"name": "a" * 3_000_000})
        for headers in ({}, {"Idempotency-Key": "large"}):
            answer = self.client.post(
                "/api/clients/", body, content_type="application/json", headers=headers
            )
            self.assertEqual(answer.status_code, 413)
            self.assertIn("2.5 MB", answer.json()["errors"][0]["message"])

    def test_a_label_of_blanks_is_read_at_once(self) -> None:
        for text in (" " * 8000, "(" * 8000, "a " * 4000, "," * 8000, "/" * 8000):
            answer = self.post("/api/core/label/", {"ingredients": text})
            self.assertEqual(answer.status_code, 200)


class BrokenTest(ApiTest):
    def test_what_breaks_is_told_with_a_number_and_logged_with_a_traceback(self) -> None:
        api = ApiClient(raise_request_exception=False)
        api.force_login(self.user)
        with (
            patch(
                "salon.visits.clients_api.client_rows", side_effect=ZeroDivisionError("secret name")
            ),
            self.assertLogs("salon.requests", "ERROR") as logs,
        ):
            answer = api.get("/api/clients/?search=Somebody")
        self.assertEqual(answer.status_code, 500)
        number = answer["X-Request-Id"]
        self.assertIn(number, answer.json()["errors"][0]["message"])
        record = logs.records[0]
        self.assertEqual(record.__dict__["request"], number)
        self.assertTrue(record.exc_info)
        self.assertNotIn("Somebody", str(record.__dict__))

    def test_no_door_and_the_wrong_method_have_the_one_shape(self) -> None:
        self.assertEqual(set(self.client.get("/api/nothing/").json()), {"errors"})
        self.assertEqual(set(self.client.delete("/api/salon/").json()), {"errors"})

    def test_client_data_is_kept_by_no_cache(self) -> None:
        self.assertEqual(self.client.get("/api/clients/")["Cache-Control"], "no-store")
