"""Sections changed by hand: split, merged, laid elsewhere."""

from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
import shapely

from craft.errors import CraftError
from craft.head.partings.measuring import mirrors
from craft.head.partings.regions import Parter, Region, largest
from craft.head.partings.schemes import MAX_SECTIONS, Change
from craft.messages import say
from craft.vocabulary import Lay, LineKind, PartOp

#: Neighbours share at least so much of an edge [cm]; their outlines may gape by a hair's breadth.
LEAST_EDGE_CM, GAPE_CM = 0.3, 0.02
Act = Callable[[Parter, list[Region], Change, str], list[Region]]
MIRROR_LAY = {Lay.LEFT: Lay.RIGHT, Lay.RIGHT: Lay.LEFT}


def middle(region: Region) -> tuple[float, float]:
    """The middle of a region [cm on the map]."""
    point = largest(region.outline).centroid
    return point.x, point.y


def find(regions: Sequence[Region], key: str, field: str) -> int:
    """Place of a section in the list.

    Raises:
        CraftError: there is none of that key
    """
    for place, region in enumerate(regions):
        if region.key == key:
            return place
    raise CraftError(field, say("There is no such section in this parting; take the change back."))


def twin(regions: Sequence[Region], key: str) -> str | None:
    """Key of the section that mirrors another one."""
    keys = [region.key for region in regions]
    other = mirrors([middle(region) for region in regions])[keys.index(key)]
    return None if other is None else keys[other]


def apply_section_changes(
    parter: Parter, regions: Sequence[Region], changes: Sequence[Change], field: str
) -> list[Region]:
    """Apply changes of sections in order; moved lines and numbers are no change of sections.

    Raises:
        CraftError: a change speaks of a section that is not there, or cannot be done
    """
    results = list(regions)
    for place, change in enumerate(changes):
        here = f"{field}.{place}"
        if change.op == PartOp.SPLIT:
            results = both_sides(parter, results, change, here, split)
        elif change.op == PartOp.MERGE:
            results = merge(results, change, here)
        elif change.op == PartOp.LAY:
            results = both_sides(parter, results, change, here, lay)
    return results


def both_sides(
    parter: Parter, regions: list[Region], change: Change, field: str, act: Act
) -> list[Region]:
    """Do a change here, and on the other side if it shall be alike there."""
    find(regions, change.key, f"{field}.key")
    other = twin(regions, change.key) if change.alike else None
    results = act(parter, regions, change, field)
    if other is None:
        return results
    mirror = MIRROR_LAY.get(change.lay, change.lay) if change.lay else None
    return act(parter, results, replace(change, key=other, lay=mirror), field)


def split(parter: Parter, regions: list[Region], change: Change, field: str) -> list[Region]:
    """Cut a section in two.

    Raises:
        CraftError: nothing would be left on one side, or the head has as many as it takes
    """
    place = find(regions, change.key, f"{field}.key")
    if len(regions) >= MAX_SECTIONS:
        raise CraftError(
            f"{field}.op",
            say("A head takes at most {max_sections} sections.", max_sections=MAX_SECTIONS),
        )
    region = regions[place]
    left, low, right, high = region.outline.bounds
    along = change.run is LineKind.ALONG if change.run else right - left >= high - low
    ruler = parter.along if along else parter.across
    halves = parter.cut(region, ruler, [1, 1])
    if any(half.outline.is_empty or not len(half.cells) for half in halves):
        raise CraftError(f"{field}.run", say("This section is too narrow to be split that way."))
    return [*regions[:place], *halves, *regions[place + 1 :]]


def lay(_: Parter, regions: list[Region], change: Change, field: str) -> list[Region]:
    """Lay a section elsewhere."""
    place = find(regions, change.key, f"{field}.key")
    laid = replace(regions[place], lay=change.lay)
    return [*regions[:place], laid, *regions[place + 1 :]]


