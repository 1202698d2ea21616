"""What `plan` answers."""

from datetime import date

from pydantic import AwareDatetime, Field

from craft.contract.base import Frozen, Patch
from craft.contract.partings import LineOut, SectionOut
from craft.contract.plan.request import LAYERS_MOST, Bands, Layer
from craft.contract.sentence import Sentence
from craft.vocabulary import (
    ActKey,
    Detail,
    Family,
    LayerOn,
    LayerWay,
    Manner,
    Role,
    SchoolBy,
    Severity,
    Station,
    Zone,
)


class Reason(Frozen):
    """Why."""

    rule: str
    because: Sentence
    trigger: Sentence
    """The input that fired the rule, with its value."""
    source: Sentence


class StepProduct(Frozen):
    """A dose."""

    role: Role
    id: str | None
    """The bottle, null if the shelf has none for this role."""
    name: Sentence
    grams: float
    grams_low: float | None = None
    grams_high: float | None = None
    """Nine in ten hands dose it between these; null where a hand decided."""
    usual_g: float | None = None
    """What it would be if no hand had decided."""
    layer: int | None = None
    """Its place in `layers`, for what stays in."""
    on: LayerOn = LayerOn.ALL
    zone: Zone | None = None
    strength: float = 1.0
    way: LayerWay | None = None
    units: float | None
    """In the bottle's own unit, rounded to what a hand can do."""
    unit: str | None
    stock_g: float | None
    """What is left before this service."""
    by_hand_g: float | None = None
    """What these units weigh."""
    unit_g: float | None = None
    """What one unit weighs."""
    cost: float | None = None
    """In the money of the salon; null where the bottle has no price."""
    stays_in: bool
    """Left on the hair, not rinsed out."""
    solids: float | None = None
    """Share of it that stays once it is dry; null in plans of earlier rules."""
    reasons: list[Reason]


class Act(Frozen):
    """What is done to each section in a cycle."""

    key: ActKey
    family: Family
    title: Sentence
    how: Sentence = ""
    min_each: float
    """Hands-on, in a section on average."""
    role: Role | None = None
    """Of what is laid in."""
    layer: int | None = None
    """Its place in `layers`."""
    reasons: list[Reason] = Field(default_factory=list)


class Turn(Frozen):
    """A section in a cycle."""

    section: int
    waited_min: float
    """Since its hair was wetted through."""
    minutes: float
    """Hands-on."""
    water: float
    """In its hair at its turn, before it is wetted again [g/g]."""
    wetted_g: float
    """Water it gets at its turn [g]; 0 where it is wet enough."""
    sprays: int
    """Pulls of a spray bottle, about; 0 where it is drenched or not wetted."""
    left: float
    """Water in its hair when the last section is finished [g/g]."""


class Cycle(Frozen):
    """Work that is done to one section after another, each finished before the next."""

    acts: list[Act]
    """In order, the same in each section."""
    turns: list[Turn]
    """In working order."""
    workable: float
    """With less water products no longer spread [g/g]; 0 where the hair stays dry."""


class Step(Frozen):
    """One fold of the strip."""

    key: str
    family: Family
    title: Sentence
    how: Sentence
    """What the hands do."""
    hands_on_min: float
    hands_on_low: float
    hands_on_high: float
    """Nine in ten times it takes between these."""
    wait_min: float
    wait_max_min: float
    """The wait may grow to this without harm."""
    wait_title: Sentence
    station: Station
    sitting: int
    """1 today, 2 when the client comes back for the release."""
    products: list[StepProduct]
    sections: int
    reasons: list[Reason]
    cautions: list[str]
    """Keys of the cautions that belong here."""
    edited: list[Sentence] = Field(default_factory=list)
    """What was changed by hand, in words."""
    covers: list[str] = Field(default_factory=list)
    """Keys of the steps it stands for, where it works through them section by section."""
    cycle: Cycle | None = None
    """How it goes round, where each section is finished before the next."""

    @property
    def keys(self) -> tuple[str, ...]:
        """Keys of what is done in it: its own, and those of the steps it stands for."""
        return (self.key, *self.covers)


