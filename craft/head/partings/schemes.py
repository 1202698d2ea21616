"""The ways of parting a head, each as a sequence of cuts.

What a scheme is made of is common practice, no source; how large its pieces are is computed.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

import shapely

from craft.errors import CraftError
from craft.head.partings.regions import Parter, Region
from craft.head.partings.rulers import Horseshoe, Rows, Wedge
from craft.messages import say
from craft.vocabulary import Even, Lay, LineKind, Scheme, WorkOrder, Zone

MAX_SECTIONS = 120
#: A middle parting can be moved to the side this far [cm]. Own value.
PART_MOST_CM = 7.0
#: Share of a tapered head's sections on the top, and of the rest in each side. Own values.
TAPER_TOP, TAPER_SIDE = 0.45, 0.3
LEFT, RIGHT = 0, 1


@dataclass(frozen=True)
class Change:
    """A change of the parting by hand.

    Args:
        op: what is changed
        key: of the line, or of the section
        at: where the line is put
        other: key of the section to merge with
        run: how a section is split: along or across; else by its longer side
        lay: where the section is laid
        number: its place in the working order
        alike: do the same on the other side
    """

    op: str
    key: str
    at: float | None = None
    other: str | None = None
    run: LineKind | None = None
    lay: Lay | None = None
    number: int | None = None
    alike: bool = False


@dataclass(frozen=True)
class Layout:
    """How a head is parted.

    Args:
        scheme: the way
        total: number of sections, 1 to `MAX_SECTIONS`
        even: make hair or spacing equal
        forward, sideways, back: sections laid so on each side, for `directed`
        part_cm: where the middle parting runs, to the client's right of the middle [cm]
        order: which section is worked first
        sizes: rod sizes from the nape to the top, as shares of the largest, for `bricked`
        changes: by hand, in order
    """

    scheme: Scheme
    total: int
    even: Even = Even.HAIR
    forward: int = 0
    sideways: int = 0
    back: int = 0
    part_cm: float = 0.0
    order: WorkOrder = WorkOrder.USUAL
    sizes: tuple[float, ...] = (1.0,)
    changes: tuple[Change, ...] = ()


#: Schemes that always make the same number of sections.
FIXED = {Scheme.HALVES: 2, Scheme.QUADRANTS: 4, Scheme.FIVE: 5, Scheme.SIX: 6}
#: The fewest sections of a scheme that needs several.
FEWEST = {Scheme.V_FRONT: 3, Scheme.TAPER: 4}
#: Schemes with a middle parting that can run elsewhere.
WITH_MIDDLE_PARTING = frozenset(
    {Scheme.HALVES, Scheme.QUADRANTS, Scheme.PER_QUADRANT, Scheme.ROWS, Scheme.DIRECTED}
)


def knows_its_number(scheme: Scheme) -> bool:
    """Whether a service parted so always has the same number; quadrants take any."""
    return scheme in FIXED and scheme is not Scheme.QUADRANTS


def count_of(scheme: Scheme, count: int | None) -> int:
    """Number of sections a scheme makes.

    Args:
        scheme: how the head is parted
        count: sections in each quadrant for `per_quadrant`, else all sections; some schemes know
            their own number
    Raises:
        CraftError: a scheme is asked for a number it cannot make
    """
    if scheme in FIXED:
        if count not in (None, FIXED[scheme]):
            raise CraftError(
                "count",
                say(
                    "{scheme} always makes {fixed} sections; leave the count out.",
                    scheme=scheme,
                    fixed=FIXED[scheme],
                ),
            )
        return FIXED[scheme]
    fewest = FEWEST.get(scheme, 1)
    if count is None:
        raise CraftError(
            "count",
            say(
                "{scheme} needs a count from {fewest} to {max_sections}.",
                scheme=scheme,
                fewest=fewest,
                max_sections=MAX_SECTIONS,
            ),
        )
    total = 4 * count if scheme is Scheme.PER_QUADRANT else count
    if not fewest <= total <= MAX_SECTIONS:
        raise CraftError(
            "count",
            say(
                "That makes {total} sections; {scheme} takes {fewest} to {max_sections}.",
                total=total,
                scheme=scheme,
                fewest=fewest,
                max_sections=MAX_SECTIONS,
            ),
        )
    return total


def halves(parter: Parter, layout: Layout) -> list[Region]:
    """Left and right."""
    return sides(parter, parter.whole, layout)


def sides(parter: Parter, region: Region, layout: Layout) -> list[Region]:
    """The middle parting, or the one beside it."""
    at = [layout.part_cm] if layout.part_cm else None
    return parter.cut(region, parter.along, [1, 1], at)


def quadrants(parter: Parter, layout: Layout) -> list[Region]:
    """Sections in four quadrants, the same on both sides; an odd one is taken at the nape."""
    total = layout.total
    if total == 1:
        return [parter.whole]
    if total % 2:
        nape, rest = parter.cut(parter.whole, parter.across, [1, total - 1])
        return [nape, *quarters(parter, rest, total // 2, layout)]
    return quarters(parter, parter.whole, total // 2, layout)


def quarters(parter: Parter, region: Region, a_side: int, layout: Layout) -> list[Region]:
    """Middle parting, then the ear-to-ear parting on each side, then blocks.

    A side part runs from the hairline to the ear-to-ear parting; behind it hair is parted in the
    middle.
    """
    front = a_side // 2
    back = a_side - front
    if layout.part_cm and front:
        rear, fore = parter.cut(region, parter.across, [back, front])
        regions = [
            region for side in parter.cut(rear, parter.along, [1, 1]) for region in [(side, back)]
        ]
        regions += share_by_hair(parter, sides(parter, fore, layout), 2 * front)
    else:
        regions = []
        for side in sides(parter, region, layout):
            if front:
                rear, fore = parter.cut(side, parter.across, [back, front])
                regions += [(rear, back), (fore, front)]
            else:
                regions.append((side, back))
    return [section for part, count in regions for section in parter.block(part, count)]


def share_by_hair(
    parter: Parter, regions: Sequence[Region], count: int
) -> list[tuple[Region, int]]:
    """Sections given to two regions by the hair they hold, at least one each."""
    first, second = regions
    hair = parter.hair_of(first), parter.hair_of(second)
    own = min(count - 1, max(1, round(count * hair[0] / sum(hair))))
    return [(first, own), (second, count - own)]


def rows(parter: Parter, layout: Layout) -> list[Region]:
    """Rows from front to back, their partings parallel to the middle parting on the head."""
    ruler = Rows(parter.cells, parter.circumference_cm)
    if not layout.part_cm or layout.total == 1:
        return parter.cut(parter.whole, ruler, [1] * layout.total)
    both = parter.cut(parter.whole, ruler, [1, 1], [layout.part_cm])
    return [
        row
        for side, count in share_by_hair(parter, both, layout.total)
        for row in parter.cut(side, ruler, [1] * count)
    ]


def v_front(parter: Parter, layout: Layout) -> list[Region]:
    """A V at the front, so that the parting can move; the rest as in quadrants."""
    front, rest = parter.cut(parter.whole, Wedge(parter.cells), [1, layout.total - 1])
    left = layout.total - 1
    front = replace(front, lay=Lay.FORWARD)
    if left % 2:
        nape, rest = parter.cut(rest, parter.across, [1, left - 1])
        return [front, nape, *quarters(parter, rest, left // 2, layout)]
    return [front, *quarters(parter, rest, left // 2, layout)]


def five(parter: Parter, _: Layout) -> list[Region]:
    """A panel on the top, two sides, two at the back."""
    rear, fore = parter.cut(parter.whole, parter.across, [2, 3])
    return [
        *parter.cut(rear, parter.along, [1, 1]),
        *parter.cut(fore, parter.along, [1, 1, 1]),
    ]


def six(parter: Parter, _: Layout) -> list[Region]:
    """A panel on the top, two sides, the crown, two at the back."""
    rear, crown, fore = parter.cut(parter.whole, parter.across, [2, 1, 3])
    return [
        *parter.cut(rear, parter.along, [1, 1]),
        crown,
        *parter.cut(fore, parter.along, [1, 1, 1]),
    ]


def taper(parter: Parter, layout: Layout) -> list[Region]:
    """A long top inside a horseshoe, short sides and back."""
    total = layout.total
    top = max(1, round(TAPER_TOP * total))
    side = max(1, round(TAPER_SIDE * (total - top)))
    top = min(top, total - 2 * side - 1)
    back = total - top - 2 * side
    long, short = parter.cut(parter.whole, Horseshoe(parter.cells), [top, total - top])
    rear, both = parter.cut(short, parter.across, [back, 2 * side])
    regions = [(long, top)]
    regions += [(region, side) for region in parter.cut(both, parter.along, [1, 1], [0.0])]
    blocks = [section for part, count in regions for section in parter.block(part, count)]
    return [*blocks, *round_the_back(parter, rear, back)]


def round_the_back(parter: Parter, rear: Region, count: int) -> list[Region]:
    """Sections of the back of a tapered head, which may reach up on both sides of the top."""
    drawn = len(parter.lines)
    blocks = parter.block(rear, count)
    if all(isinstance(block.outline, shapely.Polygon) for block in blocks):
        return blocks
    # A row across both arms would fall in two pieces: upright strips never do.
    del parter.lines[drawn:]
    return parter.cut(rear, parter.along, [1] * count)


def even_rows(parter: Parter, count: int) -> list[float]:
    """Number of hairs in each row, for rows of even height from the nape up."""
    ruler = parter.across
    low, high = parter.extent(parter.whole, ruler)
    row = ((ruler.coordinate - low) / (high - low) * count).astype(int).clip(0, count - 1)
    sums = [0.0] * count
    for place, hair in zip(row.tolist(), parter.hairs.tolist(), strict=True):
        sums[place] += hair
    return sums


def rows_of(parter: Parter, total: int) -> int:
    """How many rows make sections about as wide as high."""
    left, low, right, high = parter.whole.outline.bounds
    return max(1, min(total, round(math.sqrt(total * (high - low) / (right - left)))))


def by_share(total: int, shares: Sequence[float]) -> list[int]:
    """Whole numbers in proportion to shares, at least one each (largest remainders)."""
    ideal = [total * share / sum(shares) for share in shares]
    counts = [max(1, math.floor(width)) for width in ideal]
    while sum(counts) != total:
        step = 1 if sum(counts) < total else -1
        able = [row for row, count in enumerate(counts) if step > 0 or count > 1]
        row = max(able, key=lambda row_number: step * (ideal[row_number] - counts[row_number]))
        counts[row] += step
    return counts


def coil_rows(parter: Parter, layout: Layout) -> list[Region]:
    """Rows from ear to ear, each of small coils."""
    number = rows_of(parter, layout.total)
    counts = by_share(layout.total, even_rows(parter, number))
    weights = [1] * number if layout.even is Even.SPACING else counts
    return [
        coil
        for row, count in zip(parter.cut(parter.whole, parter.across, weights), counts, strict=True)
        for coil in parter.cut(row, parter.along, [1] * count)
    ]


def brick_counts(total: int, shares: Sequence[float]) -> list[int] | None:
    """Rods in each row, odd and even in turn, so that no parting meets the next one.

    Returns:
        the numbers, or None if so many rows cannot hold this total in turn
    """
    for start in (0, 1):
        parities = [(start + row) % 2 for row in range(len(shares))]
        if (total - sum(parities)) % 2:
            continue
        ideal = [total * share / sum(shares) for share in shares]
        least = [2 - parity for parity in parities]
        counts = [
            max(low, 2 * round((want - parity) / 2) + parity)
            for want, parity, low in zip(ideal, parities, least, strict=True)
        ]
        while sum(counts) != total:
            step = 2 if sum(counts) < total else -2
            able = [i for i, count in enumerate(counts) if step > 0 or count + step >= least[i]]
            if not able:
                break
            row = max(able, key=lambda row_number: step * (ideal[row_number] - counts[row_number]))
            counts[row] += step
        if sum(counts) == total:
            return counts
    return None


def brick_layout(parter: Parter, layout: Layout) -> list[Region]:
    """Rods laid like bricks: odd and even numbers a row in turn, up to three sizes.

    A section is as deep as its rod is thick, so rows of larger rods are deeper and hold more hair.
    """
    wanted = rows_of(parter, layout.total)
    tries = (wanted, wanted + 1, wanted - 1)
    regions = (
        (number, brick_counts(layout.total, even_rows(parter, number)))
        for number in tries
        if number > 0
    )
    number, counts = next(((n, counts) for n, counts in regions if counts), (0, None))
    if counts is None:
        return parter.block(parter.whole, layout.total)
    size = [row * len(layout.sizes) // number for row in range(number)]
    weights = [count * layout.sizes[rank] for count, rank in zip(counts, size, strict=True)]
    return [
        replace(region, rod=rank)
        for row, count, rank in zip(
            parter.cut(parter.whole, parter.across, weights), counts, size, strict=True
        )
        for region in parter.cut(row, parter.along, [1] * count)
    ]


def directed_layout(parter: Parter, layout: Layout) -> list[Region]:
    """On each side chosen numbers laid back, to the side and forward; an odd one at the nape."""
    regions: list[Region] = []
    whole, fore = parter.whole, layout.forward + layout.sideways
    if layout.total == 1:
        return [whole]
    if layout.total % 2:
        nape, whole = parter.cut(whole, parter.across, [1, layout.total - 1])
        regions.append(nape)
    for hand, side in enumerate(sides(parter, whole, layout)):
        out = Lay.LEFT if hand == LEFT else Lay.RIGHT
        weights = [weight for weight in (layout.back, fore) if weight]
        pieces = parter.cut(side, parter.across, weights)
        if layout.back:
            rear = pieces.pop(0)
            regions += [replace(region, lay=Lay.BACK) for region in parter.block(rear, layout.back)]
        if not fore:
            continue
        parts = [(layout.sideways, out), (layout.forward, Lay.FORWARD)]
        parts = [part for part in (parts if hand == LEFT else parts[::-1]) if part[0]]
        strips = parter.cut(pieces[0], parter.along, [count for count, _ in parts])
        for strip, (count, lay) in zip(strips, parts, strict=True):
            regions += [
                replace(region, lay=lay) for region in parter.cut(strip, parter.across, [1] * count)
            ]
    return regions


SCHEMES: Mapping[Scheme, Callable[[Parter, Layout], list[Region]]] = {
    Scheme.HALVES: halves,
    Scheme.QUADRANTS: quadrants,
    Scheme.PER_QUADRANT: quadrants,
    Scheme.ROWS: rows,
    Scheme.V_FRONT: v_front,
    Scheme.FIVE: five,
    Scheme.SIX: six,
    Scheme.TAPER: taper,
    Scheme.COIL_ROWS: coil_rows,
    Scheme.BRICKED: brick_layout,
    Scheme.DIRECTED: directed_layout,
}

#: Sections further to the side than this lie to that side [cm on the map]. Own value.
SIDE_LAY_FROM_CM = 4.5


def lay_of(zone: Zone, x: float) -> Lay:
    """Where the hair of a section must fall so that it need not be moved afterwards.

    Common practice, no source.
    """
    if zone in (Zone.BACK, Zone.NAPE, Zone.CROWN):
        return Lay.DOWN
    if zone in (Zone.LEFT, Zone.RIGHT) or abs(x) > SIDE_LAY_FROM_CM:
        return Lay.RIGHT if x > 0 else Lay.LEFT
    return Lay.FORWARD
