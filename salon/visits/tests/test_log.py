"""The log is the record: added to, never changed, and everything else follows from it."""

from datetime import timedelta
from io import StringIO
from typing import Any
from uuid import UUID, uuid4

from django.core.management import call_command
from django.utils import timezone

from craft.contract import parse
from salon.clients.models import Client, OpenedSet
from salon.kit.models import KitItem, KitUse
from salon.planning.models import KitDemand, Plan, ProductDemand, StationDemand
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.products.models import Pair, PairSighting, Product, StockMove, Weighing
from salon.products.stock import deliver, recount
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest
from salon.visits.models import Event, LogIsAppendOnly, Visit, VisitDose, VisitStep

#: Everything that follows from the logs, and the columns it is compared by.
FOLLOWS: tuple[tuple[type[Any], tuple[str, ...]], ...] = (
    (Visit, ("pk", "state", "started_at", "released_at", "released_after_h", "dryness", "note")),
    (VisitStep, ("visit", "key", "status", "minutes", "planned", "by")),
    (VisitDose, ("visit", "step", "role", "layer", "grams", "product", "units")),
    (StockMove, ("product", "kind", "grams", "beyond_g", "visit", "weighed", "at", "undone_at")),
    (Product, ("pk", "stock_g")),
    (Weighing, ("product", "units", "grams", "visit", "at")),
    (Pair, ("pk", "flaked", "clear", "flakes", "because")),
    (PairSighting, ("pair", "visit", "flaked")),
    (OpenedSet, ("client", "visit", "forecast_h", "opened_h", "dryness", "at")),
    (Client, ("pk", "served_at")),
    (Salon, ("drying_factor", "drying_unsure", "drying_visits")),
    (KitUse, ("event", "item", "count", "holder", "taken_at", "cleaning_since", "returned_at")),
    (Plan, ("pk", "begun_at")),
    (KitDemand, ("plan", "kind", "diameter_mm", "count", "begin", "end", "expires_at")),
    (ProductDemand, ("plan", "product", "grams", "begin", "end")),
    (StationDemand, ("plan", "step", "station", "hands", "begin", "end")),
)


def follows() -> dict[str, list[tuple[Any, ...]]]:
    """Everything that follows from the logs, as rows that can be compared."""
    return {
        model.__name__: sorted(model.objects.values_list(*columns), key=repr)
        for model, columns in FOLLOWS
    }


class LogTest(ApiTest):
    """A plan for flat twists, gel and cream on the shelf, pins in the drawer."""

    def setUp(self) -> None:
        super().setUp()
        for name, role, grams in (("Gel", "gel", 300), ("Cream", "cream", 400)):
            product = Product.objects.create(name=name, role=role, unit_g=2)
            deliver(product, grams, self.user)
        KitItem.objects.create(kind="pin", count=60)
        KitItem.objects.create(kind="clip", count=20)
        salon = current_salon()
        salon.contact_min = 10
        salon.save()
        self.plan = self.planned()

    def planned(self, start: Any = None) -> Plan:
        wish: dict[str, Any] = {
            "client": self.person.pk,
            "goal": {"style": "flat_twist_out", "release_after_h": 30},
        }
        if start is not None:
            wish["planned_start"] = start.isoformat()
        plan = save(self.person, parse(ClientWish, wish), self.user)
        plan.made_at -= timedelta(days=60)
        plan.save(update_fields=["made_at"])
        return plan

    def record(self, plan: Plan | None = None, **body: Any) -> Any:
        return self.post(f"/api/plans/{(plan or self.plan).pk}/visits/", body)

    def long_ago(self, days: float) -> str:
        return (timezone.now() - timedelta(days=days)).isoformat()

    def entry(self, kind: str, minutes_ago: float, /, **data: Any) -> dict[str, Any]:
        at = timezone.now() - timedelta(minutes=minutes_ago)
        return {"id": str(uuid4()), "at": at.isoformat(), "kind": kind, "by": "vera", "data": data}

    def begin(self, uuid: UUID | None = None) -> int:
        body = {"id": str(uuid or uuid4())}
        return int(self.post(f"/api/plans/{self.plan.pk}/visit/", body).json()["visit"])

    def add(self, visit: int, *entries: dict[str, Any]) -> Any:
        return self.post(f"/api/visits/{visit}/log/", {"events": list(entries)})


