"""A day as the search sees it: segments with whole minutes, and who may work on them."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from craft.contract.day import DayRequest, HeadIn, SegmentIn, SpecialistIn
from craft.errors import CraftError
from craft.messages import join, say

Key = tuple[str, int]


@dataclass(frozen=True)
class Placed:
    """A segment in time, and whose hands it has."""

    start: int
    end: int
    specialist: str | None = None


#: Where every segment is: by head and place.
Timetable = Mapping[Key, Placed]


@dataclass(frozen=True)
class Hands:
    """Somebody who may work on a segment, and how long it takes them [min]."""

    specialist: str
    minutes: int


@dataclass(frozen=True)
class Segment:
    """A segment of a head.

    Args:
        head, index: whose, and its place
        source: as it was asked for
        minutes: how long, where no hands are on the hair [min]
        most: how long it may last [min]
        by: who may work on it; nobody where no hands are on the hair
    """

    head: str
    index: int
    source: SegmentIn
    minutes: int
    most: int
    by: tuple[Hands, ...]

    @property
    def hands(self) -> bool:
        return self.source.hands

    @property
    def least(self) -> int:
        """The shortest it can last [min]."""
        return min((hands.minutes for hands in self.by), default=self.minutes)


def whole(minutes: float) -> int:
    """Whole minutes: what takes any time takes one."""
    return max(1, round(minutes)) if minutes > 0 else 0


def may_work(specialist: SpecialistIn, head: HeadIn, segment: SegmentIn) -> bool:
    """Whether somebody may do a segment: whose it is, who is wanted, what an assistant does."""
    named = segment.specialist or (None if assists(specialist, segment) else head.specialist)
    if named is not None and named != specialist.id:
        return False
    knows = head.may is None or specialist.id in head.may or assists(specialist, segment)
    if not knows:
        return False
    return specialist.steps is None or segment.key in specialist.steps


def assists(specialist: SpecialistIn, segment: SegmentIn) -> bool:
    """Whether somebody helps with a step whoever is wanted: an assistant who may do it."""
    return specialist.steps is not None and segment.key in specialist.steps


def segments_of(request: DayRequest) -> list[list[Segment]]:
    """Every head's segments.

    Raises:
        CraftError: a station or a person is not there; names the field
    """
    known = {specialist.id for specialist in request.specialists}
    result = []
    for place, head in enumerate(request.heads):
        check_named(head.specialist, known, f"heads.{place}.specialist")
        own = []
        for index, segment in enumerate(head.segments):
            field = f"heads.{place}.segments.{index}"
            if not request.stations.get(segment.station):
                there = join(", ", (name for name, count in request.stations.items() if count))
                raise CraftError(
                    f"{field}.station",
                    say(
                        "There is no {station} here. Choose one of: {there}.",
                        station=segment.station,
                        there=there,
                    ),
                )
            check_named(segment.specialist, known, f"{field}.specialist")
            own.append(one_segment(request, head, index, segment, field))
        result.append(own)
    return result


def check_named(name: str | None, known: set[str], field: str) -> None:
    """A person who is named is there.

    Raises:
        CraftError: they are not
    """
    if name is not None and name not in known:
        raise CraftError(
            field,
            say(
                "Nobody here is called {name}. Choose one of: {known}.",
                name=name,
                known=join(", ", known),
            ),
        )


def one_segment(
    request: DayRequest, head: HeadIn, index: int, segment: SegmentIn, field: str
) -> Segment:
    """One segment with whoever may work on it.

    Raises:
        CraftError: it needs hands and nobody may
    """
    by: tuple[Hands, ...] = ()
    if segment.hands:
        by = tuple(
            Hands(specialist.id, whole(segment.minutes * specialist.pace))
            for specialist in request.specialists
            if may_work(specialist, head, segment)
        )
        if not by:
            raise CraftError(f"{field}.hands", say("Nobody on duty is allowed to do this."))
    minutes = whole(segment.minutes)
    most = minutes if segment.minutes_most is None else math.floor(segment.minutes_most)
    return Segment(head.id, index, segment, minutes, max(minutes, most), by)


def away(specialist: SpecialistIn, open_min: int, close_min: int) -> list[tuple[int, int]]:
    """When somebody's hands are not there, within the day."""
    gone = list(specialist.breaks)
    if specialist.present:
        at = open_min
        for begin, end in sorted(specialist.present):
            if begin > at:
                gone.append((at, begin))
            at = max(at, end)
        if at < close_min:
            gone.append((at, close_min))
    return sorted((begin, end) for begin, end in gone if end > begin)


def hours_present(
    specialists: Sequence[SpecialistIn], open_min: int, close_min: int
) -> dict[str, list[tuple[int, int]]]:
    """When each one's hands are there."""
    present = {}
    for specialist in specialists:
        spans, at = [], open_min
        for begin, end in away(specialist, open_min, close_min):
            if begin > at:
                spans.append((at, begin))
            at = max(at, end)
        if at < close_min:
            spans.append((at, close_min))
        present[specialist.id] = spans
    return present
