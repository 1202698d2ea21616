"""Steps, sections, timers and pieces of a visit as its log has them."""

from collections import defaultdict
from datetime import datetime, timedelta

from craft.contract.events import (
    Event,
    KitIn,
    KitOut,
    Released,
    SectionDone,
    SectionReleased,
    StepDone,
    StepSkipped,
    StepStarted,
    TimerSet,
    TimerStopped,
)
from craft.contract.plan import Step
from craft.contract.visit import KitRun, ReleaseRun, SectionRun, SittingRun, StepRun, TimerRun
from craft.plan.timetable import SHAPES, shaped_at
from craft.visit.log import RELEASE, WORK, Log, begin_of, last, minutes_between
from craft.visit.ticked import hands_runs
from craft.vocabulary import KitPlace, SectionWork, StepStatus


def step_run(log: Log, step: Step) -> StepRun:
    """A step as it was worked: what was typed counts, else the time from start to end."""
    status, reason, by = StepStatus.PLANNED, "", ""
    minutes: float | None = None
    first: datetime | None = None
    running: datetime | None = None
    ended: datetime | None = None
    for entry in log.entries:
        if getattr(getattr(entry, "data", None), "step", None) != step.key:
            continue
        if isinstance(entry, StepStarted):
            status, running, by = StepStatus.RUNNING, entry.at, entry.by
            first = first or entry.at
        elif isinstance(entry, StepDone):
            took = entry.data.minutes
            if took is None and running is not None:
                took = round(minutes_between(running, entry.at), 1)
            if took is not None:
                minutes = (minutes or 0.0) + took
            status, ended, running, by = StepStatus.DONE, entry.at, None, entry.by
        elif isinstance(entry, StepSkipped):
            status, ended, by = StepStatus.SKIPPED, entry.at, entry.by
            reason, running = entry.data.reason, None
    return StepRun(
        key=step.key,
        sitting=step.sitting,
        status=status,
        minutes=minutes,
        started_at=first,
        running_since=running,
        ended_at=ended,
        by=by,
        reason=reason,
        hands=hands_runs(log, step, minutes),
    )


def section_runs(log: Log) -> list[SectionRun]:
    """Every section with what was ticked."""
    ticked = {(entry.data.section, entry.data.what) for entry in log.of(SectionDone)}
    released = {entry.data.section for entry in log.of(SectionReleased)}
    return [
        SectionRun(
            number=section.number,
            laid_in=(section.number, SectionWork.LAID_IN) in ticked,
            shaped=(section.number, SectionWork.SHAPED) in ticked,
            dried=(section.number, SectionWork.DRIED) in ticked,
            released=section.number in released,
        )
        for section in log.plan.sections
    ]


def shaped_when(log: Log) -> datetime | None:
    """When shaping ended: as noted, else as planned from the beginning."""
    ends = [entry.at for entry in log.of(StepDone) if entry.data.step in SHAPES]
    if ends:
        return max(ends)
    begin = begin_of(log)
    return begin + timedelta(minutes=shaped_at(log.plan.steps)) if begin else None


def release_run(log: Log) -> ReleaseRun | None:
    """When the set was opened: the first entry that tells of it."""
    opened = [
        entry
        for entry in log.entries
        if isinstance(entry, Released | SectionReleased)
        or (isinstance(entry, StepStarted | StepDone) and entry.data.step == RELEASE)
    ]
    shaped = shaped_when(log)
    if not opened or shaped is None:
        return None
    first = opened[0]
    hours = max(0.0, (first.at - shaped).total_seconds() / 3600)
    because = last(entry.data.damp_because for entry in log.of(Released)) or ""
    return ReleaseRun(
        at=first.at,
        by=first.by,
        after_h=round(hours, 2),
        damp_because=because,
        # By the plan, too: a correction says when it was opened, not where.
        at_home=log.plan.opened_at_home or (isinstance(first, Released) and first.data.at_home),
    )


def sitting_runs(log: Log) -> list[SittingRun]:
    """The sittings of a visit, each with its own date, hours and hands."""
    steps = log.steps
    worked: dict[int, list[Event]] = defaultdict(list)
    for entry in log.entries:
        step = steps.get(getattr(getattr(entry, "data", None), "step", None) or "")
        if isinstance(entry, Released | SectionReleased):
            step = steps.get(RELEASE)
        if step is not None and isinstance(entry, WORK):
            worked[step.sitting].append(entry)
    return [
        SittingRun(
            number=number,
            began_at=entries[0].at,
            ended_at=entries[-1].at,
            hands=sorted({entry.by for entry in entries if entry.by}),
        )
        for number, entries in sorted(worked.items())
    ]


def timer_runs(log: Log) -> list[TimerRun]:
    """Timers that were set; one that is set again starts again."""
    timers: dict[str, TimerRun] = {}
    for entry in log.entries:
        if isinstance(entry, TimerSet):
            data = entry.data
            most = None if data.most_min is None else entry.at + timedelta(minutes=data.most_min)
            timers[data.timer] = TimerRun(
                timer=data.timer,
                title=data.title,
                step=data.step,
                set_at=entry.at,
                least_at=entry.at + timedelta(minutes=data.least_min),
                most_at=most,
                stopped_at=None,
            )
        elif isinstance(entry, TimerStopped) and entry.data.timer in timers:
            running = timers[entry.data.timer]
            timers[entry.data.timer] = running.model_copy(update={"stopped_at": entry.at})
    return list(timers.values())


def kit_runs(log: Log) -> list[KitRun]:
    """Pieces that were taken out, and where they are since."""
    runs = []
    for entry in log.of(KitOut):
        moves = [move for move in log.of(KitIn) if move.data.of == entry.id]
        cleaning = [move for move in moves if move.data.to is KitPlace.CLEANING]
        back = [move.at for move in moves if move.data.to is KitPlace.DRAWER]
        data = entry.data
        runs.append(
            KitRun(
                event=entry.id,
                item=data.item,
                kind=data.kind,
                diameter_mm=data.diameter_mm,
                count=data.count,
                taken_at=entry.at,
                expected_back=entry.at + timedelta(minutes=data.back_min),
                by=entry.by,
                cleaning_since=cleaning[-1].at if cleaning else None,
                contact_min=cleaning[-1].data.contact_min if cleaning else None,
                returned_at=back[-1] if back else None,
            )
        )
    return runs
