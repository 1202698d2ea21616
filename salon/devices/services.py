"""Taking pictures with the scope, counting on them, correcting the count."""

import zlib
from collections.abc import Sequence
from typing import Any
from uuid import uuid4

from django.contrib.auth.models import User
from django.core.files.base import ContentFile

from craft.errors import CraftError
from craft.scope import read_field
from craft.vocabulary import Zone
from salon.clients.models import Client
from salon.clients.profiles import profile
from salon.devices.models import ScopePicture
from salon.devices.pictures import picture_of
from salon.devices.scope import Shot, Subject, scope
from salon.platform.language import sentence
from salon.platform.process_pool import call_in_process

#: What the simulated scope shows where nothing is known of a client.
USUAL_PER_CM2 = 180.0
#: How zones differ from the mean of a client, in the simulation.
ZONE_FACTOR = {
    Zone.FRINGE: 0.92,
    Zone.TOP: 1.02,
    Zone.CROWN: 1.08,
    Zone.LEFT: 0.97,
    Zone.RIGHT: 0.97,
    Zone.BACK: 1.05,
    Zone.NAPE: 0.88,
}
UM_PER_PX_RANGE = (0.5, 60.0)
ROOTS_MOST = 3000


def take_picture(client: Client, zone: str, by: User) -> ScopePicture:
    """Take a picture with the salon's scope and count on it.

    Raises:
        NoPicture: the scope has none
        Unreadable: it cannot be counted
    """
    return keep(client, zone, scope().take(subject_of(client, zone)), by)


def subject_of(client: Client, zone: str) -> Subject:
    """What the simulated scope is to show: this client, a new patch each time."""
    estimates = profile(client).estimates
    per_cm2 = estimates.density.value if estimates.density else USUAL_PER_CM2
    factor = ZONE_FACTOR[Zone(zone)] if zone else 1.0
    patch = f"{client.pk} {zone} {client.scope_pictures.filter(zone=zone).count()}"
    return Subject(per_cm2 * factor, estimates.diameter_um, zlib.crc32(patch.encode()))


def keep(client: Client, zone: str, shot: Shot, by: User) -> ScopePicture:
    """Count on a picture and keep it.

    Raises:
        Unreadable: it is no picture, or cannot be counted
        CraftError: its scale is out of range
    """
    low, high = UM_PER_PX_RANGE
    if not low <= shot.um_per_px <= high:
        raise CraftError(
            "um_per_px", sentence("Give a number from {low:g} to {high:g} µm.", low=low, high=high)
        )
    read = call_in_process(picture_of, shot.data)
    field = read_field(read.grey, shot.um_per_px)
    picture = ScopePicture(
        client=client,
        zone=zone,
        um_per_px=shot.um_per_px,
        width_px=read.grey.shape[1],
        height_px=read.grey.shape[0],
        counted=[list(root) for root in field.roots],
        frame=list(field.frame),
        area_cm2=field.area_cm2,
        diameter_um=round(field.diameter_um, 1),
        taken_by=by,
    )
    keep_file(picture, "scope", read.data)
    return picture


def keep_file(picture: Any, folder: str, data: bytes) -> None:
    """Keep a picture and its file: both, or neither.

    Args:
        picture: a row with an image, not saved yet
        folder: of its kind
        data: of the file
    Raises:
        CraftError: the file cannot be written, as on a full disk
    """
    storage = picture.image.storage
    name = f"{folder}/{uuid4().hex}.png"
    try:
        picture.image.name = storage.save(name, ContentFile(data))
        picture.save()
    except OSError as error:
        storage.delete(name)
        why = error.strerror or sentence("the disk is full")
        raise CraftError(
            "picture", sentence("The picture could not be saved: {why}.", why=why)
        ) from error
    except Exception:
        storage.delete(name)
        raise


def correct(picture: ScopePicture, roots: Sequence[Sequence[float]]) -> ScopePicture:
    """Replace the counted roots by what the specialist tapped.

    Raises:
        CraftError: a root lies outside the counted scalp
    """
    left, top, right, bottom = picture.frame
    for index, (x, y) in enumerate(roots):
        if not (left <= x <= right and top <= y <= bottom):
            raise CraftError(
                f"roots.{index}", sentence("Tap inside the frame: only that part is counted.")
            )
    picture.corrected = [list(root) for root in roots]
    picture.save(update_fields=["corrected"])
    return picture
