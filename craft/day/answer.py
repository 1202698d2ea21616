"""A day answered: the timetable, its odds, what it changes, or why there is none."""

import time
from collections.abc import Mapping, Sequence
from dataclasses import replace

from craft.contract.day import (
    Baselines,
    ChangeOut,
    DayAnswer,
    DayRequest,
    HeadIn,
    HeadOut,
    Relaxation,
    SegmentOut,
)
from craft.day.causes import cause
from craft.day.greedy import best_of_orders, first_fit, one_after_another
from craft.day.layout import Placed, Segment, Timetable, hours_present, segments_of
from craft.day.odds import Odds, odds_of, worst
from craft.day.relaxing import relaxations
from craft.day.search import Result, repair, search
from craft.day.standing import Stretch, load_of
from craft.messages import join, say

#: Of the seconds, for the timetable of minutes as expected; the rest for one with room to spare.
MEAN_SHARE = 0.6
#: A timetable with slack is chosen if its least certain appointment gains these odds. Own value.
WORTH_ODDS = 0.03
#: Slack: each step is planned this many standard deviations longer. Own value.
SPARE_Z = 0.67


def day(request: DayRequest) -> DayAnswer:
    """A legal timetable of a day: the earliest finish, the least waiting in it, promises kept.

    Args:
        request: heads with their segments, people, stations, hours
    Raises:
        CraftError: a segment names a station or a person that is not there
    """
    began = time.monotonic()
    heads = segments_of(request)
    baselines = Baselines(
        one_after_another_min=one_after_another(request, heads), first_fit_min=None
    )
    if not heads:
        return empty(request, baselines, time.monotonic() - began)
    greedy = first_fit(request, heads)
    if greedy is not None:
        finish = max(placed.end for placed in greedy.values())
        baselines = baselines.model_copy(update={"first_fit_min": finish})
    before = {
        (kept.head, kept.index): Placed(kept.start, kept.start, kept.specialist)
        for kept in request.kept
    }
    result = timetable(request, heads, before, best_of_orders(request, heads))
    if not result.timetable:
        explained = request.explain and result.status == "infeasible"
        offers = relaxations(request) if explained else []
        return impossible(request, result, offers, baselines, time.monotonic() - began)
    odds = odds_of(request, heads, result.timetable, request.draws)
    return day_answer(request, heads, result, odds, baselines, time.monotonic() - began)


def timetable(
    request: DayRequest,
    heads: Sequence[Sequence[Segment]],
    before: Timetable,
    greedy: Timetable | None,
) -> Result:
    """The timetable that is answered.

    The search begins from that of before, else from where everything first fits; what it finds in
    time is legal. Of a timetable by expected minutes and one with room to spare that is taken whose
    promises hold; where that is much the same, the earlier.
    """
    if request.least_change and before:
        result = repair(request, heads, before, request.limit_s)
        return fallback(result, greedy)
    begin = before or greedy or {}
    unsure = bool(request.draws) and any(
        segment.source.spread for segments in heads for segment in segments if segment.hands
    )
    limit = request.limit_s * (MEAN_SHARE if unsure else 1.0)
    result = fallback(search(request, heads, begin, limit), greedy)
    if not unsure or not result.timetable:
        return result
    roomy = search(
        request, [with_slack(own) for own in heads], result.timetable, request.limit_s - limit
    )
    if not roomy.timetable:
        return result
    tight = worst(odds_of(request, heads, result.timetable, request.draws))
    spare = worst(odds_of(request, heads, roomy.timetable, request.draws))
    if spare < tight + WORTH_ODDS:
        return result
    return Result("feasible", roomy.timetable, result.bound_min, roomy=True)


def fallback(result: Result, greedy: Timetable | None) -> Result:
    """Where the search ran out of time, the timetable in which everything first fits."""
    if result.status == "unknown" and greedy is not None:
        return Result("feasible", greedy, None)
    return result


def with_slack(segments: Sequence[Segment]) -> list[Segment]:
    """Segments that take as long as they do three times in four."""
    results = []
    for segment in segments:
        longer = 1 + SPARE_Z * segment.source.spread
        by = tuple(replace(hands, minutes=round(hands.minutes * longer)) for hands in segment.by)
        results.append(replace(segment, by=by))
    return results


def empty(request: DayRequest, baselines: Baselines, took_s: float) -> DayAnswer:
    """A day on which nobody comes."""
    return DayAnswer(
        status="optimal",
        finish_min=request.open_min,
        bound_min=request.open_min,
        segments=[],
        heads=[],
        changes=[],
        load=[],
        why_not="",
        relaxations=[],
        hands_idle_min=0,
        baselines=baselines,
        took_s=round(took_s, 3),
    )


