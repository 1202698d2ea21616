"""Other ways, changes by hand, routines and the salon, driven in the browser."""

import re

from playwright.sync_api import Page, expect

from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning.models import Plan, Routine
from salon.salon_settings.services import current_salon
from salon.tests.base import MEASURED, an_owner
from salon.tests.browser import BrowserTest


class WaysBrowserTest(BrowserTest):
    client: Client

    def setUp(self) -> None:
        super().setUp()
        user = an_owner()
        self.person = add_client({"name": "Runa Pleat"}, MEASURED, user)
        self.enter("vera")
        # Every test composes from a fresh wish.
        self.page.evaluate("localStorage.clear()")

    def compose(self) -> Page:
        self.page.goto(f"/clients/{self.person.pk}/plan")
        expect(self.page.get_by_role("button", name=re.compile("^Twists, 12"))).to_be_visible()
        return self.page

    def test_three_ways_two_of_them_side_by_side_and_one_taken(self) -> None:
        page = self.compose()
        page.get_by_role("link", name="Alternatives").click()
        shortest = page.get_by_role("region", name="Shortest today")
        expect(shortest).to_contain_text("trade-off")
        expect(page.get_by_role("region", name="Most defined")).to_be_visible()
        row = page.get_by_role("row", name=re.compile("^Twists"))
        expect(row).to_contain_text("instead of")
        shortest.get_by_role("button", name="Use this one").click()
        expect(page.get_by_role("button", name=re.compile("^Twists, 8"))).to_be_visible()

    def test_when_nothing_fits_it_says_what_to_give_way_on(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="More options").click()
        page.get_by_label("Client has time for").fill("60")
        expect(page.get_by_role("note").filter(has_text="more than the 60")).to_be_visible()
        page.get_by_role("link", name="Alternatives").click()
        note = page.get_by_role("note").filter(has_text="Relax one of these")
        expect(note).to_contain_text("min more today")
        note.get_by_role("button", name="Relax this").click()
        expect(note).to_have_count(0)

    def test_a_change_by_hand_is_kept_explained_and_undone(self) -> None:
        page = self.compose()
        page.get_by_role("button", name=re.compile("^Rinse")).click()
        page.get_by_role("button", name="Change by hand").click()
        page.get_by_role("button", name="Remove step").click()
        expect(page.get_by_text("Removed: Rinse.")).to_be_visible()
        caution = page.get_by_role("note").filter(has_text="The mask is left in")
        expect(caution).to_be_visible()
        page.get_by_role("button", name="Undo last").click()
        expect(caution).to_have_count(0)
        page.get_by_role("button", name=re.compile("^Twists, 12")).click()
        page.get_by_label("Hands-on").fill("70")
        expect(page.get_by_text(re.compile("By hand: 70 min instead of"))).to_be_visible()
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        steps = {step["key"]: step for step in Plan.objects.get().answer["steps"]}
        self.assertEqual(steps["work"]["hands_on_min"], 70)

    def choose(self, page: Page, label: str, option: str) -> None:
        """Take an option of a list."""
        page.get_by_role("combobox", name=label, exact=True).press("Enter")
        page.get_by_role("option", name=option).click()

    def test_a_detail_of_a_step_changes_kit_steps_and_undo_brings_it_back(self) -> None:
        page = self.compose()
        page.get_by_role("button", name=re.compile("^Twists, 12")).click()
        self.choose(page, "While it dries", "Banded in pairs")
        expect(page.get_by_role("button", name=re.compile("^Bands, 24"))).to_be_visible()
        expect(page.get_by_text("24 bands")).to_be_visible()
        page.get_by_role("button", name="Undo").first.click()
        expect(page.get_by_role("button", name=re.compile("^Bands, 24"))).to_have_count(0)

    def test_a_patch_test_has_its_day_or_says_that_it_is_too_late(self) -> None:
        page = self.compose()
        page.get_by_role("button", name=re.compile("^Twists, 12")).click()
        self.choose(page, "Patch test", "48 h before")
        expect(page.get_by_text("too late for this appointment. Plan a later day")).to_be_visible()
        wish = f"gauffer:wish:{self.person.pk}"
        start = "new Date(Date.now() + 5 * 864e5).toISOString()"
        page.evaluate(
            f"localStorage.setItem('{wish}', JSON.stringify({{...JSON.parse("
            f"localStorage.getItem('{wish}')), planned_start: {start}}}))"
        )
        page.reload()
        expect(page.get_by_text(re.compile(r"\d\d:\d\d: Patch test\."))).to_be_visible()

    def test_another_style_keeps_what_fits_and_says_what_it_drops(self) -> None:
        page = self.compose()
        page.get_by_role("textbox", name="Open after").fill("30")
        page.get_by_role("button", name=re.compile("^Mask")).click()
        page.get_by_role("button", name="Change by hand").click()
        page.get_by_role("textbox", name="Hands-on").fill("9")
        expect(page.get_by_text("9 min instead of")).to_be_visible()
        self.choose(page, "Style", "Shingled wash-and-go")
        note = page.get_by_text("Shingled wash-and-go: removed opened after 30 h")
        expect(note).to_be_visible()
        expect(page.get_by_text("9 min instead of")).to_be_visible()
        page.get_by_role("button", name="Undo").first.click()
        expect(page.get_by_role("textbox", name="Open after")).to_have_value("30")

    def test_a_plan_is_saved_from_any_view_of_it(self) -> None:
        for view in ("crown", "drying", "look"):
            self.compose()
            self.page.goto(f"/clients/{self.person.pk}/plan/{view}")
            self.page.get_by_role("button", name="Save plan").click()
            expect(self.page).to_have_url(re.compile(r"/plans/\d+$"))

    def test_a_routine_is_kept_and_fitted_to_another_client(self) -> None:
        page = self.compose()
        page.get_by_label("Sections", exact=True).fill("16")
        expect(page.get_by_role("button", name=re.compile("^Twists, 16"))).to_be_visible()
        page.get_by_label("Name", exact=True).fill("Sixteen")
        page.get_by_role("button", name="Save as routine").click()
        expect(page.get_by_text("Saved: Sixteen.")).to_be_visible()
        self.assertEqual(Routine.objects.get().wish["goal"]["sections"], 16)
        other = add_client({"name": "Other Client"}, MEASURED)
        page.goto(f"/clients/{other.pk}/plan")
        expect(page.get_by_role("button", name=re.compile("^Twists, 12"))).to_be_visible()
        routines = page.get_by_role("combobox", name="Apply a routine")
        expect(routines).to_be_enabled()
        routines.press("Enter")
        page.get_by_role("option", name=re.compile("Sixteen")).click()
        expect(page.get_by_role("button", name=re.compile("^Twists, 16"))).to_be_visible()

    def test_the_days_after_a_set(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="Plan the following days").click()
        for day in ("Day 3", "Day 5", "Day 7"):
            expect(page.get_by_role("listitem").filter(has_text=day)).to_be_visible()

    def test_a_look_of_the_days_after_is_moved(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="Plan the following days").click()
        page.get_by_role("button", name="Pinned: a day later").click()
        expect(page.get_by_role("listitem").filter(has_text="Day 4")).to_contain_text("Pinned")

    def test_salon_values_reach_the_next_plan(self) -> None:
        page = self.page
        page.goto("/salon")
        page.get_by_label("gel", exact=True).fill("9")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("alert")).to_contain_text("0.5 to 1.6")
        page.get_by_label("gel", exact=True).fill("1.5")
        page.get_by_role("group", name="Layering").get_by_text("LCO", exact=True).click()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        self.assertEqual(current_salon().rules["film_factor"], {"gel": 1.5})
        page = self.compose()
        expect(page.get_by_role("button", name=re.compile("LCO.*Layering: why"))).to_be_visible()
        page.get_by_role("button", name=re.compile("gel: why")).click()
        expect(page.get_by_text(re.compile("1.5 \\(salon standard\\)"))).to_be_visible()
