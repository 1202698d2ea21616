"""Looks over the days of one set: defined, pinned, puff, twisted again."""

from craft.contract.partings import Parting
from craft.contract.plan import Goal, Now, PlanRequest
from craft.contract.proposals import ChainAnswer, Link
from craft.errors import CraftError
from craft.messages import join, say
from craft.plan.assemble import case_of
from craft.plan.home import WASH_BY_DAY
from craft.plan.looks import looks_after
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
    for look in looks_after(case_of(request)):
        links.append(link(request, look, Now(style=worn, worn_days=float(look.day))))
        worn = TECHNIQUES[look.style].wear.leaves
    return ChainAnswer(
        links=links,
        hands_on_min=round(sum(part.hands_on_min for part in links), 1),
        wash_by_day=WASH_BY_DAY,
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
