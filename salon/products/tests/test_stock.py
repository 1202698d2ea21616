"""Grams that come and go: deliveries, recounts, visits, and everything undone."""

from typing import Any

from django.db.models import Sum

from craft.contract import parse
from craft.visit.shares import dose_shares
from craft.vocabulary import EventKind, Role
from salon.chair.services import note
from salon.learning.models import LearnedSample
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.products.models import Calibration, Pair, Product, StockMove, Weighing
from salon.products.tests.test_shelf import ShelfTest
from salon.visits.kit import entry
from salon.visits.log import open_visit


class BookingTest(ShelfTest):
    def book(self, kind: str, grams: object, **more: Any) -> Any:
        return self.post(
            f"/api/products/{self.gel.pk}/stock/", {"kind": kind, "grams": grams, **more}
        )

    def left(self) -> float:
        self.gel.refresh_from_db()
        return self.gel.stock_g

    def test_in_out_and_counted(self) -> None:
        self.assertEqual(self.book("delivery", 500, note="two bottles").status_code, 201)
        self.assertEqual(self.left(), 700)
        self.book("waste", 30)
        self.assertEqual(self.left(), 670)
        self.book("recount", 655.5)
        self.assertEqual(self.left(), 655.5)
        moves = [(move["kind"], move["grams"]) for move in self.sheet()["moves"]]
        self.assertEqual(
            moves, [("recount", -14.5), ("waste", -30), ("delivery", 500), ("delivery", 200)]
        )

    def test_what_cannot_be_booked(self) -> None:
        cases = (
            ("waste", 900, "grams", "Only 200 g are left"),
            ("delivery", 30_000, "grams", "0 to 20000 g"),
            ("delivery", 19_900, "grams", "at most 20000 g"),
            ("recount", -1, "grams", "0 to 20000 g"),
            ("stolen", 1, "kind", "delivery, recount, waste"),
            ("delivery", "much", "grams", "0 to 20000 g"),
        )
        for kind, grams, field, words in cases:
            with self.subTest(kind=kind, grams=grams):
                self.assertRefused(self.book(kind, grams), field, words)
        self.assertEqual(self.left(), 200)

    def test_everything_can_be_undone_and_done_again(self) -> None:
        move = self.book("delivery", 500).json()["id"]
        door = f"/api/stock-moves/{move}/undo/"
        self.assertIsNotNone(self.post(door, {}).json()["undone_at"])
        self.assertEqual(self.left(), 200)
        self.post(door, {})
        self.assertEqual(self.left(), 200, "undone once, however often it is asked")
        self.assertIsNone(self.client.delete(door).json()["undone_at"])
        self.assertEqual(self.left(), 700)

    def test_what_is_gone_cannot_be_taken_back(self) -> None:
        move = self.book("delivery", 500).json()["id"]
        self.book("recount", 100)
        self.assertRefused(self.post(f"/api/stock-moves/{move}/undo/", {}), "undo", "Only 100 g")
        self.assertEqual(self.left(), 100)


