"""Check-ins: a secret link, and what is reported by it."""

import hashlib
import secrets
from collections.abc import Iterator, Mapping
from datetime import date, timedelta
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.errors import CraftError
from craft.messages import day_text
from craft.visit.remarks import Remark
from craft.vocabulary import PictureMoment, RemarkKind, VisitState
from craft.wear.signs import advice
from salon.aftercare.lasting import humidity_on, learn_wear
from salon.aftercare.looks import keep_picture
from salon.aftercare.models import LINK_LASTS, Checkin, CheckinLink, LookPicture
from salon.platform.language import sentence
from salon.visits.models import Visit
from salon.visits.remarks import HOME, keep_remarks

#: Days that lie further back are not accepted any more.
TOLD_BACK = timedelta(days=7)
#: A client sends no more pictures than these in a day.
PICTURES_A_DAY = 3


def hash_secret(secret: str) -> str:
    """What is kept of a secret."""
    return hashlib.sha256(secret.encode()).hexdigest()


def link_of(visit: Visit) -> dict[str, Any] | None:
    """The open link of a visit, without its address: nobody knows that but the client."""
    link = visit.checkin_links.filter(revoked_at=None, expires_at__gt=timezone.now()).first()
    return {"expires_at": link.expires_at, "address": ""} if link else None


@transaction.atomic
def open_link(visit: Visit, by: User | None, secret: str = "") -> tuple[CheckinLink, str]:
    """A new link for a visit; the one before ends.

    Args:
        visit: that is reported on
        by: who opens it
        secret: a known one; the link it opened stays open
    Returns:
        the link and its secret, which nobody can look up afterwards
    Raises:
        CraftError: nothing of the visit has been done yet
    """
    if visit.state == VisitState.PLANNED:
        raise CraftError(
            "visit", sentence("This visit has not started. Make the link once it is done.")
        )
    same = CheckinLink.objects.filter(secret_hash=hash_secret(secret), revoked_at=None).first()
    if same is not None:
        return same, secret
    revoke_link(visit)
    secret = secret or secrets.token_urlsafe(32)
    link = CheckinLink.objects.create(
        visit=visit,
        secret_hash=hash_secret(secret),
        opened_by=by,
        expires_at=timezone.now() + LINK_LASTS,
    )
    return link, secret


def revoke_link(visit: Visit) -> None:
    """End the link of a visit."""
    visit.checkin_links.filter(revoked_at=None).update(revoked_at=timezone.now())


def visit_of(secret: str) -> Visit | None:
    """The visit that a secret opens; None for one that ended or never was."""
    link = (
        CheckinLink.objects.filter(
            secret_hash=hash_secret(secret), revoked_at=None, expires_at__gt=timezone.now()
        )
        .select_related("visit__plan", "visit__client")
        .first()
    )
    return link.visit if link else None


def days_told(visit: Visit) -> tuple[date, date]:
    """First and last day that may be reported."""
    today = timezone.localdate()
    return max(timezone.localdate(visit.started_at), today - TOLD_BACK), today


@transaction.atomic
def tell(visit: Visit, values: Mapping[str, Any]) -> Checkin:
    """Keep what a client reported of a day; reported again, the later word counts.

    Args:
        visit: of the style that is worn
        values: columns of a check-in, with the key the device made
    Raises:
        CraftError: the day cannot be reported
    """
    first, last = days_told(visit)
    if not first <= values["date"] <= last:
        raise CraftError(
            "date",
            sentence(
                "Give a day from {first} to {last}.", first=day_text(first), last=day_text(last)
            ),
        )
    same = Checkin.objects.filter(uuid=values["uuid"]).first()
    if same is not None:
        if same.visit_id != visit.pk:
            raise CraftError("uuid", sentence("This check-in belongs to another visit."))
        return same
    Checkin.objects.filter(visit=visit, date=values["date"]).delete()
    checkin = Checkin.objects.create(visit=visit, rh=humidity_on(values["date"]), **values)
    keep_remarks(visit, list(remarks_of(checkin)), source=f"{HOME} {checkin.date}")
    learn_wear(visit)
    return checkin


def remarks_of(checkin: Checkin) -> Iterator[Remark]:
    """What a client reported of a day that somebody of the salon should see."""
    told = [(RemarkKind(sign), "") for sign in dict.fromkeys(checkin.signs)]
    if checkin.note.strip():
        told.append((RemarkKind.HOME, checkin.note.strip()))
    for kind, text in told:
        key = f"{HOME} {checkin.visit_id} {checkin.date} {kind.value}"
        yield Remark(key, kind, checkin.received_at, text)


def advice_of(checkin: Checkin) -> str:
    """What is said at once to a client whom something hurts; empty where nothing is to be said."""
    return advice(checkin.signs)


@transaction.atomic
def show(visit: Visit, data: bytes, view: str, uuid: UUID) -> LookPicture:
    """Keep a picture that a client sends from home.

    Args:
        visit: of the style that is worn
        data: of the file
        view: from where
        uuid: made where it was taken; sent again, it is kept once
    Raises:
        Unreadable: it is no picture
        CraftError: there are enough of today, or it was sent for another visit
    """
    same = LookPicture.objects.filter(uuid=uuid).first()
    if same is not None:
        if same.visit_id != visit.pk:
            raise CraftError("uuid", sentence("This picture belongs to another visit."))
        return same
    today = timezone.localdate()
    sent = visit.look_pictures.filter(moment=PictureMoment.HOME, taken_by=None)
    if sent.filter(taken_at__date=today).count() >= PICTURES_A_DAY:
        raise CraftError(
            "picture",
            sentence(
                "{pictures_a_day} pictures a day are the most. Thank you!",
                pictures_a_day=PICTURES_A_DAY,
            ),
        )
    return keep_picture(visit.client, data, view, PictureMoment.HOME, None, visit, uuid)
