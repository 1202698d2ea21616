"""A layer of a product that stays in the hair: where it lies and how much of it."""

from dataclasses import dataclass

from craft.contract.plan.answer import Reason
from craft.contract.plan.request import Layer, ShelfItem
from craft.head.partings.measuring import Section
from craft.products.stays import fixative_share, solids_share
from craft.vocabulary.shelf import LayerOn, Role

#: What may stay in, in the usual order.
STAYS: tuple[Role, ...] = (
    Role.SCALP_OIL,
    Role.LEAVE_IN,
    Role.HEAT_PROTECTANT,
    Role.OIL,
    Role.CREAM,
    Role.BUTTER,
    Role.MOUSSE,
    Role.CUSTARD,
    Role.GEL,
    Role.EDGE_GEL,
)


#: Share of the hair that a layer covers. Own values.
COVERS = {
    LayerOn.ALL: 1.0,
    LayerOn.HANDS: 1.0,
    LayerOn.ROOTS: 0.25,
    LayerOn.ENDS: 0.25,
    LayerOn.EDGES: 0.04,
}


@dataclass(frozen=True)
class Laid:
    """A layer on this head.

    Args:
        place: in the list
        layer: as it was asked for, or as the school has it
        surface_m2: of the hair it covers; 0 for what goes on the scalp [m²]
        usual_g: the dose if no hand had decided [g]
        grams: the dose [g]
        by_hand: somebody decided the grams
        why: how the dose comes about
        item: the bottle
        full_g: the dose before any layer gave way to the others [g]
    """

    place: int
    layer: Layer
    surface_m2: float
    usual_g: float
    grams: float
    by_hand: bool
    why: tuple[Reason, ...]
    item: ShelfItem | None = None
    full_g: float = 0.0

    @property
    def role(self) -> Role:
        return self.layer.role

    @property
    def film(self) -> float:
        """What stays where it lies [g/m²]; nothing on the fibres where it goes on the scalp."""
        return self.grams / self.surface_m2 if self.surface_m2 else 0.0

    @property
    def solids(self) -> float:
        """What of it stays once it is dry, where it lies [g/m²]."""
        return self.film * solids_share(self.role, self.item)

    @property
    def fixative_g(self) -> float:
        """What of it holds [g]."""
        return self.grams * fixative_share(self.role, self.item) if self.surface_m2 else 0.0

    @property
    def spot(self) -> tuple[object, ...] | None:
        """Where it lies, if not everywhere."""
        everywhere = self.layer.on in (LayerOn.ALL, LayerOn.HANDS) and self.layer.zone is None
        return None if everywhere else (self.layer.on, self.layer.zone)

    def in_section(self, section: Section) -> float:
        """Its grams in a section [g]."""
        if self.layer.zone not in (None, section.zone) or not self.surface_m2:
            return 0.0
        return self.film * section.surface_m2 * COVERS[self.layer.on]
