"""Which products flake together: palm tests and what was seen on heads."""

from collections.abc import Iterable
from itertools import combinations
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.db.models import F
from django.db.models.query import QuerySet

from craft.errors import CraftError
from craft.pairs import PairVerdict, judge
from craft.vocabulary import Flaking
from salon.shelf.models import Pair, PalmTest, Product


def pair_of(one: int, other: int) -> Pair:
    """The pair of two products, made on first use."""
    first, second = sorted((one, other))
    return Pair.objects.get_or_create(first_id=first, second_id=second)[0]


@transaction.atomic
def rubbed(
    first: Product, second: Product, result: str, note: str, by: AbstractBaseUser
) -> PalmTest:
    """Keep a palm test.

    Raises:
        CraftError: both are the same product
    """
    if first.pk == second.pk:
        raise CraftError("second", "Rub two different products.")
    pair = pair_of(first.pk, second.pk)
    return PalmTest.objects.create(pair=pair, result=result, note=note, by=by)


def seen(products: Iterable[int], *, flaked: bool) -> None:
    """Products that were left in together on a head, and whether it left flakes."""
    column = "flaked" if flaked else "clear"
    for one, other in combinations(sorted(set(products)), 2):
        Pair.objects.filter(pk=pair_of(one, other).pk).update(**{column: F(column) + 1})


def known_pairs() -> QuerySet[Pair]:
    """Every pair of which something is known."""
    return (
        Pair.objects.filter(first__retired_at=None, second__retired_at=None)
        .select_related("first", "second")
        .prefetch_related("tests")
        .order_by("first__name", "second__name")
    )


def verdict(pair: Pair) -> PairVerdict | None:
    """What is known of a pair."""
    tests = [Flaking(one.result) for one in pair.tests.all()]
    return judge(tests, pair.flaked, pair.clear)


def flakers() -> list[dict[str, Any]]:
    """Pairs to keep apart, as the core reads them."""
    found = []
    for pair in known_pairs():
        known = verdict(pair)
        if known and known.flakes:
            found.append(
                {
                    "first": str(pair.first_id),
                    "second": str(pair.second_id),
                    "because": known.because,
                }
            )
    return found
