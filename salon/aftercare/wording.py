"""How messages are worded: usual texts, the salon's own, and what stands in them."""

import string
from collections.abc import Mapping
from datetime import date, datetime

from craft.errors import CraftError
from craft.messages import DayForm, Message, day_text, inline, language, message, said_in, say
from craft.region import region
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import MessageKind, Style
from salon.aftercare.models import MessageText
from salon.clients.models import Client
from salon.platform.language import time_text
from salon.salon_settings.services import current_salon

#: What may stand in a text.
WORDS = ("name", "style", "date", "time", "salon", "phone", "link")
USUAL: Mapping[MessageKind, str] = {
    MessageKind.REMINDER: message(
        "Hello {name}, see you on {date} at {time} for your {style}. {salon} {phone}"
    ),
    MessageKind.RELEASE: message(
        "Hello {name}, you can open your set on {date} from {time}, once the roots are dry. If "
        "they feel damp, wait a few hours. {salon} {phone}"
    ),
    MessageKind.CHECK_IN: message(
        "Hello {name}, how is your hair holding up? Two taps: {link} {salon}"
    ),
    MessageKind.OVERDUE: message(
        "Hello {name}, {date} was the day to take out your {style}. Call us and we will do it, "
        "or take it out gently. {salon} {phone}"
    ),
}
#: A message to nobody, by which a text is looked at.
SAMPLE_NAME, SAMPLE_AT = "Runa", datetime(2026, 6, 20, 10, 30)
SAMPLE_LINK = "https://…/check-in/…"
TEXT_MOST = 480


def language_for(client: Client) -> str:
    """The language a client is written to in: their own, else the salon's, with its country."""
    return current_salon().tag(client.language)


def long_day(day: date) -> str:
    """A date in words, in the language of the moment."""
    return said_in(day_text(day, DayForm.WEEKDAY), language())


def sample_words() -> dict[str, str]:
    """Words of a message to nobody, in the language of the moment."""
    style = inline(say(TECHNIQUES[Style.FLAT_TWIST_OUT].title))
    return {
        "name": SAMPLE_NAME,
        "style": said_in(style, language()),
        "date": long_day(SAMPLE_AT.date()),
        "time": time_text(SAMPLE_AT),
        "link": SAMPLE_LINK,
    }


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


def usual_text(kind: MessageKind) -> str:
    """The usual text of a kind in the language of the moment, with its places."""
    return Message(USUAL[kind], {}).template(region(language()).language)


def wording(kind: MessageKind) -> str:
    """The text of a kind in the language of the moment.

    A text of the salon's own is in the salon's language: who reads another gets the usual one.
    """
    own = MessageText.objects.filter(kind=kind).first()
    return own.text if own and language() == current_salon().tag() else usual_text(kind)


def fill_text(text: str, words: Mapping[str, str]) -> str:
    """A text with what stands in it; what is not known yet stays as it is."""
    whole = {word: words.get(word, f"{{{word}}}") for word in WORDS}
    return " ".join(text.format(**whole).split())
