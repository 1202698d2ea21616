"""What a head or a room asks of a label."""

import re
from collections.abc import Mapping
from functools import cache

from craft.labels.naming import identify, normalise_name, rows
from craft.labels.reading import read_label
from craft.vocabulary import IngredientFamily as Family

#: A list runs by falling share down to 1 %; so many of the first names make most of a product.
#: Source of the order: Regulation (EC) No 1223/2009, Article 19, from memory; the number is ours.
LEADING = 5


def first(text: str, *families: Family) -> str | None:
    """The first ingredient of any of these families, if any."""
    wanted = set(families)
    return next(
        (
            ingredient.name
            for ingredient in read_label(text).ingredients
            if wanted & set(ingredient.families)
        ),
        None,
    )


def every(text: str, *families: Family) -> tuple[str, ...]:
    """Every ingredient of any of these families, in the order of the list."""
    wanted = set(families)
    return tuple(
        ingredient.name
        for ingredient in read_label(text).ingredients
        if wanted & set(ingredient.families)
    )


def leading(text: str, family: Family) -> str | None:
    """An ingredient of a family among the first names after water, which make most of it."""
    inside = [
        ingredient for ingredient in read_label(text).ingredients if ingredient.name != "aqua"
    ][:LEADING]
    return next((ingredient.name for ingredient in inside if family in ingredient.families), None)


def insoluble_silicone(text: str) -> str | None:
    """The first silicone that needs a surfactant shampoo, if any."""
    return first(text, Family.SILICONE_INSOLUBLE)


def essential_oils(text: str) -> tuple[str, ...]:
    """Every essential oil on it."""
    return every(text, Family.ESSENTIAL_OIL)


def solid_at(text: str, temp_c: float) -> str | None:
    """The first oil or butter that is solid at a temperature [°C], if any."""
    fats = {Family.OIL, Family.BUTTER}
    return next(
        (
            ingredient.name
            for ingredient in read_label(text).ingredients
            if ingredient.melts_c is not None
            and temp_c < ingredient.melts_c
            and fats & set(ingredient.families)
        ),
        None,
    )


#: Words people use for families when they say what to avoid. Common practice, no source.
MEANT: dict[str, tuple[Family, ...]] = {
    "silicone": (Family.SILICONE,),
    "paraben": (Family.PARABEN,),
    "protein": (Family.PROTEIN,),
    "fragrance": (Family.FRAGRANCE, Family.FRAGRANCE_ALLERGEN, Family.ESSENTIAL_OIL),
    "perfume": (Family.FRAGRANCE, Family.FRAGRANCE_ALLERGEN, Family.ESSENTIAL_OIL),
    "parfum": (Family.FRAGRANCE, Family.FRAGRANCE_ALLERGEN, Family.ESSENTIAL_OIL),
    "scent": (Family.FRAGRANCE, Family.FRAGRANCE_ALLERGEN, Family.ESSENTIAL_OIL),
    "fragrance allergen": (Family.FRAGRANCE_ALLERGEN,),
    "essential oil": (Family.ESSENTIAL_OIL,),
    "drying alcohol": (Family.DRYING_ALCOHOL,),
    "alcohol": (Family.DRYING_ALCOHOL,),
    "mineral oil": (Family.MINERAL_OIL,),
    "humectant": (Family.HUMECTANT,),
    "formaldehyde": (Family.FORMALDEHYDE_RELEASER,),
    "formaldehyde releaser": (Family.FORMALDEHYDE_RELEASER,),
    "preservative": (Family.PRESERVATIVE,),
    "surfactant": (Family.SURFACTANT,),
    "colourant": (Family.COLOURANT,),
    "butter": (Family.BUTTER,),
    "wax": (Family.WAX,),
}
#: Ingredients that are one substance in several forms, by the words people use.
STEMS: dict[str, str] = {
    "sulfate": r"\bsulfate\b",
    "nut": r"\b(?:almond|prunus amygdalus|macadamia|argan|argania|juglans|corylus|arachis|cocos)\b",
    "coconut": r"\b(?:cocos|coconut|coc(?:o|oyl|amide|amido\w*|oate)-?\w*)\b",
    "gluten": r"\b(?:wheat|triticum|hordeum|barley|secale|rye)\b",
    "honey": r"\b(?:mel|honey)\b",
    "shea": r"\b(?:butyrospermum|vitellaria|shea\w*)\b",
    "aloe": r"\baloe\b",
}


@cache
def origins() -> Mapping[str, re.Pattern[str]]:
    """Words of labels by what people call the plant, animal or thing they come from.

    Labels name plants in Latin: whoever is allergic to almond must not have to know that it is
    printed as prunus amygdalus. Source: botanical names in the INCI usage, from memory.
    """
    tables = {row["people_say"]: row["label_words"] for row in rows("origins.csv")}
    return {said: re.compile(rf"\b(?:{words})\b") for said, words in tables.items()} | {
        said: re.compile(pattern) for said, pattern in STEMS.items()
    }


