"""Rod sets and coils."""

from dataclasses import replace

from craft.styles.twists import FLAT, TWO_STRAND
from craft.vocabulary import Blot, OnHead, Pattern, Role, Scheme, SetKind, Start, Style

ROD_RELEASE = (
    "Only when fully dry. Back to front, unwinding in the direction they were wound; oil on the "
    "fingers. Count the rods out."
)

#: 14 twists with two ends each make 28 rods: three forward, two sideways, two back on each side.
TWIST_ROD = replace(
    FLAT,
    title="Twist and rod set",
    noun="twist",
    scheme=Scheme.DIRECTED,
    directed=(3, 2, 2),
    sections=14,
    shape_min=4.6,
    how="Each side: three twists forward, two sideways, two back. Twist to the last third, split "
    "the end, each half on its own rod. Small sections may take one.",
    set_kind=SetKind.ROD,
    stretch=0.50,
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.MOUSSE),
    pins_each=0,
    rods_each=2,
    usual={},
    release_each_min=1.2,
    separate="Rod curls are parted three to six times each.",
    release_how=ROD_RELEASE,
    definition=0.80,
    leaves=OnHead.RODS,
)

ROD = replace(
    TWO_STRAND,
    title="Rod set",
    noun="rod",
    scheme=Scheme.BRICKED,
    sections=30,
    sections_max=70,
    shape_min=1.6,
    how="Smooth the section, tension at the root, wind from end to root or in a spiral; the band "
    "lies against the root. Keep the wet half under a cap.",
    set_kind=SetKind.ROD,
    stretch=0.35,
    stays_in=(Role.LEAVE_IN, Role.MOUSSE),
    rods_each=1,
    usual={},
    release_each_min=0.5,
    finish_min=12,
    separate="Rod curls are parted three to six times each.",
    release_how=ROD_RELEASE,
    definition=0.82,
    tension=True,
    wear_days=7,
    leaves=OnHead.RODS,
)

#: 0.85 min a coil of 10 cm: 1.5 to 2 h on a short tapered head at medium-small size.
COILS = replace(
    TWO_STRAND,
    title="Finger coils",
    noun="coil",
    scheme=Scheme.COIL_ROWS,
    sections=90,
    sections_max=120,
    shape_min=1.12,
    how="Wet, gel from root to end, round one finger in one direction. Longer hair: wider turns "
    "towards the end, so that the scalp is not strained.",
    set_kind=SetKind.COIL,
    usual={},
    blot=Blot.NONE,
    stretch=0.25,
    stays_in=(Role.LEAVE_IN, Role.GEL),
    released=False,
    release_h=12,
    release_each_min=0,
    finish_min=3,
    definition=0.92,
    wear_days=8,
    separate="Coils are worn as they are.",
    suits=tuple(pattern for pattern in Pattern if pattern.family != 2),  # noqa: PLR2004
    leaves=OnHead.COILS,
)

COIL_OUT = replace(
    COILS,
    title="Coil-out",
    sections=20,
    shape_min=0.6,
    how="Oil and a little styler on the fingers; open each coil along its natural splits.",
    start=Start.WORN,
    water=0.20,
    stays_in=(Role.OIL,),
    finish_min=8,
    definition=0.65,
    wear_days=4,
    separate="Along the natural splits only.",
    works_from=(OnHead.COILS,),
    leaves=OnHead.LOOSE,
)

STYLES = {
    Style.TWIST_ROD_SET: TWIST_ROD,
    Style.ROD_SET: ROD,
    Style.FINGER_COILS: COILS,
    Style.COIL_OUT: COIL_OUT,
}
