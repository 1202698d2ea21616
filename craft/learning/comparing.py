"""Two visits of a head, step by step beside each other."""

from collections.abc import Iterator
from dataclasses import dataclass

from craft.contract.plan import Step
from craft.learning.stories import Change, Worked, changes, chapter_text, results
from craft.vocabulary import Role


@dataclass(frozen=True)
class Taken:
    """A product of a step in both visits.

    Args:
        role: what it is for
        first, second: the bottle; empty where it was not used
        first_g, second_g: as noted, else as planned; None where it was not used
    """

    role: Role
    first: str
    second: str
    first_g: float | None
    second_g: float | None


@dataclass(frozen=True)
class StepBeside:
    """A step in both visits.

    Args:
        key, title: of the step
        first_min, second_min: as noted; None where nobody did, or there was no such step
        first_planned, second_planned: minutes of the plan; None where there was no such step
        products: what it took
        is_different: whether only one visit had it, or it took other bottles
    """

    key: str
    title: str
    first_min: float | None
    second_min: float | None
    first_planned: float | None
    second_planned: float | None
    products: list[Taken]
    is_different: bool


@dataclass(frozen=True)
class Beside:
    """Two visits beside each other.

    Args:
        changes, results: of the work, and of how it came out
        text: in one sentence or two
        steps: in the order of the second visit, then what only the first had
    """

    changes: list[Change]
    results: list[Change]
    text: str
    steps: list[StepBeside]


def beside(first: Worked, second: Worked) -> Beside:
    """Two visits, what was done differently and what came of it."""
    work, came = changes(first, second), results(first, second)
    return Beside(work, came, chapter_text(work, came), list(steps_beside(first, second)))


def steps_beside(first: Worked, second: Worked) -> Iterator[StepBeside]:
    """Every step of either visit."""
    before = {step.key: step for step in first.answer.steps}
    after = {step.key: step for step in second.answer.steps}
    for key in dict.fromkeys([*after, *before]):
        steps = before.get(key), after.get(key)
        named = steps[1] or steps[0]
        assert named is not None
        products = list(products_beside(key, (first, second), steps))
        yield StepBeside(
            key=key,
            title=named.title,
            first_min=first.minutes.get(key),
            second_min=second.minutes.get(key),
            first_planned=steps[0].hands_on_min if steps[0] else None,
            second_planned=steps[1].hands_on_min if steps[1] else None,
            products=products,
            is_different=None in steps or any(each.first != each.second for each in products),
        )


def products_beside(
    key: str, visits: tuple[Worked, Worked], steps: tuple[Step | None, Step | None]
) -> Iterator[Taken]:
    """Every product of a step in either visit."""
    bottles = [
        {product.role: product for product in step.products} if step else {} for step in steps
    ]
    for role in dict.fromkeys([*bottles[1], *bottles[0]]):
        used = [each.get(role) for each in bottles]
        grams = [
            visit.taken.get((key, role), product.grams) if product else None
            for visit, product in zip(visits, used, strict=True)
        ]
        names = [product.name if product else "" for product in used]
        yield Taken(role, names[0], names[1], grams[0], grams[1])
