"""Refresh visit: worn rows misted and twisted again, without a wash."""

from craft.messages import say
from craft.styles.technique import Kit, Parting, Release, Setting, Technique, Wash, Wear
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Start, Style, StyleGroup

#: 45 to 60 min for eight rows, mist and oil with them.
STYLE = Technique(
    style=Style.REFRESH_VISIT,
    title=say("Refresh visit"),
    group=StyleGroup.BETWEEN,
    parting=Parting(
        scheme=Scheme.ROWS,
        noun=say("row"),
        sections=8,
        sections_max=12,
    ),
    wash=Wash(
        start=Start.WORN,
        water=0.25,
    ),
    stays_in=(Role.MIST, Role.OIL),
    setting=Setting(
        kind=SetKind.TWIST,
        minutes_each=5.2,
        how=(
            say(
                "Mist a row, twist it again; the hairline at least, all rows where the week has "
                "been damp. A little oil on the ends."
            )
        ),
        stretch=0.55,
        tension=True,
    ),
    kit=Kit(
        clips=4,
        pins_each=2,
    ),
    release=Release(
        usual_h=8,
    ),
    wear=Wear(
        days=5,
        definition=0.7,
        leaves=OnHead.FLAT_TWISTS,
    ),
)
