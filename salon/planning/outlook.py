"""How long everything lasts, what to order, and what a service costs."""

from datetime import datetime, timedelta
from typing import Any

from django.db.models import Count, Sum
from django.db.models.functions import Abs
from django.utils import timezone

from craft.stocking import WINDOW_DAYS, Outlook, Use, outlook, use_from
from salon.house.services import the_house
from salon.planning.services import planned_use
from salon.shelf.models import Product, StockMove
from salon.shelf.services import cost_per_g


def uses(since: datetime) -> dict[int, Use]:
    """Use of every product within a window, from the moves of visits."""
    days = (timezone.now() - since).total_seconds() / 86_400
    rows = (
        StockMove.objects.filter(kind=StockMove.Kind.USED, at__gte=since, undone_at=None)
        .values("product")
        .annotate(total=Sum(Abs("grams")), squares=Sum(Abs("grams") * Abs("grams")), n=Count("pk"))
    )
    return {row["product"]: use_from(row["total"], row["squares"], row["n"], days) for row in rows}


def outlooks(products: list[Product]) -> dict[int, Outlook]:
    """What becomes of every product."""
    house = the_house()
    now = timezone.now()
    used = uses(now - timedelta(days=WINDOW_DAYS))
    planned = planned_use(now)
    return {
        product.pk: outlook(
            product.stock_g,
            used.get(product.pk, Use(0.0, 0.0, 0)),
            planned.get(product.pk, {}),
            timezone.localdate(),
            lead_days=house.lead_days,
            order_for_days=house.order_for_days,
            full_g=product.full_g,
        )
        for product in products
    }


def visit_cost(visit: int) -> dict[str, Any]:
    """What a visit took from the shelf, in money.

    Args:
        visit: its number
    Returns:
        cost, and the bottles that have no price
    """
    cost, unpriced = 0.0, []
    moves = StockMove.objects.filter(visit=visit, undone_at=None).select_related("product")
    for move in moves:
        each = cost_per_g(move.product)
        if each is None:
            unpriced.append(move.product.name)
        else:
            cost -= move.grams * each
    return {"cost": round(cost, 2), "unpriced": unpriced}
