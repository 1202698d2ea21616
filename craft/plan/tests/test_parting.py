"""Partings inside plans: usual for the style, chosen, changed by hand."""

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.contract import PlanRequest, parse
from craft.contract.patch import apply_patch
from craft.errors import CraftError
from craft.plan.alternatives.chain import chain
from craft.plan.alternatives.propose import propose
from craft.plan.assemble import a_side, case_of
from craft.plan.planner import plan
from craft.plan.what_if.drying import in_sections
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import caution_keys, plan_request, planned
from craft.vocabulary import Lay, Scheme, Style


def refused(**changes: Any) -> CraftError:
    try:
        planned(**changes)
    except CraftError as error:
        return error
    raise AssertionError("nothing was refused")


class UsualTest(TestCase):
    """What is usual for a style: common practice, no source."""

    def test_schemes_of_the_styles(self) -> None:
        expected = {
            Style.FLAT_TWIST_OUT: Scheme.ROWS,
            Style.TWIST_ROD_SET: Scheme.DIRECTED,
            Style.ROD_SET: Scheme.BRICKED,
            Style.FINGER_COILS: Scheme.COIL_ROWS,
            Style.TWO_STRAND_TWIST_OUT: Scheme.QUADRANTS,
        }
        for style, scheme in expected.items():
            self.assertEqual(planned(goal={"style": style.value}).scheme, scheme)

    def test_fourteen_twists_take_28_rods(self) -> None:
        answer = planned(goal={"style": "twist_rod_set"})
        self.assertEqual(len(answer.sections), 14)
        self.assertEqual(answer.kit_needed.rods[0].count, 28)
        lays = [section.lay for section in answer.sections]
        counts = {lay: lays.count(lay) for lay in set(lays)}
        self.assertEqual(counts, {"forward": 6, "left": 2, "right": 2, "back": 4})

    def test_other_numbers_keep_the_proportion(self) -> None:
        technique = TECHNIQUES[Style.TWIST_ROD_SET]
        self.assertEqual(a_side(14, technique), {"forward": 3, "sideways": 2, "back": 2})
        self.assertEqual(sum(a_side(20, technique).values()), 10)
        for count in (10, 13, 15, 20):
            answer = planned(goal={"style": "twist_rod_set", "sections": count})
            self.assertEqual(len(answer.sections), count)

    def test_every_plan_tells_its_lines_and_keys(self) -> None:
        for style in Style:
            hair = {"pattern": "2b"} if style is Style.SCRUNCH_WAVES else {}
            answer = planned(goal={"style": style.value}, hair=hair)
            keys = [section.key for section in answer.sections]
            self.assertEqual(len(set(keys)), len(keys), style)
            self.assertGreaterEqual(len(answer.lines), len(keys) - 1, style)


class ChosenTest(TestCase):
    def test_any_style_in_any_scheme_that_can_hold_it(self) -> None:
        for scheme in Scheme:
            answer = planned(
                goal={"style": "two_strand_twist_out", "sections": None},
                parting={"scheme": scheme.value},
            )
            self.assertEqual(answer.scheme, scheme)
            total = sum(section.hairs for section in answer.sections)
            self.assertAlmostEqual(total, 99_055, delta=60)

    def test_numbers_that_cannot_be(self) -> None:
        for goal, parting, words in (
            ({"sections": 9}, {"scheme": "five"}, "always makes 5"),
            ({"sections": 10}, {"scheme": "per_quadrant"}, "4, 8, 12"),
            ({"sections": 2}, {"scheme": "taper"}, "4 to 40"),
            ({"sections": 90}, {}, "1 to 40"),
            ({}, {"scheme": "directed", "forward": 12, "sideways": 12, "back": 12}, "1 to 40"),
        ):
            wished = {"style": "two_strand_twist_out"} | goal
            error = refused(goal=wished, parting=parting)
            self.assertEqual(error.field, "goal.sections")
            self.assertIn(words, error.message)

    def test_chosen_numbers_win_over_sections(self) -> None:
        parting = {"scheme": "directed", "forward": 1, "sideways": 1, "back": 1}
        answer = planned(goal={"style": "twist_rod_set"}, parting=parting)
        self.assertEqual(len(answer.sections), 6)

    def test_sections_laid_by_hand_reach_the_answer(self) -> None:
        key = planned(goal={"style": "braid_out"}).sections[0].key
        change = {"op": "lay", "key": key, "lay": "left", "alike": True}
        answer = planned(goal={"style": "braid_out"}, parting={"changes": [change]})
        lays = [section.lay for section in answer.sections if section.lay in (Lay.LEFT, Lay.RIGHT)]
        self.assertGreaterEqual(len(lays), 2)

    def test_more_hair_in_a_section_takes_more_of_everything(self) -> None:
        # Wide rows need more product and more time: common practice, no source.
        moved = {"op": "move", "key": "0/2", "at": -3.0}
        answer = planned(goal={"style": "flat_twist_out"}, parting={"changes": [moved]})
        most = max(answer.sections, key=lambda section: section.hairs)
        least = min(answer.sections, key=lambda section: section.hairs)
        self.assertGreater(most.hairs, 1.5 * least.hairs)
        self.assertGreater(most.minutes or 0, least.minutes or 0)
        self.assertGreater(most.h_to_dry or 0, least.h_to_dry or 0)
        for role, grams in most.doses.items():
            self.assertGreater(grams, least.doses[role])
        self.assertEqual(answer.drying.slowest_section, most.number)

    @settings(max_examples=15, deadline=None)
    @given(st.floats(-10, 0), st.booleans())
    def test_doses_of_the_sections_are_the_doses_of_the_head(self, at: float, alike: bool) -> None:
        moved = {"op": "move", "key": "0/3", "at": at, "alike": alike}
        answer = planned(goal={"style": "flat_twist_out"}, parting={"changes": [moved]})
        for role, grams in answer.totals.product_g.items():
            parts = [section.doses[role] for section in answer.sections if role in section.doses]
            if parts:
                self.assertAlmostEqual(sum(parts), grams, delta=0.15)

    def test_uneven_rows_dry_later_than_even_ones(self) -> None:
        even = planned(goal={"style": "flat_twist_out"})
        spaced = planned(goal={"style": "flat_twist_out"}, parting={"even": "spacing"})
        self.assertGreater(spaced.drying.h_to_dry or 0, even.drying.h_to_dry or 0)


