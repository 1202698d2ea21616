"""The families of lines that partings run along, and the cuts they make."""

import math
from unittest import TestCase

import numpy as np
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.head import geometry
from craft.head.partings.regions import (
    LEAST_APART,
    HeadOfHair,
    Parter,
    columns_positions,
    cut_positions,
    largest,
    polygonal,
)
from craft.head.partings.rulers import (
    HORSESHOE_REACH,
    V_APEX_CM,
    V_REACH,
    Horseshoe,
    Rows,
    Ruler,
    Straight,
    Wedge,
)
from craft.vocabulary import Even, LineKind, Zone

CELLS = geometry.cells(57.0)
SCALP = shapely.Polygon(geometry.hairline(57))
RULERS: dict[LineKind, Ruler] = {
    LineKind.ALONG: Straight(CELLS, LineKind.ALONG),
    LineKind.ACROSS: Straight(CELLS, LineKind.ACROSS),
    LineKind.ROW: Rows(CELLS, 57.0),
    LineKind.V: Wedge(CELLS),
    LineKind.ROUND: Horseshoe(CELLS),
}
#: Positions at which every ruler meets the scalp, as they are given.
PLACES = {
    LineKind.ALONG: (-8.0, -2.5, 0.0, 4.0, 9.0),
    LineKind.ACROSS: (-14.0, -6.0, 0.0, 3.0, 7.0),
    LineKind.ROW: (-9.0, -3.0, 0.0, 0.01, 2.0, 8.0),
    LineKind.V: (12.0, 30.0, 55.0),
    LineKind.ROUND: (3.0, 6.0, 9.0),
}


def parter(even: Even = Even.HAIR, **moves: float) -> Parter:
    return Parter(HeadOfHair(57, 180, 25, 70), even, moves)


class RulerTest(TestCase):
    def test_positions_are_told_and_meant(self) -> None:
        for kind, ruler in RULERS.items():
            for place in PLACES[kind]:
                if kind is LineKind.ROW and abs(place) < 0.03:
                    continue
                self.assertAlmostEqual(ruler.reading(ruler.position(place)), place, places=9)

    def test_both_sides_make_the_whole(self) -> None:
        for kind, ruler in RULERS.items():
            for place in PLACES[kind]:
                near, far = ruler.halve(SCALP, ruler.position(place))
                with self.subTest(kind=kind, place=place):
                    self.assertAlmostEqual(near.area + far.area, SCALP.area, places=6)
                    self.assertAlmostEqual(near.intersection(far).area, 0, places=6)

    def test_cells_lie_on_the_side_they_are_counted_on(self) -> None:
        places = shapely.points(CELLS.x, CELLS.y)
        for kind, ruler in RULERS.items():
            for place in PLACES[kind]:
                at = ruler.position(place)
                near = polygonal(ruler.halve(SCALP.buffer(2), at)[0])
                clear = np.abs(ruler.coordinate - at) > ruler.width
                inside = shapely.contains(near, places)
                with self.subTest(kind=kind, place=place):
                    np.testing.assert_array_equal(inside[clear], (ruler.coordinate < at)[clear])

    def test_the_line_lies_between_both_sides(self) -> None:
        for kind, ruler in RULERS.items():
            for place in PLACES[kind]:
                at = ruler.position(place)
                near, far = ruler.halve(SCALP, at)
                path = ruler.path(at).intersection(SCALP)
                self.assertGreater(path.length, 1)
                for side in (near, far):
                    self.assertLess(path.difference(side.buffer(0.02)).length, 0.1, (kind, place))

    def test_a_larger_position_takes_more(self) -> None:
        for kind, ruler in RULERS.items():
            areas = [ruler.halve(SCALP, ruler.position(place))[0].area for place in PLACES[kind]]
            self.assertEqual(areas, sorted(areas), kind)


class RowsTest(TestCase):
    def test_a_row_is_as_far_from_the_middle_everywhere(self) -> None:
        # Distance on the sphere from the plane of the middle parting, at every corner.
        rows = RULERS[LineKind.ROW]
        for distance in (-7.0, 2.0, 5.0):
            corners = shapely.get_coordinates(rows.path(rows.position(distance)))
            theta, phi = geometry.unproject(corners[:, 0], corners[:, 1], 57)
            away = np.arcsin(np.sin(theta) * np.sin(phi)) * geometry.radius(57)
            np.testing.assert_allclose(away, distance, atol=1e-6)

    def test_next_to_the_middle_it_is_the_middle(self) -> None:
        rows = RULERS[LineKind.ROW]
        self.assertEqual(rows.position(0.02), 0)
        self.assertNotEqual(rows.position(0.05), 0)

    def test_beyond_the_ear_it_does_not_come_back(self) -> None:
        rows = RULERS[LineKind.ROW]
        quarter = math.pi / 2 * geometry.radius(57)
        self.assertAlmostEqual(rows.position(50), 1)
        self.assertAlmostEqual(rows.reading(rows.position(50)), quarter)


class ShapesTest(TestCase):
    def test_a_v_opens_by_its_angle(self) -> None:
        legs = shapely.get_coordinates(RULERS[LineKind.V].path(30))
        apex, right = legs[1], legs[2]
        self.assertEqual(tuple(apex), (0, V_APEX_CM))
        opened = math.degrees(math.atan2(right[0], right[1] - apex[1]))
        self.assertAlmostEqual(opened, 30)

    def test_a_horseshoe_is_open_to_the_face(self) -> None:
        inside = RULERS[LineKind.ROUND].halve(SCALP, 6.0)[0]
        self.assertTrue(inside.contains(shapely.Point(0, 9)))
        self.assertFalse(inside.contains(shapely.Point(0, -12)))
        self.assertFalse(inside.contains(shapely.Point(9, 0)))


