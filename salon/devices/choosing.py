"""Which of several devices a salon has: the settings name it.

A real salon never works with invented values: where the settings choose nothing, the stand-ins that
ship with Gauffer are there in the demo only.
"""

from collections.abc import Callable, Mapping
from typing import TypeVar

from django.conf import settings

from craft.errors import CraftError
from salon.platform.language import sentence
from salon.salon_settings.services import current_salon

Device = TypeVar("Device")


def chosen(
    setting: str,
    what: str,
    kinds: Mapping[str, Callable[[str], Device]],
    missing: Callable[[str], CraftError],
    without: str = "",
) -> Device:
    """The device that the settings name, as ``kind`` or ``kind:where``; ``auto`` by default.

    Args:
        setting: name of the setting
        what: the device is called
        kinds: how each kind is opened, given where it is
        missing: the refusal of this device
        without: said where the salon has none; it must have one if this is empty
    Raises:
        CraftError: there is none, or the settings name one that does not exist
    """
    kind, _, where = getattr(settings, setting).partition(":")
    if kind == "auto":
        kind = "simulated" if current_salon().demo else "none"
    if kind == "none" and without:
        raise missing(without)
    if kind not in kinds:
        names = ", ".join([*(["none"] if without else []), *kinds])
        raise missing(
            sentence(
                "There is no {what} called {kind}. Set {setting} to one of: {names}.",
                what=what,
                kind=kind,
                setting=setting,
                names=names,
            )
        )
    return kinds[kind](where)
