"""Quick wash: clean in half an hour, one loose flat twist a side to go home in."""

from craft.messages import say
from craft.styles.shared import OPENED_ONCE_HOME
from craft.styles.technique import Kit, Parting, Release, Setting, Technique, Wash, Wear
from craft.vocabulary import OnHead, Role, Scheme, SetKind, Style, StyleGroup, Washing

STYLE = Technique(
    style=Style.QUICK_WASH,
    title=say("Quick wash"),
    group=StyleGroup.WASHES,
    parting=Parting(
        scheme=Scheme.ROWS,
        noun=say("flat twist"),
        sections=2,
        sections_max=6,
    ),
    wash=Wash(
        kind=Washing.QUICK,
        mask_min=15,
        mask_max_min=20,
    ),
    stays_in=(Role.LEAVE_IN, Role.CREAM, Role.OIL),
    setting=Setting(
        kind=SetKind.LOOSE,
        minutes_each=1.5,
        how=(
            say("One loose flat twist a side to go home in; open them there so the hair can dry.")
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
        days=4,
        definition=0.45,
        leaves=OnHead.FLAT_TWISTS,
        once_home=OPENED_ONCE_HOME,
    ),
)
