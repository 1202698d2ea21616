"""What opened sets teach: against direct integration (scipy) and by simulation."""

import math
import random
from unittest import TestCase

from scipy import integrate, stats

from craft.drying import LOG_SPREAD
from craft.learning import drying as learning
from craft.learning.drying import Outcome, head_factor, salon_factor
from craft.vocabulary import Dryness


def opened(forecast: float, at: float, dryness: Dryness = Dryness.DRY) -> Outcome:
    return Outcome(forecast, at, dryness)


def simulated(factor: float, visits: int, seed: int) -> list[Outcome]:
    """Sets of a head that dries slower by a factor, opened around the forecast."""
    chance = random.Random(seed)
    outcomes = []
    for _ in range(visits):
        forecast = chance.uniform(10, 30)
        took = forecast * factor * math.exp(chance.gauss(0, learning.DAY_TO_DAY))
        at = forecast * chance.uniform(0.7, 2.0)
        outcomes.append(opened(forecast, at, Dryness.DRY if took <= at else Dryness.DAMP_ROOTS))
    return outcomes


class LearningTest(TestCase):
    def test_nothing_seen_is_the_usual_spread(self) -> None:
        learned = head_factor([], None)
        self.assertAlmostEqual(learned.factor, 1)
        self.assertAlmostEqual(learned.spread, LOG_SPREAD, places=4)

    def test_mean_against_direct_integration(self) -> None:
        outcomes = [opened(20, 24, Dryness.DAMP_ROOTS), opened(20, 30)]
        between, within = learning.BETWEEN_HEADS, learning.DAY_TO_DAY

        def density(x: float) -> float:
            damp = 1 - stats.norm.cdf((math.log(24 / 20) - x) / within)
            dry = stats.norm.cdf((math.log(30 / 20) - x) / within)
            return float(stats.norm.pdf(x, 0, between) * damp * dry)

        whole, _ = integrate.quad(density, -2, 2)
        mean, _ = integrate.quad(lambda x: x * density(x) / whole, -2, 2)
        self.assertAlmostEqual(math.log(head_factor(outcomes, None).factor), mean, places=4)

    def test_damp_slows_dry_hastens(self) -> None:
        damp = head_factor([opened(20, 24, Dryness.DAMP_ROOTS)] * 3, None)
        dry = head_factor([opened(20, 16)] * 3, None)
        wet = head_factor([opened(20, 24, Dryness.WET)] * 3, None)
        self.assertTrue(dry.factor < 1 < damp.factor < wet.factor)
        self.assertLess(damp.spread, LOG_SPREAD)

    def test_a_set_opened_long_after_teaches_little(self) -> None:
        late = head_factor([opened(20, 200)], None)
        self.assertAlmostEqual(late.factor, 1, places=2)

    def test_it_finds_the_factor_of_a_head(self) -> None:
        errors_before, errors_after = [], []
        for seed in range(40):
            true = math.exp(random.Random(seed).gauss(0, learning.BETWEEN_HEADS))
            learned = head_factor(simulated(true, 12, seed), None)
            errors_before.append(abs(math.log(true)))
            errors_after.append(abs(math.log(learned.factor / true)))
        self.assertLess(sum(errors_after), 0.75 * sum(errors_before))

    def test_a_head_begins_where_the_salon_is(self) -> None:
        outcomes = [outcome for seed in range(30) for outcome in simulated(1.4, 4, seed)]
        salon = salon_factor(outcomes)
        self.assertAlmostEqual(salon.factor, 1.4, delta=0.12)
        self.assertAlmostEqual(head_factor([], salon).factor, salon.factor, places=2)
