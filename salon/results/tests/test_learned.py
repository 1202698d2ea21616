"""Learned values, visit by visit: left out, used again, and what each choice would change."""

from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.utils import timezone

from craft.contract import parse
from craft.contract.events import EventList
from salon.clients.models import OpenedSet
from salon.learning.models import LearnedFactor, LearnedSample, LearningChoice
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.platform.errors import ConfirmationRequired
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest
from salon.visits.log import append, open_visit
from salon.visits.models import Visit
from salon.visits.rebuilding import rebuild
from salon.visits.recording import record

URL = "/api/results/learned/"


class LearnedValuesTest(ApiTest):
    def planned(self, hours: float = 24) -> Plan:
        goal = {"style": "two_strand_twist_out", "release_after_h": hours}
        return save(
            self.person, parse(ClientWish, {"client": self.person.pk, "goal": goal}), self.user
        )

    def recorded(self, minutes: float = 60, hours: float = 24, **values: Any) -> int:
        typed = {
            "steps": [{"key": "work", "minutes": minutes}],
            "dryness": "damp_roots",
            "released_after_h": hours,
            **values,
        }
        return record(self.planned(hours), typed, self.user).pk

    def value(self, quantity: str, group: str = "") -> dict[str, Any]:
        return {"quantity": quantity, "group": group, "hands": ""}

    def behind(self, quantity: str, group: str = "") -> dict[str, Any]:
        return self.client.get(URL, self.value(quantity, group)).json()

    def test_a_visit_is_left_out_and_used_again(self) -> None:
        group = "shape two_strand_twist_out"
        visits = [self.recorded(minutes) for minutes in (60, 60, 90)]
        factor = LearnedFactor.objects.get(group=group, hands="").log_factor
        behind = self.behind("minutes", group)
        self.assertEqual({row["visit"] for row in behind["visits"]}, set(visits))
        body = {**self.value("minutes", group), "visits": visits[2:], "used": False}
        asked = self.post(URL, {**body, "preview": True}).json()
        self.assertFalse(asked["kept"])
        self.assertEqual(LearnedFactor.objects.get(group=group, hands="").log_factor, factor)
        kept = self.post(URL, body).json()
        for name in ("before", "after"):
            self.assertAlmostEqual(kept[name], asked[name], places=6)
        self.assertLess(kept["after"], kept["before"])
        self.assertLess(LearnedFactor.objects.get(group=group, hands="").log_factor, factor)
        self.assertAlmostEqual(self.behind("minutes", group)["factor"], kept["after"], places=6)
        self.post(URL, body | {"used": True})
        again = LearnedFactor.objects.get(group=group, hands="").log_factor
        self.assertAlmostEqual(again, factor, places=6)

    def test_all_visits_left_out_is_the_salons_standard_again(self) -> None:
        visits = [self.recorded(hours=hours) for hours in (14, 15, 16)]
        self.assertGreater(current_salon().drying_factor, 1)
        body = {**self.value("drying"), "visits": visits, "used": False}
        self.assertEqual(self.post(URL, body).json()["after"], 1)
        self.assertEqual((current_salon().drying_factor, current_salon().drying_visits), (1, 0))

    def test_a_doubtful_set_is_left_out_until_it_is_confirmed(self) -> None:
        with self.assertRaises(ConfirmationRequired):
            self.recorded(hours=0.5, dryness="dry")
        # At the chair nobody is kept from noting it: it waits until somebody confirms it.
        visit = open_visit(self.planned(0.5), self.user)
        begun = timezone.now() - timedelta(hours=2)
        told = [
            ("begun", 0, {}),
            ("step_done", 60, {"step": "work"}),
            ("released", 90, {}),
            ("dryness", 91, {"dryness": "dry"}),
        ]
        self.note(visit, begun, told)
        opened = OpenedSet.objects.get(visit=visit.pk)
        self.assertEqual((opened.doubtful, opened.used), (True, False))
        self.assertEqual(current_salon().drying_factor, 1)
        self.note(visit, begun, [("dryness", 92, {"dryness": "dry", "confirmed": True})])
        self.assertTrue(OpenedSet.objects.get(visit=visit.pk).used)
        self.assertLess(current_salon().drying_factor, 1)

    def note(self, visit: Visit, begun: datetime, told: list[tuple[str, int, Any]]) -> None:
        rows = [
            {
                "id": str(uuid4()),
                "at": (begun + timedelta(minutes=after)).isoformat(),
                "kind": kind,
                "data": data,
            }
            for kind, after, data in told
        ]
        append(visit, parse(EventList, {"events": rows}).events)

    def test_a_choice_outlives_a_rebuild(self) -> None:
        visit = self.recorded(hours=14)
        self.post(URL, {**self.value("drying"), "visits": [visit], "used": False})
        rebuild()
        self.assertFalse(OpenedSet.objects.get(visit=visit).used)
        self.assertEqual(current_salon().drying_factor, 1)

    def test_a_visit_that_says_nothing_of_it_is_refused(self) -> None:
        body = {**self.value("drying"), "visits": [999], "used": False}
        answer = self.post(URL, body)
        self.assertRefused(answer, "visits", "Visit 999 has no sample of this value.")
        self.assertFalse(LearningChoice.objects.exists())

    def test_minutes_of_a_slipped_finger_are_left_out(self) -> None:
        visit = self.recorded(0.2)
        self.assertFalse(LearnedSample.objects.filter(visit=visit, used=True).exists())
        self.assertFalse(LearnedFactor.objects.exists())
