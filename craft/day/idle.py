"""Hands that were there and had no head under them."""

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True)
class IdleDay:
    """A day of those who worked on a head.

    Args:
        present_min: they were there, without breaks [min]
        idle_min: of these with no head under their hands [min]
    """

    present_min: float
    idle_min: float


def idle_on(present: Mapping[str, float], worked: Mapping[str, float]) -> IdleDay:
    """How long those who worked on a day were there, and how long idle.

    Who worked on nobody may have been at the desk or away: nothing is said of them. Who worked
    longer than they were to be there was not idle, and makes up for nobody.

    Args:
        present: minutes for which each was to be there
        worked: hands-on minutes of each
    """
    own = {name: took for name, took in worked.items() if name in present}
    return IdleDay(
        sum(present[name] for name in own),
        sum(max(0.0, present[name] - took) for name, took in own.items()),
    )
