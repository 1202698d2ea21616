"""The shelf and the drawer as they are used, in headless Chromium."""

import re
import tempfile
from datetime import timedelta
from pathlib import Path

from django.utils import timezone
from playwright.sync_api import expect

from craft.contract import parse
from salon.clients.models import Client
from salon.kit.models import KitItem, KitUse
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.products.models import Product, StockMove
from salon.salon_settings.services import current_salon
from salon.tests.test_places import PlacesTest


class BottlesTest(PlacesTest):
    def bottle(self, name: str, role: str = "gel", **more: object) -> Product:
        product: Product = Product.objects.create(name=name, role=role, **{"stock_g": 300} | more)
        return product

    def test_a_new_bottle_with_its_label_read_as_it_is_typed(self) -> None:
        page = self.page
        page.goto("/products")
        expect(page.get_by_text("No products yet")).to_be_visible()
        page.get_by_role("link", name="Add product").click()
        page.get_by_label("Name", exact=True).fill("Harbour gel")
        page.get_by_label("Ingredients, as printed").fill("Aqua (Water), PVP, Linaool")
        page.get_by_role("button", name="Use linalool instead of Linaool").click()
        expect(page.get_by_label("Ingredients, as printed")).to_have_value(
            "Aqua (Water), PVP, linalool"
        )
        expect(page.get_by_text("fragrance allergen", exact=True)).to_be_visible()
        page.get_by_label("One unit weighs").fill("-3")
        page.get_by_role("button", name="Add product").click()
        expect(page.get_by_role("alert")).to_have_text("Give a number from 0.01 to 200 g.")
        page.reload()
        expect(page.get_by_label("Name", exact=True)).to_have_value("Harbour gel")
        page.get_by_label("One unit weighs").fill("2.2")
        page.get_by_label("In stock now").fill("250")
        page.get_by_role("button", name="Add product").click()
        page.wait_for_url(re.compile(r"/products/\d+$"))
        kept = Product.objects.get()
        self.assertEqual((kept.unit_g, kept.stock_g), (2.2, 250))

    def test_what_may_go_on_this_client_and_why_not(self) -> None:
        page = self.page
        self.bottle("Scented gel", ingredients="Aqua, Linalool", weight="medium")
        self.bottle("Plain gel", ingredients="Aqua, PVP", weight="light")
        Client.objects.filter(pk=self.person.pk).update(allergies=["linalool"])
        page.goto("/products")
        page.get_by_role("combobox", name="For client").click()
        page.get_by_role("option", name="Measured Client").click()
        row = page.get_by_role("row", name=re.compile("Scented gel"))
        expect(row).to_contain_text("no")
        row.get_by_role("button", name="Scented gel: why?").click()
        expect(page.get_by_text("because of: allergic to linalool")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("row", name=re.compile("Plain gel"))).to_contain_text(
            "first choice"
        )
        page.get_by_text("usable today", exact=True).click()
        expect(row).to_have_count(0)

    def test_stock_is_booked_and_undone(self) -> None:
        page = self.page
        gel = self.bottle("Gel", full_g=500)
        page.goto(f"/products/{gel.pk}")
        page.get_by_label("Weight").fill("500")
        page.get_by_role("button", name="Book").click()
        expect(page.get_by_text("+500.0 g")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Redo")).to_be_visible()
        gel.refresh_from_db()
        self.assertEqual(gel.stock_g, 300)

    def test_a_bottle_taken_off_the_shelf_comes_back(self) -> None:
        page = self.page
        gel = self.bottle("Gel")
        page.goto(f"/products/{gel.pk}")
        page.get_by_role("button", name="Remove from stock").click()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("button", name="Remove from stock")).to_be_visible()
        gel.refresh_from_db()
        self.assertIsNone(gel.retired_at)

    def test_two_people_editing_lose_nothing(self) -> None:
        page = self.page
        gel = self.bottle("Gel")
        page.goto(f"/products/{gel.pk}")
        page.get_by_role("button", name="Edit", exact=True).click()
        page.get_by_label("Note").fill("Mine.")
        Product.objects.filter(pk=gel.pk).update(version=7, note="Theirs.", batch="B 12")
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("alert")).to_contain_text("Someone else changed this product")
        expect(page.get_by_label("Note")).to_have_value("Mine.")
        expect(page.get_by_label("Batch")).to_have_value("B 12")
        expect(page.get_by_text("Someone else changed this to Theirs.")).to_be_visible()
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_text("Mine.")).to_be_visible()
        gel.refresh_from_db()
        self.assertEqual((gel.note, gel.batch), ("Mine.", "B 12"))

    def test_another_bottle_by_hand(self) -> None:
        page = self.page
        self.bottle("First gel", stock_g=60, unit_g=2)
        self.bottle("Second gel", stock_g=400, unit_g=2)
        page.goto(f"/clients/{self.person.pk}/plan")
        page.get_by_role("button", name="First gel: use another product").click()
        page.get_by_role("menuitem", name="Second gel").click()
        expect(page.get_by_role("button", name="Second gel: use another")).to_be_visible()
        page.get_by_role("button", name="Save plan").click()
        page.wait_for_url(re.compile(r"/plans/\d+$"))
        second = Product.objects.get(name="Second gel")
        self.assertEqual(Plan.objects.get().request["bottles"], {"gel": str(second.pk)})

    def test_a_palm_test(self) -> None:
        page = self.page
        self.bottle("Gel")
        self.bottle("Cream", role="cream")
        page.goto("/products")
        for place, name in (("First product", "Gel"), ("Second product", "Cream")):
            field = page.get_by_role("combobox", name=place)
            field.fill(name)
            expect(page.get_by_role("option", name=name).locator("visible=true")).to_be_visible()
            field.press("Enter")
        page.get_by_text("flake", exact=True).click()
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("keep apart")).to_be_visible()


