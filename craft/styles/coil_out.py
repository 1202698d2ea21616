"""Coil-out: worn finger coils, opened along their natural splits."""

from craft.messages import say
from craft.styles.shared import COILY_TO_CURLY
from craft.styles.technique import (
    Finish,
    Fitness,
    Kit,
    Parting,
    Release,
    Setting,
    Technique,
    Wash,
    Wear,
)
from craft.vocabulary import Blot, OnHead, Role, Scheme, SetKind, Start, Style, StyleGroup

STYLE = Technique(
    style=Style.COIL_OUT,
    title=say("Coil-out"),
    group=StyleGroup.RODS,
    parting=Parting(
        scheme=Scheme.COIL_ROWS,
        noun=say("coil"),
        sections=20,
        sections_max=120,
    ),
    wash=Wash(
        start=Start.WORN,
        blot=Blot.NONE,
        water=0.2,
    ),
    stays_in=(Role.OIL,),
    setting=Setting(
        kind=SetKind.COIL,
        minutes_each=0.6,
        how=(
            say("Oil and a little styler on the fingers; open each coil along its natural splits.")
        ),
        stretch=0.25,
    ),
    kit=Kit(
        clips=4,
    ),
    release=Release(
        usual_h=12,
    ),
    finish=Finish(
        minutes=8,
        settle_min=15,
        separate=say("Along the natural splits only."),
    ),
    wear=Wear(
        days=4,
        days_max=10,
        definition=0.65,
    ),
    fitness=Fitness(
        length_cm=(2.5, 35),
        suits=COILY_TO_CURLY,
        works_from=(OnHead.COILS,),
    ),
)
