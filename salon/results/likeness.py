"""Clients like this one, and how routines came out on them."""

import json
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

from django.db.models import Sum

from craft.contract import parse, read
from craft.contract.base import Json
from craft.contract.hair import Hair
from craft.errors import CraftError
from craft.learning.likeness import (
    LEAST_CLIENTS,
    LEAST_VISITS,
    LIKE,
    WHO_CHOSE,
    CameOut,
    Standing,
    distance,
    standings,
)
from craft.profile.complete import CompleteHair, complete
from craft.vocabulary import LearnedOf, VisitState
from salon.clients import profiles
from salon.clients.models import Client
from salon.learning.models import LearnedSample
from salon.products.models import Product
from salon.products.services import cost_per_g
from salon.visits.models import Visit, VisitDose, VisitStep

#: So many visits are looked at, the newest of the salon.
NEWEST = 2000
#: Hair of so many clients is kept in mind: reading it takes most of the time.
HEADS_KEPT = 5000
#: What is held against each other, and whether less of it is better.
ASPECTS: Mapping[str, bool] = {"lasts": False, "frizz": True, "minutes": True, "cost": True}

#: A visit: number, client, style, frizz, and the hair as it was then.
Row = tuple[int, int, str, int | None, Json]


@lru_cache(HEADS_KEPT)
def hair_of(known: str) -> CompleteHair | None:
    """Hair with every value filled; None where too little is known or it cannot be read.

    Args:
        known: as a plan has it, which never changes
    """
    try:
        return complete(read(Hair, known))
    except CraftError:
        return None


def visits_done() -> list[Row]:
    """The newest visits that are over: number, client, style, frizz and the hair as it was then."""
    rows = Visit.objects.filter(state=VisitState.DONE).order_by("-started_at", "-pk")
    return list(
        rows.values_list("pk", "client_id", "plan__style", "frizz", "plan__request__hair")[:NEWEST]
    )


@dataclass(frozen=True)
class Aspect:
    """How routines compare in one aspect, the best first."""

    aspect: str
    routines: Sequence[Standing]


@dataclass(frozen=True)
class SimilarClients:
    """Clients with similar hair, and how routines came out on them.

    Args:
        clients, looked_at: near enough, and compared
        farthest, within: distance of the farthest of them, and the most it may be
        least_visits, least_clients: that a routine needs to be listed
        warning: what the comparison cannot tell
        aspects: that routines are compared in
    """

    clients: int
    looked_at: int
    farthest: float | None
    within: float
    least_visits: int
    least_clients: int
    warning: str
    aspects: Sequence[Aspect]


def like(client: Client) -> SimilarClients:
    """Clients with hair like this one's, and how routines came out on them.

    Raises:
        CraftError: too little is known of this hair
    """
    own = complete(parse(Hair, profiles.profile(client).hair))
    visits = visits_done()
    latest: dict[int, Json] = {}
    for _, other, _, _, hair in visits:
        latest.setdefault(other, hair)
    apart = {
        other: distance(own, hair)
        for other, known in latest.items()
        for hair in [hair_of(json.dumps(known))]
        if hair is not None and other != client.pk
    }
    near = {other: off for other, off in apart.items() if off <= LIKE}
    rows = [row for row in visits if row[1] in near or row[1] == client.pk]
    values = values_of(rows)
    return SimilarClients(
        clients=len(near),
        looked_at=len(apart),
        farthest=max(near.values(), default=None),
        within=LIKE,
        least_visits=LEAST_VISITS,
        least_clients=LEAST_CLIENTS,
        warning=WHO_CHOSE,
        aspects=[
            Aspect(aspect, standings(came_out(rows, values[aspect]), less_is_better=less))
            for aspect, less in ASPECTS.items()
        ],
    )


def came_out(rows: Iterable[Row], values: Mapping[int, float]) -> list[CameOut]:
    """How each visit came out, where it is known."""
    return [
        CameOut(client, style, values[visit])
        for visit, client, style, _, _ in rows
        if visit in values
    ]


def values_of(rows: Iterable[Row]) -> dict[str, dict[int, float]]:
    """What is known of visits: days they lasted, frizz, minutes, cost of products."""
    rows = list(rows)
    visits = [row[0] for row in rows]
    wear = LearnedSample.objects.filter(visit__in=visits, quantity=LearnedOf.WEAR)
    steps = VisitStep.objects.filter(visit__in=visits).exclude(minutes=None)
    minutes = steps.values("visit").annotate(sum=Sum("minutes")).values_list("visit", "sum")
    return {
        "lasts": dict(wear.values_list("visit", "actual")),
        "frizz": {row[0]: float(row[3]) for row in rows if row[3] is not None},
        "minutes": dict(minutes),
        "cost": costs_of(visits),
    }


def costs_of(visits: list[int]) -> dict[int, float]:
    """What products of visits cost, where all of them have a price."""
    prices = {product.pk: cost_per_g(product) for product in Product.objects.all()}
    costs: dict[int, float] = {}
    unknown = set()
    doses = VisitDose.objects.filter(visit__in=visits)
    for visit, product, grams in doses.values_list("visit", "product", "grams"):
        price = prices.get(product)
        if price is None:
            unknown.add(visit)
        else:
            costs[visit] = costs.get(visit, 0.0) + grams * price
    return {visit: cost for visit, cost in costs.items() if visit not in unknown}
