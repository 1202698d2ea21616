"""Answer of `drying`, the drying planner; its request is that of `plan`."""

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.drying import StageOut
from craft.contract.plan import Caution, Drying, Fix, Reason
from craft.contract.sentence import Sentence
from craft.vocabulary import AirAt, AirSource


class AirOut(Frozen):
    """The air of a place."""

    at: AirAt
    temp_c: float
    rh: float
    dew_point_c: float
    by: AirSource
    """Who says so."""
    source: str
    """Which sensor or forecast, in words."""


class PlannedStage(StageOut):
    """One stage of a plan."""

    at: AirAt
    temp_c: float
    rh: float
    minutes: float | None
    """As chosen; null until it is done."""
    by_hand: bool


class DryMap(Frozen):
    """How every section dries, for a map that can be scrubbed through time."""

    hours: list[float]
    curves: list[list[float]]
    """Share of water gone at each of these hours, for each different section."""
    curve_of: list[int]
    """Which curve each section follows, in working order."""


class WhatIf(Fix):
    """A change that was tried."""

    safe: bool
    """Whether the release can be promised with it."""


class DryingPlanAnswer(Frozen):
    """How a set dries, stage by stage and section by section."""

    drying: Drying
    stages: list[PlannedStage]
    over_time: DryMap
    what_if: list[WhatIf]
    """What makes the release safe first, the cheapest first; then what comes near."""
    ambient: list[AirOut]
    before: Sentence
    """What was done to get there, where sets go in damp; else empty."""
    water_start: float
    """When drying begins [g per g of dry hair]."""
    factor: float
    """Learned multiplier on the time."""
    spread: float
    """How unsure the time still is, of its logarithm."""
    learned: Sentence
    """What the multiplier was learned from."""
    slowest: list[int] = Field(default_factory=list)
    """Sections that dry last, the last one first."""
    cautions: list[Caution] = Field(default_factory=list)
    """Those about drying."""
    reasons: list[Reason]
