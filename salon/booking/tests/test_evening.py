"""Evening sets and those who come back only to have one opened, on their real days."""

from datetime import datetime, time, timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from craft.contract import parse
from craft.contract.events import EventList
from salon.booking.models import Booking, Opening
from salon.booking.returning import due_back
from salon.booking.tests.base import BookingTest
from salon.chair.services import note
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.roles import WorkRole
from salon.staff.services import add_colleague
from salon.tests.base import PASSWORD
from salon.visits.log import open_visit
from salon.visits.models import Visit


class EveningTest(BookingTest):
    """A salon that is open until ten at night, with a set made in the evening."""

    def setUp(self) -> None:
        super().setUp()
        for weekday in range(7):
            Opening.objects.create(weekday=weekday, opens=time(9), closes=time(22))

    def evening(self) -> Plan:
        """A set booked for seven in the evening."""
        plan = self.plan(style="two_strand_twist_out", sections=8)
        answer = self.book(self.at(19, 0), plan=plan.pk)
        self.assertEqual(answer.status_code, 201, answer.content)
        plan.refresh_from_db()
        return plan

    def slots(self, plan: Plan) -> list[datetime]:
        body = {"client": self.person.pk, "plan": plan.pk, "sitting": 2, "date": str(self.day)}
        answer = self.post("/api/slots/", body)
        self.assertEqual(answer.status_code, 200, answer.content)
        return [datetime.fromisoformat(slot["start"]) for slot in answer.json()]

    def test_the_opening_is_offered_once_it_is_dry_not_while_the_set_is_made(self) -> None:
        plan = self.evening()
        dry = self.at(19) + timedelta(minutes=plan.parsed_answer.totals.release_min or 0)
        for slot in self.slots(plan):
            self.assertGreaterEqual(slot, dry)
            self.assertGreaterEqual(timezone.localtime(slot).date(), self.day + timedelta(days=1))

    def test_nobody_is_booked_for_the_opening_of_a_set_that_is_not_made(self) -> None:
        plan = self.evening()
        answer = self.book(self.at(9), plan=plan.pk, sitting=2)
        self.assertRefused(answer, "start", "The set is not made by then. It can be opened from")

    def test_too_soon_is_told_before_the_day(self) -> None:
        plan = self.evening()
        first = self.at(9)
        self.day += timedelta(days=1)
        answer = self.book(self.at(9), plan=plan.pk, sitting=2)
        self.assertEqual(answer.status_code, 201, answer.content)
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        said = [line["text"] for line in lines if line["key"] == "too_soon"]
        self.assertEqual(len(said), 1)
        self.assertIn("comes for the opening at 09:00", said[0])
        self.assertLess(first, self.at(9))

    def test_each_is_on_its_own_day_and_another_may_open_it(self) -> None:
        plan = self.evening()
        self.assertEqual([row["sitting"] for row in self.board()["bookings"]], [1])
        other = add_colleague("bo", PASSWORD, WorkRole.SPECIALIST).user
        slot = timezone.localtime(self.slots(plan)[0])
        self.day = slot.date()
        answer = self.book(slot, plan=plan.pk, sitting=2, wanted=other.pk)
        self.assertEqual(answer.status_code, 201, answer.content)
        rows = self.board()["bookings"]
        self.assertEqual([row["sitting"] for row in rows], [2])
        self.assertIn("Release", rows[0]["title"])
        hands = {part["specialist"] for part in answer.json()["segments"] if part["hands"]}
        self.assertEqual(hands, {other.pk})

    def test_a_set_that_is_in_with_nothing_booked_is_listed_to_be_opened(self) -> None:
        visit = self.worked(self.plan(style="two_strand_twist_out", sections=8))
        self.assertEqual(visit.state, "between")
        (due,) = due_back()
        assert due.opens_at is not None
        assert visit.started_at is not None
        self.assertGreater(due.opens_at, visit.started_at + timedelta(hours=1))
        listed = self.client.get("/api/due/").json()
        self.assertIsNotNone(listed[0]["opens_at"])

    def test_a_set_that_is_opened_at_home_is_listed_so(self) -> None:
        wish = {
            "client": self.person.pk,
            "goal": {"style": "two_strand_twist_out", "sections": 8},
            "details": {"opened": "home"},
        }
        self.worked(save(self.person, parse(ClientWish, wish), self.user))
        (due,) = self.client.get("/api/due/").json()
        self.assertTrue(due["at_home"])
        self.assertIsNotNone(due["opens_at"])

    def worked(self, plan: Plan) -> Visit:
        """A set that was made an hour ago."""
        visit = open_visit(plan, self.user)
        now = timezone.now() - timedelta(hours=1)
        steps = [step for step in plan.parsed_answer.steps if step.sitting == 1]
        rows: list[dict[str, Any]] = [self.entry(now - timedelta(hours=1), "begun")]
        rows += [self.entry(now, "step_done", step=step.key, minutes=5) for step in steps]
        return note(visit, parse(EventList, {"events": rows}).events)

    def entry(self, at: datetime, kind: str, **data: Any) -> dict[str, Any]:
        return {"id": str(uuid4()), "at": at.isoformat(), "kind": kind, "data": data}


class LateTest(BookingTest):
    def test_late_in_the_evening_counts_closing_time_and_says_so(self) -> None:
        booking = self.book(self.at(18), title="Talk", minutes=50).json()["id"]
        told = self.post(f"/api/bookings/{booking}/late/", {"minutes": 20}).json()
        self.assertFalse(told["possible"])
        self.assertIn("closes at 19:00", told["why_not"])
        kept = Booking.objects.get(pk=booking)
        self.assertEqual(kept.late_min, 0)

    def test_what_ends_after_closing_says_by_how_much(self) -> None:
        booking = self.book(self.at(18), title="Talk", minutes=50).json()["id"]
        # Booked while the salon was open longer.
        Opening.objects.create(weekday=self.day.weekday(), opens=time(9), closes=time(18, 30))
        told = self.post(f"/api/bookings/{booking}/late/", {"minutes": 0}).json()
        self.assertTrue(told["possible"], told)
        self.assertEqual(told["past_closing_min"], 20)
        later = self.post(f"/api/bookings/{booking}/late/", {"minutes": 20}).json()
        self.assertIn("closes at 18:30", later["why_not"] or "", later)
