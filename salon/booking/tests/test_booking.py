"""Booking: places are found by the core, one of two wins, nothing is there twice."""

import threading
from datetime import UTC, date, datetime, time, timedelta
from typing import Any
from uuid import uuid4
from zoneinfo import ZoneInfo

import icalendar
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test import Client, TransactionTestCase, override_settings
from django.utils import timezone

from craft.contract import parse
from salon.booking import services
from salon.booking.hours import clock_minute, hours_of, minute_of, moment_of
from salon.booking.models import (
    BookedSegment,
    Booking,
    Day,
    DayChange,
    DayOff,
    Holiday,
    Opening,
    Shift,
    Skill,
    StationCount,
)
from salon.booking.placing import Taken, Wanted
from salon.heads.models import Head
from salon.heads.services import add_head
from salon.kit.models import KitItem
from salon.planning.models import KitDemand, Plan
from salon.planning.services import save
from salon.planning.wish import HeadWish
from salon.tests.base import MEASURED, ApiTest, an_owner


def next_day(weekday: int = 2) -> date:
    """A date to come on a weekday, Wednesday if nothing else is said."""
    today = timezone.localdate()
    return today + timedelta(days=(weekday - today.weekday()) % 7 + 7)


class BookingTest(ApiTest):
    other: Head

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.other = add_head({"name": "Second Head"}, MEASURED, cls.user)

    def setUp(self) -> None:
        super().setUp()
        self.day = next_day()

    def at(self, hour: int, minute: int = 0) -> datetime:
        return timezone.make_aware(datetime.combine(self.day, time(hour, minute)))

    def plan(self, head: Head | None = None, **goal: Any) -> Plan:
        head = head or self.head
        wish = {"head": head.pk, "goal": {"style": "quick_wash"} | goal}
        return save(head, parse(HeadWish, wish), self.user)

    def book(self, start: datetime, head: Head | None = None, **more: Any) -> Any:
        body = {"head": (head or self.head).pk, "start": start.isoformat()} | more
        return self.post("/api/bookings/", body)

    def board(self) -> dict[str, Any]:
        answer: dict[str, Any] = self.client.get(f"/api/day/?date={self.day}").json()
        return answer


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
        self.assertIn("first slot that day is 09:00", message)

    def test_waiting_of_one_is_work_for_another(self) -> None:
        first = self.plan()
        self.book(self.at(10), plan=first.pk)
        mask = BookedSegment.objects.filter(step="mask", hands=False).get()
        answer = self.book(mask.start + timedelta(minutes=2), self.other, title="Fringe", minutes=8)
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(self.board()["clashes"], [])

    def test_a_head_is_in_one_place_at_a_time(self) -> None:
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

    def test_a_plan_of_another_head_is_refused(self) -> None:
        plan = self.plan()
        self.assertRefused(self.book(self.at(10), self.other, plan=plan.pk), "plan", "another head")

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
        self.assertRefused(none, "sitting", "no sitting 2")

    def test_slots_are_the_first_that_fit(self) -> None:
        self.book(self.at(9), title="Talk", minutes=120)
        body = {"head": self.other.pk, "title": "Talk", "minutes": 45, "date": str(self.day)}
        slots = self.post("/api/slots/", body).json()
        self.assertEqual(datetime.fromisoformat(slots[0]["start"]), self.at(11))

    def test_a_slot_waits_for_rods_and_names_who_brings_them_back(self) -> None:
        KitItem.objects.create(kind="rod", diameter_mm=20, count=30)
        goal = {"style": "rod_set", "sections": 28, "rod_mm": 20, "release_after_h": 30}
        first = self.plan(**goal)
        Shift.objects.all().delete()
        bo = User.objects.create_user("bo", first_name="Bo")
        from salon.house.models import Colleague

        Colleague.objects.create(user=bo)
        self.assertEqual(self.book(self.at(9), plan=first.pk).status_code, 201)
        out = KitDemand.objects.filter(plan=first, kind="rod")
        out.update(end=self.at(13))
        second = self.plan(self.other, **goal)
        body = {"head": self.other.pk, "plan": second.pk, "date": str(self.day)}
        slot = self.post("/api/slots/", body).json()[0]
        self.assertGreaterEqual(datetime.fromisoformat(slot["start"]), self.at(13))
        self.assertLess(datetime.fromisoformat(slot["start"]), self.at(14))
        self.assertIn(f"28 rods of 20 mm come back from {self.head.name} by 13", slot["kit"][0])

    def test_what_is_no_moment_is_refused_by_name(self) -> None:
        self.assertRefused(self.post("/api/bookings/", {"head": 1, "start": "soon"}), "start", "")
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
        self.assertFalse(moved.json()["told"])
        self.assertEqual(len(moved.json()["segments"]), 1)
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        self.assertIn("tell", [line["key"] for line in lines])
        self.client.patch(f"/api/bookings/{booking}/", {"told": True}, "application/json")
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        self.assertNotIn("tell", [line["key"] for line in lines])

    def step(self, booking: int, segment: int, start: datetime, **more: Any) -> Any:
        body = {"start": start.isoformat(), "segment": segment} | more
        return self.client.put(f"/api/bookings/{booking}/move/", body, "application/json")

    def test_a_step_is_moved_with_what_follows_it(self) -> None:
        plan = self.plan(style="flat_twist_out")
        pk = self.book(self.at(10), plan=plan.pk).json()["id"]
        before = list(Booking.objects.get(pk=pk).segments.all())
        shape = next(part for part in before if part.step == "shape")
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
        self.assertRefused(self.step(pk, 1, timezone.now()), "start", "begun already")
        Booking.objects.filter(pk=pk).update(state="done")
        self.assertRefused(self.step(pk, 1, timezone.now()), "start", "done")

    def test_somebody_away_after_all_is_told_and_stops_nobody(self) -> None:
        self.book(self.at(10), title="Talk", minutes=60)
        bo = User.objects.create_user("bo", first_name="Bo")
        from salon.house.models import Colleague

        Colleague.objects.create(user=bo)
        DayOff.objects.create(user=self.user, date=self.day)
        self.assertIn("nobody's hands", self.board()["clashes"][0]["text"])
        answer = self.book(self.at(10), self.other, title="Talk", minutes=60)
        self.assertEqual(answer.status_code, 201, answer.content)
        pk = Booking.objects.get(head=self.head).pk
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
        wanted = {"head": self.head.pk, "title": "Talk", "date": str(self.day)}
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

    def test_a_late_head_is_told_then_kept(self) -> None:
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
            plan = self.plan(self.head if number % 2 else self.other)
            self.book(self.at(9 + 2 * number), plan.head, plan=plan.pk)
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


