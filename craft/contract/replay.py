"""Request and answer of `replay`: a visit again, entry by entry."""

from typing import Annotated

from pydantic import AwareDatetime, Field

from craft.contract.base import Frozen
from craft.contract.chair import ChairAnswer
from craft.contract.sentence import Sentence
from craft.contract.visit import VisitRequest
from craft.vocabulary import EventKind

#: As many entries as a log may have.
ENTRIES_MOST = 5000


class ReplayRequest(VisitRequest):
    """The log of a visit, and how far into it."""

    moment: Annotated[int, Field(ge=0, le=ENTRIES_MOST)] | None = None
    """After so many entries; null: after the last."""


class ReplayMoment(Frozen):
    """An entry of the log, in words."""

    number: int
    """1 for the first."""
    kind: EventKind
    at: AwareDatetime
    after_min: float
    """Since the first entry."""
    by: str
    step: str | None
    """Of which step it speaks; null where of none."""
    section: int | None
    """Of which section."""
    text: Sentence
    taken_back: bool
    """Whether a later entry took it back."""


class ReplayAnswer(Frozen):
    """A visit as it stood after an entry."""

    moments: list[ReplayMoment]
    moment: int
    chair: ChairAnswer
    """What was known then, nothing of what came later."""
