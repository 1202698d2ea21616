"""Sections that were ticked in a cycle: what they got as planned, and whose hands worked them."""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from craft.contract.events import DoseData, DoseTaken, Handover, SectionDone, StepDone, StepStarted
from craft.contract.plan import Step
from craft.contract.visit import HandsRun
from craft.visit.log import TICKS, Log, last, minutes_between
from craft.visit.shares import DoseKey, dose_shares
from craft.vocabulary import Role

#: Ticks of the same hands that are no further apart were one tap for several sections [min].
AT_ONCE_MIN = 0.02


def ticks_in(log: Log, step: Step) -> Iterator[SectionDone]:
    """The first tick of each section in a cycle, in order."""
    tick = TICKS.get(step.key)
    seen: set[int] = set()
    if step.cycle is None or tick is None:
        return
    for entry in log.of(SectionDone):
        if entry.data.what.value == tick.value and entry.data.section not in seen:
            seen.add(entry.data.section)
            yield entry


def ticked_doses(
    log: Log, noted: Mapping[DoseKey, Sequence[DoseTaken]]
) -> dict[DoseKey, list[DoseTaken]]:
    """Doses of sections that were ticked without one: they went as planned, when they were ticked.

    A dose for a side or the whole head speaks for its sections; then no tick does.

    Args:
        log: of the visit
        noted: doses that were noted, by step, role and layer
    Returns:
        doses as if each had been noted, with the id and the hands of the tick
    """
    doses: dict[DoseKey, list[DoseTaken]] = defaultdict(list)
    for step in log.plan.steps:
        ticks = list(ticks_in(log, step))
        layers: dict[Role, int] = defaultdict(int)
        for product in step.products:
            layers[product.role] += 1
            key = (step.key, product.role, layers[product.role])
            own = noted.get(key, [])
            if any(not dose.data.places for dose in own):
                continue
            had = frozenset[int]().union(*(dose.data.places for dose in own))
            shares = dose_shares(log.plan, product.role)
            for tick in ticks:
                section = tick.data.section
                if section not in had and shares.get(section, 0.0) > 0:
                    data = DoseData(
                        step=step.key,
                        role=product.role,
                        layer=layers[product.role],
                        grams=product.grams * shares[section],
                        section=section,
                    )
                    doses[key].append(
                        DoseTaken.model_construct(
                            kind="dose",
                            id=tick.id,
                            at=tick.at,
                            device=tick.device,
                            seq=tick.seq,
                            by=tick.by,
                            data=data,
                        )
                    )
    return dict(doses)


@dataclass(frozen=True)
class SectionTime:
    """How long a section took.

    Args:
        section: its number
        by: whose hands
        minutes: since these hands finished the one before [min]
    """

    section: int
    by: str
    minutes: float


def section_times(log: Log, step: Step) -> list[SectionTime]:
    """How long each section of a cycle took, and whose hands worked it.

    Hands begin where they finished their last section; where they had none, when the head was
    handed to them, else at the last tick of anybody, else when the step was started.
    """
    begins: dict[str, datetime] = {}
    latest: datetime | None = None
    ticks = {tick.id: tick for tick in ticks_in(log, step)}
    results = []
    for entry in log.entries:
        if isinstance(entry, StepStarted) and entry.data.step == step.key:
            # After a pause everybody begins again.
            begins, latest = {}, entry.at
        elif isinstance(entry, Handover):
            begins[entry.data.to] = entry.at
        elif entry.id in ticks:
            since = begins.get(entry.by) or latest
            if since is not None:
                section = ticks[entry.id].data.section
                results.append(SectionTime(section, entry.by, minutes_between(since, entry.at)))
            begins[entry.by] = latest = entry.at
    return results


def share_together(times: Sequence[SectionTime], planned: Mapping[int, float]) -> list[SectionTime]:
    """Minutes of sections that were ticked at once, shared out as planned.

    Args:
        times: of a cycle, in the order of the ticks
        planned: minutes by section
    """
    shared: list[SectionTime] = []
    for by in dict.fromkeys(each.by for each in times):
        together: list[SectionTime] = []
        for each in (each for each in times if each.by == by):
            if together and each.minutes > AT_ONCE_MIN:
                shared += share_out(together, planned)
                together = []
            together.append(each)
        shared += share_out(together, planned)
    return shared


def share_out(times: Sequence[SectionTime], planned: Mapping[int, float]) -> list[SectionTime]:
    """Minutes of sections that were finished together, each by its planned part."""
    worked = sum(each.minutes for each in times)
    whole = sum(planned[each.section] for each in times) or 1.0
    return [replace(each, minutes=worked * planned[each.section] / whole) for each in times]


def hands_runs(log: Log, step: Step, minutes: float | None) -> list[HandsRun]:
    """Whose hands worked which sections of a cycle, and for how long.

    What comes after the last tick, and sections that were never ticked, are of who ended the step;
    minutes that were typed are shared as the sections were.

    Args:
        log: of the visit
        step: of its plan
        minutes: that the step took in all, None where nobody noted them
    """
    times = section_times(log, step)
    done = last(entry for entry in log.of(StepDone) if entry.data.step == step.key)
    if minutes is None or not times or done is None or step.cycle is None:
        return []
    worked: dict[str, float] = defaultdict(float)
    sections: dict[str, list[int]] = defaultdict(list)
    ticked_min: dict[str, dict[int, float]] = {}
    for each in share_together(times, {turn.section: turn.minutes for turn in step.cycle.turns}):
        worked[each.by] += each.minutes
        sections[each.by].append(each.section)
        ticked_min.setdefault(each.by, {})[each.section] = round(each.minutes, 2)
    ticked = {each.section for each in times}
    left = [turn.section for turn in step.cycle.turns if turn.section not in ticked]
    sections[done.by] += left
    final = last(ticks_in(log, step))
    if final is not None:
        worked[done.by] += max(0.0, minutes_between(final.at, done.at))
    if done.data.minutes is not None:
        whole = sum(worked.values()) or 1.0
        worked = {by: minutes * took / whole for by, took in worked.items()}
        ticked_min = {
            by: {section: round(minutes * took / whole, 2) for section, took in own.items()}
            for by, own in ticked_min.items()
        }
    return [
        HandsRun(by=by, minutes=round(took, 1), sections=sections[by], each=ticked_min.get(by, {}))
        for by, took in worked.items()
        if sections[by]
    ]
