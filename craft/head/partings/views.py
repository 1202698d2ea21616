"""The parted head seen from the back and from the sides.

Straight views of the sphere (orthographic): what lies on the far side is not drawn.
A great circle through the vertex is a straight line on the map, so the near side
of the head is a half-plane of it.

Sources:
    [1] Snyder, *Map Projections: A Working Manual*, USGS 1395, orthographic.
"""

from collections.abc import Sequence
from enum import StrEnum

import numpy as np
import shapely

from craft.head import geometry
from craft.head.partings.regions import Floats, polygonal
from craft.head.partings.rulers import FAR_CM

#: Straight edges of the map are curves on the head: a corner at least so often [cm].
STEP_CM = 0.6
DIGITS = 2
#: Less than this is not drawn [cm²].
CRUMB_CM2 = 0.02

Points = tuple[tuple[float, float], ...]


class View(StrEnum):
    """Where the head is seen from; left and right are the client's own."""

    BACK = "back"
    LEFT = "left"
    RIGHT = "right"


#: The near half of the map.
NEAR = {
    View.BACK: shapely.box(-FAR_CM, -FAR_CM, FAR_CM, 0),
    View.LEFT: shapely.box(-FAR_CM, -FAR_CM, 0, FAR_CM),
    View.RIGHT: shapely.box(0, -FAR_CM, FAR_CM, FAR_CM),
}


def on_screen(x: Floats, y: Floats, view: View, circumference_cm: float) -> Floats:
    """Where points of the map are seen (across to the right, up) [cm]. Source: [1].

    From the back the client's right is on the right; from the left the face is on the left, from
    the right on the right.
    """
    theta, phi = geometry.unproject(x, y, circumference_cm)
    radius = geometry.radius(circumference_cm)
    right, ahead = np.sin(theta) * np.sin(phi), np.sin(theta) * np.cos(phi)
    across = {View.BACK: right, View.LEFT: -ahead, View.RIGHT: ahead}[view]
    return np.round(np.column_stack([across, np.cos(theta)]) * radius, DIGITS)


def near(outline: Sequence[tuple[float, float]], view: View) -> bool:
    """Whether any corner of an outline [cm] lies on the near side."""
    if view is View.BACK:
        return min(y for _, y in outline) < 0
    across = [x for x, _ in outline]
    return min(across) < 0 if view is View.LEFT else max(across) > 0


def seen_from(outline: Sequence[tuple[float, float]], view: View, girth_cm: float) -> list[Points]:
    """What of an outline on the map is seen from one side.

    Args:
        outline: polygon on the map [cm]
        view: where from
        girth_cm: head circumference [cm]
    Returns:
        polygons in the view [cm], the vertex at (0, head radius); none if it lies on the far side
    """
    if not near(outline, view):
        return []
    shape = shapely.Polygon(outline).buffer(0).intersection(NEAR[view])
    outlines = []
    for part in shapely.get_parts(polygonal(shape)):
        if part.area < CRUMB_CM2:
            continue
        dense = shapely.get_coordinates(shapely.segmentize(part.exterior, STEP_CM))
        drawn = on_screen(dense[:, 0], dense[:, 1], view, girth_cm)
        outlines.append(tuple(map(tuple, drawn.tolist())))
    return outlines
