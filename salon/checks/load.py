"""A salon at its busiest, and a server that is killed again and again.

``python -m salon.checks.load`` prints, on an invented salon of its own: a save beside twenty
solvers, fifty people at once, and what became of every acknowledged write after sixty kills.
"""

import os
import random
import signal
import statistics
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.request
from collections import Counter
from http import HTTPStatus
from itertools import count
from typing import Any
from uuid import uuid4

from salon.checks.stalls import Asking, free_port, gunicorn, loops
from salon.staff.models import Colleague

SAVES, SAVE_BUDGET = 15, 3.0
USERS, SECONDS, P95_BUDGET = 50, 30.0, 8.0
KILLS, WRITES, WRITERS = 60, 600, 6
#: A killed server is left running for so long before the next kill [s].
BETWEEN_KILLS_S = (0.2, 1.5)
FOREVER_S = 900.0
BETWEEN_RESTORES_S = 8.0
#: A restore signs everybody out.
SIGNED_OUT = (HTTPStatus.UNAUTHORIZED, HTTPStatus.FORBIDDEN)
#: Answers after which a write is sent again with the same key; 0 is none.
REPEATED = (0, *SIGNED_OUT, HTTPStatus.CONFLICT)


def p95(times: list[float]) -> float:
    """The time that 95 of 100 stay below."""
    return statistics.quantiles(times, n=20)[-1]


def bench_saves(somebody: Asking, client: int, day: str) -> None:
    """A save alone, and beside twenty who have a day planned again, each with a key."""

    def save() -> float:
        began = time.perf_counter()
        body = {"observations": [{"kind": "density_per_cm2", "value": 180, "method": "counted"}]}
        status = somebody.ask(f"/api/clients/{client}/observations/", body, key=str(uuid4()))
        if status >= HTTPStatus.BAD_REQUEST:
            raise RuntimeError(f"a save was answered with {status}")
        return (time.perf_counter() - began) * 1000

    alone = statistics.median(save() for _ in range(SAVES))
    with loops(lambda: somebody.ask("/api/day/replan/", {"date": day}, key=str(uuid4()))):
        took = [save() for _ in range(SAVES)]
    ratio = statistics.median(took) / alone
    print(f"a save alone {alone:.1f} ms; beside 20 solvers {statistics.median(took):.1f} ms,")
    print(f"  the longest {max(took):.1f} ms: {ratio:.2f} times alone of {SAVE_BUDGET:g}")


