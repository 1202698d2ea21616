"""Timetables without thought: one head after another, and each where it first fits.

The second is a legal answer at once, from which the search begins.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from craft.contract.day import DayRequest, HeadIn
from craft.day.layout import Placed, Segment, away

#: Beginnings are tried in steps of [min].
STEP_MIN = 5
#: How many random orders are tried. Own value.
ORDERS = 24
Minutes = NDArray[np.int32]


@dataclass
class Free:
    """What is taken, minute by minute.

    Args:
        stations: how many of each are taken
        hands: whether somebody's hands are
        most: how many of each there are
    """

    stations: dict[str, Minutes]
    hands: dict[str, Minutes]
    most: dict[str, int]
    placed: dict[tuple[str, int], Placed] = field(default_factory=dict)

    def station(self, name: str, begin: int, end: int) -> bool:
        """Whether a place is free all the time."""
        return bool((self.stations[name][begin:end] < self.most[name]).all())

    def full_after(self, name: str, begin: int, end: int) -> int:
        """The minute after the last one in which a place is taken within a time; else its begin."""
        return after_last(self.stations[name][begin:end] >= self.most[name], begin)

    def whose(self, segment: Segment, begin: int) -> tuple[int, str] | None:
        """Whose hands are free for a segment, and until when."""
        for hands in segment.by:
            end = begin + hands.minutes
            if not self.hands[hands.specialist][begin:end].any():
                return end, hands.specialist
        return None

    def busy_after(self, segment: Segment, begin: int) -> int:
        """Before this minute nobody's hands are free for a segment that would begin by then."""
        return min(
            after_last(self.hands[hands.specialist][begin : begin + hands.minutes] > 0, begin)
            for hands in segment.by
        )

    def take(self, chain: Sequence[tuple[Segment, Placed, int]]) -> None:
        """Take the stations and hands of a head."""
        for segment, placed, leaves in chain:
            self.stations[segment.source.station][placed.start : leaves] += 1
            if placed.specialist is not None:
                self.hands[placed.specialist][placed.start : placed.end] = 1
            self.placed[segment.head, segment.index] = placed


def after_last(taken: NDArray[np.bool_], begin: int) -> int:
    """The minute after the last that is taken, counted from a beginning; that where none is."""
    minutes = np.flatnonzero(taken)
    return begin + int(minutes[-1]) + 1 if minutes.size else begin


def free_of(request: DayRequest) -> Free:
    """A day on which nothing is taken but what people are away."""
    length = request.close_min + 1
    hands = {}
    for specialist in request.specialists:
        taken = np.zeros(length, dtype=np.int32)
        for begin, end in away(specialist, request.open_min, request.close_min):
            taken[begin:end] = 1
        hands[specialist.id] = taken
    stations = {name: np.zeros(length, dtype=np.int32) for name in request.stations}
    return Free(stations, hands, dict(request.stations))


Chain = list[tuple[Segment, Placed, int]]


def chain_from(free: Free, segments: Sequence[Segment], begin: int, close_min: int) -> Chain | None:
    """A head's segments from a minute on, each as early as it can; None if one cannot."""
    chain: Chain = []
    earliest, latest = begin, begin
    for segment in segments:
        place = segment_from(free, segment, earliest, min(latest, close_min))
        if place is None or place.end > close_min:
            return None
        if chain:
            before, placed, _ = chain[-1]
            if not free.station(before.source.station, placed.start, place.start):
                return None
            # Whoever waits keeps the place, and what may grow grows.
            chain[-1] = (before, grown(before, placed, place.start), place.start)
        chain.append((segment, place, place.end))
        wait = segment.source.max_wait_after
        earliest = place.end
        slack = segment.most - segment.minutes if not segment.hands else 0
        latest = close_min if wait is None else place.end + slack + round(wait)
    return chain


def grown(segment: Segment, placed: Placed, until: int) -> Placed:
    """A wait that lasts until the next segment, as far as it may."""
    if segment.hands:
        return placed
    return Placed(placed.start, min(until, placed.start + segment.most))


