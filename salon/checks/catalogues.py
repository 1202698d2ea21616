"""Catalogues of messages: ``python -m salon.checks.catalogues`` says what is missing or wrong.

``--write`` adds messages that are new in the code and takes out those that are gone; what is
translated stays. German has to be complete. French has what clients read; tests walk the home card,
messages and the check-in in it.
"""

import argparse
import ast
import re
import string
import sys
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum
from pathlib import Path

from babel.messages.catalog import Catalog
from babel.messages.pofile import write_po

from craft import vocabulary
from craft.messages import read_catalogue
from craft.styles.catalogue import TECHNIQUES
from craft.words import many_of
from salon.platform.roles import WorkRole

ROOT = Path(__file__).resolve().parents[2]
#: Languages in which every message has to be translated.
COMPLETE = ("de",)
#: Languages of clients only: what is translated is checked, what is not stays out.
CLIENTS_ONLY = ("fr",)
#: Where a parameter stands in a message.
PLACE = re.compile(r"{[^{}]*}")
#: A measure whose unit would not follow the country: ``{length:g} cm`` for ``{length:g cm}``.
UNIT = re.compile(r"[\d}] (?:mm|cm|kg|g|ml|°C)\b(?![/²³]| of water per g)")
#: Messages about what programs send.
AS_TYPED = (
    "This is missing: give the hair, or both mass_g (1 to 2000 g) and length_cm (1 to 150 cm).",
)
#: Functions whose first argument is a message.
SAYING = frozenset({"say", "message", "sentence", "lazy_sentence"})
#: Vocabularies whose words stand in sentences.
SPOKEN: tuple[type[StrEnum], ...] = (
    vocabulary.Arrival,
    vocabulary.Blot,
    vocabulary.BookingState,
    vocabulary.Buildup,
    vocabulary.Cleansing,
    vocabulary.Comfort,
    vocabulary.Detangling,
    vocabulary.Distribution,
    vocabulary.Dryer,
    vocabulary.Dryness,
    vocabulary.Elasticity,
    vocabulary.Heat,
    vocabulary.IngredientFamily,
    vocabulary.KitKind,
    vocabulary.Landmark,
    vocabulary.Layering,
    vocabulary.Level,
    vocabulary.Manner,
    vocabulary.Night,
    vocabulary.OnHead,
    vocabulary.PreWash,
    vocabulary.Refreshing,
    vocabulary.Releasing,
    vocabulary.Residue,
    vocabulary.Role,
    vocabulary.Scheme,
    vocabulary.Side,
    vocabulary.Smoothing,
    vocabulary.StageKind,
    vocabulary.Station,
    vocabulary.Strand,
    vocabulary.Style,
    vocabulary.Touch,
    vocabulary.Trait,
    vocabulary.Verdict,
    vocabulary.WashOrder,
    vocabulary.Washing,
    vocabulary.Weight,
    vocabulary.Zone,
    WorkRole,
)
#: Steps that are learned under their keys.
STEPS = (
    "band",
    "blot",
    "clarify",
    "cleanse",
    "condition",
    "damp",
    "detangle",
    "detangle_dry_oil",
    "dry",
    "finish",
    "lay_in",
    "mask",
    "mist",
    "part",
    "pre_wash",
    "press",
    "release",
    "rinse",
    "rinse_clay",
    "send_home",
    "set_home",
    "slip_under",
    "stretch_roots",
    "take_down_old",
    "test_coils",
    "wet",
    "work",
    "wrap",
)
#: Nouns that are counted, beside those that are written where they are counted.
NOUNS = ("visit", "wear", "dose", "length", "session", "count", "bottle")
PARTS = ("craft", "salon")


@dataclass(frozen=True, order=True)
class Found:
    """A message in the code.

    Args:
        key: English, of one where it counts
        many: of several; empty where nothing is counted
        place: file it stands in, and line
    """

    key: str
    many: str
    place: tuple[str, int]

    @property
    def id(self) -> str | tuple[str, str]:
        """As Babel has it."""
        return (self.key, self.many) if self.many else self.key


def literals(argument: ast.expr) -> Iterator[str]:
    """The texts that an argument may be."""
    if isinstance(argument, ast.Constant) and isinstance(argument.value, str):
        yield argument.value
    elif isinstance(argument, ast.IfExp):
        yield from literals(argument.body)
        yield from literals(argument.orelse)


def counted(noun: str) -> tuple[str, str]:
    """The message of `craft.words.plural`."""
    return f"{{count:g}} {noun}", f"{{count:g}} {many_of(noun)}"


def messages_of(call: ast.Call) -> Iterator[tuple[str, str]]:
    """Messages that a call makes, each with its form for several."""
    name = call.func.id if isinstance(call.func, ast.Name) else ""
    if name in SAYING and call.args:
        yield from ((text, "") for text in literals(call.args[0]))
    elif name == "say_count":
        yield from zip(literals(call.args[0]), literals(call.args[1]), strict=True)
    elif name == "plural":
        yield from map(counted, literals(call.args[1]))
    elif name in ("several", "word") and call.args:
        texts = [text.replace("_", " ") for text in literals(call.args[0])]
        yield from ((many_of(text) if name == "several" else text, "") for text in texts)


