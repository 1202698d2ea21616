"""The clock of a plan: hours of the salon, the client's night, and what the record says of them."""

import json
from datetime import datetime, time, timedelta
from typing import Any

from django.utils import timezone

from craft.contract import PlanAnswer, parse
from salon.booking.models import Holiday, Opening
from salon.clients.models import Client
from salon.planning.clock import asked_at, sleep_of
from salon.planning.services import draft, save
from salon.planning.wish import ClientWish
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest

GOAL = {"style": "two_strand_twist_out", "sections": 12}


def next_weekday(weekday: int, hour: int, minute: int = 0) -> datetime:
    """The next such day that is not today, at an hour of the salon's clock."""
    now = timezone.localtime().replace(hour=hour, minute=minute, second=0, microsecond=0)
    return now + timedelta(days=(weekday - now.weekday() - 1) % 7 + 1)


class ClockTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        for weekday in (1, 2, 3):
            Opening.objects.create(weekday=weekday, opens=time(10), closes=time(18))
        self.tuesday = next_weekday(1, 16, 30)

    def planned(self, start: datetime | None) -> PlanAnswer:
        person = Client.objects.get(pk=self.person.pk)
        wish: dict[str, Any] = {"client": person.pk, "goal": GOAL}
        if start:
            wish["planned_start"] = start.isoformat()
        return draft(person, parse(ClientWish, wish), self.user).answer

    def changed(self, values: dict[str, Any]) -> Any:
        """The answer to a change of the client."""
        path = f"/api/clients/{self.person.pk}/"
        version = Client.objects.get(pk=self.person.pk).version
        body = json.dumps(values | {"version": version})
        return self.client.patch(path, body, content_type="application/json")

    def test_without_an_hour_it_counts_days(self) -> None:
        answer = self.planned(None)
        self.assertIsNone(answer.times)
        self.assertIn("day 1", answer.home.phases[0].when)

    def test_a_set_of_the_afternoon_is_opened_the_next_day_while_the_salon_is_open(self) -> None:
        times = self.planned(self.tuesday).times
        assert times is not None
        assert times.release is not None
        opened = timezone.localtime(times.release)
        self.assertEqual(opened.weekday(), 2)
        self.assertTrue(time(10) <= opened.time() <= time(17))

    def test_closed_days_are_passed_over(self) -> None:
        Holiday.objects.create(date=(self.tuesday + timedelta(days=1)).date(), reason="fair")
        times = self.planned(self.tuesday).times
        assert times is not None
        assert times.release is not None
        self.assertEqual(timezone.localtime(times.release).weekday(), 3)

    def test_the_client_has_a_night_of_their_own(self) -> None:
        salon = current_salon()
        self.assertEqual(sleep_of(self.person, salon).bed, time(22, 30))
        answer = self.changed({"bed_time": "01:00", "wake_time": "09:00"})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(answer.json()["bed_time"], "01:00")
        person = Client.objects.get(pk=self.person.pk)
        self.assertEqual(sleep_of(person, salon).bed, time(1))
        times = self.planned(self.tuesday).times
        assert times is not None
        self.assertEqual(timezone.localtime(times.bed).time(), time(1))

    def test_a_night_that_is_none_is_refused(self) -> None:
        answer = self.changed({"bed_time": "07:00"})
        self.assertEqual(answer.status_code, 400)
        self.assertIn("A night lasts from 3 to 14 h", answer.content.decode())
        answer = self.changed({"bed_time": "late"})
        self.assertIn("Give a time of day", answer.content.decode())

    def test_an_hour_of_the_salon_that_changes_later_never_makes_a_night_that_is_none(self) -> None:
        self.changed({"wake_time": "04:00"})
        Salon.objects.update(bed_time=time(4), wake_time=time(12))
        person = Client.objects.get(pk=self.person.pk)
        sleep = sleep_of(person, current_salon())
        self.assertEqual((sleep.bed, sleep.wake), (time(4), time(12)))

    def test_a_plan_that_begins_at_another_hour_is_told_by_that_one(self) -> None:
        plan = save(
            self.person, parse(ClientWish, {"client": self.person.pk, "goal": GOAL}), self.user
        )
        self.assertIsNone(asked_at(plan, None).start)
        evening = next_weekday(2, 20)
        asked = asked_at(plan, evening)
        self.assertEqual((asked.start, asked.zone), (evening, current_salon().zone))
