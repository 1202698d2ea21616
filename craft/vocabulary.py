"""The trade's words, the same in Python, JSON, database and on screen."""

from enum import StrEnum


class Level(StrEnum):
    """Three steps, for porosity and density."""

    LOW = "low"
    MEDIUM = "medium"
    HIGH = "high"


class Strand(StrEnum):
    """Thickness class of the single strand."""

    FINE = "fine"
    MEDIUM = "medium"
    COARSE = "coarse"


class Pattern(StrEnum):
    """Curl pattern by eye: wavy (2), curly (3), coily (4), each a to c."""

    W2A = "2a"
    W2B = "2b"
    W2C = "2c"
    C3A = "3a"
    C3B = "3b"
    C3C = "3c"
    K4A = "4a"
    K4B = "4b"
    K4C = "4c"

    @property
    def family(self) -> int:
        """2 wavy, 3 curly, 4 coily."""
        return int(self.value[0])


class Buildup(StrEnum):
    NONE = "none"
    SOME = "some"
    HEAVY = "heavy"


class Zone(StrEnum):
    """Regions of the scalp; left and right are the client's own."""

    FRINGE = "fringe"
    TOP = "top"
    CROWN = "crown"
    LEFT = "left"
    RIGHT = "right"
    BACK = "back"
    NAPE = "nape"


class Style(StrEnum):
    """Services that can be planned."""

    TWO_STRAND_TWIST_OUT = "two_strand_twist_out"
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


class PreWash(StrEnum):
    """What goes into the hair before water."""

    AUTO = "auto"
    NONE = "none"
    OIL = "oil"


class Scheme(StrEnum):
    """Ways of parting a head."""

    HALVES = "halves"
    QUADRANTS = "quadrants"
    PER_QUADRANT = "per_quadrant"
    ROWS = "rows"
    V_FRONT = "v_front"
    FIVE = "five"
    SIX = "six"
    TAPER = "taper"
    COIL_ROWS = "coil_rows"
    BRICKED = "bricked"
    DIRECTED = "directed"
    """Chosen numbers laid forward, to the side and back, the same on both sides."""


class Even(StrEnum):
    """What a parting makes equal."""

    HAIR = "hair"
    SPACING = "spacing"


class Lay(StrEnum):
    """Where the hair of a section is laid; left and right are the client's own."""

    BACK = "back"
    DOWN = "down"
    FORWARD = "forward"
    LEFT = "left"
    RIGHT = "right"


class WorkOrder(StrEnum):
    """Which section is worked first."""

    USUAL = "usual"
    """From the nape up, rows from the middle outwards."""
    BACK_FIRST = "back_first"
    FRONT_FIRST = "front_first"
    MIDDLE_OUT = "middle_out"
    ONE_SIDE_FIRST = "one_side_first"


class PartOp(StrEnum):
    """Changes of a parting by hand."""

    MOVE = "move"
    SPLIT = "split"
    MERGE = "merge"
    LAY = "lay"
    NUMBER = "number"


class LineKind(StrEnum):
    """How a parting line runs."""

    ALONG = "along"
    """From front to back, straight on the map."""
    ACROSS = "across"
    """From ear to ear."""
    ROW = "row"
    """From front to back, parallel to the middle on the head."""
    V = "v"
    """Two legs from the crown to the front hairline."""
    ROUND = "round"
    """A horseshoe round the top."""


class SetKind(StrEnum):
    """What a section is while it dries."""

    TWIST = "twist"
    BRAID = "braid"
    COIL = "coil"
    ROD = "rod"
    LOOSE = "loose"


class Dryer(StrEnum):
    AIR = "air"
    HOOD = "hood"
    DIFFUSER = "diffuser"


class StageKind(StrEnum):
    """What a stretch of drying happens in."""

    AIR = "air"
    HOOD = "hood"
    DIFFUSER = "diffuser"
    CLOTH = "cloth"
    """Wrapped in a cloth that takes up water."""
    CAP = "cap"
    """Under a bonnet or cap, overnight."""


class AirAt(StrEnum):
    """Whose air hair dries in."""

    SALON = "salon"
    JOURNEY = "journey"
    HOME = "home"


class Blot(StrEnum):
    """How much water is taken out before styling."""

    NONE = "none"
    CLOTH = "cloth"
    PRESSED = "pressed"


class Heat(StrEnum):
    NONE = "none"
    LOW = "low"
    MEDIUM = "medium"


class Condition(StrEnum):
    """What the specialist has to plan around. Told by the client, never diagnosed."""

    PREGNANCY = "pregnancy"
    NECK_PAIN = "neck_pain"
    SCALP_SORES = "scalp_sores"
    EDGE_THINNING = "edge_thinning"
    ASTHMA = "asthma"
    EPILEPSY = "epilepsy"
    MINOR = "minor"


class StopSign(StrEnum):
    """What a specialist sees on a scalp and refers on. Seen and named, never diagnosed."""

    OPEN_SORES = "open_sores"
    WEEPING = "weeping"
    MAY_BE_CONTAGIOUS = "may_be_contagious"
    SUDDEN_PATCHES = "sudden_patches"
    SEVERE_PAIN = "severe_pain"