class Totals(Frozen):
    """The strip in numbers."""

    hands_on_min: float
    hands_on_low: float
    hands_on_high: float
    wait_min: float
    client_min: float
    """In the salon, all sittings: hands-on and waiting."""
    first_sitting_min: float
    release_min: float | None = None
    """When the set is opened, from the beginning; null in plans of older rules."""
    leave_on_g_per_m2: float
    """Everything that stays in, per outer area of the hair."""
    thin_below_g_per_m2: float
    residue_above_g_per_m2: float
    """Above, it dries slowly."""
    solids_g_per_m2: float | None = None
    """What stays of it once it is dry; null in plans of earlier rules."""
    white_above_g_per_m2: float | None = None
    """Above, it leaves white bits."""
    product_g: dict[Role, float]
    hair_g: float
    """Dry mass of the hair."""
    surface_m2: float
    product_cost: float = 0
    """Of the bottles that have a price."""
    unpriced: list[Sentence] = Field(default_factory=list)
    """Bottles without a price."""
    reasons: list[Reason] = Field(default_factory=list)
    """How the sums come about."""


class Drying(Frozen):
    """Forecast of the slowest section."""

    h_to_90: float | None
    h_to_dry: float | None
    release_after_h: float
    at_release: float
    """Share of water gone at the planned release."""
    at_release_low: float
    at_release_high: float
    """One in ten heads is drier, one in ten wetter."""
    odds_dry: float
    """Probability of fully dry at release, by how often promises came true."""
    odds_forecast: float | None = None
    """As the forecast alone has it; null in plans of earlier rules."""
    safe: bool
    """Whether these odds are good enough to promise the release."""
    slowest_section: int
    roots_last: bool = False
    """Whether its roots dry later than its lengths: a row, a tie or a rod lies on them."""
    radius_mm: float
    curve: list[tuple[float, float]]
    low_curve: list[tuple[float, float]]
    high_curve: list[tuple[float, float]]
    reasons: list[Reason]


class RodNeed(Frozen):
    diameter_mm: float
    count: int
    short: int
    substitute_mm: float | None
    """The size that stands in for most of those missing."""


class SubstituteRods(Frozen):
    """Rods of another size, where they show least."""

    diameter_mm: float
    count: int
    sections: list[int]
    """Nape and under layer first, the same on both sides."""
    curl_mm: float
    """The curl they leave."""
    wanted_curl_mm: float
    length_cm: float
    """Where it hangs then."""
    wanted_length_cm: float


class DetailOption(Frozen):
    """One way of doing a detail."""

    manner: Manner
    title: Sentence
    because: Sentence
    """What it does, and what it costs."""


class DetailChoice(Frozen):
    """A detail of a step that can be done in several ways."""

    detail: Detail
    title: Sentence
    step: str
    """Key of the step it belongs to."""
    chosen: Manner
    usual: Manner
    """For this service, where nobody chose."""
    options: list[DetailOption]


class Ahead(Frozen):
    """What is done before the day of the service."""

    key: str
    title: Sentence
    how: Sentence
    hours_before: float
    """Before the service begins."""
    reasons: list[Reason]


class KitNeeded(Frozen):
    rods: list[RodNeed]
    substitute_sections: list[int]
    """Sections that get substitute rods: at the nape and below first, the same on both sides."""
    substitutes: list[SubstituteRods] = Field(default_factory=list)
    pins: int
    bands: int
    clips: int
    ties: int = 0
    """Soft ties."""
    reasons: list[Reason] = Field(default_factory=list)


class Finished(Frozen):
    """How it will look."""

    length_cm: float
    length_low: float
    length_high: float
    landmark: Sentence
    day1_definition: float
    wear_days: int
    reasons: list[Reason]


class Caution(Frozen):
    """A warning where the risk arises."""

    key: str
    severity: Severity
    text: Sentence
    trigger: Sentence
    source: Sentence
    fixes: list[str]
    """Keys of the fixes that answer it, cheapest first."""
    no_fix: Sentence = ""
    """Where no change of the plan answers it: what does."""
    bottle: str | None = None
    """The bottle it is about."""
    steps: list[str] = Field(default_factory=list)
    """Keys of the steps it stands at."""
    rank: int = 0
    """Its place among all cautions; the gravest has the smallest."""


class Fix(Frozen):
    """A change of the request that answers a caution."""

    key: str
    caution: str
    title: Sentence
    change: Patch
    """Merge patch of the request (RFC 7396)."""
    hands_on_min: float
    """More hands-on minutes than now."""
    client_min: float
    """More minutes in the salon than now."""
    later_h: float
    """Hours the release moves."""
    odds_dry: float
    """Probability of dry at release with the fix."""
    effect: Sentence = ""
    """What else it changes, in words."""


