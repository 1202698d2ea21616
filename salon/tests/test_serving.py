"""The server itself: streams, slow clients and many questions at once stall nobody."""

import asyncio
import gzip
import json
import os
import re
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import AsyncIterator
from contextlib import ExitStack
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.conf import settings
from django.test import Client as ApiClient
from django.test import LiveServerTestCase, SimpleTestCase, TransactionTestCase

from craft.contract import parse
from craft.vocabulary import EventKind
from salon.checks.serving import ServerThread
from salon.checks.stalls import free_port
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.asgi import RequestTimeouts, serve_static_files
from salon.platform.event_stream import event_stream_response
from salon.platform.gunicorn_worker import HeadTimeoutProtocol
from salon.tests.base import MEASURED, ApiTest, an_owner, awaited, database_in
from salon.visits.kit import entry
from salon.visits.log import append, open_visit

MANY, PATIENCE = 20, 30.0


class StallingTest(LiveServerTestCase):
    server_thread_class = ServerThread

    def setUp(self) -> None:
        api = ApiClient()
        api.force_login(an_owner())
        self.cookie = api.cookies["sessionid"].value

    def opened(self, text: str) -> socket.socket:
        connection = socket.create_connection(("127.0.0.1", self.server_thread.port), timeout=30)
        connection.sendall(text.encode())
        return connection

    def asked(self, path: str, more: str = "") -> bytes:
        """A whole answer."""
        client = f"GET {path} HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n{more}\r\n"
        with self.opened(client) as connection, connection.makefile("rb") as answer:
            return answer.read()

    def test_half_sent_requests_block_nobody_and_are_hung_up_on(self) -> None:
        with ExitStack() as stack, patch.object(HeadTimeoutProtocol, "head_s", 1.0):
            halves = [
                stack.enter_context(self.opened("POST /api/session/ HTTP/1.1\r\nHost: loc"))
                for _ in range(MANY)
            ]
            self.assertIn(b"200 OK", self.asked("/api/session/"))
            for half in halves:
                self.assertEqual(half.recv(100), b"")

    def test_bodies_that_never_come_block_nobody(self) -> None:
        client = (
            "POST /api/session/ HTTP/1.1\r\nHost: localhost\r\n"
            "Content-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"
        )
        with ExitStack() as stack:
            for _ in range(MANY):
                stack.enter_context(self.opened(client))
            self.assertIn(b"200 OK", self.asked("/api/session/"))

    def test_streams_of_the_scale_block_nobody(self) -> None:
        client = (
            "GET /api/scale/stream/ HTTP/1.1\r\nHost: localhost\r\n"
            f"Accept: text/event-stream\r\nCookie: sessionid={self.cookie}\r\n\r\n"
        )
        with ExitStack() as stack:
            streams = [stack.enter_context(self.opened(client)) for _ in range(MANY)]
            self.assertIn(b"200 OK", self.asked("/api/session/"))
            for stream in streams:
                seen = b""
                while b"data: " not in seen:
                    seen += stream.recv(1000)
                self.assertIn(b"text/event-stream", seen)

    def test_built_files_are_served_with_what_keeps_them_safe(self) -> None:
        page = self.asked("/").decode()
        path = page.split('src="')[1].split('"')[0]
        self.assertTrue(path.startswith("/static/assets/"))
        answer = self.asked(path).decode("utf-8", "replace").split("\r\n\r\n")[0].lower()
        self.assertIn("x-content-type-options: nosniff", answer)
        self.assertIn("immutable", answer)
        self.assertIn(b" 404 ", self.asked("/static/../salon/settings/base.py"))


class PatienceTest(SimpleTestCase):
    def test_a_body_that_comes_too_slowly_is_told_so(self) -> None:
        sent = []

        async def application(_scope: object, receive: object, _send: object) -> None:
            while (await receive())["more_body"]:  # type: ignore[operator]
                pass

        async def receive() -> dict[str, object]:
            await asyncio.sleep(0.02)
            return {"type": "http.request", "body": b"x", "more_body": True}

        async def send(message: dict[str, object]) -> None:
            sent.append(message)

        began = time.monotonic()
        awaited(RequestTimeouts(application, body_s=0.2)({"type": "http"}, receive, send))
        self.assertLess(time.monotonic() - began, 10)
        self.assertEqual(sent[0]["status"], 408)
        self.assertIn("too slowly", json.loads(sent[1]["body"])["errors"][0]["message"])

    def test_who_tries_too_often_waits_for_the_next_refusal(self) -> None:
        sent = []

        async def application(_scope: object, _receive: object, send: object) -> None:
            for status in (200, 429):
                await send({"type": "http.response.start", "status": status})  # type: ignore[operator]

        async def send(message: dict[str, object]) -> None:
            sent.append((message["status"], time.monotonic()))

        began = time.monotonic()
        awaited(RequestTimeouts(application, again_s=0.2)({"type": "http"}, None, send))
        waited = dict(sent)
        self.assertGreaterEqual(waited[429] - began, 0.2)
        self.assertGreaterEqual(waited[429] - waited[200], 0.15)

    def test_what_comes_after_the_body_is_awaited_as_long_as_it_takes(self) -> None:
        async def application(_scope: object, receive: object, _send: object) -> None:
            await receive()  # type: ignore[operator]
            await receive()  # type: ignore[operator]

        bodies = iter([0.0, 0.3])

        async def receive() -> dict[str, object]:
            await asyncio.sleep(next(bodies))
            return {"type": "http.request", "body": b"", "more_body": False}

        async def send(_message: object) -> None:
            raise AssertionError("nothing is refused")

        awaited(RequestTimeouts(application, body_s=0.1)({"type": "http"}, receive, send))


