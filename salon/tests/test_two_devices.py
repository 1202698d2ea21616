"""Two devices at once: nothing twice, nothing lost."""

from typing import Any
from uuid import uuid4

from craft.errors import CraftError
from salon.clients.models import Client
from salon.kit.models import KitItem
from salon.platform.models import SentRequest
from salon.products.models import Product, StockMove
from salon.products.stock import deliver, recount, undo, waste
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest


class OnceTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        self.gel = Product.objects.create(name="Gel", role="gel", stock_g=100)
        self.path = f"/api/products/{self.gel.pk}/stock/"

    def book(self, key: str, **body: Any) -> Any:
        return self.client.post(
            self.path, body, content_type="application/json", headers={"Idempotency-Key": key}
        )

    def test_sent_twice_it_books_once_and_answers_the_same(self) -> None:
        key = str(uuid4())
        answers = [self.book(key, kind="waste", grams=20) for _ in range(3)]
        self.assertEqual({answer.content for answer in answers}, {answers[0].content})
        self.assertEqual({answer.status_code for answer in answers}, {201})
        self.gel.refresh_from_db()
        self.assertEqual((self.gel.stock_g, StockMove.objects.count()), (80, 1))

    def test_another_key_books_again(self) -> None:
        for _ in range(2):
            self.book(str(uuid4()), kind="waste", grams=20)
        self.gel.refresh_from_db()
        self.assertEqual(self.gel.stock_g, 60)

    def test_a_refused_request_gives_its_key_back(self) -> None:
        key = str(uuid4())
        self.assertEqual(self.book(key, kind="waste", grams=-1).status_code, 400)
        self.assertFalse(SentRequest.objects.exists())
        self.assertEqual(self.book(key, kind="waste", grams=20).status_code, 201)

    def test_a_key_stands_for_one_thing(self) -> None:
        key = str(uuid4())
        self.book(key, kind="waste", grams=20)
        self.assertEqual(self.book(key, kind="waste", grams=30).status_code, 409)
        self.assertEqual(self.book("k" * 200, kind="waste", grams=30).status_code, 400)

    def test_clients_are_added_once(self) -> None:
        key = str(uuid4())
        for _ in range(2):
            self.client.post(
                "/api/clients/",
                {"name": "Twice", "observations": []},
                content_type="application/json",
                headers={"Idempotency-Key": key},
            )
        self.assertEqual(Client.objects.filter(name="Twice").count(), 1)


class StockTest(ApiTest):
    """A device that has seen an older stock books against the one that is there."""

    def setUp(self) -> None:
        super().setUp()
        self.gel = Product.objects.create(name="Gel", role="gel", stock_g=100)
        self.stale = Product.objects.get(pk=self.gel.pk)
        waste(Product.objects.get(pk=self.gel.pk), 30, self.user)

    def left(self) -> float:
        self.gel.refresh_from_db()
        return self.gel.stock_g

    def book(self, **body: Any) -> Any:
        return self.post(f"/api/products/{self.gel.pk}/stock/", body)

    def test_two_recounts_come_to_the_last_one(self) -> None:
        recount(self.stale, 55, self.user)
        self.assertEqual(self.left(), 55)

    def test_waste_cannot_take_what_the_other_device_took(self) -> None:
        with self.assertRaisesMessage(CraftError, "Only 70 g are left"):
            waste(self.stale, 80, self.user)
        self.assertEqual(self.left(), 70)

    def test_two_deliveries_stay_within_the_limit(self) -> None:
        stale = Product.objects.get(pk=self.gel.pk)
        deliver(Product.objects.get(pk=self.gel.pk), 19_000, self.user)
        with self.assertRaisesMessage(CraftError, "at most 930 g can be delivered"):
            deliver(stale, 1_000, self.user)
        deliver(stale, 930, self.user)
        self.assertEqual(self.left(), 20_000)

    def test_a_move_put_back_stays_within_the_limit(self) -> None:
        booked = deliver(self.gel, 19_000, self.user)
        undo(booked)
        deliver(self.gel, 19_000, self.user)
        with self.assertRaisesMessage(CraftError, "at most 20000 g"):
            undo(booked, back=True)

    def test_a_recount_of_another_stock_is_asked_about(self) -> None:
        asked = self.book(kind="recount", grams=95, seen_g=100)
        (problem,) = asked.json()["errors"]
        self.assertTrue(problem["ask"])
        self.assertIn("from 100 g to 70 g while you were counting", problem["message"])
        self.assertEqual(self.left(), 70)
        self.assertEqual(self.book(kind="recount", grams=65, seen_g=70).status_code, 201)
        self.book(kind="recount", grams=95, seen_g=100, sure=True)
        self.assertEqual(self.left(), 95)


class VersionTest(ApiTest):
    def patch(self, path: str, body: dict[str, Any]) -> Any:
        return self.client.patch(path, body, content_type="application/json")

    def test_the_second_editor_of_the_salon_is_told(self) -> None:
        version = self.client.get("/api/salon/").json()["version"]
        first = self.patch("/api/salon/", {"name": "Ours", "version": version})
        self.assertEqual(first.json()["version"], version + 1)
        second = self.patch("/api/salon/", {"currency": "CHF", "version": version})
        self.assertRefused(second, "", "Someone else changed this", 409)
        self.assertEqual(current_salon().name, "Ours")

    def test_what_the_salon_learns_meanwhile_is_not_lost(self) -> None:
        salon = current_salon()
        salon.drying_factor = 0.8
        salon.save(update_fields=["drying_factor"])
        self.patch("/api/salon/", {"name": "Ours"})
        self.assertEqual(current_salon().drying_factor, 0.8)

    def test_the_second_count_of_a_drawer_is_told(self) -> None:
        item = KitItem.objects.create(kind="pin", count=40)
        path = f"/api/kit/{item.pk}/"
        self.assertEqual(self.patch(path, {"count": 41, "version": 1}).json()["version"], 2)
        self.assertEqual(self.patch(path, {"count": 39, "version": 1}).status_code, 409)
        item.refresh_from_db()
        self.assertEqual(item.count, 41)
