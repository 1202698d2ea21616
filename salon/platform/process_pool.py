"""Long work of the core is done beside the server: few at a time, not for ever, in a line.

Trying out routines keeps a processor busy for a third of a second. Twenty people who ask at once
must not stall the one who opens a client, so it happens in a process of its own.
"""

import asyncio
import json
import os
import signal
import threading
import time
from collections.abc import AsyncGenerator, Callable, Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from concurrent.futures import TimeoutError as ProcessTimeout
from contextlib import asynccontextmanager, contextmanager, nullcontext, suppress
from dataclasses import asdict
from functools import cache
from multiprocessing import get_context
from multiprocessing.context import ForkServerContext
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any, TypeVar

from django.conf import settings
from pebble import ProcessExpired, ProcessPool
from pydantic import BaseModel
from rest_framework import status
from rest_framework.exceptions import APIException

from craft.commands import COMMANDS
from craft.contract import read
from craft.errors import CraftError
from craft.messages import language, said_in, speak
from craft.progress import Progress, heard_by
from salon.platform.language import lazy_sentence, sentence

#: Commands that try out many routines.
SLOW_COMMANDS = frozenset({"propose", "day"})
#: So much of it runs at once in a process of the server, and so many wait for it.
MAX_RUNNING, MAX_WAITING = 1, 16
#: Nothing of it takes longer [s], and nobody waits longer for their turn.
TIMEOUT_S, WAIT_S = 20.0, 30.0
#: How far a followed search is, is looked at so often [s]; and it may take longer [s].
POLL_S, PROGRESS_TIMEOUT_S = 0.25, 60.0
#: What waits for the processor longest: the server itself goes first.
NICENESS = 10


class Busy(APIException):
    """More is asked for at once than can be done."""

    status_code = status.HTTP_503_SERVICE_UNAVAILABLE
    default_detail = lazy_sentence(
        "Many people are using this right now. Try again in a few seconds."
    )


class ConcurrencyLimit:
    """Lets a few through at a time, and a few more wait.

    Args:
        inside: at once
        waiting: for their turn
        patience_s: longest wait [s]
    """

    def __init__(self, inside: int, waiting: int, patience_s: float) -> None:
        self.places = threading.BoundedSemaphore(inside)
        self.line = threading.BoundedSemaphore(inside + waiting)
        self.patience_s = patience_s

    @contextmanager
    def passed(self) -> Iterator[None]:
        """Go through.

        Raises:
            Busy: too many wait already, or it took too long
        """
        if not self.line.acquire(blocking=False):
            raise Busy
        try:
            if not self.places.acquire(timeout=self.patience_s):
                raise Busy
            try:
                yield
            finally:
                self.places.release()
        finally:
            self.line.release()

    @asynccontextmanager
    async def turn(self) -> AsyncGenerator[None, None]:
        """The same without a thread: whoever goes away while waiting leaves the line.

        Raises:
            Busy: too many wait already, or it took too long
        """
        if not self.line.acquire(blocking=False):
            raise Busy
        try:
            until = time.monotonic() + self.patience_s
            while not self.places.acquire(blocking=False):
                if time.monotonic() > until:
                    raise Busy
                await asyncio.sleep(POLL_S)
            try:
                yield
            finally:
                self.places.release()
        finally:
            self.line.release()


COMMAND_LIMIT = ConcurrencyLimit(MAX_RUNNING, MAX_WAITING, WAIT_S)
#: What is followed takes long: it has a line of its own, so that nobody else waits behind it.
PROGRESS_LIMIT = ConcurrencyLimit(MAX_RUNNING, MAX_WAITING, WAIT_S)


def run_command(name: str, asked: BaseModel) -> str:
    """The answer of a command as JSON, in its turn where the work is long.

    Args:
        name: of the command
        asked: request of its type
    Raises:
        CraftError: the core refuses
        Busy: too many ask at once, or the work takes too long
    """
    command = COMMANDS[name]
    if name not in SLOW_COMMANDS:
        return command.answer_json(asked)
    with COMMAND_LIMIT.passed():
        return run_in_process(name, asked) if settings.WORK_BESIDE else command.answer_json(asked)


def run_in_process(name: str, asked: BaseModel) -> str:
    """The same in a process of its own, which is ended where it takes too long."""
    work = pool().schedule(
        run_command_json,
        args=(name, asked.model_dump_json(), language()),
        timeout=TIMEOUT_S,
    )
    return result_of(work)


Result = TypeVar("Result")


