"""The details of a service on one head: how each is done, and what that adds to its steps."""

from collections.abc import Sequence

from craft.contract.plan.answer import DetailChoice, DetailOption, Step
from craft.messages import inline, join, say
from craft.plan.case import Case
from craft.styles.details import DETAILS, usual_manner, ways_of, why_not
from craft.styles.variants import NOT_DONE, Variant
from craft.vocabulary.details import Detail, Manner


def variant(case: Case, detail: Detail) -> Variant:
    """The way a detail is done on this head; nothing where it does not apply."""
    manner = case.details.get(detail)
    return NOT_DONE if manner is None else DETAILS[detail].ways[manner]


def does(case: Case, detail: Detail, manner: Manner = Manner.YES) -> bool:
    """Whether a detail is done so."""
    return case.details.get(detail) is manner


def detail_instructions(case: Case, *details: Detail) -> str:
    """What the hands do in these details, in sentences that follow those of a step."""
    return join("", (variant(case, detail).how for detail in details))


def added_minutes(case: Case, *details: Detail) -> float:
    """Minutes that the chosen ways add to a step [min]."""
    ways = [variant(case, detail).minutes for detail in details]
    return sum(fixed + each * len(case.sections) for fixed, each in ways)


#: Where a detail is shown if its own step is not in the routine.
ELSEWHERE = {
    "cleanse": "clarify",
    "mask": "part",
    "condition": "part",
    "finish": "send_home",
    "set_home": "send_home",
}


def detail_choices(case: Case, steps: Sequence[Step]) -> list[DetailChoice]:
    """Every detail that this service leaves open, with its ways.

    Args:
        case: the head
        steps: of the routine
    """
    holds = {key: step.key for step in steps for key in step.keys}

    def told_at(step: str) -> str:
        other = ELSEWHERE.get(step, "shape")
        return holds.get(step) or holds.get(other, other)

    return [
        DetailChoice(
            detail=detail,
            title=DETAILS[detail].title,
            step=told_at(DETAILS[detail].step),
            chosen=manner,
            usual=usual_manner(case.plain, detail),
            options=[
                DetailOption(manner=each, title=way.title, because=way.because)
                for each, way in ways_of(case.plain, detail).items()
            ],
        )
        for detail, manner in case.details.items()
    ]


def dropped_details(case: Case) -> list[str]:
    """What was chosen and cannot be done in this service, in words."""
    results: list[str] = []
    for detail, manner in case.request.details.items():
        why = why_not(case.plain, case.request, detail, manner)
        if why and manner is not next(iter(DETAILS[detail].ways)):
            rule = DETAILS[detail]
            results.append(
                say(
                    "{detail}, {way}: {why}",
                    detail=rule.title,
                    way=inline(rule.ways[manner].title),
                    why=why,
                )
            )
    return results
