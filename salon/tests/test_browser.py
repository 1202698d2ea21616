"""The real interface, driven in headless Chromium."""

import re

from playwright.sync_api import expect

from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning.models import Plan
from salon.tests.base import MEASURED, an_owner
from salon.tests.browser import (
    BrowserTest,
    DemoPageTest,
)


class FirstSliceTest(BrowserTest):
    """From a new client to planned beside actual."""

    def setUp(self) -> None:
        super().setUp()
        an_owner()
        self.sign_in("vera", "starch-and-linen")

    def choose(self, group: str, word: str) -> None:
        self.page.get_by_role("group", name=group, exact=True).get_by_text(word, exact=True).click()

    def add_client(self) -> None:
        page = self.page
        page.get_by_role("link", name="Add client").click()
        page.get_by_label("Name", exact=True).fill("Runa Pleat")
        self.choose("Curl pattern", "4b")
        self.choose("Porosity", "medium")
        numbers = {
            "Length, stretched": "30",
            "Length, relaxed": "12",
            "Density, counted": "175",
            "Strand, measured": "70",
            "Head circumference": "57",
        }
        for label, value in numbers.items():
            page.get_by_label(label, exact=True).fill(value)
        page.get_by_role("button", name="Add client").click()
        expect(page.get_by_role("heading", name="Runa Pleat")).to_be_visible()

    def plan_flat_twists(self) -> None:
        page = self.page
        page.get_by_role("link", name="Plan a service").click()
        page.get_by_role("combobox", name="Style").press("Enter")
        page.get_by_role("option", name="Flat twist-out").click()
        page.get_by_label("Sections", exact=True).fill("14")
        page.get_by_label("Open after", exact=True).fill("10")

    def test_from_a_new_client_to_planned_beside_actual(self) -> None:
        page = self.page
        self.add_client()
        self.plan_flat_twists()

        caution = page.get_by_role("note").filter(has_text="Roots may still be damp")
        expect(caution).to_be_visible()
        expect(page.get_by_role("button", name=re.compile("Rows, 14"))).to_be_visible()
        fix = caution.locator("button.first")
        cheapest = fix.inner_text()
        fix.click()
        expect(caution).to_have_count(0)
        expect(page.get_by_text(f"Changed: {cheapest}.")).to_be_visible()

        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        plan = Plan.objects.get()
        self.assertEqual(plan.request["goal"]["sections"], 14)
        self.assertNotIn("not_dry_at_release", [c["key"] for c in plan.answer["cautions"]])

        page.get_by_role("link", name="Record visit").click()
        page.get_by_label("Rows, 14, one by one, actual").fill("99")
        page.get_by_label("gel, used").fill("12.5")
        self.choose("Roots at opening", "damp at the roots")
        self.choose("Definition", "4")
        page.get_by_role("button", name="Record visit").click()
        page.wait_for_url(re.compile(r"/visits/\d+$"))
        work = next(step for step in plan.answer["steps"] if step["key"] == "work")
        planned = work["hands_on_min"]
        row = page.get_by_role("row", name=re.compile("^Rows, 14"))
        expect(row).to_contain_text(f"{planned:.0f}")
        expect(row).to_contain_text("99 min")
        expect(row).to_contain_text("more")
        expect(page.get_by_role("row", name=re.compile("^gel"))).to_contain_text("12.5 g")
        expect(page.get_by_text("damp at the roots")).to_be_visible()

    def test_a_wrong_number_is_told_at_the_field_and_nothing_typed_is_lost(self) -> None:
        page = self.page
        page.goto("/clients/new")
        page.get_by_label("Name", exact=True).fill("Kept Name")
        self.choose("Curl pattern", "3c")
        page.get_by_label("Length, stretched").fill("400")
        page.get_by_role("button", name="Add client").click()
        expect(page.get_by_role("alert")).to_have_text("Give a number from 1 to 150 cm.")
        page.reload()
        expect(page.get_by_label("Name", exact=True)).to_have_value("Kept Name")
        expect(page.get_by_label("Length, stretched")).to_have_value("400")
        page.get_by_label("Length, stretched").fill("about 20")
        page.get_by_role("button", name="Add client").click()
        expect(page.get_by_role("alert")).to_have_text("“about 20” is not a number.")
        page.get_by_label("Length, stretched").fill("20")
        page.get_by_role("button", name="Add client").click()
        expect(page.get_by_role("heading", name="Kept Name")).to_be_visible()

        page.get_by_role("link", name="Plan a service").click()
        expect(page.get_by_role("note")).to_contain_text("Density is missing")
        self.choose("Density by eye…", "medium")
        expect(page.get_by_role("button", name=re.compile("Twists, 12"))).to_be_visible()
        self.assertEqual(Client.objects.get().observations.get(kind="density").word, "medium")

    def test_the_composer_keeps_the_last_plan_while_a_number_is_mended(self) -> None:
        page = self.page
        client = add_client({"name": "Measured"}, MEASURED)
        page.goto(f"/clients/{client.pk}/plan")
        twists = page.get_by_role("button", name=re.compile("Twists, "))
        expect(twists).to_have_accessible_name(re.compile("Twists, 12"))
        page.get_by_label("Sections", exact=True).fill("130")
        expect(page.get_by_role("alert")).to_contain_text("1 to 120")
        expect(twists).to_be_visible()
        expect(page.get_by_role("button", name="Save plan")).to_be_disabled()
        page.get_by_label("Sections", exact=True).fill("16")
        expect(twists).to_have_accessible_name(re.compile("Twists, 16"))
        expect(page.get_by_label("Parting", exact=True).locator(".section")).to_have_count(16)

    def test_every_step_says_why(self) -> None:
        page = self.page
        client = add_client({"name": "Measured"}, MEASURED)
        page.goto(f"/clients/{client.pk}/plan")
        page.get_by_role("button", name=re.compile("^Mask")).click()
        page.get_by_role("button", name=re.compile("Mask: why")).click()
        expect(page.get_by_text("20 minutes are the least for a real treatment.")).to_be_visible()


