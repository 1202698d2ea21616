"""Cautions of the order of the work, after changes by hand."""

from collections.abc import Sequence

from craft.contract.plan import Step
from craft.plan.case import Case
from craft.plan.cautions.rule import CautionRule, Sees, Sign
from craft.plan.forecast import Forecast
from craft.plan.steps.order import KEYS, broken, steps_of
from craft.vocabulary import Severity


def order_sign(key: str) -> Sees:
    """Sees the first thing that is broken under a key."""

    def sees(case: Case, _: Forecast, steps: Sequence[Step]) -> Sign | None:
        first = next(broken(key, case, steps), None)
        return None if first is None else Sign(*first)

    return sees


RULES: tuple[CautionRule, ...] = tuple(
    CautionRule(key, Severity.ADJUST, steps_of(key), order_sign(key)) for key in KEYS
)
