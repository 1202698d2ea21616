"""From what is seen on a head to values the rules can use."""

from typing import Any

from craft import fibre, head
from craft.contract.base import allowed, check_field, schema, schema_at
from craft.contract.hair import Hair
from craft.errors import CraftError

#: Girth of a head of hair gathered in one hand [cm]: thinner or thicker was not hair.
BUNDLE_RANGE_CM = (1.0, 30.0)


def density_from_bundle(
    circumference_cm: float, diameter_um: float, head_circumference_cm: float
) -> float:
    """Hairs per cm² from the girth of the gathered, wet, smoothed hair.

    Args:
        circumference_cm: girth of the bundle [cm], > 0
        diameter_um: mean strand diameter [µm], > 0
        head_circumference_cm: head circumference [cm], > 0
    Returns:
        density [hairs/cm²]
    Source: geometry with a house packing of one half.
    """
    hairs = fibre.hairs_by_circumference(circumference_cm, diameter_um)
    return hairs / head.scalp_area(head_circumference_cm)


def check_observation(field: str, value: object) -> None:
    """Refuse a value that no head of hair can have.

    Args:
        field: a field of the hair, or circumference_cm
        value: the number or word
    Raises:
        CraftError: names the field and what is allowed
    """
    if field == "circumference_cm":
        low, high = BUNDLE_RANGE_CM
        number = {"type": "number", "minimum": low, "maximum": high, "x-unit": "cm"}
        if not isinstance(value, int | float) or not low <= value <= high:
            raise CraftError(field, allowed(number))
        return
    check_field(Hair, field, value)


def range_of(field: str) -> dict[str, Any]:
    """What a field of the hair allows: minimum and maximum with a unit, or the words."""
    if field == "circumference_cm":
        low, high = BUNDLE_RANGE_CM
        return {"minimum": low, "maximum": high, "x-unit": "cm"}
    piece = schema_at(schema(Hair), (field,))
    return {key: piece[key] for key in ("minimum", "maximum", "x-unit", "enum") if key in piece}
