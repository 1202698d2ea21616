"""The shelf as the core reads it, and changes of a product."""

from collections.abc import Mapping
from datetime import date
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.contract.base import Json
from craft.products.shelf_life import Keeps, keeps
from salon.platform.errors import Conflict
from salon.products.models import Product
from salon.products.stock import deliver


def shelf_for_plan(day: date) -> list[Json]:
    """Every bottle that has something left, as it is on the day of a service."""
    held = Product.objects.filter(stock_g__gt=0, retired_at=None).order_by("pk")
    return [item_of(product, day) for product in held]


def item_of(product: Product, day: date) -> Json:
    """A bottle as the core reads it on a day, not yet checked."""
    life = life_of(product)
    return {
        "id": str(product.pk),
        "name": product.name,
        "role": product.role,
        "also": product.also,
        "weight": product.weight,
        "hold": product.hold or None,
        "directions": product.directions or None,
        "dwell_min": product.dwell_min,
        "dwell_max_min": product.dwell_max_min,
        "ingredients": product.ingredients,
        "unit": product.unit,
        "unit_g": product.unit_g,
        "stock_g": product.stock_g,
        "days_left": life.days_left(day) if life else None,
        "cost_per_g": cost_per_g(product),
    }


def life_of(product: Product) -> Keeps | None:
    """Until when a product may be used."""
    return keeps(
        product.best_before,
        product.opened_on,
        product.months_after_opening,
        product.made_on,
        product.keeps_days,
    )


def cost_per_g(product: Product) -> float | None:
    """Price of a gram, where price and content are known."""
    if product.price is None or not product.full_g:
        return None
    return float(product.price) / product.full_g


@transaction.atomic
def add(values: Mapping[str, Any], by: User) -> Product:
    """Add a product; what is there of it is booked as a delivery."""
    columns = {name: value for name, value in values.items() if name != "stock_g"}
    product = Product.objects.create(**columns)
    if values.get("stock_g"):
        deliver(product, values["stock_g"], by)
    return product


@transaction.atomic
def change(product: Product, values: Mapping[str, Any], version: int) -> Product:
    """Change a product.

    Raises:
        Conflict: somebody else changed it in the meantime
    """
    held = Product.objects.select_for_update().get(pk=product.pk)
    if held.version != version:
        raise Conflict
    for name, value in values.items():
        setattr(held, name, value)
    held.version += 1
    held.save()
    return held


def retire(product: Product, *, back: bool = False) -> Product:
    """Take a product off the shelf, or put it back; nothing of it is lost."""
    product.retired_at = None if back else timezone.now()
    product.save(update_fields=["retired_at"])
    return product
