"""What the tests of the apps share."""

import asyncio
import fcntl
import sqlite3
import tempfile
from collections.abc import Coroutine
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing
from pathlib import Path
from typing import Any, TypeVar

from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.test import TestCase
from rest_framework.response import Response

from salon.clients.models import Client
from salon.clients.services import add_client
from salon.demo.build import build
from salon.platform.roles import WorkRole
from salon.staff.services import add_colleague

Answer = TypeVar("Answer")

MEASURED: list[dict[str, Any]] = [
    {"kind": "pattern", "value": "4b", "method": "by_eye"},
    {"kind": "length_cm", "value": 25, "method": "measured"},
    {"kind": "relaxed_cm", "value": 10, "method": "measured"},
    {"kind": "density_per_cm2", "value": 180, "method": "counted"},
    {"kind": "diameter_um", "value": 70, "method": "measured"},
    {"kind": "porosity", "value": "medium", "method": "measured"},
    {"kind": "head_cm", "value": 57, "method": "measured"},
]


NAME, PASSWORD = "vera", "starch-and-linen"


def awaited(work: Coroutine[object, object, Answer]) -> Answer:
    """What it comes to, in a thread of its own: the browser keeps a loop in that of the tests."""
    with ThreadPoolExecutor(1) as thread:
        return thread.submit(asyncio.run, work).result()


def database_in(folder: Path) -> None:
    """The database of the tests as it stands, for a process of its own: migrating takes long.

    Args:
        folder: that the process keeps everything in (GAUFFER_VAR)
    """
    connection.ensure_connection()
    with closing(sqlite3.connect(folder / "gauffer.sqlite3")) as copy:
        connection.connection.backup(copy)


#: Where the demo is kept once it was built: made before the processes of tests part.
KEPT = tempfile.TemporaryDirectory(prefix="gauffer-tests-")


def fill_with_demo() -> None:
    """The demo salon: built by whichever test of all processes comes first, then copied."""
    kept = Path(KEPT.name, "demo.sqlite3")
    connection.ensure_connection()
    with Path(KEPT.name, "lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not kept.exists():
            build()
            with closing(sqlite3.connect(kept)) as copy:
                connection.connection.backup(copy)
            return
    with closing(sqlite3.connect(kept)) as copy:
        copy.backup(connection.connection)


class DemoTest(TestCase):
    """In the demo salon; what a test does there is taken back."""

    @classmethod
    def setUpClass(cls) -> None:
        # Before the transaction of the class: a whole database is copied into none.
        fill_with_demo()
        super().setUpClass()

    @classmethod
    def tearDownClass(cls) -> None:
        super().tearDownClass()
        call_command("flush", verbosity=0, interactive=False)


def an_owner() -> User:
    """Somebody who may do everything."""
    return add_colleague(NAME, PASSWORD, WorkRole.OWNER).user


class ApiTest(TestCase):
    """Somebody signed in, and one measured client."""

    user: User
    client: Client

    @classmethod
    def setUpTestData(cls) -> None:
        cls.user = an_owner()
        cls.person = add_client({"name": "Measured Client"}, MEASURED, cls.user)

    def setUp(self) -> None:
        self.client.force_login(self.user)

    def post(self, path: str, body: object) -> Response:
        return self.client.post(path, body, content_type="application/json")

    def assertRefused(self, answer: Response, field: str, words: str, status: int = 400) -> None:
        """The request was refused at a field, in words that help."""
        self.assertEqual(answer.status_code, status, answer.content)
        errors = {error["field"]: error["message"] for error in answer.json()["errors"]}
        self.assertIn(field, errors)
        self.assertIn(words, errors[field])
