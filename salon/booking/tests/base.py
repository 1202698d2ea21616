"""What the tests of booking share."""

from datetime import date, datetime, time, timedelta
from typing import Any

from django.utils import timezone

from craft.contract import parse
from salon.heads.models import Head
from salon.heads.services import add_head
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import HeadWish
from salon.tests.base import MEASURED, ApiTest


def next_day(weekday: int = 2) -> date:
    """A date to come on a weekday, Wednesday if nothing else is said."""
    today = timezone.localdate()
    return today + timedelta(days=(weekday - today.weekday()) % 7 + 7)


class BookingTest(ApiTest):
    other: Head

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.other = add_head({"name": "Second Head"}, MEASURED, cls.user)

    def setUp(self) -> None:
        super().setUp()
        self.day = next_day()

    def at(self, hour: int, minute: int = 0) -> datetime:
        return timezone.make_aware(datetime.combine(self.day, time(hour, minute)))

    def plan(self, head: Head | None = None, **goal: Any) -> Plan:
        head = head or self.head
        wish = {"head": head.pk, "goal": {"style": "quick_wash"} | goal}
        return save(head, parse(HeadWish, wish), self.user)

    def book(self, start: datetime, head: Head | None = None, **more: Any) -> Any:
        body = {"head": (head or self.head).pk, "start": start.isoformat()} | more
        return self.post("/api/bookings/", body)

    def board(self) -> dict[str, Any]:
        answer: dict[str, Any] = self.client.get(f"/api/day/?date={self.day}").json()
        return answer
