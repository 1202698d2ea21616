"""Partings: they tile the head, hold equal hair, and count as the trade counts."""

import itertools
from itertools import pairwise
from unittest import TestCase

import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.head import geometry
from craft.head.partings import (
    Change,
    HeadOfHair,
    Layout,
    Section,
    Sectioning,
    bundles,
    count_of,
    part,
    totals,
)
from craft.head.partings.schemes import brick_counts
from craft.physics import fibre
from craft.tests.requests import parted_by
from craft.vocabulary import Even, Lay, LineKind, PartOp, Scheme, WorkOrder, Zone

HAIR = HeadOfHair(57, 180, 25, 70)
SCALP = shapely.Polygon(geometry.hairline(57))
#: Every scheme with numbers it can make.
COUNTS = {
    Scheme.HALVES: (2,),
    Scheme.QUADRANTS: (1, 4, 9, 14),
    Scheme.PER_QUADRANT: (12,),
    Scheme.ROWS: (1, 7, 8),
    Scheme.V_FRONT: (3, 8, 13),
    Scheme.FIVE: (5,),
    Scheme.SIX: (6,),
    Scheme.TAPER: (4, 5, 12, 30),
    Scheme.COIL_ROWS: (1, 6, 40, 90),
    Scheme.BRICKED: (1, 5, 30, 50),
    Scheme.DIRECTED: (14, 15),
}


def sectioning(scheme: Scheme, count: int, **more: object) -> Sectioning:
    if scheme is Scheme.DIRECTED:
        more = {"forward": 3, "sideways": 2, "back": 2} | more
    return part(HAIR, Layout(scheme, count, **more))  # type: ignore[arg-type]


def change(op: PartOp, key: str, **more: object) -> Change:
    return Change(op, key, **more)  # type: ignore[arg-type]


def polygons(sections: tuple[Section, ...]) -> list[shapely.Polygon]:
    return [shapely.Polygon(section.outline) for section in sections]


class Tiling(TestCase):
    def tiles(self, sections: tuple[Section, ...]) -> None:
        """No overlap: areas add up to the union; no gap: the union is the scalp."""
        shapes = polygons(sections)
        self.assertTrue(all(shape.is_valid for shape in shapes))
        union = shapely.union_all(shapes)
        self.assertAlmostEqual(sum(s.area for s in shapes), union.area, delta=0.3)
        self.assertLess(union.symmetric_difference(SCALP).area, 0.5)
        for section, shape in zip(sections, shapes, strict=True):
            self.assertAlmostEqual(section.area_cm2, shape.area, delta=0.25)
            self.assertTrue(shape.contains(shapely.Point(section.centre)), section.key)
        self.assertAlmostEqual(totals(sections)["hairs"], 99_055, delta=5)
        self.assertEqual(len({section.key for section in sections}), len(sections))


