"""Partings: they tile the head, hold equal hair, and count as the trade counts."""

from unittest import TestCase

import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from craft import fibre, head
from craft.errors import CraftError
from craft.partings import HeadOfHair, Section, count_of, part, totals
from craft.vocabulary import Even, Scheme, Zone

HAIR = HeadOfHair(57, 180, 25, 70)


def polygons(sections: tuple[Section, ...]) -> list[shapely.Polygon]:
    return [shapely.Polygon(section.outline) for section in sections]


class TilingTest(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(st.integers(1, 40), st.booleans(), st.sampled_from(list(Even)))
    def test_sections_tile_the_hairline(self, count: int, rows: bool, even: Even) -> None:
        sections = part(HAIR, rows, count, even)
        shapes = polygons(sections)
        scalp = shapely.Polygon(head.hairline(57))
        self.assertTrue(all(shape.is_valid for shape in shapes))
        union = shapely.union_all(shapes)
        # No overlap: areas add up to the union; no gap: the union is the scalp.
        self.assertAlmostEqual(sum(s.area for s in shapes), union.area, delta=0.3)
        self.assertLess(union.symmetric_difference(scalp).area, 0.5)

    def test_a_sections_area_on_paper_is_its_area_on_the_head(self) -> None:
        for rows, count in ((True, 8), (False, 12)):
            for section, shape in zip(
                part(HAIR, rows, count), polygons(part(HAIR, rows, count)), strict=True
            ):
                self.assertAlmostEqual(section.area_cm2, shape.area, delta=0.2)

    def test_sums_equal_the_head(self) -> None:
        sums = totals(part(HAIR, False, 14))
        self.assertAlmostEqual(sums["scalp_cm2"], head.scalp_area(57), places=6)
        self.assertAlmostEqual(sums["hairs"], 99_055, delta=3)
        self.assertAlmostEqual(sums["grams"], fibre.mass(sums["hairs"], 70, 25), places=6)
        self.assertAlmostEqual(sums["surface_m2"], fibre.surface(sums["hairs"], 70, 25), places=9)


class EqualHairTest(TestCase):
    def test_equal_hair_on_an_even_head(self) -> None:
        for rows, count in ((True, 8), (True, 7), (False, 12), (False, 9), (False, 30)):
            hairs = [section.hairs for section in part(HAIR, rows, count)]
            self.assertLess(max(hairs) / min(hairs), 1.001)

    def test_equal_hair_where_the_crown_is_thin(self) -> None:
        hair = HeadOfHair(57, 180, 25, 70, zone_density=((Zone.CROWN, 90.0),))
        sections = part(hair, False, 12)
        hairs = [section.hairs for section in sections]
        self.assertLess(max(hairs) / min(hairs), 1.001)
        areas = [section.area_cm2 for section in sections]
        self.assertGreater(max(areas) / min(areas), 1.1)

    def test_even_spacing_gives_uneven_hair(self) -> None:
        # Sections look equal yet hold different amounts: common practice, no source.
        hairs = [section.hairs for section in part(HAIR, True, 8, Even.SPACING)]
        self.assertGreater(max(hairs) / min(hairs), 1.2)

    def test_zone_lengths_reach_the_sections(self) -> None:
        hair = HeadOfHair(57, 180, 25, 70, zone_length=((Zone.NAPE, 12.0),))
        sections = part(hair, False, 12)
        self.assertLess(sections[0].length_cm, 23)
        self.assertAlmostEqual(sections[-1].length_cm, 25)


class OrderTest(TestCase):
    def test_back_first_in_pairs(self) -> None:
        sections = part(HAIR, False, 12)
        self.assertEqual([section.number for section in sections], list(range(1, 13)))
        self.assertLess(sections[0].centre[1], sections[-1].centre[1])
        self.assertAlmostEqual(sections[0].centre[0], -sections[1].centre[0], places=2)

    def test_rows_from_the_middle_out_left_first(self) -> None:
        x = [section.centre[0] for section in part(HAIR, True, 8)]
        self.assertEqual([value < 0 for value in x], [True, False] * 4)
        self.assertEqual([abs(value) for value in x[::2]], sorted(abs(value) for value in x[::2]))

    def test_rows_lie_back(self) -> None:
        self.assertEqual({section.lay for section in part(HAIR, True, 8)}, {"back"})


class CountTest(TestCase):
    """Counts of the trade: common practice, no source."""

    def test_three_a_quadrant_are_twelve(self) -> None:
        self.assertEqual(count_of(Scheme.PER_QUADRANT, 3), 12)

    def test_four_rows_a_side_are_eight(self) -> None:
        self.assertEqual(len([s for s in part(HAIR, True, 8) if s.centre[0] < 0]), 4)

    def test_impossible_counts_are_refused(self) -> None:
        for scheme, count in ((Scheme.HALVES, 3), (Scheme.ROWS, None), (Scheme.PER_QUADRANT, 99)):
            with self.assertRaises(CraftError) as caught:
                count_of(scheme, count)
            self.assertEqual(caught.exception.field, "count")
