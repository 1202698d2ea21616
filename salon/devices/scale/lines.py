"""A scale whose own program appends readings to a text file, one a line.

Most bench balances print lines such as "ST,+  12.34 g" or "12.3 g"; the last number of the last
line counts, "US" or "?" before it means it still moves. Common practice, no source.
"""

import re
import time
from pathlib import Path

from craft.messages import say
from salon.devices.models import ScaleBowl
from salon.devices.scale import NoScale, State, Weight
from salon.platform.language import sentence

NUMBER = re.compile(r"([+-]?)\s*(\d+(?:\.\d+)?)\s*(kg|g)?\s*$", re.IGNORECASE)
MOVING = re.compile(r"^\s*(?:US|\?|SD)\b|\?")
OVERLOAD = re.compile(r"^\s*(?:OL|\+{3,}|err)", re.IGNORECASE)
#: A file that was not written to for so long belongs to a scale that is gone [s].
STALE_S = 5.0
TAIL_BYTES = 400


class LinesScale:
    """Reads the last line of a file; the tare is taken here, for all who look at it."""

    name: str = say("bowl scale")
    simulated = False

    def __init__(self, path: Path) -> None:
        self.path = path

    def read(self) -> Weight:
        gross = self.gross()
        if gross.grams is None:
            return gross
        return Weight(round(gross.grams - ScaleBowl.now().tare_g, 2), gross.state)

    def tare(self) -> None:
        gross = self.gross()
        if gross.grams is None:
            raise NoScale(sentence("The scale does not respond: type the weight."))
        bowl = ScaleBowl.now()
        bowl.tare_g = gross.grams
        bowl.save()

    def gross(self) -> Weight:
        """The last line of the file."""
        try:
            if time.time() - self.path.stat().st_mtime > STALE_S:
                return Weight(None, State.LOST)
            with self.path.open("rb") as file:
                file.seek(max(0, self.path.stat().st_size - TAIL_BYTES))
                lines = file.read().decode("ascii", "replace").strip().splitlines()
        except OSError:
            return Weight(None, State.LOST)
        return read_line(lines[-1]) if lines else Weight(None, State.LOST)


def read_line(line: str) -> Weight:
    """One printed line as a reading."""
    if OVERLOAD.search(line):
        return Weight(None, State.OVERLOAD)
    amount = NUMBER.search(line)
    if not amount:
        return Weight(None, State.LOST)
    sign, digits, unit = amount.groups()
    grams = float(digits) * (1000 if (unit or "g").lower() == "kg" else 1)
    state = State.MOVING if MOVING.search(line) else State.STEADY
    return Weight(-grams if sign == "-" else grams, state)
