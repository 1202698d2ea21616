"""Requests with a key that compute for long: nobody's save waits, and nothing is done twice."""

import os
import sqlite3
import threading
from collections.abc import Callable
from contextlib import closing
from datetime import timedelta
from typing import Any
from unittest.mock import patch

from django.contrib.auth.models import User
from django.db import connection, transaction
from django.http import HttpResponse
from django.test import RequestFactory, TransactionTestCase
from django.utils import timezone

from salon.archive.places import sqlite_path
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning import services
from salon.planning.models import Plan
from salon.platform import idempotency
from salon.platform.idempotency import Idempotency, IdempotencyMiddleware
from salon.platform.models import SentRequest
from salon.platform.permissions import api_views
from salon.tests.base import MEASURED, an_owner

KEYED = {"Idempotency-Key": "k1"}
#: A process that is not there.
GONE = 2**22 + 1


class ComputingTest(TransactionTestCase):
    user: User
    client: Client

    def setUp(self) -> None:
        self.user = an_owner()
        self.client.force_login(self.user)
        self.person = add_client({"name": "Measured Client"}, MEASURED, self.user)
        self.wish = {"client": self.person.pk, "goal": {"style": "quick_wash"}}

    def save(self, **headers: str) -> Any:
        return self.client.post(
            "/api/plans/", self.wish, content_type="application/json", headers={**KEYED, **headers}
        )

    def during(self, work: Callable[[], None]) -> Any:
        """Save a plan, and do something while it is computed."""
        compute = services.draft

        def draft(*args: Any) -> Any:
            work()
            return compute(*args)

        with patch("salon.planning.services.draft", draft):
            return self.save()

    def test_another_device_saves_while_a_plan_is_computed(self) -> None:
        def other_device() -> None:
            # Fails at once where somebody holds the lock of writing.
            with closing(sqlite3.connect(sqlite_path(), timeout=0)) as other:
                other.execute("UPDATE clients_client SET note = 'saved meanwhile'")
                other.commit()

        self.assertEqual(self.during(other_device).status_code, 201)
        self.assertEqual(Client.objects.get().note, "saved meanwhile")

    def test_a_day_is_searched_for_without_the_lock(self) -> None:
        seen: list[bool] = []

        def worked(*_: object) -> str:
            seen.append(connection.in_atomic_block)
            with closing(sqlite3.connect(sqlite_path(), timeout=0)) as other:
                other.execute("UPDATE clients_client SET note = 'saved meanwhile'")
                other.commit()
            return '{"segments": []}'

        with (
            patch("salon.booking.replanning.run_command", worked),
            patch("salon.booking.replanning.day_request"),
            patch("salon.booking.api.replan_out", return_value={}),
            patch("salon.booking.api.ReplanSerializer.data", {}),
        ):
            body = {"date": timezone.localdate().isoformat()}
            answer = self.client.post(
                "/api/day/replan/", body, content_type="application/json", headers=KEYED
            )
        self.assertEqual((answer.status_code, seen), (200, [False]))

    def test_sent_twice_it_is_saved_once_and_answered_alike(self) -> None:
        first, second = self.save(), self.save()
        self.assertEqual((first.status_code, first.content), (201, second.content))
        self.assertEqual(Plan.objects.count(), 1)

    def test_sent_at_the_same_time_the_second_waits_for_the_first(self) -> None:
        answers: list[Any] = []

        def second() -> None:
            try:
                request = RequestFactory().post(
                    "/api/plans/", self.wish, content_type="application/json", headers=KEYED
                )
                request.user = self.user
                answers.append(
                    IdempotencyMiddleware(lambda _: HttpResponse("not reached"))(request)
                )
            finally:
                connection.close()

        thread = threading.Thread(target=second)
        first = self.during(thread.start)
        thread.join()
        self.assertEqual((answers[0].status_code, answers[0].content), (201, first.content))

    def test_a_refused_one_gives_its_key_back(self) -> None:
        good, self.wish["goal"] = self.wish["goal"], {"style": "nothing"}
        self.assertEqual(self.save().status_code, 400)
        self.assertFalse(SentRequest.objects.exists())
        self.wish["goal"] = good
        self.assertEqual(self.save().status_code, 201)

    def reserved(self, **values: Any) -> SentRequest:
        """A reservation of a process that was killed."""
        self.save()
        sent = SentRequest.objects.get()
        SentRequest.objects.update(status=0, answer=b"", **values)
        return sent

    def test_killed_before_it_wrote_it_is_done_by_the_next(self) -> None:
        self.reserved(pid=GONE, written=False)
        Plan.objects.all().delete()
        self.assertEqual(self.save().status_code, 201)
        self.assertEqual(Plan.objects.count(), 1)

    def test_killed_after_it_wrote_it_is_not_done_again(self) -> None:
        self.reserved(pid=GONE)
        self.assertTrue(SentRequest.objects.get().written)
        answer = self.save()
        self.assertEqual(answer.status_code, 409)
        self.assertIn("saved, but the answer was lost", answer.json()["errors"][0]["message"])
        self.assertEqual(Plan.objects.count(), 1)

    def test_one_that_takes_longer_than_any_request_was_killed(self) -> None:
        self.reserved(pid=os.getpid(), written=False, at=timezone.now() - timedelta(hours=1))
        self.assertEqual(self.save().status_code, 201)

    def test_one_that_is_under_way_is_waited_for_in_words(self) -> None:
        self.reserved(pid=os.getpid(), written=False)
        with patch("salon.platform.idempotency.WAIT_S", 0.0):
            self.assertEqual(self.save().status_code, 503)

    def test_work_that_is_undone_leaves_no_mark(self) -> None:
        sent = self.reserved(pid=os.getpid(), written=False)
        with connection.execute_wrapper(idempotency.WrittenMarker(sent.pk)):
            with self.assertRaises(ZeroDivisionError), transaction.atomic():
                Client.objects.update(note="x")
                raise ZeroDivisionError
            sent.refresh_from_db()
            self.assertFalse(sent.written)
            with transaction.atomic():
                Client.objects.update(note="y")
        sent.refresh_from_db()
        self.assertTrue(sent.written)

    def test_what_was_sent_cannot_be_guessed_from_its_fingerprint(self) -> None:
        request = RequestFactory().post("/api/session/password/", {"old": "a", "password": "b"})
        with self.settings(SECRET_KEY="one"):
            first = idempotency.body_digest(request)
        with self.settings(SECRET_KEY="another"):
            self.assertNotEqual(first, idempotency.body_digest(request))


class DeclaredTest(TransactionTestCase):
    def test_views_declare_how_they_handle_keys(self) -> None:
        declared = {
            name: getattr(view, "idempotency", Idempotency.TRANSACTION)
            for name, view in api_views().items()
        }
        for name in ("plans", "bookings", "booking-move", "booking-late", "day-replan"):
            self.assertIs(declared[name], Idempotency.RESERVE, name)
        for name in ("chair-replan", "scope", "scope-upload", "look-pictures"):
            self.assertIs(declared[name], Idempotency.RESERVE, name)
        for name in ("draft", "proposals", "comparison", "slots", "core-plan", "archive-check"):
            self.assertIs(declared[name], Idempotency.OFF, name)
        for name in ("codes", "check-in-link", "calendar-link", "archive-restore", "erasure"):
            self.assertIs(declared[name], Idempotency.OFF, name)
        self.assertIs(declared["record"], Idempotency.TRANSACTION)
