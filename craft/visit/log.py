"""What follows from the log of a visit.

The log is the record: entries are only ever added, a correction is an entry of its own. They may
come late, twice and in any order; what follows from them is always the same.
"""

from collections import defaultdict, deque
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import TypeVar
from uuid import UUID

from craft.contract.base import parse
from craft.contract.plan import PlanAnswer, Step, StepProduct
from craft.contract.visit import (
    DATA,
    Begun,
    Closed,
    ComfortFelt,
    Correction,
    DoseRun,
    DoseTaken,
    DrynessFelt,
    Event,
    KitIn,
    KitOut,
    KitRun,
    Leftover,
    Length,
    Note,
    Released,
    ReleaseRun,
    ResidueLeft,
    Score,
    SectionDone,
    SectionReleased,
    SectionRun,
    SittingRun,
    StepDone,
    StepRun,
    StepSkipped,
    StepStarted,
    Swap,
    TimerRun,
    TimerSet,
    TimerStopped,
    Touched,
    VisitAnswer,
    VisitRequest,
)
from craft.errors import CraftError
from craft.plan.timetable import SHAPING, shaped_at
from craft.vocabulary import (
    Comfort,
    Dryness,
    EventKind,
    KitPlace,
    NoteAbout,
    Role,
    SectionWork,
    Side,
    StepStatus,
    Trait,
    VisitFlag,
    VisitState,
    Zone,
)
from craft.words import plural

RELEASE = "release"
#: Sides differ when their doses do by more than this share of their mean. House value.
UNEVEN_SHARE = 0.15
#: From start to end so many times what it takes at most, a step was interrupted. House value.
INTERRUPTED_TIMES = 2.5
#: Steps shorter than this are never called interrupted [min]. House value.
INTERRUPTED_FROM_MIN = 20.0

DoseKey = tuple[str, Role, int]
Kind = TypeVar("Kind", bound=Event)
Value = TypeVar("Value")


def in_order(events: Iterable[Event]) -> list[Event]:
    """Every entry once, in the order in which they happened."""
    once = {event.id: event for event in events}
    return sorted(once.values(), key=lambda event: (event.at, event.device, event.seq, event.id))


def corrected(events: Sequence[Event]) -> list[Event]:
    """Entries as they should have been, without those taken back and without corrections.

    The last correction of an entry counts; a correction may itself be taken back.

    Raises:
        CraftError: a correction says what that kind of entry cannot say
    """
    by_id = {event.id: event for event in events}
    last: dict[UUID, Correction] = {}
    for event in reversed(events):
        if isinstance(event, Correction):
            own = last.get(event.id)
            taken_back = own is not None and own.data.data is None
            if not taken_back:
                last.setdefault(event.data.of, event)
    entries = []
    for event in events:
        correction = last.get(event.id)
        if isinstance(event, Correction) or (correction and correction.data.data is None):
            continue
        entries.append(replaced(event, correction) if correction else event)
    for target, correction in last.items():
        if target not in by_id:
            raise CraftError(
                f"events.{correction.id}.data.of", f"There is no entry {target} to correct."
            )
    return entries


def kind_of(event: Event) -> EventKind:
    """What an entry tells."""
    return EventKind(event.model_dump(include={"kind"})["kind"])


def replaced(event: Event, correction: Correction) -> Event:
    """An entry with what a correction says it should have said."""
    try:
        data = parse(DATA[kind_of(event)], correction.data.data or {})
    except CraftError as error:
        raise CraftError(
            f"events.{correction.id}.data.data.{error.field}", error.message
        ) from error
    return event.model_copy(update={"data": data})


@dataclass(frozen=True)
class Log:
    """A log in order, with the plan it was worked by.

    Args:
        plan: the answer that was worked
        entries: corrected, in order
    """

    plan: PlanAnswer
    entries: Sequence[Event]

    def of(self, kind: type[Kind]) -> Iterator[Kind]:
        """Entries of a kind, in order."""
        return (entry for entry in self.entries if isinstance(entry, kind))

    @property
    def steps(self) -> Mapping[str, Step]:
        """Steps of the plan by their key."""
        return {step.key: step for step in self.plan.steps}


