"""A room sensor that is not there: a salon's day, noise, gaps, a stuck value, a lost radio.

What it says follows from the clock alone, so that every worker and every tablet reads the same;
only what somebody did to it is kept in the database.
"""

import math
import zlib
from datetime import UTC, datetime, timedelta

import numpy as np
from django.utils import timezone

from craft.messages import say
from salon.devices.models import RoomStandIn
from salon.devices.room import AirReading

#: A reading every so often, and some are lost on the way.
EVERY, LOST_SHARE = timedelta(minutes=1), 0.06
#: Air of the salon, its swing over the day, the noise of a reading. Invented.
TEMP_C, TEMP_SWING, TEMP_NOISE = 22.6, 1.3, 0.08
RH, RH_SWING, RH_NOISE = 0.58, 0.06, 0.006
#: Warmest so long after midnight [h].
WARMEST_H, DAY_H = 15.0, 24.0


def reading(at: datetime) -> AirReading | None:
    """What the sensor says at a time; None where the reading was lost."""
    seed = zlib.crc32(str(int(at.timestamp())).encode())
    chance = np.random.default_rng(seed)
    if chance.random() < LOST_SHARE:
        return None
    hour = timezone.localtime(at).hour + timezone.localtime(at).minute / 60
    day = math.cos(2 * math.pi * (hour - WARMEST_H) / DAY_H)
    temp = TEMP_C + TEMP_SWING * day + chance.normal(0, TEMP_NOISE)
    rh = RH - RH_SWING * day + chance.normal(0, RH_NOISE)
    return AirReading(at, round(float(temp), 1), round(float(rh), 3))


class SimulatedSensor:
    """The stand-in."""

    name: str = say("simulated room sensor")
    simulated = True

    def since(self, begin: datetime) -> list[AirReading] | None:
        state = RoomStandIn.now()
        if state.mode == RoomStandIn.LOST:
            return None
        minute = int(begin.timestamp() // 60 + 1)
        last = int(timezone.now().timestamp() // 60)
        readings = []
        for tick in range(minute, last + 1):
            at = datetime.fromtimestamp(tick * 60, UTC)
            noted = self.at(at, state)
            if noted is not None:
                readings.append(noted)
        return readings

    def at(self, at: datetime, state: RoomStandIn) -> AirReading | None:
        """One reading, as what was done to the sensor lets it through."""
        done = at >= state.since
        if state.mode == RoomStandIn.SILENT and done:
            return None
        if state.mode == RoomStandIn.STUCK and done:
            return AirReading(at, state.temp_c, state.rh)
        return reading(at)
