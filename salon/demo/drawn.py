"""Pictures of clients for the demo, drawn: hair with a known volume, frizz and definition.

Strands run from the crown outwards and down within a shape of known area; the more defined, the
more they run as their neighbours do. Single hairs stand off the outline. It shares no code with
the measuring, and stands for nobody.
"""

import io
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw

PX_PER_CM = 12.0
WIDE_CM, HIGH_CM = 46.0, 48.0
#: Drawn larger and shrunk, so that edges are smooth.
OVER = 2
GROUND, DARKEST, LIGHTEST = 232, 26, 84
CROWN = (WIDE_CM / 2, 9.0)
#: Pieces of hair, points along each, how long they are and how long a wave is [cm].
LOCKS, POINTS, LOCK_CM, WAVE_CM = 3600, 10, (2.5, 5.0), 2.6
#: How far a strand strays from its neighbours where nothing is defined [rad].
STRAY = 0.9
#: So many single hairs on a centimetre of the outline at the most; how far they stand off [cm].
SINGLES, OFF_CM = 5.0, (0.5, 2.2)


@dataclass(frozen=True)
class Style:
    """What is drawn.

    Args:
        half_cm: how far the hair reaches to each side
        length_cm: from the top of the head to the ends
        frizz: 0 to 1
        definition: 0 to 1
        lopsided: how much more the right side has, as a share
        seed: of everything that is chance
    """

    half_cm: float = 14.0
    length_cm: float = 28.0
    frizz: float = 0.3
    definition: float = 0.7
    lopsided: float = 0.0
    seed: int = 1


def outline(style: Style) -> NDArray[np.float64]:
    """The shape of the hair, from the crown clockwise [cm]."""
    turns = np.linspace(0, 2 * np.pi, 181)
    across = style.half_cm * np.where(np.sin(turns) > 0, 1 + style.lopsided, 1.0)
    middle = CROWN[1] - 3 + style.length_cm / 2
    # Rounder at the top than a circle, fuller at the ends.
    up = style.length_cm / 2
    xs = CROWN[0] + across * np.sign(np.sin(turns)) * np.abs(np.sin(turns)) ** 0.8
    ys = middle - up * np.sign(np.cos(turns)) * np.abs(np.cos(turns)) ** 0.9
    return np.column_stack([xs, ys])


def area_cm2(style: Style) -> float:
    """Area of the shape [cm²]."""
    x, y = outline(style).T
    return float(abs(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1))) / 2)


def render(style: Style) -> NDArray[np.uint8]:
    """The picture, as grey values."""
    chance = np.random.default_rng(style.seed)
    k = PX_PER_CM * OVER
    image = Image.new("L", (round(WIDE_CM * k), round(HIGH_CM * k)), GROUND)
    hair, inside = image.copy(), Image.new("1", image.size)
    shape = outline(style)
    corners = [tuple(point * k) for point in shape]
    ImageDraw.Draw(inside).polygon(corners, fill=1)
    within = ImageDraw.Draw(hair)
    within.polygon(corners, fill=round((DARKEST + LIGHTEST) / 2))
    locks(within, style, chance, k)
    image.paste(hair, mask=inside)
    draw = ImageDraw.Draw(image)
    singles(draw, style, shape, chance, k)
    strip(draw, k)
    small = image.resize(
        (round(WIDE_CM * PX_PER_CM), round(HIGH_CM * PX_PER_CM)), Image.Resampling.LANCZOS
    )
    noisy = np.asarray(small, float) + chance.normal(0, 2.0, (small.height, small.width))
    return np.clip(noisy, 0, 255).astype(np.uint8)


def locks(draw: ImageDraw.ImageDraw, style: Style, chance: np.random.Generator, k: float) -> None:
    """Short pieces of hair, each running from the crown; the rest is cut off at the outline."""
    crown = np.array(CROWN)
    stray = STRAY * (1 - style.definition)
    reach = 1.4 * max(style.half_cm, style.length_cm)
    for _ in range(LOCKS):
        turn, far = chance.uniform(0, 2 * np.pi), reach * np.sqrt(chance.uniform(0, 1))
        begin = crown + far * np.array([np.sin(turn), np.cos(turn)])
        way = turn + chance.normal(0, stray)
        along, side = np.array([np.sin(way), np.cos(way)]), np.array([np.cos(way), -np.sin(way)])
        share = np.linspace(0, chance.uniform(*LOCK_CM), POINTS)
        # What is defined waves together: the same phase at the same distance from the crown.
        phase = 2 * np.pi * far / WAVE_CM + chance.normal(0, stray)
        wave = 0.12 * np.sin(2 * np.pi * share / WAVE_CM + phase)
        course = begin + along * share[:, None] + side * wave[:, None]
        tone = int(chance.integers(DARKEST, LIGHTEST))
        draw.line([tuple(point * k) for point in course], fill=tone, width=round(0.13 * k))


def singles(
    draw: ImageDraw.ImageDraw,
    style: Style,
    shape: NDArray[np.float64],
    chance: np.random.Generator,
    k: float,
) -> None:
    """Single hairs that stand off the outline."""
    middle = shape.mean(axis=0)
    along = np.concatenate([[0], np.cumsum(np.linalg.norm(np.diff(shape, axis=0), axis=1))])
    for _ in range(round(SINGLES * style.frizz * along[-1])):
        at = chance.uniform(0, along[-1])
        root = np.array([np.interp(at, along, shape[:, axis]) for axis in (0, 1)])
        out = (root - middle) / max(float(np.hypot(*(root - middle))), 1e-9)
        side = np.array([-out[1], out[0]])
        far = chance.uniform(*OFF_CM)
        share = np.linspace(-0.2, 1, 9)
        bend = chance.normal(0, 0.6)
        course = root + out * (far * share)[:, None] + side * (bend * share**2)[:, None]
        draw.line([tuple(point * k) for point in course], fill=DARKEST, width=round(0.07 * k))


def strip(draw: ImageDraw.ImageDraw, k: float) -> None:
    """The scale strip on its white card, at the lower left."""
    left, top = 2.0, HIGH_CM - 4.0
    draw.rectangle(
        [
            tuple(np.array([left - 0.5, top - 0.5]) * k),
            tuple(np.array([left + 5.5, top + 1.5]) * k),
        ],
        fill=250,
    )
    for at in (0, 2, 4):
        corner = np.array([left + at, top])
        draw.rectangle([tuple(corner * k), tuple((corner + 1) * k - 1)], fill=18)


def png(style: Style) -> bytes:
    """The picture as a file."""
    written = io.BytesIO()
    Image.fromarray(render(style)).save(written, "PNG")
    return written.getvalue()
