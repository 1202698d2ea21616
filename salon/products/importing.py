"""Taking in a table of products, after it was looked at."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from rest_framework.exceptions import ValidationError

from salon.platform.errors import flatten_errors
from salon.products.exchange import COLUMNS, Row, read
from salon.products.models import Product
from salon.products.serializers import ProductSerializer
from salon.products.services import change
from salon.products.stock import deliver, recount

__all__ = ["COLUMNS", "SLICE_ROWS", "Looked", "look_at", "take_in"]

#: So many rows are taken in at once.
SLICE_ROWS = 100


@dataclass
class Looked:
    """A row of a table beside what the shelf has.

    Args:
        line: in the file
        name: of the product
        action: "add", "change" or "same"
        changes: columns that would change
        problems: field and message of what is wrong
        values: checked values, if nothing is wrong
        product: the one on the shelf, if there is one
    """

    line: int
    name: str
    action: str = "add"
    changes: list[str] = field(default_factory=list)
    problems: list[dict[str, str]] = field(default_factory=list)
    values: dict[str, Any] = field(default_factory=dict)
    product: Product | None = None


def look_at(data: bytes, start: int | None = None) -> tuple[list[Looked], int]:
    """Every row of a table with what it would do and what is wrong with it.

    Args:
        data: of the file
        start: only a slice of the rows, from this one; None: all of them
    Returns:
        the rows, and how many the table has
    Raises:
        CraftError: the table as a whole cannot be read
    """
    rows = read(data)
    held = {product.name.lower(): product for product in Product.objects.all()}
    lines: dict[str, int] = {}
    looks = []
    for row in rows if start is None else rows[start : start + SLICE_ROWS]:
        look = check_row(row, held)
        key = look.name.lower()
        if key and key in lines:
            text = f"{look.name} stands on line {lines[key]} already."
            look.problems.append({"field": "name", "message": text})
        lines.setdefault(key, row.line)
        looks.append(look)
    return looks, len(rows)


def check_row(row: Row, held: dict[str, Product]) -> Looked:
    """One row, checked as a form would be."""
    name = str(row.values.get("name", ""))
    product = held.get(name.lower())
    look = Looked(row.line, name, product=product)
    values = dict(row.values)
    more = values.pop("(more)", None)
    if more:
        look.problems.append({"field": "", "message": "This row has more cells than the header."})
    given = ProductSerializer(product, data=values, partial=product is not None)
    if not given.is_valid():
        look.problems += list(flatten_errors(given.errors))
        return look
    look.values = {name: given.validated_data[name] for name in values if name in COLUMNS}
    if product is not None:
        look.changes = [
            name for name, value in look.values.items() if getattr(product, name) != value
        ]
        look.action = "change" if look.changes else "same"
    return look


def take_in(rows: Sequence[Looked], by: User) -> None:
    """Take in every row; none if one of them is wrong.

    They are taken in slice by slice: others who write wait for a slice, not for the table.

    Raises:
        ValidationError: a row has a problem
    """
    wrong = next((row for row in rows if row.problems), None)
    if wrong:
        text = wrong.problems[0]["message"]
        raise ValidationError({"file": f"Line {wrong.line}: {text} Nothing was taken in."})
    for begin in range(0, len(rows), SLICE_ROWS):
        take_in_slice(rows[begin : begin + SLICE_ROWS], by)


@transaction.atomic
def take_in_slice(rows: Sequence[Looked], by: User) -> None:
    """Take in some rows, all of them or none."""
    for row in rows:
        values = dict(row.values)
        stock_g = values.pop("stock_g", None)
        if row.product is None:
            product = Product.objects.create(**values)
            if stock_g:
                deliver(product, stock_g, by, "taken in from a table")
            continue
        if set(row.changes) - {"stock_g"}:
            change(row.product, values, row.product.version)
        if stock_g is not None and "stock_g" in row.changes:
            recount(row.product, stock_g, by, "taken in from a table")