class TextTest(TestCase):
    """What can be asked of a parting is reported with the plan."""

    def test_what_schemes_take(self) -> None:
        totals = {
            scheme: planned(goal={"style": "braid_out"}, parting={"scheme": scheme.value})
            for scheme in Scheme
        }
        own = {scheme for scheme, answer in totals.items() if answer.own_number}
        self.assertEqual(own, {Scheme.HALVES, Scheme.FIVE, Scheme.SIX})
        for scheme, answer in totals.items():
            if answer.middle:
                again = {"scheme": scheme.value, "part_cm": 2}
                planned(goal={"style": "braid_out"}, parting=again)
            self.assertEqual(bool(answer.sides), scheme is Scheme.DIRECTED)

    def test_sides_and_bands_as_they_are_taken(self) -> None:
        self.assertEqual(planned(goal={"style": "twist_rod_set"}).sides, [3, 2, 2])
        bands = planned(goal={"style": "banded_stretch"}).bands
        assert bands is not None
        self.assertEqual((bands.each, bands.turns), (4, 3.5))
        self.assertIsNone(planned(goal={"style": "braid_out"}).bands)


class FixesTest(TestCase):
    def case(self, **changes: Any) -> Any:
        return case_of(parse(PlanRequest, plan_request(**changes)))

    def test_another_number_is_another_parting(self) -> None:
        self.assertEqual(in_sections(self.case(), 10), {"goal": {"sections": 10}})
        moved = {"op": "move", "key": "0/2", "at": -3.0}
        change = in_sections(self.case(parting={"changes": [moved]}), 10)
        self.assertEqual(change["parting"], {"changes": None})
        five = self.case(goal={"style": "braid_out"}, parting={"scheme": "five"})
        self.assertEqual(in_sections(five, 10)["parting"], {"scheme": None})
        sides = {"scheme": "directed", "forward": 3, "sideways": 2, "back": 2}
        directed = in_sections(self.case(goal={"style": "twist_rod_set"}, parting=sides), 10)
        self.assertEqual(set(directed["parting"]), {"forward", "sideways", "back"})

    def test_a_fix_of_a_parting_by_hand_can_be_done(self) -> None:
        goal = {"style": "flat_twist_out", "release_after_h": 14}
        moved = {"op": "move", "key": "0/2", "at": -3.0}
        request = parse(PlanRequest, plan_request(goal=goal, parting={"changes": [moved]}))
        answer = plan(request)
        self.assertIn("not_dry_at_release", caution_keys(answer))
        for fix in answer.fixes:
            again = plan(apply_patch(request, fix.change))
            self.assertAlmostEqual(again.drying.odds_dry, fix.odds_dry, delta=0.06)


class OtherWaysTest(TestCase):
    def request(self, **changes: Any) -> PlanRequest:
        return parse(PlanRequest, plan_request(**changes))

    def test_what_a_hand_has_parted_is_not_varied(self) -> None:
        moved = {"op": "move", "key": "0/2", "at": -4.0}
        answer = propose(self.request(parting={"changes": [moved]}))
        self.assertEqual({len(proposal.plan.sections) for proposal in answer.proposals}, {8})
        five = propose(self.request(goal={"style": "braid_out"}, parting={"scheme": "five"}))
        self.assertEqual({len(proposal.plan.sections) for proposal in five.proposals}, {5})

    def test_stages_by_hand_are_not_varied(self) -> None:
        stages = [{"kind": "cloth", "minutes": 20}, {"kind": "air"}]
        answer = propose(self.request(stages=stages))
        for proposal in answer.proposals:
            keys = [step.key for step in proposal.plan.steps]
            self.assertIn("dry", keys)
            self.assertEqual((proposal.change["dry"], proposal.change["blot"]), ("air", None))

    def test_looks_that_follow_are_parted_anew(self) -> None:
        moved = {"op": "move", "key": "0/2", "at": -4.0}
        answer = chain(self.request(parting={"changes": [moved]}, stages=[{"kind": "air"}]))
        self.assertGreater(len(answer.links), 1)
