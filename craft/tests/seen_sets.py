"""Sets of the trade that were opened and what was found, as one check of the drying forecast.

Common practice, no source: told by specialists, without scales or clocks. What a set is made of
(grams, water, air) is our reading of their words and stands beside each. Sets that tuned an own
value say which; the others are held out.
"""

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace

from scipy.special import ndtr

from craft.physics import drying, rates
from craft.physics.air import drying_deficit
from craft.physics.rates import Cylinder, Stage
from craft.vocabulary import SetKind, StageKind

NIGHT_H, DAY_H = 10.0, 24.0
FLAT, SCALP = rates.EXPOSED_FLAT, 15.0
#: Outside of head and hair where the hair stays close to it, and where coils hang some 5 cm [m²].
CLOSE_M2, HANGING_M2 = 0.09, 0.13


@dataclass(frozen=True)
class SeenSet:
    """A set that was opened.

    Args:
        name: in words
        cylinder: one of its sections
        water: in the hair when it was set [g/g]
        stages: the air it was in
        after_h: when it was looked at [h]
        share: of the water gone that makes what was found true
        found_so: whether so much was gone; False: it was not yet
        until_h: for what is known to lie between two times: gone by then
        tuned: the own value that was set by it; empty where it is held out
    """

    name: str
    cylinder: Cylinder
    water: float
    stages: Sequence[Stage]
    after_h: float
    share: float = 1.0
    found_so: bool = True
    until_h: float | None = None
    tuned: str = ""

    def odds(self, hours_to: Callable[["SeenSet"], float | None], spread: float) -> float:
        """Odds of what was found, for a forecast of the hours to its share."""
        hours = hours_to(self)
        if hours is None:
            return 0.0 if self.found_so else 1.0

        def gone_by(at_h: float) -> float:
            return float(ndtr(math.log(at_h / hours) / spread))

        if self.until_h is not None:
            return gone_by(self.until_h) - gone_by(self.after_h)
        return gone_by(self.after_h) if self.found_so else 1 - gone_by(self.after_h)


def section(
    kind: SetKind,
    count: float,
    grams: float,
    length_cm: float,
    exposed: float | None = None,
    scalp: float = 0.0,
    outside_m2: float = CLOSE_M2,
) -> Cylinder:
    """A mean section of a head."""
    packed = rates.PACKED_KG_PER_M3[kind]
    radius = rates.section_radius(grams / 1000, count, packed, length_cm / 100)
    shown = rates.EXPOSED[kind] if exposed is None else exposed
    head_kg = grams / 1000
    return Cylinder(radius, packed, 0.0, shown, head_kg, scalp, head_kg / outside_m2)


def with_roots(cylinder: Cylinder) -> Cylinder:
    """A section whose roots lie under it."""
    return replace(cylinder, roots=rates.EXPOSED_ROOTS, covered=rates.COVERED_ROOTS)


def beside_rods(cylinder: Cylinder) -> Cylinder:
    """A section wound on a rod, whose roots lie beside it."""
    return replace(cylinder, roots=rates.EXPOSED_ROD_ROOTS)


def loose(lock_mm: float, grams: float, reach_cm2: float) -> Cylinder:
    """Loose hair of locks so thick, with an outside so large."""
    packed = rates.PACKED_KG_PER_M3[SetKind.LOOSE]
    layer_m = grams / 1000 / (reach_cm2 / 1e4) / packed
    return Cylinder(lock_mm / 2000, packed, layer_m, rates.EXPOSED[SetKind.LOOSE], grams / 1000)


ASLEEP = Stage(StageKind.ASLEEP, 21, 0.5)
ROOM = Stage(StageKind.AIR, 22, 0.5)
CAP = Stage(StageKind.CAP, 22, 0.75)
BONNET = Stage(StageKind.HOOD, 45, 0.13)
HOOD_15 = Stage(StageKind.HOOD, 50, 0.10, hours=0.25)

#: A night under a scarf; an evening, that night, and the day after.
SCARF = Stage(StageKind.ASLEEP, 21, 0.5, hours=8, covers=True)
SLEPT_ON = (replace(ROOM, hours=7), SCARF, ROOM)

