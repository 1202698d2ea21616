"""Hood, bonnet and diffuser as they are set: what each setting does to minutes, heat and words."""

from typing import Any
from unittest import TestCase

from craft.contract.plan import PlanAnswer, Step
from craft.tests.requests import caution_keys, planned
from craft.vocabulary import Station

LOOSE = {"style": "shake_wash_and_go"}
TWISTS = {"style": "two_strand_twist_out"}


def diffused(goal: dict[str, Any] | None = None, **details: str) -> PlanAnswer:
    return planned(goal=LOOSE | (goal or {}), dry="diffuser", details=details)


def hooded(goal: dict[str, Any] | None = None, **details: str) -> PlanAnswer:
    return planned(goal=TWISTS | (goal or {}), dry="hood", dry_min=45, details=details)


def dry_step(answer: PlanAnswer) -> Step:
    return next(step for step in answer.steps if step.key == "dry")


def dry_h(answer: PlanAnswer) -> float:
    hours = answer.drying.h_to_dry
    assert hours is not None
    return hours


class DiffuserTest(TestCase):
    def test_holding_it_taut_costs_minutes(self) -> None:
        usual, taut = dry_step(diffused()), dry_step(diffused(diffusing="taut"))
        self.assertGreaterEqual(taut.hands_on_min, usual.hands_on_min + 3)
        self.assertIn("Hold the hair taut", taut.how)

    def test_less_that_arrives_takes_longer(self) -> None:
        usual = dry_step(diffused()).hands_on_min
        for way in ("hovering", "short_spots", "taut"):
            self.assertGreater(dry_step(diffused(diffusing=way)).hands_on_min, usual, way)
        self.assertGreater(dry_step(diffused(airflow="low")).hands_on_min, usual)
        self.assertLess(dry_h(diffused(airflow="high")), dry_h(diffused()))

    def test_the_step_says_what_was_set(self) -> None:
        self.assertTrue(dry_step(diffused()).how.startswith("Medium heat, medium air. "))
        gentle = dry_step(diffused(heat="low", airflow="low")).how
        self.assertTrue(gentle.startswith("Low heat, low air. "))
        self.assertTrue(dry_step(diffused({"max_heat": "low"})).how.startswith("Low heat, "))

    def test_minutes_are_shared_out_over_the_spots(self) -> None:
        """Some 12 cm across at a time: a short head has fewer spots than a long one."""
        short, long = (
            dry_step(
                planned(goal=LOOSE, dry="diffuser", hair={"length_cm": cm, "relaxed_cm": None})
            )
            for cm in (12, 45)
        )
        spots = [int(step.how.split(". ")[1].split()[0]) for step in (short, long)]
        self.assertLess(*spots)
        self.assertGreater(spots[0], 6)
        self.assertIn("20 s at a time", dry_step(diffused(diffusing="short_spots")).how)

    def test_blown_hard_it_comes_out_less_defined(self) -> None:
        low, usual, high = (
            diffused(airflow=air).finished.day1_definition for air in ("low", "medium", "high")
        )
        self.assertGreater(low, usual)
        self.assertLess(high, usual)


class HoodTest(TestCase):
    def test_a_bonnet_is_cooler_slower_and_at_the_chair(self) -> None:
        rigid, soft = hooded(), hooded(hood="bonnet")
        self.assertEqual(dry_step(rigid).station, Station.HOOD)
        self.assertEqual(dry_step(soft).station, Station.CHAIR)
        self.assertGreater(dry_h(soft), dry_h(rigid))
        self.assertEqual((dry_step(rigid).title, dry_step(soft).title), ("Hood", "Bonnet"))
        self.assertIn("Pull the bonnet over", dry_step(soft).how)
        self.assertEqual(dry_step(soft).wait_title, "under the bonnet")

    def test_cooler_is_slower(self) -> None:
        self.assertGreater(dry_h(hooded(heat="low")), dry_h(hooded()))
        self.assertLess(dry_h(hooded(airflow="high")), dry_h(hooded()))

    def test_more_heat_than_allowed_is_not_offered(self) -> None:
        offered = [choice.detail.value for choice in hooded({"max_heat": "low"}).details]
        self.assertNotIn("heat", offered)
        self.assertIn("airflow", offered)
        none = [choice.detail.value for choice in planned(goal=TWISTS).details]
        self.assertFalse({"hood", "heat", "airflow"} & set(none))

    def test_a_caution_of_medium_heat_follows_the_dryer(self) -> None:
        fragile = {"hair": {"elasticity": "overstretched"}, "goal": LOOSE, "dry": "diffuser"}
        self.assertIn("heat_fragile", caution_keys(planned(**fragile)))
        low = planned(**fragile, details={"heat": "low"})
        self.assertNotIn("heat_fragile", caution_keys(low))
