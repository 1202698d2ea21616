"""The kit of a visit: out of the drawer, into the disinfectant, back; every move an entry."""

from datetime import datetime
from typing import Any
from uuid import uuid4

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.contract import parse
from craft.contract.events import AnyEvent, EventList
from craft.errors import CraftError
from craft.plan.timetable import kit_spans
from craft.vocabulary import EventKind, KitPlace
from salon.kit.models import KitUse
from salon.kit.services import check_clean, contact_time, in_the_drawer
from salon.planning.models import Plan
from salon.platform.language import sentence
from salon.visits.log import append, open_visit
from salon.visits.models import Event, Visit

SERVER = "server"


def entry(
    kind: EventKind,
    by: User | None,
    data: dict[str, Any],
    device: str = SERVER,
    at: datetime | None = None,
) -> AnyEvent:
    """An entry; what is None is left out.

    Args:
        kind: of entry
        by: whose hands; None: the client's own
        data: of the entry
        device: where it was noted
        at: when; None: now
    """
    row = {
        "id": str(uuid4()),
        "at": (at or timezone.now()).isoformat(),
        "device": device,
        "by": by.get_username() if by else "",
        "kind": kind.value,
        "data": {name: value for name, value in data.items() if value is not None},
    }
    return parse(EventList, {"events": [row]}).events[0]


@transaction.atomic
def take_kit(plan: Plan, by: User) -> list[KitUse]:
    """Take the kit of a plan out of the drawer.

    Raises:
        CraftError: it is out already, or something of it is not there
    """
    if KitUse.objects.filter(plan=plan.pk, returned_at=None).exists():
        raise CraftError("plan", sentence("The kit of this plan is already in use."))
    events = [
        entry(
            EventKind.KIT_OUT,
            by,
            {
                "item": str(item.pk),
                "kind": span.kind.value,
                "diameter_mm": span.diameter_mm,
                "count": count,
                "back_min": round(span.end_min, 1),
            },
        )
        for span in kit_spans(plan.parsed_answer)
        for item, count in in_the_drawer(span.kind, span.diameter_mm, span.count)
    ]
    visit = append(open_visit(plan, by), events)
    return list(KitUse.objects.filter(visit=visit.pk, returned_at=None).select_related("item"))


def visit_of(use: KitUse) -> Visit:
    """The visit whose log took pieces out.

    Raises:
        CraftError: that visit is gone
    """
    visit = None if use.visit is None else Visit.objects.filter(pk=use.visit).first()
    if visit is None:
        raise CraftError("use", sentence("The visit these were taken for is no longer on record."))
    return visit


def move_pieces(use: KitUse, event: AnyEvent) -> KitUse:
    """Pieces after an entry that moves them."""
    append(visit_of(use), [event])
    return KitUse.objects.select_related("item").get(pk=use.pk)


@transaction.atomic
def into_cleaning(use: KitUse, contact_min: float | None, by: User) -> KitUse:
    """Lay pieces into the disinfectant: its contact time begins to run.

    Args:
        use: what came off the head
        contact_min: as its label says; else as the salon has it
        by: who does it
    Raises:
        CraftError: nobody has typed the contact time, or they are back already
    """
    minutes = contact_time(use, contact_min)
    data = {"of": str(use.event), "to": KitPlace.CLEANING.value, "contact_min": minutes}
    return move_pieces(use, entry(EventKind.KIT_IN, by, data))


@transaction.atomic
def back(use: KitUse, by: User) -> KitUse:
    """Put pieces back, clean and dry.

    Raises:
        CraftError: the contact time is not over
    """
    check_clean(use)
    data = {"of": str(use.event), "to": KitPlace.DRAWER.value}
    return move_pieces(use, entry(EventKind.KIT_IN, by, data))


@transaction.atomic
def reopen(use: KitUse, by: User) -> KitUse:
    """Undo the last move: back into cleaning, or back onto the head.

    Raises:
        CraftError: they were not moved yet
    """
    taken_back = Event.objects.filter(
        visit=use.visit, kind=EventKind.CORRECTION, data__data=None
    ).values_list("data__of", flat=True)
    moves = Event.objects.filter(
        visit=use.visit, kind=EventKind.KIT_IN, data__of=str(use.event)
    ).order_by("-at", "-seq")
    last = next((move for move in moves if str(move.pk) not in set(taken_back)), None)
    if last is None:
        raise CraftError("use", sentence("These are still in the client's hair."))
    return move_pieces(use, entry(EventKind.CORRECTION, by, {"of": str(last.pk)}))
