"""Partings: how a head is divided into sections, computed on the equal-area map.

A parting is placed so that the hair on its sides is in the wanted proportion
(or, if asked, so that the spacing is even). Sections tile the hairline with
neither gap nor overlap, and their hair sums to the head's.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import shapely
from numpy.typing import NDArray

from craft import fibre, head
from craft.errors import CraftError
from craft.vocabulary import Even, Scheme, Zone

Floats = NDArray[np.float64]

MAX_SECTIONS = 120
#: How far the map reaches beyond the hairline when a half-plane is drawn [cm].
FAR_CM = 60.0
#: Corners of the circle that a row parting is drawn as, by their angle in its plane: every 5°,
#: which keeps the sagitta under 0.1 mm, and close together below the chin, where the map turns
#: fastest.
CIRCLE = np.radians(np.union1d(np.arange(0, 360, 5), np.linspace(266, 274, 65)))
#: Where the numbers of rows stand, a little behind the vertex [cm on the map].
LABEL_LINE_CM = -1.5
#: Row partings closer to the middle than this are drawn in the middle [head radii].
PEN = 0.003
#: Digits to which corners are given [cm].
DIGITS = 3
#: Sections further to the side than this lie to that side [cm on the map]. House value.
SIDE_LAY_FROM_CM = 4.5


@dataclass(frozen=True)
class Region:
    """A part of the scalp.

    Args:
        cells: places of the cells that belong to it, wholly or in part
        share: how much of each belongs to it, above 0 up to 1
        outline: on the map [cm]
    """

    cells: NDArray[np.intp]
    share: Floats
    outline: shapely.Polygon


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
        lay: where the hair is laid: back, down, forward, left or right
        outline: polygon on the map [cm]
        centre: a point inside, for the number [cm]
    """

    number: int
    zone: Zone
    area_cm2: float
    hairs: float
    grams: float
    surface_m2: float
    length_cm: float
    lay: str
    outline: tuple[tuple[float, float], ...]
    centre: tuple[float, float]


@dataclass(frozen=True)
class HeadOfHair:
    """What a parting needs to know of a head.

    Args:
        circumference_cm: head circumference [cm]
        density_per_cm2: hairs per cm²
        length_cm: stretched length [cm]
        diameter_um: strand diameter [µm]
        zone_density, zone_length: values of zones that have their own
    """

    circumference_cm: float
    density_per_cm2: float
    length_cm: float
    diameter_um: float
    zone_density: tuple[tuple[Zone, float], ...] = ()
    zone_length: tuple[tuple[Zone, float], ...] = ()


def cut_positions(
    weight: Floats, coordinate: Floats, width: Floats, shares: Sequence[float]
) -> Floats:
    """Where partings have to lie so that given shares of the weight are before each.

    Exact: the weight before a position rises from each cell's one edge to its other, so it is
    piecewise linear between the sorted edges.

    Args:
        weight: hair (or area) of each cell, >= 0
        coordinate: position of each cell's centre across the parting
        width: extent of each cell in that coordinate, > 0
        shares: wanted shares before the partings, 0 to 1
    Returns:
        the positions, in units of the coordinate
    """
    edges = np.concatenate([coordinate - width / 2, coordinate + width / 2])
    order = np.argsort(edges)
    rises = np.concatenate([weight / width, -weight / width])[order]
    places = edges[order]
    before = np.concatenate([[0.0], np.cumsum(np.cumsum(rises)[:-1] * np.diff(places))])
    return np.asarray(np.interp(np.asarray(shares) * before[-1], before, places))


def cut_between_columns(weight: Floats, column: NDArray[np.intp], share: float) -> float:
    """As `cut_positions` for one parting, where the cells stand in columns of the mesh.

    Args:
        weight: hair (or area) of each cell, >= 0
        column: its column of the mesh, counted from the middle of the head
        share: wanted share before the parting, 0 to 1
    Returns:
        the position [cm]
    """
    first = int(column.min())
    sums = np.cumsum(np.bincount(column - first, weights=weight))
    edges = (first + np.arange(len(sums) + 1)) * head.CELL_CM
    return float(np.interp(share * sums[-1], np.concatenate([[0.0], sums]), edges))


Cut = tuple[NDArray[np.intp], Floats]


