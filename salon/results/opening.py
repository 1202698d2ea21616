"""Findings as open data: every table as CSV or JSON, with a dictionary of its columns."""

import csv
import io
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any

from django.db.models import QuerySet

from salon.aftercare.models import Checkin
from salon.learning.models import LearnedFactor, LearnedSample, Promise
from salon.results.models import TrialPair
from salon.visits.models import SCORES, Visit


@dataclass(frozen=True)
class Table:
    """A table of open data.

    Args:
        about: what a row is
        columns: name and meaning, with its unit
        rows: as they are written, the newest first
    """

    about: str
    columns: dict[str, str]
    rows: Callable[[], QuerySet[Any, Any]]


#: Clients stand by their number: who they are stays in the salon.
TABLES: dict[str, Table] = {
    "visits": Table(
        "A visit that was recorded.",
        {
            "visit": "Number of the visit.",
            "client": "Number of the client; the name is not given away.",
            "style": "Key of the style.",
            "started_at": "When it began, ISO 8601.",
            "released_after_h": "Hours from the end of shaping to the opening [h].",
            "dryness": "How it felt when opened: dry, damp_roots or wet.",
            **dict.fromkeys(SCORES, "Score when opened, 1 to 5."),
            "length_cm": "Finished length as measured [cm].",
            "residue": "White residue: none, some or much.",
        },
        lambda: (
            Visit.objects.exclude(state="planned")
            .order_by("-started_at", "-pk")
            .values_list(
                "pk",
                "client",
                "plan__style",
                "started_at",
                "released_after_h",
                "dryness",
                *SCORES,
                "length_cm",
                "residue",
            )
        ),
    ),
    "samples": Table(
        "What one visit says of one learned quantity.",
        {
            "visit": "Number of the visit.",
            "client": "Number of the client.",
            "hands": "Name of the person who did it, as they sign in.",
            "quantity": "minutes or detangling [min], dose [g], length [cm], wear [d].",
            "group": "What is learned together: a step, a technique, a role.",
            "standard": "The salon's standard for this client, nothing learned.",
            "actual": "What it was.",
            "log_ratio": "Natural logarithm of actual over standard.",
            "expected": "What had been expected of that logarithm before; empty: nothing.",
            "inside": "Whether it fell within the range of nine in ten.",
            "at": "When the visit began, ISO 8601.",
        },
        lambda: LearnedSample.objects.values_list(
            "visit",
            "client",
            "hands",
            "quantity",
            "group",
            "standard",
            "actual",
            "log_ratio",
            "expected",
            "inside",
            "at",
        ),
    ),
    "factors": Table(
        "A factor as it stands.",
        {
            "quantity": "As in samples.",
            "group": "As in samples.",
            "hands": "Whose; empty: of the salon.",
            "log_factor": "Natural logarithm of the factor on the standard value.",
            "unsure": "Standard deviation of that logarithm.",
            "visits": "It rests on.",
            "spread": "Standard deviation of one visit about it, of the logarithm.",
        },
        lambda: LearnedFactor.objects.values_list(
            "quantity", "group", "hands", "log_factor", "unsure", "visits", "spread"
        ),
    ),
    "promises": Table(
        "What a plan promised with odds, and whether it came.",
        {
            "visit": "Number of the visit.",
            "client": "Number of the client.",
            "kind": "dry, minutes (of a step within its range), length (within its range).",
            "odds": "As promised, 0 to 1.",
            "forecast": "As the forecast alone had it; empty: promised as it was.",
            "came": "Whether it came.",
            "at": "When the visit began, ISO 8601.",
        },
        lambda: Promise.objects.values_list(
            "visit", "client", "kind", "odds", "forecast", "came", "at"
        ),
    ),
    "days": Table(
        "A day at home as its client reported it.",
        {
            "visit": "Number of the visit whose style is worn.",
            "client": "Number of the client.",
            "date": "The day, ISO 8601.",
            "looks": "1 (lost) to 5 (as new).",
            "slept_with": "The night before: scarf, bonnet, none; empty: not reported.",
            "refreshed_with": "That morning; empty: nothing, or not reported.",
            "rh": "Mean relative humidity of the day, 0 to 1; empty: not known.",
        },
        lambda: Checkin.objects.order_by("-date", "-pk").values_list(
            "visit", "visit__client", "date", "looks", "slept_with", "refreshed_with", "rh"
        ),
    ),
    "pairs": Table(
        "A pair of a trial that was rated.",
        {
            "trial": "Number of the trial.",
            "layout": "What it was tried on: halves, coils or visits.",
            "trait": "What was rated.",
            "pair": "Its number in the trial.",
            "client": "Number of the client.",
            "a_left": "Whether the first way was on the left, or came first.",
            "left": "Score of the left side, or of the first visit, 1 to 5.",
            "right": "Score of the other one.",
        },
        lambda: (
            TrialPair.objects.exclude(left=None)
            .order_by("-trial", "number")
            .values_list(
                "trial",
                "trial__layout",
                "trial__trait",
                "number",
                "client",
                "a_left",
                "left",
                "right",
            )
        ),
    ),
}


def cells(row: tuple[Any, ...]) -> list[Any]:
    """A row as it is written: times in ISO 8601, nothing as nothing."""
    return [
        value.isoformat() if hasattr(value, "isoformat") else "" if value is None else value
        for value in row
    ]


def as_csv(name: str) -> Iterator[str]:
    """A table as CSV (RFC 4180), a line at a time."""
    table, line = TABLES[name], io.StringIO()
    writer = csv.writer(line)
    writer.writerow(table.columns)
    for row in table.rows().iterator(chunk_size=2000):
        writer.writerow(cells(row))
        if line.tell() > CHUNK:
            yield line.getvalue()
            line.seek(0)
            line.truncate()
    yield line.getvalue()


#: So many characters are sent at once.
CHUNK = 65_536


def as_rows(name: str) -> Iterator[dict[str, Any]]:
    """A table as objects."""
    table = TABLES[name]
    for row in table.rows().iterator(chunk_size=2000):
        yield dict(zip(table.columns, row, strict=True))


def dictionary() -> dict[str, Any]:
    """What every table and every column means."""
    return {
        name: {"about": table.about, "columns": table.columns} for name, table in TABLES.items()
    }
