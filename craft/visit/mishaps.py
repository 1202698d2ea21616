"""Steps that were left out or turned round, told while it can still be mended."""

from collections.abc import Iterator

from craft.contract.chair import Mishap
from craft.contract.plan import PlanAnswer
from craft.contract.reasons import TRADE
from craft.contract.visit import StepRun, VisitAnswer
from craft.messages import join, say
from craft.plan.steps.order import NEEDS, ORDER, Before, Needs
from craft.vocabulary import StepStatus

BEGUN = frozenset({StepStatus.RUNNING, StepStatus.DONE})

Runs = dict[str, StepRun]


def mishaps(plan: PlanAnswer, visit: VisitAnswer) -> list[Mishap]:
    """What went differently than the order of the work allows; each kind once.

    Args:
        plan: that is worked
        visit: as far as it is
    """
    runs: Runs = {run.key: run for run in visit.steps}
    titles = {step.key: step.title for step in plan.steps}
    hits = [hit for need in NEEDS for hit in left_out(need, runs, titles)]
    keys = list(titles)
    # A way of working that turns two steps round on purpose turns them round in its plan, too.
    kept = [
        rule
        for rule in ORDER
        if {rule.first, rule.then} <= set(keys) and keys.index(rule.first) < keys.index(rule.then)
    ]
    hits += [hit for rule in kept for hit in turned_round(rule, runs, titles)]
    return list({hit.key: hit for hit in reversed(hits)}.values())[::-1]


def left_out(need: Needs, runs: Runs, titles: dict[str, str]) -> Iterator[Mishap]:
    """A step was worked, and what it cannot do without was skipped."""
    step = runs.get(need.step)
    others = [runs[key] for key in need.one_of if key in runs]
    if step is None or step.status not in BEGUN or not others:
        return
    if all(other.status is StepStatus.SKIPPED for other in others):
        names = join(", ", (titles[other.key] for other in others))
        yield mishap(
            need.key,
            need.text,
            say("{title} worked, skipped: {names}", title=titles[step.key], names=names),
        )


def turned_round(rule: Before, runs: Runs, titles: dict[str, str]) -> Iterator[Mishap]:
    """A step was begun before the one that has to come first."""
    first, then = runs[rule.first], runs[rule.then]
    if then.status in BEGUN and first.status is StepStatus.PLANNED:
        yield mishap(
            rule.key,
            rule.text,
            say("{step} before {other}", step=titles[then.key], other=titles[first.key]),
        )


def mishap(key: str, text: str, trigger: str) -> Mishap:
    """What went differently, with its source."""
    return Mishap(key=key, text=text, trigger=trigger, source=TRADE)
