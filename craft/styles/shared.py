"""Sentences and numbers that several styles share. Common practice, no source."""

from craft.messages import message, say
from craft.styles.technique import Freshening
from craft.vocabulary import Pattern

TWIST_RELEASE = message(
    "Only when dry. Oil on the fingers; bottom {nouns} before top ones, ends first, a half turn "
    "against the twist to loosen. Count them out."
)
ROD_RELEASE = say(
    "Only when fully dry. Back to front, unwinding in the direction they were wound; oil on the "
    "fingers. Count the rods out."
)
#: How banded twists come out.
BANDED_RELEASE = message(
    "Only when dry. Bands off first: rubber ones oiled and cut, never pulled. Then ends first, a "
    "half turn against the twist. Count bands and {nouns} out."
)
#: What the hair goes home in after a wash without a set.
OPENED_ONCE_HOME = say("Open the twists once home and let the hair dry before lying on it.")
GEL_AGAIN = Freshening(
    say("A little gel smoothed over the hairline, tied flat under a scarf for ten minutes."),
    gel=True,
)

#: Bands as for a banded twist-out: share of the shrinkage taken out under, between and past them.
#: Own values.
BAND_STRETCH = (0.90, 0.74, 0.45)
#: Every pattern but waves.
COILY_TO_CURLY = tuple(pattern for pattern in Pattern if pattern.family != 2)  # noqa: PLR2004
