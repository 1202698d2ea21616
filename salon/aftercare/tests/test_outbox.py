"""The outbox: once each, at a decent hour, only to who agreed, whatever breaks in between."""

import os
import signal
import subprocess
import sys
import tempfile
from datetime import UTC, datetime, timedelta
from pathlib import Path
from unittest.mock import patch
from uuid import uuid4

from django.conf import settings
from django.test import Client as ApiClient
from django.test import TestCase, TransactionTestCase
from django.utils import timezone
from django_tasks_db.models import DBTaskResult

from craft.vocabulary import MessageKind
from salon.aftercare import outbox, tasks
from salon.aftercare.checking import visit_of
from salon.aftercare.models import Checkin, Message
from salon.aftercare.outbox import AGAIN_MIN, decent, fill_outbox
from salon.aftercare.tests.base import visited
from salon.aftercare.tests.messages import MessageTest
from salon.aftercare.wording import USUAL, check_text, fill_text
from salon.archive.erasing import forget
from salon.booking.models import Booking
from salon.clients.models import Client
from salon.devices.gateway.simulated import Pigeonhole
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.base import database_in


def at(hour: int, minute: int = 0) -> datetime:
    """An hour of a summer's day, UTC."""
    return datetime(2026, 6, 20, hour, minute, tzinfo=UTC)


