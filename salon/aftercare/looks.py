"""Pictures of styles: kept with consent, measured beside the request, deleted for good."""

from dataclasses import asdict, replace
from datetime import datetime
from uuid import UUID

import numpy as np
from django.contrib.auth.models import User
from django.utils import timezone
from PIL import Image

from craft.errors import CraftError
from craft.picture import Cannot, measure
from salon.aftercare.models import LookPicture
from salon.clients.models import Client
from salon.devices.pictures import kept_picture
from salon.devices.services import keep_file
from salon.platform.language import sentence
from salon.platform.process_pool import call_in_process
from salon.visits.models import Visit

#: Larger pictures are measured at so many pixels on their longer side: more tells nothing more.
MEASURED_PX = 1400


def keep_picture(
    client: Client,
    data: bytes,
    view: str,
    moment: str,
    by: User | None,
    visit: Visit | None = None,
    uuid: UUID | None = None,
) -> LookPicture:
    """Keep a picture that the client agreed to: upright, without place, time or camera.

    Args:
        client: on it
        data: of the file
        view, moment: from where and when
        by: who took it
        visit: that it belongs to
        uuid: made where it was taken
    Raises:
        Unreadable: it is no picture
        CraftError: the visit is of another client
    """
    if visit is not None and visit.client_id != client.pk:
        raise CraftError("visit", sentence("This visit belongs to another client."))
    # Reading 25 megapixels takes a processor for a second: beside the server, in its turn.
    kept = call_in_process(kept_picture, data)
    picture = LookPicture(
        uuid=uuid,
        client=client,
        visit=visit,
        view=view,
        moment=moment,
        width_px=kept.width_px,
        height_px=kept.height_px,
        taken_by=by,
        consented_at=timezone.now(),
    )
    keep_file(picture, "looks", kept.data)
    return picture


def measure_picture(pk: int, now: datetime | None = None) -> None:
    """Measure a picture, and keep what it tells or why it tells nothing."""
    picture = LookPicture.objects.filter(pk=pk, measured_at=None).first()
    if picture is None:
        return
    with picture.image.open("rb") as file, Image.open(file) as image:
        grey = image.convert("L")
        grey.thumbnail((MEASURED_PX, MEASURED_PX))
    seen = measure(np.asarray(grey))
    picture.measured_at = now or timezone.now()
    if isinstance(seen, Cannot):
        picture.cannot = seen.why
    else:
        kept = seen.px_per_cm * picture.width_px / grey.width
        picture.measures = asdict(replace(seen, px_per_cm=kept))
    picture.save(update_fields=["measured_at", "measures", "cannot"])


def delete_picture(picture: LookPicture) -> None:
    """Delete a picture and its file; nothing of it stays."""
    storage, name = picture.image.storage, str(picture.image.name)
    picture.delete()
    storage.delete(name)