class ScaleTest(PlacesTest):
    def test_a_pump_is_weighed_and_the_cable_may_go(self) -> None:
        page = self.page
        gel = Product.objects.create(name="Gel", role="gel", stock_g=300)
        page.goto(f"/products/{gel.pk}/calibration")
        page.get_by_role("button", name="Tare").click()
        page.get_by_role("button", name="Pour").click()
        expect(page.get_by_text("settling…")).to_be_visible()
        page.get_by_role("button", name=re.compile(r"^Use [12]\.\d")).click()
        expect(page.get_by_role("row", name=re.compile(r"^1\. 1 ×"))).to_be_visible()
        page.get_by_role("button", name="Pull the cable").click()
        expect(page.get_by_text("not connected: type the weight")).to_be_visible()
        for grams in ("2.1", "1.9"):
            page.get_by_label("or type the weight").fill(grams)
            page.get_by_role("button", name="Add", exact=True).click()
        expect(page.get_by_text("between units")).to_be_visible()
        page.get_by_role("button", name="Save calibration").click()
        page.wait_for_url(re.compile(r"/products/\d+$"))
        gel.refresh_from_db()
        self.assertAlmostEqual(gel.unit_g or 0, 2, delta=0.3)
        self.assertEqual(len(gel.calibrations.get().readings), 3)

    def test_a_dose_is_weighed_at_the_chair(self) -> None:
        page = self.page
        Product.objects.create(name="Gel", role="gel", stock_g=300, unit_g=2)
        wish = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}
        plan = save(self.person, parse(ClientWish, wish), None)
        page.goto(f"/plans/{plan.pk}/visit")
        page.get_by_role("button", name="Weigh: Gel").click()
        page.get_by_role("button", name="Tare").click()
        page.get_by_label("Counted as").fill("1")
        page.get_by_role("button", name="Pour").click()
        expect(page.get_by_text("g to go")).to_be_visible()
        page.get_by_role("button", name=re.compile(r"^Use [12]\.\d")).click()
        expect(page.get_by_label("Gel, used")).not_to_have_value("")
        self.choose("White flakes or residue", "none")
        page.get_by_role("button", name="Record visit").click()
        page.wait_for_url(re.compile(r"/visits/\d+$"))
        move = StockMove.objects.get(kind="used")
        self.assertTrue(move.weighed)
        self.assertAlmostEqual(-move.grams, 2, delta=0.6)


