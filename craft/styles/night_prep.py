"""Night preparation: loosely ringed for the night, under a scarf."""

from craft.messages import say
from craft.styles.technique import Kit, Parting, Release, Setting, Technique, Wash, Wear
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Start, Style, StyleGroup

STYLE = Technique(
    style=Style.NIGHT_PREP,
    title=say("Night preparation"),
    group=StyleGroup.BETWEEN,
    parting=Parting(
        scheme=Scheme.QUADRANTS,
        noun=say("ring"),
        sections=5,
        sections_max=8,
    ),
    wash=Wash(
        start=Start.WORN,
        water=0.13,
    ),
    stays_in=(Role.SCALP_OIL,),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=0.9,
        how=say("Five sections, loosely ringed, ends tucked in; scarf over them."),
        stretch=0.65,
    ),
    kit=Kit(
        clips=4,
    ),
    release=Release(
        usual_h=8,
    ),
    wear=Wear(
        days=1,
        definition=0.5,
        leaves=OnHead.FLAT_TWISTS,
    ),
)
