"""From a printed name to the ingredient it stands for."""

import csv
import io
import re
import unicodedata
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache, lru_cache
from importlib.resources import files

from craft.labels.rules import by_rule
from craft.vocabulary import IngredientFamily as Family

#: Spelling that differs between countries: everything is read in the first.
SPELLINGS = (
    (re.compile(r"sulph"), "sulf"),
    (re.compile(r"hydrolys(?=ed|at)"), "hydrolyz"),
    (re.compile(r"aluminium"), "aluminum"),
    (re.compile(r"(?<=\w)-\s+|\s+-(?=\w)"), "-"),
    (re.compile(r"\s*/\s*"), "/"),
)
BRACKETS = re.compile(r"\s*[(\[]([^()\[\]]*)[)\]]\s*")
#: Words on a label that say how a plant was grown or where a substance comes from.
REMARKS = re.compile(
    r"\b(?:certified|organic|bio|fair trade|natural(?:ly derived)?|pure|virgin|unrefined|raw|"
    r"cold[- ]pressed|from \w+(?: \w+)?|derived|food grade|vegan)\b"
)


@dataclass(frozen=True)
class ListedName:
    """An ingredient of the list of names.

    Args:
        name: as it is listed, lower case
        families: what it does
        melts_c: below this it is solid [°C], for fats
    """

    name: str
    families: tuple[Family, ...]
    melts_c: float | None = None


@dataclass(frozen=True)
class Allergen:
    """A fragrance substance that has to be named on labels.

    Args:
        name: as listed
        entry: of Annex III, where remembered
        since: the act that put it on the list
    """

    name: str
    entry: str
    since: str


def rows(file: str) -> Iterator[dict[str, str]]:
    """Rows of a table that lies beside this module."""
    text = files("craft.labels").joinpath(file).read_text("utf-8")
    yield from csv.DictReader(io.StringIO(text))


@cache
def listed_names() -> Mapping[str, ListedName]:
    """Every listed name and every other name for it."""
    names: dict[str, ListedName] = {}
    for row in rows("names.csv"):
        families = tuple(Family(word) for word in row["families"].split())
        melts = float(row["melts_c"]) if row["melts_c"] else None
        ingredient = ListedName(row["name"], families, melts)
        for name in (row["name"], *filter(None, row["also"].split("|"))):
            names.setdefault(normalise_name(name), ingredient)
    return names


@cache
def allergens() -> Mapping[str, Allergen]:
    """Fragrance allergens that labels have to name, by every name they go by.

    Source: Regulation (EC) No 1223/2009, Annex III, as extended by Regulation (EU) 2023/1545; the
    names and entry numbers are written down from memory.
    """
    by_name: dict[str, Allergen] = {}
    for row in rows("allergens.csv"):
        allergen = Allergen(row["name"], row["entry"], row["since"])
        for name in (row["name"], *filter(None, row["also"].split("|"))):
            by_name.setdefault(normalise_name(name), allergen)
    return by_name


@lru_cache(maxsize=20_000)
def normalise_name(text: str) -> str:
    """A name in one spelling: lower case, no accents, one kind of space."""
    plain = unicodedata.normalize("NFKD", text)
    plain = "".join(char for char in plain if not unicodedata.combining(char)).lower()
    for pattern, written in SPELLINGS:
        plain = pattern.sub(written, plain)
    return re.sub(r"\s+", " ", plain).strip(" .*,;:")


def spellings(text: str) -> Iterator[str]:
    """Ways to read a printed name, the most literal first.

    "Butyrospermum Parkii (Shea) Butter" is also read without its brackets, "Aqua (Water)" by what
    stands before and inside them, "Water/Aqua/Eau" part by part.
    """
    name = normalise_name(text)
    yield name
    without = normalise_name(BRACKETS.sub(" ", name))
    yield without
    plain = normalise_name(REMARKS.sub(" ", without))
    yield plain
    yield from (normalise_name(part) for part in BRACKETS.findall(name))
    yield from (normalise_name(part) for part in without.split("/") if "/" in without)
    for ending in (" extract", " oil", " butter"):
        if plain.endswith(ending):
            # "Olea Europaea (Olive) Oil" without the part of the plant.
            yield f"{plain.removesuffix(ending)} seed{ending}"


@lru_cache(maxsize=20_000)
def identify(text: str) -> ListedName | None:
    """The ingredient a printed name stands for, by list or by rule.

    Args:
        text: one entry of a label
    """
    listed, scented = listed_names(), allergens()
    candidates = [name for name in dict.fromkeys(spellings(text)) if name]
    for name in candidates:
        if name in listed:
            return with_allergen(listed[name], name)
        if name in scented:
            families = by_rule(name)
            # An oil keeps its own name; a substance goes by the one of the list.
            return with_allergen(
                ListedName(name if families else scented[name].name, families), name
            )
    for name in (candidate for candidate in candidates[:3] if not BRACKETS.search(candidate)):
        families = by_rule(name)
        if families:
            return with_allergen(ListedName(name, families), name)
    return None


def with_allergen(ingredient: ListedName, name: str) -> ListedName:
    """The same, marked if the list of fragrance allergens has it."""
    if name not in allergens() and ingredient.name not in allergens():
        return ingredient
    marked = dict.fromkeys((*ingredient.families, Family.FRAGRANCE_ALLERGEN))
    return ListedName(ingredient.name, tuple(marked), ingredient.melts_c)


def allergen_of(name: str) -> Allergen | None:
    """The listed allergen an ingredient is, if any."""
    return allergens().get(name)
