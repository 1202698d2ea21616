"""What opened sets taught about drying: of the salon, and of each head."""

from collections.abc import Iterator
from dataclasses import dataclass

from django.db.models import F, QuerySet

from craft.learning import Learned, Seen, head_factor, salon_factor
from craft.vocabulary import Dryness
from salon.heads.models import Head
from salon.house.models import House
from salon.house.services import the_house
from salon.visits.models import Visit

#: The salon's factor rests on its last sets, so that a new hood or a new season is learned.
LATEST = 200


@dataclass(frozen=True)
class Told:
    """A learned factor as a plan takes it.

    Args:
        factor: times the forecast
        spread: how unsure the next drying time is, of its logarithm
        words: what it rests on
    """

    factor: float
    spread: float
    words: str


def opened(visits: QuerySet[Visit]) -> QuerySet[Visit]:
    """Visits that tell how dry a set was when it was opened."""
    return visits.exclude(dryness="").annotate(
        forecast_h=F("plan__answer__drying__h_to_dry"),
        planned_h=F("plan__answer__drying__release_after_h"),
        was_factor=F("plan__request__drying_factor"),
    )


def seen(visits: QuerySet[Visit]) -> Iterator[Seen]:
    """The same, as the core learns from it."""
    for one in visits.values_list(
        "forecast_h", "planned_h", "was_factor", "released_after_h", "dryness"
    ):
        forecast_h, planned_h, factor, released_h, dryness = one
        at = released_h if released_h is not None else planned_h
        if forecast_h and at:
            yield Seen(float(forecast_h) / float(factor or 1), float(at), Dryness(dryness))


def learn_salon(house: House | None = None) -> House:
    """Learn the salon's factor anew from its last sets, and keep it."""
    house = house or the_house()
    learned = salon_factor(list(seen(opened(Visit.objects.order_by("-started_at"))[:LATEST])))
    house.drying_factor = round(learned.factor, 4)
    house.drying_unsure, house.drying_visits = round(learned.unsure, 4), learned.visits
    house.save(update_fields=["drying_factor", "drying_unsure", "drying_visits"])
    return house


def drying_of(head: Head, house: House) -> Told:
    """What is known of how a head dries."""
    salon = Learned(house.drying_factor, house.drying_unsure, house.drying_visits)
    learned = head_factor(list(seen(opened(Visit.objects.filter(head=head)))), salon)
    parts = []
    if learned.visits:
        parts.append(f"{counted(learned.visits)} of this head")
    if salon.visits:
        parts.append(f"{counted(salon.visits)} of the salon")
    return Told(round(learned.factor, 4), round(learned.spread, 4), ", ".join(parts))


def counted(number: int) -> str:
    """Opened sets in words."""
    return "1 opened set" if number == 1 else f"{number} opened sets"
