"""Answer of `look`, the finished style drawn from its numbers; its request is that of `plan`."""

from typing import Annotated

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.plan import Reason
from craft.contract.sentence import Sentence
from craft.vocabulary import ShapeKept

Points = list[tuple[float, float]]


class Moment(Frozen):
    """The hair at one time, seen from the front; cm, the top of the head at (0, 0), down is y."""

    key: str
    """before, release, day_3 or day_7."""
    day: int
    length_cm: float
    length_low: float
    length_high: float
    landmark: Sentence
    definition: float
    volume_l: float
    """Of the hair with the air in it."""
    breadth_cm: float
    """Across the widest place."""
    kept: Annotated[float, Field(ge=0, le=100)] | None
    """Of what the set did, against the release [%]; null before it, and where it did too little."""
    outline: Points
    """The silhouette."""
    strands: list[Points]
    """Curls of the right side; the left mirrors them."""


class DownTo(Frozen):
    """A landmark and how far down it is."""

    name: str
    down_cm: float


class LookAnswer(Frozen):
    """A style before, at release, and days later."""

    title: Sentence
    moments: list[Moment]
    landmarks: list[DownTo]
    half_width_cm: float
    """Of the head from the front."""
    chin_cm: float
    rh: float
    """Humidity it is worn in, as a fraction."""
    kept_of: ShapeKept | None
    """What `kept` measures: curl, or stretch."""
    reasons: list[Reason]