def call_in_process(make: Callable[[bytes], Result], data: bytes) -> Result:
    """What a function makes of bytes, in a process beside the server, in its turn.

    Args:
        make: a function of a module that needs no database
        data: what it is made of
    Raises:
        Busy: too many ask at once, or it takes too long
        CraftError: as the function raises it
    """
    with COMMAND_LIMIT.passed():
        if not settings.WORK_BESIDE:
            return make(data)
        try:
            work: Future[tuple[tuple[str, str] | None, Result | None]] = pool().schedule(
                call_catching_errors, args=(make, data, language()), timeout=TIMEOUT_S
            )
            refused, made = work.result()
        except ProcessTimeout as error:
            raise Busy(
                sentence("This picture takes too long to read. Send a smaller one.")
            ) from error
        except ProcessExpired as error:
            raise Busy(sentence("It stopped before it was done. Try again.")) from error
    if refused or made is None:
        raise CraftError(*(refused or ("", sentence("It could not be read."))))
    return made


def call_catching_errors(
    make: Callable[[bytes], Result], data: bytes, wanted: str
) -> tuple[tuple[str, str] | None, Result | None]:
    """What was refused and why, or what was made: errors do not travel between processes."""
    with speak(wanted):
        try:
            return None, make(data)
        except CraftError as error:
            return (error.field, said_in(error.message, wanted)), None


async def run_with_progress(name: str, asked: BaseModel) -> AsyncGenerator[Progress | str, None]:
    """How far a command is, as often as that changes, and at last its answer as JSON.

    Whoever stops listening ends the work: its process is ended, too.

    Args:
        name: of the command
        asked: request of its type
    Raises:
        CraftError: the core refuses
        Busy: too many ask at once, or the work takes too long
    """
    # Work that is ended may still be writing as the folder goes.
    async with PROGRESS_LIMIT.turn():
        with TemporaryDirectory(ignore_cleanup_errors=True) as folder:
            heard = Path(folder) / "progress.json"
            work = start_command(name, asked, heard)
            try:
                last = ""
                while not work.done():
                    await asyncio.sleep(POLL_S)
                    text = heard.read_text() if heard.exists() else ""
                    if text != last:
                        last = text
                        yield Progress(**json.loads(text))
                yield result_of(work)
            finally:
                work.cancel()


def start_command(name: str, asked: BaseModel, heard: Path) -> "Future[Any]":
    """Work that was begun in a process of its own; in a thread where there may be none."""
    work = (name, asked.model_dump_json(), language(), str(heard))
    if settings.WORK_BESIDE:
        process: Future[Any] = pool(with_progress=True).schedule(
            run_command_json, args=work, timeout=PROGRESS_TIMEOUT_S
        )
        return process
    return ThreadPoolExecutor(1).submit(run_command_json, *work)


def result_of(work: "Future[Any]") -> str:
    """The answer of work that was done beside the server.

    Raises:
        CraftError: the core refuses
        Busy: it took too long, or its process was ended from outside
    """
    try:
        refused, answer = work.result()
    except ProcessTimeout as error:
        raise Busy(sentence("This takes too long. Ask for less at once.")) from error
    except ProcessExpired as error:
        raise Busy(sentence("It stopped before it was done. Try again.")) from error
    if refused:
        raise CraftError(*refused)
    return str(answer)


@cache
def fork_server() -> ForkServerContext:
    """Where processes come from: one that has imported the core and does nothing else.

    Work that was ended leaves no gap: the next begins at once, not after seconds of importing.
    """
    server = get_context("forkserver")
    server.set_forkserver_preload([__name__])
    return server


POOLS: dict[bool, ProcessPool] = {}
POOL_LOCK = threading.Lock()


def pool(*, with_progress: bool = False) -> ProcessPool:
    """A process beside this one; it begins when it is first needed, and again where it broke.

    Args:
        with_progress: the pool for commands that report their progress
    """
    with POOL_LOCK:
        known = POOLS.get(with_progress)
        if known is None or not known.active:
            known = ProcessPool(MAX_RUNNING, initializer=lower_priority, context=fork_server())
            POOLS[with_progress] = known
        return known


def lower_priority() -> None:
    """Let the server go first, and end when told to, even in the midst of a search.

    Where Python answers the signal it first waits for the search to come back.
    """
    os.nice(NICENESS)
    signal.signal(signal.SIGTERM, signal.SIG_DFL)


def run_command_json(
    name: str, text: str, wanted: str, progress: str | None = None
) -> tuple[tuple[str, str] | None, str]:
    """Run a command on a request as JSON: what was refused and why, or the answer.

    Args:
        name: of the command
        text: the request
        wanted: language of the answer
        progress: file into which is written how far it is
    """
    command = COMMANDS[name]

    def write(heard: Progress) -> None:
        if progress is not None:
            # Put in place whole: whoever reads it meanwhile reads the one before. The folder is
            # gone where nobody listens any more.
            part = Path(f"{progress}.part")
            with suppress(FileNotFoundError):
                part.write_text(json.dumps(asdict(heard)))
                part.replace(progress)

    try:
        with speak(wanted), heard_by(write) if progress else nullcontext():
            return None, command.answer_json(read(command.request, text))
    except CraftError as error:
        return (error.field, said_in(error.message, wanted)), ""
