"""A client's hair over time, as the sheet draws it."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from craft.hair import growth, history, strength
from craft.hair.history import Point
from craft.messages import say
from craft.physics import curl, fibre
from craft.vocabulary import PorosityTest
from salon.clients.models import Client, Observation
from salon.clients.profiles import TEST_OF_KIND, observed_value, spot_of
from salon.platform.language import sentence

#: Relaxed and stretched length belong together when taken within so many days.
SAME_DAY = 1.0
DAY = 86400.0


@dataclass(frozen=True)
class Series:
    """One thing over time.

    Args:
        key: what
        unit: of its values
        points: oldest first
        note: a sentence on it, for the reader
        range: published or usual range to compare with, if there is one
    """

    key: str
    unit: str
    points: list[Point]
    note: str = ""
    range: tuple[float, float] | None = None


def on_axis(at: datetime) -> float:
    """A time as days of the axis."""
    return at.timestamp() / DAY


def numbers(rows: Iterable[Observation], kind: str) -> list[tuple[float, float]]:
    """(day, value) of a kind, for the whole head."""
    return [
        (on_axis(row.taken_at), row.number)
        for row in rows
        if row.kind == kind and not row.zone and row.number is not None
    ]


def timeline(client: Client) -> list[Series]:
    """Everything that was measured more than never, in the order of the sheet."""
    rows = list(client.observations.filter(withdrawn_at=None).order_by("taken_at", "pk"))
    lines = [
        length(rows),
        shrinkage(rows),
        porosity(rows),
        density(rows),
        elasticity(rows),
        Series("breakage", "%", [percent(row) for row in broken(rows)]),
    ]
    return [series for series in lines if series.points]


def length(rows: list[Observation]) -> Series:
    """Stretched length, with growth a month against the published range."""
    lengths = numbers(rows, "length_cm")
    result = growth.growth(lengths)
    low, high = growth.PUBLISHED_CM_PER_MONTH
    note = ""
    if result:
        note = sentence(
            "grows {cm_per_month:.1f cm} a month ({low:.1f [cm]} to {high:.1f [cm]}); "
            "published {published_low:.1f [cm]} to {published_high:.1f [cm]}",
            cm_per_month=result.cm_per_month,
            low=result.low,
            high=result.high,
            published_low=low,
            published_high=high,
        )
    return Series("length", "cm", [Point(day, cm) for day, cm in lengths], note)


def shrinkage(rows: list[Observation]) -> Series:
    """Shrinkage on days when both lengths were taken."""
    both = history.pair_by_date(numbers(rows, "length_cm"), numbers(rows, "relaxed_cm"), SAME_DAY)
    points = [
        Point(day, 100 * curl.shrinkage(curl.curl_index(stretched, relaxed)))
        for day, stretched, relaxed in both
        if relaxed <= stretched
    ]
    return Series("shrinkage", "%", points)


def porosity(rows: list[Observation]) -> Series:
    """Level from low (0) to high (100), each class weighed by what the tests make of it."""
    readings = [
        (on_axis(row.taken_at), PorosityTest(TEST_OF_KIND[row.kind]), row.value)
        for row in rows
        if row.kind in TEST_OF_KIND
    ]
    points = [
        Point(day, history.mean_level(belief))
        for day, belief in history.porosity_over_time(readings)
    ]
    return Series(
        "porosity", "", points, sentence("0 low, 50 medium, 100 high, weighed by the tests")
    )


def density(rows: list[Observation]) -> Series:
    """Counted density of each day, all spots together, with its Poisson interval."""
    days: dict[float, list[dict[str, Any]]] = {}
    for row in rows:
        if row.kind == "density_per_cm2":
            days.setdefault(round(on_axis(row.taken_at), 2), []).append(
                spot_of(observed_value(row))
            )
    points = []
    for day, spots in sorted(days.items()):
        area = sum(spot["field_cm2"] for spot in spots)
        points.append(Point(day, *fibre.counted_density([sum(s["count"] for s in spots)], area)))
    return Series("density", say("hairs/cm²"), points)


def elasticity(rows: list[Observation]) -> Series:
    """Stretch of a wet strand."""
    points = [Point(day, value) for day, value in numbers(rows, "stretch_percent")]
    low, high = strength.STIFF_BELOW_PERCENT, strength.SPRINGY_UP_TO_PERCENT
    note = sentence("springy from {low:g} to {high:g} %", low=low, high=high)
    return Series("stretch", "%", points, note, (low, high))


def broken(rows: list[Observation]) -> list[Point]:
    """Share broken of what came out while detangling."""
    return history.breakage(numbers(rows, "shed_hairs"), numbers(rows, "broken_hairs"))


def percent(point: Point) -> Point:
    """A share as a percentage."""
    low = None if point.low is None else 100 * point.low
    high = None if point.high is None else 100 * point.high
    return Point(point.day, 100 * point.value, low, high)