class PositionsTest(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        st.lists(st.tuples(st.floats(0.1, 5), st.floats(-10, 10)), min_size=2, max_size=30),
        st.floats(0.05, 0.95),
    )
    def test_the_share_before_a_cut_is_the_share_asked_for(
        self, cells: list[tuple[float, float]], share: float
    ) -> None:
        weight, coordinate = (np.array(cell) for cell in zip(*cells, strict=True))
        width = np.full_like(weight, 0.4)
        (at,) = cut_positions(weight, coordinate, width, [share])
        before = weight * np.clip((at - coordinate) / width + 0.5, 0, 1)
        self.assertAlmostEqual(before.sum() / weight.sum(), share, places=6)

    def test_columns_and_edges_agree(self) -> None:
        hairs = CELLS.area * 180
        column = np.floor(CELLS.x / geometry.CELL_CM).astype(np.intp)
        shares = [0.1, 0.35, 0.5, 0.9]
        by_column = columns_positions(hairs, column, shares)
        by_edge = cut_positions(hairs, CELLS.x, geometry.CELL_CM, shares)
        np.testing.assert_allclose(by_column, by_edge, atol=1e-6)


class ParterTest(TestCase):
    def test_weights_are_kept(self) -> None:
        cutter = parter()
        pieces = cutter.cut(cutter.whole, cutter.across, [3, 1, 2])
        hair = [cutter.hair_of(piece) for piece in pieces]
        for piece, weight in zip(hair, (3, 1, 2), strict=True):
            self.assertAlmostEqual(piece / sum(hair), weight / 6, places=6)

    def test_one_piece_is_the_whole_under_a_key_of_its_own(self) -> None:
        cutter = parter()
        (piece,) = cutter.cut(cutter.whole, cutter.across, [7])
        self.assertEqual((piece.key, len(cutter.lines)), ("0.1", 0))
        self.assertEqual(piece.outline, cutter.whole.outline)

    def test_even_spacing_is_even_on_the_map(self) -> None:
        cutter = parter(Even.SPACING)
        cutter.cut(cutter.whole, cutter.along, [1, 1, 1, 1])
        left, _, right, _ = cutter.whole.outline.bounds
        for line, share in zip(cutter.lines, (0.25, 0.5, 0.75), strict=True):
            self.assertAlmostEqual(line.at, left + (right - left) * share, places=6)

    def test_spacing_of_a_v_goes_by_scalp(self) -> None:
        thin = HeadOfHair(57, 180, 25, 70, zone_density=((Zone.FRINGE, 60.0),))
        cutter = Parter(thin, Even.SPACING, {})
        front, _ = cutter.cut(cutter.whole, Wedge(cutter.cells), [1, 4])
        scalp = float(front.share @ cutter.cells.area[front.cells])
        self.assertAlmostEqual(scalp / cutter.cells.area.sum(), 0.2, places=3)

    def test_a_line_goes_where_it_is_moved_and_no_further_than_there_is_room(self) -> None:
        cutter = parter(**{"0/1": 2.0})
        cutter.cut(cutter.whole, cutter.along, [1, 1])
        self.assertEqual((cutter.lines[0].at, cutter.lines[0].moved), (2.0, True))
        far = parter(**{"0/1": 99.0})
        far.cut(far.whole, far.along, [1, 1])
        right = far.whole.outline.bounds[2]
        self.assertAlmostEqual(far.lines[0].at, right - LEAST_APART)

    def test_lines_that_are_moved_past_each_other_keep_apart(self) -> None:
        cutter = parter(**{"0/1": 6.0, "0/2": -6.0})
        cutter.cut(cutter.whole, cutter.along, [1, 1, 1])
        first, second = (line.at for line in cutter.lines)
        self.assertGreaterEqual(second - first, LEAST_APART - 1e-9)

    def test_reach_of_a_v_and_of_a_horseshoe(self) -> None:
        for ruler_of, reach in ((Wedge, V_REACH), (Horseshoe, HORSESHOE_REACH)):
            for asked in (-50.0, 500.0):
                cutter = parter(**{"0/1": asked})
                cutter.cut(cutter.whole, ruler_of(cutter.cells), [1, 3])
                self.assertTrue(reach[0] <= cutter.lines[0].at <= reach[1], (ruler_of, asked))

    def test_a_block_is_about_as_wide_as_high(self) -> None:
        cutter = parter()
        for section in cutter.block(cutter.whole, 16):
            left, low, right, high = largest(section.outline).bounds
            self.assertTrue(0.3 < (right - left) / (high - low) < 3)

    def test_crumbs_are_no_areas(self) -> None:
        line = shapely.LineString([(0, 0), (1, 1)])
        mixed = shapely.GeometryCollection([shapely.box(0, 0, 1, 1), line])
        self.assertEqual(polygonal(mixed), shapely.box(0, 0, 1, 1))
        two = shapely.MultiPolygon([shapely.box(0, 0, 1, 1), shapely.box(3, 0, 6, 1)])
        self.assertEqual(largest(two).area, 3)
