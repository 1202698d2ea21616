"""A head's story: one thing changed is found, no cause is claimed; suggestions need agreement."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.patch import apply_patch
from craft.learning.comparing import beside
from craft.learning.stories import ONE_VISIT, Worked, changes, story, suggestions
from craft.plan.planner import plan
from craft.tests.requests import plan_request
from craft.vocabulary import Dryness, Residue, Role, Suggested, Trait

BEGUN = datetime(2026, 6, 1, 10, tzinfo=UTC)


def worked(number: int, goal: dict[str, Any] | None = None, **more: Any) -> Worked:
    """A visit, ten days after the one before."""
    wish = {"style": "flat_twist_out", "sections": 8, "release_after_h": 24} | (goal or {})
    request = parse(PlanRequest, plan_request(goal=wish))
    usual = Worked(
        visit=number,
        at=BEGUN + timedelta(days=10 * number),
        request=request,
        answer=plan(request),
        doses={Role.GEL: 20.0},
        opened_h=24.0,
        scores={Trait.DEFINITION: 3, Trait.FRIZZ: 3},
        dryness=Dryness.DRY,
        residue=Residue.NONE,
        length_cm=15.0,
    )
    return replace(usual, **more)


class StoryTest(TestCase):
    def test_one_thing_changed_is_found_and_no_cause_is_claimed(self) -> None:
        (chapter,) = story(
            [worked(1), worked(2, {"sections": 12}, scores={Trait.DEFINITION: 4, Trait.FRIZZ: 3})]
        )
        self.assertEqual([change.what for change in chapter.changes], ["sections"])
        self.assertIn("One thing was changed: sections 8 → 12", chapter.text)
        self.assertIn("definition 3 → 4", chapter.text)
        self.assertIn(ONE_VISIT, chapter.text)
        self.assertNotIn("because", chapter.text)

    def test_several_things_and_none(self) -> None:
        both = changes(
            worked(1), worked(2, {"sections": 12}, doses={Role.GEL: 30.0}, opened_h=48.0)
        )
        self.assertEqual(
            [change.what for change in both], ["sections", "time in the set", "dose of gel"]
        )
        self.assertEqual(changes(worked(1), worked(2, doses={Role.GEL: 21.0}, opened_h=26.0)), [])
        (chapter,) = story([worked(1), worked(2)])
        self.assertEqual(chapter.text, "Same routine. Same result.")

    def test_the_newest_comes_first(self) -> None:
        chapters = story([worked(1), worked(2), worked(3)])
        self.assertEqual([(each.first, each.second) for each in chapters], [(2, 3), (1, 2)])


class SuggestionTest(TestCase):
    def keys(self, *visits: Worked) -> list[str]:
        return [each.key for each in suggestions(visits)]

    def test_damp_twice_of_three_is_told_with_its_visits(self) -> None:
        damp = {"dryness": Dryness.DAMP_ROOTS}
        (found,) = suggestions([worked(1, **damp), worked(2), worked(3, **damp)])
        self.assertEqual((found.key, found.visits), (Suggested.DRIER, [1, 3]))
        self.assertIn("2 of the last 3 times", found.text)

    def test_once_is_no_pattern_and_what_is_long_over_is_over(self) -> None:
        damp = {"dryness": Dryness.WET}
        self.assertEqual(self.keys(worked(1, **damp)), [])
        self.assertEqual(
            self.keys(worked(1, **damp), worked(2, **damp), worked(3), worked(4), worked(5)), []
        )

    def test_flakes_frizz_and_sides(self) -> None:
        flakes = {"residue": Residue.SOME}
        self.assertEqual(self.keys(worked(1, **flakes), worked(2, **flakes)), ["less_film"])
        halo = {"scores": {Trait.FRIZZ: 5}}
        self.assertEqual(self.keys(worked(1, **halo), worked(2, **halo)), ["less_frizz"])
        damp_halo = halo | {"dryness": Dryness.DAMP_ROOTS}
        self.assertEqual(self.keys(worked(1, **damp_halo), worked(2, **damp_halo)), ["drier"])
        uneven = {"scores": {Trait.EVENNESS: 2}}
        self.assertEqual(self.keys(worked(1, **uneven), worked(2, **uneven)), ["evener"])

    def test_each_way_of_doing_it_makes_a_plan(self) -> None:
        damp = {"dryness": Dryness.DAMP_ROOTS}
        (found,) = suggestions([worked(1, **damp), worked(2, **damp)])
        titles = [attempt.title for attempt in found.attempts]
        self.assertEqual(
            titles,
            ["12 sections, 4 more than then", "20 min under the hood", "Open it a day later"],
        )
        before = worked(2).answer
        for attempt in found.attempts:
            after = plan(apply_patch(worked(2).request, dict(attempt.change)))
            self.assertGreaterEqual(after.drying.odds_dry, before.drying.odds_dry, attempt.title)

    def test_what_cannot_be_is_not_offered(self) -> None:
        goal = {"style": "shake_wash_and_go", "sections": 2, "max_heat": "none"}
        damp = worked(1, goal, dryness=Dryness.WET)
        damp = replace(
            damp, answer=damp.answer.model_copy(update={"sections": damp.answer.sections[:2]})
        )
        (found,) = suggestions([damp, damp])
        self.assertNotIn("hood", str(found.attempts))
        self.assertNotIn("sections", str(found.attempts))


class BesideTest(TestCase):
    def test_steps_of_both_and_what_only_one_had(self) -> None:
        first = worked(1, minutes={"shape": 40.0}, taken={("lay_in", Role.GEL): 22.0})
        second = worked(2, {"style": "quick_wash", "sections": 2, "release_after_h": None})
        found = beside(first, second)
        rows = {row.key: row for row in found.steps}
        self.assertEqual(set(rows), {step.key for v in (first, second) for step in v.answer.steps})
        self.assertEqual(rows["shape"].first_min, 40.0)
        self.assertIsNone(rows["release"].second_planned)
        self.assertTrue(rows["release"].is_different)
        self.assertFalse(rows["cleanse"].is_different)
        self.assertIsNotNone(rows["cleanse"].first_planned)
        self.assertIsNotNone(rows["cleanse"].second_planned)
        gel = next(each for each in rows["lay_in"].products if each.role is Role.GEL)
        self.assertEqual(gel.first_g, 22.0)
        self.assertIn("style", [change.what for change in found.changes])

    def test_turned_round_it_is_the_same_turned_round(self) -> None:
        one, other = worked(1), worked(2, {"sections": 12})
        there, back = beside(one, other), beside(other, one)
        self.assertEqual(
            [(row.key, row.first_planned) for row in there.steps],
            [(row.key, row.second_planned) for row in back.steps],
        )
