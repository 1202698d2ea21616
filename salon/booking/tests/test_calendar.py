"""Days as files: calendars to read and to follow, in the zone of the salon."""

from datetime import datetime, time
from typing import Any
from zoneinfo import ZoneInfo

import icalendar
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client as ApiClient

from salon.booking.models import Booking
from salon.booking.tests.base import BookingTest
from salon.salon_settings.models import Salon


class CalendarTest(BookingTest):
    def test_a_secret_link_shows_ones_days_until_it_is_revoked(self) -> None:
        self.book(self.at(10), title="Talk, long; and, quiet")
        address = self.post("/api/calendar-link/", {}).json()["address"]
        stranger = ApiClient()
        feed = stranger.get(address)
        self.assertEqual(feed.status_code, 200)
        calendar = icalendar.Calendar.from_ical(feed.content)
        events = list(calendar.walk("VEVENT"))
        self.assertEqual(len(events), 1)
        self.assertEqual(events[0].decoded("dtstart"), self.at(10))
        # Nobody but the salon knows who it is, unless the owner chooses names.
        self.assertEqual(str(events[0]["summary"]), "M. C.: Talk, long; and, quiet")
        self.assertEqual(feed["Cache-Control"], "no-store")
        Salon.objects.update(calendar_names=True)
        named = icalendar.Calendar.from_ical(stranger.get(address).content)
        self.assertIn("Measured Client: Talk", str(named.walk("VEVENT")[0]["summary"]))
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
        text += event("b", "Measured Client: Long", f":{day}T100000Z", f":{day}T235900Z")
        text += event("c", "Measured Client: Talk", f":{day}T120000Z", f":{day}T123000Z")
        text += event("d", "Measured Client: Day", f";VALUE=DATE:{day}", f";VALUE=DATE:{day}")
        answer = self.read((text + "END:VCALENDAR\r\n").encode(), keep=True).json()
        problems = {row["summary"]: row["problem"] for row in answer}
        self.assertIn("No client is called Nobody", problems["Nobody: Talk"])
        self.assertIn("min", problems["Measured Client: Long"])
        self.assertIn("no time of day", problems["Measured Client: Day"])
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
        answer = self.client.patch("/api/salon/", {"zone": zone.key}, "application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        board = self.board()
        midnight = datetime.fromisoformat(board["midnight"])
        self.assertEqual(midnight, datetime.combine(self.day, time(), zone))
        self.assertEqual(board["open_min"], 540)
        body = {"client": self.person.pk, "start": f"{self.day}T10:00", "title": "Talk"}
        self.assertEqual(self.post("/api/bookings/", body).status_code, 201)
        self.assertEqual(Booking.objects.get().start, datetime.combine(self.day, time(10), zone))
        self.assertEqual(self.client.get("/api/session/").json()["salon"]["zone"], zone.key)

    def test_a_zone_that_is_none_is_refused(self) -> None:
        for name in ("Mars/Olympus", "", "../etc/passwd"):
            answer = self.client.patch("/api/salon/", {"zone": name}, "application/json")
            self.assertRefused(answer, "zone", "")
