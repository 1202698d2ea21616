"""What breaks is logged with its number and explained in words, wherever it breaks."""

import os
import signal
import sqlite3
import subprocess
import sys
import tempfile
import time
from contextlib import closing
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.conf import settings
from django.db import OperationalError, connection
from django.test import SimpleTestCase, TransactionTestCase

from salon.archive.places import sqlite_path
from salon.checks.stalls import free_port
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.tests.base import MEASURED, ApiTest, an_owner, database_in
from salon.tests.test_serving import answer_of

PATIENCE_S = 60.0


class ToldTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        self.client.raise_request_exception = False

    def broken(self, target: str, error: Exception, **headers: str) -> Any:
        body = {"name": "New Client", "observations": []}
        with patch(target, side_effect=error), self.assertLogs("salon.requests") as logs:
            answer = self.client.post(
                "/api/clients/", body, content_type="application/json", headers=headers
            )
        (record,) = [row for row in logs.records if row.message == "broken"]
        self.assertIsNotNone(record.exc_info)
        self.assertEqual(record.__dict__["request"], answer["X-Request-Id"])
        self.assertNotIn("New Client", str(record.__dict__["method"]) + logs.output[0][:80])
        return answer

    def test_what_breaks_in_a_view_or_before_it_has_its_number(self) -> None:
        for target, headers in (
            ("salon.visits.clients_api.ClientsView.post", {}),
            ("salon.platform.idempotency.body_digest", {"Idempotency-Key": "k"}),
            ("salon.salon_settings.time_zone.SalonTimeZoneMiddleware.__call__", {}),
        ):
            with self.subTest(target):
                answer = self.broken(target, RuntimeError("boom"), **headers)
                self.assertEqual(answer.status_code, 500)
                message = answer.json()["errors"][0]["message"]
                self.assertIn(answer["X-Request-Id"], message)
                self.assertNotIn("boom", message)

    def test_a_busy_database_is_told_as_busy(self) -> None:
        error = OperationalError("database is locked")
        for target, headers in (
            ("salon.visits.clients_api.ClientsView.post", {}),
            ("salon.platform.idempotency.body_digest", {"Idempotency-Key": "k"}),
        ):
            answer = self.broken(target, error, **headers)
            self.assertEqual(answer.status_code, 503)
            self.assertIn("try again", answer.json()["errors"][0]["message"])

    def test_a_full_disk_is_told_with_its_number(self) -> None:
        for error in (OperationalError("database or disk is full"), OSError(28, "No space")):
            answer = self.broken("salon.visits.clients_api.ClientsView.post", error)
            self.assertEqual(answer.status_code, 507)
            message = answer.json()["errors"][0]["message"]
            self.assertIn("disk of the server is full", message)
            self.assertIn(answer["X-Request-Id"], message)

    def test_a_wrong_calendar_address_is_no_failure(self) -> None:
        with self.assertNoLogs("salon.requests"):
            self.assertEqual(self.client.get("/calendar/nobody.ics").status_code, 404)


class FullDiskTest(TransactionTestCase):
    def test_a_full_disk_keeps_reading(self) -> None:
        owner = an_owner()
        self.client.force_login(owner)
        client = add_client({"name": "Measured Client"}, MEASURED, owner)
        with connection.cursor() as cursor:
            # Pages that other tests left free would take what is written.
            cursor.execute("VACUUM")
            (pages,) = cursor.execute("PRAGMA page_count").fetchone()
            cursor.execute(f"PRAGMA max_page_count = {pages}")
        try:
            note = "x" * 2000
            statuses = set()
            for number in range(40):
                body = {"name": f"Client {number}", "note": note, "observations": []}
                answer = self.client.post("/api/clients/", body, content_type="application/json")
                statuses.add(answer.status_code)
            self.assertEqual(statuses - {201}, {507})
            for path in (
                "/api/clients/",
                f"/api/clients/{client.pk}/",
                "/api/day/",
                "/api/session/",
            ):
                self.assertEqual(self.client.get(path).status_code, 200, path)
        finally:
            with connection.cursor() as cursor:
                cursor.execute("PRAGMA max_page_count = 1073741823")

    def test_a_lock_that_is_held_for_long_is_told_as_busy(self) -> None:
        self.client.force_login(an_owner())
        Client.objects.exists()
        with closing(sqlite3.connect(sqlite_path(), isolation_level=None)) as other:
            other.execute("BEGIN IMMEDIATE")
            with connection.cursor() as cursor:
                cursor.execute("PRAGMA busy_timeout = 50")
            try:
                answer = self.client.post(
                    "/api/clients/", {"name": "A", "observations": []}, "application/json"
                )
            finally:
                other.execute("ROLLBACK")
                connection.close()
        self.assertEqual(answer.status_code, 503, answer.content)


class OrphansTest(SimpleTestCase):
    databases = {"default"}

    def test_workers_end_with_a_master_that_is_killed(self) -> None:
        port = free_port()
        worker = "salon.platform.gunicorn_worker.Worker"
        command = f"gunicorn salon.asgi --worker-class {worker} --bind 127.0.0.1:{port}"
        with tempfile.TemporaryDirectory() as folder:
            database_in(Path(folder))
            environment = {**os.environ, "GAUFFER_VAR": folder}
            server = subprocess.Popen(
                [sys.executable, "-m", *command.split(), "--workers", "2"],
                cwd=settings.BASE_DIR,
                env=environment,
                stdout=subprocess.DEVNULL,
                stderr=subprocess.DEVNULL,
            )
            answer_of(f"http://127.0.0.1:{port}/api/session/", server)
            children = children_of(server.pid)
            self.assertEqual(len(children), 2)
            server.send_signal(signal.SIGKILL)
            server.wait()
            until = time.monotonic() + PATIENCE_S
            while any(Path(f"/proc/{child}").exists() for child in children):
                self.assertLess(time.monotonic(), until, "workers are still there")
                time.sleep(0.1)


def children_of(process: int) -> list[int]:
    """Processes that a process has begun."""
    listed = Path(f"/proc/{process}/task/{process}/children").read_text()
    return [int(child) for child in listed.split()]
