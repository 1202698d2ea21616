"""Request and answer of `wear`: what is worn, day by day, from the service to the wash."""

from datetime import date
from typing import Annotated

from pydantic import AwareDatetime, Field

from craft.contract.base import Frozen
from craft.contract.drying import Rh
from craft.contract.hair import Hair
from craft.contract.plan import HomePhase, Learned, LookOn, Person, PlanRequest, Reason
from craft.contract.sentence import Sentence
from craft.vocabulary import (
    HomeDrawing,
    Night,
    OnHead,
    Refreshing,
    ShapeKept,
    Style,
    WearEventKind,
    WearPhase,
)

#: Nothing is forecast or planned for more days than this.
DAYS_MOST = 60


class AirOn(Frozen):
    """The air of a day."""

    date: date
    rh: Rh
    """Mean of the day, as a fraction."""


class DayReport(Frozen):
    """What a client reported about one day."""

    date: date
    night: Night | None = None
    """What covered the hair on the night before; null if not reported."""
    refresh: Refreshing | None = None
    """How it was refreshed in the morning; null if not reported, taken as usual."""


class WearEvent(Frozen):
    """What is planned on a day."""

    date: date
    kind: WearEventKind


class WearRequest(Frozen):
    """What is worn since a service, and what is done with it until the wash."""

    style: Style | OnHead
    """The service; or what is on the head, where nothing more is known of it."""
    done_on: date
    asked: PlanRequest | None = None
    """What the service was planned for; else it is taken as usual for `hair` and `person`."""
    hair: Hair | None = None
    person: Person = Field(default_factory=Person)
    wear_days: Annotated[int, Field(ge=1, le=21)] | None = None
    """Days it should last from the release; else as planned, or usual for the style."""
    extended_by_retwist: bool = False
    """The client twists it again every second night: a twist-out then lasts two weeks."""
    released_on: date | None = None
    """When it was really opened."""
    looks: Annotated[list[LookOn], Field(max_length=6)] | None = None
    """Looks that follow, by days from the release; else usual for the style."""
    air: Annotated[list[AirOn], Field(max_length=DAYS_MOST)] = Field(default_factory=list)
    """As forecast; days that are left out are taken as half humid."""
    events: Annotated[list[WearEvent], Field(max_length=DAYS_MOST)] = Field(default_factory=list)
    reports: Annotated[list[DayReport], Field(max_length=DAYS_MOST)] = Field(default_factory=list)
    """Reports from home about single days; on all others the client does as usual."""
    refreshes: bool = True
    """Whether the client refreshes it on the days that need it."""
    learned: Learned | None = None
    """How long styles last on this head, times what is usual."""
    on: date | None = None
    """The day that is asked about."""


class Amount(Frozen):
    """So much of something, as a kitchen has it."""

    what: Sentence
    grams: float
    words: Sentence


class WearDay(Frozen):
    """A day of the calendar."""

    date: date
    day: int
    """After the service, which is day 0."""
    phase: WearPhase
    look: Sentence
    """How it is worn; empty while it is in the set."""
    night: Sentence
    """What is done before sleeping."""
    refresh: Sentence
    """What freshens it in the morning; empty where nothing does."""
    amounts: list[Amount]
    scalp_oil: bool
    """A day on which a little oil may go to the scalp."""
    notes: list[Sentence]
    """What the weather and what is planned ask for."""
    definition: float | None
    """Forecast, 0 to 1; null before the release and where nothing is known."""
    kept: Annotated[float, Field(ge=0, le=100)] | None = None
    """Of what the set did, against the first day, forecast [%]; null where it did too little."""


class HomeHelp(Frozen):
    """What to do at home when something is not as it should be."""

    when: Sentence
    do: Sentence


class LookFrom(Frozen):
    """What a style is worn as from a day on."""

    date: date
    day: int
    """After the service, which is day 0."""
    style: Style
    """The service that makes the look."""
    title: Sentence


class WearDue(Frozen):
    """What comes next."""

    date: date
    what: str


class WearAnswer(Frozen):
    """The days until the next visit. Limits are the last day that is still right."""

    release_on: date | None
    """When it is opened, or was; null where nothing is."""
    to_open_on: date | None = None
    """When it is to be opened; null once it is open, and where nothing is opened."""
    to_open_at: AwareDatetime | None = None
    """The hour of that, where the request has a clock."""
    good_until: date | None
    """The last day it looks as it should; null where nothing is known of it."""
    good_days: float | None = None
    """Days it looks good, counted from the day it is opened, or finished if nothing is opened."""
    good_until_low: date | None
    good_until_high: date | None
    """Eight heads in ten stop looking good between these."""
    last_safe_day: date
    has_to_come_out: bool
    """It stays on the head until somebody takes it out."""
    wished_until: date | None = None
    """The last day it is wished to last; null where nobody wished."""
    wash_by: date
    return_on: date | None = None
    """When to come back: the day after it looked good; null where nothing is known of it."""
    return_by: date
    """At the latest."""
    days: list[WearDay]
    kept_of: ShapeKept | None = None
    """What `kept` of the days measures: curl, or stretch."""
    looks: list[LookFrom] = Field(default_factory=list)
    """What it is worn as, by day."""
    phases: list[HomePhase] = Field(default_factory=list)
    """What is left to do at home, phase by phase."""
    day: int | None
    """Day of the wear on the day that is asked about; 0 is the day of the service."""
    of_days: int
    """How many days it may be worn at the most."""
    overdue_days: int
    """Days past the last safe one, on the day that is asked about."""
    washed_out: bool = False
    """What is worn loose and long past its return is taken to be washed out at home."""
    next: WearDue | None
    """What is due next, from the day that is asked about."""
    drawings: list[HomeDrawing] = Field(default_factory=list)
    """What is drawn on the card for home."""
    help: list[HomeHelp] = Field(default_factory=list)
    cautions: list[Reason]
    reasons: list[Reason]
    """Where the limits come from."""
