"""Working section by section: each is finished before the next. Laws; the trade's habits."""

from typing import Any
from unittest import TestCase

from craft.contract import PlanAnswer, PlanRequest, parse
from craft.contract.patch import apply_patch
from craft.contract.plan import Cycle, Step
from craft.physics import drying
from craft.physics.fibre import regain
from craft.physics.rates import Cylinder, Stage
from craft.plan.drying_plan import drying_plan
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import caution_keys, plan_request, planned
from craft.vocabulary import ActKey, Blot, Role, StageKind, Start, Style

#: Hot, dry air and many sections: what waits open has dried long before its turn.
DRY_ROOM: dict[str, Any] = {
    "hair": {"density_per_cm2": 140, "length_cm": 18, "relaxed_cm": 8},
    "goal": {"style": "two_strand_twist_out", "sections": 40},
    "room": {"temp_c": 28, "rh": 0.25},
}
WASHED = [style for style in Style if TECHNIQUES[style].wash.start is Start.WASH]


def cycled(way: str = "cycle", **changes: Any) -> PlanAnswer:
    school = {"distribution": way} | changes.pop("school", {})
    return planned(school=school, **changes)


def work(answer: PlanAnswer) -> tuple[Step, Cycle]:
    """The step that is a cycle."""
    step = next(step for step in answer.steps if step.cycle)
    assert step.cycle is not None
    return step, step.cycle


class LawsTest(TestCase):
    def test_every_section_has_one_turn_and_the_minutes_add_up(self) -> None:
        seen = 0
        for style in WASHED:
            for way in ("cycle", "mixed", "chunks"):
                answer = cycled(way, goal={"style": style.value})
                cycles = [step for step in answer.steps if step.cycle]
                if not cycles:
                    self.assertIn("shape", [step.key for step in answer.steps])
                    continue
                seen += 1
                with self.subTest(style=style, way=way):
                    step, cycle = work(answer)
                    numbers = [turn.section for turn in cycle.turns]
                    self.assertEqual(numbers, [each.number for each in answer.sections])
                    minutes = sum(turn.minutes for turn in cycle.turns)
                    self.assertAlmostEqual(minutes, step.hands_on_min, delta=0.4)
                    acts = sum(act.min_each for act in cycle.acts) * len(numbers)
                    self.assertAlmostEqual(acts, minutes, delta=0.02 * len(numbers) + 0.2)
        self.assertGreater(seen, 30)

    def test_doses_are_those_of_the_whole_head(self) -> None:
        for style in WASHED:
            for way in ("cycle", "mixed", "chunks"):
                with self.subTest(style=style, way=way):
                    one = planned(goal={"style": style.value})
                    other = cycled(way, goal={"style": style.value})
                    for role, grams in one.totals.product_g.items():
                        # By hand no less than a hand picks up goes into each section; laid over
                        # the whole head at once it may be less.
                        self.assertLessEqual(other.totals.product_g[role], grams + 0.1)
                    if way != "mixed":
                        self.assertEqual(other.totals.product_g, one.totals.product_g)

    def test_it_takes_the_hands_as_long_as_step_by_step(self) -> None:
        one = planned(goal={"style": "two_strand_twist_out"})
        other = cycled(goal={"style": "two_strand_twist_out"})
        self.assertAlmostEqual(one.totals.hands_on_min, other.totals.hands_on_min, delta=0.3)

    def test_chunks_save_the_partings(self) -> None:
        one, other = (cycled(way, goal={"sections": 12}) for way in ("cycle", "chunks"))
        saved = one.totals.hands_on_min - other.totals.hands_on_min
        self.assertAlmostEqual(saved, 12 * 0.3 * 0.7, delta=0.2)

    def test_what_is_finished_first_dries_on_while_the_rest_is_worked(self) -> None:
        _, cycle = work(cycled(goal={"style": "two_strand_twist_out"}))
        for turn in cycle.turns[:-1]:
            self.assertLess(turn.left, turn.water + 1e-9)
        self.assertEqual(cycle.turns[-1].left, cycle.turns[-1].water)
        waits = [turn.waited_min for turn in cycle.turns]
        self.assertEqual(waits, sorted(waits))

    def test_the_forecast_begins_with_the_water_of_the_slowest_section(self) -> None:
        request = plan_request(
            goal={"style": "two_strand_twist_out"}, school={"distribution": "cycle"}
        )
        _, cycle = work(plan(parse(PlanRequest, request)))
        start = drying_plan(parse(PlanRequest, request)).water_start
        self.assertAlmostEqual(start, max(turn.left for turn in cycle.turns), delta=0.02)
        self.assertLess(start, drying.WATER_AFTER[Blot.CLOTH])

    def test_the_same_request_in_steps_dries_later(self) -> None:
        goal = {"style": "two_strand_twist_out"}
        one, other = planned(goal=goal), cycled(goal=goal)
        assert one.drying.h_to_dry is not None
        assert other.drying.h_to_dry is not None
        self.assertLess(other.drying.h_to_dry, one.drying.h_to_dry)


