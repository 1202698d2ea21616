"""Looks over the days of one set: defined, pinned, puff, twisted again."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from craft.contract.partings import Parting
from craft.contract.plan import Goal, LookOn, Now, PlanRequest
from craft.contract.proposals import ChainAnswer, Link
from craft.errors import CraftError
from craft.messages import join, say
from craft.plan.home import WASH_BY_DAY
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.styles.technique import HomeLook
from craft.vocabulary import OnHead
from craft.vocabulary.sets import SetKind


def chain(request: PlanRequest) -> ChainAnswer:
    """The looks that follow a style, each with its own steps, minutes and doses.

    Raises:
        CraftError: the style is followed by none, or as planning raises it
    """
    style = request.goal.style
    technique = TECHNIQUES[style]
    if not technique.wear.looks:
        names = join(", ", (key for key, other in TECHNIQUES.items() if other.wear.looks))
        raise CraftError(
            "goal.style",
            say("No looks follow {style}. They follow: {names}.", style=style, names=names),
        )
    first = HomeLook(1, style, say("Defined"), request.goal.sections)
    links = [link(request, first, request.now)]
    coils = technique.setting.kind is SetKind.COIL
    worn = technique.wear.leaves if coils else OnHead.LOOSE
    for look in looks_after(request):
        links.append(link(request, look, Now(style=worn, worn_days=float(look.day))))
        worn = TECHNIQUES[look.style].wear.leaves
    return ChainAnswer(
        links=links,
        hands_on_min=round(sum(part.hands_on_min for part in links), 1),
        wash_by_day=WASH_BY_DAY,
    )


def every_look() -> Iterator[HomeLook]:
    """The looks that follow any style."""
    for technique in TECHNIQUES.values():
        yield from technique.wear.looks


def looks_after(request: PlanRequest) -> Sequence[HomeLook]:
    """The looks that follow: as wished, else as usual for the style.

    Raises:
        CraftError: one of them does not follow; names it
    """
    usual = TECHNIQUES[request.goal.style].wear.looks
    if request.goal.looks is None:
        return usual
    check_days(request.goal.looks)
    known = {look.style: look for look in (*every_look(), *usual)}
    results = []
    for place, wished in enumerate(request.goal.looks):
        # Of two puffs the first is the pinned one, as usual.
        same = [look for look in usual if look.style is wished.style]
        before = sum(other.style is wished.style for other in request.goal.looks[:place])
        look = same[min(before, len(same) - 1)] if same else known[wished.style]
        results.append(replace(look, day=wished.day))
    return results


def check_days(looks: Sequence[LookOn]) -> None:
    """Looks follow each other, and are ones that work on what is worn.

    Raises:
        CraftError: one does not; names it
    """
    allowed = {look.style for look in every_look()}
    for place, look in enumerate(looks):
        if look.style not in allowed:
            names = join(", ", sorted(allowed))
            raise CraftError(
                f"goal.looks.{place}.style",
                say("A look that follows is one of {names}.", names=names),
            )
        if place and look.day <= looks[place - 1].day:
            raise CraftError(
                f"goal.looks.{place}.day",
                say("Give a day after day {day}.", day=looks[place - 1].day),
            )


def link(request: PlanRequest, look: HomeLook, now: Now) -> Link:
    """One look, planned as a service of its own."""
    own = request
    if look.style is not request.goal.style:
        goal = Goal(style=look.style, sections=look.sections, definition=request.goal.definition)
        own = request.model_copy(
            update={
                "goal": goal,
                "now": now,
                "edits": [],
                "dry_min": None,
                "blot": None,
                "parting": Parting(),
                "layers": None,
                "details": {},
                "stages": [],
            }
        )
    answer = plan(own)
    return Link(
        day=look.day,
        style=look.style,
        title=look.title,
        steps=answer.steps,
        hands_on_min=answer.totals.hands_on_min,
        client_min=answer.totals.client_min,
        product_g={role.value: grams for role, grams in answer.totals.product_g.items()},
        cautions=answer.cautions,
    )
