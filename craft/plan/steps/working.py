"""The working part as a cycle: each section is finished before the next is touched."""

from collections.abc import Iterator, Sequence

from craft.contract.plan import Act, Cycle, Reason, Step, Turn
from craft.contract.reasons import MODEL, TRADE, reason
from craft.messages import capital, say, word
from craft.plan.case import Case
from craft.plan.details import added_minutes, detail_instructions, does
from craft.plan.dosing import dose_of_layer, name_of
from craft.plan.layers import layer_over
from craft.plan.minutes import layer_minutes, shape_minutes
from craft.plan.places import position_reasons
from craft.plan.steps.laying_in import (
    layer_way,
    layer_ways,
    layers_reason,
    smoothing_of,
    warm_first,
)
from craft.plan.steps.shaping import section_count_reason, section_time_reason, shape_how
from craft.plan.steps.step import step
from craft.plan.steps.washing import blot_how, equal_hair_reason
from craft.plan.turns import (
    COVERED,
    SPRAY_G,
    WET_MIN,
    SectionTurn,
    fasten_minutes,
    first_layers,
    first_minutes,
    own_pace,
    parting_minutes,
    rewetting,
    section_turns,
    smooth_minutes,
    turn_layers,
    workable,
)
from craft.products.names import NAMES
from craft.vocabulary import (
    ActKey,
    Blot,
    Detail,
    Detangling,
    Distribution,
    Family,
    LayerOver,
    Manner,
    Rewetting,
    SetKind,
    Smoothing,
    Station,
)
from craft.words import plural, several

#: Combing through, of the minutes of working products in. Own value.
COMBING_SHARE = 0.6
COMBING_TITLES = {
    Detangling.FINGERS: say("Fingers through it"),
    Detangling.COMB: say("Comb it through"),
    Detangling.BRUSH: say("Brush it through"),
}
SMOOTHING_TITLES = {
    Smoothing.RAKE: say("Rake it through"),
    Smoothing.PALMS: say("Smooth with flat palms"),
    Smoothing.SCRUNCH: say("Scrunch it in"),
}
WETTING_TITLES = {
    Rewetting.SPRAY: say("Spray where it has dried"),
    Rewetting.DRENCH: say("Wet until it drips"),
}
#: Why this way of working. Common practice, no source.
BECAUSE = {
    Distribution.CYCLE: say(
        "Each section is finished while it is wet, before the next is touched."
    ),
    Distribution.MIXED: say(
        "What conditions goes on quickly over the whole head; what holds goes into each section "
        "just before it is shaped."
    ),
    Distribution.CHUNKS: say("No partings: the hair is worked in what falls together by itself."),
}


def lay_in_first(case: Case) -> list[Step]:
    """Layers over the whole head or a half of it, before the first section is worked."""
    layers = first_layers(case)
    if not layers:
        return []
    halves = [each for each in layers if layer_over(case, each.layer) is LayerOver.HALF]
    how = (
        say("One half, then the other; cover the half that waits.")
        if len(halves) == len(layers)
        else say("One product over the whole head, then the next; twist it up out of the way.")
    )
    return [
        step(
            case,
            "lay_in",
            Family.LAY_IN,
            say("Lay in first"),
            how + layer_ways(layers) + warm_first(case),
            minutes=first_minutes(case),
            station=Station.CHAIR,
            products=[dose_of_layer(case, each) for each in layers],
            reasons=[layers_reason(case), way_reason(case)],
        )
    ]


def way_reason(case: Case) -> Reason:
    """Why the head is worked in this order."""
    way = case.request.school.distribution
    return reason(
        f"distribution_{way}",
        BECAUSE[way],
        say("school.distribution {distribution}", distribution=way),
        TRADE,
    )


def work(case: Case) -> Step:
    """Section by section: part it, wet it, lay in, shape."""
    turns = section_turns(case)
    noun = several(case.technique.parting.noun)
    count = len(turns)
    chunks = case.request.school.distribution is Distribution.CHUNKS
    title = (
        say("{nouns}, {count}, in chunks", nouns=capital(noun), count=count)
        if chunks
        else say("{nouns}, {count}, one by one", nouns=capital(noun), count=count)
    )
    shaping = sum(shape_minutes(case, turn.section) for turn in turns)
    layers = turn_layers(case)
    covers = [key for key in COVERED if key != "lay_in" or not first_layers(case)]
    planned = step(
        case,
        "work",
        Family.SHAPE,
        title,
        say("Finish each one before you touch the next.") + waiting(case) + warm_first(case),
        minutes=sum(turn.minutes for turn in turns) / own_pace(case),
        station=Station.CHAIR,
        products=[dose_of_layer(case, each) for each in layers],
        sections=count,
        reasons=[
            way_reason(case),
            *position_reasons(case, {turn.section.number: turn.section for turn in turns}),
            *([layers_reason(case)] if layers else []),
            section_time_reason(case, shaping),
            section_count_reason(case),
            equal_hair_reason(case),
        ],
    )
    cycle = Cycle(
        acts=list(acts(case, turns)),
        turns=[turn_out(turn, rewetting(case)) for turn in turns],
        workable=workable(case),
    )
    return planned.model_copy(update={"covers": covers, "cycle": cycle})


def part_how(case: Case) -> str:
    """How the hair lies that a section is parted off from."""
    if case.soaks:
        return say("Leave the hair soaking wet.") if case.blot is Blot.NONE else ""
    return blot_how(case)


