"""The card in another language: a catalogue of sentences beside the English ones.

A sentence is looked up with its numbers as `#` and styles as `*`; one that is not in the catalogue
stays as it is, so that nothing is lost. Another language is another file.
"""

import json
import re
from enum import StrEnum
from functools import cache
from pathlib import Path

from django.utils import translation
from django.utils.formats import date_format

from craft.styles.catalogue import TECHNIQUES

FOLDER = Path(__file__).parent / "languages"
NUMBER = re.compile(r"\d+(?:\.\d+)?")
SENTENCE = re.compile(r"(?<=[.?!])\s+")


class Language(StrEnum):
    """What a card can be read in."""

    ENGLISH = "en"
    GERMAN = "de"


@cache
def catalogue(language: Language) -> dict[str, str]:
    """Sentences of a language by the English ones."""
    path = FOLDER / f"{language.value}.json"
    entries: dict[str, str] = json.loads(path.read_text("utf-8")) if path.exists() else {}
    return entries


@cache
def styles() -> re.Pattern[str]:
    """What styles are called within a sentence."""
    titles = sorted({each.title.lower() for each in TECHNIQUES.values()}, key=len, reverse=True)
    return re.compile("|".join(re.escape(title) for title in titles))


def key_of(sentence: str) -> tuple[str, list[str], list[str]]:
    """A sentence as it is looked up, with the numbers and the styles in it."""
    names = styles().findall(sentence)
    bare = styles().sub("*", sentence) if names else sentence
    return NUMBER.sub("#", bare), NUMBER.findall(bare), names


def translate(text: str, language: Language) -> str:
    """A text in a language, sentence by sentence.

    Args:
        text: in English, as the core and the card have it
        language: to say it in
    """
    if language is Language.ENGLISH or not text:
        return text
    whole = catalogue(language).get(text)
    return whole or " ".join(sentence(each, language) for each in SENTENCE.split(text))


def sentence(text: str, language: Language) -> str:
    """One sentence in a language; as it is where the catalogue does not have it."""
    key, numbers, names = key_of(text)
    entry = catalogue(language).get(key)
    if entry is None:
        return text
    titles = {each.title.lower(): each.title for each in TECHNIQUES.values()}
    for name in names:
        title = titles[name]
        entry = entry.replace("*", catalogue(language).get(title, title), 1)
    for number in numbers:
        entry = entry.replace("#", number, 1)
    return entry


def day_in(day: object, language: Language, form: str = "l j F") -> str:
    """A date in words."""
    with translation.override(language.value):
        return date_format(day, form)  # type: ignore[arg-type]
