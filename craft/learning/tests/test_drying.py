"""What opened sets teach: against direct integration (scipy) and by simulation."""

import math
import random
from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from scipy import integrate, stats

from craft.learning import drying as learning
from craft.learning.drying import Outcome, head_factor, is_doubtful, salon_factor
from craft.physics.drying import LOG_SPREAD
from craft.ranges import CLIENT_STEP, FACTOR_LEAST, FACTOR_MOST, SALON_STEP
from craft.vocabulary import Dryness

NINE_IN_TEN_Z = 1.645


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
            damp = 0.95 * (1 - stats.norm.cdf((math.log(24 / 20) - x) / within)) + 0.025
            dry = 0.95 * stats.norm.cdf((math.log(30 / 20) - x) / within) + 0.025
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


class CoverTest(TestCase):
    """Ranges of the next set in 300 salons, also where one client dries slowly and comes often."""

    def covered(self, *, slow: bool) -> tuple[float, float]:
        """Share of next sets within nine in ten, and of the salons' factors."""
        sets, salons = [], []
        for seed in range(150):
            chance = random.Random(seed)
            own = chance.gauss(0, 0.25)
            heads = [own + chance.gauss(0, learning.BETWEEN_HEADS) for _ in range(10)]
            visits = [chance.randint(1, 8) for _ in heads]
            if slow:
                heads[0], visits[0] = own + math.log(1.8), 15
            outcomes = [
                replace(each, head=head)
                for head, (factor, count) in enumerate(zip(heads, visits, strict=True))
                for each in simulated(math.exp(factor), count, 100 * seed + head)
            ]
            chance.shuffle(outcomes)
            salon = salon_factor(outcomes)
            salons.append(abs(math.log(salon.factor) - own) < NINE_IN_TEN_Z * salon.unsure)
            for head, factor in enumerate(heads):
                learned = head_factor([each for each in outcomes if each.head == head], salon)
                off = factor + chance.gauss(0, learning.DAY_TO_DAY) - math.log(learned.factor)
                sets.append(abs(off) < NINE_IN_TEN_Z * learned.spread)
        return sum(sets) / len(sets), sum(salons) / len(salons)

    def test_nine_in_ten_next_sets_lie_in_their_range(self) -> None:
        for slow in (False, True):
            with self.subTest(slow=slow):
                sets, salons = self.covered(slow=slow)
                self.assertTrue(0.85 <= sets <= 0.95, sets)
                self.assertGreaterEqual(salons, 0.85)


OUTCOMES = st.builds(
    Outcome,
    forecast_h=st.floats(0.05, 100),
    opened_h=st.floats(0.01, 336),
    dryness=st.sampled_from(Dryness),
)
#: A step is found by halving, to a thousandth.
ROUNDING = 1.001


class NoSetTakesOverTest(TestCase):
    """MODELS: no single visit may take over what was learned. Common practice, no source."""

    @given(st.lists(OUTCOMES, max_size=20), OUTCOMES)
    def test_one_set_moves_the_salon_by_a_twentieth_and_a_client_by_a_fifth(
        self, before: list[Outcome], last: Outcome
    ) -> None:
        salon = salon_factor(before)
        for learned, more, step in (
            (salon, salon_factor([*before, last]), SALON_STEP),
            (head_factor(before, salon), head_factor([*before, last], salon), CLIENT_STEP),
        ):
            moved = max(more.factor / learned.factor, learned.factor / more.factor)
            self.assertLessEqual(moved, (1 + step) * ROUNDING)

    @given(st.lists(OUTCOMES, max_size=40))
    def test_every_history_gives_a_factor_that_plans_accept(self, sets: list[Outcome]) -> None:
        for learned in (salon_factor(sets), head_factor(sets, salon_factor(sets))):
            self.assertTrue(FACTOR_LEAST <= learned.factor <= FACTOR_MOST)
            self.assertTrue(0.05 <= learned.spread <= 1)

    def test_dry_half_an_hour_after_shaping_is_doubted(self) -> None:
        self.assertTrue(is_doubtful(opened(8, 0.5), 1.0, LOG_SPREAD))
        self.assertTrue(is_doubtful(opened(8, 40, Dryness.WET), 1.0, LOG_SPREAD))
        # Four spreads are a factor of 4.06.
        self.assertFalse(is_doubtful(opened(8, 8 / 4), 1.0, LOG_SPREAD))
        self.assertTrue(is_doubtful(opened(8, 8 / 4.2), 1.0, LOG_SPREAD))
        # What is doubted depends on what was known of this client.
        self.assertFalse(is_doubtful(opened(8, 8 / 4.2), 0.5, LOG_SPREAD))

    def test_a_wet_touch_early_and_a_dry_one_late_are_never_doubted(self) -> None:
        self.assertFalse(is_doubtful(opened(8, 0.1, Dryness.WET), 1.0, LOG_SPREAD))
        self.assertFalse(is_doubtful(opened(8, 300), 1.0, LOG_SPREAD))