def merge(regions: list[Region], change: Change, field: str) -> list[Region]:
    """Take two neighbours as one section.

    Raises:
        CraftError: they are not neighbours
    """
    if change.other is None:
        raise CraftError(f"{field}.other", say("Say which neighbour to merge it with."))
    first = regions[find(regions, change.key, f"{field}.key")]
    second = regions[find(regions, change.other, f"{field}.other")]
    if first is second or shared_edge(first, second) < LEAST_EDGE_CM:
        raise CraftError(
            f"{field}.other", say("Only neighbours can be merged: choose one beside it.")
        )
    both = union(first, second, f"{first.key}+{second.key}")
    return [both if region is first else region for region in regions if region is not second]


def all_whole(regions: Sequence[Region]) -> bool:
    """Whether every section is one piece with hair in it, as nearly every parting is."""
    outlines = [region.outline for region in regions]
    whole_ones = shapely.get_type_id(outlines) == shapely.GeometryType.POLYGON
    return bool(
        whole_ones.all()
        and not shapely.is_empty(outlines).any()
        and all(len(region.cells) for region in regions)
    )


def whole(parter: Parter, regions: Sequence[Region]) -> tuple[list[Region], list[Region]]:
    """Give what a moved line cuts off from its section to the neighbour it lies beside.

    Args:
        parter: the head
        regions: sections, some perhaps in several pieces
    Returns:
        the sections, each in one piece, and those that took something
    """
    if all_whole(regions):
        return list(regions), []
    by_key = {region.key: region for region in regions}
    taken: dict[str, Region] = {}
    for key in [region.key for region in regions]:
        # It may have taken a crumb of another one by now.
        region = by_key[key]
        parts = [part for part in shapely.get_parts(region.outline) if not part.is_empty]
        if not parts or not len(region.cells):
            # A line moved over it: what little is left goes to the section it lies in.
            del by_key[region.key]
            if parts or len(region.cells):
                to = host(list(by_key.values()), region)
                by_key[to.key] = union(to, region, to.key)
                if parts:
                    taken[to.key] = by_key[to.key]
            continue
        if len(parts) == 1:
            continue
        parts.sort(key=lambda part: -part.area)
        x, y = parter.cells.x[region.cells], parter.cells.y[region.cells]
        places = shapely.points(x, y)
        nearest = np.argmin([shapely.distance(part, places) for part in parts], axis=0)
        own = [
            Region(
                region.key,
                region.cells[nearest == number],
                region.share[nearest == number],
                part,
                region.lay,
                region.rod,
            )
            for number, part in enumerate(parts)
        ]
        by_key[region.key] = own[0]
        for island in own[1:]:
            others = [other for other in by_key.values() if other.key != region.key]
            to = max(others, key=lambda other: shared_edge(other, island))
            by_key[to.key] = taken[to.key] = union(to, island, to.key)
    return list(by_key.values()), list(taken.values())


def host(others: Sequence[Region], crumb: Region) -> Region:
    """The section that a crumb lies in: the one that shares its scalp, else its edge."""
    if len(crumb.cells):
        return max(others, key=lambda other: int(np.isin(crumb.cells, other.cells).sum()))
    return max(others, key=lambda other: shared_edge(other, crumb))


def union(first: Region, second: Region, key: str) -> Region:
    """Two neighbours as one region."""
    cells = np.concatenate([first.cells, second.cells])
    unique, places = np.unique(cells, return_inverse=True)
    weights = np.concatenate([first.share, second.share])
    share = np.bincount(places, weights=weights).astype(np.float64)
    outline = shapely.union_all(
        [part.outline.buffer(GAPE_CM, join_style="mitre") for part in (first, second)]
    ).buffer(-GAPE_CM, join_style="mitre")
    return Region(key, unique, share, outline, first.lay, first.rod)


def shared_edge(first: Region, second: Region) -> float:
    """Length of the edge two sections share [cm]."""
    touch = first.outline.buffer(GAPE_CM).intersection(second.outline.buffer(GAPE_CM))
    return float(touch.area / (2 * GAPE_CM))
