"""A visit again, entry by entry: what was known at each moment, and nothing of what came later."""

from collections.abc import Iterator, Sequence
from uuid import UUID

from craft.contract.chair import ChairRequest
from craft.contract.events import AnyEvent, Correction, Event, KitIn
from craft.contract.plan import PlanAnswer
from craft.contract.replay import ReplayAnswer, ReplayMoment, ReplayRequest
from craft.errors import CraftError
from craft.messages import say
from craft.visit.chair import chair
from craft.visit.log import apply_correction, apply_corrections, in_order, kind_of, minutes_between
from craft.visit.sentences import sentence


def replay(request: ReplayRequest) -> ReplayAnswer:
    """A visit as it stood after one of its entries.

    Raises:
        CraftError: the log is empty or shorter than the moment, or as `fold` raises it
    """
    entries = in_order(request.events)
    if not entries:
        raise CraftError("events", say("Nothing was noted yet."))
    number = len(entries) if request.moment is None else request.moment
    if number > len(entries):
        raise CraftError(
            "moment",
            say("The log has {entries} entries: give 0 to {entries}.", entries=len(entries)),
        )
    known = entries[:number]
    now = known[-1].at if known else entries[0].at
    return ReplayAnswer(
        moments=list(moments(request.plan, entries)),
        moment=number,
        chair=chair(ChairRequest.model_construct(plan=request.plan, events=whole(known), now=now)),
    )


def whole(known: Sequence[Event]) -> list[AnyEvent]:
    """Entries without those that speak of one still to come: clocks of devices differ."""
    ids = {entry.id for entry in known}
    of_another = (Correction, KitIn)
    return [
        entry  # type: ignore[misc]
        for entry in known
        if not isinstance(entry, of_another) or entry.data.of in ids
    ]


def moments(plan: PlanAnswer, entries: Sequence[Event]) -> Iterator[ReplayMoment]:
    """Every entry of a log in words.

    Args:
        plan: that was worked
        entries: in order
    Raises:
        CraftError: a correction says what that kind of entry cannot say
    """
    by_id = {entry.id: entry for entry in entries}
    stands = {entry.id for entry in apply_corrections(entries)}
    for number, entry in enumerate(entries, start=1):
        of = subject(entry, by_id)
        data = getattr(of or entry, "data", None)
        yield ReplayMoment(
            number=number,
            kind=kind_of(entry),
            at=entry.at,
            after_min=round(minutes_between(entries[0].at, entry.at), 1),
            by=entry.by,
            step=getattr(data, "step", None),
            section=getattr(data, "section", None),
            text=sentence(plan, entry, of),
            taken_back=entry.id not in stands and not isinstance(entry, Correction),
        )


def subject(entry: Event, by_id: dict[UUID, Event]) -> Event | None:
    """What a correction speaks of, as it reads once corrected; None where that is a correction."""
    if not isinstance(entry, Correction):
        return None
    of = by_id.get(entry.data.of)
    if of is None or isinstance(of, Correction):
        return None
    return of if entry.data.data is None else apply_correction(of, entry)
