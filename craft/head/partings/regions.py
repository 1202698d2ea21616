"""Regions of the scalp and the partings that cut them, on the equal-area map.

A parting is placed so that the hair on its sides is in the wanted proportion
(or, if asked, so that the spacing is even), unless a hand has put it elsewhere.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
import shapely
from numpy.typing import NDArray

from craft.head import geometry
from craft.head.partings.rulers import Ruler, Straight
from craft.vocabulary import Even, Lay, LineKind, Zone

Floats = NDArray[np.float64]

#: A parting keeps this far from its neighbours and from the hairline [its own unit, cm or °].
LEAST_APART = 0.6


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


@dataclass(frozen=True)
class Region:
    """A part of the scalp.

    Args:
        key: its place in the parting, the same however lines are moved
        cells: places of the cells that belong to it, wholly or in part
        share: how much of each belongs to it, above 0 up to 1
        outline: on the map [cm]
        lay: where its hair is laid, if the scheme or a hand has decided
        rod: which of the rod sizes it takes, from the nape up
    """

    key: str
    cells: NDArray[np.intp]
    share: Floats
    outline: shapely.Geometry
    lay: Lay | None = None
    rod: int | None = None


@dataclass(frozen=True)
class Line:
    """A parting line.

    Args:
        key: its place in the parting
        kind: how it runs
        at: where: distance from the middle or the vertex [cm], half the angle of a V [°]
        low, high: how far it can be moved
        moved: whether a hand put it there
        path: on the map [cm]
    """

    key: str
    kind: LineKind
    at: float
    low: float
    high: float
    moved: bool
    path: shapely.Geometry


def cut_positions(
    weight: Floats, coordinate: Floats, width: Floats | float, shares: Sequence[float]
) -> Floats:
    """Where partings have to lie [cm or °] so that given shares of the weight are before each.

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


def columns_positions(weight: Floats, column: NDArray[np.intp], shares: Sequence[float]) -> Floats:
    """As `cut_positions`, where the cells stand in columns of the mesh.

    Args:
        weight: hair (or area) of each cell, >= 0
        column: its column of the mesh, counted from the middle of the head
        shares: wanted shares before the partings, 0 to 1
    Returns:
        the positions [cm]
    """
    first = int(column.min())
    sums = np.cumsum(np.bincount(column - first, weights=weight))
    edges = (first + np.arange(len(sums) + 1)) * geometry.CELL_CM
    before = np.concatenate([[0.0], sums])
    return np.asarray(np.interp(np.asarray(shares) * sums[-1], before, edges))


def polygonal(shape: shapely.Geometry) -> shapely.Geometry:
    """The areas of a cut, without the lines and points it may leave."""
    if isinstance(shape, shapely.Polygon):
        return shape
    parts = [part for part in shapely.get_parts(shape) if isinstance(part, shapely.Polygon)]
    return parts[0] if len(parts) == 1 else shapely.MultiPolygon(parts)


def largest(shape: shapely.Geometry) -> shapely.Polygon:
    """The polygon of a cut; crumbs smaller than the pen are dropped."""
    if isinstance(shape, shapely.Polygon):
        return shape
    return max(shapely.get_parts(polygonal(shape)), key=lambda part: part.area)


