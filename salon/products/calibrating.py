"""Calibrating bottles and watching their pumps."""

from collections.abc import Iterable, Mapping, Sequence
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from craft.products.calibration import Drift, Reading, calibrate, drift
from salon.products.models import Calibration, Product, Weighing


def readings_of(rows: Iterable[Mapping[str, Any]]) -> list[Reading]:
    """Weighings as the core reads them."""
    return [Reading(row["units"], row["grams"]) for row in rows]


@transaction.atomic
def keep(product: Product, unit: str, rows: Sequence[Mapping[str, Any]], by: User) -> Calibration:
    """Keep a calibration; doses are counted in it from now on.

    Raises:
        CraftError: nothing was weighed
    """
    result = calibrate(readings_of(rows))
    calibration = Calibration.objects.create(
        product=product,
        unit=unit,
        readings=[{"units": row["units"], "grams": row["grams"]} for row in rows],
        unit_g=result.unit_g,
        spread_g=result.spread_g,
        by=by,
    )
    product.unit, product.unit_g = unit, round(result.unit_g, 3)
    product.save(update_fields=["unit", "unit_g"])
    return calibration


def drift_of(product: Product) -> Drift | None:
    """Whether a pump gives another amount than it was calibrated for."""
    calibrations = list(product.calibrations.all())
    if not calibrations:
        return None
    newest = calibrations[0]
    since = [weighing for weighing in product.weighings.all() if weighing.at > newest.at]
    readings = [Reading(weighing.units, weighing.grams) for weighing in since]
    return drift(readings_of(newest.readings), readings)


def keep_weighing(product: Product, units: float, grams: float, by: User | None) -> Weighing:
    """Keep a dose that was both counted and weighed."""
    return Weighing.objects.create(product=product, units=units, grams=grams, by=by)


@transaction.atomic
def keep_weighings(
    visit: int,
    doses: Iterable[tuple[int, float, float]],
    by: User | None,
    at: datetime,
) -> None:
    """Keep what the log of a visit says was counted and weighed, and nothing else of that visit.

    Args:
        visit: its number
        doses: product, units of the hand and grams of each
        by: who noted it
        at: when
    """
    Weighing.objects.filter(visit=visit).delete()
    Weighing.objects.bulk_create(
        Weighing(product_id=product, units=units, grams=grams, by=by, visit=visit, at=at)
        for product, units, grams in doses
    )
