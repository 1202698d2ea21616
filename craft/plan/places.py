"""What was learned of places on the head: sections that take longer, zones that take more product.

Only how minutes and grams are shared out follows from it; their sums are learned by the whole.
"""

from collections.abc import Callable, Iterator, Mapping

from craft.contract.plan import Learned, PlanRequest, Reason
from craft.contract.reasons import LEARNED, reason
from craft.head.partings import Section
from craft.messages import join, say, word
from craft.plan.case import Case
from craft.vocabulary import Position, Role, Zone
from craft.words import plural

#: A smaller difference is not mentioned. Own value.
MENTIONED = 0.05
NOTHING_LEARNED = Learned()


def place_factor(request: PlanRequest, zone: Zone, *, is_first: bool) -> float:
    """What a section takes by its place in a cycle, times what the others take.

    Args:
        request: with what was learned
        zone: most of its hair grows in
        is_first: whether the cycle begins with it
    """
    learned = request.learned_positions
    factor = learned.get(Position(zone.value), NOTHING_LEARNED).factor
    return factor * learned.get(Position.FIRST, NOTHING_LEARNED).factor if is_first else factor


def dose_factor(request: PlanRequest, role: Role, zone: Zone) -> float:
    """Product per gram of hair in a zone, times what the rest of the head takes."""
    return request.learned_zone_doses.get(role, {}).get(zone, NOTHING_LEARNED).factor


def keep_sum(amounts: Mapping[int, float], factor: Callable[[int], float]) -> dict[int, float]:
    """Amounts by section shared out by other parts, their sum the same.

    Args:
        amounts: by section
        factor: of a section, against the others
    """
    changed = {number: amount * factor(number) for number, amount in amounts.items()}
    whole = sum(changed.values())
    scale = sum(amounts.values()) / whole if whole > 0 else 1.0
    return {number: amount * scale for number, amount in changed.items()}


def minutes_by_place(case: Case, minutes: Mapping[int, float]) -> dict[int, float]:
    """Minutes of sections [min] in working order, by what was learned of their places."""
    first = next(iter(minutes), None)
    zones = {section.number: section.zone for section in case.sections}
    return keep_sum(
        minutes,
        lambda number: place_factor(case.request, zones[number], is_first=number == first),
    )


def grams_by_place(case: Case, role: Role, grams: Mapping[int, float]) -> dict[int, float]:
    """Grams of a product in sections, by what was learned of their zones."""
    zones = {section.number: section.zone for section in case.sections}
    return keep_sum(grams, lambda number: dose_factor(case.request, role, zones[number]))


def position_reasons(case: Case, sections: Mapping[int, Section]) -> Iterator[Reason]:
    """Why some sections of a cycle are given more or fewer minutes than the others.

    Args:
        case: the head
        sections: of the cycle, by number
    """
    zones = {section.zone.value for section in sections.values()}
    here = {
        place: learned
        for place, learned in case.request.learned_positions.items()
        if (place is Position.FIRST or place.value in zones)
        and abs(learned.factor - 1) >= MENTIONED
    }
    if here:
        text = join(
            ", ",
            (
                say("{place} × {factor:.2f}", place=place_word(place), factor=learned.factor)
                for place, learned in here.items()
            ),
        )
        visits = max(learned.visits for learned in here.values())
        yield reason(
            "learned_positions",
            say("Minutes of a section against the others: {places}.", places=text),
            say("up to {visits}", visits=plural(visits, "visit")),
            LEARNED,
        )


def place_word(place: Position) -> str:
    """A place of a cycle in words."""
    return say("first section") if place is Position.FIRST else word(place.value)


def zone_dose_reasons(case: Case, role: Role) -> Iterator[Reason]:
    """Why some zones get more or less of a product per gram of hair than the rest."""
    zones = {section.zone for section in case.sections}
    here = {
        zone: learned
        for zone, learned in case.request.learned_zone_doses.get(role, {}).items()
        if zone in zones and abs(learned.factor - 1) >= MENTIONED
    }
    if here:
        text = join(
            ", ",
            (
                say("{place} × {factor:.2f}", place=word(zone.value), factor=learned.factor)
                for zone, learned in here.items()
            ),
        )
        visits = max(learned.visits for learned in here.values())
        yield reason(
            "learned_zone_doses",
            say("Per gram of hair against the rest of the head: {places}.", places=text),
            say("up to {visits}", visits=plural(visits, "visit")),
            LEARNED,
        )
