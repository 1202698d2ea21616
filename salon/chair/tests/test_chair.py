"""The chair over the API: entries move the visit, its booking and the day."""

from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from craft.contract import parse
from salon.booking.models import Booking, Day
from salon.booking.placing import Wanted
from salon.booking.services import book
from salon.kit.models import KitItem
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.roles import WorkRole
from salon.products.models import Product
from salon.staff.models import Colleague
from salon.staff.services import add_colleague
from salon.tests.base import PASSWORD, ApiTest
from salon.visits.models import Visit


class ChairLogTest(ApiTest):
    """A visit that is begun, and a way to note what happens."""

    plan: Plan

    def setUp(self) -> None:
        super().setUp()
        goal = {"style": "flat_twist_out", "sections": 8, "release_after_h": 24}
        wish = parse(ClientWish, {"client": self.person.pk, "goal": goal})
        self.plan = save(self.person, wish, self.user)
        body = {"id": str(uuid4())}
        self.visit: int = self.post(f"/api/plans/{self.plan.pk}/visit/", body).json()["visit"]

    def event(self, kind: str, ago_min: float = 0, **data: Any) -> dict[str, Any]:
        at = timezone.now() - timedelta(minutes=ago_min)
        return {
            "id": str(uuid4()),
            "at": at.isoformat(),
            "device": "tablet",
            "kind": kind,
            "by": self.user.username,
            "data": data,
        }

    def note(self, *events: dict[str, Any]) -> dict[str, Any]:
        answer = self.post(f"/api/visits/{self.visit}/chair/", {"events": list(events)})
        self.assertEqual(answer.status_code, 200, answer.content)
        row: dict[str, Any] = answer.json()
        return row


