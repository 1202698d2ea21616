"""A day as it stands: what is needed of hands and places, what clashes, who gets tired, the odds.

Nothing is searched for here. Where everything is was decided before, by a search or by people.
"""

import itertools
from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from craft.contract.day import (
    BoardAnswer,
    BoardRequest,
    DayClash,
    DayRequest,
    KeptIn,
    LoadOut,
    SegmentIn,
    SpecialistIn,
    StandingOut,
    TiredOut,
)
from craft.contract.plan import Reason
from craft.contract.reasons import MODEL, reason
from craft.day.layout import Hands, Key, Placed, Segment, Timetable, hours_present, whole
from craft.day.odds import GRACE_MIN, odds_of
from craft.errors import CraftError
from craft.messages import join, say
from craft.vocabulary import DayClashKind
from craft.work.ergonomics import FINE_WORK_MIN, fine_runs

#: Hands needed and present are counted in pieces of so much [min].
LOAD_STEP_MIN = 15
#: An hour that holds less often than this is no promise. Own value.
PROMISE_ODDS = 0.6
Spans = Mapping[str, Sequence[tuple[int, int]]]


@dataclass(frozen=True)
class Stretch:
    """A segment where it is.

    Args:
        head: whose
        station: where
        hands: whether hands are on the hair
        specialist: whose hands, where that is known
        start, end: when [min]
        fine: fine or overhead work
    """

    head: str
    station: str
    hands: bool
    specialist: str | None
    start: int
    end: int
    fine: bool = False

    def at(self, minute: float) -> bool:
        """Whether it is under way at a minute."""
        return self.start <= minute < self.end


def board(request: BoardRequest) -> BoardAnswer:
    """How a day stands.

    Args:
        request: heads with their segments and where each is, people, stations, hours
    Raises:
        CraftError: a segment is nowhere
    """
    kept = kept_rows(request)
    heads, table = table_of(request, kept)
    stretches = [
        stretch_of(head.id, segment, kept[head.id, index])
        for head in request.heads
        for index, segment in enumerate(head.segments)
    ]
    ends = [stretch.end for stretch in stretches]
    first = min([request.open_min, *(stretch.start for stretch in stretches)])
    present = hours_present(request.specialists, request.open_min, request.close_min)
    odds = odds_of(request, heads, table, request.draws, over_by=request.now_min)
    return BoardAnswer(
        load=load_of(
            stretches, present, list(request.stations), first, max([request.close_min, *ends])
        ),
        clashes=clashes(request, stretches, present),
        heads=[
            StandingOut(
                head=head.id,
                on_time=round(odds[head.id].on_time, 3),
                over_wait=round(odds[head.id].over_wait, 3),
                doubtful=odds[head.id].on_time < PROMISE_ODDS,
            )
            for head in request.heads
        ]
        if odds
        else [],
        why=drawn_reason(request.draws),
        tired=list(arm_strain(request.specialists, stretches)),
        present_min=sum(end - begin for spans in present.values() for begin, end in spans),
        needed_min=sum(stretch.end - stretch.start for stretch in stretches if stretch.hands),
    )


def drawn_reason(draws: int) -> Reason:
    """What the odds of an hour rest on."""
    return reason(
        "odds_of_an_hour",
        say(
            "The day is simulated many times, with the minutes of each step drawn from their "
            "range; people and clients wait for each other as booked. On time means within "
            "{grace_min:g} min of the promised end, else of the planned one.",
            grace_min=GRACE_MIN,
        ),
        say("{draws} simulated days", draws=draws),
        MODEL,
    )


def kept_rows(request: BoardRequest) -> dict[Key, KeptIn]:
    """Where each segment is.

    Raises:
        CraftError: one is nowhere; names the field
    """
    kept = {(row.head, row.index): row for row in request.kept}
    for place, head in enumerate(request.heads):
        for index in range(len(head.segments)):
            if (head.id, index) not in kept:
                raise CraftError(
                    f"heads.{place}.segments.{index}", say("Say in `kept` where this segment is.")
                )
    return kept


