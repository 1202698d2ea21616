"""Looks over the days of one set: defined, pinned, puff, twisted again."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from craft.contract.partings import Parting
from craft.contract.plan import Goal, LookOn, Now, PlanRequest
from craft.contract.proposals import ChainAnswer, Link
from craft.errors import CraftError
from craft.plan.home import WASH_BY_DAY
from craft.plan.planner import plan
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import OnHead, Style


@dataclass(frozen=True)
class Look:
    """One look of a chain.

    Args:
        day: after the release, from 1
        style: what is made
        title: what it is called in the chain
        sections: of the service; None for the usual number
    """

    day: int
    style: Style
    title: str
    sections: int | None = None


#: Day 1 defined, day 3 pinned, day 5 puff, then twisted again. Common practice, no source.
AFTER_A_SET = (
    Look(3, Style.PUFF_PIN_UP, "Pinned", 6),
    Look(5, Style.PUFF_PIN_UP, "Puff", 4),
    Look(7, Style.REFRESH_VISIT, "Twisted again"),
)
AFTER_A_WASH_AND_GO = (
    Look(3, Style.PUFF_PIN_UP, "Pinned", 4),
    Look(5, Style.SLICK_BUN, "Bun"),
)
AFTER_COILS = (
    Look(8, Style.COIL_OUT, "Opened"),
    Look(10, Style.PUFF_PIN_UP, "Puff", 4),
)

ALL_LOOKS = (*AFTER_A_SET, *AFTER_A_WASH_AND_GO, *AFTER_COILS)

CHAINS = {
    Style.TWO_STRAND_TWIST_OUT: AFTER_A_SET,
    Style.FLAT_TWIST_OUT: AFTER_A_SET,
    Style.BRAID_OUT: AFTER_A_SET,
    Style.TWIST_ROD_SET: AFTER_A_SET[:2],
    Style.ROD_SET: AFTER_A_SET[:2],
    Style.BANDED_TWIST_OUT: AFTER_A_SET,
    Style.BANDED_STRETCH: AFTER_A_SET[1:2],
    Style.SHINGLE_WASH_AND_GO: AFTER_A_WASH_AND_GO,
    Style.SHAKE_WASH_AND_GO: AFTER_A_WASH_AND_GO,
    Style.FINGER_COILS: AFTER_COILS,
}


def chain(request: PlanRequest) -> ChainAnswer:
    """The looks that follow a style, each with its own steps, minutes and doses.

    Raises:
        CraftError: the style is followed by none, or as planning raises it
    """
    style = request.goal.style
    if style not in CHAINS:
        names = ", ".join(CHAINS)
        raise CraftError("goal.style", f"No looks follow {style}. They follow: {names}.")
    first = Look(1, style, "Defined", request.goal.sections)
    links = [link(request, first, request.now)]
    worn = TECHNIQUES[style].leaves if style is Style.FINGER_COILS else OnHead.LOOSE
    for look in looks_after(request):
        links.append(link(request, look, Now(style=worn, worn_days=float(look.day))))
        worn = TECHNIQUES[look.style].leaves
    return ChainAnswer(
        links=links,
        hands_on_min=round(sum(part.hands_on_min for part in links), 1),
        wash_by_day=WASH_BY_DAY,
    )


def looks_after(request: PlanRequest) -> Sequence[Look]:
    """The looks that follow: as wished, else as usual for the style.

    Raises:
        CraftError: one of them does not follow; names it
    """
    usual = CHAINS[request.goal.style]
    if request.goal.looks is None:
        return usual
    check_days(request.goal.looks)
    known = {look.style: look for look in (*ALL_LOOKS, *usual)}
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
    allowed = {look.style for look in ALL_LOOKS}
    for place, look in enumerate(looks):
        if look.style not in allowed:
            names = ", ".join(sorted(allowed))
            raise CraftError(f"goal.looks.{place}.style", f"A look that follows is one of {names}.")
        if place and look.day <= looks[place - 1].day:
            raise CraftError(
                f"goal.looks.{place}.day", f"Give a day after day {looks[place - 1].day}."
            )


def link(request: PlanRequest, look: Look, now: Now) -> Link:
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
