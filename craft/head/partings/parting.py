"""A head, parted: its sections, its lines, and what becomes of them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
import shapely

from craft.errors import CraftError
from craft.head import geometry
from craft.head.partings.changing import apply_section_changes, whole
from craft.head.partings.measuring import Section, measure, mirrors
from craft.head.partings.ordering import number_sections
from craft.head.partings.regions import HeadOfHair, Line, Parter, Region
from craft.head.partings.schemes import (
    PART_MOST_CM,
    SCHEMES,
    WITH_MIDDLE_PARTING,
    Change,
    Layout,
)
from craft.messages import say
from craft.vocabulary import LineKind, PartOp, Scheme

#: A line from the front hairline at least so far back is seen as a parting later [cm]. Own value.
SEEN_FROM_CM = 8.0
#: A line this near to the hairline begins on it [cm].
ON_THE_HAIRLINE_CM = 0.15
#: A straight stroke has two ends and nothing to simplify.
ENDS = 2
#: Lines shorter than this are crumbs [cm].
CRUMB_CM = 0.3
#: Lines that run from front to back.
LENGTHWISE = frozenset({LineKind.ROW, LineKind.ALONG, LineKind.V})
#: Where moved lines lie when they are mirrored: left and right change sign, the others do not.
SIGNED = frozenset({LineKind.ROW, LineKind.ALONG})


@dataclass(frozen=True)
class DrawnLine:
    """A parting line as it is drawn.

    Args:
        key: its place in the parting
        kind: how it runs
        at: where: distance from the middle or the vertex [cm], half the angle of a V [°]
        low, high: how far it can be moved
        moved: whether a hand put it there
        paths: on the map [cm], usually one
        doubles: whether it will be seen as a parting once the set is open
        mirror: key of its mirror image
    """

    key: str
    kind: LineKind
    at: float
    low: float
    high: float
    moved: bool
    paths: tuple[tuple[tuple[float, float], ...], ...]
    doubles: bool
    mirror: str | None = None


@dataclass(frozen=True)
class Sectioning:
    """A parted head.

    Args:
        sections: in working order
        lines: the partings
    """

    sections: tuple[Section, ...]
    lines: tuple[DrawnLine, ...]


@lru_cache(maxsize=512)
def part(hair: HeadOfHair, layout: Layout, field: str = "") -> Sectioning:
    """Part a head.

    Args:
        hair: the head
        layout: how
        field: path of the layout in the request with its dot, for errors
    Returns:
        the sections in working order, and the lines between them
    Raises:
        CraftError: the scheme has no middle parting to move, or a change by hand speaks of
            something that is not there
    """
    if layout.part_cm and layout.scheme not in WITH_MIDDLE_PARTING:
        raise CraftError(
            f"{field}part_cm",
            say(
                "{scheme} has no middle parting: leave it out, or move the lines themselves.",
                scheme=layout.scheme,
            ),
        )
    if abs(layout.part_cm) > PART_MOST_CM:
        raise CraftError(
            f"{field}part_cm",
            say(
                "Give a number from -{part_most_cm:g [cm]} to {part_most_cm:g cm}.",
                part_most_cm=PART_MOST_CM,
            ),
        )
    moves = asked_moves(hair, layout, field)
    parter = Parter(hair, layout.even, moves)
    # Moved lines may leave nothing of a section, or cut pieces off it: what is changed by hand is
    # whole before, and after.
    parted, taken_before = whole(parter, SCHEMES[layout.scheme](parter, layout))
    regions, taken_after = whole(
        parter,
        apply_section_changes(parter, parted, layout.changes, f"{field}changes"),
    )
    taken = [*taken_before, *taken_after]
    by_rows = layout.scheme is Scheme.ROWS
    curved = any(line.kind in (LineKind.ROW, LineKind.ROUND) for line in parter.lines)
    # What a hand splits or merges meets its neighbours in corners of its own.
    shaped = bool(taken) or any(
        change.op in (PartOp.SPLIT, PartOp.MERGE) for change in layout.changes
    )
    lengths = geometry.per_cell(hair.length_cm, dict(hair.zone_length), parter.cells)
    measured = [
        measure(region, parter, lengths, hair.diameter_um, curved or shaped, by_rows)
        for region in regions
    ]
    sections = number_sections(measured, layout.order, by_rows, layout.changes, f"{field}changes")
    return Sectioning(
        sections, drawn(parter, [*taken, *(region for region in regions if "+" in region.key)])
    )


def asked_moves(hair: HeadOfHair, layout: Layout, field: str) -> Mapping[str, float]:
    """Where a hand put lines, those of the other side with them if they shall be alike.

    Raises:
        CraftError: a line is moved that is not there, or nowhere
    """
    moved = [
        (place, change) for place, change in enumerate(layout.changes) if change.op == PartOp.MOVE
    ]
    if not moved:
        return {}
    rest = tuple(
        change for change in layout.changes if change.op not in (PartOp.MOVE, PartOp.NUMBER)
    )
    lines = {line.key: line for line in part(hair, replace(layout, changes=rest), field).lines}
    moves: dict[str, float] = {}
    for place, region in moved:
        if region.key not in lines:
            raise CraftError(
                f"{field}changes.{place}.key",
                say("There is no such line in this parting; take the change back."),
            )
        if region.at is None:
            raise CraftError(f"{field}changes.{place}.at", say("Say where the line is put."))
        moves[region.key] = region.at
        other = lines[region.key].mirror
        if region.alike and other is not None:
            moves[other] = -region.at if lines[other].kind in SIGNED else region.at
    return moves


def drawn(parter: Parter, joined: Sequence[Region]) -> tuple[DrawnLine, ...]:
    """The lines that part sections, without those inside sections that were joined."""
    hairline = shapely.Polygon(geometry.hairline(parter.circumference_cm)).exterior
    merged = [region.outline.buffer(-0.01) for region in joined]
    sections = []
    for line in parter.lines:
        path = line.path
        for area in merged:
            path = path.difference(area)
        paths = pieces(path)
        if paths:
            doubles = line.kind in LENGTHWISE and any(shows(path, hairline) for path in paths)
            sections.append((line, paths, doubles))
    mirror = line_mirrors([(line, middle(paths)) for line, paths, _ in sections])
    return tuple(
        DrawnLine(
            key=line.key,
            kind=line.kind,
            at=round(line.at, 2),
            low=round(line.low, 2),
            high=round(line.high, 2),
            moved=line.moved,
            paths=tuple(corners(path) for path in paths),
            doubles=doubles,
            mirror=mirror.get(line.key),
        )
        for line, paths, doubles in sections
    )


def line_mirrors(lines: Sequence[tuple[Line, tuple[float, float]]]) -> dict[str, str]:
    """For each line the one of its kind that mirrors it; a line that crosses the middle has none.

    Args:
        lines: with their middles [cm on the map]
    """
    by_key = {}
    for kind in {line.kind for line, _ in lines}:
        alike = [(line.key, place) for line, place in lines if line.kind is kind]
        for (key, _), other in zip(alike, mirrors([place for _, place in alike]), strict=True):
            if other is not None:
                by_key[key] = alike[other][0]
    return by_key


def pieces(path: shapely.Geometry) -> list[shapely.LineString]:
    """The strokes of a line, crumbs left out."""
    if isinstance(path, shapely.LineString):
        return [path] if path.length >= CRUMB_CM else []
    merged = shapely.line_merge(path) if path.geom_type == "MultiLineString" else path
    return [
        line
        for line in shapely.get_parts(merged)
        if isinstance(line, shapely.LineString) and line.length >= CRUMB_CM
    ]


def middle(paths: Sequence[shapely.LineString]) -> tuple[float, float]:
    """The middle of a line [cm on the map]."""
    point = max(paths, key=lambda path: path.length).centroid
    return point.x, point.y


def corners(path: shapely.LineString) -> tuple[tuple[float, float], ...]:
    """Corners of a stroke [cm]."""
    points = shapely.get_coordinates(path)
    if len(points) > ENDS:
        points = shapely.get_coordinates(path.simplify(0.01))
    points = np.round(points, 2)
    return tuple(map(tuple, points.tolist()))


def shows(path: shapely.LineString, hairline: shapely.Geometry) -> bool:
    """Whether a line begins at the front hairline and runs far enough back to be seen."""
    ends = shapely.get_coordinates(path)[[0, -1]]
    front, rear = ends[ends[:, 1].argsort()[::-1]]
    # Where it touches is looked at last: it takes longest.
    return bool(
        front[1] > 0
        and front[1] - rear[1] >= SEEN_FROM_CM
        and shapely.Point(front).distance(hairline) < ON_THE_HAIRLINE_CM
    )


def totals(sections: Sequence[Section]) -> Mapping[str, float]:
    """Scalp [cm²], hairs, mass [g] and surface [m²] of all sections."""
    return {
        "scalp_cm2": sum(section.area_cm2 for section in sections),
        "hairs": sum(section.hairs for section in sections),
        "grams": sum(section.grams for section in sections),
        "surface_m2": sum(section.surface_m2 for section in sections),
    }


__all__ = ["Change", "DrawnLine", "Layout", "Sectioning", "part", "totals"]