class CompressionTest(ApiTest):
    def test_answers_are_compressed_for_who_can_read_it(self) -> None:
        Client.objects.bulk_create(Client(name=f"Crowd {n:03d}") for n in range(60))
        packed = self.client.get("/api/clients/", headers={"Accept-Encoding": "gzip"})
        self.assertEqual(packed["Content-Encoding"], "gzip")
        plain = self.client.get("/api/clients/")
        self.assertNotIn("Content-Encoding", plain)
        self.assertEqual(json.loads(gzip.decompress(packed.content)), plain.json())
        self.assertLess(len(packed.content), len(plain.content) / 3)

    def test_event_streams_are_not_held_back_by_compression(self) -> None:
        stream = event_stream_response(empty_stream())
        self.assertEqual(stream["Content-Encoding"], "identity")

    def test_built_files_are_served_compressed(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            script = Path(folder, "assets", "index-abcdefgh.js")
            script.parent.mkdir()
            script.write_text("let a = 1;\n" * 500)
            script.with_suffix(".js.gz").write_bytes(gzip.compress(script.read_bytes()))
            with self.settings(WEB_DIR=Path(folder)):
                application = serve_static_files(nothing)
                headers = asyncio.run(headers_of(application, "/static/assets/index-abcdefgh.js"))
        self.assertEqual(headers[b"content-encoding"], b"gzip")
        self.assertIn(b"immutable", headers[b"cache-control"])


async def empty_stream() -> AsyncIterator[str]:
    """A stream without events."""
    return
    yield


async def nothing(scope: dict[str, Any], receive: Any, send: Any) -> None:
    """An application that has no page."""
    await send({"type": "http.response.start", "status": 404, "headers": []})
    await send({"type": "http.response.body", "body": b""})


async def headers_of(application: Any, path: str) -> dict[bytes, bytes]:
    """The headers of an answer to somebody who reads gzip."""
    heard: dict[bytes, bytes] = {}

    async def receive() -> dict[str, Any]:
        return {"type": "http.request"}

    async def send(message: Any) -> None:
        if message["type"] == "http.response.start":
            heard.update(message["headers"])

    scope = {
        "type": "http",
        "method": "GET",
        "path": path,
        "query_string": b"",
        "headers": [(b"accept-encoding", b"gzip")],
    }
    await application(scope, receive, send)
    return heard


class RestartTest(TransactionTestCase):
    """What runs at the chair is in the log, not in a server."""

    def test_a_timer_outlives_the_server_that_set_it(self) -> None:
        owner = an_owner()
        api = ApiClient()
        api.force_login(owner)
        client = add_client({"name": "Measured Client"}, MEASURED, owner)
        wish = parse(ClientWish, {"client": client.pk, "goal": {"style": "quick_wash"}})
        visit = open_visit(save(client, wish, owner), owner)
        timer = {"timer": "mask", "title": "Mask", "least_min": 20, "most_min": 30}
        append(visit, [entry(EventKind.TIMER_SET, owner, timer)])
        cookie = api.cookies["sessionid"].value
        first, second = self.timers(visit.pk, cookie), self.timers(visit.pk, cookie)
        self.assertEqual(first[0]["title"], "Mask")
        self.assertEqual(first, second)

    def timers(self, visit: int, cookie: str) -> list[dict[str, object]]:
        """What runs, asked of a server that is begun for it and ends after it."""
        server = ServerThread("127.0.0.1")
        server.start()
        server.is_ready.wait(PATIENCE)
        try:
            asked = urllib.request.Request(
                f"http://127.0.0.1:{server.port}/api/visits/{visit}/chair/",
                headers={"Cookie": f"sessionid={cookie}"},
            )
            with urllib.request.urlopen(asked, timeout=PATIENCE) as answer:
                timers: list[dict[str, object]] = json.load(answer)["chair"]["timers"]
            return timers
        finally:
            server.terminate()


class DemoServerTest(TransactionTestCase):
    """The command of `make demo`, as it stands there."""

    def test_it_starts_and_answers(self) -> None:
        makefile = (settings.BASE_DIR / "Makefile").read_text()
        (line,) = re.findall(r"^\t\$\(PY\) -m (gunicorn .*)$", makefile, re.M)
        port = free_port()
        command = line.replace("$(ADDRESS)", f"127.0.0.1:{port}").split()
        with tempfile.TemporaryDirectory() as folder:
            environment = {**os.environ, "GAUFFER_VAR": folder}
            # Nothing of the tests' own settings comes with it.
            environment.pop("DJANGO_SETTINGS_MODULE", None)
            database_in(Path(folder))
            log = Path(folder, "server.log")
            with log.open("w") as said:
                server = subprocess.Popen(
                    [sys.executable, "-m", *command],
                    cwd=settings.BASE_DIR,
                    env=environment,
                    stdout=said,
                    stderr=said,
                )
            self.addCleanup(server.wait)
            self.addCleanup(server.terminate)
            try:
                answer = answer_of(f"http://127.0.0.1:{port}/api/session/", server)
            except AssertionError as error:
                error.add_note(log.read_text())
                raise
        self.assertEqual(json.loads(answer)["first"], True)


def answer_of(address: str, server: subprocess.Popen[bytes]) -> bytes:
    """What a server answers once it listens; an error where it ended or refuses."""
    while server.poll() is None:
        try:
            with urllib.request.urlopen(address, timeout=PATIENCE) as answer:
                return bytes(answer.read())
        except urllib.error.HTTPError as refused:
            raise AssertionError(refused.read().decode()) from None
        except urllib.error.URLError:
            time.sleep(0.1)
    raise AssertionError("the server ended")
