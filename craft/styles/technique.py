"""What is particular about a service, as data."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from craft.vocabulary import (
    Blot,
    Detail,
    Manner,
    OnHead,
    Pattern,
    Role,
    Scheme,
    SetKind,
    Start,
    Washing,
)


@dataclass(frozen=True)
class Technique:
    """How a style is made.

    Args:
        title: the trade's name
        noun: one of its sections, e.g. "row"
        scheme: how it is parted
        sections, sections_max: usual and largest sensible number of sections
        shape_min: hands-on minutes of a usual section of 25 cm, medium hair
        how: what the hands do
        set_kind: what a section is while it dries
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
        start: begins with a wash, or works on what is worn
        washing: how much washing
        rods_each: rods for each section
        pins_whole: pins for the whole head, besides those of sections
        pins_pair: pins for every two sections
        ties_whole: soft ties for the whole head
        on_rod: share of the length that is wound on its rod
        ends_banded: a small band at the end of each section
        usual: how its details are done where nobody chose
        mixes: strands are smoothed one by one, so some can be coiled instead
        gathered: worn gathered, nothing is parted at the end
        damp_first: bands and pins go in when damp, not dripping
        water: in the hair where nothing is washed [g/g]; else by the blotting
        separate: how the finished hair is parted, in a sentence
        release_how: how it is taken down
        suits: patterns it is for; all where empty
        head_down: can be done with the head down
        works_from: what has to be on the head
        leaves: what is on the head afterwards
        directed: sections of each side laid forward, to the side and back, where it is parted so
        band_stretch: share of the shrinkage taken out under bands, between them and where ends
            are left out
        bundled: banded in pairs
    """

    title: str
    noun: str
    scheme: Scheme
    sections: int
    sections_max: int
    shape_min: float
    how: str
    set_kind: SetKind
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
    start: Start = Start.WASH
    washing: Washing = Washing.FULL
    rods_each: int = 0
    pins_whole: int = 0
    pins_pair: int = 0
    ties_whole: int = 0
    on_rod: float = 1.0
    ends_banded: bool = False
    usual: Mapping[Detail, Manner] = field(default_factory=dict)
    mixes: bool = False
    gathered: bool = False
    damp_first: bool = False
    water: float | None = None
    separate: str = "Part only where the hair wants to."
    release_how: str = ""
    suits: tuple[Pattern, ...] = ()
    head_down: bool = False
    works_from: tuple[OnHead, ...] = ()
    leaves: OnHead = OnHead.LOOSE
    directed: tuple[int, int, int] = (0, 0, 0)
    band_stretch: tuple[float, float, float] = (0.0, 0.0, 0.0)
    bundled: bool = False

    @property
    def rows(self) -> bool:
        """Whether it lies on the scalp in rows."""
        return self.scheme is Scheme.ROWS
