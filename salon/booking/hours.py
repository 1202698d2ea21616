"""When the salon is open and who is there, as minutes of a date.

Minutes count from local midnight as a clock on the wall would not: on the nights when clocks change
a day has 23 or 25 hours, and minutes go on being minutes.
"""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta

from django.contrib.auth.models import User
from django.utils import timezone

from craft.contract.day import SpecialistIn
from craft.vocabulary import Station
from salon.booking.models import DayOff, Holiday, Opening, Shift, Skill, StationCount
from salon.platform.language import sentence
from salon.platform.roles import WorkRole
from salon.staff.models import Colleague
from salon.staff.services import name_of

#: Where nobody set hours and places. Salon standards.
USUAL_HOURS = (time(9), time(19))
USUAL_STATIONS = {Station.CHAIR: 3, Station.BASIN: 2, Station.HOOD: 2, Station.STEAMER: 1}
#: What an assistant may do. Common practice, no source.
ASSISTANT_STEPS = ("clarify", "cleanse", "rinse_clay", "condition", "mask", "rinse", "wet", "dry")


@dataclass(frozen=True)
class Hours:
    """The hours of a date.

    Args:
        date: which
        open_min, close_min: from local midnight [min]; the same where it is closed
        closed: why it is closed, empty where it is open
    """

    date: date
    open_min: int
    close_min: int
    closed: str = ""


def midnight(day: date) -> datetime:
    """The beginning of a local date."""
    return timezone.make_aware(datetime.combine(day, time()))


def minute_of(moment: datetime, day: date) -> int:
    """Minutes from the beginning of a local date, real ones."""
    # Two moments of one zone are subtracted by the clock on the wall; in UTC by what really passed.
    passed = moment.astimezone(UTC) - midnight(day).astimezone(UTC)
    return round(passed.total_seconds() / 60)


def moment_of(minute: float, day: date) -> datetime:
    """The moment so many minutes after the beginning of a local date."""
    return midnight(day).astimezone(UTC) + timedelta(minutes=minute)


def clock_minute(at: time, day: date) -> int:
    """What a clock on the wall shows, in minutes from the beginning of that date."""
    return minute_of(timezone.make_aware(datetime.combine(day, at)), day)


def hours_of(day: date) -> Hours:
    """When the salon is open on a date."""
    holiday = Holiday.objects.filter(date=day).first()
    if holiday is not None:
        return Hours(day, 0, 0, holiday.reason or "holiday")
    rows = list(Opening.objects.all())
    opening = next((row for row in rows if row.weekday == day.weekday()), None)
    if rows and opening is None:
        return Hours(day, 0, 0, sentence("no hours on this weekday"))
    opens, closes = (opening.opens, opening.closes) if opening else USUAL_HOURS
    return Hours(day, clock_minute(opens, day), clock_minute(closes, day))


def openings_ahead(first: date, days: int) -> list[tuple[datetime, datetime]]:
    """When the salon is open, from a day on: from and to.

    Args:
        first: day
        days: so many
    """
    dates = [first + timedelta(days=number) for number in range(days)]
    closed = set(Holiday.objects.filter(date__in=dates).values_list("date", flat=True))
    rows = {row.weekday: (row.opens, row.closes) for row in Opening.objects.all()}
    found = []
    for day in dates:
        hours = rows.get(day.weekday()) if rows else USUAL_HOURS
        if hours is not None and day not in closed:
            opens, closes = (timezone.make_aware(datetime.combine(day, at)) for at in hours)
            found.append((opens, closes))
    return found


def stations() -> dict[str, int]:
    """How many of each station there are."""
    counted = dict(StationCount.objects.values_list("station", "count"))
    usual = {station.value: count for station, count in USUAL_STATIONS.items()}
    return usual | counted


def working_on(day: date) -> list[User]:
    """Who can work on a date: those who work on clients and are not away."""
    away = set(DayOff.objects.filter(date=day).values_list("user_id", flat=True))
    colleagues = (
        Colleague.objects.filter(user__is_active=True)
        .exclude(role=WorkRole.FRONT_DESK)
        .select_related("user")
        .order_by("pk")
    )
    people = []
    for colleague in colleagues:
        if colleague.user_id not in away:
            colleague.user.colleague = colleague
            people.append(colleague.user)
    return people


def specialists_on(hours: Hours) -> list[SpecialistIn]:
    """The hands of a date, with their pace, their shifts and their breaks."""
    if hours.close_min <= hours.open_min:
        return []
    shifts: dict[int, list[Shift]] = defaultdict(list)
    planned = set(Shift.objects.filter(pause=False).values_list("user_id", flat=True))
    for shift in Shift.objects.filter(weekday=hours.date.weekday()):
        shifts[shift.user_id].append(shift)
    results = []
    for user in working_on(hours.date):
        own = shifts[user.pk]
        present = spans([shift for shift in own if not shift.pause], hours)
        if user.pk in planned and not present:
            continue
        colleague: Colleague = user.colleague
        assists = colleague.role == WorkRole.ASSISTANT
        results.append(
            SpecialistIn(
                id=str(user.pk),
                name=name_of(user),
                pace=colleague.pace,
                present=present,
                breaks=spans([shift for shift in own if shift.pause], hours),
                steps=list(ASSISTANT_STEPS) if assists else None,
            )
        )
    return results


def who_knows(style: str | None) -> list[str] | None:
    """Who knows a service; None where everybody does."""
    if style is None:
        return None
    rows = list(Skill.objects.values_list("user_id", "style"))
    if not rows:
        return None
    skilled = {user for user, _ in rows}
    knows = {user for user, own in rows if own == style}
    people = Colleague.objects.filter(user__is_active=True).values_list("user_id", flat=True)
    return [str(user) for user in people if user in knows or user not in skilled]


def spans(shifts: Sequence[Shift], hours: Hours) -> list[tuple[int, int]]:
    """Shifts as minutes of a date, within its hours."""
    results = []
    for shift in shifts:
        begin = max(hours.open_min, clock_minute(shift.begins, hours.date))
        end = min(hours.close_min, clock_minute(shift.ends, hours.date))
        if end > begin:
            results.append((begin, end))
    return results
