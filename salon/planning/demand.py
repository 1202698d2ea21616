"""What plans to come take of the shelf, the kit and the stations: kept as rows, renewed as a whole.

Rows follow from the plan's answer and its hour. They are there as long as the plan is to come and
are written in the same transaction as what makes it so, or ends it.
"""

from datetime import datetime, timedelta

from django.db import transaction
from django.utils import timezone

from craft.day.linen import linen_spans
from craft.plan.timetable import kit_spans, timetable
from salon.planning.models import (
    DEMANDS,
    KitDemand,
    Plan,
    ProductDemand,
    StationDemand,
    still_to_come,
)
from salon.products.models import Product

#: A plan that was not begun by so long after its hour takes nothing any more. Salon standard.
EXPIRES_AFTER = timedelta(hours=24)


@transaction.atomic
def renew_demand(plan: Plan) -> None:
    """Write what a plan takes again: nothing unless it is to come."""
    end_demand(plan)
    if not still_to_come().filter(pk=plan.pk).exists():
        return
    KitDemand.objects.bulk_create(kit_demand(plan))
    ProductDemand.objects.bulk_create(product_demand(plan))
    StationDemand.objects.bulk_create(station_demand(plan))


def end_demand(plan: Plan) -> None:
    """A plan takes nothing any more: it was begun, revised or given another hour."""
    for demand in DEMANDS:
        demand._default_manager.filter(plan=plan).delete()


def start_of(plan: Plan) -> datetime:
    """When a plan to come begins."""
    assert plan.planned_start is not None  # only those to come are asked
    return plan.planned_start


def kit_demand(plan: Plan) -> list[KitDemand]:
    """Pieces a plan keeps on the head, caps and towels."""
    start = start_of(plan)
    return [
        KitDemand(
            plan=plan,
            kind=span.kind,
            diameter_mm=span.diameter_mm,
            count=span.count,
            substitutes=span.substitutes,
            begin=start,
            end=start + timedelta(minutes=span.end_min),
            expires_at=start + EXPIRES_AFTER,
        )
        for span in (*kit_spans(plan.parsed_answer), *linen_spans(plan.parsed_answer))
    ]


def product_demand(plan: Plan) -> list[ProductDemand]:
    """Grams a plan takes of each bottle that is still on the shelf."""
    start = start_of(plan)
    minutes = plan.parsed_answer.totals.first_sitting_min
    grams = grams_of(plan)
    on_shelf = Product.objects.filter(pk__in=grams).values_list("pk", flat=True)
    return [
        ProductDemand(
            plan=plan,
            product_id=product,
            grams=grams[product],
            begin=start,
            end=start + timedelta(minutes=minutes),
            expires_at=start + EXPIRES_AFTER,
        )
        for product in on_shelf
    ]


def grams_of(plan: Plan) -> dict[int, float]:
    """Grams a plan takes of each bottle [g]."""
    grams: dict[int, float] = {}
    for step in plan.parsed_answer.steps:
        for dose in step.products:
            if dose.id is not None and dose.grams > 0:
                product = int(dose.id)
                grams[product] = round(grams.get(product, 0.0) + dose.grams, 1)
    return grams


def station_demand(plan: Plan) -> list[StationDemand]:
    """Places a plan takes, step by step, all sittings."""
    start = start_of(plan)
    return [
        StationDemand(
            plan=plan,
            step=slot.step,
            station=slot.station,
            hands=slot.hands,
            begin=start + timedelta(minutes=slot.begin_min),
            end=start + timedelta(minutes=slot.end_min),
            expires_at=start + EXPIRES_AFTER,
        )
        for slot in timetable(plan.parsed_answer)
    ]


def renew_all_demand() -> int:
    """Write the demand of every plan to come again; how many plans there were."""
    now = timezone.now()
    for demand in DEMANDS:
        demand._default_manager.all().delete()
    plans = list(still_to_come().filter(planned_start__gt=now - EXPIRES_AFTER))
    for plan in plans:
        renew_demand(plan)
    return len(plans)
