"""How long everything lasts and what to order."""

from datetime import date, datetime, timedelta

from django.db.models import Count, Sum
from django.db.models.functions import Abs
from django.utils import timezone

from craft.products.reorder import WINDOW_DAYS, Outlook, Use, outlook, use_from
from salon.planning.models import ProductDemand
from salon.products.models import Product, StockMove
from salon.salon_settings.services import current_salon


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
    salon = current_salon()
    now = timezone.now()
    used = uses(now - timedelta(days=WINDOW_DAYS))
    planned = planned_use(now)
    return {
        product.pk: outlook(
            product.stock_g,
            used.get(product.pk, Use(0.0, 0.0, 0)),
            planned.get(product.pk, {}),
            timezone.localdate(),
            lead_days=salon.lead_days,
            order_for_days=salon.order_for_days,
            full_g=product.full_g,
        )
        for product in products
    }


def planned_use(since: datetime) -> dict[int, dict[date, float]]:
    """What plans to come will take: grams of each product, day by day."""
    use: dict[int, dict[date, float]] = {}
    coming = ProductDemand.objects.filter(begin__gte=since).values_list("product", "begin", "grams")
    for product, begin, grams in coming:
        days = use.setdefault(product, {})
        day = timezone.localtime(begin).date()
        days[day] = days.get(day, 0.0) + grams
    return use
