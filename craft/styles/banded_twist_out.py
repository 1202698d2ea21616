"""Banded twist-out: twists banded down their length, two by two."""

from craft.messages import say
from craft.styles.shared import BAND_STRETCH, BANDED_RELEASE
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

#: 12 twists in pairs make 6 bundles of 4 bands: 24 bands, two for each twist.
STYLE = Technique(
    style=Style.BANDED_TWIST_OUT,
    title=say("Banded twist-out"),
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
        tension=True,
        damp_first=True,
    ),
    kit=Kit(
        clips=4,
        band_stretch=BAND_STRETCH,
        bundled=True,
    ),
    release=Release(
        needed=True,
        usual_h=24,
        minutes_each=1.1,
        how=BANDED_RELEASE,
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
        length_cm=(12, ANY_LENGTH_CM),
    ),
    usual={Detail.ENDS: Manner.COILED, Detail.FASTENING: Manner.BANDED_PAIRS},
)
