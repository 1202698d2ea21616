"""How a style ages while it is worn: what air and bare nights take, what freshening gives back.

Age is counted in days of medium air under a cover at night. Own model.
"""

from collections.abc import Collection, Mapping
from dataclasses import dataclass, field

from craft.physics.appearance import settling_days
from craft.vocabulary import Night, Refreshing

#: Air of a day that nobody forecast.
USUAL_RH = 0.5
#: Share of its age that a night twisted again takes off. Own value.
RENEWED = 0.6
#: Share of its age that freshening in the morning takes off. Own values.
FRESHENED = {
    Refreshing.STYLER_SPRAY: 0.18,
    Refreshing.WATER: 0.12,
    Refreshing.OIL: 0.06,
    Refreshing.RETWIST: 0.18,
}
#: Days of ageing for one day and night: bare cotton rubs the locks apart. Own values.
NIGHT_AGES = {Night.BONNET: 1.0, Night.SCARF: 1.0, Night.NONE: 1.3}
#: Nothing is worn for more days than this.
LONGEST_DAYS = 21


@dataclass(frozen=True)
class Care:
    """What is done for a style at home.

    Args:
        night: what it is usually slept with
        freshening: what freshens it in the morning; None: nothing does
        every: it is freshened once in so many days
        nights, mornings: reports about single days after the service, instead of the habit
    """

    night: Night = Night.BONNET
    freshening: Refreshing | None = None
    every: int = 3
    nights: Mapping[int, Night] = field(default_factory=dict)
    mornings: Mapping[int, Refreshing] = field(default_factory=dict)

    def night_before(self, day: int) -> Night:
        """What it was slept with on the night before a day."""
        return self.nights.get(day, self.night)

    def morning(self, day: int, worn: int) -> Refreshing | None:
        """What freshens it on a day that is so many days after the style was there."""
        usual = self.freshening if worn and worn % self.every == 0 else None
        return self.mornings.get(day, usual)


@dataclass(frozen=True)
class Ageing:
    """Days of this weather and this care, counted as days in air of medium humidity.

    Args:
        first: the day on which the style is there, after the service
        air: relative humidity by day after the service
        twisted_again: whether it is twisted again every second night
        care: what is done for it at home
    """

    first: int
    air: Mapping[int, float] = field(default_factory=dict)
    twisted_again: bool = False
    care: Care = field(default_factory=Care)

    def is_twisted(self, day: int) -> bool:
        """Whether it is twisted again on the night after a day: the second, the fourth and so on.

        Args:
            day: after the service
        """
        return self.twisted_again and day > self.first and (day - self.first) % 2 == 1

    def ages(self, days: Collection[int]) -> list[float]:
        """How old it looks on each of some days, in days of medium air.

        Args:
            days: after the service, in their order, without a gap from the day after `first`
        """
        age, ages = 0.0, []
        for day in days:
            humid = settling_days(USUAL_RH) / settling_days(self.air.get(day, USUAL_RH))
            age += humid * NIGHT_AGES[self.care.night_before(day)]
            freshened = self.care.morning(day, day - self.first)
            if self.is_twisted(day - 1):
                age *= 1 - RENEWED
            elif freshened is not None:
                age *= 1 - FRESHENED[freshened]
            ages.append(age)
        return ages

    def age(self, day: int) -> float:
        """How old it looks on a day, in days of medium air.

        Args:
            day: after the service
        """
        ages = self.ages(range(self.first + 1, day + 1))
        return ages[-1] if ages else 0.0

    def days_until(self, age: float) -> float:
        """Days from the release until it looks older than that, parts of days included.

        Args:
            age: in days of medium air, >= 0
        Returns:
            at most `LONGEST_DAYS`
        """
        before, days = 0.0, range(self.first + 1, self.first + LONGEST_DAYS + 1)
        for worn, after in enumerate(self.ages(days)):
            if after > age + 1e-9:
                return worn + (age - before) / (after - before)
            before = after
        return float(LONGEST_DAYS)
