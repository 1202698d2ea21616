"""The families of lines that partings run along, on the equal-area map."""

import math
from typing import Protocol

import numpy as np
import shapely
from numpy.typing import NDArray

from craft.head import geometry
from craft.vocabulary import LineKind

Floats = NDArray[np.float64]

#: How far the map reaches beyond the hairline when a half-plane is drawn [cm].
FAR_CM = 60.0
EVERYWHERE = shapely.box(-FAR_CM, -FAR_CM, FAR_CM, FAR_CM)
#: Corners of the circle that a row parting is drawn as, by their angle in its plane: every 5°,
#: which keeps the sagitta under 0.1 mm, and close together below the chin, where the map turns
#: fastest.
CIRCLE = np.radians(np.union1d(np.arange(0, 360, 5), np.linspace(266, 274, 65)))
#: Row partings closer to the middle than this are drawn in the middle [head radii].
PEN = 0.003
#: The V of a front section starts this far behind the vertex [cm]. Own value.
V_APEX_CM = -1.0
#: A horseshoe reaches behind the vertex by its half width over this. Own value.
HORSESHOE_SQUASH = 0.75
HORSESHOE_STEPS = 72
#: How far a V opens [half its angle, °], and how wide a horseshoe may be [half its width, cm].
#: Own values.
V_REACH, HORSESHOE_REACH = (10.0, 70.0), (2.5, 9.5)


class Ruler(Protocol):
    """A family of partings, one for each position; `reach` is how far a hand may move them."""

    kind: LineKind
    coordinate: Floats
    width: Floats | float
    reach: tuple[float, float]

    def halve(
        self, shape: shapely.Geometry, at: float
    ) -> tuple[shapely.Geometry, shapely.Geometry]:
        """What of a shape is on the near and the far side of a parting at a position [cm or °]."""

    def path(self, at: float) -> shapely.Geometry:
        """The parting at a position [cm or °]."""

    def reading(self, at: float) -> float:
        """A position in the unit it is given in [cm or °]."""

    def position(self, value: float) -> float:
        """The position that is given so [cm or °]."""


class Curved:
    """Partings whose near side is an area of the map."""

    def before(self, at: float) -> shapely.Geometry:
        """The near side of the parting at a position [cm or °]."""
        raise NotImplementedError

    def halve(
        self, shape: shapely.Geometry, at: float
    ) -> tuple[shapely.Geometry, shapely.Geometry]:
        side = self.before(at)
        return shape.intersection(side), shape.difference(side)


class Straight:
    """Partings along a straight line of the map, left to right or back to front.

    Args:
        cells: of the head
        kind: ALONG (x is fixed) or ACROSS (y is fixed)
    """

    reach = (-FAR_CM, FAR_CM)

    def __init__(self, cells: geometry.Cells, kind: LineKind) -> None:
        self.kind = kind
        self.coordinate = cells.x if kind is LineKind.ALONG else cells.y
        self.width: Floats | float = geometry.CELL_CM

    def halve(
        self, shape: shapely.Geometry, at: float
    ) -> tuple[shapely.Geometry, shapely.Geometry]:
        if self.kind is LineKind.ALONG:
            near, far = (-FAR_CM, -FAR_CM, at, FAR_CM), (at, -FAR_CM, FAR_CM, FAR_CM)
        else:
            near, far = (-FAR_CM, -FAR_CM, FAR_CM, at), (-FAR_CM, at, FAR_CM, FAR_CM)
        return shapely.clip_by_rect(shape, *near), shapely.clip_by_rect(shape, *far)

    def path(self, at: float) -> shapely.Geometry:
        if self.kind is LineKind.ALONG:
            return shapely.LineString([(at, -FAR_CM), (at, FAR_CM)])
        return shapely.LineString([(-FAR_CM, at), (FAR_CM, at)])

    def reading(self, at: float) -> float:
        return at

    def position(self, value: float) -> float:
        return value