SEEN = (
    SeenSet(
        "12 soaked twists, gel, plastic cap and bonnet, a night: not quite dry",
        section(SetKind.TWIST, 12, 120, 25),
        1.0,
        (CAP,),
        NIGHT_H,
        found_so=False,
    ),
    SeenSet(
        "40 rods in dense hair, an hour in a cloth then misted, a night: dry",
        beside_rods(section(SetKind.ROD, 40, 200, 25)),
        0.55,
        (ASLEEP,),
        NIGHT_H,
        tuned="roots beside a rod",
    ),
    SeenSet(
        "20 braids, medium density, a night: dry",
        section(SetKind.BRAID, 20, 110, 25),
        0.6,
        (ASLEEP,),
        NIGHT_H,
    ),
    SeenSet(
        "8 stretched flat rows, lightly misted, a night: lengths wearable",
        section(SetKind.TWIST, 8, 100, 20, FLAT, SCALP),
        0.35,
        (ASLEEP,),
        NIGHT_H,
        share=0.85,
        tuned="warmth of the scalp",
    ),
    SeenSet(
        "small coils on a short taper, day and night: dry",
        section(SetKind.COIL, 90, 50, 10),
        1.0,
        (ROOM,),
        DAY_H,
    ),
    SeenSet(
        "small loose coils, soaking, 20 min under a bonnet: fit to finish",
        section(SetKind.COIL, 100, 60, 12, outside_m2=HANGING_M2),
        1.0,
        (BONNET, ROOM),
        20 / 60,
        share=0.85,
        tuned="how exposed coils are",
    ),
    SeenSet(
        "14 flat twists with ends on rods, products into dry hair, 24 h: lengths dry",
        section(SetKind.TWIST, 14, 130, 30, FLAT, SCALP),
        0.35,
        SLEPT_ON,
        DAY_H,
    ),
    SeenSet(
        "the same: roots slightly damp",
        with_roots(section(SetKind.TWIST, 14, 130, 30, FLAT, SCALP)),
        0.35,
        SLEPT_ON,
        DAY_H,
        found_so=False,
    ),
    SeenSet(
        "12 soaked flat twists, 15 min hood, bands, two days: dry",
        with_roots(section(SetKind.TWIST, 12, 110, 25, FLAT, SCALP)),
        1.0,
        (HOOD_15, *SLEPT_ON[:2], replace(ROOM, hours=16), SCARF, ROOM),
        2 * DAY_H,
    ),
    SeenSet(
        "a soaked thick long head left to the air: many hours",
        loose(4.0, 250, 3200),
        1.2,
        (ROOM,),
        5.0,
        found_so=False,
    ),
    SeenSet(
        "short curls left to the air: 2 to 4 h",
        loose(4.0, 60, 1500),
        0.8,
        (ROOM,),
        2.0,
        until_h=4.5,
        tuned="what moves as one in loose hair",
    ),
)


def by_two_periods(seen: SeenSet) -> float | None:
    """Hours to the share, by the law in use."""
    return drying.dry(seen.cylinder, seen.water, seen.stages).time_to(seen.share)


#: The law before: film [W/(m² K)] by kind of air, diffusivity through a dry shell [m²/s], spread.
OLD_FILM = {StageKind.AIR: 5.0, StageKind.ASLEEP: 5.0, StageKind.HOOD: 18.0, StageKind.CAP: 2.5}
OLD_DIFFUSIVITY, OLD_SPREAD, OLD_MASS_PER_FILM = 1.1e-5, 0.25, 1.2 * 1005 * 0.857 ** (2 / 3)


def by_shrinking_core(seen: SeenSet) -> float:
    """Hours to the share by the law before: a dry shell that grows inwards."""

    def times(stage: Stage, share: float) -> float:
        radius, water = seen.cylinder.radius_m, seen.cylinder.packed_kg_m3 * seen.water
        deficit = drying_deficit(stage.temp_c, stage.rh)
        film = water * radius / (2 * OLD_FILM[stage.kind] / OLD_MASS_PER_FILM * deficit)
        shell = water * radius**2 / (4 * OLD_DIFFUSIVITY * deficit)
        left = 1 - share
        seconds = film * share + shell * (share + (left * math.log(left) if left else 0))
        return float(seconds / 3600)

    first = seen.stages[0]
    if first.hours is None:
        return times(first, seen.share)
    gone = min(seen.share, first.hours / times(first, 1.0))
    last = seen.stages[-1]
    return first.hours + times(last, seen.share) - times(last, gone)


@dataclass(frozen=True)
class Score:
    """How surprising what was found is.

    Args:
        odds: of what was found, by the name of the set
    """

    odds: dict[str, float]

    @property
    def mean(self) -> float:
        """Mean of minus the logarithm of the odds [nat]."""
        return mean_score(self.odds.values())

    @property
    def held_out(self) -> float:
        """The same over the sets that tuned nothing [nat]."""
        return mean_score(self.odds[seen.name] for seen in SEEN if not seen.tuned)

    @property
    def worst(self) -> float:
        """The least odds."""
        return min(self.odds.values())


def mean_score(odds: Iterable[float]) -> float:
    """Mean of minus the logarithm of odds [nat]."""
    scores = [-math.log(max(value, 1e-9)) for value in odds]
    return sum(scores) / len(scores)


def scores(hours_to: Callable[[SeenSet], float | None], spread: float) -> Score:
    """How surprising what was found is.

    Args:
        hours_to: of a set to its share [h]
        spread: of the logarithm of the time
    """
    return Score({seen.name: seen.odds(hours_to, spread) for seen in SEEN})
