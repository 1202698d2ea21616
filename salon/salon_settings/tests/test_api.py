"""Signing in and out, the way in, the schema."""

from io import StringIO
from typing import Any
from unittest.mock import patch

from django.conf import settings
from django.core.management import call_command
from django.test import Client as ApiClient
from django.test import override_settings
from django.urls import reverse
from rest_framework.views import APIView

from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.staff.services import pace_of
from salon.tests.base import ApiTest


class SessionTest(ApiTest):
    def setUp(self) -> None:
        self.client = ApiClient()

    def test_nobody_is_signed_in(self) -> None:
        self.assertFalse(self.client.get("/api/session/").json()["signed_in"])

    def test_sign_in_and_out(self) -> None:
        body = {"username": "vera", "password": "starch-and-linen"}
        answer = self.post("/api/session/", body).json()
        self.assertEqual((answer["signed_in"], answer["name"]), (True, "vera"))
        self.assertEqual(self.client.get("/api/clients/").status_code, 200)
        self.client.delete("/api/session/")
        self.assertEqual(self.client.get("/api/clients/").status_code, 403)

    def test_wrong_password_says_so_at_the_field(self) -> None:
        answer = self.post("/api/session/", {"username": "vera", "password": "no"})
        self.assertRefused(answer, "password", "do not match")

    def test_blank_fields(self) -> None:
        answer = self.post("/api/session/", {"username": "", "password": ""})
        self.assertRefused(answer, "username", "Type your name")

    def test_many_wrong_tries_lock(self) -> None:
        for _ in range(settings.AXES_FAILURE_LIMIT):
            answer = self.post("/api/session/", {"username": "vera", "password": "no"})
        self.assertRefused(answer, "password", "Wait a quarter", status=429)
        body = {"username": "vera", "password": "starch-and-linen"}
        self.assertEqual(self.post("/api/session/", body).status_code, 429)

    def test_nothing_is_open_without_signing_in(self) -> None:
        for name in ("clients", "plans", "visits", "products"):
            self.assertEqual(self.client.get(reverse(name)).status_code, 403, name)


class SalonTest(ApiTest):
    def test_a_new_salon_is_useful(self) -> None:
        salon = current_salon()
        self.assertEqual((salon.room_temp_c, salon.room_rh, salon.pk), (22, 0.5, 1))
        self.assertEqual(Salon.objects.count(), 1)
        self.assertEqual(pace_of(self.user), 1.0)

    def test_the_day_on_which_clients_are_written_to_begins_before_it_ends(self) -> None:
        def change(**values: int) -> Any:
            return self.client.patch("/api/salon/", values, content_type="application/json")

        self.assertEqual(change(write_from_h=8, write_to_h=12).status_code, 200)
        self.assertRefused(change(write_from_h=12), "write_from_h", "from 12 to 12")
        self.assertRefused(change(write_to_h=8), "write_to_h", "from 8 to 8")
        self.assertRefused(change(write_to_h=25), "write_to_h", "1 to 24")
        self.assertRefused(change(ask_every_days=8), "ask_every_days", "0 to 7")


class WebTest(ApiTest):
    def test_every_place_is_the_one_page(self) -> None:
        for path in ("/", "/clients", "/clients/3/plan"):
            answer = self.client.get(path)
            self.assertContains(answer, 'id="app"')
            self.assertIn("csrftoken", answer.cookies)

    def test_nothing_comes_from_elsewhere(self) -> None:
        policy = self.client.get("/").headers["Content-Security-Policy"]
        self.assertIn("default-src 'self'", policy)
        self.assertNotIn("http", policy)

    @override_settings(TEMPLATES=[{"BACKEND": "django.template.backends.django.DjangoTemplates"}])
    def test_an_unbuilt_application_says_what_to_do(self) -> None:
        self.assertContains(self.client.get("/"), "make demo", status_code=503)

    def test_an_unexpected_error_is_no_traceback(self) -> None:
        self.client.raise_request_exception = False
        with patch.object(APIView, "initial", side_effect=RuntimeError("boom")):
            answer = self.client.get("/api/clients/")
        self.assertEqual(answer.status_code, 500)
        self.assertNotIn(b"boom", answer.content)


class SchemaTest(ApiTest):
    def test_the_committed_schema_is_the_servers(self) -> None:
        written = StringIO()
        call_command("spectacular", stdout=written)
        served = self.client.get("/api/schema/").content.decode()
        self.assertEqual(served.strip(), written.getvalue().strip(), "run `make types`")

    def test_strangers_are_not_told_what_there_is(self) -> None:
        self.assertEqual(ApiClient().get("/api/schema/").status_code, 403)

    def test_no_migration_is_missing(self) -> None:
        call_command("makemigrations", check=True, dry_run=True, verbosity=0)
