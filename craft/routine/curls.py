"""The curl a rod leaves, and where it hangs."""

from dataclasses import dataclass

from craft import curl
from craft.routine.case import Case
from craft.vocabulary import Style

#: A rod curl opens by this share of its diameter for each stretch, and rises so much of its
#: diameter a turn. House values.
ROD_SPRING, ROD_RISE = 0.5, 1.1


@dataclass(frozen=True)
class RodCurl:
    """A curl wound on a rod, after release.

    Args:
        diameter_mm: across the curl [mm]
        hanging_cm: how far it hangs [cm]
    """

    diameter_mm: float
    hanging_cm: float


def rod_curl(case: Case, rod_mm: float, stretch: float | None = None) -> RodCurl:
    """The curl of a rod on this hair: it springs open by a little when it is let go.

    Args:
        case: the head
        rod_mm: diameter of the rod [mm]
        stretch: share of the shrinkage it takes out; else as the technique does
    """
    taken_out = case.technique.stretch if stretch is None else stretch
    coil_cm = rod_mm / 10 * (1 + ROD_SPRING * taken_out)
    hanging = curl.helix(case.hair.length_cm, coil_cm, ROD_RISE * coil_cm).hanging_cm
    return RodCurl(coil_cm * 10, hanging)


def hangs(case: Case, stretch: float, rod_mm: float | None) -> float:
    """Length at which it sits [cm]: by the helix of its rods, else by the stretch of the technique.

    Args:
        case: the head
        stretch: share of the shrinkage it takes out
        rod_mm: rods it is set on [mm], where it is
    """
    hair = case.hair
    if rod_mm is not None and case.request.goal.style is Style.ROD_SET:
        return rod_curl(case, rod_mm, stretch).hanging_cm
    return curl.finished_length(hair.length_cm, hair.curl_index, stretch)
