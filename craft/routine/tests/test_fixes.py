"""Each fix on its own: what it changes, what it costs, when it is not offered. House costs."""

from typing import Any
from unittest import TestCase

from craft.contract.plan import Fix
from craft.routine.fixes import CLIENT_COST, DELAY_COST, HANDS_COST, cost
from craft.tests.requests import caution_keys, planned

DAMP: dict[str, Any] = {
    "hair": {"length_cm": 30, "relaxed_cm": 12, "density_per_cm2": 175},
    "goal": {"sections": 14, "release_after_h": 24},
}
#: So much hair in humid air that neither hood nor pressing is enough alone.
VERY_DAMP: dict[str, Any] = {
    "hair": {"density_per_cm2": 190},
    "goal": {"sections": 14, "release_after_h": 24},
    "room": {"temp_c": 23, "rh": 0.61},
}


def offered(**changes: Any) -> dict[str, Fix]:
    return {fix.key: fix for fix in planned(**changes).fixes}


class OffersTest(TestCase):
    def test_no_fix_without_a_caution(self) -> None:
        self.assertEqual(offered(), {})

    def test_cheapest_first(self) -> None:
        costs = [cost(fix) for fix in planned(**DAMP).fixes]
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
        self.assertIn(f"{count} rows", fix.title)

    def test_more_sections_stay_within_the_technique(self) -> None:
        most = DAMP | {"goal": DAMP["goal"] | {"sections": 24, "release_after_h": 4}}
        self.assertNotIn("more_sections", offered(**most))

    def test_the_hood_is_the_shortest_that_does(self) -> None:
        fix = offered(**DAMP)["hood_first"]
        minutes = fix.change["dry_min"]
        shorter = DAMP | {"dry": "hood", "dry_min": minutes - 5}
        self.assertIn("not_dry_at_release", caution_keys(planned(**shorter)))

    def test_a_longer_hood_replaces_a_short_one(self) -> None:
        under_hood = DAMP | {"dry": "hood", "dry_min": 10}
        fix = offered(**under_hood)["hood_first"]
        self.assertGreater(fix.change["dry_min"], 10)
        self.assertEqual(fix.hands_on_min, 0)

    def test_later_means_the_same_hour(self) -> None:
        fix = offered(**DAMP)["later_release"]
        self.assertEqual(fix.later_h % 24, 0)
        self.assertEqual(fix.change["goal"]["release_after_h"], 24 + fix.later_h)
        self.assertEqual(fix.title, "Release a day later")

    def test_pressing_and_hood_together_where_neither_is_enough(self) -> None:
        fixes = offered(**VERY_DAMP)
        self.assertNotIn("hood_first", fixes)
        self.assertNotIn("less_water", fixes)
        both = fixes["press_and_hood"]
        self.assertEqual((both.change["blot"], both.change["dry"]), ("pressed", "hood"))
        fixed = planned(**VERY_DAMP | both.change)
        self.assertNotIn("not_dry_at_release", caution_keys(fixed))

    def test_soaking_wet_styles_are_not_pressed(self) -> None:
        goal = {"style": "shingle_wash_and_go", "release_after_h": 6}
        fixes = offered(goal=goal)
        self.assertTrue(fixes)
        self.assertFalse({"less_water", "press_and_hood"} & set(fixes))

    def test_pressing_alone_when_it_is_enough(self) -> None:
        for hours in range(24, 60):
            fixes = offered(**DAMP | {"goal": {"sections": 14, "release_after_h": hours}})
            if "less_water" in fixes:
                self.assertEqual(fixes["less_water"].change, {"blot": "pressed"})
                self.assertLess(cost(fixes["less_water"]), cost(fixes["later_release"]))
                return
        self.fail("pressing never helps alone")

    def test_a_stop_offers_nothing(self) -> None:
        self.assertEqual(offered(**DAMP | {"person": {"conditions": ["scalp_sores"]}}), {})
