"""How hair lies at night: by what is worn, its length and density, and what the client keeps on.

Common practice, no source, unless said otherwise.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from craft.contract.plan.request import PlanRequest
from craft.messages import say
from craft.profile.complete import CompleteHair
from craft.styles.catalogue import TECHNIQUES
from craft.styles.technique import Technique, with_parts
from craft.vocabulary import Night, OnHead, SetKind, Style


class Lying(StrEnum):
    """How hair lies at night."""

    AS_WORN = "as_worn"
    """It stays tied, twisted or coiled."""
    AS_IT_FALLS = "as_it_falls"
    HALF_UP = "half_up"
    GATHERED = "gathered"
    RINGS = "rings"


#: Hair that hangs shorter is not tied at all, or only its top half; from so long on the gather is
#: a tail or a bun [cm]. Own values.
TIED_FROM_CM, GATHERS_FROM_CM, TAIL_FROM_CM = 5.0, 10.0, 25.0
#: With fewer hairs a soft tie will do, with more it takes the largest [hairs/cm²]. Own values.
LARGE_TIE_FROM_PER_CM2, LARGEST_TIE_FROM_PER_CM2 = 150.0, 215.0
#: Loose rings that keep the stretch, on hair too dense for one tie [hairs/cm²]. Own values.
RINGS, RINGS_FROM_PER_CM2 = 5, 150.0
#: Small clips that hold the front pieces on the tie.
FOLDED_CLIPS = 4
#: Worn in sections that lie on the scalp and stay as they are.
CLOSED = frozenset({OnHead.FLAT_TWISTS, OnHead.RODS, OnHead.SEWN_IN})
#: Styles whose stretch rings keep.
KEPT_IN_RINGS = frozenset({Style.BANDED_STRETCH})

COVER = {
    Night.SCARF: say("Scarf tied flat over the hairline, then a satin pillowcase."),
    Night.BONNET: say("Scarf, then the bonnet; satin pillowcase always."),
    Night.NONE: say("Nothing over the head: satin or silk pillowcase always."),
}
FOLDED = say(
    "Fold the front pieces into a soft tie with small clips that bite the tie, never the scalp."
)
GEL_OFF = say("Gel comes off the hairline with a damp cloth; the rest stays dry.")
COILS_FALL = say("Coils lie as they fall; no gathering.")


@dataclass(frozen=True)
class Bedtime:
    """A head at bedtime.

    Args:
        hair: of the client
        style: that is worn
        worn: what is on the head
        night: what the client keeps on
        rings: the number that was chosen; None if none was
    """

    hair: CompleteHair
    style: Style
    worn: OnHead
    night: Night
    rings: int | None = None

    @property
    def gathers(self) -> bool:
        """Whether the hair hangs long enough to be gathered on top."""
        return self.hair.hangs_cm >= GATHERS_FROM_CM

    @property
    def lying(self) -> Lying:
        """How it lies."""
        kept = TECHNIQUES[self.style]
        if kept.wear.night or self.worn in CLOSED | {OnHead.BUN, OnHead.COILS}:
            return Lying.AS_WORN
        if kept.setting.kind is SetKind.COIL or self.hair.hangs_cm < TIED_FROM_CM:
            return Lying.AS_IT_FALLS
        if not self.gathers:
            return Lying.HALF_UP
        if self.rings is not None:
            return Lying.RINGS if self.rings > 1 else Lying.GATHERED
        ringed = self.style in KEPT_IN_RINGS or (
            self.style is Style.NIGHT_PREP and self.hair.density_per_cm2 >= RINGS_FROM_PER_CM2
        )
        return Lying.RINGS if ringed else Lying.GATHERED

    @property
    def count(self) -> int:
        """Parts that the hair lies in."""
        return self.rings or RINGS if self.lying is Lying.RINGS else 1

    @property
    def is_folded(self) -> bool:
        """Whether the front is folded into the tie: where nothing else holds it."""
        return self.lying is Lying.GATHERED and self.night is Night.NONE

    @property
    def ties(self) -> int:
        """Soft ties it takes."""
        return 0 if self.lying in (Lying.AS_WORN, Lying.AS_IT_FALLS) else self.count

    @property
    def clips(self) -> int:
        """Small clips it takes."""
        return FOLDED_CLIPS if self.is_folded else 0

    @property
    def how(self) -> str:
        """How it lies, in words, once what it was worn with is out."""
        undone = TECHNIQUES[self.style].wear.undone
        return say("{undone} {lying}", undone=undone, lying=self.lies) if undone else self.lies

    @property
    def lies(self) -> str:
        """How it lies, in words."""
        own = TECHNIQUES[self.style].wear.night
        match self.lying:
            case Lying.AS_WORN:
                return own or worn_night(self.worn)
            case Lying.AS_IT_FALLS:
                coiled = TECHNIQUES[self.style].setting.kind is SetKind.COIL
                return COILS_FALL if coiled else say("Too short to tie: leave it as it falls.")
            case Lying.HALF_UP:
                return say(
                    "Gather the top half loosely in a soft tie, no pull at the edges; the rest "
                    "lies as it falls."
                )
            case Lying.RINGS:
                return say(
                    "Let it part where it falls: {count} sections, loosely ringed, ends tucked in, "
                    "a soft tie round each.",
                    count=self.count,
                )
        if self.hair.hangs_cm >= TAIL_FROM_CM:
            return say("High loose tail or bun on top, {tie}, no pull at the edges.", tie=self.tie)
        return say("High loose gather on top, {tie}, no pull at the edges.", tie=self.tie)

    @property
    def tie(self) -> str:
        """The tie that holds it, by how much hair there is."""
        if self.hair.density_per_cm2 >= LARGEST_TIE_FROM_PER_CM2:
            return say("the largest soft tie you have")
        if self.hair.density_per_cm2 >= LARGE_TIE_FROM_PER_CM2:
            return say("one large soft tie")
        return say("one soft tie")

    def lines(self) -> Iterator[str]:
        """What is done before sleeping, in order."""
        yield self.how
        if self.is_folded:
            yield FOLDED
        yield COVER[self.night]


def worn_night(worn: OnHead) -> str:
    """How what is on the head lies at night without being touched."""
    if worn is OnHead.BUN:
        return TECHNIQUES[Style.SLICK_BUN].wear.night
    if worn is OnHead.COILS:
        return COILS_FALL
    return say("It stays as it is: lay the lengths up smoothly, nothing tight over it.")


def bedtime_of(request: PlanRequest, hair: CompleteHair, style: Style | None = None) -> Bedtime:
    """A head at bedtime, of a service and the looks that follow it.

    Args:
        request: the service
        hair: of the client
        style: that is worn; else that of the service
    """
    own = style or request.goal.style
    return Bedtime(
        hair=hair,
        style=own,
        worn=worn_at_night(own, request),
        night=request.person.night,
        rings=request.goal.sections if own is Style.NIGHT_PREP else None,
    )


def worn_at_night(style: Style, request: PlanRequest) -> OnHead:
    """What is on the head at night: what came, on the night of a night preparation."""
    return request.now.style if style is Style.NIGHT_PREP else TECHNIQUES[style].worn


def for_tonight(technique: Technique, request: PlanRequest, hair: CompleteHair) -> Technique:
    """The technique of a night as this head asks for it; others stay as they are."""
    if technique.style is not Style.NIGHT_PREP:
        return technique
    bedtime = bedtime_of(request, hair)
    return with_parts(
        technique,
        parting={"sections": bedtime.count},
        setting={"how": bedtime.how},
        kit={"ties_whole": bedtime.ties, "clips": bedtime.clips},
        wear={"leaves": request.now.style},
    )
