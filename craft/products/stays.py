"""What stays of a product once its water has gone: its solids, and what of them holds."""

from craft.contract.plan.request import ShelfItem
from craft.labels.reading import read_label
from craft.vocabulary.shelf import Hold, Role

#: Share of a product that is not water, by role. Own values.
SOLIDS = {
    Role.LEAVE_IN: 0.10,
    Role.HEAT_PROTECTANT: 0.05,
    Role.CREAM: 0.20,
    Role.BUTTER: 0.95,
    Role.OIL: 1.0,
    Role.SCALP_OIL: 1.0,
    Role.MOUSSE: 0.05,
    Role.CUSTARD: 0.10,
    Role.GEL: 0.08,
    Role.EDGE_GEL: 0.15,
}
#: The same of anything else that might be left in. Own value.
SOLIDS_USUAL = 0.10
#: A label with at least this many ingredients counts as complete: if it names no water, nothing
#: evaporates. Own value.
LABEL_IS_WHOLE = 3
WATER = "aqua"
#: Share of a product that sets to a film which holds, by role. Own values.
FIXATIVE = {
    Role.GEL: 0.06,
    Role.EDGE_GEL: 0.06,
    Role.CUSTARD: 0.05,
    Role.MOUSSE: 0.03,
    Role.CREAM: 0.01,
}
#: The same against that, by what the bottle says of its hold. Own values.
STRENGTH = {Hold.NONE: 0.2, Hold.SOFT: 0.7, Hold.MEDIUM: 1.0, Hold.FIRM: 1.3}

#: Solids that stay, per surface: above, white bits [g/m²]. Own value.
WHITE_ABOVE_G_PER_M2 = 2.5


def solids_share(role: Role, item: ShelfItem | None = None) -> float:
    """Share of a product that stays once it is dry: all of it where the label holds no water.

    Args:
        role: what it is for
        item: the bottle, if it is known
    """
    if item is not None and item.ingredients:
        names = [each.name for each in read_label(item.ingredients).ingredients]
        if len(names) >= LABEL_IS_WHOLE and WATER not in names:
            return 1.0
    return SOLIDS.get(role, SOLIDS_USUAL)


def fixative_share(role: Role, item: ShelfItem | None = None) -> float:
    """Share of a product that holds, by its role and what its bottle says.

    Args:
        role: what it is for
        item: the bottle, if it is known
    """
    strength = STRENGTH[item.hold] if item is not None and item.hold is not None else 1.0
    return FIXATIVE.get(role, 0.0) * strength
