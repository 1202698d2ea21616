"""A set that was made in the salon and is opened at home."""

from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.core.cache import cache
from django.test import Client as ApiClient
from django.utils import timezone

from craft.contract import parse
from craft.contract.events import EventList
from salon.chair.services import note
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.tests.base import ApiTest
from salon.visits.log import open_visit
from salon.visits.models import Visit

#: Shaped so many hours ago.
SHAPED_H = 14.0


class HomeSetTest(ApiTest):
    """A client with a set to open, and the link to tell of it."""

    def setUp(self) -> None:
        super().setUp()
        cache.clear()
        self.visit = self.worked()
        link = self.client.post(f"/api/visits/{self.visit.pk}/check-in-link/")
        self.assertEqual(link.status_code, 201, link.content)
        self.address = f"/api{link.json()['address']}/"
        self.phone = ApiClient()

    def wish(self, **more: Any) -> ClientWish:
        goal = {"style": "two_strand_twist_out", "sections": 12}
        wish = {"client": self.person.pk, "goal": goal, "details": {"opened": "home"}, **more}
        return parse(ClientWish, wish)

    def worked(self) -> Visit:
        """A set that was shaped in the evening, to be opened at home."""
        plan = save(self.person, self.wish(), self.user)
        visit = open_visit(plan, self.user)
        shaped = timezone.now() - timedelta(hours=SHAPED_H)
        rows = [
            self.entry(shaped - timedelta(minutes=50), "begun"),
            *(
                self.entry(shaped, "step_done", step=step.key, minutes=5)
                for step in plan.parsed_answer.steps
            ),
            self.entry(shaped + timedelta(minutes=1), "closed"),
        ]
        return note(visit, parse(EventList, {"events": rows}).events)

    def entry(self, at: datetime, kind: str, **data: Any) -> dict[str, Any]:
        return {"id": str(uuid4()), "at": at.isoformat(), "kind": kind, "data": data}

    def tell(self, dryness: str, *, opened: bool, **more: Any) -> Any:
        body = {"dryness": dryness, "opened": opened} | more
        return self.phone.post(f"{self.address}opening/", body, content_type="application/json")
