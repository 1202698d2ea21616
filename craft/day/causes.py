"""Why a day has no timetable, in a sentence the front desk can say to the client."""

from collections.abc import Iterator, Sequence

from craft.contract.day import DayRequest, HeadIn, Relaxation, SpecialistIn
from craft.messages import clock, join, say, word
from craft.words import duration, several


def least_minutes(head: HeadIn) -> float:
    """The shortest time a client needs, with no gaps between segments [min]."""
    return sum(segment.minutes for segment in head.segments)


def causes(request: DayRequest, offers: Sequence[Relaxation] = ()) -> Iterator[str]:
    """What keeps a day from having a timetable, the plainest cause first.

    Args:
        request: without a timetable
        offers: single changes after which there is one
    """
    for head in request.heads:
        if all(segment.start is not None for segment in head.segments):
            # This client keeps their time; another client is the one who does not fit.
            continue
        yield from causes_of(request, head)
    for offer in offers:
        if offer.kind == "station" and offer.station is not None:
            count = request.stations.get(offer.station, 0)
            if count == 1:
                yield say("The only {station} is taken at that time.", station=word(offer.station))
            else:
                yield say(
                    "All {count} {stations} are taken at that time.",
                    count=count,
                    stations=several(offer.station),
                )


def closing_of(request: DayRequest) -> int:
    """When the salon closes [min]; the day itself may be booked past it."""
    return request.close_min if request.closing_min is None else request.closing_min


def causes_of(request: DayRequest, head: HeadIn) -> Iterator[str]:
    """What keeps one client from fitting, whoever else comes."""
    name = head.name or head.id
    begin = max(head.arrive_min, request.open_min)
    end = begin + least_minutes(head)
    takes = say(
        "{name} takes at least {time}",
        name=name,
        time=duration(least_minutes(head)),
    )
    if head.start_by_min is not None and head.start_by_min < request.open_min:
        yield say("The salon opens at {open_min}.", open_min=clock(request.open_min))
    if end > request.close_min:
        yield (
            say(
                "{takes} and would end at {end}; the salon closes at {close_min}.",
                takes=takes,
                end=clock(end),
                close_min=clock(closing_of(request)),
            )
        )
    elif head.done_by_min is not None and end > head.done_by_min:
        yield (
            say(
                "{takes} and would end at {end}; {done_by_min} was promised.",
                takes=takes,
                end=clock(end),
                done_by_min=clock(head.done_by_min),
            )
        )
    if head.start_by_min is not None and any(segment.hands for segment in head.segments):
        yield from causes_of_hands(request, head)


def causes_of_hands(request: DayRequest, head: HeadIn) -> Iterator[str]:
    """Who is not there when a client has to begin."""
    able = [person for person in request.specialists if may_do(person, head)]
    begin = head.arrive_min
    latest = head.start_by_min if head.start_by_min is not None else begin
    here = [person for person in able if is_present(person, begin, latest)]
    if not here:
        names = join(say(" or "), (person.name or person.id for person in able)) or say("Nobody")
        if able:
            yield say("{names} does not work at {begin}.", names=names, begin=clock(begin))
        else:
            yield say("Nobody on duty then can do this.")
        return
    pauses = [
        (person, span)
        for person in here
        for span in person.breaks
        if span[0] <= begin < span[1] and latest < span[1]
    ]
    if len(pauses) == len(here):
        person, span = pauses[0]
        yield (
            say(
                "{name} has a break from {begin} to {end}.",
                name=person.name or person.id,
                begin=clock(span[0]),
                end=clock(span[1]),
            )
        )


def may_do(person: SpecialistIn, head: HeadIn) -> bool:
    """Whether somebody's hands may do all of this."""
    wanted = head.specialist is None or head.specialist == person.id
    return wanted and person.steps is None and (head.may is None or person.id in head.may)


def is_present(person: SpecialistIn, begin: int, latest: int) -> bool:
    """Whether somebody is there at some moment in which a client may begin."""
    if not person.present:
        return True
    return any(span[0] <= latest and begin < span[1] for span in person.present)


def cause(request: DayRequest, offers: Sequence[Relaxation] = ()) -> str:
    """The plainest cause; if there is none, that all specialists are busy."""
    return next(causes(request, offers), say("Everyone is busy at that time."))