class HoursTest(BookingTest):
    def test_closed_days_are_said(self) -> None:
        Holiday.objects.create(date=self.day, reason="harbour feast")
        answer = self.book(self.at(10), title="Talk")
        self.assertRefused(answer, "start", "harbour feast")
        self.assertEqual(self.board()["closed"], "harbour feast")

    def test_weekdays_without_hours_are_closed(self) -> None:
        Opening.objects.create(weekday=(self.day.weekday() + 1) % 7, opens="09:00", closes="18:00")
        self.assertRefused(self.book(self.at(10), title="Talk"), "start", "weekday")

    def test_nobody_is_booked_in_a_break_or_while_away(self) -> None:
        Shift.objects.create(
            user=self.user, weekday=self.day.weekday(), begins="09:00", ends="17:00"
        )
        Shift.objects.create(
            user=self.user, weekday=self.day.weekday(), begins="12:00", ends="13:00", pause=True
        )
        self.assertEqual(self.book(self.at(12, 30), title="Talk").status_code, 409)
        self.assertEqual(self.book(self.at(16, 45), title="Talk").status_code, 409)
        self.assertEqual(self.book(self.at(13), title="Talk").status_code, 201)
        DayOff.objects.create(user=self.user, date=self.day)
        self.assertRefused(self.book(self.at(14), self.other, title="Talk"), "start", "Nobody")

    @override_settings(TIME_ZONE="Europe/Lisbon")
    def test_minutes_go_on_on_the_nights_when_clocks_change(self) -> None:
        zone = ZoneInfo("Europe/Lisbon")
        with timezone.override(zone):
            for day, hours in ((date(2027, 3, 28), 23), (date(2027, 10, 31), 25)):
                length = minute_of(moment_of(0, day + timedelta(days=1)), day)
                whole = datetime.combine(day + timedelta(days=1), time(), zone).astimezone(
                    UTC
                ) - datetime.combine(day, time(), zone).astimezone(UTC)
                self.assertEqual(whole, timedelta(hours=hours))
                self.assertEqual(length, hours * 60)
                ten = moment_of(clock_minute(time(10), day), day)
                self.assertEqual(timezone.localtime(ten).time(), time(10))

    def test_a_service_is_for_those_who_know_it(self) -> None:
        Skill.objects.create(user=self.user, style="rod_set")
        plan = self.plan()
        self.assertEqual(self.book(self.at(10), plan=plan.pk).status_code, 409)
        Skill.objects.create(user=self.user, style="quick_wash")
        self.assertEqual(self.book(self.at(10), plan=plan.pk).status_code, 201)

    def test_usual_hours_where_nobody_set_any(self) -> None:
        hours = hours_of(self.day)
        self.assertEqual((hours.open_min, hours.close_min), (9 * 60, 19 * 60))


