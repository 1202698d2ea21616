"""Laws of learning: whatever visits say, everybody can still be planned for."""

import unittest
from datetime import timedelta
from typing import Any

from django.test import TestCase
from django.utils import timezone
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as ExampleTest

from craft.contract import parse
from craft.vocabulary import Dryness, Style
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.planning.models import Plan
from salon.planning.services import Draft, draft, save
from salon.planning.wish import ClientWish
from salon.salon_settings.services import current_salon
from salon.tests.base import MEASURED, an_owner
from salon.visits.models import SCORES
from salon.visits.recording import record

VISITS = 50
#: Styles whose visits teach: each family of the work, and two that leave the salon wet.
TAUGHT = (
    Style.FLAT_TWIST_OUT,
    Style.TWIST_ROD_SET,
    Style.QUICK_WASH,
    Style.SCRUNCH_WAVES,
    Style.SHINGLE_WASH_AND_GO,
    Style.BANDED_STRETCH,
)
SHARES = st.sampled_from((0.0, 0.01, 0.2, 0.5, 1.0, 2.0, 20.0))
VISIT = st.fixed_dictionaries(
    {
        "client": st.integers(0, 2),
        "style": st.sampled_from(TAUGHT),
        "minutes": SHARES,
        "grams": SHARES,
        "opened_h": st.sampled_from((0.01, 0.5, 3.0, 8.0, 24.0, 336.0)),
        "dryness": st.sampled_from(Dryness),
        "length": st.floats(0.05, 1),
        "score": st.integers(1, 5),
        "sure": st.booleans(),
    }
)


class Salon:
    """Three clients, whose visits are recorded."""

    def __init__(self, case: unittest.TestCase) -> None:
        self.case = case
        self.user = an_owner()
        longer = [row | {"value": 60} if row["kind"] == "length_cm" else row for row in MEASURED]
        fine = [row | {"value": 45} if row["kind"] == "diameter_um" else row for row in MEASURED]
        self.people = [
            add_client({"name": name}, measured, self.user)
            for name, measured in (("Ann", MEASURED), ("Bea", longer), ("Cleo", fine))
        ]
        self.plans: dict[tuple[int, Style], Plan] = {}

    def wish(self, client: Client, style: Style) -> ClientWish:
        return parse(ClientWish, {"client": client.pk, "goal": {"style": style.value}})

    def plan_of(self, api: int, style: Style) -> Plan:
        """A plan made before anything was learned: many visits of one plan are legal."""
        if (api, style) not in self.plans:
            client = self.people[api]
            self.plans[api, style] = save(client, self.wish(client, style), self.user)
        return self.plans[api, style]

    def visit(self, values: dict[str, Any]) -> None:
        plan = self.plan_of(values["client"], values["style"])
        answer = plan.parsed_answer
        steps = [
            {"key": step.key, "minutes": min(600, step.hands_on_min * values["minutes"])}
            for step in answer.steps
        ]
        doses = [
            {
                "step": step.key,
                "role": product.role,
                "grams": min(2000, product.grams * values["grams"]),
            }
            for step in answer.steps
            for product in step.products[:1]
        ]
        typed = {
            "started_at": timezone.now() - timedelta(days=40),
            "steps": steps,
            "doses": doses,
            "dryness": values["dryness"].value,
            "length_cm": max(1.0, answer.finished.length_cm * values["length"]),
            "sure": True,
            **dict.fromkeys(SCORES, values["score"]),
        }
        if any(step.key == "release" for step in answer.steps):
            typed["released_after_h"] = values["opened_h"]
        record(plan, typed, self.user)

    def draft(self, api: int, style: Style) -> Draft:
        client = self.people[api]
        return draft(client, self.wish(client, style), self.user)

    def assert_planned(self) -> None:
        """A draft for every client and every style."""
        for client in self.people:
            for style in Style:
                with self.case.subTest(client=client.name, style=style):
                    self.case.assertTrue(
                        draft(client, self.wish(client, style), self.user).answer.steps
                    )


class AnyVisitsTest(ExampleTest):
    @settings(max_examples=1, deadline=None)
    @given(st.lists(VISIT, min_size=VISITS, max_size=VISITS))
    def test_any_fifty_visits_leave_a_draft_for_everybody(
        self, visits: list[dict[str, Any]]
    ) -> None:
        salon = Salon(self)
        for values in visits:
            salon.visit(values)
        salon.assert_planned()


class HurriedVisitsTest(TestCase):
    def setUp(self) -> None:
        self.salon = Salon(self)

    def test_forty_quick_washes_left_wet_change_no_drying_time(self) -> None:
        values = {
            "client": 0,
            "style": Style.QUICK_WASH,
            "minutes": 1.0,
            "grams": 1.0,
            "opened_h": 0.5,
            "dryness": Dryness.WET,
            "length": 1.0,
            "score": 3,
        }
        for number in range(39):
            self.salon.visit(values | {"client": 0 if number < 7 else number % 3})
        self.assertEqual(current_salon().drying_factor, 1.0)
        self.salon.assert_planned()

    def test_a_visit_hurried_through_changes_the_salon_by_a_twentieth_at_most(self) -> None:
        values = {
            "client": 0,
            "style": Style.TWO_STRAND_TWIST_OUT,
            "minutes": 0.01,
            "grams": 1.0,
            "opened_h": 0.5,
            "dryness": Dryness.DRY,
            "length": 1.0,
            "score": 3,
        }
        before = self.salon.draft(1, Style.TWO_STRAND_TWIST_OUT)
        self.salon.visit(values)
        after = self.salon.draft(1, Style.TWO_STRAND_TWIST_OUT)
        self.assertGreaterEqual(current_salon().drying_factor, 1 / 1.0501)
        self.assertEqual(before.answer.drying.release_after_h, after.answer.drying.release_after_h)
