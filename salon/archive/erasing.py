"""Erasing a client for good: rows, histories, pictures, and what still names them elsewhere."""

import contextlib
from dataclasses import dataclass
from pathlib import Path

from django.conf import settings
from django.db import connection, transaction
from django.db.models import Q

from salon.archive.models import Erasure
from salon.archive.places import archive_lock, backups, clear_leftovers_now
from salon.booking.models import DayChange
from salon.clients.models import Client
from salon.devices.gateway import NoGateway, gateway
from salon.devices.models import ScopePicture
from salon.kit.models import KitUse
from salon.learning.models import LearningChoice
from salon.planning.models import Plan
from salon.platform.models import SentRequest
from salon.products.models import StockMove, Weighing
from salon.visits.models import Visit


@dataclass(frozen=True)
class Outside:
    """What is kept of a client outside the database.

    Args:
        pictures: names of files below the folder of pictures
        receipts: of messages that the gateway has
    """

    pictures: list[str]
    receipts: list[str]


def erase(client: Client, by: str = "") -> None:
    """Erase a client: nothing that was measured, planned, done or said of them stays.

    Stock, kit and what the salon learned on average stay true; they name nobody.

    Args:
        client: of the client
        by: who does it
    """
    outside = erase_rows(client, by)
    for receipt in outside.receipts:
        with contextlib.suppress(NoGateway):
            gateway().forget(receipt)
    for name in outside.pictures:
        (Path(settings.MEDIA_ROOT) / name).unlink(missing_ok=True)
    write_anew()


@transaction.atomic
def erase_rows(client: Client, by: str = "") -> Outside:
    """Erase a client from the database.

    Args:
        client: of the client
        by: who does it
    Returns:
        what has to go elsewhere, too
    """
    outside = Outside(
        pictures=[
            *ScopePicture.objects.filter(client=client).values_list("image", flat=True),
            *client.look_pictures.values_list("image", flat=True),
        ],
        receipts=list(client.messages.exclude(receipt="").values_list("receipt", flat=True)),
    )
    forget(client)
    Erasure.objects.get_or_create(uid=client.uid, defaults={"by": by})
    number = client.pk
    client.delete()
    # After it: deleting is written down as well.
    Client.history.filter(id=number).delete()
    # Answers that were kept to be given again.
    SentRequest.objects.all().delete()
    # What a change of a day comes to is reported with names.
    DayChange.objects.all().delete()
    return outside


def forget(client: Client) -> None:
    """Take the client out of what stays."""
    plans = list(Plan.objects.filter(client=client).values_list("pk", flat=True))
    visits = list(Visit.objects.filter(client=client).values_list("pk", flat=True))
    KitUse.objects.filter(Q(plan__in=plans) | Q(visit__in=visits)).update(
        holder="", plan=None, visit=None
    )
    StockMove.objects.filter(visit__in=visits).update(visit=None, note="")
    Weighing.objects.filter(visit__in=visits).update(visit=None)
    LearningChoice.objects.filter(visit__in=visits).delete()


def write_anew() -> None:
    """Write the database file and its log again: rows that were deleted leave traces in pages."""
    if connection.vendor == "sqlite":
        with connection.cursor() as cursor:
            cursor.execute("VACUUM")
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")


def drop_backups_before(kept: Path) -> int:
    """Delete every backup but one, and pieces of others; they may hold a client who was erased.

    Returns:
        how many were deleted
    """
    with archive_lock():
        clear_leftovers_now()
        old = [path for path in backups().glob("*.zip") if path != kept]
        for path in old:
            path.unlink()
    return len(old)
