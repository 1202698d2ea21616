"""A routine in the numbers that pull apart, and the difference of two in words."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from craft.contract.plan import PlanAnswer
from craft.contract.proposals import Measures
from craft.messages import message, say


def measures(answer: PlanAnswer) -> Measures:
    """A plan in the numbers that a client and a specialist weigh."""
    definition = answer.finished.day1_definition
    return Measures(
        definition=definition,
        volume=round(1 - definition, 2),
        length_cm=answer.finished.length_cm,
        hands_on_min=answer.totals.hands_on_min,
        today_min=answer.totals.first_sitting_min,
        release_after_h=answer.drying.release_after_h,
        odds_dry=answer.drying.odds_dry,
        product_g=round(sum(answer.totals.product_g.values()), 1),
        product_cost=answer.totals.product_cost,
        wear_days=answer.finished.wear_days,
    )


@dataclass(frozen=True)
class Trait:
    """A number with its better direction and how a difference is said.

    Args:
        value: of a routine
        more_is_better: or less
        least: smaller differences are not shown
        words: of a difference, always positive; first if this routine is worse, then if better
    """

    value: Callable[[Measures], float]
    more_is_better: bool
    least: float
    worse: str
    better: str


TRAITS: tuple[Trait, ...] = (
    Trait(
        lambda m: 100 * m.definition,
        True,
        3,
        message("{by:.0f}% less defined"),
        message("{by:.0f}% more defined"),
    ),
    Trait(
        lambda m: m.today_min,
        False,
        4,
        message("{by:.0f} min longer today"),
        message("{by:.0f} min shorter today"),
    ),
    Trait(
        lambda m: m.hands_on_min,
        False,
        4,
        message("{by:.0f} min more hands-on time"),
        message("{by:.0f} min less hands-on time"),
    ),
    Trait(
        lambda m: m.release_after_h,
        False,
        0.9,
        message("opened {by:.0f} h later"),
        message("opened {by:.0f} h sooner"),
    ),
    Trait(
        lambda m: 100 * m.odds_dry,
        True,
        4,
        message("{by:.0f}% less likely to be dry"),
        message("{by:.0f}% more likely to be dry"),
    ),
    Trait(
        lambda m: m.length_cm,
        True,
        0.8,
        message("{by:.1f cm} shorter"),
        message("{by:.1f cm} longer"),
    ),
    Trait(
        lambda m: m.product_g,
        False,
        5,
        message("{by:.0f g} more product"),
        message("{by:.0f g} less product"),
    ),
    Trait(
        lambda m: m.product_cost,
        False,
        0.5,
        message("products cost {by:.2f} more"),
        message("products cost {by:.2f} less"),
    ),
    Trait(
        lambda m: m.wear_days,
        True,
        1,
        message("lasts {by:.0f} days less"),
        message("lasts {by:.0f} days more"),
    ),
)


def differences(first: Measures, other: Measures) -> tuple[list[str], list[str]]:
    """What a routine gives up against another, and what it gains, in words."""
    losses: list[str] = []
    gains: list[str] = []
    for trait in TRAITS:
        gap = trait.value(first) - trait.value(other)
        if abs(gap) < trait.least:
            continue
        better = (gap > 0) is trait.more_is_better
        (gains if better else losses).append(
            say(trait.better if better else trait.worse, by=abs(gap))
        )
    return losses, gains


def dominates(first: Measures, other: Measures) -> bool:
    """Whether a routine is nowhere worse and somewhere better by what is worth a word."""
    losses, gains = differences(first, other)
    return bool(gains) and not losses


def front(candidates: Sequence[Measures]) -> list[int]:
    """Places of the routines that no other beats."""
    return [
        place
        for place, candidate in enumerate(candidates)
        if not any(dominates(other, candidate) for other in candidates)
    ]
