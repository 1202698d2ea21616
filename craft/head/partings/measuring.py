"""What a region of the scalp holds, and where its number stands."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from craft.head import geometry
from craft.head.partings.regions import Floats, Parter, Region, largest
from craft.head.partings.rulers import FAR_CM
from craft.head.partings.schemes import lay_of
from craft.physics import fibre
from craft.vocabulary import Lay, Zone

#: Where the numbers of rows stand, a little behind the vertex [cm on the map].
LABEL_LINE_CM = -1.5
#: Digits to which corners and the places of numbers are given [cm].
DIGITS = 3
#: And those of a number in a section that is hardly there.
SLIVER_DIGITS = 6
#: Corners that say less than this are left out [cm].
PLAIN_CM = 0.005
#: Sections whose middles mirror each other within this are a pair [cm on the map]. Own value.
MIRRORED_WITHIN_CM = 2.0
#: Sections nearer to the middle than this mirror themselves [cm].
IN_THE_MIDDLE_CM = 0.3


@dataclass(frozen=True)
class Section:
    """One section of a parted head.

    Args:
        number: place in the working order, from 1
        zone: the zone most of its hair grows in
        area_cm2: scalp [cm²]
        hairs: number of hairs
        grams: dry mass [g]
        surface_m2: outer surface of its hair [m²]
        length_cm: mean stretched length [cm]
        lay: where the hair is laid
        outline: polygon on the map [cm]
        centre: a point inside, for the number [cm]
        key: its place in the parting, the same however lines are moved
        rod: which of the rod sizes it takes, from the nape up
    """

    number: int
    zone: Zone
    area_cm2: float
    hairs: float
    grams: float
    surface_m2: float
    length_cm: float
    lay: Lay
    outline: tuple[tuple[float, float], ...]
    centre: tuple[float, float]
    key: str = ""
    rod: int | None = None


def measure(
    region: Region, parter: Parter, lengths: Floats, diameter_um: float, curved: bool, rows: bool
) -> Section:
    """What a region holds.

    Args:
        region: of the scalp
        parter: the head it was cut from
        lengths: stretched length of every cell [cm]
        diameter_um: strand diameter [µm]
        curved: whether neighbours share curved edges
        rows: whether numbers stand on one line across the head
    """
    hairs = region.share * parter.hairs[region.cells]
    total = float(hairs.sum())
    zones = parter.cells.zone[region.cells]
    by_zone = np.bincount(zones, weights=hairs, minlength=len(geometry.ZONES))
    zone = geometry.ZONES[int(by_zone.argmax())]
    length_cm = float(hairs @ lengths[region.cells]) / total
    outline = largest(region.outline)
    centre = on_the_label_line(outline) if rows else inside(outline)
    # Neighbours that share curved edges have to keep the same corners on both sides.
    edge = outline.exterior if curved else outline.exterior.simplify(PLAIN_CM)
    corners = round_corners(outline, edge, snap=curved)
    x, y = within(shapely.Polygon(corners), centre)
    return Section(
        number=0,
        zone=zone,
        area_cm2=float(region.share @ parter.cells.area[region.cells]),
        hairs=total,
        grams=fibre.mass(total, diameter_um, length_cm) * fibre.present(length_cm),
        surface_m2=fibre.surface(total, diameter_um, length_cm) * fibre.present(length_cm),
        length_cm=length_cm,
        lay=region.lay or (Lay.BACK if rows else lay_of(zone, x)),
        outline=tuple(map(tuple, corners.tolist())),
        centre=(x, y),
        key=region.key,
        rod=region.rod,
    )


def round_corners(outline: shapely.Polygon, edge: shapely.LinearRing, snap: bool) -> Floats:
    """Corners as they are given; snapped, if asked, where rounding makes them touch.

    Straight cuts stay whole when rounded; curved ones may not.
    """
    corners: Floats = np.round(shapely.get_coordinates(edge)[:-1], DIGITS)
    if not snap or shapely.Polygon(corners).is_valid:
        return corners
    snapped = largest(shapely.set_precision(outline, 10.0**-DIGITS))
    return np.asarray(np.round(shapely.get_coordinates(snapped.exterior)[:-1], DIGITS))


def within(drawn: shapely.Polygon, centre: shapely.Point) -> tuple[float, float]:
    """Where the number of a section stands, inside of it as it is drawn.

    Args:
        drawn: the section with rounded corners; a narrow one may have lost its middle
        centre: where the number would stand
    """
    middle = drawn.representative_point()
    for point, digits in ((centre, DIGITS), (middle, DIGITS), (middle, SLIVER_DIGITS)):
        x, y = (round(float(value), digits) for value in (point.x, point.y))
        if drawn.contains(shapely.Point(x, y)):
            break
    return x, y


def inside(outline: shapely.Polygon) -> shapely.Point:
    """The middle of a section, or a point inside where the middle is not."""
    middle = outline.centroid
    return middle if outline.contains(middle) else outline.representative_point()


def on_the_label_line(outline: shapely.Polygon) -> shapely.Point:
    """A point inside a row for its number, on one line across the head where the row crosses it."""
    line = shapely.LineString([(-FAR_CM, LABEL_LINE_CM), (FAR_CM, LABEL_LINE_CM)])
    crossing = [
        part
        for part in shapely.get_parts(outline.intersection(line))
        if isinstance(part, shapely.LineString) and not part.is_empty
    ]
    if not crossing:
        return outline.representative_point()
    return max(crossing, key=lambda part: part.length).centroid


def mirrors(places: Sequence[tuple[float, float]]) -> list[int | None]:
    """For each place the one that mirrors it on the other side of the head, if one does.

    Args:
        places: middles of sections or lines [cm on the map]
    Returns:
        for each its place in the list, None in the middle and where nothing mirrors it
    """
    if not places:
        return []
    own = np.asarray(places)
    away = np.hypot(own[:, None, 0] + own[None, :, 0], own[:, None, 1] - own[None, :, 1])
    # Nothing mirrors itself.
    np.fill_diagonal(away, np.inf)
    nearest = away.argmin(axis=1)
    return [
        int(other)
        if away[place, other] < MIRRORED_WITHIN_CM and abs(own[place, 0]) >= IN_THE_MIDDLE_CM
        else None
        for place, other in enumerate(nearest)
    ]
