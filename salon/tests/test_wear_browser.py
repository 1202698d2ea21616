"""Between visits in the browser: the sheet, the days, and a client who tells from a phone."""

import re
from datetime import timedelta

from django.core.cache import cache
from django.utils import timezone
from playwright.sync_api import BrowserContext, expect

from salon.aftercare.looks import measure_picture
from salon.aftercare.models import Checkin, LookPicture, MessageText
from salon.aftercare.outbox import fill_outbox
from salon.aftercare.tests.base import visited
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.demo.drawn import Style, png
from salon.tests.base import MEASURED, an_owner
from salon.tests.browser import BrowserTest, chromium


class WearTest(BrowserTest):
    client: Client

    def setUp(self) -> None:
        super().setUp()
        cache.clear()
        user = an_owner()
        self.person = add_client({"name": "Runa Pleat"}, MEASURED, user)
        self.visit = visited(
            self.person, user, "shingle_wash_and_go", 2, definition=5, frizz=5, dryness="dry"
        )
        self.enter("vera")

    def phone(self) -> BrowserContext:
        """The client's own, where nobody is signed in."""
        context = chromium().new_context(
            base_url=self.live_server_url,
            viewport={"width": 360, "height": 780},
            locale="en-GB",
            service_workers="block",
        )
        self.addCleanup(context.close)
        return context

    def test_the_sheet_answers_first(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}")
        expect(page.get_by_text("day 2 of 9")).to_be_visible()
        expect(page.get_by_text("Definition 5 of 5.")).to_be_visible()
        expect(page.get_by_text("Frizz 5 of 5.")).to_be_visible()
        expect(page.get_by_role("list", name="Days in this style")).to_be_visible()
        page.get_by_role("button", name="Home card").click()
        expect(page.get_by_role("menuitem", name="PDF", exact=True)).to_be_visible()
        page.keyboard.press("Escape")
        page.get_by_role("link", name="Plan next service").click()
        expect(page).to_have_url(re.compile(rf"/clients/{self.person.pk}/plan$"))

    def test_what_the_client_plans_moves_the_days(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}/wear")
        day = timezone.localdate() + timedelta(days=1)
        page.get_by_role("combobox", name="What").press("Enter")
        page.get_by_role("option", name="swimming").click()
        page.get_by_role("combobox", name="On").fill(day.isoformat())
        page.get_by_role("combobox", name="On").press("Enter")
        page.get_by_role("button", name="Add").click()
        expect(page.get_by_text("rinse it at once afterwards")).to_be_visible()
        page.get_by_role("button", name="Remove swimming").click()
        expect(page.get_by_text("rinse it at once afterwards")).to_have_count(0)

    def test_told_from_a_phone_without_a_connection_and_seen_to(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}/wear")
        page.get_by_role("button", name="New link").click()
        address = page.locator(".address a").get_attribute("href") or ""
        context = self.phone()
        phone = context.new_page()
        phone.goto(address)
        expect(phone.get_by_text("Shingled wash-and-go, from My salon")).to_be_visible()
        self.assertLessEqual(int(phone.evaluate("document.documentElement.scrollWidth")), 360)
        context.set_offline(True)
        phone.get_by_role("button", name="good").click()
        phone.get_by_text("pain", exact=True).click()
        phone.get_by_role("button", name="Send to the salon").click()
        expect(phone.get_by_text("Saved on this phone")).to_be_visible()
        phone.get_by_text("The salon may keep this picture").click()
        shot = {"name": "a.png", "mimeType": "image/png", "buffer": png(Style(seed=3))}
        phone.locator("input[type=file]").set_input_files(shot)
        expect(phone.get_by_text("Saved on this phone. The picture is sent")).to_be_visible()
        self.assertFalse(Checkin.objects.exists() or LookPicture.objects.exists())
        context.set_offline(False)
        expect(phone.get_by_text("Please see a doctor")).to_be_visible()
        expect(phone.get_by_text("Picture sent. Thank you!")).to_be_visible()
        self.assertEqual(LookPicture.objects.get().moment, "home")
        told = Checkin.objects.get()
        self.assertEqual((told.looks, told.signs), (4, ["pain"]))
        page.goto("/today")
        page.get_by_role("button", name="Show it").click()
        page.get_by_role("button", name="Mark as seen").click()
        expect(page.get_by_text("Nothing needs follow-up.")).to_be_visible()
        page.goto(f"/clients/{self.person.pk}/wear")
        expect(page.get_by_text("client’s score: 4 of 5, pain")).to_be_visible()
        page.get_by_role("button", name="Turn off link").click()
        expect(page.get_by_text("No active link")).to_be_visible()
        phone.reload()
        expect(phone.get_by_text("This link has expired")).to_be_visible()

    def test_the_outbox_and_its_words(self) -> None:
        page = self.page
        Client.objects.filter(pk=self.person.pk).update(
            contact="message", consented_at=timezone.now(), phone="0555 0177"
        )
        fill_outbox()
        page.goto("/messages")
        row = page.get_by_role("row", name=re.compile("Runa Pleat"))
        row.get_by_role("button", name="Don’t send").click()
        expect(row.get_by_text("not sent")).to_be_visible()
        row.get_by_role("button", name="Try again").click()
        expect(row.get_by_text("scheduled")).to_be_visible()
        words = page.get_by_role("textbox", name="Check-in")
        words.fill("Hello {nam}")
        expect(page.get_by_text("“{nam}” is unknown")).to_be_visible()
        words.fill("Hello {name}, two taps: {link}")
        expect(page.get_by_text("Hello Runa, two taps: https")).to_be_visible()
        page.get_by_role("button", name="Save text").click()
        expect(page.get_by_role("button", name="Save text")).to_have_count(0)
        self.assertEqual(MessageText.objects.get().text, "Hello {name}, two taps: {link}")

    def test_two_pictures_side_by_side_wiped_and_deleted(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}/pictures")
        choose = page.locator("input[type=file]")
        expect(choose).to_be_disabled()
        for seed in (1, 2):
            page.get_by_text("The client agrees").click()
            choose.set_input_files(
                {"name": "a.png", "mimeType": "image/png", "buffer": png(Style(seed=seed))}
            )
            expect(page.get_by_role("button", name="Delete")).to_have_count(seed)
        expect(page.get_by_text("measuring…")).to_have_count(2)
        for picture in LookPicture.objects.all():
            measure_picture(picture.pk)
        expect(page.get_by_text("measuring…")).to_have_count(0)
        expect(page.get_by_role("cell", name=re.compile("cm²"))).to_have_count(2)
        expect(page.get_by_role("img", name=re.compile("^back"))).to_have_count(2)
        page.get_by_role("group", name="Compare").get_by_text("wipe").click()
        page.get_by_role("slider").press("End")
        page.get_by_role("group", name="Compare").get_by_text("outlines").click()
        expect(
            page.get_by_role("img", name=re.compile("^Overlaid outlines of the hair"))
        ).to_be_visible()
        expect(page.get_by_role("slider")).to_have_count(0)
        page.get_by_role("button", name="Delete").first.click()
        expect(page.get_by_role("button", name="Delete")).to_have_count(1)
        page.get_by_role("button", name="Delete").click()
        expect(page.get_by_text("No picture from this side yet")).to_be_visible()
