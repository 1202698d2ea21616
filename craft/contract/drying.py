"""Request and answer of `dry`."""

from typing import Annotated

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.hair import Hair, LengthCm, measured
from craft.partings import MAX_SECTIONS
from craft.vocabulary import Dryer, SetKind

Rh = Annotated[float, measured(0, 1, "as a fraction")]


class StageIn(Frozen):
    """One stretch of drying."""

    kind: Dryer
    temp_c: Annotated[float, measured(0, 80, "°C")] = 22
    """Temperature of the air at the hair."""
    rh: Rh = 0.5
    """Relative humidity of that air."""
    hours: Annotated[float, measured(0, 336, "h")] | None = None
    """How long; null until dry."""


class SetIn(Frozen):
    """The set that dries."""

    kind: SetKind
    sections: Annotated[int, Field(ge=1, le=MAX_SECTIONS)]
    mass_g: Annotated[float, measured(1, 2000, "g")] | None = None
    """Dry hair in all sections; else from the hair."""
    length_cm: LengthCm | None = None
    """Length of the sections; else from the hair."""


class DryRequest(Frozen):
    """Forecast the drying of a set."""

    hair: Hair | None = None
    """Needed unless the set gives both mass and length."""
    set: SetIn
    water: Annotated[float, measured(0.05, 3, "g per g of dry hair")] = 0.7
    """Water to lose."""
    stages: Annotated[list[StageIn], Field(min_length=1, max_length=12)]
    factor: Annotated[float, measured(0.2, 5, "times")] = 1.0
    """Learned multiplier on the time."""


class DryAnswer(Frozen):
    """How a set dries."""

    radius_mm: float
    h_to_90: float | None
    """Hours until 90 % of the water is gone; null if the stages end before."""
    h_to_dry: float | None
    at_end: float
    """Share of water gone when the stages end."""
    curve: list[tuple[float, float]]
    """Hours and share of water gone."""
