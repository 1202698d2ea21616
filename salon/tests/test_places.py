"""The places of the interface: what a specialist does in them, in headless Chromium."""

import re

from playwright.sync_api import Page, Route, expect

from salon.clients.models import Client
from salon.clients.profiles import profile
from salon.clients.services import add_client
from salon.planning.models import Plan
from salon.salon_settings.services import current_salon
from salon.tests.base import MEASURED, an_owner
from salon.tests.browser import BrowserTest
from salon.visits.models import Visit


class PlacesTest(BrowserTest):
    """Somebody signed in, and one measured client."""

    def setUp(self) -> None:
        super().setUp()
        an_owner()
        self.person = add_client({"name": "Measured Client"}, MEASURED)
        self.enter("vera")
        self.page.evaluate("localStorage.clear()")

    def choose(self, group: str, word: str) -> None:
        self.page.get_by_role("group", name=group, exact=True).get_by_text(word, exact=True).click()

    def compose(self) -> Page:
        self.page.goto(f"/clients/{self.person.pk}/plan")
        expect(self.page.get_by_role("button", name=re.compile("Twists, 12"))).to_be_visible()
        return self.page


class DoorTest(PlacesTest):
    begins_at = "/clients"

    def test_signing_out_and_a_wrong_password(self) -> None:
        page = self.page
        page.get_by_role("button", name="Sign out").click()
        expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
        page.get_by_label("Name", exact=True).fill("vera")
        page.get_by_label("Password").fill("wrong")
        page.get_by_role("button", name="Sign in").click()
        expect(page.get_by_role("alert")).to_contain_text("do not match")
        expect(page.get_by_label("Name", exact=True)).to_have_value("vera")

    def test_an_unknown_place_says_so_and_leads_back(self) -> None:
        self.page.goto("/nowhere/at/all")
        self.page.get_by_role("link", name="Go to clients").click()
        expect(self.page.get_by_role("heading", name="Clients")).to_be_visible()

    def test_a_missing_client_says_so(self) -> None:
        self.page.goto("/clients/99999")
        expect(self.page.get_by_role("alert")).to_contain_text("does not exist")

    def test_keys(self) -> None:
        page = self.page
        # Keys of a page work once it is there.
        expect(page.get_by_role("heading", name="Clients")).to_be_visible()
        page.keyboard.press("?")
        help_ = page.get_by_role("dialog", name="Help")
        expect(help_.get_by_text("Find a client")).to_be_visible()
        help_.get_by_text("Words", exact=True).click()
        help_.get_by_label("Find a word").fill("glide")
        expect(help_.get_by_role("term")).to_have_text(["slip"])
        help_.get_by_label("Find a word").fill("zzz")
        expect(help_).to_contain_text("No word contains this")
        page.keyboard.press("Escape")
        expect(help_).to_be_hidden()
        page.keyboard.press("n")
        expect(page.get_by_role("heading", name="New client")).to_be_visible()

    def test_dark_and_back(self) -> None:
        page = self.page
        page.get_by_role("button", name="Dark").click()
        self.assertIn("dark", page.locator("html").get_attribute("class") or "")
        page.get_by_role("button", name="Light").click()
        expect(page.get_by_role("button", name="Dark")).to_be_visible()


