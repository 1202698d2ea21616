"""The clock of a service: when it begins, when the client sleeps, when the salon is open.

Minutes count from the beginning of the service, as everywhere in a plan; here they become hours of
the day, also past midnight and over a change of the clocks.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta, tzinfo
from zoneinfo import ZoneInfo

from craft.contract.plan import PlanRequest
from craft.messages import DayForm, Text, clock, day_text, say

#: A set is opened this long after waking at the earliest, and before sleep or closing at the
#: latest: nobody opens it in bed, and opening takes its time [min]. Own values.
AFTER_WAKING_MIN, BEFORE_THE_END_MIN = 30.0, 60.0
#: Hours of a day are told to so many minutes.
ROUNDED_MIN = 15
#: A moment that suits is looked for on so many days.
DAYS_AHEAD = 14
NOON = time(12)


@dataclass(frozen=True)
class Clock:
    """Hours of the days around a service.

    Args:
        start: when it begins, in the client's zone
        bed, wake: when the client goes to bed, and gets up
        openings: when the salon is open, from and to; nothing where that is not known
    """

    start: datetime
    bed: time
    wake: time
    openings: Sequence[tuple[datetime, datetime]] = ()

    @property
    def zone(self) -> tzinfo:
        """The zone its hours are told in."""
        zone = self.start.tzinfo
        assert zone is not None
        return zone

    def at(self, minutes: float) -> datetime:
        """A moment so long after the beginning [min], in hours of its own day."""
        there = self.start.astimezone(UTC) + timedelta(seconds=round(minutes * 60))
        return there.astimezone(self.zone)

    def minutes(self, moment: datetime) -> float:
        """How long after the beginning a moment is [min]."""
        # In one zone Python takes hours of the clock apart, not hours that went by.
        return (moment.astimezone(UTC) - self.start.astimezone(UTC)).total_seconds() / 60

    def on(self, day: date, hour: time) -> datetime:
        """An hour of a day."""
        return datetime.combine(day, hour, self.zone)

    def nights(self, since_min: float = 0.0) -> Iterator[tuple[float, float]]:
        """Nights that are not over yet: from going to bed to waking, from the beginning [min].

        Args:
            since_min: only those that end later than this [min]
        """
        day = self.at(since_min).date() - timedelta(days=2)
        while True:
            # Whoever goes to bed after midnight does so on the next day.
            begins = self.on(day + timedelta(days=self.bed < NOON), self.bed)
            ends = self.on(begins.date() + timedelta(days=self.wake <= self.bed), self.wake)
            if self.minutes(ends) > since_min:
                yield self.minutes(begins), self.minutes(ends)
            day += timedelta(days=1)

    def night_at(self, minutes: float) -> tuple[float, float] | None:
        """The night a moment lies in [min], None by day."""
        begins, ends = next(self.nights(minutes))
        return (begins, ends) if begins <= minutes < ends else None

    def bedtime(self, home_min: float) -> float:
        """When the client goes to bed next, once home [min]: at once where it is late."""
        return max(home_min, next(self.nights(home_min))[0])

    def awake(self, since_min: float) -> Iterator[tuple[float, float]]:
        """Stretches in which the client is up, from a moment on [min]."""
        at = since_min
        for begins, ends in self.nights(since_min):
            if begins > at:
                yield at, begins
            at = max(at, ends)

    def suitable(self, since_min: float, *, at_home: bool) -> Iterator[tuple[float, float]]:
        """Stretches in which a set can be opened, from a moment on [min].

        Args:
            since_min: not before this
            at_home: by the client, while up; else in the salon, while that is open
        """
        if at_home or not self.openings:
            stretches: Iterator[tuple[float, float]] = self.awake(-24 * 60)
            first = AFTER_WAKING_MIN
        else:
            stretches = iter(
                sorted((self.minutes(begin), self.minutes(end)) for begin, end in self.openings)
            )
            first = 0.0
        for begins, ends in stretches:
            if begins > since_min + DAYS_AHEAD * 24 * 60:
                return
            earliest = max(begins + first, since_min)
            latest = ends - BEFORE_THE_END_MIN
            if earliest <= latest:
                yield earliest, latest

    def opening(self, since_min: float, *, at_home: bool) -> float | None:
        """The first moment from one on at which a set can be opened [min], on a quarter hour."""
        for earliest, latest in self.suitable(since_min, at_home=at_home):
            moment = self.rounded_up(earliest)
            if moment <= latest:
                return moment
        return None

    def suits(self, minutes: float, *, at_home: bool) -> bool:
        """Whether a set can be opened at a moment [min]."""
        stretch = next(self.suitable(minutes, at_home=at_home), None)
        return stretch is not None and stretch[0] <= minutes + ROUNDED_MIN / 2

    def rounded_up(self, minutes: float) -> float:
        """A moment on the next quarter of an hour [min]."""
        at = self.at(minutes)
        seconds = at.minute * 60 + at.second
        return minutes + (-seconds % (ROUNDED_MIN * 60)) / 60

    def day(self, minutes: float) -> int:
        """On which day after that of the service a moment lies."""
        return (self.at(minutes).date() - self.start.date()).days

    def hour(self, minutes: float) -> Text:
        """A moment by the clock alone: 19:45."""
        return hour_text(self.at(self.rounded_up(minutes)))

    def moment(self, minutes: float) -> Text:
        """A moment in words: Fri 4 Dec, 8:30."""
        return moment_text(self.at(self.rounded_up(minutes)))


def clock_of(request: PlanRequest) -> Clock | None:
    """The clock of a request; None where it does not say when the service begins."""
    if request.start is None:
        return None
    zone = ZoneInfo(request.zone) if request.zone else request.start.tzinfo
    sleep = request.sleep
    return Clock(
        start=request.start.astimezone(zone).replace(microsecond=0),
        bed=sleep.bed,
        wake=sleep.wake,
        openings=tuple((opening.begins, opening.ends) for opening in request.openings),
    )


def hour_text(at: datetime) -> Text:
    """A time of day in words: 19:45."""
    return clock(at.hour * 60 + at.minute)


def moment_text(at: datetime) -> Text:
    """A moment in words: Fri 4 Dec, 8:30."""
    return say("{day}, {hour}", day=day_text(at.date(), DayForm.BRIEF), hour=hour_text(at))
