"""The shelf as a table. CSV by RFC 4180, read back with Python's own reader."""

import csv
import io
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile

from salon.demo.build import stock_the_shelf
from salon.products.exchange import COLUMNS, cell
from salon.products.models import Product
from salon.products.tests.test_shelf import ShelfTest


class TableTest(ShelfTest):
    def send(self, text: str | bytes, *, accept: bool = False, **more: int | None) -> Any:
        data = text if isinstance(text, bytes) else text.encode()
        file = SimpleUploadedFile("shelf.csv", data, "text/csv")
        return self.client.post("/api/products/import/", {"file": file, "accept": accept, **more})

    def exported(self) -> str:
        answer = self.client.get("/api/products/export/")
        self.assertIn("attachment", answer.headers["Content-Disposition"])
        return answer.content.decode("utf-8-sig")


class ExportTest(TableTest):
    def test_every_column_by_name(self) -> None:
        (row,) = csv.DictReader(io.StringIO(self.exported()))
        self.assertEqual(tuple(row), COLUMNS)
        self.assertEqual(
            (row["name"], row["price"], row["stock_g"]), ("Test gel", "10.00", "200.0")
        )

    def test_what_goes_out_comes_in_unchanged(self) -> None:
        stock_the_shelf(self.user)
        preview = self.send(self.exported()).json()
        self.assertEqual({row["action"] for row in preview["rows"]}, {"same"})
        self.assertEqual(len(preview["rows"]), Product.objects.count())

    def test_a_spreadsheet_runs_nothing_of_it(self) -> None:
        self.patch(self.gel, note="=HYPERLINK(1)", batch="+49")
        (row,) = csv.DictReader(io.StringIO(self.exported()))
        self.assertEqual((row["note"], row["batch"]), ("'=HYPERLINK(1)", "'+49"))
        self.assertEqual(self.send(self.exported()).json()["rows"][0]["action"], "same")
        self.assertEqual(cell(-3.5), "-3.5")

    def test_commas_quotes_and_line_breaks_survive(self) -> None:
        label = 'Aqua, "Glycerin"\nParfum; Mel'
        self.patch(self.gel, ingredients=label)
        (row,) = csv.DictReader(io.StringIO(self.exported()))
        self.assertEqual(row["ingredients"], label)


class ImportTest(TableTest):
    GOOD = "name,role,weight,stock_g,also\nNew cream,cream,light,120,leave_in mist\n"

    def test_nothing_is_taken_in_before_it_is_accepted(self) -> None:
        preview = self.send(self.GOOD).json()
        self.assertEqual((preview["taken_in"], Product.objects.count()), (False, 1))
        (row,) = preview["rows"]
        self.assertEqual((row["line"], row["action"], row["problems"]), (2, "add", []))

    def test_accepted(self) -> None:
        self.assertTrue(self.send(self.GOOD, accept=True).json()["taken_in"])
        cream = Product.objects.get(name="New cream")
        self.assertEqual((cream.stock_g, cream.also), (120, ["leave_in", "mist"]))
        self.assertEqual(cream.moves.get().note, "imported from a table")

    def test_every_row_tells_all_its_problems_and_none_is_taken_in(self) -> None:
        text = (
            "name,role,stock_g,opened_on,barcode\n"
            "Fine,gel,10,,\n"
            "Broken,glue,-4,yesterday,123\n"
            ",gel,5,,\n"
            "Fine,gel,11,,\n"
        )
        rows = self.send(text).json()["rows"]
        fields = [[problem["field"] for problem in row["problems"]] for row in rows]
        self.assertEqual(fields[0], [])
        self.assertEqual(set(fields[1]), {"role", "stock_g", "opened_on", "barcode"})
        self.assertEqual(fields[2], ["name"])
        self.assertIn("already on line 2", rows[3]["problems"][0]["message"])
        refused = self.send(text, accept=True)
        self.assertRefused(refused, "file", "Line 3")
        self.assertEqual(Product.objects.count(), 1)

    def test_rows_change_what_they_name_and_nothing_else(self) -> None:
        text = "name;stock_g;price\ntest GEL;150;12,50\n"
        (row,) = self.send(text).json()["rows"]
        self.assertEqual(row["problems"][0]["field"], "price")
        text = "name;stock_g;price\nTest gel;150;12.50\n"
        (row,) = self.send(text).json()["rows"]
        self.assertEqual((row["action"], row["changes"]), ("change", ["stock_g", "price"]))
        self.send(text, accept=True)
        self.gel.refresh_from_db()
        self.assertEqual((self.gel.stock_g, str(self.gel.price)), (150, "12.50"))
        self.assertEqual((self.gel.role, self.gel.unit_g), ("gel", 2))
        self.assertEqual([move.kind for move in self.gel.moves.all()], ["recount", "delivery"])

    def test_tables_as_spreadsheets_write_them(self) -> None:
        for name, text in (
            ("tabs", "name\trole\nA\tgel\n"),
            ("carriage returns", "name,role\r\nA,gel\r\n"),
            ("a mark at the beginning", "\ufeffname,role\nA,gel\n"),
            ("upper case", "Name,ROLE\nA,gel\n"),
            ("blank lines", "name,role\n\nA,gel\n,\n"),
        ):
            with self.subTest(name=name):
                rows = self.send(text).json()["rows"]
                self.assertEqual([(row["name"], row["problems"]) for row in rows], [("A", [])])

    def test_what_is_no_table(self) -> None:
        cases: tuple[tuple[str | bytes, str], ...] = (
            ("", "empty"),
            ("   \n", "no table"),
            (b"\xff\xfe\x00bad", "UTF-8"),
            ("role\ngel\n", "no column 'name'"),
            ("name,colour\nA,red\n", "Unknown column 'colour'"),
            ("name,role\n", "no rows"),
            ("name\n" + "A\n" * 2001, "At most 2000"),
        )
        for text, words in cases:
            with self.subTest(words=words):
                self.assertRefused(self.send(text), "file", words)

    def test_no_file(self) -> None:
        self.assertRefused(self.client.post("/api/products/import/", {}), "file", "Choose a CSV")

    def test_a_row_with_too_many_cells(self) -> None:
        (row,) = self.send("name,role\nA,gel,surplus\n").json()["rows"]
        self.assertIn("more cells", row["problems"][0]["message"])

    def test_a_long_table_is_taken_in_slice_by_slice(self) -> None:
        text = "name,role\n" + "".join(f"Bottle {n:03d},gel\n" for n in range(230))
        begins: list[int | None] = [0]
        while (start := begins[-1]) is not None:
            answer = self.send(text, accept=True, start=start).json()
            self.assertTrue(answer["taken_in"])
            begins.append(answer["next"])
            self.assertEqual(Product.objects.count(), 1 + min(230, start + 100))
        self.assertEqual(begins, [0, 100, 200, None])
        # Begun again after it broke off: what is there already stays as it is.
        rows = self.send(text, accept=True, start=100).json()["rows"]
        self.assertEqual({row["action"] for row in rows}, {"same"})
        self.assertRefused(self.send(text, start=-1), "start", "0 to 2000")

    def test_a_problem_in_a_slice_stops_it_and_says_where(self) -> None:
        text = "name,role\n" + "".join(f"Bottle {n:03d},gel\n" for n in range(150)) + "Odd,glue\n"
        self.assertEqual(self.send(text, accept=True, start=0).status_code, 200)
        self.assertRefused(self.send(text, accept=True, start=100), "file", "Line 152")
        self.assertEqual(Product.objects.count(), 101)
