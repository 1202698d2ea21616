"""Counting hairs where they leave the scalp, and measuring how thick they are.

A hair is counted at its root: a dark line goes on in one direction and stops short in the other.
Tips do not count, for they leave the focus slowly; nor do places where strands cross. Hair of one
place grows roughly one way, so a root that points against its neighbours is taken for a crossing.

Method: matched line ends, our own. Every tuning value below is a own value, found on rendered
fields that the checks do not use.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage
from skimage.feature import peak_local_max
from skimage.morphology import skeletonize

from craft.messages import say
from craft.scope.picture import Darkness, Floats, darkness
from craft.scope.quality import Unreadable, check

#: Directions that are tried.
DIRECTIONS = 24
ANGLES = 2 * np.pi * np.arange(DIRECTIONS) / DIRECTIONS
#: A hair is followed this far from its root [µm].
AHEAD_UM = (0, 25, 50, 75, 100, 125)
FAR_UM = (150, 175, 200, 225)
#: Farther up it has begun to leave the focus: this much paler is still a hair.
FAR_ALLOWANCE = 1.15
#: Behind the root, beyond half a strand, there is scalp [µm].
BEHIND_UM = (25, 55, 85, 115)
#: Looked for straight behind and to both sides of that, in steps of direction.
BEHIND_FAN = (-2, 0, 2)
#: Darkness from which a place may be a strand, and the score from which a line end is a root.
STRAND_FROM, ROOT_FROM = 0.45, 0.265
#: Line ends that are beyond doubt tell which way the hair grows here.
CERTAIN_FROM = 0.55
GROWTH_REACH_UM = 900.0
GROWTH_SLACK = math.radians(50)
#: Two roots are at least so many strand widths apart.
APART_WIDTHS = 0.6
#: Smoothing of darkness and of scores, in strand widths.
SMOOTH_WIDTHS, SCORE_SMOOTH_WIDTHS = 0.22, 0.15
#: Roots this close to the edge are not counted, nor is that strip of scalp [µm].
MARGIN_UM = 75.0
#: Widths that a strand can have [µm].
WIDTH_RANGE_UM = (20.0, 150.0)
#: Strands are measured where they are in focus and alone.
FOCUS_SHARE = 0.85
HALF_STEP_UM = 4.0
PADDING_UM = 300.0


@dataclass(frozen=True)
class Field:
    """What was read off a picture.

    Args:
        roots: places of the counted hairs (x, y) [px of the picture]
        area_cm2: scalp on which they were counted [cm²]
        diameter_um: median strand diameter [µm]
        frame: left, top, right, bottom of the counted scalp [px of the picture]
    """

    roots: tuple[tuple[float, float], ...]
    area_cm2: float
    diameter_um: float
    frame: tuple[float, float, float, float]


def read_field(grey: NDArray[np.uint8], um_per_px: float) -> Field:
    """Count the hairs of a picture and measure their strands.

    Args:
        grey: grey values, rows by columns
        um_per_px: size of a pixel [µm], > 0
    Raises:
        Unreadable: the picture cannot be counted; says what to do
    """
    dark = darkness(grey, um_per_px)
    check(grey, um_per_px, dark)
    width = strand_width(dark)
    if width is None:
        raise Unreadable(
            say(
                "No single strands in focus, or their width is not that of hair "
                "({width_range_um:g} to {width_range_um_2:g} µm). Check scale and focus.",
                width_range_um=WIDTH_RANGE_UM[0],
                width_range_um_2=WIDTH_RANGE_UM[1],
            )
        )
    spots = roots(dark, width)
    height, breadth = grey.shape
    margin = MARGIN_UM / um_per_px
    scale = dark.um / um_per_px
    inside = [
        (round((x + 0.5) * scale, 1), round((y + 0.5) * scale, 1))
        for x, y in spots
        if margin <= (x + 0.5) * scale <= breadth - margin
        and margin <= (y + 0.5) * scale <= height - margin
    ]
    if not inside:
        raise Unreadable(
            say(
                "Hair, but no roots in sight. Set the scope on the parting, where hairs leave the "
                "scalp."
            )
        )
    area_px = (breadth - 2 * margin) * (height - 2 * margin)
    return Field(
        roots=tuple(sorted(inside, key=lambda root: (root[1], root[0]))),
        area_cm2=area_px * (um_per_px * 1e-4) ** 2,
        diameter_um=width,
        frame=(margin, margin, breadth - margin, height - margin),
    )


def strand_width(dark: Darkness) -> float | None:
    """Median width of strands in focus [µm], None if there are none.

    On the middle of a strand, its width at half its darkness, in the direction in which that is
    least: straight across.
    """
    smooth = ndimage.gaussian_filter(dark.share, 1.0)
    middle = skeletonize(smooth > STRAND_FROM)
    if not middle.any():
        return None
    in_focus = FOCUS_SHARE * np.percentile(smooth[middle], 90)
    rows, columns = np.nonzero(middle & (smooth > in_focus))
    step = HALF_STEP_UM / dark.um
    reach = math.ceil(WIDTH_RANGE_UM[1] / HALF_STEP_UM)
    offsets = np.arange(-reach, reach + 1) * step
    half_turn = ANGLES[: DIRECTIONS // 2]
    at = np.stack(
        [
            rows[:, None, None] + np.sin(half_turn)[None, :, None] * offsets,
            columns[:, None, None] + np.cos(half_turn)[None, :, None] * offsets,
        ]
    )
    profile = ndimage.map_coordinates(dark.share, at, order=1, mode="nearest")
    bright = profile < profile[..., reach, None] / 2
    one_way = np.where(bright[..., reach:].any(-1), bright[..., reach:].argmax(-1), reach)
    other_way = np.where(bright[..., reach::-1].any(-1), bright[..., reach::-1].argmax(-1), reach)
    widths = (one_way + other_way - 1).min(axis=1) * HALF_STEP_UM
    width = float(np.median(widths))
    return width if WIDTH_RANGE_UM[0] <= width <= WIDTH_RANGE_UM[1] else None


class Rays:
    """Darkness along rays from many places at once, in every direction."""

    def __init__(self, share: Floats, um: float) -> None:
        pad = math.ceil(PADDING_UM / um)
        self.um = um
        self.rows, self.columns = np.nonzero(share > STRAND_FROM)
        padded = np.pad(share, pad, mode="edge")
        self.breadth = padded.shape[1]
        self.flat = padded.ravel()
        self.base = (self.rows + pad) * self.breadth + self.columns + pad

    def at(self, direction: int, distance_um: float) -> Floats:
        """Darkness at a distance in a direction from every place."""
        down = round(distance_um / self.um * math.sin(ANGLES[direction]))
        right = round(distance_um / self.um * math.cos(ANGLES[direction]))
        return np.asarray(self.flat.take(self.base + (down * self.breadth + right)))

    def least(self, distances_um: tuple[float, ...]) -> Floats:
        """Least darkness on the way, for each direction and place."""
        return np.stack(
            [
                np.min([self.at(direction, distance) for distance in distances_um], axis=0)
                for direction in range(DIRECTIONS)
            ]
        )

    def mean(self, distances_um: tuple[float, ...]) -> Floats:
        """Mean darkness on the way, for each direction and place."""
        return np.stack(
            [
                np.mean([self.at(direction, distance) for distance in distances_um], axis=0)
                for direction in range(DIRECTIONS)
            ]
        )


def line_ends(rays: Rays, width_um: float) -> Floats:
    """How much each place is the end of a line that goes on in each direction, -1 to 1.

    High where every step ahead is dark and the mean of every way behind is bright.
    """
    ahead = np.minimum(rays.least(AHEAD_UM), FAR_ALLOWANCE * rays.least(FAR_UM))
    behind = np.roll(
        rays.mean(tuple(width_um / 2 + behind for behind in BEHIND_UM)), DIRECTIONS // 2, axis=0
    )
    darkest = np.max([np.roll(behind, fan, axis=0) for fan in BEHIND_FAN], axis=0)
    return np.asarray(ahead - darkest, dtype=np.float32)


def growth(rays: Rays, ends: Floats, shape: tuple[int, ...]) -> Floats:
    """Which way the hair grows at each place [rad], by the line ends beyond doubt around it."""
    best = ends.max(axis=0)
    weight = np.where(best > CERTAIN_FROM, best, 0.0) ** 3
    toward = ANGLES[ends.argmax(axis=0)]
    parts = []
    for part in (np.cos(toward), np.sin(toward)):
        plane = np.zeros(shape)
        plane[rays.rows, rays.columns] = weight * part
        near = ndimage.gaussian_filter(plane, GROWTH_REACH_UM / rays.um, truncate=3.0)
        # Far from all of them, the whole picture decides.
        parts.append(near[rays.rows, rays.columns] + 1e-3 * plane.mean())
    return np.asarray(np.arctan2(parts[1], parts[0]), dtype=np.float32)


def roots(dark: Darkness, width_um: float) -> list[tuple[int, int]]:
    """Places where hairs leave the scalp (column, row) [working px]."""
    share = ndimage.gaussian_filter(dark.share, SMOOTH_WIDTHS * width_um / dark.um)
    rays = Rays(share, dark.um)
    ends = line_ends(rays, width_um)
    away = np.abs(
        np.angle(np.exp(1j * (ANGLES[:, None] - growth(rays, ends, share.shape)[None, :])))
    )
    score = np.zeros(share.shape, dtype=np.float32)
    score[rays.rows, rays.columns] = np.where(away <= GROWTH_SLACK, ends, 0).max(axis=0)
    smooth = ndimage.gaussian_filter(np.maximum(score, 0), SCORE_SMOOTH_WIDTHS * width_um / dark.um)
    peaks = peak_local_max(
        smooth,
        min_distance=max(2, round(APART_WIDTHS * width_um / dark.um)),
        threshold_abs=ROOT_FROM,
        exclude_border=False,
    )
    return [(int(column), int(row)) for row, column in peaks]