class Rows(Curved):
    """Partings parallel to the middle parting on the head.

    A parting at a fixed distance from the middle is a circle on the sphere; on the map it bows
    outwards towards the nape, as rows do when seen from above.
    """

    kind = LineKind.ROW
    reach = (-FAR_CM, FAR_CM)

    def __init__(self, cells: geometry.Cells, circumference_cm: float) -> None:
        self.circumference_cm = circumference_cm
        theta, phi = geometry.unproject(cells.x, cells.y, circumference_cm)
        self.coordinate = np.sin(theta) * np.sin(phi)
        # Extent of a cell across the rows, from how fast the coordinate changes with x on the map.
        slope = geometry.CELL_CM / geometry.radius(circumference_cm) * np.abs(np.cos(theta / 2))
        self.width: Floats | float = np.maximum(slope, 1e-3)

    def ring(self, at: float) -> Floats:
        """The circle of a row parting on the map [cm], round the right ear."""
        around = math.sqrt(1 - at * at)
        theta = np.arccos(np.clip(around * np.sin(CIRCLE), -1, 1))
        phi = np.arctan2(np.full_like(CIRCLE, at), around * np.cos(CIRCLE))
        return np.column_stack(geometry.project(theta, phi, self.circumference_cm))

    def before(self, at: float) -> shapely.Geometry:
        """Left of the parting.

        A circle that does not hold the point under the chin is closed as it stands. One that does
        (it passes to the left of the middle) turns inside out on the map.
        """
        if at > PEN:
            return EVERYWHERE.difference(shapely.Polygon(self.ring(at)))
        if at < -PEN:
            return shapely.Polygon(self.ring(at))
        return shapely.box(-FAR_CM, -FAR_CM, 0, FAR_CM)

    def path(self, at: float) -> shapely.Geometry:
        if abs(at) <= PEN:
            return shapely.LineString([(0, -FAR_CM), (0, FAR_CM)])
        return shapely.LinearRing(self.ring(at))

    def reading(self, at: float) -> float:
        return math.asin(at) * geometry.radius(self.circumference_cm)

    def position(self, value: float) -> float:
        # Beyond the ear a distance would come back round the head.
        turn = value / geometry.radius(self.circumference_cm)
        at = math.sin(min(math.pi / 2, max(-math.pi / 2, turn)))
        return 0.0 if abs(at) <= PEN else at


class Wedge(Curved):
    """A V at the front: two legs from a little behind the vertex to the front hairline."""

    kind = LineKind.V
    reach = V_REACH

    def __init__(self, cells: geometry.Cells) -> None:
        ahead = cells.y - V_APEX_CM
        self.coordinate = np.degrees(np.abs(np.arctan2(cells.x, ahead)))
        away = np.maximum(np.hypot(cells.x, ahead), geometry.CELL_CM)
        self.width: Floats | float = np.degrees(geometry.CELL_CM / away)

    def legs(self, at: float) -> list[tuple[float, float]]:
        """Left end, apex and right end [cm on the map]."""
        x, y = FAR_CM * math.sin(math.radians(at)), FAR_CM * math.cos(math.radians(at))
        return [(-x, V_APEX_CM + y), (0.0, V_APEX_CM), (x, V_APEX_CM + y)]

    def before(self, at: float) -> shapely.Geometry:
        return shapely.Polygon(self.legs(at))

    def path(self, at: float) -> shapely.Geometry:
        return shapely.LineString(self.legs(at))

    def reading(self, at: float) -> float:
        return at

    def position(self, value: float) -> float:
        return value


class Horseshoe(Curved):
    """A parting round the top, open to the face."""

    kind = LineKind.ROUND
    reach = HORSESHOE_REACH

    def __init__(self, cells: geometry.Cells) -> None:
        behind = HORSESHOE_SQUASH * np.minimum(cells.y, 0.0)
        self.coordinate = np.hypot(cells.x, behind)
        self.width: Floats | float = geometry.CELL_CM

    def bow(self, at: float) -> list[tuple[float, float]]:
        """From the left of the front hairline round the crown to its right [cm on the map]."""
        turn = np.linspace(math.pi, 2 * math.pi, HORSESHOE_STEPS + 1)
        x, y = at * np.cos(turn), at / HORSESHOE_SQUASH * np.sin(turn)
        return [(-at, FAR_CM), *zip(x.tolist(), y.tolist(), strict=True), (at, FAR_CM)]

    def before(self, at: float) -> shapely.Geometry:
        return shapely.Polygon(self.bow(at))

    def path(self, at: float) -> shapely.Geometry:
        return shapely.LineString(self.bow(at))

    def reading(self, at: float) -> float:
        return at

    def position(self, value: float) -> float:
        return value
