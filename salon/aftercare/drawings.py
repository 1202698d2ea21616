"""Drawings on the card for home, computed from a few lengths: ours, never traced.

A head from the front is an ellipse of the usual breadth and height; hair, cloth and ties are
curves around it. Every drawing is 100 wide and 120 high.
"""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from craft.messages import message
from craft.vocabulary import HomeDrawing
from salon.platform.language import sentence

Point = tuple[float, float]

#: The client: its middle, half its breadth and half its height.
MIDDLE: Point = (50.0, 72.0)
BREADTH, HEIGHT = 24.0, 31.0
#: Ink, what moves, and areas by what they are.
INK, MOVES = "#0f2e29", "#a8321f"
FILLS = {
    "skin": "#ffffff",
    "hair": "#cfdad5",
    "cloth": "#e6ecea",
    "tie": "#ffffff",
    "move": "#a8321f",
}


@dataclass(frozen=True)
class Line:
    """A curve of a drawing.

    Args:
        points: along it
        part: what it is: skin, hair, cloth, tie or move
        closed: whether it is an area
    """

    points: Sequence[Point]
    part: str
    closed: bool = False

    @property
    def fill(self) -> str:
        """Colour of the area; what is no area has none."""
        return FILLS[self.part] if self.closed else "none"

    @property
    def stroke(self) -> str:
        """Colour of the line: what moves stands out."""
        return MOVES if self.part == "move" else INK

    @property
    def path(self) -> str:
        """As an SVG path."""
        steps = " L".join(f"{x:.1f} {y:.1f}" for x, y in self.points)
        return f"M{steps}{'Z' if self.closed else ''}"


def around(
    middle: Point, across: float, up: float, begin: float = 0, end: float = 1
) -> list[Point]:
    """Points of an ellipse, turns counted from the top, clockwise."""
    turns = 2 * np.pi * np.linspace(begin, end, 49)
    xs, ys = middle[0] + across * np.sin(turns), middle[1] - up * np.cos(turns)
    return [(float(x), float(y)) for x, y in zip(xs, ys, strict=True)]


def spiral(begin: Point, across: float, down: float, turns: float, way: int) -> list[Point]:
    """A coil that hangs down, seen from the front.

    Args:
        begin: its root
        across: half its breadth
        down: how far it hangs
        turns: how often it winds
        way: 1 or -1
    """
    share = np.linspace(0, 1, int(24 * turns))
    xs = begin[0] + way * across * np.sin(2 * np.pi * turns * share)
    ys = begin[1] + down * share
    return [(float(x), float(y)) for x, y in zip(xs, ys, strict=True)]


def client() -> list[Line]:
    """The head and the hairline."""
    face = around(MIDDLE, BREADTH, HEIGHT)
    cap = [
        *around(MIDDLE, BREADTH, HEIGHT, -0.25, 0.25),
        *reversed(around((MIDDLE[0], MIDDLE[1] + 2), BREADTH, HEIGHT * 0.62, -0.25, 0.25)),
    ]
    return [Line(face, "skin", closed=True), Line(cap, "hair", closed=True)]


def arrow(points: Sequence[Point]) -> list[Line]:
    """A movement, with its client."""
    (x0, y0), (x1, y1) = points[-4], points[-1]
    along = np.array([x1 - x0, y1 - y0])
    along = along / max(float(np.hypot(*along)), 1e-9) * 5
    side = np.array([-along[1], along[0]]) * 0.6
    tip = np.array([x1, y1])
    ends = (tip - along + side, tip, tip - along - side)
    return [
        Line(points, "move"),
        Line([(float(x), float(y)) for x, y in ends], "move"),
    ]


def gather() -> list[Line]:
    """A high loose gather with one large soft tie."""
    top = (MIDDLE[0], MIDDLE[1] - HEIGHT)
    loops = [
        Line(around((top[0] + off, top[1] - 14), 15, 14, 0, 1), "hair", closed=True)
        for off in (-12, 0, 12)
    ]
    tie = Line(around((top[0], top[1] - 1), 9, 3.2), "tie", closed=True)
    return [*loops, *client(), tie, *arrow(around(top, 34, 34, -0.2, -0.06))]


def rings() -> list[Line]:
    """Five loose rings where the hair parts."""
    drawn = client()
    for share in np.linspace(-0.24, 0.24, 5):
        (x, y) = around(MIDDLE, BREADTH + 4, HEIGHT + 4, share, share + 1e-6)[0]
        drawn.append(Line(around((x, y), 7.5, 7.5), "hair", closed=True))
        drawn.append(Line(around((x, y), 3.2, 3.2), "tie", closed=True))
    return drawn


def folded_front() -> list[Line]:
    """Front pieces folded back into the tie, small clips that bite the tie."""
    drawn = gather()
    top = (MIDDLE[0], MIDDLE[1] - HEIGHT)
    for way in (-1, 1):
        lock = [
            (MIDDLE[0] + way * 15, MIDDLE[1] - 12),
            (MIDDLE[0] + way * 20, MIDDLE[1] - 24),
            (MIDDLE[0] + way * 13, MIDDLE[1] - 31),
            (top[0] + way * 6, top[1] - 1),
        ]
        drawn.append(Line(lock, "hair"))
        clip = [(top[0] + way * 4, top[1] - 4), (top[0] + way * 10, top[1] + 3)]
        drawn.append(Line(clip, "move"))
    return drawn


def scarf() -> list[Line]:
    """A scarf flat over the hairline, knotted to one side."""
    band = [
        *around((MIDDLE[0], MIDDLE[1]), BREADTH + 1.5, HEIGHT + 1.5, -0.27, 0.27),
        *reversed(around((MIDDLE[0], MIDDLE[1] + 3), BREADTH + 1.5, HEIGHT * 0.5, -0.25, 0.25)),
    ]
    knot = around((MIDDLE[0] + BREADTH - 1, MIDDLE[1] - 8), 4, 3)
    ends = [
        [(MIDDLE[0] + BREADTH + 2, MIDDLE[1] - 7), (MIDDLE[0] + BREADTH + 12, MIDDLE[1] + off)]
        for off in (-2, 6)
    ]
    return [
        *client(),
        Line(band, "cloth", closed=True),
        Line(knot, "cloth", closed=True),
        *(Line(end, "cloth") for end in ends),
    ]


def unwind() -> list[Line]:
    """A twist and the way it is opened: from its end, a half turn against the twist."""
    lines = [Line(spiral((50, 8), 9, 92, 4, way), "hair") for way in (-1, 1)]
    turn = around((50, 104), 20, 7, 0.30, 0.75)
    return [*lines, *arrow(turn)]


DRAWN: dict[HomeDrawing, tuple[str, Callable[[], Iterable[Line]]]] = {
    HomeDrawing.GATHER: (message("Gather high and loose, one large soft tie."), gather),
    HomeDrawing.RINGS: (message("Five loose rings where the hair parts."), rings),
    HomeDrawing.FOLDED: (
        message("Fold the front pieces into the tie; clips bite the tie."),
        folded_front,
    ),
    HomeDrawing.SCARF: (message("Scarf flat over the hairline."), scarf),
    HomeDrawing.UNWIND: (message("Open from the end, a half turn against the twist."), unwind),
}


def drawing(what: HomeDrawing) -> dict[str, object]:
    """A drawing with its words, as the card lays it out."""
    words, lines = DRAWN[what]
    return {"words": sentence(words), "lines": list(lines())}
