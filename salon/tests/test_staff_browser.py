"""Opening a salon, its people, their ways in: through the real interface."""

import re

from django.conf import settings
from django.contrib.auth.models import User
from django_otp.oath import totp
from django_otp.plugins.otp_totp.models import TOTPDevice
from playwright.sync_api import expect
from qsessions.models import Session

from salon.clients.services import add_client
from salon.platform.roles import WorkRole
from salon.staff.services import FIRST_CODE, add_colleague, first_code
from salon.tests.base import MEASURED, NAME, PASSWORD, an_owner
from salon.tests.browser import BrowserTest

NEW = "plain-seam-and-hem"


class FirstOwnerTest(BrowserTest):
    def test_an_empty_salon_asks_for_its_owner(self) -> None:
        page = self.page
        page.goto("/")
        expect(page.get_by_role("heading", name="Set up your salon")).to_be_visible()
        page.get_by_label("Setup code").fill("guess")
        page.get_by_label("Salon name").fill("Hem & Seam")
        page.get_by_label("Your name").fill("Ida")
        page.get_by_label("Sign-in name").fill("ida")
        page.get_by_label("Password", exact=True).fill(NEW)
        page.get_by_role("button", name="Create account").click()
        expect(page.get_by_role("alert")).to_contain_text("This is not the code")
        page.get_by_label("Setup code").fill(first_code() or "")
        page.get_by_role("button", name="Create account").click()
        expect(page.get_by_role("heading", name="To check before the day")).to_be_visible()
        expect(page.get_by_role("banner")).to_contain_text("Ida Hem & Seam")
        self.assertFalse((settings.VAR_DIR / FIRST_CODE).exists())


class StaffTest(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        owner = an_owner()
        add_colleague("anton", PASSWORD, WorkRole.FRONT_DESK, "Anton")
        self.person = add_client({"name": "Measured Client"}, MEASURED, owner)

    def test_the_owner_takes_somebody_in_and_bars_somebody(self) -> None:
        page = self.page
        self.enter(NAME)
        page.goto("/salon")
        page.get_by_role("link", name="Team and roles").click()
        page.get_by_role("button", name="Add a person").click()
        page.get_by_label("Name", exact=True).fill("Noor")
        page.get_by_label("Sign-in name").fill("noor")
        page.get_by_label("First password").fill("short")
        page.get_by_role("group", name="Role").get_by_text("Assistant", exact=True).click()
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("alert")).to_contain_text("too short")
        page.get_by_label("First password").fill(NEW)
        page.get_by_role("button", name="Save", exact=True).click()
        row = page.get_by_role("row", name=re.compile("Noor"))
        expect(row).to_contain_text("Assistant")
        page.get_by_role("row", name=re.compile("Anton")).get_by_role("button").click()
        page.get_by_role("button", name="Block sign-in").click()
        expect(page.get_by_role("row", name=re.compile("Anton")).first).to_contain_text(
            "cannot sign in"
        )
        self.assertFalse(User.objects.get(username="anton").is_active)

    def test_the_front_desk_sees_names_and_hours_and_no_hair(self) -> None:
        page = self.page
        self.enter("anton")
        page.goto(f"/clients/{self.person.pk}")
        expect(page.get_by_role("heading", name="Measured Client")).to_be_visible()
        expect(page.get_by_role("heading", name="Plans")).to_be_visible()
        expect(page.get_by_role("heading", name="Good to know")).to_be_visible()
        places = page.get_by_role("navigation", name="Main menu")
        expect(places.get_by_role("link")).to_have_text(["Today", "Clients"])
        for name in ("Consult", "Plan a service"):
            expect(page.get_by_role("link", name=name)).to_have_count(0)
        expect(page.get_by_role("heading", name="Visits")).to_have_count(0)
        page.goto("/results")
        expect(page.get_by_text("This is for the owner, specialist or assistant")).to_be_visible()

    def test_codes_are_switched_on_and_asked_for(self) -> None:
        page = self.page
        self.enter(NAME)
        page.goto("/me")
        page.get_by_label("Confirm your password").fill(PASSWORD)
        page.get_by_role("button", name="Turn on one-time codes").click()
        expect(page.get_by_role("img", name=re.compile("QR code"))).to_be_visible()
        device = TOTPDevice.objects.get(user__username=NAME)
        page.get_by_label("Code", exact=True).fill(f"{totp(device.bin_key):06d}")
        page.get_by_role("button", name="Confirm code").click()
        expect(page.get_by_text("Write down these backup codes")).to_be_visible()
        spare = page.locator(".spare li").first.inner_text()
        page.get_by_role("button", name="Sign out", exact=True).click()
        page.get_by_label("Name", exact=True).fill(NAME)
        page.get_by_label("Password", exact=True).fill(PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        expect(page.get_by_role("alert")).to_contain_text("Type the code")
        page.get_by_label("Code", exact=True).fill(spare)
        page.get_by_role("button", name="Sign in").click()
        expect(page.get_by_role("banner")).to_be_visible()

    def test_a_new_password_and_a_device_signed_out(self) -> None:
        page = self.page
        self.enter(NAME)
        self.client.force_login(User.objects.get(username=NAME))
        page.goto("/me")
        page.get_by_role("button", name="End this session").click()
        expect(page.get_by_role("button", name="End this session")).to_have_count(0)
        self.assertEqual(self.client.get("/api/clients/").status_code, 403)
        page.get_by_label("Current password").fill(PASSWORD)
        page.get_by_label("New password").fill(NEW)
        page.get_by_role("button", name="Change password").click()
        expect(page.get_by_text("You are signed out on your other devices")).to_be_visible()
        self.assertTrue(User.objects.get(username=NAME).check_password(NEW))


class SignedOutTest(BrowserTest):
    def test_what_was_typed_outlives_the_session(self) -> None:
        page = self.page
        client = add_client({"name": "Measured Client"}, MEASURED, an_owner())
        self.enter(NAME)
        page.goto(f"/clients/{client.pk}")
        page.get_by_role("button", name="Edit", exact=True).click()
        page.get_by_label("Note", exact=True).fill("Sings alto.")
        Session.objects.all().delete()
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_text("What you typed is kept")).to_be_visible()
        door = page.locator(".again")
        door.get_by_label("Name", exact=True).fill(NAME)
        door.get_by_label("Password", exact=True).fill(PASSWORD)
        door.get_by_role("button", name="Sign in").click()
        expect(door).to_have_count(0)
        expect(page.get_by_label("Note", exact=True)).to_have_value("Sings alto.")
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("button", name="Edit", exact=True)).to_be_visible()
        client.refresh_from_db()
        self.assertEqual(client.note, "Sings alto.")
