"""Rods, pins, bands, clips and ties of a routine, and where another size shows least."""

import math
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from craft.contract.plan import KitNeeded, Reason, RodNeed, SubstituteRods
from craft.contract.reasons import STANDARD, TRADE, reason
from craft.head.partings import Section, bundles
from craft.messages import join, say, word
from craft.plan.case import Case
from craft.plan.details import does
from craft.plan.kit.curls import bands_of, rod_curl
from craft.vocabulary import Detail, Zone
from craft.words import plural, several

#: Usual rod by length: up to [cm], diameter [mm]. Own values.
USUAL_RODS = ((12.0, 10.0), (20.0, 16.0), (30.0, 20.0))
LONG_ROD_MM = 25.0
#: Where another curl shows least first. Common practice, no source: under layer and nape.
HIDDEN_FIRST = (Zone.NAPE, Zone.BACK, Zone.LEFT, Zone.RIGHT, Zone.CROWN, Zone.TOP, Zone.FRINGE)
#: Sections whose middles mirror each other within this are a pair [cm on the map]. Own value.
MIRRORED_WITHIN_CM = 2.0
LENGTH_WORTH_A_WORD_CM = 0.5


def rod_mm(case: Case) -> float:
    """Diameter of the rods [mm]: as wished, else usual for the length."""
    if case.request.goal.rod_mm is not None:
        return case.request.goal.rod_mm
    length = case.hair.length_cm * case.technique.kit.on_rod
    return next((rod for limit, rod in USUAL_RODS if length <= limit), LONG_ROD_MM)


def sizes_by_section(case: Case) -> dict[int, float]:
    """Rod each section is meant for [mm]: one size, or sizes from the nape to the top."""
    if not case.technique.kit.rods_each:
        return {}
    sizes, usual = case.request.parting.sizes_mm, rod_mm(case)
    return {
        section.number: usual if section.rod is None or not sizes else sizes[section.rod]
        for section in case.sections
    }


def rods_by_size(case: Case) -> dict[float, int]:
    """How many rods of each size [mm], the most first."""
    counts = Counter(sizes_by_section(case).values())
    return {size: count * case.technique.kit.rods_each for size, count in counts.most_common()}


def rods_needed(case: Case) -> int:
    """How many rods."""
    return case.technique.kit.rods_each * len(case.sections)


def stock(case: Case) -> dict[float, int] | None:
    """Rods that are free by diameter [mm], None if they are not counted."""
    kit = case.request.kit
    if kit is None or not kit.rods:
        return None
    counts: dict[float, int] = {}
    for rod in kit.rods:
        counts[rod.diameter_mm] = counts.get(rod.diameter_mm, 0) + rod.count
    return counts


def missing(case: Case) -> dict[float, int]:
    """Rods that are missing, by size [mm]; sizes that are enough are left out."""
    have = stock(case)
    if have is None:
        return {}
    gaps = {size: need - have.get(size, 0) for size, need in rods_by_size(case).items()}
    return {size: gap for size, gap in gaps.items() if gap > 0}


def short(case: Case) -> int:
    """Rods that are missing."""
    return sum(missing(case).values())


def hidden_pairs(sections: Sequence[Section]) -> list[tuple[Section, ...]]:
    """Sections with their mirror images, in the order in which another curl shows least.

    The lowest at the back first; whatever has no mirror image stands alone.
    """
    left = sorted(
        sections, key=lambda section: (HIDDEN_FIRST.index(section.zone), section.centre[1])
    )
    pairs: list[tuple[Section, ...]] = []
    while left:
        first = left.pop(0)
        x, y = first.centre
        near = [
            section
            for section in left
            if abs(section.centre[0] + x) < MIRRORED_WITHIN_CM
            and abs(section.centre[1] - y) < MIRRORED_WITHIN_CM
        ]
        if near:
            mirror = min(
                near, key=lambda section: abs(section.centre[0] + x) + abs(section.centre[1] - y)
            )
            left.remove(mirror)
            pairs.append((first, mirror))
        else:
            pairs.append((first,))
    return pairs


