"""How a style ages while it is worn: what humid air takes, what a night twisted again gives back.

Own model.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field

from craft.physics.appearance import settling_days

#: Air of a day that nobody forecast.
USUAL_RH = 0.5
#: Share of its age that a night twisted again takes off. Own value.
RENEWED = 0.6
#: Nothing is worn for more days than this.
LONGEST_DAYS = 21


@dataclass(frozen=True)
class Ageing:
    """Days of this weather, counted as days in air of medium humidity.

    Args:
        first: the day on which the style is there, after the service
        air: relative humidity by day after the service
        twisted_again: whether it is twisted again every second night
    """

    first: int
    air: Mapping[int, float] = field(default_factory=dict)
    twisted_again: bool = False

    def is_twisted(self, day: int) -> bool:
        """Whether it is twisted again on the night after a day: the second, the fourth and so on.

        Args:
            day: after the service
        """
        return self.twisted_again and day > self.first and (day - self.first) % 2 == 1

    def age(self, day: int) -> float:
        """How old it looks on a day, in days of medium air.

        Args:
            day: after the service
        """
        age = 0.0
        for each in range(self.first + 1, day + 1):
            age += settling_days(USUAL_RH) / settling_days(self.air.get(each, USUAL_RH))
            if self.is_twisted(each - 1):
                age *= 1 - RENEWED
        return age

    def good_for(self, lasts: float) -> int:
        """Days from the release for which it looks no older than after `lasts` usual days."""
        days = 0
        while days < LONGEST_DAYS and self.age(self.first + days + 1) <= lasts + 1e-9:
            days += 1
        return days