class TilingTest(Tiling):
    def test_every_scheme_tiles_the_hairline(self) -> None:
        for scheme, counts in COUNTS.items():
            for count, even in itertools.product(counts, Even):
                with self.subTest(scheme=scheme, count=count, even=even):
                    sections = sectioning(scheme, count, even=even).sections
                    self.assertEqual(len(sections), count)
                    self.tiles(sections)

    @settings(max_examples=25, deadline=None)
    @given(st.integers(1, 40), st.booleans(), st.sampled_from(list(Even)))
    def test_any_number_tiles_it(self, count: int, rows: bool, even: Even) -> None:
        self.tiles(parted_by(HAIR, rows, count, even))

    @settings(max_examples=25, deadline=None)
    @given(
        st.sampled_from([Scheme.ROWS, Scheme.QUADRANTS, Scheme.DIRECTED, Scheme.HALVES]),
        st.floats(-7, 7),
    )
    def test_a_parting_anywhere_tiles_it(self, scheme: Scheme, at: float) -> None:
        count = COUNTS[scheme][-1]
        self.tiles(sectioning(scheme, count, part_cm=at).sections)

    @settings(max_examples=60, deadline=None)
    @given(st.data())
    def test_lines_moved_anywhere_leave_it_tiled(self, data: st.DataObject) -> None:
        scheme = data.draw(st.sampled_from([s for s in COUNTS if s is not Scheme.COIL_ROWS]))
        count = COUNTS[scheme][min(1, len(COUNTS[scheme]) - 1)]
        lines = sectioning(scheme, count).lines
        if not lines:
            return
        moves = tuple(
            change(
                PartOp.MOVE,
                line.key,
                at=data.draw(st.floats(-30, 60)),
                alike=data.draw(st.booleans()),
            )
            for line in data.draw(st.lists(st.sampled_from(lines), min_size=1, max_size=4))
        )
        self.tiles(sectioning(scheme, count, changes=moves).sections)

    def test_sums_equal_the_head(self) -> None:
        sums = totals(parted_by(HAIR, False, 14))
        self.assertAlmostEqual(sums["scalp_cm2"], geometry.scalp_area(57), places=6)
        self.assertAlmostEqual(sums["hairs"], 99_055, delta=3)
        self.assertAlmostEqual(
            sums["grams"], fibre.mass(sums["hairs"], 70, 25) * fibre.present(25), places=6
        )
        self.assertAlmostEqual(
            sums["surface_m2"], fibre.surface(sums["hairs"], 70, 25) * fibre.present(25), places=9
        )


class EqualHairTest(TestCase):
    def test_equal_hair_on_an_even_head(self) -> None:
        for scheme, counts in COUNTS.items():
            for count in counts:
                hairs = [section.hairs for section in sectioning(scheme, count).sections]
                self.assertLess(max(hairs) / min(hairs), 1.001, scheme)

    def test_equal_hair_where_the_crown_is_thin(self) -> None:
        hair = HeadOfHair(57, 180, 25, 70, zone_density=((Zone.CROWN, 90.0),))
        sections = parted_by(hair, False, 12)
        hairs = [section.hairs for section in sections]
        self.assertLess(max(hairs) / min(hairs), 1.001)
        areas = [section.area_cm2 for section in sections]
        self.assertGreater(max(areas) / min(areas), 1.1)

    def test_even_spacing_gives_uneven_hair(self) -> None:
        # Sections look equal yet hold different amounts: common practice, no source.
        hairs = [section.hairs for section in parted_by(HAIR, True, 8, Even.SPACING)]
        self.assertGreater(max(hairs) / min(hairs), 1.2)

    def test_zone_lengths_reach_the_sections(self) -> None:
        hair = HeadOfHair(57, 180, 25, 70, zone_length=((Zone.NAPE, 12.0),))
        sections = parted_by(hair, False, 12)
        self.assertLess(sections[0].length_cm, 23)
        self.assertAlmostEqual(sections[-1].length_cm, 25)


