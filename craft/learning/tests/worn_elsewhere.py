"""Salons whose styles fade by a law of their own, which shares no code with what is judged.

Hair here collects damage hour by hour as a Weibull wear-out with hazards that multiply; film
formers help along a Michaelis-Menten curve, humid air by a power of absolute wetness, bare nights
by what the salon's pillows do. Clients tell whole points on some days, stop when they like, and
some press the wrong drawing. Invented throughout.
"""

import math
import random
from collections.abc import Iterator
from dataclasses import dataclass

#: What looks all right, and what does not, on the drawings.
BETWEEN_3_AND_2 = 2.5
#: True days of a style in the standard salon of this law; not those of any catalogue.
TRUE_DAYS = {
    "two_strand_twist_out": 5.2,
    "shingle_wash_and_go": 5.0,
    "rod_set": 6.3,
    "scrunch_waves": 2.6,
    "flat_twist_out": 5.6,
}


@dataclass(frozen=True)
class WornOnce:
    """One wear of a client.

    Args:
        style: that was worn
        gel: of a usual layer, 0 to 2
        air: relative humidity by day
        bare: nights without a cover, by day
        freshened: days on which the client freshened it
        looks: what was told, whole points by day
        days: until it really began to fade
    """

    style: str
    gel: float
    air: tuple[float, ...]
    bare: tuple[bool, ...]
    freshened: tuple[bool, ...]
    looks: dict[int, float]
    days: float


@dataclass(frozen=True)
class Wearer:
    """A client: sleeps and freshens as habit has it."""

    lasting: float
    bare: float
    freshens: float
    talks: float


def wearers(chance: random.Random, count: int) -> Iterator[tuple[Wearer, list[WornOnce]]]:
    """Clients of one salon, each with what they wore, the oldest first."""
    salon = math.exp(chance.gauss(0, 0.25))
    pillow, damp = chance.uniform(1.1, 1.7), chance.uniform(1.0, 2.4)
    for _ in range(count):
        who = Wearer(
            lasting=salon * math.exp(chance.gauss(0, 0.25)),
            bare=chance.choice((0.0, 0.0, 0.15, 1.0)),
            freshens=chance.choice((0.0, 0.8, 1.0)),
            talks=chance.uniform(0.5, 1.0),
        )
        yield who, [wear_once(chance, who, pillow, damp) for _ in range(chance.randint(4, 9))]


def wear_once(chance: random.Random, who: Wearer, pillow: float, damp: float) -> WornOnce:
    """One wear: what happened, and what was told of it."""
    style = chance.choice(list(TRUE_DAYS))
    gel = chance.choice((0.0, 0.5, 1.0, 1.0, 1.0, 2.0))
    climate = chance.uniform(0.35, 0.7)
    air = tuple(min(0.95, max(0.2, climate + chance.gauss(0, 0.07))) for _ in range(22))
    bare = tuple(chance.random() < who.bare for _ in range(22))
    fresh = tuple(day % 3 == 0 and chance.random() < who.freshens for day in range(22))
    # Michaelis-Menten: half of what a film can do with a third of a usual layer.
    film = (0.62 + 0.5 * gel / (gel + 0.33)) / (0.62 + 0.5 * 1.0 / 1.33)
    scale = TRUE_DAYS[style] * who.lasting * film * math.exp(chance.gauss(0, 0.15))
    worn, before, days, looks = 0.0, 5.0, 21.0, {}
    quiet_from = chance.choice((4, 7, 10, 22))
    for day in range(1, 22):
        worn += (air[day] / 0.5) ** damp * (pillow if bare[day] else 1.0) / scale
        if fresh[day]:
            worn -= 0.35 / scale
        latent = 5 - 4 * (1 - math.exp(-0.98 * max(worn, 0.0) ** 1.7))
        if latent < BETWEEN_3_AND_2 and days == 21.0:
            days = day - 1 + (before - BETWEEN_3_AND_2) / (before - latent)
        before = latent
        if day < quiet_from and chance.random() < who.talks:
            noted = round(latent + chance.gauss(0, 0.4))
            slip = chance.random() < 0.02
            looks[day] = float(chance.randint(1, 5) if slip else min(5, max(1, noted)))
        if latent < 1.6:
            break
    return WornOnce(style, gel, air, bare, fresh, looks, days)
