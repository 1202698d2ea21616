"""Measures of a style on a picture, each with its uncertainty, or why it cannot be measured.

The picture shows a head of dark hair before a plain light ground, with the printed scale strip
beside it. What is measured is the hair that is seen, not the hair that is there.
"""

from dataclasses import dataclass

import numpy as np
import scipy
from numpy.typing import NDArray
from scipy import ndimage
from skimage import feature, filters, morphology
from skimage import measure as shapes

from craft.picture.strip import Scale, scale_of

Grey = NDArray[np.uint8]
Floats = NDArray[np.float64]
Mask = NDArray[np.bool_]

#: A ground brighter than this can be distinguished from hair; darker, the picture is [of 255].
DARK_GROUND = 90.0
#: A plain ground differs so little along the edge of the picture [of 255], robustly.
PLAIN_SPREAD = 14.0
#: So much of that edge may be something else.
PLAIN_FAR = 0.1
#: Hair covers at least this share of the picture.
LEAST_SHARE = 0.03
#: An outline that rises from dark to light over more than this share of the picture is blurred.
BLURRED_SHARE = 0.014
#: Single hairs are thinner than this: what an opening by it takes away is frizz [cm].
SINGLE_CM = 0.6
#: Locks are looked at over about this distance [cm]; the rim of the hair is left out.
LOCK_CM, RIM_CM = 0.25, 0.8
#: The middle of a head is looked for where a silhouette widens: rows from so much to so much of its
#: greatest width.
NARROW, WIDE = 0.35, 0.97
#: Uncertainty comes from leaving out one of so many pieces at a time (jackknife).
PIECES = 10
#: An outline is drawn with corners no further off than this [cm].
OUTLINE_CM = 0.15


@dataclass(frozen=True)
class Cannot:
    """It cannot be measured.

    Args:
        why: one of too_dark, not_plain, no_hair, cut_off, no_strip, blurred
    """

    why: str


@dataclass(frozen=True)
class Measured:
    """A measure.

    Args:
        value, sd: in its unit
    """

    value: float
    sd: float


@dataclass(frozen=True)
class Measures:
    """What a picture tells of a style.

    Args:
        silhouette_cm2: area of the hair: its volume
        roughness_mm: single hairs that stand off the outline, as a layer of so much: its frizz
        coherence: 0 to 1, how far neighbouring hair runs one way: its definition
        length_cm: from the top of the head to the ends
        evenness: 1 where both sides are alike, 0 where one has all
        px_per_cm: the scale
        outline_cm: of the silhouette without single hairs, closed: right of the middle of the head,
            and down from its top
    """

    silhouette_cm2: Measured
    roughness_mm: Measured
    coherence: Measured
    length_cm: Measured
    evenness: Measured
    px_per_cm: float
    outline_cm: list[tuple[float, float]]


def measure(grey: Grey) -> Measures | Cannot:
    """Measure a picture.

    Args:
        grey: values 0 (black) to 255, rows downwards
    """
    values = ndimage.gaussian_filter(grey.astype(float), 0.7)
    ground = ground_of(values)
    if isinstance(ground, Cannot):
        return ground
    dark = values < (ground + np.percentile(values, 5)) / 2
    scale = scale_of(dark)
    hair = hair_of(dark, scale)
    if hair.mean() < LEAST_SHARE:
        return Cannot("no_hair")
    if touches_edge(hair):
        return Cannot("cut_off")
    if rise(values, hair, ground) > BLURRED_SHARE * min(grey.shape):
        return Cannot("blurred")
    if scale is None:
        return Cannot("no_strip")
    px = scale.px_per_cm
    body = morphology.opening(hair, morphology.disk(max(1, round(SINGLE_CM * px / 2))))
    body = largest(body)
    return Measures(
        silhouette_cm2=area(body, scale),
        roughness_mm=roughness(hair, body, px),
        coherence=coherence(grey, body, px),
        length_cm=length(body, scale),
        evenness=evenness(body),
        px_per_cm=round(px, 3),
        outline_cm=outline(body, px),
    )