class VisitTest(ShelfTest):
    def setUp(self) -> None:
        super().setUp()
        self.cream = Product.objects.create(
            name="Cream", role="cream", stock_g=300, unit_g=2, price="6.00", full_g=300
        )
        wish = {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}
        self.plan = save(self.person, parse(ClientWish, wish), self.user)
        self.grams = self.plan.answer["totals"]["product_g"]

    def record(self, **body: Any) -> Any:
        return self.post(f"/api/plans/{self.plan.pk}/visits/", body)

    def left(self, product: Product) -> float:
        return Product.objects.get(pk=product.pk).stock_g

    def test_a_visit_draws_down_what_was_used_and_what_was_planned(self) -> None:
        visit = self.record(doses=[{"role": "gel", "grams": 31.5}]).json()["id"]
        self.assertAlmostEqual(self.left(self.gel), 200 - 31.5)
        self.assertAlmostEqual(self.left(self.cream), 300 - self.grams["cream"])
        weighed = dict(StockMove.objects.filter(visit=visit).values_list("product", "weighed"))
        self.assertEqual(weighed, {self.gel.pk: True, self.cream.pk: False})

    def test_one_section_noted_at_the_chair_is_not_the_whole_head(self) -> None:
        visit = open_visit(self.plan, self.user)
        dose = {"step": "work", "role": "gel", "grams": 2, "section": 1}
        note(visit, [entry(EventKind.BEGUN, self.user, {}), entry(EventKind.DOSE, self.user, dose)])
        self.assertAlmostEqual(self.left(self.gel), 200 - 2, msg="so far")
        note(visit, [entry(EventKind.CLOSED, self.user, {})])
        share = dose_shares(self.plan.parsed_answer, Role.GEL)[1]
        rest = self.grams["gel"] * (1 - share)
        self.assertAlmostEqual(self.left(self.gel), 200 - 2 - rest, delta=0.1)
        self.assertFalse(LearnedSample.objects.filter(visit=visit.pk, group="gel").exists())

    def test_a_bottle_that_ran_out_keeps_what_came_from_it(self) -> None:
        other = Product.objects.create(name="Other gel", role="gel", stock_g=50)
        visit = open_visit(self.plan, self.user)
        dose = {"step": "work", "role": "gel"}
        swap = {"role": "gel", "product": str(other.pk)}
        log = (
            (EventKind.BEGUN, {}),
            (EventKind.DOSE, dose | {"grams": 10, "side": "left"}),
            (EventKind.SWAP, swap),
            (EventKind.DOSE, dose | {"grams": 4, "side": "right"}),
            (EventKind.CLOSED, {}),
        )
        for kind, data in log:
            note(visit, [entry(kind, self.user, data)])
        self.assertEqual((self.left(self.gel), self.left(other)), (190, 46))
        moves = StockMove.objects.filter(visit=visit.pk)
        self.assertLessEqual({self.gel.pk, other.pk}, set(moves.values_list("product", flat=True)))

    def test_what_it_cost(self) -> None:
        visit = self.record(doses=[{"role": "gel", "grams": 30}]).json()
        expected = 30 * 10 / 500 + self.grams["cream"] * 6 / 300
        self.assertAlmostEqual(visit["cost"]["cost"], expected, delta=0.01)
        self.assertEqual(visit["cost"]["unpriced"], [])

    def test_another_bottle_was_used(self) -> None:
        other = Product.objects.create(name="Other gel", role="gel", stock_g=50)
        self.record(doses=[{"role": "gel", "grams": 20, "product": other.pk}])
        self.assertEqual((self.left(other), self.left(self.gel)), (30, 200))
        wrong = self.record(doses=[{"role": "gel", "grams": 20, "product": 9999}])
        self.assertRefused(wrong, "doses.0.product", "not in stock")

    def test_more_than_the_shelf_knew_empties_it_and_says_so(self) -> None:
        visit = self.record(doses=[{"role": "gel", "grams": 260}], sure=True).json()["id"]
        self.assertEqual(self.left(self.gel), 0)
        note = StockMove.objects.get(visit=visit, product=self.gel).note
        self.assertIn("60.0 g more than was in stock", note)

    def test_a_dose_of_nothing_takes_nothing(self) -> None:
        visit = self.record(doses=[{"role": "gel", "grams": 0}]).json()["id"]
        self.assertEqual(self.left(self.gel), 200)
        self.assertFalse(StockMove.objects.filter(visit=visit, product=self.gel).exists())

    def test_a_refused_visit_takes_nothing(self) -> None:
        self.record(doses=[{"role": "gel", "grams": 20}, {"role": "mousse", "grams": 5}])
        self.assertEqual(self.left(self.gel), 200)

    def test_the_moves_are_undone_one_by_one(self) -> None:
        visit = self.record(doses=[{"role": "gel", "grams": 20}]).json()["id"]
        move = StockMove.objects.get(visit=visit, product=self.gel)
        self.post(f"/api/stock-moves/{move.pk}/undo/", {})
        self.assertEqual(self.left(self.gel), 200)
        cost = self.client.get(f"/api/visits/{visit}/").json()["cost"]["cost"]
        self.assertAlmostEqual(cost, self.grams["cream"] * 6 / 300, delta=0.01)

    def test_the_stock_is_the_sum_of_its_moves(self) -> None:
        for grams in (12.4, 17.9, 8.8):
            self.record(doses=[{"role": "gel", "grams": grams}])
        moved = self.gel.moves.aggregate(sum=Sum("grams"))["sum"]
        self.assertAlmostEqual(self.left(self.gel), moved, delta=0.01)

    def test_residue_counts_against_what_was_left_in_together(self) -> None:
        self.record(residue="some")
        self.record(residue="none")
        self.record(note="nobody looked")
        pair = Pair.objects.get()
        self.assertEqual({pair.first_id, pair.second_id}, {self.gel.pk, self.cream.pk})
        self.assertEqual((pair.flaked, pair.clear), (1, 1))

    def test_two_visits_with_flakes_arouse_suspicion(self) -> None:
        for _ in range(2):
            self.record(residue="much")
        (pair,) = self.client.get("/api/shelf/").json()["pairs"]
        self.assertEqual((pair["flakes"], pair["tested"]), (True, False))

    def test_a_dose_counted_and_weighed_tells_of_the_pump(self) -> None:
        self.record(doses=[{"role": "gel", "grams": 19.0, "units": 8}])
        (weighing,) = Weighing.objects.all()
        self.assertEqual((weighing.product, weighing.units, weighing.grams), (self.gel, 8, 19.0))


