"""A simulated strand scope: renders a patch of scalp whose density and strands are known.

Hairs leave the scalp in groups of one to three, lean roughly one way, curve, and rise out of the
focus. Skin tone, texture, light and noise differ from picture to picture. Invented: it stands for a
camera, not for anybody's scalp. It shares no code with the counting.
"""

import io
import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw
from scipy import ndimage

from craft.messages import say
from salon.devices.scope import Shot, Subject

UM_PER_PX = 6.25
SIDE_PX = 800
#: Strands are drawn twice as large and shrunk, so that their edges are smooth.
OVERSAMPLING = 2
#: How many hairs leave the scalp together, and how often.
GROUP_SIZES, GROUP_SHARES = (1, 2, 3), (0.35, 0.50, 0.15)
GROUP_DISTANCE_UM = 450.0
STRAND_SPREAD = 0.12
VISIBLE_UM = (900.0, 1500.0)
BEND_RADIUS_UM = 2500.0
#: Paler than this [of 255] is not drawn.
FAINTEST = 3
#: Warm tint of skin: red, green and blue against grey.
SKIN_TINT = (1.10, 0.97, 0.86)


@dataclass(frozen=True)
class Rendered:
    """A rendered patch with the truth about it.

    Args:
        grey: grey values
        roots: where hairs leave the scalp (x, y) [px]
        diameter_um: mean of the strands drawn [µm]
    """

    grey: NDArray[np.uint8]
    roots: list[tuple[float, float]]
    diameter_um: float


@dataclass(frozen=True)
class Strand:
    """One hair: its root [px], lean [rad], bend [rad/px], visible length [px] and width [px]."""

    x: float
    y: float
    lean: float
    bend: float
    length: float
    width: float

    def course(self) -> NDArray[np.float64]:
        """Points along the middle, root first (x, y) [px]."""
        along = np.linspace(0, self.length, 40)
        heading = self.lean + self.bend * along[:-1]
        steps = np.diff(along)
        return np.column_stack(
            [
                self.x + np.concatenate([[0], np.cumsum(np.cos(heading) * steps)]),
                self.y + np.concatenate([[0], np.cumsum(np.sin(heading) * steps)]),
            ]
        )


class SimulatedScope:
    """The stand-in for a digital microscope."""

    name: str = say("simulated scope")

    def take(self, subject: Subject) -> Shot:
        """Render what lies under the scope."""
        rendered = render(subject.seed, subject.per_cm2, subject.diameter_um)
        tinted = np.clip(rendered.grey[..., None] * np.array(SKIN_TINT), 0, 255).astype(np.uint8)
        file = io.BytesIO()
        Image.fromarray(tinted).save(file, "PNG")
        return Shot(file.getvalue(), UM_PER_PX)


def render(
    seed: int, per_cm2: float, diameter_um: float, *, blur_px: float = 0.0, slope: float = 0.25
) -> Rendered:
    """Render a patch of 5 by 5 mm.

    Args:
        seed: of the patch
        per_cm2: hairs per cm² to expect; the patch holds a Poisson number of them
        diameter_um: mean strand diameter [µm]
        blur_px: additional blur, standard deviation [px]
        slope: how much brighter one side is lit than the middle
    """
    chance = np.random.default_rng(seed)
    strands = grow(chance, per_cm2, diameter_um)
    cover = paint(strands)
    tone = chance.uniform(0.5, 0.85)
    hair = tone * chance.uniform(0.2, 0.45)
    image = skin(chance, tone, strands) * (1 - cover) + hair * cover
    image = ndimage.gaussian_filter(image * light(chance, slope), 0.8 + blur_px)
    image += chance.normal(0, 0.012, image.shape)
    return Rendered(
        np.clip(image * 255, 0, 255).astype(np.uint8),
        [(strand.x, strand.y) for strand in strands],
        float(np.mean([strand.width for strand in strands]) * UM_PER_PX) if strands else 0.0,
    )


def grow(chance: np.random.Generator, per_cm2: float, diameter_um: float) -> list[Strand]:
    """Hairs of a patch, group by group."""
    left = int(chance.poisson(per_cm2 * (SIDE_PX * UM_PER_PX * 1e-4) ** 2))
    flow, turn = chance.uniform(0, 2 * math.pi), chance.normal(0, 0.3)
    centres: list[NDArray[np.float64]] = []
    strands: list[Strand] = []
    while left > 0:
        size = min(left, int(chance.choice(GROUP_SIZES, p=GROUP_SHARES)))
        centre = free_place(chance, centres)
        centres.append(centre)
        lean = flow + turn * (centre[0] / SIDE_PX - 0.5) + chance.normal(0, 0.12)
        strands += group(chance, centre, lean, size, diameter_um)
        left -= size
    return strands


