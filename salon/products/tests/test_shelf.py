"""The shelf: products, what they may be used for, how long they last."""

from datetime import timedelta
from typing import Any

from django.db import IntegrityError, transaction
from django.utils import timezone

from salon.clients.models import Client
from salon.planning.models import Plan
from salon.planning.services import set_start
from salon.products.models import Product
from salon.tests.base import ApiTest

GEL: dict[str, Any] = {
    "name": "Test gel",
    "role": "gel",
    "weight": "medium",
    "unit": "pump",
    "unit_g": 2.0,
    "stock_g": 200,
    "full_g": 500,
    "price": "10.00",
    "ingredients": "Aqua, PVP, Linalool",
}


class ShelfTest(ApiTest):
    """A shelf with one gel on it."""

    def setUp(self) -> None:
        super().setUp()
        answer = self.post("/api/products/", GEL)
        self.assertEqual(answer.status_code, 201, answer.content)
        self.gel = Product.objects.get(pk=answer.json()["id"])

    def patch(self, product: Product, **body: Any) -> Any:
        return self.client.patch(
            f"/api/products/{product.pk}/", body, content_type="application/json"
        )

    def row(self, name: str = "Test gel", query: str = "") -> dict[str, Any]:
        rows = self.client.get(f"/api/shelf/{query}").json()["products"]
        result: dict[str, Any] = next(row for row in rows if row["name"] == name)
        return result

    def sheet(self) -> dict[str, Any]:
        result: dict[str, Any] = self.client.get(f"/api/products/{self.gel.pk}/").json()
        return result


class ProductTest(ShelfTest):
    def test_what_was_typed_is_kept(self) -> None:
        kept = self.sheet()["product"]
        self.assertEqual({name: kept[name] for name in GEL} | {"price": "10.00"}, GEL)

    def test_every_wrong_value_names_its_field_and_range(self) -> None:
        tomorrow = (timezone.localdate() + timedelta(days=1)).isoformat()
        cases: tuple[tuple[dict[str, Any], str, str], ...] = (
            ({"name": ""}, "name", "Enter a name"),
            ({"name": "TEST GEL"}, "name", "with this name"),
            ({"role": "glue"}, "role", "leave_in"),
            ({"also": ["glue"]}, "also.0", "leave_in"),
            ({"weight": "solid"}, "weight", "light, medium, heavy"),
            ({"unit_g": 0}, "unit_g", "0.01 to 200 g"),
            ({"stock_g": -1}, "stock_g", "0 to 20000 g"),
            ({"full_g": 0}, "full_g", "1 to 20000 g"),
            ({"price": "cheap"}, "price", "two decimals"),
            ({"price": -2}, "price", "two decimals"),
            ({"dwell_min": 900}, "dwell_min", "0 to 240 min"),
            ({"dwell_min": 20, "dwell_max_min": 5}, "dwell_max_min", "at least the shortest"),
            ({"opened_on": tomorrow}, "opened_on", "after today"),
            ({"made_on": "yesterday"}, "made_on", "year-month-day"),
            ({"months_after_opening": 0}, "months_after_opening", "1 to 120 months"),
            ({"keeps_days": 4000}, "keeps_days", "1 to 365 days"),
            ({"barcode": "4006381333932"}, "barcode", "check digit"),
            ({"ingredients": "a" * 8001}, "ingredients", "8000"),
        )
        for change, field, words in cases:
            with self.subTest(change=change):
                body = {**GEL, "name": "Another", **change}
                self.assertRefused(self.post("/api/products/", body), field, words)
        self.assertEqual(Product.objects.count(), 1)

    def test_barcodes_with_a_right_check_digit(self) -> None:
        # EAN-13 and EAN-8 with check digits by modulo 10, worked by hand: GS1 General
        # Specifications.
        for barcode in ("2000000000015", "20000011"):
            self.assertEqual(self.patch(self.gel, barcode=barcode).status_code, 200, barcode)

    def test_two_people_editing_are_told(self) -> None:
        version = self.sheet()["product"]["version"]
        self.assertEqual(self.patch(self.gel, note="Mine.", version=version).status_code, 200)
        late = self.patch(self.gel, note="Theirs.", version=version)
        self.assertEqual(late.status_code, 409)
        self.assertEqual(self.sheet()["product"]["note"], "Mine.")

    def test_stock_is_not_changed_by_editing(self) -> None:
        self.patch(self.gel, stock_g=3)
        self.gel.refresh_from_db()
        self.assertEqual(self.gel.stock_g, 200)

    def test_off_the_shelf_and_back(self) -> None:
        self.client.delete(f"/api/products/{self.gel.pk}/")
        self.assertEqual(self.client.get("/api/shelf/").json()["products"], [])
        self.assertEqual(self.sheet()["product"]["name"], "Test gel")
        self.post(f"/api/products/{self.gel.pk}/return/", {})
        self.assertEqual(self.row()["name"], "Test gel")

    def test_the_database_holds_what_must_hold(self) -> None:
        for wrong in ({"unit_g": 0}, {"stock_g": -1}, {"full_g": 0}, {"price": -1}):
            with (
                self.subTest(wrong=wrong),
                self.assertRaises(IntegrityError),
                transaction.atomic(),
            ):
                Product.objects.filter(pk=self.gel.pk).update(**wrong)

    def test_the_label_is_read(self) -> None:
        label = self.sheet()["label"]
        self.assertEqual(
            [ingredient["name"] for ingredient in label["ingredients"]], ["aqua", "pvp", "linalool"]
        )
        self.assertEqual(label["allergens"], ["linalool"])

    def test_a_label_as_it_is_typed(self) -> None:
        answer = self.post("/api/core/label/", {"ingredients": "Aqua, Linalol", "leave_on": False})
        self.assertEqual(answer.json()["unknown"], [{"text": "Linalol", "close": ["linalool"]}])
        self.assertEqual(answer.json()["allergens_named_from_percent"], 0.01)
        self.assertRefused(
            self.post("/api/core/label/", {"leave_on": 3}), "leave_on", "true or false"
        )


