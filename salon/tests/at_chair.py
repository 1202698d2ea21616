"""A visit at the chair, as the tests of the interface begin it."""

from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone
from playwright.sync_api import Page, expect

from craft.contract import parse
from craft.contract.events import EventList
from salon.chair.services import note
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.products.models import Product
from salon.tests.base import MEASURED, an_owner
from salon.tests.browser import BrowserTest
from salon.visits.log import open_visit
from salon.visits.models import Event


def rest(page: Page) -> None:
    """Wait until the last tap is over: a next one no longer counts as a bounce of it."""
    expect(page.locator(".chair button[aria-disabled='true']")).to_have_count(0)


def press_space(page: Page) -> None:
    """Press the key of the large button, once the last tap is over."""
    rest(page)
    page.keyboard.press("Space")


class ChairTest(BrowserTest):
    """One client, one bottle of gel, one visit of a plan.

    Attributes:
        wish: what is planned for the client
    """

    wish: dict[str, Any]
    client: Client
    plan: Plan
    context_options: dict[str, Any] = {"service_workers": "allow"}

    def setUp(self) -> None:
        super().setUp()
        self.user = an_owner()
        self.gel = Product.objects.create(
            name="Clear gel", role="gel", ingredients="Aqua", stock_g=400, unit="pump", unit_g=2
        )
        self.person = add_client({"name": "Runa Pleat"}, MEASURED, self.user)
        self.plan = self.planned(self.person, self.wish)
        self.visit = open_visit(self.plan, self.user)
        self.enter("vera")

    def planned(self, client: Client, wish: dict[str, Any]) -> Plan:
        """A saved plan for a client."""
        return save(client, parse(ClientWish, wish | {"client": client.pk}), self.user)

    def sit(self, until: str = "") -> Page:
        """At the chair, with the steps before one of them skipped."""
        if until:
            self.skip(until)
        self.page.goto(f"/chair/{self.visit.pk}")
        expect(self.page.get_by_role("heading", name="Runa Pleat")).to_be_visible()
        expect(self.page.get_by_text("Saved", exact=True)).to_be_visible()
        return self.page

    def skip(self, until: str) -> None:
        keys = [step.key for step in self.plan.parsed_answer.steps]
        at = timezone.now() - timedelta(hours=1)
        self.log(
            at,
            *[
                ("step_skipped", {"step": key, "reason": "test"})
                for key in keys[: keys.index(until)]
            ],
        )

    def log(self, at: datetime, *entries: tuple[str, dict[str, Any]]) -> None:
        """What was noted elsewhere, a second after another."""
        rows = [
            {
                "id": str(uuid4()),
                "at": (at + timedelta(seconds=number)).isoformat(),
                "kind": kind,
                "data": data,
            }
            for number, (kind, data) in enumerate(entries)
        ]
        note(self.visit, parse(EventList, {"events": rows}).events)

    def kinds(self) -> list[str]:
        return [event.kind for event in Event.objects.filter(visit=self.visit)]