def waiting(case: Case) -> str:
    """What is done with the hair that waits for its turn."""
    if not case.soaks:
        return ""
    if does(case, Detail.WAITING, Manner.CAP):
        return say(" What waits stays under a cap.")
    return say(" What waits lies open and dries.")


def turn_out(turn: SectionTurn, way: Rewetting) -> Turn:
    """A section at its turn, as it is answered."""
    sprays = round(turn.wetted_g / SPRAY_G) if way is Rewetting.SPRAY else 0
    return Turn(
        section=turn.section.number,
        waited_min=round(turn.waited_min, 1),
        minutes=round(turn.minutes, 2),
        water=round(turn.water, 3),
        wetted_g=round(turn.wetted_g, 1),
        sprays=max(sprays, 1) if turn.wetted_g and way is Rewetting.SPRAY else 0,
        left=round(turn.left, 3),
    )


def acts(case: Case, turns: Sequence[SectionTurn]) -> Iterator[Act]:
    """What is done to each section, in order."""
    count, pace = len(turns), own_pace(case)
    chunks = case.request.school.distribution is Distribution.CHUNKS
    yield Act(
        key=ActKey.PART,
        family=Family.PREPARE,
        title=say("Take up what falls together") if chunks else say("Part it off"),
        how=part_how(case),
        min_each=round(parting_minutes(case) * pace, 2),
    )
    yield from wet(case, turns)
    for each in turn_layers(case):
        yield Act(
            key=ActKey.LAYER,
            family=Family.LAY_IN,
            title=capital(name_of(each.item) if each.item else NAMES[each.role]),
            how=layer_way(each),
            min_each=round(layer_minutes(each) * pace, 2),
            role=each.role,
            layer=each.place,
        )
    yield from worked_in(case, count)
    fastening = added_minutes(case, Detail.FASTENING)
    shaping = sum(shape_minutes(case, turn.section) for turn in turns)
    rest = fasten_minutes(case) - fastening - added_minutes(case, Detail.BRUSHED_BACK)
    yield Act(
        key=ActKey.SHAPE,
        family=Family.SHAPE,
        title=say("Shape the {noun}", noun=word(case.technique.parting.noun)),
        how=shape_how(case),
        min_each=round((shaping + rest) / count * pace, 2),
    )
    pins = case.technique.kit.pins_each
    if pins:
        yield Act(
            key=ActKey.FASTEN,
            family=Family.SHAPE,
            title=say("Fasten it: {pins}", pins=plural(pins, "pin")),
            min_each=round(fastening / count * pace, 2),
        )
    if case.soaks and does(case, Detail.WAITING, Manner.CAP):
        yield Act(
            key=ActKey.COVER, family=Family.PREPARE, title=say("Cover what waits"), min_each=0.0
        )


def worked_in(case: Case, count: int) -> Iterator[Act]:
    """Combing through with the product in, then smoothing; what hangs loose is not combed."""
    if not turn_layers(case):
        return
    minutes = smooth_minutes(case) / count
    combs = case.technique.setting.kind is not SetKind.LOOSE
    if combs:
        yield Act(
            key=ActKey.DETANGLE,
            family=Family.PREPARE,
            title=COMBING_TITLES[case.request.school.detangle],
            how=say("From the ends up, with the product in."),
            min_each=round(minutes * COMBING_SHARE * own_pace(case), 2),
        )
    minutes *= 1 - COMBING_SHARE if combs else 1.0
    minutes += added_minutes(case, Detail.BRUSHED_BACK) / count
    yield Act(
        key=ActKey.SMOOTH,
        family=Family.LAY_IN,
        title=SMOOTHING_TITLES[smoothing_of(case)],
        how=say("Middle to ends first, roots last with what is left; ends twice.")
        + detail_instructions(case, Detail.BRUSHED_BACK),
        min_each=round(minutes * own_pace(case), 2),
    )


def wet(case: Case, turns: Sequence[SectionTurn]) -> Iterator[Act]:
    """Water for sections that have dried, where any has."""
    way = rewetting(case)
    dried = [turn for turn in turns if turn.wetted_g > 0]
    if not dried:
        return
    yield Act(
        key=ActKey.WET,
        family=Family.CLEANSE,
        title=WETTING_TITLES[way],
        how=say("From section {number} on.", number=dried[0].section.number)
        if len(dried) < len(turns)
        else say("Every section at its turn."),
        min_each=round(WET_MIN[way] * own_pace(case) * len(dried) / len(turns), 2),
        reasons=[wet_reason(case, dried[0])],
    )


def wet_reason(case: Case, first: SectionTurn) -> Reason:
    """Why sections are wetted again, with the numbers of the first of them."""
    asked = case.request.school.rewet
    because = (
        say(
            "After {minutes:.0f} min the hair of section {number} holds {water:.2f g} of water per "
            "gram. Below {workable:g g} products no longer spread; wetted again it holds "
            "{wetted:.2f g}.",
            number=first.section.number,
            minutes=first.waited_min,
            water=first.water,
            workable=workable(case),
            wetted=first.wetted,
        )
        if asked is Rewetting.AUTO
        else say(
            "Chosen for this plan. Wetted again the hair holds {wetted:.2f g} of water per gram.",
            wetted=first.wetted,
        )
    )
    room = case.request.room
    return reason(
        "wet_again",
        because,
        say("{temp_c:g °C}, {rh:.0%} humidity", temp_c=room.temp_c, rh=room.rh),
        MODEL,
    )
