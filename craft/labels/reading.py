"""A pasted list, read into ingredients with families."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from rapidfuzz import fuzz, process

from craft.labels.naming import (
    ListedName,
    allergen_of,
    allergens,
    identify,
    listed_names,
    normalise_name,
)
from craft.labels.splitting import Piece, pieces
from craft.vocabulary import IngredientFamily as Family

#: Spellings this near are offered, and at most so many. Own values.
CLOSE_FROM, CLOSE_MOST = 84.0, 3
#: A shorter name is near to too many, a longer one is a sentence, not a slip of the pen.
SHORTEST_SLIP, LONGEST_SLIP = 4, 60
#: Fragrance allergens are named on a label from this share on [%]: what stays in, what is rinsed.
#: Source: Regulation (EC) No 1223/2009, Annex III, from memory.
ALLERGEN_FROM_PERCENT = {True: 0.001, False: 0.01}


@dataclass(frozen=True)
class Ingredient:
    """One ingredient of a label.

    Args:
        name: as listed, lower case; as printed where it is not known
        text: as printed
        families: what it does; empty for water, and for what is not known
        identified: whether the name is known, by list or by rule
        percent: share stated on the label [%]
        optional: one of those that "may" be inside
        allergen: name on the list of fragrance allergens, if it is there
        melts_c: below this it is solid [°C], for fats
        close: known names that are spelled nearly so, if it is not known
    """

    name: str
    text: str
    families: tuple[Family, ...]
    identified: bool
    percent: float | None
    optional: bool
    allergen: str | None
    melts_c: float | None
    close: tuple[str, ...]


@dataclass(frozen=True)
class Label:
    """A label as it was read, in the order of the list."""

    ingredients: tuple[Ingredient, ...]

    @property
    def families(self) -> tuple[Family, ...]:
        """Every family on it, in the order of the list."""
        return tuple(dict.fromkeys(family for item in self.ingredients for family in item.families))

    @property
    def unknown(self) -> tuple[Ingredient, ...]:
        """What could not be read."""
        return tuple(item for item in self.ingredients if not item.identified)

    @property
    def allergens(self) -> tuple[str, ...]:
        """Fragrance allergens on it."""
        return tuple(dict.fromkeys(item.allergen for item in self.ingredients if item.allergen))


@lru_cache(maxsize=4096)
def read_label(text: str) -> Label:
    """Read an ingredient list.

    Args:
        text: as pasted; any text is read, what is not known is reported as unknown
    """
    ingredients: dict[str, Ingredient] = {}
    for piece in pieces(text):
        for name in entry(piece):
            ingredients.setdefault(name.name, name)
    return Label(tuple(ingredients.values()))


#: What a bracket lists inside: several names, or what something "contains".
LISTED_INSIDE = re.compile(
    r"[(\[]\s*(?:(?:contains|with)\s+([^()\[\]]+)|([^()\[\]]*[,;][^()\[\]]*))[)\]]", re.IGNORECASE
)


def entry(piece: Piece) -> Iterator[Ingredient]:
    """The ingredients of one entry: one, or those a bracket lists inside it."""
    record = identify(piece.text)
    inside = LISTED_INSIDE.search(piece.text)
    if inside and not (record and record.name == normalise_name(piece.text)):
        outer = f"{piece.text[: inside.start()]} {piece.text[inside.end() :]}".strip()
        if any(char.isalnum() for char in outer):
            yield from entry(Piece(outer, piece.percent, piece.optional))
        for part in re.split(r"[,;]", inside.group(1) or inside.group(2)):
            if any(char.isalnum() for char in part):
                yield ingredient(Piece(part.strip(), None, piece.optional), identify(part))
        return
    if record is None and " and " in piece.text.lower():
        parts = re.split(r"\s+and\s+", piece.text, flags=re.IGNORECASE)
        if all(identify(part) for part in parts):
            for part in parts:
                yield ingredient(Piece(part, None, piece.optional), identify(part))
            return
    yield ingredient(piece, record)


def ingredient(piece: Piece, record: ListedName | None) -> Ingredient:
    """One entry as an ingredient."""
    allergen = (
        allergen_of(record.name) or allergen_of(normalise_name(piece.text)) if record else None
    )
    return Ingredient(
        name=record.name if record else normalise_name(piece.text),
        text=piece.text,
        families=record.families if record else (),
        identified=record is not None,
        percent=piece.percent,
        optional=piece.optional,
        allergen=allergen.name if allergen else None,
        melts_c=record.melts_c if record else None,
        close=() if record else close(piece.text),
    )


@lru_cache(maxsize=4096)
def close(text: str) -> tuple[str, ...]:
    """ListedName names that are spelled nearly so, the nearest first."""
    name = normalise_name(text)
    if not SHORTEST_SLIP <= len(name) <= LONGEST_SLIP:
        return ()
    names = [*listed_names(), *allergens()]
    near = process.extract(name, names, scorer=fuzz.ratio, score_cutoff=CLOSE_FROM, limit=6)
    meant = (identify(near_name) for near_name, _, _ in near)
    return tuple(dict.fromkeys(item.name for item in meant if item))[:CLOSE_MOST]
