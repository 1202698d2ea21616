"""Cautions: shown where the risk arises, never a diagnosis.

One caution is one function that looks at a case and its drying forecast and answers with a warning
or with nothing. Labels, local codes and licensed practice rule; the texts say so where it matters.
"""

from collections.abc import Sequence

from craft.contract.plan import Caution
from craft.routine.case import Case
from craft.routine.cautions import bottles, people, sets
from craft.routine.cautions.bottles import leave_on
from craft.routine.forecast import Forecast
from craft.vocabulary import Severity

GRAVEST_FIRST = (Severity.STOP, Severity.ADJUST, Severity.REMIND)
RULES = (*people.RULES, *sets.RULES, *bottles.RULES)


def cautions_for(case: Case, made: Forecast, first_sitting_min: float) -> list[Caution]:
    """Every caution of a plan, gravest first."""
    judged = [rule(case, made) for rule in RULES] + [sets.over_time_limit(case, first_sitting_min)]
    return gravest_first([one for one in judged if one])


def gravest_first(cautions: Sequence[Caution]) -> list[Caution]:
    """Cautions in the order they are read."""
    return sorted(cautions, key=lambda one: GRAVEST_FIRST.index(one.severity))


__all__ = ["cautions_for", "gravest_first", "leave_on"]
