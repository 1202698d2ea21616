"""Remarks of a visit: what was said, felt and noted for next time; common practice, no source."""

from typing import Any
from unittest import TestCase

from craft.contract.base import parse
from craft.contract.events import EventList
from craft.tests.test_visit import entry
from craft.visit.remarks import remarks


def found(*entries: dict[str, Any]) -> list[tuple[str, str]]:
    """Kind and words of each remark."""
    events = parse(EventList, {"events": list(entries)}).events
    return [(remark.kind.value, remark.text) for remark in remarks(events)]


class RemarksTest(TestCase):
    def test_what_was_said_and_noted_for_next_time(self) -> None:
        said = entry(1, 0, "note", about="client", text="Itches behind the ear.")
        later = entry(2, 5, "note", about="next", text="Less gel at the nape.")
        plain = entry(3, 6, "note", about="visit", text="Took long.")
        self.assertEqual(
            found(said, later, plain),
            [("said", "Itches behind the ear."), ("next", "Less gel at the nape.")],
        )

    def test_how_it_felt_last_counts(self) -> None:
        tight = entry(1, 0, "comfort", comfort="tight", zone="nape")
        self.assertEqual(found(tight), [("tight", "nape")])
        self.assertEqual(found(tight, entry(2, 5, "comfort", comfort="good")), [])
        self.assertEqual(found(tight, entry(2, 5, "comfort", comfort="pain")), [("pain", "")])

    def test_what_was_taken_back_is_no_remark(self) -> None:
        said = entry(1, 0, "note", about="client", text="Too long.")
        back = entry(2, 1, "correction", of=said["id"], data=None)
        self.assertEqual(found(said, back), [])

    def test_a_remark_has_the_same_key_whenever_it_is_worked_out(self) -> None:
        said = entry(1, 0, "note", about="client", text="Too long.")
        events = parse(EventList, {"events": [said]}).events
        self.assertEqual(
            [remark.key for remark in remarks(events)],
            [remark.key for remark in remarks([*events, *events])],
        )
