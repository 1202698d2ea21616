"""Amounts as a kitchen has them: presses of a spray, drops, nuts. Own values."""

from craft.contract.wear import Amount
from craft.messages import say, say_count

#: A press of a trigger sprayer gives about so much water [g]; a drop of oil weighs so much [g].
#: From memory.
PRESS_G, DROP_G = 1.0, 0.03
#: What is put on the palm, and what it is about as large as [g].
SIZES = (
    (0.7, say("a pea")),
    (1.5, say("a hazelnut")),
    (3.0, say("an almond")),
    (6.0, say("a walnut")),
    (float("inf"), say("two walnuts")),
)


def presses(what: str, grams: float) -> Amount:
    """Water, or water with a little styler [g], in presses of a sprayer."""
    count = max(1, round(grams / PRESS_G))
    words = say_count("{count} press of the sprayer", "{count} presses of the sprayer", count=count)
    return Amount(what=what, grams=round(grams, 1), words=words)


def drops(what: str, grams: float) -> Amount:
    """Oil [g] in drops."""
    count = max(2, round(grams / DROP_G))
    return Amount(what=what, grams=round(grams, 2), words=say("{count} drops", count=count))


def palm(what: str, grams: float) -> Amount:
    """Cream or gel [g] by its size on the palm."""
    size = next(name for most, name in SIZES if grams <= most)
    return Amount(what=what, grams=round(grams, 1), words=say("as large as {size}", size=size))
