"""Which way of working won, who chose it, and what the other would do."""

from craft.contract.plan import School, SchoolChoice
from craft.routine.case import Case, layering, pre_wash
from craft.routine.why import TRADE
from craft.vocabulary import (
    Detangling,
    Distribution,
    Dryer,
    Layering,
    SchoolBy,
    Start,
    Washing,
    WashOrder,
)

#: What the other school would do. Common practice, no source.
INSTEAD_DISTRIBUTION = {
    Distribution.SECTION: "One product over the whole head at a time: detangles better, a quarter "
    "longer.",
    Distribution.LAYER: "All products section by section: each stays wet until it is shaped.",
}
INSTEAD_WASH = {
    WashOrder.SHAMPOO_FIRST: "Condition or detangle first, shampoo after: slip stays under it.",
    WashOrder.CONDITION_FIRST: "Shampoo first: the conditioner meets clean hair.",
}
INSTEAD_DETANGLE = {
    Detangling.FINGERS: "A wide comb or a flexible brush: faster, more pull.",
    Detangling.COMB: "Fingers only: gentlest, longest. A brush: smoothest, most pull.",
    Detangling.BRUSH: "Fingers or a wide comb: slower, less pull.",
}


def chosen_by(school: School, topic: str) -> SchoolBy:
    """Who chose: as told, else the plan where it is not as usual, else the house."""
    if topic in school.by:
        return school.by[topic]
    usual = School.model_fields[topic].default
    return SchoolBy.HOUSE if getattr(school, topic) == usual else SchoolBy.PLAN


def schools(case: Case) -> list[SchoolChoice]:
    """Every school that this routine had to choose."""
    asked, technique = case.request.school, case.technique
    found = []

    def add(topic: str, chosen: str, because: str, instead: str) -> None:
        found.append(
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
    if {"cream", "oil"} <= set(order):
        won = why.rule.removeprefix("layering_").upper()
        other = Layering.LOC if won == Layering.LCO else Layering.LCO
        laid = "oil before cream" if other is Layering.LOC else "cream before oil"
        add(
            "layering",
            won,
            why.because,
            f"{other}: {laid}; some dense low-porosity heads prefer it.",
        )
    add(
        "distribution",
        asked.distribution,
        "Sections stay wet until they are shaped."
        if asked.distribution is Distribution.SECTION
        else "Each product is spread evenly before the next.",
        INSTEAD_DISTRIBUTION[asked.distribution],
    )
    if technique.start is Start.WASH:
        if technique.washing is Washing.FULL:
            add(
                "wash",
                asked.wash,
                "As this house washes." if asked.wash is WashOrder.SHAMPOO_FIRST else "Slip first.",
                INSTEAD_WASH[asked.wash],
            )
        add(
            "detangle",
            asked.detangle,
            "Ends to roots, with slip.",
            INSTEAD_DETANGLE[asked.detangle],
        )
        oiled, because = pre_wash(case)
        add(
            "pre_wash",
            "oil" if oiled else "none",
            because.because,
            "Straight into water: shorter, more swelling." if oiled else "Oil first: more slip.",
        )
        air = case.request.dry is Dryer.AIR
        found.append(
            SchoolChoice(
                topic="drying",
                chosen=case.request.dry,
                chosen_by=SchoolBy.PLAN,
                because="Air: shine, and patience." if air else "Warm air: time.",
                instead="Hood or diffuser: hours sooner." if air else "Air: more shine, longer.",
                source=TRADE,
            )
        )
    return found