def segment_from(free: Free, segment: Segment, earliest: int, latest: int) -> Placed | None:
    """The first place for a segment within a time."""
    fixed, station = segment.source.start, segment.source.station
    begin, latest = (earliest, latest) if fixed is None else (fixed, fixed)
    while begin <= latest:
        if segment.hands:
            whose = free.whose(segment, begin)
            if whose is None:
                # Whoever begins before that meets the same minute of work.
                begin = max(begin + 1, free.busy_after(segment, begin))
                continue
            end, name = whose
        else:
            end, name = begin + segment.minutes, None
        if free.station(station, begin, end):
            return Placed(begin, end, name)
        # However quick the hands, the place would be taken in that minute.
        begin = max(begin + 1, free.full_after(station, begin, begin + segment.least))
    return None


def first_fit(
    request: DayRequest,
    heads: Sequence[Sequence[Segment]],
    order: Sequence[int] | None = None,
) -> dict[tuple[str, int], Placed] | None:
    """Each head where it first fits; None where one does not.

    Args:
        request: the day
        heads: segments of every head
        order: places of the heads in the order in which they are placed; else those that come
            first first
    """
    free = free_of(request)
    places = in_order(request) if order is None else order
    for head, segments in ((request.heads[place], heads[place]) for place in places):
        chain = None
        for begin in beginnings(request, head, segments):
            chain = chain_from(free, segments, begin, request.close_min)
            done = chain[-1][1].end if chain else None
            if done is not None and (head.done_by_min is None or done <= head.done_by_min):
                break
            chain = None
        if chain is None:
            return None
        free.take(chain)
    return free.placed


def best_of_orders(
    request: DayRequest, heads: Sequence[Sequence[Segment]]
) -> dict[tuple[str, int], Placed] | None:
    """The earliest of many timetables in which every head first fits, in orders drawn by chance."""
    random = np.random.default_rng(1)
    usual = in_order(request)
    running = sum(head.segments[0].start is not None for head in request.heads)
    best, best_finish = first_fit(request, heads, usual), request.close_min + 1
    if best is not None:
        best_finish = max(placed.end for placed in best.values())
    for _ in range(ORDERS if len(usual) > 1 else 0):
        # What runs already stays where it is and is placed first.
        order = [*usual[:running], *random.permutation(usual[running:]).tolist()]
        table = first_fit(request, heads, order)
        finish = max((placed.end for placed in (table or {}).values()), default=best_finish)
        if table is not None and finish < best_finish:
            best, best_finish = table, finish
    return best


def in_order(request: DayRequest) -> list[int]:
    """Places of the heads as they come: what runs already, then by arrival, then by promise."""
    return sorted(
        range(len(request.heads)),
        key=lambda place: (
            request.heads[place].segments[0].start is None,
            request.heads[place].arrive_min,
            request.close_min
            if request.heads[place].done_by_min is None
            else request.heads[place].done_by_min,
        ),
    )


def beginnings(request: DayRequest, head: HeadIn, segments: Sequence[Segment]) -> range:
    """Minutes at which a head may begin."""
    fixed = segments[0].source.start
    if fixed is not None:
        return range(fixed, fixed + 1)
    last = request.close_min if head.start_by_min is None else head.start_by_min + 1
    return range(max(request.open_min, head.arrive_min), last, STEP_MIN)


def one_after_another(request: DayRequest, heads: Sequence[Sequence[Segment]]) -> int | None:
    """When the day ends if everybody stays with a head until it is done [min].

    None where somebody's hours are not enough, or nobody works alone.
    """
    workers = [worker for worker in request.specialists if worker.steps is None]
    if not workers:
        return None
    free_at = {worker.id: request.open_min for worker in workers}
    finish = request.open_min
    for head, segments in ((request.heads[place], heads[place]) for place in in_order(request)):
        who = min(free_at, key=lambda name: free_at[name])
        if head.specialist in free_at:
            who = head.specialist
        begin = max(free_at[who], head.arrive_min)
        minutes = 0
        for segment in segments:
            own = [hands.minutes for hands in segment.by if hands.specialist == who]
            minutes += own[0] if own else segment.least
        free_at[who] = begin + minutes
        finish = max(finish, free_at[who])
    return finish
