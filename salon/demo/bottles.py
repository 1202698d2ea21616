"""An invented shelf with plainly descriptive names. Labels, weights and prices are invented.

It is a table like one a salon takes in, but for its dates, told in days from today so that
the demo is always alive. Its labels come in as many layouts as labels on bottles do.
"""

import csv
import io
from datetime import date, timedelta
from importlib.resources import files

#: Columns told in days from today, the column they fill, and whether they lie behind or ahead.
DATES = (
    ("opened_days_ago", "opened_on", -1),
    ("made_days_ago", "made_on", -1),
    ("best_before_days", "best_before", 1),
)


def bottles() -> list[dict[str, str]]:
    """Rows of the table, blanks as empty text."""
    text = files("salon.demo").joinpath("bottles.csv").read_text("utf-8")
    return list(csv.DictReader(io.StringIO(text)))


def dated_row(row: dict[str, str], today: date) -> dict[str, str]:
    """A row in the columns a salon's table has."""
    values = dict(row)
    for name, column, sign in DATES:
        days = values.pop(name)
        if days:
            values[column] = (today + sign * timedelta(days=int(days))).isoformat()
    return values


BOTTLES = bottles()
