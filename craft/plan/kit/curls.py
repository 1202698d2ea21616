"""What the set leaves: the curl of a rod or coil, the stretch of bands, where it hangs."""

from dataclasses import dataclass

from craft.contract.plan import Bands, Reason
from craft.contract.reasons import STANDARD, reason
from craft.head.partings import Section
from craft.messages import figure, measured, say
from craft.physics import curl, rates, winding
from craft.plan.case import Case
from craft.vocabulary import Arrival, SetKind

#: A rod curl opens by this share of its diameter for each stretch, and was wound with so much of
#: its diameter between turns. Own values.
ROD_SPRING, ROD_RISE = 0.5, 0.2
GEOMETRY = say("Geometry of the spiral and the helix.")
#: Strands that are turned round each other, by what is made of a section.
STRANDS = {SetKind.TWIST: 2, SetKind.BRAID: 3}


@dataclass(frozen=True)
class RodCurl:
    """A curl wound on a rod, after release.

    Args:
        diameter_mm: across the curl [mm]
        hanging_cm: how far it hangs [cm]
        wound: the hair on its rod
    """

    diameter_mm: float
    hanging_cm: float
    wound: winding.Wound


def rod_curl(
    case: Case, rod_mm: float, stretch: float | None = None, section: Section | None = None
) -> RodCurl:
    """The curl of a rod on this hair: it springs open by a little when it is let go.

    Args:
        case: the head
        rod_mm: diameter of the rod [mm]
        stretch: share of the shrinkage it takes out; else as the technique does
        section: which one; else a mean one
    """
    taken_out = case.technique.setting.stretch if stretch is None else stretch
    rods = max(1, case.technique.kit.rods_each)
    grams = section.grams if section else case.hair_g / len(case.sections)
    length = section.length_cm if section else case.hair.length_cm
    share = case.technique.kit.on_rod
    wound = winding.wind(grams * share / rods, length * share, rod_mm)
    # The curl is as wide as the hair lay on average, not as the bare rod.
    coil_cm = wound.mean_mm / 10 * (1 + ROD_SPRING * taken_out)
    hanging = curl.spring_length(length, coil_cm, case.hair.diameter_um, ROD_RISE * coil_cm)
    return RodCurl(coil_cm * 10, hanging, wound)


#: Unless the request says it: least distance between bands [cm], and the largest share of the
#: length that is left out. Own values.
LEAST_BETWEEN_CM, LEFT_OUT_MOST = 3.0, 1 / 6


def bands_of(case: Case) -> Bands | None:
    """How sections are banded: as wished, else as usual, less on short hair; None where not."""
    if not any(case.technique.kit.band_stretch):
        return None
    if case.request.goal.bands is not None:
        return case.request.goal.bands
    usual, length = Bands(), case.hair.length_cm
    return Bands(
        each=max(1, min(usual.each, int(length / LEAST_BETWEEN_CM))),
        turns=min(usual.turns, max(1.0, length / LEAST_BETWEEN_CM)),
        ends_out_cm=min(usual.ends_out_cm, length * LEFT_OUT_MOST),
    )


def banded_section(case: Case, length_cm: float) -> winding.Banded | None:
    """Bands down a section of a length [cm].

    Raises:
        CraftError: they do not fit
    """
    bands = bands_of(case)
    if bands is None:
        return None
    return winding.band(length_cm, bands.each, bands.turns, bands.ends_out_cm, "goal.bands")


def stretch_of(case: Case) -> float:
    """Share of the shrinkage that the set takes out [0 to 1]."""
    held = banded_section(case, case.hair.length_cm)
    if held is None:
        return case.technique.setting.stretch
    return winding.banded_stretch(held, *case.technique.kit.band_stretch)


def coil_mm(case: Case, length_cm: float) -> float:
    """Width of a coil's turns [mm]: as wished, else usual for the length."""
    return case.request.goal.coil_mm or winding.coil_width(length_cm)


def coil_hangs(case: Case, length_cm: float, stretch: float) -> float:
    """Length of a coil [cm]: turns wider than usual take up more of it.

    The rise of a turn is that of a coil of usual width on this hair.
    """
    usual = curl.finished_length(length_cm, case.hair.curl_index, stretch)
    wished = case.request.goal.coil_mm
    if wished is None or usual >= length_cm:
        return usual
    pitch_cm = winding.rise(usual, length_cm, winding.coil_width(length_cm) / 10)
    return curl.helix(length_cm, wished / 10, pitch_cm).hanging_cm


