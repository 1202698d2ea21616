"""Details of single steps: the ways a service leaves open, and what each changes.

A detail is usual for a service or chosen for one plan. Some change what the technique is (pins,
bands, rods at the ends), others a sentence and some minutes of a step, others add a step.
"""

from collections.abc import Mapping
from dataclasses import replace

from craft.contract.plan import PlanRequest
from craft.errors import CraftError
from craft.messages import join, say
from craft.styles.dryer_details import DRYER_DETAILS
from craft.styles.technique import Technique, with_parts
from craft.styles.variants import (
    ENDS_ON_ROD,
    NO,
    NOT_DONE,
    TIGHT_STRETCH,
    YES,
    DetailRule,
    Variant,
    band_down,
    mix_coils,
    never_refused,
    pulled,
    tie_roots,
    why_not_finished,
    why_not_full_wash,
    why_not_in_turns,
    why_not_layered,
    why_not_loose_and_wet,
    why_not_released,
    why_not_shingled,
    why_not_soaked,
    why_not_tensioned,
    why_not_twisted_free,
    why_not_washed,
    without_bands,
)
from craft.vocabulary import Detail, Heat, Level, Manner

DETAILS: Mapping[Detail, DetailRule] = {
    Detail.PATCH_TEST: DetailRule(
        say("Patch test"),
        "lay_in",
        {
            NO: NOT_DONE,
            YES: Variant(
                say("48 h before"), say("Shows a reaction to a product that is new to this client.")
            ),
        },
        never_refused,
    ),
    Detail.BASIN: DetailRule(
        say("At the basin"),
        "cleanse",
        {
            NO: Variant(say("Lying back")),
            Manner.UPRIGHT: Variant(
                say("Sitting upright"),
                say("No reclining: easier on neck and back; water is poured, a towel at the brow."),
                say(
                    " Sitting upright, water poured from a jug or a hand shower, a towel at the "
                    "brow."
                ),
                (2.0, 0.0),
            ),
        },
        why_not_washed,
    ),
    Detail.MASK_FIRST: DetailRule(
        say("Mask"),
        "mask",
        {
            NO: Variant(say("After the wash")),
            YES: Variant(
                say("Before the shampoo, as slip"),
                say(
                    "The mask gives the slip to detangle in, and the shampoo takes off what is "
                    "too much; the conditioner comes last."
                ),
                say(" Detangle in it: fingers, then brush; twist each section out of the way."),
            ),
        },
        why_not_full_wash,
    ),
    Detail.SQUEEZE_IN: DetailRule(
        say("Water in the conditioner"),
        "condition",
        {
            NO: NOT_DONE,
            YES: Variant(
                say("Squeezed in"),
                say("Water and conditioner squeezed in until the hair takes no more: clumps form."),
                say(
                    " Squeeze water and conditioner in by the handful until nothing more is taken "
                    "up."
                ),
                (2.0, 0.0),
            ),
        },
        why_not_washed,
    ),
    Detail.WARMTH: DetailRule(
        say("Warmth for the mask"),
        "mask",
        {
            Manner.CAP: Variant(say("Under a cap"), say("The warmth of the head, kept in.")),
            Manner.TWO_CAPS: Variant(
                say("Two caps and a bonnet"),
                say("Warmer than one cap, without a machine; 45 to 60 minutes."),
                say(" A second cap over the first, a bonnet on top."),
                (0.5, 0.0),
            ),
            Manner.STEAM: Variant(
                say("Under steam"),
                say("Warm and wet: opens hair that takes little."),
                "",
                (0.5, 0.0),
            ),
        },
        why_not_washed,
    ),
    Detail.CLOTH_HOUR: DetailRule(
        say("Cloth before styling"),
        "part",
        {
            NO: NOT_DONE,
            YES: Variant(
                say("An hour"),
                say("Less water to dry, and products are not diluted; an hour longer."),
            ),
        },
        why_not_soaked,
    ),
    Detail.WAITING: DetailRule(
        say("Hair that waits"),
        "part",
        {
            NO: Variant(say("Lies open")),
            Manner.CAP: Variant(
                say("Under a cap"), say("Keeps its water until its turn; open it dries.")
            ),
        },
        why_not_in_turns,
    ),
    Detail.TRIAL: DetailRule(
        say("Trial"),
        "lay_in",
        {
            NO: NOT_DONE,
            Manner.TEST_COILS: Variant(
                say("Two or three test coils"),
                say("Shows within minutes whether a styler clumps, flakes or falls."),
            ),
            Manner.HALF_HEAD: Variant(
                say("Half the head"),
                say("Left and right with different stylers, judged side by side."),
            ),
        },
        why_not_layered,
    ),
    Detail.BRUSHED_BACK: DetailRule(
        say("Brushed straight back"),
        "lay_in",
        {
            NO: NOT_DONE,
            YES: Variant(
                say("After the leave-in"),
                say("Lifts the roots; only before the styler, afterwards it breaks the clumps."),
                say(
                    " After the leave-in all of it is brushed straight back; no brush after the "
                    "styler."
                ),
                (1.5, 0.0),
            ),
        },
        why_not_loose_and_wet,
    ),
    Detail.MIXED: DetailRule(
        say("Front"),
        "shape",
        {
            NO: Variant(say("Shingled like the rest")),
            YES: Variant(
                say("Coiled round a finger"),
                say("Coils where they are seen first, the rest shingled: longer, more defined."),
                say(" The front and the top layer are coiled round a finger."),
                change=mix_coils,
            ),
        },
        why_not_shingled,
    ),
    Detail.ROOTS: DetailRule(
        say("Roots"),
        "shape",
        {
            NO: Variant(say("As they fall")),
            YES: Variant(
                say("Coiled back under a loose tie"),
                say("Lie flatter and longer while it dries."),
                say(" Coil each one back at its root and hold it under a loose tie."),
                (0.0, 0.2),
                change=tie_roots,
            ),
        },
        why_not_twisted_free,
    ),
    Detail.ENDS: DetailRule(
        say("Ends"),
        "shape",
        {
            NO: Variant(say("As they are")),
            Manner.COILED: Variant(
                say("Coiled round a finger"),
                say("Stop before the end: it holds and curls."),
                say(" Stop before the end and coil the ends round a finger."),
            ),
            Manner.GELLED: Variant(
                say("Gel on the ends only"),
                say("Holds the ends, leaves the lengths soft."),
                say(" Gel on the ends only, then coil them."),
                (0.0, 0.1),
            ),
            Manner.BANDED: Variant(
                say("A small band each"),
                say("Holds blunt or layered ends."),
                say(" A small band at each end."),
                (0.0, 0.15),
                change=lambda technique: with_parts(technique, kit={"ends_banded": True}),
            ),
            Manner.RODS: Variant(
                say("On rods"),
                say("Curled ends instead of straight ones."),
                say(" Wind the last third of each on a rod."),
                (0.0, 0.6),
                change=lambda technique: with_parts(
                    technique, kit={"rods_each": 1, "on_rod": ENDS_ON_ROD}
                ),
            ),
        },
        why_not_twisted_free,
    ),
    Detail.FASTENING: DetailRule(
        say("While it dries"),
        "shape",
        {
            NO: Variant(say("Hangs free"), change=without_bands(pins_each=0)),
            Manner.PINNED_EACH: Variant(
                say("Each pinned"),
                say("Lies where it should fall; dries straighter."),
                say(" Pin each one down."),
                (0.0, 0.1),
                change=without_bands(pins_each=1),
            ),
            Manner.PINNED_TWICE: Variant(
                say("Each pinned twice"),
                say("Lies flat to its end."),
                say(" Pin each end down twice."),
                change=without_bands(pins_each=2),
            ),
            Manner.PINNED_PAIRS: Variant(
                say("Pinned in pairs"),
                say("Half the pins."),
                say(" Pin them down two by two."),
                (0.0, 0.07),
                change=without_bands(pins_each=0, pins_pair=1),
            ),
            Manner.BANDED_EACH: Variant(
                say("Each banded"),
                say("Bands down each one stretch it most."),
                change=band_down(pairs=False),
                hanging=True,
            ),
            Manner.BANDED_PAIRS: Variant(
                say("Banded in pairs"),
                say("Bands down two at a time: half of them."),
                change=band_down(pairs=True),
                hanging=True,
            ),
        },
        why_not_twisted_free,
    ),
    Detail.TENSION: DetailRule(
        say("Tension"),
        "shape",
        {
            Manner.EVENLY: Variant(say("Even"), say("As is usual.")),
            Manner.LOOSELY: Variant(
                say("Loose"),
                say("Softer, less defined, easy on the edges."),
                say(" Loosely, so that it falls softer."),
                change=pulled(-TIGHT_STRETCH),
            ),
            Manner.TIGHTLY: Variant(
                say("Tight"),
                say("More defined and a little longer; it pulls at the hairline."),
                say(" Tightly in the lengths, never at the roots or the edges."),
                change=pulled(TIGHT_STRETCH),
            ),
        },
        why_not_tensioned,
    ),
    Detail.PRESS: DetailRule(
        say("After the styler"),
        "shape",
        {
            NO: NOT_DONE,
            YES: Variant(
                say("Pressed in microfibre"),
                say("Takes water out without breaking clumps: dries sooner, less drip."),
            ),
        },
        why_not_loose_and_wet,
    ),
    **DRYER_DETAILS,
    Detail.ROOT_STRETCH: DetailRule(
        say("Roots once it is open"),
        "finish",
        {
            NO: NOT_DONE,
            YES: Variant(
                say("Stretched in a loose bun"),
                say("About ten minutes lift and lengthen the roots."),
            ),
        },
        why_not_released,
    ),
    Detail.PARTING_SIDE: DetailRule(
        say("Parting when finished"),
        "finish",
        {
            NO: Variant(say("As it falls")),
            YES: Variant(
                say("Deep to the side"),
                say("Lifts what falls over."),
                say(" Part it deep to the side for lift."),
                (0.5, 0.0),
            ),
        },
        why_not_finished,
    ),
    Detail.OPENED: DetailRule(
        say("Opened"),
        "set_home",
        {
            Manner.SALON: Variant(
                say("In the salon"), say("Counted out, separated and finished here.")
            ),
            Manner.HOME: Variant(
                say("At home, by the client"),
                say("No second appointment; the card says how, which way and when."),
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
            raise CraftError(f"details.{detail}", say("Use one of {ways}.", ways=join(", ", ways)))


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
        return say("rows lie on the scalp")
    if manner is Manner.STEAM and request.goal.max_heat is Heat.NONE:
        return say("no heat may be used")
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
