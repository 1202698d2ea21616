"""What happens in a visit."""

from enum import StrEnum


class EventKind(StrEnum):
    """What an entry of a visit's log tells."""

    BEGUN = "begun"
    STEP_STARTED = "step_started"
    STEP_DONE = "step_done"
    STEP_SKIPPED = "step_skipped"
    SECTION_DONE = "section_done"
    SECTION_RELEASED = "section_released"
    RELEASED = "released"
    DOSE = "dose"
    TIMER_SET = "timer_set"
    TIMER_STOPPED = "timer_stopped"
    HANDOVER = "handover"
    SWAP = "swap"
    SCORE = "score"
    LENGTH = "length"
    DRYNESS = "dryness"
    RESIDUE = "residue"
    NOTE = "note"
    KIT_OUT = "kit_out"
    KIT_IN = "kit_in"
    CLOSED = "closed"
    TOUCH = "touch"
    LEFTOVER = "leftover"
    COMFORT = "comfort"
    FAULT = "fault"
    CORRECTION = "correction"


class VisitState(StrEnum):
    """How far a visit has come."""

    PLANNED = "planned"
    RUNNING = "running"
    BETWEEN = "between"
    RELEASED = "released"
    DONE = "done"


class StepStatus(StrEnum):
    """How far a step has come."""

    PLANNED = "planned"
    RUNNING = "running"
    DONE = "done"
    SKIPPED = "skipped"


class SectionWork(StrEnum):
    """What is done to a section before it is released."""

    LAID_IN = "laid_in"
    SHAPED = "shaped"
    DRIED = "dried"


class SectionTick(StrEnum):
    """What of a section is ticked at the chair."""

    LAID_IN = "laid_in"
    SHAPED = "shaped"
    DRIED = "dried"
    RELEASED = "released"


class LayOut(StrEnum):
    """What is put ready before a service."""

    BOTTLE = "bottle"
    ROD = "rod"
    PIN = "pin"
    BAND = "band"
    CLIP = "clip"
    TIE = "tie"
    TOWEL = "towel"
    CAP = "cap"
    CLOTH = "cloth"
    WATER = "water"


class Side(StrEnum):
    LEFT = "left"
    RIGHT = "right"
    FRONT = "front"
    BACK = "back"


class Trait(StrEnum):
    """What of a style is scored."""

    DEFINITION = "definition"
    FRIZZ = "frizz"
    VOLUME = "volume"
    EVENNESS = "evenness"
    BOUNCE = "bounce"
    SOFTNESS = "softness"
    SHINE = "shine"


class Touch(StrEnum):
    """Where a set is felt for damp before it is opened: where it dries last."""

    ROOTS = "roots"
    NAPE = "nape"
    THICKEST = "thickest"


class Comfort(StrEnum):
    """How a style feels to the one who wears it."""

    GOOD = "good"
    TIGHT = "tight"
    PAIN = "pain"


class Fault(StrEnum):
    """What can fail in one place of a style, as it is seen when it is opened."""

    FRIZZ_ROOTS = "frizz_roots"
    FRIZZ = "frizz"
    FLAKES = "flakes"
    CLUMP_LOST = "clump_lost"
    OWN_TEXTURE = "own_texture"
    LOOSE_ENDS = "loose_ends"
    FLAT_ROOTS = "flat_roots"
    MARKS = "marks"


class NoteAbout(StrEnum):
    """What a note is about."""

    VISIT = "visit"
    CLIENT = "client"
    NEXT = "next"


class RemarkKind(StrEnum):
    """What a remark is about; the gravest first."""

    SORES = "sores"
    LOSS = "loss"
    PAIN = "pain"
    TIGHT = "tight"
    ITCH = "itch"
    FLAKES = "flakes"
    SAID = "said"
    HOME = "home"
    """In the client's own words, from home."""
    NEXT = "next"


class LearnedOf(StrEnum):
    """What is learned from visits."""

    MINUTES = "minutes"
    DETANGLING = "detangling"
    DOSE = "dose"
    LENGTH = "length"
    DEFINITION = "definition"
    """Score of the definition, by technique and hands."""
    WEAR = "wear"
    POSITION = "position"
    """Minutes of a section by its place in a cycle, against the others of the same visit."""
    ZONE_DOSE = "zone_dose"
    """Product per gram of hair in a zone, against the rest of the same head."""


class Promised(StrEnum):
    """What a plan promises with odds."""

    DRY = "dry"
    MINUTES = "minutes"
    LENGTH = "length"


class Suggested(StrEnum):
    """What the last visits of a head suggest."""

    DRIER = "drier"
    LESS_FILM = "less_film"
    LESS_FRIZZ = "less_frizz"
    EVENER = "evener"


class TrialLayout(StrEnum):
    """What two ways are tried on."""

    HALVES = "halves"
    """Of a head."""
    COILS = "coils"
    """Two test coils beside each other."""
    VISITS = "visits"
    """Two visits of a head, one after the other."""


class Looks(StrEnum):
    """When a trial is looked at."""

    ANY = "any"
    END = "end"


class TrialVerdict(StrEnum):
    """What a trial says."""

    A = "a"
    B = "b"
    CANNOT_TELL = "cannot_tell"


class SwapAbout(StrEnum):
    """What another bottle is held against."""

    LABEL = "label"
    PAIR = "pair"
    STOCK = "stock"
    FILM = "film"


class KitPlace(StrEnum):
    """Where pieces go that come off a head."""

    CLEANING = "cleaning"
    DRAWER = "drawer"


class VisitFlag(StrEnum):
    """What somebody should look at."""

    UNEVEN_SIDES = "uneven_sides"
    INTERRUPTED = "interrupted"
    OUT_OF_ORDER = "out_of_order"
    RELEASED_DAMP = "released_damp"
    PAIN = "pain"


class DayClashKind(StrEnum):
    """Why two things of a day cannot be at once."""

    PLACE = "place"
    HANDS = "hands"
    AWAY = "away"


class BookingState(StrEnum):
    """What became of a booking so far."""

    BOOKED = "booked"
    HERE = "here"
    RUNNING = "running"
    DONE = "done"
    NO_SHOW = "no_show"
    CANCELLED = "cancelled"