class WaterTest(TestCase):
    def test_two_periods_solved_for_water_agree_with_the_drying_run(self) -> None:
        cylinder = Cylinder(radius_m=0.006, packed_kg_m3=350)
        for rh in (0.2, 0.5, 0.8):
            air = Stage(StageKind.AIR, 22, rh)
            run = drying.dry(cylinder, 0.9, (air,))
            for hours in (0.0, 0.5, 2.0, 5.0, 8.0):
                if hours < float(run.hours[-1]):
                    with self.subTest(rh=rh, hours=hours):
                        after = drying.water_after(cylinder, 0.9, air, hours)
                        self.assertAlmostEqual(after, run.water_at(hours), delta=0.005)

    def test_hair_never_dries_below_what_the_air_holds(self) -> None:
        cylinder = Cylinder(radius_m=0.003, packed_kg_m3=350)
        air = Stage(StageKind.AIR, 22, 0.5)
        self.assertAlmostEqual(drying.water_after(cylinder, 0.7, air, 1000), regain(0.5))
        self.assertEqual(drying.water_after(cylinder, 0.05, air, 3), 0.05)
        soaked = Stage(StageKind.AIR, 22, 0.995)
        self.assertEqual(drying.water_after(cylinder, 0.7, soaked, 3), 0.7)

    def test_what_dries_is_wetted_again_at_its_turn(self) -> None:
        answer = cycled(**DRY_ROOM)
        _, cycle = work(answer)
        self.assertIn(ActKey.WET, [act.key for act in cycle.acts])
        wetted = [turn for turn in cycle.turns if turn.wetted_g]
        self.assertTrue(wetted)
        for turn in wetted:
            self.assertLess(turn.water, 0.5)
            self.assertEqual(turn.sprays, max(1, round(turn.wetted_g)))
        self.assertFalse(cycle.turns[0].wetted_g)
        self.assertNotIn("dried_waiting", caution_keys(answer))

    def test_without_it_the_last_sections_are_a_caution_that_its_fixes_answer(self) -> None:
        school = {"distribution": "cycle", "rewet": "none"}
        request = parse(
            PlanRequest, plan_request(**DRY_ROOM, school=school, details={"waiting": "no"})
        )
        answer = plan(request)
        caution = next(each for each in answer.cautions if each.key == "dried_waiting")
        self.assertRegex(
            caution.text, r"^Sections [\d to,and]+ have dried by their turn: 0\.\d\d g"
        )
        self.assertEqual(caution.steps, ["work"])
        fixes = [fix for fix in answer.fixes if fix.caution == "dried_waiting"]
        self.assertIn("wet_again", [fix.key for fix in fixes])
        for fix in fixes:
            with self.subTest(fix.key):
                better = plan(apply_patch(request, fix.change))
                self.assertNotIn("dried_waiting", caution_keys(better))

    def test_a_cap_keeps_the_water(self) -> None:
        lies, covered = (
            work(cycled(**DRY_ROOM, details={"waiting": way}, school={"rewet": "none"}))[1].turns[
                -1
            ]
            for way in ("no", "cap")
        )
        self.assertGreater(covered.water, lies.water + 0.1)

    def test_soaking_styles_wait_under_a_cap(self) -> None:
        step, _ = work(cycled(goal={"style": "shingle_wash_and_go"}))
        self.assertIn("under a cap", step.how)
        step, _ = work(cycled(goal={"style": "two_strand_twist_out"}))
        self.assertIn("lies open", step.how)

    def test_no_service_says_of_what_waits_that_it_is_capped_and_lies_open(self) -> None:
        for style in WASHED:
            for details in ({}, {"waiting": "no"}, {"waiting": "cap"}):
                answer = cycled(goal={"style": style.value}, details=details)
                step = next((step for step in answer.steps if step.cycle), None)
                if step is None or step.cycle is None:
                    continue
                said = " ".join([step.how, *(act.how for act in step.cycle.acts)])
                with self.subTest(style, details=details):
                    capped = any(act.key is ActKey.COVER for act in step.cycle.acts)
                    self.assertEqual("lies open" in said, not capped and "What waits" in said)
                    self.assertTrue(capped or " cap" not in said, said)
        rods = planned(goal={"style": "rod_set"})
        self.assertIn("under a cap", next(s.how for s in rods.steps if s.key == "shape"))

    def test_sets_are_combed_through_with_the_product_in_loose_hair_is_not(self) -> None:
        for style, combed in (("two_strand_twist_out", True), ("scrunch_waves", False)):
            _, cycle = work(cycled(goal={"style": style}))
            keys = [act.key for act in cycle.acts]
            self.assertEqual(ActKey.DETANGLE in keys, combed, style)
            self.assertEqual(ActKey.COVER in keys, not combed, style)
            self.assertEqual(keys, sorted(keys, key=list(ActKey).index), style)

    def test_drenched_hair_drips(self) -> None:
        school = {"rewet": "drench"}
        _, cycle = work(cycled(goal={"style": "two_strand_twist_out"}, school=school))
        last = cycle.turns[-1]
        self.assertAlmostEqual(last.left, drying.WATER_AFTER[Blot.NONE], delta=0.01)
        self.assertEqual(last.sprays, 0)

    def test_bands_still_go_into_damp_hair(self) -> None:
        answer = cycled(goal={"style": "banded_twist_out"})
        keys = [step.key for step in answer.steps]
        self.assertEqual(keys[keys.index("work") + 1 : keys.index("work") + 3], ["damp", "band"])
        _, cycle = work(answer)
        self.assertGreater(cycle.turns[0].water, 0.6)

    def test_what_takes_water_out_dries_sooner_in_a_cycle_too(self) -> None:
        def hours(**details: str) -> float:
            answer = cycled(goal={"style": "shake_wash_and_go"}, details=details)
            return answer.drying.h_to_dry or 0

        self.assertLess(hours(press="yes"), hours())
        self.assertLess(hours(cloth_hour="yes"), hours())


