"""What opened sets teach the next plan."""

from typing import Any

from craft.contract import parse
from craft.physics.drying import LOG_SPREAD
from salon.clients.services import add_client
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.salon_settings.services import current_salon
from salon.tests.base import MEASURED, ApiTest
from salon.visits.recording import record


class LearnedDryingTest(ApiTest):
    def planned(self, client: Any = None, hours: float = 24) -> Plan:
        goal = {"style": "two_strand_twist_out", "release_after_h": hours}
        wish = {"client": (client or self.person).pk, "goal": goal}
        return save(client or self.person, parse(ClientWish, wish), self.user)

    def opened(self, dryness: str, hours: float = 24, client: Any = None) -> None:
        plan = self.planned(client, hours)
        record(plan, {"dryness": dryness, "released_after_h": hours}, self.user)

    def test_a_client_found_damp_is_given_more_time(self) -> None:
        before = self.planned()
        self.assertEqual(before.request["drying_factor"], 1)
        self.assertAlmostEqual(before.request["drying_spread"], LOG_SPREAD, places=3)
        hours = before.answer["drying"]["h_to_dry"]
        for _ in range(3):
            self.opened("damp_roots", hours * 1.2)
        after = self.planned()
        self.assertGreater(after.request["drying_factor"], 1.1)
        self.assertLess(after.request["drying_spread"], LOG_SPREAD)
        self.assertGreater(after.answer["drying"]["h_to_dry"], hours * 1.1)
        self.assertIn("3 opened sets of this client", after.request["drying_basis"])

    def test_what_one_client_teaches_the_salon_reaches_the_next(self) -> None:
        for _ in range(4):
            self.opened("wet", 7)
        salon = current_salon()
        self.assertEqual(salon.drying_visits, 4)
        self.assertGreater(salon.drying_factor, 1)
        other = add_client({"name": "Somebody New"}, MEASURED, self.user)
        plan = self.planned(other)
        self.assertAlmostEqual(plan.request["drying_factor"], salon.drying_factor, places=2)
        self.assertEqual(plan.request["drying_basis"], "4 opened sets of the salon")

    def test_learning_does_not_learn_from_itself(self) -> None:
        # The same hair opened at the same hour teaches the same, whatever was believed before.
        hours = self.planned().answer["drying"]["h_to_dry"]
        factors = []
        for _ in range(8):
            self.opened("dry", hours * 1.05)
            factors.append(self.planned().request["drying_factor"])
        self.assertEqual(factors, sorted(factors, reverse=True))
        self.assertGreater(factors[-1], 0.5)

    def test_a_visit_without_dryness_teaches_nothing(self) -> None:
        record(self.planned(), {"note": "fine"}, self.user)
        self.assertEqual(current_salon().drying_visits, 0)
        self.assertEqual(self.planned().request["drying_basis"], "")

    def test_the_planner_says_what_it_learned_from(self) -> None:
        self.opened("damp_roots", 11)
        wish = {"client": self.person.pk, "goal": {"style": "two_strand_twist_out"}}
        answer = self.post("/api/plans/drying/", wish).json()["answer"]
        self.assertIn("1 opened set of this client", answer["learned"])
        self.assertGreater(answer["factor"], 1)
