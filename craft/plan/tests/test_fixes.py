"""Each fix on its own: what it changes, what it costs, when it is not offered. Own costs."""

from typing import Any
from unittest import TestCase

from craft.contract import PlanAnswer, PlanRequest, parse
from craft.contract.patch import apply_patch
from craft.contract.plan import Fix
from craft.errors import CraftError
from craft.plan.drying_plan import drying_plan
from craft.plan.planner import plan
from craft.plan.what_if.change import CLIENT_COST, DELAY_COST, HANDS_COST, cost, rank_fixes
from craft.tests.requests import caution_keys, plan_request, planned

DAMP: dict[str, Any] = {
    "hair": {"length_cm": 30, "relaxed_cm": 12, "density_per_cm2": 175},
    "goal": {"style": "two_strand_twist_out", "sections": 14, "release_after_h": 10},
}
#: So much hair in humid air that neither hood nor pressing is enough alone.
VERY_DAMP: dict[str, Any] = {
    "hair": {"density_per_cm2": 190},
    "goal": {"sections": 10, "release_after_h": 6},
    "room": {"temp_c": 23, "rh": 0.61},
}


def fixes_of(answer: PlanAnswer) -> list[Fix]:
    """Answers to a set that is not dry when it is opened."""
    return [fix for fix in answer.fixes if fix.caution == "not_dry_at_release"]


def offered(**changes: Any) -> dict[str, Fix]:
    return {fix.key: fix for fix in fixes_of(planned(**changes))}


class OffersTest(TestCase):
    def test_no_fix_without_a_caution(self) -> None:
        self.assertEqual(offered(), {})

    def test_cheapest_first(self) -> None:
        costs = [cost(fix) for fix in fixes_of(planned(**DAMP))]
        self.assertEqual(costs, sorted(costs))

    def test_costs_are_minutes_of_the_hands(self) -> None:
        fix = next(iter(offered(**DAMP).values()))
        expected = (
            HANDS_COST * fix.hands_on_min + CLIENT_COST * fix.client_min + DELAY_COST * fix.later_h
        )
        self.assertEqual(cost(fix), expected)

    def test_more_sections_is_the_fewest_that_do(self) -> None:
        fix = offered(**DAMP)["more_sections"]
        count = fix.change["goal"]["sections"]
        fewer = DAMP | {"goal": DAMP["goal"] | {"sections": count - 2}}
        self.assertIn("not_dry_at_release", caution_keys(planned(**fewer)))
        self.assertEqual(count % 2, 0)
        self.assertIn(f"{count} twists", fix.title)

    def test_more_sections_stay_within_the_technique(self) -> None:
        most = DAMP | {"goal": DAMP["goal"] | {"sections": 24, "release_after_h": 4}}
        self.assertNotIn("more_sections", offered(**most))

    def test_the_hood_is_the_shortest_that_does(self) -> None:
        fix = offered(**DAMP)["hood_first"]
        minutes = fix.change["dry_min"]
        shorter = DAMP | {"dry": "hood", "dry_min": minutes - 5}
        self.assertIn("not_dry_at_release", caution_keys(planned(**shorter)))

    def test_a_longer_hood_replaces_a_short_one(self) -> None:
        under_hood = DAMP | {"dry": "hood", "dry_min": 5}
        fix = offered(**under_hood)["hood_first"]
        self.assertGreater(fix.change["dry_min"], 5)
        self.assertEqual(fix.hands_on_min, 0)

    def test_later_means_the_same_hour(self) -> None:
        fix = offered(**DAMP)["later_release"]
        self.assertEqual(fix.later_h % 24, 0)
        self.assertEqual(fix.change["goal"]["release_after_h"], 10 + fix.later_h)
        self.assertEqual(fix.title, "Open it a day later")

    def test_pressing_and_hood_together_where_neither_is_enough(self) -> None:
        fixes = offered(**VERY_DAMP)
        self.assertNotIn("hood_first", fixes)
        self.assertNotIn("less_water", fixes)
        both = fixes["press_and_hood"]
        self.assertEqual((both.change["blot"], both.change["dry"]), ("pressed", "hood"))
        self.assertRegex(both.title, r"^Press, then dry \d+ min under the hood first$")
        fixed = planned(**VERY_DAMP | both.change)
        self.assertNotIn("not_dry_at_release", caution_keys(fixed))

    def test_soaking_wet_styles_are_not_pressed(self) -> None:
        goal = {"style": "shingle_wash_and_go", "release_after_h": 6}
        fixes = offered(goal=goal)
        self.assertTrue(fixes)
        self.assertFalse({"less_water", "press_and_hood"} & set(fixes))

    def test_pressing_alone_when_it_is_enough(self) -> None:
        for hours in range(8, 24):
            fixes = offered(**DAMP | {"goal": DAMP["goal"] | {"release_after_h": hours}})
            if "less_water" in fixes:
                self.assertEqual(fixes["less_water"].change, {"blot": "pressed"})
                self.assertLess(cost(fixes["less_water"]), cost(fixes["later_release"]))
                return
        self.fail("pressing never helps alone")

    def test_a_stop_offers_nothing(self) -> None:
        self.assertEqual(offered(**DAMP | {"person": {"conditions": ["scalp_sores"]}}), {})


