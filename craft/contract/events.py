"""Entries of the log of a visit: what happened, when, where and by whom."""

from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import AwareDatetime, Field

from craft.contract.base import Frozen
from craft.contract.hair import LengthCm, quantity
from craft.contract.plan import Words
from craft.ranges import SCORE_MAX, SCORE_MIN
from craft.vocabulary import (
    Comfort,
    Dryness,
    EventKind,
    Fault,
    KitKind,
    KitPlace,
    NoteAbout,
    Residue,
    Role,
    SectionWork,
    Side,
    Touch,
    Trait,
    Zone,
)

StepKey = Annotated[str, Field(min_length=1, max_length=40)]
Minutes = Annotated[float, quantity(0, 600, "min")]
DoseGrams = Annotated[float, quantity(0, 2000, "g")]
Units = Annotated[float, quantity(0.25, 500, "units")]
Layer = Annotated[int, Field(ge=1, le=9)]
SectionNumber = Annotated[int, Field(ge=1, le=120)]
Day = Annotated[int, Field(ge=0, le=365)]


class Event(Frozen):
    """One entry of the log. Never changed; a correction is an entry of its own."""

    id: UUID
    """Made where it was noted: sent twice, it counts once."""
    at: AwareDatetime
    """When it happened."""
    device: Annotated[str, Field(max_length=60)] = ""
    """Where it was noted."""
    seq: Annotated[int, Field(ge=0, le=2**53)] = 0
    """Its place among the entries of that device."""
    by: Annotated[str, Field(max_length=150)] = ""
    """Whose hands."""


class BegunData(Frozen):
    """The client sat down."""


class StepData(Frozen):
    step: StepKey


class StepDoneData(StepData):
    minutes: Minutes | None = None
    """Hands-on, as typed; else from start to end."""


class StepSkippedData(StepData):
    reason: Words = ""


class SectionData(Frozen):
    section: SectionNumber


class SectionDoneData(SectionData):
    what: SectionWork


class DoseData(StepData):
    role: Role
    layer: Layer = 1
    """Which layer of that role in that step, where it is laid in more than once."""
    grams: DoseGrams
    units: Units | None = None
    """Units of the hand, if they were counted."""
    product: Annotated[str, Field(min_length=1, max_length=60)] | None = None
    """The bottle; else the plan's."""
    side: Side | None = None
    section: SectionNumber | None = None
    sections: Annotated[list[SectionNumber], Field(max_length=120)] = Field(default_factory=list)
    """Sections that share it, where one alone cannot be counted out."""

    @property
    def places(self) -> frozenset[int]:
        """Every section it is for; none: for a side or the whole head."""
        return frozenset(self.sections) | ({self.section} if self.section is not None else set())


class TimerSetData(Frozen):
    timer: Annotated[str, Field(min_length=1, max_length=60)]
    title: Words = ""
    step: StepKey | None = None
    least_min: Annotated[float, quantity(0, 1440, "min")] = 0
    most_min: Annotated[float, quantity(0, 1440, "min")] | None = None


class TimerStoppedData(Frozen):
    timer: Annotated[str, Field(min_length=1, max_length=60)]


class HandoverData(Frozen):
    to: Annotated[str, Field(min_length=1, max_length=150)]


class SwapData(Frozen):
    role: Role
    product: Annotated[str, Field(min_length=1, max_length=60)]
    because: Words = ""


class ScoreData(Frozen):
    trait: Trait
    zone: Zone | None = None
    """Where it differs from the rest; null: of the whole head."""
    value: Annotated[int, Field(ge=SCORE_MIN, le=SCORE_MAX)]
    day: Day = 0
    """Days after the service."""
    settled: bool = False
    """Judged again, after it has settled; else as it was opened."""


class LengthData(Frozen):
    length_cm: LengthCm
    zone: Zone | None = None
    day: Day = 0


class DrynessData(Frozen):
    dryness: Dryness
    confirmed: bool = False
    """Gauffer asked whether this is right, and the specialist confirmed it."""


class ResidueData(Frozen):
    residue: Residue


class NoteData(Frozen):
    about: NoteAbout = NoteAbout.VISIT
    text: Annotated[str, Field(min_length=1, max_length=2000)]


class KitOutData(Frozen):
    item: Annotated[str, Field(min_length=1, max_length=60)]
    kind: KitKind
    diameter_mm: Annotated[float, quantity(3, 80, "mm")] | None = None
    count: Annotated[int, Field(ge=1, le=2000)]
    back_min: Annotated[float, quantity(0, 40320, "min")]
    """Minutes until they are expected back."""


class KitInData(Frozen):
    of: UUID
    """The entry that took them out."""
    to: KitPlace
    contact_min: Annotated[float, quantity(0.5, 120, "min")] | None = None
    """In the disinfectant, as its label says."""


class ReleasedData(Frozen):
    """The set was opened."""

    damp_because: Words = ""
    """Why it was opened although it was not dry."""
    at_home: bool = False
    """The client opened it at home and reported it."""