class WaysTest(TestCase):
    def test_nobody_chose_means_section_by_section(self) -> None:
        request = plan_request(goal={"style": "two_strand_twist_out"})
        del request["school"]
        self.assertTrue(work(plan(parse(PlanRequest, request))))

    def test_mixed_lays_in_over_the_head_first_and_holds_by_section(self) -> None:
        answer = cycled("mixed", goal={"style": "two_strand_twist_out"})
        roles = {step.key: [each.role for each in step.products] for step in answer.steps}
        self.assertEqual(roles["work"], [Role.GEL])
        self.assertEqual(set(roles["lay_in"]), {Role.LEAVE_IN, Role.OIL, Role.CREAM})

    def test_a_layer_can_go_over_a_half_first(self) -> None:
        layers = [{"role": "leave_in", "over": "half"}, {"role": "gel"}]
        answer = cycled(goal={"style": "two_strand_twist_out"}, layers=layers)
        first = next(step for step in answer.steps if step.key == "lay_in")
        self.assertIn("One half", first.how)
        self.assertEqual([each.role for each in work(answer)[0].products], [Role.GEL])

    def test_all_of_one_tie_is_no_cycle(self) -> None:
        for style in ("slick_bun", "banded_stretch"):
            answer = cycled(goal={"style": style})
            self.assertFalse([step for step in answer.steps if step.cycle], style)

    def test_a_step_that_was_changed_by_hand_stays_a_step(self) -> None:
        edits = [{"op": "override", "step": "shape", "minutes": 40}]
        answer = cycled(goal={"style": "two_strand_twist_out"}, edits=edits)
        self.assertEqual(next(s for s in answer.steps if s.key == "shape").hands_on_min, 40)

    def test_a_dose_by_hand_is_a_dose_of_the_cycle(self) -> None:
        for way in ("cycle", "mixed"):
            edits = [{"op": "override", "step": "lay_in", "role": "gel", "grams": 9}]
            answer = cycled(way, goal={"style": "two_strand_twist_out"}, edits=edits)
            step, _ = work(answer)
            gel = next(each for each in step.products if each.role is Role.GEL)
            self.assertEqual(gel.grams, 9)
            self.assertTrue(step.edited)

    def test_minutes_by_hand_are_shared_among_the_turns(self) -> None:
        edits = [{"op": "override", "step": "work", "minutes": 60}]
        step, cycle = work(cycled(goal={"style": "two_strand_twist_out"}, edits=edits))
        self.assertEqual(step.hands_on_min, 60)
        self.assertAlmostEqual(sum(turn.minutes for turn in cycle.turns), 60, delta=0.5)

    def test_what_was_learned_of_shaping_holds_for_the_cycle(self) -> None:
        learned = {"shape": {"factor": 1.5, "visits": 8}}
        goal = {"style": "two_strand_twist_out"}
        usual, slow = work(cycled(goal=goal)), work(cycled(goal=goal, learned_minutes=learned))
        self.assertAlmostEqual(slow[0].hands_on_min, usual[0].hands_on_min * 1.5, delta=0.3)
        self.assertGreater(slow[1].turns[-1].waited_min, usual[1].turns[-1].waited_min * 1.4)

    def test_cautions_of_its_steps_stand_at_the_cycle(self) -> None:
        kit = {"pins": 0, "rods": [], "bands": 0, "clips": 0}
        answer = cycled(goal={"style": "flat_twist_out"}, kit=kit)
        self.assertIn("kit_short", work(answer)[0].cautions)

    def test_details_of_its_steps_are_shown_at_the_cycle(self) -> None:
        answer = cycled(goal={"style": "two_strand_twist_out"})
        at = {choice.detail.value: choice.step for choice in answer.details}
        self.assertEqual({at["ends"], at["fastening"], at["waiting"]}, {"work"})
