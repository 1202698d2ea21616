"""Taking in a table of products, after it was looked at."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from rest_framework.exceptions import ValidationError

from salon.problems import flat
from salon.shelf.exchange import COLUMNS, Row, read
from salon.shelf.models import Product
from salon.shelf.serializers import ProductSerializer
from salon.shelf.services import change
from salon.shelf.stock import deliver, recount

__all__ = ["COLUMNS", "Looked", "look_at", "take_in"]


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


def look_at(data: bytes) -> list[Looked]:
    """Every row of a table with what it would do and what is wrong with it.

    Raises:
        CraftError: the table as a whole cannot be read
    """
    held = {one.name.lower(): one for one in Product.objects.all()}
    seen: dict[str, int] = {}
    found = []
    for row in read(data):
        one = looked(row, held)
        key = one.name.lower()
        if key and key in seen:
            told = f"{one.name} stands on line {seen[key]} already."
            one.problems.append({"field": "name", "message": told})
        seen.setdefault(key, row.line)
        found.append(one)
    return found


def looked(row: Row, held: dict[str, Product]) -> Looked:
    """One row, checked as a form would be."""
    name = str(row.values.get("name", ""))
    product = held.get(name.lower())
    one = Looked(row.line, name, product=product)
    values = dict(row.values)
    more = values.pop("(more)", None)
    if more:
        one.problems.append({"field": "", "message": "This row has more cells than the header."})
    given = ProductSerializer(product, data=values, partial=product is not None)
    if not given.is_valid():
        one.problems += list(flat(given.errors))
        return one
    one.values = {name: given.validated_data[name] for name in values if name in COLUMNS}
    if product is not None:
        one.changes = [
            name for name, value in one.values.items() if getattr(product, name) != value
        ]
        one.action = "change" if one.changes else "same"
    return one


@transaction.atomic
def take_in(rows: Sequence[Looked], by: User) -> None:
    """Take in every row; none if one of them is wrong.

    Raises:
        ValidationError: a row has a problem
    """
    wrong = next((one for one in rows if one.problems), None)
    if wrong:
        told = wrong.problems[0]["message"]
        raise ValidationError({"file": f"Line {wrong.line}: {told} Nothing was taken in."})
    for one in rows:
        values = dict(one.values)
        stock_g = values.pop("stock_g", None)
        if one.product is None:
            product = Product.objects.create(**values)
            if stock_g:
                deliver(product, stock_g, by, "taken in from a table")
            continue
        if set(one.changes) - {"stock_g"}:
            change(one.product, values, one.product.version)
        if stock_g is not None and "stock_g" in one.changes:
            recount(one.product, stock_g, by, "taken in from a table")
