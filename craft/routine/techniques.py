"""The services as data: what is particular about each.

Times, stretches and wear are house values; counts of sections and pins are
common practice, no source.
"""

from dataclasses import dataclass

from craft.vocabulary import Blot, Role, SetKind, Style


@dataclass(frozen=True)
class Technique:
    """How a style is made.

    Args:
        title: the trade's name
        noun: one of its sections, e.g. "row"
        rows: parted in rows from front to back; else in quadrants
        sections, sections_max: usual and largest sensible number of sections
        shape_min: hands-on minutes of a usual section of 25 cm, medium hair
        how: what the hands do
        set_kind: what a section is while it dries
        clumps: strands that dry each for itself, for each section
        blot: how the hair is blotted
        stretch: share of the shrinkage it takes out, 0 to 1
        stays_in: products left in, in school order; hold last
        mask_min, mask_max_min: treatment time, and how long it may grow
        pins_each, clips: pins for each section, clips for the whole head
        released: taken down once dry
        release_h: usual hours to take-down when air dried
        release_each_min: minutes to take down one section
        finish_min: minutes of separating, lifting, settling work
        settle_min: minutes to let it settle before judging
        wear_days: usual wear
        definition: definition on day one at the middle of the scale
        tension: pulls at the hairline
    """

    title: str
    noun: str
    rows: bool
    sections: int
    sections_max: int
    shape_min: float
    how: str
    set_kind: SetKind
    clumps: int
    blot: Blot
    stretch: float
    stays_in: tuple[Role, ...]
    mask_min: float
    mask_max_min: float
    pins_each: int
    clips: int
    released: bool
    release_h: float
    release_each_min: float
    finish_min: float
    settle_min: float
    wear_days: int
    definition: float
    tension: bool


TECHNIQUES = {
    Style.TWO_STRAND_TWIST_OUT: Technique(
        title="Two-strand twist-out",
        noun="twist",
        rows=False,
        sections=12,
        sections_max=40,
        shape_min=2.5,
        how="Even tension from root to end. Never borrow hair from the neighbour. "
        "Stop before the end and coil the ends round a finger.",
        set_kind=SetKind.TWIST,
        clumps=1,
        blot=Blot.CLOTH,
        stretch=0.45,
        stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL),
        mask_min=20,
        mask_max_min=45,
        pins_each=0,
        clips=4,
        released=True,
        release_h=24,
        release_each_min=0.8,
        finish_min=8,
        settle_min=15,
        wear_days=6,
        definition=0.75,
        tension=False,
    ),
    Style.FLAT_TWIST_OUT: Technique(
        title="Flat twist-out",
        noun="row",
        rows=True,
        sections=8,
        sections_max=24,
        shape_min=4.5,
        how="Lie the row on the scalp, feed hair in evenly, keep the hairline loose. "
        "Pin each end down twice.",
        set_kind=SetKind.TWIST,
        clumps=1,
        blot=Blot.CLOTH,
        stretch=0.55,
        stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL),
        mask_min=20,
        mask_max_min=45,
        pins_each=2,
        clips=4,
        released=True,
        release_h=24,
        release_each_min=1.0,
        finish_min=6,
        settle_min=15,
        wear_days=6,
        definition=0.78,
        tension=True,
    ),
    Style.SHINGLE_WASH_AND_GO: Technique(
        title="Shingled wash-and-go",
        noun="section",
        rows=False,
        sections=30,
        sections_max=60,
        shape_min=1.2,
        how="Soaking wet throughout. Smooth the styler down each strand with flat palms, "
        "cap the half you are not working on.",
        set_kind=SetKind.LOOSE,
        clumps=8,
        blot=Blot.NONE,
        stretch=0.20,
        stays_in=(Role.LEAVE_IN, Role.OIL, Role.GEL),
        mask_min=20,
        mask_max_min=45,
        pins_each=0,
        clips=6,
        released=False,
        release_h=8,
        release_each_min=0,
        finish_min=6,
        settle_min=15,
        wear_days=6,
        definition=0.80,
        tension=False,
    ),
    Style.QUICK_WASH: Technique(
        title="Quick wash",
        noun="flat twist",
        rows=True,
        sections=2,
        sections_max=6,
        shape_min=1.5,
        how="One loose flat twist a side to go home in; open them there so the hair can dry.",
        set_kind=SetKind.LOOSE,
        clumps=60,
        blot=Blot.CLOTH,
        stretch=0.30,
        stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL),
        mask_min=15,
        mask_max_min=20,
        pins_each=1,
        clips=2,
        released=False,
        release_h=8,
        release_each_min=0,
        finish_min=0,
        settle_min=0,
        wear_days=4,
        definition=0.45,
        tension=False,
    ),
}
