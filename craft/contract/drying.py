"""Request and answer of `dry`."""

from typing import Annotated

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.hair import Hair, LengthCm, quantity
from craft.head.partings import MAX_SECTIONS
from craft.physics.drying import LOG_SPREAD
from craft.ranges import FACTOR_LEAST, FACTOR_MOST, SPREAD_LEAST, SPREAD_MOST
from craft.vocabulary import SetKind, StageKind

Rh = Annotated[float, quantity(0, 1, "as a fraction")]
LearnedFactor = Annotated[float, quantity(FACTOR_LEAST, FACTOR_MOST, "times")]
LearnedSpread = Annotated[float, quantity(SPREAD_LEAST, SPREAD_MOST, "of the logarithm")]


class StageIn(Frozen):
    """One stretch of drying."""

    kind: StageKind
    temp_c: Annotated[float, quantity(-30, 80, "°C")] = 22
    """Temperature of the air at the hair."""
    rh: Rh = 0.5
    """Relative humidity of that air."""
    hours: Annotated[float, quantity(0, 336, "h")] | None = None
    """How long; null until dry, or until `until_share`. A cloth needs hours."""
    speed_m_s: Annotated[float, quantity(0, 10, "m/s")] | None = None
    """Of the air at the hair; null: as usual for the kind."""
    until_share: Annotated[float, quantity(0.05, 1, "as a fraction")] = 1
    """Leave the stage once this share of the water is gone; common for a diffuser: 0.9."""


class SetIn(Frozen):
    """The set that dries."""

    kind: SetKind
    sections: Annotated[int, Field(ge=1, le=MAX_SECTIONS)]
    mass_g: Annotated[float, quantity(1, 2000, "g")] | None = None
    """Dry hair in all sections; else from the hair."""
    largest: Annotated[float, quantity(1, 20, "times the mean")] = 1
    """Hair in the largest section, which dries last, over that of a mean one."""
    length_cm: LengthCm | None = None
    """Length of the sections; else from the hair."""
    exposed: Annotated[float, quantity(0.05, 1, "as a fraction")] | None = None
    """Share of its surface that the air reaches; else as usual for the kind."""


class DryRequest(Frozen):
    """Forecast the drying of a set."""

    hair: Hair | None = None
    """Needed unless the set gives both mass and length."""
    set: SetIn
    water: Annotated[float, quantity(0.05, 3, "g per g of dry hair")] = 0.7
    """Water in the hair at the beginning."""
    stages: Annotated[list[StageIn], Field(min_length=1, max_length=12)]
    factor: LearnedFactor = 1.0
    """Learned multiplier on the time."""
    release_h: Annotated[float, quantity(0, 336, "h")] | None = None
    """When it is to be opened: the answer says with which odds it is dry then."""
    spread: LearnedSpread = LOG_SPREAD
    """How unsure the drying time is."""


class StageOut(Frozen):
    """What one stage does."""

    kind: StageKind
    from_h: float
    to_h: float
    share_before: float
    share_after: float
    """Of the removable water gone when it begins and when it ends."""
    water_left: float
    """When it ends [g per g of dry hair]."""


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
    stages: list[StageOut]
    at_release: float | None = None
    at_release_low: float | None = None
    at_release_high: float | None = None
    """One in ten is wetter than the low, one in ten drier than the high; null without a release."""
    odds_dry: float | None = None
    """Probability that it is dry at the release."""
