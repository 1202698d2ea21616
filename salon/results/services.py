"""Findings: factors with their doubt, promises kept, errors held out, the books of the chair."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from django.db.models import Avg, Count, F, QuerySet, Sum
from django.db.models.functions import Abs
from django.utils import timezone

from craft.learning.scoring import Reliability, brier, calibrate, log_score, reliability
from craft.learning.wearing import Effect, compare_habits, of_humidity
from craft.vocabulary import Promised, VisitState
from salon.aftercare.lasting import told_days
from salon.learning.models import OPEN_ENDED, LearnedSample, Promise
from salon.products.models import Product, StockMove
from salon.products.services import cost_per_g
from salon.results.idle import idle
from salon.visits.models import Visit, VisitStep

#: Promises that are laid beside what came: the newest so many.
PROMISES = 2000
#: The books look back so far.
BOOKS = timedelta(days=365)


@dataclass(frozen=True)
class HeldOut:
    """Errors of forecasts of a quantity that were made from earlier visits alone.

    Args:
        quantity: that was forecast
        count: of forecasts
        before, after: mean error of the logarithm by the standard, and by what was learned
        covered: share that came within the range of nine in ten
    """

    quantity: str
    count: int
    before: float
    after: float
    covered: float


def held_out() -> list[HeldOut]:
    """Errors of forecasts that were made from the past alone: before learning, and after.

    A style that still looked good when its client stopped telling has no error yet.
    """
    judged = LearnedSample.objects.exclude(expected=None).exclude(OPEN_ENDED)
    rows = judged.values("quantity").annotate(
        count=Count("pk"),
        before=Avg(Abs("log_ratio")),
        after=Avg(Abs(F("log_ratio") - F("expected"))),
    )
    inside = dict(
        judged.filter(inside=True)
        .values_list("quantity")
        .annotate(count=Count("pk"))
        .values_list("quantity", "count")
    )
    return [
        HeldOut(**row, covered=inside.get(row["quantity"], 0) / row["count"])
        for row in rows.order_by("quantity")
    ]


@dataclass(frozen=True)
class BentOdds:
    """Odds as a forecast has them, and as they should have been given."""

    promised: float
    really: float


@dataclass(frozen=True)
class PromiseRecord:
    """Promises of a kind beside what came of them.

    Args:
        kind: of promise
        count: of promises
        promised, came: mean odds, and the share that came true
        brier, log_score: of the odds as they were given
        log_score_alone: of the forecast alone, before odds were bent
        classes: promised and came, by class of odds
        bent: how odds would have to be bent
    """

    kind: str
    count: int
    promised: float
    came: float
    brier: float
    log_score: float
    log_score_alone: float
    classes: Sequence[Reliability]
    bent: Sequence[BentOdds]


def promises() -> list[PromiseRecord]:
    """What plans promised with odds, beside what came."""
    rows = []
    for kind in Promised:
        rows_of = Promise.objects.filter(kind=kind).values_list(
            "odds", "came", "forecast", "client_id"
        )
        pairs = list(rows_of[:PROMISES])
        if not pairs:
            continue
        odds, came = [pair[0] for pair in pairs], [pair[1] for pair in pairs]
        alone = [given if forecast is None else forecast for given, _, forecast, _ in pairs]
        clients = [pair[3] for pair in pairs]
        bent = calibrate(alone, came, clients=clients)
        rows.append(
            PromiseRecord(
                kind=kind.value,
                count=len(pairs),
                promised=sum(odds) / len(odds),
                came=sum(came) / len(came),
                brier=brier(odds, came),
                log_score=log_score(odds, came),
                log_score_alone=log_score(alone, came),
                classes=reliability(odds, came, clients),
                bent=[BentOdds(each, bent.odds(each)) for each in (0.5, 0.7, 0.9)],
            )
        )
    return rows


@dataclass(frozen=True)
class AtHome:
    """What clients reported from home.

    Args:
        days, wears: that were reported, and of how many sets
        nights, refreshes: what each way does against the most usual one
        humidity: what a tenth more relative humidity does; None where nobody can say yet
    """

    days: int
    wears: int
    nights: Sequence[Effect]
    refreshes: Sequence[Effect]
    humidity: Effect | None


def at_home() -> AtHome:
    """What nights, refreshes and the air do to styles, as clients reported it."""
    days = told_days()
    return AtHome(
        days=len(days),
        wears=len({day.wear for day in days}),
        nights=compare_habits(days, "night"),
        refreshes=compare_habits(days, "refresh"),
        humidity=of_humidity(days),
    )


@dataclass(frozen=True)
class Books:
    """A year of the chair.

    Args:
        since: first day
        visits: that were finished
        planned_min, actual_min: hands-on minutes of the steps that were timed
        product_cost, cost_per_visit: of what was used; None without a visit
        wasted, lost: thrown away, and missing when counted again, in money
        steps, steps_kept: with a range of minutes, and within it
        idle_days, present_min, idle_min: of the last weeks, as `Idle` has them
    """

    since: date
    visits: int
    planned_min: float
    actual_min: float
    product_cost: float
    cost_per_visit: float | None
    wasted: float
    lost: float
    steps: int
    steps_kept: int
    idle_days: int
    present_min: float
    idle_min: float


def books() -> Books:
    """The chair's books of a year: minutes, products, what was thrown away or went missing."""
    since = timezone.now() - BOOKS
    done = Visit.objects.filter(started_at__gte=since, state=VisitState.DONE)
    worked = VisitStep.objects.filter(visit__in=done).exclude(minutes=None)
    minutes = worked.aggregate(planned=Sum("planned"), actual=Sum("minutes"))
    moves = StockMove.objects.filter(at__gte=since, undone_at=None)
    cost: dict[str, float] = dict.fromkeys(StockMove.Kind.values, 0.0)
    for kind, product, grams in by_product(moves):
        each = cost_per_g(product)
        cost[kind] += -grams * each if each else 0.0
    visits = done.count()
    kept = Promise.objects.filter(kind=Promised.MINUTES, at__gte=since)
    times = idle()
    return Books(
        since=since.date(),
        visits=visits,
        planned_min=minutes["planned"] or 0.0,
        actual_min=minutes["actual"] or 0.0,
        product_cost=cost[StockMove.Kind.USED],
        cost_per_visit=cost[StockMove.Kind.USED] / visits if visits else None,
        wasted=cost[StockMove.Kind.WASTE],
        lost=cost[StockMove.Kind.RECOUNT],
        steps=kept.count(),
        steps_kept=kept.filter(came=True).count(),
        idle_days=times.days,
        present_min=times.present_min,
        idle_min=times.idle_min,
    )


def by_product(moves: QuerySet[StockMove]) -> Iterator[tuple[str, Product, float]]:
    """Grams moved, by kind and product; summed by the database."""
    sums = moves.order_by().values_list("kind", "product").annotate(grams=Sum("grams"))
    rows = list(sums)
    products = Product.objects.in_bulk({row[1] for row in rows})
    for kind, product, grams in rows:
        yield kind, products[product], grams
