"""The year of the demo: what was planted is found again, and nothing that was not."""

import math
import random

from django.test import TestCase

from craft.learning.quantities import SPREADS
from craft.statistics.shrinkage import unit_estimate
from craft.vocabulary import LearnedOf, Role
from salon.clients.models import Client
from salon.demo.year import HANDS, REGULARS, live_a_year
from salon.learning.models import LearnedFactor, LearnedSample
from salon.learning.services import estimate_of, samples_of
from salon.platform.roles import WorkRole
from salon.staff.services import add_colleague
from salon.visits.models import Visit


class YearTest(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        user = add_colleague("mara", "starch-and-linen", WorkRole.OWNER, "Mara").user
        add_colleague("ilse", "starch-and-linen", WorkRole.SPECIALIST, "Ilse")
        live_a_year(user, random.Random(1))

    def test_hands_are_found_within_their_intervals(self) -> None:
        for (hands, style), truth in HANDS.items():
            row = LearnedFactor.objects.get(group=f"shape {style.value}", hands=hands)
            low, high = estimate_of(row).interval(0.99)
            self.assertTrue(low <= truth <= high, f"{hands}: {low:.2f} to {high:.2f}")
            self.assertGreater(row.visits, 8)

    def test_no_effect_is_found_where_none_was_planted(self) -> None:
        row = LearnedFactor.objects.get(group="shape shingle_wash_and_go", hands="ilse")
        low, high = estimate_of(row).interval()
        self.assertTrue(low <= 1 <= high)

    def test_clients_are_found(self) -> None:
        for regular in REGULARS:
            for role, truth in regular.doses.items():
                factor = self.of_client(regular.name, LearnedOf.DOSE, role.value)
                self.assertAlmostEqual(factor, truth, delta=0.08)
        self.assertAlmostEqual(self.of_client("Ivo Brandal", LearnedOf.LENGTH, "length"), 0.85, 1)
        self.assertAlmostEqual(self.of_client("Pia Solheim", LearnedOf.DOSE, Role.GEL), 1.0, 1)

    def of_client(self, name: str, quantity: LearnedOf, group: str) -> float:
        salon = estimate_of(LearnedFactor.objects.get(quantity=quantity, group=group, hands=""))
        seen = samples_of(Client.objects.get(name=name))[quantity, group]
        return unit_estimate(seen, salon, SPREADS[quantity]).factor

    def test_what_was_learned_forecasts_better_than_the_salon(self) -> None:
        rows = LearnedSample.objects.filter(group__startswith="shape").exclude(expected=None)
        pairs = [(abs(row.log_ratio), abs(row.log_ratio - (row.expected or 0))) for row in rows]
        before, after = (sum(column) / len(pairs) for column in zip(*pairs, strict=True))
        self.assertLess(after, 0.75 * before)

    def test_the_client_that_dries_slowly_is_found_damp(self) -> None:
        damp = Visit.objects.filter(dryness="damp_roots").values_list("client__name", flat=True)
        self.assertGreater(list(damp).count("Sefa Marlow"), 4)

    def test_the_interruption_is_there_and_wrecks_nothing(self) -> None:
        worst = LearnedSample.objects.order_by("-log_ratio").first()
        assert worst is not None
        self.assertGreater(worst.log_ratio, math.log(2.5))