def table_of(
    request: BoardRequest, kept: Mapping[Key, KeptIn]
) -> tuple[list[list[Segment]], Timetable]:
    """Segments of every head as the odds see them, and where each is."""
    pace = {person.id: person.pace for person in request.specialists}
    heads, table = [], {}
    for head in request.heads:
        own = []
        for index, segment in enumerate(head.segments):
            stretch = stretch_of(head.id, segment, kept[head.id, index])
            length, who = stretch.end - stretch.start, stretch.specialist
            table[head.id, index] = Placed(stretch.start, stretch.end, who)
            by: tuple[Hands, ...] = ()
            if segment.hands and who in pace:
                by = (Hands(who, whole(segment.minutes * pace[who])),)
            most = max(length, whole(segment.minutes_most or 0))
            own.append(Segment(head.id, index, segment, length, most, by))
        heads.append(own)
    return heads, table


def load_of(
    stretches: Sequence[Stretch], present: Spans, stations: Sequence[str], first: int, last: int
) -> list[LoadOut]:
    """Hands needed against hands present, and heads at every station, quarter by quarter."""
    results = []
    for begin in range(first, last, LOAD_STEP_MIN):
        middle = begin + LOAD_STEP_MIN // 2
        on = [stretch for stretch in stretches if stretch.at(middle)]
        results.append(
            LoadOut(
                start=begin,
                end=begin + LOAD_STEP_MIN,
                needed=sum(stretch.hands for stretch in on),
                present=sum(is_there(spans, middle) for spans in present.values()),
                places={
                    station: len({stretch.head for stretch in on if stretch.station == station})
                    for station in stations
                },
            )
        )
    return results


def is_there(spans: Iterable[tuple[int, int]], minute: float) -> bool:
    """Whether somebody is there at a minute."""
    return any(begin <= minute < end for begin, end in spans)


def clashes(request: BoardRequest, stretches: Sequence[Stretch], present: Spans) -> list[DayClash]:
    """What cannot be at once, in the order of the clock, each clash once while it goes on."""
    names = {head.id: head.name or head.id for head in request.heads}
    people = {person.id: person.name or person.id for person in request.specialists}
    results: dict[tuple[DayClashKind, str], list[DayClash]] = defaultdict(list)
    edges = sorted(
        {edge for stretch in stretches for edge in (stretch.start, stretch.end)}
        | {edge for spans in present.values() for span in spans for edge in span}
    )
    for begin, end in itertools.pairwise(edges):
        on = [stretch for stretch in stretches if stretch.start <= begin and stretch.end >= end]
        seen = (
            *no_place(on, request.stations, names),
            *same_hands(on, names, people),
            *no_hands(on, names, people, present, begin),
        )
        for kind, text, heads in seen:
            clash = DayClash(kind=kind, text=text, start=begin, end=end, heads=heads)
            row = results[kind, text]
            # Hands that are not there are missing until the head is done, waits or not.
            if row and (row[-1].end == begin or kind is DayClashKind.AWAY):
                row[-1] = row[-1].model_copy(update={"end": end})
            else:
                row.append(clash)
    return sorted(
        (clash for row in results.values() for clash in row), key=lambda clash: clash.start
    )


Seen = Iterator[tuple[DayClashKind, str, list[str]]]


def no_place(on: Sequence[Stretch], stations: Mapping[str, int], names: Mapping[str, str]) -> Seen:
    """More heads at a station than it has places."""
    for station in sorted({stretch.station for stretch in on}):
        heads = sorted({stretch.head for stretch in on if stretch.station == station})
        count = stations.get(station, 0)
        if len(heads) > count:
            yield (
                DayClashKind.PLACE,
                say(
                    "{names} at {count} × {station}",
                    names=joined_names(heads, names),
                    count=count,
                    station=station,
                ),
                heads,
            )


def same_hands(on: Sequence[Stretch], names: Mapping[str, str], people: Mapping[str, str]) -> Seen:
    """One pair of hands in the hair of two."""
    for person in sorted({stretch.specialist for stretch in on if stretch.specialist}):
        heads = sorted(
            {stretch.head for stretch in on if stretch.specialist == person and stretch.hands}
        )
        if len(heads) > 1:
            who = people.get(person, say("One person"))
            yield (
                DayClashKind.HANDS,
                say(
                    "{who} is needed by {names}",
                    who=who,
                    names=joined_names(heads, names),
                ),
                heads,
            )