class EngineTest(TestCase):
    """One engine tries for the composer, the drying planner and the other ways."""

    def test_the_planner_tells_the_same_fixes_as_the_composer(self) -> None:
        for wish in (DAMP, VERY_DAMP, {"goal": {"style": "shingle_wash_and_go"}, "dry": "air"}):
            request = parse(PlanRequest, plan_request(**dict(wish)))
            rows = {row.key: row for row in drying_plan(request).what_if if row.safe}
            for fix in fixes_of(plan(request)):
                row = rows[fix.key]
                self.assertEqual((row.change, row.odds_dry), (fix.change, fix.odds_dry))
                self.assertEqual((row.hands_on_min, row.later_h), (fix.hands_on_min, fix.later_h))

    def test_a_fix_does_what_it_says(self) -> None:
        request = parse(PlanRequest, plan_request(**DAMP))
        for fix in fixes_of(plan(request)):
            with self.subTest(fix.key):
                answer = plan(apply_patch(request, fix.change))
                self.assertNotIn("not_dry_at_release", caution_keys(answer))
                self.assertAlmostEqual(answer.drying.odds_dry, fix.odds_dry, delta=0.06)

    def test_what_is_not_enough_comes_last_and_says_so(self) -> None:
        request = parse(PlanRequest, plan_request(**VERY_DAMP))
        rows = drying_plan(request).what_if
        self.assertEqual(
            [row.safe for row in rows], sorted((row.safe for row in rows), reverse=True)
        )
        self.assertTrue(any(not row.safe for row in rows))


class PatchTest(TestCase):
    """Merge patches of a request, RFC 7396."""

    def request(self) -> PlanRequest:
        goal = {"sections": 8, "rod_mm": 20}
        return parse(PlanRequest, plan_request(goal=goal, bottles={}, dry="hood", dry_min=20))

    def test_null_takes_a_choice_back(self) -> None:
        changed = apply_patch(self.request(), {"goal": {"sections": None}, "dry_min": None})
        self.assertIsNone(changed.goal.sections)
        self.assertEqual((changed.goal.rod_mm, changed.dry_min, changed.dry), (20, None, "hood"))

    def test_lists_are_replaced_and_the_rest_is_left(self) -> None:
        before = self.request()
        stages = [{"kind": "cloth", "minutes": 20}, {"kind": "air"}]
        changed = apply_patch(before, {"stages": stages})
        self.assertEqual([stage.kind for stage in changed.stages], ["cloth", "air"])
        self.assertEqual((before.stages, changed.hair), ([], before.hair))

    def test_a_patch_is_checked_like_any_request(self) -> None:
        for patch, field in (
            ({"goal": {"sections": 900}}, "goal.sections"),
            ({"goal": {"style": "perm"}}, "goal.style"),
            ({"wish": 1}, "wish"),
        ):
            with self.subTest(field), self.assertRaises(CraftError) as refusal:
                apply_patch(self.request(), patch)
            self.assertEqual(refusal.exception.field, field)


class RankTest(TestCase):
    def test_safe_ones_first_the_cheapest_of_them_then_what_comes_nearest(self) -> None:
        def fix(key: str, odds: float, hands: float = 0.0) -> Fix:
            return Fix(
                key=key,
                caution="not_dry_at_release",
                title=key,
                change={},
                hands_on_min=hands,
                client_min=0.0,
                later_h=0.0,
                odds_dry=odds,
            )

        fixes = [fix("far", 0.3), fix("dear", 0.95, 30), fix("near", 0.7), fix("cheap", 0.85, 5)]
        fixes += [fix("as cheap and surer", 0.9, 5)]
        keys = [each.key for each in rank_fixes(fixes)]
        self.assertEqual(keys, ["as cheap and surer", "cheap", "dear", "near", "far"])
