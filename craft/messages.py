"""Sentences for people: a message with its parameters, said in a language.

A sentence is made by `say`, which is given English with named places. What comes back is the
English sentence, a `str` like any other, that also knows its message and parameters: so it can be
said in another language later, stored, and read again in the words of another day.
"""

import re
import string
from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from datetime import date
from enum import StrEnum
from functools import cache
from pathlib import Path
from typing import Any, TypeAlias

from babel.dates import format_date
from babel.messages.catalog import Catalog
from babel.messages.pofile import read_po
from babel.numbers import format_decimal, format_percent

from craft.region import ENGLISH, PSEUDO, US_UNITS, Units, clock_text, region

#: Folders with a catalogue a language, e.g. ``de.po``.
FOLDERS: list[Path] = [Path(__file__).parent / "catalogues"]

#: Parts of a request by which a trigger names its input; nobody reads them.
REQUEST_PARTS = re.compile(r"\b(goal|school|now|hair|person|bottles|edits)\.(?=[a-z])")
#: Words as the fields have them.
JOINED = re.compile(r"(?<=[a-z])_(?=[a-z])")
#: A number with its unit, e.g. ``{length:.0f cm}``; in brackets a unit is only meant, and not
#: written: ``{least:g [cm]} to {most:g cm}``.
MEASURED = re.compile(r"(?P<number>[^{}:]*) (?P<only>\[?)(?P<unit>mm|cm|kg|g|ml|°C)\]?")
MEASURED_PLACE = re.compile(rf"{{(?P<name>\w+):{MEASURED.pattern}}}")

_language: ContextVar[str] = ContextVar("language", default=ENGLISH)

Param: TypeAlias = "str | float"
Json = dict[str, Any]


class Shape(StrEnum):
    """How a sentence is fitted into its place."""

    CAPITAL = "capital"
    """It begins a sentence."""
    INLINE = "inline"
    """A title within a sentence: small letters where the language writes nouns small."""
    PLAIN = "plain"
    """Without the names of fields."""


class DayForm(StrEnum):
    """What is said of a day, as CLDR writes it; German has a comma and a full stop more."""

    SHORT = "d MMM y"
    """6 Nov 2026."""
    WEEKDAY = "EEEE d MMMM"
    """Friday 6 November."""
    BRIEF = "EEE d MMM"
    """Fri 6 Nov."""
    FULL = "EEEE d MMMM y"
    """Friday 6 November 2026."""


#: Short names of days and months in a pattern.
WIDE = re.compile(r"E+|M{3}|L{3}")
#: The same for countries, which have an order of their own.
SKELETONS = {
    DayForm.SHORT: "yMMMd",
    DayForm.WEEKDAY: "MMMEd",
    DayForm.BRIEF: "MMMEd",
    DayForm.FULL: "yMMMEd",
}


class Text(str):
    """A sentence in English that can be said in other languages.

    Args:
        source: what it is made from
    """

    __slots__ = ("source",)
    source: "Source"

    def __new__(cls, source: "Source") -> "Text":
        text = super().__new__(cls, source.said_in(ENGLISH))
        text.source = source
        return text

    def __reduce__(self) -> tuple[type["Text"], tuple["Source"]]:
        return Text, (self.source,)

    def __add__(self, other: str) -> "Text":
        return join("", (self, other)) if other else self

    def __radd__(self, other: str) -> "Text":
        return join("", (other, self)) if other else self


@dataclass(frozen=True, slots=True)
class Message:
    """A message of the catalogues.

    Args:
        key: in English, with a place for each parameter; of one, where it counts
        params: numbers, other texts, words of the vocabulary, names
        many: of several, in English; empty where nothing is counted
        count: name of the parameter that is counted
    """

    key: str
    params: Mapping[str, Param]
    many: str = ""
    count: str = "count"

    def said_in(self, language: str) -> str:
        """The message in a language, with its parameters."""
        if language == ENGLISH:
            several = self.many and self.params[self.count] != 1
            template = self.many if several else self.key
            return metric(template).format(**self.params) if self.params else template
        template = self.template(region(language).language)
        return formatter(language).vformat(template, (), self.params) if self.params else template

    def template(self, language: str) -> str:
        """The message in a language, with its places; English where the catalogue lacks it."""
        if language == PSEUDO:
            template = self.many or self.key
            return lengthened(template) if self.params else in_brackets(template)
        if not self.many:
            return catalogue(language).get(self.key, (self.key,))[0]
        forms = catalogue(language).get(self.key, (self.key, self.many))
        return forms[plural_form(language, float(self.params[self.count]))]

    def as_json(self) -> Json:
        """What is stored of it."""
        params = {name: param_as_json(value) for name, value in self.params.items()}
        several = {"many": self.many, "count": self.count} if self.many else {}
        return {"key": self.key, **({"params": params} if params else {}), **several}