class SchemesTest(TestCase):
    """What schemes are made of: common practice, no source."""

    def test_three_a_quadrant_are_twelve(self) -> None:
        self.assertEqual(count_of(Scheme.PER_QUADRANT, 3), 12)
        self.assertEqual(len(sectioning(Scheme.PER_QUADRANT, 12).sections), 12)

    def test_four_rows_a_side_are_eight(self) -> None:
        sections = sectioning(Scheme.ROWS, 8).sections
        self.assertEqual(len([section for section in sections if section.centre[0] < 0]), 4)

    def test_three_forward_two_sideways_two_back_are_fourteen(self) -> None:
        sections = sectioning(Scheme.DIRECTED, 14).sections
        left = [section.lay for section in sections if section.centre[0] < 0]
        self.assertEqual(
            {lay: left.count(lay) for lay in set(left)}, {Lay.FORWARD: 3, Lay.LEFT: 2, Lay.BACK: 2}
        )
        self.assertEqual(2 * len(sections), 28)

    def test_bricks_never_meet_in_one_line(self) -> None:
        sections = sectioning(Scheme.BRICKED, 30).sections
        rows: dict[str, int] = {}
        for section in sections:
            rows[section.key.split(".")[1]] = rows.get(section.key.split(".")[1], 0) + 1
        numbers = [rows[key] for key in sorted(rows, key=int)]
        self.assertTrue(all((a + b) % 2 for a, b in itertools.pairwise(numbers)), numbers)

    def test_larger_rods_take_deeper_sections_nearer_the_face(self) -> None:
        sections = sectioning(Scheme.BRICKED, 40, sizes=(0.6, 0.8, 1.0)).sections
        hairs = {
            rank: [section.hairs for section in sections if section.rod == rank]
            for rank in range(3)
        }
        self.assertLess(max(hairs[0]), min(hairs[1]))
        self.assertLess(max(hairs[1]), min(hairs[2]))
        self.assertAlmostEqual(hairs[0][0] / hairs[2][0], 0.6, places=2)
        self.assertEqual(sections[0].rod, 0)

    def test_a_v_lies_at_the_front_and_forward(self) -> None:
        front = max(sectioning(Scheme.V_FRONT, 5).sections, key=lambda section: section.centre[1])
        self.assertEqual((front.lay, front.zone), (Lay.FORWARD, Zone.FRINGE))
        self.assertAlmostEqual(front.centre[0], 0, delta=0.05)

    def test_a_taper_keeps_its_top_off_sides_and_back(self) -> None:
        parted = sectioning(Scheme.TAPER, 4)
        top = max(parted.sections, key=lambda section: section.centre[1])
        self.assertIn(top.zone, (Zone.TOP, Zone.FRINGE))
        self.assertEqual(
            {section.zone for section in parted.sections if section is not top},
            {Zone.LEFT, Zone.RIGHT, Zone.BACK},
        )

    def test_coils_stand_in_rows(self) -> None:
        sections = sectioning(Scheme.COIL_ROWS, 90).sections
        areas = [section.area_cm2 for section in sections]
        self.assertLess(max(areas), 550 / 90 * 1.3)

    def test_impossible_counts_are_refused(self) -> None:
        for scheme, count in (
            (Scheme.HALVES, 3),
            (Scheme.ROWS, None),
            (Scheme.PER_QUADRANT, 99),
            (Scheme.TAPER, 3),
            (Scheme.FIVE, 6),
        ):
            with self.assertRaises(CraftError) as caught:
                count_of(scheme, count)
            self.assertEqual(caught.exception.field, "count")


class PartTest(TestCase):
    def test_an_off_centre_part_runs_where_it_is_wished(self) -> None:
        for scheme in (Scheme.ROWS, Scheme.DIRECTED, Scheme.HALVES):
            lines = sectioning(scheme, COUNTS[scheme][-1], part_cm=2.5).lines
            self.assertTrue(any(abs(line.at - 2.5) < 0.01 for line in lines), scheme)

    def test_a_side_part_ends_at_the_ear_to_ear_parting(self) -> None:
        lines = sectioning(Scheme.QUADRANTS, 12, part_cm=-3).lines
        side = next(line for line in lines if abs(line.at + 3) < 0.01)
        ear = next(line for line in lines if line.kind is LineKind.ACROSS)
        self.assertAlmostEqual(min(y for _, y in side.paths[0]), ear.at, delta=0.02)
        self.assertTrue(any(line.at == 0 and line.kind is LineKind.ALONG for line in lines))

    def test_what_has_no_middle_refuses_to_move_it(self) -> None:
        with self.assertRaises(CraftError) as caught:
            sectioning(Scheme.FIVE, 5, part_cm=2.0)
        self.assertEqual(caught.exception.field, "part_cm")

    def test_rows_double_as_partings(self) -> None:
        # Parts of flat twists double as partings later: common practice, no source.
        lines = sectioning(Scheme.ROWS, 8).lines
        self.assertTrue(all(line.doubles for line in lines if abs(line.at) < 6))
        across = sectioning(Scheme.QUADRANTS, 12).lines
        self.assertFalse(any(line.doubles for line in across if line.kind is LineKind.ACROSS))


