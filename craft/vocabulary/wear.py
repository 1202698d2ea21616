"""Between two visits."""

from enum import StrEnum


class WearPhase(StrEnum):
    """What a day between two visits is."""

    IN_SET = "in_set"
    RELEASE = "release"
    WORN = "worn"
    PAST = "past"
    """Past its best, still safe to wear."""
    WASH = "wash"


class ShapeKept(StrEnum):
    """What of a style is measured over its days, as a share of the first."""

    CURL = "curl"
    """Curl retention, of a set that made the hair shorter than it hangs by itself."""
    STRETCH = "stretch"
    """Of a set that made it longer."""


class Contact(StrEnum):
    """Whether a client wants to be written to."""

    NONE = "none"
    MESSAGE = "message"


class HomeSign(StrEnum):
    """What a client may notice at home."""

    ITCH = "itch"
    FLAKES = "flakes"
    PAIN = "pain"
    SORES = "sores"
    LOSS = "loss"


class HomeDrawing(StrEnum):
    """What is drawn on the card for home."""

    GATHER = "gather"
    RINGS = "rings"
    FOLDED = "folded"
    SCARF = "scarf"
    UNWIND = "unwind"


class MessageKind(StrEnum):
    """What the salon writes to a client."""

    REMINDER = "reminder"
    RELEASE = "release"
    CHECK_IN = "check_in"
    OVERDUE = "overdue"


class MessageState(StrEnum):
    """What became of a message."""

    WAITING = "waiting"
    SENT = "sent"
    FAILED = "failed"
    DROPPED = "dropped"


class View(StrEnum):
    """From where a picture of a head is taken."""

    BACK = "back"
    FRONT = "front"
    LEFT = "left"
    RIGHT = "right"


class PictureMoment(StrEnum):
    """When a picture is taken."""

    ARRIVAL = "arrival"
    DONE = "done"
    SETTLED = "settled"
    HOME = "home"


class WearEventKind(StrEnum):
    """What is planned on a day that the hair should fit."""

    SWIM = "swim"
    SPORT = "sport"
    VEIL = "veil"
    HELMET = "helmet"
    EVENT = "event"
