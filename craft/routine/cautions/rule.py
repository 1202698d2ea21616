"""A caution is one object: when it applies, where it stands, how grave it is, what answers it."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from craft.contract.plan import Step
from craft.routine.case import Case
from craft.routine.drying.forecast import Forecast
from craft.routine.explain.why import TRADE
from craft.routine.trials.trial import Trial
from craft.vocabulary import Severity


@dataclass(frozen=True)
class Sign:
    """That a caution applies.

    Args:
        text: one sentence: what is wrong and what to do
        trigger: the input that made it apply, with its value
        source: of the rule
        bottle: the one it is about
        severity: where it is not the usual one of the rule
        key: where the sign is that of another caution
        by: by how much, where a fix has to know
    """

    text: str
    trigger: str
    source: str = TRADE
    bottle: str | None = None
    severity: Severity | None = None
    key: str | None = None
    by: float = 0.0


Sees = Callable[[Case, Forecast, Sequence[Step]], Sign | None]
Fixes = Callable[[Case, Forecast, Sign], Iterable[Trial]]


def nothing(_case: Case, _forecast: Forecast, _sign: Sign) -> Iterable[Trial]:
    """No change of the request answers it."""
    return ()


@dataclass(frozen=True)
class CautionRule:
    """A caution that may apply.

    Args:
        key: its name
        severity: how grave it is
        steps: keys of the steps it stands at
        sees: looks at a plan in the making and answers with a sign or with nothing
        fixes: changes that answer it, the cheapest first
        no_fix: where no change of the plan can answer it: what does
    """

    key: str
    severity: Severity
    steps: tuple[str, ...]
    sees: Sees
    fixes: Fixes = nothing
    no_fix: str = ""
