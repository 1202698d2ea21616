"""The catalogue: every style in the order in which it is offered."""

from craft.styles import (
    banded_stretch,
    banded_twist_out,
    braid_out,
    chunky_twist_out,
    coil_out,
    finger_coils,
    flat_twist_out,
    full_reset,
    night_prep,
    protective_removal_reset,
    puff_pin_up,
    quick_wash,
    refresh_visit,
    rod_set,
    scrunch_waves,
    shake_wash_and_go,
    shingle_wash_and_go,
    slick_bun,
    twist_rod_set,
    two_strand_twist_out,
    under_wig_base,
)
from craft.styles.technique import Technique
from craft.vocabulary import Style

#: A style stands here once it has a file; lists show them in this order, by group.
FILES = (
    two_strand_twist_out,
    chunky_twist_out,
    flat_twist_out,
    braid_out,
    banded_twist_out,
    banded_stretch,
    twist_rod_set,
    rod_set,
    finger_coils,
    coil_out,
    shingle_wash_and_go,
    shake_wash_and_go,
    scrunch_waves,
    slick_bun,
    under_wig_base,
    quick_wash,
    full_reset,
    protective_removal_reset,
    refresh_visit,
    puff_pin_up,
    night_prep,
)
TECHNIQUES: dict[Style, Technique] = {file.STYLE.style: file.STYLE for file in FILES}
#: Services after which what was worn before is worn on.
KEEP_STYLE = frozenset(style for style, each in TECHNIQUES.items() if each.keeps_style)