def fold(plan: PlanAnswer, events: Iterable[Event]) -> VisitAnswer:
    """What follows from a log.

    Args:
        plan: the answer that was worked
        events: in any order, doubled or late
    Raises:
        CraftError: an entry speaks of a step, a section or an entry that is not there
    """
    log = Log(plan, corrected(in_order(events)))
    check(log)
    steps = [step_run(log, step) for step in plan.steps]
    sections = section_runs(log)
    release = release_run(log)
    state = state_of(log, steps, sections, release)
    doses = dose_runs(log, steps)
    dryness = dryness_of(log, release)
    kit = kit_runs(log)
    return VisitAnswer(
        state=state,
        started_at=begin_of(log),
        sittings=sitting_runs(log),
        release=release,
        steps=steps,
        doses=doses,
        sections=sections,
        timers=timer_runs(log),
        kit=kit,
        scores=scores_of(log, settled=False),
        settled=scores_of(log, settled=True),
        zone_scores=zone_scores_of(log),
        length_cm=last(entry.data.length_cm for entry in log.of(Length) if entry.data.zone is None),
        zone_lengths={
            entry.data.zone: entry.data.length_cm
            for entry in log.of(Length)
            if entry.data.zone is not None
        },
        touches={entry.data.place: entry.data.dryness for entry in log.of(Touched)},
        comfort=last(entry.data.comfort for entry in log.of(ComfortFelt)),
        dryness=dryness,
        dryness_confirmed=last(entry.data.confirmed for entry in log.of(DrynessFelt)) or False,
        residue=last(entry.data.residue for entry in log.of(ResidueLeft)),
        notes=notes_about(log, NoteAbout.VISIT),
        said=notes_about(log, NoteAbout.CLIENT),
        next_time=notes_about(log, NoteAbout.NEXT),
        open=open_work(log, sections, kit, state),
        flags=flags_of(log, doses, dryness),
    )


def visit(request: VisitRequest) -> VisitAnswer:
    """Fold the log of a visit.

    Raises:
        CraftError: as `fold` raises it
    """
    return fold(request.plan, request.events)


def check(log: Log) -> None:
    """Refuse entries that speak of what the plan does not have.

    Raises:
        CraftError: names the entry
    """
    steps, sections = log.steps, {section.number for section in log.plan.sections}
    out = {entry.id for entry in log.of(KitOut)}
    for entry in log.entries:
        data = getattr(entry, "data", None)
        step = getattr(data, "step", None)
        if step is not None and step not in steps:
            names = ", ".join(steps)
            raise CraftError(
                f"events.{entry.id}.data.step", f"{step} is not in the plan. Known: {names}."
            )
        section = getattr(data, "section", None)
        if section is not None and section not in sections:
            raise CraftError(
                f"events.{entry.id}.data.section",
                f"The plan has sections 1 to {len(sections)}.",
            )
        if isinstance(entry, KitIn) and entry.data.of not in out:
            raise CraftError(f"events.{entry.id}.data.of", "No such pieces were taken out.")


def last(values: Iterable[Value]) -> Value | None:
    """The last of several values, if there are any."""
    return next(iter(deque(values, maxlen=1)), None)


def scores_of(log: Log, *, settled: bool) -> dict[Trait, int]:
    """The last score of each trait, of the whole head, as it was opened or once it had settled."""
    whole = (entry.data for entry in log.of(Score) if entry.data.zone is None)
    return {data.trait: data.value for data in whole if data.settled is settled}


def zone_scores_of(log: Log) -> dict[Trait, dict[Zone, int]]:
    """The last score of each trait in zones that were judged apart."""
    scores: dict[Trait, dict[Zone, int]] = {}
    for entry in log.of(Score):
        if entry.data.zone is not None:
            scores.setdefault(entry.data.trait, {})[entry.data.zone] = entry.data.value
    return scores


def notes_about(log: Log, about: NoteAbout) -> list[str]:
    """Notes of a kind, in order."""
    return [entry.data.text for entry in log.of(Note) if entry.data.about is about]


#: Entries of hands on the head.
WORK = (
    StepStarted,
    StepDone,
    StepSkipped,
    SectionDone,
    SectionReleased,
    Released,
    DoseTaken,
)


def begin_of(log: Log) -> datetime | None:
    """When the client sat down; else when work on the head began, or the first entry was."""
    begun = [entry.at for entry in log.of(Begun)]
    work = [entry.at for entry in log.entries if isinstance(entry, WORK)]
    every = [entry.at for entry in log.entries if not isinstance(entry, KitOut | KitIn)]
    return min(begun or work or every, default=None)


