"""Request and answer of `label`."""

from typing import Annotated

from pydantic import Field

from craft.contract.base import Frozen
from craft.contract.sentence import Sentence
from craft.vocabulary import IngredientFamily


class LabelRequest(Frozen):
    """Read an ingredient list."""

    ingredients: Annotated[str, Field(max_length=8000)]
    """As pasted."""
    leave_on: bool = True
    """Whether the product stays in; from there allergens are named at a smaller share."""


class IngredientOut(Frozen):
    """One ingredient, in the order of the list."""

    name: str
    text: Sentence
    """As printed."""
    families: list[IngredientFamily]
    percent: float | None
    """Told on the label."""
    may_contain: bool
    allergen: str | None
    """Its name on the list of fragrance allergens."""
    melts_c: float | None
    """Solid below this, for fats."""


class UnknownOut(Frozen):
    """A name that is not known."""

    text: str
    close: list[str]
    """Known names spelled nearly so, the nearest first."""


class LabelAnswer(Frozen):
    """A label as it was read."""

    ingredients: list[IngredientOut]
    families: list[IngredientFamily]
    allergens: list[str]
    allergens_named_from_percent: float
    unknown: list[UnknownOut]
    sources: list[Sentence]
