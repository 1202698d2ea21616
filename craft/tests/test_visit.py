"""The log of a visit: whatever order it comes in, the same follows from it."""

import json
import random
from collections.abc import Mapping
from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Any
from unittest import TestCase
from uuid import UUID, uuid5

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanAnswer, parse, read
from craft.contract.events import EventList
from craft.contract.visit import VisitAnswer, VisitRequest
from craft.errors import CraftError
from craft.plan.timetable import kit_spans, rods_taken, shaped_at, timetable
from craft.tests.requests import planned
from craft.visit.fold import fold, visit
from craft.vocabulary import Role

TEN = datetime(2026, 6, 20, 10, 0, tzinfo=UTC)
SPACE = UUID("6b1c2a51-2d0e-4c6f-9a55-3f2a1c9b7e10")
PLAN: PlanAnswer = planned(
    goal={"style": "flat_twist_out", "sections": 8, "release_after_h": 30},
    shelf=[{"id": "7", "role": "gel", "unit_g": 2, "stock_g": 400}],
)


def entry(number: int, after: float, kind: str, by: str = "mara", /, **data: Any) -> dict[str, Any]:
    """One entry so many minutes after ten."""
    return {
        "id": str(uuid5(SPACE, str(number))),
        "at": (TEN + timedelta(minutes=after)).isoformat(),
        "device": "tablet",
        "seq": number,
        "by": by,
        "kind": kind,
        "data": data,
    }


def folded(*entries: Mapping[str, Any]) -> VisitAnswer:
    """What follows from entries."""
    events = parse(EventList, {"events": list(entries)}).events if entries else []
    return fold(PLAN, events)


WASH = [
    entry(1, 0, "begun"),
    entry(2, 1, "step_started", step="cleanse"),
    entry(3, 13, "step_done", step="cleanse"),
    entry(4, 40, "dose", step="lay_in", role="gel", grams=14, side="left"),
    entry(5, 41, "dose", step="lay_in", role="gel", grams=15, side="right", units=8),
    entry(6, 50, "section_done", section=1, what="shaped"),
    entry(7, 90, "step_done", "ana", step="shape", minutes=44),
    entry(8, 95, "score", trait="evenness", value=4),
    entry(9, 96, "note", text="front re-misted"),
]


