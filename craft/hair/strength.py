"""How strong the hair is: the wet strand's stretch, and what comes out while detangling.

Nothing here is a diagnosis: it says what was seen against what is usual.

Sources:
    [1] standard cosmetology handbooks: a healthy wet strand stretches to about half its length more
        and returns, a dry one about a fifth; 50 to 100 hairs are shed a day. From memory.
"""

from dataclasses import dataclass

from scipy.special import betaincinv

from craft.messages import say
from craft.vocabulary import Elasticity

#: A wet strand that stretches less is stiff; more, or that does not return, is overstretched [%].
#: The upper bound is [1]; the lower is the dry value of [1], an own choice.
STIFF_BELOW_PERCENT = 20.0
SPRINGY_UP_TO_PERCENT = 50.0

#: Hairs shed in a day. Source: [1].
SHED_PER_DAY = (50.0, 100.0)
#: Shed hairs stay in a style no longer than this [days]. Own value.
SHED_DAYS_MOST = 28.0
#: Share of broken among all that came out from which it is worth changing something. Own value.
BROKEN_SHARE_USUAL = 0.25
#: Tail on either side of a share's interval: one in ten.
TAIL = 0.1

ELASTICITY_ADVICE = {
    Elasticity.STIFF: say("Stretches little: moisture, no protein."),
    Elasticity.SPRINGY: say("Stretches and returns: leave it as it is."),
    Elasticity.OVERSTRETCHED: say(
        "Stretches and stays: a protein treatment may help, gentle hands."
    ),
}


def elasticity(stretch_percent: float, returns: bool) -> Elasticity:
    """Class of a wet strand.

    Args:
        stretch_percent: how much longer it became before it gave [%], >= 0
        returns: whether it came back
    Source: [1].
    """
    if not returns or stretch_percent > SPRINGY_UP_TO_PERCENT:
        return Elasticity.OVERSTRETCHED
    if stretch_percent < STIFF_BELOW_PERCENT:
        return Elasticity.STIFF
    return Elasticity.SPRINGY


@dataclass(frozen=True)
class Fallen:
    """What came out while detangling.

    Args:
        broken_share: share of broken hairs, with the bounds it lies between eight times in ten
        shed_usual: hairs usually shed in that time, low and high
        more_shed: more were shed than usual
        more_broken: the share broken is above usual even at its low bound
    """

    broken_share: tuple[float, float, float]
    shed_usual: tuple[float, float]
    more_shed: bool
    more_broken: bool


def fallen(shed: int, broken: int, days: float) -> Fallen:
    """What came out while detangling, against what is usual.

    Args:
        shed: hairs with their bulb, whole length, >= 0
        broken: short pieces without a bulb, >= 0
        days: since the hair was last detangled, >= 0
    Source: [1] for shedding; the interval is Clopper and Pearson's at 80 %.
    """
    total = shed + broken
    share = broken / total if total else 0.0
    low = float(betaincinv(broken, total - broken + 1, TAIL)) if broken else 0.0
    high = float(betaincinv(broken + 1, total - broken, 1 - TAIL)) if broken < total else 1.0
    reach = max(1.0, min(days, SHED_DAYS_MOST))
    usual = SHED_PER_DAY[0] * reach, SHED_PER_DAY[1] * reach
    return Fallen(
        (share, low, high if total else 0.0),
        usual,
        shed > usual[1],
        bool(total) and low > BROKEN_SHARE_USUAL,
    )
