"""Grams that come and go."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.errors import CraftError
from salon.platform.errors import ConfirmationRequired
from salon.platform.language import sentence
from salon.products.models import Product, StockMove

MOST_G = 20_000.0
GRAMS_DIGITS = 2
#: Stocks that differ by less are the same [g].
SAME_G = 0.05


def move(
    product: Product,
    kind: StockMove.Kind,
    grams: float,
    by: User | None,
    **more: Any,
) -> StockMove:
    """Book grams in or out; arguments as `book`."""
    return book(product, kind, lambda _: grams, by, **more)


@transaction.atomic
def book(
    product: Product,
    kind: StockMove.Kind,
    grams_of: Callable[[float], float],
    by: User | None,
    **more: Any,
) -> StockMove:
    """Book grams in or out; what is left is never less than nothing.

    What is used beyond what the shelf knew empties the bottle and says so: the record of the use
    stays true, and the shelf asks for a recount.

    Args:
        product: of which bottle; its stock is read again, for another device may have changed it
        kind: why
        grams_of: grams to book, positive in, negative out, from those that are left now [g]
        by: who
        more: other columns of the move
    """
    held = Product.objects.select_for_update().get(pk=product.pk)
    taken, beyond = within_stock(held.stock_g, grams_of(held.stock_g))
    if beyond:
        more["note"] = sentence(
            "{beyond:.1f g} more than was in stock: recount. {note}",
            beyond=beyond,
            note=more.get("note", ""),
        )
    booked = StockMove.objects.create(
        product=held, kind=kind, grams=taken, beyond_g=beyond, by=by, **more
    )
    held.stock_g = round(held.stock_g + taken, GRAMS_DIGITS)
    held.save(update_fields=["stock_g"])
    product.stock_g = held.stock_g
    return booked


def within_stock(stock_g: float, grams: float) -> tuple[float, float]:
    """Grams that can be booked, and those beyond what the shelf knew of.

    Args:
        stock_g: what is left [g]
        grams: positive in, negative out [g]
    """
    beyond = max(0.0, -(stock_g + grams))
    return grams + beyond, round(beyond, GRAMS_DIGITS)


def deliver(product: Product, grams: float, by: User, note: str = "") -> StockMove:
    """A delivery.

    Raises:
        CraftError: there would be more than a shelf holds
    """

    def arrives(stock_g: float) -> float:
        check_room(stock_g + grams, stock_g)
        return grams

    return book(product, StockMove.Kind.DELIVERY, arrives, by, note=note)


def check_room(after_g: float, stock_g: float) -> None:
    """Refuse more than a shelf holds of a product.

    Raises:
        CraftError: says how much fits
    """
    if after_g > MOST_G:
        raise CraftError(
            "grams",
            sentence(
                "A product holds at most {most_g:g g} in all its bottles. {stock_g:g g} are here, "
                "so at most {most:g g} can be delivered.",
                most_g=MOST_G,
                stock_g=stock_g,
                most=max(0.0, MOST_G - stock_g),
            ),
        )


def recount(
    product: Product,
    grams: float,
    by: User,
    note: str = "",
    seen_g: float | None = None,
) -> StockMove:
    """Set what is left to what was weighed.

    Args:
        product: that was counted
        grams: what was weighed [g]
        by: who counted
        note: why
        seen_g: what the shelf said when counting began [g]; None: nobody needs to be asked
    Raises:
        Doubtful: the shelf has changed since: the count may miss what was used meanwhile
    """

    def difference(stock_g: float) -> float:
        if seen_g is not None and abs(stock_g - seen_g) >= SAME_G:
            raise ConfirmationRequired(
                {
                    "grams": sentence(
                        "The stock changed from {seen_g:g g} to {stock_g:g g} while you were "
                        "counting. Is {grams:g g} the amount there now?",
                        seen_g=seen_g,
                        stock_g=stock_g,
                        grams=grams,
                    )
                }
            )
        return grams - stock_g

    return book(product, StockMove.Kind.RECOUNT, difference, by, note=note)


def waste(product: Product, grams: float, by: User, note: str = "") -> StockMove:
    """Thrown away.

    Raises:
        CraftError: more than is left
    """

    def thrown(stock_g: float) -> float:
        if grams > stock_g:
            raise CraftError("grams", sentence("Only {stock_g:g g} are left.", stock_g=stock_g))
        return -grams

    return book(product, StockMove.Kind.WASTE, thrown, by, note=note)


@transaction.atomic
def undo(booked: StockMove, *, back: bool = False) -> StockMove:
    """Undo a move, or do it again.

    Raises:
        CraftError: there is too little left to take a delivery back, or too much to put it back
    """
    booked = StockMove.objects.select_for_update().get(pk=booked.pk)
    if (booked.undone_at is None) is back:
        return booked
    held = Product.objects.select_for_update().get(pk=booked.product_id)
    left = held.stock_g + (booked.grams if back else -booked.grams)
    if left < 0:
        raise CraftError(
            "undo",
            sentence(
                "Only {stock_g:g g} are left; this would take {grams:g g} away.",
                stock_g=held.stock_g,
                grams=abs(booked.grams),
            ),
        )
    check_room(left, held.stock_g)
    held.stock_g = round(left, GRAMS_DIGITS)
    held.save(update_fields=["stock_g"])
    booked.undone_at = None if back else timezone.now()
    booked.save(update_fields=["undone_at"])
    return booked


@dataclass(frozen=True)
class Used:
    """What a visit used of a product.

    Args:
        grams: how much [g], >= 0
        weighed: whether all of it was noted; else it is the plan's
    """

    grams: float
    weighed: bool


@transaction.atomic
def keep_use(
    visit: int,
    used: Mapping[int, Used],
    by: User | None,
    at: datetime,
    booked_at: datetime,
) -> None:
    """Keep what the log of a visit says was used, and nothing else of that visit.

    A use that somebody has undone stays undone.

    Args:
        visit: its number
        used: by product
        by: who noted it
        at: when the visit began
        booked_at: when the shelf learned of it first
    """
    recorded = {move.product_id: move for move in StockMove.objects.filter(visit=visit)}
    products = Product.objects.in_bulk(used)
    for product, booked in recorded.items():
        amount = used.get(product, Used(0.0, booked.weighed))
        if round(amount.grams, GRAMS_DIGITS) != round(booked.beyond_g - booked.grams, GRAMS_DIGITS):
            change_use(booked, amount.grams)
        StockMove.objects.filter(pk=booked.pk).update(weighed=amount.weighed, at=at)
    for pk, amount in used.items():
        if pk in products and pk not in recorded and amount.grams > 0:
            move(
                products[pk],
                StockMove.Kind.USED,
                -amount.grams,
                by,
                visit=visit,
                weighed=amount.weighed,
                at=at,
                booked_at=booked_at,
            )


def change_use(booked: StockMove, grams: float) -> None:
    """Change what a visit used of a product; nothing comes of a use that is undone.

    Args:
        booked: the use
        grams: what was really used [g], >= 0
    """
    held = Product.objects.select_for_update().get(pk=booked.product_id)
    undone = booked.undone_at is not None
    before = held.stock_g if undone else held.stock_g - booked.grams
    taken, beyond = within_stock(before, -grams)
    StockMove.objects.filter(pk=booked.pk).update(grams=taken, beyond_g=beyond)
    if not undone:
        held.stock_g = round(before + taken, GRAMS_DIGITS)
        held.save(update_fields=["stock_g"])


@transaction.atomic
def replay() -> None:
    """Book every move again in the order in which the shelf learned of them.

    Uses keep what they ask for and take what was there; the sum stands at the bottle.
    """
    stocks: dict[int, float] = {}
    changed = []
    for booked in StockMove.objects.order_by("booked_at", "pk"):
        if booked.undone_at is not None:
            continue
        stock = stocks.get(booked.product_id, 0.0)
        taken = within_stock(stock, booked.grams - booked.beyond_g)
        if taken != (booked.grams, booked.beyond_g):
            booked.grams, booked.beyond_g = taken
            changed.append(booked)
        stocks[booked.product_id] = round(stock + taken[0], GRAMS_DIGITS)
    StockMove.objects.bulk_update(changed, ["grams", "beyond_g"], batch_size=500)
    for product in Product.objects.all():
        Product.objects.filter(pk=product.pk).update(stock_g=stocks.get(product.pk, 0.0))
