"""The shelf as the core reads it."""

from typing import Any

from salon.shelf.models import Product


def shelf_for_plan() -> list[dict[str, Any]]:
    """Every bottle that has something left."""
    return [
        {
            "id": str(product.pk),
            "name": product.name,
            "role": product.role,
            "weight": product.weight,
            "ingredients": product.ingredients,
            "unit": product.unit,
            "unit_g": product.unit_g,
            "stock_g": product.stock_g,
        }
        for product in Product.objects.filter(stock_g__gt=0).order_by("pk")
    ]