def section_hangs(case: Case, section: Section, rod_mm: float | None) -> float:
    """Length at which one section sits on day one [cm]."""
    return hangs(case, stretch_of(case), rod_mm, section)


def wound_whole(case: Case) -> bool:
    """Whether each section is wound from end to root on one rod."""
    technique = case.technique
    return technique.setting.kind is SetKind.ROD and technique.kit.rods_each == 1


#: Share of its old stretch that hair keeps when it is set dry: no water undid it. Own value.
STRETCH_LEFT = 0.5


def hangs(
    case: Case, stretch: float, rod_mm: float | None, section: Section | None = None
) -> float:
    """Length at which it sits [cm], never above the stretched length.

    Args:
        case: the head
        stretch: share of the shrinkage it takes out
        rod_mm: rods it is set on [mm], where it is
        section: which one; else the hair of most of the head
    """
    length = section.length_cm if section else case.hair.length_cm
    sits = min(length, set_wet_hangs(case, stretch, rod_mm, section))
    if case.arrival is Arrival.STRETCHED and not case.soaks:
        return sits + (length - sits) * STRETCH_LEFT
    return sits


def set_wet_hangs(
    case: Case, stretch: float, rod_mm: float | None, section: Section | None
) -> float:
    """The same of hair that was wet through: by the helix of its rods or coils, else the stretch.

    Args:
        case, stretch, rod_mm, section: as for `hangs`
    """
    length = section.length_cm if section else case.hair.length_cm
    if rod_mm is not None and wound_whole(case):
        return rod_curl(case, rod_mm, stretch, section).hanging_cm
    if case.technique.setting.kind is SetKind.COIL:
        return coil_hangs(case, length, stretch)
    if case.technique.setting.kind in STRANDS and section is not None:
        return twined_hangs(case, section, stretch)
    if case.technique.setting.kind in STRANDS:
        largest = max(case.sections, key=lambda part: part.hairs)
        return twined_hangs(case, largest, stretch, length)
    return curl.finished_length(length, case.hair.curl_index, stretch)


def twined_hangs(
    case: Case, section: Section, stretch: float, length_cm: float | None = None
) -> float:
    """Length of hair that was twisted or braided [cm].

    The set takes it part of the way from its natural length to that of the spring it was wound to.
    """
    length = section.length_cm if length_cm is None else length_cm
    wound = twined_section(case, section)
    across_cm, pitch_cm = wound.thick_mm / 20, length / max(wound.turns, 1.0)
    natural = length / case.hair.curl_index
    spring = curl.spring_length(length, across_cm, case.hair.diameter_um, pitch_cm)
    return natural + (max(spring, natural) - natural) * stretch


def turns_of(case: Case, section: Section, rod_mm: float | None) -> float | None:
    """Turns round the rod [mm], of the coil, or of the strands of a section."""
    kind = case.technique.setting.kind
    if rod_mm is not None:
        return rod_curl(case, rod_mm, section=section).wound.turns
    if kind is SetKind.COIL:
        width_cm = coil_mm(case, section.length_cm) / 10
        sits = min(coil_hangs(case, section.length_cm, stretch_of(case)), 0.98 * section.length_cm)
        pitch_cm = winding.rise(sits, section.length_cm, width_cm)
        return curl.helix(section.length_cm, width_cm, pitch_cm).turns
    if kind in STRANDS:
        return twined_section(case, section).turns
    return None


def twined_section(case: Case, section: Section) -> winding.Twined:
    """A section twisted or braided."""
    kind = case.technique.setting.kind
    packed = rates.PACKED_KG_PER_M3[kind] / 1000
    return winding.twine(section.grams, section.length_cm, packed, STRANDS[kind])


def curl_width(case: Case, section: Section, rod_mm: float | None) -> float | None:
    """Across the curl a rod or coil leaves [mm]."""
    if rod_mm is not None:
        return rod_curl(case, rod_mm, section=section).diameter_mm
    if case.technique.setting.kind is SetKind.COIL:
        return coil_mm(case, section.length_cm)
    return None


