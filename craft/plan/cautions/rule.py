"""A caution is one object: when it applies, where it stands, how grave it is, what answers it."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from craft.contract.plan import Step
from craft.contract.reasons import TRADE
from craft.plan.case import Case
from craft.plan.forecast import Forecast
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


@dataclass(frozen=True)
class CautionRule:
    """A caution that may apply.

    Args:
        key: its name
        severity: how grave it is
        steps: keys of the steps it stands at
        sees: looks at a plan in the making and answers with a sign or with nothing
        no_fix: where no change of the plan can answer it: what does
    """

    key: str
    severity: Severity
    steps: tuple[str, ...]
    sees: Sees
    no_fix: str = ""
