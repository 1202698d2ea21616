"""How long what is worn since a visit may stay: worked out once, kept beside the visit."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from django.utils import timezone

from craft import RULES_VERSION
from craft.contract.wear import WearAnswer, WearRequest
from craft.errors import CraftError
from craft.vocabulary import Style
from craft.wear.calendar import wear
from craft.wear.limits import overdue_days
from salon.planning.clock import asked_at
from salon.visits.models import Visit


@dataclass(frozen=True)
class WearDates:
    """Dates of what is worn.

    Args:
        last_safe_day: it may be worn until then
        return_by: when the client should be back
        has_to_come_out: whether it stays on the head until somebody takes it out
    """

    last_safe_day: date
    return_by: date
    has_to_come_out: bool

    def overdue_days(self, on: date) -> int:
        """Days for which it has been worn too long."""
        return overdue_days(
            self.last_safe_day, self.return_by, on, has_to_come_out=self.has_to_come_out
        )


def days_of(visit: Visit) -> tuple[date, date | None]:
    """When a visit was, and when its set was opened; never before it."""
    done_on = timezone.localdate(visit.started_at)
    opened = visit.released_at
    return done_on, max(done_on, timezone.localdate(opened)) if opened else None


def basis_of(visit: Visit) -> str:
    """What the dates of a visit depend on."""
    done_on, opened_on = days_of(visit)
    twisted_again = "again" if visit.client.retwists else ""
    return f"{RULES_VERSION} {visit.plan_id} {done_on} {opened_on or ''} {twisted_again}"


def worked_out(visit: Visit) -> WearAnswer | None:
    """The days of what is worn by the rules of today; None where they cannot be worked out."""
    done_on, opened_on = days_of(visit)
    try:
        return wear(
            WearRequest(
                style=Style(visit.plan.style),
                done_on=done_on,
                asked=asked_at(visit.plan, visit.started_at),
                extended_by_retwist=visit.client.retwists,
                released_on=opened_on,
            )
        )
    except CraftError:
        return None


def wear_dates(visits: Iterable[Visit]) -> dict[int, WearDates]:
    """Dates of what is worn, by visit; those that cannot be worked out are left out.

    Args:
        visits: with their client; dates that are not up to date are worked out and kept
    """
    dates = {}
    for visit in visits:
        basis = basis_of(visit)
        if visit.wear_basis != basis:
            answer = worked_out(visit)
            visit.wear_basis = basis
            visit.last_safe_day = answer.last_safe_day if answer else None
            visit.return_by = answer.return_by if answer else None
            visit.has_to_come_out = answer.has_to_come_out if answer else False
            # Not what the log says: only these columns.
            Visit.objects.filter(pk=visit.pk).update(
                wear_basis=basis,
                last_safe_day=visit.last_safe_day,
                return_by=visit.return_by,
                has_to_come_out=visit.has_to_come_out,
            )
        if visit.last_safe_day is not None and visit.return_by is not None:
            dates[visit.pk] = WearDates(visit.last_safe_day, visit.return_by, visit.has_to_come_out)
    return dates
