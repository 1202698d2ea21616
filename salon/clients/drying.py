"""What opened sets taught about drying: of the salon, and of each client."""

from dataclasses import dataclass

from django.db.models import QuerySet

from craft.learning.drying import Factor, Outcome, head_factor, salon_factor
from craft.messages import join, say, say_count
from craft.vocabulary import Dryness
from salon.clients.models import Client, OpenedSet
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon

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
    rows = sets.values_list("forecast_h", "opened_h", "dryness", "doubtful", "at_home", "client_id")
    return [
        # A doubtful set is used only once somebody has confirmed it.
        Outcome(forecast_h, opened_h, Dryness(dryness), doubtful, at_home, head)
        for forecast_h, opened_h, dryness, doubtful, at_home, head in rows
    ]


def salon_factor_from(sets: QuerySet[OpenedSet]) -> Factor:
    """Learn the salon's factor from sets, without keeping it."""
    return salon_factor(outcomes(sets.order_by("-at", "-visit")[:LATEST])[::-1])


def learn_salon() -> Salon:
    """Learn the salon's factor again from its last sets, and keep it."""
    salon = current_salon()
    learned = salon_factor_from(OpenedSet.objects.filter(used=True))
    salon.drying_factor = round(learned.factor, 4)
    salon.drying_unsure, salon.drying_visits = round(learned.unsure, 4), learned.visits
    salon.save(update_fields=["drying_factor", "drying_unsure", "drying_visits"])
    return salon


def drying_of(client: Client, salon: Salon) -> LearnedDrying:
    """What is known of how a client dries."""
    usual = Factor(salon.drying_factor, salon.drying_unsure, salon.drying_visits)
    used = client.opened_sets.filter(used=True).order_by("at", "visit")
    learned = head_factor(outcomes(used), usual)
    parts = []
    if learned.visits:
        parts.append(say("{sets} of this client", sets=sets_in_words(learned.visits)))
    if usual.visits:
        parts.append(say("{sets} of the salon", sets=sets_in_words(usual.visits)))
    return LearnedDrying(round(learned.factor, 4), round(learned.spread, 4), join(", ", parts))


def sets_in_words(number: int) -> str:
    """Opened sets, counted."""
    return say_count("{count} opened set", "{count} opened sets", count=number)
