"""Rules at the very edge where they begin or end. Common practice, no source."""

from typing import Any
from unittest import TestCase

from craft.contract.base import parse
from craft.contract.events import EventList
from craft.plan.fitness import TENSION_REST_DAYS
from craft.products.doses import most_dose, scalp_dose
from craft.tests.requests import caution_keys, planned
from craft.tests.test_visit import PLAN, entry
from craft.visit.fold import fold
from craft.visit.log import in_order
from craft.vocabulary import Role, Trait


class TensionRestTest(TestCase):
    def again(self, days: float, **past: Any) -> bool:
        before = {"style": "flat_twist_out", "days_ago": days, "scheme": "rows"} | past
        return "tension_again" in caution_keys(planned(past=[before]))

    def test_the_roots_rest_for_four_full_weeks(self) -> None:
        self.assertEqual(TENSION_REST_DAYS, 28)
        self.assertTrue(self.again(28))
        self.assertFalse(self.again(28.1))

    def test_the_same_parting_pulls_again_under_another_style(self) -> None:
        # A slick bun pulls too; parted like today's rows it pulls at the same place.
        self.assertTrue(self.again(5, style="slick_bun", scheme="rows"))
        self.assertFalse(self.again(5, style="slick_bun", scheme="quadrants"))


class FragileHairTest(TestCase):
    def warned(self, dry: str, heat: str, elasticity: str = "overstretched") -> bool:
        hair = {"elasticity": elasticity}
        goal = {"style": "shingle_wash_and_go", "max_heat": heat}
        return "heat_fragile" in caution_keys(planned(dry=dry, goal=goal, hair=hair))

    def test_medium_heat_is_warned_of_under_every_dryer(self) -> None:
        for dry in ("hood", "diffuser"):
            self.assertTrue(self.warned(dry, "medium"), dry)
            self.assertFalse(self.warned(dry, "low"), dry)
            self.assertFalse(self.warned(dry, "medium", "springy"), dry)

    def test_air_is_no_heat(self) -> None:
        self.assertFalse(self.warned("air", "medium"))


class ScalpOilTest(TestCase):
    def test_the_most_that_stays_on_a_scalp(self) -> None:
        self.assertEqual(most_dose(Role.SCALP_OIL), 15)
        # What a large scalp gets three times over is still below it.
        self.assertLess(scalp_dose(Role.SCALP_OIL, 700, 3), most_dose(Role.SCALP_OIL))


class MergedLogTest(TestCase):
    def test_entries_of_one_moment_go_by_device_and_then_by_their_place_there(self) -> None:
        first = entry(1, 50, "score", trait="definition", value=3) | {"device": "a", "seq": 9}
        second = entry(2, 50, "score", trait="definition", value=4) | {"device": "a", "seq": 10}
        third = entry(3, 50, "score", trait="definition", value=5) | {"device": "b", "seq": 1}
        for rows in ([third, second, first], [second, first, third]):
            events = parse(EventList, {"events": rows}).events
            self.assertEqual([event.seq for event in in_order(events)], [9, 10, 1])
            self.assertEqual(fold(PLAN, events).scores[Trait.DEFINITION], 5)
