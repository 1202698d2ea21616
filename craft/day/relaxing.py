"""What would make an impossible day possible: single changes, the cheapest first."""

import time
from collections.abc import Iterator

from craft.contract.day import DayRequest, Relaxation
from craft.day.layout import segments_of
from craft.day.search import feasible
from craft.errors import CraftError
from craft.messages import clock, message, say, word

#: Seconds for each change that is tried, and for all of them.
EACH_S, ALL_S = 0.25, 4.0
OFFERS_MOST = 4
#: Minutes that are offered. Own values.
WAITS, EXTENSIONS = (5, 10, 20), (15, 30, 60)


def relaxations(request: DayRequest) -> list[Relaxation]:
    """Single changes after which there is a timetable; of each kind the smallest."""
    results: list[Relaxation] = []
    until = time.monotonic() + ALL_S
    taken: set[tuple[str, str | None, str | None, int | None]] = set()
    for relaxed, change in candidates(request):
        what = (change.kind, change.head, change.station, change.index)
        enough = len(results) >= OFFERS_MOST or time.monotonic() > until
        if enough:
            break
        kinds = sum(other.kind == change.kind for other in results)
        if what in taken or kinds >= 2:  # noqa: PLR2004
            continue
        if possible(relaxed):
            taken.add(what)
            results.append(change)
    return results


def possible(request: DayRequest) -> bool:
    """Whether a day has a timetable."""
    if not request.heads:
        return True
    try:
        heads = segments_of(request)
    except CraftError:
        return False
    return feasible(request, heads, EACH_S)


def candidates(request: DayRequest) -> Iterator[tuple[DayRequest, Relaxation]]:
    """Changes that are tried, in the order of what they cost."""
    yield from longer_waits(request)
    yield from later_promises(request)
    yield from another_station(request)
    yield from later_closing(request)
    yield from without_a_head(request)


def display_name(request: DayRequest, place: int) -> str:
    """What a head is called."""
    return request.heads[place].name or request.heads[place].id


def longer_waits(request: DayRequest) -> Iterator[tuple[DayRequest, Relaxation]]:
    """Something may sit, or somebody wait, longer."""
    for by in WAITS:
        for place, head in enumerate(request.heads):
            for index, segment in enumerate(head.segments):
                if segment.max_wait_after is None:
                    continue
                changed = segment.model_copy(update={"max_wait_after": segment.max_wait_after + by})
                segments = [*head.segments[:index], changed, *head.segments[index + 1 :]]
                text = say(
                    "Let {name} wait {by} min longer after {title}.",
                    name=display_name(request, place),
                    by=by,
                    title=segment.title or segment.key or segment.station,
                )
                yield (
                    with_head(request, place, segments=segments),
                    Relaxation(text=text, kind="longer_wait", head=head.id, index=index, by=by),
                )


def with_head(request: DayRequest, place: int, **changes: object) -> DayRequest:
    """A day with one head changed."""
    heads = list(request.heads)
    heads[place] = heads[place].model_copy(update=changes)
    return request.model_copy(update={"heads": heads})


#: What is promised again, by the field that holds it.
PROMISES = {
    "done_by_min": message("Promise {name} to be done {by} min later."),
    "start_by_min": message("Promise {name} to start {by} min later."),
}


def later_promises(request: DayRequest) -> Iterator[tuple[DayRequest, Relaxation]]:
    """A promise is given again."""
    for by in EXTENSIONS:
        for place, head in enumerate(request.heads):
            for field, text in PROMISES.items():
                minute = getattr(head, field)
                if minute is None:
                    continue
                yield (
                    with_head(request, place, **{field: minute + by}),
                    Relaxation(
                        text=say(text, name=display_name(request, place), by=by),
                        kind="promise",
                        head=head.id,
                        by=by,
                    ),
                )


def another_station(request: DayRequest) -> Iterator[tuple[DayRequest, Relaxation]]:
    """One station more."""
    for name, count in request.stations.items():
        yield (
            request.model_copy(update={"stations": {**request.stations, name: count + 1}}),
            Relaxation(
                text=say(
                    "One {station} more: {count} instead of {before}.",
                    station=word(name),
                    count=count + 1,
                    before=count,
                ),
                kind="station",
                station=name,
                by=1,
            ),
        )


def later_closing(request: DayRequest) -> Iterator[tuple[DayRequest, Relaxation]]:
    """The salon stays open longer, and so does everybody."""
    for by in EXTENSIONS:
        close = request.close_min + by
        people = [
            person.model_copy(
                update={
                    "present": [
                        (begin, close if end >= request.close_min else end)
                        for begin, end in person.present
                    ]
                }
            )
            for person in request.specialists
        ]
        yield (
            request.model_copy(update={"close_min": close, "specialists": people}),
            Relaxation(
                text=say("Stay open until {close}.", close=clock(close)), kind="close", by=by
            ),
        )


def without_a_head(request: DayRequest) -> Iterator[tuple[DayRequest, Relaxation]]:
    """Somebody comes another day: the last to come first."""
    order = sorted(range(len(request.heads)), key=lambda place: -request.heads[place].arrive_min)
    for place in order:
        rest = [head for at, head in enumerate(request.heads) if at != place]
        yield (
            request.model_copy(update={"heads": rest}),
            Relaxation(
                text=say(
                    "Book {name} for another day.",
                    name=display_name(request, place),
                ),
                kind="leave_out",
                head=request.heads[place].id,
            ),
        )
