"""Partings, sets and how they dry."""

from enum import StrEnum


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
    """Where the hair of a section is laid, front to back; left and right are the client's own."""

    FORWARD = "forward"
    LEFT = "left"
    RIGHT = "right"
    BACK = "back"
    DOWN = "down"


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
    ASLEEP = "asleep"
    """In bed, some of it between head and pillow."""


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


class AirSource(StrEnum):
    """Who says what air it is."""

    SALON = "salon"
    SENSOR = "sensor"
    FORECAST = "forecast"
    HAND = "hand"
