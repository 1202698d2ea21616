"""Remarks: what a client said or felt, and notes for the next visit. None may be lost."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import datetime

from craft.contract.events import ComfortFelt, Event, Note
from craft.visit.log import apply_corrections, in_order
from craft.vocabulary import Comfort, NoteAbout, RemarkKind

#: What a comfort of the chair is as a remark; a good one needs nobody's attention.
UNCOMFORTABLE = {Comfort.TIGHT: RemarkKind.TIGHT, Comfort.PAIN: RemarkKind.PAIN}
NOTED = {NoteAbout.CLIENT: RemarkKind.SAID, NoteAbout.NEXT: RemarkKind.NEXT}


@dataclass(frozen=True)
class Remark:
    """Something that somebody of the salon should see, and that the next visit should know.

    Args:
        key: stays the same however often it is worked out again
        kind: what it is about
        at: when it was said or felt
        text: in the words in which it was noted; may be empty
    """

    key: str
    kind: RemarkKind
    at: datetime
    text: str = ""


def remarks(events: Iterable[Event]) -> Iterator[Remark]:
    """Remarks of a visit's log: each note, and how the style felt last.

    Args:
        events: in any order, doubled or late
    Raises:
        CraftError: as `craft.visit.log.corrected` raises it
    """
    entries = apply_corrections(in_order(events))
    for entry in entries:
        if isinstance(entry, Note) and entry.data.about in NOTED:
            kind = NOTED[entry.data.about]
            yield Remark(f"note {entry.id}", kind, entry.at, entry.data.text)
    felt = [entry for entry in entries if isinstance(entry, ComfortFelt)]
    if felt and felt[-1].data.comfort in UNCOMFORTABLE:
        last = felt[-1]
        where = last.data.zone.value.replace("_", " ") if last.data.zone else ""
        yield Remark(f"felt {last.id}", UNCOMFORTABLE[last.data.comfort], last.at, where)
