"""Plans are cancelled, brought back and deleted; clients are archived and renamed."""

from datetime import timedelta

from django.utils import timezone

from craft.contract import parse
from salon.planning.models import KitDemand, Plan, ProductDemand, StationDemand
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.products.models import Product
from salon.tests.base import ApiTest

DEMANDS = (KitDemand, ProductDemand, StationDemand)


class CancelTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        Product.objects.create(name="Gel", role="gel", unit_g=2, stock_g=300)
        start = timezone.now() + timedelta(days=2)
        wish = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}
        wish["planned_start"] = start.isoformat()
        self.plan = save(self.person, parse(ClientWish, wish), self.user)
        self.path = f"/api/plans/{self.plan.pk}/"

    def taken(self) -> list[int]:
        return [demand._default_manager.count() for demand in DEMANDS]

    def test_a_cancelled_plan_takes_nothing_until_it_is_brought_back(self) -> None:
        before = self.taken()
        self.assertTrue(all(before))
        answer = self.post(self.path + "cancellation/", {"reason": "ill"})
        self.assertEqual((answer.status_code, answer.json()["cancel_reason"]), (200, "ill"))
        self.assertEqual(self.taken(), [0, 0, 0])
        self.client.delete(self.path + "cancellation/")
        self.assertEqual(self.taken(), before)

    def test_a_plan_that_was_worked_is_neither_cancelled_nor_deleted(self) -> None:
        self.post(self.path + "visits/", {"note": "fine"})
        self.assertRefused(self.post(self.path + "cancellation/", {}), "plan", "has started")
        self.assertRefused(self.client.delete(self.path), "plan", "stays with it")
        self.assertTrue(Plan.objects.exists())

    def test_deleted_it_is_gone_and_the_revised_one_counts_again(self) -> None:
        start = timezone.now() + timedelta(days=3)
        wish = {"client": self.person.pk, "goal": {"style": "quick_wash"}, "replaces": self.plan.pk}
        wish["planned_start"] = start.isoformat()
        revised = save(self.person, parse(ClientWish, wish), self.user)
        self.assertFalse(StationDemand.objects.filter(plan=self.plan).exists())
        self.assertEqual(self.client.delete(f"/api/plans/{revised.pk}/").status_code, 204)
        self.assertTrue(StationDemand.objects.filter(plan=self.plan).exists())


class ArchiveTest(ApiTest):
    def names(self, query: str = "") -> list[str]:
        rows = self.client.get(f"/api/clients/{query}").json()["results"]
        return [row["name"] for row in rows]

    def test_an_archived_client_leaves_the_lists_and_comes_back(self) -> None:
        path = f"/api/clients/{self.person.pk}/archive/"
        self.assertEqual(self.post(path, {}).status_code, 200)
        self.assertEqual((self.names(), self.names("?archived=1")), ([], ["Measured Client"]))
        self.assertEqual(self.client.get(f"/api/clients/{self.person.pk}/").status_code, 200)
        self.client.delete(path)
        self.assertEqual(self.names(), ["Measured Client"])

    def test_a_client_is_renamed(self) -> None:
        body = {"name": "New Name", "version": self.person.version}
        self.client.patch(f"/api/clients/{self.person.pk}/", body, content_type="application/json")
        self.assertEqual(self.names(), ["New Name"])
