"""A visit typed afterwards: turned into entries of its log."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone
from rest_framework.exceptions import ValidationError

from craft.contract import parse
from craft.contract.events import AnyEvent, EventList
from craft.contract.plan import PlanAnswer, Step
from craft.errors import CraftError
from craft.plan.timetable import shaping_key
from craft.visit.doses import planned_doses
from craft.visit.fold import fold
from craft.visit.shares import DoseKey
from craft.vocabulary import EventKind
from salon.planning.models import Plan
from salon.platform.errors import ConfirmationRequired
from salon.platform.language import moment_text, sentence
from salon.products.models import Product
from salon.visits.doubts import doubts
from salon.visits.log import CLOCKS_DIFFER, append, check_length, open_visit
from salon.visits.models import SCORES, Event, Visit

#: What a form writes is distinguished by this device: it can be typed again as a whole.
FORM = "form"
HOUR_S = 3600


@dataclass
class Entries:
    """Entries of one form in the making.

    Args:
        by: whose hands, where nothing else is typed
        now: nothing happened later
    """

    by: str
    now: datetime
    rows: list[dict[str, Any]] = field(default_factory=list)

    def add(self, kind: EventKind, at: datetime, by: str = "", **data: Any) -> None:
        """Add an entry; what is None was not typed."""
        self.rows.append(
            {
                "id": str(uuid4()),
                "at": min(at, self.now).isoformat(),
                "device": FORM,
                "seq": len(self.rows),
                "by": by or self.by,
                "kind": kind.value,
                "data": {name: value for name, value in data.items() if value is not None},
            }
        )

    def parsed(self) -> list[AnyEvent]:
        """The entries as the core reads them."""
        return list(parse(EventList, {"events": self.rows}).events)


def entries_of(plan: Plan, values: Mapping[str, Any], by: str) -> list[AnyEvent]:
    """The entries a typed visit stands for.

    Steps are laid one after another from the beginning, each as long as it was typed, else as
    planned.

    Args:
        plan: that was worked
        values: as the form has them
        by: who typed them
    Raises:
        CraftError: the set was opened later than now
    """
    now = timezone.now()
    entries = Entries(by, now)
    answer = plan.parsed_answer
    minutes = {row["key"]: row["minutes"] for row in values.get("steps", [])}
    today = laid_out(in_sitting(answer.steps, first=True), minutes)
    start = values.get("started_at") or usual_start(plan, values, today, now)
    entries.add(EventKind.BEGUN, start)
    ends = {key: start + timedelta(minutes=end) for key, end in today.ends.items()}
    at = start + timedelta(minutes=today.over)
    shaping = shaping_key(answer.steps)
    shaped = ends.get(shaping or "", at)
    opened = opened_at(values, shaped, now)
    if opened is not None:
        entries.add(EventKind.RELEASED, opened, values.get("released_by", ""))
        at = max(at, opened)
    later = laid_out(in_sitting(answer.steps, first=False), minutes)
    ends |= {key: at + timedelta(minutes=end) for key, end in later.ends.items()}
    for step in answer.steps:
        if step.key in minutes:
            took = float(minutes[step.key])
            entries.add(EventKind.STEP_DONE, ends[step.key], step=step.key, minutes=took)
    if shaping in ends and shaping not in minutes and opened is not None:
        # The release is counted from the end of shaping, whether its minutes were typed or not.
        entries.add(EventKind.STEP_DONE, ends[shaping], step=shaping)
    for dose in values.get("doses", []):
        add_dose(entries, dose, ends, start)
    add_results(entries, values, at + timedelta(minutes=later.over))
    return entries.parsed()


@dataclass(frozen=True)
class LaidOut:
    """Steps one after another, in minutes from the first.

    Args:
        ends: when the hands of each step are done [min]
        over: when the last one has waited, too [min]
    """

    ends: Mapping[str, float]
    over: float


def laid_out(steps: Iterable[Step], minutes: Mapping[str, float]) -> LaidOut:
    """Steps one after another, each as long as it was typed, else as planned."""
    ends, at = {}, 0.0
    for step in steps:
        ends[step.key] = at + minutes.get(step.key, step.hands_on_min)
        at = ends[step.key] + step.wait_min
    return LaidOut(ends, at)


def in_sitting(steps: Iterable[Step], *, first: bool) -> Iterator[Step]:
    """Steps of the first sitting, or of those after it."""
    return (step for step in steps if (step.sitting == 1) is first)


def add_dose(
    entries: Entries, dose: Mapping[str, Any], ends: Mapping[str, datetime], start: datetime
) -> None:
    """The entry of a dose."""
    product = dose.get("product")
    entries.add(
        EventKind.DOSE,
        ends.get(dose["step"], start),
        step=dose["step"],
        role=dose["role"],
        layer=dose.get("layer", 1),
        grams=float(dose["grams"]),
        units=dose.get("units"),
        product=None if product is None else str(product),
    )


def add_results(entries: Entries, values: Mapping[str, Any], at: datetime) -> None:
    """The entries of what came of it; the last one closes the visit."""
    if values.get("dryness"):
        sure = bool(values.get("sure"))
        entries.add(EventKind.DRYNESS, at, dryness=values["dryness"], confirmed=sure)
    for trait in SCORES:
        if values.get(trait) is not None:
            entries.add(EventKind.SCORE, at, trait=trait, value=values[trait])
    if values.get("length_cm") is not None:
        entries.add(EventKind.LENGTH, at, length_cm=float(values["length_cm"]))
    if values.get("residue"):
        entries.add(EventKind.RESIDUE, at, residue=values["residue"])
    if values.get("note", "").strip():
        entries.add(EventKind.NOTE, at, text=values["note"].strip())
    entries.add(EventKind.CLOSED, at)


def usual_start(plan: Plan, values: Mapping[str, Any], today: LaidOut, now: datetime) -> datetime:
    """When a visit began whose beginning was not typed: at its hour, else so that it is just over.

    Args:
        plan: that was worked
        values: as the form has them
        today: the steps of its first sitting
        now: the time
    """
    if plan.planned_start is not None and plan.planned_start < now:
        return plan.planned_start
    shaping = shaping_key(plan.parsed_answer.steps)
    shaped = today.ends.get(shaping or "", today.over)
    opened = shaped + 60 * (values.get("released_after_h") or 0.0)
    return now - timedelta(minutes=max(today.over, opened))


def opened_at(values: Mapping[str, Any], shaped: datetime, now: datetime) -> datetime | None:
    """When a set was opened, from the hour or the hours that were typed.

    Args:
        values: as the form has them
        shaped: when shaping ended
        now: the time
    Raises:
        CraftError: that is later than now, or before shaping ended
    """
    hours: float | None = values.get("released_after_h")
    at: datetime | None = values.get("released_at")
    if at is not None:
        if at > now + CLOCKS_DIFFER:
            raise CraftError("released_at", sentence("This time has not come yet."))
        if at < shaped - CLOCKS_DIFFER:
            raise CraftError(
                "released_at",
                sentence(
                    "Shaping ended about {moment}: a set is opened after that.",
                    moment=moment_text(shaped),
                ),
            )
        return max(at, shaped)
    if hours is None:
        return None
    passed = (now - shaped).total_seconds() / HOUR_S
    if shaped + timedelta(hours=hours) > now + CLOCKS_DIFFER:
        raise CraftError(
            "released_after_h",
            sentence(
                "Only {hours:.1f} h have passed since shaping ended. Give at most that, or an "
                "earlier start.",
                hours=max(0.0, passed),
            ),
        )
    return shaped + timedelta(hours=hours)


def with_places(plan: Plan, doses: Sequence[Mapping[str, Any]]) -> list[dict[str, Any]]:
    """Typed doses with their step and layer; a role that comes once needs neither.

    Raises:
        ValidationError: names the row
    """
    planned = planned_doses(plan.parsed_answer)
    used: set[DoseKey] = set()
    rows = []
    for index, dose in enumerate(doses):
        key = place_of(dose, planned, index)
        if key in used:
            raise ValidationError(
                {f"doses.{index}.role": sentence("{dose} is entered twice.", dose=dose["role"])}
            )
        used.add(key)
        rows.append({**dose, "step": key[0], "layer": key[2]})
    return rows


def place_of(dose: Mapping[str, Any], planned: Mapping[DoseKey, object], index: int) -> DoseKey:
    """The step, role and layer of a typed dose.

    Raises:
        ValidationError: the plan has no such dose
    """
    role, step, layer = dose["role"], dose.get("step"), dose.get("layer", 1)
    places = [
        key for key in planned if key[1] == role and step in (None, key[0]) and key[2] == layer
    ]
    if not places:
        keys = ", ".join(dict.fromkeys(str(key[1]) for key in planned))
        raise ValidationError(
            {f"doses.{index}.role": sentence("Not in the plan. Known: {keys}.", keys=keys)}
        )
    return places[0]


def check_typed(plan: Plan, values: Mapping[str, Any]) -> None:
    """Refuse what the plan does not have, what is typed twice, and what no hair can be.

    Raises:
        ValidationError: names the row
        CraftError: names the field
    """
    answer = plan.parsed_answer
    check_steps(answer, values.get("steps", []))
    products = [dose["product"] for dose in values.get("doses", []) if dose.get("product")]
    on_shelf = set(Product.objects.filter(pk__in=products).values_list("pk", flat=True))
    for index, dose in enumerate(values.get("doses", [])):
        if dose.get("product") and dose["product"] not in on_shelf:
            raise ValidationError(
                {f"doses.{index}.product": sentence("This product is not in stock.")}
            )
    if values.get("length_cm") is not None:
        check_length(plan, "length_cm", values["length_cm"])


def check_steps(answer: PlanAnswer, steps: Sequence[Mapping[str, Any]]) -> None:
    """Refuse steps that the plan does not have, and those typed twice.

    Raises:
        ValidationError: names the row
    """
    keys = [step.key for step in answer.steps]
    typed: set[str] = set()
    for index, row in enumerate(steps):
        if row["key"] not in keys:
            allowed = ", ".join(keys)
            raise ValidationError(
                {
                    f"steps.{index}.key": sentence(
                        "Not in the plan. Known: {allowed}.", allowed=allowed
                    )
                }
            )
        if row["key"] in typed:
            raise ValidationError(
                {f"steps.{index}.key": sentence("{step} is entered twice.", step=row["key"])}
            )
        typed.add(row["key"])


@transaction.atomic
def record(
    plan: Plan, values: Mapping[str, Any], by: User | None, uuid: UUID | None = None
) -> Visit:
    """Record a visit that was typed afterwards.

    Args:
        plan: that was worked
        values: as the form has them
        by: who typed them
        uuid: made by the form: sent twice, it is recorded once
    Raises:
        ValidationError, CraftError: names what cannot be
        Doubtful: names what hardly is, unless `sure` is among the values
    """
    if uuid is not None:
        same = Visit.objects.filter(uuid=uuid).first()
        if same is not None:
            return same
    events = checked_entries(plan, values, by)
    return append(open_visit(plan, by, uuid), events)


def checked_entries(plan: Plan, values: Mapping[str, Any], by: User | None) -> list[AnyEvent]:
    """The entries of a form, once everything in it can be.

    Raises:
        ValidationError, CraftError: names what cannot be
        Doubtful: names what hardly is
    """
    check_typed(plan, values)
    placed = {**values, "doses": with_places(plan, values.get("doses", []))}
    entries = entries_of(plan, placed, by.get_username() if by else "")
    questions = (
        {} if values.get("sure") else doubts(plan, placed, fold(plan.parsed_answer, entries))
    )
    if questions:
        raise ConfirmationRequired(questions)
    return entries


def taken_back(visit: Visit, by: User | None) -> list[AnyEvent]:
    """Corrections that take back all that a form said of a visit."""
    entries = Entries(by.get_username() if by else "", timezone.now())
    corrected = {
        event.data.get("of")
        for event in Event.objects.filter(visit=visit, kind=EventKind.CORRECTION)
        if event.data.get("data") is None
    }
    for event in Event.objects.filter(visit=visit, device=FORM):
        if event.kind != EventKind.CORRECTION and str(event.pk) not in corrected:
            entries.add(EventKind.CORRECTION, entries.now, of=str(event.pk))
    return entries.parsed() if entries.rows else []
