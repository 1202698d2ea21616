"""What a visit teaches, and which promises it kept; common practice, no source."""

from typing import Any
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.events import EventList
from craft.contract.visit import VisitAnswer
from craft.learning.lessons import Answered, OpenedSet, lessons, opened_set, promises
from craft.plan.drying_plan import drying_basis
from craft.plan.planner import plan
from craft.tests.requests import plan_request
from craft.tests.test_visit import PLAN, entry, folded
from craft.visit.doses import planned_doses
from craft.visit.fold import fold
from craft.visit.shares import dose_shares
from craft.vocabulary import LearnedOf, Promised, Role

GOAL = {"style": "flat_twist_out", "sections": 8, "release_after_h": 30}
ASKED = parse(PlanRequest, plan_request(goal=GOAL))


def taught(answer: VisitAnswer, **more: Any) -> dict[tuple[str, str], tuple[float, float, str]]:
    """Own value, actual and hands by quantity and group."""
    asked = ASKED.model_copy(update=more)
    rows = lessons(asked, PLAN, answer, {"mara": 1.2})
    return {(row.quantity, row.group): (row.standard, row.actual, row.hands) for row in rows}


SHAPED = [
    entry(1, 0, "begun"),
    entry(2, 90, "step_done", step="shape", minutes=60),
    entry(3, 91, "dose", step="lay_in", role="gel", grams=20),
    entry(4, 92, "length", length_cm=12),
]
KEY = (LearnedOf.MINUTES, "shape flat_twist_out")


def planned_minutes(key: str) -> float:
    return next(step.hands_on_min for step in PLAN.steps if step.key == key)


class LessonsTest(TestCase):
    def test_minutes_stand_against_the_standard_at_the_pace_of_who_worked(self) -> None:
        standard, actual, hands = taught(folded(*SHAPED))[KEY]
        self.assertAlmostEqual(standard, planned_minutes("shape") / ASKED.pace * 1.2)
        self.assertEqual((actual, hands), (60, "mara"))

    def test_definition_is_of_the_technique_and_of_who_shaped_it(self) -> None:
        key = (LearnedOf.DEFINITION, "flat_twist_out")
        scored = folded(*SHAPED, entry(5, 93, "score", trait="definition", value=3))
        standard, actual, hands = taught(scored)[key]
        self.assertAlmostEqual(standard, 1 + 4 * PLAN.finished.day1_definition)
        self.assertEqual((actual, hands), (3, "mara"))
        unshaped = folded(SHAPED[0], entry(2, 93, "score", trait="definition", value=3))
        self.assertNotIn(key, taught(unshaped))

    def test_what_the_plan_had_learned_is_taken_out_again(self) -> None:
        learned = {"shape": {"factor": 1.25, "visits": 6, "basis": "your last 6 rows"}}
        asked = parse(PlanRequest, plan_request(goal=GOAL, learned_minutes=learned))
        (before, _, _), (after, _, _) = (
            taught(folded(*SHAPED))[KEY],
            taught(folded(*SHAPED), learned_minutes=asked.learned_minutes)[KEY],
        )
        self.assertAlmostEqual(after, before / 1.25)

    def test_what_was_typed_into_the_plan_teaches_nothing(self) -> None:
        edit = {"op": "override", "step": "shape", "minutes": 55}
        asked = parse(PlanRequest, plan_request(goal=GOAL, edits=[edit]))
        self.assertNotIn(KEY, taught(folded(*SHAPED), edits=asked.edits))

    def test_short_steps_and_small_doses_teach_nothing(self) -> None:
        short = min(PLAN.steps, key=lambda step: step.hands_on_min)
        self.assertLess(short.hands_on_min, 4)
        seen = taught(folded(*SHAPED, entry(9, 93, "step_done", step=short.key, minutes=9)))
        self.assertEqual({group for _, group in seen}, {"shape flat_twist_out", "gel", "length"})

    def part_of_the_head(self, sections: int, times: float) -> dict[tuple[str, str], Any]:
        """What doses for the first sections teach.

        Args:
            sections: how many have a dose
            times: each dose, as a multiple of the planned one
        """
        shares = dose_shares(PLAN, Role.GEL)
        planned = planned_doses(PLAN)["lay_in", Role.GEL, 1].grams
        doses = [
            entry(
                20 + number,
                80,
                "dose",
                step="lay_in",
                role="gel",
                grams=planned * shares[number] * times,
                section=number,
            )
            for number in range(1, sections + 1)
        ]
        return taught(folded(SHAPED[0], SHAPED[1], *doses, entry(8, 95, "closed")))

    def test_a_dose_for_a_part_of_the_head_is_scaled_to_the_whole(self) -> None:
        standard, actual, _ = self.part_of_the_head(5, 1.2)[LearnedOf.DOSE, "gel"]
        self.assertAlmostEqual(actual / standard, 1.2, delta=0.01)

    def test_a_dose_for_one_section_teaches_nothing(self) -> None:
        self.assertNotIn((LearnedOf.DOSE, "gel"), self.part_of_the_head(1, 0.4))

    def test_a_dose_nobody_noted_is_the_plans_own(self) -> None:
        seen = taught(folded(SHAPED[0], SHAPED[1], entry(8, 95, "closed")))
        self.assertNotIn((LearnedOf.DOSE, "gel"), seen)


