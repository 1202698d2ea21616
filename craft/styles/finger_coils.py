"""Finger coils: small sections coiled round a finger and worn as they are."""

from craft.messages import say
from craft.styles.shared import COILY_TO_CURLY
from craft.styles.technique import (
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

#: 0.85 min a coil of 10 cm: 1.5 to 2 h on a short tapered head at medium-small size.
STYLE = Technique(
    style=Style.FINGER_COILS,
    title=say("Finger coils"),
    group=StyleGroup.RODS,
    parting=Parting(
        scheme=Scheme.COIL_ROWS,
        noun=say("coil"),
        sections=90,
        sections_max=120,
    ),
    wash=Wash(
        blot=Blot.NONE,
    ),
    stays_in=(Role.LEAVE_IN, Role.GEL),
    setting=Setting(
        kind=SetKind.COIL,
        minutes_each=1.12,
        how=(
            say(
                "Wet, gel from root to end, round one finger in one direction. Longer hair: wider "
                "turns towards the end, so that the scalp is not strained."
            )
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
        minutes=3,
        settle_min=15,
        separate=say("Coils are worn as they are."),
    ),
    wear=Wear(
        days=8,
        days_max=10,
        definition=0.92,
        leaves=OnHead.COILS,
        looks=(
            HomeLook(8, Style.COIL_OUT, say("Opened")),
            HomeLook(10, Style.PUFF_PIN_UP, say("Puff"), 4),
        ),
    ),
    fitness=Fitness(
        length_cm=(2.5, 35),
        density_min=80,
        suits=COILY_TO_CURLY,
    ),
    usual={Detail.WAITING: Manner.CAP},
)
