"""What is asked of `plan`."""

from typing import Annotated

from pydantic import AfterValidator, AliasChoices, AwareDatetime, Field

from craft.contract.base import Frozen
from craft.contract.clock import OpenHours, Sleep, known_zone
from craft.contract.drying import LearnedFactor, LearnedSpread, Rh
from craft.contract.hair import Hair, quantity
from craft.contract.partings import Parting
from craft.contract.sentence import Sentence
from craft.labels import names_in
from craft.physics.drying import LOG_SPREAD
from craft.ranges import (
    SHIFT_MOST,
    SLOPE_MOST,
    UNIT_G_LEAST,
    UNIT_G_MOST,
    UNSURE_MOST,
)
from craft.vocabulary import (
    AirAt,
    AirSource,
    Arrival,
    Blot,
    Cleansing,
    Condition,
    Detail,
    Detangling,
    Directions,
    Distribution,
    Dryer,
    EditOp,
    Heat,
    Hold,
    Layering,
    LayerOn,
    LayerOver,
    LayerWay,
    Manner,
    Night,
    OnHead,
    Passed,
    Position,
    PreWash,
    Refreshing,
    Releasing,
    Rewetting,
    Role,
    Scheme,
    SchoolBy,
    Smoothing,
    StageKind,
    StopSign,
    Style,
    WashOrder,
    WashRoutine,
    Weight,
    Zone,
)

Grams = Annotated[float, quantity(0, 20000, "g")]
Words = Annotated[str, Field(max_length=200)]
#: What a learned value rests on.
BasisWords = Annotated[Sentence, Field(max_length=200)]
#: More pieces of a kind than this are as many as anybody needs.
PIECES_MOST = 2000
#: A plan looks at so many bottles and pairs.
BOTTLES_MOST, PAIRS_MOST = 2000, 2000
#: So many layers go into one head.
LAYERS_MOST = 12
#: So many services of before are looked at.
PAST_MOST = 6
#: Of one client so many names at the most.
NAMES_MOST = 60


def split_names(names: list[str]) -> list[str]:
    """Names one by one, however they were typed."""
    return list(dict.fromkeys(name for typed in names for name in names_in(typed)))


Names = Annotated[list[Words], Field(max_length=NAMES_MOST), AfterValidator(split_names)]
Count = Annotated[int, Field(ge=0, le=PIECES_MOST)]


class Person(Frozen):
    """What has to be planned around."""

    conditions: list[Condition] = Field(default_factory=list)
    stop_signs: list[StopSign] = Field(default_factory=list)
    """Seen on the scalp and not yet cleared by the specialist: no service until then."""
    allergies: Names = Field(default_factory=list)
    """Ingredients, as written on labels."""
    avoid: Names = Field(default_factory=list)
    """What the client does not want: silicones, parabens, an ingredient."""
    routine: WashRoutine = WashRoutine.SHAMPOO
    night: Night = Night.BONNET


class Bands(Frozen):
    """How a section is banded."""

    each: Annotated[int, Field(ge=1, le=12)] = 4
    """Bands of a section, or of a bundle of twists."""
    turns: Annotated[float, quantity(1, 8, "turns")] = 3.5
    """Turns of each band."""
    ends_out_cm: Annotated[float, quantity(0, 40, "cm")] = 3
    """Ends left out keep their curl; banded to the tip they look blown out."""


class LookOn(Frozen):
    """A look that follows a style, on its day."""

    day: Annotated[int, Field(ge=2, le=14)]
    """After the service."""
    style: Style


class Goal(Frozen):
    """What is wished."""

    style: Style
    sections: Annotated[int, Field(ge=1, le=120)] | None = None
    """How many sections; else the number usual for the style."""
    definition: Annotated[float, quantity(0, 1, "from all volume to all definition")] = 0.5
    wear_days: Annotated[int, Field(ge=1, le=21)] | None = None
    """Days the style should last; else usual for the style."""
    release_after_h: Annotated[float, quantity(0, 336, "h")] | None = None
    """Hours from the end of shaping to take-down; else usual for the style."""
    time_limit_min: Annotated[float, quantity(10, 720, "min")] | None = None
    """Minutes the client has today."""
    max_heat: Heat = Heat.MEDIUM
    rod_mm: Annotated[float, quantity(4, 60, "mm")] | None = None
    """Rods to set on; else usual for the length."""
    coil_mm: Annotated[float, quantity(3, 40, "mm")] | None = None
    """Width of a coil's turns; else usual for the length."""
    bands: Bands | None = None
    """How sections are banded; else usual for the style."""
    leave_out: bool = False
    """Under a wig: hair left out at the front."""
    head_down: bool = False
    """Styled with the head down, where the style can be."""
    looks: Annotated[list[LookOn], Field(max_length=6)] | None = None
    """Looks that follow it, day by day; else usual for the style."""