class ChairTest(ChairLogTest):
    def test_a_step_is_begun_and_done(self) -> None:
        first = self.client.get(f"/api/visits/{self.visit}/chair/").json()
        key = first["chair"]["step"]
        self.assertEqual(first["client_name"], self.person.name)
        self.note(self.event("begun", 20), self.event("step_started", 20, step=key))
        row = self.note(self.event("step_done", 5, step=key))
        done = next(run for run in row["chair"]["visit"]["steps"] if run["key"] == key)
        self.assertEqual((done["status"], round(done["minutes"])), ("done", 15))
        self.assertNotEqual(row["chair"]["step"], key)

    def test_sent_twice_and_late_it_counts_once_and_in_its_place(self) -> None:
        tick = self.event("section_done", 30, section=3, what="laid_in")
        begun = self.event("begun", 60)
        self.note(tick)
        row = self.note(begun, tick)
        self.assertEqual(len(row["events"]), 2)
        started = datetime.fromisoformat(row["chair"]["visit"]["started_at"])
        self.assertEqual(started, datetime.fromisoformat(begun["at"]))

    def test_what_the_plan_does_not_have_is_refused_and_nothing_is_added(self) -> None:
        good = self.event("begun", 5)
        bad = self.event("section_done", 4, section=99, what="shaped")
        answer = self.post(f"/api/visits/{self.visit}/chair/", {"events": [good, bad]})
        self.assertEqual(answer.status_code, 400)
        self.assertEqual(self.client.get(f"/api/visits/{self.visit}/chair/").json()["events"], [])

    def test_nothing_is_noted_from_before_the_plan(self) -> None:
        """One entry of long ago would date the visit, its hair and what it teaches."""
        path = f"/api/visits/{self.visit}/chair/"
        good, old = self.event("begun", 5), self.event("note", 60 * 24 * 400, text="?")
        answer = self.post(path, {"events": [good, old]})
        self.assertEqual(answer.status_code, 400)
        self.assertEqual(answer.json()["errors"][0]["field"], f"events.{old['id']}.at")
        self.assertEqual(self.client.get(path).json()["events"], [])
        self.note(self.event("begun", 60 * 20))

    def test_hands_are_those_of_people_who_work_at_the_chair(self) -> None:
        desk = add_colleague("anton", PASSWORD, WorkRole.FRONT_DESK).user
        for name in ("nobody", desk.username):
            own = self.event("note", text="?") | {"by": name}
            over = self.event("handover", to=name)
            for path in (f"/api/visits/{self.visit}/chair/", f"/api/visits/{self.visit}/log/"):
                with self.subTest(name, path=path):
                    for entry, field in ((own, "by"), (over, "data.to")):
                        errors = self.post(path, {"events": [entry]}).json()["errors"]
                        self.assertEqual(errors[0]["field"], f"events.{entry['id']}.{field}")
        # Who has left since noted it all the same.
        left = add_colleague("bo", PASSWORD, WorkRole.ASSISTANT).user
        left.is_active = False
        left.save()
        self.note(self.event("note", text="late") | {"by": left.username})

    def test_the_booking_and_the_day_follow(self) -> None:
        Colleague.objects.get_or_create(user=self.user)
        tomorrow = timezone.localdate() + timedelta(days=1)
        start = timezone.make_aware(datetime.combine(tomorrow, datetime.min.time()))
        while start.weekday() == 6:
            start += timedelta(days=1)
        booking = book(
            Wanted(client=self.person, plan=self.plan), start + timedelta(hours=10), self.user
        )
        seen = Day.objects.get().version
        self.note(self.event("begun", 5))
        booking.refresh_from_db()
        self.assertEqual(booking.state, "running")
        self.assertGreater(Day.objects.get().version, seen)
        steps = [step.key for step in self.plan.parsed_answer.steps if step.sitting == 1]
        self.note(*[self.event("step_skipped", 1, step=step, reason="test") for step in steps])
        self.assertEqual(Booking.objects.get().state, "done")
        self.assertEqual(Visit.objects.get().state, "between")

    def test_everybody_under_way_stands_on_the_bench(self) -> None:
        self.assertEqual(self.client.get("/api/chairs/").json(), [])
        timer = self.event("timer_set", 10, timer="mask", title="Mask", least_min=30)
        self.note(self.event("begun", 20), timer)
        row = self.client.get("/api/chairs/").json()[0]
        self.assertEqual(row["client_name"], self.person.name)
        self.assertEqual(row["timers"][0]["title"], "Mask")
        self.note(self.event("closed"))
        self.assertEqual(self.client.get("/api/chairs/").json(), [])

    def test_a_timer_is_the_same_on_another_device_and_after_a_restart(self) -> None:
        """It is an hour in the log, not something that runs anywhere."""
        timer = self.event("timer_set", 10, timer="mask", title="Mask", least_min=30, most_min=40)
        first = self.note(self.event("begun", 20), timer)["chair"]["timers"][0]
        again = self.client.get(f"/api/visits/{self.visit}/chair/").json()["chair"]["timers"][0]
        self.assertEqual(first, again)
        least = datetime.fromisoformat(first["least_at"])
        self.assertEqual(least, datetime.fromisoformat(timer["at"]) + timedelta(minutes=30))

    def test_new_scores_and_comfort_are_kept(self) -> None:
        self.note(
            self.event("begun", 60),
            self.event("score", 1, trait="bounce", value=4),
            self.event("score", 1, trait="frizz", value=2, zone="nape"),
            self.event("comfort", 1, comfort="pain"),
        )
        visit = Visit.objects.get()
        self.assertEqual((visit.bounce, visit.frizz), (4, None))
        self.assertIn("pain", visit.flags)

    def replan(self, sections: int, **more: Any) -> Any:
        body = {"sections": sections} | more
        return self.post(f"/api/visits/{self.visit}/replan/", body)

    def test_rods_or_time_run_out_and_the_rest_is_planned_anew(self) -> None:
        self.note(self.event("begun", 30), self.event("section_done", 9, section=2, what="laid_in"))
        told = self.replan(6).json()
        self.assertTrue(told["summary"], "what it comes to is shown")
        self.assertEqual(Visit.objects.get().plan_id, self.plan.pk, "nothing is kept yet")
        kept = self.replan(6, keep=True)
        self.assertEqual(kept.status_code, 200, kept.content)
        row = self.client.get(f"/api/visits/{self.visit}/chair/").json()
        self.assertEqual(len(row["answer"]["sections"]), 6)
        self.assertTrue(row["chair"]["visit"]["sections"][1]["laid_in"], "what was done stays done")
        self.assertIn("8 → 6 sections", row["chair"]["visit"]["notes"][0])
        self.assertEqual(Visit.objects.get().plan.replaces_id, self.plan.pk)

    def test_what_is_done_already_has_to_fit(self) -> None:
        self.note(self.event("begun", 30), self.event("section_done", 9, section=8, what="laid_in"))
        self.assertRefused(self.replan(4), "sections", "Undo it first")
        self.assertRefused(self.replan(0), "sections", "")
        nothing = self.post(f"/api/visits/{self.visit}/replan/", {})
        self.assertIn("other rods", nothing.content.decode())
        self.assertEqual(Visit.objects.get().plan_id, self.plan.pk)

    def test_rods_of_one_size_run_out_and_it_goes_on_with_others(self) -> None:
        goal = {"style": "rod_set", "rod_mm": 20}
        plan = save(
            self.person, parse(ClientWish, {"client": self.person.pk, "goal": goal}), self.user
        )
        begun = self.post(f"/api/plans/{plan.pk}/visit/", {"id": str(uuid4())}).json()["visit"]
        path = f"/api/visits/{begun}/replan/"
        told = self.post(path, {"rod_mm": 16}).json()
        self.assertIn("16", " ".join(told["summary"]))
        self.assertEqual(self.post(path, {"rod_mm": 16, "keep": True}).status_code, 200)
        rods = Visit.objects.get(pk=begun).plan.parsed_answer.kit_needed.rods
        self.assertEqual({rod.diameter_mm for rod in rods}, {16.0})
        self.assertRefused(self.post(path, {"rod_mm": 200}), "rod_mm", "4 to 60 mm")

    def test_another_bottle_is_held_against_the_visit(self) -> None:
        gel = Product.objects.create(
            name="Sea gel", role="gel", ingredients="Aqua", stock_g=2, unit="pump", unit_g=2
        )
        path = f"/api/visits/{self.visit}/swap/"
        check = self.client.get(path, {"role": "gel", "product": gel.pk}).json()["check"]
        lines = {line["about"]: line for line in check["lines"]}
        self.assertEqual(check["fits"], "no")
        self.assertIn("short", lines["stock"]["text"])
        self.assertIn("g/m²", lines["film"]["text"])
        self.assertRefused(self.client.get(path, {"role": "glue", "product": 1}), "role", "gel")
        self.assertEqual(self.client.get(path, {"role": "gel", "product": 10**12}).status_code, 404)

    def test_pieces_that_are_out_stand_at_the_chair_until_they_are_back(self) -> None:
        for kind in ("pin", "clip"):
            KitItem.objects.create(kind=kind, count=60)
        taken = self.post(f"/api/plans/{self.plan.pk}/kit/", {})
        self.assertEqual(taken.status_code, 201, taken.content)
        uses = self.client.get(f"/api/visits/{self.visit}/chair/").json()["kit"]
        pins = next(use for use in uses if "pin" in use["what"])
        self.post(f"/api/kit-uses/{pins['id']}/cleaning/", {"contact_min": 10})
        uses = self.client.get(f"/api/visits/{self.visit}/chair/").json()["kit"]
        self.assertTrue(next(use for use in uses if use["id"] == pins["id"])["cleaning_since"])


