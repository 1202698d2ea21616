"""What if: one engine for every change that is tried.

A change is a merge patch of the request together with what it does: to the drying, to the hands, to
the client's time. Fixes of cautions, what would help a set to dry, and other ways to work are all
changes; they differ only in which are tried and which are shown.
"""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from craft.contract.base import Patch
from craft.contract.plan import Fix
from craft.plan.case import Case
from craft.plan.cautions.rule import Sign
from craft.plan.forecast import SAFE_ODDS, Forecast

#: What a minute of the hands, a minute of the client and an hour of delay cost, in minutes of the
#: hands. Own values.
HANDS_COST, CLIENT_COST, DELAY_COST = 1.0, 0.4, 1.0


@dataclass(frozen=True)
class Change:
    """A change that is tried.

    Args:
        key: what kind of change it is
        title: in words
        patch: of the request
        forecast: the drying with it
        hands_on_min: more minutes of the hands than now
        client_min: more minutes in the salon than now
        later_h: hours the release moves
        effect: what else it does, in words
    """

    key: str
    title: str
    patch: Patch
    forecast: Forecast
    hands_on_min: float = 0.0
    client_min: float = 0.0
    later_h: float = 0.0
    effect: str = ""

    @property
    def safe(self) -> bool:
        """Whether the release can be promised with it."""
        hours = self.forecast.safe_h
        return hours is not None and hours <= self.forecast.release_h

    def fix(self, caution: str) -> Fix:
        """The change as an answer to a caution."""
        return Fix(
            key=self.key,
            caution=caution,
            title=self.title,
            change=dict(self.patch),
            hands_on_min=round(self.hands_on_min, 1),
            client_min=round(self.client_min, 1),
            later_h=self.later_h,
            odds_dry=round(self.forecast.odds, 3),
            effect=self.effect,
        )


def cost(fix: Fix) -> float:
    """What a change costs in hands-on time [min]."""
    return HANDS_COST * fix.hands_on_min + CLIENT_COST * fix.client_min + DELAY_COST * fix.later_h


def first_safe(trials: Iterable[Change]) -> tuple[Change | None, bool]:
    """Of changes of one kind, each larger than the one before: the smallest that is safe.

    Returns:
        that one and True; else the largest, which comes nearest, and False; None where nothing is
        tried
    """
    nearest: Change | None = None
    for trial in trials:
        if trial.safe:
            return trial, True
        nearest = trial
    return nearest, False


def rank_fixes(fixes: Sequence[Fix]) -> list[Fix]:
    """What makes the release safe first, the cheapest of it first; then what comes nearest."""
    return sorted(
        fixes,
        key=lambda fix: (
            (fix.odds_dry < SAFE_ODDS, cost(fix), -fix.odds_dry)
            if fix.odds_dry >= SAFE_ODDS
            else (True, -fix.odds_dry, 0.0)
        ),
    )


#: Makes the changes that answer a caution, the cheapest first.
Fixes = Callable[[Case, Forecast, Sign], Iterable[Change]]
