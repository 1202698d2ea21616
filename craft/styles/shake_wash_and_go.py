"""Shaken wash-and-go: the same products, raked and shaken, dried loose."""

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

#: About half the hands-on time of shingling.
STYLE = Technique(
    style=Style.SHAKE_WASH_AND_GO,
    title=say("Shaken wash-and-go"),
    group=StyleGroup.LOOSE,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("section"),
        sections=16,
        sections_max=40,
    ),
    wash=Wash(
        blot=Blot.NONE,
    ),
    stays_in=(Role.LEAVE_IN, Role.OIL, Role.GEL),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=0.48,
        how=(
            say(
                "The same products; rake once, shake the head or the section, let it fall. "
                "Somewhat less definition; longer hair still works."
            )
        ),
        stretch=0.2,
        head_down=True,
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
        definition=0.66,
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