class ReplayTest(ChairLogTest):
    def test_a_visit_is_read_again_as_it_stood_after_an_entry(self) -> None:
        self.note(
            self.event("begun", 30), self.event("section_done", 20, section=2, what="laid_in")
        )
        path = f"/api/visits/{self.visit}/replay/"
        before, after = (self.client.get(path, {"moment": n}).json() for n in (1, 2))
        seen = [
            [
                row["number"]
                for row in answer["replay"]["chair"]["visit"]["sections"]
                if row["laid_in"]
            ]
            for answer in (before, after, self.client.get(path).json())
        ]
        self.assertEqual(seen, [[], [2], [2]])
        texts = [row["text"] for row in before["replay"]["moments"]]
        self.assertEqual(texts, ["Seated", "Section 2 laid in"])
        self.assertEqual(before["names"], {self.user.username: self.user.username})

    def test_an_empty_log_and_a_moment_that_is_none_are_said(self) -> None:
        path = f"/api/visits/{self.visit}/replay/"
        empty = self.client.get(path)
        self.assertEqual((empty.status_code, "noted yet" in empty.content.decode()), (400, True))
        self.note(self.event("begun", 30))
        for moment in ("2", "-1", "x", "9" * 30):
            answer = self.client.get(path, {"moment": moment})
            self.assertEqual(answer.status_code, 400, answer.content)
            self.assertIn("moment", answer.content.decode())


class VisitBeforeTest(ChairLogTest):
    def test_the_first_visit_has_none_before_it(self) -> None:
        row = self.client.get(f"/api/visits/{self.visit}/before/").json()
        self.assertEqual(row, {"visit": None, "at": None, "title": "", "last_time": None})

    def test_the_next_visit_knows_what_failed(self) -> None:
        self.note(
            self.event("begun", 50),
            self.event("fault", 20, fault="flakes", sections=[2, 3]),
            self.event("fault", 19, fault="flakes", sections=[3], gone=True),
            self.event("closed", 10),
        )
        again = self.post(f"/api/plans/{self.plan.pk}/visit/", {"id": str(uuid4())}).json()["visit"]
        row = self.client.get(f"/api/visits/{again}/before/").json()
        self.assertEqual((row["visit"], row["title"]), (self.visit, "Flat twist-out"))
        (fault,) = row["last_time"]["faults"]
        self.assertEqual((fault["fault"], fault["sections"]), ("flakes", [2]))
        self.assertFalse(fault["causes"][0]["seen"])

    def test_a_section_that_is_not_there_is_refused(self) -> None:
        event = self.event("fault", 5, fault="flakes", sections=[99])
        answer = self.post(f"/api/visits/{self.visit}/chair/", {"events": [event]})
        self.assertEqual(answer.status_code, 400)
        self.assertIn("The plan has sections 1 to 8.", answer.content.decode())

    def test_the_page_of_a_visit_names_whose_hands_worked_which_sections(self) -> None:
        ticks = [
            self.event("section_done", 40 - 5 * number, section=number, what="shaped")
            for number in range(1, 5)
        ]
        self.note(
            self.event("begun", 60),
            self.event("step_started", 40, step="work"),
            *ticks,
            self.event("step_done", 19, step="work"),
        )
        (row,) = self.client.get(f"/api/visits/{self.visit}/").json()["hands"]
        self.assertEqual((row["minutes"], row["sections"]), (21.0, list(range(1, 9))))
