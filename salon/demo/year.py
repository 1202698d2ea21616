"""A year of visits of five regulars, drawn from hidden truths that learning has to find again.

Invented for the demo, and no source of anything.
"""

import random
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.contrib.auth.models import User
from django.utils import timezone

from craft.contract import parse
from craft.contract.events import AnyEvent, EventList
from craft.plan.timetable import SHAPES, shaping_key
from craft.visit.doses import planned_doses
from craft.vocabulary import Dryness, Fault, Role, SectionTick, Style, Trait
from salon.clients.models import Client
from salon.clients.services import add_client, observe
from salon.planning.models import Plan
from salon.planning.services import save
from salon.planning.wish import ClientWish
from salon.results.trials import begin_trial, next_pair, rate
from salon.visits.log import append
from salon.visits.recording import record

#: How far back it begins, and before which day it ends [days ago].
FIRST, LAST = 360, 75
#: What hands really take, times the minutes of the salon: rows take Mara longer than anybody says,
#: coils go quickly under Ilse's hands.
HANDS: Mapping[tuple[str, Style], float] = {
    ("mara", Style.FLAT_TWIST_OUT): 1.30,
    ("ilse", Style.FINGER_COILS): 0.80,
}
#: What sections really take against the others: the first is slow for everybody, and Mara slows
#: down after twelve.
FIRST_SECTION = 1.35
SLOWS_AFTER: Mapping[str, tuple[int, float]] = {"mara": (12, 1.40)}
#: How far a visit strays.
STRAYS = 0.10
#: Somebody came to the door: minutes so many times as long, once.
INTERRUPTED = 3.0


@dataclass(frozen=True)
class Regular:
    """Somebody who comes all year.

    Args:
        name, pattern, length_cm, porosity: of the head
        style: always the same
        hands: who does it
        every: days between two visits
        release_h: hours in the set; 0 where nothing is opened
        dries: its drying takes so many times what is forecast
        doses: how much it takes against the plan, by role
        hangs: against the forecast
        scores: definition, frizz, volume, evenness as they usually come out
        then: what was chosen differently from the middle of the year on
        then_scores: how it came out after that
        night: what it is slept with
    """

    name: str
    pattern: str
    length_cm: float
    porosity: str
    style: Style
    hands: str
    every: int
    release_h: float = 0.0
    dries: float = 1.0
    doses: Mapping[Role, float] = field(default_factory=dict)
    hangs: float = 1.0
    scores: tuple[int, int, int, int] = (4, 2, 3, 4)
    then: Mapping[str, Any] = field(default_factory=dict)
    then_scores: tuple[int, int, int, int] = (4, 2, 3, 4)
    night: str = "bonnet"


REGULARS = (
    # Roots that are damp when others are dry.
    Regular(
        "Sefa Marlow", "4a", 24, "low", Style.FLAT_TWIST_OUT, "mara", 24, 20, 1.6,
        scores=(3, 4, 3, 4),
    ),
    # Drinks gel.
    Regular(
        "Tove Lindgarn", "4b", 18, "high", Style.FLAT_TWIST_OUT, "mara", 26, 48, 0.8,
        doses={Role.GEL: 1.3},
    ),
    # Hangs shorter than hair like this does; coils hold so well that any night seems a good one.
    Regular(
        "Ivo Brandal", "4c", 14, "medium", Style.FINGER_COILS, "ilse", 28,
        hangs=0.85, scores=(5, 1, 2, 4), night="scarf",
    ),
    Regular("Pia Solheim", "3c", 26, "medium", Style.SHINGLE_WASH_AND_GO, "ilse", 21),
    Regular(
        "Juno Reefer", "4a", 30, "medium", Style.TWO_STRAND_TWIST_OUT, "mara", 30, 48,
        doses={Role.LEAVE_IN: 0.8}, scores=(3, 3, 4, 4),
        then={"sections": 16}, then_scores=(5, 2, 3, 4),
    ),
)  # fmt: skip


