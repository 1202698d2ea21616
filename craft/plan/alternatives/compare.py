"""Two routines side by side, step by step."""

from craft.contract.plan import PlanAnswer, Step
from craft.contract.proposals import CompareAnswer, CompareRequest, CompareRow
from craft.messages import measured, say
from craft.plan.alternatives.measures import differences, measures
from craft.plan.planner import plan

#: A smaller difference of minutes or grams is not worth a word.
LEAST_MIN, LEAST_G = 0.5, 0.3


def compare(request: CompareRequest) -> CompareAnswer:
    """Lay two routines side by side.

    Raises:
        CraftError: as planning raises it
    """
    return side_by_side(plan(request.first), plan(request.second))


def side_by_side(first: PlanAnswer, second: PlanAnswer) -> CompareAnswer:
    """Two plans, step beside step."""
    before, other = measures(first), measures(second)
    losses, gains = differences(other, before)
    return CompareAnswer(
        rows=[row(key, first.steps, second.steps) for key in keys(first.steps, second.steps)],
        first=before,
        second=other,
        summary=[*losses, *gains],
    )


def keys(first: list[Step], second: list[Step]) -> list[str]:
    """Keys of both, in the order of the first, what only the second has put in its place."""
    order = [step.key for step in first]
    for place, step in enumerate(second):
        if step.key in order:
            continue
        before = next((step.key for step in reversed(second[:place]) if step.key in order), None)
        order.insert(order.index(before) + 1 if before else 0, step.key)
    return order


def row(key: str, first: list[Step], second: list[Step]) -> CompareRow:
    """One step of both."""
    before = next((step for step in first if step.key == key), None)
    other = next((step for step in second if step.key == key), None)
    return CompareRow(
        key=key,
        first=before,
        second=other,
        minutes=round(minutes(other) - minutes(before), 1),
        differs=differs(before, other),
    )


def minutes(step: Step | None) -> float:
    """Hands-on and waiting time of a step [min], none if it is not there."""
    return 0.0 if step is None else step.hands_on_min + step.wait_min


def signed_text(gap: float, digits: int) -> str:
    """A difference with its sign, as it is printed."""
    return f"{gap:+.{digits}f}".replace("-", "−")


def signed_grams(gap: float) -> str:
    """A difference of doses with its sign."""
    return ("+" if gap > 0 else "−") + measured(abs(gap), "g", ".1f")


def differs(first: Step | None, other: Step | None) -> list[str]:
    """What is different, in words."""
    if first is None or other is None:
        return [say("only in the second") if first is None else say("only in the first")]
    words: list[str] = []
    gap = minutes(other) - minutes(first)
    if abs(gap) >= LEAST_MIN:
        words.append(say("{minutes} min", minutes=signed_text(gap, 0)))
    if first.sections != other.sections:
        words.append(
            say(
                "{sections} instead of {others}",
                sections=other.sections,
                others=first.sections,
            )
        )
    doses = {product.role: product for product in first.products}
    for product in other.products:
        before = doses.get(product.role)
        if before and abs(product.grams - before.grams) >= LEAST_G:
            words.append(
                say(
                    "{product} {grams}",
                    product=product.name,
                    grams=signed_grams(product.grams - before.grams),
                )
            )
        if before and before.id != product.id:
            words.append(
                say("{product} instead of {other}", product=product.name, other=before.name)
            )
    return words