class Now(Frozen):
    """What is on the head when the client comes."""

    style: OnHead = OnHead.LOOSE
    worn_days: Annotated[float, quantity(0, 365, "days")] | None = None
    """How long it has been worn."""
    pieces: Annotated[int, Field(ge=1, le=400)] | None = None
    """Twists, braids, coils, rods or rows in it: take-down is timed by them."""
    state: Arrival = Arrival.UNWASHED
    """How the hair comes in, before a service that begins with a wash."""
    passed: Annotated[list[Passed], Field(max_length=5)] = Field(
        default_factory=lambda: [Passed.SHAMPOOED, Passed.CONDITIONED]
    )
    """What was done where it was washed elsewhere."""
    detangled_h: Annotated[float, quantity(0, 240, "h")] | None = None
    """Hours since it was detangled; null: as `hair.days_since_detangle` says."""


class Past(Frozen):
    """A service of before, as far as it bears on the next."""

    style: Style
    days_ago: Annotated[float, quantity(0, 3650, "days")]
    scheme: Scheme | None = None
    """How the head was parted."""


class Room(Frozen):
    """The air the hair dries in."""

    temp_c: Annotated[float, quantity(5, 45, "°C")] = 22
    """Of the air."""
    rh: Rh = 0.5
    by: AirSource = AirSource.SALON
    """Who says so."""
    source: BasisWords = ""
    """Which sensor or forecast, and of what hour, in words."""


class Outdoors(Room):
    """The air outside, which may be cold."""

    temp_c: Annotated[float, quantity(-30, 45, "°C")] = 10
    """Of the air."""


class DryStage(Frozen):
    """One stretch of drying, chosen by hand."""

    kind: StageKind
    minutes: Annotated[float, quantity(1, 4320, "min")] | None = None
    """How long; null until it is done: 90 % for a diffuser, else dry. A cloth needs minutes."""
    temp_c: Annotated[float, quantity(15, 70, "°C")] | None = None
    """At the hair, for hood and diffuser; else usual for the heat that may be used."""
    at: AirAt = AirAt.SALON
    """Whose air it is."""


class School(Frozen):
    """Ways of working that practitioners differ on."""

    layering: Layering = Layering.AUTO
    distribution: Distribution = Distribution.CYCLE
    rewet: Rewetting = Rewetting.AUTO
    """In a cycle: water for each section at its turn."""
    wash: WashOrder = WashOrder.SHAMPOO_FIRST
    detangle: Detangling = Detangling.COMB
    pre_wash: PreWash = PreWash.AUTO
    """Oil into the lengths before water; auto where worn or dry hair asks for it."""
    smoothing: Smoothing = Smoothing.AUTO
    """Rake, flat palms or scrunch; auto scrunches waves and smooths the rest."""
    release: Releasing = Releasing.WHEN_DRY
    """Opened as soon as it is dry, or worn as a set for some days first."""
    refresh: Refreshing | None = None
    """Between washes; null is usual for the style."""
    by: dict[str, SchoolBy] = Field(default_factory=dict)
    """Who chose each of these: the salon, this client, or this plan."""


class ShelfItem(Frozen):
    """A bottle that may be used."""

    id: Annotated[str, Field(min_length=1, max_length=60)]
    name: Words = ""
    role: Role
    weight: Weight = Weight.MEDIUM
    ingredients: Annotated[str, Field(max_length=8000)] = ""
    """The label's list."""
    unit: Annotated[str, Field(max_length=30)] = "pump"
    unit_g: Annotated[float, quantity(UNIT_G_LEAST, UNIT_G_MOST, "g")] | None = None
    """Grams of one pump, squirt or puddle, from its calibration."""
    stock_g: Grams | None = None
    also: Annotated[list[Role], Field(max_length=6)] = Field(default_factory=list)
    """Other roles it may serve."""
    hold: Hold | None = None
    directions: Directions | None = None
    """Whether its label says to rinse it out or to leave it in."""
    dwell_min: Annotated[float, quantity(0, 240, "min")] | None = None
    """Least time on the hair, as its label says."""
    dwell_max_min: Annotated[float, quantity(0, 240, "min")] | None = None
    """Longest time on the hair, as its label says."""
    days_left: Annotated[int, Field(ge=-20000, le=20000)] | None = None
    """Days it may still be used; negative once it is past its date."""
    cost_per_g: Annotated[float, quantity(0, 1000, "money for a gram")] | None = None

    def serves(self, role: Role) -> bool:
        """Whether it may be used for a role."""
        return self.role is role or role in self.also