def minutes_between(start: datetime, end: datetime) -> float:
    """Minutes from one time to another."""
    return (end - start).total_seconds() / 60


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
        ended_at=ended,
        by=by,
        reason=reason,
    )


def planned_doses(plan: PlanAnswer) -> dict[DoseKey, StepProduct]:
    """Every dose of a plan by step, role and layer."""
    doses: dict[DoseKey, StepProduct] = {}
    for step in plan.steps:
        layers: dict[Role, int] = defaultdict(int)
        for product in step.products:
            layers[product.role] += 1
            doses[step.key, product.role, layers[product.role]] = product
    return doses


def dose_runs(log: Log, steps: Sequence[StepRun]) -> list[DoseRun]:
    """What was taken, noted or, once the visit is closed, as planned."""
    planned = planned_doses(log.plan)
    noted: dict[DoseKey, list[DoseTaken]] = defaultdict(list)
    for entry in log.of(DoseTaken):
        noted[entry.data.step, entry.data.role, entry.data.layer].append(entry)
    skipped = {step.key for step in steps if step.status is StepStatus.SKIPPED}
    closed = any(log.of(Closed))
    runs = []
    for key in [*planned, *(key for key in noted if key not in planned)]:
        as_planned = closed and key in planned and key[0] not in skipped
        if key in noted or as_planned:
            runs.append(dose_run(log, key, planned.get(key), noted.get(key, [])))
    return runs


def bottle_of(
    log: Log, role: Role, planned: StepProduct | None, noted: Sequence[DoseTaken]
) -> str | None:
    """The bottle a dose was taken from: as noted, as swapped, else the plan's."""
    named = [entry.data.product for entry in noted if entry.data.product is not None]
    swapped = [entry.data.product for entry in log.of(Swap) if entry.data.role is role]
    own = [planned.id] if planned and planned.id else []
    return next(iter([*reversed(named), *reversed(swapped), *own]), None)


def dose_run(
    log: Log, key: DoseKey, planned: StepProduct | None, noted: Sequence[DoseTaken]
) -> DoseRun:
    """A dose as it was taken."""
    step, role, layer = key
    sides = {
        side: sum(entry.data.grams for entry in noted if side in sides_of(log, entry))
        for side in Side
    }
    leftover = sum(
        entry.data.grams
        for entry in log.of(Leftover)
        if (entry.data.step, entry.data.role, entry.data.layer) == key
    )
    units = [entry.data.units for entry in noted if entry.data.units is not None]
    planned_g = planned.grams if planned else 0.0
    taken = sum(entry.data.grams for entry in noted) if noted else planned_g
    grams = max(0.0, taken - leftover)
    return DoseRun(
        step=step,
        role=role,
        layer=layer,
        id=bottle_of(log, role, planned, noted),
        grams=round(grams, 2),
        units=sum(units) if units else None,
        planned_g=planned_g,
        noted=bool(noted),
        stays_in=planned.stays_in if planned else False,
        left_g=round(sides[Side.LEFT], 2),
        right_g=round(sides[Side.RIGHT], 2),
        front_g=round(sides[Side.FRONT], 2),
        back_g=round(sides[Side.BACK], 2),
        leftover_g=round(min(leftover, taken), 2),
    )


#: Zones in front of the ears, and behind them.
FRONT_ZONES = frozenset({Zone.FRINGE, Zone.TOP})
BACK_ZONES = frozenset({Zone.CROWN, Zone.BACK, Zone.NAPE})


def sides_of(log: Log, dose: DoseTaken) -> set[Side]:
    """Sides a dose went on: as noted, else those of its section."""
    if dose.data.side is not None:
        return {dose.data.side}
    section = next((row for row in log.plan.sections if row.number == dose.data.section), None)
    if section is None:
        return set()
    sides = set()
    if section.centre[0]:
        sides.add(Side.RIGHT if section.centre[0] > 0 else Side.LEFT)
    if section.zone in FRONT_ZONES:
        sides.add(Side.FRONT)
    if section.zone in BACK_ZONES:
        sides.add(Side.BACK)
    return sides


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
    ends = [entry.at for entry in log.of(StepDone) if entry.data.step == SHAPING]
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
    return ReleaseRun(at=first.at, by=first.by, after_h=round(hours, 2), damp_because=because)


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


