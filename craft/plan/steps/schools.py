"""Which way of working won, who chose it, and what the other would do."""

from craft.contract.plan import School, SchoolChoice
from craft.contract.reasons import TRADE
from craft.messages import say
from craft.plan.assemble import layering, pre_wash
from craft.plan.case import Case
from craft.plan.night import CLOSED
from craft.plan.steps.laying_in import smoothing_of
from craft.plan.steps.working import BECAUSE
from craft.plan.turns import is_cycle, workable
from craft.vocabulary import (
    Detangling,
    Distribution,
    Dryer,
    Layering,
    Refreshing,
    Releasing,
    Rewetting,
    SchoolBy,
    Smoothing,
    Start,
    Style,
    Washing,
    WashOrder,
)

#: What the other school would do. Common practice, no source.
BECAUSE_DISTRIBUTION = {
    **BECAUSE,
    Distribution.SECTION: say("Sections stay wet until they are shaped."),
    Distribution.LAYER: say("Each product is spread evenly before the next."),
}
INSTEAD_DISTRIBUTION = {
    Distribution.CYCLE: say("All products first, then all sections shaped: more taps, hair waits."),
    Distribution.MIXED: say("Everything section by section: nothing is laid in that then dries."),
    Distribution.CHUNKS: say("Parted sections: more even, and more minutes."),
    Distribution.SECTION: say(
        "One product over the whole head at a time: detangles better, takes a quarter longer."
    ),
    Distribution.LAYER: say("All products section by section: each stays wet until it is shaped."),
}
INSTEAD_WASH = {
    WashOrder.SHAMPOO_FIRST: say(
        "Condition or detangle first, shampoo after: slip stays under it."
    ),
    WashOrder.CONDITION_FIRST: say("Shampoo first: the conditioner meets clean hair."),
    WashOrder.CONDITIONER_UNDER: say("Shampoo alone: cleaner lengths, less slip."),
}
BECAUSE_WASH = {
    WashOrder.SHAMPOO_FIRST: say("The conditioner meets clean hair."),
    WashOrder.CONDITION_FIRST: say("It gives slip before the shampoo."),
    WashOrder.CONDITIONER_UNDER: say("It keeps slip under the shampoo."),
}
INSTEAD_SMOOTHING = {
    Smoothing.RAKE: say("Flat palms: fewer, larger clumps; scrunching: more wave."),
    Smoothing.PALMS: say("Raking: smaller clumps, more volume; scrunching: for waves."),
    Smoothing.SCRUNCH: say("Flat palms or raking: longer, but waves fall out."),
}
INSTEAD_REFRESH = {
    Refreshing.RETWIST: say("A spray with styler: quicker, shrinks more than twisting again."),
    Refreshing.STYLER_SPRAY: say("Water only: softer, shrinks more; oil only: keeps its length."),
    Refreshing.WATER: say("A spray with styler in it: shrinks less."),
    Refreshing.OIL: say("Water or a spray: brings curl back, shrinks."),
}
INSTEAD_DETANGLE = {
    Detangling.FINGERS: say("A wide comb or a flexible brush: faster, more pull."),
    Detangling.COMB: say("Fingers only: gentlest, longest. A brush: smoothest, most pull."),
    Detangling.BRUSH: say("Fingers or a wide comb: slower, less pull."),
}


#: Styles that water would undo: they are freshened dry. Common practice, no source.
KEPT_DRY = frozenset({Style.BANDED_STRETCH, Style.ROD_SET, Style.TWIST_ROD_SET, Style.FINGER_COILS})


BECAUSE_REWET = {
    Rewetting.AUTO: say("Sections that have dried too far get water again at their turn."),
    Rewetting.NONE: say("No water is added: it dries sooner."),
    Rewetting.SPRAY: say("Products spread and clumps hold on damp hair."),
    Rewetting.DRENCH: say("Some hair clumps only while it drips."),
}
INSTEAD_REWET = {
    Rewetting.AUTO: say("A spray for every section, or none."),
    Rewetting.NONE: say("Water for what has dried: products spread again."),
    Rewetting.SPRAY: say("No water: it dries sooner. Until it drips: more clumping."),
    Rewetting.DRENCH: say("A spray: it dries hours sooner."),
}