class DrawerTest(PlacesTest):
    def setUp(self) -> None:
        super().setUp()
        KitItem.objects.create(kind="rod", diameter_mm=20, count=40)
        KitItem.objects.create(kind="clip", count=12)
        salon = current_salon()
        salon.contact_min = 10
        salon.save()

    def test_rods_go_out_into_the_bath_and_back(self) -> None:
        page = self.page
        wish = {
            "client": self.person.pk,
            "goal": {"style": "rod_set", "sections": 28, "rod_mm": 20, "release_after_h": 48},
            "planned_start": (timezone.now() + timedelta(hours=1)).isoformat(),
        }
        save(self.person, parse(ClientWish, wish), None)
        page.goto("/products/kit")
        row = page.get_by_role("row", name=re.compile("20 mm"))
        page.get_by_role("button", name="Take out").click()
        expect(row).to_contain_text("28 with Measured Client")
        use = page.get_by_role("listitem").filter(has_text="28 rods of 20 mm")
        use.get_by_role("button", name="Into the disinfectant").click()
        expect(row).to_contain_text("28 being cleaned")
        expect(use.get_by_role("button", name="Put back")).to_be_disabled()
        KitUse.objects.update(cleaning_since=timezone.now() - timedelta(minutes=11))
        page.reload()
        expect(use).to_contain_text("Contact time is over")
        use.get_by_role("button", name="Put back").click()
        expect(use).to_have_count(0)

    def test_the_drawer_is_counted(self) -> None:
        page = self.page
        page.goto("/products/kit")
        page.get_by_label("clips clips: Total").fill("9")
        page.keyboard.press("Tab")
        expect(page.get_by_role("row", name=re.compile("^clips"))).to_contain_text("9")
        form = page.get_by_role("form", name="Add to the kit")
        form.get_by_label("Total").fill("12")
        form.get_by_role("button", name="Add").click()
        expect(page.get_by_role("alert")).to_contain_text("diameter of the rods")
        form.get_by_label("Diameter").fill("16")
        form.get_by_role("button", name="Add").click()
        expect(page.get_by_role("row", name=re.compile("16 mm"))).to_be_visible()
        self.assertEqual(KitItem.objects.get(diameter_mm=16).count, 12)
        self.assertEqual(KitItem.objects.get(kind="clip").count, 9)

    def test_a_table_is_looked_at_before_it_is_taken_in(self) -> None:
        page = self.page
        with tempfile.TemporaryDirectory() as folder:
            table = Path(folder) / "shelf.csv"
            page.goto("/products/exchange")
            table.write_text("name,role,stock_g\nNew gel,gel,120\nOdd one,glue,5\n")
            page.locator("input[type=file]").set_input_files(table)
            expect(page.get_by_role("alert")).to_contain_text("1 row has a problem")
            expect(page.get_by_role("row", name=re.compile("Odd one"))).to_contain_text(
                "Use one of"
            )
            expect(page.get_by_role("button", name=re.compile("^Import [0-9]"))).to_have_count(0)
            table.write_text("name,role,stock_g\nNew gel,gel,120\nOdd one,cream,5\n")
            page.locator("input[type=file]").set_input_files(table)
            page.get_by_role("button", name="Import 2 rows").click()
            expect(page.get_by_text("Imported: 2 new")).to_be_visible()
        self.assertEqual(Product.objects.count(), 2)
