"""Booking: places are found by the core, one of two wins, nothing is there twice."""

import threading
from datetime import datetime, time, timedelta
from typing import Any
from uuid import uuid4

from django.contrib.auth.models import User
from django.db import connection
from django.test import TransactionTestCase
from django.utils import timezone

from salon.booking import services
from salon.booking.hours import minute_of
from salon.booking.models import (
    BookedSegment,
    Booking,
    Day,
    DayChange,
    DayOff,
    Shift,
)
from salon.booking.placing import Taken, Wanted
from salon.booking.tests.base import BookingTest, next_day
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.kit.models import KitItem
from salon.planning.models import KitDemand, Plan
from salon.platform.roles import WorkRole
from salon.staff.models import Colleague
from salon.staff.services import add_colleague
from salon.tests.base import MEASURED, PASSWORD, an_owner


class PlaceTest(BookingTest):
    def test_a_plan_is_booked_with_all_its_segments(self) -> None:
        plan = self.plan()
        answer = self.book(self.at(10), plan=plan.pk)
        self.assertEqual(answer.status_code, 201, answer.content)
        booking = Booking.objects.get()
        self.assertEqual(booking.start, self.at(10))
        self.assertEqual(booking.segments.first().start, self.at(10))
        hands = [segment.specialist_id for segment in booking.segments.all() if segment.hands]
        self.assertEqual(set(hands), {self.user.pk})
        plan.refresh_from_db()
        self.assertEqual(plan.planned_start, self.at(10), "the plan knows its hour")

    def test_the_only_hands_are_taken_and_the_next_slot_is_named(self) -> None:
        self.assertEqual(self.book(self.at(10), title="Talk", minutes=60).status_code, 201)
        answer = self.book(self.at(10, 30), self.other, title="Talk", minutes=30)
        self.assertEqual(answer.status_code, 409)
        message = answer.json()["errors"][0]["message"]
        self.assertIn("next free time is 11:00", message)

    def test_waiting_of_one_is_work_for_another(self) -> None:
        first = self.plan()
        self.book(self.at(10), plan=first.pk)
        mask = BookedSegment.objects.filter(step="mask", hands=False).get()
        answer = self.book(mask.start + timedelta(minutes=2), self.other, title="Fringe", minutes=8)
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(self.board()["clashes"], [])

    def test_a_client_is_in_one_place_at_a_time(self) -> None:
        User.objects.create_user("bo")
        self.book(self.at(10), title="Talk", minutes=60)
        answer = self.book(self.at(10, 30), title="Talk", minutes=30)
        self.assertEqual(answer.status_code, 409)

    def test_sent_twice_it_is_there_once(self) -> None:
        key = str(uuid4())
        first = self.book(self.at(10), title="Talk", uuid=key)
        second = self.book(self.at(10), title="Talk", uuid=key)
        self.assertEqual(first.json()["id"], second.json()["id"])
        self.assertEqual(Booking.objects.count(), 1)

    def test_a_plan_of_another_client_is_refused(self) -> None:
        plan = self.plan()
        self.assertRefused(
            self.book(self.at(10), self.other, plan=plan.pk), "plan", "another client"
        )

    def test_a_release_is_a_sitting_of_its_own(self) -> None:
        plan = self.plan(style="two_strand_twist_out")
        self.assertEqual(self.book(self.at(10), plan=plan.pk).status_code, 201)
        self.day += timedelta(days=1)
        answer = self.book(self.at(12), plan=plan.pk, sitting=2)
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(answer.json()["segments"][0]["step"], "release")
        promised = Plan.objects.get(pk=plan.pk).planned_start
        path = f"/api/bookings/{answer.json()['id']}/move/"
        later = self.client.put(path, {"start": self.at(14).isoformat()}, "application/json")
        self.assertEqual(later.status_code, 200, later.content)
        # What was promised is the day of the plan, not that of its release.
        self.assertEqual(Plan.objects.get(pk=plan.pk).planned_start, promised)
        quick = self.plan(self.other)
        none = self.book(self.at(15), self.other, plan=quick.pk, sitting=2)
        self.assertRefused(none, "sitting", "no appointment 2")

    def test_slots_are_the_first_that_fit(self) -> None:
        self.book(self.at(9), title="Talk", minutes=120)
        body = {"client": self.other.pk, "title": "Talk", "minutes": 45, "date": str(self.day)}
        slots = self.post("/api/slots/", body).json()
        self.assertEqual(datetime.fromisoformat(slots[0]["start"]), self.at(11))

    def test_a_slot_waits_for_rods_and_names_who_brings_them_back(self) -> None:
        KitItem.objects.create(kind="rod", diameter_mm=20, count=30)
        goal = {"style": "rod_set", "sections": 28, "rod_mm": 20, "release_after_h": 30}
        first = self.plan(**goal)
        Shift.objects.all().delete()
        bo = User.objects.create_user("bo", first_name="Bo")
        pass

        Colleague.objects.create(user=bo)
        self.assertEqual(self.book(self.at(9), plan=first.pk).status_code, 201)
        out = KitDemand.objects.filter(plan=first, kind="rod")
        out.update(end=self.at(13))
        second = self.plan(self.other, **goal)
        body = {"client": self.other.pk, "plan": second.pk, "date": str(self.day)}
        slot = self.post("/api/slots/", body).json()[0]
        self.assertGreaterEqual(datetime.fromisoformat(slot["start"]), self.at(13))
        self.assertLess(datetime.fromisoformat(slot["start"]), self.at(14))
        self.assertIn(f"28 rods of 20 mm come back from {self.person.name} by 13", slot["kit"][0])

    def test_what_is_no_moment_is_refused_by_name(self) -> None:
        self.assertRefused(self.post("/api/bookings/", {"client": 1, "start": "soon"}), "start", "")
        for text in ("soon", "1999-01-01", "2026-13-01"):
            answer = self.client.get(f"/api/day/?date={text}")
            self.assertEqual(answer.status_code, 400, text)


