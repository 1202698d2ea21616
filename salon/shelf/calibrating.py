"""Calibrating bottles and watching their pumps."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction

from craft.calibration import Drift, Reading, calibrate, drift
from salon.shelf.models import Calibration, Product, Weighing


def readings_of(rows: Iterable[Mapping[str, Any]]) -> list[Reading]:
    """Weighings as the core reads them."""
    return [Reading(row["units"], row["grams"]) for row in rows]


@transaction.atomic
def keep(
    product: Product, unit: str, rows: Sequence[Mapping[str, Any]], by: AbstractBaseUser
) -> Calibration:
    """Keep a calibration; doses are counted in it from now on.

    Raises:
        CraftError: nothing was weighed
    """
    found = calibrate(readings_of(rows))
    made = Calibration.objects.create(
        product=product,
        unit=unit,
        readings=[{"units": row["units"], "grams": row["grams"]} for row in rows],
        unit_g=found.unit_g,
        spread_g=found.spread_g,
        by=by,
    )
    product.unit, product.unit_g = unit, round(found.unit_g, 3)
    product.save(update_fields=["unit", "unit_g"])
    return made


def drift_of(product: Product) -> Drift | None:
    """Whether a pump gives another amount than it was calibrated for."""
    calibrations = list(product.calibrations.all())
    if not calibrations:
        return None
    newest = calibrations[0]
    since = [one for one in product.weighings.all() if one.at > newest.at]
    return drift(readings_of(newest.readings), [Reading(one.units, one.grams) for one in since])


def weighed(
    product: Product,
    units: float,
    grams: float,
    by: AbstractBaseUser | None,
    visit: int | None = None,
) -> Weighing:
    """A dose that was weighed at the chair."""
    return Weighing.objects.create(product=product, units=units, grams=grams, by=by, visit=visit)