def found_in(path: Path) -> Iterator[Found]:
    """Messages of a file."""
    place = path.relative_to(ROOT).as_posix()
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Call):
            for key, many in messages_of(node):
                if any(letter.isalpha() for letter in PLACE.sub("", key)):
                    yield Found(key, many, (place, node.lineno))


def vocabulary_words() -> Iterator[Found]:
    """Words of the vocabulary, and nouns that styles and the kit are counted by."""
    place = ("craft/vocabulary", 1)
    for words in SPOKEN:
        yield from (Found(word.replace("_", " "), "", place) for word in words)
    yield from (Found(step.replace("_", " "), "", place) for step in STEPS)
    nouns = {technique.parting.noun for technique in TECHNIQUES.values()}
    kinds = {kind.replace("_", " ") for kind in vocabulary.KitKind}
    for noun in sorted(nouns | kinds | set(NOUNS)):
        yield Found(noun, "", place)
        yield Found(many_of(noun), "", place)
        yield Found(*counted(noun), place)


def files_of(part: str) -> list[Path]:
    """The code of a part of the program, without its tests."""
    return sorted(path for path in (ROOT / part).rglob("*.py") if "tests" not in path.parts)


def messages_in(part: str) -> list[Found]:
    """Every message of a part of the program, once, in the order of the files.

    Args:
        part: a folder at the root
    """
    every = [found for path in files_of(part) for found in found_in(path)]
    every += vocabulary_words() if part == "craft" else ()
    once: dict[str, Found] = {}
    for found in every:
        if found.key not in once or found.many:
            once[found.key] = found
    return list(once.values())


def path_of(part: str, language: str) -> Path:
    """Where a catalogue is kept."""
    return ROOT / part / "catalogues" / f"{language}.po"


def kept(part: str, language: str) -> Catalog:
    """The catalogue as it is kept; empty where there is none."""
    path = path_of(part, language)
    return read_catalogue(path) if path.exists() else Catalog(locale=language)


def written(part: str, language: str) -> Catalog:
    """The catalogue with what the code says today and what was translated of it."""
    before = kept(part, language)
    after = Catalog(locale=language, project="Gauffer", fuzzy=False)
    for found in sorted(messages_in(part)):
        old = before.get(found.id)
        said = old.string if old is not None else None
        if said or language not in CLIENTS_ONLY:
            after.add(found.id, said, [(found.place[0], None)])  # type: ignore[list-item]
    return after


def places_of(text: str) -> set[str]:
    """Names of the parameters of a message."""
    return {name for _, name, _, _ in string.Formatter().parse(text) if name is not None}


def faults(part: str, language: str) -> Iterator[str]:
    """What is missing or wrong in a catalogue."""
    catalogue = kept(part, language)
    messages = messages_in(part)
    known = {found.key for found in messages}
    for found in messages:
        if UNIT.search(f"{found.key} {found.many}") and found.key not in AS_TYPED:
            yield f"{found.place[0]}:{found.place[1]}: the unit stands outside its place"
        entry = catalogue.get(found.id)
        said = entry.string if entry is not None else ""
        forms = [said] if isinstance(said, str) else list(said or ())
        if not all(forms) or not forms:
            if language in COMPLETE:
                yield f"{found.place[0]}:{found.place[1]}: no translation of “{found.key}”"
            continue
        if "{" in found.key and places_differ(found, forms):
            yield f"{path_of(part, language).name}: other parameters than “{found.key}”"
    for entry in catalogue:
        key = entry.id if isinstance(entry.id, str) else entry.id[0]
        if key and key not in known:
            yield f"{path_of(part, language).name}: “{key}” is no longer in the code"


def wrong_parameters(path: Path) -> Iterator[str]:
    """Calls that give a message a parameter it has no place for, or leave a place empty."""
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if not (isinstance(node, ast.Call) and isinstance(node.func, ast.Name)):
            continue
        given = {keyword.arg for keyword in node.keywords}
        # What is handed through from elsewhere is known there.
        if node.func.id not in SAYING - {"message"} or not given or None in given:
            continue
        keys = list(literals(node.args[0]))
        if keys and given != set().union(*map(places_of, keys)):
            place = f"{path.relative_to(ROOT).as_posix()}:{node.lineno}"
            yield f"{place}: other parameters than places in “{keys[0]}”"


def places_differ(found: Found, forms: Iterable[str]) -> bool:
    """Whether a translation has other parameters than the message."""
    wanted = places_of(found.key) | places_of(found.many)
    return any(not places_of(form) <= wanted for form in forms) or not set().union(
        *map(places_of, forms)
    ) >= places_of(found.key)


def main() -> int:
    """Check the catalogues, or write them anew."""
    options = argparse.ArgumentParser(description=(__doc__ or "").splitlines()[0])
    options.add_argument("--write", action="store_true", help="take over what the code says")
    write = options.parse_args().write
    problems: list[str] = []
    for part in PARTS:
        problems += (fault for path in files_of(part) for fault in wrong_parameters(path))
        for language in (*COMPLETE, *CLIENTS_ONLY):
            if write:
                path = path_of(part, language)
                path.parent.mkdir(exist_ok=True)
                # Read before the file is opened, which empties it.
                renewed = written(part, language)
                with path.open("wb") as file:
                    write_po(file, renewed, width=100, omit_header=False)
            problems += faults(part, language)
    print("\n".join(problems) or "Catalogues are complete.")
    return 1 if problems else 0


if __name__ == "__main__":
    sys.exit(main())
