"""Requests that no good specialist would just plan: what she says before minutes are spent.

Common practice, no source.
"""

from typing import Any
from unittest import TestCase

from craft.contract import PlanAnswer
from craft.styles.catalogue import TECHNIQUES
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Role, Start, Style


def with_fix(answer: PlanAnswer, caution: str, place: int = 0) -> dict[str, Any]:
    """The request changed by a fix of a caution."""
    fixes = [fix for fix in answer.fixes if fix.caution == caution]
    goal = {key: value for key, value in fixes[place].change["goal"].items() if value is not None}
    return {"goal": goal}


class StyleTest(TestCase):
    def test_two_centimetres_get_no_bun(self) -> None:
        short = {"length_cm": 2, "relaxed_cm": None}
        answer = planned(goal={"style": "slick_bun"}, hair=short)
        self.assertIn("wrong_length", caution_keys(answer))
        text = next(each.text for each in answer.cautions if each.key == "wrong_length")
        self.assertIn("needs 15 cm of stretched hair; this is 2 cm", text)

    def test_what_is_offered_can_be_worn(self) -> None:
        answer = planned(goal={"style": "slick_bun"}, hair={"length_cm": 8, "relaxed_cm": None})
        for place in range(2):
            other = planned(
                **with_fix(answer, "wrong_length", place), hair={"length_cm": 8, "relaxed_cm": None}
            )
            self.assertFalse({"wrong_length", "unsuited"} & set(caution_keys(other)))

    def test_waves_are_no_coils(self) -> None:
        waves = {"pattern": "2a", "relaxed_cm": None}
        answer = planned(goal={"style": "finger_coils", "definition": 0.9}, hair=waves)
        self.assertIn("unsuited", caution_keys(answer))
        other = planned(**with_fix(answer, "unsuited"), hair=waves)
        self.assertNotIn("unsuited", caution_keys(other))

    def test_thin_edges_are_offered_a_style_without_pull(self) -> None:
        edges = {"conditions": ["edge_thinning"]}
        for style in ("slick_bun", "rod_set"):
            answer = planned(goal={"style": style}, person=edges)
            text = next(each.text for each in answer.cautions if each.key == "tension_edges")
            self.assertNotIn("out of the rows", text, "there are no rows")
            other = planned(**with_fix(answer, "tension_edges"), person=edges)
            self.assertNotIn("tension_edges", caution_keys(other))

    def test_every_style_that_is_washed_for_has_a_length(self) -> None:
        lengths = {key: each.fitness.length_cm for key, each in TECHNIQUES.items()}
        ranges = {style: length for style, length in lengths.items() if length is not None}
        for least, most in ranges.values():
            self.assertLess(least, most)
        washed = {style for style, each in TECHNIQUES.items() if each.wash.start is Start.WASH}
        resets = {Style.QUICK_WASH, Style.FULL_RESET, Style.PROTECTIVE_REMOVAL_RESET}
        self.assertLessEqual(washed - resets, set(ranges))


class WorkTest(TestCase):
    LONG = {"length_cm": 35, "relaxed_cm": None, "density_per_cm2": 260}

    def test_minutes_that_nobody_can_work(self) -> None:
        goal = {"style": "finger_coils", "sections": 120}
        answer = planned(goal=goal, hair=self.LONG)
        hands = sum(step.hands_on_min for step in answer.steps if step.sitting == 1)
        self.assertGreater(hands, 240)
        text = next(each.text for each in answer.cautions if each.key == "too_much_for_one")
        self.assertIn("two appointments, or a second specialist", text)
        fewer = planned(
            goal={**goal, **with_fix(answer, "too_much_for_one")["goal"]}, hair=self.LONG
        )
        self.assertNotIn("too_much_for_one", caution_keys(fewer))

    def test_arms_count_more_than_the_shaping(self) -> None:
        # Matted hair: the detangling alone tires the arms.
        matted = {"days_since_detangle": 27, "density_per_cm2": 260, "length_cm": 45}
        answer = planned(goal={"style": "flat_twist_out"}, hair=matted | {"relaxed_cm": None})
        shaping = next(step for step in answer.steps if step.key == "shape").hands_on_min
        told = next(each.text for each in answer.cautions if each.key == "fine_work")
        self.assertGreater(float(told.split(" min")[0]), shaping + 20)


