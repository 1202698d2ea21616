"""The crown map, the drying planner, the look and the printed page, in headless Chromium."""

import json
import re
from typing import Any

from django.contrib.auth.models import User
from django.test import override_settings
from playwright.sync_api import expect

from craft.contract import parse
from salon.checks.browser import TABLET
from salon.clients.models import Client
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.tests.test_places import PlacesTest


class PlanViewsTest(PlacesTest):
    def begin(self, view: str, goal: dict[str, Any]) -> None:
        """A view of a wish, as it was left on this device."""
        wish = {"client": self.person.pk, "goal": goal, "dry": "air"}
        self.page.evaluate(
            "([key, wish]) => localStorage.setItem(key, wish)",
            [f"gauffer:wish:{self.person.pk}", json.dumps(wish)],
        )
        self.page.goto(f"/clients/{self.person.pk}/plan/{view}")


class CrownTest(PlanViewsTest):
    def open(self, style: str, view: str = "crown") -> None:
        self.begin(view, {"style": style, "definition": 0.5})

    def sections(self) -> int:
        return self.page.locator("[data-section]").count()

    def test_dragging_a_parting_changes_everything_at_once(self) -> None:
        page = self.page
        self.open("flat_twist_out")
        expect(page.locator("[data-section]")).to_have_count(8)
        before = page.get_by_text("hair per section, min to max").locator("..").text_content()
        # On the line itself: the row parting bows, its middle is where it is widest.
        handle = page.locator("[data-line='0/6']")
        at = float(handle.get_attribute("aria-valuenow") or 0)
        place = page.evaluate(
            """() => {
                const path = document.querySelector("[data-line='0/6'] .grip")
                const half = path.getPointAtLength(path.getTotalLength() / 2)
                const at = half.matrixTransform(path.getScreenCTM())
                return [at.x, at.y]
            }"""
        )
        x, y = place
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + 15, y, steps=3)
        page.mouse.move(x + 30, y, steps=3)
        page.mouse.up()
        self.assertLess(at, 5)
        expect(handle).to_have_attribute("aria-valuenow", re.compile(r"^(5\.[5-9]|6)"))
        after = page.get_by_text("hair per section, min to max").locator("..")
        expect(after).not_to_have_text(before or "")
        expect(after).to_contain_text("before")
        # One drag is undone as one, and the other side went with it.
        self.assertEqual(page.locator(".line.moved").count(), 2)
        page.get_by_role("button", name="Undo", exact=True).click()
        expect(page.locator(".line.moved")).to_have_count(0)
        expect(handle).to_have_attribute("aria-valuenow", re.compile(rf"^{at:g}"))

    def test_a_parting_moves_by_keys(self) -> None:
        page = self.page
        self.open("flat_twist_out")
        line = page.locator("[data-line='0/3']")
        expect(line).to_have_attribute("role", "slider")
        at = float(line.get_attribute("aria-valuenow") or 0)
        line.focus()
        page.keyboard.press("Shift+ArrowRight")
        expect(page.locator(".line.moved")).to_have_count(2)
        self.assertGreater(float(line.get_attribute("aria-valuenow") or 0), at + 1)
        page.keyboard.press("Control+z")
        expect(page.locator(".line.moved")).to_have_count(0)
        page.keyboard.press("Control+Shift+z")
        expect(page.locator(".line.moved")).to_have_count(2)

    def test_split_merge_lay_and_number(self) -> None:
        page = self.page
        self.open("two_strand_twist_out")
        expect(page.locator("[data-section]")).to_have_count(12)
        page.locator("[data-section='1']").click()
        page.get_by_role("button", name="crosswise").click()
        expect(page.locator("[data-section]")).to_have_count(14)
        page.get_by_label("Same on both sides").uncheck()
        page.get_by_role("button", name="Merge…").click()
        expect(page.get_by_text("Tap the section to merge with.")).to_be_visible()
        # By keys: two sections on, and take it.
        page.locator("figure svg").first.focus()
        page.keyboard.press("ArrowRight")
        page.keyboard.press("ArrowRight")
        page.keyboard.press("Enter")
        expect(page.locator("[data-section]")).to_have_count(13)
        page.locator("[data-section='9']").click()
        page.get_by_role("button", name="forward", exact=True).click()
        expect(page.get_by_role("button", name="forward", exact=True)).to_have_attribute(
            "aria-pressed", "true"
        )
        page.get_by_label("Position in the order").fill("2")
        expect(page.get_by_role("button", name="Undo all changes")).to_be_visible()
        page.get_by_role("button", name="Undo all changes").click()
        expect(page.locator("[data-section]")).to_have_count(12)

    def test_only_neighbours_merge_and_nothing_is_lost(self) -> None:
        page = self.page
        self.open("two_strand_twist_out")
        page.locator("[data-section='1']").click()
        page.get_by_role("button", name="Merge…").click()
        page.locator("[data-section='12']").click()
        expect(page.get_by_role("alert")).to_contain_text("Only neighbours can be merged")
        page.get_by_role("button", name="Undo last change").click()
        expect(page.get_by_role("alert")).to_have_count(0)
        self.assertEqual(self.sections(), 12)

    def test_schemes_counts_and_rods(self) -> None:
        page = self.page
        self.open("rod_set")
        expect(page.locator("[data-section]")).to_have_count(30)
        for place, size in enumerate((16, 20, 25), 1):
            page.get_by_label(f"Rod size {place}").fill(str(size))
            expect(page.locator(".rod", has_text=str(size)).first).to_be_visible()
        page.get_by_role("combobox", name="Parting", exact=True).press("Enter")
        page.get_by_role("option", name="Forward, sideways, back").click()
        page.get_by_label("Forward", exact=True).fill("4")
        expect(page.locator("[data-section]")).to_have_count(16)
        page.get_by_role("combobox", name="Parting", exact=True).press("Enter")
        page.get_by_role("option", name="Taper: top, sides, back").click()
        page.get_by_label("Sections", exact=True).fill("3")
        expect(page.get_by_role("alert")).to_contain_text("takes 4 to 70 sections")

    def test_it_is_told_to_those_who_do_not_see_it(self) -> None:
        page = self.page
        self.open("flat_twist_out")
        caption = page.locator("figcaption").first
        expect(caption).to_contain_text("Crown map seen from above, face up: 8 sections.")
        expect(page.get_by_role("img", name="From the back")).to_be_visible()
        page.locator("figure svg").first.focus()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_role("heading", name=re.compile("Section 2"))).to_be_visible()

    def test_tints_and_ticks(self) -> None:
        page = self.page
        self.open("flat_twist_out")
        for tint, unit in (("weight", " g"), ("minutes", " min"), ("dryness", "opening")):
            page.get_by_text(tint, exact=True).click()
            expect(page.locator(".scale")).to_contain_text(unit)
            expect(page.locator(".shade").first).to_be_attached()
        page.get_by_text("done", exact=True).click()
        page.locator("[data-section='3'] .figure").click()
        expect(page.get_by_text("1 of 8 done")).to_be_visible()
        page.reload()
        page.get_by_text("done", exact=True).click()
        expect(page.get_by_text("1 of 8 done")).to_be_visible()

    def test_the_parting_goes_into_the_saved_plan_and_onto_paper(self) -> None:
        page = self.page
        self.open("flat_twist_out")
        page.locator("[data-line='0/3']").focus()
        page.keyboard.press("Shift+ArrowRight")
        expect(page.locator(".line.moved")).to_have_count(2)
        page.get_by_role("link", name="Routine").click()
        # Both views can save: a click that begins on the one and ends on the other is none.
        expect(page.get_by_role("heading", name="Parting", exact=True)).to_be_visible()
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        self.assertEqual(len(Plan.objects.get().request["parting"]["changes"]), 1)
        page.get_by_role("link", name="Print").click()
        expect(page.get_by_role("article")).to_contain_text("Measured Client")
        expect(page.locator("article tbody tr")).to_have_count(8)
        self.assertEqual(self.pages(), 1)

    def pages(self) -> int:
        """Pages of what would be printed."""
        return len(re.findall(rb"/Type\s*/Page[^s]", self.page.pdf(prefer_css_page_size=True)))

    def test_many_coils_still_fit_one_page(self) -> None:
        self.begin("print", {"style": "finger_coils", "sections": 90})
        expect(self.page.locator("article tbody tr")).to_have_count(90)
        self.assertEqual(self.pages(), 1)

    def test_the_chair_sheet_holds_the_service_on_one_page(self) -> None:
        page = self.page
        Client.objects.filter(pk=self.person.pk).update(allergies=["lanolin"])
        for style in ("two_strand_twist_out", "rod_set"):
            self.open(style, "print?sheet=chair")
            sheet = page.get_by_role("article")
            expect(sheet).to_contain_text("Allergies: lanolin")
            expect(sheet).to_contain_text("one by one")
            expect(sheet).to_contain_text("Once it is open")
            expect(sheet).to_contain_text("Back after")
            self.assertEqual(self.pages(), 1, style)

    def test_on_a_tablet_nothing_runs_out_of_the_page(self) -> None:
        page = self.page
        page.set_viewport_size(TABLET)
        for view in ("crown", "drying", "look", "print"):
            page.goto(f"/clients/{self.person.pk}/plan/{view}")
            page.locator("svg").nth(1).wait_for()
            wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
            self.assertLessEqual(wide, 0, view)
        page.set_viewport_size({"width": 1280, "height": 800})


