"""Strand scopes: anything that can take a picture of a patch of scalp at a known scale.

A real scope joins by filling `Scope`: a USB microscope read frame by frame, or a folder into which
its own program drops pictures (`FolderScope`). The simulated one ships with Gauffer.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Protocol

from craft.errors import CraftError
from salon.devices.choosing import chosen
from salon.platform.language import lazy_sentence

NO_SCOPE = lazy_sentence(
    "No strand scope is connected. Upload a picture from any other scope instead."
)


class NoPicture(CraftError):
    """The scope has no picture to give; the message says what to do."""

    def __init__(self, message: str) -> None:
        super().__init__("scope", message)


@dataclass(frozen=True)
class Subject:
    """What lies under the scope. A real scope needs none of it.

    Args:
        per_cm2: hairs per cm² there
        diameter_um: mean strand diameter [µm]
        seed: of this very patch
    """

    per_cm2: float
    diameter_um: float
    seed: int


@dataclass(frozen=True)
class Shot:
    """A picture with its scale.

    Args:
        data: the file, PNG or JPEG
        um_per_px: size of a pixel [µm]
    """

    data: bytes
    um_per_px: float


class Scope(Protocol):
    """A strand scope."""

    name: str

    def take(self, subject: Subject) -> Shot:
        """Take a picture.

        Raises:
            NoPicture: it is not connected, or has no picture
        """


def simulated(_: str) -> Scope:
    """The stand-in that ships with Gauffer."""
    from salon.devices.scope.simulated import SimulatedScope

    return SimulatedScope()


def folder(path: str) -> Scope:
    """A folder into which another program drops pictures."""
    from salon.devices.scope.folder import FolderScope

    return FolderScope(Path(path))


KINDS: Mapping[str, Callable[[str], Scope]] = {"simulated": simulated, "folder": folder}


def scope() -> Scope:
    """The scope of this salon, as the settings have it.

    Raises:
        NoPicture: the settings name a scope that does not exist
    """
    return chosen("GAUFFER_SCOPE", "scope", KINDS, NoPicture, NO_SCOPE)
