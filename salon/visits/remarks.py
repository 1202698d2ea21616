"""Remarks: kept until somebody of the salon has seen to them, and shown at the next visit."""

from collections.abc import Collection

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.visit.remarks import Remark as Found
from craft.vocabulary import RemarkKind, VisitState
from salon.clients.models import Client
from salon.visits.models import Remark, Visit

#: What hurts comes first, then what was felt, then what was said.
GRAVEST_FIRST = list(RemarkKind)
#: Remarks of so many visits of a client are shown at the next one.
VISITS_SHOWN = 2
#: So many are listed at most.
LISTED = 200
#: Where remarks of a log come from; those of a day at home begin with the other.
CHAIR, HOME = "chair", "home"


@transaction.atomic
def keep_remarks(visit: Visit, found: Collection[Found], *, source: str) -> None:
    """Keep the remarks of a visit, as they stand now; those seen to stay so.

    Args:
        visit: they belong to
        found: all there are from this source
        source: where they come from: `CHAIR`, or `HOME` with its day
    """
    known = {row.key: row for row in visit.remarks.filter(source=source)}
    for remark in found:
        row = known.pop(remark.key, None)
        if row is None:
            Remark.objects.create(
                visit=visit, client_id=visit.client_id, source=source, **vars(remark)
            )
        elif (row.kind, row.text) != (remark.kind, remark.text):
            # It says something else now: that was not seen to.
            row.kind, row.text, row.seen_at, row.seen_by = remark.kind.value, remark.text, None, ""
            row.save()
    Remark.objects.filter(pk__in=[row.pk for row in known.values()]).delete()


def unseen() -> list[Remark]:
    """Remarks that nobody has seen to, the gravest and then the newest first."""
    rows = Remark.objects.filter(seen_at=None, client__archived_at=None).select_related("client")
    listed = list(rows.order_by("-at")[:LISTED])
    return sorted(listed, key=lambda row: GRAVEST_FIRST.index(RemarkKind(row.kind)))


def of_client(client: Client, before: Visit | None = None) -> list[Remark]:
    """Remarks that the next visit of a client should know.

    Args:
        client: of the client
        before: the visit for which they are asked; None: the next one
    """
    visits = Visit.objects.filter(client=client).exclude(state=VisitState.PLANNED)
    if before is not None:
        visits = visits.exclude(pk=before.pk).filter(started_at__lte=before.started_at)
    last = list(visits.order_by("-started_at", "-pk").values_list("pk", flat=True)[:VISITS_SHOWN])
    rows = list(Remark.objects.filter(visit__in=last).select_related("client"))
    return sorted(rows, key=lambda row: (GRAVEST_FIRST.index(RemarkKind(row.kind)), -row.pk))


def see(remark: Remark, by: User) -> Remark:
    """Somebody has seen to a remark."""
    remark.seen_at, remark.seen_by = timezone.now(), by.get_username()
    remark.save(update_fields=["seen_at", "seen_by"])
    return remark


def unsee(remark: Remark) -> Remark:
    """Nobody has seen to it after all."""
    remark.seen_at, remark.seen_by = None, ""
    remark.save(update_fields=["seen_at", "seen_by"])
    return remark