def ground_of(values: Floats) -> float | Cannot:
    """Brightness of the ground, from the edge of the picture."""
    margin = max(3, min(values.shape) // 40)
    edge = np.concatenate(
        [values[:margin].ravel(), values[:, :margin].ravel(), values[:, -margin:].ravel()]
    )
    middle = float(np.median(edge))
    if middle < DARK_GROUND:
        return Cannot("too_dark")
    spread = 1.4826 * float(np.median(np.abs(edge - middle)))
    far = float(np.mean(np.abs(edge - middle) > 3 * PLAIN_SPREAD))
    if spread > PLAIN_SPREAD or far > PLAIN_FAR:
        return Cannot("not_plain")
    return middle


def largest(mask: Mask) -> Mask:
    """The largest connected piece."""
    labels, count = ndimage.label(mask)
    if not count:
        return mask
    sizes = ndimage.sum_labels(mask, labels, range(1, count + 1))
    whole: Mask = labels == 1 + int(np.argmax(sizes))
    return whole


def hair_of(dark: Mask, scale: Scale | None) -> Mask:
    """The hair: the largest dark piece that is not the strip, holes filled."""
    rest = dark.copy()
    if scale:
        top, left, bottom, right = scale.box
        rest[top:bottom, left:right] = False
    filled: Mask = ndimage.binary_fill_holes(largest(rest))
    return filled


def touches_edge(hair: Mask) -> bool:
    """Whether hair goes on beyond the picture."""
    return bool(hair[0].any() or hair[-1].any() or hair[:, 0].any() or hair[:, -1].any())


def rise(values: Floats, hair: Mask, ground: float) -> float:
    """Over how much the outline rises from hair to ground: little where it is sharp [px]."""
    steep = filters.sobel(values)
    rim = hair ^ ndimage.binary_erosion(hair, iterations=2)
    inside = float(np.median(values[hair]))
    slope = float(np.percentile(steep[rim], 75))
    return (ground - inside) / max(slope, 1e-6)


def area(body: Mask, scale: Scale) -> Measured:
    """Area of the silhouette [cm²]; unsure by the scale and by half a pixel along the outline."""
    px = scale.px_per_cm
    value = float(body.sum()) / px**2
    by_scale = 2 * scale.sd / px * value
    by_outline = 0.5 * shapes.perimeter(body) / px**2
    return Measured(round(value, 1), round(float(np.hypot(by_scale, by_outline)), 1))


def pieces_of(mask: Mask, middle: tuple[float, float]) -> NDArray[np.int_]:
    """Sectors of a silhouette round its middle, by number."""
    rows, columns = np.indices(mask.shape)
    angle = np.arctan2(rows - middle[0], columns - middle[1])
    numbers: NDArray[np.int_] = np.floor((angle + np.pi) / (2 * np.pi) * PIECES).astype(int)
    return numbers % PIECES


def jackknife_ratio(top: Floats, bottom: Floats) -> Measured:
    """A ratio of sums with its uncertainty, from leaving one piece out at a time.

    Args:
        top, bottom: of each piece
    """
    whole = top.sum() / bottom.sum()
    kept = bottom > 0
    left = (top.sum() - top[kept]) / np.maximum(bottom.sum() - bottom[kept], 1e-12)
    count = len(left)
    sd = np.sqrt((count - 1) / count * ((left - left.mean()) ** 2).sum())
    return Measured(float(whole), float(sd))


def roughness(hair: Mask, body: Mask, px: float) -> Measured:
    """Single hairs off the outline, spread along it as a layer [mm]."""
    middle = ndimage.center_of_mass(body)
    pieces = pieces_of(hair, (middle[0], middle[1]))
    off = hair & ~ndimage.binary_dilation(body, iterations=1)
    rim = body ^ ndimage.binary_erosion(body)
    numbers = np.arange(PIECES)
    top = ndimage.sum_labels(off, pieces, numbers)
    bottom = ndimage.sum_labels(rim, pieces, numbers)
    ratio = jackknife_ratio(np.asarray(top, float), np.asarray(bottom, float))
    return Measured(round(10 * ratio.value / px, 3), round(10 * ratio.sd / px, 3))


def coherence(grey: Grey, body: Mask, px: float) -> Measured:
    """How far neighbouring hair runs one way, by the structure tensor, weighed by contrast.

    Source: Bigün and Granlund 1987; the tensor of scikit-image.
    """
    inside = ndimage.binary_erosion(body, iterations=max(1, round(RIM_CM * px)))
    if not inside.any():
        inside = body
    tensor = feature.structure_tensor(grey.astype(float), sigma=LOCK_CM * px, order="rc")
    first, second = feature.structure_tensor_eigenvalues(tensor)
    weight = first + second
    numbers = np.arange(PIECES)
    middle = ndimage.center_of_mass(body)
    pieces = pieces_of(body, (middle[0], middle[1]))
    one_way = np.where(inside, first - second, 0.0)
    top = ndimage.sum_labels(one_way, pieces, numbers)
    bottom = ndimage.sum_labels(np.where(inside, weight, 0.0), pieces, numbers)
    ratio = jackknife_ratio(np.asarray(top, float), np.asarray(bottom, float))
    return Measured(round(ratio.value, 4), round(ratio.sd, 4))


def length(body: Mask, scale: Scale) -> Measured:
    """From the top of the head to where the ends are: the lowest tenth of columns [cm]."""
    rows = np.flatnonzero(body.any(axis=1))
    columns = np.flatnonzero(body.any(axis=0))
    lowest = np.array([np.flatnonzero(body[:, column]).max() for column in columns])
    ends = float(np.percentile(lowest, 95))
    value = (ends - float(rows[0])) / scale.px_per_cm
    unsure = float(np.hypot(scale.sd / scale.px_per_cm * value, 1 / scale.px_per_cm))
    return Measured(round(value, 2), round(unsure, 2))


@dataclass(frozen=True)
class Axis:
    """The middle of a head.

    Args:
        column: where it is [px]
        sd: how sure its rows are of it [px]
        rows: how many rows the hair has
    """

    column: float
    sd: float
    rows: int


def axis_of(body: Mask) -> Axis:
    """The middle of the head under a silhouette.

    Further down, the middle of a row moves towards the fuller side, the more the wider the row is;
    where the row had no width it would be the middle of the head.
    """
    rows = np.flatnonzero(body.any(axis=1))
    ends = np.array([np.flatnonzero(body[row])[[0, -1]] for row in rows], float)
    widths, middles = ends[:, 1] - ends[:, 0], ends.mean(axis=1)
    upper = np.arange(len(rows)) <= int(np.argmax(widths))
    # The first rows are single hairs, the widest ones say nothing of how it widens.
    kept = upper & (widths > NARROW * widths.max()) & (widths < WIDE * widths.max())
    slope, column = scipy.stats.siegelslopes(middles[kept], widths[kept])
    off = middles[kept] - slope * widths[kept] - column
    # As sure as a straight line through so many rows.
    by_slope = float(np.std(off)) / max(float(np.std(widths[kept])), 1e-9)
    sd = by_slope * float(widths[kept].mean()) / np.sqrt(int(kept.sum()))
    return Axis(float(column), float(sd), len(rows))


def evenness(body: Mask) -> Measured:
    """How alike both sides are, halved at the middle of the head."""
    axis = axis_of(body)
    columns = np.arange(body.shape[1])
    left, right = body[:, columns < axis.column].sum(), body[:, columns > axis.column].sum()
    value = 1 - abs(left - right) / max(left + right, 1)
    # The axis is as sure as the rows agree on it; each of its pixels is a column of hair.
    unsure = 2 * axis.sd * axis.rows / max(left + right, 1)
    return Measured(round(float(value), 4), round(float(max(unsure, 0.002)), 4))


def outline(body: Mask, px: float) -> list[tuple[float, float]]:
    """The outline of a silhouette, to lay another one over it [cm]."""
    around = max(shapes.find_contours(np.pad(body, 1).astype(float), 0.5), key=len) - 1
    corners = shapes.approximate_polygon(around, OUTLINE_CM * px)
    middle, top = axis_of(body).column, float(np.flatnonzero(body.any(axis=1))[0])
    return [
        (round((column - middle) / px, 2), round((row - top) / px, 2))
        for row, column in corners.tolist()
    ]
