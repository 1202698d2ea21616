"""One thing that a visit teaches."""

import math
from dataclasses import dataclass

from craft.vocabulary import LearnedOf


@dataclass(frozen=True)
class Lesson:
    """One thing that came out against the own value.

    Args:
        quantity, group: what it says something of
        standard: without anything learned [min], [g] or [cm]
        actual: in the same unit
        hands: who did it; empty where it goes by the head
    """

    quantity: LearnedOf
    group: str
    standard: float
    actual: float
    hands: str = ""

    @property
    def log_ratio(self) -> float:
        """Logarithm of actual over standard [-]: twice and half are equally far from it."""
        return math.log(self.actual / self.standard)
