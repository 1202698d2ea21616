"""Findings in the browser: what was taught, a story with its suggestion, a blind trial."""

import re

from playwright.sync_api import expect

from salon.clients.models import Client
from salon.demo.build import USERNAME
from salon.results.models import SuggestionAnswer, Trial
from salon.tests.browser import DemoPageTest


class FindingsBrowserTest(DemoPageTest):
    """The year of the demo."""

    def test_what_differs_stands_first_and_the_rest_is_a_tap_away(self) -> None:
        page = self.page
        page.goto("/results")
        rows = page.get_by_role("table").first.get_by_role("row")
        for what in ("Flat twist-out Mara", "Flat twist-out, definition Mara"):
            expect(page.get_by_role("row", name=re.compile(f"^{what}"))).to_be_visible()
        expect(page.get_by_text("Glossy")).to_have_count(0)
        page.get_by_role("button", name=re.compile("that match the standard")).click()
        expect(rows.filter(has_text="Shingled wash-and-go")).not_to_have_count(0)
        page.get_by_text("Show as table").click()
        expect(page.get_by_role("columnheader", name="actual")).to_be_visible()
        with page.expect_download() as drawing:
            page.get_by_role("button", name="SVG").click()
        self.assertEqual(drawing.value.suggested_filename, "promised-dry.svg")
        with page.expect_download() as figures:
            page.get_by_role("button", name="CSV").click()
        lines = figures.value.path().read_text().splitlines()
        self.assertEqual(lines[0], "predicted,actual,9 in 10 between,forecasts")
        self.assertEqual(len(lines), page.locator("figure tbody tr").count() + 1)
        with page.expect_download() as table:
            page.get_by_role("link", name="forecasts", exact=True).click()
        self.assertEqual(table.value.suggested_filename, "gauffer-promises.csv")

    def test_a_suggestion_is_dismissed_with_a_reason(self) -> None:
        client = Client.objects.get(name="Sefa Marlow")
        page = self.page
        page.goto(f"/clients/{client.pk}/story")
        expect(page.get_by_text("times it was damp when opened")).to_be_visible()
        page.get_by_role("button", name="Does not fit").click()
        expect(page.get_by_role("button", name="Dismiss")).to_be_disabled()
        page.get_by_label("Why it does not fit").fill("She moves to a drier flat.")
        page.get_by_role("button", name="Dismiss").click()
        expect(page.get_by_text("dismissed: She moves to a drier flat.")).to_be_visible()
        self.assertFalse(SuggestionAnswer.objects.get().taken)

    def test_a_suggestion_is_taken_where_the_next_plan_is_made(self) -> None:
        client = Client.objects.get(name="Sefa Marlow")
        page = self.page
        page.goto(f"/clients/{client.pk}/plan")
        page.get_by_role("button", name="20 min under the hood", exact=True).click()
        expect(page.get_by_role("group", name="Drying").get_by_label("hood")).to_be_checked()
        expect(page.get_by_text("times it was damp when opened")).to_have_count(0)
        self.assertTrue(SuggestionAnswer.objects.get().taken)
        page.get_by_role("button", name="Undo").first.click()
        expect(page.get_by_role("group", name="Drying").get_by_label("air")).to_be_checked()

    def test_two_visits_are_chosen_and_stay_in_the_address(self) -> None:
        client = Client.objects.get(name="Juno Reefer")
        page = self.page
        page.goto(f"/clients/{client.pk}/story")
        page.get_by_role("link", name="Compare two visits").click()
        expect(page.get_by_role("row", name=re.compile("one by one"))).to_be_visible()
        page.get_by_role("combobox", name="This visit").press("Enter")
        page.get_by_role("option").last.click()
        expect(page.get_by_role("row", name=re.compile("^sections 12 16"))).to_be_visible()
        page.reload()
        expect(page.get_by_role("row", name=re.compile("^sections 12 16"))).to_be_visible()

    def test_visits_are_filtered_sorted_and_kept_as_a_view(self) -> None:
        page = self.page
        page.goto("/results/visits")
        page.get_by_role("combobox", name="roots").press("Enter")
        page.get_by_role("option", name="damp at the roots").click()
        page.get_by_label("Part of a name").fill("marlow")
        rows = page.get_by_role("row").filter(has_text="Flat twist-out")
        expect(rows.filter(has_not_text="damp at the roots")).to_have_count(0)
        expect(rows.filter(has_not_text="Sefa Marlow")).to_have_count(0)
        page.get_by_role("button", name="Save this view").click()
        page.get_by_label("View name").fill("Sefa, damp")
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("button", name="Sefa, damp", exact=True)).to_be_visible()
        page.goto("/results/visits")
        expect(page.get_by_role("row").filter(has_text="Ivo Brandal")).not_to_have_count(0)
        page.get_by_role("button", name="Sefa, damp", exact=True).click()
        expect(page.get_by_label("Part of a name")).to_have_value("marlow")
        expect(page.get_by_role("row").filter(has_text="Ivo Brandal")).to_have_count(0)
        page.get_by_role("button", name="Delete “Sefa, damp”").click()
        expect(page.get_by_role("button", name="Sefa, damp", exact=True)).to_have_count(0)

    def test_a_trial_is_begun_laid_in_and_rated(self) -> None:
        page = self.page
        page.goto("/results/trials")
        expect(page.get_by_text("The first way is better: stop, and use it.")).to_be_visible()
        page.get_by_label("Name of the trial").fill("Oil first")
        page.get_by_label("First way").fill("oil, then cream")
        page.get_by_label("Second way").fill("cream, then oil")
        page.get_by_role("button", name="Start").click()
        expect(page.get_by_role("heading", name="Oil first")).to_be_visible()
        newest = page.get_by_role("article").first
        newest.get_by_label("Part of a name").fill("Pia")
        newest.get_by_role("combobox", name="Next client").press("Enter")
        # A click while the list is still being narrowed may fall on what goes away.
        expect(page.get_by_role("option")).to_have_count(1)
        page.get_by_role("option", name="Pia Solheim").click()
        newest.get_by_role("button", name="Pick a side at random").click()
        for half, score in (("Left half, Pia Solheim", "4"), ("Right half, Pia Solheim", "2")):
            newest.get_by_role("group", name=half).get_by_text(score, exact=True).click()
        newest.get_by_role("button", name="Rate").click()
        expect(newest.get_by_role("button", name="Rate")).to_have_count(0)
        pair = Trial.objects.latest("pk").pairs.get()
        self.assertEqual((pair.left, pair.right), (4, 2))
        self.assertEqual(pair.made_by and pair.made_by.username, USERNAME)