class Flaker(Frozen):
    """Two products known to flake together in this salon."""

    first: Annotated[str, Field(min_length=1, max_length=60)]
    second: Annotated[str, Field(min_length=1, max_length=60)]
    because: BasisWords = ""
    """What it rests on: a palm test, visits."""


class Learned(Frozen):
    """What visits taught of a value: a factor on what it would be without them."""

    factor: LearnedFactor = 1.0
    unsure: Annotated[float, quantity(0, UNSURE_MOST, "of the logarithm")] = 0.0
    visits: Annotated[int, Field(ge=0, le=1_000_000)] = 0
    basis: BasisWords = ""
    """What it rests on, in words: your last 6 rows."""


class RodStock(Frozen):
    diameter_mm: Annotated[float, quantity(3, 80, "mm")]
    count: Count


class Kit(Frozen):
    """What lies in the drawer."""

    rods: list[RodStock] = Field(default_factory=list)
    pins: Count | None = None
    bands: Count | None = None
    clips: Count | None = None
    ties: Count | None = None
    """Soft ties."""
    busy: Annotated[list[Words], Field(max_length=40)] = Field(default_factory=list)
    """What is elsewhere at that hour and until when, in words; not counted above."""


class Edit(Frozen):
    """A change by hand of the composed routine; never undone in silence."""

    op: EditOp
    step: Annotated[str, Field(min_length=1, max_length=40)]
    """Key of the step."""
    after: Annotated[str, Field(max_length=40)] | None = None
    """For add and move: the step it comes after; null is first."""
    minutes: Annotated[float, quantity(0, 480, "min")] | None = None
    """For override: hands-on minutes."""
    wait_min: Annotated[float, quantity(0, 1440, "min")] | None = None
    """For override: waiting minutes."""
    role: Role | None = None
    """For override of a dose: whose."""
    grams: Annotated[float, quantity(0, 2000, "g")] | None = None
    title: Words | None = None
    """For add and replace: what is done instead."""


class Layer(Frozen):
    """A product that stays in, where it goes and how."""

    role: Role
    bottle: Annotated[str, Field(min_length=1, max_length=60)] | None = Field(
        None, validation_alias=AliasChoices("bottle", "product")
    )
    """Which; else the one that suits best."""
    on: LayerOn = Field(LayerOn.ALL, validation_alias=AliasChoices("on", "where"))
    zone: Zone | None = None
    """Only there; null: over the whole head."""
    strength: Annotated[float, quantity(0.1, 1, "as a share")] = 1.0
    """Of the product, the rest is water: half strength is 0.5."""
    way: LayerWay | None = None
    """How it is worked in, where it is not as usual."""
    over: LayerOver | None = None
    """In a cycle: over how much of the head at once; null: as the school has it."""
    grams: Annotated[float, quantity(0.1, 300, "g")] | None = None
    """By hand; else the film that this hair takes."""


class SalonStandards(Frozen):
    """Own values of this salon, within what is safe."""

    film_factor: dict[Role, Annotated[float, quantity(0.5, 1.6, "times the usual film")]] = Field(
        default_factory=dict
    )
    shape_factor: dict[Style, Annotated[float, quantity(0.5, 2, "times the usual minutes")]] = (
        Field(default_factory=dict)
    )
    mask_min: Annotated[float, quantity(10, 45, "min")] | None = None
    """Least time of a mask; labels rule."""
    wear_days: dict[Style, Annotated[int, Field(ge=1, le=21)]] = Field(default_factory=dict)


class LearnedOdds(Frozen):
    """How odds have to be bent to come true: log-odds times a slope, plus a shift."""

    shift: Annotated[float, quantity(-SHIFT_MOST, SHIFT_MOST, "of the log-odds")] = 0.0
    slope: Annotated[float, quantity(0, SLOPE_MOST, "times the log-odds")] = 1.0
    promises: Annotated[int, Field(ge=0, le=100_000)] = 0
    """It rests on; 0: nothing is bent."""


