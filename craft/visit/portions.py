"""A dose counted out by hand over many sections: nobody takes a quarter of a pump 76 times."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

#: What a hand counts out: one, a half, a quarter of a unit. Own values.
AMOUNTS = (1.0, 0.5, 0.25)
#: Portions of one size may miss the dose by so much of a unit; smaller ones are taken then. Own
#: value, well within the half unit that a hand is off by anyway.
MISS_MOST = 0.25


@dataclass(frozen=True)
class Portion:
    """An amount, and the sections that share it.

    Args:
        sections: in a row, by number
        units: of the hand, > 0; None where it cannot be counted
    """

    sections: Sequence[int]
    units: float | None


def portions(units: float, shares: Mapping[int, float], *, whole: bool) -> list[Portion]:
    """Share a dose out so that each amount can be counted, and all of them come to the dose.

    Where there is enough, every section gets its own; else sections in a row share one amount. What
    is left over by rounding goes where most was cut off (largest remainder, Hamilton 1792).

    Args:
        units: of the whole dose, not rounded, > 0
        shares: of it by section in working order, parts of 1
        whole: units that nobody halves, e.g. sprays
    Returns:
        at most half a unit more or less than the dose in all; of less than the least a hand can
        take, the least
    """
    amounts = AMOUNTS[:1] if whole else AMOUNTS
    numbers = [number for number, share in shares.items() if share > 0]
    for amount in amounts:
        if round(units / amount) >= len(numbers):
            counts = shared_out(round(units / amount), [shares[number] for number in numbers])
            if all(counts):
                return [
                    Portion([number], count * amount)
                    for number, count in zip(numbers, counts, strict=True)
                ]
    amount = next((each for each in amounts if is_near(units, each)), amounts[-1])
    pieces = max(1, round(units / amount))
    for rows in range(min(pieces, len(numbers)), 0, -1):
        groups = in_rows(numbers, [shares[number] for number in numbers], rows)
        counts = shared_out(pieces, [sum(shares[number] for number in group) for group in groups])
        if all(counts):
            break
    return [Portion(group, each * amount) for group, each in zip(groups, counts, strict=True)]


def is_near(units: float, amount: float) -> bool:
    """Whether portions of one size come near enough to a dose in units of the hand."""
    count = round(units / amount)
    return count > 0 and abs(count * amount - units) <= MISS_MOST


def shared_out(count: int, weights: Sequence[float]) -> list[int]:
    """Whole pieces by weight, so many in all (largest remainder)."""
    whole = sum(weights)
    exact = [count * weight / whole for weight in weights]
    pieces = [math.floor(each) for each in exact]
    most = sorted(range(len(exact)), key=lambda place: pieces[place] - exact[place])
    for place in most[: count - sum(pieces)]:
        pieces[place] += 1
    return pieces


def in_rows(numbers: Sequence[int], shares: Sequence[float], count: int) -> list[list[int]]:
    """Sections in so many rows of about the same hair, none of them empty."""
    rows: list[list[int]] = []
    whole, so_far = sum(shares), 0.0
    for place, (number, share) in enumerate(zip(numbers, shares, strict=True)):
        left = len(numbers) - place
        due = (so_far + share / 2) / whole * count >= len(rows)
        if (not rows or due or left <= count - len(rows)) and len(rows) < count:
            rows.append([])
        rows[-1].append(number)
        so_far += share
    return rows
