"""Lay in, shape, dry, release, finish. Common practice, no source, for facts of the trade."""

from typing import Any
from unittest import TestCase

from craft.contract.plan import Step
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import planned
from craft.vocabulary import Family, Role, Start, Station, Style


def steps(**changes: Any) -> dict[str, Step]:
    return {step.key: step for step in planned(**changes).steps}


class LayInTest(TestCase):
    def test_the_hold_layer_comes_last(self) -> None:
        for style in Style:
            products = steps(goal={"style": style.value})["lay_in"].products
            roles = [product.role for product in products]
            if Role.GEL in roles:
                self.assertEqual(roles[-1], Role.GEL)
            if TECHNIQUES[style].wash.start is Start.WASH:
                self.assertEqual(roles[0], Role.LEAVE_IN)

    def test_everything_laid_in_stays_in_and_nothing_else_does(self) -> None:
        for step in planned().steps:
            for product in step.products:
                self.assertEqual(product.stays_in, step.family is Family.LAY_IN)

    def test_one_layer_at_a_time_takes_longer(self) -> None:
        section = steps(school={"distribution": "section"})["lay_in"]
        layer = steps(school={"distribution": "layer"})["lay_in"]
        self.assertGreater(layer.hands_on_min, section.hands_on_min)

    def test_low_porosity_is_warmed_first(self) -> None:
        self.assertIn("damp cloth", steps(hair={"porosity": "low"})["lay_in"].how)
        self.assertNotIn("damp cloth", steps(hair={"porosity": "high"})["lay_in"].how)

    def test_the_school_that_won_says_why(self) -> None:
        reasons = steps(hair={"porosity": "high"})["lay_in"].reasons
        self.assertEqual(reasons[0].rule, "layering_lco")
        self.assertEqual(reasons[0].trigger, "porosity high")
        asked = steps(school={"layering": "LOC"}, hair={"porosity": "high"})["lay_in"].reasons
        self.assertEqual(asked[0].rule, "layering_loc")
        self.assertIn("practitioners differ", asked[0].because)


class ShapeTest(TestCase):
    def test_more_sections_take_longer_and_define_more(self) -> None:
        few, many = planned(goal={"sections": 8}), planned(goal={"sections": 16})
        self.assertGreater(many.totals.hands_on_min, few.totals.hands_on_min)
        self.assertGreater(many.finished.day1_definition, few.finished.day1_definition)
        self.assertLess(many.drying.h_to_dry, few.drying.h_to_dry)

    def test_sections_sum_to_the_step(self) -> None:
        answer = planned(goal={"sections": 10}, pace=1.2)
        shape = next(step for step in answer.steps if step.key == "shape")
        total = sum(section.minutes for section in answer.sections)
        self.assertAlmostEqual(shape.hands_on_min, total, delta=0.1)

    def test_a_short_nape_is_done_sooner(self) -> None:
        zones = {"nape": {"length_cm": 6}, "back": {"length_cm": 12}}
        twists = {"style": "two_strand_twist_out"}
        usual = planned(goal=twists).sections[0]
        short = planned(goal=twists, hair={"zones": zones, "relaxed_cm": None}).sections[0]
        self.assertLess(short.minutes, usual.minutes)
        self.assertLess(short.doses[Role.GEL], usual.doses[Role.GEL])

    def test_pins_and_clips_by_technique(self) -> None:
        for style, sections, pins in (("flat_twist_out", 10, 20), ("quick_wash", 2, 2)):
            kit = planned(goal={"style": style, "sections": sections}).kit_needed
            self.assertEqual(kit.pins, pins)
        self.assertEqual(planned(goal={"style": "two_strand_twist_out"}).kit_needed.pins, 0)


class DryerTest(TestCase):
    def test_a_hood_is_waiting_a_diffuser_is_hands_on(self) -> None:
        wash_and_go = {"style": "shingle_wash_and_go"}
        hood = steps(goal=wash_and_go, dry="hood")["dry"]
        diffuser = steps(goal=wash_and_go, dry="diffuser")["dry"]
        self.assertEqual((hood.station, diffuser.station), (Station.HOOD, Station.CHAIR))
        self.assertGreater(hood.wait_min, hood.hands_on_min)
        self.assertEqual(diffuser.wait_min, 0)
        self.assertGreater(diffuser.hands_on_min, 5)

    def test_minutes_asked_for_are_kept(self) -> None:
        self.assertEqual(steps(dry="hood", dry_min=35)["dry"].wait_min, 35)

    def test_never_more_than_an_hour_and_a_half_unasked(self) -> None:
        self.assertLessEqual(steps(dry="hood", goal={"sections": 4})["dry"].wait_min, 90)

    def test_a_dryer_warns_of_hot_metal(self) -> None:
        rules = [reason.rule for reason in steps(dry="hood")["dry"].reasons]
        self.assertIn("metal_hot", rules)

    def test_air_has_no_step(self) -> None:
        self.assertNotIn("dry", steps())


class ReleaseTest(TestCase):
    def test_as_many_come_out_as_went_in(self) -> None:
        done = steps(goal={"sections": 10})
        self.assertEqual(done["release"].sections, done["shape"].sections)
        self.assertEqual(done["release"].title, "Release, 10")

    def test_bottom_before_top_ends_first(self) -> None:
        how = steps()["release"].how
        self.assertIn("bottom rows before top ones", how)
        self.assertIn("Only when dry", how)

    def test_a_wash_and_go_is_never_released(self) -> None:
        for dry in ("air", "hood"):
            self.assertNotIn("release", steps(goal={"style": "shingle_wash_and_go"}, dry=dry))

    def test_straight_from_the_hood_it_is_one_sitting(self) -> None:
        goal = {"style": "two_strand_twist_out", "sections": 40, "release_after_h": 1.5}
        hair = {"length_cm": 10, "relaxed_cm": None, "density_per_cm2": 80, "diameter_um": 50}
        answer = planned(goal=goal, hair=hair, dry="hood", dry_min=80)
        self.assertEqual({step.sitting for step in answer.steps}, {1})
        self.assertEqual(answer.totals.first_sitting_min, answer.totals.client_min)

    def test_picks_stay_near_the_scalp(self) -> None:
        # A third of the length it hangs, from the scalp only, never through the lengths.
        self.assertIn("up to 3 cm", steps()["finish"].how)

    def test_it_settles_fifteen_minutes_at_least_and_an_hour_at_most(self) -> None:
        finish = steps()["finish"]
        self.assertEqual((finish.wait_min, finish.wait_max_min), (15, 60))

    def test_flat_twists_need_no_separating(self) -> None:
        self.assertIn("no separating", steps()["finish"].how)
        twists = steps(goal={"style": "two_strand_twist_out"})
        self.assertNotIn("no separating", twists["finish"].how)
