"""A section of hair in one kind of air: what of it the air reaches, how fast its water leaves.

The film of air follows published correlations (`craft.physics.film`), nothing is fitted. A hood
gives what the outside of all the hair takes up as heat, a diffuser what its heat allows.
"""

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from craft.physics.film import evaporation, evaporation_heat, surface_temperature
from craft.vocabulary import SetKind, StageKind

SECONDS_PER_HOUR = 3600.0
#: Air at the hair [m/s]. Own values, seated 0.1 in the air of a room; up and about 0.25.
SPEED_M_S = {
    StageKind.AIR: 0.10,
    StageKind.HOOD: 1.0,
    StageKind.DIFFUSER: 2.0,
    StageKind.CAP: 0.02,
    StageKind.ASLEEP: 0.05,
}
ABOUT_M_S = 0.25
#: Share of the surface that the air reaches. Own values.
EXPOSED = {
    SetKind.TWIST: 0.7,
    SetKind.BRAID: 0.7,
    SetKind.COIL: 0.8,
    SetKind.ROD: 0.6,
    SetKind.LOOSE: 0.8,
}
#: The same of what lies flat on the scalp; and of anything under a cap. Own values.
EXPOSED_FLAT, EXPOSED_CAPPED = 0.5, 0.5
#: The same of roots that a row or a tie lies on; what a scarf or a cap leaves of it. Own values.
EXPOSED_ROOTS, COVERED_ROOTS = 0.25, 0.05
#: The same of any roots in the stream of a dryer, at least. Own value.
BLOWN_ROOTS = 0.4
#: The same of roots beside a rod, which keeps any scarf off them. Own value.
EXPOSED_ROD_ROOTS = 0.5
#: Share of a head of hair that lies between head and pillow, each section by turns. Own value.
ON_PILLOW = 0.25
#: A hood blows over the head, not through it: heat it gives to the outside of all the hair
#: [W/(m² K)], a sphere in 1 m/s 9 to 15, rough hair about twice that. Own value.
HOOD_W_M2_K = 30.0
#: A diffuser reaches one spot at a time: water it takes out of a whole head [kg/s] by the air at
#: the hair [°C], from low to high heat; 600 to 1 500 W, of which a third reaches the hair, over the
#: heat of evaporation. Own values.
DIFFUSER_C, DIFFUSER_KG_S = (38.0, 42.0, 50.0), (0.08e-3, 0.12e-3, 0.16e-3)
#: Heat of the scalp to the roots that lie on it [W/m²]: it gives off some 30 to 60. Own value.
ROOTS_W_M2 = 30.0
#: Across what moves as one in loose hair, as still air sees it [m]. Own value, tuned
#: on one of the sets seen in the trade.
HEAD_ACROSS_M = 0.03
#: Dry hair per volume of a section [kg/m³]. Own values.
PACKED_KG_PER_M3 = {
    SetKind.TWIST: 350.0,
    SetKind.BRAID: 450.0,
    SetKind.COIL: 300.0,
    SetKind.ROD: 350.0,
    SetKind.LOOSE: 250.0,
}
#: Air that is not blown through the hair.
STILL = frozenset({StageKind.AIR, StageKind.CAP, StageKind.ASLEEP})


@dataclass(frozen=True)
class Stage:
    """One stretch of drying in one kind of air.

    Args:
        kind: still air, hood, diffuser, a cloth that takes up water, a cap, or a pillow
        temp_c: temperature of the air at the hair [°C]
        rh: its relative humidity as a fraction
        hours: how long; None until dry
        until_share: leave the stage early once this share of water is gone
        speed_m_s: of the air at the hair [m/s]; None: as usual for the kind
        reaches: share of the dryer's heat that reaches the hair, against the usual
        covers: whether a scarf or a cap lies over the roots
    """

    kind: StageKind
    temp_c: float
    rh: float
    hours: float | None = None
    until_share: float = 1.0
    speed_m_s: float | None = None
    reaches: float = 1.0
    covers: bool = False

    @property
    def speed(self) -> float:
        """Of the air at the hair [m/s]."""
        return SPEED_M_S[self.kind] if self.speed_m_s is None else self.speed_m_s


