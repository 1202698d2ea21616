"""The head and its outlines: symmetry, scale, and what each zone holds."""

import math
from unittest import TestCase

import numpy as np
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.head import geometry
from craft.head.partings import HeadOfHair, lay_of
from craft.tests.requests import parted_by
from craft.vocabulary import Zone

GIRTHS = st.floats(45, 65)


class HairlineTest(TestCase):
    def test_arcs_at_the_four_sides(self) -> None:
        # Own arcs on the reference head: 10 cm front, 13.5 over the ears, 23 at the nape.
        phi = np.array([0, math.pi / 2, -math.pi / 2, math.pi])
        arcs = geometry.hairline_angle(phi, 57.0) * geometry.radius(57)
        np.testing.assert_allclose(arcs, [10, 13.5, 13.5, 23])

    @given(st.floats(-math.pi, math.pi))
    def test_left_and_right_are_alike(self, phi: float) -> None:
        pair = geometry.hairline_angle(np.array([phi, -phi]), 57.0)
        self.assertAlmostEqual(pair[0], pair[1])

    @given(GIRTHS)
    def test_the_shape_does_not_depend_on_the_size(self, girth: float) -> None:
        phi = np.linspace(0, math.pi, 7)
        np.testing.assert_allclose(
            geometry.hairline_angle(phi, girth), geometry.hairline_angle(phi, 57.0)
        )

    def test_it_has_no_corners(self) -> None:
        phi = np.linspace(-math.pi, math.pi, 2001)
        slope = np.gradient(geometry.hairline_angle(phi, 57.0), phi)
        self.assertLess(np.abs(np.diff(slope)).max(), 0.01)

    @settings(deadline=None)
    @given(GIRTHS)
    def test_area_on_paper_is_area_on_the_head(self, girth: float) -> None:
        paper = shapely.Polygon(geometry.hairline(girth, points=720)).area
        self.assertAlmostEqual(paper / geometry.scalp_area(girth), 1, delta=1e-4)


class ZonesTest(TestCase):
    def zone(self, arc_cm: float, degrees: float) -> Zone:
        theta = np.array([arc_cm / geometry.radius(57)])
        return geometry.ZONES[int(geometry.zone_at(theta, np.radians([degrees]))[0])]

    def test_places_everybody_agrees_on(self) -> None:
        places = {
            (9, 0): Zone.FRINGE,
            (2, 0): Zone.TOP,
            (5, 180): Zone.CROWN,
            (14, 180): Zone.BACK,
            (21, 180): Zone.NAPE,
            (11, 90): Zone.RIGHT,
            (11, -90): Zone.LEFT,
        }
        for (arc, degrees), zone in places.items():
            with self.subTest(zone=zone):
                self.assertEqual(self.zone(arc, degrees), zone)

    def test_zones_share_the_scalp(self) -> None:
        cells = geometry.cells(57.0)
        areas = np.bincount(cells.zone, weights=cells.area, minlength=len(geometry.ZONES))
        self.assertAlmostEqual(areas.sum(), geometry.scalp_area(57))
        left, right = (areas[geometry.ZONES.index(zone)] for zone in (Zone.LEFT, Zone.RIGHT))
        self.assertAlmostEqual(left, right)

    def test_values_by_zone(self) -> None:
        cells = geometry.cells(57.0)
        values = geometry.per_cell(180, {Zone.CROWN: 90}, cells)
        crown = cells.zone == geometry.ZONES.index(Zone.CROWN)
        self.assertEqual(set(values[crown]), {90})
        self.assertEqual(set(values[~crown]), {180})


class LayTest(TestCase):
    """Where hair is laid: common practice, no source."""

    def test_the_back_falls_down_the_sides_to_their_side(self) -> None:
        for zone in (Zone.BACK, Zone.NAPE, Zone.CROWN):
            self.assertEqual(lay_of(zone, 3), "down")
        self.assertEqual(lay_of(Zone.LEFT, -8), "left")
        self.assertEqual(lay_of(Zone.RIGHT, 8), "right")
        self.assertEqual(lay_of(Zone.FRINGE, 1), "forward")
        self.assertEqual(lay_of(Zone.TOP, -6), "left")

    def test_both_sides_mirror_each_other(self) -> None:
        mirror = {"left": "right", "right": "left"}
        sections = parted_by(HeadOfHair(57, 180, 25, 70), False, 16)
        for left, right in zip(sections[::2], sections[1::2], strict=True):
            self.assertEqual(mirror.get(left.lay, left.lay), right.lay)
            self.assertAlmostEqual(left.hairs, right.hairs, delta=1)

    def test_numbers_stand_inside_their_sections(self) -> None:
        for rows, count in ((True, 14), (False, 16), (False, 9)):
            for section in parted_by(HeadOfHair(57, 180, 25, 70), rows, count):
                outline = shapely.Polygon(section.outline)
                self.assertTrue(outline.contains(shapely.Point(section.centre)), section.number)
