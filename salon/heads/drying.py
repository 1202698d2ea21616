"""What opened sets taught about drying: of the salon, and of each head."""

from dataclasses import dataclass

from django.db.models import QuerySet

from craft.learning.drying import Factor, Outcome, head_factor, salon_factor
from craft.vocabulary import Dryness
from salon.heads.models import Head, OpenedSet
from salon.house.models import House
from salon.house.services import the_house

#: The salon's factor rests on its last sets, so that a new hood or a new season is learned.
LATEST = 200


@dataclass(frozen=True)
class LearnedDrying:
    """A learned factor as a plan takes it.

    Args:
        factor: times the forecast
        spread: how unsure the next drying time is, of its logarithm
        basis: what it rests on, in words
    """

    factor: float
    spread: float
    basis: str


def outcomes(sets: QuerySet[OpenedSet]) -> list[Outcome]:
    """Opened sets as the core learns from them."""
    rows = sets.values_list("forecast_h", "opened_h", "dryness", "doubtful")
    return [
        # A doubtful set is used only once somebody has confirmed it.
        Outcome(forecast_h, opened_h, Dryness(dryness), confirmed=doubtful)
        for forecast_h, opened_h, dryness, doubtful in rows
    ]


def salon_factor_from(sets: QuerySet[OpenedSet]) -> Factor:
    """Learn the salon's factor from sets, without keeping it."""
    return salon_factor(outcomes(sets.order_by("-at", "-visit")[:LATEST])[::-1])


def learn_salon() -> House:
    """Learn the salon's factor anew from its last sets, and keep it."""
    house = the_house()
    learned = salon_factor_from(OpenedSet.objects.filter(used=True))
    house.drying_factor = round(learned.factor, 4)
    house.drying_unsure, house.drying_visits = round(learned.unsure, 4), learned.visits
    house.save(update_fields=["drying_factor", "drying_unsure", "drying_visits"])
    return house


def drying_of(head: Head, house: House) -> LearnedDrying:
    """What is known of how a head dries."""
    salon = Factor(house.drying_factor, house.drying_unsure, house.drying_visits)
    used = head.opened_sets.filter(used=True).order_by("at", "visit")
    learned = head_factor(outcomes(used), salon)
    parts = []
    if learned.visits:
        parts.append(f"{sets_in_words(learned.visits)} of this client")
    if salon.visits:
        parts.append(f"{sets_in_words(salon.visits)} of the salon")
    return LearnedDrying(round(learned.factor, 4), round(learned.spread, 4), ", ".join(parts))


def sets_in_words(number: int) -> str:
    """Opened sets, counted."""
    return "1 opened set" if number == 1 else f"{number} opened sets"
