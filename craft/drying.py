"""Drying of hair in a set: a packed cylinder that dries from the outside in.

The dry shell grows inwards round a wet core. Water has to diffuse through the
shell and then leave through the film of air around the section; both
resistances add up in time. Stages (hood, then air …) chain: each takes over
the share of water already lost.

Sources:
    [1] Levenspiel, *Chemical Reaction Engineering*, table of shrinking-core
        expressions, cylinder. From memory.
    [2] Lewis relation between heat and mass transfer, any text on psychrometry.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from craft.air import drying_deficit
from craft.errors import NeverDries
from craft.vocabulary import Blot, SetKind, StageKind

Floats = NDArray[np.float64]

SECONDS_PER_HOUR = 3600.0

#: Dry air near room temperature: density [kg/m³], heat capacity [J/(kg K)]. Handbook, from memory.
AIR_KG_PER_M3 = 1.2
AIR_J_PER_KG_K = 1005.0
#: Lewis number of water vapour in air; handbooks give 0.85 to 0.87. From memory.
LEWIS = 0.857
#: Effective diffusivity of vapour through packed dry hair [m²/s]. House value.
DIFFUSIVITY_M2_S = 1.1e-5

#: Heat transfer around a section [W/(m² K)]. House values.
HEAT_TRANSFER = {
    StageKind.AIR: 5.0,
    StageKind.HOOD: 18.0,
    StageKind.DIFFUSER: 25.0,
    StageKind.CAP: 2.5,
}
#: Dry hair per volume of a section [kg/m³]. House values.
PACKED_KG_PER_M3 = {
    SetKind.TWIST: 350.0,
    SetKind.BRAID: 450.0,
    SetKind.COIL: 300.0,
    SetKind.ROD: 350.0,
    SetKind.LOOSE: 110.0,
}
#: Water to lose [g per g of dry hair] by how the hair was blotted. House values.
WATER_AFTER = {Blot.NONE: 1.2, Blot.CLOTH: 0.7, Blot.PRESSED: 0.55}

#: Air that is not blown through the hair.
STILL = frozenset({StageKind.AIR, StageKind.CAP})
#: A cloth takes up water down to so much [g/g], quickly at first: the gap shrinks to 1/e in so
#: many minutes. House values: blotted 0.7, wrapped for an hour about 0.5.
CLOTH_LEAVES, CLOTH_MIN = 0.48, 20.0

#: Spread of the drying time when nothing was learned: standard deviation of its logarithm. House.
LOG_SPREAD = 0.25
#: A band of one in ten on either side.
BAND_Z = 1.2816

#: Air this near to saturation takes nothing up in any time that matters [kg/m³].
LEAST_DEFICIT = 1e-6

#: Hair dries between a twentieth and twenty times as fast as forecast [log].
SLOWER_RANGE = math.log(20.0)
#: Stands for hair that is never dry [log].
NEVER = 50.0

#: Shares of water lost at which stages are chained; fine enough for a minute in a day.
_SHARES: Floats = np.linspace(0.0, 1.0, 1001)
_SHELL: Floats = _SHARES + (1 - _SHARES) * np.log(np.where(_SHARES < 1, 1 - _SHARES, 1.0))


@dataclass(frozen=True)
class Stage:
    """One stretch of drying in one kind of air.

    Args:
        kind: still air, hood, diffuser, a cloth that takes up water, or a cap
        temp_c: temperature of the air at the hair [°C]
        rh: its relative humidity as a fraction
        hours: how long; None until dry
        until_share: leave the stage early once this share of water is gone
    """

    kind: StageKind
    temp_c: float
    rh: float
    hours: float | None = None
    until_share: float = 1.0


@dataclass(frozen=True)
class Cylinder:
    """A section as the drying law sees it.

    Args:
        radius_m: radius of the packed cylinder [m]
        packed_kg_m3: dry hair per volume [kg/m³]
        envelope_m: dry hair per outer area of the whole head of loose hair, over the packed
            density [m]; 0 when sections dry each for itself
    """

    radius_m: float
    packed_kg_m3: float
    envelope_m: float = 0.0


@dataclass(frozen=True)
class Run:
    """Share of water lost over time, piecewise linear.

    Args:
        hours: times [h], increasing from 0
        shares: share of the removable water lost, 0 to 1
        ends: when each stage ends [h]
    """

    hours: Floats
    shares: Floats
    ends: tuple[float, ...] = ()

    def at(self, hours: float) -> float:
        """Share of water lost after so many hours; stays at the last value afterwards."""
        return float(np.interp(hours, self.hours, self.shares))

    def time_to(self, share: float) -> float | None:
        """Hours until a share of water is lost, None if it never happens."""
        if self.shares[-1] < share - 1e-9:
            return None
        return float(np.interp(share, self.shares, self.hours))


def section_radius(mass_kg: float, sections: float, packed_kg_m3: float, length_m: float) -> float:
    """Radius of a section packed to a cylinder.

    Args:
        mass_kg: dry hair in all sections [kg], > 0
        sections: number of sections, > 0
        packed_kg_m3: dry hair per volume [kg/m³], > 0
        length_m: length of the section [m], > 0
    Returns:
        radius [m]
    Source: geometry.
    """
    return math.sqrt(mass_kg / (sections * packed_kg_m3 * math.pi * length_m))


def transfer_coefficient(heat_transfer: float) -> float:
    """Mass-transfer coefficient of the air film [m/s].

    Args:
        heat_transfer: heat-transfer coefficient [W/(m² K)], > 0
    Source: [2].
    """
    return heat_transfer / (AIR_KG_PER_M3 * AIR_J_PER_KG_K * math.pow(LEWIS, 2 / 3))


def film_time(
    water_kg_m3: float, radius_m: float, transfer_m_s: float, deficit_kg_m3: float
) -> float:
    """Drying time of a packed section if only the air film around it resisted.

    Args:
        water_kg_m3: removable water per volume of packed hair [kg/m³], > 0
        radius_m: radius of the section [m], > 0
        transfer_m_s: mass-transfer coefficient of the air around it [m/s], > 0
        deficit_kg_m3: vapour density at the wet surface minus that of the air [kg/m³], > 0
    Returns:
        time to complete dryness [s]
    Raises:
        NeverDries: the air is saturated (deficit <= 0)
    Source: [1], film control.
    """
    if deficit_kg_m3 <= 0:
        raise NeverDries
    return water_kg_m3 * radius_m / (2 * transfer_m_s * deficit_kg_m3)


def shell_time(water_kg_m3: float, radius_m: float, deficit_kg_m3: float) -> float:
    """Drying time of a packed section if only its own dry shell resisted.

    Args:
        water_kg_m3: removable water per volume of packed hair [kg/m³], > 0
        radius_m: radius of the section [m], > 0
        deficit_kg_m3: vapour density at the wet surface minus that of the air [kg/m³], > 0
    Returns:
        time to complete dryness [s]
    Raises:
        NeverDries: the air is saturated (deficit <= 0)
    Source: [1], control by diffusion through the product layer.
    """
    if deficit_kg_m3 <= 0:
        raise NeverDries
    return water_kg_m3 * radius_m**2 / (4 * DIFFUSIVITY_M2_S * deficit_kg_m3)


def cloth_times(water: float) -> Floats:
    """Hours in a cloth to reach each share of the common grid, endless beyond what it takes up.

    Args:
        water: water to lose [g per g of dry hair], > 0
    Source: house model, the gap to what a cloth leaves shrinks exponentially.
    """
    reach = 1 - CLOTH_LEAVES / water
    if reach <= 0:
        return np.where(_SHARES > 0, np.inf, 0.0)
    left = 1 - _SHARES / reach
    with np.errstate(divide="ignore", invalid="ignore"):
        hours = -CLOTH_MIN / 60 * np.log(left)
    return np.where(left > 0, hours, np.inf)


def stage_times(cylinder: Cylinder, water: float, stage: Stage, factor: float) -> Floats:
    """Hours to reach each share of the common grid if the whole drying took place in one stage.

    Args:
        cylinder: the section
        water: water to lose [g per g of dry hair], > 0
        stage: the air
        factor: learned multiplier on the time, > 0
    Raises:
        NeverDries: the air of the stage is saturated
    """
    if stage.kind is StageKind.CLOTH:
        return cloth_times(water)
    water_kg_m3 = cylinder.packed_kg_m3 * water
    deficit = drying_deficit(stage.temp_c, stage.rh)
    transfer = transfer_coefficient(HEAT_TRANSFER[stage.kind])
    film = film_time(water_kg_m3, cylinder.radius_m, transfer, deficit)
    shell = shell_time(water_kg_m3, cylinder.radius_m, deficit)
    # Loose hair shields itself in still air: the head as a whole cannot lose more than its
    # envelope lets out. A dryer blows through it.
    still = stage.kind in STILL
    envelope = water_kg_m3 * cylinder.envelope_m / (transfer * deficit) if still else 0.0
    seconds = max(film, envelope) * _SHARES + shell * _SHELL
    return seconds * (factor / SECONDS_PER_HOUR)


def share_gone(curve: Sequence[tuple[float, float]], hours: float) -> float:
    """Share of the water that a forecast has gone after some hours.

    Args:
        curve: hours and shares gone, rising
        hours: since it began [h]
    """
    at, shares = zip(*curve, strict=True)
    return float(np.interp(hours, at, shares))


def takes_nothing(water: float, stage: Stage, done: float) -> bool:
    """Whether a stage takes no more water: saturated air, or a cloth that has taken its part."""
    if stage.kind is StageKind.CLOTH:
        return done >= 1 - CLOTH_LEAVES / water - 2 / len(_SHARES)
    return drying_deficit(stage.temp_c, stage.rh) <= LEAST_DEFICIT


def dry(cylinder: Cylinder, water: float, stages: Sequence[Stage], factor: float = 1.0) -> Run:
    """Follow a section through its drying stages.

    Args:
        cylinder: the section
        water: water to lose [g per g of dry hair], > 0
        stages: in order; one without hours ends the list
        factor: learned multiplier on the time, > 0
    Returns:
        the share of water lost over time
    Raises:
        NeverDries: the air of a stage without hours is saturated
    """
    hours: list[Floats] = [np.zeros(1)]
    shares: list[Floats] = [np.zeros(1)]
    ends: list[float] = []
    clock, done = 0.0, 0.0
    for stage in stages:
        if done >= stage.until_share:
            ends.append(clock)
            continue
        if stage.hours is not None and takes_nothing(water, stage, done):
            hours.append(np.array([clock + stage.hours]))
            shares.append(np.array([done]))
            clock += stage.hours
            ends.append(clock)
            continue
        own = stage_times(cylinder, water, stage, factor)
        entered = float(np.interp(done, _SHARES, own))
        leaves = float(np.interp(stage.until_share, _SHARES, own))
        if stage.hours is not None:
            leaves = min(leaves, entered + stage.hours)
        reached = float(np.interp(leaves, own, _SHARES))
        inside = (done < _SHARES) & (reached > _SHARES)
        hours.append(np.append(clock + own[inside] - entered, clock + leaves - entered))
        shares.append(np.append(_SHARES[inside], reached))
        clock, done = clock + leaves - entered, reached
        ends.append(clock)
    return Run(np.concatenate(hours), np.concatenate(shares), tuple(ends))


def odds_dry(
    cylinder: Cylinder,
    water: float,
    stages: Sequence[Stage],
    at_hours: float,
    factor: float = 1.0,
    log_spread: float = LOG_SPREAD,
) -> float:
    """Probability that a section is fully dry at a given time.

    The drying time is taken as log-normal around the forecast, so the question becomes: how much
    slower than forecast could this hair dry and still be ready?

    Args:
        cylinder: the section
        water: water to lose [g per g of dry hair], > 0
        stages: as for `dry`
        at_hours: planned release [h], >= 0
        factor: learned multiplier on the time, > 0
        log_spread: standard deviation of the logarithm of the time, > 0
    Returns:
        probability, 0 to 1
    """

    # Loaded when needed: it takes longer to load than everything else together.
    from scipy.optimize import brentq

    if at_hours <= 0:
        return 0.0

    def late(log_slower: float) -> float:
        """By how much drying this much slower is late, as a logarithm."""
        took = dry(cylinder, water, stages, factor * math.exp(log_slower)).time_to(1.0)
        return NEVER if took is None else math.log(took / at_hours)

    if late(-SLOWER_RANGE) > 0:
        return 0.0
    if late(SLOWER_RANGE) <= 0:
        return 1.0
    edge = float(brentq(late, -SLOWER_RANGE, SLOWER_RANGE, xtol=1e-4))
    return float(ndtr(edge / log_spread))
