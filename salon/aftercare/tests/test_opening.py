"""Sets that clients open at home: asked before, told by phone or by link, learned from."""

from datetime import timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from salon.aftercare.tests.home_set import SHAPED_H, HomeSetTest
from salon.clients.models import OpenedSet
from salon.planning.services import draft


class OpeningTest(HomeSetTest):
    def test_the_client_is_asked_before_and_shown_how(self) -> None:
        page = self.phone.get(self.address).json()
        self.assertTrue(page["to_open"])
        self.assertIn("Feel the roots", page["opening_steps"][0])
        self.assertTrue(self.client.get(f"/api/visits/{self.visit.pk}/").json()["to_open"])

    def test_damp_is_answered_with_what_to_do_and_nothing_is_opened(self) -> None:
        page = self.tell("damp_roots", opened=False).json()
        self.assertIn("Leave it closed", page["advice"])
        self.assertRegex(page["advice"], r"Feel again .+\d")
        self.assertTrue(page["to_open"])
        self.assertFalse(OpenedSet.objects.exists())

    def test_opened_and_told_it_teaches_as_told_from_home(self) -> None:
        self.tell("damp_roots", opened=False)
        page = self.tell("dry", opened=True).json()
        self.assertFalse(page["to_open"])
        self.assertEqual(page["opening_steps"], [])
        row = OpenedSet.objects.get()
        self.assertTrue(row.at_home)
        self.assertAlmostEqual(row.opened_h, SHAPED_H, delta=0.1)
        self.visit.refresh_from_db()
        self.assertIsNotNone(self.visit.released_at)
        again = draft(self.person, self.wish(), self.user).request
        self.assertIn("1 opened set of this client", again.drying_basis)

    def test_told_later_it_was_opened_when_it_was(self) -> None:
        hours_ago = timezone.now() - timedelta(hours=3)
        self.tell("dry", opened=True, at=hours_ago.isoformat())
        self.assertAlmostEqual(OpenedSet.objects.get().opened_h, SHAPED_H - 3, delta=0.1)

    def test_sent_again_because_the_answer_was_lost_it_counts_once(self) -> None:
        moment = (timezone.now() - timedelta(hours=1)).isoformat()
        for _ in range(2):
            answer = self.tell("dry", opened=True, at=moment)
            self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(OpenedSet.objects.count(), 1)

    def test_corrected_it_was_still_opened_at_home(self) -> None:
        self.tell("dry", opened=True)
        moment = timezone.now() - timedelta(hours=2)
        path = f"/api/visits/{self.visit.pk}/"
        body: dict[str, Any] = {
            "id": str(uuid4()),
            "steps": [],
            "doses": [],
            "sure": True,
            "dryness": "dry",
            "started_at": self.visit.started_at.isoformat(),
            "released_at": moment.isoformat(),
        }
        answer = self.client.put(path, body, "application/json")
        self.assertEqual(answer.status_code, 200, answer.content)
        opened = OpenedSet.objects.get()
        self.assertTrue(opened.at_home)
        # No minutes were typed, so shaping ended when the plan has it.
        self.assertLess(opened.opened_h, SHAPED_H - 1)

    def test_not_before_it_was_made_and_a_phone_that_goes_ahead_means_now(self) -> None:
        early = timezone.now() - timedelta(hours=SHAPED_H + 1)
        answer = self.tell("dry", opened=True, at=early.isoformat())
        self.assertRefused(answer, "at", "until now")
        self.assertRefused(self.tell("dry", opened=True, at="noon"), "at", "date and a time")
        ahead = timezone.now() + timedelta(hours=2)
        self.tell("dry", opened=True, at=ahead.isoformat())
        self.assertAlmostEqual(OpenedSet.objects.get().opened_h, SHAPED_H, delta=0.1)

    def test_told_on_the_telephone_it_is_the_same(self) -> None:
        path = f"/api/visits/{self.visit.pk}/opened/"
        answer = self.post(path, {"dryness": "damp_roots", "opened": False})
        self.assertIn("Leave it closed", answer.json()["advice"])
        self.assertEqual(self.post(path, {"dryness": "dry", "opened": True}).status_code, 200)
        self.assertTrue(OpenedSet.objects.get().at_home)
        late = self.post(path, {"dryness": "dry", "opened": True})
        self.assertEqual(late.status_code, 400)
        self.assertIn("has been opened already", late.content.decode())
        self.assertEqual(self.tell("dry", opened=True).status_code, 400)

    def test_words_that_are_none_are_refused(self) -> None:
        answer = self.tell("moist", opened=True)
        self.assertEqual(answer.status_code, 400)
        self.assertIn("dryness", answer.content.decode())
        wrong = self.phone.post("/api/check-in/none/opening/", {"dryness": "dry", "opened": True})
        self.assertEqual(wrong.status_code, 404)

    def test_the_card_numbers_the_steps(self) -> None:
        page = self.client.get(f"/api/plans/{self.visit.plan_id}/card/").content.decode()
        self.assertRegex(page, r"<ol><li>Feel the roots")
