"""What a style is, as data, composed of parts.

Each style is one file of this package. Times, stretches and days of wear are own values; counts
of sections, rods, pins and bands are common practice, no source.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any

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
    Style,
    StyleGroup,
    Washing,
)

#: Where the trade gives no upper end of the length [cm].
ANY_LENGTH_CM = 150.0


@dataclass(frozen=True, kw_only=True)
class Parting:
    """How the hair is divided.

    Args:
        scheme: how it is parted
        noun: one of the sections, e.g. "row"
        sections: usual number
        sections_max: largest sensible number
        directed: sections of each side laid forward, to the side and back, where it is parted so
    """

    scheme: Scheme
    noun: str
    sections: int
    sections_max: int
    directed: tuple[int, int, int] = (0, 0, 0)


@dataclass(frozen=True, kw_only=True)
class Wash:
    """What happens before the hair is set.

    Args:
        start: begins with a wash, or works on what is worn
        kind: how much washing
        blot: how the hair is blotted
        water: in the hair where nothing is washed [g/g]; else by the blotting
        mask_min, mask_max_min: treatment time, and how long it may grow [min]
    """

    start: Start = Start.WASH
    kind: Washing = Washing.FULL
    blot: Blot = Blot.CLOTH
    water: float | None = None
    mask_min: float = 20
    mask_max_min: float = 45


#: Share of its form that a set keeps without any product; loose hair as it is scrunched or
#: shaken. Own values.
HOLDS_BY_ITSELF = {
    SetKind.TWIST: 0.75,
    SetKind.BRAID: 0.75,
    SetKind.ROD: 0.70,
    SetKind.COIL: 0.65,
    SetKind.LOOSE: 0.40,
}


@dataclass(frozen=True, kw_only=True)
class Setting:
    """How the sections are made.

    Args:
        kind: what a section is while it dries
        minutes_each: hands-on minutes of a usual section of 25 cm, medium hair [min]
        how: what the hands do
        gentle: the same where the edges have to rest; empty where it does not pull at them
        stretch: share of the shrinkage it takes out, 0 to 1
        tension: pulls at the hairline
        damp_first: bands and pins go in when damp, not dripping
        mixes: strands are smoothed one by one, so some can be coiled instead
        head_down: can be done with the head down
        holds: share of its form that it keeps without any product, 0 to 1; None as usual for the
            kind
    """

    kind: SetKind
    minutes_each: float
    how: str
    stretch: float
    gentle: str = ""
    tension: bool = False
    damp_first: bool = False
    mixes: bool = False
    head_down: bool = False
    holds: float | None = None

    @property
    def by_itself(self) -> float:
        """Share of its form that it keeps without any product, 0 to 1."""
        return HOLDS_BY_ITSELF[self.kind] if self.holds is None else self.holds


@dataclass(frozen=True, kw_only=True)
class Kit:
    """What holds the sections.

    Args:
        clips: for the whole head
        pins_each, pins_pair, pins_whole: pins for each section, for every two, for the whole head
        ties_whole: soft ties for the whole head
        rods_each: rods for each section
        on_rod: share of the length that is wound on its rod
        ends_banded: a small band at the end of each section
        band_stretch: share of the shrinkage taken out under bands, between them and where ends
            are left out; zeros where nothing is banded
        bundled: banded in pairs
    """

    clips: int
    pins_each: int = 0
    pins_pair: int = 0
    pins_whole: int = 0
    ties_whole: int = 0
    rods_each: int = 0
    on_rod: float = 1.0
    ends_banded: bool = False
    band_stretch: tuple[float, float, float] = (0.0, 0.0, 0.0)
    bundled: bool = False


@dataclass(frozen=True, kw_only=True)
class Release:
    """How the set is taken down.

    Args:
        needed: taken down once dry; else it is worn as it is
        usual_h: usual hours until it is dry in the air [h]
        minutes_each: to take down one section [min]
        how: what the hands do; ``{noun}`` stands for a section
    """

    usual_h: float
    needed: bool = False
    minutes_each: float = 0.0
    how: str = ""


@dataclass(frozen=True, kw_only=True)
class Finish:
    """What is done once it is dry.

    Args:
        minutes: of separating, lifting, settling work [min]
        settle_min: until it can be judged [min]
        separate: how the finished hair is parted, in a sentence
        gathered: worn gathered, nothing is parted at the end
    """

    minutes: float = 0
    settle_min: float = 0
    separate: str = ""
    gathered: bool = False


@dataclass(frozen=True)
class HomeLook:
    """A look that usually follows a style while it is worn. Common practice, no source.

    Args:
        day: after the style is there, from 1
        style: the service that makes it
        title: what the look is called
        sections: of that service; its usual number if None
    """

    day: int
    style: Style
    title: str
    sections: int | None = None


@dataclass(frozen=True)
class Freshening:
    """What freshens a style in the morning, and what it takes.

    Args:
        how: what is done
        mist: water, as a share of what mists a whole head
        styler: a little of the style's own styler
        gel: for the hairline
        oil: a few drops for ends and palms
    """

    how: str
    mist: float = 0.0
    styler: bool = False
    gel: bool = False
    oil: bool = False


@dataclass(frozen=True, kw_only=True)
class Wear:
    """How it is worn. The sentences are this style's own; where none, those of any style hold.

    Args:
        days: usual days of wear
        days_max: it is worn no longer than this; None where nothing is known
        definition: on day one, at the middle of the scale, 0 to 1
        leaves: what is on the head afterwards
        covered_by: what the hair is worn under, e.g. "the wig"
        looks: that follow it
        refresh: what freshens it
        once_home: how the client opens what leaves the salon, before sleeping; empty where it stays
        undone: what is taken out of it before sleeping
        night: how it lies at night
        first_morning: what is done on the first morning
    """

    days: int
    definition: float
    days_max: int | None = None
    leaves: OnHead = OnHead.LOOSE
    covered_by: str = ""
    looks: tuple[HomeLook, ...] = ()
    refresh: Freshening | None = None
    once_home: str = ""
    undone: str = ""
    night: str = ""
    first_morning: str = ""


@dataclass(frozen=True, kw_only=True)
class Fitness:
    """Which hair it can be made of. Common practice, no source.

    Args:
        length_cm: stretched length it can be made of, and up to which it is sensible [cm]; None
            where any will do and the style is not offered in place of another
        density_min: with fewer hairs the partings show [hairs/cm²]; own value
        suits: patterns it is for; all where empty
        works_from: what has to be on the head
    """

    length_cm: tuple[float, float] | None = None
    density_min: float = 0.0
    suits: tuple[Pattern, ...] = ()
    works_from: tuple[OnHead, ...] = ()


@dataclass(frozen=True, kw_only=True)
class Technique:
    """How a style is made.

    Args:
        style: its key
        title: the trade's name
        group: under which it is listed
        parting, wash, setting, kit, release, finish, wear, fitness: its parts
        stays_in: products left in, in the usual order; hold last
        scalp_share: of the scalp that oil goes on
        usual: how its details are done where nobody chose
        keeps_style: whether what was worn before is worn on afterwards, from the same day
    """

    style: Style
    title: str
    group: StyleGroup
    parting: Parting
    setting: Setting
    kit: Kit
    release: Release
    wear: Wear
    stays_in: tuple[Role, ...]
    scalp_share: float = 1.0
    wash: Wash = field(default_factory=Wash)
    finish: Finish = field(default_factory=Finish)
    fitness: Fitness = field(default_factory=Fitness)
    usual: Mapping[Detail, Manner] = field(default_factory=dict)
    keeps_style: bool = False

    @property
    def worn(self) -> OnHead:
        """What is on the head once the style is there."""
        opened = self.release.needed or self.wear.once_home
        return OnHead.LOOSE if opened else self.wear.leaves

    @property
    def in_rows(self) -> bool:
        """Whether it lies on the scalp in rows."""
        return self.parting.scheme is Scheme.ROWS


def with_parts(technique: Technique, **changes: Mapping[str, Any]) -> Technique:
    """A technique with other values in some of its parts.

    Args:
        technique: that is changed
        changes: values by the name of the part, e.g. ``kit={"pins_each": 1}``
    """
    parts = {name: replace(getattr(technique, name), **values) for name, values in changes.items()}
    return replace(technique, **parts)
