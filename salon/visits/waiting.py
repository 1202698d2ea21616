"""Visits whose set is still in, to be opened by the client."""

from craft.vocabulary import VisitState
from salon.visits.models import Visit

#: The first sitting is over, and the set is in.
SET_IS_IN = (VisitState.BETWEEN, VisitState.DONE)


def waits_for_opening(visit: Visit) -> bool:
    """Whether a client has still to open a set at home, or to tell of it."""
    return (
        visit.state in SET_IS_IN
        and visit.released_at is None
        and visit.plan.parsed_answer.opened_at_home
    )
