"""How messages are worded: usual texts, the salon's own, and what stands in them."""

import string
from collections.abc import Mapping
from datetime import date

from craft.errors import CraftError
from craft.vocabulary import MessageKind
from salon.aftercare.models import MessageText

#: What may stand in a text.
WORDS = ("name", "style", "date", "time", "salon", "phone", "link")
USUAL: Mapping[MessageKind, str] = {
    MessageKind.REMINDER: "Hello {name}, see you on {date} at {time} for your {style}. {salon} "
    "{phone}",
    MessageKind.RELEASE: "Hello {name}, you can open your set on {date}, once the roots are dry. "
    "If they feel damp, wait a few hours. {salon} {phone}",
    MessageKind.CHECK_IN: "Hello {name}, how is your hair holding up? Two taps: {link} {salon}",
    MessageKind.OVERDUE: "Hello {name}, {date} was the day to take out your {style}. Call us and "
    "we will do it, or take it out gently. {salon} {phone}",
}
SAMPLE = {
    "name": "Runa",
    "style": "flat twist-out",
    "date": "Saturday 20 June",
    "time": "10:30",
    "link": "https://…/check-in/…",
}
TEXT_MOST = 480


def long_day(day: date) -> str:
    """A date in words."""
    return f"{day:%A} {day.day} {day:%B}"


def check_text(text: str) -> None:
    """Refuse a text with something in it that nothing is known of.

    Raises:
        CraftError: says which words there are
    """
    names = ", ".join(f"{{{word}}}" for word in WORDS)
    try:
        pieces = [piece[1:] for piece in string.Formatter().parse(text) if piece[1] is not None]
    except ValueError as error:
        raise CraftError("text", f"A brace is not closed. You can use: {names}.") from error
    for name, spec, conversion in pieces:
        # Nothing but the word: a width could fill the memory.
        if name not in WORDS or spec or conversion:
            raise CraftError("text", f"“{{{name}}}” is unknown. Use {names}.")
    if len(text) > TEXT_MOST or not text.strip():
        raise CraftError("text", f"Give 1 to {TEXT_MOST} letters.")


def wording(kind: MessageKind) -> str:
    """The text of a kind."""
    own = MessageText.objects.filter(kind=kind).first()
    return own.text if own else USUAL[kind]


def fill_text(text: str, words: Mapping[str, str]) -> str:
    """A text with what stands in it; what is not known yet stays as it is."""
    whole = {word: words.get(word, f"{{{word}}}") for word in WORDS}
    return " ".join(text.format(**whole).split())
