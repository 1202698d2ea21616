"""Details of single steps: the ways a service leaves open, and what each changes.

A detail is usual for a service or chosen for one plan. Some change what the technique is (pins,
bands, rods at the ends), others a sentence and some minutes of a step, others add a step.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from craft.contract.plan import PlanRequest
from craft.errors import CraftError
from craft.styles.shared import BAND_STRETCH, BANDED_RELEASE
from craft.styles.technique import Technique, with_parts
from craft.vocabulary import (
    Arrival,
    Detail,
    Dryer,
    Heat,
    Level,
    Manner,
    SetKind,
    StageKind,
    Start,
    Washing,
)

#: Minutes that a way of doing a step adds: fixed, and for each section. Own values.
Minutes = tuple[float, float]
#: Smoothing the roots by holding the ends taut takes out so much more of the shrinkage; coiling
#: roots back under a tie a little. Own values.
TAUT_STRETCH, TIED_STRETCH = 0.12, 0.05
#: Taking off bands takes longer [min for a section]. Own value.
BANDS_OFF_MIN = 0.3
#: Ends on rods: the last third is wound. Common practice, no source.
ENDS_ON_ROD = 1 / 3
#: Coils at the front take longer than shingling there, and are seen first. Own values.
MIXED_LONGER, MIXED_DEFINITION = 1.2, 0.03
#: One loose tie holds the roots of a quadrant. Common practice, no source.
ROOT_TIES = 4


@dataclass(frozen=True)
class Variant:
    """One way of doing a detail.

    Args:
        title: what it is called
        because: what it does, and what it costs
        how: what the hands do, added to the step
        minutes: that it adds
        change: of the technique
        hanging: only for sections that hang, not for rows on the scalp
    """

    title: str
    because: str = ""
    how: str = ""
    minutes: Minutes = (0.0, 0.0)
    change: Callable[[Technique], Technique] | None = None
    hanging: bool = False


@dataclass(frozen=True)
class DetailRule:
    """A detail that a service may leave open.

    Args:
        title: what it is called
        step: key of the step it belongs to
        ways: that can be chosen; the first is usual where the technique has none of its own
        applies: why it does not apply to a technique and a request, or nothing
    """

    title: str
    step: str
    ways: Mapping[Manner, Variant]
    applies: Callable[[Technique, PlanRequest], str]


def why_not_washed(technique: Technique, request: PlanRequest) -> str:
    """Only where the head is washed here today."""
    washed = technique.wash.start is Start.WASH and request.now.state is Arrival.UNWASHED
    return "" if washed else "nothing is washed today"


def why_not_full_wash(technique: Technique, request: PlanRequest) -> str:
    """Only in a whole wash, whose order is free."""
    if technique.wash.kind is not Washing.FULL:
        return "this wash has an order of its own"
    return why_not_washed(technique, request)


def why_not_soaked(technique: Technique, request: PlanRequest) -> str:
    """Only on hair that is wet through."""
    wet = technique.wash.start is Start.WASH and request.now.state not in (
        Arrival.MISTED,
        Arrival.STRETCHED,
    )
    return "" if wet else "the hair is not wet through"


def why_not_loose_and_wet(technique: Technique, request: PlanRequest) -> str:
    """Only on loose hair that is styled wet."""
    return why_not_soaked(technique, request) if is_dried_loose(technique) else "the hair is set"


def is_dried_loose(technique: Technique) -> bool:
    """Whether it dries as loose hair."""
    return technique.setting.kind is SetKind.LOOSE and technique.wash.kind is Washing.FULL


def why_not_diffused(technique: Technique, request: PlanRequest) -> str:
    """Only where a diffuser is used."""
    kinds = [stage.kind for stage in request.stages]
    held = StageKind.DIFFUSER in kinds if kinds else request.dry is Dryer.DIFFUSER
    if request.goal.max_heat is Heat.NONE:
        return "no heat may be used"
    return "" if held and technique.wash.start is Start.WASH else "nothing is diffused"


def why_not_twisted(technique: Technique, _: PlanRequest) -> str:
    """Only on twists and braids that are dried and opened."""
    made = technique.setting.kind in (SetKind.TWIST, SetKind.BRAID) and technique.release.needed
    return "" if made and technique.setting.kind is not SetKind.COIL else "nothing is twisted"


def why_not_twisted_free(technique: Technique, request: PlanRequest) -> str:
    """Only on twists and braids that hang free: those banded as a style have their bands."""
    misfits = why_not_twisted(technique, request)
    if not misfits and technique.parting.noun == "section":
        return "the style has bands of its own"
    return misfits


def why_not_shingled(technique: Technique, _: PlanRequest) -> str:
    """Only where strands are smoothed one by one."""
    return "" if technique.setting.mixes else "nothing is shingled"


def why_not_released(technique: Technique, _: PlanRequest) -> str:
    """Only where a set is opened."""
    return "" if technique.release.needed else "nothing is opened"


def why_not_finished(technique: Technique, _: PlanRequest) -> str:
    """Only where the hair is finished loose."""
    loose = technique.finish.minutes > 0 and (technique.release.needed or is_dried_loose(technique))
    return "" if loose and not technique.finish.gathered else "there is nothing to part"


def why_not_layered(technique: Technique, _: PlanRequest) -> str:
    """Only where something stays in after a wash."""
    return "" if technique.wash.start is Start.WASH else "nothing is laid in wet hair"


def never_refused(_technique: Technique, _request: PlanRequest) -> str:
    """In every service."""
    return ""


def with_stretch(by: float, most: float = 0.95) -> Callable[[Technique], Technique]:
    """A technique that takes out more of the shrinkage."""
    return lambda technique: with_parts(
        technique, setting={"stretch": min(most, technique.setting.stretch + by)}
    )


def without_bands(**kit: int) -> Callable[[Technique], Technique]:
    """A technique whose sections hang without bands, with other values in its kit."""
    return lambda technique: with_parts(
        technique,
        kit={"band_stretch": (0.0, 0.0, 0.0), "bundled": False, **kit},
        setting={"damp_first": False},
    )


def band_down(*, pairs: bool) -> Callable[[Technique], Technique]:
    """Twists banded down their length once they are damp."""

    def change(technique: Technique) -> Technique:
        return with_parts(
            technique,
            kit={"band_stretch": BAND_STRETCH, "bundled": pairs, "pins_each": 0},
            setting={"damp_first": True, "tension": True},
            release={
                "how": BANDED_RELEASE,
                "minutes_each": technique.release.minutes_each + BANDS_OFF_MIN,
            },
        )

    return change


def tie_roots(technique: Technique) -> Technique:
    """Roots coiled back under loose ties."""
    return with_parts(
        with_stretch(TIED_STRETCH)(technique),
        kit={"ties_whole": technique.kit.ties_whole + ROOT_TIES},
    )


def mix_coils(technique: Technique) -> Technique:
    """Coils where they are seen first, the rest shingled."""
    return with_parts(
        technique,
        setting={"minutes_each": technique.setting.minutes_each * MIXED_LONGER},
        wear={"definition": technique.wear.definition + MIXED_DEFINITION},
    )


NO, YES = Manner.NO, Manner.YES
NOT_DONE = Variant("No")
DETAILS: Mapping[Detail, DetailRule] = {
    Detail.PATCH_TEST: DetailRule(
        "Patch test",
        "lay_in",
        {
            NO: NOT_DONE,
            YES: Variant(
                "48 h before", "Shows a reaction to a product that is new to this client."
            ),
        },
        never_refused,
    ),
    Detail.BASIN: DetailRule(
        "At the basin",
        "cleanse",
        {
            NO: Variant("Lying back"),
            Manner.UPRIGHT: Variant(
                "Sitting upright",
                "No reclining: easier on neck and back; water is poured, a towel at the brow.",
                " Sitting upright, water poured from a jug or a hand shower, a towel at the brow.",
                (2.0, 0.0),
            ),
        },
        why_not_washed,
    ),
    Detail.MASK_FIRST: DetailRule(
        "Mask",
        "mask",
        {
            NO: Variant("After the wash"),
            YES: Variant(
                "Before the shampoo, as slip",
                "The mask gives the slip to detangle in, and the shampoo takes off what is "
                "too much; the conditioner comes last.",
                " Detangle in it: fingers, then brush; twist each section out of the way.",
            ),
        },
        why_not_full_wash,
    ),
    Detail.SQUEEZE_IN: DetailRule(
        "Water in the conditioner",
        "condition",
        {
            NO: NOT_DONE,
            YES: Variant(
                "Squeezed in",
                "Water and conditioner squeezed in until the hair takes no more: clumps form.",
                " Squeeze water and conditioner in by the handful until nothing more is taken up.",
                (2.0, 0.0),
            ),
        },
        why_not_washed,
    ),
    Detail.WARMTH: DetailRule(
        "Warmth for the mask",
        "mask",
        {
            Manner.CAP: Variant("Under a cap", "The warmth of the head, kept in."),
            Manner.TWO_CAPS: Variant(
                "Two caps and a bonnet",
                "Warmer than one cap, without a machine; 45 to 60 minutes.",
                " A second cap over the first, a bonnet on top.",
                (0.5, 0.0),
            ),
            Manner.STEAM: Variant(
                "Under steam", "Warm and wet: opens hair that takes little.", "", (0.5, 0.0)
            ),
        },
        why_not_washed,
    ),
    Detail.CLOTH_HOUR: DetailRule(
        "Cloth before styling",
        "part",
        {
            NO: NOT_DONE,
            YES: Variant(
                "An hour", "Less water to dry, and products are not diluted; an hour longer."
            ),
        },
        why_not_soaked,
    ),
    Detail.TRIAL: DetailRule(
        "Trial",
        "lay_in",
        {
            NO: NOT_DONE,
            Manner.TEST_COILS: Variant(
                "Two or three test coils",
                "Shows within minutes whether a styler clumps, flakes or falls.",
            ),
            Manner.HALF_HEAD: Variant(
                "Half the head",
                "Left and right with different stylers, judged side by side.",
            ),
        },
        why_not_layered,
    ),
    Detail.BRUSHED_BACK: DetailRule(
        "Brushed straight back",
        "lay_in",
        {
            NO: NOT_DONE,
            YES: Variant(
                "After the leave-in",
                "Lifts the roots; only before the styler, afterwards it breaks the clumps.",
                " After the leave-in all of it is brushed straight back; no brush after the "
                "styler.",
                (1.5, 0.0),
            ),
        },
        why_not_loose_and_wet,
    ),
    Detail.MIXED: DetailRule(
        "Front",
        "shape",
        {
            NO: Variant("Shingled like the rest"),
            YES: Variant(
                "Coiled round a finger",
                "Coils where they are seen first, the rest shingled: longer, more defined.",
                " The front and the top layer are coiled round a finger.",
                change=mix_coils,
            ),
        },
        why_not_shingled,
    ),
    Detail.ROOTS: DetailRule(
        "Roots",
        "shape",
        {
            NO: Variant("As they fall"),
            YES: Variant(
                "Coiled back under a loose tie",
                "Lie flatter and longer while it dries.",
                " Coil each one back at its root and hold it under a loose tie.",
                (0.0, 0.2),
                change=tie_roots,
            ),
        },
        why_not_twisted_free,
    ),
    Detail.ENDS: DetailRule(
        "Ends",
        "shape",
        {
            NO: Variant("As they are"),
            Manner.COILED: Variant(
                "Coiled round a finger",
                "Stop before the end: it holds and curls.",
                " Stop before the end and coil the ends round a finger.",
            ),
            Manner.GELLED: Variant(
                "Gel on the ends only",
                "Holds the ends, leaves the lengths soft.",
                " Gel on the ends only, then coil them.",
                (0.0, 0.1),
            ),
            Manner.BANDED: Variant(
                "A small band each",
                "Holds blunt or layered ends.",
                " A small band at each end.",
                (0.0, 0.15),
                change=lambda technique: with_parts(technique, kit={"ends_banded": True}),
            ),
            Manner.RODS: Variant(
                "On rods",
                "Curled ends instead of straight ones.",
                " Wind the last third of each on a rod.",
                (0.0, 0.6),
                change=lambda technique: with_parts(
                    technique, kit={"rods_each": 1, "on_rod": ENDS_ON_ROD}
                ),
            ),
        },
        why_not_twisted_free,
    ),
    Detail.FASTENING: DetailRule(
        "While it dries",
        "shape",
        {
            NO: Variant("Hangs free", change=without_bands(pins_each=0)),
            Manner.PINNED_EACH: Variant(
                "Each pinned",
                "Lies where it shall fall; dries straighter.",
                " Pin each one down.",
                (0.0, 0.1),
                change=without_bands(pins_each=1),
            ),
            Manner.PINNED_TWICE: Variant(
                "Each pinned twice",
                "Lies flat to its end.",
                " Pin each end down twice.",
                change=without_bands(pins_each=2),
            ),
            Manner.PINNED_PAIRS: Variant(
                "Pinned in pairs",
                "Half the pins.",
                " Pin them down two by two.",
                (0.0, 0.07),
                change=without_bands(pins_each=0, pins_pair=1),
            ),
            Manner.BANDED_EACH: Variant(
                "Each banded",
                "Bands down each one stretch it most.",
                change=band_down(pairs=False),
                hanging=True,
            ),
            Manner.BANDED_PAIRS: Variant(
                "Banded in pairs",
                "Bands down two at a time: half of them.",
                change=band_down(pairs=True),
                hanging=True,
            ),
        },
        why_not_twisted_free,
    ),
    Detail.PRESS: DetailRule(
        "After the styler",
        "shape",
        {
            NO: NOT_DONE,
            YES: Variant(
                "Pressed in microfibre",
                "Takes water out without breaking clumps: dries sooner, less drip.",
            ),
        },
        why_not_loose_and_wet,
    ),
    Detail.DIFFUSING: DetailRule(
        "Diffuser",
        "dry",
        {
            Manner.SPOTS: Variant("Spot by spot", "About 60 s a spot: least frizz."),
            Manner.TAUT: Variant(
                "Hair held taut",
                "Stretches the roots only; a little less defined.",
                " Hold the hair taut at the ends so that only the roots stretch; let go now and "
                "then.",
                change=with_stretch(TAUT_STRETCH),
            ),
            Manner.HOVERING: Variant(
                "Hovering",
                "For clumps that break: cooler at the hair, longer.",
                " Hover a hand's breadth away, touch nothing.",
            ),
        },
        why_not_diffused,
    ),
    Detail.FRINGE: DetailRule(
        "Fringe",
        "dry",
        {
            NO: NOT_DONE,
            YES: Variant(
                "Formed while drying",
                "The short front dries as it shall lie.",
                " Hold the short front against the forehead until it keeps its shape.",
                (3.0, 0.0),
            ),
        },
        why_not_diffused,
    ),
    Detail.ROOT_STRETCH: DetailRule(
        "Roots once it is open",
        "finish",
        {
            NO: NOT_DONE,
            YES: Variant(
                "Stretched in a loose bun", "About ten minutes lift and lengthen the roots."
            ),
        },
        why_not_released,
    ),
    Detail.PARTING_SIDE: DetailRule(
        "Parting when finished",
        "finish",
        {
            NO: Variant("As it falls"),
            YES: Variant(
                "Deep to the side",
                "Lifts what falls over.",
                " Part it deep to the side for lift.",
                (0.5, 0.0),
            ),
        },
        why_not_finished,
    ),
    Detail.OPENED: DetailRule(
        "Opened",
        "set_home",
        {
            Manner.SALON: Variant("In the salon", "Counted out, separated and finished here."),
            Manner.HOME: Variant(
                "At home, by the client",
                "No second sitting; the card says how, which way and when.",
            ),
        },
        why_not_released,
    ),
}


def check_details(request: PlanRequest) -> None:
    """Every detail is done in a way it has.

    Raises:
        CraftError: it is not; names the detail and the ways
    """
    for detail, manner in request.details.items():
        ways = DETAILS[detail].ways
        if manner not in ways:
            raise CraftError(f"details.{detail}", f"Use one of {', '.join(ways)}.")


def ways_of(technique: Technique, detail: Detail) -> dict[Manner, Variant]:
    """The ways in which a technique can have a detail."""
    ways = DETAILS[detail].ways.items()
    return {manner: way for manner, way in ways if not (way.hanging and technique.in_rows)}


def usual_manner(technique: Technique, detail: Detail) -> Manner:
    """How a detail is done where nobody chose."""
    return technique.usual.get(detail) or next(iter(DETAILS[detail].ways))


def for_hair(technique: Technique, request: PlanRequest, porosity: Level) -> Technique:
    """A technique with what is usual on such hair: steam helps a mask into low porosity."""
    if porosity is not Level.LOW or request.goal.max_heat is Heat.NONE:
        return technique
    return replace(technique, usual={Detail.WARMTH: Manner.STEAM, **technique.usual})


def why_not(technique: Technique, request: PlanRequest, detail: Detail, manner: Manner) -> str:
    """Why a detail cannot be done so in this service, or nothing."""
    if manner not in ways_of(technique, detail):
        return "rows lie on the scalp"
    if manner is Manner.STEAM and request.goal.max_heat is Heat.NONE:
        return "no heat may be used"
    return DETAILS[detail].applies(technique, request)


def details_of(technique: Technique, request: PlanRequest) -> dict[Detail, Manner]:
    """How each detail is done that this service leaves open."""
    manners = {}
    for detail, rule in DETAILS.items():
        if rule.applies(technique, request):
            continue
        asked = request.details.get(detail)
        fits = asked is not None and not why_not(technique, request, detail, asked)
        manners[detail] = asked if fits and asked else usual_manner(technique, detail)
    return manners


def with_details(technique: Technique, manners: Mapping[Detail, Manner]) -> Technique:
    """A technique changed by how its details are done."""
    for detail, manner in manners.items():
        change = DETAILS[detail].ways[manner].change
        # What is usual for a technique is how it is described.
        if change is not None and manner is not usual_manner(technique, detail):
            technique = change(technique)
    return technique
