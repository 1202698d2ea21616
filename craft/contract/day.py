"""Request and answer of `day`: several heads, the hands and the stations of one day.

Minutes count from the beginning of the day, whatever that is on the clock.
"""

from typing import Annotated, Self

from pydantic import Field, model_validator

from craft.contract.base import Frozen
from craft.contract.hair import quantity
from craft.contract.plan.answer import Reason
from craft.contract.sentence import Sentence
from craft.vocabulary import DayClashKind

#: A day is not longer than this, for nights and late events [min].
DAY_MOST_MIN = 2880
SEGMENTS_MOST, HEADS_MOST, SPECIALISTS_MOST = 60, 60, 12
#: Clients, stations and people are distinguished by short keys.
Key = Annotated[str, Field(min_length=1, max_length=60)]
Minute = Annotated[int, Field(ge=0, le=DAY_MOST_MIN)]
Span = tuple[Minute, Minute]


class SegmentIn(Frozen):
    """A stretch of work or of waiting at one station."""

    station: Key
    hands: bool = False
    """Whether hands are on the hair."""
    minutes: Annotated[float, quantity(0, 1440, "min")]
    """At the standard pace where hands are on the hair."""
    minutes_most: Annotated[float, quantity(0, 2880, "min")] | None = None
    """It may grow to this without harm: a mask may sit longer; null: as long as it is."""
    max_wait_after: Annotated[float, quantity(0, 2880, "min")] | None = None
    """Before the next one begins; null: as long as it likes."""
    key: Annotated[str, Field(max_length=60)] = ""
    """Of the step it belongs to."""
    title: Annotated[Sentence, Field(max_length=120)] = ""
    family: Annotated[str, Field(max_length=20)] = ""
    spread: Annotated[float, quantity(0, 1, "of the logarithm")] = 0.0
    """How unsure the minutes are: standard deviation of their logarithm."""
    fine: bool = False
    """Fine or overhead work, which tires arms."""
    start: Minute | None = None
    """It runs already, or is promised for this minute: it is not moved."""
    specialist: Key | None = None
    """Whose hands; null: anybody's who may."""

    @model_validator(mode="after")
    def check_growth(self) -> Self:
        """What may grow grows from its minutes on."""
        if self.minutes_most is not None and self.minutes_most < self.minutes:
            raise ValueError("minutes_most is not less than minutes")
        return self


class HeadIn(Frozen):
    """A client of the day."""

    id: Key
    name: Annotated[str, Field(max_length=200)] = ""
    arrive_min: Minute = 0
    """Before that nothing begins."""
    done_by_min: Minute | None = None
    """Promised: finished by then."""
    start_by_min: Minute | None = None
    """Promised: the first segment begins by then."""
    specialist: Key | None = None
    """Who is wanted; null: whoever can."""
    may: list[Key] | None = None
    """Who knows how to do this; null: everybody."""
    segments: Annotated[list[SegmentIn], Field(min_length=1, max_length=SEGMENTS_MOST)]
    """One after another."""


class SpecialistIn(Frozen):
    """Somebody whose hands are there."""

    id: Key
    name: Annotated[str, Field(max_length=200)] = ""
    pace: Annotated[float, quantity(0.3, 3, "× standard time")] = 1.0
    present: Annotated[list[Span], Field(max_length=6)] = Field(default_factory=list)
    """From when until when; none: the whole day."""
    breaks: Annotated[list[Span], Field(max_length=12)] = Field(default_factory=list)
    steps: Annotated[list[Key], Field(max_length=60)] | None = None
    """Steps an assistant may do; null: all."""


class KeptIn(Frozen):
    """Where a segment was in the timetable of before."""

    head: Key
    index: Annotated[int, Field(ge=0, lt=SEGMENTS_MOST)]
    start: Minute
    end: Minute | None = None
    """Null: its minutes after it began."""
    specialist: Key | None = None

    @model_validator(mode="after")
    def check_order(self) -> Self:
        """It does not end before it begins."""
        if self.end is not None and self.end < self.start:
            raise ValueError("end is not before start")
        return self


