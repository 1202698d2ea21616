"""How a style looks: length, volume and definition over the days, and its silhouette.

The silhouette is drawn from numbers: a layer of hair lies over the head and hangs
to the finished length; it is as thick as its volume asks for. Own model; no
picture of anybody stands behind it.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from craft.physics import curl
from craft.physics.hold import covers

Point = tuple[float, float]

#: A stretched style moves back toward its natural length: the gap shrinks to 1/e in so many days at
#: 50 % RH, twice as fast for each so much more of humidity. Own values.
SETTLE_DAYS, HUMID_DOUBLING_RH = 8.0, 0.25
#: Days in which definition fades to 1/e at 50 % RH: without hold, and what full hold adds. Own
#: values.
DEFINITION_DAYS, HELD_DAYS = 10.0, 4.56
#: Film formers of a usual layer of gel [g/m²]: 3.5 g/m², of which 6 %.
USUAL_HOLD = 0.21
#: Definition of hair as it comes in. Own value.
BEFORE_DEFINITION = 0.3
#: Hair with the air in it [g/cm³]: fully loose, and added by full definition. Own values.
LOOSE_G_PER_CM3, DEFINED_G_PER_CM3 = 0.028, 0.05
#: Humid air swells it by this share for each RH above one half. Own value.
SWELL_PER_RH = 0.8

#: The head from the front: half its breadth over its radius, height of chin below the vertex [cm],
#: where it is broadest. Own values.
BREADTH_OF_RADIUS, CHIN_CM, BROADEST_CM = 0.86, 23.0, 11.0
#: Hair at the sides reaches down to here however short it is [cm]. Own value.
SIDE_HAIRLINE_CM = 12.0
#: Depth over which hair lies from front to back [cm]. Own value.
DEPTH_CM = 15.0
#: The layer is thinner on top than at its ends, and rounds off over the last part. Own values.
TOP_SHARE, WIDENING, ROUND_FROM = 0.85, 0.5, 0.5
ROUNDNESS = 2.6
OUTLINE_POINTS, STRAND_POINTS_PER_TURN, STRAND_POINTS_MOST = 40, 7, 90
#: Where in the layer strands are drawn.
STRANDS_AT = (0.08, 0.24, 0.4, 0.56, 0.72, 0.88)
#: A curl is never drawn wider than this share of the layer, nor finer than [cm] a turn.
CURL_OF_LAYER, FINEST_TURN_CM = 0.35, 0.7


def settling_days(rh: float) -> float:
    """Days in which a style has moved back by all but 1/e, faster in humid air. Own model.

    Args:
        rh: relative humidity as a fraction
    """
    return float(SETTLE_DAYS * 2 ** (-(rh - 0.5) / HUMID_DOUBLING_RH))


def length_on(days: float, release_cm: float, natural_cm: float, rh: float) -> float:
    """Length some days after the release.

    Args:
        days: since the release
        release_cm: at release [cm]
        natural_cm: of the hair left to curl [cm]
        rh: relative humidity as a fraction
    Source: own model, exponential toward the natural length.
    """
    return natural_cm + (release_cm - natural_cm) * math.exp(-days / settling_days(rh))


def definition_on(
    days: float, release: float, rh: float, fixative_g_per_m2: float = USUAL_HOLD
) -> float:
    """Definition some days after the release, 0 to 1. Own model, exponential.

    Args:
        days: since the release
        release: definition then, 0 to 1
        rh: relative humidity as a fraction; humid air fades it sooner
        fixative_g_per_m2: film formers on the hair, which keep it longer [g/m²]
    """
    humid = settling_days(rh) / SETTLE_DAYS
    return release * math.exp(-days / (fading_days(fixative_g_per_m2) * humid))


def fading_days(fixative_g_per_m2: float) -> float:
    """Days in which definition has faded to 1/e at 50 % RH. Own model."""
    return DEFINITION_DAYS + HELD_DAYS * covers(fixative_g_per_m2)


def volume(hair_g: float, definition: float, rh: float) -> float:
    """Room that hair takes with the air in it.

    Args:
        hair_g: dry hair [g]
        definition: 0 to 1; loose hair holds more air
        rh: relative humidity as a fraction
    Returns:
        volume [cm³]
    Source: own model.
    """
    packed = LOOSE_G_PER_CM3 + DEFINED_G_PER_CM3 * definition
    return hair_g / packed * (1 + SWELL_PER_RH * max(0.0, rh - 0.5))


@dataclass(frozen=True)
class Silhouette:
    """Hair from the front, the right half; the left mirrors it.

    Args:
        half_cm: half the breadth of the head [cm]
        end_cm: how far down hair reaches [cm]
        layer_cm: mean thickness of the layer [cm]
    """

    half_cm: float
    end_cm: float
    layer_cm: float

    def inner(self, share: float) -> tuple[Point, Point]:
        """A place on the head or below it, and the way outwards there.

        Args:
            share: of the way from the vertex to the ends
        """
        quarter = math.pi / 2
        # About a quarter of an ellipse over the head, then straight down.
        over = quarter * (self.half_cm + BROADEST_CM) / 2
        below = max(0.0, self.end_cm - BROADEST_CM)
        way = share * (over + below)
        if way >= over:
            return (self.half_cm, BROADEST_CM + way - over), (1.0, 0.0)
        turn = way / over * quarter
        x, y = self.half_cm * math.sin(turn), BROADEST_CM * (1 - math.cos(turn))
        out = math.sin(turn) / self.half_cm, -math.cos(turn) / BROADEST_CM
        size = math.hypot(*out)
        return (x, y), (out[0] / size, out[1] / size)

    def thickness(self, share: float) -> float:
        """Thickness of the layer [cm]."""
        swell = TOP_SHARE + WIDENING * share
        if share > ROUND_FROM:
            left = (share - ROUND_FROM) / (1 - ROUND_FROM)
            swell *= max(0.0, 1 - left**ROUNDNESS) ** (1 / ROUNDNESS)
        return self.layer_cm * swell

    def at(self, share: float, depth: float) -> Point:
        """A place in the layer: `share` of the way down, `depth` of the way out."""
        (x, y), (right, down) = self.inner(share)
        out = depth * self.thickness(share)
        return x + right * out, y + down * out

    def outline(self) -> list[Point]:
        """The closed silhouette, both halves."""
        shares = [step / OUTLINE_POINTS for step in range(OUTLINE_POINTS + 1)]
        right = [self.at(share, 1.0) for share in shares]
        left = [(-x, y) for x, y in reversed(right)]
        return [round_point(point) for point in (*right, *left)]

    def strand(self, depth: float, curl_cm: float, rise_cm: float) -> list[Point]:
        """One lock, waving as its curl does.

        Args:
            depth: how far out in the layer it lies, 0 to 1
            curl_cm: across its curl [cm]
            rise_cm: of one turn [cm]
        """
        down = BROADEST_CM + max(0.0, self.end_cm - BROADEST_CM)
        turns = down / max(rise_cm, FINEST_TURN_CM)
        count = min(STRAND_POINTS_MOST, max(24, math.ceil(turns * STRAND_POINTS_PER_TURN)))
        points = []
        for step in range(count + 1):
            share = 0.04 + 0.94 * step / count
            layer = self.thickness(share)
            wave = min(curl_cm / 2, CURL_OF_LAYER * layer) * math.sin(2 * math.pi * turns * share)
            (x, y), (right, below) = self.inner(share)
            out = min(layer, max(0.0, depth * layer + wave))
            points.append(round_point((x + right * out, y + below * out)))
        return points

    @property
    def breadth_cm(self) -> float:
        """Across the widest place [cm]."""
        return 2 * max(x for x, _ in self.outline())


def round_point(point: Point) -> Point:
    """To a tenth of a millimetre."""
    return round(point[0], 2), round(point[1], 2)


def silhouette(hair_cm3: float, hangs_cm: float, circumference_cm: float) -> Silhouette:
    """The layer of hair that takes so much room.

    Args:
        hair_cm3: volume of the hair with the air in it [cm³]
        hangs_cm: how far it hangs [cm]
        circumference_cm: head circumference [cm]
    Source: own model, the volume spread over both sides at a steady depth.
    """
    half = BREADTH_OF_RADIUS * circumference_cm / (2 * math.pi)
    end = max(SIDE_HAIRLINE_CM, hangs_cm)
    over = math.pi / 2 * (half + BROADEST_CM) / 2
    way = over + max(0.0, end - BROADEST_CM)
    return Silhouette(half, end, hair_cm3 / (2 * DEPTH_CM * way))


def strands(
    shape: Silhouette, curl_mm: float, index: float, definition: float
) -> list[list[Point]]:
    """Locks of the right half.

    Args:
        shape: the silhouette
        curl_mm: across the curl [mm]
        index: stretched over hanging length of the lock, > 1
        definition: clumped locks show their curl, loose ones blur
    """
    across = curl_mm / 10
    rise = curl.pitch(max(index, 1.02), across)
    shown: Sequence[float] = STRANDS_AT if definition >= BEFORE_DEFINITION else STRANDS_AT[::2]
    return [shape.strand(depth, across * (0.5 + 0.5 * definition), rise) for depth in shown]
