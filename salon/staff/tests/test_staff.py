"""The people of the salon: roles, passwords, codes, devices, the first owner."""

from collections.abc import Iterator
from contextlib import contextmanager
from io import StringIO
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest.mock import patch

from django.conf import settings
from django.contrib.auth.models import User
from django.core.cache import cache
from django.core.management import call_command
from django.test import Client as ApiClient
from django.test import TestCase, override_settings
from django_otp.oath import totp
from django_otp.plugins.otp_totp.models import TOTPDevice
from qsessions.models import Session
from rest_framework.response import Response

from salon.platform.models import SentRequest
from salon.platform.roles import WorkRole
from salon.staff.models import Colleague
from salon.staff.services import add_colleague, first_code
from salon.tests.base import NAME, PASSWORD, ApiTest

NEW = "plain-seam-and-hem"


def entered(name: str, password: str = PASSWORD, **more: str) -> tuple[ApiClient, Response]:
    """A new browser in which somebody signs in."""
    client = ApiClient()
    body = {"username": name, "password": password, **more}
    return client, client.post("/api/session/", body, content_type="application/json")


class StaffTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        self.other = add_colleague("odile", PASSWORD, WorkRole.SPECIALIST, "Odile")

    def change(self, colleague: Colleague, **values: object) -> Response:
        colleague.refresh_from_db()
        path = f"/api/colleagues/{colleague.pk}/"
        body = {"version": colleague.version, **values}
        return self.client.patch(path, body, content_type="application/json")

    def test_somebody_new_comes_in_with_their_role(self) -> None:
        body = {"username": "bo", "role": "assistant", "password": NEW, "name": "Bo"}
        self.assertEqual(self.post("/api/colleagues/", body).status_code, 201)
        _, answer = entered("bo", NEW)
        self.assertEqual((answer.json()["role"], answer.json()["name"]), ("assistant", "Bo"))
        self.assertIn("visits", answer.json()["writes"])
        self.assertNotIn("salon", answer.json()["writes"])

    def test_a_name_is_given_once_and_weak_passwords_are_refused(self) -> None:
        body = {"username": "ODILE", "role": "assistant", "password": NEW}
        self.assertRefused(self.post("/api/colleagues/", body), "username", "already in use")
        for weak in ("short", "password123", "12345678901"):
            body = {"username": "bo", "role": "assistant", "password": weak}
            self.assertRefused(self.post("/api/colleagues/", body), "password", "This password")
        self.assertFalse(User.objects.filter(username="bo").exists())

    def test_whoever_may_no_longer_is_out_at_once(self) -> None:
        client, _ = entered("odile")
        self.assertEqual(client.get("/api/clients/").status_code, 200)
        self.assertEqual(self.change(self.other, active=False).status_code, 200)
        self.assertEqual(client.get("/api/clients/").status_code, 403)
        self.assertEqual(entered("odile")[1].status_code, 400)

    def test_another_role_counts_at_once(self) -> None:
        client, _ = entered("odile")
        self.change(self.other, role="front_desk")
        answer = client.get(f"/api/clients/{self.person.pk}/profile/")
        self.assertRefused(answer, "", "owner, specialist or assistant", status=403)

    def test_somebody_stays_the_owner(self) -> None:
        mine = Colleague.objects.get(user=self.user)
        for values in ({"role": "assistant"}, {"active": False}):
            self.assertRefused(self.change(mine, **values), "role", "must be an owner")
        self.user.refresh_from_db()
        self.assertTrue(self.user.is_active)
        self.change(self.other, role="owner")
        self.assertEqual(self.change(mine, role="assistant").status_code, 200)

    def test_two_owners_at_one_colleague(self) -> None:
        path = f"/api/colleagues/{self.other.pk}/"
        stale = {"version": self.other.version, "pace": 1.2}
        self.assertEqual(self.change(self.other, pace=0.9).status_code, 200)
        answer = self.client.patch(path, stale, content_type="application/json")
        self.assertEqual(answer.status_code, 409)

    def test_a_new_password_signs_out_elsewhere(self) -> None:
        elsewhere, _ = entered("odile")
        here, _ = entered("odile")
        body = {"old": "wrong", "password": NEW}
        answer = here.post("/api/session/password/", body, content_type="application/json")
        self.assertRefused(answer, "old", "not your current password")
        body = {"old": PASSWORD, "password": "odile"}
        answer = here.post("/api/session/password/", body, content_type="application/json")
        self.assertRefused(answer, "password", "too")
        body = {"old": PASSWORD, "password": NEW}
        answer = here.post("/api/session/password/", body, content_type="application/json")
        self.assertEqual(answer.status_code, 204)
        self.assertEqual(here.get("/api/clients/").status_code, 200)
        self.assertEqual(elsewhere.get("/api/clients/").status_code, 403)
        self.assertEqual(entered("odile", NEW)[1].status_code, 200)

    def test_a_name_is_taken_with_any_letters(self) -> None:
        for typed in ("ODILE", "Odile", " odile "):
            self.assertEqual(entered(typed)[1].status_code, 200, typed)

    def test_a_password_from_the_owner_ends_every_session(self) -> None:
        entered("odile")
        entered("odile")
        self.assertEqual(Session.objects.filter(user=self.other.user).count(), 2)
        self.assertEqual(self.change(self.other, password=NEW).status_code, 200)
        self.assertFalse(Session.objects.filter(user=self.other.user).exists())

    def test_a_device_is_signed_out_from_another(self) -> None:
        lost, _ = entered("odile")
        here, _ = entered("odile")
        rows = here.get("/api/session/devices/").json()
        self.assertEqual(sorted(row["here"] for row in rows), [False, True])
        key = lost.session.session_key
        self.assertNotIn(str(key), str(rows))
        other = next(row for row in rows if not row["here"])
        path = f"/api/session/devices/{other['id']}/"
        # Not anybody else's devices.
        self.assertEqual(self.client.delete(path).status_code, 404)
        self.assertEqual(here.delete(path).status_code, 204)
        self.assertEqual(lost.get("/api/clients/").status_code, 403)
        self.assertEqual(here.get("/api/clients/").status_code, 200)