def bench_users(somebody: Asking, client: int, day: str) -> None:
    """Fifty people who read and save, against one."""
    wish = {"client": client, "goal": {"style": "flat_twist_out"}}
    seen: Counter[int] = Counter()

    def visit(times: list[float]) -> None:
        asked: list[tuple[str, object]] = [
            (f"/api/day/?date={day}", None),
            ("/api/clients/", None),
            (f"/api/clients/{client}/profile/", None),
            ("/api/visits/", None),
            ("/api/plans/draft/", wish),
            ("/api/products/", None),
            (
                f"/api/clients/{client}/observations/",
                {"observations": [{"kind": "density_per_cm2", "value": 180, "method": "counted"}]},
            ),
        ]
        for path, body in random.sample(asked, len(asked)):
            began = time.perf_counter()
            status = somebody.ask(path, body, key=str(uuid4()) if body else "")
            times.append((time.perf_counter() - began) * 1000)
            seen[status] += 1
            # Between two looks at the screen somebody reads or works.
            time.sleep(random.uniform(1.0, 4.0))

    def people(number: int, seconds: float) -> list[float]:
        times: list[float] = []
        until = time.monotonic() + seconds

        def one() -> None:
            while time.monotonic() < until:
                visit(times)

        threads = [threading.Thread(target=one) for _ in range(number)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        return times

    visit([])
    single = p95(people(1, SECONDS / 2))
    many = p95(people(USERS, SECONDS))
    print(f"95 of 100 requests: one user {single:.0f} ms, {USERS} users {many:.0f} ms,")
    print(f"  {many / single:.1f} times one of {P95_BUDGET:g}; answers {dict(seen)}")


class Killed:
    """A server that is killed and started again while others write to it."""

    def __init__(self, port: int) -> None:
        self.port = port
        self.server: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Start it; until it answers."""
        command = [sys.executable, "-m", "gunicorn", "salon.asgi"]
        command += ["--worker-class", "salon.platform.gunicorn_worker.Worker", "--workers", "2"]
        command += ["--bind", f"127.0.0.1:{self.port}", "--log-level", "critical"]
        until = time.monotonic() + FOREVER_S
        while time.monotonic() < until:
            self.server = subprocess.Popen(
                command, stderr=subprocess.DEVNULL, start_new_session=True
            )
            for _ in range(200):
                try:
                    urllib.request.urlopen(f"http://127.0.0.1:{self.port}/api/session/").read()
                    return
                except urllib.error.HTTPError:
                    return
                except OSError:
                    if self.server.poll() is not None:
                        break
                    time.sleep(0.1)
        raise RuntimeError("the server does not start again")

    def kill(self, *, all_of_it: bool) -> None:
        """Kill it with -9: the master alone, or its workers with it."""
        assert self.server is not None
        if all_of_it:
            os.killpg(self.server.pid, signal.SIGKILL)
        else:
            self.server.kill()
        self.server.wait()


class Restorer:
    """Backs the salon up and restores that backup, beside writes and kills.

    What was written after the backup and before the restore is not in the salon any more, as the
    owner asked; `windows` are these spans of time.

    Args:
        somebody: the owner
        over: set when there is nothing more to do
    """

    def __init__(self, somebody: Asking, over: threading.Event) -> None:
        self.somebody = somebody
        self.over = over
        self.windows: list[tuple[float, float]] = []
        self.statuses: Counter[int] = Counter()

    def run(self) -> None:
        """Back up and restore until it is over."""
        while not self.over.wait(BETWEEN_RESTORES_S):
            began = time.monotonic()
            try:
                self.statuses[self.once()] += 1
            except OSError:
                self.statuses[0] += 1
                # Nobody knows what the killed server had reached; the next start finishes it.
                self.somebody.wait()
            self.windows.append((began, time.monotonic()))

    def once(self) -> int:
        """Back up and restore that backup; the status of the last answer."""
        from django.test.client import BOUNDARY, MULTIPART_CONTENT, encode_multipart

        from salon.archive.places import backups
        from salon.salon_settings.models import Salon

        status = self.somebody.ask("/api/archive/", {})
        if status >= HTTPStatus.BAD_REQUEST:
            return status
        newest = max(backups().glob("gauffer-*.zip"), key=lambda file: file.stat().st_mtime)
        with newest.open("rb") as file:
            form = {"file": file, "name": Salon.objects.get().name}
            body = encode_multipart(BOUNDARY, form)
        return self.somebody.send("/api/archive/restore/", body, MULTIPART_CONTENT)

    def may_have_taken(self, began: float, ended: float) -> bool:
        """Whether a write of this time may rightly be gone."""
        return any(began <= late and early <= ended for early, late in self.windows)


class Writer:
    """Writes values, each until it is acknowledged, whatever becomes of the server.

    Args:
        somebody: who writes
        client: whose density is written
    """

    def __init__(self, somebody: Asking, client: int) -> None:
        self.somebody = somebody
        self.path = f"/api/clients/{client}/observations/"
        self.numbers = count(1)
        self.taking = threading.Lock()
        self.statuses: Counter[int] = Counter()
        #: When each acknowledged value was sent last, and when its answer came.
        self.acknowledged: dict[float, tuple[float, float]] = {}

    def run(self) -> None:
        """Write until all values are written."""
        while True:
            with self.taking:
                number = next(self.numbers)
            if number > WRITES:
                return
            self.write(100 + number / 10)
            time.sleep(random.uniform(0.3, 1.2))

    def write(self, value: float) -> None:
        """Write one value, again with the same key where no answer came."""
        body = {"observations": [{"kind": "density_per_cm2", "value": value, "method": "counted"}]}
        key, status, began = str(uuid4()), 0, 0.0
        while status in REPEATED or status >= HTTPStatus.INTERNAL_SERVER_ERROR:
            began = time.monotonic()
            try:
                status = self.somebody.ask(self.path, body, key=key)
            except OSError:
                time.sleep(0.2)
            if status in SIGNED_OUT:
                self.somebody.sign_in()
        self.statuses[status] += 1
        if status < HTTPStatus.BAD_REQUEST:
            self.acknowledged[value] = (began, time.monotonic())


def bench_kills(owner: Any, client: int) -> None:
    """Six hundred writes, backups and restores beside sixty kills: what was acknowledged is there.

    Once, never twice; only what lies between a backup and its restore may be gone.
    """
    from salon.archive.places import leftovers
    from salon.clients.models import Observation

    newest = Observation.objects.latest("pk").pk
    killed = Killed(free_port())
    killed.start()
    somebody = Asking(f"http://127.0.0.1:{killed.port}", owner)
    over = threading.Event()
    writer, restorer = Writer(somebody, client), Restorer(somebody, over)
    writers = [threading.Thread(target=writer.run) for _ in range(WRITERS)]
    beside = threading.Thread(target=restorer.run)
    for thread in (*writers, beside):
        thread.start()
    for _ in range(KILLS):
        time.sleep(random.uniform(*BETWEEN_KILLS_S))
        killed.kill(all_of_it=random.random() < 0.5)  # noqa: PLR2004
        killed.start()
    for thread in writers:
        thread.join()
    over.set()
    beside.join()
    killed.kill(all_of_it=True)
    # A last start finishes what was left undone.
    killed.start()
    rows = Observation.objects.filter(client_id=client, pk__gt=newest)
    kept = Counter(rows.values_list("number", flat=True))
    gone = [value for value in writer.acknowledged if kept[value] == 0]
    taken = [value for value in gone if restorer.may_have_taken(*writer.acknowledged[value])]
    doubled = [value for value in writer.acknowledged if kept[value] > 1]
    left = [piece.name for piece in leftovers()]
    killed.kill(all_of_it=True)
    print(f"{KILLS} kills beside {WRITES} writes: {len(writer.acknowledged)} acknowledged,")
    print(f"  {len(gone) - len(taken)} lost, {len(doubled)} twice; {dict(writer.statuses)}")
    print(f"  {len(restorer.windows)} restores ({dict(restorer.statuses)}) took back {len(taken)};")
    print(f"  pieces left: {left}")


def main() -> None:
    """Run all of it in a throw-away installation."""
    with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as folder:
        os.environ["GAUFFER_VAR"] = folder
        os.environ["DJANGO_SETTINGS_MODULE"] = "salon.settings"
        import django

        django.setup()
        from django.core.management import call_command
        from django.test import Client as ApiClient
        from django.test.utils import setup_test_environment
        from django.utils import timezone

        from salon.clients.models import Client
        from salon.demo.build import build

        pass

        setup_test_environment()
        call_command("migrate", verbosity=0)
        build()
        api = ApiClient()
        api.force_login(
            Colleague.objects.filter(role="owner").earliest("pk").user,
            "salon.staff.backend.ColleagueBackend",
        )
        client = Client.objects.earliest("pk").pk
        day = str(timezone.localdate())
        bench_kills(api, client)
        with gunicorn(free_port()) as address:
            somebody = Asking(address, api)
            bench_saves(somebody, client, day)
            bench_users(somebody, client, day)


if __name__ == "__main__":
    main()