def impossible(
    request: DayRequest,
    result: Result,
    offers: Sequence[Relaxation],
    baselines: Baselines,
    took_s: float,
) -> DayAnswer:
    """Why there is no timetable, and what would make one."""
    if result.status == "infeasible":
        why = cause(request, offers)
        if offers:
            why += say(" This would help: {text}", text=offers[0].text)
        else:
            why += say(" No single change is enough: move one client to another day.")
    else:
        why = say(
            "No timetable was found in {limit_s:g} s. Allow more time.", limit_s=request.limit_s
        )
    return empty(request, baselines, took_s).model_copy(
        update={
            "status": "infeasible",
            "finish_min": None,
            "bound_min": None,
            "why_not": why,
            "relaxations": list(offers),
        }
    )


def day_answer(
    request: DayRequest,
    heads: Sequence[Sequence[Segment]],
    result: Result,
    odds: Mapping[str, Odds],
    baselines: Baselines,
    took_s: float,
) -> DayAnswer:
    """A timetable with everything that is reported on it."""
    table = result.timetable
    segments = [
        segment_out(segment, table[segment.head, segment.index]) for own in heads for segment in own
    ]
    segments.sort(key=lambda segment: (segment.start, segment.head, segment.index))
    finish = result.finish_min or request.open_min
    present = hours_present(request.specialists, request.open_min, request.close_min)
    stretches = [
        Stretch(part.head, part.station, part.hands, part.specialist, part.start, part.end)
        for part in segments
    ]
    load = load_of(stretches, present, list(request.stations), request.open_min, finish)
    return DayAnswer(
        status=result.status,
        finish_min=finish,
        bound_min=result.bound_min,
        roomy=result.roomy,
        segments=segments,
        heads=[
            head_out(head, own, table, odds.get(head.id))
            for head, own in zip(request.heads, heads, strict=True)
        ],
        changes=changes(request, table),
        load=load,
        why_not="",
        relaxations=[],
        hands_idle_min=hands_idle(request, segments, finish),
        baselines=baselines,
        took_s=round(took_s, 3),
    )


def segment_out(segment: Segment, placed: Placed) -> SegmentOut:
    """A segment in time."""
    return SegmentOut(
        head=segment.head,
        index=segment.index,
        key=segment.source.key,
        start=placed.start,
        end=placed.end,
        station=segment.source.station,
        hands=segment.hands,
        specialist=placed.specialist,
    )


def head_out(
    head: HeadIn, segments: Sequence[Segment], table: Timetable, odds: Odds | None
) -> HeadOut:
    """What becomes of a head."""
    start = table[head.id, 0].start
    end = table[head.id, len(segments) - 1].end
    busy = sum(
        table[head.id, segment.index].end - table[head.id, segment.index].start
        for segment in segments
    )
    return HeadOut(
        head=head.id,
        start=start,
        end=end,
        idle_min=max(0, end - start - busy),
        on_time=round(odds.on_time, 3) if odds else None,
        over_wait=round(odds.over_wait, 3) if odds else None,
    )


def changes(request: DayRequest, table: Timetable) -> list[ChangeOut]:
    """Who is moved against the timetable of before, the most moved first."""
    firsts: dict[str, int] = {}
    lasts: dict[str, tuple[int, int]] = {}
    for kept in request.kept:
        if kept.index == 0:
            firsts[kept.head] = kept.start
        if kept.index >= lasts.get(kept.head, (-1, 0))[0]:
            lasts[kept.head] = (kept.index, kept.start)
    results = []
    for head in request.heads:
        if head.id not in lasts or (head.id, lasts[head.id][0]) not in table:
            continue
        index, last = lasts[head.id]
        by = table[head.id, index].start - last
        start_by = table[head.id, 0].start - firsts.get(head.id, table[head.id, 0].start)
        if by or start_by:
            name = head.name or head.id
            results.append(
                ChangeOut(
                    head=head.id,
                    by_min=by,
                    start_by_min=start_by,
                    text=move_text(name, start_by, by),
                )
            )
    return sorted(results, key=lambda change: -abs(change.by_min))


def move_text(name: str, start_by: int, by: int) -> str:
    """That somebody is moved, in words."""

    def words(minutes: int) -> str:
        return say(
            "{minutes} min later" if minutes > 0 else "{minutes} min earlier", minutes=abs(minutes)
        )

    parts = []
    if start_by:
        parts.append(say("begins {words}", words=words(start_by)))
    if by:
        parts.append(say("is done {words}", words=words(by)))
    return say("{name} {what}.", name=name, what=join(say(" and "), parts))


def hands_idle(request: DayRequest, segments: Sequence[SegmentOut], finish: int) -> int:
    """Minutes of hands that are present and not needed, until the last head is done [min]."""
    present = hours_present(request.specialists, request.open_min, finish)
    there = sum(
        max(0, min(until, finish) - begin) for spans in present.values() for begin, until in spans
    )
    return there - sum(part.end - part.start for part in segments if part.hands)
