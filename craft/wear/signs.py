"""What a client notices at home: what is for a professional, never a diagnosis."""

from collections.abc import Iterable

from craft.messages import say
from craft.vocabulary import HomeSign

#: Signs that are for a professional, and that somebody of the salon should see.
REFERRED = frozenset({HomeSign.PAIN, HomeSign.SORES, HomeSign.LOSS})
ADVICE = say(
    "Please see a doctor or another health professional about this; loosen anything that pulls. "
    "We have let the salon know; they can take the style out. This is no diagnosis."
)


def advice(signs: Iterable[str]) -> str:
    """What is said at once; empty where nothing is to be said. Common practice, no source."""
    return ADVICE if REFERRED & set(signs) else ""
