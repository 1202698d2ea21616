"""Slick bun: smoothed back with gel into a tied bun."""

from craft.messages import say
from craft.styles.shared import GEL_AGAIN
from craft.styles.technique import (
    ANY_LENGTH_CM,
    Finish,
    Fitness,
    Kit,
    Parting,
    Release,
    Setting,
    Technique,
    Wear,
)
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Style, StyleGroup

STYLE = Technique(
    style=Style.SLICK_BUN,
    title=say("Slick bun"),
    group=StyleGroup.LOOSE,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("section"),
        sections=4,
        sections_max=6,
    ),
    stays_in=(Role.LEAVE_IN, Role.OIL, Role.GEL),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=5.0,
        how=(
            say(
                "Set the direction while wet, blot dry, gel, smooth back; a firm tie, then a "
                "small one round the bun. Change the height and the parting from last time."
            )
        ),
        gentle=say(
            "Set the direction while wet, blot dry, gel, smooth back with the palms; a soft tie, "
            "loose and low, the hairline left free."
        ),
        stretch=0.6,
        tension=True,
    ),
    kit=Kit(
        clips=6,
        ties_whole=2,
    ),
    release=Release(
        usual_h=8,
    ),
    finish=Finish(
        minutes=4,
        separate=say("Nothing is parted."),
        gathered=True,
    ),
    wear=Wear(
        days=4,
        days_max=5,
        definition=0.7,
        leaves=OnHead.BUN,
        covered_by=say("the tie of the bun"),
        refresh=GEL_AGAIN,
        night=say("The bun stays tied; loosen the outer tie, wipe gel off the hairline."),
        first_morning=say("Scarf off last; nothing else to do."),
    ),
    fitness=Fitness(
        length_cm=(15, ANY_LENGTH_CM),
    ),
)
