"""What cleanses a head today: clarifying, moisturising, co-wash and clay are different bottles."""

from craft.contract.reasons import reason
from craft.messages import say
from craft.plan.case import Case, CleanserPass
from craft.vocabulary import Buildup, Cleansing, Role, Washing, WashRoutine


def cleansing(case: Case) -> tuple[CleanserPass, ...]:
    """The cleansers of today in order; none where nothing is washed."""
    if not case.washes:
        return ()
    passes = cleanser_passes(case)
    if passes[0].role is Role.CLARIFIER and not has_clarifier(case):
        return without_clarifier(case, passes)
    return passes


def cleanser_passes(case: Case) -> tuple[CleanserPass, ...]:
    """What is asked for today, else what build-up, service and habit want."""
    asked = case.request.cleanser
    if asked is Cleansing.AUTO:
        return usual(case)
    why = reason(
        f"cleanser_{asked}",
        say("Chosen for today; the habit stays as it is."),
        say("cleanser {asked}", asked=asked),
    )
    if asked is Cleansing.CLARIFY:
        return CleanserPass(Role.CLARIFIER, 1, why), moisturising(case)
    role = {
        Cleansing.SHAMPOO: Role.SHAMPOO,
        Cleansing.CO_WASH: Role.CO_WASH,
        Cleansing.CLAY: Role.CLAY,
    }[asked]
    return (CleanserPass(role, 1, why),)


def usual(case: Case) -> tuple[CleanserPass, ...]:
    """Clarified after long wear or with build-up; else once as the client is used to."""
    buildup = case.hair.buildup
    cowash = case.request.person.routine is WashRoutine.COWASH_ONLY
    if case.technique.wash.kind is Washing.RESET:
        # Even a co-wash routine needs a surfactant once after long wear.
        why = reason(
            "double_clarify",
            say("After long wear or heavy build-up: clarified twice, then moisturised."),
            say("style {style}", style=case.request.goal.style),
        )
        return CleanserPass(Role.CLARIFIER, 2, why), moisturising(case)
    if buildup is Buildup.HEAVY or (buildup is Buildup.SOME and not cowash):
        why = reason(
            "clarify_buildup",
            say("There is build-up: the first pass clarifies, the second moisturises.")
            + (say(" Co-washing alone does not take it off.") if cowash else ""),
            say("build-up {buildup}", buildup=buildup),
        )
        return CleanserPass(Role.CLARIFIER, 1, why), moisturising(case)
    if cowash:
        why = reason(
            "co_wash_habit", say("This client co-washes only."), say("routine co-wash only")
        )
        return (CleanserPass(Role.CO_WASH, 1, why),)
    why = reason("wash_once", say("No build-up: one pass is enough."), say("build-up none"))
    return (CleanserPass(Role.SHAMPOO, 1, why),)


def moisturising(case: Case) -> CleanserPass:
    """The pass after a clarifier."""
    why = reason(
        "moisturise_after_clarifying",
        say("It is clarified already: one pass with a moisturising shampoo."),
        say("build-up {buildup}", buildup=case.hair.buildup),
    )
    return CleanserPass(Role.SHAMPOO, 1, why)


def has_clarifier(case: Case) -> bool:
    """Whether the shelf has a bottle that clarifies; an empty shelf is no shelf."""
    items = case.request.shelf
    return not items or any(item.serves(Role.CLARIFIER) for item in items)


def without_clarifier(case: Case, passes: tuple[CleanserPass, ...]) -> tuple[CleanserPass, ...]:
    """The same passes with shampoo, which is named and not called clarifying."""
    times = sum(each.times for each in passes)
    why = reason(
        "no_clarifier",
        say(
            "{because} There is no clarifying shampoo in stock: {times} passes with the one there "
            "is.",
            because=passes[0].why.because,
            times=times,
        ),
        passes[0].why.trigger,
    )
    return (CleanserPass(Role.SHAMPOO, times, why),)
