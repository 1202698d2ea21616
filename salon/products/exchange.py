"""The shelf as a table: out as CSV, and in, looked at first.

CSV as in RFC 4180, in UTF-8, with commas; semicolons and tabs are read too.
"""

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from craft.errors import CraftError
from salon.platform.language import sentence

COLUMNS = (
    "name",
    "role",
    "also",
    "weight",
    "hold",
    "directions",
    "dwell_min",
    "dwell_max_min",
    "ingredients",
    "unit",
    "unit_g",
    "stock_g",
    "full_g",
    "price",
    "batch",
    "barcode",
    "best_before",
    "opened_on",
    "months_after_opening",
    "made_on",
    "keeps_days",
    "note",
)
MOST_ROWS = 2000
MOST_BYTES = 2_000_000
#: Beginnings a spreadsheet would run as a formula; written with an apostrophe before them.
FORMULAS = ("=", "+", "-", "@", "\t", "\r")


@dataclass(frozen=True)
class Row:
    """A row of a table that was read.

    Args:
        line: in the file, from 1
        values: by column, blanks left out
    """

    line: int
    values: Mapping[str, Any]


def written(rows: Sequence[Mapping[str, Any]]) -> str:
    """A table as CSV."""
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS, lineterminator="\r\n")
    writer.writeheader()
    for row in rows:
        writer.writerow({name: cell(row[name]) for name in COLUMNS})
    return out.getvalue()


def cell(value: Any) -> str:
    """One value as it is written."""
    if value is None:
        return ""
    if isinstance(value, list):
        return " ".join(value)
    text = str(value)
    numeric = isinstance(value, int | float)
    return "'" + text if text.startswith(FORMULAS) and not numeric else text


def read(data: bytes) -> list[Row]:
    """A table that was sent in.

    Raises:
        CraftError: it is no table, names unknown columns, or is too long
    """
    if len(data) > MOST_BYTES:
        raise CraftError("file", sentence("The file is larger than 2 MB."))
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise CraftError(
            "file", sentence("The file is not UTF-8 text: save it as CSV UTF-8.")
        ) from error
    if "\0" in text or not text.strip():
        raise CraftError("file", sentence("The file contains no table."))
    header = text.lstrip().splitlines()[0]
    separator = max(",;\t", key=header.count)
    reader = csv.DictReader(io.StringIO(text, newline=""), delimiter=separator)
    names = [(name or "").strip().lower() for name in reader.fieldnames or []]
    reader.fieldnames = names
    unknown = [name for name in names if name not in COLUMNS]
    if unknown or "name" not in names:
        what = (
            sentence("Unknown column {column}.", column=repr(unknown[0]))
            if unknown
            else sentence("There is no column 'name'.")
        )
        raise CraftError(
            "file", sentence("{what} Known: {columns}.", what=what, columns=", ".join(COLUMNS))
        )
    try:
        rows = [Row(reader.line_num, clean_row(row)) for row in reader]
    except csv.Error as error:
        raise CraftError(
            "file",
            sentence(
                "Line {line_num} cannot be read: {error}.",
                line_num=reader.line_num,
                error=str(error),
            ),
        ) from error
    rows = [row for row in rows if row.values]
    if not rows:
        raise CraftError("file", sentence("The table has a header but no rows."))
    if len(rows) > MOST_ROWS:
        raise CraftError(
            "file",
            sentence(
                "At most {most_rows} rows; this table has {rows}.",
                most_rows=MOST_ROWS,
                rows=len(rows),
            ),
        )
    return rows


def clean_row(row: Mapping[Any, Any]) -> dict[str, Any]:
    """The values of a row, without blanks and without the marks of spreadsheets."""
    values: dict[str, Any] = {}
    for name, raw in row.items():
        if name is None:
            values["(more)"] = sentence("more cells than columns")
            continue
        text = (raw or "").strip()
        if text.startswith("'") and text[1:].startswith(FORMULAS):
            text = text[1:]
        if text:
            values[name] = text.split() if name == "also" else text
    return values