@dataclass(frozen=True)
class Coming:
    """A visit of the year.

    Args:
        at: when it began
        regular, plan: who, and what was planned
    """

    at: datetime
    regular: Regular
    plan: Plan


def live_a_year(user: User, chance: random.Random) -> None:
    """All visits of the year, in the order they happened.

    It is planned before the shelf holds anything: bottles of last year are long empty.
    """
    hands = {name: User.objects.get(username=name) for name in ("mara", "ilse")}
    visits = [coming for regular in REGULARS for coming in comings_of(regular, hands, user)]
    interrupted = next(each for each in visits[4:] if each.regular.hands == "mara")
    for coming in sorted(visits, key=lambda each: each.at):
        values = outcome_of(coming, chance, interrupted=coming is interrupted)
        visit = record(coming.plan, values | {"sure": True}, hands[coming.regular.hands])
        append(visit, list(section_ticks(coming, values, chance)))


def comings_of(regular: Regular, hands: Mapping[str, User], user: User) -> list[Coming]:
    """All visits of somebody; one thing may change in the middle of the year."""
    own, days = hands[regular.hands], list(days_of(regular))
    client = add_observed_client(regular, user)
    first = planned_once(client, regular, own, {})
    half = len(days) // 2
    second = planned_once(client, regular, own, regular.then) if regular.then else first
    later = replace(regular, scores=regular.then_scores) if regular.then else regular
    return [
        Coming(at, *((regular, first) if number < half else (later, second)))
        for number, at in enumerate(days)
    ]


def days_of(regular: Regular) -> Iterator[datetime]:
    """When somebody came, from a year ago on."""
    now = timezone.localtime().replace(hour=10, minute=0, second=0, microsecond=0)
    for days in range(FIRST - len(regular.name), LAST, -regular.every):
        yield now - timedelta(days=days)


def add_observed_client(regular: Regular, user: User) -> Client:
    """Somebody as they were measured a year ago."""
    client: Client = add_client({"name": regular.name, "note": "", "night": regular.night})
    seen = (
        ("pattern", regular.pattern, "by_eye"),
        ("porosity", regular.porosity, "measured"),
        ("length_cm", regular.length_cm, "measured"),
        ("density_per_cm2", 180, "counted"),
        ("diameter_um", 72, "measured"),
        ("head_cm", 57, "measured"),
    )
    rows: list[dict[str, Any]] = [
        {"kind": kind, "value": value, "method": method} for kind, value, method in seen
    ]
    observe(client, rows, user, long_ago())
    return client


def long_ago() -> datetime:
    """Before anything of the year."""
    return timezone.now() - timedelta(days=FIRST + 5)


def planned_once(client: Client, regular: Regular, hands: User, more: Mapping[str, Any]) -> Plan:
    """A plan that was worked again and again."""
    goal: dict[str, Any] = {"style": regular.style.value, **more}
    if regular.release_h:
        goal["release_after_h"] = regular.release_h
    wish = {
        "client": client.pk,
        "goal": goal,
        "dry": "air",
        "room": {"temp_c": 22, "rh": 0.55},
        "home": {"temp_c": 21, "rh": 0.55},
    }
    plan = save(client, parse(ClientWish, wish), hands)
    Plan.objects.filter(pk=plan.pk).update(made_at=long_ago())
    return plan