@dataclass(frozen=True, slots=True)
class Sequel:
    """Texts one after the other.

    Args:
        parts: sentences and names
        between: stands between two of them
    """

    parts: tuple[str, ...]
    between: str

    def said_in(self, language: str) -> str:
        """All of them in a language."""
        return said_in(self.between, language).join(said_in(part, language) for part in self.parts)

    def as_json(self) -> Json:
        """What is stored of it."""
        parts = [param_as_json(part) for part in self.parts]
        return {"parts": parts, "between": param_as_json(self.between)}


@dataclass(frozen=True, slots=True)
class Shaped:
    """A text as its place needs it.

    Args:
        text: that is shaped
        shape: how
    """

    text: str
    shape: Shape

    def said_in(self, language: str) -> str:
        """The text in a language, in its shape there."""
        said = said_in(self.text, language)
        if self.shape is Shape.CAPITAL:
            return said[:1].upper() + said[1:]
        if self.shape is Shape.PLAIN:
            return JOINED.sub(" ", REQUEST_PARTS.sub("", said))
        # German writes nouns large wherever they stand.
        return said if region(language).language == "de" else said.lower()

    def as_json(self) -> Json:
        """What is stored of it."""
        return {"shape": self.shape.value, "of": param_as_json(self.text)}


@dataclass(frozen=True, slots=True)
class Dated:
    """A day in words.

    Args:
        day: of the calendar
        form: what is said of it
    """

    day: date
    form: DayForm

    def said_in(self, language: str) -> str:
        """The day in a language: 6 Nov 2026."""
        there = region(language)
        if there.country:
            pattern = str(there.locale.datetime_skeletons[SKELETONS[self.form]])
            if "EEEE" in self.form.value:
                # The same with its names in full, as CLDR widens a pattern.
                pattern = WIDE.sub(lambda name: name[0][0] * 4, pattern)
            return str(format_date(self.day, pattern, locale=there.locale))
        pattern = self.form.value
        if there.language == "de":
            pattern = pattern.replace("d", "d.").replace("EEEE", "EEEE,")
        return str(format_date(self.day, pattern, locale=there.locale))

    def as_json(self) -> Json:
        """What is stored of it."""
        return {"day": self.day.isoformat(), "form": self.form.value}


@dataclass(frozen=True, slots=True)
class Clocked:
    """A time of day as a clock shows it.

    Args:
        minute: of the day
    """

    minute: int

    def said_in(self, language: str) -> str:
        """The time in a language: 19:40, in the United States 7:40 PM."""
        return clock_text(self.minute, language)

    def as_json(self) -> Json:
        """What is stored of it."""
        return {"minute": self.minute}


Source: TypeAlias = Message | Sequel | Shaped | Dated | Clocked


def say(message: str, /, **params: Param) -> Text:
    """A sentence.

    Args:
        message: English, with the parameters in braces; without parameters braces are braces
        params: what stands in them
    """
    return Text(Message(message, params))


def message(text: str) -> str:
    """A message whose parameters come later; marked here, so that the catalogues have it."""
    return text


def say_count(one: str, many: str, /, count: float, **params: Param) -> Text:
    """A sentence that counts something.

    Args:
        one: English for exactly one
        many: English for any other number
        count: what is counted, also the place of that name
        params: what stands in the other places
    """
    return Text(Message(one, {"count": count, **params}, many))


def join(between: str, parts: Iterable[str]) -> Text:
    """Texts one after the other.

    Args:
        between: what stands between two of them
        parts: sentences and names
    """
    return Text(Sequel(tuple(parts), between))


def word(key: str) -> Text:
    """A key of the vocabulary as a person says it: damp roots."""
    return say(str(key).replace("_", " "))


def capital(text: str) -> Text:
    """A text as it begins a sentence."""
    return Text(Shaped(text, Shape.CAPITAL))


def inline(title: str) -> Text:
    """A title within a sentence."""
    return Text(Shaped(title, Shape.INLINE))


def plain(trigger: str) -> Text:
    """An input as a person reads it, without the names of fields."""
    return Text(Shaped(trigger, Shape.PLAIN))


