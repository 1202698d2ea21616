"""The log of a visit: entries are added, never changed, and everything else follows from them."""

from collections.abc import Iterable, Sequence
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.contract import parse
from craft.contract.events import AnyEvent, EventList, Length
from craft.contract.visit import VisitAnswer
from craft.errors import CraftError
from craft.learning.results import longest_length
from craft.visit.fold import fold
from salon.planning.demand import renew_demand
from salon.planning.models import Plan
from salon.platform.language import sentence
from salon.visits.models import Event, Visit
from salon.visits.projection import project

#: A clock may run ahead by so much.
CLOCKS_DIFFER = timedelta(minutes=5)


def events_of(visit: Visit) -> list[AnyEvent]:
    """The log of a visit, as the core reads it."""
    rows = [
        {
            "id": str(event.pk),
            "at": event.at.isoformat(),
            "device": event.device,
            "seq": event.seq,
            "by": event.by,
            "kind": event.kind,
            "data": event.data,
        }
        for event in visit.events.all()
    ]
    return list(parse(EventList, {"events": rows}).events) if rows else []


def fold_visit(visit: Visit) -> VisitAnswer:
    """What follows from the log of a visit.

    Raises:
        CraftError: an entry speaks of what the plan does not have
    """
    return fold(visit.plan.parsed_answer, events_of(visit))


@transaction.atomic
def open_visit(plan: Plan, by: User | None, uuid: UUID | None = None) -> Visit:
    """The visit of a plan that is under way, or a new one.

    Args:
        plan: that is worked
        by: who notes it
        uuid: made where the visit was begun; the same one is the same visit
    """
    if uuid is not None:
        same = Visit.objects.filter(uuid=uuid).first()
        if same is not None:
            return same
    under_way = plan.visits.exclude(state="done").order_by("pk").first()
    if under_way is not None:
        return under_way
    identity = {} if uuid is None else {"uuid": uuid}
    return Visit.objects.create(plan=plan, client=plan.client, recorded_by=by, **identity)


@transaction.atomic
def append(visit: Visit, events: Sequence[AnyEvent]) -> Visit:
    """Add entries to a log and let everything follow; what is in it already counts once.

    Args:
        visit: whose log
        events: as a device noted them
    Raises:
        CraftError: an entry speaks of what the plan does not have; nothing is added then
    """
    visit = Visit.objects.select_for_update().select_related("plan", "client").get(pk=visit.pk)
    recorded = set(
        Event.objects.filter(pk__in=[event.id for event in events]).values_list("pk", flat=True)
    )
    new = {event.id: event for event in events if event.id not in recorded}
    received = timezone.now()
    check_possible(visit.plan, new.values(), received)
    Event.objects.bulk_create(row_of(visit, event, received) for event in new.values())
    return follow(visit)


def check_possible(plan: Plan, events: Iterable[AnyEvent], now: datetime) -> None:
    """Refuse entries of what cannot have happened.

    Args:
        plan: that is worked
        events: to be added
        now: the time
    Raises:
        CraftError: an entry lies ahead of now, or a style is longer than its hair
    """
    for event in events:
        if event.at > now + CLOCKS_DIFFER:
            raise CraftError(f"events.{event.id}.at", sentence("This time has not come yet."))
        if isinstance(event, Length):
            check_length(plan, f"events.{event.id}.data.length_cm", event.data.length_cm)


def check_length(plan: Plan, field: str, length_cm: float) -> None:
    """Refuse a finished style that is longer than the hair it is made of.

    Args:
        plan: that was worked
        field: where it stands
        length_cm: as it was measured [cm]
    Raises:
        CraftError: names the field and what can be
    """
    hair = longest_hair(plan)
    longest = longest_length(hair)
    if length_cm > longest:
        raise CraftError(
            field,
            sentence(
                "This hair was {hair:g cm} long, stretched, when it was planned. Give 1 to "
                "{longest:.0f cm}, or measure the length again first.",
                hair=hair,
                longest=longest,
            ),
        )


def longest_hair(plan: Plan) -> float:
    """Stretched length of the longest hair a plan was made for [cm]."""
    hair = plan.parsed_request.hair
    zones = [zone.length_cm for zone in hair.zones.values() if zone.length_cm is not None]
    return max([hair.length_cm, *zones])


def row_of(visit: Visit, event: AnyEvent, received_at: datetime) -> Event:
    """An entry as the database keeps it."""
    data: dict[str, Any] = event.data.model_dump(mode="json", exclude_none=True)
    if event.kind == "correction":
        data["data"] = event.data.data
    return Event(
        id=event.id,
        visit=visit,
        kind=event.kind,
        at=event.at,
        device=event.device,
        seq=event.seq,
        by=event.by,
        data=data,
        received_at=received_at,
    )


def follow(visit: Visit) -> Visit:
    """Write what follows from a log: the visit itself, shelf, kit, learning, the plan's demand."""
    events = events_of(visit)
    project(visit, fold(visit.plan.parsed_answer, events), events)
    begun = plan_begun_at(visit.plan)
    if visit.plan.begun_at != begun:
        visit.plan.begun_at = begun
        visit.plan.save(update_fields=["begun_at"])
        renew_demand(visit.plan)
    return visit


def plan_begun_at(plan: Plan) -> datetime | None:
    """When the first visit of a plan began; None where none has."""
    begun: Iterable[datetime] = (
        plan.visits.exclude(state="planned")
        .order_by("started_at")
        .values_list("started_at", flat=True)[:1]
    )
    return next(iter(begun), None)