class OrderTest(TestCase):
    def test_back_first_in_pairs(self) -> None:
        sections = parted_by(HAIR, False, 12)
        self.assertEqual([section.number for section in sections], list(range(1, 13)))
        self.assertLess(sections[0].centre[1], sections[-1].centre[1])
        self.assertAlmostEqual(sections[0].centre[0], -sections[1].centre[0], places=2)

    def test_rows_from_the_middle_out_left_first(self) -> None:
        x = [section.centre[0] for section in parted_by(HAIR, True, 8)]
        self.assertEqual([value < 0 for value in x], [True, False] * 4)
        self.assertEqual([abs(value) for value in x[::2]], sorted(abs(value) for value in x[::2]))

    def test_rows_lie_back(self) -> None:
        self.assertEqual({section.lay for section in parted_by(HAIR, True, 8)}, {"back"})

    def test_other_orders(self) -> None:
        front = sectioning(Scheme.QUADRANTS, 12, order=WorkOrder.FRONT_FIRST).sections
        self.assertGreater(front[0].centre[1], front[-1].centre[1])
        side = sectioning(Scheme.QUADRANTS, 12, order=WorkOrder.ONE_SIDE_FIRST).sections
        self.assertTrue(all(section.centre[0] < 0 for section in side[:6]))

    def test_a_number_by_hand(self) -> None:
        usual = sectioning(Scheme.QUADRANTS, 12).sections
        key = usual[-1].key
        first = sectioning(
            Scheme.QUADRANTS, 12, changes=(change(PartOp.NUMBER, key, number=1),)
        ).sections
        self.assertEqual(first[0].key, key)
        self.assertEqual([section.number for section in first], list(range(1, 13)))
        with self.assertRaises(CraftError) as caught:
            sectioning(Scheme.QUADRANTS, 12, changes=(change(PartOp.NUMBER, key, number=13),))
        self.assertEqual(caught.exception.field, "changes.0.number")


class ChangesTest(Tiling):
    def test_a_moved_line_moves_hair_between_its_neighbours_only(self) -> None:
        before = {section.key: section.hairs for section in sectioning(Scheme.ROWS, 8).sections}
        moved = sectioning(Scheme.ROWS, 8, changes=(change(PartOp.MOVE, "0/2", at=-4.0),))
        after = {section.key: section.hairs for section in moved.sections}
        same = [key for key in before if abs(after[key] - before[key]) < 1]
        self.assertEqual(len(same), 6)
        self.assertAlmostEqual(sum(after.values()), sum(before.values()), delta=1)
        self.assertTrue(next(line for line in moved.lines if line.key == "0/2").moved)

    def test_a_line_stops_at_its_neighbour_and_says_so(self) -> None:
        line = sectioning(Scheme.ROWS, 8, changes=(change(PartOp.MOVE, "0/2", at=50.0),)).lines[1]
        self.assertEqual(line.at, line.high)
        self.assertLess(line.at, 50)

    def test_alike_on_the_other_side(self) -> None:
        parted = sectioning(
            Scheme.ROWS, 8, changes=(change(PartOp.MOVE, "0/2", at=-4.0, alike=True),)
        )
        at = {line.key: line.at for line in parted.lines}
        self.assertAlmostEqual(at["0/2"], -at["0/6"], places=2)
        left = sum(section.hairs for section in parted.sections if section.centre[0] < 0)
        self.assertAlmostEqual(left, 99_055 / 2, delta=10)

    def test_split_and_merge_keep_the_head_whole(self) -> None:
        key = sectioning(Scheme.QUADRANTS, 12).sections[0].key
        split = sectioning(Scheme.QUADRANTS, 12, changes=(change(PartOp.SPLIT, key, alike=True),))
        self.assertEqual(len(split.sections), 14)
        self.tiles(split.sections)
        back = change(PartOp.MERGE, f"{key}.1", other=f"{key}.2")
        merged = sectioning(Scheme.QUADRANTS, 12, changes=(change(PartOp.SPLIT, key), back))
        self.assertEqual(len(merged.sections), 12)
        self.tiles(merged.sections)
        self.assertNotIn(f"{key}/1", {line.key for line in merged.lines})

    def test_a_split_halves_the_hair(self) -> None:
        whole = sectioning(Scheme.QUADRANTS, 4).sections[0]
        split = sectioning(Scheme.QUADRANTS, 4, changes=(change(PartOp.SPLIT, whole.key),)).sections
        parts = [section.hairs for section in split if section.key.startswith(whole.key + ".")]
        self.assertAlmostEqual(parts[0], whole.hairs / 2, delta=2)
        self.assertAlmostEqual(sum(parts), whole.hairs, delta=0.01)

    def test_only_neighbours_merge(self) -> None:
        sections = sectioning(Scheme.ROWS, 8).sections
        far = change(PartOp.MERGE, sections[0].key, other=sections[-1].key)
        with self.assertRaises(CraftError) as caught:
            sectioning(Scheme.ROWS, 8, changes=(far,))
        self.assertEqual(caught.exception.field, "changes.0.other")

    def test_lay_by_hand_mirrors(self) -> None:
        key = sectioning(Scheme.QUADRANTS, 12).sections[0].key
        laid = sectioning(
            Scheme.QUADRANTS, 12, changes=(change(PartOp.LAY, key, lay=Lay.LEFT, alike=True),)
        )
        self.assertEqual([section.lay for section in laid.sections[:2]], [Lay.LEFT, Lay.RIGHT])

    def test_changes_of_what_is_not_there_are_refused_by_name(self) -> None:
        for op, more in (
            (PartOp.MOVE, {"at": 1.0}),
            (PartOp.SPLIT, {}),
            (PartOp.LAY, {"lay": Lay.BACK}),
            (PartOp.NUMBER, {"number": 1}),
        ):
            with self.assertRaises(CraftError) as caught:
                sectioning(Scheme.QUADRANTS, 12, changes=(change(op, "9.9", **more),))
            self.assertEqual(caught.exception.field, "changes.0.key")


