"""Night preparation: what the client does at bedtime with a style that is worn.

How it lies, the ties and the clips follow the head: `craft.plan.night`.
"""

from craft.messages import say
from craft.styles.technique import Kit, Parting, Release, Setting, Technique, Wash, Wear
from craft.vocabulary import Blot, Role, Scheme, SetKind, Start, Style, StyleGroup

STYLE = Technique(
    style=Style.NIGHT_PREP,
    title=say("Night preparation"),
    group=StyleGroup.BETWEEN,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("ring"),
        sections=1,
        sections_max=8,
    ),
    wash=Wash(
        start=Start.WORN,
        blot=Blot.NONE,
        water=0.13,
    ),
    stays_in=(Role.SCALP_OIL,),
    keeps_style=True,
    # Edges and dry places. Own value.
    scalp_share=0.25,
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=0.9,
        how="",
        stretch=0.65,
    ),
    kit=Kit(
        clips=0,
    ),
    release=Release(
        usual_h=8,
    ),
    wear=Wear(
        days=1,
        definition=0.5,
        first_morning=say(
            "Open it early, shake from the roots, wait 15 to 60 minutes before you judge it."
        ),
    ),
)
