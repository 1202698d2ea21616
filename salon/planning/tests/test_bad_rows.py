"""One row that cannot be read must never stop the salon."""

from typing import Any

from craft.contract.plan.request import PIECES_MOST
from salon.clients.models import Client
from salon.kit.models import KitItem
from salon.products.models import Product
from salon.tests.base import ApiTest


class BadRowTest(ApiTest):
    def draft(self) -> dict[str, Any]:
        wish = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}
        answer = self.post("/api/plans/draft/", wish)
        self.assertEqual(answer.status_code, 200, answer.content)
        body: dict[str, Any] = answer.json()
        return body

    def left_out(self) -> str:
        cautions = self.draft()["answer"]["cautions"]
        return next((row["text"] for row in cautions if row["key"] == "left_out"), "")

    def test_a_bottle_that_cannot_be_read_is_named_and_the_rest_goes_on(self) -> None:
        Product.objects.create(name="Good gel", role="gel", unit_g=2, stock_g=90)
        self.assertEqual(self.left_out(), "")
        rows = {"unit_g": 250.0, "dwell_min": 9000.0, "weight": "leaden"}
        for column, value in rows.items():
            with self.subTest(column):
                more = {"role": "gel", "stock_g": 50, column: value}
                bad = Product.objects.create(name="Odd gel", **more)
                text = self.left_out()
                self.assertIn("Odd gel", text)
                self.assertIn(column, text)
                request = self.draft()["request"]
                self.assertEqual([row["name"] for row in request["shelf"]], ["Good gel"])
                shelf = self.client.get(f"/api/shelf/?client={self.person.pk}")
                self.assertEqual(shelf.status_code, 200, shelf.content)
                bad.delete()

    def test_dear_drops_do_not_stop_it(self) -> None:
        Product.objects.create(name="Dear", role="oil", stock_g=5, price="99999.00", full_g=1)
        self.assertIn("Dear", self.left_out())

    def test_more_pins_than_anybody_counts(self) -> None:
        for name in ("long", "short"):
            KitItem.objects.create(kind="pin", name=name, count=1500)
        self.assertEqual(self.draft()["request"]["kit"]["pins"], PIECES_MOST)

    def test_rods_of_no_size_a_rod_has(self) -> None:
        KitItem.objects.create(kind="rod", diameter_mm=300, count=4)
        KitItem.objects.create(kind="rod", diameter_mm=20, count=4)
        self.assertIn("rods of 300", self.left_out())

    def test_more_bottles_than_a_plan_looks_at(self) -> None:
        Product.objects.bulk_create(
            Product(name=f"Gel {n}", role="gel", stock_g=50) for n in range(2010)
        )
        self.assertIn("10 bottles", self.left_out())

    def test_a_calibration_no_hand_can_dose_is_refused(self) -> None:
        gel = Product.objects.create(name="Gel", role="gel", stock_g=90)
        for units, grams in ((1, 250), (49, 0.01)):
            body = {"unit": "pump", "readings": [{"units": units, "grams": grams}]}
            answer = self.post(f"/api/products/{gel.pk}/calibration/", body)
            self.assertRefused(answer, "readings", "0.01 to 200 g")
        self.assertIsNone(Product.objects.get().unit_g)
        self.assertTrue(Client.objects.exists())
