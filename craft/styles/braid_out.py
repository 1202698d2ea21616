"""Braid-out: three-strand braids, opened when dry."""

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
    Wear,
)
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Style, StyleGroup

STYLE = Technique(
    style=Style.BRAID_OUT,
    title=say("Braid-out"),
    group=StyleGroup.TWISTS,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("braid"),
        sections=12,
        sections_max=40,
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL, Role.GEL),
    setting=Setting(
        kind=SetKind.BRAID,
        minutes_each=3.0,
        how=(say("Three strands, even tension; two-strand twist the last part so the ends hold.")),
        stretch=0.6,
    ),
    kit=Kit(
        clips=4,
    ),
    release=Release(
        needed=True,
        usual_h=24,
        minutes_each=1.0,
        how=(
            say(
                "Only when dry. Oil on the fingers; bottom braids before top ones, ends first. "
                "Count them out."
            )
        ),
    ),
    finish=Finish(
        minutes=8,
        settle_min=15,
        separate=say("Separate only where the hair parts by itself."),
    ),
    wear=Wear(
        days=6,
        days_max=14,
        definition=0.65,
        leaves=OnHead.BRAIDS,
        looks=(
            HomeLook(3, Style.PUFF_PIN_UP, say("Pinned"), 6),
            HomeLook(5, Style.PUFF_PIN_UP, say("Puff"), 4),
            HomeLook(7, Style.REFRESH_VISIT, say("Twisted again")),
        ),
    ),
    fitness=Fitness(
        length_cm=(8, ANY_LENGTH_CM),
    ),
)
