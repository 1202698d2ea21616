"""Base under a wig: everything flat, no pull at the edges."""

from craft.messages import say
from craft.styles.technique import (
    ANY_LENGTH_CM,
    Finish,
    Fitness,
    Freshening,
    Kit,
    Parting,
    Release,
    Setting,
    Technique,
    Wear,
)
from craft.vocabulary import Detail, Manner, OnHead, Role, Scheme, SetKind, Style, StyleGroup

STYLE = Technique(
    style=Style.UNDER_WIG_BASE,
    title=say("Base under a wig"),
    group=StyleGroup.LOOSE,
    parting=Parting(
        scheme=Scheme.ROWS,
        noun=say("row"),
        sections=10,
        sections_max=16,
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL),
    setting=Setting(
        kind=SetKind.TWIST,
        minutes_each=3.4,
        how=(
            say(
                "Back twisted, front flat twisted, all flat. Moisture before the cap; no tight "
                "edge under its band."
            )
        ),
        stretch=0.55,
        tension=True,
    ),
    kit=Kit(
        clips=4,
        pins_each=2,
    ),
    release=Release(
        usual_h=24,
    ),
    finish=Finish(
        minutes=2,
        separate=say("Nothing is parted."),
        gathered=True,
    ),
    wear=Wear(
        days=10,
        days_max=14,
        definition=0.78,
        leaves=OnHead.FLAT_TWISTS,
        covered_by=say("the wig"),
        # Nothing wet goes under a wig. Own value.
        refresh=Freshening(
            say("A little oil on the hairline and on the scalp between the rows; no water."),
            oil=True,
        ),
        first_morning=say("Scarf off last; nothing else to do."),
    ),
    fitness=Fitness(
        length_cm=(6, ANY_LENGTH_CM),
    ),
    usual={Detail.FASTENING: Manner.PINNED_TWICE},
)