def span(values: list[float], digits: int = 0, unit: str = "") -> str:
    """The least and the largest of some values, in words.

    Args:
        values: at least one
        digits: behind the point
        unit: of the values; empty for none
    """
    low, high = min(values), max(values)
    last = measured(high, unit, f".{digits}f")
    first = figure(low, unit, f".{digits}f")
    one = first == figure(high, unit, f".{digits}f")
    return last if one else say("{low} to {high}", low=first, high=last)


def set_in_words(case: Case, rods: dict[int, float]) -> tuple[list[str], list[Reason]]:
    """What the set is made of [mm], in words, and why."""
    kind = case.technique.setting.kind
    details: list[str] = []
    why: list[Reason] = []
    sections = case.sections
    turns = [turns_of(case, section, rods.get(section.number)) for section in sections]
    wound = [turn for turn in turns if turn is not None]
    if rods:
        curls = [rod_curl(case, rods[section.number], section=section) for section in sections]
        thick = [formed.wound.thickness_mm for formed in curls]
        details.append(
            say(
                "{turns} turns round a rod, {hair} of hair on it; the curl is {curl} across once "
                "it has sprung open.",
                turns=span(wound, 1),
                hair=span(thick, 1, "mm"),
                curl=span([formed.diameter_mm for formed in curls], unit="mm"),
            )
        )
        why.append(
            reason(
                "rod_winding",
                say(
                    "Hair spread over {spread:g cm} of the rod winds up in layers. The curl is as "
                    "wide as the hair lay on average, and springs open by part of that. It hangs "
                    "as a spring under its own weight: wide curls and fine strands give more, so "
                    "larger rods hang longer.",
                    spread=winding.ROD_BREADTH_CM,
                ),
                say(
                    "rods of {span}, {length_cm:g cm}",
                    span=span(list(rods.values()), unit="mm"),
                    length_cm=case.hair.length_cm,
                ),
                GEOMETRY,
            )
        )
    elif kind is SetKind.COIL and wound:
        widths = [coil_mm(case, section.length_cm) for section in sections]
        details.append(
            say(
                "Turns {width} wide, {turns} to a coil.",
                width=span(widths, unit="mm"),
                turns=span(wound),
            )
        )
        why.append(
            reason(
                "coil_width",
                say(
                    "Longer hair takes wider turns, so that the scalp is not strained; wider "
                    "turns take up more of the length."
                ),
                say("length {length_cm:g cm}", length_cm=case.hair.length_cm),
                STANDARD,
            )
        )
    elif kind in STRANDS and wound:
        thick = [twined_section(case, section).thick_mm for section in sections]
        details.append(
            say(
                "{turns} turns in each, {width} thick.",
                turns=span(wound),
                width=span(thick, unit="mm"),
            )
        )
        why.append(
            reason(
                "twine_turns",
                say(
                    "Strands that touch run round each other at a steady angle: thicker sections "
                    "take fewer turns."
                ),
                say("{sections} sections", sections=len(sections)),
                GEOMETRY,
            )
        )
    held = banded_section(case, case.hair.length_cm)
    if held is not None:
        bands = bands_of(case)
        each = bands.each if bands else 0
        what = say("bundle") if case.technique.kit.bundled else say("section")
        details.append(
            say(
                "{each} bands down each {what}, gaps of {gap_cm:.1f cm}, {out_cm:.1f cm} of ends "
                "left out."
                if held.out_cm
                else "{each} bands down each {what}, gaps of {gap_cm:.1f cm}, to the tip.",
                each=each,
                what=what,
                gap_cm=held.gap_cm,
                out_cm=held.out_cm,
            )
        )
        why.append(
            reason(
                "bands",
                say(
                    "{under_cm:.1f cm} lie under bands and stay straightest. The gaps spring back "
                    "a little, and ends left out keep their curl. In all, {stretch_of:.0%} of the "
                    "shrinkage is taken out.",
                    under_cm=held.under_cm,
                    stretch_of=stretch_of(case),
                ),
                say("{length_cm:g cm}", length_cm=case.hair.length_cm),
                STANDARD,
            )
        )
    return details, why
