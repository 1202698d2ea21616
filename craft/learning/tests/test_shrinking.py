"""Learned factors: against direct integration, against planted truth, against what wrecks means."""

import math
from unittest import TestCase

import numpy as np

from craft.learning.tests.salons import SPREADS, simulated
from craft.statistics.shrinkage import LEVEL, Sample, Spreads, learn

RUNS = 500
#: Coverage may be off by so much.
OFF = 0.03


def exact(values: list[list[float]], spreads: Spreads) -> np.ndarray:
    """Posterior means of units by conditioning one joint normal: no formula of shrinkage in it."""
    sizes = [len(each) for each in values]
    owner = np.repeat(np.arange(len(sizes)), sizes)
    same = owner[:, None] == owner[None, :]
    covariance = spreads.salon**2 + spreads.unit**2 * same + spreads.visit**2 * np.eye(len(owner))
    cross = spreads.salon**2 + spreads.unit**2 * (np.arange(len(sizes))[:, None] == owner[None, :])
    return np.asarray(cross @ np.linalg.solve(covariance, np.concatenate(values)))


class ClosedFormTest(TestCase):
    def test_it_is_the_mean_of_the_joint_normal(self) -> None:
        """With the spread of a visit known and nobody doubting one: the textbook's answer."""
        values = [[0.10, 0.14, 0.06], [0.30], [-0.05, 0.02]]
        known = Spreads(SPREADS.salon, SPREADS.unit, SPREADS.visit, 1e9)
        units = {
            str(n): [Sample(each, confirmed=True) for each in row] for n, row in enumerate(values)
        }
        learned = learn(units, known)
        spread = learned["0"].spread
        means = exact(values, Spreads(known.salon, known.unit, spread, 1e9))
        for n, mean in enumerate(means):
            self.assertAlmostEqual(learned[str(n)].log_factor, float(mean), places=9)

    def test_nothing_seen_is_the_standard_value_with_its_doubt(self) -> None:
        learned = learn({}, SPREADS)[""]
        self.assertEqual((learned.factor, learned.visits), (1.0, 0))
        self.assertAlmostEqual(learned.unsure, math.hypot(SPREADS.salon, SPREADS.unit))

    def test_one_visit_moves_a_little_many_move_all_the_way(self) -> None:
        """Rows took 52 minutes against 38: after one visit the next plan says more than 38."""
        slow = math.log(52 / 38)
        once = learn({"mara": [Sample(slow)]}, SPREADS)["mara"].factor * 38
        often = learn({"mara": [Sample(slow)] * 30}, SPREADS)["mara"].factor * 38
        self.assertTrue(38 < once < often < 52.01)
        self.assertAlmostEqual(often, 52, delta=1)

    def test_somebody_new_begins_where_the_salon_is(self) -> None:
        others = {name: [Sample(0.2)] * 6 for name in ("mara", "ilse", "noor")}
        learned = learn(others | {"anton": [Sample(0.0)]}, SPREADS)
        self.assertAlmostEqual(learned[""].log_factor, 0.17, delta=0.05)
        self.assertTrue(0 < learned["anton"].log_factor < learned["mara"].log_factor)


