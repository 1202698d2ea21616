"""Request and answer of `chair`: a visit under way, step by step, and what to see to now."""

from typing import Annotated

from pydantic import AwareDatetime, Field

from craft.contract.base import Frozen
from craft.contract.events import AnyEvent
from craft.contract.plan import PlanAnswer, PlanRequest, Reason
from craft.contract.sentence import Sentence
from craft.contract.visit import FaultFinding, VisitAnswer
from craft.vocabulary import Fits, LayOut, Role, SectionTick, Side, SwapAbout, Touch


class ChairRequest(Frozen):
    """A visit at a moment."""

    plan: PlanAnswer
    asked: PlanRequest | None = None
    """What the plan was made for; without it nothing is forecast at the release."""
    events: Annotated[list[AnyEvent], Field(max_length=5000)] = Field(default_factory=list)
    now: AwareDatetime
    stock: dict[str, float] = Field(default_factory=dict)
    """What bottles hold now [g], by id; else as when it was planned."""


class PartDose(Frozen):
    """What is taken at once: for a section, for several that share it, or for half of the head."""

    section: int | None = None
    """Its only section; null where several share it."""
    sections: list[int]
    """In a row; empty for half of the head."""
    side: Side | None = None
    grams: float
    units: float | None
    """In the unit of the hand; null where the bottle is not calibrated."""
    step: float
    """The least by which a hand changes it, and the least it takes: in its unit, else grams."""


class Target(Frozen):
    """A product of a step, and how it is shared out."""

    role: Role
    layer: int
    name: Sentence
    bottle: str | None
    grams: float
    low_g: float
    high_g: float
    """Nine in ten hands dose it between these."""
    units: float | None
    unit: str | None
    unit_g: float | None
    stays_in: bool
    parts: list[PartDose]
    """In the order of the work."""


class Dwell(Frozen):
    """How long something sits: too short does little, too long harms."""

    title: Sentence
    least_min: float
    most_min: float
    too_long: Sentence
    """What comes of sitting too long, in words; empty where nothing does."""


class ChairStep(Frozen):
    """What a step asks for at the chair."""

    key: str
    ticks: SectionTick | None
    """What is ticked section by section; null where the step is worked as a whole."""
    every_tick: bool
    """Whether it is done only once every section is ticked; else unticked ones are asked about."""
    stops: list[Sentence]
    """Timers of earlier steps that end when this one starts, by their step."""
    then: str | None
    """The step that starts as soon as this one is done, if it is still planned."""
    targets: list[Target]
    dwell: Dwell | None
    kit: bool
    """Whether pieces go onto the head or come off it."""
    spot_s: float | None
    """A spot under the diffuser [s]."""
    ask_after_min: float
    """From start to end, more minutes than this were not all worked: ask."""
    posture: Sentence
    """What to see to for the client or one's own arms, in words; empty where nothing is."""
    reason: Sentence
    """The one that matters most, in words."""


class UnevenDose(Frozen):
    """Two sides that should be alike and are not."""

    step: str
    role: Role
    layer: int
    more: Side
    less: Side
    percent: int
    """How much more it has per gram of hair than the other side [%]."""
    add_g: float
    """What the other side lacks."""
    mendable: bool
    """Whether its step is still under way, or what follows has not set it yet."""
    text: Sentence
    source: Sentence


class DueTimer(Frozen):
    """A timer as it stands."""

    timer: str
    title: Sentence
    step: str | None
    least_at: AwareDatetime
    most_at: AwareDatetime | None
    state: str
    """running, due (at least long enough) or over (too long)."""
    loud: bool
    """Whether hands are wanted now."""


class GateOption(Frozen):
    """What to do with a set that is not dry, and what comes of it."""

    key: str
    """hood, later, roots or open."""
    title: Sentence
    effect: Sentence
    minutes: float | None = None
    odds_dry: float | None = None


class Gate(Frozen):
    """Whether a set may be opened."""

    since_h: float
    """Since the end of shaping."""
    gone: float | None
    """Share of the water gone by the forecast."""
    odds_dry: float | None
    reasons: list[Reason]
    """What the forecast rests on."""
    missing: list[Touch]
    """Places that were not felt yet."""
    damp: list[Touch]
    doubt: Sentence = ""
    """A question if the hair was felt dry much sooner than forecast; empty if there is no doubt."""
    ready: bool
    options: list[GateOption]


class Rest(Frozen):
    """Fine work since the last break."""

    fine_min: float
    due: bool
    text: Sentence


class Mishap(Frozen):
    """What went differently than it should, while it can still be mended."""

    key: str
    """Of the caution."""
    text: Sentence
    trigger: Sentence
    """The entries that say so."""
    source: Sentence


class Film(Frozen):
    """What stays on the hair, by outer area."""

    so_far: float
    """Noted until now [g/m²]."""
    at_end: float
    """With what is still to come as planned [g/m²]."""
    solids: float | None = None
    """What stays of that once it is dry [g/m²]."""
    text: Sentence
    source: Sentence


class SwapLine(Frozen):
    """One thing a swap was held against."""

    about: SwapAbout
    text: Sentence
    fits: Fits


class SwapCheck(Frozen):
    """Another bottle for what is still to come of a role."""

    fits: Fits
    """The gravest of the lines."""
    needed_g: float
    lines: list[SwapLine]


class LastTime(Frozen):
    """What went wrong at a visit, for the next one."""

    faults: list[FaultFinding]
    uneven: list[Sentence]
    """Products that one side got more of, in words."""


class LayOutItem(Frozen):
    """Something to put ready before the service begins."""

    key: str
    what: LayOut
    text: Sentence
    """The bottle, or how many pieces of what."""
    grams: float | None = None
    units: float | None = None
    """In the unit of the hand; null where the bottle is not calibrated."""
    unit: str | None = None
    short: Sentence = ""
    """What is missing, in words; empty where there is enough."""
    instead: Sentence = ""
    """The nearest thing that works, where something is missing."""


class ChairAnswer(Frozen):
    """A visit at a moment."""

    visit: VisitAnswer
    step: str | None
    """The one that is under way, else the next; null once all are over."""
    steps: list[ChairStep]
    timers: list[DueTimer]
    uneven: list[UnevenDose]
    unticked: list[int]
    """Sections that this step has not reached."""
    mishaps: list[Mishap]
    film: Film | None
    """Null where nothing stays in."""
    gate: Gate | None
    """Null where nothing is opened."""
    rest: Rest | None
    faults: list[FaultFinding] = Field(default_factory=list)
    """What failed, by place, with its likely causes."""
    opens: Sentence | None = None
    """When the client opens the set at home, in words; null where it is opened here."""
    lay_out: list[LayOutItem] = Field(default_factory=list)
    """What to put ready; empty once the service has begun."""
