"""A client's current style: which day, what is due, what worked."""

from datetime import timedelta
from unittest.mock import patch

from django.utils import timezone

from craft.contract.wear import AirOn
from salon.aftercare import wearing
from salon.aftercare.tests.base import TWISTS, visited
from salon.booking.models import Booking
from salon.tests.base import ApiTest
from salon.visits.models import Visit


class WearingTest(ApiTest):
    def worn(self, style: str = TWISTS, days_ago: int = 3, **values: object) -> Visit:
        return visited(self.person, self.user, style, days_ago, **values)

    def shown(self) -> dict[str, object]:
        answer = self.client.get(f"/api/clients/{self.person.pk}/wear/")
        self.assertEqual(answer.status_code, 200, answer.content)
        return dict(answer.json())

    def test_a_client_that_was_never_here(self) -> None:
        shown = self.shown()
        self.assertIsNone(shown["calendar"])
        self.assertEqual((shown["title"], shown["worked"]), ("", []))

    def test_which_day_of_how_many_and_what_worked(self) -> None:
        visit = self.worn(released_after_h=24, dryness="dry", definition=5, frizz=4, residue="none")
        shown = self.shown()
        calendar = shown["calendar"]
        self.assertEqual(shown["visit"], visit.pk)
        self.assertEqual(calendar["day"], 3)
        self.assertEqual(calendar["overdue_days"], 0)
        self.assertEqual(
            shown["worked"], ["Definition 5 of 5.", "Dry when it was opened.", "No residue."]
        )
        self.assertEqual(shown["failed"], ["Frizz 4 of 5."])

    def test_a_night_changes_nothing_of_what_is_worn(self) -> None:
        visit = self.worn()
        before = self.shown()
        self.worn("night_prep", days_ago=1)
        after = self.shown()
        self.assertEqual((after["visit"], after["title"]), (visit.pk, before["title"]))
        self.assertEqual(after["calendar"]["wash_by"], before["calendar"]["wash_by"])

    def test_overdue(self) -> None:
        self.worn("slick_bun", days_ago=9)
        self.assertEqual(self.shown()["calendar"]["overdue_days"], 5)

    def test_who_twists_again_wears_it_two_weeks(self) -> None:
        self.worn()
        before = self.shown()["calendar"]["last_safe_day"]
        version = self.client.get(f"/api/clients/{self.person.pk}/").json()["version"]
        answer = self.client.patch(
            f"/api/clients/{self.person.pk}/",
            {"retwists": True, "version": version},
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 200)
        self.assertGreater(self.shown()["calendar"]["last_safe_day"], before)

    def test_the_forecast_counts(self) -> None:
        self.worn(days_ago=1)
        today = timezone.localdate()
        dry = self.shown()["calendar"]["good_until"]
        damp = [AirOn(date=today + timedelta(days=day), rh=0.9) for day in range(7)]
        with patch.object(wearing, "air_ahead", lambda _: damp):
            self.assertLess(self.shown()["calendar"]["good_until"], dry)

    def test_days_the_client_plans(self) -> None:
        self.worn(days_ago=1)
        day = (timezone.localdate() + timedelta(days=2)).isoformat()
        path = f"/api/clients/{self.person.pk}/planned-days/"
        days = [{"date": day, "kind": "swim"}] * 2
        answer = self.client.put(path, {"days": days}, content_type="application/json")
        self.assertEqual(answer.json()["planned_days"], days[:1])
        noted = [each for each in answer.json()["calendar"]["days"] if each["date"] == day]
        self.assertIn("Swimming", noted[0]["notes"][0])
        refused = self.client.put(
            path, {"days": [{"date": day, "kind": "sleep"}]}, content_type="application/json"
        )
        self.assertRefused(refused, "days.0.kind", "not a valid choice")

    def test_sittings_to_come(self) -> None:
        self.worn()
        start = timezone.now() + timedelta(days=10)
        Booking.objects.create(
            client=self.person, title="Wash", start=start, end=start + timedelta(hours=1)
        )
        self.assertEqual([each["title"] for each in self.shown()["booked"]], ["Wash"])

    def test_consent_is_kept_with_its_hour_and_ends(self) -> None:
        path = f"/api/clients/{self.person.pk}/"

        def wish(contact: str) -> dict[str, object]:
            version = self.client.get(path).json()["version"]
            body = {"contact": contact, "version": version}
            return dict(self.client.patch(path, body, content_type="application/json").json())

        agreed = wish("message")["consented_at"]
        self.assertTrue(agreed)
        self.assertEqual(wish("message")["consented_at"], agreed)
        self.assertIsNone(wish("none")["consented_at"])

    def test_a_number_and_a_birthday_that_can_be(self) -> None:
        path = f"/api/clients/{self.person.pk}/"
        tomorrow = (timezone.localdate() + timedelta(days=1)).isoformat()
        for field, value, words in (
            ("phone", "call me", "digits"),
            ("birthday", tomorrow, "not come yet"),
            ("birthday", "1800-01-01", "120 years"),
        ):
            body = {field: value, "version": 1}
            answer = self.client.patch(path, body, content_type="application/json")
            self.assertRefused(answer, field, words)
