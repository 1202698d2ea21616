"""A bowl scale that is not there: settling, noise, drift, tare, overload and a cable to pull.

What lies on it is kept in the database, so that every worker and every tablet sees the same scale;
what it shows follows from that and from the clock alone.
"""

import math
import zlib
from datetime import datetime

import numpy as np
from django.utils import timezone

from craft.messages import say
from salon.devices.models import ScaleBowl
from salon.devices.scale import NoScale, State, Weight
from salon.platform.language import sentence

#: The weight on show closes in on the load like this [s]. Invented.
SETTLES_IN_S = 0.45
#: It counts as steady this long after the last change [s].
STEADY_AFTER_S = 2.2
NOISE_G = 0.04
#: Warm electronics wander, up and down, by so much within so long [g], [s].
DRIFT_G, DRIFT_PERIOD_S = 0.25, 1800.0
CAPACITY_G = 500.0
DIVISION_G = 0.1
#: Noise is drawn again so often [s].
TICK_S = 0.1


def shown_gross(bowl: ScaleBowl, now: datetime) -> float:
    """What the cell feels, before the tare [g]."""
    since = max(0.0, (now - bowl.changed_at).total_seconds())
    settled = bowl.load_g + (bowl.before_g - bowl.load_g) * math.exp(-since / SETTLES_IN_S)
    return settled + wander(now) + noise(now)


def wander(now: datetime) -> float:
    """Slow drift [g]."""
    return DRIFT_G * math.sin(2 * math.pi * now.timestamp() / DRIFT_PERIOD_S)


def noise(now: datetime) -> float:
    """Noise of one tick [g]; the same for everybody who looks at it."""
    tick = str(int(now.timestamp() / TICK_S)).encode()
    return float(np.random.default_rng(zlib.crc32(tick)).normal(0, NOISE_G))


def reading(bowl: ScaleBowl, now: datetime) -> Weight:
    """What a scale with this bowl shows at a time."""
    if not bowl.plugged_in:
        return Weight(None, State.LOST)
    gross = shown_gross(bowl, now)
    if gross > CAPACITY_G:
        return Weight(None, State.OVERLOAD)
    net = round((gross - bowl.tare_g) / DIVISION_G) * DIVISION_G
    moving = (now - bowl.changed_at).total_seconds() < STEADY_AFTER_S
    return Weight(round(net, 1) + 0.0, State.MOVING if moving else State.STEADY)


class SimulatedScale:
    """The stand-in."""

    name: str = say("simulated bowl scale")
    simulated = True

    def read(self) -> Weight:
        return reading(ScaleBowl.now(), timezone.now())

    def tare(self) -> None:
        bowl = ScaleBowl.now()
        shown = self.read()
        if shown.grams is None:
            lost = shown.state is State.LOST
            raise NoScale(
                sentence("The scale does not respond.")
                if lost
                else sentence("Too heavy: take some off.")
            )
        bowl.tare_g += shown.grams
        bowl.save()

    def pour(self, grams: float) -> None:
        """Add to what lies on it, or take from it [g]."""
        bowl = ScaleBowl.now()
        now = timezone.now()
        bowl.before_g = shown_gross(bowl, now) - wander(now) - noise(now)
        bowl.load_g = max(0.0, bowl.load_g + grams)
        bowl.changed_at = now
        bowl.save()

    def empty(self) -> None:
        """Take everything off."""
        self.pour(-ScaleBowl.now().load_g)

    def plug(self, *, into: bool) -> None:
        """Pull the cable, or put it back."""
        bowl = ScaleBowl.now()
        bowl.plugged_in = into
        bowl.save()
