"""Findings: factors with their doubt, promises kept, errors held out, the books of the chair."""

import math
from collections.abc import Iterator
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Avg, Count, F, QuerySet, Sum
from django.db.models.functions import Abs
from django.utils import timezone

from craft.learning.quantities import LEAST_VISITS, MATTERS, differs
from craft.learning.scoring import brier, calibrate, log_score, reliability
from craft.learning.wearing import compare_habits, of_humidity
from craft.plan.timetable import SHAPING
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import LearnedOf, Promised, Style, VisitState
from salon.aftercare.lasting import told_days
from salon.clients.models import OpenedSet
from salon.learning.models import LearnedFactor, LearnedSample, Promise
from salon.learning.services import BY_HANDS, DRYING, estimate_of
from salon.products.models import Product, StockMove
from salon.products.services import cost_per_g
from salon.results.idle import idle
from salon.salon_settings.services import current_salon
from salon.staff.services import name_of
from salon.visits.models import Visit, VisitStep

#: Promises that are laid beside what came: the newest so many.
PROMISES = 2000
#: Standard deviations within which nine in ten lie.
NINE_IN_TEN_Z = 1.645
#: The books look back so far.
BOOKS = timedelta(days=365)


def group_name(group: str) -> str:
    """A group in words: shaping by its technique, the rest by its key."""
    if group.startswith(f"{SHAPING} "):
        return TECHNIQUES[Style(group.removeprefix(f"{SHAPING} "))].title
    return group.replace("_", " ").capitalize()


def learned_rows() -> list[dict[str, Any]]:
    """Factors that rest on enough visits, those farthest from the salon's standard first."""
    values = LearnedSample.objects.values("quantity", "group").annotate(standard=Avg("standard"))
    usual = {(row["quantity"], row["group"]): row["standard"] for row in values}
    people = {user.get_username(): name_of(user) for user in User.objects.all()}
    rows = []
    for row in LearnedFactor.objects.filter(visits__gte=LEAST_VISITS):
        estimate = estimate_of(row)
        low, high = estimate.interval()
        standard = usual.get((row.quantity, row.group), 0.0)
        rows.append(
            {
                "quantity": row.quantity,
                "group": row.group,
                "title": group_name(row.group),
                "hands": people.get(row.hands, row.hands),
                "username": row.hands,
                "by_hands": LearnedOf(row.quantity) in BY_HANDS,
                "factor": estimate.factor,
                "low": low,
                "high": high,
                "visits": row.visits,
                "standard": standard,
                "now": standard * estimate.factor,
                "differs": differs(estimate),
            }
        )
    rows += drying_row()
    return sorted(rows, key=lambda row: (not row["differs"], -abs(row["factor"] - 1)))


def drying_row() -> list[dict[str, Any]]:
    """The salon's factor on drying times, where it rests on enough sets."""
    standard = current_salon()
    used = OpenedSet.objects.filter(used=True)
    if standard.drying_visits < LEAST_VISITS:
        return []
    usual = used.aggregate(mean=Avg("forecast_h"))["mean"] or 0.0
    factor, half = standard.drying_factor, NINE_IN_TEN_Z * standard.drying_unsure
    low, high = factor * math.exp(-half), factor * math.exp(half)
    return [
        {
            "quantity": DRYING,
            "group": "",
            "title": "Drying time",
            "hands": "",
            "username": "",
            "by_hands": False,
            "factor": factor,
            "low": low,
            "high": high,
            "visits": standard.drying_visits,
            "standard": usual,
            "now": usual * factor,
            "differs": not low <= 1 <= high and abs(factor - 1) >= MATTERS,
        }
    ]


def held_out() -> list[dict[str, Any]]:
    """Errors of forecasts that were made from the past alone: before learning, and after."""
    judged = LearnedSample.objects.exclude(expected=None)
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
        {**row, "covered": inside.get(row["quantity"], 0) / row["count"]}
        for row in rows.order_by("quantity")
    ]


def promises() -> list[dict[str, Any]]:
    """What plans promised with odds, beside what came."""
    rows = []
    for kind in Promised:
        rows_of = Promise.objects.filter(kind=kind).values_list("odds", "came", "forecast")
        pairs = list(rows_of[:PROMISES])
        if not pairs:
            continue
        odds, came = [pair[0] for pair in pairs], [pair[1] for pair in pairs]
        alone = [told if forecast is None else forecast for told, _, forecast in pairs]
        bent = calibrate(alone, came)
        rows.append(
            {
                "kind": kind.value,
                "count": len(pairs),
                "promised": sum(odds) / len(odds),
                "came": sum(came) / len(came),
                "brier": brier(odds, came),
                "log_score": log_score(odds, came),
                "log_score_alone": log_score(alone, came),
                "classes": [vars(each) for each in reliability(odds, came)],
                "bent": [{"promised": each, "really": bent.odds(each)} for each in (0.5, 0.7, 0.9)],
            }
        )
    return rows


def at_home() -> dict[str, Any]:
    """What nights, refreshes and the air do to styles, as clients told it."""
    days = told_days()
    air = of_humidity(days)
    return {
        "days": len(days),
        "wears": len({day.wear for day in days}),
        "nights": [vars(each) for each in compare_habits(days, "night")],
        "refreshes": [vars(each) for each in compare_habits(days, "refresh")],
        "humidity": vars(air) if air else None,
    }


def books() -> dict[str, Any]:
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
    return {
        "since": since.date(),
        "visits": visits,
        "planned_min": minutes["planned"] or 0.0,
        "actual_min": minutes["actual"] or 0.0,
        "product_cost": cost[StockMove.Kind.USED],
        "cost_per_visit": cost[StockMove.Kind.USED] / visits if visits else None,
        "wasted": cost[StockMove.Kind.WASTE],
        "lost": cost[StockMove.Kind.RECOUNT],
        "steps": kept.count(),
        "steps_kept": kept.filter(came=True).count(),
        **idle(),
    }


def by_product(moves: QuerySet[StockMove]) -> Iterator[tuple[str, Product, float]]:
    """Grams moved, by kind and product; summed by the database."""
    sums = moves.order_by().values_list("kind", "product").annotate(grams=Sum("grams"))
    rows = list(sums)
    products = Product.objects.in_bulk({row[1] for row in rows})
    for kind, product, grams in rows:
        yield kind, products[product], grams
