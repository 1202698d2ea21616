"""A visit, folded from its log."""

from collections.abc import Iterable, Sequence

from craft.contract.events import (
    Closed,
    ComfortFelt,
    DrynessFelt,
    Event,
    FaultSeen,
    KitIn,
    KitOut,
    Length,
    Note,
    ResidueLeft,
    Score,
    Touched,
)
from craft.contract.plan import PlanAnswer
from craft.contract.visit import (
    FaultRun,
    KitRun,
    ReleaseRun,
    SectionRun,
    StepRun,
    VisitAnswer,
    VisitRequest,
)
from craft.errors import CraftError
from craft.messages import join, say
from craft.visit.doses import dose_runs
from craft.visit.flags import flags_of
from craft.visit.log import RELEASE, Log, apply_corrections, begin_of, in_order, last
from craft.visit.runs import kit_runs, release_run, section_runs, sitting_runs, step_run, timer_runs
from craft.vocabulary import Dryness, Fault, NoteAbout, StepStatus, Trait, VisitState, Zone
from craft.words import plural


def fold(plan: PlanAnswer, events: Iterable[Event]) -> VisitAnswer:
    """What follows from a log.

    Args:
        plan: the answer that was worked
        events: in any order, doubled or late
    Raises:
        CraftError: an entry speaks of a step, a section or an entry that is not there
    """
    log = Log(plan, apply_corrections(in_order(events)))
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
        faults=faults_of(log),
        comfort=last(entry.data.comfort for entry in log.of(ComfortFelt)),
        dryness=dryness,
        dryness_confirmed=last(entry.data.confirmed for entry in log.of(DrynessFelt)) or False,
        residue=last(entry.data.residue for entry in log.of(ResidueLeft)),
        notes=notes_about(log, NoteAbout.VISIT),
        said=notes_about(log, NoteAbout.CLIENT),
        next_time=notes_about(log, NoteAbout.NEXT),
        open=open_work(log, sections, kit, state),
        flags=flags_of(log, steps, sections, dryness),
        closed=any(log.of(Closed)),
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
            names = join(", ", steps)
            raise CraftError(
                f"events.{entry.id}.data.step",
                say("{step} is not in the plan. Known: {names}.", step=step, names=names),
            )
        section = getattr(data, "section", None)
        shared = getattr(data, "sections", [])
        if (section is not None and section not in sections) or not sections.issuperset(shared):
            raise CraftError(
                f"events.{entry.id}.data.{'sections' if shared else 'section'}",
                say("The plan has sections 1 to {sections}.", sections=len(sections)),
            )
        if isinstance(entry, KitIn) and entry.data.of not in out:
            raise CraftError(f"events.{entry.id}.data.of", say("No such pieces were taken out."))


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


def faults_of(log: Log) -> list[FaultRun]:
    """What failed and in which sections, by what was said of each last."""
    places: dict[Fault, set[int]] = {}
    for entry in log.of(FaultSeen):
        own = places.setdefault(entry.data.fault, set())
        if entry.data.gone:
            own.difference_update(entry.data.sections)
        else:
            own.update(entry.data.sections)
    return [
        FaultRun(fault=fault, sections=sorted(places[fault]))
        for fault in Fault
        if places.get(fault)
    ]


def notes_about(log: Log, about: NoteAbout) -> list[str]:
    """Notes of a kind, in order."""
    return [entry.data.text for entry in log.of(Note) if entry.data.about is about]


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
    words: list[str] = []
    if log.plan.opened_at_home and state is VisitState.DONE and release_run(log) is None:
        words.append(say("the client has not said yet how it opened"))
    ticks = (
        ("laid_in", say("has no product yet")),
        ("shaped", say("is not shaped")),
        ("dried", say("is not dried")),
        ("released", say("is not released")),
    )
    for name, missing in ticks:
        done = [section.number for section in sections if getattr(section, name)]
        if done:
            words += [
                say("section {number} {missing}", number=section.number, missing=missing)
                for section in sections
                if section.number not in done
            ]
    if state in (VisitState.RELEASED, VisitState.DONE):
        words += [
            say("{count} not counted back in", count=plural(run.count, run.kind))
            for run in kit
            if run.cleaning_since is None and run.returned_at is None
        ]
    return words
