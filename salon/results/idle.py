"""Hours in which somebody was there and no client was under their hands."""

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, time, timedelta

from django.contrib.auth.models import User
from django.utils import timezone

from craft.day.idle import idle_on
from craft.day.layout import hours_present
from salon.booking.hours import hours_of, specialists_on
from salon.visits.models import VisitStep

#: Days looked back on, without today, which is not over.
LOOKED_BACK = timedelta(days=56)


def worked_minutes() -> Mapping[date, Mapping[str, float]]:
    """Hands-on minutes by day and by who worked, of the days looked back on."""
    today = timezone.make_aware(datetime.combine(timezone.localdate(), time()))
    rows = VisitStep.objects.filter(
        visit__started_at__gte=today - LOOKED_BACK, visit__started_at__lt=today
    ).exclude(minutes=None)
    minutes: dict[date, dict[str, float]] = defaultdict(lambda: defaultdict(float))
    for at, by, took in rows.values_list("visit__started_at", "by", "minutes"):
        minutes[timezone.localdate(at)][by] += took or 0.0
    return minutes


def present_on(day: date) -> dict[str, float]:
    """Minutes for which hands were there on a day, by user, without breaks."""
    hours = hours_of(day)
    spans = hours_present(specialists_on(hours), hours.open_min, hours.close_min)
    names = dict(User.objects.filter(pk__in=spans).values_list("pk", "username"))
    return {
        names[int(user)]: float(sum(end - begin for begin, end in own))
        for user, own in spans.items()
        if int(user) in names
    }


@dataclass(frozen=True)
class Idle:
    """Idle time of those who worked.

    Args:
        days: with visits
        present_min: hands were there on these days [min]
        idle_min: of these, without a client under them [min]
    """

    days: int
    present_min: float
    idle_min: float


def idle() -> Idle:
    """Of those who worked on a client that day: how long they were there, and how long idle.

    Days without a visit say nothing: the salon may not have used the books then.
    """
    days = [idle_on(present_on(day), minutes) for day, minutes in worked_minutes().items()]
    used = [day for day in days if day.present_min]
    return Idle(
        days=len(used),
        present_min=sum(day.present_min for day in used),
        idle_min=sum(day.idle_min for day in used),
    )