def day_text(day: date, form: DayForm = DayForm.SHORT) -> Text:
    """A day in words.

    Args:
        day: of the calendar
        form: what is said of it
    """
    return Text(Dated(day, form))


def clock(minute: float) -> Text:
    """Minutes of a day as a clock shows them, also past midnight: 19:40.

    Args:
        minute: from midnight
    """
    return Text(Clocked(round(minute)))


def measured(value: float, unit: str, number: str = "g") -> Text:
    """A measure: 12.5 cm, in the United States 4.9 in.

    Args:
        value: of it
        unit: metric, e.g. ``cm``; others are written as they are
        number: how it is written
    """
    if unit in US_UNITS:
        return say(f"{{value:{number} {unit}}}", value=value)
    several = f"{{value:{number}}} {{unit}}"
    return say(several if unit else f"{{value:{number}}}", value=value, unit=unit)


def figure(value: float, unit: str, number: str = "g") -> Text:
    """The number of a measure whose unit is written elsewhere; arguments as `measured`."""
    meant = f" [{unit}]" if unit in US_UNITS else ""
    return say(f"{{value:{number}{meant}}}", value=value)


@cache
def metric(template: str) -> str:
    """A message with the units of its measures written out, for Python to format."""
    return MEASURED_PLACE.sub(
        lambda place: (
            f"{{{place['name']}:{place['number']}}}"
            + ("" if place["only"] else f" {place['unit']}")
        ),
        template,
    )


def language() -> str:
    """The language that answers are said in here and now, with its country where it has one."""
    return _language.get()


@contextmanager
def speak(wanted: str) -> Iterator[None]:
    """Say answers in a language inside.

    Args:
        wanted: its tag, e.g. ``de``, ``en-US``
    """
    token = _language.set(wanted)
    try:
        yield
    finally:
        _language.reset(token)


def said_in(text: str, wanted: str) -> str:
    """A text in a language; what was stored without its message is looked up as it is.

    Args:
        text: a sentence, or a name that stays as it is
        wanted: the language
    """
    if isinstance(text, Text):
        return text.source.said_in(wanted)
    if isinstance(text, StrEnum) and wanted != ENGLISH:
        return word(text).source.said_in(wanted)
    return str(text)


def stored_said_in(text: str, wanted: str) -> str:
    """A sentence in a language, also one that was stored before messages were kept.

    Args:
        text: a sentence
        wanted: the language
    """
    if isinstance(text, Text) or wanted == ENGLISH:
        return said_in(text, wanted)
    spoken = region(wanted).language
    if spoken == PSEUDO:
        return in_brackets(text) if any(text in catalogue(each) for each in languages()) else text
    return catalogue(spoken).get(text, (text,))[0]


def has_parameters(text: Text) -> bool:
    """Whether a text is more than its message: what is not is found by its English sentence."""
    return not isinstance(text.source, Message) or bool(text.source.params)


def text_from_json(stored: Json) -> Text:
    """A text from what `as_json` stored.

    Raises:
        KeyError: it was not stored by `as_json`
    """
    if "key" in stored:
        params = {key: param_from_json(value) for key, value in stored.get("params", {}).items()}
        return Text(
            Message(stored["key"], params, stored.get("many", ""), stored.get("count", "count"))
        )
    if "parts" in stored:
        parts = tuple(str_from_json(part) for part in stored["parts"])
        return Text(Sequel(parts, str_from_json(stored["between"])))
    if "minute" in stored:
        return Text(Clocked(stored["minute"]))
    if "day" in stored:
        return Text(Dated(date.fromisoformat(stored["day"]), DayForm(stored["form"])))
    return Text(Shaped(str_from_json(stored["of"]), Shape(stored["shape"])))


def param_as_json(value: Param) -> Any:
    """A parameter as it is stored: a text with its message, a word of the vocabulary as such."""
    if isinstance(value, Text):
        return value.source.as_json()
    return {"key": str(value).replace("_", " ")} if isinstance(value, StrEnum) else value


def param_from_json(stored: Any) -> Param:
    """A parameter from what `param_as_json` stored."""
    if isinstance(stored, dict):
        return text_from_json(stored)
    return stored if isinstance(stored, (int, float)) else str(stored)


def str_from_json(stored: Any) -> str:
    """A part of a text from what `param_as_json` stored."""
    return text_from_json(stored) if isinstance(stored, dict) else str(stored)


