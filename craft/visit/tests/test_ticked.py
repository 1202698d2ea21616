"""A cycle at the chair: ticks without doses, bottles that run out, hands that change."""

from collections.abc import Mapping, Sequence
from typing import Any
from unittest import TestCase

from craft.contract import PlanAnswer, PlanRequest, parse
from craft.contract.chair import ChairRequest
from craft.contract.events import EventList
from craft.contract.visit import DoseRun, VisitAnswer
from craft.learning.lesson import Lesson
from craft.learning.lessons import lessons
from craft.plan.planner import plan
from craft.tests.requests import plan_request
from craft.tests.test_visit import TEN, entry
from craft.visit.chair import chair
from craft.visit.fold import fold
from craft.visit.shares import dose_shares
from craft.vocabulary import LearnedOf, Role

ASKED = parse(
    PlanRequest,
    plan_request(
        goal={"style": "two_strand_twist_out", "sections": 14},
        school={"distribution": "cycle"},
        shelf=[{"id": "7", "role": "gel", "unit_g": 2, "stock_g": 400}],
    ),
)
PLAN = plan(ASKED)
STEP = next(step for step in PLAN.steps if step.cycle)
GEL = next(product for product in STEP.products if product.role is Role.GEL)
SHARES = dose_shares(PLAN, Role.GEL)
#: Minutes from one section to the next.
EACH = 5


def tick(section: int, by: str = "mara", after: float | None = None) -> dict[str, Any]:
    at = section * EACH if after is None else after
    return entry(100 + section, at, "section_done", by, section=section, what="shaped")


def log(*more: Mapping[str, Any], ticks: range = range(1, 15)) -> list[Mapping[str, Any]]:
    """A cycle that was worked, and what else happened."""
    started = entry(1, 0, "step_started", step="work")
    return [started, *(tick(section) for section in ticks), *more]


def fold_entries(plan: PlanAnswer, entries: Sequence[Mapping[str, Any]]) -> VisitAnswer:
    return fold(plan, parse(EventList, {"events": entries}).events)


def folded(entries: list[Mapping[str, Any]]) -> VisitAnswer:
    return fold_entries(PLAN, entries)


def gel_of(answer: VisitAnswer) -> DoseRun:
    return next(dose for dose in answer.doses if dose.role is Role.GEL)


CLOSED = entry(900, 200, "closed")
DONE = entry(800, 14 * EACH, "step_done", step="work")


class DosesTest(TestCase):
    def test_a_tick_without_a_dose_went_as_planned(self) -> None:
        dose = gel_of(folded(log(ticks=range(1, 8))))
        expected = GEL.grams * sum(SHARES[section] for section in range(1, 8))
        self.assertAlmostEqual(dose.grams, expected, places=1)
        self.assertFalse(dose.noted)

    def test_all_ticks_come_to_the_dose_of_the_plan(self) -> None:
        for entries in (log(), log(DONE, CLOSED), log(DONE, CLOSED, ticks=range(1, 14))):
            self.assertAlmostEqual(gel_of(folded(entries)).grams, GEL.grams, places=1)

    def test_an_amount_that_was_changed_counts_for_its_section_alone(self) -> None:
        more = entry(2, 15, "dose", step="work", role="gel", grams=5, section=3)
        dose = gel_of(folded(log(more, DONE, CLOSED)))
        self.assertAlmostEqual(dose.grams, GEL.grams * (1 - SHARES[3]) + 5, places=1)
        self.assertTrue(dose.noted)
        self.assertAlmostEqual(dose.grams - dose.rest_g, 5, places=2)

    def test_an_amount_for_several_sections_is_not_counted_again_at_their_ticks(self) -> None:
        shared = entry(2, 15, "dose", step="work", role="gel", grams=2, sections=[1, 2, 3])
        dose = gel_of(folded(log(shared)))
        left = sum(SHARES[section] for section in range(4, 15))
        self.assertAlmostEqual(dose.grams, GEL.grams * left + 2, places=1)

    def test_an_amount_for_the_whole_head_speaks_for_every_tick(self) -> None:
        whole = entry(2, 15, "dose", step="work", role="gel", grams=18)
        self.assertEqual(gel_of(folded(log(whole, DONE, CLOSED))).grams, 18)

    def test_what_was_taken_before_a_bottle_ran_out_was_that_bottles(self) -> None:
        swap = entry(2, 5 * EACH + 1, "swap", role="gel", product="9")
        bottles = {each.id: each.grams for each in gel_of(folded(log(swap, DONE, CLOSED))).bottles}
        first = GEL.grams * sum(SHARES[section] for section in range(1, 6))
        self.assertAlmostEqual(bottles["7"], first, places=1)
        self.assertAlmostEqual(bottles["9"], GEL.grams - first, places=1)

    def test_planned_ticks_on_one_side_are_no_less_than_noted_ones_on_the_other(self) -> None:
        doses = [
            entry(
                200 + section,
                section * EACH,
                "dose",
                step="work",
                role="gel",
                grams=round(GEL.grams * SHARES[section], 2),
                section=section,
            )
            for section in range(1, 8)
        ]
        self.assertNotIn("uneven_sides", folded(log(*doses, DONE)).flags)

    def test_the_film_so_far_counts_ticks(self) -> None:
        def film(*entries: Mapping[str, Any]) -> tuple[float, float]:
            events = parse(EventList, {"events": list(entries)}).events
            answer = chair(ChairRequest(plan=PLAN, asked=ASKED, events=events, now=TEN))
            assert answer.film is not None
            return answer.film.so_far, answer.film.at_end

        half, whole = film(*log(ticks=range(1, 8))), film(*log())
        self.assertLess(half[0], whole[0])
        self.assertAlmostEqual(half[1], whole[1], places=1)
        self.assertAlmostEqual(whole[0], PLAN.totals.leave_on_g_per_m2, delta=0.1)


