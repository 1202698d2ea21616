"""Mistakes of the trade that the tool must catch, each told as it happens in a salon.

Common practice, no source. The plan of every story that goes well is silent on it.
"""

from typing import Any
from unittest import TestCase

from craft.contract import PlanAnswer
from craft.tests.requests import planned
from craft.vocabulary import Severity

LONG = {"length_cm": 30, "relaxed_cm": 12, "density_per_cm2": 175}
COILS = {"style": "finger_coils", "sections": 90}
GEL = {"id": "gel", "name": "Clear gel", "role": "gel", "ingredients": "Aqua, PVP"}


def gel(**more: Any) -> dict[str, Any]:
    return GEL | more


class StoriesTest(TestCase):
    def tells(self, key: str, words: str, went_wrong: dict[str, Any]) -> PlanAnswer:
        answer = planned(**went_wrong)
        by_key = {caution.key: caution for caution in answer.cautions}
        self.assertIn(key, by_key)
        self.assertIn(words, by_key[key].text)
        self.assertIsNot(by_key[key].severity, Severity.STOP)
        return answer

    def silent(self, key: str, **went_well: Any) -> None:
        self.assertNotIn(key, [caution.key for caution in planned(**went_well).cautions])

    def test_opened_before_dry(self) -> None:
        early = {"hair": LONG, "goal": {"sections": 14, "release_after_h": 10}}
        answer = self.tells("not_dry_at_release", "still be damp", early)
        self.assertTrue(answer.fixes, "and what would make it dry")
        self.silent("not_dry_at_release", hair=LONG, goal={"release_after_h": 72})

    def test_rods_short_half_way(self) -> None:
        drawer = {"rods": [{"diameter_mm": 20, "count": 20}, {"diameter_mm": 16, "count": 30}]}
        goal = {"style": "rod_set", "sections": 28, "rod_mm": 20}
        self.tells("kit_short", "rods of 20 mm are missing", {"goal": goal, "kit": drawer})
        enough = {"rods": [{"diameter_mm": 20, "count": 28}]}
        self.silent("kit_short", goal=goal, kit=enough)

    def test_pins_short_half_way(self) -> None:
        self.tells("kit_short", "pins are needed", {"kit": {"pins": 9}})
        self.silent("kit_short", kit={"pins": 16})

    def test_a_mask_not_rinsed(self) -> None:
        edit = [{"op": "remove", "step": "rinse"}]
        self.tells("mask_not_rinsed", "its label says rinse", {"edits": edit})
        self.silent("mask_not_rinsed")

    def test_a_mask_slept_in(self) -> None:
        edit = [{"op": "override", "step": "mask", "wait_min": 480}]
        self.tells("overnight_mask", "Do not leave a mask in overnight", {"edits": edit})
        self.silent("overnight_mask", edits=[{"op": "override", "step": "mask", "wait_min": 40}])

    def test_a_protective_style_overdue(self) -> None:
        worn = {"style": "sewn_in", "worn_days": 71}
        self.tells("wear_overdue", "71 days", {"now": worn})
        self.silent("wear_overdue", now={"style": "sewn_in", "worn_days": 30})

    def test_a_pair_that_flakes(self) -> None:
        shelf = [gel(), {"id": "cream", "name": "Soft cream", "role": "cream"}]
        pair = [{"first": "cream", "second": "gel", "because": "Rubbed on the palm they flake."}]
        self.tells("flaking_pair", "flake together", {"shelf": shelf, "flakers": pair})
        self.silent("flaking_pair", shelf=shelf)

    def test_co_washing_over_silicone(self) -> None:
        shelf = [gel(ingredients="Aqua, Amodimethicone")]
        person = {"routine": "cowash_only"}
        self.tells("silicone_cowash", "does not take off", {"shelf": shelf, "person": person})
        self.silent("silicone_cowash", shelf=shelf, person={"routine": "shampoo"})

    def test_detangling_dry(self) -> None:
        edit = [{"op": "remove", "step": "condition"}]
        self.tells("dry_detangling", "without slip", {"edits": edit})
        self.silent("dry_detangling")

    def test_a_promise_that_cannot_hold(self) -> None:
        self.tells("over_time_limit", "more than the 45", {"goal": {"time_limit_min": 45}})
        self.silent("over_time_limit", goal={"time_limit_min": 400})

    def test_a_heavy_product_on_fine_hair(self) -> None:
        fine = {"diameter_um": 50}
        shelf = [gel(weight="heavy")]
        self.tells("too_heavy", "flattens it", {"hair": fine, "shelf": shelf})
        self.silent("too_heavy", hair=fine, shelf=[gel(weight="light")])

    def test_a_new_product_without_a_patch_test(self) -> None:
        self.tells("patch_test", "48 hours", {"person": {"allergies": ["coumarin"]}})
        self.silent("patch_test")

    def test_arms_that_get_no_break(self) -> None:
        self.tells("fine_work", "break after every 75", {"goal": COILS})
        self.silent("fine_work", goal={"style": "quick_wash"})

    def test_coconut_flecks_in_a_cool_room(self) -> None:
        shelf = [{"id": "oil", "role": "oil", "ingredients": "Cocos Nucifera Oil"}]
        self.tells("solid_oil", "can fleck", {"shelf": shelf, "room": {"temp_c": 19, "rh": 0.5}})
        self.silent("solid_oil", shelf=shelf, room={"temp_c": 26, "rh": 0.5})

    def test_homemade_gel_that_has_turned(self) -> None:
        self.tells("spoiled", "past its date", {"shelf": [gel(days_left=-2)]})
        self.silent("spoiled", shelf=[gel(days_left=4)])

    def test_glycerin_by_the_sea(self) -> None:
        shelf = [gel(ingredients="Aqua, Glycerin")]
        sea = {"temp_c": 25, "rh": 0.8}
        self.tells("humectant_air", "swells the hair", {"shelf": shelf, "room": sea})
        self.silent("humectant_air", shelf=shelf, room={"temp_c": 21, "rh": 0.5})

    def test_bands_on_dripping_hair(self) -> None:
        goal = {"style": "banded_stretch"}
        edit = [{"op": "remove", "step": "damp"}]
        self.tells("bands_dripping", "dripping hair", {"goal": goal, "edits": edit})
        self.silent("bands_dripping", goal=goal)
