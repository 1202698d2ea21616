"""Which products flake together: palm tests and flakes seen on clients."""

from collections.abc import Iterable
from itertools import combinations

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Count, Q
from django.db.models.query import QuerySet

from craft.contract.plan.request import Flaker
from craft.errors import CraftError
from craft.products.pairs import PairVerdict, judge
from craft.vocabulary import Flaking
from salon.platform.language import sentence
from salon.products.models import Pair, PairSighting, PalmTest, Product

BECAUSE_MOST = 200


def pair_of(product: int, other: int) -> Pair:
    """The pair of two products, made on first use."""
    first, second = sorted((product, other))
    return Pair.objects.get_or_create(first_id=first, second_id=second)[0]


@transaction.atomic
def keep_palm_test(first: Product, second: Product, result: str, note: str, by: User) -> PalmTest:
    """Keep what two products did on the palm.

    Raises:
        CraftError: both are the same product
    """
    if first.pk == second.pk:
        raise CraftError("second", sentence("Rub two different products."))
    pair = pair_of(first.pk, second.pk)
    test = PalmTest.objects.create(pair=pair, result=result, note=note, by=by)
    judge_again([pair.pk])
    return test


@transaction.atomic
def keep_sightings(visit: int, products: Iterable[int], flaked: bool | None) -> None:
    """Keep what the log of a visit says of products that were left in together.

    Args:
        visit: its number
        products: left in on one client
        flaked: whether they left flakes; None where nobody looked
    """
    recorded = PairSighting.objects.filter(visit=visit)
    touched = set(recorded.values_list("pair", flat=True))
    recorded.delete()
    if flaked is not None:
        pairs = [pair_of(*two) for two in combinations(sorted(set(products)), 2)]
        PairSighting.objects.bulk_create(
            PairSighting(pair=pair, visit=visit, flaked=flaked) for pair in pairs
        )
        touched |= {pair.pk for pair in pairs}
    judge_again(touched)


def judge_again(pairs: Iterable[int] | None = None) -> None:
    """Count and judge pairs again; all of them where none are named."""
    rows = Pair.objects.prefetch_related("tests").annotate(
        seen_flaked=Count("sightings", filter=Q(sightings__flaked=True)),
        seen_clear=Count("sightings", filter=Q(sightings__flaked=False)),
    )
    if pairs is not None:
        rows = rows.filter(pk__in=pairs)
    changed = []
    for pair in rows:
        pair.flaked, pair.clear = pair.seen_flaked, pair.seen_clear
        judged = verdict(pair)
        pair.flakes = bool(judged and judged.flakes)
        pair.because = judged.because[:BECAUSE_MOST] if judged else ""
        changed.append(pair)
    Pair.objects.bulk_update(changed, ["flaked", "clear", "flakes", "because"], batch_size=500)


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
    tests = [Flaking(test.result) for test in pair.tests.all()]
    return judge(tests, pair.flaked, pair.clear)


def flakers() -> list[Flaker]:
    """Pairs to keep apart, as the core reads them."""
    kept_apart = Pair.objects.filter(
        flakes=True, first__retired_at=None, second__retired_at=None
    ).order_by("first__name", "second__name")
    return [
        Flaker(first=str(first), second=str(second), because=because)
        for first, second, because in kept_apart.values_list("first", "second", "because")
    ]