@dataclass(frozen=True)
class Substitute:
    """Sections that take rods of another size.

    Args:
        diameter_mm: of these rods
        sections: numbers of the sections
        wanted_mm: rods they stand in for
    """

    diameter_mm: float
    sections: tuple[int, ...]
    wanted_mm: float = 0.0


def other_sizes(case: Case, wanted: float | None = None) -> Iterator[tuple[float, int]]:
    """Other rods that are free with their number; nearest in size first, smaller before larger.

    Common practice, no source: a smaller rod next to others shows, so it goes where it is hidden.

    Args:
        case: the head
        wanted: size that is missing [mm]; else that of most rods
    """
    size_wanted = rod_mm(case) if wanted is None else wanted
    needs = rods_by_size(case) if wanted is not None else {}
    for size, count in sorted(
        (stock(case) or {}).items(), key=lambda size: (abs(size[0] - size_wanted), size[0])
    ):
        free = count - needs.get(size, 0)
        if size != size_wanted and free > 0:
            yield size, free


def substitute_rods(case: Case) -> list[Substitute]:
    """Where rods of other sizes stand in for those missing, pair by pair.

    One size that is enough for all comes before several nearer ones: one other curl shows less
    than two. Left and right get the same.
    """
    results: list[Substitute] = []
    each, meant = case.technique.kit.rods_each, sizes_by_section(case)
    for wanted, gap in missing(case).items():
        free = [
            (
                size,
                count
                - sum(
                    len(substitute.sections) * each
                    for substitute in results
                    if substitute.diameter_mm == size
                ),
            )
            for size, count in other_sizes(case, wanted)
        ]
        own = [section for section in case.sections if meant[section.number] == wanted]
        pairs, need = hidden_pairs(own), len(own) * each
        throughout = is_most(gap, need) and any(count >= need for _, count in free)
        # Where most are missing, one other size throughout looks better than both.
        wants = need if throughout else gap
        enough = [size for size in free if size[1] >= wants]
        for sizes in (enough[:1], free):
            group = spread(pairs, sizes, wants, each)
            if sum(len(substitute.sections) for substitute in group) * each >= wants:
                results += [replace(substitute, wanted_mm=wanted) for substitute in group]
                break
    return results


#: With so large a share of its rods missing a size no longer sets the look. Own value.
MOST_SHARE = 0.75


def is_most(gap: int, need: int) -> bool:
    """Whether so many rods are missing that the others no longer set the look."""
    return gap > MOST_SHARE * need


def spread(
    pairs: Sequence[tuple[Section, ...]],
    sizes: Sequence[tuple[float, int]],
    missing: int,
    each: int,
) -> list[Substitute]:
    """Give pairs of sections to sizes [mm], the most hidden pairs first, while rods last."""
    waiting = list(pairs)
    chosen = []
    for size, count in sizes:
        numbers: list[int] = []
        while waiting and missing > 0 and (len(numbers) + len(waiting[0])) * each <= count:
            pair = waiting.pop(0)
            numbers += [section.number for section in pair]
            missing -= each * len(pair)
        if numbers:
            chosen.append(Substitute(size, tuple(sorted(numbers))))
    return chosen


def substitute_sections(case: Case) -> list[int]:
    """Every section that takes a substitute."""
    return sorted(number for substitute in substitute_rods(case) for number in substitute.sections)


def rods_by_section(case: Case) -> dict[int, float]:
    """Rod of each section [mm]; empty where none is set on rods."""
    other = {
        number: substitute.diameter_mm
        for substitute in substitute_rods(case)
        for number in substitute.sections
    }
    return sizes_by_section(case) | other


def pins_needed(case: Case) -> int:
    """Pins of all sections and of the whole head."""
    return pins_for(case, len(case.sections))


def pins_for(case: Case, count: int) -> int:
    """Pins of so many sections, of the pairs they make, and of the whole head."""
    technique = case.technique
    pairs = math.ceil(count / 2)
    return (
        technique.kit.pins_each * count + technique.kit.pins_pair * pairs + technique.kit.pins_whole
    )


def ties_needed(case: Case) -> int:
    """Soft ties of the whole head; the loose bun that stretches roots takes one."""
    return case.technique.kit.ties_whole + does(case, Detail.ROOT_STRETCH)


