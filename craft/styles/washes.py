"""Washing for its own sake: in thirty minutes, or after long wear."""

from dataclasses import replace

from craft.styles.twists import FLAT
from craft.vocabulary import OnHead, Role, SetKind, Style, Washing

QUICK = replace(
    FLAT,
    title="Quick wash",
    noun="flat twist",
    sections=2,
    sections_max=6,
    shape_min=1.5,
    how="One loose flat twist a side to go home in; open them there so the hair can dry.",
    set_kind=SetKind.LOOSE,
    usual={},
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
    washing=Washing.QUICK,
    separate="",
    release_how="",
)

RESET = replace(
    QUICK,
    title="Full reset",
    how="Loose flat twists to go home in; nothing heavy on hair that has just been cleared.",
    stays_in=(Role.LEAVE_IN, Role.OIL),
    mask_min=30,
    mask_max_min=45,
    wear_days=5,
    washing=Washing.RESET,
)

REMOVAL = replace(
    RESET,
    title="Removal and reset",
    works_from=(OnHead.SEWN_IN, OnHead.BRAIDS),
)

STYLES = {
    Style.QUICK_WASH: QUICK,
    Style.FULL_RESET: RESET,
    Style.PROTECTIVE_REMOVAL_RESET: REMOVAL,
}
