"""What is put ready before a service: common practice, no source."""

from typing import Any
from unittest import TestCase

from craft.contract import PlanRequest, parse
from craft.contract.chair import ChairRequest, LayOutItem
from craft.contract.events import EventList
from craft.plan.planner import plan
from craft.tests.requests import plan_request
from craft.tests.test_visit import TEN, entry
from craft.visit.chair import chair

SHELF = [
    {"id": "7", "name": "Clear gel", "role": "gel", "unit_g": 2, "stock_g": 400},
    {"id": "8", "name": "Sea gel", "role": "gel", "unit_g": 2, "stock_g": 300},
    {"id": "9", "name": "Leave-in", "role": "leave_in", "stock_g": 300},
]


def laid(
    stock: dict[str, float] | None = None, events: Any = (), **changes: Any
) -> dict[str, LayOutItem]:
    """What is laid out, by key."""
    asked = parse(PlanRequest, plan_request(**{"shelf": SHELF} | changes))
    log = parse(EventList, {"events": list(events)}).events if events else []
    request = ChairRequest(plan=plan(asked), asked=asked, events=log, now=TEN, stock=stock or {})
    return {item.key: item for item in chair(request).lay_out}


class LayOutTest(TestCase):
    def test_a_bottle_is_laid_out_once_with_all_it_gives(self) -> None:
        layers = [{"role": "gel", "bottle": "7"}, {"role": "gel", "bottle": "7", "on": "ends"}]
        item = laid(layers=layers)["bottle 7"]
        asked = parse(PlanRequest, plan_request(shelf=SHELF, layers=layers))
        doses = [dose for step in plan(asked).steps for dose in step.products if dose.id == "7"]
        self.assertEqual(len(doses), 2)
        self.assertAlmostEqual(item.grams or 0, sum(dose.grams for dose in doses), places=1)
        self.assertEqual(item.units, sum(dose.units or 0 for dose in doses))

    def test_what_the_shelf_holds_now_counts(self) -> None:
        chosen = {"gel": "7"}
        self.assertEqual(laid(bottles=chosen)["bottle 7"].short, "")
        short = laid(stock={"7": 3.0}, bottles=chosen)["bottle 7"]
        self.assertEqual((short.short, short.instead), ("3 g left", "Sea gel"))

    def test_what_touches_an_allergy_is_not_offered_instead(self) -> None:
        shelf = [SHELF[0], SHELF[1] | {"ingredients": "Aqua, Linalool"}]
        person = {"night": "scarf", "allergies": ["linalool"]}
        item = laid(stock={"7": 3.0}, shelf=shelf, person=person)["bottle 7"]
        self.assertEqual((item.short, item.instead), ("3 g left", ""))

    def test_a_role_without_a_bottle_is_told(self) -> None:
        self.assertEqual(laid()["bottle mask"].short, "none on the shelf")

    def test_rods_pins_and_what_the_drawer_lacks(self) -> None:
        kit = {"rods": [{"diameter_mm": 12, "count": 20}, {"diameter_mm": 16, "count": 40}]}
        goal = {"style": "rod_set", "sections": 30, "rod_mm": 12}
        rods = laid(goal=goal, kit=kit | {"clips": 2})
        self.assertIn("30 rods of 12 mm", rods["rod 12"].text)
        self.assertEqual(rods["rod 12"].short, "10 missing")
        self.assertIn("of 16 mm", rods["rod 12"].instead)
        self.assertRegex(rods["clip"].short, r"^\d+ missing$")

    def test_linen_and_water(self) -> None:
        items = laid(
            goal={"style": "two_strand_twist_out"},
            school={"distribution": "cycle", "rewet": "drench"},
            details={"waiting": "cap"},
        )
        self.assertEqual(items["cap"].text, "2 caps")
        self.assertLessEqual({"towel", "cloth", "water"}, set(items))
        self.assertNotIn("water", laid())

    def test_nothing_is_laid_out_once_it_has_begun(self) -> None:
        self.assertEqual(laid(events=[entry(1, 0, "step_started", step="cleanse")]), {})