@dataclass(frozen=True)
class Cylinder:
    """A section as the drying law sees it.

    Args:
        radius_m: radius of the packed cylinder [m]
        packed_kg_m3: dry hair per volume [kg/m³]
        envelope_m: dry hair per outer area of the whole head of loose hair, over the packed
            density [m]; 0 when sections dry each for itself
        exposed: share of its surface that the air reaches, 0 to 1
        head_kg: dry hair of the whole head, which shares the heat of a dryer [kg]; 0: not limited
        layer_kg_m2: dry hair per outside of the head as it stands, over which a hood blows, where
            that is thickest [kg/m²]; 0: not limited
        scalp_w_m2: heat of the scalp it lies on [W/m²]
        roots: share of the surface of its roots that the air reaches where something lies on them;
            0: they dry as its lengths do
        covered: what a scarf or a cap leaves of that
        is_roots: this is what lies under a row, a tie or a rod
    """

    radius_m: float
    packed_kg_m3: float
    envelope_m: float = 0.0
    exposed: float = 0.7
    head_kg: float = 0.0
    scalp_w_m2: float = 0.0
    layer_kg_m2: float = 0.0
    roots: float = 0.0
    covered: float = 1.0
    is_roots: bool = False

    @property
    def places(self) -> "tuple[Cylinder, ...]":
        """Its lengths, and its roots where they dry otherwise."""
        if not self.roots:
            return (self,)
        lengths = replace(self, roots=0.0, covered=1.0)
        warm = ROOTS_W_M2 if self.scalp_w_m2 else 0.0
        return (
            lengths,
            replace(self, exposed=self.roots, scalp_w_m2=warm, roots=0.0, is_roots=True),
        )


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


def constant_rate(cylinder: Cylinder, stage: Stage) -> float:
    """Water that a section loses while free water wets its surface [g/g an hour].

    Args:
        cylinder: the section
        stage: the air, not saturated
    Source: the film of `craft.physics.film`; a dryer gives no more heat than it has.
    """
    return min(film_rate(cylinder, stage), most_rate(cylinder, stage))


@lru_cache(maxsize=4096)
def film_rate(cylinder: Cylinder, stage: Stage) -> float:
    """Water that the air takes up from a section wet all over, for any heat [g/g an hour].

    Args:
        cylinder: the section
        stage: the air, not saturated
    Source: the film of `craft.physics.film`; loose hair in still air loses no more than the head
        as a whole gives off.
    """
    exposed = cylinder.exposed
    if stage.kind is StageKind.CAP:
        exposed = min(exposed, EXPOSED_CAPPED)
    if stage.kind is StageKind.ASLEEP:
        exposed *= 1 - ON_PILLOW
    if cylinder.is_roots and stage.kind not in STILL:
        exposed = max(exposed, BLOWN_ROOTS)
    if stage.covers:
        exposed *= cylinder.covered
    air = stage.temp_c, stage.rh, stage.speed
    # To a tenth of a millimetre: the film hardly feels less, and sections share one heat balance.
    flux = evaporation(round(2 * cylinder.radius_m, 4), *air, cylinder.scalp_w_m2)
    rate = exposed * flux * 2 / (cylinder.radius_m * cylinder.packed_kg_m3)
    if cylinder.envelope_m and stage.kind in STILL:
        whole = evaporation(HEAD_ACROSS_M, *air, cylinder.scalp_w_m2)
        rate = min(rate, whole / (cylinder.envelope_m * cylinder.packed_kg_m3))
    return rate * SECONDS_PER_HOUR


@lru_cache(maxsize=4096)
def most_rate(cylinder: Cylinder, stage: Stage) -> float:
    """Water that the heat of a dryer takes out of every section alike [g/g an hour].

    Args:
        cylinder: a section of the head
        stage: the air
    Returns:
        that rate at the most; endless in other air
    Source: heat balance, with own values.
    """
    rate = math.inf
    if stage.kind is StageKind.DIFFUSER and cylinder.head_kg:
        gives = float(np.interp(stage.temp_c, DIFFUSER_C, DIFFUSER_KG_S))
        rate = stage.reaches * gives / cylinder.head_kg
    elif stage.kind is StageKind.HOOD and cylinder.layer_kg_m2:
        rate = stage.reaches * hood_flux(stage) / cylinder.layer_kg_m2
    return rate * SECONDS_PER_HOUR


def hood_flux(stage: Stage) -> float:
    """Water that the warmth of a hood takes off the outside of all the hair [kg/(m² s)]."""
    wet_c = surface_temperature(HEAD_ACROSS_M, stage.temp_c, stage.rh, stage.speed)
    # Forced flow gives heat as the root of its speed.
    film = HOOD_W_M2_K * math.sqrt(stage.speed / SPEED_M_S[StageKind.HOOD])
    return film * max(0.0, stage.temp_c - wet_c) / evaporation_heat(wet_c)
