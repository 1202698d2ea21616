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
import threading
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
from salon.platform.process_pool import Busy, ConcurrencyLimit
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


class GateTest(SimpleTestCase):
    """Few at a time, some in a line, the rest are asked to come again."""

    def test_who_goes_away_while_waiting_leaves_the_line(self) -> None:
        awaited(self.going_away())

    async def going_away(self) -> None:
        gate = ConcurrencyLimit(inside=1, waiting=1, patience_s=PATIENCE)

        async def wait() -> None:
            async with gate.turn():
                pass

        async with gate.turn():
            waiter = asyncio.create_task(wait())
            await asyncio.sleep(0)
            with self.assertRaises(Busy):
                await wait()
            waiter.cancel()
            with self.assertRaises(asyncio.CancelledError):
                await waiter
        async with gate.turn():
            await asyncio.sleep(0)

    def run_many(self, gate: ConcurrencyLimit, people: int) -> tuple[int, int, int]:
        """How many came through, how many were sent away, and most at once."""
        inside, most, through, away = 0, 0, 0, 0
        lock, opened = threading.Lock(), threading.Event()

        def pass_through() -> None:
            nonlocal inside, most, through, away
            try:
                with gate.passed():
                    with lock:
                        inside += 1
                        most = max(most, inside)
                    opened.wait(PATIENCE)
                    with lock:
                        inside -= 1
                        through += 1
            except Busy:
                with lock:
                    away += 1
                    if away == people - 5:
                        opened.set()

        threads = [threading.Thread(target=pass_through) for _ in range(people)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        return through, away, most

    def test_most_at_once_and_most_in_line(self) -> None:
        gate = ConcurrencyLimit(2, 3, PATIENCE)
        self.assertEqual(self.run_many(gate, 12), (5, 7, 2))
        # Everybody has left: the next ones come in.
        with gate.passed(), gate.passed():
            pass

    def test_nobody_waits_for_ever(self) -> None:
        gate = ConcurrencyLimit(1, 3, 0.05)
        with gate.passed(), self.assertRaises(Busy), gate.passed():
            pass
        with gate.passed():
            pass


class BesideTest(SimpleTestCase):
    """Long work in a process of its own; tried in a process that may have one."""

    def test_answers_refusals_progress_and_an_end(self) -> None:
        code = """
import os, signal
os.environ["DJANGO_SETTINGS_MODULE"] = "salon.settings"
if __name__ == "__main__":
    import django; django.setup()
    from craft.contract import PlanRequest, parse
    from craft.errors import CraftError
    from salon.platform import process_pool
    from salon.platform.process_pool import COMMANDS, Busy, pool, run_command
    hair = {"pattern": "4b", "length_cm": 20, "density": "medium"}
    goal = {"style": "quick_wash"}
    asked = parse(PlanRequest, {"hair": hair, "goal": goal})
    assert run_command("propose", asked) == COMMANDS["propose"].answer_json(asked)
    air = {"temp_c": 22, "rh": 1}
    drenched = parse(PlanRequest, {"hair": hair, "goal": {"style": "flat_twist_out"}, "room": air})
    try:
        run_command("propose", drenched)
    except CraftError as error:
        assert error.field == "room.rh", error
    else:
        raise AssertionError("drenched")
    # A picture is read there, too, and what is none is refused in the same words.
    import io
    from PIL import Image
    from salon.devices.pictures import kept_picture
    from salon.platform.process_pool import call_in_process
    file = io.BytesIO()
    Image.new("RGB", (3000, 100)).save(file, "PNG")
    kept = call_in_process(kept_picture, file.getvalue())
    assert (kept.width_px, kept.height_px) == (2400, 80), kept
    try:
        call_in_process(kept_picture, b"no picture")
    except CraftError as error:
        assert error.field == "picture", error
    else:
        raise AssertionError("no picture")
    from craft.contract.day import DayAnswer, DayRequest
    from craft.day.tests.days import FT10, job_shop
    # Half a minute of work: whatever the machine, it is still at it when time is up.
    long = parse(DayRequest, job_shop(FT10, 30) | {"draws": 0})
    process_pool.TIMEOUT_S = 0.3
    try:
        run_command("day", long)
    except Busy as busy:
        assert "takes too long" in str(busy.detail), busy
    else:
        raise AssertionError("no end")
    process_pool.TIMEOUT_S = 30
    assert run_command("propose", asked)
    # Told to end it ends at once, also in the midst of a search that does not look up.
    answer = pool().schedule(signal.getsignal, (signal.SIGTERM,)).result()
    assert answer == signal.SIG_DFL, answer
    try:
        process_pool.result_of(pool().schedule(os._exit, (1,)))
    except Busy as busy:
        assert "stopped before it was done" in str(busy.detail), busy
    else:
        raise AssertionError("not ended")
    # Where it broke it begins again.
    before = pool()
    before.stop(); before.join()
    assert run_command("propose", asked)
    assert pool() is not before
    pool().stop(); pool().join()

    import asyncio
    from craft.progress import Progress
    def search(limit_s):
        wanted = parse(DayRequest, job_shop(FT10, limit_s) | {"draws": 0})
        return process_pool.run_with_progress("day", wanted)
    async def follow():
        heard = [each async for each in search(1)]
        finishes = [each.finish_min for each in heard if isinstance(each, Progress)]
        assert finishes and finishes == sorted(finishes, reverse=True), heard
        assert DayAnswer.model_validate_json(heard[-1]).finish_min <= finishes[-1]
        works, begun = [], process_pool.start_command
        process_pool.start_command = lambda *what: works.append(begun(*what)) or works[-1]
        first = search(50)
        await anext(first)
        await first.aclose()
        assert works[0].cancelled(), "whoever stops listening ends it"
        heard = [each async for each in search(0.3)]
        assert isinstance(heard[-1], str), heard
    asyncio.run(follow())
    pool(with_progress=True).stop(); pool(with_progress=True).join()
    print("all well")
"""
        with tempfile.TemporaryDirectory() as folder:
            script = Path(folder, "beside.py")
            script.write_text(code)
            done = subprocess.run(
                [sys.executable, str(script)],
                cwd=settings.BASE_DIR,
                env={**os.environ, "PYTHONPATH": str(settings.BASE_DIR), "GAUFFER_VAR": folder},
                capture_output=True,
                text=True,
                timeout=120,
                check=False,
            )
        self.assertIn("all well", done.stdout, done.stderr)


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