class Wish(Frozen):
    """What is chosen for a service; everything else comes from the record and the salon."""

    goal: Goal
    dry: Dryer = Dryer.AIR
    dry_min: Annotated[float, quantity(1, 180, "min")] | None = None
    """Minutes under the hood or diffuser before air; else as many as it takes, within reason."""
    blot: Blot | None = None
    """How the hair is blotted; else usual for the style."""
    room: Room | None = None
    """The air of the salon; else as usual there."""
    school: School | None = None
    """Ways of working; else the salon's."""
    now: Now | None = Field(None, validation_alias=AliasChoices("now", "arrival"))
    """What is on the head; else as the last consultation has it."""
    cleanser: Cleansing = Cleansing.AUTO
    """What cleanses today; auto follows build-up, service and the client's habit."""
    edits: Annotated[list[Edit], Field(max_length=60)] = Field(default_factory=list)
    """Changes by hand, in order."""
    layers: Annotated[list[Layer], Field(max_length=LAYERS_MOST)] | None = None
    """What stays in, in order; null: as the school lays it."""
    details: dict[Detail, Manner] = Field(default_factory=dict)
    """Details of single steps, where they are not done as usual."""
    bottles: dict[Role, Annotated[str, Field(min_length=1, max_length=60)]] = Field(
        default_factory=dict
    )
    """Bottles chosen by hand, by role; else the one that suits best."""
    journey_min: Annotated[float, quantity(0, 240, "min")] | None = None
    """How long the way home takes; else as usual for the salon."""
    home: Room | None = None
    """The air at home tonight; else as the forecast has it."""
    parting: Parting = Field(default_factory=Parting)
    """How the head is parted; else usual for the style."""
    look_good_from: AwareDatetime | None = None
    """When the style has to be there."""
    stages: Annotated[list[DryStage], Field(max_length=8)] = Field(default_factory=list)
    """Drying by hand, stage by stage; else as `dry` says. What is left dries in the air."""


class PlanRequest(Wish):
    """Plan a service. Every field but `hair` and `goal.style` has a default."""

    start: AwareDatetime | None = None
    """When it begins; without it the answer counts days and hours instead of naming them."""
    zone: Annotated[str, AfterValidator(known_zone)] = Field("", examples=["", "Europe/Lisbon"])
    """IANA time zone of the client, in which days and hours are named; else the zone of `start`."""
    sleep: Sleep = Field(default_factory=Sleep)
    openings: Annotated[list[OpenHours], Field(max_length=30)] = Field(default_factory=list)
    """When the salon is open in the days to come; nothing: that is not known."""

    hair: Hair
    person: Person = Field(default_factory=Person)
    room: Room = Field(default_factory=Room)
    school: School = Field(default_factory=School)
    now: Now = Field(default_factory=Now, validation_alias=AliasChoices("now", "arrival"))
    journey_min: Annotated[float, quantity(0, 240, "min")] = 0
    """How long the way home takes."""
    past: Annotated[list[Past], Field(max_length=PAST_MOST)] = Field(default_factory=list)
    """Services of before, the latest first."""
    standards: SalonStandards = Field(
        default_factory=SalonStandards, validation_alias=AliasChoices("standards", "house")
    )
    """Own values of the salon, in the place of those that come with the program."""
    shelf: Annotated[list[ShelfItem], Field(max_length=BOTTLES_MOST)] = Field(default_factory=list)
    flakers: Annotated[list[Flaker], Field(max_length=PAIRS_MOST)] = Field(default_factory=list)
    """Pairs to keep apart."""
    outdoors: Outdoors | None = None
    """The air the client goes out into; else as in the room."""
    kit: Kit | None = None
    """What is free at the hour of the service. Null: the kit is not counted."""
    pace: Annotated[float, quantity(0.3, 3, "× standard time")] = 1.0
    """The specialist's own pace; 1.2 takes a fifth longer."""
    learned_minutes: Annotated[
        dict[Annotated[str, Field(max_length=40)], Learned], Field(max_length=60)
    ] = Field(default_factory=dict)
    """By key of the step: what these hands take, times their pace."""
    learned_doses: dict[Role, Learned] = Field(default_factory=dict)
    """By role: what this head takes."""
    learned_positions: dict[Position, Learned] = Field(default_factory=dict)
    """By place in a cycle: what a section there takes, times what the others take."""
    learned_zone_doses: dict[Role, dict[Zone, Learned]] = Field(default_factory=dict)
    """By role and zone: product per gram of hair, times what the rest of the head takes."""
    learned_odds: LearnedOdds | None = None
    """How odds of dry came true."""
    learned_length: Learned | None = None
    """What this head hangs at, against the forecast."""
    learned_definition: Learned | None = None
    """Definition scores of this specialist in this technique, against the forecast."""
    drying_factor: LearnedFactor = 1.0
    """Learned multiplier on drying times."""
    drying_spread: LearnedSpread = LOG_SPREAD
    """How unsure the drying time still is: less, the more is known of this head."""
    left_out: Annotated[list[Annotated[str, Field(max_length=400)]], Field(max_length=40)] = Field(
        default_factory=list
    )
    """Of the record, what could not be read, and why: the plan goes on without it and says so."""
    drying_basis: BasisWords = ""
    """What the multiplier was learned from."""
