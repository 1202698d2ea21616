"""A corpus of logs and the visits they fold to: the chair screen folds the same way.

Between two answers of the server the screen lays its unsent entries over the visit by the same
rules (`web/src/places/chair/fold.ts`). Both are held to `visits.jsonl`; ``make golden`` writes it.
"""

import json
import random
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from uuid import UUID

from craft.contract import PlanAnswer, parse
from craft.contract.events import EventList
from craft.tests.requests import planned
from craft.visit.fold import fold
from craft.visit.steps import current
from craft.vocabulary import Dryness, Fault, SectionWork, StepStatus, Touch, Trait, Zone

VISITS = Path(__file__).parent / "visits.jsonl"
LOGS, SEED = 240, 20261201
TEN = datetime(2026, 6, 20, 10, 0, tzinfo=UTC)
GOALS: tuple[dict[str, Any], ...] = (
    {"style": "flat_twist_out", "sections": 8, "release_after_h": 30},
    {"style": "rod_set", "sections": 12},
    {"style": "quick_wash"},
    {"style": "shingle_wash_and_go", "sections": 10},
)
DEVICES = ("tablet", "phone")
#: Entries are noted up to so many minutes late, or with a clock that goes wrong.
LATE_MIN = 30
#: What of a visit the screen shows.
SHOWN = {
    "state",
    "closed",
    "scores",
    "settled",
    "zone_scores",
    "touches",
    "comfort",
    "residue",
    "faults",
}


def random_log(draw: random.Random, plan: PlanAnswer) -> list[dict[str, Any]]:
    """A log of two devices with late entries, repetitions and corrections of corrections.

    Args:
        draw: of chance
        plan: that is worked
    """
    steps = [step.key for step in plan.steps]
    numbers = [section.number for section in plan.sections] or [1]

    def step() -> dict[str, Any]:
        return {"step": draw.choice(steps)}

    def section() -> dict[str, Any]:
        return {"section": draw.choice(numbers)} if plan.sections else {}

    makers = {
        "begun": dict,
        "step_started": step,
        "step_done": lambda: step() | draw.choice([{}, {"minutes": draw.randint(1, 50)}]),
        "step_skipped": lambda: step() | {"reason": "no time"},
        "section_done": lambda: section() | {"what": draw.choice(list(SectionWork)).value},
        "section_released": section,
        "released": dict,
        "timer_set": lambda: (
            step()
            | {
                "timer": draw.choice(["mask", "clay"]),
                "title": "Mask",
                "least_min": draw.randint(0, 30),
                "most_min": draw.choice([None, 40]),
            }
        ),
        "timer_stopped": lambda: {"timer": draw.choice(["mask", "clay"])},
        "score": lambda: {
            "trait": draw.choice(list(Trait)).value,
            "value": draw.randint(1, 5),
            "settled": draw.random() < 0.3,
            "zone": draw.choice([None, None, *(zone.value for zone in Zone)]),
        },
        "touch": lambda: {
            "place": draw.choice(list(Touch)).value,
            "dryness": draw.choice(list(Dryness)).value,
        },
        "comfort": lambda: {"comfort": draw.choice(["good", "tight", "pain"])},
        "fault": lambda: {
            "fault": draw.choice(list(Fault)).value,
            "sections": sorted(draw.sample(numbers, min(2, len(numbers)))),
            "gone": draw.random() < 0.3,
        },
        "residue": lambda: {"residue": draw.choice(["none", "some", "much"])},
        "note": lambda: {"text": "front misted again"},
        "closed": dict,
    }
    rare = {"closed": 0.15, "released": 0.3, "section_released": 0.6}
    if not plan.sections:
        del makers["section_done"], makers["section_released"], makers["fault"]
    kinds = [kind for kind in makers if draw.random() < rare.get(kind, 1)]
    entries: list[dict[str, Any]] = []
    minute = 0.0
    # Some visits are worked from the first step to the last, as most are.
    worked = iter(steps if draw.random() < 0.4 else [])
    for number in range(draw.randint(0, 30)):
        minute += draw.choice([0, 0, 1, 4.5, 12])
        late = draw.choice([0, 0, 0, -draw.randint(1, LATE_MIN)])
        kind = draw.choice(kinds)
        data = makers[kind]()
        following = next(worked, None)
        if following is not None:
            kind, data = (
                draw.choice(["step_done", "step_done", "step_skipped"]),
                {"step": following},
            )
        elif entries and draw.random() < 0.25:
            of = draw.choice(entries)
            again = None if of["kind"] == "correction" else makers[of["kind"]]()
            kind, data = "correction", {"of": of["id"], "data": draw.choice([None, again])}
        entries.append(
            {
                "id": str(UUID(int=draw.getrandbits(128), version=4)),
                "at": (TEN + timedelta(minutes=minute + late)).isoformat(),
                "device": draw.choice(DEVICES),
                "seq": number,
                "by": "mara",
                "kind": kind,
                "data": data,
            }
        )
    repeated = draw.sample(entries, len(entries) // 5)
    return draw.sample([*entries, *repeated], len(entries) + len(repeated))


def shown(plan: PlanAnswer, entries: list[dict[str, Any]]) -> dict[str, Any]:
    """What the screen shows of a visit, by the core."""
    visit = fold(plan, parse(EventList, {"events": entries}).events) if entries else fold(plan, [])
    whole = visit.model_dump(mode="json", include=SHOWN)
    over = [run.status in (StepStatus.DONE, StepStatus.SKIPPED) for run in visit.steps]
    running = [run.status is StepStatus.RUNNING for run in visit.steps]
    return whole | {
        "step": current(plan.steps, over, running),
        "released": visit.release is not None,
        "steps": [
            run.model_dump(mode="json", include={"key", "status", "minutes", "running_since"})
            for run in visit.steps
        ],
        "sections": [section.model_dump(mode="json") for section in visit.sections],
        "timers": [
            timer.model_dump(
                mode="json",
                include={"timer", "title", "step", "least_at", "most_at", "stopped_at"},
            )
            for timer in visit.timers
        ],
    }


def corpus() -> Iterator[dict[str, Any]]:
    """Logs, each with the little that matters of its plan and the visit it folds to."""
    draw = random.Random(SEED)
    plans = [planned(goal=goal) for goal in GOALS]
    for number in range(LOGS):
        plan = plans[number % len(plans)]
        entries = random_log(draw, plan)
        yield {
            "plan": {
                "steps": [{"key": step.key, "sitting": step.sitting} for step in plan.steps],
                "sections": [{"number": section.number} for section in plan.sections],
            },
            "events": entries,
            "visit": shown(plan, entries),
        }


def write() -> None:
    """Keep the visits of today: one line of JSON each."""
    VISITS.write_text("".join(f"{json.dumps(line)}\n" for line in corpus()), "utf-8")


def read() -> list[dict[str, Any]]:
    """The visits that were kept."""
    return [json.loads(line) for line in VISITS.read_text("utf-8").splitlines()]
