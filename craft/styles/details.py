"""Details of single steps: the ways a service leaves open, and what each changes.

A detail is usual for a service or chosen for one plan. Some change what the technique is (pins,
bands, rods at the ends), others a sentence and some minutes of a step, others add a step.
"""

from collections.abc import Mapping
from dataclasses import replace

from craft.contract.plan import PlanRequest
from craft.errors import CraftError
from craft.styles.technique import Technique, with_parts
from craft.styles.variants import (
    ENDS_ON_ROD,
    TAUT_STRETCH,
    DetailRule,
    Variant,
    band_down,
    mix_coils,
    never_refused,
    tie_roots,
    why_not_diffused,
    why_not_finished,
    why_not_full_wash,
    why_not_layered,
    why_not_loose_and_wet,
    why_not_released,
    why_not_shingled,
    why_not_soaked,
    why_not_twisted_free,
    why_not_washed,
    with_stretch,
    without_bands,
)
from craft.vocabulary import Detail, Heat, Level, Manner

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
                "Lies where it should fall; dries straighter.",
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
                "The short front dries the way it should lie.",
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
                "No second appointment; the card says how, which way and when.",
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