class FoldTest(TestCase):
    def test_nothing_happened_yet(self) -> None:
        answer = folded()
        self.assertEqual((answer.state, answer.started_at, answer.doses), ("planned", None, []))

    def test_steps_take_their_time_or_what_was_typed(self) -> None:
        answer = folded(*WASH)
        steps = {step.key: step for step in answer.steps}
        self.assertEqual((steps["cleanse"].minutes, steps["cleanse"].by), (12, "mara"))
        self.assertEqual((steps["shape"].minutes, steps["shape"].by), (44, "ana"))
        self.assertEqual((steps["rinse"].status, steps["rinse"].minutes), ("planned", None))
        self.assertEqual((answer.state, answer.started_at), ("running", TEN))
        self.assertEqual(answer.sittings[0].hands, ["ana", "mara"])

    def test_doses_add_up_and_keep_their_sides(self) -> None:
        (dose,) = folded(*WASH).doses
        self.assertEqual((dose.grams, dose.left_g, dose.right_g), (29, 14, 15))
        self.assertEqual((dose.id, dose.units, dose.noted), ("7", 8, True))
        self.assertNotIn("uneven_sides", folded(*WASH).flags)

    def test_uneven_sides_are_flagged(self) -> None:
        more = entry(20, 42, "dose", step="lay_in", role="gel", grams=4, side="right")
        self.assertIn("uneven_sides", folded(*WASH, more).flags)

    def test_the_same_role_twice_stays_two(self) -> None:
        second = entry(20, 45, "dose", step="lay_in", role="gel", layer=2, grams=6)
        doses = {(dose.role, dose.layer): dose.grams for dose in folded(*WASH, second).doses}
        self.assertEqual(doses, {("gel", 1): 29, ("gel", 2): 6})

    def test_what_nobody_noted_went_as_planned_once_it_is_closed(self) -> None:
        self.assertEqual(len(folded(*WASH).doses), 1)
        skipped = entry(20, 97, "step_skipped", step="mask", reason="in a hurry")
        answer = folded(*WASH, skipped, entry(21, 99, "closed"))
        self.assertEqual(answer.state, "done")
        by_role = {dose.role: dose for dose in answer.doses}
        self.assertNotIn("mask", by_role)
        self.assertFalse(by_role["leave_in"].noted)
        self.assertEqual(by_role["leave_in"].grams, by_role["leave_in"].planned_g)

    def test_a_part_is_not_the_whole(self) -> None:
        """One section noted, the rest as planned: what was taken of the bottle adds up."""
        begun, section = WASH[0], PLAN.sections[0]
        part = entry(20, 41, "dose", step="lay_in", role="gel", grams=1, section=section.number)
        under_way = {dose.role: dose for dose in folded(begun, part).doses}
        self.assertEqual((under_way["gel"].grams, under_way["gel"].rest_g), (1, 0))
        gel = {dose.role: dose for dose in folded(begun, part, entry(21, 99, "closed")).doses}[
            "gel"
        ]
        share = section.doses[Role.GEL] / sum(each.doses[Role.GEL] for each in PLAN.sections)
        self.assertAlmostEqual(gel.noted_share, share, delta=0.001)
        self.assertAlmostEqual(gel.grams, 1 + gel.planned_g * (1 - share), delta=0.02)
        self.assertAlmostEqual(gel.rest_g, gel.grams - 1, delta=0.01)

    def test_sections_that_share_an_amount_get_it_by_their_hair(self) -> None:
        numbers = [section.number for section in PLAN.sections]
        shared = entry(20, 41, "dose", step="lay_in", role="gel", grams=20, sections=numbers)
        (gel,) = folded(WASH[0], shared).doses
        self.assertEqual(gel.noted_share, 1.0)
        self.assertAlmostEqual(gel.left_g + gel.right_g, 20, delta=0.02)
        self.assertNotIn("uneven_sides", folded(WASH[0], shared, entry(21, 99, "closed")).flags)
        wrong = entry(20, 41, "dose", step="lay_in", role="gel", grams=20, sections=[1, 99])
        with self.assertRaises(CraftError) as caught:
            folded(WASH[0], wrong)
        self.assertTrue(caught.exception.field.endswith("data.sections"))

    def test_a_dose_belongs_to_the_bottle_in_the_hands(self) -> None:
        swap = entry(20, 45, "swap", role="gel", product="99")
        more = entry(21, 46, "dose", step="lay_in", role="gel", grams=4)
        gel = {dose.role: dose for dose in folded(*WASH, swap, more).doses}["gel"]
        self.assertEqual([(each.id, each.grams) for each in gel.bottles], [("7", 29), ("99", 4)])
        self.assertEqual((gel.id, gel.grams), ("99", 33))
        # What went as planned before the swap came from the bottle of the plan.
        done = entry(22, 44, "step_done", step="lay_in")
        gel = {
            dose.role: dose for dose in folded(WASH[0], done, swap, entry(23, 99, "closed")).doses
        }["gel"]
        self.assertEqual([each.id for each in gel.bottles], ["7"])

    def test_the_release_is_counted_from_the_end_of_shaping(self) -> None:
        answer = folded(*WASH, entry(20, 90 + 26 * 60, "released", "ana"))
        assert answer.release is not None
        self.assertEqual((answer.release.after_h, answer.release.by), (26, "ana"))

    def test_a_section_forgotten_at_release(self) -> None:
        ticks = [entry(20 + n, 1700, "section_released", section=n) for n in (1, 2, 3, 4, 5, 6, 8)]
        self.assertIn("section 7 is not released", folded(*WASH, *ticks).open)

    def test_sittings_have_their_own_day_and_hands(self) -> None:
        answer = folded(*WASH, entry(20, 1800, "step_done", "ida", step="release", minutes=20))
        second = answer.sittings[1]
        self.assertEqual((second.number, second.hands), (2, ["ida"]))
        self.assertEqual((second.began_at - TEN).days, 1)

    def test_a_timer_counts_from_when_it_was_set(self) -> None:
        timer = entry(20, 20, "timer_set", timer="mask", title="Mask", least_min=15, most_min=45)
        stop = entry(21, 50, "timer_stopped", timer="mask")
        (running,) = folded(*WASH, timer, stop).timers
        self.assertEqual(running.least_at, TEN + timedelta(minutes=35))
        self.assertEqual(running.most_at, TEN + timedelta(minutes=65))
        self.assertEqual(running.stopped_at, TEN + timedelta(minutes=50))

    def test_a_long_pause_is_asked_about(self) -> None:
        slow = [
            entry(20, 100, "step_started", step="rinse"),
            entry(21, 200, "step_done", step="rinse"),
        ]
        self.assertIn("interrupted", folded(*WASH, *slow).flags)

    def test_pieces_go_out_and_come_back(self) -> None:
        out = entry(20, 60, "kit_out", item="3", kind="pin", count=16, back_min=1900)
        bath = entry(21, 1900, "kit_in", of=out["id"], to="cleaning", contact_min=10)
        (pins,) = folded(*WASH, out).kit
        self.assertIsNone(pins.cleaning_since)
        (pins,) = folded(*WASH, out, bath).kit
        self.assertEqual((pins.count, pins.contact_min, pins.returned_at), (16, 10, None))


