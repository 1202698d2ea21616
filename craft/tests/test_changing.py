"""Sections changed by hand, and what a moved line cuts off."""

from unittest import TestCase

import numpy as np
import shapely

from craft.errors import CraftError
from craft.head.partings import Change, HeadOfHair, Layout, part
from craft.head.partings.changing import (
    apply_section_changes,
    find,
    shared_edge,
    twin,
    union,
    whole,
)
from craft.head.partings.measuring import mirrors
from craft.head.partings.regions import Parter, Region
from craft.head.partings.schemes import quadrants
from craft.vocabulary import Even, LineKind, PartOp, Scheme

HAIR = HeadOfHair(57, 180, 25, 70)


def cut(count: int) -> tuple[Parter, list[Region]]:
    parter = Parter(HAIR, Even.HAIR, {})
    return parter, quadrants(parter, Layout(Scheme.QUADRANTS, count))


class NeighboursTest(TestCase):
    def test_twins_are_mutual(self) -> None:
        _, regions = cut(12)
        for region in regions:
            other = twin(regions, region.key)
            assert other is not None
            self.assertNotEqual(other, region.key)
            self.assertEqual(twin(regions, other), region.key)

    def test_nothing_mirrors_itself_and_the_middle_has_no_twin(self) -> None:
        self.assertEqual(mirrors([(0.1, 3.0), (-5, 0), (5.2, 0.1)]), [None, 2, 1])
        self.assertEqual(mirrors([(0.5, 0.0)]), [None])
        self.assertEqual(mirrors([]), [])

    def test_shared_edges(self) -> None:
        box = shapely.box
        cells, share = np.array([0]), np.array([1.0])

        def region(shape: shapely.Geometry) -> Region:
            return Region("0", cells, share, shape)

        side = shared_edge(region(box(0, 0, 2, 2)), region(box(2, 0, 4, 2)))
        self.assertAlmostEqual(side, 2, delta=0.1)
        corner = shared_edge(region(box(0, 0, 2, 2)), region(box(2, 2, 4, 4)))
        self.assertLess(corner, 0.1)
        self.assertEqual(shared_edge(region(box(0, 0, 1, 1)), region(box(5, 5, 6, 6))), 0)

    def test_a_union_holds_what_both_held(self) -> None:
        parter, regions = cut(4)
        both = union(regions[0], regions[1], "x")
        hair = parter.hair_of(regions[0]) + parter.hair_of(regions[1])
        self.assertAlmostEqual(parter.hair_of(both), hair, places=6)
        self.assertEqual(len(set(both.cells.tolist())), len(both.cells))
        self.assertLessEqual(both.share.max(), 1 + 1e-9)

    def test_what_is_not_there(self) -> None:
        _, regions = cut(4)
        self.assertEqual(regions[find(regions, regions[2].key, "x")], regions[2])
        with self.assertRaises(CraftError) as caught:
            find(regions, "9", "here")
        self.assertEqual(caught.exception.field, "here")


class SplitTest(TestCase):
    def test_the_longer_side_is_cut_unless_told(self) -> None:
        for run, kind in (
            (None, None),
            (LineKind.ALONG, LineKind.ALONG),
            (LineKind.ACROSS, LineKind.ACROSS),
        ):
            parter, regions = cut(4)
            first = regions[0]
            left, low, right, high = first.outline.bounds
            expected = kind or (LineKind.ALONG if right - left >= high - low else LineKind.ACROSS)
            apply_section_changes(
                parter, regions, [Change(PartOp.SPLIT, first.key, run=run)], "changes"
            )
            line = next(line for line in parter.lines if line.key == f"{first.key}/1")
            self.assertEqual(line.kind, expected)

    def test_pieces_can_be_split_again_and_put_together(self) -> None:
        parter, regions = cut(4)
        key = regions[0].key
        steps = [
            Change(PartOp.SPLIT, key),
            Change(PartOp.SPLIT, f"{key}.1"),
            Change(PartOp.MERGE, f"{key}.1.1", other=f"{key}.1.2"),
        ]
        results = apply_section_changes(parter, regions, steps, "changes")
        self.assertEqual(len(results), 5)
        hair = sum(parter.hair_of(region) for region in results)
        self.assertAlmostEqual(hair, parter.hair_of(parter.whole), places=4)

    def test_a_head_takes_so_many_and_no_more(self) -> None:
        changes = (Change(PartOp.SPLIT, "0.1.1"),)
        sections = part(HAIR, Layout(Scheme.COIL_ROWS, 120)).sections
        self.assertEqual(len(sections), 120)
        with self.assertRaises(CraftError) as caught:
            part(HAIR, Layout(Scheme.COIL_ROWS, 120, changes=changes))
        self.assertEqual(caught.exception.field, "changes.0.op")

    def test_a_merge_says_with_what(self) -> None:
        parter, regions = cut(4)
        with self.assertRaises(CraftError) as caught:
            apply_section_changes(
                parter, regions, [Change(PartOp.MERGE, regions[0].key)], "changes"
            )
        self.assertEqual(caught.exception.field, "changes.0.other")


class IslandsTest(TestCase):
    def test_what_is_cut_off_goes_to_the_neighbour_beside_it(self) -> None:
        parter, regions = cut(4)
        first, second = regions[0], regions[1]
        # A piece of the second lies alone inside the first.
        island = shapely.box(*first.outline.centroid.buffer(1).bounds)
        x, y = parter.cells.x[first.cells], parter.cells.y[first.cells]
        inside = shapely.contains_xy(island, x, y)
        broken = [
            Region(first.key, first.cells[~inside], first.share[~inside], first.outline - island),
            Region(
                second.key,
                np.concatenate([second.cells, first.cells[inside]]),
                np.concatenate([second.share, first.share[inside]]),
                shapely.MultiPolygon([second.outline, island]),
            ),
            *regions[2:],
        ]
        results, taken = whole(parter, broken)
        self.assertEqual([region.key for region in taken], [first.key])
        back = next(region for region in results if region.key == first.key)
        self.assertAlmostEqual(parter.hair_of(back), parter.hair_of(first), delta=1)
        self.assertTrue(all(region.outline.geom_type == "Polygon" for region in results))

    def test_a_section_of_which_nothing_is_left_is_gone(self) -> None:
        parter, regions = cut(4)
        none = Region("gone", np.array([], dtype=np.intp), np.array([]), shapely.Polygon())
        results, taken = whole(parter, [*regions, none])
        self.assertEqual((len(results), taken), (4, []))
