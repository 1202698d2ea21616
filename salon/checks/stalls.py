"""What a page takes while others do their worst to the server a salon runs."""

import json
import socket
import statistics
import subprocess
import sys
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import ExitStack, contextmanager
from multiprocessing import get_context

from django.test import Client as ApiClient

MANY = 20
ASKED = 15
STALL_BUDGET = 3.0
OK = 200


@contextmanager
def gunicorn(port: int) -> Iterator[str]:
    """The server of `make demo` on a port of its own; its address."""
    command = [sys.executable, "-m", "gunicorn", "salon.asgi"]
    command += ["--worker-class", "salon.platform.gunicorn_worker.Worker", "--workers", "2"]
    command += ["--bind", f"127.0.0.1:{port}", "--log-level", "error"]
    server = subprocess.Popen(command, stderr=subprocess.DEVNULL)
    address = f"http://127.0.0.1:{port}"
    try:
        for _ in range(600):
            try:
                urllib.request.urlopen(f"{address}/api/session/").read()
                break
            except OSError:
                time.sleep(0.1)
        yield address
    finally:
        server.terminate()
        server.wait()


def free_port() -> int:
    """A port nobody listens at."""
    with socket.create_server(("127.0.0.1", 0)) as listening:
        port: int = listening.getsockname()[1]
        return port


class Asking:
    """Somebody signed in.

    Args:
        address: of the server
        client: who is signed in, of the same database
    """

    def __init__(self, address: str, api: ApiClient) -> None:
        self.address = address
        self.client = api
        self.token = "x" * 32
        self.cookie = self.cookies()

    def cookies(self) -> str:
        """What a browser of theirs would send."""
        return f"sessionid={self.client.cookies['sessionid'].value}; csrftoken={self.token}"

    def sign_in(self) -> None:
        """Sign in again, after a restore has signed everybody out."""
        from django.contrib.auth.models import User

        owner = User.objects.filter(colleague__role="owner").earliest("pk")
        self.client.force_login(owner, "salon.staff.backend.ColleagueBackend")
        self.cookie = self.cookies()

    def ask(self, path: str, body: object = None, key: str = "") -> int:
        """Ask for something; the status of the answer.

        Args:
            path: of the API
            body: sent as JSON with POST; GET where there is none
            key: of the request, where it has one
        """
        data = json.dumps(body).encode() if body is not None else None
        return self.send(path, data, "application/json", key)

    def send(self, path: str, data: bytes | None, content_type: str, key: str = "") -> int:
        """Send bytes of a type, with a key where it has one; the status of the answer."""
        headers = {"Cookie": self.cookie, "X-CSRFToken": self.token, "Referer": self.address}
        headers["Content-Type"] = content_type
        if key:
            headers["Idempotency-Key"] = key
        request = urllib.request.Request(self.address + path, data, headers)
        try:
            with urllib.request.urlopen(request, timeout=60) as answer:
                answer.read()
                return int(answer.status)
        except urllib.error.HTTPError as error:
            error.read()
            return error.code

    def wait(self) -> None:
        """Wait until the server answers again."""
        while True:
            try:
                self.ask("/api/session/")
                return
            except OSError:
                time.sleep(0.1)

    def page_ms(self) -> float:
        """Median time of a page of clients [ms]."""
        times = []
        for _ in range(ASKED):
            began = time.perf_counter()
            if self.ask("/api/clients/") != OK:
                raise RuntimeError("the page of clients is not answered")
            times.append((time.perf_counter() - began) * 1000)
        return statistics.median(times)


@contextmanager
def loops(work: Callable[[], object]) -> Iterator[None]:
    """Twenty who do something over and over, in a process of their own."""
    crowd = get_context("fork").Process(target=run_crowd, args=(work,), daemon=True)
    crowd.start()
    time.sleep(1.0)
    try:
        yield
    finally:
        crowd.terminate()
        crowd.join()
        time.sleep(2.0)


def run_crowd(work: Callable[[], object]) -> None:
    """Do it over and over, twenty at once."""

    def again() -> None:
        while True:
            work()

    threads = [threading.Thread(target=again) for _ in range(MANY)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


@contextmanager
def held_open(address: str, text: str) -> Iterator[None]:
    """Twenty connections on which something was begun."""
    host, port = address.removeprefix("http://").split(":")
    with ExitStack() as stack:
        for _ in range(MANY):
            connection = stack.enter_context(socket.create_connection((host, int(port))))
            connection.sendall(text.encode())
        time.sleep(0.5)
        yield


def bench_stalls(api: ApiClient, client: int) -> None:
    """A page alone, and beside twenty of everything that once stalled the salon."""
    port = free_port()
    with gunicorn(port) as address:
        somebody = Asking(address, api)
        wish = {"client": client, "goal": {"style": "flat_twist_out"}}
        half = f"POST /api/session/ HTTP/1.1\r\nHost: 127.0.0.1:{port}\r\n"
        stream = (
            f"GET /api/scale/stream/ HTTP/1.1\r\nHost: 127.0.0.1:{port}\r\n"
            f"Accept: text/event-stream\r\nCookie: {somebody.cookie}\r\n\r\n"
        )
        guess = {"username": "guess", "password": "guess"}
        if somebody.ask("/api/plans/proposals/", wish) != OK:
            raise RuntimeError("proposals are not answered")
        alone = somebody.page_ms()
        print(f"{'a page of clients, alone':<52}{alone:8.1f} ms")
        beside = {
            "sign-in loops": loops(lambda: somebody.ask("/api/session/", guess)),
            "half-sent requests": held_open(address, half),
            "streams of the scale": held_open(address, stream),
            "proposals": loops(lambda: somebody.ask("/api/plans/proposals/", wish)),
        }
        for name, worst in beside.items():
            with worst:
                took = somebody.page_ms()
            label = f"the same beside {MANY} {name}"
            print(
                f"{label:<52}{took:8.1f} ms   {took / alone:5.2f} times alone of {STALL_BUDGET:g}"
            )