def bands_after(case: Case) -> bool:
    """Whether it is twisted first and banded afterwards; else banding is the shaping."""
    return Detail.FASTENING in case.details and any(case.technique.kit.band_stretch)


def bands_needed(case: Case) -> int:
    """Bands of all sections."""
    return bands_for(case, len(case.sections))


def bands_for(case: Case, count: int) -> int:
    """Bands of so many sections, or of the bundles they make in pairs."""
    at_ends = count if case.technique.kit.ends_banded else 0
    bands = bands_of(case)
    if bands is None:
        return at_ends
    return at_ends + bands.each * (math.ceil(count / 2) if case.technique.kit.bundled else count)


def bundles_of(case: Case) -> list[tuple[int, ...]]:
    """Sections that are banded together; none where each is for itself."""
    return bundles(case.sections) if case.technique.kit.bundled else []


def counted_pieces(case: Case) -> list[tuple[str, int, int | None]]:
    """What is counted beside rods: name, how many are needed, how many are free."""
    kit = case.request.kit
    if kit is None:
        return []
    return [
        ("pins", pins_needed(case), kit.pins),
        ("bands", bands_needed(case), kit.bands),
        ("clips", case.technique.kit.clips, kit.clips),
        ("ties", ties_needed(case), kit.ties),
    ]


def counted_text(case: Case) -> list[str]:
    """Pins, bands and clips that are short, in words."""
    return [
        say(
            "{needed} {name} are needed, {have} are free: {gap} short",
            needed=needed,
            name=word(name),
            have=have,
            gap=needed - have,
        )
        for name, needed, have in counted_pieces(case)
        if have is not None and needed > have
    ]


def rods_text(case: Case) -> str | None:
    """Rods that are short, what stands in, where, and what it does to the curl; in words."""
    gaps = missing(case)
    if not gaps:
        return None
    needs = rods_by_size(case)
    text = join(
        say(" and "),
        (
            say(
                "{gap} of {need} rods of {size:g mm} are missing",
                gap=gap,
                need=needs[size],
                size=size,
            )
            for size, gap in gaps.items()
        ),
    )
    substitutes = substitutes_out(case)
    if not substitutes:
        return text + say(", and no other size is enough")
    return (
        text
        + ": "
        + join(
            ", ", (substitute_words(substitute, sum(needs.values())) for substitute in substitutes)
        )
    )


def runs(numbers: Sequence[int]) -> str:
    """Numbers in words a hand can follow: 1 to 4, 7, 9 to 12."""
    words: list[str] = []
    begin = last = numbers[0]
    for number in [*numbers[1:], numbers[-1] + 2]:
        if number != last + 1:
            apart = (
                join(", ", (str(begin), str(last)))
                if last == begin + 1
                else say("{begin} to {last}", begin=begin, last=last)
            )
            words.append(f"{begin}" if last == begin else apart)
            begin = number
        last = number
    return join(", ", words)


def substitute_words(rods: SubstituteRods, whole: int) -> str:
    """Where substitutes go and what they do, in words.

    Args:
        rods: that stand in
        whole: rods of the whole head
    """
    places = runs(rods.sections)
    gap = rods.length_cm - rods.wanted_length_cm
    hang = say("{gap:.0f cm} longer" if gap > 0 else "{gap:.0f cm} shorter", gap=abs(gap))
    same = abs(gap) < LENGTH_WORTH_A_WORD_CM
    longer = "" if same else say(" and hang {hang}", hang=hang)
    if is_most(rods.count, whole):
        return (
            say(
                "use {diameter_mm:g mm} throughout, or another style; they come out "
                "{curl_mm:.0f mm} across instead of {wanted_curl_mm:.0f [mm]}",
                diameter_mm=rods.diameter_mm,
                curl_mm=rods.curl_mm,
                wanted_curl_mm=rods.wanted_curl_mm,
            )
            + longer
        )
    return (
        say(
            "{count} of {diameter_mm:g mm} at sections {places}, low at the back and alike on both "
            "sides, where another curl shows least; they come out {curl_mm:.0f mm} across instead "
            "of {wanted_curl_mm:.0f [mm]}",
            count=rods.count,
            diameter_mm=rods.diameter_mm,
            places=places,
            curl_mm=rods.curl_mm,
            wanted_curl_mm=rods.wanted_curl_mm,
        )
        + longer
    )


