"""Routines on the trade-off front, side by side, and in chains."""

import copy
from typing import Any
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.patch import apply_patch
from craft.contract.proposals import CompareRequest
from craft.errors import CraftError
from craft.plan.alternatives.chain import chain
from craft.plan.alternatives.compare import compare
from craft.plan.alternatives.measures import differences, dominates, front, measures
from craft.plan.alternatives.propose import propose
from craft.plan.alternatives.restyle import restyle
from craft.plan.forecast import SAFE_ODDS
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import plan_request, planned


def request(**changes: Any) -> PlanRequest:
    goal = {"style": "two_strand_twist_out"} | changes.pop("goal", {})
    return parse(PlanRequest, plan_request(goal=goal, **changes))


class ProposeTest(TestCase):
    def test_up_to_three_that_differ_and_each_gives_something_up(self) -> None:
        answer = propose(request())
        self.assertEqual(len(answer.proposals), 3)
        self.assertEqual(answer.relax, [])
        for proposal in answer.proposals:
            self.assertTrue(proposal.fits)
            self.assertTrue(proposal.gives_up, proposal.title)
            self.assertGreaterEqual(proposal.measures.odds_dry, SAFE_ODDS)

    def test_each_is_best_at_what_it_says_and_none_beats_another(self) -> None:
        by_key = {proposal.key: proposal.measures for proposal in propose(request()).proposals}
        self.assertEqual(
            by_key["most_defined"].definition,
            max(proposal.definition for proposal in by_key.values()),
        )
        self.assertEqual(
            by_key["shortest_today"].today_min, min(m.today_min for m in by_key.values())
        )
        for proposal in by_key.values():
            self.assertFalse(any(dominates(other, proposal) for other in by_key.values()))

    def test_a_change_taken_over_gives_the_same_plan(self) -> None:
        asked = request()
        for proposal in propose(asked).proposals:
            again = propose(apply_patch(asked, proposal.change)).proposals
            self.assertTrue(any(other.measures == proposal.measures for other in again))

    def test_limits_are_kept(self) -> None:
        for proposal in propose(request(goal={"time_limit_min": 90})).proposals:
            self.assertLessEqual(proposal.measures.today_min, 90)
        fixed = propose(request(goal={"sections": 16})).proposals
        self.assertTrue(all(len(proposal.plan.sections) == 16 for proposal in fixed))
        cold = propose(request(goal={"max_heat": "none"})).proposals
        self.assertTrue(all(proposal.change["dry"] == "air" for proposal in cold))

    def test_nothing_fits_says_what_to_relax_and_by_how_much(self) -> None:
        goal = {"time_limit_min": 60, "release_after_h": 12, "max_heat": "none"}
        answer = propose(request(goal=goal))
        self.assertFalse(any(proposal.fits for proposal in answer.proposals))
        by = {relaxation.wish: relaxation for relaxation in answer.relax}
        self.assertEqual({"time_limit_min", "release_after_h"}, set(by))
        enough = goal | {
            "time_limit_min": 60 + by["time_limit_min"].by,
            "release_after_h": 12 + by["release_after_h"].by,
        }
        self.assertTrue(any(proposal.fits for proposal in propose(request(goal=enough)).proposals))

    def test_heat_alone_may_be_enough(self) -> None:
        goal = {"style": "quick_wash", "release_after_h": 1, "max_heat": "none"}
        wishes = [relaxation.wish for relaxation in propose(request(goal=goal)).relax]
        self.assertIn("release_after_h", wishes)

    def test_a_stop_offers_nothing_that_fits(self) -> None:
        answer = propose(request(person={"stop_signs": ["weeping"]}))
        self.assertFalse(any(proposal.fits for proposal in answer.proposals))
        self.assertTrue(all(not proposal.plan.steps for proposal in answer.proposals))

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
        self.assertTrue(any("less defined" in loss for loss in losses))
        self.assertTrue(any("shorter today" in gain for gain in gains))

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
        rows = {row.key: row for row in answer.rows}
        self.assertIsNone(rows["dry"].first)
        self.assertIn("only in the second", rows["dry"].differs)
        self.assertIn("14 instead of 8", rows["shape"].differs)
        self.assertEqual(rows["cleanse"].differs, [])
        keys = [row.key for row in answer.rows]
        self.assertEqual(keys.index("dry"), keys.index("shape") + 1)

    def test_the_same_twice_differs_in_nothing(self) -> None:
        answer = self.compare({}, {})
        self.assertEqual(answer.summary, [])
        self.assertTrue(all(not row.differs and row.minutes == 0 for row in answer.rows))

    def test_minutes_add_up(self) -> None:
        answer = self.compare({"goal": {"sections": 8}}, {"goal": {"style": "rod_set"}})
        first, second = planned(goal={"sections": 8}), planned(goal={"style": "rod_set"})
        gap = second.totals.client_min - first.totals.client_min
        self.assertAlmostEqual(sum(row.minutes for row in answer.rows), gap, delta=0.5)


