"""The salon, the frame around every place, and the shelf by keyboard and on a tablet."""

import re
from datetime import timedelta

from django.utils import timezone
from playwright.sync_api import expect

from salon.checks.browser import DESK, TABLET
from salon.kit.models import KitItem
from salon.planning.models import Plan
from salon.products.models import Product
from salon.salon_settings.services import current_salon
from salon.tests.test_places import PlacesTest


class SalonTest(PlacesTest):
    def test_values_are_saved_and_wrong_ones_told(self) -> None:
        page = self.page
        page.goto("/salon")
        page.get_by_label("Currency").fill("SEK")
        page.get_by_label("Contact time, as its label says").fill("500")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("alert")).to_contain_text("0.5 to 120 min")
        expect(page.get_by_label("Currency")).to_have_value("SEK")
        page.get_by_label("Contact time, as its label says").fill("10")
        page.get_by_label("Name", exact=True).fill("Harbour Curls")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        expect(page.get_by_role("banner")).to_contain_text("Harbour Curls")
        salon = current_salon()
        self.assertEqual((salon.currency, salon.contact_min), ("SEK", 10))

    def test_the_way_to_the_drawer(self) -> None:
        page = self.page
        page.goto("/salon")
        page.get_by_role("link", name=re.compile("counted under Stock, Kit")).click()
        expect(page.get_by_role("heading", name="Kit", exact=True)).to_be_visible()
        expect(page.get_by_text("No kit counted yet")).to_be_visible()


class FrameTest(PlacesTest):
    def test_light_and_dark_are_remembered(self) -> None:
        page = self.page
        page.goto("/products")
        page.get_by_role("button", name="Dark").click()
        expect(page.locator("html")).to_have_class(re.compile("dark"))
        page.reload()
        expect(page.locator("html")).to_have_class(re.compile("dark"))
        page.get_by_role("button", name="Light").click()
        expect(page.locator("html")).not_to_have_class(re.compile("dark"))

    def test_the_place_one_is_in_is_marked(self) -> None:
        page = self.page
        for path, name in (
            ("/products/kit", "Stock"),
            ("/clients/new", "Clients"),
            ("/salon", "Salon"),
        ):
            page.goto(path)
            link = page.get_by_role("navigation", name="Main menu").get_by_role("link", name=name)
            expect(link).to_have_attribute("aria-current", "true")

    def test_the_content_is_one_key_away(self) -> None:
        page = self.page
        page.goto("/products")
        expect(page.get_by_role("heading", name="Stock")).to_be_visible()
        page.keyboard.press("Tab")
        skip = page.get_by_role("link", name="Skip to content")
        expect(skip).to_be_focused()
        page.keyboard.press("Enter")
        expect(page).to_have_url(re.compile("#content$"))


class ShelfByKeyboardTest(PlacesTest):
    def setUp(self) -> None:
        super().setUp()
        for name, role in (("Plain gel", "gel"), ("Plain cream", "cream")):
            Product.objects.create(
                name=name, role=role, stock_g=300, full_g=400, unit_g=2, ingredients="Aqua, PVP"
            )

    def test_a_letter_begins_a_product_but_not_while_typing(self) -> None:
        page = self.page
        page.goto("/products")
        page.get_by_label("Part of a name").fill("no")
        expect(page.get_by_text("No product matches.")).to_be_visible()
        expect(page).to_have_url(re.compile(r"/products\?search=no$"))
        page.get_by_label("Part of a name").fill("gel")
        expect(page.get_by_role("link", name="Plain gel")).to_be_visible()
        expect(page.get_by_role("link", name="Plain cream")).to_have_count(0)
        page.get_by_role("heading", name="Stock").click()
        page.keyboard.press("n")
        expect(page.get_by_role("heading", name="New product")).to_be_visible()

    def test_the_client_it_is_looked_at_for_stays_in_the_address(self) -> None:
        page = self.page
        page.goto(f"/products?client={self.person.pk}")
        expect(page.get_by_text("For Measured Client")).to_be_visible()
        expect(page.get_by_text("dew point")).to_be_visible()
        page.get_by_role("link", name="Plain gel").click()
        expect(page.get_by_role("heading", name="Plain gel")).to_be_visible()
        page.go_back()
        expect(page.get_by_text("For Measured Client")).to_be_visible()

    def test_on_a_tablet_the_tasks_come_first_and_the_pairs_last(self) -> None:
        page = self.page
        page.set_viewport_size(TABLET)
        self.addCleanup(page.set_viewport_size, DESK)
        page.goto("/products")
        tasks = page.get_by_role("heading", name="Needs attention").bounding_box()
        table = page.get_by_role("link", name="Plain gel").bounding_box()
        pairs = page.get_by_role("heading", name="Palm test").bounding_box()
        assert tasks is not None
        assert table is not None
        assert pairs is not None
        self.assertLess(tasks["y"], table["y"])
        self.assertLess(table["y"], pairs["y"])

    def test_a_server_that_does_not_answer_says_so_and_is_asked_again(self) -> None:
        page = self.page
        page.route("**/api/shelf/**", lambda route: route.abort("connectionrefused"))
        page.goto("/products")
        expect(page.get_by_role("alert")).to_contain_text("is not answering")
        page.unroute("**/api/shelf/**")
        page.get_by_role("button", name="Try again").click()
        expect(page.get_by_role("link", name="Plain gel")).to_be_visible()


class PlannedHourTest(PlacesTest):
    """A plan with an hour sees what is free then."""

    def setUp(self) -> None:
        super().setUp()
        KitItem.objects.create(kind="rod", diameter_mm=20, count=44)
        KitItem.objects.create(kind="rod", diameter_mm=16, count=30)

    def test_the_second_rod_set_of_a_morning(self) -> None:
        page = self.page
        day = (timezone.localtime() + timedelta(days=2)).replace(hour=9, minute=0)
        for expected in (0, 16):
            page.goto(f"/clients/{self.person.pk}/plan")
            page.get_by_role("combobox", name="Style").press("Enter")
            page.get_by_role("option", name="Rod set", exact=True).click()
            page.get_by_label("Open after", exact=True).fill("48")
            page.get_by_label("Planned for").fill(f"{day:%-d %b, %H:%M}")
            page.keyboard.press("Enter")
            short = page.get_by_role("note").filter(has_text="rods of 20 mm are missing")
            expect(short).to_have_count(1 if expected else 0)
            expect(page.get_by_role("button", name="Save plan")).to_be_enabled()
            page.get_by_role("button", name="Save plan").click()
            page.wait_for_url(re.compile(r"/plans/\d+$"))
            plan = Plan.objects.latest("pk")
            self.assertEqual(plan.answer["kit_needed"]["rods"][0]["short"], expected)
        expect(page.get_by_text(re.compile(r"planned for .*09:00"))).to_be_visible()
        expect(page.get_by_text(re.compile(r"^1[67] of 16 mm at sections"))).to_be_visible()
