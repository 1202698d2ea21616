"""The consultation and the strand scope, driven in the browser."""

import math
import re
import tempfile

from django.test import override_settings
from playwright.sync_api import Page, expect

from salon.clients.consulting import save
from salon.clients.models import Client, RaisedStopSign
from salon.clients.services import add_client
from salon.devices.models import ScopePicture
from salon.tests.base import MEASURED, an_owner
from salon.tests.browser import BrowserTest


def bare_place(picture: ScopePicture) -> tuple[float, float]:
    """A place of the picture, as shares of its sides, that is far from every counted root."""
    places = [(x / 20, y / 20) for x in range(3, 18) for y in range(3, 18)]

    def room(place: tuple[float, float]) -> float:
        x, y = place[0] * picture.width_px, place[1] * picture.height_px
        return min(math.dist((x, y), root) for root in picture.roots)

    return max(places, key=room)


class ConsultationBrowserTest(BrowserTest):
    """A returning client."""

    client: Client

    def setUp(self) -> None:
        super().setUp()
        folder = self.enterContext(tempfile.TemporaryDirectory())
        self.enterContext(override_settings(MEDIA_ROOT=folder))
        user = an_owner()
        self.person = add_client({"name": "Runa Pleat"}, MEASURED, user)
        self.enter("vera")

    def tearDown(self) -> None:
        self.page.context.set_offline(False)
        super().tearDown()

    def open(self, part: str) -> Page:
        self.page.goto(f"/clients/{self.person.pk}/consultation?part={part}")
        expect(self.page.get_by_role("navigation", name="Parts")).to_be_visible()
        return self.page

    def test_still_so_changed_and_finished(self) -> None:
        page = self.open("curl")
        page.get_by_label("Length, relaxed", exact=True).fill("9")
        expect(page.get_by_text("was 10 cm")).to_be_visible()
        expect(page.get_by_text("changed", exact=True).first).to_be_visible()
        page.get_by_role("button", name="All 2 unchanged").click()
        page.get_by_role("button", name=re.compile("Porosity")).first.click()
        page.get_by_role("group", name="Soak test").get_by_text("late").click()
        expect(page.get_by_label("Summary")).to_contain_text("Disagrees")
        page.get_by_role("button", name="Finish and save").first.click()
        page.wait_for_url(re.compile(r"/clients/\d+$"))
        shown = {
            observation.kind: observation
            for observation in self.person.observations.exclude(consultation=None)
        }
        self.assertEqual(shown["length_cm"].method, "confirmed")
        self.assertEqual(shown["relaxed_cm"].number, 9)
        self.assertEqual(shown["soak_s"].word, "late")
        expect(page.get_by_text(re.compile("Skipped last time: Reason"))).to_be_visible()

    def test_a_lost_connection_and_a_reload_lose_nothing(self) -> None:
        page = self.open("reason")
        page.get_by_label("What brings you here?").fill("Choir on Saturday.")
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        page.context.set_offline(True)
        page.get_by_label("Event").first.fill("festival")
        expect(page.get_by_text("Saved on this device")).to_be_visible()
        page.context.set_offline(False)
        page.reload()
        expect(page.get_by_label("Event").first).to_have_value("festival")
        expect(page.get_by_label("What brings you here?")).to_have_value("Choir on Saturday.")
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        self.assertEqual(self.person.consultations.get().answers["event"]["value"], "festival")

    def test_two_devices_at_one_consultation_lose_nothing(self) -> None:
        page = self.open("person")
        allergies = page.get_by_role("combobox", name="Allergies").or_(
            page.get_by_label("Allergies", exact=True)
        )
        allergies.first.fill("lanolin")
        page.keyboard.press("Enter")
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        consultation = self.person.consultations.get()
        elsewhere = {
            "allergies": {"value": ["lanolin", "coconut"], "confirmed": False, "was": []},
            "event": {"value": "wedding", "confirmed": False},
        }
        save(consultation, {**consultation.answers, **elsewhere}, consultation.version)
        allergies.first.fill("almond")
        page.keyboard.press("Enter")
        expect(page.get_by_text("Someone else edited this too")).to_be_visible()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        consultation.refresh_from_db()
        self.assertEqual(
            consultation.answers["allergies"]["value"], ["lanolin", "coconut", "almond"]
        )
        page.get_by_role("button", name=re.compile("Reason")).first.click()
        event = page.get_by_label("Event").first
        expect(event).to_have_value("wedding")
        theirs = {"event": {"value": "choir", "confirmed": False}}
        save(consultation, {**consultation.answers, **theirs}, consultation.version)
        event.fill("festival")
        expect(page.get_by_text("Someone else changed this to choir.")).to_be_visible()
        page.get_by_role("button", name="Use theirs").click()
        expect(event).to_have_value("choir")

    def test_a_wrong_number_is_told_at_its_question(self) -> None:
        page = self.open("curl")
        page.get_by_label("Length, stretched", exact=True).fill("400")
        expect(page.get_by_role("alert")).to_have_text("Give a number from 1 to 150 cm.")
        page.get_by_role("button", name="Finish and save").first.click()
        expect(page.get_by_role("alert").first).to_contain_text("1 to 150 cm")
        expect(page.get_by_label("Length, stretched", exact=True)).to_have_value("400")

    def test_the_scope_counts_and_is_corrected_by_tapping(self) -> None:
        page = self.open("density")
        page.get_by_role("button", name="Take picture and count").click()
        roots = page.locator(".root")
        expect(roots.first).to_be_visible()
        before = roots.count()
        roots.first.click(force=True)
        expect(roots).to_have_count(before - 1)
        picture = page.get_by_role("img", name=re.compile("marked roots"))
        x, y = bare_place(ScopePicture.objects.get())
        box = picture.bounding_box() or {}
        picture.click(position={"x": x * box["width"], "y": y * box["height"]})
        expect(roots).to_have_count(before)
        expect(page.get_by_text("Corrected by hand.")).to_be_visible()
        page.get_by_role("button", name="Use this count for crown").click()
        expect(page.get_by_label("Summary")).to_contain_text("crown:")
        expect(page.get_by_text("✓ in use")).to_be_visible()

    def test_a_stop_sign_closes_planning_until_it_is_cleared(self) -> None:
        page = self.open("scalp")
        page.get_by_role("button", name="weeping skin").click()
        expect(page.get_by_role("alert")).to_contain_text("no service today")
        page.get_by_role("button", name="Finish and save").first.click()
        expect(page.get_by_role("heading", name="Planning is paused")).to_be_visible()
        page.goto(f"/clients/{self.person.pk}/plan")
        expect(page.get_by_text("No service can be planned")).to_be_visible()
        page.goto(f"/clients/{self.person.pk}")
        page.get_by_role("button", name="Clear", exact=True).click()
        expect(page.get_by_text("Write what you saw")).to_be_visible()
        page.get_by_label("What you saw").fill("Dry and closed.")
        page.get_by_role("button", name="Clear", exact=True).click()
        expect(page.get_by_role("heading", name="Planning is paused")).to_have_count(0)
        self.assertEqual(RaisedStopSign.objects.get().clear_note, "Dry and closed.")
