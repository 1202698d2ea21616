"""Long work in processes of its own, and the line in front of it."""

import asyncio
import os
import subprocess
import sys
import tempfile
import threading
from pathlib import Path

from django.conf import settings
from django.test import SimpleTestCase

from salon.platform.process_pool import Busy, ConcurrencyLimit
from salon.tests.base import awaited

PATIENCE = 30.0


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