class ChainTest(TestCase):
    def test_defined_pinned_puff_twisted_again(self) -> None:
        # Common practice, no source: day 1, 3, 5, then twisted again.
        answer = chain(request())
        self.assertEqual([link.day for link in answer.links], [1, 3, 5, 7])
        titles = ["Defined", "Pinned", "Puff", "Twisted again"]
        self.assertEqual([link.title for link in answer.links], titles)
        for link in answer.links:
            self.assertTrue(link.steps)
            self.assertGreater(link.hands_on_min, 0)
            self.assertTrue(link.product_g)
        self.assertEqual(answer.wash_by_day, 14)

    def test_every_chain_can_be_planned_and_works_on_what_is_there(self) -> None:
        for style in (key for key, each in TECHNIQUES.items() if each.wear.looks):
            answer = chain(request(goal={"style": style.value}))
            for link in answer.links[1:]:
                keys = [caution.key for caution in link.cautions]
                self.assertNotIn("nothing_to_work_on", keys, (style, link.title))
                self.assertNotIn("wear_overdue", keys)

    def test_what_no_look_follows(self) -> None:
        with self.assertRaises(CraftError) as caught:
            chain(request(goal={"style": "night_prep"}))
        self.assertEqual(caught.exception.field, "goal.style")

    def test_a_stop_stops_the_chain(self) -> None:
        answer = chain(request(person={"stop_signs": ["weeping"]}))
        self.assertTrue(all(not link.steps for link in answer.links))


class OwnDaysTest(TestCase):
    def test_looks_may_have_days_of_their_own(self) -> None:
        looks = [{"day": 2, "style": "puff_pin_up"}, {"day": 6, "style": "refresh_visit"}]
        answer = chain(request(goal={"looks": looks}))
        self.assertEqual([link.day for link in answer.links], [1, 2, 6])
        self.assertEqual(answer.links[1].title, "Pinned")

    def test_days_that_go_back_or_need_a_wash_are_refused(self) -> None:
        back = [{"day": 5, "style": "puff_pin_up"}, {"day": 3, "style": "puff_pin_up"}]
        with self.assertRaisesRegex(CraftError, "after day 5"):
            chain(request(goal={"looks": back}))
        with self.assertRaisesRegex(CraftError, "one of"):
            chain(request(goal={"looks": [{"day": 3, "style": "rod_set"}]}))

    def test_layers_by_hand_belong_to_the_first_look(self) -> None:
        answer = chain(request(layers=[{"role": "butter"}]))
        self.assertNotIn("butter", answer.links[1].product_g)


class RestyleTest(TestCase):
    def restyled(self, **wish: Any) -> tuple[dict[str, Any], list[str]]:
        request = parse(PlanRequest, plan_request(**wish))
        answer = restyle(request)
        plan(apply_patch(request, answer.change))
        return answer.change, answer.dropped

    def test_what_fits_is_kept(self) -> None:
        change, dropped = self.restyled(
            goal={"style": "flat_twist_out", "sections": 10},
            edits=[{"op": "override", "step": "mask", "wait_min": 30}],
            stages=[{"kind": "hood", "minutes": 20}],
        )
        self.assertEqual((change, dropped), ({}, []))

    def test_what_does_not_is_said(self) -> None:
        change, dropped = self.restyled(
            goal={"style": "scrunch_waves", "sections": 90, "rod_mm": 16, "wear_days": 14},
            hair={"pattern": "2b", "relaxed_cm": 22},
            edits=[
                {"op": "override", "step": "release", "minutes": 20},
                {"op": "remove", "step": "mask"},
            ],
        )
        self.assertEqual(change["goal"], {"sections": None, "rod_mm": None, "wear_days": None})
        self.assertEqual([edit["step"] for edit in change["edits"]], ["mask"])
        self.assertIn("rods of 16 mm: no rods here", dropped)
        self.assertIn("by hand: release", dropped)

    def test_nothing_dries_in_a_refresh(self) -> None:
        change, dropped = self.restyled(
            goal={"style": "refresh_visit"},
            stages=[{"kind": "hood", "minutes": 20}],
            parting={"changes": [{"op": "split", "key": "9/9"}]},
        )
        self.assertIsNone(change["stages"])
        self.assertEqual(len(dropped), len(change))
