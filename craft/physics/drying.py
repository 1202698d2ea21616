"""Drying of hair in a set, in two periods.

Wet hair holds free water between its fibres, which wicks to the surface: down to the saturation
regain of the fibre it dries at the constant rate of the air film round the section. What is then
left is inside the fibres; the rate falls in proportion to what is still above the equilibrium with
the air [1]. The film follows published correlations (`craft.physics.film`), nothing is fitted.
Stages (cloth, hood, then air …) chain: each takes over the water the one before has left.

Sources:
    [1] McCabe, Smith & Harriott, *Unit Operations of Chemical Engineering*, chapter Drying of
        solids: constant-rate and falling-rate period. From memory.
    [2] Robbins, *Chemical and Physical Behavior of Human Hair*, 5th ed., Springer 2012, water
        taken up at equilibrium. From memory.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from craft.errors import NeverDries
from craft.physics.fibre import regain
from craft.physics.rates import STILL, Cylinder, Stage, constant_rate, film_rate, most_rate
from craft.vocabulary import Blot, StageKind

Floats = NDArray[np.float64]


#: Down to this the free water dries at the rate of the film [g/g]. Source: [2], saturation 0.32,
#: of which the last hundredths already lie inside the fibre.
CRITICAL = 0.30
#: Hair feels dry at so much above the equilibrium with the air around it [g/g]. Own value.
DRY_TO_THE_HAND = 0.02
#: Hair that is dry for a room of this humidity is dry for any drier room. Own value.
DRIEST_ROOM = 0.50
#: Humidities against which a damp room is checked: hair dries no sooner in it. Own values.
DRIER_ROOMS = (DRIEST_ROOM, 0.6, 0.7, 0.8, 0.9)


#: Water in the hair [g per g of dry hair] by how it was blotted. Own values.
WATER_AFTER = {Blot.NONE: 1.2, Blot.CLOTH: 0.7, Blot.PRESSED: 0.55}

#: A cloth takes up water down to so much [g/g], quickly at first: the gap shrinks to 1/e in so
#: many minutes. Own values: blotted 0.7, wrapped for an hour about 0.5.
CLOTH_LEAVES, CLOTH_MIN = 0.48, 20.0

#: Spread of the drying time when nothing was learned: standard deviation of its
#: logarithm. Own value.
LOG_SPREAD = 0.35
#: A band of one in ten on either side.
BAND_Z = 1.2816

#: Damper air never lets hair get dry in any time that matters.
SATURATED_RH = 0.99

#: Hair dries between a twentieth and twenty times as fast as forecast [log].
SLOWER_RANGE = math.log(20.0)
#: Stands for hair that is never dry [log].
NEVER = 50.0

#: Shares of the removable water lost at which stages are chained; fine enough for a minute in a
#: day.
_STEPS = 1000
_SHARES: Floats = np.linspace(0.0, 1.0, _STEPS + 1)


@dataclass(frozen=True)
class Run:
    """Share of water lost over time, piecewise linear.

    Args:
        hours: times [h], increasing from 0
        shares: share of the removable water lost, 0 to 1
        ends: when each stage ends [h]
        water: in the hair at the beginning [g/g]
        dry_water: in hair that is dry to the hand where it ends [g/g]
        is_roots: the roots dry last
    """

    hours: Floats
    shares: Floats
    ends: tuple[float, ...] = ()
    water: float = 1.0
    dry_water: float = 0.0
    is_roots: bool = False

    def water_at(self, hours: float) -> float:
        """Water left in the hair after so many hours [g/g]."""
        return self.water + (self.dry_water - self.water) * self.at(hours)

    def at(self, hours: float) -> float:
        """Share of water lost after so many hours; stays at the last value afterwards."""
        return float(np.interp(hours, self.hours, self.shares))

    def time_to(self, share: float) -> float | None:
        """Hours until a share of water is lost, None if it never happens."""
        if self.shares[-1] < share - 1e-9:
            return None
        return float(np.interp(share, self.shares, self.hours))


def dry_at(stages: Sequence[Stage]) -> float:
    """Water at which hair feels dry where its drying ends [g/g].

    A cloth says nothing of the air; without any other stage it is the air of a room. Dry air asks
    no more than a room of 50 %.
    """
    airs = [stage for stage in stages if stage.kind is not StageKind.CLOTH]
    if not airs:
        return regain(DRIEST_ROOM) + DRY_TO_THE_HAND
    humidity = max(airs[-1].rh, DRIEST_ROOM) if airs[-1].kind in STILL else airs[-1].rh
    return regain(humidity) + DRY_TO_THE_HAND


@lru_cache(maxsize=512)
def in_drier_rooms(stages: tuple[Stage, ...]) -> tuple[tuple[Stage, ...], ...]:
    """The stages, and the same where the room is drier.

    Hair that holds little is soon at rest with a damp room, the sooner after a dryer. It is not dry
    for that: what a drier room would find damp is damp.
    """
    if not stages or stages[-1].kind not in STILL:
        return (stages,)
    drier = [humidity for humidity in DRIER_ROOMS if humidity < stages[-1].rh]
    return (
        stages,
        *(
            tuple(
                replace(stage, rh=min(stage.rh, humidity)) if stage.kind in STILL else stage
                for stage in stages
            )
            for humidity in drier
        ),
    )


def two_periods(
    start: float, water: Floats, rate: float, equilibrium: float, most: float = math.inf
) -> Floats:
    """Hours until so much water is left, endless at the equilibrium and below it.

    Args:
        start: water at the beginning [g/g]
        water: water left [g/g], at most `start`
        rate: of the film in the constant period [g/g an hour], > 0
        equilibrium: with the air [g/g]
        most: that the heat allows at any time [g/g an hour], > 0
    Source: [1]; where heat is short, it sets the rate until the fibres give off less than that.
    """
    span = CRITICAL - equilibrium
    falls_from = equilibrium + span * min(1.0, most / rate) if span > 0 else CRITICAL
    above = np.maximum(water, falls_from)
    constant = np.maximum(start - above, 0.0) / min(rate, most)
    entered = min(start, falls_from) - equilibrium
    if span <= 0 or entered <= 0:
        # Air damper than the fibre holds: only free water leaves.
        return np.where(water >= CRITICAL, constant, np.inf)
    left = np.minimum(water, min(start, falls_from)) - equilibrium
    with np.errstate(divide="ignore", invalid="ignore"):
        falling = np.where(left > 0, span / rate * np.log(entered / left), np.inf)
    return constant + falling


def water_after(
    cylinder: Cylinder, water: float, stage: Stage, hours: float, factor: float = 1.0
) -> float:
    """Water left in a section after so long in one kind of air [g/g].

    Args:
        cylinder: the section
        water: at the beginning [g/g]
        stage: the air; not a cloth
        hours: >= 0 [h]
        factor: learned multiplier on the time, > 0
    Source: [1], the same two periods as `two_periods`, solved for the water.
    """
    equilibrium = regain(stage.rh)
    if stage.rh >= SATURATED_RH or water <= equilibrium:
        return water
    rate, left_h = constant_rate(cylinder, stage), hours / factor
    wet_h = max(0.0, water - CRITICAL) / rate
    if left_h <= wet_h or equilibrium >= CRITICAL:
        return max(water - rate * left_h, min(water, max(CRITICAL, equilibrium)))
    entered, span = min(water, CRITICAL) - equilibrium, CRITICAL - equilibrium
    return equilibrium + entered * math.exp(-(left_h - wet_h) * rate / span)


def cloth_times(start: float, water: Floats) -> Floats:
    """Hours in a cloth until so much water is left, endless beyond what it takes up.

    Args:
        start: water at the beginning [g/g]
        water: water left [g/g]
    Source: own model, the gap to what a cloth leaves shrinks exponentially.
    """
    gap = start - CLOTH_LEAVES
    if gap <= 0:
        return np.where(water < start, np.inf, 0.0)
    with np.errstate(divide="ignore", invalid="ignore"):
        hours = CLOTH_MIN / 60 * np.log(gap / (water - CLOTH_LEAVES))
    return np.where(water > CLOTH_LEAVES, hours, np.inf)


@lru_cache(maxsize=512)
def stage_times(cylinder: Cylinder, water: float, target: float, stage: Stage) -> Floats:
    """Hours to each share of what dries if the whole drying took place in one stage.

    Args:
        cylinder: the section
        water: at the beginning [g/g]
        target: at the end [g/g]
        stage: the air
    """
    left = water + (target - water) * _SHARES
    if stage.kind is StageKind.CLOTH:
        return cloth_times(water, left)
    if stage.rh >= SATURATED_RH:
        return np.where(left < water, np.inf, 0.0)
    rate, most = film_rate(cylinder, stage), most_rate(cylinder, stage)
    return two_periods(water, left, rate, regain(stage.rh), most)


def share_gone(curve: Sequence[tuple[float, float]], hours: float) -> float:
    """Share of the water that a forecast has gone after some hours.

    Args:
        curve: hours and shares gone, rising
        hours: since it began [h]
    """
    at, shares = zip(*curve, strict=True)
    return float(np.interp(hours, at, shares))


def dry(cylinder: Cylinder, water: float, stages: Sequence[Stage], factor: float = 1.0) -> Run:
    """Follow a section through its drying stages, to where it dries last.

    Args:
        cylinder, water, stages, factor: as for `dry_place`
    Returns:
        the run of its lengths or its roots, whichever are dry later
    Raises:
        NeverDries: a stage without hours never comes to its end in its air
    """
    ways = [
        (place, air, stretches(place, water, air, factor))
        for place in cylinder.places
        for air in in_drier_rooms(tuple(stages))
    ]
    place, air, last = max(ways, key=lambda way: lateness(way[2]))
    return run_of(place, water, air, last)


def hours_to_dry(
    cylinder: Cylinder, water: float, stages: Sequence[Stage], factor: float = 1.0
) -> float | None:
    """Hours until it is dry where it dries last; None if it never is. As for `dry`, but sooner."""
    hours, _ = max(
        lateness(stretches(place, water, air, factor))
        for place in cylinder.places
        for air in in_drier_rooms(tuple(stages))
    )
    return None if math.isinf(hours) else hours


def dry_place(
    cylinder: Cylinder, water: float, stages: Sequence[Stage], factor: float = 1.0
) -> Run:
    """Follow one place of a section through its drying stages.

    Args:
        cylinder: the lengths of a section, or its roots
        water: in the hair at the beginning [g per g of dry hair], > 0
        stages: in order; one without hours ends the list
        factor: learned multiplier on the time, > 0
    Returns:
        the share of the removable water lost over time: 1 where it is dry to the hand in the air
        where it ends; hair that is dry to begin with has lost it all
    Raises:
        NeverDries: a stage without hours never comes to its end in its air
    """
    return run_of(cylinder, water, stages, stretches(cylinder, water, stages, factor))


class Stretch(NamedTuple):
    """What one stage does to one place.

    Args:
        begins, ends: hours since the beginning [h]
        done, reached: share of the removable water lost when it begins and when it ends
        times: hours to each share if the whole drying took place in this air; None where nothing
            dries
        slower: times these hours
    """

    begins: float
    ends: float
    done: float
    reached: float
    times: Floats | None = None
    slower: float = 1.0


def stretches(
    cylinder: Cylinder, water: float, stages: Sequence[Stage], factor: float
) -> list[Stretch]:
    """What each stage does to one place; nothing to hair that is dry to begin with.

    Args:
        cylinder, water, stages, factor: as for `dry_place`
    Raises:
        NeverDries: a stage without hours never comes to its end in its air
    """
    target = dry_at(stages)
    done = 0.0 if water > target else 1.0
    clock = 0.0
    results: list[Stretch] = []
    for stage in stages:
        if done >= stage.until_share:
            results.append(Stretch(clock, clock, done, done))
            continue
        times = stage_times(cylinder, water, target, stage)
        slower = 1.0 if stage.kind is StageKind.CLOTH else factor
        entered = time_at(times, done)
        if not math.isfinite(times[int(done * _STEPS) + 1]):
            # It takes nothing: saturated air, a cloth that has taken its part, air damper than
            # the hair already is.
            if stage.hours is None:
                raise NeverDries
            results.append(Stretch(clock, clock + stage.hours, done, done))
        else:
            leaves = time_at(times, stage.until_share)
            if stage.hours is not None:
                leaves = min(leaves, entered + stage.hours / slower)
            if not math.isfinite(leaves):
                # It never comes to the share at which this stage is left: the air is too damp.
                raise NeverDries
            ends = clock + (leaves - entered) * slower
            results.append(Stretch(clock, ends, done, share_at(times, leaves), times, slower))
        clock, done = results[-1].ends, results[-1].reached
    return results


def time_at(times: Floats, share: float) -> float:
    """Hours to a share, between those of `_SHARES` [h]."""
    place = min(int(share * _STEPS), _STEPS - 1)
    before, after = float(times[place]), float(times[place + 1])
    part = share * _STEPS - place
    if part <= 0 or before == after:
        return before
    return before + (after - before) * part


def share_at(times: Floats, hours: float) -> float:
    """Share lost by a time [h], between those of `_SHARES`."""
    place = min(int(np.searchsorted(times, hours, side="right")), _STEPS)
    before, after = float(times[place - 1]), float(times[place])
    part = min(1.0, (hours - before) / (after - before)) if after > before else 1.0
    return (place - 1 + part) / _STEPS


def lateness(ways: Sequence[Stretch]) -> tuple[float, float]:
    """Orders ways of drying by when they are dry [h], then by the share that stays."""
    for stretch in ways:
        if stretch.reached >= 1 - 1e-9:
            return stretch.ends, 0.0
    return math.inf, 1 - ways[-1].reached if ways else 0.0


def run_of(
    cylinder: Cylinder, water: float, stages: Sequence[Stage], ways: Sequence[Stretch]
) -> Run:
    """The share of water lost over time.

    Args:
        cylinder, water, stages: as for `dry_place`
        ways: what each stage does
    """
    target = dry_at(stages)
    ends = tuple(stretch.ends for stretch in ways)
    if water <= target:
        return Run(np.zeros(1), np.ones(1), ends, water, water, cylinder.is_roots)
    hours: list[Floats] = [np.zeros(1)]
    shares: list[Floats] = [np.zeros(1)]
    for stretch in ways:
        if stretch.ends <= stretch.begins:
            continue
        if stretch.times is not None:
            entered = time_at(stretch.times, stretch.done)
            inside = (stretch.done < _SHARES) & (stretch.reached > _SHARES)
            hours.append(stretch.begins + (stretch.times[inside] - entered) * stretch.slower)
            shares.append(_SHARES[inside])
        hours.append(np.array([stretch.ends]))
        shares.append(np.array([stretch.reached]))
    times, gone = np.concatenate(hours), np.concatenate(shares)
    return Run(times, gone, ends, water, target, cylinder.is_roots)


@lru_cache(maxsize=256)
def odds_dry(
    cylinder: Cylinder,
    water: float,
    stages: tuple[Stage, ...],
    at_hours: float,
    factor: float = 1.0,
    log_spread: float = LOG_SPREAD,
) -> float:
    """Probability that a section is fully dry at a given time.

    The drying time is taken as log-normal around the forecast, so the question becomes: how much
    slower than forecast could this hair dry and still be ready?

    Args:
        cylinder: the section
        water: in the hair at the beginning [g per g of dry hair], > 0
        stages: as for `dry`
        at_hours: planned release [h], >= 0
        factor: learned multiplier on the time, > 0
        log_spread: standard deviation of the logarithm of the time, > 0
    Returns:
        probability, 0 to 1
    """

    # Loaded when needed: it takes longer to load than everything else together.
    from scipy.optimize import brentq

    if water <= dry_at(stages):
        return 1.0
    if at_hours <= 0:
        return 0.0

    def late(log_slower: float) -> float:
        """By how much drying this much slower is late, as a logarithm."""
        took = hours_to_dry(cylinder, water, stages, factor * math.exp(log_slower))
        return NEVER if took is None else math.log(took / at_hours)

    if late(-SLOWER_RANGE) > 0:
        return 0.0
    if late(SLOWER_RANGE) <= 0:
        return 1.0
    edge = float(brentq(late, -SLOWER_RANGE, SLOWER_RANGE, xtol=1e-4))
    return float(ndtr(edge / log_spread))
