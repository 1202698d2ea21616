"""Weather: anything that can say how the air outside will be over the next hours.

A real service joins by filling `Weather`. The simulated one ships with Gauffer: an invented harbour
town with mild, damp air.
"""

from dataclasses import dataclass
from datetime import datetime
from typing import Protocol

from django.conf import settings

from craft.errors import CraftError


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


def weather() -> Weather:
    """The forecast of this salon, as the settings have it.

    Raises:
        NoWeather: there is none, or the settings name one that does not exist
    """
    if settings.GAUFFER_WEATHER == "none":
        raise NoWeather("There is no forecast here: the night is taken to be like the salon.")
    if settings.GAUFFER_WEATHER != "simulated":
        raise NoWeather(
            f"There is no forecast called {settings.GAUFFER_WEATHER}. Set GAUFFER_WEATHER to "
            "simulated or none."
        )
    from salon.devices.weather.simulated import HarbourTown

    return HarbourTown()