def divide(region: Region, coordinate: Floats, width: Floats | float, at: float) -> tuple[Cut, Cut]:
    """Split the cells of a region at a position: those before it and those after it.

    Args:
        region: to be split
        coordinate: of every cell of the head
        width: extent of every cell in that coordinate, or of all
        at: position
    """
    own = width if isinstance(width, float) else width[region.cells]
    before = region.share * np.clip((at - coordinate[region.cells]) / own + 0.5, 0, 1)
    after = region.share - before
    here, there = before > 0, after > 0
    return (region.cells[here], before[here]), (region.cells[there], after[there])


class Parter:
    """Places partings on one head.

    Args:
        hair: the head
        even: make hair or spacing equal
    """

    def __init__(self, hair: HeadOfHair, even: Even) -> None:
        self.circumference_cm = hair.circumference_cm
        self.cells = head.cells(hair.circumference_cm)
        density = head.per_cell(hair.density_per_cm2, dict(hair.zone_density), self.cells)
        self.hairs = self.cells.area * density
        self.columns = {
            "x": np.floor(self.cells.x / head.CELL_CM).astype(np.intp),
            "y": np.floor(self.cells.y / head.CELL_CM).astype(np.intp),
        }
        self.even = even
        self.whole = Region(
            np.arange(len(self.cells.area)),
            np.ones_like(self.cells.area),
            shapely.Polygon(head.hairline(hair.circumference_cm)),
        )

    def straight(self, region: Region, axis: str, share: float) -> tuple[Region, Region]:
        """Cut along a straight line of the map: `axis` x parts left from right, y back from front.

        `share` is what comes before the line: of the hair, or of the extent if spacing is even.
        """
        coordinate = self.cells.x if axis == "x" else self.cells.y
        at = self.place(region, axis, share)
        before, after = divide(region, coordinate, head.CELL_CM, at)
        near = (-FAR_CM, -FAR_CM, at, FAR_CM) if axis == "x" else (-FAR_CM, -FAR_CM, FAR_CM, at)
        beyond = (at, -FAR_CM, FAR_CM, FAR_CM) if axis == "x" else (-FAR_CM, at, FAR_CM, FAR_CM)
        return (
            Region(*before, largest(shapely.clip_by_rect(region.outline, *near))),
            Region(*after, largest(shapely.clip_by_rect(region.outline, *beyond))),
        )

    def place(self, region: Region, axis: str, share: float) -> float:
        """Position of a straight cut."""
        if self.even is Even.SPACING:
            left, low, right, high = region.outline.bounds
            start, end = (left, right) if axis == "x" else (low, high)
            return float(start + (end - start) * share)
        weight = region.share * self.hairs[region.cells]
        return cut_between_columns(weight, self.columns[axis][region.cells], share)

    def bands(self, region: Region, axis: str, counts: Sequence[int]) -> list[Region]:
        """Cut a region into bands that hold hair in proportion to `counts`."""
        bands, rest, left = [], region, sum(counts)
        for count in counts[:-1]:
            band, rest = self.straight(rest, axis, count / left)
            left -= count
            bands.append(band)
        return [*bands, rest]

    def block(self, region: Region, count: int) -> list[Region]:
        """Cut a region into `count` sections about as wide as high: rows first, then columns."""
        rows = max(1, round(math.sqrt(count)))
        per_row = [count // rows + (1 if row < count % rows else 0) for row in range(rows)]
        return [
            section
            for row, columns in zip(self.bands(region, "y", per_row), per_row, strict=True)
            for section in self.bands(row, "x", [1] * columns)
        ]

    def quadrants(self, count: int) -> list[Region]:
        """Sections in four quadrants, the same on both sides; an odd one is taken at the nape."""
        if count == 1:
            return [self.whole]
        if count % 2:
            nape, rest = self.straight(self.whole, "y", 1 / count)
            return [nape, *self.halves_of(rest, count // 2)]
        return self.halves_of(self.whole, count // 2)

    def halves_of(self, region: Region, a_side: int) -> list[Region]:
        """Middle parting, then the ear-to-ear parting on each side, then blocks."""
        front = a_side // 2
        quadrants = [
            (part, count)
            for side in self.bands(region, "x", [1, 1])
            for part, count in self.front_and_back(side, front, a_side - front)
        ]
        return [section for part, count in quadrants for section in self.block(part, count)]

    def front_and_back(self, side: Region, front: int, back: int) -> list[tuple[Region, int]]:
        if front == 0:
            return [(side, back)]
        rear, fore = self.straight(side, "y", back / (front + back))
        return [(rear, back), (fore, front)]

    def rows(self, count: int) -> list[Region]:
        """Rows from front to back, their partings parallel to the middle parting on the head.

        A parting at a fixed distance from the middle is a circle on the sphere; on the map it
        bows outwards towards the nape, as rows do when seen from above.
        """
        circumference = self.circumference_cm
        theta, phi = head.unproject(self.cells.x, self.cells.y, circumference)
        across = np.sin(theta) * np.sin(phi)
        # Extent of a cell across the rows, from how fast the coordinate changes with x on the map.
        width = np.maximum(
            head.CELL_CM / head.radius(circumference) * np.abs(np.cos(theta / 2)), 1e-3
        )
        places = self.row_partings(across, width, [i / count for i in range(1, count)])
        regions, rest = [], self.whole
        for at in places:
            before, after = divide(rest, across, width, at)
            disc = self.beyond(at)
            regions.append(Region(*before, largest(rest.outline.difference(disc))))
            rest = Region(*after, largest(rest.outline.intersection(disc)))
        return [*regions, rest]

    def row_partings(self, across: Floats, width: Floats, shares: Sequence[float]) -> list[float]:
        """Distances of row partings from the middle, as fractions of the head's radius."""
        if self.even is Even.SPACING:
            widest = float(np.arcsin(np.abs(across).max()))
            return [math.sin(widest * (2 * share - 1)) for share in shares]
        found = cut_positions(self.hairs, across, width, shares)
        middle = self.symmetric(across)
        return [
            0.0 if middle and math.isclose(share, 0.5) else float(at)
            for share, at in zip(shares, found, strict=True)
        ]

    def symmetric(self, across: Floats) -> bool:
        """Whether left and right hold the same hair, so that the middle parting is the middle."""
        sides = self.hairs[across > 0].sum(), self.hairs[across < 0].sum()
        return bool(np.isclose(*sides, rtol=1e-6))

    def beyond(self, at: float) -> shapely.Polygon:
        """The part of the map to the right of a row parting: a circle round the right ear."""
        turn = CIRCLE
        ring = math.sqrt(1 - at * at)
        theta = np.arccos(np.clip(ring * np.sin(turn), -1, 1))
        phi = np.arctan2(np.full_like(turn, at), ring * np.cos(turn))
        x, y = head.project(theta, phi, self.circumference_cm)
        return ring_to_polygon(np.column_stack([x, y]), at)


def ring_to_polygon(points: Floats, at: float) -> shapely.Polygon:
    """Close a row parting to the polygon on its right.

    A circle that does not hold the point under the chin is closed as it stands. One that does
    (it passes to the left of the middle) turns inside out on the map: its polygon is everything
    outside the circle on the left.
    """
    if at > PEN:
        return shapely.Polygon(points)
    if at < -PEN:
        return shapely.box(-FAR_CM, -FAR_CM, FAR_CM, FAR_CM).difference(shapely.Polygon(points))
    return shapely.box(0, -FAR_CM, FAR_CM, FAR_CM)


def largest(shape: shapely.Geometry) -> shapely.Polygon:
    """The polygon of a cut; crumbs smaller than the pen are dropped."""
    if isinstance(shape, shapely.Polygon):
        return shape
    parts = [part for part in shapely.get_parts(shape) if isinstance(part, shapely.Polygon)]
    return max(parts, key=lambda part: part.area)


def count_of(scheme: Scheme, count: int | None) -> int:
    """Number of sections a scheme makes.

    Args:
        scheme: how the head is parted
        count: rows for `rows`, sections in each quadrant for `per_quadrant`; the other schemes
            know their own number
    Raises:
        CraftError: a scheme is asked for a number it cannot make
    """
    fixed = {Scheme.HALVES: 2, Scheme.QUADRANTS: 4}
    if scheme in fixed:
        if count not in (None, fixed[scheme]):
            raise CraftError(
                "count", f"{scheme} always makes {fixed[scheme]} sections; leave the count out."
            )
        return fixed[scheme]
    if count is None:
        raise CraftError("count", f"{scheme} needs a count from 1 to {MAX_SECTIONS}.")
    total = 4 * count if scheme is Scheme.PER_QUADRANT else count
    if not 1 <= total <= MAX_SECTIONS:
        raise CraftError("count", f"That makes {total} sections; a head takes 1 to {MAX_SECTIONS}.")
    return total


@lru_cache(maxsize=512)
def part(hair: HeadOfHair, rows: bool, total: int, even: Even = Even.HAIR) -> tuple[Section, ...]:
    """Part a head.

    Args:
        hair: the head
        rows: rows from front to back; otherwise sections in quadrants
        total: number of sections, 1 to `MAX_SECTIONS`
        even: make hair or spacing equal
    Returns:
        the sections in working order: quadrants from the nape up, rows from the middle outwards,
        left before right
    """
    parter = Parter(hair, even)
    regions = parter.rows(total) if rows else parter.quadrants(total)
    lengths = head.per_cell(hair.length_cm, dict(hair.zone_length), parter.cells)
    found = [measure(region, parter, lengths, hair.diameter_um, rows) for region in regions]
    found.sort(key=row_order if rows else back_first)
    return tuple(
        Section(**{**vars(section), "number": number}) for number, section in enumerate(found, 1)
    )


def back_first(section: Section) -> tuple[float, float, float]:
    """Working order of sections in quadrants: from the nape up, both sides in turn."""
    x, y = section.centre
    return (round(y, 1), round(abs(x), 1), x)


def row_order(section: Section) -> tuple[float, float]:
    """Working order of rows: from the middle outwards, both sides in turn."""
    x, _ = section.centre
    return (round(abs(x), 1), x)


def measure(
    region: Region, parter: Parter, lengths: Floats, diameter_um: float, rows: bool
) -> Section:
    """What a region holds."""
    hairs = region.share * parter.hairs[region.cells]
    total = float(hairs.sum())
    zones = parter.cells.zone[region.cells]
    by_zone = np.bincount(zones, weights=hairs, minlength=len(head.ZONES))
    zone = head.ZONES[int(by_zone.argmax())]
    length_cm = float(hairs @ lengths[region.cells]) / total
    centre = on_the_label_line(region.outline) if rows else region.outline.centroid
    x, y = (round(float(value), 3) for value in (centre.x, centre.y))
    # Neighbouring rows share curved edges, which have to keep the same corners on both sides.
    edge = region.outline.exterior if rows else region.outline.exterior.simplify(0.005)
    # Straight cuts stay whole when rounded; curved ones may not.
    corners = rounded(region.outline, edge, snap=rows)
    return Section(
        number=0,
        zone=zone,
        area_cm2=float(region.share @ parter.cells.area[region.cells]),
        hairs=total,
        grams=fibre.mass(total, diameter_um, length_cm),
        surface_m2=fibre.surface(total, diameter_um, length_cm),
        length_cm=length_cm,
        lay="back" if rows else lay_of(zone, x),
        outline=tuple(map(tuple, corners.tolist())),
        centre=(x, y),
    )


def rounded(outline: shapely.Polygon, edge: shapely.LinearRing, snap: bool) -> Floats:
    """Corners as they are given; snapped, if asked, where rounding makes them touch."""
    corners: Floats = np.round(shapely.get_coordinates(edge)[:-1], DIGITS)
    if not snap or shapely.Polygon(corners).is_valid:
        return corners
    snapped = largest(shapely.set_precision(outline, 10.0**-DIGITS))
    return np.asarray(np.round(shapely.get_coordinates(snapped.exterior)[:-1], DIGITS))


def on_the_label_line(outline: shapely.Polygon) -> shapely.Point:
    """A point inside a row for its number, on one line across the head where the row crosses it."""
    line = shapely.LineString([(-FAR_CM, LABEL_LINE_CM), (FAR_CM, LABEL_LINE_CM)])
    crossing = [
        part
        for part in shapely.get_parts(outline.intersection(line))
        if isinstance(part, shapely.LineString)
    ]
    if not crossing:
        return outline.representative_point()
    return max(crossing, key=lambda part: part.length).centroid


def lay_of(zone: Zone, x: float) -> str:
    """Where the hair of a section must fall so that it need not be moved afterwards.

    Common practice, no source.
    """
    if zone in (Zone.BACK, Zone.NAPE, Zone.CROWN):
        return "down"
    if zone in (Zone.LEFT, Zone.RIGHT) or abs(x) > SIDE_LAY_FROM_CM:
        return "right" if x > 0 else "left"
    return "forward"


def totals(sections: Sequence[Section]) -> Mapping[str, float]:
    """Scalp [cm²], hairs, mass [g] and surface [m²] of all sections."""
    return {
        "scalp_cm2": sum(section.area_cm2 for section in sections),
        "hairs": sum(section.hairs for section in sections),
        "grams": sum(section.grams for section in sections),
        "surface_m2": sum(section.surface_m2 for section in sections),
    }
