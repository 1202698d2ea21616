"""The head from the back and the sides, against pyproj's orthographic view."""

from unittest import TestCase

import numpy as np
import shapely
from pyproj import Proj

from craft.head import geometry
from craft.head.partings import HeadOfHair, Layout, View, part, seen_from
from craft.head.partings.views import on_screen
from craft.vocabulary import Scheme

HAIR = HeadOfHair(57, 180, 25, 70)


class ViewsTest(TestCase):
    def test_against_pyproj(self) -> None:
        # PROJ's orthographic view of a sphere, from a point on its equator.
        radius = geometry.radius(57)
        theta, phi = np.radians([20.0, 60, 85, 110]), np.radians([170.0, -150, 100, 180])
        x, y = geometry.project(theta, phi, 57)
        for view, facing in ((View.BACK, 180), (View.LEFT, -90), (View.RIGHT, 90)):
            reference = Proj(proj="ortho", lat_0=0, lon_0=facing, R=radius)
            east, north = reference(np.degrees(phi), 90 - np.degrees(theta))
            near = np.isfinite(east)
            ours = on_screen(x, y, view, 57)
            # PROJ looks at the face of the globe: what is east of the middle lies to its right.
            # Seen from behind the client's right is on the right, as PROJ mirrored.
            np.testing.assert_allclose(ours[near, 0], -np.asarray(east)[near], atol=0.01)
            np.testing.assert_allclose(ours[near, 1], np.asarray(north)[near], atol=0.01)

    def test_each_section_is_seen_from_somewhere(self) -> None:
        sections = part(HAIR, Layout(Scheme.QUADRANTS, 12)).sections
        for section in sections:
            drawn = sum(len(seen_from(section.outline, view, 57)) for view in View)
            self.assertGreaterEqual(drawn, 1, section.number)

    def test_the_back_shows_the_back_once(self) -> None:
        # What is seen from behind tiles the near half of the scalp's outline.
        sections = part(HAIR, Layout(Scheme.ROWS, 8)).sections
        drawn = [
            shapely.Polygon(piece).buffer(0)
            for section in sections
            for piece in seen_from(section.outline, View.BACK, 57)
        ]
        union = shapely.union_all(drawn)
        self.assertAlmostEqual(sum(outline.area for outline in drawn), union.area, delta=1.0)
        radius = geometry.radius(57)
        self.assertLessEqual(max(abs(x) for x, _ in union.exterior.coords), radius + 0.05)

    def test_left_is_seen_from_the_left_only(self) -> None:
        sections = part(HAIR, Layout(Scheme.HALVES, 2)).sections
        left = min(sections, key=lambda section: section.centre[0])
        self.assertTrue(seen_from(left.outline, View.LEFT, 57))
        self.assertEqual(seen_from(left.outline, View.RIGHT, 57), [])
