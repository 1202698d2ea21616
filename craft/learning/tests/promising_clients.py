"""Salons whose clients keep their promises as they are: some dry slowly whatever is promised.

Drawn by scipy's logistic law alone. Invented.
"""

from dataclasses import dataclass
from statistics import mean

import numpy as np
from scipy.special import expit, logit

from craft.learning.scoring import reliability

#: Clients of a salon; how far the slow one lies off, and how often that one comes.
CLIENTS, SLOW, OFTEN = 12, -3.0, 20
NODES, WEIGHTS = np.polynomial.hermite_e.hermegauss(21)


@dataclass(frozen=True)
class Promises:
    """What was promised, what came, and of which client.

    Args:
        odds, came, clients: of each promise
        slow: whether one client always dries slowly
        spread: of the clients, of the log-odds
    """

    odds: list[float]
    came: list[bool]
    clients: list[int]
    slow: bool
    spread: float

    def true_share(self, odds: float) -> float:
        """How often such a promise comes true, on the mean of all clients of such a salon."""
        usual = float(expit(logit(odds) + self.spread * NODES) @ WEIGHTS / WEIGHTS.sum())
        others = CLIENTS - self.slow
        return (others * usual + self.slow * float(expit(logit(odds) + SLOW))) / CLIENTS


def draw_promises(seed: int, spread: float, *, slow: bool) -> Promises:
    """The promises of a salon.

    Args:
        seed: of the drawing
        spread: of its clients, of the log-odds
        slow: one of them always dries slowly, and comes often
    """
    chance = np.random.default_rng(seed)
    made = Promises([], [], [], slow, spread)
    for client in range(CLIENTS):
        own, visits = float(chance.normal(0, spread)), int(chance.integers(1, 9))
        if slow and not client:
            own, visits = SLOW, OFTEN
        for _ in range(visits):
            odds = float(chance.uniform(0.5, 0.97))
            made.odds.append(odds)
            made.came.append(bool(chance.random() < expit(logit(odds) + own)))
            made.clients.append(client)
    return made


def shares_held(made: Promises) -> list[bool]:
    """Whether the interval of each class of odds holds the true share of the salon."""
    held = []
    for row in reliability(made.odds, made.came, made.clients):
        inside = [each for each in made.odds if row.low <= each < row.high]
        true = mean(made.true_share(each) for each in inside)
        held.append(row.came_low <= true <= row.came_high)
    return held