#: Between the names of a list; a comma before a digit belongs to a name (1,2-hexanediol).
BETWEEN_NAMES = re.compile(r"[;\n\r•]+|,(?!\s*\d)|\s+(?:and|und|et|y)\s+|\s&\s")
#: What people put around a name.
AROUND_A_NAME = re.compile(
    r"^(?:allergic to|no|any|all|pure|organic)\s+|\s+(?:allergy|oils?|butter|extract)$"
)


def names_in(text: str) -> tuple[str, ...]:
    """The names in a list as people type it: "lanolin, coconut and nuts" holds three."""
    names = (name.strip(" .,;:") for name in BETWEEN_NAMES.split(text))
    return tuple(dict.fromkeys(name for name in names if name))


def origin(avoided: str) -> re.Pattern[str] | None:
    """Words of labels for what people call a plant, an animal or a thing, if it is known.

    "Almonds", "almond oil" and "sweet almond" are almond.
    """
    by_name = origins()
    name = singular(avoided)
    bare = AROUND_A_NAME.sub("", AROUND_A_NAME.sub("", name))
    for said in (name, singular(bare), bare.removeprefix("sweet "), bare.removeprefix("shea ")):
        if said in by_name:
            return by_name[said]
    return None


def understood(avoided: str) -> bool:
    """Whether it is known what a client means: a family, an origin, or an ingredient.

    Args:
        avoided: as the client says it
    """
    return (
        singular(avoided) in MEANT or origin(avoided) is not None or identify(avoided) is not None
    )


def singular(wish: str) -> str:
    """A wish in the singular, lower case."""
    plain = normalise_name(wish)
    return plain[:-1] if plain.endswith("s") and not plain.endswith("ss") else plain


def mention(text: str, wanted: str) -> str | None:
    """The ingredient of a label that matches a name, if any.

    Whole words count: "oat" finds "avena sativa (oat) kernel extract", not "coated".
    """
    name = normalise_name(wanted)
    if not name:
        return None
    meant = identify(name)
    pattern = re.compile(rf"\b{re.escape(name)}\b")
    for ingredient in read_label(text).ingredients:
        same = meant is not None and ingredient.identified and meant.name == ingredient.name
        if (
            same
            or pattern.search(normalise_name(ingredient.text))
            or pattern.search(ingredient.name)
        ):
            return ingredient.name
    return None


def clash(text: str, avoided: str) -> str | None:
    """The ingredient of a label that a client avoids, if any.

    Args:
        text: the label's list
        avoided: an ingredient by any of its names, or a family as people call it: silicones,
            parabens, sulfates, fragrance, essential oils, protein, nuts, gluten …
    """
    wish = singular(avoided)
    if wish in MEANT:
        return first(text, *MEANT[wish])
    pattern = origin(avoided)
    if pattern is not None:
        by_origin = next(
            (
                ingredient.name
                for ingredient in read_label(text).ingredients
                if pattern.search(ingredient.name)
                or pattern.search(normalise_name(ingredient.text))
            ),
            None,
        )
        return by_origin or mention(text, avoided)
    return mention(text, avoided)


#: What essential oils and undeclared scents bring with them. Common composition, from memory.
BRINGS = {
    "lavandula angustifolia oil": ("linalool", "linalyl acetate", "geraniol", "coumarin"),
    "citrus aurantium dulcis peel oil": ("limonene", "linalool", "citral"),
    "citrus limon peel oil": ("limonene", "citral"),
    "citrus bergamia peel oil": ("limonene", "linalool", "linalyl acetate"),
    "citrus paradisi peel oil": ("limonene",),
    "mentha piperita oil": ("menthol", "limonene"),
    "eugenia caryophyllus bud oil": ("eugenol",),
    "cinnamomum zeylanicum bark oil": ("cinnamal", "eugenol", "linalool"),
    "pelargonium graveolens flower oil": ("citronellol", "geraniol", "linalool"),
    "cymbopogon citratus leaf oil": ("citral", "geraniol", "limonene"),
    "ylang ylang flower oil": ("benzyl benzoate", "benzyl salicylate", "linalool", "farnesol"),
    "rosmarinus officinalis leaf oil": ("limonene", "linalool", "camphor", "pinene"),
    "melaleuca alternifolia leaf oil": ("limonene", "alpha-terpinene", "terpineol"),
    "rosa damascena flower oil": ("citronellol", "geraniol", "eugenol"),
    "salvia sclarea oil": ("linalool", "linalyl acetate"),
}


def may_hold(text: str, allergen: str) -> str | None:
    """An ingredient that may bring an allergen without its being named, or be it misspelled.

    Args:
        text: the label's list
        allergen: an ingredient by any of its names
    """
    meant = identify(allergen)
    name = meant.name if meant else normalise_name(allergen)
    scented = meant is not None and Family.FRAGRANCE_ALLERGEN in meant.families
    for ingredient in read_label(text).ingredients:
        if name in BRINGS.get(ingredient.name, ()) or name in ingredient.close:
            return ingredient.text.lower() if name in ingredient.close else ingredient.name
        if scented and ingredient.name == "parfum":
            return ingredient.name
    return None
