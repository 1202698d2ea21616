"""Pinned-up puff: an older twist-out gathered and pinned."""

from craft.messages import say
from craft.styles.technique import (
    Fitness,
    Freshening,
    Kit,
    Parting,
    Release,
    Setting,
    Technique,
    Wash,
    Wear,
)
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Start, Style, StyleGroup

STYLE = Technique(
    style=Style.PUFF_PIN_UP,
    title=say("Pinned-up puff"),
    group=StyleGroup.BETWEEN,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("section"),
        sections=4,
        sections_max=8,
    ),
    wash=Wash(
        start=Start.WORN,
        water=0.25,
    ),
    stays_in=(Role.MIST, Role.OIL),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=3.0,
        how=(
            say(
                "From an older twist-out. Stretch the roots in a loose bun, then gather and pin "
                "section by section; no headband."
            )
        ),
        stretch=0.6,
    ),
    kit=Kit(
        clips=4,
        pins_each=3,
        ties_whole=1,
    ),
    release=Release(
        usual_h=8,
    ),
    wear=Wear(
        days=2,
        definition=0.35,
        # The hairline only. Own value.
        refresh=Freshening(
            say("Damp palms over the hairline, smooth it into the tie, a little oil on the ends."),
            mist=0.25,
            oil=True,
        ),
        undone=say("Pins and tie out."),
        first_morning=say("Gather and pin it again, no headband; a little oil on the ends."),
    ),
    fitness=Fitness(
        length_cm=(8, 45),
        density_min=80,
        works_from=(OnHead.LOOSE, OnHead.WASH_AND_GO, OnHead.TWISTS),
    ),
)