def opened(hours: float, dryness: str) -> list[dict[str, Any]]:
    """Opened so long after shaping."""
    after = 90 + hours * 60
    return [entry(5, after, "released"), entry(6, after, "dryness", dryness=dryness)]


class PromisesTest(TestCase):
    def kept(self, *more: dict[str, Any]) -> dict[Promised, list[Answered]]:
        rows = list(promises(PLAN, folded(*SHAPED, *more)))
        return {kind: [row for row in rows if row.kind is kind] for kind in Promised}

    def test_a_set_opened_as_planned_answers_its_odds(self) -> None:
        (dry,) = self.kept(*opened(30, "dry"))[Promised.DRY]
        self.assertEqual((dry.odds, dry.came), (PLAN.drying.odds_dry, True))

    def test_a_set_opened_at_another_hour_answers_nothing(self) -> None:
        for hours, answers in ((23, 1), (22, 0), (37, 1), (38, 0)):
            kept = self.kept(*opened(hours, "damp_roots"))[Promised.DRY]
            self.assertEqual([row.came for row in kept], [False] * answers, hours)

    def test_minutes_and_length_lie_within_their_ranges_or_not(self) -> None:
        kept = self.kept()
        step = next(step for step in PLAN.steps if step.key == "shape")
        inside = step.hands_on_low <= 60 <= step.hands_on_high
        self.assertEqual([row.came for row in kept[Promised.MINUTES]], [inside])
        self.assertEqual([row.odds for row in kept[Promised.LENGTH]], [0.9])
        self.assertEqual(kept[Promised.DRY], [])


class OpenedSetTest(TestCase):
    """What a visit says of drying."""

    def said(
        self, *entries: dict[str, Any], style: str = "flat_twist_out", **more: Any
    ) -> OpenedSet | None:
        goal = {"style": style, "sections": 8} if style == "flat_twist_out" else {"style": style}
        asked = parse(PlanRequest, plan_request(goal=goal, **more))
        answer = plan(asked)
        events = parse(EventList, {"events": list(entries)}).events
        return opened_set(asked, answer, fold(answer, events), drying_basis(asked))

    def test_three_dry_touches_half_an_hour_after_shaping_are_doubtful(self) -> None:
        touches = [
            entry(10 + place, 121, "touch", place=where, dryness="dry")
            for place, where in enumerate(("roots", "nape", "thickest"))
        ]
        hurried = self.said(*SHAPED[:2], *touches, entry(20, 122, "released"))
        assert hurried is not None
        self.assertTrue(hurried.doubtful)
        self.assertFalse(hurried.confirmed)
        sure = entry(21, 122, "dryness", dryness="dry", confirmed=True)
        confirmed = self.said(*SHAPED[:2], *touches, entry(20, 122, "released"), sure)
        assert confirmed is not None
        self.assertTrue(confirmed.confirmed)

    def test_what_leaves_wet_on_purpose_teaches_nothing(self) -> None:
        for style in ("quick_wash", "scrunch_waves"):
            for dryness in ("wet", "damp_roots", "dry"):
                felt = entry(30, 60, "dryness", dryness=dryness)
                self.assertIsNone(self.said(entry(1, 0, "begun"), felt, style=style, dry="air"))

    def test_what_was_dried_in_the_salon_teaches_even_without_a_release(self) -> None:
        felt = entry(30, 90, "dryness", dryness="damp_roots")
        seen = self.said(entry(1, 0, "begun"), felt, style="shingle_wash_and_go", dry="hood")
        assert seen is not None
        self.assertFalse(seen.doubtful)