class BundlesTest(TestCase):
    def test_twelve_twists_make_six_bundles_of_neighbours(self) -> None:
        # 12 twists in pairs: 6 bundles of 4 bands, 24. Common practice, no source.
        sections = sectioning(Scheme.QUADRANTS, 12).sections
        pairs = bundles(sections)
        self.assertEqual([len(pair) for pair in pairs], [2] * 6)
        shapes = {section.number: shapely.Polygon(section.outline) for section in sections}
        for first, second in pairs:
            self.assertLess(shapes[first].distance(shapes[second]), 0.05)

    def test_each_section_is_in_one_bundle(self) -> None:
        for count in (5, 9, 13):
            numbers = [
                n
                for bundle in bundles(sectioning(Scheme.QUADRANTS, count).sections)
                for n in bundle
            ]
            self.assertEqual(sorted(numbers), list(range(1, count + 1)))


class BrickTest(TestCase):
    """Rods laid like bricks; common practice, no source."""

    SHARES = ([1, 1], [1, 2, 1], [1, 2, 3, 2], [1, 2, 3, 3, 2, 1])

    def test_no_parting_of_a_row_meets_one_of_the_next(self) -> None:
        for shares in self.SHARES:
            for total in range(3 * len(shares), 60):
                counts = brick_counts(total, shares)
                if counts is None:
                    continue
                with self.subTest(total=total, shares=shares):
                    self.assertEqual(sum(counts), total)
                    self.assertGreaterEqual(min(counts), 1)
                    self.assertTrue(all((a + b) % 2 for a, b in pairwise(counts)))
                    ideal = [total * share / sum(shares) for share in shares]
                    off = max(abs(want - count) for want, count in zip(ideal, counts, strict=True))
                    self.assertLessEqual(off, 2)

    def test_it_says_none_only_where_no_turn_of_odd_and_even_has_the_sum(self) -> None:
        for shares in self.SHARES:
            for total in range(3 * len(shares), 60):
                odd = len(shares) // 2
                sums = {odd % 2, (len(shares) - odd) % 2}
                with self.subTest(total=total, shares=shares):
                    self.assertEqual(brick_counts(total, shares) is not None, total % 2 in sums)