class ClientOnTheShelfTest(ShelfTest):
    def test_without_a_client_nothing_is_judged(self) -> None:
        self.assertIsNone(self.row()["fit"])
        self.assertIsNone(self.client.get("/api/shelf/").json()["air"])

    def test_what_may_go_on_this_client_today(self) -> None:
        query = f"?client={self.person.pk}"
        self.assertEqual(self.row(query=query)["fit"]["fits"], "yes")
        Client.objects.filter(pk=self.person.pk).update(allergies=["linalool"])
        fit = self.row(query=query)["fit"]
        self.assertEqual((fit["fits"], fit["best"]), ("no", False))
        self.assertIn("contains linalool", fit["clashes"][0]["text"])
        self.assertEqual(fit["clashes"][0]["trigger"], "allergic to linalool")

    def test_the_air_of_the_salon_counts(self) -> None:
        self.client.patch(
            "/api/salon/", {"room_temp_c": 26, "room_rh": 0.8}, content_type="application/json"
        )
        self.patch(self.gel, ingredients="Aqua, Glycerin, PVP")
        shelf = self.client.get(f"/api/shelf/?client={self.person.pk}").json()
        self.assertGreater(shelf["air"]["dew_point_c"], 18)
        self.assertEqual(shelf["products"][0]["fit"]["clashes"][0]["key"], "humectant_air")

    def test_a_client_that_was_not_measured_says_what_is_missing(self) -> None:
        bare = Client.objects.create(name="Not Measured")
        shelf = self.client.get(f"/api/shelf/?client={bare.pk}").json()
        self.assertTrue(shelf["air"]["missing"])
        self.assertIsNone(shelf["products"][0]["fit"])

    def test_a_client_that_is_not_there(self) -> None:
        self.assertEqual(self.client.get("/api/shelf/?client=99999").status_code, 404)


class DatesTest(ShelfTest):
    def test_opened_long_ago(self) -> None:
        opened = timezone.localdate() - timedelta(days=200)
        self.patch(self.gel, opened_on=opened.isoformat(), months_after_opening=6)
        row = self.row()
        self.assertLess(row["days_left"], 0)
        self.assertTrue(row["spoils_soon"])
        self.assertIn("keeps 6 months after opening", row["keeps_because"])

    def test_a_plan_counts_the_days_until_its_own_day(self) -> None:
        today = timezone.localdate()
        self.patch(self.gel, best_before=(today + timedelta(days=3)).isoformat())
        wish: dict[str, Any] = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}
        now = self.post("/api/plans/draft/", wish).json()["request"]["shelf"][0]
        self.assertEqual(now["days_left"], 3)
        later = (timezone.now() + timedelta(days=9)).isoformat()
        then = self.post("/api/plans/draft/", wish | {"planned_start": later}).json()
        self.assertEqual(then["request"]["shelf"][0]["days_left"], -6)
        self.assertIn("spoiled", [caution["key"] for caution in then["answer"]["cautions"]])


