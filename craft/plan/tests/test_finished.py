"""Definition on day one: hold, tension, sections, separating. Laws; worked values by hand."""

import math
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.contract.plan import PlanAnswer
from craft.physics.appearance import definition_on, fading_days
from craft.physics.hold import held
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Style

TWISTS = "two_strand_twist_out"
#: Styles that are laid with something that holds.
HELD = ("two_strand_twist_out", "rod_set", "finger_coils", "shingle_wash_and_go", "flat_twist_out")
LEAVE_IN = {"role": "leave_in"}
WAYS = ("loosely", "evenly", "tightly")


def definition(style: str = TWISTS, **changes: Any) -> float:
    goal = {"style": style, "release_after_h": 96} | changes.pop("goal", {})
    return planned(goal=goal, **changes).finished.day1_definition


class HoldTest(TestCase):
    def test_worked(self) -> None:
        """0.21 g/m², a usual gel: 1 - e^-2.1 = 0.878 of the strands are joined."""
        self.assertAlmostEqual(held(0.75, 0.21), 0.969, delta=0.001)
        self.assertAlmostEqual(held(0.40, 0.21), 0.927, delta=0.001)
        self.assertEqual(held(0.75, 0.0), 0.75)

    @given(st.floats(0, 1), st.floats(0, 2), st.floats(0.001, 1))
    def test_more_never_holds_less_and_never_more_than_all(
        self, by_itself: float, film: float, more: float
    ) -> None:
        self.assertLessEqual(held(by_itself, film), held(by_itself, film + more))
        self.assertLessEqual(held(by_itself, film + more), 1.0)

    def test_none_thinned_full_double(self) -> None:
        """Each adds less than the one before."""
        for style in HELD:
            with self.subTest(style):
                stacks = (
                    [LEAVE_IN],
                    [LEAVE_IN, {"role": "gel", "strength": 0.4}],
                    [LEAVE_IN, {"role": "gel"}],
                    [LEAVE_IN, {"role": "gel"}, {"role": "gel"}],
                )
                none, thinned, full, double = (definition(style, layers=list(s)) for s in stacks)
                self.assertLess(none, thinned)
                self.assertLess(thinned, full)
                self.assertLessEqual(full, double)
                self.assertGreater(full - none, double - full)

    def test_without_product_a_twist_keeps_more_than_loose_hair(self) -> None:
        for style, least, most in ((TWISTS, 0.7, 0.85), ("shake_wash_and_go", 0.35, 0.55)):
            kept = definition(style, layers=[LEAVE_IN]) / definition(style)
            self.assertGreater(kept, least)
            self.assertLess(kept, most)

    def test_the_usual_layers_give_what_is_usual(self) -> None:
        for style in HELD:
            answer = planned(goal={"style": style, "release_after_h": 96})
            usual = int(answer.finished.reasons[-2].because.split("%")[0]) / 100
            self.assertAlmostEqual(answer.finished.day1_definition, usual, delta=0.06, msg=style)

    def test_a_firm_bottle_holds_more(self) -> None:
        def with_gel(hold: str) -> float:
            gel = {"id": "g", "role": "gel", "hold": hold}
            return definition("shake_wash_and_go", shelf=[gel], layers=[{"role": "gel"}])

        self.assertLess(with_gel("soft"), with_gel("firm"))


class TensionTest(TestCase):
    def test_loose_even_tight(self) -> None:
        for style in (TWISTS, "braid_out", "rod_set", "finger_coils"):
            loose, even, tight = (definition(style, details={"tension": way}) for way in WAYS)
            self.assertLess(loose, even, style)
            self.assertLess(even, tight, style)

    def test_tight_hangs_longer_and_is_warned_of_at_thin_edges(self) -> None:
        goal = {"style": TWISTS}
        even, tight = (planned(goal=goal, details={"tension": way}) for way in WAYS[1:])
        self.assertGreater(tight.finished.length_cm, even.finished.length_cm)
        thin = {"night": "scarf", "conditions": ["edge_thinning"]}
        self.assertNotIn("tension_edges", caution_keys(planned(goal=goal, person=thin)))
        warned = planned(goal=goal, person=thin, details={"tension": "tightly"})
        self.assertIn("tension_edges", caution_keys(warned))

    def test_where_the_edges_rest_no_tie_is_firm(self) -> None:
        def shape(**changes: Any) -> str:
            answer = planned(goal={"style": "slick_bun"}, **changes)
            return next(step.how for step in answer.steps if "shape" in step.keys)

        self.assertIn("a firm tie", shape())
        lately = [{"style": "slick_bun", "days_ago": 10}]
        thin = {"night": "scarf", "conditions": ["edge_thinning"]}
        for resting in ({"person": thin}, {"past": lately}):
            self.assertIn("a soft tie", shape(**resting))
            self.assertNotIn("firm", shape(**resting))

    def test_loose_hair_has_no_tension(self) -> None:
        answer = planned(goal={"style": "shake_wash_and_go"})
        self.assertNotIn("tension", [choice.detail.value for choice in answer.details])


