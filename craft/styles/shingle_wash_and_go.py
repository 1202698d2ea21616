"""Shingled wash-and-go: styler smoothed down each strand, dried loose."""

from craft.messages import say
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
    Wash,
    Wear,
)
from craft.vocabulary import Blot, Detail, Manner, OnHead, Role, Scheme, SetKind, Style, StyleGroup

STYLE = Technique(
    style=Style.SHINGLE_WASH_AND_GO,
    title=say("Shingled wash-and-go"),
    group=StyleGroup.LOOSE,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("section"),
        sections=30,
        sections_max=60,
    ),
    wash=Wash(
        blot=Blot.NONE,
    ),
    stays_in=(Role.LEAVE_IN, Role.OIL, Role.GEL),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=1.2,
        how=(say("Soaking wet throughout. Smooth the styler down each strand with flat palms.")),
        stretch=0.2,
        mixes=True,
        # Smoothed one by one, strands cohere a little more than shaken ones. Own value.
        holds=0.45,
    ),
    kit=Kit(
        clips=6,
    ),
    release=Release(
        usual_h=8,
    ),
    finish=Finish(
        minutes=6,
        settle_min=15,
        separate=say("Separate only where the hair parts by itself."),
    ),
    wear=Wear(
        days=6,
        days_max=7,
        definition=0.8,
        leaves=OnHead.WASH_AND_GO,
        looks=(
            HomeLook(3, Style.PUFF_PIN_UP, say("Pinned"), 4),
            HomeLook(5, Style.SLICK_BUN, say("Bun")),
        ),
    ),
    fitness=Fitness(
        length_cm=(4, ANY_LENGTH_CM),
    ),
    usual={Detail.WAITING: Manner.CAP},
)
