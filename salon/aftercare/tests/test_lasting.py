"""How styles last is learned from what clients tell, and used by the next calendar."""

from datetime import timedelta
from unittest.mock import patch
from uuid import uuid4

from django.utils import timezone

from craft.contract.wear import AirOn
from salon.aftercare import lasting, wearing
from salon.aftercare.checking import tell
from salon.aftercare.models import Checkin
from salon.aftercare.tests.base import visited
from salon.learning.models import LearnedSample
from salon.learning.services import learned_wear
from salon.tests.base import ApiTest
from salon.visits.log import follow
from salon.visits.models import Visit

STYLE = "shingle_wash_and_go"


class LastingTest(ApiTest):
    def told(self, visit: Visit, fades: float, days: int = 6, night: str = "bonnet") -> None:
        """So many days of a wear that fades by so much a day."""
        first = timezone.localdate(visit.started_at)
        for day in range(days):
            Checkin.objects.create(
                uuid=uuid4(),
                visit=visit,
                date=first + timedelta(days=day),
                looks=max(1, min(5, round(5 - fades * day))),
                slept_with=night,
            )
        lasting.learn_wear(visit)

    def calendar(self) -> dict[str, str]:
        return dict(self.client.get(f"/api/clients/{self.person.pk}/wear/").json()["calendar"])

    def test_a_client_on_which_styles_fade_quickly_is_due_sooner_and_it_says_why(self) -> None:
        visited(self.person, self.user, STYLE, 1)
        before = self.calendar()
        for ago in (60, 45, 30):
            self.told(visited(self.person, self.user, STYLE, ago), fades=0.9)
        after = self.calendar()
        self.assertLess(after["good_until"], before["good_until"])
        self.assertLess(after["return_on"], before["return_on"])
        self.assertLessEqual(after["return_on"], after["return_by"])
        reasons = {row["rule"]: row["because"] for row in after["reasons"]}  # type: ignore[index]
        self.assertIn("this client's last 3 wears", reasons["good_until"])

    def test_told_by_the_link_it_is_learned_at_once_with_the_air_of_the_day(self) -> None:
        visit = visited(self.person, self.user, STYLE, 5)
        self.told(visit, fades=0.5, days=5)
        before = LearnedSample.objects.get(quantity="wear")
        self.assertIsNone(before.at_most)
        today = timezone.localdate()
        air = [AirOn(date=today, rh=0.7)]
        with patch.object(lasting, "air_ahead", return_value=air):
            told = tell(visit, {"uuid": uuid4(), "date": today, "looks": 1})
        self.assertEqual(told.rh, 0.7)
        self.assertIsNone(lasting.humidity_on(today - timedelta(days=1)))
        row = LearnedSample.objects.get(quantity="wear")
        self.assertEqual((row.visit, row.at_least, row.at_most), (visit.pk, 4, 5))
        self.assertLess(row.standard, before.standard, "humid air is in what was expected of it")

    def test_what_the_chair_says_again_leaves_it_alone(self) -> None:
        visit = visited(self.person, self.user, STYLE, 20)
        self.told(visit, fades=0.5)
        follow(visit)
        self.assertTrue(LearnedSample.objects.filter(quantity="wear").exists())

    def test_early_good_days_and_then_silence_are_no_two_weeks(self) -> None:
        for ago in (60, 45, 30):
            self.told(visited(self.person, self.user, STYLE, ago), fades=0.1, days=4)
        rows = LearnedSample.objects.filter(quantity="wear")
        self.assertEqual({(row.at_least, row.at_most) for row in rows}, {(3, None)})
        learned = learned_wear(self.person)
        assert learned is not None
        self.assertLess(learned.factor, 1.2)
        self.assertEqual({row.inside for row in rows}, {None}, "nobody knows how long they lasted")
        errors = self.client.get("/api/results/").json()["held_out"]
        self.assertEqual([row for row in errors if row["quantity"] == "wear"], [])

    def test_who_never_freshens_a_style_is_told_fewer_days(self) -> None:
        visit = visited(self.person, self.user, STYLE, 12)
        self.told(visit, fades=0.1, days=wearing.LEAST_DAYS)
        self.assertFalse(wearing.refreshes(self.person))
        visit.checkins.filter(pk=visit.checkins.latest("date").pk).update(refreshed_with="water")
        self.assertTrue(wearing.refreshes(self.person))

    def test_findings_compare_nights_of_the_same_wear(self) -> None:
        for ago in (60, 45, 30, 20):
            visit = visited(self.person, self.user, STYLE, ago)
            first = timezone.localdate(visit.started_at)
            for day in range(7):
                bare = day % 2 == 0
                Checkin.objects.create(
                    uuid=uuid4(),
                    visit=visit,
                    date=first + timedelta(days=day),
                    looks=(4 if day < 4 else 3) - bare,
                    slept_with="none" if bare else "bonnet",
                )
        home = self.client.get("/api/results/").json()["at_home"]
        (night,) = home["nights"]
        self.assertEqual((home["wears"], night["wears"], night["days"]), (4, 4, 28))
        self.assertIn("A bonnet looks better than nothing at night", night["text"])
        self.assertIsNone(home["humidity"])
