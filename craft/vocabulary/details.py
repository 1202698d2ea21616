"""Details of single steps: what can be done differently, and how."""

from enum import StrEnum


class Detail(StrEnum):
    """What of a service can be done in several ways."""

    PATCH_TEST = "patch_test"
    BASIN = "basin"
    MASK_FIRST = "mask_first"
    SQUEEZE_IN = "squeeze_in"
    WARMTH = "warmth"
    CLOTH_HOUR = "cloth_hour"
    WAITING = "waiting"
    TRIAL = "trial"
    BRUSHED_BACK = "brushed_back"
    MIXED = "mixed"
    ROOTS = "roots"
    ENDS = "ends"
    FASTENING = "fastening"
    PRESS = "press"
    DIFFUSING = "diffusing"
    FRINGE = "fringe"
    ROOT_STRETCH = "root_stretch"
    PARTING_SIDE = "parting_side"
    OPENED = "opened"


class Manner(StrEnum):
    """How a detail is done."""

    NO = "no"
    YES = "yes"
    UPRIGHT = "upright"
    SALON = "salon"
    HOME = "home"
    CAP = "cap"
    TWO_CAPS = "two_caps"
    STEAM = "steam"
    TEST_COILS = "test_coils"
    HALF_HEAD = "half_head"
    COILED = "coiled"
    GELLED = "gelled"
    BANDED = "banded"
    RODS = "rods"
    PINNED_EACH = "pinned_each"
    PINNED_TWICE = "pinned_twice"
    PINNED_PAIRS = "pinned_pairs"
    BANDED_EACH = "banded_each"
    BANDED_PAIRS = "banded_pairs"
    SPOTS = "spots"
    TAUT = "taut"
    HOVERING = "hovering"
