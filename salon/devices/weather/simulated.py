"""The weather of an invented harbour town: mild, damp, slow."""

import math
import zlib
from datetime import datetime, timedelta

import numpy as np
from django.utils import timezone

from craft.messages import say
from craft.physics.air import humidity_of_dew_point
from salon.devices.weather import OutsideAir

#: Mean of the year, its swing, the swing of a day [°C]; how far the dew point lies below. Invented.
YEAR_C, SEASON_C, DAY_C, DEW_BELOW_C = 11.5, 6.5, 3.2, 3.4
#: Warmest day of the year and hour of the day.
WARMEST_DAY, WARMEST_HOUR = 205, 15
YEAR_DAYS, DAY_HOURS = 365.25, 24
#: Weather that changes from day to day [°C].
CHANGEABLE_C = 2.2


def mood(day: int) -> float:
    """How much warmer than usual a day is [°C]."""
    return float(np.random.default_rng(zlib.crc32(str(day).encode())).normal(0, CHANGEABLE_C))


def outside(at: datetime) -> OutsideAir:
    """The air outside at a time."""
    local = timezone.localtime(at)
    hour = local.hour + local.minute / 60
    day = local.toordinal() + hour / DAY_HOURS
    season = math.cos(2 * math.pi * (local.timetuple().tm_yday - WARMEST_DAY) / YEAR_DAYS)
    share = day - int(day)
    # From one day's mood to the next without a step.
    change = (1 - share) * mood(int(day)) + share * mood(int(day) + 1)
    mean = YEAR_C + SEASON_C * season + change
    temp = mean + DAY_C * math.cos(2 * math.pi * (hour - WARMEST_HOUR) / DAY_HOURS)
    rh = humidity_of_dew_point(temp, mean - DEW_BELOW_C)
    return OutsideAir(at, round(temp, 1), round(rh, 3))


class HarbourTown:
    """The stand-in."""

    name: str = say("simulated forecast")
    simulated = True

    def hourly(self, begin: datetime, hours: int) -> list[OutsideAir] | None:
        return [outside(begin + timedelta(hours=hour)) for hour in range(hours)]
