"""The log of a visit: entries in order, corrected.

The log is the record: entries are only ever added, a correction is an entry of its own. They may
come late, twice and in any order; what follows from them is always the same.
"""

from collections import deque
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import TypeVar
from uuid import UUID

from craft.contract.base import parse
from craft.contract.events import (
    DATA,
    Begun,
    Correction,
    DoseTaken,
    Event,
    KitIn,
    KitOut,
    Released,
    SectionDone,
    SectionReleased,
    StepDone,
    StepSkipped,
    StepStarted,
)
from craft.contract.plan import PlanAnswer, Step
from craft.errors import CraftError
from craft.messages import say
from craft.vocabulary import EventKind, SectionTick

RELEASE = "release"
#: What is ticked in which step, section by section.
TICKS = {
    "lay_in": SectionTick.LAID_IN,
    "shape": SectionTick.SHAPED,
    "work": SectionTick.SHAPED,
    "dry": SectionTick.DRIED,
    RELEASE: SectionTick.RELEASED,
}

Kind = TypeVar("Kind", bound=Event)
Value = TypeVar("Value")


def in_order(events: Iterable[Event]) -> list[Event]:
    """Every entry once, in the order in which they happened."""
    once = {event.id: event for event in events}
    return sorted(once.values(), key=lambda event: (event.at, event.device, event.seq, event.id))


def apply_corrections(events: Sequence[Event]) -> list[Event]:
    """Entries as they should have been, without those taken back and without corrections.

    The last correction of an entry counts; a correction may itself be taken back.

    Raises:
        CraftError: a correction says what that kind of entry cannot say
    """
    by_id = {event.id: event for event in events}
    last: dict[UUID, Correction] = {}
    for event in reversed(events):
        if isinstance(event, Correction):
            own = last.get(event.id)
            taken_back = own is not None and own.data.data is None
            if not taken_back:
                last.setdefault(event.data.of, event)
    entries = []
    for event in events:
        correction = last.get(event.id)
        if isinstance(event, Correction) or (correction and correction.data.data is None):
            continue
        entries.append(apply_correction(event, correction) if correction else event)
    for target, correction in last.items():
        if target not in by_id:
            raise CraftError(
                f"events.{correction.id}.data.of",
                say("There is no entry {target} to correct.", target=str(target)),
            )
    return entries


def kind_of(event: Event) -> EventKind:
    """What an entry tells."""
    return EventKind(event.model_dump(include={"kind"})["kind"])


def apply_correction(event: Event, correction: Correction) -> Event:
    """An entry with what a correction says it should have said."""
    try:
        data = parse(DATA[kind_of(event)], correction.data.data or {})
    except CraftError as error:
        raise CraftError(
            f"events.{correction.id}.data.data.{error.field}", error.message
        ) from error
    return event.model_copy(update={"data": data})


@dataclass(frozen=True)
class Log:
    """A log in order, with the plan it was worked by.

    Args:
        plan: the answer that was worked
        entries: corrected, in order
    """

    plan: PlanAnswer
    entries: Sequence[Event]

    def of(self, kind: type[Kind]) -> Iterator[Kind]:
        """Entries of a kind, in order."""
        return (entry for entry in self.entries if isinstance(entry, kind))

    @property
    def steps(self) -> Mapping[str, Step]:
        """Steps of the plan by their key."""
        return {step.key: step for step in self.plan.steps}


def last(values: Iterable[Value]) -> Value | None:
    """The last of several values, if there are any."""
    return next(iter(deque(values, maxlen=1)), None)


#: Entries of hands on the head.
WORK = (
    StepStarted,
    StepDone,
    StepSkipped,
    SectionDone,
    SectionReleased,
    Released,
    DoseTaken,
)


def begin_of(log: Log) -> datetime | None:
    """When the client sat down; else when work on the head began, or the first entry was."""
    begun = [entry.at for entry in log.of(Begun)]
    work = [entry.at for entry in log.entries if isinstance(entry, WORK)]
    every = [entry.at for entry in log.entries if not isinstance(entry, KitOut | KitIn)]
    return min(begun or work or every, default=None)


def minutes_between(start: datetime, end: datetime) -> float:
    """Minutes from one time to another."""
    return (end - start).total_seconds() / 60