def free_place(
    chance: np.random.Generator, centres: list[NDArray[np.float64]]
) -> NDArray[np.float64]:
    """A place not too close to other groups; closer where there is no room left."""
    distance = GROUP_DISTANCE_UM / UM_PER_PX
    while True:
        for _ in range(200):
            place = chance.uniform(4, SIDE_PX - 4, 2)
            if all(math.dist(place, other) > distance for other in centres):
                return place
        distance *= 0.9


def group(
    chance: np.random.Generator,
    centre: NDArray[np.float64],
    lean: float,
    size: int,
    diameter_um: float,
) -> list[Strand]:
    """Hairs that leave the scalp side by side, fanning out a little."""
    aside = np.array([-math.sin(lean), math.cos(lean)])
    strands = []
    for number in range(size):
        place = number - (size - 1) / 2
        gap = chance.uniform(1.25, 1.9) * diameter_um / UM_PER_PX
        root = centre + aside * place * gap + chance.normal(0, 0.3, 2)
        if not (0 <= root[0] < SIDE_PX and 0 <= root[1] < SIDE_PX):
            continue
        strands.append(
            Strand(
                x=float(root[0]),
                y=float(root[1]),
                lean=lean + place * chance.uniform(0.12, 0.4) + chance.normal(0, 0.06),
                bend=chance.normal(0, UM_PER_PX / BEND_RADIUS_UM),
                length=chance.uniform(*VISIBLE_UM) / UM_PER_PX,
                width=max(25.0, chance.normal(diameter_um, diameter_um * STRAND_SPREAD))
                / UM_PER_PX,
            )
        )
    return strands


def paint(strands: list[Strand]) -> NDArray[np.float64]:
    """How much hair covers each pixel: sharp at the roots, soft where it rises out of the focus."""
    size = (SIDE_PX * OVERSAMPLING, SIDE_PX * OVERSAMPLING)
    layers = Image.new("L", size), Image.new("L", size)
    pens = [ImageDraw.Draw(layer) for layer in layers]
    for strand in strands:
        course = strand.course() * OVERSAMPLING
        width = strand.width * OVERSAMPLING
        for i in range(len(course) - 2, -1, -1):
            up = i / (len(course) - 1)
            grey = 255 * min(1.0, max(0.0, 1.15 - 1.15 * up**1.5))
            soft = smooth_step((up - 0.2) / 0.5)
            start, end = course[i], course[i + 1]
            for pen, strength in zip(pens, (grey * (1 - soft), grey * soft), strict=True):
                if strength >= FAINTEST:
                    pen.line([*start, *end], fill=int(strength), width=round(width))
                    pen.ellipse([*(start - width / 2), *(start + width / 2)], fill=int(strength))
    sharp, blurred = (
        np.asarray(layer.resize((SIDE_PX, SIDE_PX), Image.Resampling.BOX)) / 255 for layer in layers
    )
    bright: NDArray[np.float64] = np.minimum(1.0, sharp + ndimage.gaussian_filter(blurred, 2.2))
    return bright


def smooth_step(x: float) -> float:
    """From 0 to 1 without a kink."""
    x = min(1.0, max(0.0, x))
    return x * x * (3 - 2 * x)


def skin(chance: np.random.Generator, tone: float, strands: list[Strand]) -> NDArray[np.float64]:
    """Scalp with its texture, a little darker round the roots."""
    shape = (SIDE_PX, SIDE_PX)
    coarse = ndimage.gaussian_filter(chance.normal(0, 1, shape), 12) * 0.36
    fine = ndimage.gaussian_filter(chance.normal(0, 1, shape), 1.5) * 0.06
    marks = np.zeros(shape)
    for strand in strands:
        marks[int(strand.y), int(strand.x)] = 1
    around = np.minimum(ndimage.gaussian_filter(marks, 14) * 1200, 1)
    return np.asarray(tone * (1 + coarse + fine) * (1 - 0.12 * around))


def light(chance: np.random.Generator, slope: float) -> NDArray[np.float64]:
    """Brightness over the picture: one side is nearer to the lamp."""
    across = np.linspace(-1, 1, SIDE_PX)
    angle = chance.uniform(0, 2 * math.pi)
    return 1 + 0.7 * slope * (across[None, :] * math.cos(angle) + across[:, None] * math.sin(angle))