def outcome_of(coming: Coming, chance: random.Random, *, interrupted: bool) -> dict[str, Any]:
    """What really happened, drawn from the truth."""
    regular, answer = coming.regular, coming.plan.parsed_answer
    hands = HANDS.get((regular.hands, regular.style), 1.0)
    minutes = {
        step.key: step.hands_on_min * chance.gauss(1, STRAYS) * (hands if step.key in SHAPES else 1)
        for step in answer.steps
    }
    if interrupted:
        minutes[shaping_key(answer.steps) or ""] *= INTERRUPTED
    doses = [
        {
            "step": step,
            "role": role,
            "layer": layer,
            "grams": round(
                product.grams * regular.doses.get(role, 1.0) * chance.gauss(1, STRAYS / 2), 1
            ),
        }
        for (step, role, layer), product in planned_doses(answer).items()
    ]
    values: dict[str, Any] = {
        "started_at": coming.at,
        "steps": [
            {"key": key, "minutes": float(max(1, round(took)))} for key, took in minutes.items()
        ],
        "doses": doses,
        "length_cm": round(answer.finished.length_cm * regular.hangs * chance.gauss(1, 0.03), 1),
        "residue": "none",
    }
    names = ("definition", "frizz", "volume", "evenness")
    values |= {
        name: min(5, max(1, score + chance.choice((-1, 0, 0, 0, 1))))
        for name, score in zip(names, regular.scores, strict=True)
    }
    if regular.release_h:
        dry_h = (answer.drying.h_to_dry or 0) * regular.dries * chance.lognormvariate(0, 0.2)
        dry = dry_h <= regular.release_h
        values |= {
            "released_after_h": regular.release_h,
            "dryness": (Dryness.DRY if dry else Dryness.DAMP_ROOTS).value,
        }
        if not dry:
            values["frizz"] = min(5, values["frizz"] + 1)
    return values


def section_ticks(
    coming: Coming, values: Mapping[str, Any], chance: random.Random
) -> Iterator[AnyEvent]:
    """Sections as they were ticked in the cycle of a visit, if it had one, and what failed there.

    Args:
        coming: the visit
        values: what really happened
        chance: what it is drawn from
    """
    answer, took = (
        coming.plan.parsed_answer,
        {row["key"]: row["minutes"] for row in values["steps"]},
    )
    cycle = next((step for step in answer.steps if step.cycle), None)
    if cycle is None or cycle.cycle is None:
        return
    steps = [step for step in answer.steps if step.sitting == 1]
    before = steps[: steps.index(cycle)]
    start = coming.at + timedelta(minutes=sum(took[step.key] + step.wait_min for step in before))
    after, slower = SLOWS_AFTER.get(coming.regular.hands, (len(cycle.cycle.turns), 1.0))
    shares = {
        turn.section: turn.minutes
        * (FIRST_SECTION if not place else slower if place >= after else 1.0)
        * chance.lognormvariate(0, STRAYS)
        for place, turn in enumerate(cycle.cycle.turns)
    }
    scale = took[cycle.key] / sum(shares.values())
    rows: list[dict[str, Any]] = [
        {"kind": "step_started", "at": start, "data": {"step": cycle.key}}
    ]
    clock = start
    for section, minutes in shares.items():
        clock += timedelta(minutes=minutes * scale * 0.999)
        tick = {"section": section, "what": SectionTick.SHAPED.value}
        rows.append({"kind": "section_done", "at": clock, "data": tick})
    if values.get("dryness") == Dryness.DAMP_ROOTS.value:
        # Opened damp, the last ones frizz.
        fault = {"fault": Fault.FRIZZ_ROOTS.value, "sections": list(shares)[-2:]}
        rows.append({"kind": "fault", "at": clock, "data": fault})
    for place, row in enumerate(rows):
        one = {"id": str(uuid4()), "device": "demo", "seq": place, "by": coming.regular.hands}
        yield parse(EventList, {"events": [row | one | {"at": row["at"].isoformat()}]}).events[0]


#: A trial that settled a question: what the halves got, first the clear gel, then the sea gel.
RATED = ((4, 3), (4, 2), (3, 3), (5, 4), (4, 3), (4, 3), (5, 3), (3, 2), (4, 3), (5, 4))


def try_two_gels(user: User, rater: User) -> None:
    """Ten half-heads of regulars, rated by somebody who did not know."""
    values = {
        "name": "Which gel on rows",
        "way_a": "Clear gel",
        "way_b": "Sea gel",
        "trait": Trait.DEFINITION.value,
    }
    trial = begin_trial(values, user)
    clients = list(Client.objects.filter(name__in=[each.name for each in REGULARS]).order_by("pk"))
    for number, (a, b) in enumerate(RATED):
        pair = next_pair(trial, clients[number % len(clients)], user)
        rate(pair, *((a, b) if pair.a_left else (b, a)), rater)
