"""Full reset: clarified, masked, little left in."""

from craft.messages import say
from craft.styles.shared import OPENED_ONCE_HOME
from craft.styles.technique import Kit, Parting, Release, Setting, Technique, Wash, Wear
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Style, StyleGroup, Washing

STYLE = Technique(
    style=Style.FULL_RESET,
    title=say("Full reset"),
    group=StyleGroup.WASHES,
    parting=Parting(
        scheme=Scheme.ROWS,
        noun=say("flat twist"),
        sections=2,
        sections_max=6,
    ),
    wash=Wash(
        kind=Washing.RESET,
        mask_min=30,
    ),
    stays_in=(Role.LEAVE_IN, Role.OIL),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=1.5,
        how=(
            say(
                "Loose flat twists to go home in; nothing heavy on hair that has just been cleared."
            )
        ),
        stretch=0.3,
    ),
    kit=Kit(
        clips=2,
        pins_each=1,
    ),
    release=Release(
        usual_h=8,
    ),
    wear=Wear(
        days=5,
        definition=0.45,
        leaves=OnHead.FLAT_TWISTS,
        once_home=OPENED_ONCE_HOME,
    ),
)
