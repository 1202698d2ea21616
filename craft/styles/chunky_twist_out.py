"""Chunky twist-out: a few wide twists, opened big; quick to make, slow to dry."""

from craft.messages import say
from craft.styles.shared import COILY_TO_CURLY, TWIST_RELEASE
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
    style=Style.CHUNKY_TWIST_OUT,
    title=say("Chunky twist-out"),
    group=StyleGroup.TWISTS,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("twist"),
        sections=4,
        sections_max=8,
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL),
    setting=Setting(
        kind=SetKind.TWIST,
        # Own value: a wide twist takes longer than a small one, but not in proportion.
        minutes_each=4,
        how=say("Even tension from root to end. Comb the product through each wide section first."),
        stretch=0.35,
    ),
    kit=Kit(
        clips=4,
    ),
    release=Release(
        needed=True,
        usual_h=30,
        minutes_each=0.8,
        how=TWIST_RELEASE,
    ),
    finish=Finish(
        minutes=10,
        settle_min=15,
        separate=say("Split each twist in two or three where it separates by itself."),
    ),
    wear=Wear(
        days=4,
        days_max=10,
        definition=0.55,
        leaves=OnHead.TWISTS,
        looks=(
            HomeLook(2, Style.PUFF_PIN_UP, say("Pinned"), 5),
            HomeLook(4, Style.PUFF_PIN_UP, say("Puff"), 4),
        ),
    ),
    fitness=Fitness(
        length_cm=(12, ANY_LENGTH_CM),
        suits=COILY_TO_CURLY,
    ),
    usual={Detail.ENDS: Manner.COILED},
)
