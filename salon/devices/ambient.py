"""The air of a service: of the salon by its sensor, of the journey and the night by the forecast.

Where a sensor is silent, stuck or lost, or there is no forecast, the salon's usual air stands in,
and the source says so.
"""

from dataclasses import dataclass
from datetime import datetime, timedelta

from django.utils import timezone

from craft.contract.base import range_of
from craft.contract.plan.request import Outdoors, Room
from craft.messages import join, say
from craft.physics.air import indoors
from craft.ranges import clamp
from craft.vocabulary import AirSource
from salon.devices.room import ENOUGH, NoSensor, RoomAir, judge, sensor
from salon.devices.weather import NoWeather, OutsideAir, weather
from salon.platform.language import time_text
from salon.salon_settings.models import Salon

#: A service that begins within so long is planned with the air of now; a later one with the usual.
SENSOR_FOR = timedelta(hours=3)
#: The client leaves about so long after the beginning, and the night at home is so long.
LEAVES_AFTER, NIGHT_H = timedelta(hours=3), 12
#: A forecast beyond what the core reads counts as the nearest it does.
OUTDOORS = range_of(Outdoors, "temp_c")
#: In air moister than this nothing dries, and rooms are not.
HOME_RH_MOST = 0.98


@dataclass(frozen=True)
class Ambient:
    """The air of a service, as the core reads it.

    Args:
        room: of the salon
        outdoors: of the way home; None where no forecast is known
        home: of the night at home; None where no forecast is known
    """

    room: Room
    outdoors: Outdoors | None
    home: Room | None


def room_now() -> RoomAir | None:
    """What the room sensor is taken to say; None where there is none."""
    now = timezone.now()
    try:
        return judge(sensor().since(now - ENOUGH), now)
    except NoSensor:
        return None


def salon_air(salon: Salon, start: datetime | None) -> Room:
    """The air of the salon at the hour of a service."""
    usual = Room(temp_c=salon.room_temp_c, rh=salon.room_rh, by=AirSource.SALON)
    now = timezone.now()
    if start is not None and not now - SENSOR_FOR <= start <= now + SENSOR_FOR:
        return usual
    air = room_now()
    if air is None or air.temp_c is None or air.rh is None:
        return usual
    return Room(
        temp_c=air.temp_c,
        rh=air.rh,
        by=AirSource.SENSOR,
        source=join(", ", (sensor().name, clock(air.at))),
    )


def clock(at: datetime | None) -> str:
    """A time of day."""
    return time_text(timezone.localtime(at)) if at else ""


def forecast_from(begin: datetime, hours: int) -> list[OutsideAir]:
    """The air outside hour by hour; empty where no forecast is known."""
    try:
        return weather().hourly(begin, hours) or []
    except NoWeather:
        return []


def ambient(salon: Salon, start: datetime | None) -> Ambient:
    """The air of a service.

    Args:
        salon: the salon
        start: when it begins; now if None
    """
    leaves = (start or timezone.now()) + LEAVES_AFTER
    outside = forecast_from(leaves, NIGHT_H)
    if not outside:
        return Ambient(salon_air(salon, start), None, None)
    first = outside[0]
    name = weather().name
    way = Outdoors(
        temp_c=clamp(first.temp_c, OUTDOORS.low, OUTDOORS.high),
        rh=clamp(first.rh, 0, 1),
        by=AirSource.FORECAST,
        source=join(", ", (name, clock(first.at))),
    )
    nights = [indoors(hour.temp_c, hour.rh, salon.home_temp_c) for hour in outside]
    night = Room(
        temp_c=salon.home_temp_c,
        rh=round(clamp(sum(nights) / len(nights), 0, HOME_RH_MOST), 3),
        by=AirSource.FORECAST,
        source=say(
            "{name}, the night at {home_temp_c:g °C}", name=name, home_temp_c=salon.home_temp_c
        ),
    )
    return Ambient(salon_air(salon, start), way, night)
