"""Findings over the API: what was planted is shown with its doubt; trials stay blind."""

import csv
import io
import json
import random
from datetime import datetime, time, timedelta
from uuid import uuid4

from django.contrib.auth.models import User
from django.test import Client as ApiClient
from django.utils import timezone

from craft.contract import parse
from craft.vocabulary import Suggested
from salon.aftercare.models import Checkin
from salon.booking.models import Shift
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.demo.year import live_a_year
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.roles import WorkRole
from salon.products.models import Product, StockMove
from salon.results.models import Trial, TrialPair
from salon.results.opening import TABLES
from salon.results.trials import begin_trial, next_pair, rate
from salon.staff.services import add_colleague
from salon.tests.base import ApiTest
from salon.visits.models import Visit, VisitStep


class FindingsTest(ApiTest):
    """After a year whose truths are known."""

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        for name in ("mara", "ilse"):
            add_colleague(name, "starch-and-linen", WorkRole.SPECIALIST, name.title())
        live_a_year(cls.user, random.Random(1))

    def found(self) -> dict[str, object]:
        answer = self.client.get("/api/results/")
        self.assertEqual(answer.status_code, 200, answer.content)
        row: dict[str, object] = answer.json()
        return row

    def test_what_was_planted_stands_first_with_its_interval(self) -> None:
        rows = self.client.get("/api/results/").json()["learned"]
        rows_of_mara = next(
            row for row in rows if row["hands"] == "Mara" and row["title"] == "Flat twist-out"
        )
        self.assertTrue(rows_of_mara["differs"])
        self.assertTrue(rows_of_mara["low"] < 1.3 < rows_of_mara["high"])
        self.assertGreater(rows_of_mara["now"], 1.2 * rows_of_mara["standard"])
        told = [row["differs"] for row in rows]
        self.assertEqual(told, sorted(told, reverse=True), "what differs stands first")
        self.assertTrue(all(row["visits"] >= 3 for row in rows))

    def test_who_slows_down_is_said_with_the_range_and_the_visits_behind_it(self) -> None:
        slowing = self.client.get("/api/results/").json()["slowing"]
        mara = next(row for row in slowing if row["row"]["hands"] == "Mara")
        self.assertIn("Mara slows down after section 12 (Two-strand twist-out)", mara["text"])
        row = mara["row"]
        self.assertTrue(1 < row["low"] < 1.4 < row["high"], row)
        self.assertNotIn("Ilse", [each["row"]["hands"] for each in slowing])
        asked = {"quantity": "position", "group": row["group"], "hands": row["username"]}
        visits = self.client.get("/api/results/learned/", asked).json()["visits"]
        self.assertEqual(len(visits), row["visits"])

    def test_a_first_section_is_slow_and_the_next_plan_gives_it_more_minutes(self) -> None:
        rows = self.client.get("/api/results/").json()["learned"]
        first = next(row for row in rows if row["group"] == "first two_strand_twist_out")
        self.assertEqual(first["title"], "Two-strand twist-out: first section")
        self.assertTrue(first["low"] < 1.35 < first["high"], first)
        mara = User.objects.get(username="mara")
        client = Client.objects.get(name="Juno Reefer")
        wish = {"client": client.pk, "goal": {"style": "two_strand_twist_out", "sections": 16}}
        plan = save(client, parse(ClientWish, wish), mara)
        cycle = next(step.cycle for step in plan.parsed_answer.steps if step.cycle)
        assert cycle is not None
        minutes = [turn.minutes for turn in cycle.turns]
        self.assertGreater(minutes[0], 1.15 * minutes[1])

    def test_errors_are_held_out_and_promises_laid_beside_what_came(self) -> None:
        answer = self.client.get("/api/results/").json()
        doses = next(row for row in answer["held_out"] if row["quantity"] == "dose")
        self.assertLess(doses["after"], doses["before"])
        dry = next(row for row in answer["promises"] if row["kind"] == "dry")
        self.assertEqual(sum(row["count"] for row in dry["classes"]), dry["count"])
        self.assertTrue(0 <= dry["brier"] <= 1)

    def test_the_books_of_the_year(self) -> None:
        books = self.client.get("/api/results/").json()["books"]
        self.assertEqual(books["visits"], Visit.objects.count())
        self.assertGreater(books["actual_min"], books["planned_min"])
        self.assertLessEqual(books["steps_kept"], books["steps"])

    def test_what_products_cost_and_what_was_thrown_away(self) -> None:
        gel = Product.objects.create(name="Gel", role="gel", price=20, full_g=400)
        water = Product.objects.create(name="Mist", role="mist", full_g=400)
        for kind, product, grams in (
            ("used", gel, -30),
            ("used", gel, -10),
            ("waste", gel, -8),
            ("recount", gel, -4),
            ("used", water, -99),
        ):
            StockMove.objects.create(product=product, kind=kind, grams=grams)
        before = timezone.now() - timedelta(days=400)
        StockMove.objects.create(product=gel, kind="waste", grams=-100, at=before)
        books = self.client.get("/api/results/").json()["books"]
        costs = [round(books[name], 2) for name in ("product_cost", "wasted", "lost")]
        self.assertEqual(costs, [2.0, 0.4, 0.2])
        self.assertAlmostEqual(books["cost_per_visit"], 2.0 / books["visits"])

    def test_idle_is_who_was_there_and_worked_on_no_client(self) -> None:
        day = timezone.localdate() - timedelta(days=4)
        while day.weekday() == 6:
            day -= timedelta(days=1)
        visit = Visit.objects.filter(client__name="Sefa Marlow").latest("started_at")
        at = timezone.make_aware(datetime.combine(day, time(10)))
        Visit.objects.filter(pk=visit.pk).update(started_at=at)
        VisitStep.objects.filter(visit=visit).update(by="mara", minutes=None)
        VisitStep.objects.filter(visit=visit, key="work").update(minutes=50)
        user = User.objects.get(username="mara")
        Shift.objects.create(user=user, weekday=day.weekday(), begins=time(9), ends=time(13))
        Shift.objects.create(
            user=user, weekday=day.weekday(), begins=time(12), ends=time(12, 30), pause=True
        )
        books = self.client.get("/api/results/").json()["books"]
        there = (books["idle_days"], books["present_min"], books["idle_min"])
        self.assertEqual(there, (1, 210, 160))

    def test_an_empty_salon_has_nothing_to_say_and_says_it(self) -> None:
        Visit.objects.all().delete()
        Client.objects.all().delete()
        answer = self.client.get("/api/results/").json()
        self.assertEqual((answer["promises"], answer["held_out"]), ([], []))
        self.assertIsNone(answer["books"]["cost_per_visit"])

    def test_damp_roots_are_suggested_against_taken_and_followed_up(self) -> None:
        client = Client.objects.get(name="Sefa Marlow")
        path = f"/api/clients/{client.pk}/story/"
        (drier,) = [
            row for row in self.client.get(path).json()["suggestions"] if row["key"] == "drier"
        ]
        self.assertGreaterEqual(len(drier["visits"]), 2)
        self.assertRefused(self.post(path, {"key": "drier", "taken": False}), "reason", "why")
        self.assertRefused(self.post(path, {"key": "evener", "taken": True}), "key", "suggested")
        after = self.post(path, {"key": "drier", "taken": True}).json()
        self.assertEqual([row["key"] for row in after["suggestions"] if row["key"] == "drier"], [])
        (answer,) = after["answers"]
        self.assertEqual((answer["taken"], answer["since"]), (True, 0))
        self.assertNotIn(Suggested.DRIER, [row["key"] for row in after["suggestions"]])

    def test_a_story_says_what_changed(self) -> None:
        client = Client.objects.get(name="Tove Lindgarn")
        story = self.client.get(f"/api/clients/{client.pk}/story/").json()
        self.assertEqual(len(story["chapters"]), story["visits"] - 1)
        self.assertTrue(all("because" not in row["text"] for row in story["chapters"]))

    def test_any_two_visits_stand_beside_each_other(self) -> None:
        client = Client.objects.get(name="Juno Reefer")
        visits = Visit.objects.filter(client=client, state="done").order_by("started_at")
        first, last = visits.first(), visits.last()
        assert first is not None
        assert last is not None
        path = f"/api/clients/{client.pk}/two-visits/"
        found = self.client.get(path, {"first": first.pk, "second": last.pk}).json()
        self.assertIn("sections", [row["what"] for row in found["changes"]])
        shape = next(row for row in found["steps"] if row["key"] == "work")
        self.assertIsNotNone(shape["first_min"])
        lay_in = next(row for row in found["steps"] if row["key"] == "work")
        self.assertTrue(all(row["first_g"] for row in lay_in["products"]))
        other = Visit.objects.exclude(client=client).earliest("pk")
        answer = self.client.get(path, {"first": first.pk, "second": other.pk})
        self.assertRefused(answer, "second", "of this client")
        self.assertRefused(self.client.get(path, {"first": "x"}), "first", "whole number")

    def test_routines_on_hair_like_this_are_counted_and_ranked_only_with_enough(self) -> None:
        client = Client.objects.get(name="Sefa Marlow")
        answer = self.client.get(f"/api/clients/{client.pk}/like/")
        self.assertEqual(answer.status_code, 200, answer.content)
        found = answer.json()
        self.assertLessEqual(found["clients"], found["looked_at"])
        self.assertLessEqual(found["farthest"], found["within"])
        self.assertIn("chose their own styles", found["warning"])
        for aspect in found["aspects"]:
            for row in aspect["routines"]:
                enough = row["visits"] >= 5 and row["clients"] >= 3
                self.assertEqual(row["mean"] is not None, enough, row)
        unknown = add_client({"name": "Nobody Measured"}, [], self.user)
        self.assertEqual(self.client.get(f"/api/clients/{unknown.pk}/like/").status_code, 400)

    def test_every_table_opens_as_csv_and_json_and_names_nobody(self) -> None:
        names = set(Client.objects.values_list("name", flat=True))
        visit = Visit.objects.filter(state="done").latest("started_at")
        Checkin.objects.create(uuid=uuid4(), visit=visit, date=timezone.localdate(), looks=4)
        trial = begin_trial(
            {"name": "Gels", "way_a": "Clear", "way_b": "Sea", "trait": "shine"}, self.user
        )
        rate(next_pair(trial, visit.client, self.user), 4, 3, self.user)
        for table in TABLES:
            text = self.client.get("/api/results/data.csv", {"table": table}).content.decode()
            rows = list(csv.DictReader(io.StringIO(text)))
            data = self.client.get("/api/results/data/", {"table": table}).json()
            self.assertEqual(len(rows), len(data["rows"]))
            self.assertEqual(list(rows[0]), list(data["columns"]))
            self.assertFalse([name for name in names if name in text + json.dumps(data)])
        self.assertRefused(self.client.get("/api/results/data/", {"table": "x"}), "table", "visits")