def stepwise(way: Distribution) -> Distribution:
    """The way where a service cannot be worked in a cycle."""
    return way if way is Distribution.LAYER else Distribution.SECTION


def usual_refreshing(case: Case) -> Refreshing:
    """What freshens this style where nobody chose."""
    if case.request.goal.style in KEPT_DRY:
        return Refreshing.OIL
    twisted = case.technique.release.needed or case.technique.worn in CLOSED
    return Refreshing.RETWIST if twisted else Refreshing.STYLER_SPRAY


def chosen_by(school: School, topic: str) -> SchoolBy:
    """Who chose: as chosen, else the plan where it is not as usual, else the salon."""
    if topic in school.by:
        return school.by[topic]
    usual = School.model_fields[topic].default
    return SchoolBy.SALON if getattr(school, topic) == usual else SchoolBy.PLAN


def schools(case: Case) -> list[SchoolChoice]:
    """Every school that this routine had to choose."""
    asked, technique = case.request.school, case.technique
    choices = []

    def add(topic: str, chosen: str, because: str, instead: str) -> None:
        choices.append(
            SchoolChoice(
                topic=topic,
                chosen=chosen,
                chosen_by=chosen_by(asked, topic),
                because=because,
                instead=instead,
                source=TRADE,
            )
        )

    order, why = layering(case)
    # Without both cream and oil there is nothing to put in order.
    if case.request.layers is None and {"cream", "oil"} <= set(order):
        won = why.rule.removeprefix("layering_").upper()
        other = Layering.LOC if won == Layering.LCO else Layering.LCO
        laid = say("oil before cream") if other is Layering.LOC else say("cream before oil")
        add(
            "layering",
            won,
            why.because,
            say(
                "{other}: {laid}; some dense, low-porosity hair does better with it.",
                other=other,
                laid=laid,
            ),
        )
    way = asked.distribution if is_cycle(case) else stepwise(asked.distribution)
    if case.dries:
        add("distribution", way, BECAUSE_DISTRIBUTION[way], INSTEAD_DISTRIBUTION[way])
    if is_cycle(case) and workable(case):
        add("rewet", asked.rewet, BECAUSE_REWET[asked.rewet], INSTEAD_REWET[asked.rewet])
    won_smoothing = smoothing_of(case)
    if case.dries:
        add(
            "smoothing",
            won_smoothing,
            say("Waves are scrunched, coils smoothed.")
            if asked.smoothing is Smoothing.AUTO
            else say("As asked."),
            INSTEAD_SMOOTHING[won_smoothing],
        )
    won_refresh = asked.refresh or usual_refreshing(case)
    # A bun or a pin-up has one way of its own, and one night asks for none.
    if technique.wear.refresh is None and technique.style is not Style.NIGHT_PREP:
        add(
            "refresh",
            won_refresh,
            say("Usual for the style.") if asked.refresh is None else say("As asked."),
            INSTEAD_REFRESH[won_refresh],
        )
    if technique.release.needed:
        worn = asked.release is Releasing.WORN_FIRST
        add(
            "release",
            asked.release,
            say("Worn as a set first: it lasts longer once opened.")
            if worn
            else say("Opened when dry."),
            say("Opened as soon as it is dry.")
            if worn
            else say("Worn two to five days before it is opened."),
        )
    if technique.wash.start is Start.WASH:
        if technique.wash.kind is Washing.FULL:
            add(
                "wash",
                asked.wash,
                BECAUSE_WASH[asked.wash],
                INSTEAD_WASH[asked.wash],
            )
        add(
            "detangle",
            asked.detangle,
            say("Ends to roots, with slip."),
            INSTEAD_DETANGLE[asked.detangle],
        )
        oiled, because = pre_wash(case)
        add(
            "pre_wash",
            "oil" if oiled else "none",
            because.because,
            say("Straight into water: quicker, but the hair swells more.")
            if oiled
            else say("Oil first gives more slip."),
        )
        air = case.dry is Dryer.AIR
        choices.append(
            SchoolChoice(
                topic="drying",
                chosen=case.dry,
                chosen_by=SchoolBy.PLAN,
                because=say("Air drying gives more shine and takes longer.")
                if air
                else say("Warm air saves time."),
                instead=say("Hood or diffuser: hours sooner.")
                if air
                else say("Air: more shine, takes longer."),
                source=TRADE,
            )
        )
    return choices
