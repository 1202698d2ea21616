"""Bowl scales: anything that can say what lies on it.

A real scale joins by filling `Scale`: a serial or BLE balance read line by line, or a file to which
its own program appends its readings (`LinesScale`). The simulated one ships with Gauffer.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from pathlib import Path
from typing import Protocol

from craft.errors import CraftError
from salon.devices.choosing import chosen
from salon.platform.language import lazy_sentence


class NoScale(CraftError):
    """There is no such scale; the message says what to do."""

    def __init__(self, message: str) -> None:
        super().__init__("scale", message)


class State(StrEnum):
    """How far a reading can be trusted."""

    STEADY = "steady"
    MOVING = "moving"
    OVERLOAD = "overload"
    LOST = "lost"


@dataclass(frozen=True)
class Weight:
    """One reading.

    Args:
        grams: net of the tare [g]; None where nothing can be read
        state: how far it can be trusted
    """

    grams: float | None
    state: State


class Scale(Protocol):
    """A bowl scale."""

    name: str
    simulated: bool

    def read(self) -> Weight:
        """What lies on it now; never raises, a lost scale says so in the reading."""

    def tare(self) -> None:
        """Take what lies on it now as nothing.

        Raises:
            NoScale: it cannot be reached, or is overloaded
        """


def simulated(_: str) -> Scale:
    """The stand-in that ships with Gauffer."""
    from salon.devices.scale.simulated import SimulatedScale

    return SimulatedScale()


def lines(path: str) -> Scale:
    """A file to which another program appends readings."""
    from salon.devices.scale.lines import LinesScale

    return LinesScale(Path(path))


KINDS: Mapping[str, Callable[[str], Scale]] = {"simulated": simulated, "lines": lines}
NO_SCALE = lazy_sentence("No scale is connected: type the weight.")


def scale() -> Scale:
    """The scale of this salon, as the settings have it.

    Raises:
        NoScale: there is none, or the settings name one that does not exist
    """
    return chosen("GAUFFER_SCALE", "scale", KINDS, NoScale, NO_SCALE)
