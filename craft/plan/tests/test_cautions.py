"""Cautions and the changes that answer them. Common practice, no source, unless said otherwise."""

from typing import Any
from unittest import TestCase

from craft.contract import PlanAnswer
from craft.plan.forecast import SAFE_ODDS
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Severity, StopSign

DAMP = {"style": "braid_out", "sections": 14, "release_after_h": 12}
LONG = {"length_cm": 30, "relaxed_cm": 12, "density_per_cm2": 175}


def gel(label: str, **more: Any) -> dict[str, Any]:
    return {"id": "g", "role": "gel", "ingredients": label, **more}


class CautionsTest(TestCase):
    def fires(self, key: str, **changes: Any) -> PlanAnswer:
        answer = planned(**changes)
        self.assertIn(key, caution_keys(answer))
        return answer

    def silent(self, key: str, **changes: Any) -> None:
        self.assertNotIn(key, caution_keys(planned(**changes)))

    def test_sores_stop_the_service_and_say_whom_to_see(self) -> None:
        answer = self.fires("scalp_refer", person={"conditions": ["scalp_sores"]})
        self.assertEqual(answer.steps, [])
        self.assertEqual(answer.cautions[0].severity, Severity.STOP)
        self.assertIn("doctor", answer.cautions[0].text)

    def test_every_stop_sign_stops_and_names_no_illness(self) -> None:
        for sign in StopSign:
            answer = self.fires("scalp_refer", person={"stop_signs": [sign.value]})
            self.assertEqual(answer.steps, [])
            self.assertIn("doctor", answer.cautions[0].text)

    def test_not_dry(self) -> None:
        self.fires("not_dry_at_release", hair=LONG, goal=DAMP)
        self.silent("not_dry_at_release", hair=LONG, goal=DAMP | {"release_after_h": 36})
        self.silent("not_dry_at_release", hair=LONG)

    def test_pins_short(self) -> None:
        answer = self.fires("kit_short", kit={"pins": 10}, goal={"sections": 8})
        self.assertIn("6 short", answer.cautions[0].text)
        self.silent("kit_short", kit={"pins": 16}, goal={"sections": 8})
        self.silent("kit_short", goal={"sections": 8})

    def test_residue(self) -> None:
        # Own bounds: above about 10 g/m² residue, below about 3 lost definition. A plan composes
        # no residue that it then warns of: only a hand can.
        self.fires("residue_risk", layers=[{"role": "gel", "grams": 90}])
        self.silent("residue_risk", hair={"porosity": "high"}, goal={"definition": 1})
        self.silent("residue_risk", hair={"porosity": "medium"}, goal={"definition": 0.5})

    def test_allergen_and_its_way_round(self) -> None:
        person = {"allergies": ["linalool"]}
        self.fires("allergen", person=person, shelf=[gel("Aqua, Linalool")])
        free = {"id": "free", "role": "gel", "ingredients": "Aqua"}
        self.silent("allergen", person=person, shelf=[gel("Aqua, Linalool"), free])
        self.fires("patch_test", person=person)

    def test_silicone_on_a_head_that_is_never_shampooed(self) -> None:
        shelf = [gel("Aqua, Dimethicone")]
        self.fires("silicone_cowash", person={"routine": "cowash_only"}, shelf=shelf)
        self.silent("silicone_cowash", shelf=shelf)

    def test_conditions(self) -> None:
        self.fires("tension_edges", person={"conditions": ["edge_thinning"]})
        self.silent(
            "tension_edges",
            person={"conditions": ["edge_thinning"]},
            goal={"style": "shingle_wash_and_go"},
        )
        for condition in ("pregnancy", "neck_pain"):
            self.fires("basin_posture", person={"conditions": [condition]})
        self.fires("guardian", person={"conditions": ["minor"]})
        self.fires(
            "essential_oil", person={"conditions": ["asthma"]}, shelf=[gel("Mentha Piperita Oil")]
        )

    def test_weights(self) -> None:
        heavy, light = gel("Aqua", weight="heavy"), gel("Aqua", weight="light")
        self.fires("too_heavy", hair={"diameter_um": 50}, shelf=[heavy])
        dense = {"diameter_um": 90, "density_per_cm2": 230}
        self.fires("too_light", hair=dense, shelf=[light])
        self.silent("too_heavy", shelf=[heavy])

    def test_coconut_oil_in_a_cool_room(self) -> None:
        shelf = [{"id": "o", "role": "oil", "ingredients": "Cocos Nucifera Oil"}]
        self.fires("solid_oil", shelf=shelf, room={"temp_c": 20, "rh": 0.5})
        self.silent("solid_oil", shelf=shelf, room={"temp_c": 26, "rh": 0.5})

    def test_thin_film(self) -> None:
        shelf_free = planned(goal={"style": "quick_wash"}, hair={"porosity": "low"})
        self.assertGreater(shelf_free.totals.leave_on_g_per_m2, 3)
        self.silent("thin_film", goal={"style": "quick_wash"}, hair={"porosity": "low"})

    def test_heat_and_time_limits(self) -> None:
        answer = self.fires("heat_limit", dry="hood", goal={"max_heat": "none"})
        self.assertNotIn("dry", [step.key for step in answer.steps])
        answer = self.fires("over_time_limit", goal={"time_limit_min": 60})
        over = answer.totals.first_sitting_min - 60
        text = next(c.text for c in answer.cautions if c.key == "over_time_limit")
        self.assertIn(f"{over:.0f} more", text)

    def test_gravest_first(self) -> None:
        answer = planned(person={"conditions": ["minor", "scalp_sores", "pregnancy"]})
        order = ["stop", "adjust", "remind"]
        grades = [order.index(caution.severity) for caution in answer.cautions]
        self.assertEqual(grades, sorted(grades))


