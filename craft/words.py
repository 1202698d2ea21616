"""Counts, times and keys in words: one piece, two pieces; 19:40; 2 h 10 min."""

import re

#: Parts of a request by which a trigger names its input; nobody reads them.
PARTS = re.compile(r"\b(goal|school|now|hair|person|bottles|edits)\.(?=[a-z])")
#: Words as the fields have them.
JOINED = re.compile(r"(?<=[a-z])_(?=[a-z])")
HOUR_MIN = 60


def plural(count: float, noun: str) -> str:
    """A number with its noun: 1 day, 2 days.

    Args:
        count: how many
        noun: of one; an s makes it many
    """
    return f"{count:g} {noun}" if count == 1 else f"{count:g} {noun}s"


def clock(minute: float) -> str:
    """Minutes of a day as a clock shows them, also past midnight: 19:40."""
    whole = round(minute)
    return f"{whole // HOUR_MIN % 24:02}:{whole % HOUR_MIN:02}"


def duration(minutes: float) -> str:
    """A duration as people say it: 40 min, 2 h, 2 h 10 min."""
    hours, rest = divmod(round(minutes), HOUR_MIN)
    parts = [f"{hours} h"] if hours else []
    return " ".join([*parts, f"{rest} min"] if rest or not hours else parts)


def capital(text: str) -> str:
    """A sentence as it begins; the rest stays as it is."""
    return text[:1].upper() + text[1:]


def spoken(key: str) -> str:
    """A key as a person says it: damp roots."""
    return key.replace("_", " ")


def plain(trigger: str) -> str:
    """An input as a person reads it, without the names of fields."""
    return JOINED.sub(" ", PARTS.sub("", trigger))
