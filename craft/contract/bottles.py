"""Request and answer of `bottles`."""

from typing import Annotated

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.hair import Hair
from craft.contract.plan import Outdoors, Person, Room, ShelfItem
from craft.contract.sentence import Sentence
from craft.vocabulary import Fits, Role, Severity, Style


class BottlesRequest(Frozen):
    """Which bottles may be used on a head today."""

    hair: Hair
    person: Person = Field(default_factory=Person)
    room: Room = Field(default_factory=Room)
    outdoors: Outdoors | None = None
    """The air the client goes out into; else as in the room."""
    shelf: Annotated[list[ShelfItem], Field(max_length=2000)]
    style: Style | None = None
    """What stays in depends on it; else as usual for the role."""


class ClashOut(Frozen):
    """Something against a bottle on this head."""

    key: str
    fits: Fits
    severity: Severity
    text: Sentence
    trigger: Sentence
    source: Sentence


class BottleOut(Frozen):
    """One bottle on this head."""

    id: str
    role: Role
    fits: Fits
    best: bool
    """The one that would be taken for its role."""
    grams: float
    """A usual dose on this head."""
    units: float | None
    unit: str | None
    enough_for: int | None
    """How many such doses are left."""
    clashes: list[ClashOut]
    """The gravest first."""


class BottlesAnswer(Frozen):
    """The shelf, seen from one head."""

    bottles: list[BottleOut]
    dew_point_c: float
    assumed: list[Sentence]
    """What was not measured and had to be assumed."""
