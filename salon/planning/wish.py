"""What the specialist chooses in the composer; the rest comes from the record."""

from typing import Annotated, Any

from pydantic import AwareDatetime, Field

from craft.contract import Edit, Goal, Now, Room, School
from craft.contract.base import Frozen
from craft.contract.hair import measured
from craft.contract.partings import Parting
from craft.contract.plan import DryStage, Layer
from craft.contract.plan.request import LAYERS_MOST
from craft.contract.stored import WISH_STEPS, stored
from craft.vocabulary import Blot, Cleansing, Detail, Dryer, Level, Manner, Role


class Wish(Frozen):
    """The part of a plan request that is a choice."""

    goal: Goal
    dry: Dryer = Dryer.AIR
    dry_min: Annotated[float, measured(1, 180, "min")] | None = None
    """Minutes under the hood or diffuser; else as many as it takes."""
    blot: Blot | None = None
    room: Room | None = None
    """The air; else the house's usual."""
    school: School | None = None
    """Ways of working; else the house's."""
    now: Now | None = None
    """What is on the head; else as the last consultation told."""
    cleanser: Cleansing = Cleansing.AUTO
    """What cleanses today; auto follows build-up, service and habit."""
    edits: Annotated[list[Edit], Field(max_length=60)] = Field(default_factory=list)
    """Changes of the routine by hand."""
    density: Level | None = None
    """Density by eye for this plan only, where none was observed."""
    days_since_detangle: Annotated[float, measured(0, 365, "days")] | None = None
    """Else since the last visit."""
    home: Room | None = None
    """The air at home tonight; else as the forecast has it."""
    journey_min: Annotated[float, measured(0, 240, "min")] | None = None
    """The way home; else usual for the house."""
    parting: Parting = Field(default_factory=Parting)
    """How the head is parted; else usual for the style."""
    stages: Annotated[list[DryStage], Field(max_length=8)] = Field(default_factory=list)
    """Drying stage by stage; else as `dry` says."""
    layers: Annotated[list[Layer], Field(max_length=LAYERS_MOST)] | None = None
    """What stays in, in order; null: as the school lays it."""
    details: dict[Detail, Manner] = Field(default_factory=dict)
    """Details of single steps, where they are not done as usual."""
    bottles: dict[Role, Annotated[str, Field(min_length=1, max_length=60)]] = Field(
        default_factory=dict
    )
    """Bottles chosen by hand, by role."""


class PlanWish(Wish):
    """The wish of a saved plan or of a routine: all that can be planned again."""


class HeadWish(Wish):
    """A wish for one head."""

    head: Annotated[int, Field(ge=1, le=2**53)]
    """The client."""
    planned_start: AwareDatetime | None = None
    """When the service shall begin."""
    replaces: Annotated[int, Field(ge=1, le=2**53)] | None = None
    """The plan this one revises."""


#: What of a wish belongs to one plan and not to the next one made from it.
OF_ONE_PLAN = frozenset({"head", "planned_start", "replaces"})


def kept_wish(wish: HeadWish) -> dict[str, Any]:
    """What was chosen, as it is kept with a plan: to plan again from it."""
    return wish.model_dump(mode="json", exclude_unset=True, exclude=set(OF_ONE_PLAN))


def wish_of(data: dict[str, Any], version: int) -> PlanWish:
    """A stored wish in the shape of today.

    Args:
        data: as it was stored
        version: of the contract that wrote it
    Raises:
        CraftError: it cannot be read; names the field
    """
    return stored(PlanWish, data, version, WISH_STEPS)


class Pair(Frozen):
    """Two wishes to lay side by side."""

    first: HeadWish
    second: HeadWish
