"""What the specialist chooses in the composer, and for whom."""

from typing import Annotated, Any

from pydantic import AliasChoices, AwareDatetime, Field

from craft.contract.base import Frozen
from craft.contract.hair import quantity
from craft.contract.plan.request import Wish
from craft.contract.stored import WISH_STEPS, read_stored
from craft.vocabulary import Level


class RecordWish(Wish):
    """A wish that fills in what the record does not know yet."""

    density: Level | None = None
    """Density by eye for this plan only, where none was observed."""
    days_since_detangle: Annotated[float, quantity(0, 365, "days")] | None = None
    """Else since the last visit."""


class PlanWish(RecordWish):
    """The wish of a saved plan or of a routine: all that can be planned again."""


class ClientWish(RecordWish):
    """A wish for one client."""

    client: Annotated[int, Field(ge=1, le=2**53, validation_alias=AliasChoices("client", "head"))]
    """For whom it is."""
    planned_start: AwareDatetime | None = None
    """When the service shall begin."""
    replaces: Annotated[int, Field(ge=1, le=2**53)] | None = None
    """The plan this one revises."""


#: What of a wish belongs to one plan and not to the next one made from it.
OF_ONE_PLAN = frozenset({"client", "planned_start", "replaces"})


def kept_wish(wish: ClientWish) -> dict[str, Any]:
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
    return read_stored(PlanWish, data, version, WISH_STEPS)


class Pair(Frozen):
    """Two wishes to lay side by side."""

    first: ClientWish
    second: ClientWish
