"""Hair and heads, as they are seen and told."""

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


class PorosityTest(StrEnum):
    """Ways to learn how fast water enters and leaves."""

    BEAD_S = "bead_s"
    SOAK_S = "soak_s"
    FLOAT = "float"
    SLIDE = "slide"
    DRY_RATIO = "dry_ratio"
    WORD = "word"
