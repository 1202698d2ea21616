"""Counts, times and keys in words: one piece, two pieces; 2 h 10 min."""

from craft.messages import Text, join, say, say_count

HOUR_MIN = 60


def plural(count: float, noun: str) -> Text:
    """A number with its noun: 1 day, 2 days.

    Args:
        count: how many
        noun: of one, in English; its forms stand in the catalogues as a counted message
    """
    return say_count(f"{{count:g}} {noun}", f"{{count:g}} {many_of(noun)}", count=count)


def many_of(noun: str) -> str:
    """The plural of an English noun: twists, scrunchies."""
    return f"{noun[:-1]}ies" if noun.endswith("hy") else f"{noun}s"


def several(noun: str) -> Text:
    """More than one of something: twists.

    Args:
        noun: of one, in English
    """
    return say(many_of(noun))


def duration(minutes: float) -> Text:
    """A duration as people say it: 40 min, 2 h, 2 h 10 min."""
    hours, rest = divmod(round(minutes), HOUR_MIN)
    parts = [say("{hours} h", hours=hours)] if hours else []
    return join(" ", [*parts, say("{minutes} min", minutes=rest)] if rest or not hours else parts)
