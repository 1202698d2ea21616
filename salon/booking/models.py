"""Hours, people's shifts, and who comes when."""

from uuid import uuid4

from django.conf import settings
from django.db import models
from django.db.models import F, Q
from django.utils import timezone

from craft.messages import inline, language, say
from craft.region import ENGLISH
from craft.vocabulary import BookingState, Station, Style
from salon.clients.models import Client
from salon.planning.models import Plan

#: Bookings in these states take hands and places.
ACTIVE = (BookingState.BOOKED, BookingState.HERE, BookingState.RUNNING)
WEEKDAYS = tuple(range(7))


def weekday() -> "models.PositiveSmallIntegerField[int, int]":
    """A day of the week, Monday 0."""
    return models.PositiveSmallIntegerField(choices=[(day, str(day)) for day in WEEKDAYS])


def title_of(plan: Plan, sitting: int) -> str:
    """What a sitting of a plan is called."""
    title = say(plan.title)
    return title if sitting == 1 else say("Release, {title}", title=inline(title))


class Opening(models.Model):
    """When the salon is open on a day of the week; none where it is closed."""

    weekday = weekday()
    opens = models.TimeField()
    closes = models.TimeField()

    class Meta:
        ordering = ["weekday"]
        constraints = [
            models.UniqueConstraint(fields=["weekday"], name="a_weekday_opens_once"),
            models.CheckConstraint(condition=Q(closes__gt=F("opens")), name="opens_before_closing"),
        ]

    def __str__(self) -> str:
        return f"{self.weekday}: {self.opens:%H:%M} to {self.closes:%H:%M}"


class Holiday(models.Model):
    """A date on which the salon is closed."""

    date = models.DateField(unique=True)
    reason = models.CharField(max_length=120, blank=True)

    class Meta:
        ordering = ["date"]

    def __str__(self) -> str:
        return f"{self.date}: {self.reason}"


class StationCount(models.Model):
    """How many of a station the salon has."""

    station = models.CharField(
        max_length=10, unique=True, choices=[(station.value, station.value) for station in Station]
    )
    count = models.PositiveSmallIntegerField()

    def __str__(self) -> str:
        return f"{self.count} × {self.station}"


class Shift(models.Model):
    """When somebody works on a day of the week, or has a break."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    weekday = weekday()
    begins = models.TimeField()
    ends = models.TimeField()
    pause = models.BooleanField(default=False, help_text="A break, not work.")

    class Meta:
        ordering = ["weekday", "begins"]
        constraints = [
            models.UniqueConstraint(
                fields=["user", "weekday", "begins", "pause"], name="a_shift_is_there_once"
            ),
            models.CheckConstraint(condition=Q(ends__gt=F("begins")), name="a_shift_has_length"),
        ]

    def __str__(self) -> str:
        return f"{self.user}, {self.weekday}: {self.begins:%H:%M} to {self.ends:%H:%M}"


def style_choices() -> list[tuple[str, str]]:
    """Every style, asked for when it is needed: a new style needs no migration."""
    return [(style.value, style.value) for style in Style]


class Skill(models.Model):
    """A service that somebody knows; whoever has none written down knows all of them."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    style = models.CharField(max_length=40, choices=style_choices)

    class Meta:
        ordering = ["user", "style"]
        constraints = [
            models.UniqueConstraint(fields=["user", "style"], name="a_skill_is_there_once")
        ]

    def __str__(self) -> str:
        return f"{self.user}: {self.style}"


class DayOff(models.Model):
    """A date on which somebody is away."""

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    date = models.DateField()
    reason = models.CharField(max_length=120, blank=True)

    class Meta:
        ordering = ["date"]
        constraints = [
            models.UniqueConstraint(fields=["user", "date"], name="a_day_off_is_there_once")
        ]

    def __str__(self) -> str:
        return f"{self.user}, {self.date}"


class Day(models.Model):
    """A date that something is booked on: its number changes with everything that changes there.

    Whoever books reads it first; if somebody else was faster, it is another one.
    """

    date = models.DateField(unique=True)
    version = models.PositiveIntegerField(default=1)

    def __str__(self) -> str:
        return f"{self.date}, {self.version}"


