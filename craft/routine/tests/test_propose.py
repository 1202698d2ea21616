"""Routines on the trade-off front, side by side, and in chains."""

import copy
from typing import Any
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.patch import patched
from craft.contract.proposals import CompareRequest
from craft.errors import CraftError
from craft.routine.drying.forecast import SAFE_ODDS
from craft.routine.trials.chain import CHAINS, chain
from craft.routine.trials.compare import compare
from craft.routine.trials.measures import differences, dominates, front, measures
from craft.routine.trials.propose import propose
from craft.tests.requests import plan_request, planned


def request(**changes: Any) -> PlanRequest:
    goal = {"style": "two_strand_twist_out"} | changes.pop("goal", {})
    return parse(PlanRequest, plan_request(goal=goal, **changes))


class ProposeTest(TestCase):
    def test_up_to_three_that_differ_and_each_gives_something_up(self) -> None:
        answer = propose(request())
        self.assertEqual(len(answer.proposals), 3)
        self.assertEqual(answer.relax, [])
        for one in answer.proposals:
            self.assertTrue(one.fits)
            self.assertTrue(one.gives_up, one.title)
            self.assertGreaterEqual(one.measures.odds_dry, SAFE_ODDS)

    def test_each_is_best_at_what_it_says_and_none_beats_another(self) -> None:
        found = {one.key: one.measures for one in propose(request()).proposals}
        self.assertEqual(
            found["most_defined"].definition, max(one.definition for one in found.values())
        )
        self.assertEqual(
            found["shortest_today"].today_min, min(m.today_min for m in found.values())
        )
        for one in found.values():
            self.assertFalse(any(dominates(other, one) for other in found.values()))

    def test_a_change_taken_over_gives_the_same_plan(self) -> None:
        asked = request()
        for one in propose(asked).proposals:
            again = propose(patched(asked, one.change)).proposals
            self.assertTrue(any(other.measures == one.measures for other in again))

    def test_limits_are_kept(self) -> None:
        for one in propose(request(goal={"time_limit_min": 90})).proposals:
            self.assertLessEqual(one.measures.today_min, 90)
        fixed = propose(request(goal={"sections": 16})).proposals
        self.assertTrue(all(len(one.plan.sections) == 16 for one in fixed))
        cold = propose(request(goal={"max_heat": "none"})).proposals
        self.assertTrue(all(one.change["dry"] == "air" for one in cold))

    def test_nothing_fits_says_what_to_relax_and_by_how_much(self) -> None:
        goal = {"time_limit_min": 60, "release_after_h": 12, "max_heat": "none"}
        answer = propose(request(goal=goal))
        self.assertFalse(any(one.fits for one in answer.proposals))
        by = {one.wish: one for one in answer.relax}
        self.assertEqual({"time_limit_min", "release_after_h"}, set(by))
        enough = goal | {
            "time_limit_min": 60 + by["time_limit_min"].by,
            "release_after_h": 12 + by["release_after_h"].by,
        }
        self.assertTrue(any(one.fits for one in propose(request(goal=enough)).proposals))

    def test_heat_alone_may_be_enough(self) -> None:
        goal = {"style": "quick_wash", "release_after_h": 1, "max_heat": "none"}
        wishes = [one.wish for one in propose(request(goal=goal)).relax]
        self.assertIn("release_after_h", wishes)

    def test_a_stop_offers_nothing_that_fits(self) -> None:
        answer = propose(request(person={"stop_signs": ["weeping"]}))
        self.assertFalse(any(one.fits for one in answer.proposals))
        self.assertTrue(all(not one.plan.steps for one in answer.proposals))

    def test_what_cannot_be_planned_cannot_be_proposed(self) -> None:
        with self.assertRaises(CraftError):
            propose(request(room={"rh": 0.989, "temp_c": 5}, goal={"sections": 99}))


class MeasuresTest(TestCase):
    def test_differences_are_told_from_both_ends(self) -> None:
        few = measures(planned(goal={"sections": 8}))
        many = measures(planned(goal={"sections": 16}))
        losses, gains = differences(few, many)
        other_losses, other_gains = differences(many, few)
        self.assertEqual((len(losses), len(gains)), (len(other_gains), len(other_losses)))
        self.assertTrue(any("less defined" in one for one in losses))
        self.assertTrue(any("shorter today" in one for one in gains))

    def test_the_front_leaves_out_what_is_beaten(self) -> None:
        good = measures(planned())
        worse = good.model_copy(update={"today_min": good.today_min + 30})
        self.assertEqual(front([good, worse]), [0])
        self.assertEqual(front([good, copy.copy(good)]), [0, 1])


class CompareTest(TestCase):
    def compare(self, first: dict[str, Any], second: dict[str, Any]) -> Any:
        both = {"first": plan_request(**first), "second": plan_request(**second)}
        return compare(parse(CompareRequest, both))

    def test_step_beside_step(self) -> None:
        answer = self.compare({"goal": {"sections": 8}}, {"goal": {"sections": 14}, "dry": "hood"})
        rows = {one.key: one for one in answer.rows}
        self.assertIsNone(rows["dry"].first)
        self.assertIn("only in the second", rows["dry"].differs)
        self.assertIn("14 instead of 8", rows["shape"].differs)
        self.assertEqual(rows["cleanse"].differs, [])
        keys = [one.key for one in answer.rows]
        self.assertEqual(keys.index("dry"), keys.index("shape") + 1)

    def test_the_same_twice_differs_in_nothing(self) -> None:
        answer = self.compare({}, {})
        self.assertEqual(answer.told, [])
        self.assertTrue(all(not one.differs and one.minutes == 0 for one in answer.rows))

    def test_minutes_add_up(self) -> None:
        answer = self.compare({"goal": {"sections": 8}}, {"goal": {"style": "rod_set"}})
        first, second = planned(goal={"sections": 8}), planned(goal={"style": "rod_set"})
        gap = second.totals.client_min - first.totals.client_min
        self.assertAlmostEqual(sum(one.minutes for one in answer.rows), gap, delta=0.5)


class ChainTest(TestCase):
    def test_defined_pinned_puff_twisted_again(self) -> None:
        # Common practice, no source: day 1, 3, 5, then twisted again.
        answer = chain(request())
        self.assertEqual([one.day for one in answer.links], [1, 3, 5, 7])
        titles = ["Defined", "Pinned", "Puff", "Twisted again"]
        self.assertEqual([one.title for one in answer.links], titles)
        for one in answer.links:
            self.assertTrue(one.steps)
            self.assertGreater(one.hands_on_min, 0)
            self.assertTrue(one.product_g)
        self.assertEqual(answer.wash_by_day, 14)

    def test_every_chain_can_be_planned_and_works_on_what_is_there(self) -> None:
        for style in CHAINS:
            answer = chain(request(goal={"style": style.value}))
            for link in answer.links[1:]:
                told = [one.key for one in link.cautions]
                self.assertNotIn("nothing_to_work_on", told, (style, link.title))
                self.assertNotIn("wear_overdue", told)

    def test_what_no_look_follows(self) -> None:
        with self.assertRaises(CraftError) as caught:
            chain(request(goal={"style": "night_prep"}))
        self.assertEqual(caught.exception.field, "goal.style")

    def test_a_stop_stops_the_chain(self) -> None:
        answer = chain(request(person={"stop_signs": ["weeping"]}))
        self.assertTrue(all(not one.steps for one in answer.links))