class HoursFormTest(BookingTest):
    def form(self, **more: Any) -> dict[str, Any]:
        form: dict[str, Any] = self.client.get("/api/hours/").json()
        return form | more

    def test_hours_are_kept_as_a_whole(self) -> None:
        form = self.form(
            openings=[{"weekday": 2, "opens": "10:00", "closes": "16:00"}],
            shifts=[
                {"user": self.user.pk, "weekday": 2, "begins": "10:00", "ends": "15:00"},
                {
                    "user": self.user.pk,
                    "weekday": 2,
                    "begins": "12:00",
                    "ends": "12:30",
                    "pause": True,
                },
            ],
            holidays=[{"date": "2026-12-24", "reason": "eve"}],
        )
        answer = self.client.put("/api/hours/", form, "application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        board = self.board()
        self.assertEqual((board["open_min"], board["close_min"]), (600, 960))
        self.assertEqual(board["people"][0]["breaks"], [[720, 750]])

    def test_what_cannot_be_is_refused_by_name_and_nothing_is_lost(self) -> None:
        back = [{"weekday": 2, "opens": "16:00", "closes": "10:00"}]
        for more, field in (
            ({"openings": back}, "openings.0.closes"),
            ({"openings": [{"weekday": 9, "opens": "1:00", "closes": "2:00"}]}, "weekday"),
            ({"holidays": [{"date": "soon"}]}, "holidays.0.date"),
            ({"holidays": [{"date": "2026-12-24"}] * 2}, "holidays.1.date"),
        ):
            answer = self.client.put("/api/hours/", self.form(**more), "application/json")
            self.assertEqual(answer.status_code, 400, field)
            fields = [error["field"] for error in answer.json()["errors"]]
            self.assertTrue(any(field in name for name in fields), (field, fields))
        self.assertFalse(Opening.objects.exists())


class BeforeTest(BookingTest):
    def test_rods_that_two_heads_share_are_told(self) -> None:
        KitItem.objects.create(kind="rod", diameter_mm=20, count=40)
        Shift.objects.all().delete()
        StationCount.objects.create(station="hood", count=2)
        bo = User.objects.create_user("bo", first_name="Bo")
        from salon.house.models import Colleague

        Colleague.objects.create(user=bo)
        goal = {"style": "rod_set", "sections": 28, "rod_mm": 20, "release_after_h": 30}
        for head, hour in ((self.head, 9), (self.other, 10)):
            plan = self.plan(head, **goal)
            answer = self.book(self.at(hour), head, plan=plan.pk)
            self.assertEqual(answer.status_code, 201, answer.content)
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        kit = next(line for line in lines if line["key"] == "kit")
        self.assertIn("shared with", kit["text"])

    def test_each_line_opens_its_mending(self) -> None:
        pk = self.book(self.at(10), title="Talk", minutes=60).json()["id"]
        DayOff.objects.create(user=self.user, date=self.day)
        User.objects.create_user("bo", first_name="Bo")
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        clash = next(line for line in lines if line["key"] == "clash")
        self.assertEqual((clash["booking"], clash["to"]), (pk, "/"))
        for line in lines:
            self.assertTrue(line["booking"] or line["to"] != "/", line)

    def test_a_patch_test_is_due(self) -> None:
        wish = {
            "head": self.head.pk,
            "goal": {"style": "quick_wash"},
            "details": {"patch_test": "yes"},
        }
        plan = save(self.head, parse(HeadWish, wish), self.user)
        self.book(self.at(10), plan=plan.pk)
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        self.assertIn("ahead", [line["key"] for line in lines])


class DueTest(BookingTest):
    def test_who_is_due_by_wear_and_has_nothing_booked(self) -> None:
        for head, days in ((self.head, 12), (self.other, 1)):
            plan = self.plan(head, style="two_strand_twist_out")
            began = timezone.now() - timedelta(days=days)
            Plan.objects.filter(pk=plan.pk).update(begun_at=began)
        due = self.client.get("/api/due/").json()
        self.assertEqual([row["head_name"] for row in due], ["Measured Head", "Second Head"])
        self.book(self.at(10), title="Talk")
        due = self.client.get("/api/due/").json()
        self.assertEqual([row["head_name"] for row in due], ["Second Head"])


class CalendarTest(BookingTest):
    def test_a_secret_link_shows_ones_days_until_it_is_revoked(self) -> None:
        self.book(self.at(10), title="Talk, long; and, quiet")
        address = self.post("/api/calendar-link/", {}).json()["address"]
        stranger = Client()
        feed = stranger.get(address)
        self.assertEqual(feed.status_code, 200)
        calendar = icalendar.Calendar.from_ical(feed.content)
        events = list(calendar.walk("VEVENT"))
        self.assertEqual(len(events), 1)
        self.assertEqual(events[0].decoded("dtstart"), self.at(10))
        self.assertIn("Talk, long; and, quiet", str(events[0]["summary"]))
        self.client.delete("/api/calendar-link/")
        self.assertEqual(stranger.get(address).status_code, 404)

    def read(self, content: bytes, *, keep: bool = False) -> Any:
        file = SimpleUploadedFile("day.ics", content)
        return self.client.post(
            f"/api/day/file/?date={self.day}", {"file": file, "keep": str(keep).lower()}
        )

    def test_a_day_comes_in_as_a_file_once(self) -> None:
        self.book(self.at(10), title="Talk", minutes=30)
        out = self.client.get(f"/api/day/file/?date={self.day}").content
        Booking.objects.all().delete()
        looked = self.read(out).json()
        self.assertEqual([(row["minutes"], row["problem"]) for row in looked], [(30, "")])
        self.assertFalse(Booking.objects.exists(), "only looked at")
        for _ in range(2):
            self.assertTrue(self.read(out, keep=True).json()[0]["booked"])
        booking = Booking.objects.get()
        self.assertEqual((booking.start, booking.title), (self.at(10), "Talk"))

    def test_what_cannot_be_booked_says_why_and_the_rest_goes_on(self) -> None:
        def event(uid: str, summary: str, start: str, end: str) -> str:
            return (
                f"BEGIN:VEVENT\r\nUID:{uid}\r\nDTSTAMP:20260101T000000Z\r\n"
                f"DTSTART{start}\r\nDTEND{end}\r\nSUMMARY:{summary}\r\nEND:VEVENT\r\n"
            )

        day = f"{self.day:%Y%m%d}"
        text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n"
        text += event("a", "Nobody: Talk", f":{day}T100000Z", f":{day}T103000Z")
        text += event("b", "Measured Head: Long", f":{day}T100000Z", f":{day}T235900Z")
        text += event("c", "Measured Head: Talk", f":{day}T120000Z", f":{day}T123000Z")
        text += event("d", "Measured Head: Day", f";VALUE=DATE:{day}", f";VALUE=DATE:{day}")
        answer = self.read((text + "END:VCALENDAR\r\n").encode(), keep=True).json()
        problems = {row["summary"]: row["problem"] for row in answer}
        self.assertIn("No head is called Nobody", problems["Nobody: Talk"])
        self.assertIn("min", problems["Measured Head: Long"])
        self.assertIn("no hour", problems["Measured Head: Day"])
        self.assertEqual(Booking.objects.get().title, "Talk")

    def test_what_is_no_calendar_is_refused(self) -> None:
        for content in (b"hello", b"\x00\xff", b"BEGIN:VCALENDAR\r\nBEGIN:VEVENT"):
            answer = self.read(content)
            self.assertIn(answer.status_code, (200, 400))
            if answer.status_code == 200:
                self.assertEqual(answer.json(), [])
        self.assertRefused(self.read(b"x" * 600_000), "file", "kB")

    def test_a_day_goes_out_as_a_file(self) -> None:
        self.book(self.at(10), title="Talk")
        answer = self.client.get(f"/api/day/file/?date={self.day}")
        self.assertEqual(len(icalendar.Calendar.from_ical(answer.content).walk("VEVENT")), 1)


class ZoneTest(BookingTest):
    """The clock is that of the salon, not that of the machine or of whoever asks."""

    def test_hours_are_of_the_salons_clock(self) -> None:
        zone = ZoneInfo("Pacific/Auckland")
        answer = self.client.patch("/api/house/", {"zone": zone.key}, "application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        board = self.board()
        midnight = datetime.fromisoformat(board["midnight"])
        self.assertEqual(midnight, datetime.combine(self.day, time(), zone))
        self.assertEqual(board["open_min"], 540)
        body = {"head": self.head.pk, "start": f"{self.day}T10:00", "title": "Talk"}
        self.assertEqual(self.post("/api/bookings/", body).status_code, 201)
        self.assertEqual(Booking.objects.get().start, datetime.combine(self.day, time(10), zone))
        self.assertEqual(self.client.get("/api/session/").json()["house"]["zone"], zone.key)

    def test_a_zone_that_is_none_is_refused(self) -> None:
        for name in ("Mars/Olympus", "", "../etc/passwd"):
            answer = self.client.patch("/api/house/", {"zone": name}, "application/json")
            self.assertRefused(answer, "zone", "")


class RaceTest(TransactionTestCase):
    def test_of_two_who_book_the_last_hands_at_once_one_wins_and_the_other_is_told(self) -> None:
        user = an_owner()
        heads = [add_head({"name": f"Head {n}"}, MEASURED, user) for n in range(2)]
        start = timezone.make_aware(datetime.combine(next_day(), time(10)))
        barrier = threading.Barrier(2)
        results: list[str] = []

        def book(head: Head) -> None:
            try:
                barrier.wait()
                services.book(Wanted(head=head, title="Talk"), start, user)
                results.append("booked")
            except Taken:
                results.append("told")
            finally:
                connection.close()

        threads = [threading.Thread(target=book, args=(head,)) for head in heads]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(results), ["booked", "told"])
        self.assertEqual(Booking.objects.count(), 1)
        self.assertEqual(Day.objects.get().version, 1)