class CountTest(TestCase):
    def test_coils_follow_length_and_wanted_size(self) -> None:
        def coils(length_cm: float, **goal: float) -> int:
            hair = {"length_cm": length_cm, "relaxed_cm": None}
            return len(planned(hair=hair, goal={"style": "finger_coils", **goal}).sections)

        self.assertEqual(coils(10), 90)
        self.assertLess(coils(25), coils(10))
        self.assertLess(coils(25, coil_mm=16), coils(25))
        self.assertGreater(coils(25, coil_mm=6), coils(25))
        self.assertLessEqual(coils(5, coil_mm=3), 120)
        self.assertGreaterEqual(coils(30, coil_mm=40), 20)

    def test_thicker_rods_are_fewer(self) -> None:
        def rods(rod_mm: float) -> int:
            return len(planned(goal={"style": "rod_set", "rod_mm": rod_mm}).sections)

        self.assertEqual(rods(20), 30)
        self.assertEqual(rods(12), 50)
        self.assertEqual(rods(30), 20)

    def test_partings_show_on_sparse_hair(self) -> None:
        sparse = {"density_per_cm2": 70}
        self.assertIn("sparse", caution_keys(planned(hair=sparse)))
        self.assertNotIn("sparse", caution_keys(planned()))
        answer = planned(**with_fix(planned(hair=sparse), "sparse"), hair=sparse)
        self.assertNotIn("sparse", caution_keys(answer))


class TensionTest(TestCase):
    def test_the_same_pull_again_is_said_and_answered(self) -> None:
        past = [{"style": "flat_twist_out", "days_ago": 12, "scheme": "rows"}]
        answer = planned(past=past)
        self.assertIn("tension_again", caution_keys(answer))
        text = next(each.text for each in answer.cautions if each.key == "tension_again")
        self.assertIn("12 days ago", text)
        other = planned(past=past, **with_fix(answer, "tension_again"))
        self.assertNotIn("tension_again", caution_keys(other))

    def test_rest_another_parting_and_loose_styles_are_fine(self) -> None:
        for past in (
            {"style": "flat_twist_out", "days_ago": 40, "scheme": "rows"},
            {"style": "slick_bun", "days_ago": 5, "scheme": "quadrants"},
            {"style": "two_strand_twist_out", "days_ago": 5, "scheme": "rows"},
        ):
            self.assertNotIn("tension_again", caution_keys(planned(past=[past])), past)


class TimeTest(TestCase):
    def test_a_promise_that_cannot_hold_is_answered_by_what_fits(self) -> None:
        goal = {"style": "shingle_wash_and_go", "time_limit_min": 95}
        answer = planned(goal=goal)
        self.assertIn("over_time_limit", caution_keys(answer))
        for fix in answer.fixes:
            if fix.caution == "over_time_limit":
                change = {k: v for k, v in fix.change["goal"].items() if v is not None}
                other = planned(goal=goal | change)
                self.assertNotIn("over_time_limit", caution_keys(other), fix.title)
                break
        else:
            self.fail("no fix")


class WearTest(TestCase):
    def test_coils_lock_when_worn_too_long(self) -> None:
        answer = planned(goal={"style": "finger_coils", "wear_days": 21})
        self.assertIn("worn_too_long", caution_keys(answer))
        goal = {"style": "finger_coils", **with_fix(answer, "worn_too_long")["goal"]}
        self.assertEqual(goal["wear_days"], TECHNIQUES[Style.FINGER_COILS].wear.days_max)
        self.assertNotIn("worn_too_long", caution_keys(planned(goal=goal)))


class WeightTest(TestCase):
    def test_fine_hair_never_gets_the_heavy_one_for_a_humectant(self) -> None:
        light = {
            "id": "light",
            "role": "cream",
            "weight": "light",
            "ingredients": "Aqua, Cetearyl Alcohol, Glycerin",
        }
        heavy = {
            "id": "heavy",
            "role": "cream",
            "weight": "heavy",
            "ingredients": "Aqua, Butyrospermum Parkii Butter",
        }
        answer = planned(
            shelf=[light, heavy],
            hair={"diameter_um": 50, "density_per_cm2": 120},
            outdoors={"temp_c": 28, "rh": 0.9},
        )
        cream = next(p for s in answer.steps for p in s.products if p.role is Role.CREAM)
        self.assertEqual(cream.id, "light")
        self.assertIn("humectant_air", caution_keys(answer))
