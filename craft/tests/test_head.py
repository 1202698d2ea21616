"""The head and its map: against pyproj's projection and the head surface that ships with mne."""

import math
from itertools import pairwise
from pathlib import Path
from unittest import TestCase

import mne
import numpy as np
from pyproj import Proj

from craft.head import geometry
from craft.vocabulary import Zone

RING = "Fpz Fp1 AF7 F7 FT7 T7 TP7 P7 PO7 O1 Oz O2 PO8 P8 TP8 T8 FT8 F8 AF8 Fp2 Fpz"


class MapTest(TestCase):
    def test_against_pyproj(self) -> None:
        # PROJ's Lambert azimuthal equal-area on a sphere, centred on the pole.
        radius = geometry.radius(57)
        reference = Proj(proj="laea", lat_0=90, lon_0=0, R=radius)
        theta = np.radians([1, 20, 63, 90, 120, 145])
        phi = np.radians([0, 45, -90, 170, 120, 180])
        x, y = geometry.project(theta, phi, 57)
        east, north = reference(np.degrees(phi), 90 - np.degrees(theta))
        np.testing.assert_allclose(x, east, atol=1e-9)
        np.testing.assert_allclose(y, -np.asarray(north), atol=1e-9)

    def test_there_and_back(self) -> None:
        theta, phi = np.radians([10.0, 80.0, 140.0]), np.radians([15.0, -100.0, 175.0])
        back = geometry.unproject(*geometry.project(theta, phi, 55), 55)
        np.testing.assert_allclose(back, (theta, phi), atol=1e-12)


class ScalpTest(TestCase):
    def test_area_and_hairs(self) -> None:
        # Worked: about 550 cm² and 99 000 hairs at 180 hairs/cm² on a head of 57 cm.
        self.assertAlmostEqual(geometry.scalp_area(57), 550.3, delta=0.05)
        self.assertAlmostEqual(geometry.scalp_area(57) * 180, 99_055, delta=3)

    def test_area_scales_with_the_square(self) -> None:
        ratio = geometry.scalp_area(60) / geometry.scalp_area(50)
        self.assertAlmostEqual(ratio, (60 / 50) ** 2, places=6)

    def test_cells_hold_the_scalp_and_are_symmetric(self) -> None:
        cells = geometry.cells(57.0)
        self.assertAlmostEqual(cells.area.sum(), geometry.scalp_area(57), places=6)
        self.assertAlmostEqual(cells.area[cells.x > 0].sum(), cells.area[cells.x < 0].sum())

    def test_every_zone_holds_hair(self) -> None:
        cells = geometry.cells(57.0)
        for index, zone in enumerate(geometry.ZONES):
            self.assertGreater(cells.area[cells.zone == index].sum(), 20, zone)

    def test_left_is_the_clients_left(self) -> None:
        cells = geometry.cells(57.0)
        left = cells.x[cells.zone == geometry.ZONES.index(Zone.LEFT)]
        self.assertLess(left.max(), 0)

    def test_area_against_a_real_head_surface(self) -> None:
        # The template head of mne (averaged from scans): the part of its surface inside our
        # hairline, seen from the centre of its electrodes, against our sphere of its girth.
        mne.set_log_level("ERROR")
        surface_file = Path(mne.__file__).parent / "data" / "fsaverage" / "fsaverage-head.fif"
        surface = mne.read_bem_surfaces(surface_file)[0]
        montage = mne.channels.make_standard_montage("standard_1005")
        places = {k: v * 100 for k, v in montage.get_positions()["ch_pos"].items()}
        points = np.array(list(places.values()))
        design = np.column_stack([2 * points, np.ones(len(points))])
        centre = np.linalg.lstsq(design, (points**2).sum(axis=1), rcond=None)[0][:3]
        girth = sum(math.dist(places[a], places[b]) for a, b in pairwise(RING.split()))

        up = (places["Cz"] - centre) / np.linalg.norm(places["Cz"] - centre)
        right = np.array([1.0, 0, 0]) - up * up[0]
        right /= np.linalg.norm(right)
        front = np.cross(up, right)
        corners = surface["rr"][surface["tris"]] * 100
        cross = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
        areas = np.linalg.norm(cross, axis=1) / 2
        ray = corners.mean(axis=1) - centre
        theta = np.arccos(ray @ up / np.linalg.norm(ray, axis=1))
        inside = theta < geometry.hairline_angle(np.arctan2(ray @ right, ray @ front), 57.0)

        self.assertAlmostEqual(areas[inside].sum() / geometry.scalp_area(girth), 1, delta=0.10)
