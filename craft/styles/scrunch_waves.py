"""Scrunched waves: styler squeezed into soaking wavy hair."""

from craft.messages import say
from craft.styles.technique import (
    ANY_LENGTH_CM,
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
from craft.vocabulary import (
    Blot,
    Detail,
    Manner,
    OnHead,
    Pattern,
    Role,
    Scheme,
    SetKind,
    Style,
    StyleGroup,
)

STYLE = Technique(
    style=Style.SCRUNCH_WAVES,
    title=say("Scrunched waves"),
    group=StyleGroup.LOOSE,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("section"),
        sections=6,
        sections_max=20,
    ),
    wash=Wash(
        blot=Blot.NONE,
    ),
    stays_in=(Role.LEAVE_IN, Role.MOUSSE, Role.GEL),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=2.2,
        how=(
            say(
                "Wave-safe: no raking, no brush after the styler. The styler on soaking hair, "
                "glazed over and squeezed until it no longer feels sticky."
            )
        ),
        stretch=0.1,
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
        separate=say("Crush the cast with a drop of oil."),
    ),
    wear=Wear(
        days=3,
        days_max=7,
        definition=0.6,
        leaves=OnHead.WASH_AND_GO,
    ),
    fitness=Fitness(
        length_cm=(8, ANY_LENGTH_CM),
        suits=(Pattern.W2A, Pattern.W2B, Pattern.W2C, Pattern.C3A),
    ),
    usual={
        Detail.WAITING: Manner.CAP,
        Detail.SQUEEZE_IN: Manner.YES,
        Detail.BRUSHED_BACK: Manner.YES,
        Detail.PRESS: Manner.YES,
        Detail.PARTING_SIDE: Manner.YES,
    },
)