class AppendTest(LogTest):
    def test_an_entry_is_never_changed(self) -> None:
        self.record(note="held a week")
        event = Event.objects.first()
        assert event is not None
        event.kind = "score"
        with self.assertRaises(LogIsAppendOnly):
            event.save()

    def test_a_visit_grows_entry_by_entry(self) -> None:
        visit = self.begin()
        self.add(visit, self.entry("step_started", 60, step="work"))
        answer = self.add(visit, self.entry("step_done", 20, step="work"))
        self.assertEqual(answer.status_code, 200, answer.content)
        folded = answer.json()["folded"]
        self.assertEqual(folded["state"], "running")
        shape = next(step for step in folded["steps"] if step["key"] == "work")
        self.assertAlmostEqual(shape["minutes"], 40, delta=0.1)
        self.assertAlmostEqual(VisitStep.objects.get(key="work").minutes or 0, 40, delta=0.1)

    def test_sent_twice_it_counts_once(self) -> None:
        visit = self.begin()
        dose = self.entry("dose", 10, step="work", role="gel", grams=12)
        for _ in range(3):
            self.add(visit, dose, dose)
        self.assertEqual(Event.objects.filter(kind="dose").count(), 1)
        self.assertEqual(Product.objects.get(name="Gel").stock_g, 288)

    def test_a_form_sent_twice_records_one_visit(self) -> None:
        uuid = str(uuid4())
        dose = {"role": "gel", "grams": 20}
        pages = [self.record(id=uuid, doses=[dose]).json()["id"] for _ in range(2)]
        self.assertEqual(pages[0], pages[1])
        self.assertEqual(Product.objects.get(name="Gel").stock_g, 280)

    def test_beginning_twice_is_one_visit(self) -> None:
        uuid = uuid4()
        self.assertEqual(self.begin(uuid), self.begin(uuid))

    def test_a_refused_entry_adds_nothing(self) -> None:
        visit = self.begin()
        good = self.entry("dose", 10, step="work", role="gel", grams=12)
        wrong = self.entry("step_done", 5, step="perm")
        answer = self.add(visit, good, wrong)
        self.assertRefused(answer, f"events.{wrong['id']}.data.step", "not in the plan")
        self.assertFalse(Event.objects.exists())

    def test_bad_entries_name_the_field(self) -> None:
        visit = self.begin()
        answer = self.add(visit, self.entry("dose", 1, step="work", role="gel", grams=-1))
        self.assertRefused(answer, "events.0.data.grams", "0 to 2000 g")
        self.assertRefused(self.add(visit, self.entry("sneeze", 1)), "events.0.kind", "Use one of")

    def test_the_release_has_its_own_hour_and_hands(self) -> None:
        start = timezone.now() - timedelta(days=2)
        opened = start + timedelta(hours=32)
        visit = self.record(
            started_at=start.isoformat(),
            released_at=opened.isoformat(),
            released_by="ana",
            note="x",
        ).json()
        self.assertEqual(visit["released_by"], "ana")
        kept = Visit.objects.get(pk=visit["id"])
        assert kept.released_at is not None
        self.assertAlmostEqual((kept.released_at - opened).total_seconds(), 0, delta=1)
        self.assertTrue(25 < visit["released_after_h"] < 32)


class ImplausibleTest(LogTest):
    def test_opened_after_more_hours_than_have_passed(self) -> None:
        wrong = self.record(started_at=self.long_ago(0.5), released_after_h=30, note="x")
        self.assertRefused(wrong, "released_after_h", "h have passed since shaping ended")
        self.assertFalse(Visit.objects.exists())

    def test_opened_before_it_was_shaped(self) -> None:
        start = timezone.now() - timedelta(days=2)
        wrong = self.record(started_at=start.isoformat(), released_at=start.isoformat(), note="x")
        self.assertRefused(wrong, "released_at", "after that")

    def test_longer_than_the_hair_is(self) -> None:
        self.assertRefused(self.record(length_cm=60), "length_cm", "25 cm long, stretched")

    def test_a_slip_of_the_finger_is_asked_about_and_kept_when_sure(self) -> None:
        body: dict[str, Any] = {"doses": [{"role": "gel", "grams": 230}]}
        asked = self.record(**body)
        self.assertRefused(asked, "doses.0.grams", "is this right?")
        self.assertTrue(asked.json()["errors"][0]["ask"])
        self.assertEqual(self.record(**body, sure=True).status_code, 201)

    def test_what_hardly_can_be_is_asked_about(self) -> None:
        opened = {"started_at": self.long_ago(2), "released_after_h": 1, "dryness": "dry"}
        cases: dict[str, dict[str, Any]] = {
            "doses.0.units": {"doses": [{"role": "gel", "grams": 10, "units": 90}]},
            "length_cm": {"length_cm": 2},
            "dryness": opened,
            "started_at": {"started_at": self.long_ago(90), "note": "x"},
            "steps.0.minutes": {"steps": [{"key": "work", "minutes": 590}]},
        }
        for field, body in cases.items():
            with self.subTest(field):
                asked = self.record(**body)
                self.assertRefused(asked, field, "?")
                self.assertEqual([error["ask"] for error in asked.json()["errors"]], [True])
        self.assertFalse(Visit.objects.exists())

    def test_the_log_takes_nothing_that_cannot_have_happened(self) -> None:
        visit = self.begin()
        ahead = self.entry("note", -120, text="x")
        self.assertRefused(self.add(visit, ahead), f"events.{ahead['id']}.at", "not come yet")
        long = self.entry("length", 1, length_cm=60)
        field = f"events.{long['id']}.data.length_cm"
        self.assertRefused(self.add(visit, long), field, "25 cm long, stretched")
        self.assertFalse(Event.objects.exists())


