"""A recorded visit corrected: what changed becomes entries of its log, the rest stays as it was.

Fields of the form that still say what the visit says are left alone, whoever noted them: at the
chair every entry has an hour of its own, which a form cannot tell.
"""

from collections.abc import Callable, Iterable, Mapping
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from craft.contract.events import (
    AnyEvent,
    Begun,
    DoseTaken,
    DrynessFelt,
    Event,
    Leftover,
    Length,
    Note,
    Released,
    ResidueLeft,
    Score,
    SectionReleased,
    StepDone,
    StepStarted,
)
from craft.contract.visit import VisitAnswer
from craft.errors import CraftError
from craft.visit.fold import fold
from craft.visit.log import RELEASE, WORK, apply_corrections, in_order
from craft.vocabulary import EventKind, NoteAbout
from salon.platform.errors import ConfirmationRequired
from salon.platform.language import moment_text, sentence
from salon.visits.doubts import doubts
from salon.visits.log import CLOCKS_DIFFER, append, events_of, fold_visit
from salon.visits.models import SCORES, Visit
from salon.visits.models import Event as LogEntry
from salon.visits.recording import (
    FORM,
    Entries,
    check_typed,
    checked_entries,
    taken_back,
    with_places,
)

#: A form tells hours by the minute.
SAME_HOUR = timedelta(minutes=1)
#: And figures to so many places.
SAME_FIGURE = 0.005

#: A visit keeps so much of its notes for the form.
NOTE_LONGEST = 2000

RELEASE_FIELDS = {"released_at", "released_after_h"}

Typed = Mapping[str, Any]


@transaction.atomic
def correct(visit: Visit, values: Typed, by: User | None) -> Visit:
    """Correct a visit; a form that changes nothing changes nothing.

    Args:
        visit: that was recorded
        values: all of the form, as it should have been
        by: who corrects it
    Raises:
        ValidationError, CraftError: names what cannot be
        Doubtful: names what hardly is, unless `sure` is among the values
    """
    visit = Visit.objects.select_for_update().select_related("plan", "client").get(pk=visit.pk)
    values = {"started_at": visit.started_at, **values}
    check_typed(visit.plan, values)
    placed = {**values, "doses": with_places(visit.plan, values.get("doses", []))}
    changed = changed_fields(fold_visit(visit), placed)
    if not changed:
        return visit
    if not LogEntry.objects.filter(visit=visit).exclude(device=FORM).exists():
        # Typed as a whole, it is typed as a whole again: its hours follow from each other.
        events = checked_entries(visit.plan, values, by)
        return append(visit, [*taken_back(visit, by), *events])
    events = Corrections(visit, placed, by).events(changed)
    ask_about(visit, placed, events, changed)
    return append(visit, events)


def changed_fields(before: VisitAnswer, values: Typed) -> set[str]:
    """Fields of a form that no longer say what the visit says; steps and doses by their key.

    Args:
        before: the visit as it is
        values: as the form has them, doses with their places
    """
    minutes = {row["key"]: row["minutes"] for row in values.get("steps", [])}
    grams = {key_of(dose): dose for dose in values.get("doses", [])}
    changed = {
        f"steps {run.key}" for run in before.steps if differ(run.minutes, minutes.get(run.key))
    }
    noted = {(run.step, run.role.value, run.layer): run for run in before.doses if run.noted}
    for key in noted.keys() | grams.keys():
        run, dose = noted.get(key), grams.get(key)
        same = (
            run is not None
            and dose is not None
            and not differ(run.grams, dose["grams"])
            and not differ(run.units, dose.get("units"))
            and str(dose.get("product") or run.id) == str(run.id)
        )
        if not same:
            changed.add("doses " + " ".join(str(part) for part in key))
    if apart(before.started_at, values.get("started_at")):
        changed.add("started_at")
    release = before.release
    if values.get("released_after_h") is not None:
        if differ(release.after_h if release else None, values["released_after_h"]):
            changed.add("released_after_h")
    elif apart(release.at if release else None, values.get("released_at")):
        changed.add("released_at")
    scores = {trait.value: value for trait, value in before.scores.items()}
    now: dict[str, Any] = {
        "dryness": before.dryness,
        "residue": before.residue,
        "note": "\n".join(before.notes)[:NOTE_LONGEST].strip(),
        **{name: scores.get(name) for name in SCORES},
    }
    changed |= {name for name, value in now.items() if (value or "") != (values.get(name) or "")}
    if differ(before.length_cm, values.get("length_cm")):
        changed.add("length_cm")
    return changed