class SchoolChoice(Frozen):
    """A way of working that won, and what the other would do."""

    topic: str
    chosen: str
    chosen_by: SchoolBy
    because: Sentence
    instead: Sentence
    """The other school, and what it would do."""
    source: Sentence


class HomeDay(Frozen):
    day: int
    what: Sentence


class HomePhase(Frozen):
    """A stretch of the time between visits."""

    key: str
    title: Sentence
    when: Sentence
    """From when to when, in words; day 0 is that of the service."""
    at_min: float | None = None
    """The moment it begins, from the beginning of the service, where it has one."""
    lines: list[Sentence]


class Home(Frozen):
    """What the client takes home."""

    night: list[Sentence]
    phases: list[HomePhase] = Field(default_factory=list)
    """In order: nights in the set, the release, the first morning, what follows."""
    refresh: list[HomeDay]
    release_on_day: int
    wash_by_day: int
    return_by_day: int


class Times(Frozen):
    """The hours of a plan by the clock of the client."""

    start: AwareDatetime
    shaped: AwareDatetime
    """The last section is shaped: from here it dries."""
    leaves: AwareDatetime
    """The first sitting is over."""
    bed: AwareDatetime
    """The client goes to bed for the first time."""
    dry: AwareDatetime | None
    """Likely; null where nothing dries, or it never is."""
    dry_early: AwareDatetime | None
    dry_late: AwareDatetime | None
    """Nine sets in ten are dry between `dry_early` and `dry_late`."""
    covered_from: AwareDatetime | None
    """Safely dry: from then on a cap, scarf, wig or helmet may go over it."""
    release: AwareDatetime | None
    """The set is opened; null where nothing is."""
    wash_by: date
    return_by: date
    """The days of `home` by the calendar."""
    nights: list[tuple[float, float]]
    """Nights after shaping, from and to [h after it], as drying counts them."""


class PlanAnswer(Frozen):
    """The plan."""

    rules_version: str
    title: Sentence
    scheme: str
    steps: list[Step]
    sections: list[SectionOut]
    hairline: list[tuple[float, float]]
    totals: Totals
    drying: Drying
    kit_needed: KitNeeded
    finished: Finished
    cautions: list[Caution]
    """Gravest first."""
    fixes: list[Fix]
    """Cheapest first."""
    home: Home
    dries: bool = True
    """Whether hair dries after it was shaped; a service on a worn style wets next to nothing."""
    opened_at_home: bool = False
    """Whether the client opens the set, another day."""
    times: Times | None = None
    """By the clock, where the request says when it begins."""
    layers: list[Layer] = Field(default_factory=list)
    """What stays in, in order, as it was composed or as the school has it."""
    may_stay: list[Role] = Field(default_factory=list)
    """What a layer can be, in the usual order."""
    layers_most: int = LAYERS_MOST
    """So many layers go into one head."""
    assumed: list[Sentence]
    """What was not measured and had to be assumed."""
    own_number: bool = False
    """Whether the scheme always makes the same number of sections."""
    middle: bool = True
    """Whether it has a middle parting that can run elsewhere."""
    sides: list[int] = Field(default_factory=list)
    """Sections of a side laid forward, to the side and back, where the scheme lays them so."""
    bands: Bands | None = None
    """How sections are banded, where they are."""
    lines: list[LineOut] = Field(default_factory=list)
    """The partings, with where they can be moved to."""
    bundles: list[list[int]] = Field(default_factory=list)
    """Sections banded together."""
    set_details: list[Sentence] = Field(default_factory=list)
    """What the set itself is made of: turns, widths, gaps, in words."""
    set_reasons: list[Reason] = Field(default_factory=list)
    section_reasons: list[Reason] = Field(default_factory=list)
    """How what a section shows comes about."""
    schools: list[SchoolChoice] = Field(default_factory=list)
    details: list[DetailChoice] = Field(default_factory=list)
    """Details of steps that can be done in several ways."""
    dropped: list[Sentence] = Field(default_factory=list)
    """What was chosen and cannot be done in this service, with the reason."""
    ahead: list[Ahead] = Field(default_factory=list)
    """What is done before the day."""
    removed: list[Sentence] = Field(default_factory=list)
    """Titles of steps taken out by hand."""
