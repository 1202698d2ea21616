"""The clock of a plan: when it begins, the client's night, and when the salon is open."""

from collections.abc import Callable, Sequence
from datetime import date, datetime
from typing import Any

from django.utils import timezone

from craft.contract.clock import NIGHT_LEAST_H, NIGHT_MOST_H, OpenHours, Sleep, night_hours
from craft.contract.plan import PlanRequest
from salon.clients.models import Client
from salon.planning.models import Plan
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon

#: Opening hours are looked at for so many days.
DAYS_AHEAD = 14

#: When the salon is open, from a day on for so many days.
Openings = Callable[[date, int], Sequence[tuple[datetime, datetime]]]


def no_openings(first: date, days: int) -> Sequence[tuple[datetime, datetime]]:
    """Nothing is known of opening hours."""
    return ()


class _Hours:
    """Where opening hours come from: the board knows them, and stands above planning."""

    openings: Openings = staticmethod(no_openings)


def use_openings(openings: Openings) -> None:
    """Ask for opening hours there."""
    _Hours.openings = staticmethod(openings)


def sleep_of(client: Client, salon: Salon) -> Sleep:
    """When a client sleeps: as they told, else as usual for the salon's clients."""
    bed, wake = client.bed_time or salon.bed_time, client.wake_time or salon.wake_time
    if not NIGHT_LEAST_H <= night_hours(bed, wake) <= NIGHT_MOST_H:
        # The salon's hours changed since the client told one of their own.
        bed, wake = salon.bed_time, salon.wake_time
    return Sleep(bed=bed, wake=wake)


def clock_fields(client: Client, salon: Salon, start: datetime | None) -> dict[str, Any]:
    """The parts of a request that are its clock; nothing where no hour is set.

    Args:
        client: whose night it is
        salon: whose hours count
        start: when the service begins
    """
    if start is None:
        return {}
    first = timezone.localdate(start)
    return {
        "start": start,
        "zone": client.zone or salon.zone,
        "sleep": sleep_of(client, salon),
        "openings": [
            OpenHours(begins=begins, ends=ends)
            for begins, ends in _Hours.openings(first, DAYS_AHEAD)
        ],
    }


def asked_at(plan: Plan, start: datetime | None) -> PlanRequest:
    """What a plan was made for, by the hour at which it really began.

    Args:
        plan: that is worked
        start: when it began; None: not yet
    """
    asked = plan.parsed_request
    if start is None:
        return asked
    update: dict[str, Any] = {"start": start}
    if not asked.zone:
        salon = current_salon()
        update |= {
            "zone": plan.client.zone or salon.zone,
            "sleep": sleep_of(plan.client, salon),
        }
    return asked.model_copy(update=update)
