"""The day, driven in the browser: booked, moved, late, begun, on two devices and a phone."""

import re
from datetime import datetime, time, timedelta
from unittest.mock import patch

from django.contrib.auth.models import User
from django.utils import timezone
from playwright.sync_api import Page, Route, expect

from craft.contract import parse
from salon.booking.models import BookedSegment, Booking, DayOff, Opening
from salon.booking.placing import Wanted
from salon.booking.services import book
from salon.checks.browser import PHONE
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.staff.models import Colleague
from salon.tests.base import MEASURED, an_owner
from salon.tests.browser import BrowserTest


def unproven(route: Route) -> None:
    """An answer as of a day too large for a short search."""
    answer = route.fetch()
    route.fulfill(response=answer, json=answer.json() | {"proven": False})


class TodayBrowserTest(BrowserTest):
    client: Client
    plan: Plan

    def setUp(self) -> None:
        super().setUp()
        self.user = an_owner()
        for weekday in range(7):
            Opening.objects.create(weekday=weekday, opens="00:05", closes="23:50")
        self.person = add_client({"name": "Runa Pleat"}, MEASURED, self.user)
        self.other = add_client({"name": "Tove Crimp"}, MEASURED, self.user)
        wish = {"client": self.person.pk, "goal": {"style": "quick_wash"}}
        self.plan = save(self.person, parse(ClientWish, wish), self.user)
        self.day = timezone.localdate() + timedelta(days=2)
        self.enter("vera")

    def at(self, hour: int) -> datetime:
        return timezone.make_aware(datetime.combine(self.day, time(hour)))

    def open(self, more: str = "") -> Page:
        self.page.goto(f"/today?date={self.day}{more}")
        expect(self.page.get_by_role("heading", name="To check before the day")).to_be_visible()
        return self.page

    def test_the_day_is_the_first_screen(self) -> None:
        self.page.goto("/")
        expect(self.page).to_have_url(re.compile("/today$"))
        expect(self.page.get_by_text("No appointments on this day yet.")).to_be_visible()

    def test_a_plan_is_booked_where_it_first_fits(self) -> None:
        page = self.open()
        page.get_by_role("button", name="Book", exact=True).click()
        page.get_by_role("combobox", name="Client", exact=True).fill("runa")
        page.get_by_role("option", name="Runa Pleat").click()
        page.get_by_role("button", name="Find free times").click()
        page.get_by_role("button", name=re.compile("done")).first.click()
        expect(
            page.get_by_role("button", name=re.compile("Runa Pleat: Quick wash"))
        ).to_be_visible()
        self.assertEqual(Booking.objects.get().plan, self.plan)

    def test_nothing_is_booked_before_the_plans_have_come(self) -> None:
        page = self.open()
        late: list[Route] = []
        released = False

        def keep(route: Route) -> None:
            # A request may reach this later than the page has drawn what waits for it.
            if released:
                route.continue_()
            else:
                late.append(route)

        page.route(re.compile(r"/api/plans/\?client="), keep)
        page.get_by_role("button", name="Book", exact=True).click()
        page.get_by_role("combobox", name="Client", exact=True).fill("runa")
        page.get_by_role("option", name="Runa Pleat").click()
        find = page.get_by_role("button", name="Find free times")
        expect(find).to_be_disabled()
        expect(page.get_by_role("button", name="Walk-in now")).to_be_disabled()
        released = True
        for route in late:
            route.continue_()
        expect(find).to_be_enabled()
        page.unroute_all()

    def test_a_taken_hour_is_told_with_the_first_free_one(self) -> None:
        book(Wanted(client=self.other, title="Talk", minutes=600), self.at(8), self.user)
        page = self.open()
        page.get_by_role("button", name="Book", exact=True).click()
        page.get_by_role("combobox", name="Client", exact=True).fill("runa")
        page.get_by_role("option", name="Runa Pleat").click()
        page.get_by_label("Start", exact=True).fill(f"{self.day.day} {self.day:%b}, 10:00")
        page.keyboard.press("Enter")
        page.get_by_role("button", name="Book appointment").click()
        expect(page.get_by_text("Everyone is busy at that time.")).to_be_visible()

    def test_enter_reads_the_hour_and_does_not_book_yet(self) -> None:
        page = self.open()
        page.get_by_role("button", name="Book", exact=True).click()
        page.get_by_role("combobox", name="Client", exact=True).fill("runa")
        page.get_by_role("option", name="Runa Pleat").click()
        expect(page.get_by_role("button", name="Find free times")).to_be_enabled()
        page.get_by_label("Start", exact=True).fill(f"{self.day.day} {self.day:%b}, 10:00")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Book appointment")).to_be_enabled()
        self.assertEqual(Booking.objects.count(), 0)
        page.get_by_role("button", name="Book appointment").press("Enter")
        expect(page.get_by_role("button", name="Book appointment")).to_have_count(0)
        self.assertEqual(Booking.objects.count(), 1)

    def test_by_keys_it_moves_and_undo_brings_it_back(self) -> None:
        booking = book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        page = self.open("&zoom=whole")
        page.get_by_role("button", name=re.compile("Runa Pleat: Quick wash")).focus()
        page.keyboard.press("Alt+Shift+ArrowRight")
        expect(
            page.get_by_text("Runa Pleat moved to 10:15. Please tell the client.")
        ).to_be_visible()
        booking.refresh_from_db()
        self.assertEqual(booking.start, self.at(10) + timedelta(minutes=15))
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text("10:00 · Quick wash")).to_be_visible()

    def test_while_it_is_dragged_the_core_says_where_it_does_not_fit(self) -> None:
        book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        book(Wanted(client=self.other, title="Talk", minutes=120), self.at(12), self.user)
        page = self.open("&zoom=whole")
        strip = page.get_by_role("button", name=re.compile("Runa Pleat: Quick wash"))
        box = strip.bounding_box()
        track = page.locator(".track").first.bounding_box()
        assert box is not None
        assert track is not None
        hour = track["width"] / 24
        page.mouse.move(box["x"] + 4, box["y"] + 10)
        page.mouse.down()
        page.mouse.move(box["x"] + 4 + 2.3 * hour, box["y"] + 10, steps=4)
        expect(page.locator(".strip.refused")).to_be_visible()
        page.mouse.move(box["x"] + 4 + 5 * hour, box["y"] + 10, steps=4)
        expect(page.locator(".strip.refused")).to_have_count(0)
        page.mouse.up()
        expect(page.get_by_text(re.compile(r"Runa Pleat moved to 1[45]:\d\d"))).to_be_visible()
        page.get_by_role("button", name=re.compile("Runa Pleat: Quick wash")).click()
        page.get_by_role("button", name="Client informed").click()
        expect(page.get_by_text("Tell Runa Pleat")).to_have_count(0)

    def test_the_day_anew_is_told_before_it_is_done(self) -> None:
        book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        book(Wanted(client=self.other, title="Talk"), self.at(13), self.user)
        page = self.open("&zoom=whole")
        page.get_by_role("button", name="Re-optimise the day").click()
        page.get_by_role("button", name="Keep the current order").click()
        expect(page.get_by_role("button", name="Keep the current order")).to_have_count(0)
        DayOff.objects.create(user=self.user, date=self.day)
        page.reload()
        expect(page.get_by_role("alert")).to_contain_text("Runa Pleat has nobody assigned")
        colleague = User.objects.create_user("bo", first_name="Bo")
        Colleague.objects.create(user=colleague)
        page.get_by_role("button", name="Re-optimise the day").click()
        expect(page.get_by_text(re.compile("done at 1[34]:")).last).to_be_visible()

    @patch("salon.booking.replanning.LONG_S", 2.0)
    def test_a_longer_search_tells_how_far_it_is_and_can_be_stopped(self) -> None:
        book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        book(Wanted(client=self.other, title="Talk"), self.at(13), self.user)
        page = self.open("&zoom=whole")
        page.route("**/api/day/replan/", unproven)
        page.get_by_role("button", name="Re-optimise the day").click()
        page.get_by_role("button", name="Search for longer").click()
        expect(page.get_by_role("button", name="Stop")).to_be_visible()
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("button", name="Search for longer")).to_be_visible()
        page.get_by_role("button", name="Search for longer").click()
        expect(page.get_by_role("button", name="Stop")).to_be_visible()
        expect(page.get_by_role("button", name="Stop")).to_have_count(0)
        expect(page.get_by_text(re.compile("done at 1[34]:")).last).to_be_visible()

    def test_a_step_is_dragged_with_what_follows_it_and_moved_by_keys(self) -> None:
        plan = save(
            self.person,
            parse(ClientWish, {"client": self.person.pk, "goal": {"style": "flat_twist_out"}}),
            self.user,
        )
        booking = book(Wanted(client=self.person, plan=plan), self.at(10), self.user)
        shape = booking.segments.filter(step="work").first()
        assert shape is not None
        page = self.open("&zoom=whole")
        strip = page.get_by_role("button", name=re.compile("Runa Pleat: Flat twist-out"))
        strip.click()
        fold = strip.locator(f"[data-segment='{shape.index}']")
        box, track = fold.bounding_box(), page.locator(".track").first.bounding_box()
        assert box is not None
        assert track is not None
        x, y = box["x"] + 4, box["y"] + 8
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x + track["width"] / 24 * 6, y, steps=4)
        expect(page.locator(".strip.refused")).to_be_visible()
        page.mouse.move(x + track["width"] / 24 / 10, y, steps=4)
        expect(page.locator(".strip.refused")).to_have_count(0)
        page.mouse.up()
        expect(page.get_by_text(f"Runa Pleat: {shape.title} moved")).to_be_visible()
        moved = booking.segments.get(index=shape.index)
        self.assertTrue(timedelta() < moved.start - shape.start <= timedelta(minutes=10))
        booking.refresh_from_db()
        self.assertEqual(booking.start, self.at(10))
        with page.expect_response("**/move/"):
            page.get_by_role("button", name="Undo").click()
        page.get_by_role("combobox", name="A step and those after it").press("Enter")
        begins = timezone.localtime(shape.start)
        page.get_by_role("option", name=f"{begins:%H:%M} {shape.title}").first.click()
        page.get_by_role("button", name="5 min later").click()
        expect(page.get_by_role("button", name="Undo")).to_be_visible()

    def test_an_answer_that_was_lost_books_once(self) -> None:
        page = self.open()
        page.get_by_role("button", name="Book", exact=True).click()
        page.get_by_role("combobox", name="Client", exact=True).fill("runa")
        page.get_by_role("option", name="Runa Pleat").click()
        page.get_by_label("Start", exact=True).fill(f"{self.day.day} {self.day:%b}, 10:00")
        page.keyboard.press("Enter")

        def lose(route: Route) -> None:
            route.fetch()
            route.abort("connectionreset")

        page.route("**/api/bookings/", lose)
        page.get_by_role("button", name="Book appointment").click()
        expect(page.get_by_role("alert").first).to_be_visible()
        self.assertEqual(Booking.objects.count(), 1)
        page.unroute("**/api/bookings/")
        page.get_by_role("button", name="Book appointment").click()
        expect(page.get_by_role("button", name="Book appointment")).to_have_count(0)
        self.assertEqual(Booking.objects.count(), 1)

    def test_a_day_is_read_from_a_file(self) -> None:
        page = self.page
        page.goto(f"/week?date={self.day}")
        stamp = f"{self.day:%Y%m%d}"
        lines = [
            "BEGIN:VCALENDAR",
            "VERSION:2.0",
            "PRODID:x",
            "BEGIN:VEVENT",
            "UID:one",
            f"DTSTAMP:{stamp}T000000Z",
            f"DTSTART:{stamp}T100000Z",
            f"DTEND:{stamp}T103000Z",
            "SUMMARY:Runa Pleat: Talk",
            "END:VEVENT",
            "END:VCALENDAR",
        ]
        with page.expect_file_chooser() as chooser:
            page.get_by_text("Import a day").click()
        file = {"name": "day.ics", "mimeType": "text/calendar"}
        chooser.value.set_files([file | {"buffer": "\r\n".join(lines).encode()}])
        page.get_by_role("button", name="Book what fits").click()
        expect(page.get_by_text("· booked")).to_be_visible()

    def test_late_is_told_before_it_is_done(self) -> None:
        book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        page = self.open("&zoom=whole")
        page.get_by_role("button", name=re.compile("Runa Pleat: Quick wash")).click()
        page.get_by_label("Minutes late").fill("20")
        page.get_by_role("button", name="Show the effect").click()
        expect(page.get_by_text("is done 20 min later")).to_be_visible()
        page.get_by_role("button", name="Apply").click()
        expect(page.get_by_text("Runa Pleat comes 20 min late.")).to_be_visible()

    def test_another_device_shows_it_at_once(self) -> None:
        page = self.open("&zoom=whole")
        expect(page.get_by_text("No appointments on this day yet.")).to_be_visible()
        page.wait_for_timeout(0)
        book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        expect(page.get_by_text("10:00 · Quick wash")).to_be_visible()

    def test_who_is_in_the_salon_stands_on_the_bench_of_every_page(self) -> None:
        # Kept by hand: at midnight no salon is open for a whole service.
        now = timezone.localtime()
        midnight = now.replace(hour=0, minute=0, second=0, microsecond=0)
        begin, end = max(midnight, now - timedelta(minutes=3)), now + timedelta(minutes=30)
        booking = Booking.objects.create(
            client=self.person,
            plan=self.plan,
            title="Quick wash",
            state="here",
            start=begin,
            end=end,
        )
        BookedSegment.objects.create(
            booking=booking,
            index=0,
            title="Mask",
            station="chair",
            hands=False,
            minutes=30,
            start=begin,
            end=end,
        )
        self.page.goto("/products")
        bench = self.page.get_by_role("complementary", name="In the salon now")
        expect(bench).to_contain_text("Runa Pleat")
        expect(bench.get_by_role("timer")).to_have_text(re.compile(r"^\d+:\d\d$"))

    def test_on_a_phone_the_day_is_a_list(self) -> None:
        book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        self.page.set_viewport_size(PHONE)
        try:
            page = self.open()
            page.get_by_role("button", name=re.compile("10:00.*Runa Pleat")).click()
            page.get_by_role("button", name="Client has arrived").click()
            expect(page.get_by_role("listitem").filter(has_text="Runa Pleat")).to_contain_text(
                "arrived"
            )
        finally:
            self.page.set_viewport_size({"width": 1280, "height": 800})

    def test_a_week_shows_how_full_it_is_and_hands_out_a_calendar(self) -> None:
        book(Wanted(client=self.person, plan=self.plan), self.at(10), self.user)
        page = self.page
        page.goto(f"/week?date={self.day}")
        expect(page.get_by_text("1 client")).to_be_visible()
        page.get_by_role("button", name="Create address").click()
        expect(page.get_by_text(re.compile(r"/calendar/.+\.ics"))).to_be_visible()

    def test_the_salon_sets_its_hours(self) -> None:
        page = self.page
        page.goto("/salon/hours")
        page.get_by_label("Wed: closes at").fill("17:30")
        page.get_by_role("button", name="vera on Wed").first.click()
        page.get_by_role("button", name="Save hours").click()
        expect(page.get_by_role("status").filter(has_text="Saved")).to_be_visible()
        self.assertEqual(f"{Opening.objects.get(weekday=2).closes:%H:%M}", "17:30")