class OutlookTest(ShelfTest):
    def plan_for(self, days: int, **more: Any) -> Plan:
        start = timezone.now() + timedelta(days=days)
        wish = {
            "client": self.person.pk,
            "goal": {"style": "flat_twist_out"},
            "planned_start": start.isoformat(),
        }
        answer = self.post("/api/plans/", wish | more)
        self.assertEqual(answer.status_code, 201, answer.content)
        return Plan.objects.get(pk=answer.json()["id"])

    def gel_of(self, plan: Plan) -> float:
        grams: float = plan.answer["totals"]["product_g"]["gel"]
        return grams

    def test_plans_to_come_are_counted(self) -> None:
        grams = self.gel_of(self.plan_for(2)) + self.gel_of(self.plan_for(5))
        self.assertAlmostEqual(self.row()["outlook"]["planned_g"], grams, delta=0.01)

    def test_a_revised_or_unplanned_one_is_not(self) -> None:
        first = self.plan_for(2)
        self.plan_for(3, replaces=first.pk)
        set_start(self.plan_for(4), None)
        self.assertAlmostEqual(self.row()["outlook"]["planned_g"], self.gel_of(first), delta=0.01)

    def test_running_short_names_the_day(self) -> None:
        plan = self.plan_for(2)
        self.plan_for(6)
        Product.objects.filter(pk=self.gel.pk).update(stock_g=self.gel_of(plan) + 1)
        ahead = self.row()["outlook"]
        expected = timezone.localdate() + timedelta(days=6)
        self.assertEqual(ahead["short_on"], expected.isoformat())
        self.assertEqual((ahead["order_now"], ahead["reorder"]), (True, 1))

    def test_an_hour_can_be_set_later_and_taken_back(self) -> None:
        plan = self.plan_for(2)
        door = f"/api/plans/{plan.pk}/start/"

        def put(value: object) -> Any:
            return self.client.put(door, {"planned_start": value}, content_type="application/json")

        self.assertIsNone(put(None).json()["planned_start"])
        self.assertEqual(self.row()["outlook"]["planned_g"], 0)
        self.assertIsNotNone(put("2026-06-20T10:00:00Z").json()["planned_start"])
        self.assertRefused(put("soon"), "planned_start", "date and a time")
        wish = {"client": self.person.pk, "goal": {"style": "quick_wash"}}
        for wrong in ("soon", False, "2026-06-20T10:00:00", [1]):
            answer = self.post("/api/plans/draft/", wish | {"planned_start": wrong})
            self.assertRefused(answer, "planned_start", "a time with its zone")

    def test_a_page_of_the_shelf_costs_a_fixed_number_of_queries(self) -> None:
        self.client.get("/api/shelf/")
        with self.assertNumQueries(10):
            self.client.get("/api/shelf/")
        Product.objects.bulk_create(
            Product(name=f"Gel {n}", role="gel", stock_g=10) for n in range(40)
        )
        with self.assertNumQueries(10):
            self.client.get("/api/shelf/")


class PairsTest(ShelfTest):
    def setUp(self) -> None:
        super().setUp()
        self.cream = Product.objects.create(
            name="Cream", role="cream", stock_g=300, ingredients="Aqua"
        )

    def rub(self, result: str, first: int | None = None) -> Any:
        body = {"first": first or self.gel.pk, "second": self.cream.pk, "result": result}
        return self.post("/api/palm-tests/", body)

    def test_what_flakes_is_kept_apart_in_every_plan(self) -> None:
        Product.objects.create(name="Other gel", role="gel", stock_g=900, unit_g=2)
        wish = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}

        def gel() -> str:
            steps = self.post("/api/plans/draft/", wish).json()["answer"]["steps"]
            return next(p["name"] for s in steps for p in s["products"] if p["role"] == "gel")

        self.assertEqual(gel(), "Test gel")
        self.assertEqual(self.rub("flakes").status_code, 201)
        self.assertEqual(gel(), "Other gel")
        self.rub("clear")
        self.assertEqual(gel(), "Test gel")

    def test_both_orders_are_one_pair(self) -> None:
        self.rub("clear")
        turned = {"first": self.cream.pk, "second": self.gel.pk, "result": "flakes"}
        self.post("/api/palm-tests/", turned)
        (pair,) = self.client.get("/api/shelf/").json()["pairs"]
        self.assertEqual((pair["flakes"], pair["tested"]), (True, True))
        self.assertIn("on the palm they flake", pair["because"])

    def test_a_product_with_itself(self) -> None:
        self.assertRefused(self.rub("clear", first=self.cream.pk), "second", "two different")

    def test_wrong_words_and_products(self) -> None:
        self.assertRefused(self.rub("explodes"), "result", "clear, flakes")
        self.assertEqual(self.rub("clear", first=9999).status_code, 400)
