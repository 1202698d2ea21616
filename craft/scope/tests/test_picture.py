"""Reading a picture: light, blur, specks and widths against pictures drawn here by hand."""

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray
from scipy import ndimage

from craft.scope import Unreadable, read_field
from craft.scope.counting import strand_width
from craft.scope.picture import WORKING_UM, Darkness, darkness, ground, shrunk
from craft.scope.quality import blur_um, specks

SIDE = 400
UM = 12.5


def scalp(grey: float = 180) -> NDArray[np.float64]:
    return np.full((SIDE, SIDE), float(grey))


def with_strands(
    width_um: float, count: int = 6, grey: float = 180, um: float = UM
) -> NDArray[np.uint8]:
    """Upright dark bars of a known width that begin in the lower half, on plain scalp."""
    image = scalp(grey)
    across = np.arange(SIDE) * um
    for number in range(count):
        middle = (number + 1) * SIDE * um / (count + 1)
        inside = np.clip(0.5 + (width_um / 2 - np.abs(across - middle)) / um, 0, 1)
        image[: SIDE // 2 + 20 * number, :] *= 1 - 0.7 * inside
    return image.astype(np.uint8)


class LightTest(TestCase):
    def test_working_pixels_keep_the_scale(self) -> None:
        for um in (3.0, 6.25, 12.5, 20.0):
            image, working = shrunk(np.zeros((640, 640), np.uint8), um)
            self.assertAlmostEqual(image.shape[0] * working, 640 * um, delta=8 * um)
            self.assertLess(abs(working - max(um, WORKING_UM)), um)

    def test_the_ground_follows_uneven_light_and_not_strands(self) -> None:
        lit = with_strands(70) * np.linspace(0.6, 1.2, SIDE)[:, None]
        result = ground(lit.astype(np.float32), UM)
        wanted = 180 * np.linspace(0.6, 1.2, SIDE)[:, None] * np.ones((1, SIDE))
        inner = (slice(40, -40), slice(40, -40))
        self.assertLess(np.abs(result[inner] / wanted[inner] - 1).mean(), 0.06)

    @settings(max_examples=12, deadline=None)
    @given(st.floats(0.5, 1.35))
    def test_brightness_does_not_change_darkness(self, factor: float) -> None:
        image = with_strands(70, grey=170).astype(float)
        usual = darkness(image.astype(np.uint8), UM)
        other = darkness((image * factor).astype(np.uint8), UM)
        self.assertAlmostEqual(usual.contrast, other.contrast, delta=0.03)

    def test_contrast_is_what_was_drawn(self) -> None:
        self.assertAlmostEqual(darkness(with_strands(90), UM).contrast, 0.7, delta=0.04)


class SharpnessTest(TestCase):
    def test_blur_is_measured(self) -> None:
        # A step blurred by a Gaussian of s pixels, against its own standard deviation.
        for pixels in (1.0, 2.0, 4.0):
            # Many steps: the sharpest are what counts, and one step alone is too little of it.
            wave = (np.arange(SIDE) // 25 % 2).astype(float)
            step = ndimage.gaussian_filter(wave, pixels)
            share = np.tile(step, (SIDE, 1)).astype(np.float32)
            result = blur_um(Darkness(share, 1.0, 1.0, UM))
            self.assertAlmostEqual(result / UM, pixels, delta=0.15 * pixels + 0.25)

    def test_specks_are_told_from_strands(self) -> None:
        strands = darkness(with_strands(70), UM)
        self.assertLess(specks(strands), 0.05)
        dots = np.zeros((SIDE, SIDE), np.float32)
        dots[::9, ::9] = 1
        self.assertGreater(specks(Darkness(dots, 1.0, 1.0, UM)), 0.95)


class WidthTest(TestCase):
    def test_bars_of_known_width(self) -> None:
        for width in (50, 70, 90, 110):
            result = strand_width(darkness(with_strands(width), UM))
            self.assertAlmostEqual(result, width, delta=9)

    def test_no_strand_no_width(self) -> None:
        self.assertIsNone(strand_width(Darkness(np.zeros((80, 80), np.float32), 1.0, 1.0, UM)))


class CountingTest(TestCase):
    def test_hairs_that_end_in_the_picture_are_counted_at_their_end(self) -> None:
        field = read_field(with_strands(70, count=6), UM)
        self.assertEqual(len(field.roots), 6)
        for x, y in field.roots:
            number = round(x / SIDE * 7) - 1
            self.assertAlmostEqual(y, SIDE / 2 + 20 * number, delta=6)

    def test_hairs_that_cross_the_whole_picture_have_no_root_in_sight(self) -> None:
        image = scalp()
        image[:, 100:106] *= 0.3
        image[:, 250:256] *= 0.3
        with self.assertRaises(Unreadable) as caught:
            read_field(image.astype(np.uint8), UM)
        self.assertIn("no roots", caught.exception.message)

    def test_lines_too_wide_for_hair(self) -> None:
        with self.assertRaises(Unreadable) as caught:
            read_field(with_strands(420, count=3), UM)
        self.assertIn("width", caught.exception.message)
