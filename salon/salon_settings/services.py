"""What the salon knows and who is at work."""

from collections.abc import Mapping
from typing import Any

from django.db import transaction

from salon.platform.errors import Conflict
from salon.salon_settings.models import Salon


def current_salon() -> Salon:
    """The salon; made with useful values on first use."""
    return Salon.objects.get_or_create(pk=1)[0]


@transaction.atomic
def change_salon(values: Mapping[str, Any], version: int | None) -> Salon:
    """Change the settings of the salon, field by field; what it has learned is left alone.

    Args:
        values: fields that change
        version: that was read; None where the fields stand for themselves
    Raises:
        Conflict: somebody else changed it in the meantime
    """
    current_salon()
    salon = Salon.objects.select_for_update().get(pk=1)
    if version is not None and salon.version != version:
        raise Conflict
    for name, value in values.items():
        setattr(salon, name, value)
    salon.version += 1
    salon.save(update_fields=[*values, "version"])
    return salon
