"""Words that count: one piece, two pieces."""

import re

#: Parts of a request by which a trigger names its input; nobody reads them.
PARTS = re.compile(r"\b(goal|school|now|hair|person|bottles|edits)\.(?=[a-z])")
#: Words as the fields have them.
JOINED = re.compile(r"(?<=[a-z])_(?=[a-z])")


def plural(count: float, noun: str) -> str:
    """A number with its noun: 1 day, 2 days.

    Args:
        count: how many
        noun: of one; an s makes it many
    """
    return f"{count:g} {noun}" if count == 1 else f"{count:g} {noun}s"


def capital(text: str) -> str:
    """A sentence as it begins; the rest stays as it is."""
    return text[:1].upper() + text[1:]


def spoken(key: str) -> str:
    """A key as a person says it: damp roots."""
    return key.replace("_", " ")


def plain(trigger: str) -> str:
    """An input as a person reads it, without the names of fields."""
    return JOINED.sub(" ", PARTS.sub("", trigger))
