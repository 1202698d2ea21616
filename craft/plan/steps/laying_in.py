"""Laying in what stays: layers, sections, smoothing."""

from collections.abc import Iterable

from craft.contract.plan import Reason, Step
from craft.contract.reasons import TRADE, reason
from craft.messages import capital, join, say
from craft.plan.assemble import layering
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions
from craft.plan.dosing import dose_of_layer, name_of
from craft.plan.minutes import LAYER_FACTOR, lay_in_minutes
from craft.plan.steps.step import step
from craft.products.layer import Laid
from craft.products.names import NAMES
from craft.vocabulary import (
    Detail,
    Distribution,
    Family,
    LayerWay,
    Level,
    Smoothing,
    Station,
)

#: Family of wavy patterns.
WAVY = 2
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


#: How a layer is worked in, in words. Common practice, no source.
LAYER_WAYS = {
    LayerWay.PALMS: say("emulsified between the palms first"),
    LayerWay.SOAKING: say("on dripping hair, squeezed until it is taken up"),
    LayerWay.MASSAGE: say("massaged into the scalp with the finger pads"),
}


def layer_way(each: Laid) -> str:
    """How a layer is worked in, where it is not as usual, in a sentence."""
    way, strength = each.layer.way, each.layer.strength
    thinned = say("thinned to {strength:.0%}", strength=strength) if strength < 1 else ""
    how = join(", ", (part for part in (thinned, LAYER_WAYS[way] if way else "") if part))
    if not how:
        return ""
    name = name_of(each.item) if each.item else NAMES[each.role]
    return say("{product} {how}.", product=capital(name), how=how)


def layer_ways(layers: Iterable[Laid]) -> str:
    """Layers that are worked in differently than usual, in sentences that follow another."""
    return join("", (" " + way for way in map(layer_way, layers) if way))


def warm_first(case: Case) -> str:
    """Warmth before products, where the hair takes little."""
    if case.hair.porosity is not Level.LOW:
        return ""
    return say(" Warm the hair with a damp cloth before.")


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
    minutes = lay_in_minutes(case, case.layers)
    layered = case.request.school.distribution is Distribution.LAYER
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
        + layer_ways(case.layers)
        + warm_first(case),
        minutes=minutes * (LAYER_FACTOR if layered else 1)
        + added_minutes(case, Detail.BRUSHED_BACK),
        station=Station.CHAIR,
        products=[dose_of_layer(case, each) for each in case.layers],
        sections=count,
        reasons=[why, distribution],
    )
