"""Hands-on minutes of working in sections: blotting, parting, laying in, shaping."""

from collections.abc import Iterable

from craft.head.partings import Section
from craft.physics import fibre
from craft.plan.case import Case
from craft.plan.timetable import SHAPES, SHAPING
from craft.products.layer import Laid
from craft.vocabulary import Blot, LayerOn, Level, Style
from craft.work import timing

#: Blotting, and parting one section [min]. Own values.
BLOT_MIN = {Blot.NONE: 0.0, Blot.CLOTH: 1.5, Blot.PRESSED: 3.0}
PART_EACH_MIN = 0.3
#: Laying in: minutes for each product of each section, and for the hair. Own values.
LAY_IN_EACH_MIN = 0.12
LAY_IN_BULK = (0.0, 2.0)
#: One product over the whole head at a time takes longer, detangling better. Own value.
LAYER_FACTOR = 1.25
#: Work of a layer, against one that goes everywhere. Own values.
LAYER_WORK = {
    LayerOn.ALL: 1.0,
    LayerOn.ROOTS: 0.5,
    LayerOn.ENDS: 0.4,
    LayerOn.EDGES: 0.2,
    LayerOn.HANDS: 0.1,
}


#: Smoothing the hair left out under a wig [min]. Own value.
LEAVE_OUT_MIN = 8.0


def leave_out_minutes(case: Case) -> float:
    """Hands-on minutes for the hair that is left out of a wig base [min]."""
    goal = case.request.goal
    return LEAVE_OUT_MIN if goal.leave_out and goal.style is Style.UNDER_WIG_BASE else 0.0


def learned_as(step: str) -> str:
    """The step whose minutes teach one: a cycle is mostly shaping, both go by the same hands."""
    return SHAPING if step in SHAPES else step


def usual_hairs(case: Case) -> float:
    """Hairs in a usual section of the technique on a medium head."""
    medium = fibre.TYPICAL_DENSITY_PER_CM2[Level.MEDIUM] * case.scalp_cm2
    return medium / case.technique.parting.sections


def shape_minutes(case: Case, section: Section) -> float:
    """Hands-on minutes of shaping one section at the standard pace [min]."""
    return timing.section_minutes(
        case.technique.setting.minutes_each, section.length_cm, section.hairs, usual_hairs(case)
    )


def layer_minutes(each: Laid) -> float:
    """Hands-on minutes of one layer in one section at the standard pace [min]."""
    return LAY_IN_EACH_MIN * LAYER_WORK[each.layer.on]


def lay_in_minutes(case: Case, layers: Iterable[Laid]) -> float:
    """Hands-on minutes of laying products in, over all sections, at the standard pace [min]."""
    each = sum(layer_minutes(layer) for layer in layers)
    return each * len(case.sections) + timing.bulk_minutes(*LAY_IN_BULK, case.hair_g)
