"""Flat twist-out: twisted rows on the scalp, opened when dry."""

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
    style=Style.FLAT_TWIST_OUT,
    title=say("Flat twist-out"),
    group=StyleGroup.TWISTS,
    parting=Parting(
        scheme=Scheme.ROWS,
        noun=say("row"),
        sections=8,
        sections_max=24,
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL),
    setting=Setting(
        kind=SetKind.TWIST,
        minutes_each=4.5,
        how=(say("Lie the row on the scalp, feed hair in evenly, keep the hairline loose.")),
        stretch=0.55,
        tension=True,
    ),
    kit=Kit(
        clips=4,
        pins_each=2,
    ),
    release=Release(
        needed=True,
        usual_h=24,
        minutes_each=1.0,
        how=TWIST_RELEASE,
    ),
    finish=Finish(
        minutes=6,
        settle_min=15,
        separate=say("Flat twists need no separating."),
    ),
    wear=Wear(
        days=6,
        days_max=14,
        definition=0.78,
        leaves=OnHead.FLAT_TWISTS,
        looks=(
            HomeLook(3, Style.PUFF_PIN_UP, say("Pinned"), 6),
            HomeLook(5, Style.PUFF_PIN_UP, say("Puff"), 4),
            HomeLook(7, Style.REFRESH_VISIT, say("Twisted again")),
        ),
    ),
    fitness=Fitness(
        length_cm=(7, ANY_LENGTH_CM),
        density_min=100,
    ),
    usual={Detail.FASTENING: Manner.PINNED_TWICE},
)
