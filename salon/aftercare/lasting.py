"""How long styles last, learned from what clients report from home."""

import math
from datetime import date

from django.utils import timezone

from craft.errors import CraftError
from craft.learning.lasting import days_seen
from craft.learning.lesson import Lesson
from craft.learning.quantities import WEAR
from craft.learning.wearing import ToldDay
from craft.vocabulary import LearnedOf
from salon.aftercare.models import Checkin
from salon.aftercare.wearing import air_ahead, wear_of
from salon.learning.services import keep_samples, sample_of
from salon.visits.models import Visit

#: So many check-ins are looked at, the newest of all clients.
NEWEST = 5000


def humidity_on(day: date) -> float | None:
    """Mean relative humidity of today; of other days nobody knows it any more."""
    today = timezone.localdate()
    if day != today:
        return None
    return next((air.rh for air in air_ahead(today) if air.date == day), None)


def there_since(visit: Visit) -> date:
    """The day from which on the style was there."""
    return timezone.localdate(visit.released_at or visit.started_at)


def learn_wear(visit: Visit) -> None:
    """What the check-ins of a visit say of how long its style lasts."""
    first = there_since(visit)
    looks = {
        (checkin.date - first).days: float(checkin.looks)
        for checkin in visit.checkins.filter(date__gte=first)
    }
    seen, expected = days_seen(looks), expected_days(visit)
    samples = []
    if seen is not None and expected:
        at_least, at_most = seen
        middle = at_least if at_most is None else math.sqrt(at_least * at_most)
        lesson = Lesson(LearnedOf.WEAR, WEAR, expected, middle)
        sample = sample_of(lesson, visit.pk, visit.client_id, visit.started_at)
        sample.at_least, sample.at_most = at_least, at_most
        samples.append(sample)
    keep_samples(visit.pk, samples, {LearnedOf.WEAR})


def expected_days(visit: Visit) -> float | None:
    """Days the style of a visit should have looked good, as it was cared for and in its weather.

    Nothing that was learned is in it. None where they cannot be worked out.
    """
    done_on = timezone.localdate(visit.started_at)
    try:
        return wear_of(visit.plan, done_on, [], visit, learning=False).good_days
    except CraftError:
        return None


def told_days() -> list[ToldDay]:
    """Check-ins from home, of all clients."""
    rows = Checkin.objects.select_related("visit").order_by("-date", "-pk")[:NEWEST]
    return [
        ToldDay(
            wear=row.visit_id,
            day=(row.date - there_since(row.visit)).days,
            looks=float(row.looks),
            night=row.slept_with,
            refresh=row.refreshed_with,
            rh=row.rh,
        )
        for row in rows
    ]
