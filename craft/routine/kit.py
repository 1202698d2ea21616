"""Rods, pins and bands of a routine, what is short, and where odd sizes show least."""

from craft.contract.plan import KitNeeded, Reason, RodNeed, RodStock
from craft.routine.case import Case
from craft.routine.why import HOUSE, TRADE, reason

#: Usual rod by length: up to [cm], diameter [mm]. House values.
USUAL_RODS = ((12.0, 10.0), (20.0, 16.0), (30.0, 20.0))
LONG_ROD_MM = 25.0


def rod_mm(case: Case) -> float:
    """Diameter of the rods [mm]: as wished, else usual for the length."""
    if case.request.goal.rod_mm is not None:
        return case.request.goal.rod_mm
    length = case.hair.length_cm
    return next((rod for limit, rod in USUAL_RODS if length <= limit), LONG_ROD_MM)


def rods_needed(case: Case) -> int:
    """How many rods."""
    return case.technique.rods_each * len(case.sections)


def stock(case: Case) -> dict[float, int] | None:
    """Rods in the drawer by diameter, None if they are not counted."""
    kit = case.request.kit
    if kit is None or not kit.rods:
        return None
    counts: dict[float, int] = {}
    for one in kit.rods:
        counts[one.diameter_mm] = counts.get(one.diameter_mm, 0) + one.count
    return counts


def short(case: Case) -> int:
    """Rods of the wanted size that are missing."""
    have = stock(case)
    if have is None:
        return 0
    return max(0, rods_needed(case) - have.get(rod_mm(case), 0))


def substitute(case: Case) -> RodStock | None:
    """Rods nearest in size of which there are enough; smaller before larger, they show less length.

    Common practice, no source: a smaller rod next to others shows, so it goes where it is hidden.
    """
    have, missing, wanted = stock(case) or {}, short(case), rod_mm(case)
    fitting = [size for size, count in have.items() if size != wanted and count >= missing]
    size = min(fitting, key=lambda one: (abs(one - wanted), one), default=None)
    return None if size is None else RodStock(diameter_mm=size, count=have[size])


def odd_sections(case: Case) -> list[int]:
    """Sections that take the odd rods: the first in working order, which lie lowest behind.

    An even number, so that left and right stay alike.
    """
    missing, each = short(case), case.technique.rods_each
    if not missing or substitute(case) is None:
        return []
    count = -(-missing // each)
    count += count % 2 if count < len(case.sections) else 0
    return [section.number for section in case.sections[:count]]


def rods_by_section(case: Case) -> dict[int, float]:
    """Rod of each section [mm]; empty where none is set on rods."""
    if not case.technique.rods_each:
        return {}
    odd, other = set(odd_sections(case)), substitute(case)
    return {
        section.number: other.diameter_mm if other and section.number in odd else rod_mm(case)
        for section in case.sections
    }


def pins_needed(case: Case) -> int:
    """Pins of all sections and of the whole head."""
    return case.technique.pins_each * len(case.sections) + case.technique.pins_whole


def bands_needed(case: Case) -> int:
    """Bands of all sections."""
    return case.technique.bands_each * len(case.sections)


def kit_needed(case: Case) -> KitNeeded:
    """What has to lie ready."""
    other = substitute(case) if short(case) else None
    rods = []
    if case.technique.rods_each:
        rods.append(
            RodNeed(
                diameter_mm=rod_mm(case),
                count=rods_needed(case),
                short=short(case),
                substitute_mm=other.diameter_mm if other else None,
            )
        )
    return KitNeeded(
        rods=rods,
        odd_at=odd_sections(case),
        pins=pins_needed(case),
        bands=bands_needed(case),
        clips=case.technique.clips,
        reasons=kit_reasons(case),
    )


def kit_reasons(case: Case) -> list[Reason]:
    """How the numbers of pins, bands and rods come about."""
    technique, count = case.technique, len(case.sections)
    found = []
    for each, name, total in (
        (technique.pins_each, "pins", pins_needed(case)),
        (technique.bands_each, "bands", bands_needed(case)),
        (technique.rods_each, "rods", rods_needed(case)),
    ):
        if each:
            told = f"{each} {name} for each of {count} {technique.noun}s: {total}."
            found.append(reason(f"{name}_each", told, f"sections {count}", TRADE))
    if technique.rods_each:
        told = f"{rod_mm(case):g} mm are usual up to {case.hair.length_cm:g} cm of length."
        if case.request.goal.rod_mm is not None:
            told = f"{rod_mm(case):g} mm were wished."
        found.append(reason("rod_size", told, f"length {case.hair.length_cm:g} cm", HOUSE))
    return found
