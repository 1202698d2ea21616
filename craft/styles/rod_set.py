"""Rod set: sections wound on rods from end to root."""

from craft.messages import say
from craft.styles.shared import ROD_RELEASE
from craft.styles.technique import (
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
    style=Style.ROD_SET,
    title=say("Rod set"),
    group=StyleGroup.RODS,
    parting=Parting(
        scheme=Scheme.BRICKED,
        noun=say("rod"),
        sections=30,
        sections_max=70,
    ),
    stays_in=(Role.LEAVE_IN, Role.MOUSSE),
    setting=Setting(
        kind=SetKind.ROD,
        minutes_each=1.6,
        how=(
            say(
                "Smooth the section, tension at the root, wind from end to root or in a spiral; "
                "the band lies against the root."
            )
        ),
        stretch=0.35,
        tension=True,
    ),
    kit=Kit(
        clips=4,
        rods_each=1,
    ),
    release=Release(
        needed=True,
        usual_h=24,
        minutes_each=0.5,
        how=ROD_RELEASE,
    ),
    finish=Finish(
        minutes=12,
        settle_min=15,
        separate=say("Rod curls are parted three to six times each."),
    ),
    wear=Wear(
        days=7,
        days_max=10,
        definition=0.82,
        leaves=OnHead.RODS,
        looks=(
            HomeLook(3, Style.PUFF_PIN_UP, say("Pinned"), 6),
            HomeLook(5, Style.PUFF_PIN_UP, say("Puff"), 4),
        ),
    ),
    fitness=Fitness(
        length_cm=(6, 60),
        density_min=80,
    ),
    usual={Detail.WAITING: Manner.CAP},
)
