"""Pictures as they are kept: what they show, and nothing that the camera wrote beside it."""

import io
import warnings
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageFile, ImageOps, UnidentifiedImageError

from craft.scope import Unreadable
from salon.platform.language import sentence

#: The only kinds that are opened at all.
KINDS = ("PNG", "JPEG")
#: More would stall the salon, less shows nothing that can be counted.
MEGAPIXELS_MOST, LEAST_PX = 25.0, 64
BYTES_MOST = 20 * 2**20
#: Nothing that is of use is kept larger.
KEPT_PX = 2400


@dataclass(frozen=True)
class Picture:
    """A picture without place, time or camera.

    Args:
        data: as PNG, upright
        grey: its grey values
    """

    data: bytes
    grey: NDArray[np.uint8]


def picture_of(data: bytes) -> Picture:
    """Read a picture and write it again: upright, as PNG, without anything beside the picture.

    Args:
        data: of the file
    Raises:
        Unreadable: it is no PNG or JPEG, or too large or too small
    """
    if len(data) > BYTES_MOST:
        raise Unreadable(
            sentence("The picture has more than {bytes_most} MB.", bytes_most=BYTES_MOST // 2**20)
        )
    # Another library may have let half pictures pass (WeasyPrint does, as soon as it is loaded).
    ImageFile.LOAD_TRUNCATED_IMAGES = False
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(data), formats=KINDS) as image:
                check_size(image.width, image.height)
                upright = ImageOps.exif_transpose(image).convert("RGB")
    except Unreadable:
        raise
    except (
        UnidentifiedImageError,
        OSError,
        SyntaxError,
        ValueError,
        EOFError,
        Image.DecompressionBombError,
        Image.DecompressionBombWarning,
    ) as error:
        raise Unreadable(
            sentence("This is not a PNG or JPEG picture, or it is damaged.")
        ) from error
    bare = Image.fromarray(np.asarray(upright))
    written = io.BytesIO()
    bare.save(written, "PNG")
    return Picture(written.getvalue(), np.asarray(bare.convert("L")))


@dataclass(frozen=True)
class Kept:
    """A picture as it is kept.

    Args:
        data: as PNG, upright, no larger than `KEPT_PX`
        width_px, height_px: its size
    """

    data: bytes
    width_px: int
    height_px: int


def kept_picture(data: bytes) -> Kept:
    """A picture written again no larger than is of use; arguments and errors as `picture_of`."""
    with Image.open(io.BytesIO(picture_of(data).data)) as whole:
        whole.thumbnail((KEPT_PX, KEPT_PX))
        written = io.BytesIO()
        whole.save(written, "PNG")
        return Kept(written.getvalue(), *whole.size)


def check_size(width: int, height: int) -> None:
    """Refuse pictures that would stall the salon, or show nothing.

    Raises:
        Unreadable: it is too large or too small
    """
    if width * height > MEGAPIXELS_MOST * 1e6:
        raise Unreadable(
            sentence(
                "The picture has more than {megapixels_most:g} megapixels.",
                megapixels_most=MEGAPIXELS_MOST,
            )
        )
    if min(width, height) < LEAST_PX:
        raise Unreadable(
            sentence(
                "The picture is smaller than {least_px} × {least_px} pixels.", least_px=LEAST_PX
            )
        )