class OutboxTest(MessageTest):
    def setUp(self) -> None:
        super().setUp()
        self.visit = visited(self.person, self.user, "shingle_wash_and_go", 2)
        # Whatever the clock says, it is a decent hour.
        self.enterContext(patch.object(outbox, "decent", lambda moment, _client: moment))

    def deliver_all(self) -> None:
        outbox.deliver_due()

    def test_one_that_breaks_does_not_hold_up_the_others(self) -> None:
        fill_outbox()
        now = timezone.now() - timedelta(minutes=1)
        words = {"style": "bun"}
        outbox.put("broken", self.person, MessageKind.CHECK_IN, now, words, self.visit)
        whole = outbox.whole_text

        def text(message: Message) -> str:
            if message.key == "broken":
                raise RuntimeError
            return whole(message)

        with patch.object(outbox, "whole_text", text), self.assertLogs("salon.outbox"):
            self.deliver_all()
        broken = Message.objects.get(key="broken")
        self.assertEqual((broken.state, broken.tries), ("waiting", 1))
        self.assertEqual(len(self.given()), 1)

    def given(self) -> list[str]:
        return [kept["text"] for kept in Pigeonhole().kept()]

    def test_a_check_in_is_asked_for_once_with_a_link_that_opens(self) -> None:
        self.assertEqual((fill_outbox(), fill_outbox()), (1, 0))
        self.deliver_all()
        (text,) = self.given()
        self.assertIn("Hello Measured Client, how is your hair holding up?", text)
        secret = text.split("/check-in/")[1].split()[0]
        self.assertEqual(visit_of(secret), self.visit)
        message = Message.objects.get()
        self.assertEqual(message.state, "sent")
        self.assertNotIn(secret, message.text)

    def asked_on(self, *days_ago: int) -> None:
        """The first question and those after it, as if they had gone out."""
        first = f"check-in {self.visit.pk}"
        for number, ago in enumerate(days_ago):
            due = timezone.now() - timedelta(days=ago)
            outbox.put(
                f"{first} {number}" if number else first,
                self.person,
                MessageKind.CHECK_IN,
                due,
                {"style": "twists"},
                self.visit,
            )
        Message.objects.update(state="sent", sent_at=timezone.now())

    def test_it_is_asked_again_each_day_by_the_same_link(self) -> None:
        self.asked_on(1)
        secret = outbox.secret_of(Message.objects.get())
        self.assertEqual((fill_outbox(), fill_outbox()), (1, 0))
        self.deliver_all()
        (text,) = self.given()
        self.assertIn(f"/check-in/{secret}", text)
        self.assertEqual(visit_of(secret), self.visit)

    def test_not_asked_again_by_a_salon_that_asks_once_or_who_never_answers(self) -> None:
        self.asked_on(1)
        Salon.objects.update(ask_every_days=0)
        self.assertEqual(fill_outbox(), 0)
        Salon.objects.update(ask_every_days=2)
        self.assertEqual(fill_outbox(), 0)
        Salon.objects.update(ask_every_days=1)
        Message.objects.all().delete()
        self.asked_on(1, 2, 3)
        self.assertEqual(fill_outbox(), 0)

    def test_who_told_before_being_asked_is_not_asked(self) -> None:
        self.asked_on(1)
        fill_outbox()
        Checkin.objects.create(uuid=uuid4(), visit=self.visit, date=timezone.localdate(), looks=4)
        self.deliver_all()
        self.assertEqual(self.given(), [])
        newest = Message.objects.exclude(key=f"check-in {self.visit.pk}").get()
        self.assertEqual(
            (newest.state, newest.why),
            ("dropped", "The client has already checked in for this day."),
        )

    def test_a_sitting_is_reminded_of(self) -> None:
        start = timezone.now() + timedelta(hours=24)
        Booking.objects.create(
            client=self.person, title="Rod set", start=start, end=start + timedelta(hours=2)
        )
        soon = timezone.now() + timedelta(hours=1)
        Booking.objects.create(client=self.person, title="Soon", start=soon, end=start)
        fill_outbox()
        self.deliver_all()
        self.assertFalse(any("Soon" in text for text in self.given()))
        self.assertTrue(any(f"{start:%H:%M} for your rod set" in text for text in self.given()))

    def test_the_release_and_what_is_overdue(self) -> None:
        visited(self.person, self.user, "slick_bun", 1).delete()
        visited(self.person, self.user, "slick_bun", 9)
        self.visit.delete()
        fill_outbox()
        self.assertEqual(Message.objects.get().kind, "overdue")

    def test_nobody_is_written_to_who_did_not_agree(self) -> None:
        for change in ({"contact": "none", "consented_at": None}, {"phone": ""}):
            with self.subTest(change):
                Client.objects.filter(pk=self.person.pk).update(**change)
                self.assertEqual(fill_outbox(), 0)

    def test_who_opts_out_is_not_written_to_any_more(self) -> None:
        fill_outbox()
        self.deliver_all()
        secret = self.given()[0].split("/check-in/")[1].split()[0]
        Message.objects.update(state="waiting")
        answer = ApiClient().delete(f"/api/check-in/{secret}/")
        self.assertEqual(answer.status_code, 204)
        self.person.refresh_from_db()
        self.assertEqual((self.person.contact, self.person.consented_at), ("none", None))
        self.assertEqual(Message.objects.get().state, "dropped")

    def test_consent_taken_back_in_between_counts(self) -> None:
        fill_outbox()
        Client.objects.update(contact="none", consented_at=None)
        self.deliver_all()
        self.assertEqual(self.given(), [])
        self.assertEqual(Message.objects.get().state, "dropped")

    def test_a_silent_gateway_is_tried_again_further_apart_and_then_not(self) -> None:
        Client.objects.update(phone="0555 0000")
        fill_outbox()
        waits = []
        for _ in AGAIN_MIN:
            self.deliver_all()
            message = Message.objects.get()
            waits.append(round((message.next_try_at - timezone.now()).total_seconds() / 60))
            Message.objects.update(next_try_at=timezone.now())
        self.assertEqual(tuple(waits), AGAIN_MIN)
        self.deliver_all()
        message.refresh_from_db()
        self.assertEqual((message.state, message.why), ("failed", "The gateway does not respond."))
        Client.objects.update(phone="0555 0177")
        self.client.post(f"/api/messages/{message.pk}/again/")
        self.deliver_all()
        self.assertEqual(len(self.given()), 1)

    def test_a_number_that_is_none_fails_at_once(self) -> None:
        Client.objects.update(phone="12")
        fill_outbox()
        self.deliver_all()
        self.assertEqual(Message.objects.get().why, "No phone has this number.")

    def test_a_worker_that_breaks_off_after_giving_it_gives_it_once(self) -> None:
        fill_outbox()
        with patch.object(outbox, "sent", side_effect=SystemExit), self.assertRaises(SystemExit):
            self.deliver_all()
        self.assertEqual(Message.objects.get().state, "waiting")
        first = self.given()
        self.deliver_all()
        self.assertEqual((self.given(), Message.objects.get().state), (first, "sent"))
        self.assertIsNotNone(visit_of(first[0].split("/check-in/")[1].split()[0]))

    def test_taken_out_by_hand(self) -> None:
        fill_outbox()
        message = Message.objects.get()
        self.client.delete(f"/api/messages/{message.pk}/again/")
        self.deliver_all()
        self.assertEqual(self.given(), [])
        listed = self.client.get("/api/messages/").json()["results"]
        self.assertEqual(listed[0]["state"], "dropped")

    def test_own_words_with_a_preview(self) -> None:
        body = {"kind": "check_in", "text": "{name}: {link}"}
        shown = self.client.post(
            "/api/wordings/preview/", body, content_type="application/json"
        ).json()
        self.assertIn("Runa: https://", shown["preview"])
        self.client.put("/api/wordings/", body, content_type="application/json")
        fill_outbox()
        self.assertEqual(Message.objects.get().text, "Measured Client: {link}")
        for text, words in (
            ("{age}", "is unknown"),
            ("{name:>999999999}", "is unknown"),
            ("{name!r}", "is unknown"),
            ("{", "brace"),
            ("x" * 481, "480"),
        ):
            answer = self.client.put(
                "/api/wordings/", body | {"text": text}, content_type="application/json"
            )
            self.assertRefused(answer, "text", words)
        usual = {"kind": "check_in", "text": USUAL["check_in"]}  # type: ignore[index]
        answer = self.client.put("/api/wordings/", usual, content_type="application/json")
        self.assertTrue(answer.json()["usual"])

    def test_the_task_comes_again_and_only_once(self) -> None:
        tasks.begin()
        tasks.begin()
        self.assertEqual(DBTaskResult.objects.count(), 1)
        tasks.empty_outbox.func()
        tasks.come_again()
        self.assertEqual(DBTaskResult.objects.filter(status="READY").count(), 1)
        self.assertEqual(Message.objects.count(), 1)

    def test_an_erased_client_leaves_nothing_at_the_stand_in(self) -> None:
        fill_outbox()
        self.deliver_all()
        receipt = Message.objects.get().receipt
        forget(self.person)
        Pigeonhole().forget(receipt)
        self.assertEqual(self.given(), [])


