"""Laying in what stays: layers, sections, smoothing."""

from craft.contract.plan import Reason, Step
from craft.contract.reasons import TRADE, reason
from craft.messages import capital, join, say
from craft.physics import fibre
from craft.plan.assemble import layering
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions
from craft.plan.dosing import dose_of_layer, name_of
from craft.plan.steps.step import step
from craft.products.names import NAMES
from craft.vocabulary import (
    Detail,
    Distribution,
    Family,
    LayerOn,
    LayerWay,
    Level,
    Smoothing,
    Station,
)
from craft.work import timing

#: Family of wavy patterns.
WAVY = 2
#: Laying in: minutes for each product of each section, and for the hair. Own values.
LAY_IN_EACH_MIN = 0.12
LAY_IN_BULK = (0.0, 2.0)
#: One product over the whole head at a time takes longer, detangling better. Own value.
LAYER_FACTOR = 1.25


def usual_hairs(case: Case) -> float:
    """Hairs in a usual section of the technique on a medium head."""
    medium = fibre.TYPICAL_DENSITY_PER_CM2[Level.MEDIUM] * case.scalp_cm2
    return medium / case.technique.parting.sections


#: How a styler is worked in. Common practice, no source.
SMOOTHING_HOW = {
    Smoothing.RAKE: say("Rake it through with the fingers."),
    Smoothing.PALMS: say("Smooth it down with flat palms."),
    Smoothing.SCRUNCH: say("Scrunch it in from the ends, no raking."),
}


def smoothing(case: Case) -> str:
    """How the styler is worked in: as asked, else waves are scrunched and the rest smoothed."""
    return SMOOTHING_HOW[smoothing_of(case)]


def smoothing_of(case: Case) -> Smoothing:
    """The school of smoothing that won."""
    asked = case.request.school.smoothing
    if asked is not Smoothing.AUTO:
        return asked
    return Smoothing.SCRUNCH if case.hair.pattern.family == WAVY else Smoothing.PALMS


#: Work of a layer, against one that goes everywhere. Own values.
LAYER_WORK = {
    LayerOn.ALL: 1.0,
    LayerOn.ROOTS: 0.5,
    LayerOn.ENDS: 0.4,
    LayerOn.EDGES: 0.2,
    LayerOn.HANDS: 0.1,
}
#: How a layer is worked in, in words. Common practice, no source.
LAYER_WAYS = {
    LayerWay.PALMS: say("emulsified between the palms first"),
    LayerWay.SOAKING: say("on dripping hair, squeezed until it is taken up"),
    LayerWay.MASSAGE: say("massaged into the scalp with the finger pads"),
}


def layer_ways(case: Case) -> str:
    """Layers that are worked in differently than usual, in a sentence."""
    parts = []
    for each in case.layers:
        way = each.layer.way
        thinned = (
            say("thinned to {strength:.0%}", strength=each.layer.strength)
            if each.layer.strength < 1
            else ""
        )
        how = join(", ", (part for part in (thinned, LAYER_WAYS[way] if way else "") if part))
        if how:
            name = name_of(each.item) if each.item else NAMES[each.role]
            parts.append(say("{product} {how}.", product=capital(name), how=how))
    return join("", (" " + part for part in parts))


def layers_reason(case: Case) -> Reason:
    """Why these layers in this order."""
    if case.request.layers is None:
        return layering(case)[1]
    return reason(
        "layers_by_hand",
        say("Composed by hand for this plan."),
        say("{layers} layers", layers=len(case.layers)),
        TRADE,
    )


def lay_in(case: Case) -> Step:
    """Products that stay in, in school order, ends twice."""
    why = layers_reason(case)
    count = len(case.sections)
    worked = sum(LAYER_WORK[each.layer.on] for each in case.layers)
    minutes = LAY_IN_EACH_MIN * worked * count + timing.bulk_minutes(*LAY_IN_BULK, case.hair_g)
    layered = case.request.school.distribution is Distribution.LAYER
    warm = (
        say(" Warm the hair with a damp cloth before.") if case.hair.porosity is Level.LOW else ""
    )
    distribution = reason(
        f"distribution_{case.request.school.distribution}",
        say("One product over the whole head at a time detangles better and takes longer.")
        if layered
        else say("All products section by section: each stays wet until it is shaped."),
        say("school.distribution {distribution}", distribution=case.request.school.distribution),
    )
    return step(
        case,
        "lay_in",
        Family.LAY_IN,
        say("Lay in"),
        say(
            "Middle to ends first, roots last with what is left; ends twice. {smoothing}",
            smoothing=smoothing(case),
        )
        + detail_instructions(case, Detail.BRUSHED_BACK)
        + layer_ways(case)
        + warm,
        minutes=minutes * (LAYER_FACTOR if layered else 1)
        + added_minutes(case, Detail.BRUSHED_BACK),
        station=Station.CHAIR,
        products=[dose_of_layer(case, each) for each in case.layers],
        sections=count,
        reasons=[why, distribution],
    )