class StateTest(BookingTest):
    def state(self, booking: int, state: str, **more: Any) -> Any:
        return self.client.put(
            f"/api/bookings/{booking}/state/", {"state": state} | more, "application/json"
        )

    def test_cancelled_it_frees_hands_and_kit(self) -> None:
        KitItem.objects.create(kind="clip", count=8)
        plan = self.plan()
        booking = self.book(self.at(10), plan=plan.pk).json()["id"]
        self.assertTrue(KitDemand.objects.filter(plan=plan).exists())
        answer = self.state(booking, "cancelled", reason="ill")
        self.assertEqual(answer.status_code, 200)
        self.assertFalse(KitDemand.objects.filter(plan=plan).exists())
        self.assertEqual(self.book(self.at(10), self.other, title="Talk").status_code, 201)
        self.assertEqual(self.state(booking, "booked").status_code, 409, "its place is taken")

    def test_states_follow_each_other(self) -> None:
        booking = self.book(self.at(10), title="Talk").json()["id"]
        self.assertRefused(self.state(booking, "done"), "state", "it can become")
        for state in ("here", "running", "done"):
            self.assertEqual(self.state(booking, state).status_code, 200, state)

    def test_moved_it_keeps_its_segments_and_has_to_be_told(self) -> None:
        booking = self.book(self.at(10), title="Talk", minutes=45).json()["id"]
        self.book(self.at(12), self.other, title="Talk", minutes=45)
        path = f"/api/bookings/{booking}/move/"
        taken = self.client.put(path, {"start": self.at(12).isoformat()}, "application/json")
        self.assertEqual(taken.status_code, 409)
        body = {"start": self.at(14).isoformat()}
        self.client.put(path, body | {"keep": False}, "application/json")
        self.assertEqual(Booking.objects.get(pk=booking).start, self.at(10), "only looked")
        moved = self.client.put(path, body, "application/json")
        self.assertEqual(moved.status_code, 200, moved.content)
        self.assertFalse(moved.json()["client_knows"])
        self.assertEqual(len(moved.json()["segments"]), 1)
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        self.assertIn("tell", [line["key"] for line in lines])
        self.client.patch(f"/api/bookings/{booking}/", {"client_knows": True}, "application/json")
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        self.assertNotIn("tell", [line["key"] for line in lines])

    def step(self, booking: int, segment: int, start: datetime, **more: Any) -> Any:
        body = {"start": start.isoformat(), "segment": segment} | more
        return self.client.put(f"/api/bookings/{booking}/move/", body, "application/json")

    def test_a_step_is_moved_with_what_follows_it(self) -> None:
        plan = self.plan(style="flat_twist_out")
        pk = self.book(self.at(10), plan=plan.pk).json()["id"]
        before = list(Booking.objects.get(pk=pk).segments.all())
        shape = next(part for part in before if part.step == "work")
        by = timedelta(minutes=4)
        looked = self.step(pk, shape.index, shape.start + by, keep=False)
        self.assertEqual(looked.status_code, 200, looked.content)
        self.assertEqual(list(Booking.objects.get(pk=pk).segments.all())[shape.index], shape)
        self.assertEqual(BookedSegment.objects.get(pk=shape.pk).start, shape.start)
        answer = self.step(pk, shape.index, shape.start + by)
        self.assertEqual(answer.status_code, 200, answer.content)
        after = list(Booking.objects.get(pk=pk).segments.all())
        moved = [now.start - then.start for now, then in zip(after, before, strict=True)]
        self.assertEqual(moved[: shape.index], [timedelta()] * shape.index)
        self.assertEqual(moved[shape.index :], [by] * (len(before) - shape.index))
        self.assertEqual(Booking.objects.get(pk=pk).start, self.at(10), "the hour told stays")

    def test_a_step_that_would_sit_too_long_or_lies_behind_is_refused(self) -> None:
        plan = self.plan()
        pk = self.book(self.at(10), plan=plan.pk).json()["id"]
        parts = list(Booking.objects.get(pk=pk).segments.all())
        after = next(part for part in parts if part.step == "mask" and part.hands)
        late = self.step(pk, after.index, after.start + timedelta(hours=3))
        self.assertEqual(late.status_code, 409)
        self.assertEqual(self.step(pk, 59, self.at(11)).status_code, 400)
        another = self.step(pk, 1, self.at(10) + timedelta(days=7))
        self.assertRefused(another, "start", "within its day")
        Booking.objects.filter(pk=pk).update(
            state="running", start=timezone.now() - timedelta(hours=1)
        )
        BookedSegment.objects.filter(booking=pk, index=1).update(
            start=timezone.now() - timedelta(minutes=30)
        )
        self.assertRefused(self.step(pk, 1, timezone.now()), "start", "already started")
        Booking.objects.filter(pk=pk).update(state="done")
        self.assertRefused(self.step(pk, 1, timezone.now()), "start", "done")

    def test_somebody_away_after_all_is_told_and_stops_nobody(self) -> None:
        self.book(self.at(10), title="Talk", minutes=60)
        bo = User.objects.create_user("bo", first_name="Bo")
        pass

        Colleague.objects.create(user=bo)
        DayOff.objects.create(user=self.user, date=self.day)
        self.assertIn("nobody assigned", self.board()["clashes"][0]["text"])
        answer = self.book(self.at(10), self.other, title="Talk", minutes=60)
        self.assertEqual(answer.status_code, 201, answer.content)
        pk = Booking.objects.get(client=self.person).pk
        self.state(pk, "cancelled", reason="ill")
        back = self.state(pk, "booked")
        self.assertEqual(back.status_code, 409, "its hands are not there")

    def test_the_board_says_how_sure_an_hour_is(self) -> None:
        plan = self.plan(style="flat_twist_out")
        end = self.at(10) + timedelta(hours=9)
        pk = self.book(self.at(10), plan=plan.pk, promised_end=end.isoformat()).json()["id"]
        odds = self.board()["odds"]
        self.assertEqual([row["booking"] for row in odds], [pk])
        self.assertGreater(odds[0]["on_time"], 0.95)
        booking = Booking.objects.get(pk=pk)
        Booking.objects.filter(pk=pk).update(promised_end=booking.end - timedelta(minutes=30))
        self.assertLess(self.board()["odds"][0]["on_time"], 0.5)

    def test_what_is_promised_is_an_hour_of_that_day(self) -> None:
        for end in (self.at(10), self.at(9), self.at(10) + timedelta(days=50_000)):
            answer = self.book(self.at(10), title="Talk", promised_end=end.isoformat())
            self.assertRefused(answer, "promised_end", "after 10:00, until the end of the next day")
        wanted = {"client": self.person.pk, "title": "Talk", "date": str(self.day)}
        asked = self.post("/api/slots/", wanted | {"promised_end": self.at(12).isoformat()})
        days = {datetime.fromisoformat(slot["start"]).date() for slot in asked.json()}
        self.assertEqual(days, {self.day}, "on no other day could it be kept")

    def test_a_promise_does_not_bind_another_day(self) -> None:
        end = self.at(12).isoformat()
        pk = self.book(self.at(10), title="Talk", promised_end=end).json()["id"]
        for days in (-7, 7):
            start = self.at(10) + timedelta(days=days)
            moved = self.client.put(
                f"/api/bookings/{pk}/move/", {"start": start.isoformat()}, "application/json"
            )
            self.assertEqual(moved.status_code, 200, moved.content)

    def test_a_late_client_is_told_then_kept(self) -> None:
        booking = self.book(self.at(10), title="Talk", minutes=30).json()["id"]
        path = f"/api/bookings/{booking}/late/"
        told = self.post(path, {"minutes": 20}).json()
        self.assertTrue(told["possible"])
        self.assertIn("20 min later", told["changes"][0]["text"])
        self.assertEqual(Booking.objects.get(pk=booking).late_min, 0, "nothing is kept yet")
        kept = self.post(f"/api/day/changes/{told['change']}/", {})
        self.assertEqual(kept.status_code, 204, kept.content)
        self.assertEqual(Booking.objects.get(pk=booking).late_min, 20)
        segment = BookedSegment.objects.get(booking=booking)
        self.assertEqual(segment.start, self.at(10, 20))

    def test_the_day_is_planned_anew_and_hours_that_were_told_hold(self) -> None:
        for number in range(3):
            plan = self.plan(self.person if number % 2 else self.other)
            self.book(self.at(9 + 2 * number), plan.client, plan=plan.pk)
        starts = {b.pk: b.start for b in Booking.objects.all()}
        change = self.replan()
        self.assertEqual(self.post(f"/api/day/changes/{change}/", {}).status_code, 204)
        for segment in BookedSegment.objects.filter(index=0):
            off = segment.start - starts[segment.booking_id]
            self.assertTrue(timedelta() <= off <= timedelta(minutes=10))

    def replan(self) -> int:
        answer = self.post("/api/day/replan/", {"date": str(self.day)}).json()
        self.assertTrue(answer["possible"], answer)
        return int(answer["change"])

    def test_a_change_is_kept_as_it_was_told_or_not_at_all(self) -> None:
        self.book(self.at(10), plan=self.plan().pk)
        stale = self.replan()
        told = DayChange.objects.get(pk=stale).answer["segments"]
        self.book(self.at(15), self.other, title="Talk")
        refused = self.post(f"/api/day/changes/{stale}/", {})
        self.assertEqual(refused.status_code, 409)
        self.assertTrue(told)
        change = DayChange.objects.get(pk=self.replan())
        self.assertEqual(self.post(f"/api/day/changes/{change.pk}/", {}).status_code, 204)
        kept = [
            (str(part.booking_id), part.index, minute_of(part.start, self.day))
            for part in BookedSegment.objects.all()
        ]
        told = [(row["head"], row["index"], row["start"]) for row in change.answer["segments"]]
        self.assertEqual(sorted(kept), sorted(told))
        self.assertEqual(self.post(f"/api/day/changes/{change.pk}/", {}).status_code, 404)


