"""Whatever is sent to a door that takes something: it answers in one shape and never breaks."""

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client as ApiClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase

from craft.vocabulary import KitKind, Role
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.kit.models import KitItem
from salon.planning.models import Plan
from salon.products.models import Product, StockMove
from salon.tests.base import MEASURED, an_owner

#: Values nobody would type, and some somebody might.
VALUES = st.one_of(
    st.none(),
    st.booleans(),
    st.integers(-(10**9), 10**9),
    st.floats(allow_nan=False, allow_infinity=False),
    st.text(max_size=12),
    st.sampled_from(["", "0", "-1", "1e400", "gel", "2026-06-20", "\x00", "’", "null"]),
    st.lists(st.one_of(st.integers(-3, 3), st.text(max_size=4)), max_size=3),
    st.dictionaries(st.text(max_size=4), st.integers(-3, 3), max_size=2),
)


def body(*fields: str) -> st.SearchStrategy[dict[str, Any]]:
    """Some of these fields, with whatever in them."""
    return st.dictionaries(st.sampled_from(fields), VALUES, max_size=len(fields))


PRODUCT = body(
    "name", "role", "also", "weight", "hold", "directions", "dwell_min", "dwell_max_min",
    "ingredients", "unit", "unit_g", "stock_g", "full_g", "price", "barcode", "best_before",
    "opened_on", "months_after_opening", "made_on", "keeps_days", "note", "version",
)  # fmt: skip
WISH = body(
    "client",
    "goal",
    "dry",
    "dry_min",
    "bottles",
    "planned_start",
    "edits",
    "school",
    "room",
    "parting",
    "stages",
    "home",
    "journey_min",
)

FEW = settings(
    max_examples=12, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture]
)


