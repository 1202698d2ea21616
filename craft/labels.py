"""Ingredient lists: enough of them to keep a clash away from a head."""

import re

#: Silicones that plain water does not take off: names end so. Common practice, no source.
SILICONE_ENDINGS = ("cone", "conol", "siloxane", "silsesquioxane")
#: Beginnings of names of silicones made soluble; they rinse out. Common practice, no source.
SOLUBLE_SILICONE_BEGINNINGS = ("peg-", "ppg-")
#: Botanical beginnings that mean an essential oil when the name ends in "oil". From memory.
ESSENTIAL_OIL_PLANTS = (
    "lavandula",
    "mentha",
    "melaleuca",
    "eucalyptus",
    "rosmarinus",
    "salvia rosmarinus",
    "citrus",
    "cymbopogon",
    "pelargonium",
    "cinnamomum",
    "eugenia caryophyllus",
    "cananga",
)
#: Oils and fats solid in a cool room, with melting point [°C]. Handbook values, from memory.
SOLID_BELOW_C = {
    "cocos nucifera oil": 24.0,
    "butyrospermum parkii butter": 32.0,
    "theobroma cacao seed butter": 34.0,
    "mangifera indica seed butter": 32.0,
}


def ingredients(text: str) -> list[str]:
    """Names on a label, lower case, in order."""
    flat = re.sub(r"\s+", " ", text.replace("\n", " ")).strip(" .")
    names = (part.strip(" .*").lower() for part in re.split(r"[,;•]", flat))
    return [name for name in names if name]


def found(text: str, wanted: str) -> str | None:
    """The ingredient of a label that matches a name, if any.

    Whole words count: "oat" finds "avena sativa (oat) kernel extract", not "coated".
    """
    pattern = re.compile(rf"\b{re.escape(wanted.strip().lower())}\b")
    return next((name for name in ingredients(text) if pattern.search(name)), None)


def insoluble_silicone(text: str) -> str | None:
    """The first silicone of a label that needs a surfactant shampoo, if any."""
    return next(
        (
            name
            for name in ingredients(text)
            if name.endswith(SILICONE_ENDINGS) and not name.startswith(SOLUBLE_SILICONE_BEGINNINGS)
        ),
        None,
    )


def essential_oil(text: str) -> str | None:
    """The first essential oil of a label, if any."""
    return next(
        (
            name
            for name in ingredients(text)
            if name.endswith("oil") and name.startswith(ESSENTIAL_OIL_PLANTS)
        ),
        None,
    )


def solid_at(text: str, temp_c: float) -> str | None:
    """The first fat of a label that is solid at a temperature [°C], if any."""
    return next(
        (name for name in ingredients(text) if temp_c < SOLID_BELOW_C.get(name, -273.15)), None
    )


def clash(text: str, avoided: str) -> str | None:
    """The ingredient of a label that a client avoids, if any.

    Args:
        text: the label's list
        avoided: an ingredient, or one of the families silicones, parabens, sulfates
    """
    wish = avoided.strip().lower()
    if wish in ("silicone", "silicones"):
        return next((name for name in ingredients(text) if name.endswith(SILICONE_ENDINGS)), None)
    endings = {"parabens": "paraben", "sulfates": "sulfate"}
    if wish in endings:
        return next((name for name in ingredients(text) if name.endswith(endings[wish])), None)
    return found(text, wish)
