"""What the name of an ingredient matches on the shelf."""

from dataclasses import dataclass

from craft import labels
from salon.products.models import Product


@dataclass(frozen=True)
class Bottle:
    """A bottle that holds an ingredient, or may.

    Args:
        id: of the product
        name: of the product
        ingredient: on its label
        sure: it is named; else it may be brought by another one
    """

    id: int
    name: str
    ingredient: str
    sure: bool


@dataclass(frozen=True)
class Match:
    """What a name matches.

    Args:
        name: as the client says it
        understood: whether labels have a name for it
        bottles: that hold it, or may
    """

    name: str
    understood: bool
    bottles: tuple[Bottle, ...]


def of(name: str) -> Match:
    """What a name matches on the shelf.

    Args:
        name: an ingredient, a family or what it comes from, as a client says it
    """
    bottles = []
    held = Product.objects.filter(retired_at=None).exclude(ingredients="").order_by("name")
    for pk, product, label in held.values_list("pk", "name", "ingredients"):
        named = labels.clash(label, name)
        hit = named or labels.may_hold(label, name)
        if hit:
            bottles.append(Bottle(pk, product, hit, named is not None))
    return Match(name, labels.understood(name) or any(row.sure for row in bottles), tuple(bottles))