class HourTest(TestCase):
    def test_quiet_hours_are_those_of_the_client(self) -> None:
        client = Client(zone="Pacific/Auckland")
        # 10:00 UTC is 22:00 there: the next morning at nine, 21:00 UTC.
        self.assertEqual(decent(at(10), client), at(21))
        self.assertEqual(decent(at(0), client), at(0))
        self.assertEqual(decent(at(6, 30), Client(zone="UTC")), at(9))
        self.assertEqual(decent(at(20), Client(zone="UTC")), at(9) + timedelta(days=1))

    def test_quiet_hours_are_those_the_salon_keeps(self) -> None:
        current_salon()
        Salon.objects.update(write_from_h=11, write_to_h=13)
        self.assertEqual(decent(at(9, 30), Client(zone="UTC")), at(11))
        self.assertEqual(decent(at(13), Client(zone="UTC")), at(11) + timedelta(days=1))

    def test_every_usual_text_can_be_filled(self) -> None:
        for kind, text in USUAL.items():
            check_text(text)
            self.assertNotIn("{name}", fill_text(text, {"name": "Runa"}), kind)


class KilledTest(TransactionTestCase):
    """A worker of its own is killed between the gateway and the record."""

    CODE = """
import os, signal, sys
import django; django.setup()
from unittest.mock import patch
from django.contrib.auth.models import User
from django.core.management import call_command
from django.utils import timezone
from salon.aftercare import outbox
from salon.aftercare.models import Checkin, Message
from salon.clients.models import Client
outbox.decent = lambda moment, client: moment
outbox.why_untrue = lambda *_: ""
if sys.argv[1] == "die":
    client = Client.objects.create(
        name="Runa", contact="message", consented_at=timezone.now(), phone="0555 0177"
    )
    now = timezone.now()
    outbox.put("a key", client, outbox.MessageKind.OVERDUE, now, {"style": "bun", "date": "today"})
    outbox.sent = lambda *_: os.kill(os.getpid(), signal.SIGKILL)
call_command("outbox", once=True)
print(Message.objects.get().state)
"""

    def test_nothing_is_written_twice(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            database_in(Path(folder))
            environment = {
                **os.environ,
                "GAUFFER_VAR": folder,
                "GAUFFER_GATEWAY": "simulated",
                "DJANGO_SETTINGS_MODULE": "salon.settings",
                "PYTHONPATH": str(settings.BASE_DIR),
            }
            runs = [
                subprocess.run(
                    [sys.executable, "-c", self.CODE, what],
                    env=environment,
                    capture_output=True,
                    text=True,
                    timeout=120,
                    check=False,
                )
                for what in ("die", "live")
            ]
            kept = list(Path(folder, "pigeonhole").glob("*.json"))
        self.assertEqual(runs[0].returncode, -signal.SIGKILL, runs[0].stderr)
        self.assertIn("sent", runs[1].stdout, runs[1].stderr)
        self.assertEqual(len(kept), 1)