class ClientsTest(PlacesTest):
    begins_at = "/clients"

    def test_searching_and_finding_nobody(self) -> None:
        page = self.page
        page.get_by_placeholder("Part of a name").fill("measured")
        expect(page.get_by_role("link", name="Measured Client")).to_be_visible()
        page.get_by_placeholder("Part of a name").fill("zzz")
        expect(page.get_by_text("No client matches “zzz”.")).to_be_visible()

    def test_of_many_clients_those_in_sight_stand_there(self) -> None:
        """The last of them is scrolled to at once, and a search begins at the top again."""
        page = self.page
        Client.objects.bulk_create(Client(name=f"Number {n:04d}") for n in range(1000))
        page.reload()
        table = page.get_by_role("table")
        expect(table).to_have_attribute("aria-rowcount", "1002")
        self.assertLess(page.get_by_role("row").count(), 100)
        # The end of the list is where all its rows have room.
        page.wait_for_function("document.documentElement.scrollHeight > 1000 * 30")
        page.context.set_offline(True)
        page.keyboard.press("End")
        expect(page.get_by_role("alert")).to_contain_text("is not answering")
        page.context.set_offline(False)
        # It asks again by itself.
        expect(page.get_by_role("link", name="Number 0999")).to_be_attached()
        # The alert that goes away moves the rows.
        page.keyboard.press("End")
        expect(page.get_by_role("link", name="Number 0999")).to_be_in_viewport()
        self.assertLess(page.get_by_role("row").count(), 100)
        row = page.get_by_role("row").filter(has_text="Number 0999")
        expect(row).to_have_attribute("aria-rowindex", "1002")
        page.get_by_placeholder("Part of a name").fill("number 050")
        expect(page.get_by_role("link", name="Number 0500")).to_be_in_viewport()
        expect(table).to_have_attribute("aria-rowcount", "12")
        page.get_by_role("button", name="Save this view").click()
        page.get_by_label("View name").fill("Five hundreds")
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("button", name="Five hundreds", exact=True)).to_be_visible()

    def test_an_empty_salon_says_what_to_do(self) -> None:
        Client.objects.all().delete()
        self.page.reload()
        expect(self.page.get_by_text("Add your first client")).to_be_visible()

    def test_an_empty_name_is_told_at_the_field(self) -> None:
        self.page.goto("/clients/new")
        self.page.get_by_role("button", name="Add client").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Type a name")

    def test_measuring_again_keeps_the_old_value(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}")
        page.get_by_role("button", name="Add measurements").click()
        page.get_by_role("button", name="Save measurements").click()
        expect(page.get_by_role("alert")).to_contain_text("at least one value")
        page.get_by_label("Length, stretched").fill("27.5")
        page.get_by_role("button", name="Save measurements").click()
        expect(
            page.get_by_role("row", name=re.compile("Length, stretched 27.5 cm"))
        ).to_be_visible()
        page.get_by_role("button", name="Show history").click()
        expect(page.get_by_role("row", name=re.compile("Length, stretched"))).to_have_count(2)

    def test_measuring_one_zone(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}")
        page.get_by_role("button", name="Add measurements").click()
        self.choose("Zone", "nape")
        expect(page.get_by_label("Head circumference")).to_have_count(0)
        page.get_by_label("Length, stretched").fill("12")
        page.get_by_role("button", name="Save measurements").click()
        expect(page.get_by_role("row", name=re.compile("nape 12 cm"))).to_be_visible()
        self.assertEqual(profile(self.person).hair["zones"], {"nape": {"length_cm": 12}})

    def test_what_to_plan_around(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}")
        page.get_by_role("button", name="Edit").click()
        page.get_by_text("neck pain").click()
        page.get_by_label("Note", exact=True).fill("Comes by ferry.")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("Comes by ferry.")).to_be_visible()
        self.person.refresh_from_db()
        self.assertEqual(self.person.conditions, ["neck_pain"])

    def test_two_people_editing_lose_nothing(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}")
        page.get_by_role("button", name="Edit").click()
        page.get_by_label("Note", exact=True).fill("Mine.")
        Client.objects.filter(pk=self.person.pk).update(version=7, note="Theirs.")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("alert")).to_contain_text("Someone else changed this")
        expect(page.get_by_label("Note", exact=True)).to_have_value("Mine.")


