"""Answer of `crown`, the views of a plan's parting; its request is that of `plan`."""

from craft.contract.base import Frozen
from craft.contract.partings import ViewsOut


class CrownAnswer(Frozen):
    """What is not seen from above."""

    views: list[ViewsOut]
    radius_cm: float
    """Of the head taken as a sphere; the vertex lies at (0, radius)."""