def merged(base: dict[str, Any], change: dict[str, Any]) -> dict[str, Any]:
    return base | {
        key: merged(base.get(key, {}), value) if isinstance(value, dict) else value
        for key, value in change.items()
    }


class FixesTest(TestCase):
    def test_every_fix_makes_the_release_safe(self) -> None:
        request: dict[str, Any] = {"hair": LONG, "goal": DAMP}
        answer = planned(**request)
        self.assertEqual(answer.cautions[0].fixes, [fix.key for fix in answer.fixes])
        self.assertGreaterEqual(len(answer.fixes), 3)
        for fix in answer.fixes:
            fixed = planned(**merged(request, fix.change))
            self.assertNotIn("not_dry_at_release", caution_keys(fixed), fix.key)
            self.assertGreaterEqual(fixed.drying.odds_dry, SAFE_ODDS - 0.01)
            self.assertAlmostEqual(fixed.drying.odds_dry, fix.odds_dry, delta=0.02)

    def test_a_fix_costs_what_it_says(self) -> None:
        request: dict[str, Any] = {"hair": LONG, "goal": DAMP}
        before = planned(**request).totals
        for fix in planned(**request).fixes:
            after = planned(**merged(request, fix.change)).totals
            self.assertAlmostEqual(
                after.hands_on_min - before.hands_on_min, fix.hands_on_min, delta=1.5, msg=fix.key
            )
            self.assertAlmostEqual(
                after.client_min - before.client_min, fix.client_min, delta=1.5, msg=fix.key
            )

    def test_no_hood_is_offered_where_no_heat_is_allowed(self) -> None:
        answer = planned(hair=LONG, goal=DAMP | {"max_heat": "none"})
        self.assertNotIn("hood_first", [fix.key for fix in answer.fixes])


class ReachableTest(TestCase):
    """Every caution of the contract can be reached, with its severity."""

    CASES: tuple[tuple[str, dict[str, Any], str], ...] = (
        ("not_dry_at_release", {"hair": LONG, "goal": DAMP}, "adjust"),
        ("kit_short", {"kit": {"pins": 3}}, "adjust"),
        ("residue_risk", {"layers": [{"role": "gel", "grams": 90}]}, "adjust"),
        ("thin_film", {"layers": [{"role": "oil"}]}, "remind"),
        ("no_bottle", {"shelf": [gel("Aqua")]}, "remind"),
        (
            "silicone_cowash",
            {"person": {"routine": "cowash_only"}, "shelf": [gel("Aqua, Dimethicone")]},
            "adjust",
        ),
        ("allergen", {"person": {"allergies": ["linalool"]}, "shelf": [gel("Linalool")]}, "adjust"),
        ("tension_edges", {"person": {"conditions": ["edge_thinning"]}}, "adjust"),
        ("basin_posture", {"person": {"conditions": ["pregnancy"]}}, "adjust"),
        (
            "no_inversion",
            {"person": {"conditions": ["epilepsy"]}, "goal": {"style": "scrunch_waves"}},
            "adjust",
        ),
        ("scalp_refer", {"person": {"stop_signs": ["open_sores"]}}, "stop"),
        (
            "overnight_mask",
            {"edits": [{"op": "override", "step": "mask", "wait_min": 500}]},
            "adjust",
        ),
        ("patch_test", {"person": {"allergies": ["linalool"]}}, "remind"),
        ("wear_overdue", {"now": {"style": "sewn_in", "worn_days": 71}}, "adjust"),
        ("over_time_limit", {"goal": {"time_limit_min": 30}}, "adjust"),
        (
            "essential_oil",
            {
                "person": {"conditions": ["epilepsy"]},
                "shelf": [gel("Aqua, Mentha Piperita Oil")],
            },
            "adjust",
        ),
        ("guardian", {"person": {"conditions": ["minor"]}}, "remind"),
        (
            "solid_oil",
            {
                "shelf": [{"id": "o", "role": "oil", "ingredients": "Cocos Nucifera Oil"}],
                "room": {"temp_c": 18, "rh": 0.5},
            },
            "remind",
        ),
        (
            "too_heavy",
            {"hair": {"diameter_um": 50}, "shelf": [gel("Aqua", weight="heavy")]},
            "remind",
        ),
        (
            "too_light",
            {
                "hair": {"diameter_um": 95, "density_per_cm2": 240},
                "shelf": [gel("Aqua", weight="light")],
            },
            "remind",
        ),
        ("heat_limit", {"dry": "hood", "goal": {"max_heat": "none"}}, "adjust"),
        ("heat_fragile", {"dry": "hood", "hair": {"elasticity": "overstretched"}}, "adjust"),
    )

    def test_each(self) -> None:
        for key, request, severity in self.CASES:
            with self.subTest(key=key):
                by_key = {caution.key: caution for caution in planned(**request).cautions}
                self.assertIn(key, by_key)
                self.assertEqual(by_key[key].severity, severity)
                self.assertTrue(by_key[key].text and by_key[key].trigger and by_key[key].source)

    def test_an_ordinary_head_is_left_alone(self) -> None:
        self.assertEqual(caution_keys(planned()), [])