class DryingTest(PlanViewsTest):
    def open(self) -> None:
        goal = {"style": "two_strand_twist_out", "definition": 0.5, "release_after_h": 5}
        self.begin("drying", goal)
        expect(self.page.get_by_role("table")).to_be_visible()

    def test_what_helps_is_done_and_told(self) -> None:
        page = self.page
        self.open()
        expect(page.get_by_text("This opening time is not safe.")).to_be_visible()
        page.locator("tr.safe").first.get_by_role("button").click()
        expect(page.get_by_text("This opening time is safe.")).to_be_visible()

    def test_stages_by_hand(self) -> None:
        page = self.page
        self.open()
        page.get_by_role("button", name="Change the stages").click()
        page.get_by_role("button", name="Add a stage").click()
        minutes = page.get_by_label("Stage 1: How long")
        minutes.fill("20")
        expect(page.get_by_role("listitem").first).to_contain_text("0–0.3 h")
        minutes.fill("0")
        expect(page.get_by_role("alert")).to_contain_text("1 to 4320 min")
        minutes.fill("45")
        page.get_by_label("Stage 1: Warm").fill("90")
        expect(page.get_by_role("alert")).to_contain_text("15 to 70")
        page.get_by_label("Stage 1: Warm").fill("")
        page.get_by_label("Stage 2: How long").fill("")
        expect(page.get_by_role("alert").first).to_contain_text("Only the last stage")
        page.get_by_role("button", name="Back to standard").click()
        expect(page.get_by_role("alert")).to_have_count(0)
        expect(page.get_by_role("button", name="Change the stages")).to_be_visible()

    def test_the_scrubber_runs_through_the_hours(self) -> None:
        page = self.page
        self.open()
        scrubber = page.get_by_role("slider", name="Hours since shaping")
        scrubber.focus()
        page.keyboard.press("Home")
        expect(page.get_by_text("1: 0% gone")).to_be_visible()
        page.keyboard.press("End")
        expect(page.get_by_text("1: 100% gone")).to_be_visible()
        page.get_by_role("button", name="Play").click()
        expect(page.get_by_role("button", name="Pause")).to_be_visible()
        page.get_by_role("button", name="Pause").click()

    def test_the_air_and_a_sensor_that_sticks(self) -> None:
        page = self.page
        with override_settings(GAUFFER_ROOM="simulated", GAUFFER_WEATHER="simulated"):
            self.open()
            expect(page.get_by_text("Room sensor: working")).to_be_visible()
            expect(page.get_by_text("simulated forecast, the night at 20 °C")).to_be_visible()
            page.get_by_text("stuck", exact=True).click()
            expect(page.get_by_text("stuck at one value")).to_be_visible()
            page.get_by_label("in the salon °C").fill("80")
            expect(page.get_by_role("alert")).to_contain_text("5 to 45 °C")
            page.get_by_label("in the salon °C").fill("30")
            expect(page.get_by_text("30 °C").first).to_be_visible()
            self.page.wait_for_load_state("networkidle")


class LookTest(PlanViewsTest):
    def test_four_moments_and_another_plan_beside_them(self) -> None:
        page = self.page
        wish = {"client": self.person.pk, "goal": {"style": "two_strand_twist_out"}}
        save(self.person, parse(ClientWish, wish), User.objects.get())
        self.begin("look", {"style": "finger_coils"})
        expect(page.get_by_role("img", name=re.compile("^At opening: hangs"))).to_be_visible()
        self.assertEqual(page.locator("figure").count(), 4)
        page.get_by_role("combobox", name="Compare with").press("Enter")
        page.get_by_role("option", name=re.compile("Two-strand twist-out")).click()
        expect(page.locator("figure")).to_have_count(8)
        expect(page.get_by_role("heading", name=re.compile("Two-strand twist-out"))).to_be_visible()
