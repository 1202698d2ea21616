"""Other ways, changes by hand, routines and the house, driven in the browser."""

import re

from playwright.sync_api import Page, expect

from salon.heads.models import Head
from salon.heads.services import add_head
from salon.house.services import the_house
from salon.planning.models import Plan, Routine
from salon.tests.base import MEASURED, an_owner
from salon.tests.test_browser import BrowserTest


class WaysBrowserTest(BrowserTest):
    head: Head

    def setUp(self) -> None:
        super().setUp()
        user = an_owner()
        self.head = add_head({"name": "Runa Pleat"}, MEASURED, user)
        self.enter("vera")
        # Every test composes from a fresh wish.
        self.page.evaluate("localStorage.clear()")

    def compose(self) -> Page:
        self.page.goto(f"/heads/{self.head.pk}/plan")
        expect(self.page.get_by_role("button", name=re.compile("^Twists, 12"))).to_be_visible()
        return self.page

    def test_three_ways_two_of_them_side_by_side_and_one_taken(self) -> None:
        page = self.compose()
        page.get_by_role("link", name="Other ways").click()
        shortest = page.get_by_role("region", name="Shortest today")
        expect(shortest).to_contain_text("gives up")
        expect(page.get_by_role("region", name="Most defined")).to_be_visible()
        row = page.get_by_role("row", name=re.compile("^Twists"))
        expect(row).to_contain_text("instead of")
        shortest.get_by_role("button", name="Take this one").click()
        expect(page.get_by_role("button", name=re.compile("^Twists, 8"))).to_be_visible()

    def test_when_nothing_fits_it_says_what_to_give_way_on(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="More choices").click()
        page.get_by_label("Client has").fill("60")
        expect(page.get_by_role("note").filter(has_text="more than the 60")).to_be_visible()
        page.get_by_role("link", name="Other ways").click()
        note = page.get_by_role("note").filter(has_text="Give way on")
        expect(note).to_contain_text("min more today")
        note.get_by_role("button", name="Do that").click()
        expect(note).to_have_count(0)

    def test_a_change_by_hand_is_kept_explained_and_undone(self) -> None:
        page = self.compose()
        page.get_by_role("button", name=re.compile("^Rinse")).click()
        page.get_by_role("button", name="Change by hand").click()
        page.get_by_role("button", name="Take out").click()
        expect(page.get_by_text("Taken out by hand: Rinse.")).to_be_visible()
        caution = page.get_by_role("note").filter(has_text="The mask is left in")
        expect(caution).to_be_visible()
        page.get_by_role("button", name="Undo the last").click()
        expect(caution).to_have_count(0)
        page.get_by_role("button", name=re.compile("^Twists, 12")).click()
        page.get_by_label("Hands-on").fill("70")
        expect(page.get_by_text(re.compile("By hand: 70 min instead of"))).to_be_visible()
        page.get_by_role("button", name="Save this plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        steps = {step["key"]: step for step in Plan.objects.get().answer["steps"]}
        self.assertEqual(steps["shape"]["hands_on_min"], 70)

    def test_a_routine_is_kept_and_fitted_to_another_head(self) -> None:
        page = self.compose()
        page.get_by_label("Sections", exact=True).fill("16")
        expect(page.get_by_role("button", name=re.compile("^Twists, 16"))).to_be_visible()
        page.get_by_label("Name", exact=True).fill("Sixteen")
        page.get_by_role("button", name="Keep as a routine").click()
        expect(page.get_by_text("Kept: Sixteen.")).to_be_visible()
        self.assertEqual(Routine.objects.get().wish["goal"]["sections"], 16)
        other = add_head({"name": "Other Head"}, MEASURED)
        page.goto(f"/heads/{other.pk}/plan")
        expect(page.get_by_role("button", name=re.compile("^Twists, 12"))).to_be_visible()
        page.get_by_role("combobox", name="Fit a routine").press("Enter")
        page.get_by_role("option", name=re.compile("Sixteen")).click()
        expect(page.get_by_role("button", name=re.compile("^Twists, 16"))).to_be_visible()

    def test_the_days_after_a_set(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="Plan the looks").click()
        for day in ("Day 3", "Day 5", "Day 7"):
            expect(page.get_by_role("listitem").filter(has_text=day)).to_be_visible()

    def test_house_values_reach_the_next_plan(self) -> None:
        page = self.page
        page.goto("/house")
        page.get_by_label("gel", exact=True).fill("9")
        page.get_by_role("button", name="Save the house").click()
        expect(page.get_by_role("alert")).to_contain_text("0.5 to 1.6")
        page.get_by_label("gel", exact=True).fill("1.5")
        page.get_by_role("group", name="Layering").get_by_text("LCO", exact=True).click()
        page.get_by_role("button", name="Save the house").click()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        self.assertEqual(the_house().rules["film_factor"], {"gel": 1.5})
        page = self.compose()
        expect(page.get_by_role("button", name=re.compile("LCO.*Layering: why"))).to_be_visible()
        page.get_by_role("button", name=re.compile("gel: why")).click()
        expect(page.get_by_text(re.compile("1.5 \\(house rule\\)"))).to_be_visible()
