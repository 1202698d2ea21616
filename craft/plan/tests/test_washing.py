"""The wet half of a service. Common practice, no source, where a fact of the trade is checked."""

from typing import Any
from unittest import TestCase

from craft.contract.plan import Step
from craft.tests.requests import planned
from craft.vocabulary import Role, Station


def steps(**changes: Any) -> dict[str, Step]:
    return {step.key: step for step in planned(**changes).steps}


class CleanseTest(TestCase):
    def test_shampoo_goes_on_the_scalp_whatever_the_length(self) -> None:
        short = steps(hair={"length_cm": 10, "relaxed_cm": None})["cleanse"].products[0]
        long = steps(hair={"length_cm": 60, "relaxed_cm": None})["cleanse"].products[0]
        self.assertEqual((short.role, short.grams), (Role.SHAMPOO, long.grams))

    def test_a_larger_head_takes_more_shampoo(self) -> None:
        small = steps(hair={"head_cm": 52})["cleanse"].products[0].grams
        large = steps(hair={"head_cm": 62})["cleanse"].products[0].grams
        self.assertAlmostEqual(large / small, (62 / 52) ** 2, delta=0.02)

    def test_two_passes_take_twice_as_long(self) -> None:
        reset = steps(goal={"style": "full_reset"})
        self.assertAlmostEqual(
            reset["clarify"].hands_on_min / reset["cleanse"].hands_on_min, 2, delta=0.05
        )
        self.assertEqual(
            (reset["clarify"].title, reset["cleanse"].title), ("Clarify ×2", "Shampoo")
        )

    def test_co_wash_only(self) -> None:
        cleanse = steps(person={"routine": "cowash_only"})["cleanse"]
        self.assertEqual((cleanse.title, cleanse.products[0].role), ("Co-wash", Role.CO_WASH))

    def test_washing_happens_at_the_basin(self) -> None:
        done = steps()
        for key in ("cleanse", "condition", "rinse"):
            self.assertEqual(done[key].station, Station.BASIN)


class DetangleTest(TestCase):
    def test_never_without_slip(self) -> None:
        for wash in ("shampoo_first", "condition_first"):
            keys = [step.key for step in planned(school={"wash": wash}).steps]
            self.assertLess(keys.index("condition"), keys.index("detangle"))

    def test_it_is_the_least_predictable_step(self) -> None:
        def width(step: Step) -> float:
            return step.hands_on_high / step.hands_on_low

        done = steps()
        others = [width(step) for key, step in done.items() if key not in ("detangle", "finish")]
        self.assertGreater(width(done["detangle"]), max(others))

    def test_longer_ago_takes_longer(self) -> None:
        minutes = [
            steps(hair={"days_since_detangle": days}, school={"pre_wash": "none"})[
                "detangle"
            ].hands_on_min
            for days in (0, 7, 14, 28)
        ]
        self.assertEqual(minutes, sorted(minutes))
        self.assertGreater(minutes[-1], 2 * minutes[0])

    def test_tools_by_school(self) -> None:
        for school, words in {"fingers": "fingers only", "brush": "flexible brush"}.items():
            self.assertIn(words, steps(school={"detangle": school})["detangle"].how)

    def test_a_quick_wash_is_detangled_the_night_before(self) -> None:
        quick = {"style": "quick_wash"}
        self.assertNotIn("detangle", steps(goal=quick, hair={"days_since_detangle": 1}))
        self.assertIn("detangle", steps(goal=quick, hair={"days_since_detangle": 6}))

    def test_only_a_quick_wash_skips_it(self) -> None:
        self.assertIn("detangle", steps(hair={"days_since_detangle": 0}))


class MaskTest(TestCase):
    def test_warmth_for_low_porosity(self) -> None:
        mask = steps(hair={"porosity": "low"})["mask"]
        self.assertEqual((mask.station, mask.wait_title), (Station.STEAMER, "under steam"))

    def test_no_warmth_where_no_heat_is_allowed(self) -> None:
        mask = steps(hair={"porosity": "low"}, goal={"max_heat": "none"})["mask"]
        self.assertEqual(mask.station, Station.CHAIR)

    def test_cool_rinse_for_low_porosity(self) -> None:
        self.assertIn("cool", steps(hair={"porosity": "low"})["rinse"].how)

    def test_a_rinse_follows_every_mask(self) -> None:
        for style in ("two_strand_twist_out", "shingle_wash_and_go", "quick_wash"):
            keys = [step.key for step in planned(goal={"style": style}).steps]
            self.assertEqual(keys[keys.index("mask") + 1], "rinse")

    def test_heavy_build_up_wants_a_long_mask(self) -> None:
        self.assertEqual(steps(hair={"buildup": "heavy"})["mask"].wait_min, 30)
        self.assertEqual(steps(hair={"buildup": "some"})["mask"].wait_min, 20)


class BlotTest(TestCase):
    def test_shingling_is_done_soaking_wet(self) -> None:
        part = steps(goal={"style": "shingle_wash_and_go"})["part"]
        self.assertEqual(part.title, "Part, 30")
        self.assertIn("soaking wet", part.how)

    def test_pressing_takes_longer_and_leaves_less_water(self) -> None:
        cloth, pressed = planned(blot="cloth"), planned(blot="pressed")
        self.assertLess(pressed.drying.h_to_dry, cloth.drying.h_to_dry)
        by_key = [{s.key: s for s in answer.steps}["part"] for answer in (cloth, pressed)]
        self.assertGreater(by_key[1].hands_on_min, by_key[0].hands_on_min)
