"""A visit again: each kind of entry has its sentence; a moment knows nothing of what follows."""

from datetime import timedelta
from typing import Any
from unittest import TestCase
from uuid import uuid5

from craft.contract import parse
from craft.contract.events import DATA, EventList
from craft.contract.replay import ReplayAnswer, ReplayRequest
from craft.errors import CraftError
from craft.tests.test_visit import PLAN, SPACE, TEN, WASH, entry
from craft.visit.replay import replay
from craft.visit.sentences import SENTENCES, sentence
from craft.vocabulary import EventKind

GONE = str(uuid5(SPACE, "4"))
#: What an entry of each kind says, and the words that tell it.
SAYS: dict[EventKind, tuple[dict[str, Any], str]] = {
    EventKind.BEGUN: ({}, "Seated"),
    EventKind.STEP_STARTED: ({"step": "cleanse"}, "Started: Shampoo"),
    EventKind.STEP_DONE: ({"step": "shape", "minutes": 44}, "Done in 44 min: Rows, 8"),
    EventKind.STEP_SKIPPED: (
        {"step": "cleanse", "reason": "washed yesterday"},
        "Skipped: Shampoo: washed yesterday",
    ),
    EventKind.SECTION_DONE: ({"section": 3, "what": "laid_in"}, "Section 3 laid in"),
    EventKind.SECTION_RELEASED: ({"section": 3}, "Section 3 released"),
    EventKind.RELEASED: ({"damp_because": "in a hurry"}, "Opened damp: in a hurry"),
    EventKind.DOSE: (
        {"step": "lay_in", "role": "gel", "grams": 12.5, "units": 1, "side": "left"},
        "7: 12.5 g (1 unit counted), left side",
    ),
    EventKind.TIMER_SET: (
        {"timer": "mask", "title": "Mask sits", "least_min": 10, "most_min": 20},
        "Timer set: Mask sits, 10 to 20 min",
    ),
    EventKind.TIMER_STOPPED: ({"timer": "mask"}, "Timer stopped: mask"),
    EventKind.HANDOVER: ({"to": "ana"}, "Handed over to ana"),
    EventKind.SWAP: (
        {"role": "gel", "product": "9", "because": "empty"},
        "Gel: another bottle: empty",
    ),
    EventKind.SCORE: (
        {"trait": "frizz", "value": 2, "zone": "nape", "settled": True},
        "Frizz 2 of 5, nape, settled",
    ),
    EventKind.LENGTH: ({"length_cm": 21.5}, "Length 21.5 cm"),
    EventKind.DRYNESS: ({"dryness": "damp_roots"}, "The roots were damp when it was opened"),
    EventKind.RESIDUE: ({"residue": "some"}, "White residue: some"),
    EventKind.NOTE: ({"about": "next", "text": "smaller rods"}, "For next time: smaller rods"),
    EventKind.KIT_OUT: (
        {"item": "1", "kind": "rod", "diameter_mm": 12, "count": 8, "back_min": 60},
        "Taken from the drawer: 8 rods of 12 mm",
    ),
    EventKind.KIT_IN: ({"of": GONE, "to": "cleaning"}, "Pieces off, into the disinfectant"),
    EventKind.TOUCH: ({"place": "nape", "dryness": "dry"}, "Nape felt: dry"),
    EventKind.LEFTOVER: (
        {"step": "lay_in", "role": "gel", "grams": 3},
        "Left in the bowl: 7 3 g",
    ),
    EventKind.COMFORT: ({"comfort": "tight", "zone": "fringe"}, "Feels: tight, fringe"),
    EventKind.FAULT: ({"fault": "flakes", "sections": [3, 4]}, "White flakes, sections 3, 4"),
    EventKind.CLOSED: ({}, "Closed"),
    EventKind.CORRECTION: ({"of": GONE}, "Corrected"),
}


def replayed(*entries: dict[str, Any], moment: int | None = None) -> ReplayAnswer:
    request = {"plan": PLAN.model_dump(mode="json"), "events": list(entries), "moment": moment}
    return replay(parse(ReplayRequest, request))