class ComposerTest(PlacesTest):
    def test_a_stop_ends_planning_and_says_whom_to_see(self) -> None:
        Client.objects.filter(pk=self.person.pk).update(conditions=["scalp_sores"])
        page = self.page
        page.goto(f"/clients/{self.person.pk}/plan")
        expect(page.get_by_role("note")).to_contain_text("doctor")
        expect(page.get_by_text("No service can be planned")).to_be_visible()

    def test_a_fix_can_be_undone(self) -> None:
        page = self.compose()
        page.get_by_label("Open after", exact=True).fill("6")
        caution = page.get_by_role("note").filter(has_text="Roots may still be damp")
        caution.locator("button.first").click()
        expect(caution).to_have_count(0)
        page.locator(".el-message").get_by_role("button", name="Undo").click()
        expect(caution).to_be_visible()
        expect(page.get_by_label("Open after", exact=True)).to_have_value("6")

    def test_a_reload_keeps_the_wish(self) -> None:
        page = self.compose()
        page.get_by_label("Sections", exact=True).fill("18")
        expect(page.get_by_role("button", name=re.compile("Twists, 18"))).to_be_visible()
        page.reload()
        expect(page.get_by_label("Sections", exact=True)).to_have_value("18")
        expect(page.get_by_role("button", name=re.compile("Twists, 18"))).to_be_visible()

    def test_sections_by_buttons(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="Sections +").click()
        expect(page.get_by_role("button", name=re.compile("Twists, 13"))).to_be_visible()
        page.get_by_role("button", name="Sections −").click()
        expect(page.get_by_role("button", name=re.compile("Twists, 12"))).to_be_visible()

    def test_a_hood_adds_a_step_and_asks_for_minutes(self) -> None:
        page = self.compose()
        self.choose("Drying", "hood")
        expect(page.get_by_role("button", name=re.compile("^Hood"))).to_be_visible()
        page.get_by_label("Dryer minutes").fill("25")
        expect(page.get_by_text("under the hood", exact=True)).to_be_visible()

    def test_layers_are_composed_in_place(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="Choose the layers").click()
        layers = page.get_by_role("region", name="Layers that stay in").get_by_role("listitem")
        before = layers.count()
        page.get_by_role("combobox", name="Add a layer").press("Enter")
        page.get_by_role("option", name="custard", exact=True).click()
        expect(layers).to_have_count(before + 1)
        expect(page.get_by_text("composed by hand", exact=True)).to_be_visible()
        last = before + 1
        page.get_by_role("combobox", name=f"Layer {last}: where").press("Enter")
        page.get_by_role("option", name="ends", exact=True).click()
        row = page.get_by_role("row", name=re.compile("^[Cc]ustard ?ends"))
        expect(row).to_be_visible()
        page.get_by_label(f"Layer {last}: dose").fill("0")
        expect(page.get_by_role("alert").first).to_contain_text("0.1 to 300 g")
        page.get_by_label(f"Layer {last}: dose").fill("6")
        expect(row.get_by_role("cell").nth(1)).to_contain_text("6.0")
        page.get_by_role("button", name=f"Move layer {last} earlier").click()
        expect(page.get_by_label(f"Layer {last - 1}: dose")).to_have_value("6")
        page.get_by_role("button", name=f"Remove layer {last}").click()
        expect(layers).to_have_count(before)
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        composed = Plan.objects.get().wish["layers"]
        self.assertEqual(composed[-1], {"role": "custard", "on": "ends", "grams": 6} | composed[-1])

    def test_a_client_that_comes_in_washed_is_not_washed_again(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="More options").click()
        page.get_by_role("combobox", name="Arrives").press("Enter")
        page.get_by_role("option", name="washed, wet").click()
        expect(page.get_by_role("button", name=re.compile("^Shampoo"))).to_have_count(0)
        page.get_by_role("button", name="conditioner", exact=True).click()
        expect(page.get_by_role("button", name=re.compile("^Condition"))).to_be_visible()
        page.get_by_label("Last detangled", exact=True).fill("0.5")
        expect(page.get_by_role("button", name=re.compile("^Detangle"))).to_have_count(0)

    def test_sections_by_keyboard_tell_their_dose(self) -> None:
        page = self.compose()
        crown_map = page.get_by_role("group", name="Parting", exact=True)
        crown_map.focus()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_text("2 of 12 ·")).to_be_visible()
        page.keyboard.press("ArrowLeft")
        page.keyboard.press("ArrowLeft")
        expect(page.get_by_text("12 of 12 ·")).to_be_visible()

    def test_humidity_in_percent(self) -> None:
        page = self.compose()
        page.get_by_role("button", name="More options").click()
        page.get_by_label("Humidity").fill("140")
        expect(page.get_by_role("alert")).to_contain_text("0 to 98 %")
        page.get_by_label("Humidity").fill("80")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        request = Plan.objects.get().request
        self.assertEqual(
            (request["room"]["temp_c"], request["room"]["rh"]), (current_salon().room_temp_c, 0.8)
        )

    def test_words_in_a_numbers_field_are_never_dropped(self) -> None:
        page = self.compose()
        page.get_by_label("Open after", exact=True).fill("tomorrow")
        expect(page.get_by_role("alert")).to_have_text("“tomorrow” is not a number.")
        expect(page.get_by_role("button", name="Save plan")).to_be_disabled()

    def test_a_server_that_does_not_answer_loses_nothing(self) -> None:
        page = self.compose()
        page.route("**/api/plans/", self.hang_up)
        page.get_by_label("Sections", exact=True).fill("14")
        expect(page.get_by_role("button", name=re.compile("Twists, 14"))).to_be_visible()
        page.get_by_role("button", name="Save plan").click()
        expect(page.get_by_role("alert")).to_contain_text("is not answering")
        page.unroute("**/api/plans/")
        expect(page.get_by_label("Sections", exact=True)).to_have_value("14")
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))

    def test_after_a_broken_connection_it_goes_on_by_itself(self) -> None:
        page = self.compose()
        page.context.set_offline(True)
        try:
            page.get_by_label("Sections", exact=True).fill("14")
            expect(page.get_by_role("alert")).to_contain_text("is not answering")
        finally:
            page.context.set_offline(False)
        expect(page.get_by_role("button", name=re.compile("Twists, 14"))).to_be_visible()
        expect(page.get_by_role("alert")).to_have_count(0)

    @staticmethod
    def hang_up(route: Route) -> None:
        route.abort("connectionrefused")

    def test_planning_again_starts_from_the_saved_wish(self) -> None:
        page = self.compose()
        page.get_by_label("Sections", exact=True).fill("16")
        expect(page.get_by_role("button", name=re.compile("Twists, 16"))).to_be_visible()
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        first = Plan.objects.get()
        page.get_by_role("button", name="Edit as a new plan").click()
        expect(page.get_by_label("Sections", exact=True)).to_have_value("16")
        expect(page.get_by_role("button", name=re.compile("Twists, 16"))).to_be_visible()
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(rf"/plans/(?!{first.pk}$)\d+$"))
        self.assertEqual(Plan.objects.latest("pk").replaces, first)


class VisitTest(PlacesTest):
    def test_recording_all_as_planned(self) -> None:
        page = self.compose()
        page.keyboard.press("Control+Enter")
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        page.get_by_role("link", name="Record visit").click()
        page.get_by_role("button", name="Record visit").click()
        expect(page.get_by_role("alert")).to_contain_text("Nothing to record yet")
        page.get_by_role("button", name="All as planned").first.click()
        page.get_by_label("Rinse, actual").fill("900")
        page.get_by_role("button", name="Record visit").click()
        expect(page.get_by_role("alert")).to_contain_text("0 to 600 min")
        page.reload()
        expect(page.get_by_label("Rinse, actual")).to_have_value("900")
        page.get_by_label("Rinse, actual").fill("3")
        page.get_by_role("button", name="Record visit").click()
        page.wait_for_url(re.compile(r"/visits/\d+$"))
        visit = Visit.objects.get()
        self.assertEqual(visit.steps.count(), len(visit.plan.answer["steps"]))
        page.goto("/results/visits")
        expect(page.get_by_role("link", name="Two-strand twist-out")).to_be_visible()

    def test_findings_are_empty_at_first(self) -> None:
        self.page.goto("/results")
        expect(self.page.get_by_text("Nothing to show yet")).to_be_visible()
