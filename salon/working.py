"""Long work of the core is done beside the server: few at a time, not for ever, in a line.

Trying out routines keeps a processor busy for a third of a second. Twenty people who ask at once
must not stall the one who opens a head, so it happens in a process of its own.
"""

import os
import threading
from collections.abc import Iterator
from concurrent.futures import TimeoutError as TooLong
from contextlib import contextmanager
from functools import cache
from multiprocessing import get_context

from django.conf import settings
from pebble import ProcessExpired, ProcessPool
from pydantic import BaseModel
from rest_framework import status
from rest_framework.exceptions import APIException

from craft.commands import COMMANDS
from craft.contract import read
from craft.errors import CraftError

#: Commands that try out many routines.
LONG = frozenset({"propose", "day"})
#: So much of it runs at once in a process of the server, and so many wait for it.
INSIDE, WAITING = 1, 16
#: Nothing of it takes longer [s], and nobody waits longer for their turn.
LONGEST_S, PATIENCE_S = 20.0, 30.0
#: What waits for the processor longest: the server itself goes first.
NICE = 10


class Busy(APIException):
    """More is asked for at once than can be done."""

    status_code = status.HTTP_503_SERVICE_UNAVAILABLE
    default_detail = "Many are asking for this just now. Try again in a few seconds."


class Gate:
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


GATE = Gate(INSIDE, WAITING, PATIENCE_S)


def worked(name: str, asked: BaseModel) -> str:
    """The answer of a command as JSON, in its turn where the work is long.

    Args:
        name: of the command
        asked: request of its type
    Raises:
        CraftError: the core refuses
        Busy: too many ask at once, or the work takes too long
    """
    command = COMMANDS[name]
    if name not in LONG:
        return command.answer_json(asked)
    with GATE.passed():
        return beside(name, asked) if settings.WORK_BESIDE else command.answer_json(asked)


def beside(name: str, asked: BaseModel) -> str:
    """The same in a process of its own, which is ended where it takes too long."""
    work = pool().schedule(work_out, args=(name, asked.model_dump_json()), timeout=LONGEST_S)
    try:
        refused, answer = work.result()
    except (TooLong, ProcessExpired) as error:
        raise Busy(
            f"This takes longer than {LONGEST_S:.0f} s. Wish for less at once, then try again."
        ) from error
    if refused:
        raise CraftError(*refused)
    return str(answer)


@cache
def pool() -> ProcessPool:
    """The process beside this one; it begins when it is first needed."""
    return ProcessPool(INSIDE, initializer=give_way, context=get_context("spawn"))


def give_way() -> None:
    """Let the server go first."""
    os.nice(NICE)


def work_out(name: str, text: str) -> tuple[tuple[str, str] | None, str]:
    """Run a command on a request as JSON: what was refused and why, or the answer."""
    command = COMMANDS[name]
    try:
        return None, command.answer_json(read(command.request, text))
    except CraftError as error:
        return (error.field, error.message), ""
