"""Two-strand twist-out: twists that are dried and then opened."""

from craft.messages import say
from craft.styles.shared import TWIST_RELEASE
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
from craft.vocabulary import Detail, Manner, OnHead, Role, Scheme, SetKind, Style, StyleGroup

STYLE = Technique(
    style=Style.TWO_STRAND_TWIST_OUT,
    title=say("Two-strand twist-out"),
    group=StyleGroup.TWISTS,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("twist"),
        sections=12,
        sections_max=40,
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL),
    setting=Setting(
        kind=SetKind.TWIST,
        minutes_each=2.5,
        how=say("Even tension from root to end. Never borrow hair from the neighbour."),
        stretch=0.45,
    ),
    kit=Kit(
        clips=4,
    ),
    release=Release(
        needed=True,
        usual_h=24,
        minutes_each=0.8,
        how=TWIST_RELEASE,
    ),
    finish=Finish(
        minutes=8,
        settle_min=15,
        separate=say("Separate only where the hair parts by itself."),
    ),
    wear=Wear(
        days=6,
        days_max=14,
        definition=0.75,
        leaves=OnHead.TWISTS,
        looks=(
            HomeLook(3, Style.PUFF_PIN_UP, say("Pinned"), 6),
            HomeLook(5, Style.PUFF_PIN_UP, say("Puff"), 4),
            HomeLook(7, Style.REFRESH_VISIT, say("Twisted again")),
        ),
    ),
    fitness=Fitness(
        length_cm=(5, ANY_LENGTH_CM),
    ),
    usual={Detail.ENDS: Manner.COILED},
)