class GarbageTest(TestCase):
    """Every example is rolled back; what was there stays as it was."""

    @classmethod
    def setUpTestData(cls) -> None:

        cls.user = an_owner()
        cls.person = add_client({"name": "Measured Client"}, MEASURED, cls.user)
        cls.product = Product.objects.create(name="Gel", role="gel", stock_g=200, unit_g=2)
        cls.item = KitItem.objects.create(kind="rod", diameter_mm=20, count=24)

    def setup_example(self) -> None:
        """Hypothesis sets up and rolls back around every example."""
        super().setup_example()
        self.client = ApiClient()
        self.client.force_login(self.user)

    def send(self, method: str, path: str, data: Any) -> int:
        """The status of an answer that is either right or a list of fields and messages."""
        answer = getattr(self.client, method)(path, data, content_type="application/json")
        self.assertLess(answer.status_code, 500, answer.content[:300])
        if answer.status_code >= 400:
            errors = answer.json()["errors"]
            self.assertTrue(errors)
            for error in errors:
                self.assertEqual(set(error), {"field", "message"})
                self.assertTrue(error["message"].strip())
                self.assertNotIn("Traceback", error["message"])
        return int(answer.status_code)

    @FEW
    @given(PRODUCT)
    def test_products(self, data: dict[str, Any]) -> None:
        if self.send("post", "/api/products/", data) == 201:
            newest = Product.objects.latest("pk")
            self.assertIn(newest.role, list(Role))
            self.assertGreaterEqual(newest.stock_g, 0)
        self.send("patch", f"/api/products/{self.product.pk}/", data)

    @FEW
    @given(body("kind", "grams", "note"))
    def test_bookings(self, data: dict[str, Any]) -> None:
        self.send("post", f"/api/products/{self.product.pk}/stock/", data)
        left = Product.objects.get(pk=self.product.pk).stock_g
        self.assertTrue(0 <= left <= 20_200)

    @FEW
    @given(body("unit", "readings"), st.lists(body("units", "grams"), max_size=3))
    def test_calibrations(self, data: dict[str, Any], readings: list[dict[str, Any]]) -> None:
        door = f"/api/products/{self.product.pk}/calibration/"
        self.send("post", door, data)
        self.send("post", door, {"unit": "pump", "readings": readings})
        self.send("post", "/api/calibrating/", {"readings": readings})
        self.assertGreater(Product.objects.get(pk=self.product.pk).unit_g or 0, 0)

    @FEW
    @given(body("first", "second", "result", "note"))
    def test_palm_tests(self, data: dict[str, Any]) -> None:
        self.send("post", "/api/palm-tests/", data)

    @FEW
    @given(body("ingredients", "leave_on", "extra"))
    def test_labels(self, data: dict[str, Any]) -> None:
        self.send("post", "/api/core/label/", data)

    @FEW
    @given(body("kind", "diameter_mm", "name", "count"))
    def test_kit(self, data: dict[str, Any]) -> None:
        if self.send("post", "/api/kit/", data) == 201:
            self.assertIn(KitItem.objects.latest("pk").kind, list(KitKind))
        self.send("patch", f"/api/kit/{self.item.pk}/", data)

    @FEW
    @given(st.text(max_size=30), st.text(max_size=8))
    def test_the_hour_of_the_drawer(self, at: str, hours: str) -> None:
        answer = self.client.get("/api/kit/", {"at": at, "hours": hours})
        self.assertIn(answer.status_code, (200, 400))

    @FEW
    @given(WISH)
    def test_wishes(self, data: dict[str, Any]) -> None:
        self.send("post", "/api/plans/draft/", data)
        whole = {"client": self.person.pk, "goal": {"style": "quick_wash"}}
        self.send("post", "/api/plans/", whole | data)
        for plan in Plan.objects.all():
            self.assertTrue(plan.answer["steps"])

    @FEW
    @given(st.lists(body("role", "grams", "product", "units"), max_size=3), VALUES)
    def test_visits(self, doses: list[dict[str, Any]], residue: Any) -> None:
        whole = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}
        self.send("post", "/api/plans/", whole)
        plan = Plan.objects.latest("pk")
        door = f"/api/plans/{plan.pk}/visits/"
        self.send("post", door, {"doses": doses, "residue": residue, "note": "seen"})
        self.assertFalse(StockMove.objects.filter(kind="used", grams__gt=0).exists())
        self.assertGreaterEqual(Product.objects.get(pk=self.product.pk).stock_g, 0)

    @FEW
    @given(st.binary(max_size=200), st.booleans())
    def test_tables_of_bytes(self, data: bytes, accept: bool) -> None:
        self.table(data, accept)

    @FEW
    @given(
        st.lists(
            st.lists(st.sampled_from(["gel", "Gel", "", "-3", "1,5", "x" * 40]), max_size=4),
            max_size=4,
        ),
        st.booleans(),
    )
    def test_tables_of_cells(self, rows: list[list[str]], accept: bool) -> None:
        lines = [",".join(row) for row in rows]
        self.table("\n".join(["name,role,stock_g", *lines]).encode(), accept)

    def table(self, data: bytes, accept: bool) -> None:
        before = Product.objects.count()
        file = SimpleUploadedFile("t.csv", data, "text/csv")
        answer = self.client.post("/api/products/import/", {"file": file, "accept": accept})
        self.assertIn(answer.status_code, (200, 400))
        if answer.status_code == 400 or not accept:
            self.assertEqual(Product.objects.count(), before)

    @FEW
    @given(body("room_temp_c", "room_rh", "contact_min", "currency", "lead_days", "rules", "name"))
    def test_the_salon(self, data: dict[str, Any]) -> None:
        self.send("patch", "/api/salon/", data)
        self.assertEqual(self.client.get("/api/shelf/").status_code, 200)

    @FEW
    @given(body("name", "note", "allergies", "avoid", "conditions", "night"))
    def test_clients(self, data: dict[str, Any]) -> None:
        if self.send("post", "/api/clients/", data) == 201:
            newest = Client.objects.latest("pk")
            self.assertTrue(newest.name.strip())
            self.assertEqual(self.client.get(f"/api/shelf/?client={newest.pk}").status_code, 200)

    @FEW
    @given(body("grams", "empty", "plugged_in"))
    def test_the_scale(self, data: dict[str, Any]) -> None:
        self.send("post", "/api/scale/stand-in/", data)
        self.assertIn(
            self.client.get("/api/scale/").json()["state"], ("moving", "steady", "lost", "overload")
        )
