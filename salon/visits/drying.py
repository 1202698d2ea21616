"""What a visit says of drying."""

from craft.contract.visit import VisitAnswer
from craft.errors import CraftError
from craft.learning.lessons import OpenedSet, opened_set
from craft.plan.drying_plan import drying_basis
from salon.planning.clock import asked_at
from salon.planning.models import Plan


def opened_set_of(plan: Plan, folded: VisitAnswer) -> OpenedSet | None:
    """What a visit says of drying; None where it says nothing.

    It is compared with the rules of today: how far an older forecast was off says nothing of this
    one.

    Args:
        plan: that was worked
        folded: what the log of the visit comes to
    """
    if folded.dryness is None:
        return None
    asked = asked_at(plan, folded.started_at)
    try:
        basis = drying_basis(asked)
    except CraftError:
        return None
    return opened_set(asked, plan.parsed_answer, folded, basis)
