"""From grey values to how much darker than the scalp around it each place is."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

Floats = NDArray[np.float32]

#: Size of a working pixel [µm]: a fine strand is four of them wide.
WORKING_UM = 12.5
#: The scalp's own brightness is looked for within this distance [µm], farther than any strand.
GROUND_REACH_UM = 780.0
GROUND_PERCENTILE = 70.0
#: How much the ground is smoothed [µm].
GROUND_SMOOTH_UM = 250.0
#: Places more than half as dark as the very darkest are strands; their median stands for one.
DARKEST_PERCENTILE, STRAND_SHARE = 99.8, 0.6
#: Never divide by less than this grey value.
DARKEST_GROUND = 1.0


@dataclass(frozen=True)
class Darkness:
    """A picture as darkness against the scalp.

    Args:
        share: darkness of each working pixel, 0 (scalp) to about 1 (strand in focus)
        contrast: darkness of a strand in focus against the scalp, 0 to 1
        light: brightest over darkest scalp of the picture
        um: size of a working pixel [µm]
    """

    share: Floats
    contrast: float
    light: float
    um: float


def shrunk(grey: NDArray[np.uint8], um_per_px: float) -> tuple[Floats, float]:
    """The picture in working pixels, by averaging whole blocks, and their size [µm]."""
    factor = max(1, round(WORKING_UM / um_per_px))
    height, width = (size // factor * factor for size in grey.shape)
    blocks = grey[:height, :width].reshape(height // factor, factor, width // factor, factor)
    return blocks.mean(axis=(1, 3), dtype=np.float32), um_per_px * factor


def ground(image: Floats, um: float) -> Floats:
    """Brightness of the scalp everywhere, also under strands.

    The brightest places nearby, smoothed: uneven light is followed, strands are not.
    """
    step = 4
    reach = max(3, round(GROUND_REACH_UM / um / step))
    bright = ndimage.percentile_filter(image[::step, ::step], GROUND_PERCENTILE, size=reach)
    smooth = ndimage.gaussian_filter(bright, GROUND_SMOOTH_UM / um / step)
    wide = smooth.repeat(step, axis=0).repeat(step, axis=1)
    return np.asarray(wide[: image.shape[0], : image.shape[1]], dtype=np.float32)


def darkness(grey: NDArray[np.uint8], um_per_px: float) -> Darkness:
    """How much darker than the scalp each place is.

    Args:
        grey: grey values, rows by columns
        um_per_px: size of a pixel [µm]
    """
    image, um = shrunk(grey, um_per_px)
    scalp = np.maximum(ground(image, um), DARKEST_GROUND)
    dark = np.clip(1 - image / scalp, 0, 1)
    strands = dark[dark >= STRAND_SHARE * np.percentile(dark, DARKEST_PERCENTILE)]
    contrast = float(np.median(strands))
    share = np.clip(dark / max(contrast, 1e-6), 0, 1.1).astype(np.float32)
    low, high = np.percentile(scalp, (2, 98))
    return Darkness(share, contrast, float(high / low), um)
