"""Measures of pictures, against pictures and textures whose answer is known."""

from unittest import TestCase

import numpy as np
from skimage import data, draw, transform

from craft.picture.measuring import Cannot, Measures, coherence, measure
from craft.picture.strip import scale_of

#: Textures are looked at as if so many of their pixels were a centimetre.
PX = 12.0


def whole(shape: tuple[int, ...]) -> np.ndarray:
    return np.ones(shape[:2], bool)


def one_way(grey: np.ndarray) -> float:
    return coherence(grey.astype(np.uint8), whole(grey.shape), PX).value


def sheet(blur: float = 0.0) -> np.ndarray:
    """A disc of 10 cm radius before a plain ground, with a strip of 20 px a centimetre."""
    image = np.full((560, 560), 230.0)
    image[draw.disk((240, 280), 200)] = 40
    for left in (40, 80, 120):
        image[520:540, left : left + 20] = 15
    if blur:
        from scipy import ndimage

        image = ndimage.gaussian_filter(image, blur)
    return image.astype(np.uint8)


class KnownShapeTest(TestCase):
    def test_a_disc_is_as_large_as_it_is(self) -> None:
        measures = measure(sheet())
        assert isinstance(measures, Measures)
        self.assertAlmostEqual(measures.px_per_cm, 20, delta=0.05)
        self.assertAlmostEqual(measures.silhouette_cm2.value, np.pi * 100, delta=4)
        self.assertAlmostEqual(measures.length_cm.value, 20, delta=0.3)
        self.assertGreater(measures.evenness.value, 0.99)
        self.assertLess(measures.roughness_mm.value, 0.05)

    def test_the_outline_of_a_disc_lies_round_its_middle(self) -> None:
        measures = measure(sheet())
        assert isinstance(measures, Measures)
        points = np.array(measures.outline_cm)
        self.assertEqual(tuple(points[0]), tuple(points[-1]))
        away = np.hypot(points[:, 0], points[:, 1] - 10)
        self.assertLess(float(np.abs(away - 10).max()), 0.3)
        # The area of the polygon by the shoelace formula is that of the silhouette.
        x, y = points.T
        area = abs(float((x[:-1] * y[1:] - x[1:] * y[:-1]).sum())) / 2
        self.assertAlmostEqual(area, measures.silhouette_cm2.value, delta=5)
        self.assertLess(len(points), 60)

    def test_a_strip_may_lie_askew_and_nothing_else_is_one(self) -> None:
        dark = sheet() < 100
        askew = transform.rotate(dark.astype(float), -7, order=0) > 0.5
        scale = scale_of(askew)
        assert scale is not None
        self.assertAlmostEqual(scale.px_per_cm, 20, delta=0.4)
        two = dark.copy()
        two[520:540, 120:140] = False
        self.assertIsNone(scale_of(two))
        uneven = two.copy()
        uneven[520:540, 150:170] = True
        self.assertIsNone(scale_of(uneven))

    def test_what_cannot_be_measured_says_why(self) -> None:
        dark = (sheet() * 0.3).astype(np.uint8)
        rng = np.random.default_rng(1)
        busy = np.where(sheet() > 200, rng.integers(60, 255, sheet().shape), sheet())
        stripless = sheet()
        stripless[500:] = 230
        cut = sheet()[45:]
        for why, image in (
            ("too_dark", dark),
            ("not_plain", busy),
            ("no_strip", stripless),
            ("cut_off", cut),
            ("blurred", sheet(blur=9)),
            ("no_hair", np.full((300, 300), 230, np.uint8)),
        ):
            with self.subTest(why):
                self.assertEqual(measure(image.astype(np.uint8)), Cannot(why))


class TensorTest(TestCase):
    """The structure tensor where its answer is known. Pictures: scikit-image's own."""

    def test_stripes_run_one_way_and_noise_none(self) -> None:
        rows, columns = np.indices((240, 240))
        stripes = 128 + 80 * np.sin(2 * np.pi * (0.6 * rows + 0.8 * columns) / 9)
        self.assertGreater(one_way(stripes), 0.98)
        noise = np.random.default_rng(3).normal(128, 40, (240, 240)).clip(0, 255)
        self.assertLess(one_way(noise), 0.5)

    def test_a_chessboard_runs_two_ways_at_its_corners(self) -> None:
        board = data.checkerboard()
        middle = board.shape[0] // 2
        corner = np.zeros(board.shape, bool)
        corner[middle - 2 : middle + 3, middle - 2 : middle + 3] = True
        tensor = coherence(board, whole(board.shape), PX).value
        self.assertLess(one_way(board[middle - 6 : middle + 6, middle - 6 : middle + 6]), 0.35)
        self.assertGreater(tensor, 0.5)

    def test_courses_of_bricks_run_one_way_more_than_gravel(self) -> None:
        self.assertGreater(one_way(data.brick()), one_way(data.gravel()) + 0.1)

    def test_turning_a_picture_changes_nothing(self) -> None:
        grass = data.grass()
        self.assertAlmostEqual(one_way(grass), one_way(np.rot90(grass)), delta=0.005)