class WishTest(TestCase):
    """Less definition: fewer sections, less hold, more separating, and it is said."""

    def wished(self, wish: float, style: str = TWISTS) -> PlanAnswer:
        return planned(goal={"style": style, "definition": wish, "release_after_h": 96})

    def grams(self, answer: PlanAnswer) -> float:
        return sum(
            product.grams
            for step in answer.steps
            for product in step.products
            if product.role == "gel"
        )

    def test_it_is_met_by_what_is_done(self) -> None:
        less, usual, more = (self.wished(wish) for wish in (0.1, 0.5, 0.9))
        for low, high in ((less, usual), (usual, more)):
            self.assertLess(low.finished.day1_definition, high.finished.day1_definition)
            self.assertLess(len(low.sections), len(high.sections))
            self.assertLess(self.grams(low), self.grams(high))

    def test_separating_is_said_at_the_chair_and_on_the_card(self) -> None:
        def finish(answer: PlanAnswer) -> str:
            return next(step.how for step in answer.steps if step.key == "finish")

        self.assertIn("and once more", finish(self.wished(0.1)))
        self.assertNotIn("and once more", finish(self.wished(0.5)))

    def test_rod_curls_stay_whole_where_much_definition_is_wanted(self) -> None:
        texts = [
            next(step.how for step in self.wished(wish, "rod_set").steps if step.key == "finish")
            for wish in (0.5, 0.9)
        ]
        self.assertIn("three to six times", texts[0])
        self.assertNotIn("three to six times", texts[1])

    def test_every_style_can_be_planned_at_every_wish(self) -> None:
        for style in Style:
            for wish in (0.0, 0.3, 1.0):
                answer = planned(goal={"style": style.value, "definition": wish})
                self.assertGreater(len(answer.sections), 0, style)


class LengthTest(TestCase):
    def length(self, style: str = TWISTS, **changes: Any) -> float:
        goal = {"style": style} | changes.pop("goal", {})
        return planned(goal=goal, **changes).finished.length_cm

    def test_hair_that_comes_in_stretched_and_stays_dry_ends_longer(self) -> None:
        for style in ("flat_twist_out", TWISTS, "rod_set", "banded_stretch", "braid_out"):
            wet, dry = (self.length(style, now={"state": at}) for at in ("unwashed", "stretched"))
            self.assertLess(wet, dry, style)
            self.assertLess(dry, planned(goal={"style": style}).sections[0].length_cm + 0.05, style)

    def test_hours_past_dry_change_nothing(self) -> None:
        lengths = {self.length(goal={"release_after_h": hours}) for hours in (36, 60, 96, 120)}
        self.assertEqual(len(lengths), 1)

    def test_opened_damp_it_goes_back(self) -> None:
        lengths = [self.length(goal={"release_after_h": hours}) for hours in (1, 4, 7, 36)]
        self.assertEqual(lengths, sorted(lengths))
        self.assertLess(lengths[0], lengths[-1] - 1)

    def test_more_bands_and_ends_held_hang_longer(self) -> None:
        def banded(**bands: float) -> float:
            goal = {"bands": bands, "release_after_h": 96}
            return self.length("banded_twist_out", goal=goal)

        self.assertLess(banded(each=2), banded(each=4))
        self.assertLess(banded(ends_out_cm=5), banded(ends_out_cm=0))

    def test_never_above_the_stretched_length(self) -> None:
        for style in Style:
            for state in ("unwashed", "stretched"):
                answer = planned(goal={"style": style.value}, now={"state": state})
                longest = max((section.length_cm for section in answer.sections), default=99)
                self.assertLessEqual(answer.finished.length_high, longest + 0.05, style)


class FadingTest(TestCase):
    def test_hold_keeps_it_longer_and_humid_air_shorter(self) -> None:
        self.assertAlmostEqual(definition_on(14, 1.0, 0.5), 1 / math.e, delta=0.01)
        self.assertLess(definition_on(5, 0.8, 0.5, 0.0), definition_on(5, 0.8, 0.5, 0.21))
        self.assertLess(definition_on(5, 0.8, 0.8), definition_on(5, 0.8, 0.5))
        self.assertLess(fading_days(0.0), fading_days(0.1))
