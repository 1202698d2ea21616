"""Request and answer of `visit`: the log of what happened, and what follows from it."""

from typing import Annotated
from uuid import UUID

from pydantic import AwareDatetime, Field

from craft.contract.base import Frozen
from craft.contract.events import AnyEvent
from craft.contract.plan import PlanAnswer
from craft.contract.sentence import Sentence
from craft.vocabulary import (
    Comfort,
    Dryness,
    Fault,
    KitKind,
    Residue,
    Role,
    StepStatus,
    Touch,
    Trait,
    VisitFlag,
    VisitState,
    Zone,
)


class VisitRequest(Frozen):
    """What follows from a log: entries in any order, doubled or late."""

    plan: PlanAnswer
    events: Annotated[list[AnyEvent], Field(max_length=5000)] = Field(default_factory=list)


class HandsRun(Frozen):
    """Whose hands worked sections of a cycle."""

    by: str
    minutes: float
    sections: list[int]
    each: dict[int, float] = Field(default_factory=dict)
    """Minutes of each ticked section, in the order of the ticks."""


class StepRun(Frozen):
    """A step as it was worked."""

    key: str
    sitting: int
    status: StepStatus
    minutes: float | None
    """Hands-on; null where nobody noted them."""
    started_at: AwareDatetime | None
    running_since: AwareDatetime | None = None
    """When it was started last; null unless it is running."""
    ended_at: AwareDatetime | None
    by: str
    reason: str
    """Why it was skipped."""
    hands: list[HandsRun] = Field(default_factory=list)
    """Of a cycle: whose hands worked what; nothing where sections were not ticked."""


class BottleDose(Frozen):
    """What of a dose came from one bottle."""

    id: str | None
    """The bottle; null where it is not on the shelf."""
    grams: float
    noted_g: float
    """Of it, what was noted; the rest went as planned."""
    units: float | None


class DoseRun(Frozen):
    """What was taken of a product in a step; the same role may come more than once."""

    step: str
    role: Role
    layer: int
    id: str | None
    """The bottle it was taken from last."""
    grams: float
    units: float | None
    planned_g: float
    noted: bool
    """Else it went as planned, so far as its sections were ticked or the visit is closed."""
    stays_in: bool
    bottles: list[BottleDose] = Field(default_factory=list)
    """By bottle, where one ran out in the middle."""
    left_g: float
    right_g: float
    front_g: float = 0.0
    back_g: float = 0.0
    noted_share: float = 1.0
    """How much of the hair it was noted for, 0 to 1."""
    rest_g: float = 0.0
    """In the grams, as planned for the hair nobody noted."""
    by_section: dict[int, float] = Field(default_factory=dict)
    """Grams by section, recorded for it or ticked as planned."""
    noted_sections: list[int] = Field(default_factory=list)
    """The sections whose grams were recorded."""
    leftover_g: float = 0.0
    """Of what was taken, so much went back into the bottle or away."""


class SectionRun(Frozen):
    """A section as it was worked."""

    number: int
    laid_in: bool
    shaped: bool
    dried: bool
    released: bool


class TimerRun(Frozen):
    """A timer that was set."""

    timer: str
    title: Sentence
    step: str | None
    set_at: AwareDatetime
    least_at: AwareDatetime
    most_at: AwareDatetime | None
    stopped_at: AwareDatetime | None


class SittingRun(Frozen):
    """The client in the chair, once."""

    number: int
    began_at: AwareDatetime
    ended_at: AwareDatetime
    hands: list[str]
    """Who worked."""


class ReleaseRun(Frozen):
    """When and by whom a set was opened."""

    at: AwareDatetime
    by: str
    after_h: float
    """From the end of shaping."""
    damp_because: str = ""
    at_home: bool = False


class KitRun(Frozen):
    """Pieces that were taken out of the drawer."""

    event: UUID
    item: str
    kind: KitKind
    diameter_mm: float | None
    count: int
    taken_at: AwareDatetime
    expected_back: AwareDatetime
    by: str
    cleaning_since: AwareDatetime | None
    contact_min: float | None
    returned_at: AwareDatetime | None


class FaultRun(Frozen):
    """What failed, and in which sections."""

    fault: Fault
    sections: list[int]


class Cause(Frozen):
    """Why something probably failed."""

    sections: list[int]
    text: Sentence
    trigger: Sentence
    """What of the log says so."""
    source: Sentence
    remedy: Sentence
    """What to do about it next time."""
    seen: bool
    """Whether the log shows it; else it is what the trade looks for first."""


class FaultFinding(Frozen):
    """What failed and where, with its likely causes."""

    fault: Fault
    title: Sentence
    sections: list[int]
    zones: list[Zone]
    place: Sentence
    causes: list[Cause]
    """The likeliest first."""


class VisitAnswer(Frozen):
    """A visit, folded from its log."""

    state: VisitState
    started_at: AwareDatetime | None
    sittings: list[SittingRun]
    release: ReleaseRun | None
    steps: list[StepRun]
    doses: list[DoseRun]
    sections: list[SectionRun]
    timers: list[TimerRun]
    kit: list[KitRun]
    scores: dict[Trait, int]
    """As last judged when it was opened."""
    settled: dict[Trait, int] = Field(default_factory=dict)
    """As last judged after it had settled."""
    zone_scores: dict[Trait, dict[Zone, int]] = Field(default_factory=dict)
    """Where a zone was judged apart."""
    length_cm: float | None
    zone_lengths: dict[Zone, float] = Field(default_factory=dict)
    touches: dict[Touch, Dryness] = Field(default_factory=dict)
    comfort: Comfort | None = None
    faults: list[FaultRun] = Field(default_factory=list)
    """What failed, by place."""
    said: list[str] = Field(default_factory=list)
    """What the client said."""
    next_time: list[str] = Field(default_factory=list)
    dryness: Dryness | None
    dryness_confirmed: bool = False
    """Whether the specialist confirmed a doubtful dryness."""
    residue: Residue | None
    notes: list[Sentence]
    open: list[Sentence]
    """What is still to be done or asked, in words."""
    flags: list[VisitFlag]
    closed: bool = False
    """Whether it was closed. A visit whose steps are all done stays open for its results."""
