"""A gateway that brings nothing to anybody: messages lie in a folder, a file for each key."""

import hashlib
import json
import os
import re
from pathlib import Path

from django.conf import settings
from django.utils import timezone

from craft.messages import say
from salon.devices.gateway import Undeliverable, Unreachable
from salon.platform.language import sentence

#: Numbers that end so cannot be reached, or do not exist: for trying what happens then.
SILENT, UNKNOWN = "0000", "9999"
LEAST_DIGITS = 6


class Pigeonhole:
    """The stand-in."""

    name: str = say("simulated gateway")
    simulated = True

    @property
    def folder(self) -> Path:
        """Where messages lie."""
        return Path(settings.VAR_DIR) / "pigeonhole"

    def send(self, key: str, to: str, text: str) -> str:
        """Keep a message, once for its key; see `Gateway.send`."""
        digits = re.sub(r"\D", "", to)
        if digits.endswith(SILENT):
            raise Unreachable(sentence("The gateway does not respond."))
        if len(digits) < LEAST_DIGITS or digits.endswith(UNKNOWN):
            raise Undeliverable(sentence("No phone has this number."))
        receipt = hashlib.sha256(key.encode()).hexdigest()[:20]
        self.folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        at = timezone.now().isoformat()
        whole = json.dumps({"key": key, "to": to, "text": text, "at": at})
        path, draft = self.folder / f"{receipt}.json", self.folder / f"{receipt}.{os.getpid()}"
        draft.write_text(whole)
        try:
            # Whole or not at all, and only the first one.
            os.link(draft, path)
        except FileExistsError:
            pass
        finally:
            draft.unlink()
        return receipt

    def forget(self, receipt: str) -> None:
        """Take a message out of the folder; see `Gateway.forget`."""
        for path in self.folder.glob("*.json"):
            if path.stem == receipt:
                path.unlink()

    def kept(self) -> list[dict[str, str]]:
        """Everything that was given to it."""
        return [json.loads(path.read_text()) for path in sorted(self.folder.glob("*.json"))]
