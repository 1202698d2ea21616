"""Entries as a device sends them: by people of this salon, and not from before there was a plan."""

from collections.abc import Iterator, Sequence
from datetime import timedelta

from craft.contract import read
from craft.contract.events import AnyEvent, EventList, Handover
from craft.errors import CraftError
from salon.platform.language import sentence
from salon.platform.roles import HANDS
from salon.staff.services import roles_of
from salon.visits.models import Visit

#: The clock of a device without a connection may be behind by so much.
BEHIND = timedelta(days=1)


def sent_entries(visit: Visit, text: str) -> Sequence[AnyEvent]:
    """The entries that a device sends for a visit.

    Args:
        visit: with its plan
        text: as it came in, JSON
    Raises:
        CraftError: an entry is none, comes from before its plan, or from nobody who works here
    """
    events = read(EventList, text).events
    roles = roles_of({name for event in events for _, name in people_of(event)})
    for event in events:
        if event.at < visit.plan.made_at - BEHIND:
            raise CraftError(
                f"events.{event.id}.at",
                sentence("This time is before the plan was saved. Record a past visit instead."),
            )
        for field, name in people_of(event):
            if roles.get(name) not in HANDS:
                raise CraftError(
                    f"events.{event.id}.{field}",
                    sentence("{name} is not someone who works at the chair.", name=name),
                )
    return events


def people_of(event: AnyEvent) -> Iterator[tuple[str, str]]:
    """Whom an entry names, by field."""
    if event.by:
        yield "by", event.by
    if isinstance(event, Handover):
        yield "data.to", event.data.to
