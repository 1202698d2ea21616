"""The chair, driven in the browser: by keys, by taps, without a connection, on two devices."""

import re
from datetime import timedelta
from typing import Any
from unittest.mock import patch

from django.utils import timezone
from playwright.sync_api import Page, expect

from craft.vocabulary import Role
from salon.checks.browser import PHONE
from salon.clients.services import add_client
from salon.kit.models import KitItem, KitUse
from salon.products.models import Product
from salon.salon_settings.services import current_salon
from salon.tests.at_chair import ChairTest, press_space, rest
from salon.tests.base import MEASURED
from salon.tests.browser import PATIENCE
from salon.visits.kit import take_kit
from salon.visits.log import events_of, open_visit
from salon.visits.models import Event, Visit, VisitStep

GOAL = {"style": "flat_twist_out", "sections": 4, "release_after_h": 24}
#: Products first, then shaping: each a step of its own.
IN_STEPS = {"distribution": "section"}
COILS = {"style": "finger_coils", "sections": 60}


class ChairBrowserTest(ChairTest):
    wish: dict[str, Any] = {"goal": GOAL, "school": IN_STEPS}

    def test_begun_from_the_plan_and_run_by_the_space_bar(self) -> None:
        self.visit.delete()
        self.page.goto(f"/plans/{self.plan.pk}")
        self.page.get_by_role("button", name="Start at the chair").click()
        expect(self.page).to_have_url(re.compile(r"/chair/\d+$"))
        self.visit = Visit.objects.get()
        first, second = self.plan.parsed_answer.steps[:2]
        expect(self.page.get_by_role("heading", name=first.title, exact=True)).to_be_visible()
        press_space(self.page)
        expect(self.page.get_by_role("button", name="Done")).to_be_visible()
        press_space(self.page)
        expect(self.page.get_by_role("heading", name=second.title, exact=True)).to_be_visible()
        expect(self.page.get_by_text("Saved", exact=True)).to_be_visible()
        self.assertEqual(self.kinds()[:3], ["begun", "step_started", "step_done"])
        self.page.keyboard.press("Backspace")
        expect(self.page.get_by_role("heading", name=first.title, exact=True)).to_be_visible()

    def test_a_visit_is_ended_early_with_its_reason_and_undone(self) -> None:
        page = self.sit()
        page.get_by_role("button", name="End visit early").click()
        page.get_by_role("button", name="no time").click()
        expect(page.get_by_role("button", name="Finish visit")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        steps = len(self.plan.parsed_answer.steps)
        self.assertEqual(self.kinds(), ["begun"] + ["step_skipped"] * steps + ["note"])
        page.get_by_role("button", name="Finish visit").click()
        expect(page.get_by_text("Nothing is scored yet")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        first = self.plan.parsed_answer.steps[0].title
        expect(page.get_by_role("heading", name=first, exact=True)).to_be_visible()

    def test_a_key_that_bounces_counts_once(self) -> None:
        page = self.sit()
        page.evaluate(
            """() => {
                for (let press = 0; press < 6; press++)
                    document.body.dispatchEvent(
                        new KeyboardEvent('keydown', { key: ' ', bubbles: true }),
                    )
            }"""
        )
        expect(page.get_by_role("button", name="Done")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        self.assertEqual(self.kinds(), ["begun", "step_started"])

    def test_a_step_is_skipped_with_its_reason(self) -> None:
        page = self.sit()
        page.keyboard.press("s")
        page.get_by_role("button", name="no time").click()
        after = self.plan.parsed_answer.steps[1].title
        expect(page.get_by_role("heading", name=after, exact=True)).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        self.assertEqual(Event.objects.get(kind="step_skipped").data["reason"], "no time")

    def test_a_forgotten_section_is_asked_about(self) -> None:
        page = self.sit(until="shape")
        press_space(page)
        for number in "124":
            page.keyboard.press(number)
            expect(
                page.get_by_text(f"{ {'1': 3, '2': 2, '4': 1}[number] } section")
            ).to_be_visible()
        press_space(page)
        expect(page.get_by_text("Section 3 is not ticked.")).to_be_visible()
        page.get_by_role("button", name="Cancel").click()
        page.locator("[data-section='3']").click()
        expect(page.get_by_text("Every section is done.")).to_be_visible()
        press_space(page)
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        self.assertEqual(self.kinds().count("section_done"), 4)

    def test_one_tap_notes_the_sections_that_share_an_amount(self) -> None:
        self.visit.delete()
        self.plan = self.planned(self.person, {"goal": COILS, "school": IN_STEPS})
        self.visit = open_visit(self.plan, self.user)
        page = self.sit(until="lay_in")
        press_space(page)
        gel = page.get_by_role("region", name="Clear gel")
        expect(gel).to_contain_text(re.compile("Sections 1 to [0-9]+ · .* g for the whole head"))
        gel.get_by_role("button", name="Used as planned").click()
        expect(gel).to_contain_text(re.compile("recorded.*✓ Sections 1 to", re.DOTALL))
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        (dose,) = [event.data for event in Event.objects.filter(visit=self.visit, kind="dose")]
        self.assertEqual(dose["sections"], list(range(1, len(dose["sections"]) + 1)))
        self.assertIn(dose["units"], (0.25, 0.5, 1))
        self.assertAlmostEqual(dose["grams"], dose["units"] * 2, delta=0.5)
        # Taken back, it can be taken again.
        page.get_by_role("button", name="Undo").click()
        expect(gel.get_by_role("button", name="Used as planned")).to_be_visible()

    def test_an_uneven_side_is_caught_while_it_can_be_mended(self) -> None:
        page = self.sit(until="lay_in")
        press_space(page)
        gel = page.get_by_role("region", name="Clear gel")
        for grams, number in (("3", "1"), ("2", "2")):
            gel.get_by_role("button", name="Other amount").click()
            gel.get_by_label("Amount taken").fill(grams)
            gel.get_by_role("button", name="Record dose").click()
            gel.get_by_role("button", name="Other amount").click()
            page.keyboard.press(number)
            expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        expect(page.get_by_text(re.compile("Add 1.0 g on the right side"))).to_be_visible()

    def test_what_sits_is_timed_and_not_cut_short_unasked(self) -> None:
        page = self.sit(until="mask")
        press_space(page)
        expect(page.get_by_role("button", name="Done")).to_be_visible()
        press_space(page)
        expect(page.get_by_role("timer").filter(has_text="left").first).to_be_visible()
        press_space(page)
        expect(page.get_by_text("Stopping early makes it less effective.")).to_be_visible()
        page.get_by_role("button", name="Keep waiting").click()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        page.reload()
        expect(page.get_by_role("timer").filter(has_text="left").first).to_be_visible()
        bench = page.get_by_role("complementary", name="In the salon now")
        expect(bench).to_contain_text("Runa Pleat")

    def test_a_set_that_is_damp_is_opened_only_with_a_reason_and_judged(self) -> None:
        page = self.sit(until="release")
        gate = page.get_by_role("region", name="Ready to open?")
        expect(gate.get_by_role("button", name="Open it")).to_be_disabled()
        gate.get_by_role("group", name="Roots").get_by_text("damp").click()
        expect(gate.get_by_text("under the hood")).to_be_visible()
        gate.get_by_label("Reason for opening it damp").fill("a wedding at four")
        gate.get_by_role("button", name="Open it damp").click()
        press_space(page)
        expect(page.get_by_text("Sections 1, 2, 3, 4 are not opened yet")).to_be_visible()
        expect(page.get_by_role("button", name="Finish anyway")).to_have_count(0)
        page.get_by_role("button", name="Cancel").click()
        for number in "1234":
            page.keyboard.press(number)
        expect(page.get_by_text("Every section is done.")).to_be_visible()
        press_space(page)
        steps = self.plan.parsed_answer.steps
        for after in steps[[step.key for step in steps].index("release") + 1 :]:
            expect(page.get_by_role("heading", name=after.title, exact=True)).to_be_visible()
            page.keyboard.press("s")
            page.get_by_role("button", name="not needed today").click()
        expect(page.get_by_role("heading", name="Results")).to_be_visible()
        page.get_by_role("button", name="Definition 4").click()
        page.get_by_role("group", name="How it feels").get_by_text("hurts").click()
        expect(page.get_by_text("advise seeing a doctor")).to_be_visible()
        page.get_by_label("next time").fill("4 more sections")
        page.get_by_role("button", name="Finish visit").click()
        expect(page.get_by_role("link", name="View visit")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        visit = Visit.objects.get()
        self.assertEqual((visit.state, visit.definition), ("done", 4))
        self.assertIn("pain", visit.flags)
        self.assertIn("released_damp", visit.flags)

    def test_another_product_is_drawn_from_the_shelf_once(self) -> None:
        other = Product.objects.create(
            name="Sea gel", role="gel", ingredients="Aqua", stock_g=300, unit="pump", unit_g=2
        )
        page = self.sit(until="lay_in")
        press_space(page)
        page.get_by_role("button", name="Swap product").click()
        page.get_by_role("group").get_by_text("Clear gel", exact=True).click()
        page.get_by_role("combobox", name="Replace Clear gel with").press("Enter")
        page.get_by_role("option", name=re.compile("Sea gel")).click()
        page.get_by_role("button", name="Save note").click()
        gel = page.get_by_role("region", name="Clear gel")
        gel.get_by_role("button", name="Used as planned").click()
        expect(gel.get_by_text("recorded")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        other.refresh_from_db()
        self.gel.refresh_from_db()
        self.assertLess(other.stock_g or 0, 300)
        self.assertEqual(self.gel.stock_g, 400)

    def test_the_rest_is_planned_anew_in_the_middle(self) -> None:
        page = self.sit(until="lay_in")
        press_space(page)
        page.keyboard.press("1")
        expect(page.get_by_text("3 sections left")).to_be_visible()
        page.get_by_role("button", name="Change sections").click()
        page.get_by_label("Number of sections", exact=True).fill("6")
        page.get_by_role("button", name="Show the effect").click()
        page.get_by_role("button", name="Apply").click()
        expect(page.get_by_text("5 sections left")).to_be_visible()
        self.assertEqual(len(Visit.objects.get().plan.parsed_answer.sections), 6)

    def test_by_the_whole_screen_a_tap_anywhere_is_enough(self) -> None:
        page = self.sit()
        first, second = self.plan.parsed_answer.steps[:2]
        page.get_by_role("button", name="Full screen").click()
        page.mouse.click(640, 600)
        expect(page.get_by_role("button", name=re.compile(f"{first.title}.*Done"))).to_be_visible()
        rest(page)
        page.keyboard.press("PageDown")
        large = re.compile(f"^{second.title}.*Tap anywhere")
        expect(page.get_by_role("button", name=large)).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("heading", name=second.title, exact=True)).to_be_visible()

    def test_without_a_connection_it_goes_on_and_two_devices_merge(self) -> None:
        page = self.sit(until="shape")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.reload()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        assert page.context.browser is not None
        device = page.context.browser.new_context(
            base_url=self.live_server_url, viewport=PHONE, locale="en-GB", reduced_motion="reduce"
        )
        device.set_default_timeout(PATIENCE)
        device.add_cookies(page.context.cookies())  # type: ignore[arg-type]
        second = device.new_page()
        second.goto(f"/chair/{self.visit.pk}")
        expect(second.get_by_text("Saved", exact=True)).to_be_visible()
        page.context.set_offline(True)
        device.set_offline(True)
        try:
            press_space(page)
            page.keyboard.press("1")
            expect(page.get_by_text("2 entries waiting to be sent")).to_be_visible()
            expect(page.get_by_text("No connection")).to_be_visible()
            second.keyboard.press("2")
            expect(second.get_by_text("3 sections left")).to_be_visible()
            page.reload()
            expect(page.get_by_role("heading", name="Runa Pleat")).to_be_visible()
            expect(page.get_by_text(re.compile("entries waiting to be sent"))).to_be_visible()
            page.keyboard.press("4")
            expect(page.get_by_text("2 sections left")).to_be_visible()
        finally:
            page.context.set_offline(False)
            device.set_offline(False)
        for other in (page, second):
            expect(other.get_by_text("Saved", exact=True)).to_be_visible()
            expect(other.get_by_text("1 section left: 3")).to_be_visible()
        device.close()
        folded = events_of(self.visit)
        ticks = sorted(e.data.section for e in folded if e.kind == "section_done")
        self.assertEqual(ticks, [1, 2, 4], "each once")

    def begun_yesterday(self) -> None:
        """All of the first sitting, with its pieces on the head."""
        salon = current_salon()
        salon.contact_min = 10
        salon.save()
        for kind in ("pin", "clip"):
            KitItem.objects.create(kind=kind, count=60)
        take_kit(self.plan, self.user)
        sections = [section.number for section in self.plan.parsed_answer.sections]
        first = [step.key for step in self.plan.parsed_answer.steps if step.sitting == 1]
        self.log(
            timezone.now() - timedelta(hours=26),
            ("begun", {}),
            *[("section_done", {"section": each, "what": "shaped"}) for each in sections],
            *[("step_done", {"step": key, "minutes": 10}) for key in first],
        )

    def another_under_the_hood(self) -> Visit:
        """A second client, dried under the hood today, at its lay-in."""
        client = add_client({"name": "Bas Quill"}, MEASURED, self.user)
        wish = self.wish | {"goal": GOAL | {"release_after_h": 2}, "dry": "hood"}
        first, self.plan = self.plan, self.planned(client, wish)
        before, self.visit = self.visit, open_visit(self.plan, self.user)
        self.skip(until="lay_in")
        self.plan, self.visit, other = first, before, self.visit
        return other

    def test_two_clients_interleaved_end_with_everything_right(self) -> None:
        """One comes back to be opened while another is laid in, shaped and dried."""
        sea = Product.objects.create(name="Sea gel", role="gel", ingredients="Aqua", stock_g=300)
        self.begun_yesterday()
        other = self.another_under_the_hood()
        page = self.page
        page.goto(f"/chair/{other.pk}")
        press_space(page)
        self.swapped_and_evened(page)
        self.shaped_without_a_connection(page)
        press_space(page)
        press_space(page)
        expect(page.get_by_role("timer").filter(has_text="left").first).to_be_visible()

        # Meanwhile the other one is opened; the hood is forgotten over it and turns loud.
        page.goto(f"/chair/{self.visit.pk}")
        self.opened_with_one_section_forgotten(page)
        with patch("salon.chair.api.timezone") as clock:
            clock.now.return_value = timezone.now() + timedelta(hours=5)
            page.goto(f"/chair/{other.pk}")
            late = page.get_by_role("alert").filter(has_text="over time")
            expect(late).to_be_visible()
        page.goto(f"/chair/{self.visit.pk}")
        self.judged_twice(page)

        sea.refresh_from_db()
        self.gel.refresh_from_db()
        # What nobody noted of the visit of yesterday went as planned.
        planned_g = self.plan.parsed_answer.totals.product_g[Role.GEL]
        self.assertEqual(sea.stock_g, 294)
        self.assertAlmostEqual(self.gel.stock_g or 0, 400 - planned_g, places=1)
        self.assertEqual(KitUse.objects.filter(cleaning_since=None).count(), 0)
        took = dict(VisitStep.objects.filter(visit=self.visit).values_list("key", "minutes"))
        self.assertEqual((took["shape"], took["lay_in"]), (10, 10))
        offline = VisitStep.objects.get(visit=other, key="shape")
        self.assertEqual(offline.status, "done")
        self.assertIsNotNone(offline.minutes)
        self.visit.refresh_from_db()
        self.assertEqual((self.visit.state, self.visit.volume), ("done", 2))
        self.gone_through_again(page)

    def gone_through_again(self, page: Page) -> None:
        """Entry by entry, by keys: nothing is known before it was noted."""
        page.get_by_role("link", name="View visit").click()
        page.get_by_role("link", name="Replay step by step").click()
        last = self.visit.events.count()
        expect(page.get_by_text(f"entry {last} of {last}")).to_be_visible()
        page.keyboard.press("Home")
        expect(page.get_by_text("Before the first entry")).to_be_visible()
        expect(page.get_by_text("No doses recorded yet.")).to_be_visible()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_text(f"entry 1 of {last}")).to_be_visible()
        page.get_by_role("button", name=re.compile("Section 4 released")).click()
        expect(page.get_by_text("3 of 4 sections released")).to_be_visible()
        page.get_by_role("button", name=re.compile("Section 3 released")).click()
        expect(page.get_by_text("4 of 4 sections released")).to_be_visible()
        page.reload()
        expect(page.get_by_text("4 of 4 sections released")).to_be_visible()

    def swapped_and_evened(self, page: Page) -> None:
        """Another gel, and more of it on the left until the right has as much."""
        page.get_by_role("button", name="Swap product").click()
        page.get_by_role("group").get_by_text("Clear gel", exact=True).click()
        page.get_by_role("combobox", name="Replace Clear gel with").press("Enter")
        page.get_by_role("option", name=re.compile("Sea gel")).click()
        expect(page.get_by_text(re.compile("300 g left, .* g still to come"))).to_be_visible()
        page.get_by_role("button", name="Save note").click()
        for grams, number in (("3", "1"), ("2", "2")):
            self.dose(page, grams)
            page.keyboard.press(number)
        uneven = page.get_by_role("alert").filter(has_text="Add 1.0 g on the right side")
        expect(uneven).to_be_visible()
        # The number of a section that is ticked goes back to it.
        page.keyboard.press("2")
        self.dose(page, "1")
        expect(uneven).to_have_count(0)

    def dose(self, page: Page, grams: str) -> None:
        """So much gel, typed."""
        gel = page.get_by_role("region", name="Clear gel")
        gel.get_by_role("button", name="Other amount").click()
        gel.get_by_label("Amount taken").fill(grams)
        gel.get_by_role("button", name="Record dose").click()
        gel.get_by_role("button", name="Other amount").click()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()

    def shaped_without_a_connection(self, page: Page) -> None:
        """The rest of the lay-in and the shaping, noted on the device alone."""
        page.context.set_offline(True)
        try:
            for number in "34":
                page.keyboard.press(number)
            press_space(page)
            press_space(page)
            for number in "1234":
                page.keyboard.press(number)
            expect(page.get_by_text("Every section is done.")).to_be_visible()
            press_space(page)
            expect(page.get_by_text(re.compile("entries waiting to be sent"))).to_be_visible()
        finally:
            page.context.set_offline(False)
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()

    def opened_with_one_section_forgotten(self, page: Page) -> None:
        """Dry at three places; the third section is found still twisted before it is too late."""
        gate = page.get_by_role("region", name="Ready to open?")
        for place in ("Roots", "Nape", "Thickest section"):
            gate.get_by_role("group", name=place).get_by_text("dry", exact=True).click()
        gate.get_by_role("button", name="Open it", exact=True).click()
        for number in "124":
            page.keyboard.press(number)
        expect(page.get_by_text("1 section left: 3")).to_be_visible()
        press_space(page)
        expect(page.get_by_text("Section 3 is not opened yet")).to_be_visible()
        page.get_by_role("button", name="Cancel").click()
        page.locator("[data-section='3']").click()
        for count in range(1, KitUse.objects.filter(visit=self.visit.pk).count() + 1):
            page.get_by_role("button", name=re.compile("in the disinfectant")).first.click()
            cleaning = page.get_by_text(re.compile("in the disinfectant until"))
            expect(cleaning).to_have_count(count)
        press_space(page)
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()

    def judged_twice(self, page: Page) -> None:
        """As it was opened, and again once it has settled."""
        steps = [step.key for step in self.plan.parsed_answer.steps]
        rest = [("step_skipped", {"step": key}) for key in steps[steps.index("release") + 1 :]]
        self.log(timezone.now(), *rest)
        page.reload()
        page.get_by_role("button", name="Volume 2").click()
        page.get_by_text("again after settling").click()
        page.get_by_role("button", name="Volume 4").click()
        page.get_by_role("button", name="Finish visit").click()
        expect(page.get_by_role("link", name="View visit")).to_be_visible()
        expect(page.get_by_text("Saved", exact=True)).to_be_visible()
        scores = [e.data for e in events_of(self.visit) if e.kind == "score"]
        self.assertEqual([(data.value, data.settled) for data in scores], [(2, False), (4, True)])