class DayIn(Frozen):
    """A day: its hours, its places, its people and who comes."""

    open_min: Minute = 0
    close_min: Minute
    """By when everything is done."""
    closing_min: Minute | None = None
    """When the salon closes, where what was booked goes on past it; else it is `close_min`."""
    stations: dict[Key, Annotated[int, Field(ge=0, le=100)]]
    """How many of each there are."""
    specialists: Annotated[list[SpecialistIn], Field(max_length=SPECIALISTS_MOST)] = Field(
        default_factory=list
    )
    heads: Annotated[list[HeadIn], Field(max_length=HEADS_MOST)]
    kept: Annotated[list[KeptIn], Field(max_length=HEADS_MOST * SEGMENTS_MOST)] = Field(
        default_factory=list
    )
    """Where everything is, or was before."""
    draws: Annotated[int, Field(ge=0, le=5000)] = 400
    """Days that are drawn to see whether promises hold; 0: none."""

    @model_validator(mode="after")
    def check_day(self) -> Self:
        """The day ends after it begins."""
        if self.close_min <= self.open_min:
            raise ValueError("close_min is after open_min")
        return self


class BoardRequest(DayIn):
    """Say how a day stands: `kept` tells where every segment is."""

    now_min: Minute = 0
    """What is over by then is no longer unsure."""


class DayRequest(DayIn):
    """Find a legal timetable of a day; `kept` is what it was before."""

    least_change: bool = False
    """Move as few heads by as little as can be, instead of finishing as early as can be."""
    limit_s: Annotated[float, quantity(0.05, 60, "s")] = 1.0
    explain: bool = True
    """Whether to look for what would make an impossible day possible, which takes seconds."""


class SegmentOut(Frozen):
    """A segment in time."""

    head: str
    index: int
    key: str
    start: int
    end: int
    station: str
    hands: bool
    specialist: str | None
    """Whose hands, null where nobody's."""


class HeadOut(Frozen):
    """What becomes of a head."""

    head: str
    start: int
    end: int
    idle_min: int
    """Minutes in the salon in which neither hands nor products work."""
    on_time: float | None
    """Odds that it is done by its promise, or by the planned end where none was given."""
    over_wait: float | None
    """Odds that something sits longer than it may."""


class ChangeOut(Frozen):
    """A head that is moved, against the timetable of before."""

    head: str
    by_min: int
    """Its end moves by so much; negative: earlier."""
    start_by_min: int
    """Its beginning moves by so much."""
    text: Sentence


class Relaxation(Frozen):
    """What would make an impossible day possible."""

    text: Sentence
    kind: str
    """longer_wait, station, close, promise, arrive, hands or leave_out."""
    head: str | None = None
    index: int | None = None
    station: str | None = None
    by: int = 0
    """Minutes, or pieces."""


class LoadOut(Frozen):
    """Hands needed against hands present, and heads at every station."""

    start: int
    end: int
    needed: int
    present: int
    places: dict[str, int]


class DayClash(Frozen):
    """What cannot be at once."""

    kind: DayClashKind
    text: Sentence
    start: int
    end: int
    heads: list[str]


class StandingOut(Frozen):
    """How sure a head's hour is."""

    head: str
    on_time: float
    """Odds that it is done by its promise, or by the planned end where none was given."""
    over_wait: float
    """Odds that something sits longer than it may."""
    doubtful: bool
    """Holds too seldom to be a promise."""


class TiredOut(Frozen):
    """Fine work of one person that goes on for longer than arms bear."""

    specialist: str
    minutes: int
    until: int


class BoardAnswer(Frozen):
    """How a day stands."""

    load: list[LoadOut]
    clashes: list[DayClash]
    heads: list[StandingOut]
    """None where no days were drawn."""
    why: Reason
    """What the odds rest on."""
    tired: list[TiredOut]
    needed_min: int
    """Minutes of hands that are booked."""
    present_min: int
    """Minutes of hands that are there."""


class Baselines(Frozen):
    """How long the same day takes without overlapping by thought [min]."""

    one_after_another_min: int | None
    first_fit_min: int | None


class DayAnswer(Frozen):
    """A timetable, or why there is none."""

    status: str
    """optimal, feasible or infeasible."""
    finish_min: int | None
    bound_min: int | None
    """No timetable finishes earlier than this."""
    roomy: bool = False
    """Hands have as long as they need three times in four: promises hold better so."""
    segments: list[SegmentOut]
    heads: list[HeadOut]
    changes: list[ChangeOut]
    """Against the timetable of before."""
    load: list[LoadOut]
    why_not: Sentence
    """In words, where there is none."""
    relaxations: list[Relaxation]
    """What would make it possible, the cheapest first."""
    hands_idle_min: int
    """Minutes in which hands are present and needed by nobody, until the last head is done."""
    baselines: Baselines
    took_s: float
