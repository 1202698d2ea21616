"""Taking in a table of products, after it was looked at."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from rest_framework.exceptions import ValidationError
from simple_history.utils import bulk_create_with_history

from craft.messages import say
from salon.platform.errors import flatten_errors
from salon.platform.language import sentence
from salon.products.exchange import COLUMNS, Row, read
from salon.products.models import Product
from salon.products.serializers import ProductSerializer
from salon.products.services import change
from salon.products.stock import deliver, recount

__all__ = ["COLUMNS", "SLICE_ROWS", "Looked", "look_at", "take_in"]

#: So many rows are taken in at once.
SLICE_ROWS = 100
#: Of stock that comes with a table.
NOTE = say("imported from a table")


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
    chosen = rows if start is None else rows[start : start + SLICE_ROWS]
    for row, look in zip(chosen, check_rows(chosen, held), strict=True):
        key = look.name.lower()
        if key and key in lines:
            text = sentence("{name} is already on line {line}.", name=look.name, line=lines[key])
            look.problems.append({"field": "name", "message": text})
        lines.setdefault(key, row.line)
        looks.append(look)
    return looks, len(rows)


def check_rows(rows: Iterable[Row], held: Mapping[str, Product]) -> Iterator[Looked]:
    """Rows, each checked as a form would be.

    Args:
        rows: of the table
        held: products of the shelf by name in lower case
    """
    # Made once: making it takes longer than checking a row.
    form = ProductSerializer()
    for row in rows:
        yield check_row(row, held, form)


def check_row(row: Row, held: Mapping[str, Product], form: ProductSerializer) -> Looked:
    """One row, checked as a form would be.

    Args:
        row: of the table
        held: products of the shelf by name in lower case
        form: checks it; what it checked before does not matter
    """
    name = str(row.values.get("name", ""))
    product = held.get(name.lower())
    look = Looked(row.line, name, product=product)
    values = dict(row.values)
    more = values.pop("(more)", None)
    if more:
        look.problems.append(
            {"field": "", "message": sentence("This row has more cells than the header.")}
        )
    form.instance, form.partial = product, product is not None
    try:
        checked = form.run_validation(values)
    except ValidationError as error:
        look.problems += list(flatten_errors(error.detail))
        return look
    look.values = {name: checked[name] for name in values if name in COLUMNS}
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
        raise ValidationError(
            {
                "file": sentence(
                    "Line {line}: {text} Nothing was imported.", line=wrong.line, text=text
                )
            }
        )
    for begin in range(0, len(rows), SLICE_ROWS):
        take_in_slice(rows[begin : begin + SLICE_ROWS], by)


@transaction.atomic
def take_in_slice(rows: Sequence[Looked], by: User) -> None:
    """Take in some rows, all of them or none."""
    new = [row for row in rows if row.product is None]
    columns = [{name: row.values[name] for name in row.values if name != "stock_g"} for row in new]
    products = bulk_create_with_history([Product(**each) for each in columns], Product)
    for row, product in zip(new, products, strict=True):
        if row.values.get("stock_g"):
            deliver(product, row.values["stock_g"], by, NOTE)
    for row in rows:
        if row.product is None:
            continue
        values = dict(row.values)
        stock_g = values.pop("stock_g", None)
        if set(row.changes) - {"stock_g"}:
            change(row.product, values, row.product.version)
        if stock_g is not None and "stock_g" in row.changes:
            recount(row.product, stock_g, by, NOTE)
