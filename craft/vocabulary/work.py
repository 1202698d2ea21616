"""Services, ways of working, and what came of them."""

from enum import StrEnum


class Style(StrEnum):
    """Services that can be planned."""

    TWO_STRAND_TWIST_OUT = "two_strand_twist_out"
    CHUNKY_TWIST_OUT = "chunky_twist_out"
    FLAT_TWIST_OUT = "flat_twist_out"
    TWIST_ROD_SET = "twist_rod_set"
    ROD_SET = "rod_set"
    BRAID_OUT = "braid_out"
    FINGER_COILS = "finger_coils"
    COIL_OUT = "coil_out"
    SHINGLE_WASH_AND_GO = "shingle_wash_and_go"
    SHAKE_WASH_AND_GO = "shake_wash_and_go"
    SCRUNCH_WAVES = "scrunch_waves"
    BANDED_STRETCH = "banded_stretch"
    BANDED_TWIST_OUT = "banded_twist_out"
    SLICK_BUN = "slick_bun"
    PUFF_PIN_UP = "puff_pin_up"
    UNDER_WIG_BASE = "under_wig_base"
    QUICK_WASH = "quick_wash"
    FULL_RESET = "full_reset"
    PROTECTIVE_REMOVAL_RESET = "protective_removal_reset"
    REFRESH_VISIT = "refresh_visit"
    NIGHT_PREP = "night_prep"


class StyleGroup(StrEnum):
    """Groups in which services are listed."""

    TWISTS = "twists"
    RODS = "rods"
    LOOSE = "loose"
    WASHES = "washes"
    BETWEEN = "between"


class Start(StrEnum):
    """What a service begins with."""

    WASH = "wash"
    WORN = "worn"


class Washing(StrEnum):
    """How much washing a service holds."""

    FULL = "full"
    QUICK = "quick"
    RESET = "reset"


class OnHead(StrEnum):
    """What is on the head when the client comes."""

    LOOSE = "loose"
    TWISTS = "twists"
    FLAT_TWISTS = "flat_twists"
    BRAIDS = "braids"
    COILS = "coils"
    RODS = "rods"
    WASH_AND_GO = "wash_and_go"
    BUN = "bun"
    SEWN_IN = "sewn_in"


class Arrival(StrEnum):
    """How the hair comes in, or what little is done instead of a wash."""

    UNWASHED = "unwashed"
    MISTED = "misted"
    """Only misted today, not washed."""
    WASHED_WET = "washed_wet"
    WASHED_DRY = "washed_dry"
    STRETCHED = "stretched"
    """Dry and stretched, from an old blow-out or bands: it stays dry."""


class Passed(StrEnum):
    """What was done before the client came."""

    CLARIFIED = "clarified"
    SHAMPOOED = "shampooed"
    CO_WASHED = "co_washed"
    CONDITIONED = "conditioned"
    MASKED = "masked"


class Cleansing(StrEnum):
    """What cleanses the head today, whatever the client's habit is."""

    AUTO = "auto"
    SHAMPOO = "shampoo"
    CLARIFY = "clarify"
    CO_WASH = "co_wash"
    CLAY = "clay"


class PreWash(StrEnum):
    """What goes into the hair before water."""

    AUTO = "auto"
    NONE = "none"
    OIL = "oil"


class WashRoutine(StrEnum):
    SHAMPOO = "shampoo"
    COWASH_ONLY = "cowash_only"


class Night(StrEnum):
    """What the client will really keep on at night."""

    SCARF = "scarf"
    BONNET = "bonnet"
    NONE = "none"


class SchoolBy(StrEnum):
    """Who chose a way of working."""

    SALON = "salon"
    CLIENT = "client"
    PLAN = "plan"


class Layering(StrEnum):
    AUTO = "auto"
    LOC = "LOC"
    LCO = "LCO"


class Distribution(StrEnum):
    """In which order products and shaping go over the head."""

    CYCLE = "cycle"
    """Each section is finished before the next: part, wet, lay in, shape."""
    MIXED = "mixed"
    """What conditions goes over the whole head, what holds in with the shaping of each section."""
    CHUNKS = "chunks"
    """As a cycle, in what falls together instead of sections that were parted."""
    SECTION = "section"
    """All products section by section; then all are shaped."""
    LAYER = "layer"
    """One product over the whole head at a time; then all are shaped."""


class Rewetting(StrEnum):
    """Water for a section at its turn."""

    AUTO = "auto"
    """Where it has dried too far by then."""
    NONE = "none"
    SPRAY = "spray"
    DRENCH = "drench"
    """Until it drips."""


class LayerOver(StrEnum):
    """Over how much of the head a layer goes before the next thing is done."""

    SECTION = "section"
    HALF = "half"
    HEAD = "head"


class ActKey(StrEnum):
    """What is done to a section in a cycle, in this order."""

    PART = "part"
    WET = "wet"
    LAYER = "layer"
    DETANGLE = "detangle"
    SMOOTH = "smooth"
    SHAPE = "shape"
    FASTEN = "fasten"
    COVER = "cover"


class Position(StrEnum):
    """Places in a cycle that may take other minutes than the rest: the first turn, and zones."""

    FIRST = "first"
    FRINGE = "fringe"
    TOP = "top"
    CROWN = "crown"
    LEFT = "left"
    RIGHT = "right"
    BACK = "back"
    NAPE = "nape"


class WashOrder(StrEnum):
    SHAMPOO_FIRST = "shampoo_first"
    CONDITION_FIRST = "condition_first"
    CONDITIONER_UNDER = "conditioner_under"


class Smoothing(StrEnum):
    """How a styler is worked in."""

    AUTO = "auto"
    RAKE = "rake"
    PALMS = "palms"
    SCRUNCH = "scrunch"


class Releasing(StrEnum):
    """When a set is opened."""

    WHEN_DRY = "when_dry"
    WORN_FIRST = "worn_first"


class Refreshing(StrEnum):
    """What freshens a style between washes."""

    STYLER_SPRAY = "styler_spray"
    WATER = "water"
    OIL = "oil"
    RETWIST = "retwist"


class Detangling(StrEnum):
    FINGERS = "fingers"
    COMB = "comb"
    BRUSH = "brush"


class EditOp(StrEnum):
    """Changes of a routine by hand."""

    ADD = "add"
    REMOVE = "remove"
    MOVE = "move"
    REPLACE = "replace"
    OVERRIDE = "override"


class Family(StrEnum):
    """Families of work, in the order of a service."""

    TAKE_DOWN = "take_down"
    PREPARE = "prepare"
    CLEANSE = "cleanse"
    TREAT = "treat"
    LAY_IN = "lay_in"
    SHAPE = "shape"
    FINISH = "finish"


class Station(StrEnum):
    CHAIR = "chair"
    BASIN = "basin"
    HOOD = "hood"
    STEAMER = "steamer"
    AWAY = "away"


class Severity(StrEnum):
    REMIND = "remind"
    ADJUST = "adjust"
    STOP = "stop"


class Verdict(StrEnum):
    """Actual against planned."""

    LESS = "less"
    AS_PLANNED = "as_planned"
    MORE = "more"


class Dryness(StrEnum):
    """How the hair was when the set was opened."""

    DRY = "dry"
    DAMP_ROOTS = "damp_roots"
    WET = "wet"


class Residue(StrEnum):
    """White flakes or residue seen after a service."""

    NONE = "none"
    SOME = "some"
    MUCH = "much"