class RaceTest(TransactionTestCase):
    def test_of_two_who_book_the_last_hands_at_once_one_wins_and_the_other_is_told(self) -> None:
        user = an_owner()
        clients = [add_client({"name": f"Client {n}"}, MEASURED, user) for n in range(2)]
        start = timezone.make_aware(datetime.combine(next_day(), time(10)))
        barrier = threading.Barrier(2)
        results: list[str] = []

        def book(client: Client) -> None:
            try:
                barrier.wait()
                services.book(Wanted(client=client, title="Talk"), start, user)
                results.append("booked")
            except Taken:
                results.append("told")
            finally:
                connection.close()

        threads = [threading.Thread(target=book, args=(client,)) for client in clients]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(results), ["booked", "told"])
        self.assertEqual(Booking.objects.count(), 1)
        self.assertEqual(Day.objects.get().version, 1)


class NotTwiceTest(BookingTest):
    """A client is in one place at a time."""

    def test_a_client_is_not_booked_twice_at_once(self) -> None:
        # Other hands are free at that hour: it is the client who is not.
        add_colleague("bo", PASSWORD, WorkRole.SPECIALIST)
        first = self.book(self.at(10), title="Talk", minutes=60)
        self.assertEqual(first.status_code, 201, first.content)
        for start in (self.at(9, 30), self.at(10, 30), self.at(10)):
            again = self.book(start, title="Another talk", minutes=60)
            self.assertEqual(again.status_code, 409, again.content)
            self.assertIn("already has an appointment at 10:00", again.content.decode())
        # Another client may come then, and this one right before or after.
        self.assertEqual(self.book(self.at(9), title="Before", minutes=60).status_code, 201)
        self.assertEqual(self.book(self.at(11), title="After", minutes=60).status_code, 201)