class Parter:
    """Places partings on one head, and remembers every line it drew.

    Args:
        hair: the head
        even: make hair or spacing equal
        moves: lines a hand has put elsewhere, by their keys
    """

    def __init__(self, hair: HeadOfHair, even: Even, moves: Mapping[str, float]) -> None:
        self.circumference_cm = hair.circumference_cm
        self.cells = geometry.cells(hair.circumference_cm)
        density = geometry.per_cell(hair.density_per_cm2, dict(hair.zone_density), self.cells)
        self.hairs = self.cells.area * density
        self.even = even
        self.moves = moves
        self.lines: list[Line] = []
        self.along = Straight(self.cells, LineKind.ALONG)
        self.across = Straight(self.cells, LineKind.ACROSS)
        self.columns = {
            ruler.kind: np.floor(ruler.coordinate / geometry.CELL_CM).astype(np.intp)
            for ruler in (self.along, self.across)
        }
        self.whole = Region(
            "0",
            np.arange(len(self.cells.area)),
            np.ones_like(self.cells.area),
            shapely.Polygon(geometry.hairline(hair.circumference_cm)),
        )

    def cut(
        self,
        region: Region,
        ruler: Ruler,
        weights: Sequence[float],
        at: Sequence[float] | None = None,
    ) -> list[Region]:
        """Cut a region by parallel partings [cm or °].

        Args:
            region: to be cut
            ruler: the family of partings
            weights: what each piece shall hold, in proportion
            at: positions, as they are given, instead of shares
        Returns:
            the pieces in the order of the ruler, one for each weight
        """
        if len(weights) == 1:
            return [replace(region, key=f"{region.key}.1")]
        shares = np.cumsum(weights)[:-1] / sum(weights)
        usual = (
            self.positions(region, ruler, shares.tolist())
            if at is None
            else [ruler.position(place) for place in at]
        )
        pieces, rest = [], region
        for number, place in enumerate(self.placed(region, ruler, usual), 1):
            near, rest = self.divide(rest, ruler, place, f"{region.key}.{number}")
            pieces.append(near)
        return [*pieces, replace(rest, key=f"{region.key}.{len(weights)}")]

    def divide(self, region: Region, ruler: Ruler, at: float, key: str) -> tuple[Region, Region]:
        """Split a region at a position of a ruler [cm or degrees, as it measures].

        What is before it gets the new key, what is after keeps its own.
        """
        width = ruler.width
        own = width if isinstance(width, float) else width[region.cells]
        near = region.share * np.clip((at - ruler.coordinate[region.cells]) / own + 0.5, 0, 1)
        far = region.share - near
        here, there = near > 0, far > 0
        before, after = (polygonal(half) for half in ruler.halve(region.outline, at))
        return (
            Region(key, region.cells[here], near[here], before, region.lay, region.rod),
            Region(region.key, region.cells[there], far[there], after, region.lay, region.rod),
        )

    def positions(self, region: Region, ruler: Ruler, shares: Sequence[float]) -> list[float]:
        """Where partings fall if no hand moves them [cm or °]."""
        if self.even is Even.SPACING and ruler.kind in SPACED:
            low, high = (ruler.reading(place) for place in self.extent(region, ruler))
            return [ruler.position(low + (high - low) * share) for share in shares]
        # A V or a horseshoe has no spacing: what is made even then is the scalp.
        weighed = self.cells.area if self.even is Even.SPACING else self.hairs
        weight = region.share * weighed[region.cells]
        if ruler.kind in self.columns:
            column = self.columns[ruler.kind][region.cells]
            places = columns_positions(weight, column, shares)
        else:
            width = ruler.width
            own = width if isinstance(width, float) else width[region.cells]
            places = cut_positions(weight, ruler.coordinate[region.cells], own, shares)
        return [
            0.0 if share == 1 / 2 and self.symmetric(region, ruler) else float(place)
            for share, place in zip(shares, places, strict=True)
        ]

    def symmetric(self, region: Region, ruler: Ruler) -> bool:
        """Whether left and right of a region hold the same hair: then the middle is the middle."""
        if ruler.kind not in (LineKind.ROW, LineKind.ALONG):
            return False
        hairs = region.share * self.hairs[region.cells]
        x = self.cells.x[region.cells]
        left, right = hairs[x < 0].sum(), hairs[x > 0].sum()
        return bool(np.isclose(left, right, rtol=1e-6))

    def extent(self, region: Region, ruler: Ruler) -> tuple[float, float]:
        """First and last position [cm or °] at which a parting still meets a region."""
        if ruler.kind in self.columns:
            left, low, right, high = region.outline.bounds
            return (left, right) if ruler.kind is LineKind.ALONG else (low, high)
        places = ruler.coordinate[region.cells]
        return float(places.min()), float(places.max())

    def placed(self, region: Region, ruler: Ruler, usual: Sequence[float]) -> list[float]:
        """Where partings lie [cm or °], those moved by hand as far as there is room for them."""
        keys = [f"{region.key}/{number}" for number in range(1, len(usual) + 1)]
        asked = [ruler.reading(place) for place in usual]
        first, last = (ruler.reading(place) for place in self.extent(region, ruler))
        first, last = max(first, ruler.reach[0]), min(last, ruler.reach[1])
        places: list[float] = []
        positions: list[float] = []
        rooms: list[tuple[float, float]] = []
        for place, key in enumerate(keys):
            low, high = self.room(keys, asked, place, first, last)
            if places:
                low = max(low, places[-1] + LEAST_APART)
            at = asked[place]
            if key in self.moves:
                # Where there is no room at all it stays where it was.
                at = min(high, max(low, self.moves[key])) if low <= high else at
            positions.append(ruler.position(at))
            places.append(ruler.reading(positions[-1]))
            rooms.append((low, max(low, high)))
        paths = shapely.intersection([ruler.path(at) for at in positions], region.outline)
        self.lines += [
            Line(key, ruler.kind, at, *room, key in self.moves, path)
            for key, at, room, path in zip(keys, places, rooms, paths, strict=True)
        ]
        return [ruler.position(place) for place in places]

    def room(
        self, keys: Sequence[str], asked: Sequence[float], place: int, first: float, last: float
    ) -> tuple[float, float]:
        """How far a line can be moved [cm or °] between those that stay."""
        before, after = place - 1, place + 1
        while before >= 0 and keys[before] in self.moves:
            before -= 1
        while after < len(keys) and keys[after] in self.moves:
            after += 1
        low = asked[before] if before >= 0 else first
        high = asked[after] if after < len(keys) else last
        return low + (place - before) * LEAST_APART, high - (after - place) * LEAST_APART

    def block(self, region: Region, count: int) -> list[Region]:
        """Cut a region into `count` sections about as wide as high: rows first, then columns."""
        rows = max(1, round(math.sqrt(count)))
        per_row = [count // rows + (1 if row < count % rows else 0) for row in range(rows)]
        return [
            section
            for row, columns in zip(self.cut(region, self.across, per_row), per_row, strict=True)
            for section in self.cut(row, self.along, [1] * columns)
        ]

    def hair_of(self, region: Region) -> float:
        """How many hairs grow in a region."""
        return float(region.share @ self.hairs[region.cells])


#: Partings whose spacing can be made even.
SPACED = frozenset({LineKind.ALONG, LineKind.ACROSS, LineKind.ROW})