class TouchData(Frozen):
    """How a place of the set feels."""

    place: Touch
    dryness: Dryness


class LeftoverData(StepData):
    """What stayed in the bowl and went back or away."""

    role: Role
    layer: Layer = 1
    grams: DoseGrams


class ComfortData(Frozen):
    """How it feels to the one who wears it."""

    comfort: Comfort
    zone: Zone | None = None


class FaultData(Frozen):
    """What failed in some sections, as it is seen when the style is opened."""

    fault: Fault
    sections: Annotated[list[SectionNumber], Field(min_length=1, max_length=120)]
    gone: bool = False
    """It is not there after all."""


class ClosedData(Frozen):
    """What nobody noted went as planned."""


class CorrectionData(Frozen):
    of: UUID
    """The entry that was wrong."""
    data: dict[str, Any] | None = None
    """What it should have said; null takes it back."""


class Begun(Event):
    kind: Literal["begun"]
    data: BegunData = Field(default_factory=BegunData)


class StepStarted(Event):
    kind: Literal["step_started"]
    data: StepData


class StepDone(Event):
    kind: Literal["step_done"]
    data: StepDoneData


class StepSkipped(Event):
    kind: Literal["step_skipped"]
    data: StepSkippedData


class SectionDone(Event):
    kind: Literal["section_done"]
    data: SectionDoneData


class SectionReleased(Event):
    kind: Literal["section_released"]
    data: SectionData


class Released(Event):
    kind: Literal["released"]
    data: ReleasedData = Field(default_factory=ReleasedData)


class DoseTaken(Event):
    kind: Literal["dose"]
    data: DoseData


class TimerSet(Event):
    kind: Literal["timer_set"]
    data: TimerSetData


class TimerStopped(Event):
    kind: Literal["timer_stopped"]
    data: TimerStoppedData


class Handover(Event):
    kind: Literal["handover"]
    data: HandoverData


class Swap(Event):
    kind: Literal["swap"]
    data: SwapData


class Score(Event):
    kind: Literal["score"]
    data: ScoreData


class Length(Event):
    kind: Literal["length"]
    data: LengthData


class DrynessFelt(Event):
    kind: Literal["dryness"]
    data: DrynessData


class ResidueLeft(Event):
    kind: Literal["residue"]
    data: ResidueData


class Note(Event):
    kind: Literal["note"]
    data: NoteData


class KitOut(Event):
    kind: Literal["kit_out"]
    data: KitOutData


class KitIn(Event):
    kind: Literal["kit_in"]
    data: KitInData


class Touched(Event):
    kind: Literal["touch"]
    data: TouchData


class Leftover(Event):
    kind: Literal["leftover"]
    data: LeftoverData


class ComfortFelt(Event):
    kind: Literal["comfort"]
    data: ComfortData


class FaultSeen(Event):
    kind: Literal["fault"]
    data: FaultData


class Closed(Event):
    kind: Literal["closed"]
    data: ClosedData = Field(default_factory=ClosedData)


class Correction(Event):
    kind: Literal["correction"]
    data: CorrectionData


AnyEvent = Annotated[
    Begun
    | StepStarted
    | StepDone
    | StepSkipped
    | SectionDone
    | SectionReleased
    | Released
    | DoseTaken
    | TimerSet
    | TimerStopped
    | Handover
    | Swap
    | Score
    | Length
    | DrynessFelt
    | ResidueLeft
    | Note
    | KitOut
    | KitIn
    | Touched
    | Leftover
    | ComfortFelt
    | FaultSeen
    | Closed
    | Correction,
    Field(discriminator="kind"),
]


#: What each kind of entry tells.
DATA: dict[EventKind, type[Frozen]] = {
    EventKind.BEGUN: BegunData,
    EventKind.STEP_STARTED: StepData,
    EventKind.STEP_DONE: StepDoneData,
    EventKind.STEP_SKIPPED: StepSkippedData,
    EventKind.SECTION_DONE: SectionDoneData,
    EventKind.SECTION_RELEASED: SectionData,
    EventKind.RELEASED: ReleasedData,
    EventKind.DOSE: DoseData,
    EventKind.TIMER_SET: TimerSetData,
    EventKind.TIMER_STOPPED: TimerStoppedData,
    EventKind.HANDOVER: HandoverData,
    EventKind.SWAP: SwapData,
    EventKind.SCORE: ScoreData,
    EventKind.LENGTH: LengthData,
    EventKind.DRYNESS: DrynessData,
    EventKind.RESIDUE: ResidueData,
    EventKind.NOTE: NoteData,
    EventKind.KIT_OUT: KitOutData,
    EventKind.KIT_IN: KitInData,
    EventKind.TOUCH: TouchData,
    EventKind.LEFTOVER: LeftoverData,
    EventKind.COMFORT: ComfortData,
    EventKind.FAULT: FaultData,
    EventKind.CLOSED: ClosedData,
    EventKind.CORRECTION: CorrectionData,
}


class EventList(Frozen):
    """Entries as a device sends them."""

    events: Annotated[list[AnyEvent], Field(min_length=1, max_length=500)]