class TrialTest(ApiTest):
    def begun(self, **more: object) -> int:
        body = {"name": "Two gels", "way_a": "Clear gel", "way_b": "Sea gel", "trait": "definition"}
        answer = self.post("/api/trials/", body | more)
        self.assertEqual(answer.status_code, 201, answer.content)
        return int(answer.json()["id"])

    def pair(self, trial: int) -> dict[str, object]:
        answer = self.post(f"/api/trials/{trial}/", {"client": self.person.pk})
        self.assertEqual(answer.status_code, 200, answer.content)
        row: dict[str, object] = answer.json()["pairs"][-1]
        return row

    def test_a_coin_says_the_side_and_whoever_rates_does_not_see_it(self) -> None:
        trial = self.begun()
        pair = self.pair(trial)
        self.assertIn(pair["a_side"], ("left", "right"), "whoever lays it in has to know")
        other = add_colleague("ilse", "starch-and-linen", WorkRole.SPECIALIST, "Ilse").user
        blind = ApiClient()
        blind.force_login(other)
        seen = blind.get(f"/api/trials/{trial}/").json()["pairs"][0]
        self.assertIsNone(seen["a_side"])
        answer = blind.post(
            f"/api/trial-pairs/{pair['id']}/",
            {"left": 4, "right": 2},
            content_type="application/json",
        ).json()
        self.assertEqual(answer["pairs"][0]["a_side"], pair["a_side"], "told once it is rated")
        again = self.post(f"/api/trial-pairs/{pair['id']}/", {"left": 1, "right": 1})
        self.assertRefused(again, "left", "already rated")

    def test_a_difference_is_told_once_the_evidence_is_there(self) -> None:
        trial = self.begun()
        for _ in range(9):
            row = TrialPair.objects.get(pk=self.pair(trial)["id"])
            better = {"left": 4, "right": 3} if row.a_left else {"left": 3, "right": 4}
            answer = self.post(f"/api/trial-pairs/{row.pk}/", better).json()
        self.assertEqual(answer["standing"]["verdict"], "a")
        self.assertTrue(answer["standing"]["stop"])

    def test_of_frizz_less_is_better(self) -> None:
        trial = self.begun(trait="frizz")
        row = TrialPair.objects.get(pk=self.pair(trial)["id"])
        less = {"left": 1, "right": 4} if row.a_left else {"left": 4, "right": 1}
        answer = self.post(f"/api/trial-pairs/{row.pk}/", less).json()
        self.assertEqual(answer["standing"]["better_a"], 1)

    def test_what_was_agreed_before_is_kept_to(self) -> None:
        trial = self.begun(most=5)
        for _ in range(5):
            self.pair(trial)
        full = self.post(f"/api/trials/{trial}/", {"client": self.person.pk})
        self.assertRefused(full, "trial", "has 5 pairs")
        self.assertEqual(self.client.delete(f"/api/trials/{trial}/").status_code, 200)
        self.assertIsNotNone(Trial.objects.get().ended_at)
        over = self.post(f"/api/trials/{trial}/", {"client": self.person.pk})
        self.assertRefused(over, "trial", "has ended")

    def test_tried_on_coils_or_on_visits_a_coin_decides_as_on_halves(self) -> None:
        for layout in ("coils", "visits"):
            body = {"name": "Oil first", "way_a": "a", "way_b": "b", "trait": "shine"}
            begun = self.post("/api/trials/", body | {"layout": layout}).json()
            self.assertEqual(begun["layout"], layout)
            path = f"/api/trials/{begun['id']}/"
            sides = [
                self.post(path, {"client": self.person.pk}).json()["pairs"][-1]["a_side"]
                for _ in range(12)
            ]
            self.assertEqual(set(sides), {"left", "right"})

    def test_bad_trials_are_refused_in_words(self) -> None:
        body = {"name": "x", "way_a": "gel", "way_b": "Gel ", "trait": "definition"}
        self.assertRefused(self.post("/api/trials/", body), "way_b", "must differ")
        self.assertRefused(
            self.post("/api/trials/", body | {"way_b": "oil", "alpha": 2}), "alpha", "0.01 to 0.2"
        )
        self.assertRefused(
            self.post("/api/trials/", body | {"way_b": "oil", "most": 2}), "most", "5 to 100"
        )