def key_of(dose: Typed) -> tuple[str, str, int]:
    """The place of a typed dose."""
    return dose["step"], str(dose["role"]), dose.get("layer", 1)


def differ(first: float | None, second: float | None) -> bool:
    """Whether two figures differ; nothing and something do."""
    if first is None or second is None:
        return first is not second
    return abs(first - second) > SAME_FIGURE


def apart(first: datetime | None, second: datetime | None) -> bool:
    """Whether two hours differ by more than a form can tell."""
    if first is None or second is None:
        return first is not second
    return abs(first - second) >= SAME_HOUR


class Corrections:
    """Entries that correct a log which was kept at the chair.

    Args:
        visit: that is corrected
        values: as the form has them, doses with their places
        by: who corrects it
    """

    def __init__(self, visit: Visit, values: Typed, by: User | None) -> None:
        self.visit, self.values = visit, values
        self.entries = Entries(by.get_username() if by else "", timezone.now())
        self.log = apply_corrections(in_order(events_of(visit)))
        self.before = fold_visit(visit)

    def events(self, changed: set[str]) -> list[AnyEvent]:
        """Entries for what changed.

        Args:
            changed: as `changed_fields` names it
        Raises:
            CraftError: names an hour that cannot be
        """
        minutes = {row["key"]: row["minutes"] for row in self.values.get("steps", [])}
        for run in self.before.steps:
            if f"steps {run.key}" in changed:
                self.step(run.key, run.ended_at, run.by, minutes.get(run.key))
        typed = {key_of(dose): dose for dose in self.values.get("doses", [])}
        for name in sorted(changed):
            if name.startswith("doses "):
                step, role, layer = name.removeprefix("doses ").split(" ")
                self.dose((step, role, int(layer)), typed.get((step, role, int(layer))))
        if "started_at" in changed:
            self.begin(self.values["started_at"])
        if RELEASE_FIELDS & changed:
            self.release()
        self.results(changed)
        return self.entries.parsed() if self.entries.rows else []

    def take_back(self, stands: Callable[[Event], bool]) -> None:
        """Take back entries of the log."""
        for entry in self.log:
            if stands(entry):
                self.entries.add(EventKind.CORRECTION, self.entries.now, of=str(entry.id))

    def step(self, key: str, ended: datetime | None, by: str, minutes: float | None) -> None:
        """The minutes of a step, in place of those that were noted."""
        self.take_back(
            lambda entry: (
                isinstance(entry, StepDone if minutes is not None else StepDone | StepStarted)
                and entry.data.step == key
            )
        )
        if minutes is not None:
            at = ended or self.last()
            self.entries.add(EventKind.STEP_DONE, at, by, step=key, minutes=float(minutes))

    def dose(self, key: tuple[str, str, int], dose: Typed | None) -> None:
        """A dose, in place of everything that was noted of it."""
        noted = [
            entry
            for entry in self.log
            if isinstance(entry, DoseTaken | Leftover)
            and (entry.data.step, entry.data.role.value, entry.data.layer) == key
        ]
        ids = {entry.id for entry in noted}
        self.take_back(lambda entry: entry.id in ids)
        if dose is None:
            return
        product = dose.get("product")
        own = [entry.data.product for entry in noted if isinstance(entry, DoseTaken)]
        bottle = next((str(one) for one in (product, *reversed(own)) if one), None)
        self.entries.add(
            EventKind.DOSE,
            noted[-1].at if noted else self.last(),
            noted[-1].by if noted else "",
            step=key[0],
            role=key[1],
            layer=key[2],
            grams=float(dose["grams"]),
            units=dose.get("units"),
            product=bottle,
        )

    def begin(self, at: datetime) -> None:
        """The beginning, no later than the first work that was noted.

        Raises:
            CraftError: it is
        """
        worked = [entry.at for entry in self.log if isinstance(entry, WORK)]
        if worked and at > min(worked) + CLOCKS_DIFFER:
            first = min(worked)
            raise CraftError(
                "started_at",
                sentence(
                    "Work is logged from {moment}. Give that or an earlier time.",
                    moment=moment_text(first),
                ),
            )
        self.take_back(lambda entry: isinstance(entry, Begun))
        self.entries.add(EventKind.BEGUN, at)

    def release(self) -> None:
        """The hour of the release; sections that were opened stay opened.

        Raises:
            CraftError: it is still to come, or before the work that was noted
        """
        at = self.released_at()
        opened = [
            entry
            for entry in self.log
            if isinstance(entry, Released | SectionReleased)
            or (isinstance(entry, StepStarted) and entry.data.step == RELEASE)
        ]
        earlier = {entry.id for entry in opened if at is None or entry.at < at}
        self.take_back(lambda entry: entry.id in earlier)
        if at is None:
            return
        self.entries.add(EventKind.RELEASED, at, self.values.get("released_by", ""))
        for entry in opened:
            if isinstance(entry, SectionReleased) and entry.id in earlier:
                section = entry.data.section
                self.entries.add(EventKind.SECTION_RELEASED, at, entry.by, section=section)

    def released_at(self) -> datetime | None:
        """The hour of the release as it was typed."""
        at: datetime | None = self.values.get("released_at")
        hours = self.values.get("released_after_h")
        release = self.before.release
        if hours is not None and release is not None:
            at = release.at + timedelta(hours=hours - release.after_h)
        if at is not None and at > self.entries.now + CLOCKS_DIFFER:
            raise CraftError("released_at", sentence("This time has not come yet."))
        shaped = self.shaped()
        if at is not None and shaped is not None and at < shaped - CLOCKS_DIFFER:
            raise CraftError(
                "released_at",
                sentence(
                    "Shaping ended at {moment}. Give a later time.",
                    moment=moment_text(shaped),
                ),
            )
        return at

    def shaped(self) -> datetime | None:
        """When shaping ended."""
        release = self.before.release
        return release.at - timedelta(hours=release.after_h) if release else None

    def results(self, changed: set[str]) -> None:
        """What came of it."""
        kinds: dict[str, tuple[EventKind, Callable[[Event], bool]]] = {
            "dryness": (EventKind.DRYNESS, lambda entry: isinstance(entry, DrynessFelt)),
            "residue": (EventKind.RESIDUE, lambda entry: isinstance(entry, ResidueLeft)),
            "length_cm": (
                EventKind.LENGTH,
                lambda entry: isinstance(entry, Length) and entry.data.zone is None,
            ),
        }
        for name, (kind, stands) in kinds.items():
            if name in changed:
                self.take_back(stands)
                if self.values.get(name):
                    self.entries.add(kind, self.entries.now, **self.data_of(name))
        for trait in SCORES:
            if trait in changed:
                self.take_back(is_score(trait))
                if self.values.get(trait) is not None:
                    value = self.values[trait]
                    self.entries.add(EventKind.SCORE, self.entries.now, trait=trait, value=value)
        if "note" in changed:
            self.take_back(
                lambda entry: isinstance(entry, Note) and entry.data.about is NoteAbout.VISIT
            )
            text = (self.values.get("note") or "").strip()
            if text:
                self.entries.add(EventKind.NOTE, self.entries.now, text=text)

    def data_of(self, name: str) -> dict[str, Any]:
        """What an entry of a result says."""
        sure = {"confirmed": bool(self.values.get("sure"))} if name == "dryness" else {}
        return {name: self.values[name], **sure}

    def last(self) -> datetime:
        """When the last entry of the log was."""
        return max((entry.at for entry in self.log), default=self.entries.now)


def is_score(trait: str) -> Callable[[Event], bool]:
    """Whether an entry scores a trait of the whole head, as it was opened."""
    return lambda entry: (
        isinstance(entry, Score)
        and entry.data.trait.value == trait
        and entry.data.zone is None
        and not entry.data.settled
    )


def ask_about(visit: Visit, values: Typed, events: Iterable[AnyEvent], changed: set[str]) -> None:
    """Ask about values that hardly can be, where they are new.

    Raises:
        Doubtful: names them
    """
    if values.get("sure"):
        return
    after = fold(visit.plan.parsed_answer, [*events_of(visit), *events])
    steps = [f"steps {row['key']}" in changed for row in values.get("steps", [])]
    doses = [
        "doses " + " ".join(str(part) for part in key_of(dose)) in changed
        for dose in values.get("doses", [])
    ]
    new = {"steps": steps, "doses": doses}
    touched = changed | ({"dryness"} if RELEASE_FIELDS & changed else set())
    questions = {}
    for field, question in doubts(visit.plan, values, after).items():
        part, *place = field.split(".")
        if new[part][int(place[0])] if part in new else part in touched:
            questions[field] = question
    if questions:
        raise ConfirmationRequired(questions)
