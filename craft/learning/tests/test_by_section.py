"""Sections against the others of the same visit: laws, and truths that must be found again."""

import math
import random
from collections.abc import Callable, Mapping
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.plan import PlanAnswer
from craft.contract.visit import VisitAnswer
from craft.learning.by_section import (
    place_of,
    section_lessons,
    slows_after,
    standard_minutes,
)
from craft.learning.lesson import Lesson
from craft.learning.quantities import SPREADS
from craft.plan.planner import plan
from craft.statistics.shrinkage import Estimate, Sample, learn
from craft.tests.requests import plan_request
from craft.visit.tests.test_ticked import entry, fold_entries
from craft.vocabulary import LearnedOf, Position, Role, Style, Zone

GOAL = {"style": "two_strand_twist_out", "sections": 30}
STYLE = Style.TWO_STRAND_TWIST_OUT


def asked(**learned: object) -> PlanRequest:
    return parse(
        PlanRequest,
        plan_request(goal=GOAL, school={"distribution": "cycle"}) | learned,
    )


ASKED = asked()
PLAN = plan(ASKED)


def worked(answer: PlanAnswer, factor: Callable[[int, int], float], ticks: int = 30) -> VisitAnswer:
    """A cycle whose sections took so many times their planned minutes.

    Args:
        answer: the plan
        factor: of a section, by its place and its number
        ticks: so many sections were ticked
    """
    cycle = next(step.cycle for step in answer.steps if step.cycle)
    assert cycle is not None
    entries = [entry(1, 0, "step_started", step="work")]
    clock = 0.0
    for place, turn in enumerate(cycle.turns[:ticks]):
        clock += turn.minutes * factor(place, turn.section)
        done = {"section": turn.section, "what": "shaped"}
        entries.append(entry(100 + place, clock, "section_done", **done))
    entries.append(entry(800, clock, "step_done", step="work"))
    return fold_entries(answer, entries)


def found(request: PlanRequest, answer: PlanAnswer, visit: VisitAnswer) -> dict[str, Lesson]:
    return {each.group: each for each in section_lessons(request, answer, visit)}


def ratio(each: Lesson) -> float:
    return each.actual / each.standard


def zone_of(answer: PlanAnswer) -> Mapping[int, Zone]:
    return {section.number: section.zone for section in answer.sections}


