"""A message is true at the minute it goes out."""

from datetime import timedelta
from random import Random
from unittest.mock import patch

from django.utils import timezone

from salon.aftercare import outbox
from salon.aftercare.models import Message
from salon.aftercare.outbox import fill_outbox
from salon.aftercare.tests.base import visited
from salon.aftercare.tests.messages import MessageTest
from salon.aftercare.wearing import wearing
from salon.booking.models import Booking
from salon.booking.returning import due_back
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.devices.gateway.simulated import Pigeonhole
from salon.tests.base import MEASURED


class TrueWhenSentTest(MessageTest):
    """Whether a message is true is looked at when it goes out, not when it was put there."""

    def setUp(self) -> None:
        super().setUp()
        self.now = timezone.now().replace(hour=10, minute=0, second=0, microsecond=0)
        self.clock = self.enterContext(patch("django.utils.timezone.now", lambda: self.now))

    def later(self, **delta: float) -> None:
        self.now += timedelta(**delta)

    def booked(self, after_h: float) -> Booking:
        start = self.now + timedelta(hours=after_h)
        return Booking.objects.create(
            client=self.person, title="Rod set", start=start, end=start + timedelta(hours=2)
        )

    def given(self) -> list[dict[str, str]]:
        return Pigeonhole().kept()

    def dropped(self) -> str:
        outbox.deliver_due()
        message = Message.objects.get()
        self.assertEqual((message.state, self.given()), ("dropped", []))
        return str(message.why)

    def test_an_appointment_that_was_cancelled_is_not_reminded_of(self) -> None:
        booking = self.booked(30)
        fill_outbox()
        self.later(hours=8)
        Booking.objects.filter(pk=booking.pk).update(state="cancelled")
        self.assertIn("no longer booked", self.dropped())

    def test_an_appointment_that_was_moved_is_reminded_of_at_its_new_hour(self) -> None:
        booking = self.booked(30)
        fill_outbox()
        start = booking.start + timedelta(hours=1)
        Booking.objects.filter(pk=booking.pk).update(start=start, end=start + timedelta(hours=2))
        self.later(hours=8)
        fill_outbox()
        outbox.deliver_due()
        (given,) = self.given()
        self.assertIn("17:00", given["text"])

    def test_a_reminder_goes_out_the_day_before_or_not_at_all(self) -> None:
        # Booked in the evening for the next morning, after the hours in which the salon writes.
        self.later(hours=11)
        self.booked(13)
        self.assertEqual(fill_outbox(), 0)
        # The gateway was away for a day: what it would say is too late.
        Booking.objects.all().delete()
        self.later(hours=-11)
        self.booked(26)
        fill_outbox()
        self.later(hours=20)
        self.assertIn("the day before", self.dropped())

    def test_a_client_who_was_archived_is_not_written_to(self) -> None:
        self.booked(30)
        fill_outbox()
        self.later(hours=8)
        Client.objects.filter(pk=self.person.pk).update(archived_at=self.now)
        self.assertEqual(self.dropped(), "The client is archived.")

    def test_a_set_that_was_opened_is_not_to_be_opened(self) -> None:
        visit = visited(self.person, self.user, details={"opened": "home"}, days_ago=1)
        fill_outbox()
        release = Message.objects.get(kind="release")
        Message.objects.exclude(pk=release.pk).delete()
        self.later(days=(release.due_at - self.now).total_seconds() / 86_400 + 0.01)
        type(visit).objects.filter(pk=visit.pk).update(released_at=self.now)
        self.assertIn("opened already", self.dropped())

    def test_who_comes_back_for_it_is_not_told_to_open_it(self) -> None:
        visit = visited(self.person, self.user, days_ago=1)
        type(visit).objects.filter(pk=visit.pk).update(state="between")
        fill_outbox()
        self.assertFalse(Message.objects.filter(kind="release").exists())

    def test_a_style_that_was_replaced_is_not_asked_about(self) -> None:
        visited(self.person, self.user, "shingle_wash_and_go", 2)
        fill_outbox()
        self.assertEqual(Message.objects.get().kind, "check_in")
        visited(self.person, self.user, "quick_wash", 0)
        self.assertIn("replaced", self.dropped())

    def test_overdue_means_the_same_to_message_list_and_page(self) -> None:
        for style, ago in (("slick_bun", 9), ("slick_bun", 3), ("shingle_wash_and_go", 12)):
            with self.subTest(style, ago=ago):
                Message.objects.all().delete()
                self.person.visits.all().delete()
                visited(self.person, self.user, style, ago)
                page = wearing(self.person).answer
                assert page is not None
                fill_outbox()
                listed = {row.visit.client_id for row in due_back() if row.overdue}
                said = Message.objects.filter(kind="overdue").exists()
                self.assertEqual((bool(page.overdue_days), said), (self.person.pk in listed,) * 2)

    def test_a_day_of_changes_sends_nothing_untrue(self) -> None:
        chance = Random(11)
        clients = [self.person]
        for name in ("Second Client", "Third Client"):
            client = add_client({"name": name}, MEASURED, self.user)
            Client.objects.filter(pk=client.pk).update(
                contact="message", consented_at=self.now, phone="0555 0177"
            )
            clients.append(client)
        for client in clients:
            visited(client, self.user, details={"opened": "home"}, days_ago=1)
            start = self.now + timedelta(hours=chance.randint(25, 50))
            Booking.objects.create(
                client=client, title="Rod set", start=start, end=start + timedelta(hours=2)
            )
        for _ in range(40):
            self.change(chance)
            before = set(Message.objects.filter(state="sent").values_list("pk", flat=True))
            outbox.deliver_due()
            for message in Message.objects.filter(state="sent").exclude(pk__in=before):
                self.assert_true(message)
            fill_outbox()
            self.later(hours=1)
        self.assertTrue(Message.objects.filter(state="sent").exists())

    def change(self, chance: Random) -> None:
        """Something happens in the salon."""
        client = chance.choice(list(Client.objects.all()))
        what = chance.randrange(8)
        bookings = Booking.objects.filter(client=client)
        if what == 0:
            bookings.update(state=chance.choice(["cancelled", "booked", "no_show"]))
        elif what == 1:
            for booking in bookings:
                start = booking.start + timedelta(hours=chance.choice([-5, 3, 24]))
                end = start + timedelta(hours=2)
                Booking.objects.filter(pk=booking.pk).update(start=start, end=end)
        elif what == 2:
            client.visits.filter(released_at=None).update(released_at=self.now)
        elif what == 3:
            Client.objects.filter(pk=client.pk).update(
                archived_at=chance.choice([None, None, self.now])
            )
        elif what == 4:
            agreed = chance.choice([None, self.now])
            Client.objects.filter(pk=client.pk).update(
                contact="message" if agreed else "none", consented_at=agreed
            )

    def assert_true(self, message: Message) -> None:
        """What a message says is so at the minute at which it went out."""
        client = Client.objects.get(pk=message.client_id)
        self.assertEqual((client.contact, client.archived_at), ("message", None))
        self.assertTrue(9 <= self.now.hour < 20, self.now)
        if message.kind == "reminder":
            booking = Booking.objects.get(pk=message.booking_id)
            self.assertEqual(booking.state, "booked")
            self.assertIn(f"{booking.start:%H:%M}", message.text)
            self.assertEqual((booking.start.date() - self.now.date()).days, 1)
        elif message.visit is not None:
            last = client.visits.order_by("-started_at").first()
            self.assertEqual(last, message.visit)
        if message.kind == "release":
            self.assertIsNone(message.visit and message.visit.released_at)
