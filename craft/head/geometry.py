"""The head as a sphere with a hairline, and its equal-area map.

The scalp is the part of a sphere inside the hairline. The map is Lambert's
azimuthal equal-area projection centred on the vertex: a section's area on
paper is its area on the head. The map looks down on the head as the
specialist stands behind it: face up, the client's right on the right.

Angles: ``theta`` from the vertex, ``phi`` round it from the face (0) over the
client's right (pi/2) to the nape (pi). Map coordinates in cm.

Sources:
    [1] Snyder, *Map Projections: A Working Manual*, USGS 1395, Lambert azimuthal equal-area.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from craft.vocabulary import Zone

Floats = NDArray[np.float64]

#: Circumference the hairline arcs belong to [cm]; arcs scale with the head. Own values.
REFERENCE_CIRCUMFERENCE_CM = 57.0
#: Arc from the vertex to the hairline [cm] at the front, over the ears, at the nape. Own values.
HAIRLINE_ARCS_CM = (10.0, 13.5, 23.0)

#: Arcs and angles that bound the zones on the reference head [cm, rad]. Own values.
FRINGE_FROM_CM = 6.5
TOP_TO_CM = 7.0
CROWN_TO_CM = 9.0
NAPE_FROM_CM = 17.5
FRINGE_TO_RAD = math.radians(55)
SIDE_TO_RAD = math.radians(125)

#: Mesh of the map on which hair is counted [cm].
CELL_CM = 0.3


@dataclass(frozen=True)
class Cells:
    """The scalp cut into small squares of the map.

    Args:
        x, y: centres [cm]
        area: scalp in each cell [cm²]; cells on the hairline hold less than a full square
        zone: index into `ZONES`
    """

    x: Floats
    y: Floats
    area: Floats
    zone: NDArray[np.intp]


ZONES = tuple(Zone)


def radius(circumference_cm: float) -> float:
    """Radius of the head taken as a sphere [cm]."""
    return circumference_cm / (2 * math.pi)


def hairline_angle(phi: Floats, circumference_cm: float) -> Floats:
    """Angle from the vertex to the hairline.

    Args:
        phi: direction from the face [rad]
        circumference_cm: head circumference [cm]
    Returns:
        theta at the hairline [rad], the same on heads of every size
    Source: own arcs, cosine-smooth between front, ears and nape.
    """
    front, side, nape = (
        arc * (circumference_cm / REFERENCE_CIRCUMFERENCE_CM) / radius(circumference_cm)
        for arc in HAIRLINE_ARCS_CM
    )
    turn = np.abs(np.arctan2(np.sin(phi), np.cos(phi)))
    forward = turn <= math.pi / 2
    start = np.where(forward, front, side)
    end = np.where(forward, side, nape)
    step = np.where(forward, turn, turn - math.pi / 2)
    return np.asarray(start + (end - start) * (1 - np.cos(2 * step)) / 2)


def scalp_area(circumference_cm: float) -> float:
    """Area of the scalp inside the hairline [cm²]. Source: R² times the integral of 1 - cos θ."""
    phi = np.linspace(0, 2 * math.pi, 3601)
    cap = 1 - np.cos(hairline_angle(phi, circumference_cm))
    return float(radius(circumference_cm) ** 2 * np.trapezoid(cap, phi))


def project(theta: Floats, phi: Floats, circumference_cm: float) -> tuple[Floats, Floats]:
    """Map coordinates [cm] of points on the head. Source: [1], equation 24-1 on a sphere."""
    rho = 2 * radius(circumference_cm) * np.sin(theta / 2)
    return np.asarray(rho * np.sin(phi)), np.asarray(rho * np.cos(phi))


def unproject(x: Floats, y: Floats, circumference_cm: float) -> tuple[Floats, Floats]:
    """Angles (theta, phi) of points of the map [cm]. Source: [1], the inverse."""
    sine = np.hypot(x, y) / (2 * radius(circumference_cm))
    return 2 * np.arcsin(np.clip(sine, 0, 1)), np.arctan2(x, y)


def hairline(circumference_cm: float, points: int = 180) -> Floats:
    """The hairline on the map: an array of (x, y) [cm], clockwise from the face."""
    phi = np.linspace(0, 2 * math.pi, points, endpoint=False)
    x, y = project(hairline_angle(phi, circumference_cm), phi, circumference_cm)
    return np.column_stack([x, y])


def zone_at(theta: Floats, phi: Floats) -> NDArray[np.intp]:
    """Zone of each point of the scalp, as an index into `ZONES`. Own bounds."""
    arc = theta * radius(REFERENCE_CIRCUMFERENCE_CM)
    turn = np.abs(phi)
    behind = turn > SIDE_TO_RAD
    conditions = [
        (turn < FRINGE_TO_RAD) & (arc >= FRINGE_FROM_CM),
        behind & (arc >= NAPE_FROM_CM),
        (turn > math.pi / 2) & (arc < CROWN_TO_CM),
        arc < TOP_TO_CM,
        behind,
        phi >= 0,
    ]
    order = (Zone.FRINGE, Zone.NAPE, Zone.CROWN, Zone.TOP, Zone.BACK, Zone.RIGHT)
    indices = [np.full(theta.shape, ZONES.index(zone)) for zone in order]
    return np.select(conditions, indices, default=ZONES.index(Zone.LEFT)).astype(np.intp)


@lru_cache(maxsize=64)
def cells(circumference_cm: float) -> Cells:
    """The scalp on a mesh [cm²], symmetric left to right, its areas summing to `scalp_area`."""
    reach = 2 * radius(circumference_cm)
    steps = np.arange(0, reach, CELL_CM) + CELL_CM / 2
    axis = np.concatenate([-steps[::-1], steps])
    x, y = (grid.ravel() for grid in np.meshgrid(axis, axis))
    theta, phi = unproject(x, y, circumference_cm)
    edge = 2 * radius(circumference_cm) * np.sin(hairline_angle(phi, circumference_cm) / 2)
    inside = np.clip((edge - np.hypot(x, y)) / CELL_CM + 0.5, 0, 1)
    kept = inside > 0
    area = inside[kept] * (scalp_area(circumference_cm) / inside.sum())
    return Cells(x[kept], y[kept], area, zone_at(theta[kept], phi[kept]))


def per_cell(value: float, zones: Mapping[Zone, float], where: Cells) -> Floats:
    """Spread a value of the whole head [hairs/cm² or cm] over the cells; zones may differ."""
    table = np.array([zones.get(zone, value) for zone in ZONES])
    return np.asarray(table[where.zone])
