"""The chair, driven in the browser: by keys, by taps, without a connection, on two devices."""

import re
from datetime import timedelta
from typing import Any

from django.utils import timezone
from playwright.sync_api import Page, expect

from craft.contract import parse
from salon.checks.browser import PHONE
from salon.heads.models import Head
from salon.heads.services import add_head
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import HeadWish
from salon.shelf.models import Product
from salon.tests.base import MEASURED, an_owner
from salon.tests.test_browser import PATIENCE, BrowserTest
from salon.visits.log import events_of, open_visit
from salon.visits.models import Event, Visit

GOAL = {"style": "flat_twist_out", "sections": 4, "release_after_h": 24}


class ChairBrowserTest(BrowserTest):
    head: Head
    plan: Plan
    context_options: dict[str, Any] = {"service_workers": "allow"}

    def setUp(self) -> None:
        super().setUp()
        self.user = an_owner()
        self.gel = Product.objects.create(
            name="Clear gel", role="gel", ingredients="Aqua", stock_g=400, unit="pump", unit_g=2
        )
        self.head = add_head({"name": "Runa Pleat"}, MEASURED, self.user)
        wish = {"head": self.head.pk, "goal": GOAL}
        self.plan = save(self.head, parse(HeadWish, wish), self.user)
        self.visit = open_visit(self.plan, self.user)
        self.enter("vera")

    def sit(self, until: str = "") -> Page:
        """At the chair, with the steps before one of them skipped."""
        if until:
            self.skip(until)
        self.page.goto(f"/chair/{self.visit.pk}")
        expect(self.page.get_by_role("heading", name="Runa Pleat")).to_be_visible()
        expect(self.page.get_by_text("All on the server")).to_be_visible()
        return self.page

    def skip(self, until: str) -> None:
        from uuid import uuid4

        from craft.contract.visit import EventList
        from salon.chair.services import note

        keys = [step.key for step in self.plan.answered.steps]
        at = timezone.now() - timedelta(hours=1)
        rows = [
            {
                "id": str(uuid4()),
                "at": (at + timedelta(seconds=number)).isoformat(),
                "kind": "step_skipped",
                "data": {"step": key, "reason": "test"},
            }
            for number, key in enumerate(keys[: keys.index(until)])
        ]
        note(self.visit, parse(EventList, {"events": rows}).events)

    def kinds(self) -> list[str]:
        return [event.kind for event in Event.objects.filter(visit=self.visit)]

    def test_begun_from_the_plan_and_run_by_the_space_bar(self) -> None:
        self.visit.delete()
        self.page.goto(f"/plans/{self.plan.pk}")
        self.page.get_by_role("button", name="Begin at the chair").click()
        expect(self.page).to_have_url(re.compile(r"/chair/\d+$"))
        self.visit = Visit.objects.get()
        first, second = self.plan.answered.steps[:2]
        expect(self.page.get_by_role("heading", name=first.title, exact=True)).to_be_visible()
        self.page.keyboard.press("Space")
        expect(self.page.get_by_role("button", name="Done")).to_be_visible()
        self.page.keyboard.press("Space")
        expect(self.page.get_by_role("heading", name=second.title, exact=True)).to_be_visible()
        expect(self.page.get_by_text("All on the server")).to_be_visible()
        self.assertEqual(self.kinds()[:3], ["begun", "step_started", "step_done"])
        self.page.keyboard.press("Backspace")
        expect(self.page.get_by_role("heading", name=first.title, exact=True)).to_be_visible()

    def test_a_step_is_skipped_with_its_reason(self) -> None:
        page = self.sit()
        page.keyboard.press("s")
        page.get_by_role("button", name="no time").click()
        after = self.plan.answered.steps[1].title
        expect(page.get_by_role("heading", name=after, exact=True)).to_be_visible()
        expect(page.get_by_text("All on the server")).to_be_visible()
        self.assertEqual(Event.objects.get(kind="step_skipped").data["reason"], "no time")

    def test_a_forgotten_section_is_asked_about(self) -> None:
        page = self.sit(until="shape")
        page.keyboard.press("Space")
        for number in "124":
            page.keyboard.press(number)
            expect(
                page.get_by_text(f"{ {'1': 3, '2': 2, '4': 1}[number] } section")
            ).to_be_visible()
        page.keyboard.press("Space")
        expect(page.get_by_text("Sections 3 are not ticked.")).to_be_visible()
        page.get_by_role("button", name="Leave it").click()
        page.locator("[data-section='3']").click()
        expect(page.get_by_text("Every section is done.")).to_be_visible()
        page.keyboard.press("Space")
        expect(page.get_by_text("All on the server")).to_be_visible()
        self.assertEqual(self.kinds().count("section_done"), 4)

    def test_an_uneven_side_is_caught_while_it_can_be_mended(self) -> None:
        page = self.sit(until="lay_in")
        page.keyboard.press("Space")
        gel = page.get_by_role("region", name="Clear gel")
        for grams, number in (("3", "1"), ("2", "2")):
            gel.get_by_role("button", name="Other").click()
            gel.get_by_label("Grams taken").fill(grams)
            gel.get_by_role("button", name="Note it").click()
            gel.get_by_role("button", name="Other").click()
            page.keyboard.press(number)
            expect(page.get_by_text("All on the server")).to_be_visible()
        expect(page.get_by_text(re.compile("Add 1.0 g there before it dries"))).to_be_visible()

    def test_what_sits_is_timed_and_not_cut_short_unasked(self) -> None:
        page = self.sit(until="mask")
        page.keyboard.press("Space")
        expect(page.get_by_role("button", name="Done")).to_be_visible()
        page.keyboard.press("Space")
        expect(page.get_by_role("timer").filter(has_text="to go").first).to_be_visible()
        page.keyboard.press("Space")
        expect(page.get_by_text("Too short it does little.")).to_be_visible()
        page.get_by_role("button", name="Let it sit").click()
        expect(page.get_by_text("All on the server")).to_be_visible()
        page.reload()
        expect(page.get_by_role("timer").filter(has_text="to go").first).to_be_visible()
        bench = page.get_by_role("complementary", name="In the salon now")
        expect(bench).to_contain_text("Runa Pleat")

    def test_a_set_that_is_damp_is_opened_only_with_a_reason_and_judged(self) -> None:
        page = self.sit(until="release")
        gate = page.get_by_role("region", name="May it be opened?")
        expect(gate.get_by_role("button", name="Open it")).to_be_disabled()
        gate.get_by_role("group", name="Roots").get_by_text("damp").click()
        expect(gate.get_by_text("under the hood")).to_be_visible()
        gate.get_by_label("Why it is opened damp").fill("a wedding at four")
        gate.get_by_role("button", name="Open it damp").click()
        page.keyboard.press("Space")
        page.get_by_role("button", name="Done all the same").click()
        steps = self.plan.answered.steps
        for after in steps[[step.key for step in steps].index("release") + 1 :]:
            expect(page.get_by_role("heading", name=after.title, exact=True)).to_be_visible()
            page.keyboard.press("s")
            page.get_by_role("button", name="not needed today").click()
        expect(page.get_by_role("heading", name="How it turned out")).to_be_visible()
        page.get_by_role("button", name="Definition 4").click()
        page.get_by_role("group", name="How it feels").get_by_text("hurts").click()
        expect(page.get_by_text("advise to see a doctor")).to_be_visible()
        page.get_by_label("next time").fill("4 more sections")
        page.get_by_role("button", name="The visit is over").click()
        expect(page.get_by_role("link", name="See the visit")).to_be_visible()
        expect(page.get_by_text("All on the server")).to_be_visible()
        visit = Visit.objects.get()
        self.assertEqual((visit.state, visit.definition), ("done", 4))
        self.assertIn("pain", visit.flags)
        self.assertIn("released_damp", visit.flags)

    def test_another_product_is_drawn_from_the_shelf_once(self) -> None:
        other = Product.objects.create(
            name="Sea gel", role="gel", ingredients="Aqua", stock_g=300, unit="pump", unit_g=2
        )
        page = self.sit(until="lay_in")
        page.keyboard.press("Space")
        page.get_by_role("button", name="Other product").click()
        page.get_by_role("group").get_by_text("Clear gel", exact=True).click()
        page.get_by_role("combobox", name="Instead of Clear gel").press("Enter")
        page.get_by_role("option", name=re.compile("Sea gel")).click()
        page.get_by_role("button", name="Keep").click()
        gel = page.get_by_role("region", name="Clear gel")
        gel.get_by_role("button", name="That much").click()
        expect(gel.get_by_text("noted")).to_be_visible()
        expect(page.get_by_text("All on the server")).to_be_visible()
        other.refresh_from_db()
        self.gel.refresh_from_db()
        self.assertLess(other.stock_g or 0, 300)
        self.assertEqual(self.gel.stock_g, 400)

    def test_the_rest_is_planned_anew_in_the_middle(self) -> None:
        page = self.sit(until="lay_in")
        page.keyboard.press("Space")
        page.keyboard.press("1")
        expect(page.get_by_text("3 sections to go")).to_be_visible()
        page.get_by_role("button", name="Other sections").click()
        page.get_by_label("Sections", exact=True).fill("6")
        page.get_by_role("button", name="What then?").click()
        page.get_by_role("button", name="Go on so").click()
        expect(page.get_by_text("5 sections to go")).to_be_visible()
        self.assertEqual(len(Visit.objects.get().plan.answered.sections), 6)

    def test_by_the_whole_screen_a_tap_anywhere_is_enough(self) -> None:
        page = self.sit()
        first, second = self.plan.answered.steps[:2]
        page.get_by_role("button", name="Whole screen").click()
        page.mouse.click(640, 600)
        expect(page.get_by_role("button", name=re.compile(f"{first.title}.*Done"))).to_be_visible()
        page.keyboard.press("PageDown")
        large = re.compile(f"^{second.title}.*Tap anywhere")
        expect(page.get_by_role("button", name=large)).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("heading", name=second.title, exact=True)).to_be_visible()

    def test_without_a_connection_it_goes_on_and_two_devices_merge(self) -> None:
        page = self.sit(until="shape")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.reload()
        expect(page.get_by_text("All on the server")).to_be_visible()
        assert page.context.browser is not None
        device = page.context.browser.new_context(
            base_url=self.live_server_url, viewport=PHONE, locale="en-GB", reduced_motion="reduce"
        )
        device.set_default_timeout(PATIENCE)
        device.add_cookies(page.context.cookies())  # type: ignore[arg-type]
        second = device.new_page()
        second.goto(f"/chair/{self.visit.pk}")
        expect(second.get_by_text("All on the server")).to_be_visible()
        page.context.set_offline(True)
        device.set_offline(True)
        try:
            page.keyboard.press("Space")
            page.keyboard.press("1")
            expect(page.get_by_text("2 entries not on the server yet")).to_be_visible()
            expect(page.get_by_text("No connection")).to_be_visible()
            second.keyboard.press("2")
            expect(second.get_by_text("3 sections to go")).to_be_visible()
            page.reload()
            expect(page.get_by_role("heading", name="Runa Pleat")).to_be_visible()
            expect(page.get_by_text(re.compile("entries not on the server yet"))).to_be_visible()
            page.keyboard.press("4")
            expect(page.get_by_text("2 sections to go")).to_be_visible()
        finally:
            page.context.set_offline(False)
            device.set_offline(False)
        for other in (page, second):
            expect(other.get_by_text("All on the server")).to_be_visible()
            expect(other.get_by_text("1 section to go: 3")).to_be_visible()
        device.close()
        folded = events_of(self.visit)
        ticks = sorted(e.data.section for e in folded if e.kind == "section_done")
        self.assertEqual(ticks, [1, 2, 4], "each once")
