"""Cautions: shown where the risk arises, never a diagnosis.

One caution is one object in one table: when it applies, how grave it is and the steps it stands at;
its place in the table is its rank among those as grave. What answers it is tried a layer above, in
``craft.plan.what_if``. Labels, local codes and licensed practice rule; the texts say so.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from craft.contract.plan import Caution, Fix, Step
from craft.messages import plain, say
from craft.plan.case import Case
from craft.plan.cautions import bottles, fitness, order, people, sets
from craft.plan.cautions.rule import CautionRule, Sign
from craft.plan.forecast import Forecast
from craft.vocabulary import Severity

#: Where everything that could answer a caution was tried.
NONE_SUFFICES = say("No single change of this plan is enough.")
GRAVEST_FIRST = (Severity.STOP, Severity.ADJUST, Severity.REMIND)
CAUTIONS: tuple[CautionRule, ...] = (
    *people.RULES,
    *fitness.RULES,
    *sets.RULES,
    *bottles.RULES,
    *order.RULES,
)
BY_KEY = {rule.key: rule for rule in CAUTIONS}


@dataclass(frozen=True)
class Applied:
    """A caution that applies to a plan in the making.

    Args:
        rule: which
        sign: what says so
        fixes: changes that answer it, the cheapest first
    """

    rule: CautionRule
    sign: Sign
    fixes: tuple[Fix, ...] = ()

    @property
    def severity(self) -> Severity:
        """How grave it is here."""
        return self.sign.severity or self.rule.severity

    @property
    def rank(self) -> int:
        """Its place among all cautions, 0 the gravest."""
        places = len(CAUTIONS)
        return GRAVEST_FIRST.index(self.severity) * places + CAUTIONS.index(self.rule)

    def answer(self) -> Caution:
        """The caution as it is answered."""
        return Caution(
            key=self.rule.key,
            severity=self.severity,
            text=self.sign.text,
            trigger=plain(self.sign.trigger),
            source=self.sign.source,
            fixes=[fix.key for fix in self.fixes],
            no_fix="" if self.fixes else self.rule.no_fix or NONE_SUFFICES,
            bottle=self.sign.bottle,
            steps=list(self.rule.steps),
            rank=self.rank,
        )


def applicable_cautions(
    case: Case,
    forecast: Forecast,
    steps: Sequence[Step],
    keys: Iterable[str] | None = None,
) -> list[Applied]:
    """Cautions that apply, the gravest first.

    Args:
        case, forecast: what is planned
        steps: of the plan, after changes by hand
        keys: only these are looked at; all where none are named
    """
    wanted = CAUTIONS if keys is None else tuple(BY_KEY[key] for key in keys)
    signs: dict[str, Sign] = {}
    for rule in wanted:
        sign = rule.sees(case, forecast, steps)
        if sign is not None:
            signs.setdefault(sign.key or rule.key, sign)
    cautions = [Applied(BY_KEY[key], sign) for key, sign in signs.items()]
    return sorted(cautions, key=lambda caution: caution.rank)
