"""Whether promises hold: the day drawn many times with minutes as unsure as they are."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from craft.contract.day import DayIn
from craft.day.layout import Segment, Timetable

#: A promise is kept if it is kept within so much [min]. Own value.
GRACE_MIN = 5.0
Draws = NDArray[np.float64]


@dataclass(frozen=True)
class Odds:
    """What becomes of a head over all draws: done on time, something sat too long."""

    on_time: float
    over_wait: float


def odds_of(
    request: DayIn,
    heads: Sequence[Sequence[Segment]],
    table: Timetable,
    draws: int,
    seed: int = 1,
    over_by: int = 0,
) -> dict[str, Odds]:
    """Odds for every head.

    Segments keep their order at every pair of hands and in every head; nothing begins before its
    planned minute. Minutes of hands are log-normal about what is planned. Stations are taken to be
    free once the head before has left, as planned.

    Args:
        request: the day
        heads: segments of every head
        table: where everything is planned
        draws: how many days; none: no odds
        seed: of the draws
        over_by: what ends by then is over, and no longer unsure [min]
    """
    if not draws:
        return {}
    random = np.random.default_rng(seed)
    every = sorted(
        (segment for segments in heads for segment in segments),
        key=lambda segment: (table[segment.head, segment.index].start, segment.index),
    )
    hands_free: dict[str, Draws] = {}
    head_free: dict[str, Draws] = {}
    over: dict[str, NDArray[np.bool_]] = {}
    limits: dict[str, Draws] = {}
    for segment in every:
        placed = table[segment.head, segment.index]
        start = np.full(draws, float(placed.start))
        if segment.head in head_free:
            start = np.maximum(start, head_free[segment.head])
        if placed.specialist is not None and placed.specialist in hands_free:
            start = np.maximum(start, hands_free[placed.specialist])
        if segment.head in limits:
            late = start > limits.pop(segment.head) + 0.5
            over[segment.head] = over.get(segment.head, np.zeros(draws, dtype=bool)) | late
        planned = float(
            next(
                (hands.minutes for hands in segment.by if hands.specialist == placed.specialist),
                segment.minutes,
            )
        )
        unsure = segment.hands and placed.end > over_by
        minutes = planned * drawn(random, segment.source.spread if unsure else 0.0, draws)
        end = start + minutes
        head_free[segment.head] = end
        if placed.specialist is not None:
            hands_free[placed.specialist] = end
        wait = segment.source.max_wait_after
        if wait is not None:
            slack = 0 if segment.hands else segment.most - segment.minutes
            limits[segment.head] = end + slack + wait
    return {
        head.id: Odds(
            float((head_free[head.id] <= promise(request, table, place) + GRACE_MIN).mean()),
            float(over.get(head.id, np.zeros(draws, dtype=bool)).mean()),
        )
        for place, head in enumerate(request.heads)
    }


def drawn(random: np.random.Generator, spread: float, draws: int) -> Draws:
    """Factors of minutes whose median is one."""
    return np.exp(random.normal(0.0, spread, draws)) if spread else np.ones(draws)


def promise(request: DayIn, table: Timetable, place: int) -> float:
    """When a head is to be done: as promised, else as planned [min]."""
    head = request.heads[place]
    if head.done_by_min is not None:
        return float(head.done_by_min)
    return float(table[head.id, len(head.segments) - 1].end)


def worst(odds: Mapping[str, Odds]) -> float:
    """The odds of the promise that holds least."""
    return min((each.on_time for each in odds.values()), default=1.0)
