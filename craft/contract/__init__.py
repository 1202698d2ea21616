"""The JSON that goes into the core and comes out of it."""

from craft.contract.base import parse, read, schema
from craft.contract.drying import DryAnswer, DryRequest
from craft.contract.hair import Hair, ZoneHair
from craft.contract.partings import PartingsAnswer, PartingsRequest, SectionOut
from craft.contract.plan import (
    Caution,
    Drying,
    Finished,
    Fix,
    Goal,
    Home,
    Kit,
    KitNeeded,
    Person,
    PlanAnswer,
    PlanRequest,
    Reason,
    Room,
    School,
    ShelfItem,
    Step,
    StepProduct,
)

__all__ = [
    "Caution",
    "DryAnswer",
    "DryRequest",
    "Drying",
    "Finished",
    "Fix",
    "Goal",
    "Hair",
    "Home",
    "Kit",
    "KitNeeded",
    "PartingsAnswer",
    "PartingsRequest",
    "Person",
    "PlanAnswer",
    "PlanRequest",
    "Reason",
    "Room",
    "School",
    "SectionOut",
    "ShelfItem",
    "Step",
    "StepProduct",
    "ZoneHair",
    "parse",
    "read",
    "schema",
]
