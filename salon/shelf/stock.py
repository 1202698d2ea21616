"""Grams that come and go."""

from collections.abc import Mapping
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from django.utils import timezone

from craft.errors import CraftError
from salon.shelf.models import Product, StockMove

MOST_G = 20_000.0
GRAMS_DIGITS = 2


@transaction.atomic
def move(
    product: Product,
    kind: StockMove.Kind,
    grams: float,
    by: AbstractBaseUser | None,
    **more: Any,
) -> StockMove:
    """Book grams in or out; what is left is never less than nothing.

    What is used beyond what the shelf knew empties the bottle and says so: the record of the use
    stays true, and the shelf asks for a recount.

    Args:
        product: of which bottle
        kind: why
        grams: positive in, negative out [g]
        by: who
        more: other columns of the move
    """
    held = Product.objects.select_for_update().get(pk=product.pk)
    left = held.stock_g + grams
    if left < 0:
        more["note"] = f"{-left:.1f} g more than the shelf knew: recount. {more.get('note', '')}"
        grams = -held.stock_g
    done = StockMove.objects.create(product=held, kind=kind, grams=grams, by=by, **more)
    held.stock_g = round(max(0.0, left), GRAMS_DIGITS)
    held.save(update_fields=["stock_g"])
    product.stock_g = held.stock_g
    return done


def deliver(product: Product, grams: float, by: AbstractBaseUser, note: str = "") -> StockMove:
    """A delivery.

    Raises:
        CraftError: there would be more than a shelf holds
    """
    if product.stock_g + grams > MOST_G:
        raise CraftError("grams", f"A product holds at most {MOST_G:g} g in all its bottles.")
    return move(product, StockMove.Kind.DELIVERY, grams, by, note=note)


def recount(product: Product, grams: float, by: AbstractBaseUser, note: str = "") -> StockMove:
    """Set what is left to what was weighed."""
    return move(product, StockMove.Kind.RECOUNT, grams - product.stock_g, by, note=note)


def waste(product: Product, grams: float, by: AbstractBaseUser, note: str = "") -> StockMove:
    """Thrown away.

    Raises:
        CraftError: more than is left
    """
    if grams > product.stock_g:
        raise CraftError("grams", f"Only {product.stock_g:g} g are left.")
    return move(product, StockMove.Kind.WASTE, -grams, by, note=note)


@transaction.atomic
def undo(one: StockMove, *, back: bool = False) -> StockMove:
    """Undo a move, or do it again.

    Raises:
        CraftError: there is too little left to take a delivery back
    """
    one = StockMove.objects.select_for_update().get(pk=one.pk)
    if (one.undone_at is None) is back:
        return one
    held = Product.objects.select_for_update().get(pk=one.product_id)
    left = held.stock_g + (one.grams if back else -one.grams)
    if left < 0:
        raise CraftError(
            "undo", f"Only {held.stock_g:g} g are left, it would take {abs(one.grams):g} g away."
        )
    held.stock_g = round(left, GRAMS_DIGITS)
    held.save(update_fields=["stock_g"])
    one.undone_at = None if back else timezone.now()
    one.save(update_fields=["undone_at"])
    return one


def draw_down(
    visit: int, used: Mapping[int, tuple[float, bool]], by: AbstractBaseUser | None, at: Any
) -> list[StockMove]:
    """What a visit took from the shelf.

    Args:
        visit: its number
        used: grams by product, and whether they were weighed; else they are the plan's
        by: who recorded it
        at: when it was
    """
    products = Product.objects.in_bulk(used)
    return [
        move(products[pk], StockMove.Kind.USED, -grams, by, visit=visit, weighed=weighed, at=at)
        for pk, (grams, weighed) in used.items()
        if pk in products and grams > 0
    ]