def no_hands(
    on: Sequence[Stretch],
    names: Mapping[str, str],
    people: Mapping[str, str],
    present: Spans,
    minute: int,
) -> Seen:
    """Hands that are not there: off, in a break, or nobody's."""
    for stretch in on:
        if not stretch.hands:
            continue
        name = names[stretch.head]
        if stretch.specialist is None or stretch.specialist not in present:
            yield DayClashKind.AWAY, say("{name} has nobody assigned", name=name), [stretch.head]
        elif not is_there(present[stretch.specialist], minute):
            who = people[stretch.specialist]
            yield (
                DayClashKind.AWAY,
                say("{who} is not on duty for {name}", who=who, name=name),
                [stretch.head],
            )


def joined_names(heads: Sequence[str], names: Mapping[str, str]) -> str:
    """ "Ada, Bo and Cy"."""
    words = sorted(names[head] for head in heads)
    return join(say(" and "), [join(", ", words[:-1]), words[-1]] if len(words) > 1 else words)


def arm_strain(people: Sequence[SpecialistIn], stretches: Sequence[Stretch]) -> Iterator[TiredOut]:
    """Fine work that goes on for longer than arms bear, the first of each person."""
    for person in people:
        spans = [
            (stretch.start, stretch.end)
            for stretch in stretches
            if stretch.fine and stretch.hands and stretch.specialist == person.id
        ]
        for fine, until in fine_runs(spans):
            if fine > FINE_WORK_MIN:
                yield TiredOut(specialist=person.id, minutes=round(fine), until=round(until))
                break


def without_clashes(request: DayRequest) -> DayRequest:
    """A day that can be added to although something of it clashes already.

    What stays where it is and clashes, clashes whoever else comes: hands that are needed twice or
    are not there are left to one head or to none, and stations take whoever is at them now. What
    stays takes as long as it is there, whatever the pace of its hands is today.

    Args:
        request: heads whose segments all stay where they are, and `kept`
    """
    kept = {(row.head, row.index): row for row in request.kept}
    present = hours_present(request.specialists, request.open_min, request.close_min)
    pace = {person.id: person.pace for person in request.specialists}
    before: list[Stretch] = []
    heads = []
    for head in request.heads:
        own = []
        for index, segment in enumerate(head.segments):
            row = kept[head.id, index]
            stretch = stretch_of(head.id, segment, row)
            works = segment.hands and hands_are_there(stretch, before, present)
            before.append(stretch)
            own.append(
                as_it_is(segment, stretch, pace.get(row.specialist or "") if works else None)
            )
        heads.append(head.model_copy(update={"segments": own}))
    stations = dict(request.stations)
    for stretch in before:
        at_once = {
            other.head
            for other in before
            if other.station == stretch.station and other.at(stretch.start)
        }
        stations[stretch.station] = max(stations.get(stretch.station, 0), len(at_once))
    return request.model_copy(update={"heads": heads, "stations": stations})


def stretch_of(head: str, segment: SegmentIn, kept: KeptIn) -> Stretch:
    """A segment where it is kept; without an end it takes its minutes."""
    end = kept.start + round(segment.minutes) if kept.end is None else kept.end
    return Stretch(
        head, segment.station, segment.hands, kept.specialist, kept.start, end, segment.fine
    )


def as_it_is(segment: SegmentIn, stretch: Stretch, pace: float | None) -> SegmentIn:
    """A segment that stays as long as it is there.

    Args:
        segment: as planned
        stretch: minutes of the day it takes
        pace: minutes of its hands by those planned; None: nobody works at it
    """
    if not segment.hands:
        return segment
    changes: dict[str, object] = {
        "minutes": (stretch.end - stretch.start) / (pace or 1.0),
        "minutes_most": None,
    }
    if pace is None:
        changes |= {"hands": False, "specialist": None}
    return segment.model_copy(update=changes)


def hands_are_there(stretch: Stretch, others: Sequence[Stretch], present: Spans) -> bool:
    """Whether a stretch has its hands throughout, and no other before it in line needs them."""
    spans = present.get(stretch.specialist or "", ())
    if not any(begin <= stretch.start and stretch.end <= end for begin, end in spans):
        return False
    return not any(
        other.hands
        and other.specialist == stretch.specialist
        and other.start < stretch.end
        and other.end > stretch.start
        for other in others
    )