class Elasticity(StrEnum):
    """What a wet strand does when it is pulled."""

    STIFF = "stiff"
    SPRINGY = "springy"
    OVERSTRETCHED = "overstretched"


class Way(StrEnum):
    """Ways to know how dense a head is."""

    COUNTED = "counted"
    GATHERED = "gathered"
    BY_EYE = "by_eye"


class Landmark(StrEnum):
    """Where hanging hair reaches, top to bottom."""

    EAR = "ear"
    JAW = "jaw"
    CHIN = "chin"
    SHOULDER = "shoulder"
    ARMPIT = "armpit"
    MID_BACK = "mid-back"


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

    HOUSE = "house"
    HEAD = "head"
    PLAN = "plan"


class Layering(StrEnum):
    AUTO = "auto"
    LOC = "LOC"
    LCO = "LCO"


class Distribution(StrEnum):
    SECTION = "section"
    LAYER = "layer"


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


class Role(StrEnum):
    """What a product is for."""

    PRE_OIL = "pre_oil"
    SHAMPOO = "shampoo"
    CO_WASH = "co_wash"
    RINSE_OUT = "rinse_out"
    MASK = "mask"
    CLAY = "clay"
    LEAVE_IN = "leave_in"
    CREAM = "cream"
    BUTTER = "butter"
    OIL = "oil"
    MOUSSE = "mousse"
    CUSTARD = "custard"
    GEL = "gel"
    MIST = "mist"
    SCALP_OIL = "scalp_oil"


class Weight(StrEnum):
    LIGHT = "light"
    MEDIUM = "medium"
    HEAVY = "heavy"


class Hold(StrEnum):
    """How firmly a styler holds."""

    NONE = "none"
    SOFT = "soft"
    MEDIUM = "medium"
    FIRM = "firm"


class Directions(StrEnum):
    """What a label says happens to a product in the end."""

    RINSE = "rinse"
    LEAVE = "leave"


class IngredientFamily(StrEnum):
    """What an ingredient does in a product for hair. One may belong to several."""

    SURFACTANT = "surfactant"
    SURFACTANT_STRONG = "surfactant_strong"
    SURFACTANT_MEDIUM = "surfactant_medium"
    SURFACTANT_MILD = "surfactant_mild"
    CONDITIONING = "conditioning"
    SILICONE = "silicone"
    SILICONE_INSOLUBLE = "silicone_insoluble"
    SILICONE_SOLUBLE = "silicone_soluble"
    SILICONE_VOLATILE = "silicone_volatile"
    OIL = "oil"
    BUTTER = "butter"
    WAX = "wax"
    MINERAL_OIL = "mineral_oil"
    HUMECTANT = "humectant"
    PROTEIN = "protein"
    PROTEIN_SMALL = "protein_small"
    PROTEIN_LARGE = "protein_large"
    AMINO_ACID = "amino_acid"
    FILM_FORMER = "film_former"
    THICKENER = "thickener"
    EMULSIFIER = "emulsifier"
    FRAGRANCE = "fragrance"
    FRAGRANCE_ALLERGEN = "fragrance_allergen"
    ESSENTIAL_OIL = "essential_oil"
    DRYING_ALCOHOL = "drying_alcohol"
    FATTY_ALCOHOL = "fatty_alcohol"
    FATTY_ACID = "fatty_acid"
    PARABEN = "paraben"
    PRESERVATIVE = "preservative"
    FORMALDEHYDE_RELEASER = "formaldehyde_releaser"
    ANTIDANDRUFF = "antidandruff"
    ACID = "acid"
    ALKALI = "alkali"
    CHELATOR = "chelator"
    ANTIOXIDANT = "antioxidant"
    VITAMIN = "vitamin"
    UV_FILTER = "uv_filter"
    COLOURANT = "colourant"
    PLANT_EXTRACT = "plant_extract"
    CLAY = "clay"
    SALT = "salt"
    SOLVENT = "solvent"
    PROPELLANT = "propellant"


class KitKind(StrEnum):
    """What lies in the drawer or stands in the salon."""

    ROD = "rod"
    PIN = "pin"
    CLIP = "clip"
    BAND = "band"
    SCRUNCHY = "scrunchy"
    CAP = "cap"
    COMB = "comb"
    HOOD = "hood"
    STEAMER = "steamer"
    DIFFUSER = "diffuser"


class Fits(StrEnum):
    """Whether a bottle may be used on a head today."""

    YES = "yes"
    CARE = "care"
    NO = "no"


class Flaking(StrEnum):
    """What two products did when they were rubbed together or worn together."""

    CLEAR = "clear"
    FLAKES = "flakes"


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


class PorosityTest(StrEnum):
    """Ways to learn how fast water enters and leaves."""

    BEAD_S = "bead_s"
    SOAK_S = "soak_s"
    FLOAT = "float"
    SLIDE = "slide"
    DRY_RATIO = "dry_ratio"
    WORD = "word"
