"""What the sections of a cycle teach: which take longer than the rest, and which take more product.

Everything here is a section against the others of the same visit, so the pace of the day and the
thirst of the head fall out of it. What goes by the whole cycle is learned in `lessons`.
"""

import math
from collections.abc import Collection, Iterator, Mapping
from statistics import mean, median

from craft.contract.plan import PlanAnswer, PlanRequest
from craft.contract.visit import DoseRun, HandsRun, VisitAnswer
from craft.learning.lesson import Lesson
from craft.plan.places import dose_factor, place_factor
from craft.products.doses import FILM_G_PER_M2
from craft.vocabulary import LearnedOf, Position, Role, Style, Zone

#: Sections are compared with at least this many others. Own value.
LEAST_OTHERS = 4
#: The first section is compared with the next few: later ones may be slow for another reason.
NEXT_FEW = 8
#: Slowing down must show in at least this many sections. Own value.
LEAST_SLOWER = 2
#: A section further from the median of its visit than this was interrupted and does not count: in
#: standard deviations, and as a difference of the logarithm at the least. Own values.
INTERRUPTED_SPREADS, INTERRUPTED_LEAST = 4.0, 0.5
#: Median absolute deviation in standard deviations of a normal distribution.
MAD_SPREADS = 1.4826
#: Numbers of sections after which slowing down is tested. Own values.
SLOWING_AFTER = (6, 12, 18, 24, 36, 48)
#: A cycle faster than this share of the planned time was tapped through, not worked. Own value.
LEAST_RATE = 0.2
AFTER = "after_"


def section_lessons(
    asked: PlanRequest, answer: PlanAnswer, folded: VisitAnswer
) -> Iterator[Lesson]:
    """What sections took against the others of the same visit.

    Args:
        asked, answer: the plan
        folded: what its log comes to
    """
    standard = standard_minutes(asked, answer)
    for run in folded.steps:
        for hands in run.hands:
            yield from of_positions(asked.goal.style, answer, hands, standard)
    for dose in folded.doses:
        if dose.role in FILM_G_PER_M2:
            yield from of_zones(asked, answer, dose)


def standard_minutes(asked: PlanRequest, answer: PlanAnswer) -> dict[int, float]:
    """Planned minutes by section, without what was learned of its place."""
    zones = {section.number: section.zone for section in answer.sections}
    return {
        turn.section: turn.minutes / place_factor(asked, zones[turn.section], is_first=not place)
        for step in answer.steps
        if step.cycle
        for place, turn in enumerate(step.cycle.turns)
    }


def of_positions(
    style: Style, answer: PlanAnswer, hands: HandsRun, standard: Mapping[int, float]
) -> Iterator[Lesson]:
    """Minutes by place: the first turn, zones, and everything after so many sections.

    Args:
        style: of the plan
        answer: of the plan
        hands: with the minutes of every section they ticked, in their order
        standard: minutes by section
    """
    rates = {
        section: math.log(minutes / standard[section])
        for section, minutes in hands.each.items()
        if standard.get(section, 0.0) > 0 and minutes > 0
    }
    if not rates or median(rates.values()) < math.log(LEAST_RATE):
        return
    zones = {section.number: section.zone for section in answer.sections}
    order, steady = list(rates), without_interruptions(rates)
    first, rest = order[0], [section for section in order[1:] if section in steady]
    if first == answer.sections[0].number:
        group = f"{Position.FIRST} {style}"
        yield from against(rates, standard, [first], rest[:NEXT_FEW], group, hands.by)
    for zone in Zone:
        own = [section for section in rest if zones[section] is zone]
        others = [section for section in rest if zones[section] is not zone]
        yield from against(rates, standard, own, others, f"{zone} {style}", hands.by)
    for count in SLOWING_AFTER:
        before, after = ({*part} & steady for part in (order[1:count], order[count:]))
        if len(after) >= LEAST_SLOWER:
            group = f"{AFTER}{count} {style}"
            yield from against(rates, standard, after, before, group, hands.by)


def without_interruptions(rates: Mapping[int, float]) -> set[int]:
    """Sections that nobody was interrupted in.

    Args:
        rates: minutes over the standard, of the logarithm, by section
    """
    middle = median(rates.values())
    spread = MAD_SPREADS * median(abs(rate - middle) for rate in rates.values())
    most = max(INTERRUPTED_LEAST, INTERRUPTED_SPREADS * spread)
    return {section for section, rate in rates.items() if abs(rate - middle) <= most}


def against(
    rates: Mapping[int, float],
    standard: Mapping[int, float],
    own: Collection[int],
    others: Collection[int],
    group: str,
    by: str,
) -> Iterator[Lesson]:
    """Minutes of some sections at their own rate and at that of the others, if there are enough.

    Args:
        rates: minutes over the standard, of the logarithm, by section
        standard: minutes by section
        own, others: the sections, and those they are held against
        group: what it says something of
        by: whose hands
    """
    if not own or len(others) < LEAST_OTHERS:
        return
    minutes = sum(standard[section] for section in own)
    rate = mean(rates[section] for section in own)
    usual = mean(rates[section] for section in others)
    yield Lesson(LearnedOf.POSITION, group, minutes * math.exp(usual), minutes * math.exp(rate), by)


def of_zones(asked: PlanRequest, answer: PlanAnswer, dose: DoseRun) -> Iterator[Lesson]:
    """Product by zone, where somebody noted it there, against the rest of the head.

    Sections that were ticked without an amount count as planned: leaving it is a choice, too.

    Args:
        asked, answer: the plan
        dose: of one product in one step
    """
    zones = {section.number: section.zone for section in answer.sections}
    planned = standard_doses(asked, answer, dose.role)
    got = {number: grams for number, grams in dose.by_section.items() if planned.get(number)}
    for zone in Zone:
        own = {number for number in got if zones[number] is zone}
        others = got.keys() - own
        noted = own & {*dose.noted_sections}
        if not noted or len(others) < LEAST_OTHERS:
            continue
        rate = sum(got[each] for each in others) / sum(planned[each] for each in others)
        expected = rate * sum(planned[each] for each in own)
        actual = sum(got[each] for each in own)
        if expected > 0 and actual > 0:
            yield Lesson(LearnedOf.ZONE_DOSE, f"{dose.role} {zone}", expected, actual)


def standard_doses(asked: PlanRequest, answer: PlanAnswer, role: Role) -> dict[int, float]:
    """Planned grams of a role by section, without what was learned of its zone."""
    return {
        section.number: section.doses.get(role, 0.0) / dose_factor(asked, role, section.zone)
        for section in answer.sections
    }


def place_of(group: str, style: str) -> Position | None:
    """The place a group of minutes is about; nothing where it is of another style, or of slowing.

    Args:
        group: as samples name it
        style: that is planned
    """
    place, _, of = group.partition(" ")
    return Position(place) if of == style and place in set(Position) else None


def slows_after(group: str) -> tuple[int, Style] | None:
    """After how many sections a group looks for slowing down, and in which style; else nothing."""
    place, _, style = group.partition(" ")
    if not place.startswith(AFTER):
        return None
    return int(place.removeprefix(AFTER)), Style(style)
