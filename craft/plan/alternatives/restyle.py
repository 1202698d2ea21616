"""Another style for the same wish: what still fits is kept, what does not is said."""

from collections.abc import Callable, Iterator
from typing import Any

from craft.contract.base import Patch
from craft.contract.patch import apply_patch
from craft.contract.plan import PlanRequest
from craft.contract.proposals import RestyleAnswer
from craft.errors import CraftError
from craft.messages import join, say, word
from craft.plan.assemble import case_of, usual_count
from craft.plan.forecast import forecast_of
from craft.plan.planner import routine
from craft.plan.prepare import prepare
from craft.plan.steps.edits import apply_edits
from craft.styles.catalogue import TECHNIQUES
from craft.styles.technique import Technique
from craft.vocabulary import EditOp, SetKind, Start
from craft.words import plural

#: A number of sections is kept within these shares of what is usual. Own values.
COUNT_SHARES = (0.5, 2.0)

Dropped = tuple[Patch, str]


def restyle(request: PlanRequest) -> RestyleAnswer:
    """What of a wish has to go, now that it is for this style.

    Args:
        request: the wish as it was, with the other style in it
    Returns:
        a merge patch of the request, and what it drops, in words
    """
    change: Patch = {}
    words: list[str] = []
    for part in (numbers, stages, parting):
        for patch, dropped in part(apply_patch(request, change)):
            change = merge_patches(change, patch)
            words.append(dropped)
    kept, lost = edits_that_fit(apply_patch(request, change | {"edits": []}), request)
    if lost:
        change["edits"] = kept
        words += lost
    return RestyleAnswer(change=change, dropped=words)


def merge_patches(change: Patch, patch: Patch) -> Patch:
    """Two patches as one."""
    result = dict(change)
    for key, value in patch.items():
        both = isinstance(value, dict) and isinstance(result.get(key), dict)
        result[key] = merge_patches(result[key], value) if both else value
    return result


def numbers(request: PlanRequest) -> Iterator[Dropped]:
    """Numbers of the goal that mean nothing in this style, or too much."""
    goal, technique = request.goal, TECHNIQUES[request.goal.style]
    usual = usual_count(technique, request, request.hair.length_cm)
    low, high = (share * usual for share in COUNT_SHARES)
    if goal.sections is not None and not low <= goal.sections <= min(
        high, technique.parting.sections_max
    ):
        yield (
            {"goal": {"sections": None}},
            say("{sections} sections: {usual} are usual", sections=goal.sections, usual=usual),
        )
    most = TECHNIQUES[goal.style].wear.days_max
    if goal.wear_days is not None and most is not None and goal.wear_days > most:
        days = plural(goal.wear_days, "day")
        yield (
            {"goal": {"wear_days": None}},
            say("worn {days}: it holds {most} at most", days=days, most=most),
        )
    for name, value, made, what in OF_A_SET:
        number = getattr(goal, name)
        if number is not None and not made(technique):
            yield {"goal": {name: None}}, value(number) + say(": no {what} here", what=what)


#: Numbers of one kind of set: field, words, whether a technique has it, what is missing else.
OF_A_SET: tuple[tuple[str, Callable[[Any], str], Callable[[Technique], bool], str], ...] = (
    (
        "rod_mm",
        lambda mm: say("rods of {mm:g mm}", mm=mm),
        lambda t: bool(t.kit.rods_each),
        say("rods"),
    ),
    (
        "coil_mm",
        lambda mm: say("coils of {mm:g mm}", mm=mm),
        lambda t: t.setting.kind is SetKind.COIL,
        say("coils"),
    ),
    ("bands", lambda _: say("the bands"), lambda t: any(t.kit.band_stretch), say("bands")),
    (
        "release_after_h",
        lambda h: say("opened after {h:g} h", h=h),
        lambda t: t.release.needed,
        say("set to open"),
    ),
)


def plannable(request: PlanRequest) -> bool:
    """Whether a wish can be planned, but for its changes by hand."""
    try:
        forecast_of(prepare(apply_patch(request, {"edits": None})))
    except CraftError:
        return False
    return True


def stages(request: PlanRequest) -> Iterator[Dropped]:
    """Stages of drying, where nothing is dried or they cannot be."""
    if request.stages and TECHNIQUES[request.goal.style].wash.start is not Start.WASH:
        yield (
            {"stages": None},
            say("{stages} of drying: nothing dries", stages=plural(len(request.stages), "stage")),
        )


def parting(request: PlanRequest) -> Iterator[Dropped]:
    """The parting, where the style cannot be parted so."""
    own = request.parting.model_dump(exclude_defaults=True)
    if not own or plannable(request):
        return
    rest = {"parting": {"changes": None}} if request.parting.changes else {}
    if rest and plannable(apply_patch(request, rest)):
        moved = plural(len(request.parting.changes), "moved line")
        yield rest, say("{moved}: the parting has other lines", moved=moved)
        return
    yield {"parting": None}, say("the parting: this style is parted differently")


def edits_that_fit(request: PlanRequest, before: PlanRequest) -> tuple[list[Any], list[str]]:
    """Changes by hand that this routine has steps for, and words of the others.

    Args:
        request: the wish without changes by hand
        before: with all of them
    """
    if not before.edits:
        return [], []
    case = prepare(request)
    steps = routine(case, forecast_of(case))
    kept: list[Any] = []
    lost: list[str] = []
    for edit in before.edits:
        trial = [*kept, edit.model_dump(mode="json", exclude_none=True)]
        try:
            apply_edits(case_of(apply_patch(request, {"edits": trial})), steps)
        except CraftError:
            lost.append(join(" ", (EDIT_WORDS[edit.op], edit.title or word(edit.step))))
        else:
            kept = trial
    return kept, lost


EDIT_WORDS = {
    EditOp.ADD: say("added:"),
    EditOp.REMOVE: say("left out:"),
    EditOp.MOVE: say("moved:"),
    EditOp.REPLACE: say("instead:"),
    EditOp.OVERRIDE: say("by hand:"),
}
