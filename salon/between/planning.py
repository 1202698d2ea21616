"""What clients plan on days that the hair should fit."""

from collections.abc import Iterable, Mapping
from typing import Any

from django.db import transaction

from salon.between.models import PlannedDay
from salon.heads.models import Head


@transaction.atomic
def plan_days(head: Head, days: Iterable[Mapping[str, Any]]) -> None:
    """Keep what a client plans, instead of what was planned before."""
    PlannedDay.objects.filter(head=head).delete()
    unique = {(day["date"], day["kind"]) for day in days}
    PlannedDay.objects.bulk_create(
        PlannedDay(head=head, date=date, kind=kind) for date, kind in sorted(unique)
    )
