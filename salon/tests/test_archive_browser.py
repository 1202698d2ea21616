"""A backup, a restore and an erased client, through the real interface."""

import shutil
from pathlib import Path
from tempfile import mkdtemp

from django.test import override_settings
from playwright.sync_api import expect

from salon.clients.models import Client
from salon.clients.services import add_client
from salon.tests.base import MEASURED, NAME, an_owner
from salon.tests.browser import BrowserTest


class ArchiveTest(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.folder = Path(mkdtemp())
        self.addCleanup(shutil.rmtree, self.folder)
        changed = override_settings(VAR_DIR=self.folder, MEDIA_ROOT=self.folder / "pictures")
        changed.enable()
        self.addCleanup(changed.disable)
        self.person = add_client({"name": "Measured Client"}, MEASURED, an_owner())
        self.enter(NAME)

    def test_backed_up_downloaded_and_brought_back(self) -> None:
        page = self.page
        page.goto("/salon")
        page.get_by_role("link", name="Backup and restore").click()
        expect(page.get_by_text("No backups yet.")).to_be_visible()
        page.get_by_role("button", name="Back up now").click()
        with page.expect_download() as download:
            page.get_by_role("link", name="Download").click()
        file = self.folder / "kept.zip"
        download.value.save_as(file)
        Client.objects.update(name="Spoiled")
        choose = page.locator("input[type=file]")
        choose.set_input_files(
            files=[{"name": "x.zip", "mimeType": "application/zip", "buffer": b"x"}]
        )
        expect(page.get_by_role("alert")).to_contain_text("not a complete backup")
        choose.set_input_files(file)
        expect(page.get_by_text("It replaces My salon")).to_be_visible()
        bring = page.get_by_role("button", name="Restore")
        expect(bring).to_be_disabled()
        page.get_by_label("Type My salon to continue").fill("My salon")
        bring.click()
        expect(page.get_by_role("button", name="Sign in")).to_be_visible()
        self.assertEqual(Client.objects.get().name, "Measured Client")

    def test_a_client_is_erased_for_good(self) -> None:
        page = self.page
        page.goto(f"/clients/{self.person.pk}")
        page.get_by_role("button", name="Erase this client").click()
        erase = page.get_by_role("button", name="Erase permanently")
        expect(erase).to_be_disabled()
        page.get_by_label("Type Measured Client to continue").fill("Measured Client")
        erase.click()
        expect(page.get_by_role("heading", name="Clients")).to_be_visible()
        expect(page.get_by_text("No clients yet")).to_be_visible()
        self.assertFalse(Client.objects.exists())
        self.assertEqual(len(list((self.folder / "backups").glob("*.zip"))), 1)