class Booking(models.Model):
    """A client that comes on a day: for a sitting of a plan, or held for something quick."""

    uuid = models.UUIDField(unique=True, default=uuid4, help_text="Made where it was booked.")
    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="bookings")
    plan = models.ForeignKey(
        Plan, null=True, blank=True, on_delete=models.CASCADE, related_name="bookings"
    )
    sitting = models.PositiveSmallIntegerField(default=1)
    title = models.CharField(max_length=120)
    state = models.CharField(
        max_length=10,
        choices=[(state.value, state.value) for state in BookingState],
        default=BookingState.BOOKED.value,
    )
    start = models.DateTimeField(help_text="When the client is to come: promised.")
    end = models.DateTimeField(help_text="When it is done, as planned.")
    promised_end = models.DateTimeField(null=True, blank=True, help_text="Promised to be done.")
    wanted = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+"
    )
    walk_in = models.BooleanField(default=False)
    late_min = models.PositiveSmallIntegerField(default=0, help_text="Comes so much late.")
    note = models.CharField(max_length=200, blank=True)
    reason = models.CharField(max_length=200, blank=True, help_text="Why it was cancelled.")
    client_knows = models.BooleanField(default=True, help_text="The client knows this hour.")
    version = models.PositiveIntegerField(default=1)
    booked_at = models.DateTimeField(default=timezone.now)
    booked_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+"
    )

    class Meta:
        ordering = ["start", "pk"]
        indexes = [models.Index(fields=["start", "end"]), models.Index(fields=["client", "start"])]
        constraints = [
            models.CheckConstraint(condition=Q(end__gt=F("start")), name="a_booking_has_length"),
            models.UniqueConstraint(
                fields=["plan", "sitting"],
                condition=Q(state__in=[state.value for state in ACTIVE], plan__isnull=False),
                name="a_sitting_is_booked_once",
            ),
            models.UniqueConstraint(
                fields=["client", "start"],
                condition=Q(state__in=[state.value for state in ACTIVE]),
                name="a_client_comes_once_at_a_time",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.client}, {self.start:%Y-%m-%d %H:%M}"

    @property
    def spoken_title(self) -> str:
        """The title, to be said in any language."""
        return title_of(self.plan, self.sitting) if self.plan is not None else say(self.title)

    def title_of_step(self, step: str, fallback: str) -> str:
        """What a step of its plan is called, to be said in any language.

        Args:
            step: its key
            fallback: where it has none, or nobody reads it in another language
        """
        if self.plan is None or language() == ENGLISH:
            return fallback
        steps = self.plan.parsed_answer.steps
        return next((each.title for each in steps if each.key == step), fallback)


class BookedSegment(models.Model):
    """A stretch of a booking in time: at one station, with somebody's hands or without."""

    booking = models.ForeignKey(Booking, on_delete=models.CASCADE, related_name="segments")
    index = models.PositiveSmallIntegerField()
    step = models.CharField(max_length=60, blank=True)
    title = models.CharField(max_length=120)
    family = models.CharField(max_length=20, blank=True)
    station = models.CharField(max_length=10)
    hands = models.BooleanField()
    fine = models.BooleanField(default=False)
    minutes = models.FloatField(help_text="At the salon pace where hands are on the hair.")
    minutes_most = models.FloatField(null=True)
    max_wait_after = models.FloatField(null=True)
    spread = models.FloatField(default=0)
    specialist = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, blank=True, on_delete=models.SET_NULL, related_name="+"
    )
    start = models.DateTimeField()
    end = models.DateTimeField()

    class Meta:
        ordering = ["booking", "index"]
        indexes = [models.Index(fields=["start", "end"])]
        constraints = [
            models.UniqueConstraint(fields=["booking", "index"], name="a_segment_is_there_once"),
            models.CheckConstraint(condition=Q(end__gte=F("start")), name="a_segment_ends_later"),
        ]

    def __str__(self) -> str:
        return f"{self.title}, {self.start:%H:%M}"


class DayChange(models.Model):
    """A change of a day: shown first, then kept exactly as shown, or forgotten."""

    date = models.DateField()
    seen = models.PositiveIntegerField(help_text="Number of the date when it was worked out.")
    answer = models.JSONField(help_text="Of the core.")
    late = models.ForeignKey(
        Booking, null=True, on_delete=models.CASCADE, related_name="+", help_text="Who is late."
    )
    late_min = models.PositiveSmallIntegerField(default=0)
    at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["-at"]

    def __str__(self) -> str:
        return f"{self.date}, {self.at:%H:%M}"


class CalendarLink(models.Model):
    """A secret address under which a calendar program reads somebody's days."""

    secret = models.CharField(max_length=64, unique=True)
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    created_at = models.DateTimeField(default=timezone.now)
    revoked_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-created_at"]

    def __str__(self) -> str:
        return f"{self.user}, {self.created_at:%Y-%m-%d}"
