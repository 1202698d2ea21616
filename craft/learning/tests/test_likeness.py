"""Hair like this, and routines on it: an adjusted mean is statsmodels'; no ranking of a handful."""

import random
from unittest import TestCase

import numpy as np
import statsmodels.api as sm

from craft.contract import parse
from craft.contract.hair import Hair
from craft.learning.likeness import (
    CLIENTS_OVER_VISITS,
    LIKE,
    CameOut,
    distance,
    means_of,
    standings,
)
from craft.profile.complete import complete

USUAL = {"pattern": "4a", "length_cm": 25, "porosity": "low", "density_per_cm2": 180}


def apart(**other: object) -> float:
    first, second = (complete(parse(Hair, USUAL | each)) for each in ({}, other))
    assert distance(first, second) == distance(second, first)
    return distance(first, second)


def salon(seed: int, effect: float, clients: int = 12) -> list[CameOut]:
    """Clients with levels of their own; those with better hair wear rods more often."""
    chance = random.Random(seed)
    rows = []
    for client in range(clients):
        level = chance.gauss(3, 0.6)
        for _ in range(8):
            rods = chance.random() < (0.7 if level > 3 else 0.3)
            value = level + effect * rods + chance.gauss(0, 0.6)
            rows.append(CameOut(client, "rods" if rods else "twists", value))
    return rows


class DistanceTest(TestCase):
    def test_alike_is_nothing_and_everything_else_is_far(self) -> None:
        self.assertEqual(apart(), 0)
        other = {"pattern": "2a", "length_cm": 120, "porosity": "high", "density_per_cm2": 60}
        self.assertTrue(0.95 < apart(**other, diameter_um=150) <= 1.0)

    def test_a_little_longer_is_like_it_and_another_porosity_hardly(self) -> None:
        self.assertLess(apart(length_cm=30, pattern="4b"), 0.1)
        self.assertGreater(apart(porosity="high"), LIKE)
        self.assertLess(apart(porosity="medium"), LIKE)


class StandingTest(TestCase):
    def test_an_adjusted_mean_is_what_statsmodels_finds(self) -> None:
        rows = salon(1, 0.5)
        x = np.array([[row.routine == "rods", row.routine == "twists"] for row in rows], float)
        same = np.array([[one.client == other.client for one in rows] for other in rows], float)
        fit = sm.GLS(
            [row.value for row in rows], x, sigma=np.eye(len(rows)) + CLIENTS_OVER_VISITS * same
        ).fit()
        mine = means_of(rows)
        for column, name in enumerate(("rods", "twists")):
            mean, low, high = mine[name]
            self.assertAlmostEqual(mean, fit.params[column], places=8)
            self.assertAlmostEqual(low, fit.conf_int(0.1)[column][0], places=8)
            self.assertAlmostEqual(high, fit.conf_int(0.1)[column][1], places=8)

    def test_better_clients_do_not_make_a_better_routine(self) -> None:
        """Nothing was planted: plain means differ by who chose, the adjusted hardly do."""
        plain, adjusted = [], []
        for seed in range(60):
            rows, means = salon(seed, 0.0), means_of(salon(seed, 0.0))
            own = {
                name: np.mean([row.value for row in rows if row.routine == name])
                for name in ("rods", "twists")
            }
            plain.append(own["rods"] - own["twists"])
            adjusted.append(means["rods"][0] - means["twists"][0])
        self.assertGreater(np.mean(plain), 0.25)
        self.assertLess(abs(np.mean(adjusted)), 0.08)

    def test_what_was_planted_is_found(self) -> None:
        found = [
            means_of(salon(seed, 0.5))["rods"][0] - means_of(salon(seed, 0.5))["twists"][0]
            for seed in range(60)
        ]
        self.assertAlmostEqual(float(np.mean(found)), 0.5, delta=0.08)

    def test_a_handful_is_counted_and_not_ranked(self) -> None:
        rows = [*salon(2, 0.5), CameOut(99, "bun", 5.0), CameOut(98, "bun", 5.0)]
        best, other, last = standings(rows, less_is_better=False)
        self.assertEqual((best.routine, other.routine), ("rods", "twists"))
        self.assertEqual((last.routine, last.visits, last.clients), ("bun", 2, 2))
        self.assertIsNone(last.mean)
        turned = standings(rows, less_is_better=True)
        self.assertEqual([row.routine for row in turned], ["twists", "rods", "bun"])

    def test_one_client_is_no_crowd(self) -> None:
        rows = [CameOut(1, "rods", 4.0) for _ in range(9)]
        (row,) = standings(rows, less_is_better=False)
        self.assertIsNone(row.mean)
        self.assertEqual(standings([], less_is_better=True), [])
