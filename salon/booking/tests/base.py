"""What the tests of booking share."""

from datetime import date, datetime, time, timedelta
from typing import Any

from django.utils import timezone

from craft.contract import parse
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.tests.base import MEASURED, ApiTest


def next_day(weekday: int = 2) -> date:
    """A date to come on a weekday, Wednesday if nothing else is said."""
    today = timezone.localdate()
    return today + timedelta(days=(weekday - today.weekday()) % 7 + 7)


class BookingTest(ApiTest):
    other: Client

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.other = add_client({"name": "Second Client"}, MEASURED, cls.user)

    def setUp(self) -> None:
        super().setUp()
        self.day = next_day()

    def at(self, hour: int, minute: int = 0) -> datetime:
        return timezone.make_aware(datetime.combine(self.day, time(hour, minute)))

    def plan(self, client: Client | None = None, **goal: Any) -> Plan:
        client = client or self.person
        wish = {"client": client.pk, "goal": {"style": "quick_wash"} | goal}
        return save(client, parse(ClientWish, wish), self.user)

    def book(self, start: datetime, client: Client | None = None, **more: Any) -> Any:
        body = {"client": (client or self.person).pk, "start": start.isoformat()} | more
        return self.post("/api/bookings/", body)

    def board(self) -> dict[str, Any]:
        answer: dict[str, Any] = self.client.get(f"/api/day/?date={self.day}").json()
        return answer
