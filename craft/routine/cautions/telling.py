"""How a caution is told."""

from collections.abc import Callable

from craft.contract.plan import Caution
from craft.routine.case import Case
from craft.routine.forecast import Forecast
from craft.routine.why import TRADE
from craft.vocabulary import Severity

Rule = Callable[[Case, Forecast], Caution | None]


def caution(
    key: str,
    severity: Severity,
    text: str,
    trigger: str,
    source: str = TRADE,
    bottle: str | None = None,
) -> Caution:
    """A caution without fixes; those are found later, by recomputing."""
    return Caution(
        key=key,
        severity=severity,
        text=text,
        trigger=trigger,
        source=source,
        fixes=[],
        bottle=bottle,
    )
