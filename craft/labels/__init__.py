"""Labels: ingredient lists in the INCI style, read into ingredients with families.

`read_label` reads a pasted list; the questions ask what a head or a room needs to know. Families by
list and by rule are common practice of reading labels, from memory; fragrance allergens follow the
European list (see `naming.allergens`).
"""

from craft.labels.questions import (
    clash,
    essential_oils,
    first,
    insoluble_silicone,
    leading,
    may_hold,
    mention,
    names_in,
    solid_at,
    understood,
)
from craft.labels.reading import ALLERGEN_FROM_PERCENT, Ingredient, Label, read_label

__all__ = [
    "ALLERGEN_FROM_PERCENT",
    "Ingredient",
    "Label",
    "clash",
    "essential_oils",
    "first",
    "insoluble_silicone",
    "leading",
    "may_hold",
    "mention",
    "names_in",
    "read_label",
    "solid_at",
    "understood",
]
