"""Request and answer of `partings`."""

from typing import Annotated

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.hair import Hair
from craft.partings import MAX_SECTIONS
from craft.vocabulary import Even, Role, Scheme, Zone


class PartingsRequest(Frozen):
    """Part a head."""

    hair: Hair
    scheme: Scheme
    """How the head is parted."""
    count: Annotated[int, Field(ge=1, le=MAX_SECTIONS)] | None = None
    """Rows for `rows`; sections in each quadrant for `per_quadrant`; not for halves, quadrants."""
    even: Even = Even.HAIR
    """Make hair or spacing equal."""


class SectionOut(Frozen):
    """One section, on the equal-area map with the face up; coordinates in cm."""

    number: int
    """Place in the working order."""
    zone: Zone
    """Zone most of its hair grows in."""
    area_cm2: float
    hairs: float
    grams: float
    """Dry mass of its hair."""
    length_cm: float
    """Mean stretched length."""
    lay: str
    """Where the hair is laid."""
    rod_mm: float | None = None
    outline: list[tuple[float, float]]
    centre: tuple[float, float]
    minutes: float | None = None
    """Hands-on minutes of shaping it."""
    doses: dict[Role, float] = Field(default_factory=dict)
    """Grams of each product that stays in."""
    h_to_dry: float | None = None
    """Hours until it is dry."""


class PartingsAnswer(Frozen):
    """The parted head."""

    sections: list[SectionOut]
    scalp_cm2: float
    hairs: float
    hairline: list[tuple[float, float]]
    assumed: list[str]
    """What was not measured and had to be assumed."""