class SentenceTest(TestCase):
    def test_every_kind_of_entry_says_what_happened(self) -> None:
        self.assertEqual(set(SAYS), set(EventKind))
        self.assertEqual(len(SENTENCES) + 1, len(DATA))
        for kind, (data, told) in SAYS.items():
            with self.subTest(kind):
                (event,) = parse(EventList, {"events": [entry(1, 0, kind, **data)]}).events
                self.assertEqual(sentence(PLAN, event), told)


class ReplayTest(TestCase):
    def test_a_moment_knows_nothing_of_what_follows(self) -> None:
        for number in range(len(WASH) + 1):
            answer = replayed(*WASH, moment=number)
            alone = replayed(*WASH[:number]) if number else None
            self.assertEqual(len(answer.moments), len(WASH))
            if alone is not None:
                self.assertEqual(answer.chair, alone.chair)
        before, after = replayed(*WASH, moment=4), replayed(*WASH, moment=5)
        self.assertEqual([dose.grams for dose in before.chair.visit.doses], [14])
        self.assertEqual([dose.grams for dose in after.chair.visit.doses], [29])

    def test_before_the_first_entry_nothing_was_done(self) -> None:
        answer = replayed(*WASH, moment=0)
        self.assertEqual((answer.chair.visit.state, answer.chair.visit.doses), ("planned", []))

    def test_a_timer_runs_at_its_moment_whatever_the_hour_is_now(self) -> None:
        sits = entry(10, 20, "timer_set", timer="mask", title="Mask", least_min=10)
        later = entry(11, 31, "note", text="looked")
        stops = entry(12, 33, "timer_stopped", timer="mask")
        log = (*WASH[:3], sits, later, stops)
        states = [
            [timer.state for timer in replayed(*log, moment=number).chair.timers]
            for number in (3, 4, 5, 6)
        ]
        self.assertEqual(states, [[], ["running"], ["due"], []])

    def test_what_was_taken_back_stays_in_the_story(self) -> None:
        back = entry(20, 42, "correction", of=WASH[4]["id"])
        answer = replayed(*WASH, back)
        rows = {moment.number: moment for moment in answer.moments}
        self.assertTrue(rows[5].taken_back)
        self.assertEqual(rows[6].text, "Undone: 7: 15 g (8 units counted), right side")
        self.assertEqual((rows[6].step, rows[6].after_min), ("lay_in", 42))
        seen = [
            sum(dose.grams for dose in replayed(*WASH, back, moment=number).chair.visit.doses)
            for number in (4, 5, 6)
        ]
        self.assertEqual(seen, [14, 29, 14])

    def test_a_correction_reads_as_it_should_have_been(self) -> None:
        right = {"step": "lay_in", "role": "gel", "grams": 9, "side": "right"}
        answer = replayed(*WASH, entry(20, 99, "correction", of=WASH[4]["id"], data=right))
        self.assertEqual(answer.moments[-1].text, "Corrected: 7: 9 g, right side")
        again = entry(21, 100, "correction", of=str(uuid5(SPACE, "20")))
        both = replayed(*WASH, entry(20, 99, "correction", of=WASH[4]["id"], data=right), again)
        self.assertEqual(both.moments[-1].text, "Corrected")

    def test_an_entry_of_a_device_with_a_slow_clock_waits_for_what_it_speaks_of(self) -> None:
        early = entry(20, 5, "correction", of=WASH[3]["id"])
        for number in range(len(WASH) + 2):
            replayed(*WASH, early, moment=number)
        self.assertEqual(replayed(*WASH, early).chair.visit.doses[0].grams, 15)

    def test_without_entries_and_beyond_the_last_it_says_so(self) -> None:
        with self.assertRaises(CraftError) as empty:
            replayed()
        self.assertEqual(empty.exception.field, "events")
        with self.assertRaises(CraftError) as beyond:
            replayed(*WASH, moment=10)
        self.assertEqual(beyond.exception.field, "moment")
        self.assertIn("0 to 9", beyond.exception.message)

    def test_the_hour_is_that_of_the_moment(self) -> None:
        self.assertEqual(replayed(*WASH).moments[5].section, 1)
        self.assertEqual(replayed(*WASH, moment=3).moments[2].at, TEN + timedelta(minutes=13))