class CodesTest(ApiTest):
    def code(self) -> str:
        """What the authenticator shows now."""
        return f"{totp(TOTPDevice.objects.get(user=self.user).bin_key):06d}"

    def begun(self) -> list[str]:
        """Codes switched on; the spare ones."""
        secret = self.post("/api/session/codes/", {"password": PASSWORD}).json()
        self.assertTrue(secret["address"].startswith("otpauth://totp/Gauffer"))
        self.assertTrue(secret["picture"].startswith("data:image/svg+xml"))
        wrong = {"code": "000000" if self.code() != "000000" else "111111"}
        path = "/api/session/codes/"
        answer = self.client.put(path, wrong, content_type="application/json")
        self.assertRefused(answer, "code", "not the current code")
        self.assertEqual(self.client.get(path).json()["on"], False)
        TOTPDevice.objects.update(throttling_failure_count=0)
        answer = self.client.put(path, {"code": self.code()}, content_type="application/json")
        spare: list[str] = answer.json()["spare"]
        return spare

    def test_a_code_is_asked_for_and_passes_once(self) -> None:
        spare = self.begun()
        self.assertEqual(len(set(spare)), 8)
        self.assertRefused(entered(NAME)[1], "code", "authenticator shows")
        # The one that switched them on was used.
        self.assertRefused(entered(NAME, code=self.code())[1], "code", "already used")
        self.assertEqual(entered(NAME, code=spare[0])[1].status_code, 200)
        self.assertRefused(entered(NAME, code=spare[0])[1], "code", "already used")

    def test_the_next_code_of_the_authenticator_passes(self) -> None:
        self.begun()
        TOTPDevice.objects.update(last_t=0, throttling_failure_count=0)
        self.assertEqual(entered(NAME, code=self.code())[1].status_code, 200)

    def test_guessing_is_slowed(self) -> None:
        self.begun()
        TOTPDevice.objects.update(last_t=0)
        for guess in ("000001", "000002", "000003"):
            entered(NAME, code=guess)
        self.assertRefused(entered(NAME, code=self.code())[1], "code", "Wait")

    def test_the_password_switches_them_on(self) -> None:
        answer = self.post("/api/session/codes/", {"password": "no"})
        self.assertRefused(answer, "password", "not your password")
        self.assertFalse(TOTPDevice.objects.exists())

    def test_codes_that_were_begun_but_never_confirmed_are_not_asked_for(self) -> None:
        self.post("/api/session/codes/", {"password": PASSWORD})
        self.assertFalse(self.client.get("/api/session/codes/").json()["on"])
        self.assertEqual(entered(NAME)[1].status_code, 200)
        # And a code of a secret that was only shown opens nothing where others are asked for.
        self.begun()
        TOTPDevice.objects.update(last_t=0, throttling_failure_count=0)
        TOTPDevice.objects.create(user=self.user, name="shown", confirmed=False)
        shown = TOTPDevice.objects.get(confirmed=False)
        code = f"{totp(shown.bin_key):06d}"
        self.assertRefused(entered(NAME, code=code)[1], "code", "wrong or was already used")

    def test_guessing_a_password_here_is_slowed(self) -> None:
        with override_settings(SIGN_INS_BY_ADDRESS="3/min"):
            cache.clear()
            path = "/api/session/codes/end/"
            statuses = [self.post(path, {"password": "no"}).status_code for _ in range(5)]
        self.assertEqual(statuses, [400, 400, 400, 429, 429])
        cache.clear()

    def test_spare_codes_are_kept_nowhere(self) -> None:
        self.post("/api/session/codes/", {"password": PASSWORD})
        answer = self.client.put(
            "/api/session/codes/",
            {"code": self.code()},
            content_type="application/json",
            headers={"Idempotency-Key": "as the page sends it"},
        )
        self.assertEqual(len(answer.json()["spare"]), 8)
        self.assertFalse(SentRequest.objects.exists())

    def test_the_password_switches_them_off(self) -> None:
        self.begun()
        path = "/api/session/codes/end/"
        answer = self.post(path, {"password": "no"})
        self.assertRefused(answer, "password", "not your password")
        answer = self.post(path, {"password": PASSWORD})
        self.assertEqual(answer.status_code, 204)
        self.assertEqual(entered(NAME)[1].status_code, 200)

    def test_an_owner_helps_who_lost_the_telephone(self) -> None:
        self.begun()
        mine = Colleague.objects.get(user=self.user)
        body = {"version": mine.version, "codes": False}
        path = f"/api/colleagues/{mine.pk}/"
        self.client.patch(path, body, content_type="application/json")
        self.assertEqual(entered(NAME)[1].status_code, 200)