class PositionsTest(TestCase):
    def test_a_visit_that_went_as_planned_says_that_no_place_is_slow(self) -> None:
        for pace in (0.6, 1.0, 1.7):
            rows = found(ASKED, PLAN, worked(PLAN, lambda *_, pace=pace: pace))
            self.assertIn(f"first {STYLE}", rows)
            self.assertIn(f"back {STYLE}", rows)
            for row in rows.values():
                self.assertAlmostEqual(ratio(row), 1.0, delta=0.02)

    def test_a_slow_first_section_says_nothing_of_the_zone_it_lies_in(self) -> None:
        rows = found(ASKED, PLAN, worked(PLAN, lambda place, _: 2.0 if not place else 1.0))
        self.assertAlmostEqual(ratio(rows[f"first {STYLE}"]), 2.0, delta=0.05)
        self.assertAlmostEqual(ratio(rows[f"back {STYLE}"]), 1.0, delta=0.05)

    def test_a_slow_zone_is_found(self) -> None:
        zones = zone_of(PLAN)
        visit = worked(PLAN, lambda _, number: 1.5 if zones[number] is Zone.BACK else 1.0)
        self.assertAlmostEqual(ratio(found(ASKED, PLAN, visit)[f"back {STYLE}"]), 1.5, delta=0.05)

    def test_one_interruption_makes_no_place_slow(self) -> None:
        rows = found(ASKED, PLAN, worked(PLAN, lambda place, _: 12.0 if place == 11 else 1.0))
        for row in rows.values():
            self.assertAlmostEqual(ratio(row), 1.0, delta=0.03)

    def test_slowing_down_is_found_where_it_begins(self) -> None:
        rows = found(ASKED, PLAN, worked(PLAN, lambda place, _: 1.4 if place >= 18 else 1.0))
        after = {count: ratio(rows[f"after_{count} {STYLE}"]) for count in (6, 12, 18, 24)}
        self.assertAlmostEqual(after[18], 1.4, delta=0.05)
        self.assertEqual(max(after, key=lambda count: after[count]), 18)

    def test_a_few_ticks_and_a_cycle_pressed_through_teach_nothing(self) -> None:
        self.assertEqual(found(ASKED, PLAN, worked(PLAN, lambda *_: 1.0, ticks=4)), {})
        self.assertEqual(found(ASKED, PLAN, worked(PLAN, lambda *_: 0.01)), {})

    def test_sections_that_were_ticked_at_once_share_their_minutes(self) -> None:
        entries = [entry(1, 0, "step_started", step="work")]
        for place, turn in enumerate(next(s.cycle for s in PLAN.steps if s.cycle).turns):  # type: ignore[union-attr]
            done = {"section": turn.section, "what": "shaped"}
            entries.append(entry(100 + place, 9 * (place // 3 + 1), "section_done", **done))
        entries.append(entry(800, 90, "step_done", step="work"))
        run = next(run for run in fold_entries(PLAN, entries).steps if run.key == "work")
        minutes = run.hands[0].each
        self.assertAlmostEqual(sum(minutes.values()), 90, delta=0.2)
        self.assertAlmostEqual(minutes[1] + minutes[2] + minutes[3], 9, delta=0.05)
        self.assertGreater(min(minutes.values()), 1.5)

    def test_truths_are_found_again_from_visits_that_stray(self) -> None:
        chance = random.Random(7)
        zones = zone_of(PLAN)

        def truth(place: int, number: int) -> float:
            slow = 1.4 if not place else 1.25 if zones[number] is Zone.BACK else 1.0
            return slow * chance.lognormvariate(0, 0.15)

        samples: dict[str, list[Sample]] = {}
        for _ in range(12):
            for each in section_lessons(ASKED, PLAN, worked(PLAN, truth)):
                lesson = Sample(math.log(ratio(each)))
                samples.setdefault(each.group, []).append(lesson)
        for group, factor in ((f"first {STYLE}", 1.4), (f"back {STYLE}", 1.25)):
            low, high = estimate(samples[group]).interval()
            self.assertTrue(1.05 < low <= factor <= high * 1.05, (group, low, high))


class PlanTest(TestCase):
    def test_learned_places_share_the_minutes_out_and_their_sum_stays(self) -> None:
        learned = {"first": {"factor": 1.5, "visits": 6}, "back": {"factor": 1.2, "visits": 6}}
        request = asked(learned_positions=learned)
        answer = plan(request)
        before = next(step for step in PLAN.steps if step.cycle)
        after = next(step for step in answer.steps if step.cycle)
        assert before.cycle
        assert after.cycle
        self.assertAlmostEqual(before.hands_on_min, after.hands_on_min, delta=0.6)
        self.assertGreater(after.cycle.turns[0].minutes, 1.4 * before.cycle.turns[0].minutes)
        why = next(each for each in after.reasons if each.rule == "learned_positions")
        self.assertIn("first section × 1.50", why.because)
        self.assertIn("back × 1.20", why.because)
        # What was learned is not learned a second time.
        standard = standard_minutes(request, answer)
        for turn in before.cycle.turns:
            self.assertAlmostEqual(
                standard[turn.section] / standard[2], turn.minutes / before.cycle.turns[1].minutes,
                delta=0.05,
            )  # fmt: skip

    def test_learned_zones_share_a_dose_out_and_its_sum_stays(self) -> None:
        learned = {"gel": {"back": {"factor": 1.3, "visits": 5}}}
        answer = plan(asked(learned_zone_doses=learned))

        def gel(of: PlanAnswer, *, back: bool) -> float:
            return sum(
                each.doses[Role.GEL] for each in of.sections if (each.zone is Zone.BACK) is back
            )

        whole = gel(PLAN, back=True) + gel(PLAN, back=False)
        self.assertAlmostEqual(gel(answer, back=True) + gel(answer, back=False), whole, delta=0.2)
        rates = [gel(of, back=True) / gel(of, back=False) for of in (answer, PLAN)]
        self.assertAlmostEqual(rates[0] / rates[1], 1.3, delta=0.03)
        product = next(p for s in answer.steps for p in s.products if p.role is Role.GEL)
        self.assertIn("learned_zone_doses", [each.rule for each in product.reasons])


class ZoneDosesTest(TestCase):
    def folded(self, more: float, noted: Callable[[int], bool]) -> VisitAnswer:
        entries = [entry(1, 0, "step_started", step="work")]
        for place, section in enumerate(PLAN.sections):
            at = 5.0 * (place + 1)
            if noted(section.number):
                grams = round(section.doses[Role.GEL] * more, 2)
                dose = {"step": "work", "role": "gel", "section": section.number, "grams": grams}
                entries.append(entry(400 + place, at, "dose", **dose))
            done = {"section": section.number, "what": "shaped"}
            entries.append(entry(100 + place, at, "section_done", **done))
        entries.append(entry(800, 151, "step_done", step="work"))
        return fold_entries(PLAN, entries)

    def test_more_for_one_zone_than_for_the_rest_is_learned_there(self) -> None:
        zones = zone_of(PLAN)
        visit = self.folded(1.5, lambda number: zones[number] is Zone.BACK)
        rows = {k: v for k, v in found(ASKED, PLAN, visit).items() if k.startswith("gel")}
        self.assertEqual(list(rows), ["gel back"])
        self.assertAlmostEqual(ratio(rows["gel back"]), 1.5, delta=0.03)

    def test_as_much_more_everywhere_says_nothing_of_a_zone(self) -> None:
        rows = found(ASKED, PLAN, self.folded(1.5, lambda _: True))
        doses = [each for group, each in rows.items() if group.startswith("gel ")]
        self.assertGreater(len(doses), 3)
        for each in doses:
            self.assertAlmostEqual(ratio(each), 1.0, delta=0.03)

    def test_an_amount_nobody_noted_says_nothing(self) -> None:
        rows = found(ASKED, PLAN, self.folded(1.0, lambda _: False))
        self.assertFalse([group for group in rows if group.startswith("gel")])


class GroupsTest(TestCase):
    def test_a_group_names_its_place_and_its_style(self) -> None:
        self.assertIs(place_of(f"first {STYLE}", STYLE), Position.FIRST)
        self.assertIsNone(place_of(f"first {STYLE}", Style.FINGER_COILS))
        self.assertIsNone(place_of(f"after_12 {STYLE}", STYLE))
        self.assertEqual(slows_after(f"after_12 {STYLE}"), (12, STYLE))
        self.assertIsNone(slows_after("gel back"))


def estimate(samples: list[Sample]) -> Estimate:
    return learn({"mara": samples}, SPREADS[LearnedOf.POSITION])["mara"]
