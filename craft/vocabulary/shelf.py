"""What stands on the shelf and lies in the drawer."""

from enum import StrEnum


class Role(StrEnum):
    """What a product is for, in the order of use."""

    PRE_OIL = "pre_oil"
    CLARIFIER = "clarifier"
    SHAMPOO = "shampoo"
    CO_WASH = "co_wash"
    CLAY = "clay"
    RINSE_OUT = "rinse_out"
    MASK = "mask"
    MIST = "mist"
    SCALP_OIL = "scalp_oil"
    HEAT_PROTECTANT = "heat_protectant"
    LEAVE_IN = "leave_in"
    OIL = "oil"
    CREAM = "cream"
    BUTTER = "butter"
    MOUSSE = "mousse"
    CUSTARD = "custard"
    GEL = "gel"
    EDGE_GEL = "edge_gel"


class LayerOn(StrEnum):
    """Where a layer goes."""

    ALL = "all"
    ROOTS = "roots"
    ENDS = "ends"
    EDGES = "edges"
    """The hairline only."""
    HANDS = "hands"
    """Rubbed on the hands, which then work over all of it."""


class LayerWay(StrEnum):
    """How a layer is brought into the hair, where it is not smoothed in as usual."""

    PALMS = "palms"
    """Emulsified between the palms first."""
    SOAKING = "soaking"
    """On dripping hair, squeezed in."""
    MASSAGE = "massage"
    """Worked into the scalp with the finger pads."""


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
    TOWEL = "towel"
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
