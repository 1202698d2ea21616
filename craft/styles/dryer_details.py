"""The details of drying: which hood, how warm, how much air, how a diffuser is held."""

from collections.abc import Callable, Mapping

from craft.contract.plan import PlanRequest
from craft.messages import say
from craft.styles.technique import Technique, with_parts
from craft.styles.variants import (
    NO,
    NOT_DONE,
    TAUT_STRETCH,
    YES,
    DetailRule,
    Variant,
    with_stretch,
)
from craft.vocabulary import Detail, Dryer, Heat, Manner, SetKind, StageKind, Start

#: What hard and gentle air do to the definition of loose hair. Own values.
BLOWN_HARD, BLOWN_GENTLY = -0.05, 0.02
#: Laying down and taking up, where the other hand holds the hair taut [min]. Own value.
TAUT_MIN = 3.0
NO_HEAT = say("no heat may be used")


def uses(technique: Technique, request: PlanRequest, dryer: Dryer) -> bool:
    """Whether washed hair is dried with it: by the stages, where those were chosen."""
    kinds = [stage.kind for stage in request.stages]
    chosen = StageKind(dryer) in kinds if kinds else request.dry is dryer
    return chosen and technique.wash.start is Start.WASH


def why_not_diffused(technique: Technique, request: PlanRequest) -> str:
    """Only where a diffuser is used."""
    if request.goal.max_heat is Heat.NONE:
        return NO_HEAT
    return "" if uses(technique, request, Dryer.DIFFUSER) else say("nothing is diffused")


def why_not_hooded(technique: Technique, request: PlanRequest) -> str:
    """Only where a hood is used."""
    if request.goal.max_heat is Heat.NONE:
        return NO_HEAT
    return "" if uses(technique, request, Dryer.HOOD) else say("no hood is used")


def why_not_blown(technique: Technique, request: PlanRequest) -> str:
    """Only where a hood or a diffuser blows."""
    if request.goal.max_heat is Heat.NONE:
        return NO_HEAT
    blows = any(uses(technique, request, dryer) for dryer in (Dryer.HOOD, Dryer.DIFFUSER))
    return "" if blows else say("nothing blows on the hair")


def why_not_warmer(technique: Technique, request: PlanRequest) -> str:
    """Only where more than low heat may be used."""
    if request.goal.max_heat is Heat.LOW:
        return say("only low heat may be used")
    return why_not_blown(technique, request)


def defined_by(more: float) -> Callable[[Technique], Technique]:
    """Loose hair that comes out more or less defined."""

    def change(technique: Technique) -> Technique:
        if technique.setting.kind is not SetKind.LOOSE:
            return technique
        return with_parts(technique, wear={"definition": technique.wear.definition + more})

    return change


DRYER_DETAILS: Mapping[Detail, DetailRule] = {
    Detail.HOOD: DetailRule(
        say("Hood"),
        "dry",
        {
            Manner.RIGID: Variant(
                say("Rigid hood"), say("Warm air all round; the client sits at its place.")
            ),
            Manner.BONNET: Variant(
                say("Soft bonnet"),
                say("At the chair; cooler and slower, and it lies on the hair."),
            ),
        },
        why_not_hooded,
    ),
    Detail.HEAT: DetailRule(
        say("Heat of the dryer"),
        "dry",
        {
            Manner.MEDIUM: Variant(say("Medium"), say("As much as may be used.")),
            Manner.LOW: Variant(say("Low"), say("Kinder to hair, longer under the dryer.")),
        },
        why_not_warmer,
    ),
    Detail.AIRFLOW: DetailRule(
        say("Air of the dryer"),
        "dry",
        {
            Manner.MEDIUM: Variant(say("Medium")),
            Manner.LOW: Variant(
                say("Low"),
                say("Clumps stay together; longer."),
                change=defined_by(BLOWN_GENTLY),
            ),
            Manner.HIGH: Variant(
                say("High"),
                say("Sooner dry; loose hair comes out less defined."),
                change=defined_by(BLOWN_HARD),
            ),
        },
        why_not_blown,
    ),
    Detail.DIFFUSING: DetailRule(
        say("Diffuser"),
        "dry",
        {
            Manner.SPOTS: Variant(say("Spot by spot"), say("About 60 s a spot: least frizz.")),
            Manner.SHORT_SPOTS: Variant(
                say("Short spots"),
                say("20 s a spot and back again: never hot, a little longer."),
            ),
            Manner.TAUT: Variant(
                say("Hair held taut"),
                say("Stretches the roots only; a little less defined, and longer."),
                say(
                    " Hold the hair taut at the ends so that only the roots stretch; let go now "
                    "and then."
                ),
                (TAUT_MIN, 0.0),
                change=with_stretch(TAUT_STRETCH),
            ),
            Manner.HOVERING: Variant(
                say("Hovering"),
                say("For clumps that break: cooler at the hair, longer."),
                say(" Hover a hand's breadth away, touch nothing."),
            ),
        },
        why_not_diffused,
    ),
    Detail.FRINGE: DetailRule(
        say("Fringe"),
        "dry",
        {
            NO: NOT_DONE,
            YES: Variant(
                say("Formed while drying"),
                say("The short front dries the way it should lie."),
                say(" Hold the short front against the forehead until it keeps its shape."),
                (3.0, 0.0),
            ),
        },
        why_not_diffused,
    ),
}