class CalibrationTest(ShelfTest):
    READINGS = [{"units": 1, "grams": 2.1}, {"units": 1, "grams": 2.3}, {"units": 2, "grams": 4.3}]

    def calibrate(self, readings: object, unit: str = "squirt") -> Any:
        return self.post(
            f"/api/products/{self.gel.pk}/calibration/", {"unit": unit, "readings": readings}
        )

    def test_doses_are_counted_in_it_from_now_on(self) -> None:
        calibration = self.calibrate(self.READINGS).json()
        self.assertAlmostEqual(calibration["unit_g"], 8.7 / 4)
        self.assertGreater(calibration["spread_g"], 0)
        kept = self.sheet()["product"]
        self.assertEqual((kept["unit"], kept["unit_g"]), ("squirt", 2.175))
        self.assertEqual(self.sheet()["calibrations"][0]["by"], "vera")

    def test_what_the_readings_tell_so_far(self) -> None:
        result = self.post("/api/calibrating/", {"readings": self.READINGS}).json()
        self.assertAlmostEqual(result["unit_g"], 8.7 / 4)
        self.assertLess(result["low_g"], result["unit_g"])
        self.assertEqual(Calibration.objects.count(), 0)

    def test_wrong_readings(self) -> None:
        cases: tuple[tuple[object, str, str], ...] = (
            ([], "readings", "empty"),
            ([{"units": 0, "grams": 2}], "readings.0.units", "0.25 to 50"),
            ([{"units": 1, "grams": -2}], "readings.0.grams", "0.01 to 2000 g"),
            ([{"units": 1}], "readings.0.grams", "0.01 to 2000 g"),
        )
        for readings, field, words in cases:
            with self.subTest(readings=readings):
                self.assertRefused(self.calibrate(readings), field, words)
        self.assertRefused(self.calibrate(self.READINGS, unit=""), "unit", "what is counted")

    def test_a_pump_that_wears_is_told(self) -> None:
        self.calibrate([{"units": 1, "grams": g} for g in (1.98, 2.0, 2.02, 2.01)])
        self.assertIsNone(self.row()["drift"])
        for grams in (19.0, 18.8, 19.2):
            Weighing.objects.create(product=self.gel, units=8, grams=grams)
        result = self.row()["drift"]
        self.assertTrue(result["drifted"])
        self.assertAlmostEqual(result["now_g"], 57 / 24)
        self.calibrate([{"units": 1, "grams": g} for g in (2.36, 2.38, 2.37)])
        self.assertIsNone(self.row()["drift"], "a new calibration starts afresh")
