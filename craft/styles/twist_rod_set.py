"""Twist and rod set: twists whose ends are wound on rods."""

from craft.messages import say
from craft.styles.shared import ROD_RELEASE
from craft.styles.technique import (
    ANY_LENGTH_CM,
    Finish,
    Fitness,
    HomeLook,
    Kit,
    Parting,
    Release,
    Setting,
    Technique,
    Wear,
)
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Style, StyleGroup

#: 14 twists with two ends each make 28 rods: three forward, two sideways, two back on each side.
STYLE = Technique(
    style=Style.TWIST_ROD_SET,
    title=say("Twist and rod set"),
    group=StyleGroup.RODS,
    parting=Parting(
        scheme=Scheme.DIRECTED,
        noun=say("twist"),
        sections=14,
        sections_max=24,
        directed=(3, 2, 2),
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.MOUSSE),
    setting=Setting(
        kind=SetKind.ROD,
        minutes_each=4.6,
        how=(
            say(
                "Each side: three twists forward, two sideways, two back. Twist to the last "
                "third, split the end, each half on its own rod. Small sections may take one."
            )
        ),
        stretch=0.5,
        tension=True,
    ),
    kit=Kit(
        clips=4,
        rods_each=2,
    ),
    release=Release(
        needed=True,
        usual_h=24,
        minutes_each=1.2,
        how=ROD_RELEASE,
    ),
    finish=Finish(
        minutes=6,
        settle_min=15,
        separate=say("Rod curls are parted three to six times each."),
    ),
    wear=Wear(
        days=6,
        days_max=10,
        definition=0.8,
        leaves=OnHead.RODS,
        looks=(
            HomeLook(3, Style.PUFF_PIN_UP, say("Pinned"), 6),
            HomeLook(5, Style.PUFF_PIN_UP, say("Puff"), 4),
        ),
    ),
    fitness=Fitness(
        length_cm=(9, ANY_LENGTH_CM),
        density_min=90,
    ),
)