class CorrectionTest(TestCase):
    def correction(self, number: int, of: int, data: dict[str, Any] | None) -> dict[str, Any]:
        return entry(number, 120, "correction", of=str(uuid5(SPACE, str(of))), data=data)

    def test_the_last_correction_counts(self) -> None:
        first = self.correction(20, 5, {"step": "lay_in", "role": "gel", "grams": 18})
        second = entry(21, 121, "correction", of=first["data"]["of"], data=None)
        (dose,) = folded(*WASH, first).doses
        self.assertEqual(dose.grams, 32)
        (dose,) = folded(*WASH, first, second).doses
        self.assertEqual(dose.grams, 14)

    def test_a_correction_can_be_taken_back(self) -> None:
        wrong = self.correction(20, 5, None)
        undo = entry(21, 122, "correction", of=wrong["id"], data=None)
        self.assertEqual(folded(*WASH, wrong, undo), folded(*WASH))

    def test_a_correction_cannot_say_what_the_entry_cannot(self) -> None:
        wrong = self.correction(20, 5, {"step": "lay_in", "role": "gel", "grams": -3})
        with self.assertRaises(CraftError) as refusal:
            folded(*WASH, wrong)
        self.assertIn("data.data.grams", refusal.exception.field)
        self.assertIn("0 to 2000 g", refusal.exception.message)

    def test_there_must_be_something_to_correct(self) -> None:
        with self.assertRaises(CraftError):
            folded(*WASH, self.correction(20, 99, None))


class RefusalTest(TestCase):
    def test_what_the_plan_does_not_have(self) -> None:
        cases: list[tuple[dict[str, Any], str]] = [
            (entry(20, 1, "step_done", step="perm"), "not in the plan"),
            (entry(20, 1, "section_released", section=40), "sections 1 to 8"),
            (entry(20, 1, "kit_in", of=str(SPACE), to="drawer"), "No such pieces"),
        ]
        for wrong, words in cases:
            with self.subTest(words), self.assertRaises(CraftError) as refusal:
                folded(*WASH, wrong)
            self.assertIn(words, refusal.exception.message)

    def test_entries_name_the_field_that_cannot_be(self) -> None:
        cases: list[tuple[dict[str, Any], str, str]] = [
            (entry(1, 0, "dose", step="lay_in", role="gel", grams=1e6), "grams", "0 to 2000 g"),
            (entry(1, 0, "score", trait="evenness", value=9), "value", "1 to 5"),
            (entry(1, 0, "note", words="x"), "words", "Unknown field"),
            (entry(1, 0, "sneeze"), "events.0", "Use one of"),
        ]
        for wrong, field, words in cases:
            with self.subTest(field=field), self.assertRaises(CraftError) as refusal:
                read(EventList, json.dumps({"events": [wrong]}))
            self.assertIn(field, refusal.exception.field)
            self.assertIn(words, refusal.exception.message)


class LawsTest(TestCase):
    """A log may come late, doubled and in any order."""

    @settings(max_examples=60, deadline=None)
    @given(seed=st.integers(0, 10_000), doubled=st.integers(0, len(WASH)))
    def test_order_and_doubles_change_nothing(self, seed: int, doubled: int) -> None:
        shuffled = [*WASH, *WASH[:doubled]]
        random.Random(seed).shuffle(shuffled)
        self.assertEqual(folded(*shuffled), folded(*WASH))

    @settings(max_examples=40, deadline=None)
    @given(grams=st.lists(st.floats(0, 200), min_size=1, max_size=8))
    def test_every_gram_noted_is_counted(self, grams: list[float]) -> None:
        doses = [
            entry(n, n, "dose", step="lay_in", role="gel", grams=each)
            for n, each in enumerate(grams)
        ]
        (dose,) = folded(*doses).doses
        self.assertAlmostEqual(dose.grams, sum(grams), delta=0.01)

    def test_the_command_answers_like_the_function(self) -> None:
        request = {"plan": PLAN.model_dump(mode="json"), "events": WASH}
        self.assertEqual(visit(parse(VisitRequest, request)), folded(*WASH))


class TimetableTest(TestCase):
    def test_sittings_follow_the_release(self) -> None:
        slots = timetable(PLAN)
        today = [slot for slot in slots if slot.sitting == 1]
        for earlier, later in pairwise(today):
            self.assertAlmostEqual(earlier.end_min, later.begin_min)
        later_begin = min(slot.begin_min for slot in slots if slot.sitting == 2)
        self.assertAlmostEqual(later_begin, shaped_at(PLAN.steps) + 30 * 60)
        self.assertAlmostEqual(PLAN.totals.release_min or 0, later_begin, delta=0.05)

    def test_every_rod_is_counted_once_whatever_stands_in(self) -> None:
        answer = planned(
            goal={"style": "rod_set", "sections": 28, "rod_mm": 20},
            kit={"rods": [{"diameter_mm": 20, "count": 12}, {"diameter_mm": 16, "count": 40}]},
        )
        self.assertEqual(sum(rods_taken(answer).values()), 28)
        self.assertTrue(answer.kit_needed.substitutes)
        rods = [span for span in kit_spans(answer) if span.kind == "rod"]
        self.assertEqual(sum(span.count for span in rods), 28)
