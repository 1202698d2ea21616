"""Long work tells how far it is, to whoever listens; where nobody does, nothing happens."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass


@dataclass(frozen=True)
class Progress:
    """How far a search is.

    Args:
        finish_min: the earliest finish so far [min]
        bound_min: no timetable finishes earlier [min]
        seconds: since it began [s]
    """

    finish_min: int
    bound_min: int
    seconds: float


Listener = Callable[[Progress], None]
_listener: ContextVar[Listener | None] = ContextVar("listener", default=None)


def listener() -> Listener | None:
    """Who listens. Asked for before work goes to threads of its own, where nobody is heard."""
    return _listener.get()


@contextmanager
def heard_by(who: Listener) -> Iterator[None]:
    """Progress goes to a listener."""
    token = _listener.set(who)
    try:
        yield
    finally:
        _listener.reset(token)
