"""When the salon is open, who works, and what is to be done before the day."""

from datetime import UTC, date, datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.contrib.auth.models import User
from django.test import override_settings
from django.utils import timezone

from craft.contract import parse
from salon.booking.hours import clock_minute, hours_of, minute_of, moment_of
from salon.booking.models import (
    DayOff,
    Holiday,
    Opening,
    Shift,
    Skill,
    StationCount,
)
from salon.booking.tests.base import BookingTest
from salon.kit.models import KitItem
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.staff.models import Colleague
from salon.visits.models import Visit


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
    def test_rods_that_two_clients_share_are_told(self) -> None:
        KitItem.objects.create(kind="rod", diameter_mm=20, count=40)
        Shift.objects.all().delete()
        StationCount.objects.create(station="hood", count=2)
        bo = User.objects.create_user("bo", first_name="Bo")
        pass

        Colleague.objects.create(user=bo)
        goal = {"style": "rod_set", "sections": 28, "rod_mm": 20, "release_after_h": 30}
        for client, hour in ((self.person, 9), (self.other, 10)):
            plan = self.plan(client, **goal)
            answer = self.book(self.at(hour), client, plan=plan.pk)
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
            "client": self.person.pk,
            "goal": {"style": "quick_wash"},
            "details": {"patch_test": "yes"},
        }
        plan = save(self.person, parse(ClientWish, wish), self.user)
        self.book(self.at(10), plan=plan.pk)
        lines = self.client.get(f"/api/day/before/?date={self.day}").json()
        self.assertIn("ahead", [line["key"] for line in lines])


class DueTest(BookingTest):
    def test_who_is_due_by_wear_and_has_nothing_booked(self) -> None:
        for client, days in ((self.person, 12), (self.other, 1)):
            plan = self.plan(client, style="two_strand_twist_out")
            began = timezone.now() - timedelta(days=days)
            Visit.objects.create(plan=plan, client=client, started_at=began, state="between")
        due = self.client.get("/api/due/").json()
        self.assertEqual([row["client_name"] for row in due], ["Measured Client", "Second Client"])
        self.book(self.at(10), title="Talk")
        due = self.client.get("/api/due/").json()
        self.assertEqual([row["client_name"] for row in due], ["Second Client"])
