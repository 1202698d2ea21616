"""The printed scale strip: three black squares of a centimetre, a centimetre apart, on white."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray
from skimage import measure as shapes

#: A region of scikit-image, which has no types.
Region = Any

#: The strip: so many black squares, each so wide and so far from the next [cm].
SQUARES, SQUARE_CM = 3, 1.0
#: A square is about as wide as high, and full. Squares of a strip are alike, evenly set, in a line.
ROUND_LOW, ROUND_HIGH, FULL, ALIKE, EVEN = 0.75, 1.33, 0.72, 0.25, 0.15
#: Smaller than this a square says nothing of the scale [px].
LEAST_PX = 6


@dataclass(frozen=True)
class Scale:
    """A scale.

    Args:
        px_per_cm: with its sd
        sd: of it
        box: where the strip lies: top, left, bottom, right [px]
    """

    px_per_cm: float
    sd: float
    box: tuple[int, int, int, int]


def scale_of(dark: NDArray[np.bool_]) -> Scale | None:
    """The scale of a picture; None where no strip is seen on it.

    Args:
        dark: places darker than the background
    """
    squares = [region for region in shapes.regionprops(shapes.label(dark)) if is_square(region)]
    fitting = [strip for strip in itertools.combinations(squares, SQUARES) if is_strip(strip)]
    if not fitting:
        return None
    strip = max(fitting, key=lambda each: sum(region.area for region in each))
    gaps = steps_of(strip) / (2 * SQUARE_CM)
    boxes = np.array([region.bbox for region in strip])
    top, left = boxes[:, :2].min(axis=0)
    bottom, right = boxes[:, 2:].max(axis=0)
    # The middle of a square is known to about a third of a pixel.
    sd = max(float(np.std(gaps)), 0.33 / 2)
    return Scale(float(np.mean(gaps)), sd, (int(top), int(left), int(bottom), int(right)))


def is_square(region: Region) -> bool:
    """Whether a dark place may be a square of a strip, upright or tilted a little."""
    top, left, bottom, right = region.bbox
    high, wide = bottom - top, right - left
    if min(high, wide) < LEAST_PX:
        return False
    return bool(ROUND_LOW <= wide / high <= ROUND_HIGH and region.extent >= FULL)


def steps_of(strip: Sequence[Region]) -> NDArray[np.float64]:
    """Distances from square to square, in order along the strip [px]."""
    middles = np.array([region.centroid for region in strip])
    spread = np.ptp(middles, axis=0)
    ordered = middles[np.argsort(middles[:, int(np.argmax(spread))])]
    steps: NDArray[np.float64] = np.linalg.norm(np.diff(ordered, axis=0), axis=1)
    return steps


def is_strip(strip: Sequence[Region]) -> bool:
    """Whether squares are alike, in a line, and as far apart as a strip has them."""
    areas = np.array([region.area for region in strip], float)
    if areas.max() > areas.min() * (1 + ALIKE):
        return False
    steps, side = steps_of(strip), float(np.sqrt(areas.mean()))
    middles = np.array([region.centroid for region in strip])
    whole = max(
        float(np.linalg.norm(first - second))
        for first, second in itertools.combinations(middles, 2)
    )
    in_line = steps.sum() <= whole * 1.01
    even = np.ptp(steps) <= EVEN * steps.mean()
    return bool(in_line and even and abs(steps.mean() / side - 2) <= EVEN * 2)
