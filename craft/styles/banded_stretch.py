"""Banded stretch: sections banded down their length to take out the shrinkage."""

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
from craft.vocabulary import Role, Scheme, SetKind, Style, StyleGroup

STYLE = Technique(
    style=Style.BANDED_STRETCH,
    title=say("Banded stretch"),
    group=StyleGroup.TWISTS,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("section"),
        sections=6,
        sections_max=16,
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL),
    setting=Setting(
        kind=SetKind.TWIST,
        minutes_each=3.2,
        how=(
            say(
                "Damp, not dripping. Root band not tight; wrap downwards three to four turns, "
                "about four bands a section, gaps between. Leave the ends out to keep their curl."
            )
        ),
        stretch=0.85,
        tension=True,
        damp_first=True,
    ),
    kit=Kit(
        clips=4,
        band_stretch=(0.98, 0.92, 0.1),
    ),
    release=Release(
        needed=True,
        usual_h=24,
        minutes_each=1.5,
        how=(
            say("Only when dry. Rubber bands are oiled and cut off, never pulled. Count them out.")
        ),
    ),
    finish=Finish(
        minutes=4,
        settle_min=15,
        separate=say("Nothing is separated."),
    ),
    wear=Wear(
        days=5,
        definition=0.3,
        looks=(HomeLook(5, Style.PUFF_PIN_UP, say("Puff"), 4),),
    ),
    fitness=Fitness(
        length_cm=(10, ANY_LENGTH_CM),
    ),
)