class FirstOwnerTest(TestCase):
    """A salon that has nobody yet."""

    @contextmanager
    def empty(self) -> Iterator[str]:
        with TemporaryDirectory() as folder, override_settings(VAR_DIR=Path(folder)):
            code = first_code()
            assert code is not None
            yield code

    def open(self, **values: str) -> Response:
        body = {"code": "", "salon": "Hem & Seam", "username": "ida", "password": NEW, **values}
        path = "/api/session/first-owner/"
        return self.client.post(path, body, content_type="application/json")

    def test_the_first_owner_is_asked_and_nobody_else(self) -> None:
        with self.empty() as code, self.captureOnCommitCallbacks(execute=True):
            self.assertTrue(self.client.get("/api/session/").json()["first"])
            answer = self.open(code=code, name="Ida")
        session = answer.json()
        self.assertEqual((session["role"], session["name"]), ("owner", "Ida"))
        self.assertEqual(session["salon"]["name"], "Hem & Seam")
        self.assertEqual(self.client.get("/api/colleagues/").status_code, 200)
        self.assertEqual(self.open(code=code).status_code, 400)
        self.assertFalse(ApiClient().get("/api/session/").json()["first"])

    def test_whoever_finds_the_page_does_not_take_the_salon(self) -> None:
        with self.empty():
            answer = self.open(code="guess")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("manage.py welcome", answer.json()["errors"][0]["message"])
        self.assertFalse(User.objects.exists())

    def test_the_code_is_for_whoever_runs_the_machine(self) -> None:
        with self.empty() as code:
            self.assertEqual(first_code(), code)
            (path,) = settings.VAR_DIR.iterdir()
            self.assertEqual(path.stat().st_mode & 0o777, 0o600)

    def test_the_machine_shows_it(self) -> None:
        with self.empty() as code:
            said = StringIO()
            call_command("welcome", stdout=said)
            self.assertIn(code, said.getvalue())
        add_colleague("ida", NEW, WorkRole.OWNER)
        said = StringIO()
        call_command("welcome", stdout=said)
        self.assertIn("ida", said.getvalue())


class ThrottleTest(ApiTest):
    """Tries of passwords are refused before anything is hashed."""

    def setUp(self) -> None:
        cache.clear()
        self.addCleanup(cache.clear)

    def hashed(self, client: ApiClient, times: int, **more: str) -> tuple[int, Response]:
        """How many passwords were compared in so many tries, and the last answer."""
        with patch("salon.staff.api.authenticate", return_value=None) as compare:
            for number in range(times):
                body = {"username": f"guess-{number}", "password": "guess"}
                answer = client.post("/api/session/", body, content_type="application/json", **more)
        return compare.call_count, answer

    def test_by_one_address(self) -> None:
        with override_settings(SIGN_INS_BY_ADDRESS="3/min"):
            compared, answer = self.hashed(ApiClient(), 9)
            self.assertEqual(compared, 3)
            self.assertRefused(answer, "", "Too many tries. Wait", status=429)
            # Somebody else is not kept out, nor whoever is in.
            self.assertEqual(self.hashed(ApiClient(REMOTE_ADDR="10.0.0.9"), 1)[0], 1)
            self.assertEqual(ApiClient().get("/api/session/").status_code, 200)

    def test_a_typed_header_is_no_other_address(self) -> None:
        with override_settings(SIGN_INS_BY_ADDRESS="3/min"):
            for number in range(5):
                client = ApiClient(headers={"X-Forwarded-For": f"10.1.1.{number}"})
                compared, _ = self.hashed(client, 1)
            self.assertEqual(compared, 0)

    def test_by_all_together(self) -> None:
        with override_settings(SIGN_INS_OVERALL="4/min"):
            for number in range(6):
                compared, answer = self.hashed(ApiClient(REMOTE_ADDR=f"10.0.0.{number}"), 1)
            self.assertEqual((compared, answer.status_code), (0, 429))
