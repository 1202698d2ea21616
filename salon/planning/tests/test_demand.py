"""What plans to come take stands in tables: a draft asks little, however many there are."""

from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone

from craft.contract import parse
from salon.clients.models import Client
from salon.kit.models import KitItem
from salon.planning.demand import EXPIRES_AFTER, renew_all_demand
from salon.planning.drawer import kit_for_plan
from salon.planning.models import DEMANDS, KitDemand, Plan, ProductDemand, StationDemand
from salon.planning.outlook import planned_use
from salon.planning.services import draft, save
from salon.planning.wish import ClientWish
from salon.products.models import Product
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest

#: A draft asks the database less often than this.
QUERIES_BELOW = 14


class DemandTest(ApiTest):
    """Gel on the shelf, pins in the drawer."""

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        current_salon()
        cls.gel = Product.objects.create(name="Gel", role="gel", stock_g=300, unit_g=2)
        KitItem.objects.create(kind="pin", count=40)
        KitItem.objects.create(kind="clip", count=8)

    def setUp(self) -> None:
        super().setUp()
        self.tomorrow = timezone.now() + timedelta(days=1)

    def wish(self, start: datetime | None, **more: Any) -> ClientWish:
        wish: dict[str, Any] = {
            "client": self.person.pk,
            "goal": {"style": "flat_twist_out", "sections": 8, "release_after_h": 30},
        }
        if start is not None:
            wish["planned_start"] = start.isoformat()
        return parse(ClientWish, wish | more)

    def planned(self, start: datetime | None, **more: Any) -> Plan:
        return save(self.person, self.wish(start, **more), self.user)

    def rows(self) -> list[int]:
        return [demand.objects.count() for demand in DEMANDS]

    def test_a_plan_to_come_takes_kit_bottles_and_places(self) -> None:
        plan = self.planned(self.tomorrow)
        pins = KitDemand.objects.get(kind="pin")
        self.assertEqual((pins.count, pins.begin), (16, self.tomorrow))
        self.assertGreater(pins.end - pins.begin, timedelta(hours=30))
        gel = ProductDemand.objects.get()
        self.assertEqual(gel.grams, plan.parsed_answer.totals.product_g["gel"])
        basin = StationDemand.objects.filter(station="basin", hands=True)
        self.assertTrue(basin.exists())
        hands = sum(
            (demand.end - demand.begin).total_seconds() / 60
            for demand in StationDemand.objects.filter(hands=True)
        )
        self.assertAlmostEqual(hands, plan.parsed_answer.totals.hands_on_min, delta=0.5)

    def test_a_plan_without_an_hour_takes_nothing(self) -> None:
        self.planned(None)
        self.assertEqual(self.rows(), [0, 0, 0])

    def test_another_hour_another_demand(self) -> None:
        plan = self.planned(self.tomorrow)
        later = self.tomorrow + timedelta(days=3)
        door = f"/api/plans/{plan.pk}/start/"
        body = {"planned_start": later.isoformat()}
        self.client.put(door, body, content_type="application/json")
        self.assertEqual(KitDemand.objects.get(kind="pin").begin, later)
        self.client.put(door, {"planned_start": None}, content_type="application/json")
        self.assertEqual(self.rows(), [0, 0, 0])

    def test_a_revision_takes_the_place_of_what_it_revises(self) -> None:
        first = self.planned(self.tomorrow)
        second = self.planned(self.tomorrow, replaces=first.pk)
        plans = KitDemand.objects.values_list("plan", flat=True).distinct()
        self.assertEqual(list(plans), [second.pk])

    def test_a_plan_that_was_begun_takes_nothing_any_more(self) -> None:
        plan = self.planned(self.tomorrow)
        self.post(f"/api/plans/{plan.pk}/visits/", {"note": "came early"})
        self.assertEqual(self.rows(), [0, 0, 0])
        plan.refresh_from_db()
        self.assertIsNotNone(plan.begun_at)

    def test_what_nobody_came_for_expires(self) -> None:
        self.planned(self.tomorrow)
        when = self.tomorrow + timedelta(hours=1)
        self.assertEqual(kit_for_plan(when, 3)[0].pins, 24)
        KitDemand.objects.update(expires_at=timezone.now() - timedelta(minutes=1))
        self.assertEqual(kit_for_plan(when, 3)[0].pins, 40)
        Plan.objects.update(planned_start=timezone.now() - EXPIRES_AFTER * 2)
        renew_all_demand()
        self.assertEqual(self.rows(), [0, 0, 0])

    def test_the_shelf_sees_what_will_be_taken(self) -> None:
        plan = self.planned(self.tomorrow)
        days = planned_use(timezone.now())[self.gel.pk]
        self.assertEqual(sum(days.values()), plan.parsed_answer.totals.product_g["gel"])

    def test_a_bottle_that_is_gone_is_no_demand(self) -> None:
        plan = self.planned(None)
        self.gel.delete()
        body = {"planned_start": self.tomorrow.isoformat()}
        door = f"/api/plans/{plan.pk}/start/"
        answer = self.client.put(door, body, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertFalse(ProductDemand.objects.exists())


class ScaleTest(DemandTest):
    def queries(self, start: datetime | None) -> int:
        client = Client.objects.get(pk=self.person.pk)
        user = User.objects.select_related("colleague").get(pk=self.user.pk)
        with CaptureQueriesContext(
            connection,
        ) as asked:
            draft(client, self.wish(start), user)
        return len(asked)

    def test_a_draft_asks_little_and_no_more_with_many_plans(self) -> None:
        alone = self.queries(self.tomorrow)
        self.assertLess(alone, QUERIES_BELOW)
        plan = self.planned(self.tomorrow)
        copies = Plan.objects.bulk_create(
            Plan(
                client=self.person,
                title=plan.title,
                style=plan.style,
                request=plan.request,
                answer=plan.answer,
                rules_version=plan.rules_version,
                planned_start=self.tomorrow + timedelta(hours=number),
            )
            for number in range(40)
        )
        renew_all_demand()
        self.assertEqual(KitDemand.objects.values("plan").distinct().count(), len(copies) + 1)
        self.assertEqual(self.queries(self.tomorrow), alone)

    def test_the_kit_page_asks_no_more_with_many_plans(self) -> None:
        def asked() -> int:
            with CaptureQueriesContext(connection) as queries:
                self.client.get("/api/kit/")
            return len(queries)

        self.planned(self.tomorrow)
        asked()  # the first one notes where somebody is signed in
        few = asked()
        for number in range(6):
            self.planned(self.tomorrow + timedelta(hours=number))
        self.assertEqual(asked(), few)
