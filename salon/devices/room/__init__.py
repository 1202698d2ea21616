"""Room sensors: anything that can say how warm and damp the air of the salon is.

A real sensor joins by filling `RoomSensor`. The simulated one ships with Gauffer. Readings are
never believed blindly: `judge` looks at the last of them and says how far they can be trusted.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum
from statistics import median
from typing import Protocol

from craft.errors import CraftError
from salon.devices.choosing import chosen
from salon.platform.language import lazy_sentence, sentence

NO_SENSOR = lazy_sentence(
    "No room sensor is connected. Type the air, or leave it blank to use the salon's usual air."
)


class NoSensor(CraftError):
    """There is no such sensor; the message says what to do."""

    def __init__(self, message: str) -> None:
        super().__init__("room", message)


class Trust(StrEnum):
    """How far readings can be trusted."""

    GOOD = "good"
    SILENT = "silent"
    """Nothing came for a while."""
    STUCK = "stuck"
    """The same to the last digit for too long: air is never that still."""
    ODD = "odd"
    """Not what the air of a room can be."""
    LOST = "lost"
    """It cannot be reached."""


@dataclass(frozen=True)
class AirReading:
    """One reading.

    Args:
        at: when
        temp_c: temperature [°C]
        rh: relative humidity as a fraction
    """

    at: datetime
    temp_c: float
    rh: float


@dataclass(frozen=True)
class RoomAir:
    """What a sensor is taken to say.

    Args:
        trust: how far it can be trusted
        temp_c, rh: the air; None where it cannot be trusted
        at: of the last reading, if any
    """

    trust: Trust
    temp_c: float | None = None
    rh: float | None = None
    at: datetime | None = None


class RoomSensor(Protocol):
    """A sensor of temperature and humidity."""

    name: str
    simulated: bool

    def since(self, begin: datetime) -> list[AirReading] | None:
        """Readings from a time until now, oldest first; None if it cannot be reached."""


#: Readings of the last so long are drawn; so long is enough to judge them; the median is taken of
#: the last so long.
LOOKED_AT, ENOUGH, SMOOTHED = timedelta(hours=3), timedelta(minutes=30), timedelta(minutes=12)
#: A sensor that said nothing for so long is silent; one that repeats itself so often is stuck.
SILENT_AFTER, STUCK_AFTER = timedelta(minutes=15), 12
#: The air of a room in which people work.
TEMP_C, RH = (5.0, 45.0), (0.05, 0.985)


def judge(readings: Sequence[AirReading] | None, now: datetime) -> RoomAir:
    """How far the last readings can be trusted, and what they say.

    Args:
        readings: of the last hours, oldest first; None if the sensor cannot be reached
        now: the time
    """
    if readings is None:
        return RoomAir(Trust.LOST)
    if not readings or now - readings[-1].at > SILENT_AFTER:
        return RoomAir(Trust.SILENT, at=readings[-1].at if readings else None)
    last = readings[-1]
    tail = readings[-STUCK_AFTER:]
    if len(tail) == STUCK_AFTER and len({(reading.temp_c, reading.rh) for reading in tail}) == 1:
        return RoomAir(Trust.STUCK, at=last.at)
    fresh = [reading for reading in readings if last.at - reading.at <= SMOOTHED]
    temp_c, rh = (
        median(reading.temp_c for reading in fresh),
        median(reading.rh for reading in fresh),
    )
    if not (TEMP_C[0] <= temp_c <= TEMP_C[1] and RH[0] <= rh <= RH[1]):
        return RoomAir(Trust.ODD, at=last.at)
    return RoomAir(Trust.GOOD, round(temp_c, 1), round(rh, 3), last.at)


def simulated(_: str) -> RoomSensor:
    """The stand-in that ships with Gauffer."""
    from salon.devices.room.simulated import SimulatedSensor

    return SimulatedSensor()


KINDS: Mapping[str, Callable[[str], RoomSensor]] = {"simulated": simulated}


def sensor() -> RoomSensor:
    """The sensor of this salon, as the settings have it.

    Raises:
        NoSensor: there is none, or the settings name one that does not exist
    """
    return chosen("GAUFFER_ROOM", sentence("room sensor"), KINDS, NoSensor, NO_SENSOR)
