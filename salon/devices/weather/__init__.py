"""Weather: anything that can say how the air outside will be over the next hours.

A real service joins by filling `Weather`. The simulated one ships with Gauffer: an invented harbour
town with mild, damp air.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Protocol

from craft.errors import CraftError
from salon.devices.choosing import chosen
from salon.platform.language import lazy_sentence

NO_WEATHER = lazy_sentence(
    "No weather forecast is connected: the night is assumed to be like the salon."
)


class NoWeather(CraftError):
    """There is no such forecast; the message says what to do."""

    def __init__(self, message: str) -> None:
        super().__init__("weather", message)


@dataclass(frozen=True)
class OutsideAir:
    """The air outside at one time.

    Args:
        at: when
        temp_c: temperature [°C]
        rh: relative humidity as a fraction
    """

    at: datetime
    temp_c: float
    rh: float


class Weather(Protocol):
    """A forecast."""

    name: str
    simulated: bool

    def hourly(self, begin: datetime, hours: int) -> list[OutsideAir] | None:
        """The air outside hour by hour; None if the service does not answer."""


def simulated(_: str) -> Weather:
    """The stand-in that ships with Gauffer."""
    from salon.devices.weather.simulated import HarbourTown

    return HarbourTown()


KINDS: Mapping[str, Callable[[str], Weather]] = {"simulated": simulated}


def weather() -> Weather:
    """The forecast of this salon, as the settings have it.

    Raises:
        NoWeather: there is none, or the settings name one that does not exist
    """
    return chosen("GAUFFER_WEATHER", "forecast", KINDS, NoWeather, NO_WEATHER)
