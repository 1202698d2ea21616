"""What makes one way of a detail differ from another, and where a detail has a place."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from craft.contract.plan import PlanRequest
from craft.messages import say
from craft.styles.shared import BAND_STRETCH, BANDED_RELEASE
from craft.styles.technique import Technique, with_parts
from craft.vocabulary import (
    Arrival,
    Distribution,
    Manner,
    SetKind,
    Start,
    Washing,
)

#: Minutes that a way of doing a step adds: fixed, and for each section. Own values.
Minutes = tuple[float, float]

#: Smoothing the roots by holding the ends taut takes out so much more of the shrinkage; coiling
#: roots back under a tie a little. Own values.
TAUT_STRETCH, TIED_STRETCH = 0.12, 0.05
#: How much more of the shrinkage a tight set takes out, and a loose one less. Own value.
TIGHT_STRETCH = 0.04
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


#: The two ways of a detail that is done or not.
NO, YES = Manner.NO, Manner.YES
NOT_DONE = Variant(say("No"))


def why_not_washed(technique: Technique, request: PlanRequest) -> str:
    """Only where the head is washed here today."""
    washed = technique.wash.start is Start.WASH and request.now.state is Arrival.UNWASHED
    return "" if washed else say("nothing is washed today")


def why_not_in_turns(technique: Technique, request: PlanRequest) -> str:
    """Only where one section is finished after another, in wet hair."""
    if request.school.distribution in (Distribution.SECTION, Distribution.LAYER):
        return say("no hair waits for its turn")
    return why_not_soaked(technique, request)


def why_not_full_wash(technique: Technique, request: PlanRequest) -> str:
    """Only in a whole wash, whose order is free."""
    if technique.wash.kind is not Washing.FULL:
        return say("this wash has an order of its own")
    return why_not_washed(technique, request)


def why_not_soaked(technique: Technique, request: PlanRequest) -> str:
    """Only on hair that is wet through."""
    wet = technique.wash.start is Start.WASH and request.now.state not in (
        Arrival.MISTED,
        Arrival.STRETCHED,
    )
    return "" if wet else say("the hair is not wet through")


def why_not_loose_and_wet(technique: Technique, request: PlanRequest) -> str:
    """Only on loose hair that is styled wet."""
    return (
        why_not_soaked(technique, request) if is_dried_loose(technique) else say("the hair is set")
    )


def is_dried_loose(technique: Technique) -> bool:
    """Whether it dries as loose hair."""
    return technique.setting.kind is SetKind.LOOSE and technique.wash.kind is Washing.FULL


def why_not_twisted(technique: Technique, _: PlanRequest) -> str:
    """Only on twists and braids that are dried and opened."""
    made = technique.setting.kind in (SetKind.TWIST, SetKind.BRAID) and technique.release.needed
    return "" if made and technique.setting.kind is not SetKind.COIL else say("nothing is twisted")


def why_not_tensioned(technique: Technique, request: PlanRequest) -> str:
    """Only where hair is twisted, braided, coiled or wound."""
    made = technique.setting.kind is not SetKind.LOOSE and technique.wash.start is Start.WASH
    return "" if made else say("nothing is twisted")


def pulled(stretch: float) -> Callable[[Technique], Technique]:
    """A set made tighter, which pulls at the hairline, or looser, which does not."""

    def change(technique: Technique) -> Technique:
        longer = with_stretch(stretch)(technique)
        return with_parts(longer, setting={"tension": stretch > 0})

    return change


def why_not_twisted_free(technique: Technique, request: PlanRequest) -> str:
    """Only on twists and braids that hang free: those banded as a style have their bands."""
    misfits = why_not_twisted(technique, request)
    if not misfits and technique.parting.noun == "section":
        return say("the style has bands of its own")
    return misfits


def why_not_shingled(technique: Technique, _: PlanRequest) -> str:
    """Only where strands are smoothed one by one."""
    return "" if technique.setting.mixes else say("nothing is shingled")


def why_not_released(technique: Technique, _: PlanRequest) -> str:
    """Only where a set is opened."""
    return "" if technique.release.needed else say("nothing is opened")


def why_not_finished(technique: Technique, _: PlanRequest) -> str:
    """Only where the hair is finished loose."""
    loose = technique.finish.minutes > 0 and (technique.release.needed or is_dried_loose(technique))
    return "" if loose and not technique.finish.gathered else say("there is nothing to part")


def why_not_layered(technique: Technique, _: PlanRequest) -> str:
    """Only where something stays in after a wash."""
    return "" if technique.wash.start is Start.WASH else say("nothing is laid in wet hair")


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
