"""Which two products flake together in this salon.

Rubbing both on the palm tells; what was seen on heads hints. A palm test rules over hints, and the
newest one over older ones.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from craft.messages import capital, say
from craft.vocabulary import Flaking

#: What is believed before anything was seen: one pair in ten flakes, weighed like five visits.
#: Own values.
PRIOR_FLAKED, PRIOR_CLEAR = 0.5, 4.5
#: From this probability on a pair is suspected. Own value.
SUSPECT_FROM = 1 / 3


@dataclass(frozen=True)
class PairVerdict:
    """What is known of two products laid in together.

    Args:
        flakes: whether to keep them apart
        tested: whether a palm test says so; else visits hint at it
        chance: probability that they flake
        because: what it rests on, in words
    """

    flakes: bool
    tested: bool
    chance: float
    because: str


def flaking_chance(flaked: int, clear: int) -> float:
    """Probability that a pair flakes, from visits with both.

    Args:
        flaked, clear: visits with flakes or residue, and without
    Source: mean of a Beta posterior with the prior above; any textbook.
    """
    counted = PRIOR_FLAKED + PRIOR_CLEAR + flaked + clear
    return (PRIOR_FLAKED + flaked) / counted


def judge(tests: Sequence[Flaking], flaked: int, clear: int) -> PairVerdict | None:
    """What palm tests and visits say of a pair.

    Args:
        tests: palm tests, oldest first
        flaked, clear: visits with both, with flakes and without
    Returns:
        None where nothing was seen
    """
    chance = flaking_chance(flaked, clear)
    visits = say(
        "{flaked} of {together} visits with both left flakes",
        flaked=flaked,
        together=flaked + clear,
    )
    if tests:
        flakes = tests[-1] is Flaking.FLAKES
        text = (
            say("Rubbed on the palm they flake")
            if flakes
            else say("Rubbed on the palm they stay clear")
        )
        more = say("; {visits}.", visits=visits) if flaked + clear else "."
        return PairVerdict(flakes, True, chance, text + more)
    if flaked + clear == 0:
        return None
    rubbing = say(" Rub both on the palm to be sure.") if flaked else ""
    text = say(
        "{visits}: suspected at {chance:.0%}.{rubbing}",
        visits=capital(visits),
        chance=chance,
        rubbing=rubbing,
    )
    if chance < SUSPECT_FROM:
        text = say(
            "{visits}: {chance:.0%}.{rubbing}",
            visits=capital(visits),
            chance=chance,
            rubbing=rubbing,
        )
    return PairVerdict(chance >= SUSPECT_FROM, False, chance, text)
