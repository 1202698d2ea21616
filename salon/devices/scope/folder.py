"""A scope that drops its pictures into a folder.

Beside the pictures lies `scale.json` with the size of a pixel: {"um_per_px": 6.25}.
"""

import json
from pathlib import Path

from craft.messages import say
from salon.devices.scope import NoPicture, Shot, Subject
from salon.platform.language import sentence

ENDINGS = frozenset({".png", ".jpg", ".jpeg"})
SCALE = "scale.json"


class FolderScope:
    """Gives the newest picture of a folder, and sets it aside as taken."""

    name: str = say("pictures from a folder")

    def __init__(self, path: Path) -> None:
        self.path = path

    def take(self, subject: Subject) -> Shot:
        """The newest picture that was not yet taken.

        Raises:
            NoPicture: no folder, no scale, no new picture
        """
        if not self.path.is_dir():
            raise NoPicture(
                sentence("The scope's folder {name} cannot be found.", name=self.path.name)
            )
        pictures = [file for file in self.path.iterdir() if file.suffix.lower() in ENDINGS]
        if not pictures:
            raise NoPicture(
                sentence("No new picture in the scope's folder. Take one, then try again.")
            )
        newest = max(pictures, key=lambda picture: picture.stat().st_mtime)
        shot = Shot(newest.read_bytes(), self.um_per_px())
        taken = self.path / "taken"
        taken.mkdir(exist_ok=True)
        newest.rename(taken / newest.name)
        return shot

    def um_per_px(self) -> float:
        """The scale that lies beside the pictures [µm].

        Raises:
            NoPicture: it is missing or cannot be read
        """
        try:
            return float(json.loads((self.path / SCALE).read_text())["um_per_px"])
        except (OSError, ValueError, KeyError, TypeError) as error:
            raise NoPicture(
                sentence(
                    'Put {scale} beside the pictures, with the size of a pixel: {{"um_per_px": '
                    "6.25}}.",
                    scale=SCALE,
                )
            ) from error