def substitutes_out(case: Case) -> list[SubstituteRods]:
    """Rods that stand in, with the curl they leave."""
    results = []
    for substitute in substitute_rods(case):
        wanted = rod_curl(case, substitute.wanted_mm)
        curl = rod_curl(case, substitute.diameter_mm)
        results.append(
            SubstituteRods(
                diameter_mm=substitute.diameter_mm,
                count=len(substitute.sections) * case.technique.kit.rods_each,
                sections=list(substitute.sections),
                curl_mm=round(curl.diameter_mm, 1),
                wanted_curl_mm=round(wanted.diameter_mm, 1),
                length_cm=round(curl.hanging_cm, 1),
                wanted_length_cm=round(wanted.hanging_cm, 1),
            )
        )
    return results


def kit_needed(case: Case) -> KitNeeded:
    """What has to lie ready."""
    substitutes, gaps = substitutes_out(case), missing(case)
    rods = [
        RodNeed(
            diameter_mm=size,
            count=count,
            short=gaps.get(size, 0),
            substitute_mm=stand_in(case, size),
        )
        for size, count in rods_by_size(case).items()
    ]
    return KitNeeded(
        rods=rods,
        substitute_sections=substitute_sections(case),
        substitutes=substitutes,
        pins=pins_needed(case),
        bands=bands_needed(case),
        clips=case.technique.kit.clips,
        ties=ties_needed(case),
        reasons=kit_reasons(case),
    )


def stand_in(case: Case, size: float) -> float | None:
    """The size [mm] that stands in for most rods that are missing of another [mm]."""
    group = [rod for rod in substitute_rods(case) if rod.wanted_mm == size]
    most = max(group, key=lambda substitute: len(substitute.sections), default=None)
    return most.diameter_mm if most else None


def kit_reasons(case: Case) -> list[Reason]:
    """How the numbers of pins, bands and rods come about."""
    technique, count = case.technique, len(case.sections)
    reasons = []
    for each, name, total in (
        (technique.kit.pins_each, "pins", technique.kit.pins_each * count),
        (technique.kit.rods_each, "rods", rods_needed(case)),
    ):
        if each:
            one = plural(each, name.removesuffix("s"))
            text = say(
                "{one} for each of {count}: {total}.",
                one=one,
                count=plural(count, technique.parting.noun),
                total=total,
            )
            reasons.append(
                reason(f"{name}_each", text, say("sections {count}", count=count), TRADE)
            )
    bands = bands_of(case)
    if bands is not None:
        what = say("bundles of two") if technique.kit.bundled else several(technique.parting.noun)
        of = math.ceil(count / 2) if technique.kit.bundled else count
        text = say("{each} bands for each of {of} {what}.", each=bands.each, of=of, what=what)
        reasons.append(reason("bands_each", text, say("sections {count}", count=count), TRADE))
    if technique.kit.pins_pair:
        text = say(
            "{pins_pair} for every two: {pins_needed}.",
            pins_pair=plural(technique.kit.pins_pair, "pin"),
            pins_needed=pins_needed(case),
        )
        reasons.append(reason("pins_pair", text, say("sections {count}", count=count), TRADE))
    if technique.kit.ends_banded:
        text = say("A small band at each end: {count}.", count=count)
        reasons.append(reason("bands_ends", text, say("sections {count}", count=count), TRADE))
    if ties_needed(case):
        text = say(
            "{ties_needed} for the whole head.", ties_needed=plural(ties_needed(case), "soft tie")
        )
        reasons.append(
            reason("ties_whole", text, say("style {style}", style=case.request.goal.style), TRADE)
        )
    if technique.kit.rods_each:
        text = say(
            "{rod_mm:g mm} are usual up to {length_cm:g cm} of length.",
            rod_mm=rod_mm(case),
            length_cm=case.hair.length_cm,
        )
        if case.request.goal.rod_mm is not None:
            text = say("{rod_mm:g mm} was chosen.", rod_mm=rod_mm(case))
        reasons.append(
            reason(
                "rod_size",
                text,
                say("length {length_cm:g cm}", length_cm=case.hair.length_cm),
                STANDARD,
            )
        )
    return reasons