class RobustTest(TestCase):
    def test_an_interruption_does_not_wreck_it(self) -> None:
        usual = [Sample(0.05), Sample(0.08), Sample(0.02), Sample(0.06), Sample(0.04)]
        clean = learn({"mara": usual}, SPREADS)["mara"].factor
        with_one = learn({"mara": [*usual, Sample(math.log(4))]}, SPREADS)["mara"].factor
        self.assertLess(with_one / clean, 1.06)

    def test_a_first_slip_is_held_against_the_salon(self) -> None:
        """One note of ten times the minutes, of somebody new: nobody else has seen the like."""
        others = {name: [Sample(0.05), Sample(-0.05)] * 3 for name in ("mara", "ilse", "noor")}
        for times in (3, 10):
            slipped = learn(others | {"anton": [Sample(math.log(times))]}, SPREADS)
            self.assertLess(slipped["anton"].factor, 1.25)
            self.assertAlmostEqual(slipped[""].log_factor, learn(others, SPREADS)[""].log_factor, 1)
        alone = learn({"anton": [Sample(math.log(10))]}, SPREADS)
        self.assertLess(alone["anton"].factor, 1.4)

    def test_what_somebody_confirmed_counts(self) -> None:
        others = {name: [Sample(0.05), Sample(-0.05)] * 3 for name in ("mara", "ilse", "noor")}
        sure = learn(others | {"anton": [Sample(math.log(3), confirmed=True)]}, SPREADS)
        self.assertGreater(sure["anton"].factor, 1.6)

    def test_who_is_always_slow_is_believed(self) -> None:
        others = {name: [Sample(0.05), Sample(-0.05)] * 3 for name in ("mara", "ilse", "noor")}
        slow = learn(others | {"anton": [Sample(math.log(2) + x) for x in (-0.1, 0, 0.1)]}, SPREADS)
        self.assertGreater(slow["anton"].factor, 1.5)

    def test_slips_of_one_in_ten_cost_less_than_they_teach(self) -> None:
        """Learning stays better than none though every tenth visit is off by five times."""
        before, after = [], []
        for seed in range(100):
            salon, chance = simulated(seed), np.random.default_rng(seed)
            slipped = {
                name: [
                    Sample(each.log_ratio + math.log(5) * int(chance.choice((-1, 1))))
                    if chance.random() < 0.1
                    else each
                    for each in samples
                ]
                for name, samples in salon.samples.items()
            }
            learned = learn(slipped, SPREADS)
            for name in salon.samples:
                before.append(abs(salon.truth[name]))
                after.append(abs(salon.truth[name] - learned[name].log_factor))
        self.assertLess(float(np.mean(after)), 0.5 * float(np.mean(before)))

    def test_old_visits_fade(self) -> None:
        fades = Spreads(0.3, 0.15, 0.12, half_life_days=180)
        old = [Sample(0.3, days_ago=900)] * 5
        new = [Sample(0.0, days_ago=10)] * 5
        self.assertLess(learn({"head": [*old, *new]}, fades)["head"].log_factor, 0.08)
        self.assertGreater(learn({"head": [*old, *new]}, SPREADS)["head"].log_factor, 0.11)


class PlantedTruthTest(TestCase):
    def test_intervals_hold_the_truth_as_often_as_they_say(self) -> None:
        """Specialists, and the next visit: within three points of nine in ten over 500 salons."""
        held, came = [], []
        for seed in range(RUNS):
            salon = simulated(seed)
            learned = learn(salon.samples, SPREADS)
            chance = np.random.default_rng(10_000 + seed)
            for name, truth in salon.truth.items():
                if not name:
                    continue
                low, high = learned[name].interval()
                held.append(low <= math.exp(truth) <= high)
                low, high = learned[name].next_interval()
                after = truth + float(chance.normal(0, SPREADS.visit))
                came.append(low <= math.exp(after) <= high)
        self.assertAlmostEqual(float(np.mean(held)), LEVEL, delta=OFF)
        self.assertAlmostEqual(float(np.mean(came)), LEVEL, delta=OFF)

    def test_no_effect_is_shown_where_none_was_planted(self) -> None:
        """The interval of a salon that works at the own value leaves it out one time in ten."""
        flat = Spreads(1e-9, 1e-9, SPREADS.visit, 1e9)
        shown = []
        for seed in range(RUNS):
            learned = learn(simulated(seed, units=4, spreads=flat).samples, SPREADS)
            low, high = learned["unit 0"].interval()
            shown.append(not low <= 1 <= high)
        self.assertLess(float(np.mean(shown)), 1 - LEVEL + OFF)

    def test_learning_halves_the_error_where_there_is_something_to_learn(self) -> None:
        before, after = [], []
        for seed in range(100):
            salon = simulated(seed)
            learned = learn(salon.samples, SPREADS)
            for name in salon.samples:
                before.append(abs(salon.truth[name]))
                after.append(abs(salon.truth[name] - learned[name].log_factor))
        self.assertLess(float(np.mean(after)), 0.5 * float(np.mean(before)))
