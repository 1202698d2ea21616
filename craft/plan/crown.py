"""The crown map of a plan: its views from the back and the sides."""

from collections.abc import Sequence

from craft.contract.crown import CrownAnswer
from craft.contract.partings import LineOut, SectionOut, ViewsOut
from craft.contract.plan import PlanRequest
from craft.head.geometry import radius
from craft.head.partings import DrawnLine, Section, View, seen_from
from craft.plan.assemble import case_of


def line_out(line: DrawnLine) -> LineOut:
    """A parting line as it is given."""
    return LineOut(**{**vars(line), "paths": [list(path) for path in line.paths]})


def section_out(section: Section) -> SectionOut:
    """What a parted section is, before anything is done with it."""
    return SectionOut(
        number=section.number,
        zone=section.zone,
        area_cm2=round(section.area_cm2, 2),
        hairs=round(section.hairs),
        grams=round(section.grams, 2),
        length_cm=round(section.length_cm, 1),
        lay=section.lay,
        outline=list(section.outline),
        centre=section.centre,
        key=section.key,
    )


def views_of(sections: Sequence[Section], girth_cm: float) -> list[ViewsOut]:
    """Every section as it is seen from the back and the sides [cm]."""
    return [
        ViewsOut(
            number=section.number,
            **{
                view.value: [list(part) for part in seen_from(section.outline, view, girth_cm)]
                for view in View
            },
        )
        for section in sections
    ]


def crown(request: PlanRequest) -> CrownAnswer:
    """The parted head of a plan seen from the back and the sides.

    Raises:
        CraftError: as planning raises it
    """
    case = case_of(request)
    return CrownAnswer(
        views=views_of(case.sections, case.hair.head_cm),
        radius_cm=round(radius(case.hair.head_cm), 2),
    )
