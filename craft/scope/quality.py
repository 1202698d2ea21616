"""Whether a picture can be counted, and if not, what to do about it.

All limits are own values, found on rendered fields that the checks do not use.
"""

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

from craft.errors import CraftError
from craft.messages import say
from craft.scope.picture import Darkness

#: A strand in focus is at least so much darker than the scalp.
CONTRAST_LEAST = 0.10
#: Share of the picture that may be strand.
COVERED_LEAST, COVERED_MOST = 0.002, 0.45
#: The edge of a strand may be blurred to this standard deviation [µm].
BLUR_MOST_UM = 26.0
#: Brightest scalp over darkest: more than this, and the dark side is not to be trusted.
LIGHT_MOST = 6.0
#: Share of pixels that may be pure white.
GLARE_MOST = 0.05
#: A picture shows at least so much scalp on its shorter side [mm].
SIDE_LEAST_MM = 1.5
#: Strands are long: no more than this share of what is dark may be specks, and a speck is smaller
#: than a strand of usual width four times as long as wide.
SPECKS_MOST = 0.5
SPECK_UM2 = 4 * 70.0**2
WHITE = 254
STRAND_SHARE = 0.5


class Unreadable(CraftError):
    """The picture cannot be counted; the message says what to do."""

    def __init__(self, message: str) -> None:
        super().__init__("picture", message)


def blur_um(dark: Darkness) -> float:
    """How soft the sharpest edges are, as the standard deviation of a blurred step [µm].

    Source: a step of height one blurred with standard deviation s has the slope 1/(s·√(2π)).
    """
    down, across = np.gradient(dark.share)
    steepest = float(np.percentile(np.hypot(down, across), 99.5))
    return dark.um / max(steepest, 1e-6) / float(np.sqrt(2 * np.pi))


def specks(dark: Darkness) -> float:
    """Share of what is dark that lies in patches too small for a strand."""
    patches, _ = ndimage.label(dark.share > STRAND_SHARE)
    sizes = np.bincount(patches.ravel())[1:] * dark.um**2
    return float(sizes[sizes < SPECK_UM2].sum() / max(sizes.sum(), 1e-9))


def check(grey: NDArray[np.uint8], um_per_px: float, dark: Darkness) -> None:
    """Refuse what cannot be counted.

    Raises:
        Unreadable: too small, glaring, empty, unevenly lit, covered with hair,
            no hair at all, or out of focus
    """
    if min(grey.shape) * um_per_px / 1000 < SIDE_LEAST_MM:
        raise Unreadable(
            say(
                "The picture shows less than {side_least_mm:g mm} of scalp. Check the scale, or "
                "step the magnification down.",
                side_least_mm=SIDE_LEAST_MM,
            )
        )
    if (grey >= WHITE).mean() > GLARE_MOST:
        raise Unreadable(say("Glare: tilt the scope, or turn its light down, and take it again."))
    covered = float((dark.share > STRAND_SHARE).mean())
    if dark.contrast < CONTRAST_LEAST or covered < COVERED_LEAST:
        raise Unreadable(
            say(
                "No hair found in this picture. Part the hair, set the scope on the parting and "
                "take it again; if strands and scalp are of one brightness, count by eye."
            )
        )
    if dark.light > LIGHT_MOST:
        raise Unreadable(
            say(
                "One side is too dark to count. Set the scope down flat, so that its light is even."
            )
        )
    if covered > COVERED_MOST:
        raise Unreadable(
            say(
                "Hardly any scalp in sight: too much hair lies over it. Part it, comb it aside "
                "and take it again."
            )
        )
    if specks(dark) > SPECKS_MOST:
        raise Unreadable(
            say(
                "Specks, no strands: this does not look like hair leaving a scalp. Check what the "
                "scope is set on, and clean its glass."
            )
        )
    if blur_um(dark) > BLUR_MOST_UM:
        raise Unreadable(say("Out of focus. Turn the focus until single strands have sharp edges."))
