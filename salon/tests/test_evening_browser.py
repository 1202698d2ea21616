"""A set made in the evening, slept on, damp at seven, opened at noon: told, and learned from."""

from datetime import datetime, time, timedelta
from typing import Any
from unittest.mock import patch

from django.utils import timezone
from playwright.sync_api import Page, expect

from craft.contract import parse
from salon.clients.models import OpenedSet
from salon.planning.services import draft
from salon.planning.wish import ClientWish
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.at_chair import ChairTest

#: Hours of the evening and of the day after.
BEGINS, SHAPED, WAKES, NOON, LATER = time(19, 30), time(20, 45), time(7), time(12), time(15)


class EveningBrowserTest(ChairTest):
    context_options: dict[str, Any] = {"service_workers": "block", "timezone_id": "UTC"}
    wish: dict[str, Any] = {
        "goal": {"style": "two_strand_twist_out", "sections": 12},
        "details": {"opened": "home"},
    }

    def setUp(self) -> None:
        self.evening = timezone.now().date()
        self.now = self.at(BEGINS)
        self.enterContext(patch("django.utils.timezone.now", lambda: self.now))
        self.enterContext(timezone.override("UTC"))
        current_salon()
        Salon.objects.update(zone="UTC", bed_time=time(23), wake_time=WAKES)
        super().setUp()

    def at(self, hour: time, days: int = 0) -> datetime:
        day = self.evening + timedelta(days=days)
        return datetime.combine(day, hour, timezone.get_fixed_timezone(0))

    def it_is(self, hour: time, days: int = 0) -> None:
        """The clock of the salon and of every device."""
        self.now = self.at(hour, days)
        self.page.clock.set_fixed_time(self.now)

    def made(self) -> None:
        """The set is made by a quarter to nine, and its client goes home."""
        self.it_is(SHAPED)
        keys = [step.key for step in self.plan.parsed_answer.steps]
        self.log(self.at(BEGINS), ("begun", {}))
        self.log(self.at(SHAPED), *[("step_done", {"step": key, "minutes": 6}) for key in keys])
        self.sit()
        self.page.get_by_role("button", name="Finish visit").click()
        expect(self.page.get_by_text("The visit is finished")).to_be_visible()

    def link(self) -> str:
        page = self.page
        page.goto(f"/clients/{self.person.pk}/wear")
        page.get_by_role("button", name="New link").click()
        address = page.locator(".address a")
        expect(address).to_contain_text("/check-in/")
        return address.inner_text()

    def test_slept_on_told_damp_opened_at_noon_and_learned(self) -> None:
        self.made()
        page: Page = self.page
        page.goto(f"/clients/{self.person.pk}")
        expect(page.get_by_text("in the set, open it on")).to_be_visible()
        address = self.link()

        self.it_is(WAKES, days=1)
        page.goto(address)
        expect(page.get_by_role("heading", name="Before you open it")).to_be_visible()
        page.get_by_text("a little damp", exact=True).click()
        advice = page.locator(".opening [role=status]")
        expect(advice).to_contain_text("Leave it closed")
        expect(advice).to_contain_text("Feel again")
        self.visit.refresh_from_db()
        self.assertIsNone(self.visit.released_at)

        self.it_is(NOON, days=1)
        page.goto(address)
        page.get_by_text("dry", exact=True).click()
        expect(page.locator(".opening li").first).to_contain_text("Feel the roots")
        # Told without a connection, it was opened when it was told, not when it arrives.
        page.context.set_offline(True)
        page.get_by_role("button", name="I have opened it").click()
        expect(page.get_by_text("Saved on this phone.")).to_be_visible()
        self.it_is(LATER, days=1)
        page.context.set_offline(False)
        expect(page.get_by_text("How does it look today?")).to_be_visible()
        expect(page.get_by_role("heading", name="Today: Two-strand twist-out")).to_be_visible()
        expect(page.get_by_text("Before you open it")).to_have_count(0)

        opened = OpenedSet.objects.get()
        self.assertTrue(opened.at_home)
        self.assertAlmostEqual(opened.opened_h, 15.25, delta=0.1)
        page.goto(f"/clients/{self.person.pk}")
        expect(page.get_by_text("best until")).to_be_visible()
        expect(page.get_by_text("open it on")).to_have_count(0)
        page.goto(f"/plans/{self.plan.pk}")
        expect(page.get_by_text("The set was opened")).to_be_visible()
        expect(page.get_by_text("Do not open any section early.")).to_have_count(0)

        wish = parse(ClientWish, self.wish | {"client": self.person.pk})
        again = draft(self.person, wish, self.user)
        self.assertIn("1 opened set of this client", again.request.drying_basis)
        self.assertNotEqual(again.request.drying_factor, 1.0)
