"""What clients plan on days that the hair should fit."""

from collections.abc import Iterable, Mapping
from typing import Any

from django.db import transaction

from salon.aftercare.models import PlannedDay
from salon.clients.models import Client


@transaction.atomic
def plan_days(client: Client, days: Iterable[Mapping[str, Any]]) -> None:
    """Keep what a client plans, instead of what was planned before."""
    PlannedDay.objects.filter(client=client).delete()
    unique = {(day["date"], day["kind"]) for day in days}
    PlannedDay.objects.bulk_create(
        PlannedDay(client=client, date=date, kind=kind) for date, kind in sorted(unique)
    )
