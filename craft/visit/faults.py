"""What failed, by place, and its likely cause: what the log of the visit says of those sections.

A cause is named because the log shows it (less product there than on the rest, hair that had dried
at its turn, a place that felt damp). Where the log shows nothing, the cause that the trade would
look for first is named as such.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from statistics import median

from craft.contract.partings import SectionOut
from craft.contract.plan import PlanAnswer, Turn
from craft.contract.reasons import TRADE
from craft.contract.visit import Cause, DoseRun, FaultFinding, FaultRun, VisitAnswer
from craft.messages import Text, join, say, say_count
from craft.products.names import NAMES
from craft.vocabulary import Dryness, Fault, Touch, Zone

#: A section that got this share more or less per gram of hair than the rest got it noticeably so;
#: one that was worked in this share less time was hurried; one with this share more hair is
#: thicker. Own values.
NOTICED = 0.15
HURRIED = 0.30
THICKER = 0.25
#: Fewer turns on a rod do not hold. Common practice, no source.
LEAST_TURNS = 1.5

FAULT_NAMES = {
    Fault.FRIZZ_ROOTS: say("frizz at the roots"),
    Fault.FRIZZ: say("frizz along the length"),
    Fault.FLAKES: say("white flakes"),
    Fault.CLUMP_LOST: say("clump fell apart"),
    Fault.OWN_TEXTURE: say("own texture shows"),
    Fault.LOOSE_ENDS: say("loose ends"),
    Fault.FLAT_ROOTS: say("flat roots"),
    Fault.MARKS: say("marks of clips or ties"),
}


@dataclass(frozen=True)
class Evidence:
    """What the log says of one section.

    Args:
        section: as it was parted
        hair: its hair over that of a usual section
        doses: by product, what it got per gram of hair over what the others got
        pace: its minutes over those of the others, against the plan; None where it was not ticked
        turn: its turn in the cycle, if there was one
        workable: water that products need [g/g]
        is_damp: whether it felt damp when the set was opened
    """

    section: SectionOut
    hair: float
    doses: Mapping[Text, float]
    pace: float | None
    turn: Turn | None
    workable: float
    is_damp: bool


@dataclass(frozen=True)
class Sign:
    """A cause that the log shows in a section.

    Args:
        text: what was different there
        trigger: the numbers
        strength: how far from usual it was; the strongest of several sections is told
    """

    text: Text
    trigger: Text
    strength: float


def damp(each: Evidence) -> Sign | None:
    """It was opened while this place was damp."""
    if not each.is_damp:
        return None
    return Sign(
        say("It was still damp here when the set was opened."), say("felt damp at opening"), 1.0
    )


def less_product(each: Evidence) -> Sign | None:
    """It got less of a product than the rest."""
    name, ratio = min(each.doses.items(), key=lambda dose: dose[1], default=("", 1.0))
    if ratio > 1 - NOTICED:
        return None
    return Sign(
        say("It got less {product} than the rest.", product=name),
        say("{percent:.0%} less per gram of hair", percent=1 - ratio),
        1 - ratio,
    )


def more_product(each: Evidence) -> Sign | None:
    """It got more of a product than the rest."""
    name, ratio = max(each.doses.items(), key=lambda dose: dose[1], default=("", 1.0))
    if ratio < 1 + NOTICED:
        return None
    return Sign(
        say("It got more {product} than the rest.", product=name),
        say("{percent:.0%} more per gram of hair", percent=ratio - 1),
        ratio - 1,
    )


def hurried(each: Evidence) -> Sign | None:
    """It was worked in less time than the others: products were hardly smoothed through."""
    if each.pace is None or each.pace > 1 - HURRIED:
        return None
    return Sign(
        say("It was worked faster than the rest: products were hardly smoothed through."),
        say("{percent:.0%} less time than the others", percent=1 - each.pace),
        1 - each.pace,
    )


def dried(each: Evidence) -> Sign | None:
    """Its hair was too dry when it was worked."""
    if each.turn is None or not each.workable:
        return None
    wetted = each.turn.water + each.turn.wetted_g / max(each.section.grams, 0.01)
    if wetted >= each.workable - 0.01:
        return None
    return Sign(
        say("Its hair had dried at its turn, so products did not spread."),
        say(
            "{water:.2f g} of water per gram after {minutes:.0f} min, {workable:g g} needed",
            water=wetted,
            minutes=each.turn.waited_min,
            workable=each.workable,
        ),
        1 - wetted / each.workable,
    )


def thicker(each: Evidence) -> Sign | None:
    """It holds more hair than the others, and dries and holds less well for it."""
    if each.hair < 1 + THICKER:
        return None
    return Sign(
        say("It holds more hair than the other sections."),
        say("{percent:.0%} more hair", percent=each.hair - 1),
        each.hair - 1,
    )


def loose_rod(each: Evidence) -> Sign | None:
    """Its rod has too few turns to hold a curl."""
    turns, rod = each.section.turns, each.section.rod_mm
    if rod is None or turns is None or turns >= LEAST_TURNS:
        return None
    return Sign(
        say("Its rod has few turns, so it sits loose."),
        say("{turns:.1f} turns on {rod:g mm}", turns=turns, rod=rod),
        LEAST_TURNS - turns,
    )


Rule = Callable[[Evidence], Sign | None]
#: What to do about a cause, next time.
REMEDIES: Mapping[Rule, Text] = {
    damp: say("Leave it longer or dry this place first."),
    less_product: say("Give it as much as the rest."),
    more_product: say("Take less here and smooth it through."),
    hurried: say("Smooth each layer through from root to end before you shape."),
    dried: say("Wet it again at its turn, or cover what waits."),
    thicker: say("Divide it, or give it longer to dry."),
    loose_rod: say("Use a thinner rod here, and wind it with even tension."),
}
#: What may cause a fault, the likeliest first.
CAUSES: Mapping[Fault, Sequence[Rule]] = {
    Fault.FRIZZ_ROOTS: (damp, less_product, dried, hurried),
    Fault.FRIZZ: (less_product, dried, damp, hurried, thicker),
    Fault.FLAKES: (more_product, hurried, dried),
    Fault.CLUMP_LOST: (less_product, dried, hurried, thicker),
    Fault.OWN_TEXTURE: (loose_rod, damp, less_product, thicker),
    Fault.LOOSE_ENDS: (less_product, loose_rod, dried),
    Fault.FLAT_ROOTS: (damp, more_product, thicker),
    Fault.MARKS: (damp,),
}
#: What the trade looks for first where the log shows nothing, and what to do about it.
USUAL: Mapping[Fault, tuple[Text, Text]] = {
    Fault.FRIZZ_ROOTS: (
        say("Most often roots that were damp, or touched too early."),
        say("Feel the roots before you open it, and open with a little oil on your fingers."),
    ),
    Fault.FRIZZ: (
        say("Most often too little product along the length, or hair combed after it was set."),
        say("Smooth the styling product down to the ends, and do not comb through when opening."),
    ),
    Fault.FLAKES: (
        say("Most often product that was not smoothed through, or two that do not mix."),
        say("Mix both in your palm first: if they turn white, do not layer them."),
    ),
    Fault.CLUMP_LOST: (
        say("Most often hair that had started to dry, or was separated too often."),
        say("Work it wetter, and separate it only once."),
    ),
    Fault.OWN_TEXTURE: (
        say("Most often a section that sat loose."),
        say("Keep an even tension from root to end."),
    ),
    Fault.LOOSE_ENDS: (
        say("Most often too little grip at the ends."),
        say("Add cream to the ends and turn them round your finger."),
    ),
    Fault.FLAT_ROOTS: (
        say("Most often too much weight at the roots, or roots dried lying flat."),
        say("Clip the roots up while they dry, and keep cream off them."),
    ),
    Fault.MARKS: (
        say("Most often a clip or tie on hair that was still damp."),
        say("Move clips and ties when it is half dry."),
    ),
}


def findings(plan: PlanAnswer, visit: VisitAnswer) -> list[FaultFinding]:
    """What failed and where, each with its likely causes.

    Args:
        plan: that was worked
        visit: what its log comes to
    """
    if not visit.faults:
        return []
    evidence = evidence_of(plan, visit)
    return [finding(run, evidence) for run in visit.faults]


def finding(run: FaultRun, evidence: Mapping[int, Evidence]) -> FaultFinding:
    """What failed and where, with its likely causes."""
    own = [evidence[number] for number in run.sections if number in evidence]
    causes = list(seen_causes(CAUSES[run.fault], own))
    text, remedy = USUAL[run.fault]
    usual = Cause(
        sections=run.sections,
        text=text,
        trigger=say("Nothing in the log of this visit explains it."),
        source=TRADE,
        remedy=remedy,
        seen=False,
    )
    return FaultFinding(
        fault=run.fault,
        title=FAULT_NAMES[run.fault],
        sections=run.sections,
        zones=list(dict.fromkeys(each.section.zone for each in own)),
        place=sections_words(run.sections),
        causes=causes or [usual],
    )


def seen_causes(rules: Iterable[Rule], own: Sequence[Evidence]) -> Iterator[Cause]:
    """Causes that the log shows, with the sections they are shown for."""
    for rule in rules:
        signs = {each.section.number: sign for each in own if (sign := rule(each))}
        if signs:
            strongest = max(signs.values(), key=lambda sign: sign.strength)
            yield Cause(
                sections=list(signs),
                text=strongest.text,
                trigger=strongest.trigger,
                source=TRADE,
                remedy=REMEDIES[rule],
                seen=True,
            )


def sections_words(numbers: Sequence[int]) -> Text:
    """Sections by their numbers: sections 4, 5."""
    listed = join(", ", [f"{number}" for number in numbers])
    return say_count("section {numbers}", "sections {numbers}", count=len(numbers), numbers=listed)


def evidence_of(plan: PlanAnswer, visit: VisitAnswer) -> dict[int, Evidence]:
    """What the log says of every section."""
    turns = {turn.section: turn for step in plan.steps if step.cycle for turn in step.cycle.turns}
    workable = max((step.cycle.workable for step in plan.steps if step.cycle), default=0.0)
    paces = paces_of(visit, turns)
    doses = [
        (NAMES[dose.role], rates)
        for dose in visit.doses
        if dose.stays_in and (rates := dose_rates(plan, dose))
    ]
    usual = median(section.grams for section in plan.sections) if plan.sections else 0.0
    return {
        section.number: Evidence(
            section=section,
            hair=section.grams / usual if usual else 1.0,
            doses={name: rates[section.number] for name, rates in doses if section.number in rates},
            pace=paces.get(section.number),
            turn=turns.get(section.number),
            workable=workable,
            is_damp=felt_damp(section, plan, visit),
        )
        for section in plan.sections
    }


def paces_of(visit: VisitAnswer, turns: Mapping[int, Turn]) -> dict[int, float]:
    """Minutes of sections over the plan, against the median of the same hands."""
    paces: dict[int, float] = {}
    for run in visit.steps:
        for hands in run.hands:
            own = {
                number: minutes / turns[number].minutes
                for number, minutes in hands.each.items()
                if number in turns and turns[number].minutes > 0
            }
            middle = median(own.values()) if own else 0.0
            paces |= {number: pace / middle for number, pace in own.items() if middle > 0}
    return paces


def dose_rates(plan: PlanAnswer, dose: DoseRun) -> dict[int, float]:
    """What sections got per gram of hair, over the median; nothing where that is not known."""
    grams = {section.number: section.grams for section in plan.sections}
    planned = {section.number: section.doses.get(dose.role, 0.0) for section in plan.sections}
    own = {
        number: got / (planned[number] or grams[number])
        for number, got in dose.by_section.items()
        if grams.get(number)
    }
    middle = median(own.values()) if own else 0.0
    return {number: rate / middle for number, rate in own.items()} if middle > 0 else {}


def felt_damp(section: SectionOut, plan: PlanAnswer, visit: VisitAnswer) -> bool:
    """Whether a section felt damp when it was opened, as far as three places tell."""
    damp_at = {place for place, dryness in visit.touches.items() if dryness is not Dryness.DRY}
    if not visit.touches:
        return visit.dryness not in (None, Dryness.DRY)
    thickest = max(plan.sections, key=lambda each: each.hairs)
    return (
        Touch.ROOTS in damp_at
        or (Touch.NAPE in damp_at and section.zone is Zone.NAPE)
        or (Touch.THICKEST in damp_at and section.number == thickest.number)
    )