class DemoSalonTest(DemoPageTest):
    """The demo, looked at as everybody can."""

    def test_what_is_searched_stands_in_the_address(self) -> None:
        page = self.page
        page.get_by_label("Part of a name").fill("quil")
        expect(page.get_by_role("main").get_by_role("link", name="Bas Quillon")).to_be_visible()
        # The bench names who is in the salon; the list is what is searched.
        listed = page.get_by_role("main")
        expect(listed.get_by_role("link", name="Ines Marrow")).to_have_count(0)
        listed.get_by_role("link", name="Bas Quillon").click()
        expect(page.get_by_role("heading", name="Bas Quillon")).to_be_visible()
        page.go_back()
        expect(page.get_by_label("Part of a name")).to_have_value("quil")
        page.reload()
        expect(page.get_by_label("Part of a name")).to_have_value("quil")

    def test_escape_closes_what_is_open(self) -> None:
        page = self.page
        expect(page.get_by_role("heading", name="Clients")).to_be_visible()
        page.keyboard.press("/")
        finder = page.get_by_role("combobox", name="find a client")
        expect(finder).to_be_focused()
        page.keyboard.press("Escape")
        expect(finder).not_to_be_focused()
        page.goto(f"/plans/{Plan.objects.filter(visits__isnull=True).earliest('pk').pk}")
        page.get_by_role("button", name=re.compile("why")).first.click()
        reasons = page.locator(".el-popover:visible")
        expect(reasons).to_have_count(1)
        page.keyboard.press("Escape")
        expect(reasons).to_have_count(0)

    def test_find_a_client_by_keyboard_alone(self) -> None:
        page = self.page
        expect(page.get_by_role("heading", name="Clients")).to_be_visible()
        page.keyboard.press("/")
        page.keyboard.type("quil")
        expect(page.get_by_role("option", name="Bas Quillon")).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Bas Quillon")).to_be_visible()

    def test_an_observation_is_withdrawn_and_brought_back(self) -> None:
        page = self.page
        client = Client.objects.get(name="Bas Quillon")
        page.goto(f"/clients/{client.pk}")
        page.get_by_role("button", name="Show history").click()
        row = page.get_by_role("row", name=re.compile("Length, stretched 20 cm"))
        row.get_by_role("button", name="Withdraw").click()
        expect(row.get_by_role("button", name="Restore")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(row.get_by_role("button", name="Withdraw")).to_be_visible()

    def test_a_correction_is_refused_in_sight_and_kept_beside_the_record(self) -> None:
        page = self.page
        visit = Client.objects.get(name="Linnea Oskar").visits.earliest("started_at")
        entries = visit.events.count()
        page.goto(f"/visits/{visit.pk}/correct")
        page.get_by_label("Grape seed oil, used").fill("5.2")
        page.get_by_label("Length").fill("80")
        page.get_by_role("button", name="Save correction").click()
        refusal = page.get_by_role("alert").filter(has_text="when it was planned")
        expect(refusal).to_be_in_viewport(ratio=0.9)
        expect(page.get_by_label("Grape seed oil, used")).to_have_value("5.2")
        page.get_by_label("Length").fill("17")
        page.get_by_role("button", name="Save correction").click()
        page.wait_for_url(re.compile(r"/visits/\d+$"))
        expect(page.get_by_role("row", name=re.compile("^Grape seed oil"))).to_contain_text("5.2 g")
        self.assertGreater(visit.events.count(), entries)