@cache
def languages() -> tuple[str, ...]:
    """Languages with a catalogue, English first."""
    return (ENGLISH, *sorted(path.stem for path in FOLDERS[0].glob("*.po")))


@cache
def catalogue(wanted: str) -> Mapping[str, Sequence[str]]:
    """Messages in a language by the English ones: one form, or all forms of a counted one."""
    entries: dict[str, Sequence[str]] = {}
    for folder in FOLDERS:
        path = folder / f"{wanted}.po"
        if path.exists():
            entries |= translations(read_catalogue(path))
    return entries


def read_catalogue(path: Path) -> Catalog:
    """A catalogue from its file."""
    with path.open("rb") as file:
        return read_po(file, locale=path.stem)


def translations(messages: Catalog) -> Iterator[tuple[str, Sequence[str]]]:
    """Each message that is translated, with its forms."""
    for entry in messages:
        key = entry.id[0] if isinstance(entry.id, (tuple, list)) else entry.id
        said = entry.string or ""
        forms = [str(form) for form in ((said,) if isinstance(said, str) else said)]
        if key and all(forms):
            yield str(key), forms


def plural_form(wanted: str, count: float) -> int:
    """Which form of a counted message a number takes."""
    # French counts nought and one and a half as one.
    return int(count >= 2 if wanted == "fr" else count != 1)  # noqa: PLR2004


class LocalFormatter(string.Formatter):
    """Puts parameters into a message as a language writes them.

    Args:
        wanted: the language
    """

    def __init__(self, wanted: str) -> None:
        self.wanted = wanted
        self.locale = region(wanted).locale
        self.units = region(wanted).units

    def format_field(self, value: Any, format_spec: str) -> str:
        """One parameter, with what stands behind the colon of its place."""
        if isinstance(value, str):
            return format(said_in(value, self.wanted), format_spec)
        if isinstance(value, bool) or not isinstance(value, (int, float)):
            return format(value, format_spec)
        measure = MEASURED.fullmatch(format_spec)
        if measure is None:
            return self.number(value, format_spec)
        number, unit = self.measure(value, measure["number"], measure["unit"])
        return number if measure["only"] else f"{number} {unit}"

    def measure(self, value: float, spec: str, unit: str) -> tuple[str, str]:
        """The number and the unit of a measure."""
        if self.units is Units.METRIC:
            return self.number(value, spec), unit
        there = US_UNITS[unit]
        shown = round(there.of(value), there.digits)
        sign = "+#.##;-#.##" if spec.startswith("+") else "#.##"
        return str(format_decimal(shown, sign, self.locale)), there.name

    def number(self, value: float, spec: str) -> str:
        """A number: 1,250.5 is 1.250,5 in German, 85% is 85 %."""
        sign = "+#" if spec.startswith("+") else ""
        digits = int(spec.partition(".")[2][0]) if "." in spec else 0
        places = "." + "0" * digits if digits else ""
        if spec.endswith("%"):
            return str(format_percent(value, f"0{places}\u00a0%", self.locale))
        if spec.endswith("f"):
            whole = "#,##0" if "," in spec else "0"
            pattern = f"+{whole}{places};-{whole}{places}" if sign else whole + places
            return str(format_decimal(round(value, digits), pattern, self.locale))
        return str(format_decimal(float(format(value, spec or "")), "#.######", self.locale))


@cache
def formatter(wanted: str) -> LocalFormatter:
    """What puts parameters into messages of a language."""
    return LocalFormatter(wanted)


#: A place of a parameter, or what stands between two of them.
NAMED_PLACE = re.compile(r"({\w+})|[^{]+|{")
VOWELS = str.maketrans(
    {"a": "àà", "e": "èè", "i": "ìì", "o": "òò", "u": "ùù"}
    | {"A": "Àà", "E": "Èè", "I": "Ìì", "O": "Òò", "U": "Ùù"}
)


def lengthened(template: str) -> str:
    """A message as no language has it: in brackets, with accents, about 40 % longer."""
    pieces = [
        literal.translate(VOWELS).replace("{", "{{").replace("}", "}}")
        + ("" if name is None else f"{{{name}{':' + spec if spec else ''}}}")
        for literal, name, spec, _ in string.Formatter().parse(template)
    ]
    return f"⟦{''.join(pieces)}⟧"


def in_brackets(sentence: str) -> str:
    """A message without parameters as no language has it; places for later ones stay."""
    said = NAMED_PLACE.sub(lambda piece: piece[1] or piece[0].translate(VOWELS), sentence)
    return f"⟦{said}⟧"