class HandsTest(TestCase):
    def taught(self, entries: list[Mapping[str, Any]]) -> dict[str, Lesson]:
        rows = lessons(ASKED, PLAN, folded(entries), {"mara": 1.0, "ana": 1.0})
        return {row.hands: row for row in rows if row.quantity is LearnedOf.MINUTES}

    def test_minutes_go_to_the_hands_that_worked_each_section(self) -> None:
        handed = entry(2, 30, "handover", to="ana")
        entries: list[Mapping[str, Any]] = [
            entry(1, 0, "step_started", step="work"),
            *(tick(section) for section in range(1, 7)),
            handed,
            *(tick(section, "ana", 30 + (section - 6) * 10) for section in range(7, 15)),
            entry(800, 110, "step_done", "ana", step="work"),
        ]
        run = next(run for run in folded(entries).steps if run.key == "work")
        hands = {each.by: each for each in run.hands}
        self.assertEqual(run.minutes, 110)
        self.assertEqual((hands["mara"].minutes, hands["ana"].minutes), (30, 80))
        self.assertEqual(hands["mara"].sections, [1, 2, 3, 4, 5, 6])
        rows = self.taught(entries)
        self.assertEqual((rows["mara"].actual, rows["ana"].actual), (30, 80))
        self.assertAlmostEqual(
            rows["mara"].standard + rows["ana"].standard, STEP.hands_on_min, delta=0.2
        )
        self.assertGreater(rows["ana"].actual / rows["ana"].standard, 1.5)

    def test_two_people_on_one_head_have_their_own_minutes(self) -> None:
        entries: list[Mapping[str, Any]] = [
            entry(1, 0, "step_started", step="work"),
            entry(2, 0, "handover", "mara", to="ana"),
            *(tick(section, "mara", section * 6) for section in range(1, 8)),
            *(tick(section, "ana", (section - 7) * 6) for section in range(8, 15)),
            entry(800, 42, "step_done", "mara", step="work"),
        ]
        run = next(run for run in folded(entries).steps if run.key == "work")
        self.assertEqual({each.by: each.minutes for each in run.hands}, {"mara": 42, "ana": 42})

    def test_typed_minutes_are_shared_as_the_sections_were(self) -> None:
        typed = entry(800, 70, "step_done", "ana", step="work", minutes=140)
        run = next(run for run in folded(log(typed)).steps if run.key == "work")
        self.assertAlmostEqual(sum(each.minutes for each in run.hands), 140, delta=0.2)

    def test_a_section_that_was_forgotten_is_of_who_ended_the_step(self) -> None:
        run = next(run for run in folded(log(DONE, ticks=range(1, 14))).steps if run.key == "work")
        self.assertEqual(run.hands[0].sections, list(range(1, 15)))

    def test_a_pause_is_nobodys_work(self) -> None:
        entries: list[Mapping[str, Any]] = [
            entry(1, 0, "step_started", step="work"),
            *(tick(section) for section in range(1, 5)),
            entry(2, 20, "step_done", step="work"),
            entry(3, 90, "step_started", step="work"),
            *(tick(section, "mara", 90 + (section - 4) * EACH) for section in range(5, 15)),
            entry(4, 140, "step_done", step="work"),
        ]
        run = next(run for run in folded(entries).steps if run.key == "work")
        self.assertEqual((run.minutes, run.hands[0].minutes), (70, 70))

    def test_without_ticks_the_step_is_of_who_ended_it(self) -> None:
        rows = self.taught(
            [
                entry(1, 0, "step_started", step="work"),
                entry(2, 60, "step_done", "ana", step="work"),
            ]
        )
        self.assertEqual(list(rows), ["ana"])

    def test_pressed_through_in_no_time_teaches_nothing(self) -> None:
        entries: list[Mapping[str, Any]] = [
            entry(1, 0, "step_started", step="work"),
            *(tick(section, "mara", 0.001) for section in range(1, 15)),
            entry(800, 0.002, "step_done", step="work"),
        ]
        self.assertEqual(self.taught(entries), {})