def state_of(
    log: Log,
    steps: Sequence[StepRun],
    sections: Sequence[SectionRun],
    release: ReleaseRun | None,
) -> VisitState:
    """How far a visit has come."""
    over = (StepStatus.DONE, StepStatus.SKIPPED)
    if any(log.of(Closed)) or (steps and all(step.status in over for step in steps)):
        return VisitState.DONE
    if begin_of(log) is None:
        return VisitState.PLANNED
    today = [step for step in steps if step.sitting == 1]
    if not all(step.status in over for step in today):
        return VisitState.RUNNING
    opened = any(step.key == RELEASE and step.status in over for step in steps)
    if opened or (sections and all(section.released for section in sections)):
        return VisitState.RELEASED
    return VisitState.RUNNING if release else VisitState.BETWEEN


def timer_runs(log: Log) -> list[TimerRun]:
    """Timers that were set; set again, a timer begins anew."""
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


def dryness_of(log: Log, release: ReleaseRun | None) -> Dryness | None:
    """How the hair was when the set was opened: as noted, else the wettest of what was felt."""
    noted = last(entry.data.dryness for entry in log.of(DrynessFelt))
    felt = {entry.data.place: entry.data.dryness for entry in log.of(Touched)}
    if noted is not None or release is None or not felt:
        return noted
    return max(felt.values(), key=list(Dryness).index)


def open_work(
    log: Log, sections: Sequence[SectionRun], kit: Sequence[KitRun], state: VisitState
) -> list[str]:
    """What is still to be done: sections forgotten in either direction, pieces still out."""
    words = []
    ticks = (
        ("laid_in", "has no product yet"),
        ("shaped", "is not shaped"),
        ("dried", "is not dried"),
        ("released", "is not released"),
    )
    for name, missing in ticks:
        done = [section.number for section in sections if getattr(section, name)]
        if done:
            words += [
                f"section {section.number} {missing}"
                for section in sections
                if section.number not in done
            ]
    if state in (VisitState.RELEASED, VisitState.DONE):
        words += [
            f"{plural(run.count, run.kind)} not counted back in"
            for run in kit
            if run.cleaning_since is None and run.returned_at is None
        ]
    return words


def flags_of(log: Log, doses: Sequence[DoseRun], dryness: Dryness | None) -> list[VisitFlag]:
    """What somebody should look at."""
    flags = []
    if any(uneven(dose) for dose in doses):
        flags.append(VisitFlag.UNEVEN_SIDES)
    if any(interrupted(log, step) for step in log.plan.steps):
        flags.append(VisitFlag.INTERRUPTED)
    if out_of_order(log):
        flags.append(VisitFlag.OUT_OF_ORDER)
    if dryness not in (None, Dryness.DRY):
        flags.append(VisitFlag.RELEASED_DAMP)
    if any(entry.data.comfort is Comfort.PAIN for entry in log.of(ComfortFelt)):
        flags.append(VisitFlag.PAIN)
    return flags


def uneven(dose: DoseRun) -> bool:
    """Whether one side got more than the other, left and right; only where both were noted."""
    return differs(dose.left_g, dose.right_g)


def differs(first_g: float, second_g: float) -> bool:
    """Whether two doses that should be alike are not; only where both were noted."""
    mean = (first_g + second_g) / 2
    both = first_g > 0 and second_g > 0
    return both and abs(first_g - second_g) > UNEVEN_SHARE * mean


def longest_worked(step: Step) -> float:
    """From start to end, more minutes than this were not all worked [min]."""
    return max(INTERRUPTED_FROM_MIN, INTERRUPTED_TIMES * step.hands_on_high)


def interrupted(log: Log, step: Step) -> bool:
    """Whether a step lasted so long from start to end that nobody can have worked all of it."""
    started: datetime | None = None
    for entry in log.entries:
        if isinstance(entry, StepStarted) and entry.data.step == step.key:
            started = entry.at
        if isinstance(entry, StepDone) and entry.data.step == step.key and started:
            lasted = minutes_between(started, entry.at)
            if entry.data.minutes is None and lasted > longest_worked(step):
                return True
            started = None
    return False


def out_of_order(log: Log) -> bool:
    """Whether a step was begun before one that stands before it in the plan."""
    places = {step.key: place for place, step in enumerate(log.plan.steps)}
    begun = [places[entry.data.step] for entry in log.of(StepStarted)]
    return begun != sorted(begun)