class CorrectionTest(LogTest):
    def correct(self, visit: int, **body: Any) -> Any:
        return self.client.put(f"/api/visits/{visit}/", body, content_type="application/json")

    def test_a_correction_is_an_entry_and_everything_follows(self) -> None:
        start = self.long_ago(4)
        first = self.record(
            started_at=start,
            doses=[{"role": "gel", "grams": 40}],
            dryness="wet",
            residue="much",
            released_after_h=6,
        ).json()
        before = Event.objects.count()
        self.assertEqual(self.salon_sets(), 1)
        second = self.correct(
            first["id"],
            started_at=start,
            doses=[{"role": "gel", "grams": 25}],
            residue="none",
            released_after_h=6,
        ).json()
        self.assertEqual(
            (second["id"], second["dryness"], second["residue"]), (first["id"], "", "none")
        )
        self.assertGreater(Event.objects.count(), before, "nothing was deleted")
        self.assertEqual(Product.objects.get(name="Gel").stock_g, 275)
        self.assertEqual(self.salon_sets(), 0)
        pair = Pair.objects.get()
        self.assertEqual((pair.flaked, pair.clear), (0, 1))

    def salon_sets(self) -> int:
        return current_salon().drying_visits

    def test_a_refused_correction_changes_nothing(self) -> None:
        visit = self.record(doses=[{"role": "gel", "grams": 40}]).json()["id"]
        before = follows()
        self.assertRefused(self.correct(visit, length_cm=90), "length_cm", "25 cm")
        self.assertEqual(follows(), before)


class RebuildTest(LogTest):
    """Everything that follows is the same, written again from nothing but the logs."""

    def test_rebuilt_equals_stored(self) -> None:
        gel = Product.objects.get(name="Gel")
        self.record(
            started_at=self.long_ago(30),
            doses=[{"role": "gel", "grams": 40, "units": 20}],
            steps=[{"key": "work", "minutes": 50}],
            dryness="damp_roots",
            residue="some",
            released_after_h=28,
        )
        again = self.planned()
        self.record(again, started_at=self.long_ago(20), dryness="dry", residue="none", note="well")
        recount(gel, 18, self.user)
        more = self.record(
            self.planned(), doses=[{"role": "gel", "grams": 44}], started_at=self.long_ago(9)
        ).json()["id"]
        self.client.put(
            f"/api/visits/{more}/", {"doses": [{"role": "gel", "grams": 42}]}, "application/json"
        )
        undone = StockMove.objects.filter(product__name="Cream", kind="used").earliest("pk")
        self.post(f"/api/stock-moves/{undone.pk}/undo/", {})
        coming = self.planned(timezone.now() + timedelta(days=1))
        self.post(f"/api/plans/{self.planned(timezone.now()).pk}/kit/", {})
        use = KitUse.objects.earliest("pk")
        self.post(f"/api/kit-uses/{use.pk}/cleaning/", {})
        before = follows()
        self.assertTrue(all(before.values()), "every table has something to lose")
        self.assertTrue(KitDemand.objects.filter(plan=coming).exists())

        call_command("rebuild", verbosity=0, stdout=StringIO())
        for name, rows in follows().items():
            self.assertEqual(rows, before[name], name)

    def test_what_was_spoiled_is_mended(self) -> None:
        self.record(doses=[{"role": "gel", "grams": 40}], dryness="dry")
        before = follows()
        Product.objects.update(stock_g=7)
        VisitStep.objects.all().delete()
        OpenedSet.objects.update(opened_h=1)
        StockMove.objects.exclude(visit=None).update(grams=-1)
        self.assertNotEqual(follows(), before)
        call_command("rebuild", verbosity=0, stdout=StringIO())
        self.assertEqual(follows(), before)
