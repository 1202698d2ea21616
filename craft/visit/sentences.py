"""Entries of a visit's log in words: what somebody reads who was not there."""

from collections.abc import Callable, Mapping
from typing import Any

from craft.contract.events import (
    Begun,
    Closed,
    ComfortFelt,
    Correction,
    DoseTaken,
    DrynessFelt,
    Event,
    Handover,
    KitIn,
    KitOut,
    Leftover,
    Length,
    Note,
    Released,
    ResidueLeft,
    Score,
    SectionDone,
    SectionReleased,
    StepDone,
    StepSkipped,
    StepStarted,
    Swap,
    TimerSet,
    TimerStopped,
    Touched,
)
from craft.contract.plan import PlanAnswer
from craft.ranges import SCORE_MAX
from craft.visit.doses import planned_doses
from craft.vocabulary import Dryness, KitPlace, NoteAbout, Role, SectionWork
from craft.words import capital, plural, spoken

WORKED = {
    SectionWork.LAID_IN: "laid in",
    SectionWork.SHAPED: "shaped",
    SectionWork.DRIED: "dried",
}
OPENED = {
    Dryness.DRY: "Dry when it was opened",
    Dryness.DAMP_ROOTS: "The roots were damp when it was opened",
    Dryness.WET: "Wet when it was opened",
}
ABOUT = {
    NoteAbout.VISIT: "Noted",
    NoteAbout.CLIENT: "The client said",
    NoteAbout.NEXT: "For next time",
}


def title(plan: PlanAnswer, step: str) -> str:
    """A step by its name."""
    return next((each.title for each in plan.steps if each.key == step), spoken(step))


def product(plan: PlanAnswer, step: str, role: Role, layer: int) -> str:
    """A product of a step by its name, else by what it is for."""
    planned = planned_doses(plan).get((step, role, layer))
    return planned.name if planned else capital(spoken(role))


def because(text: str) -> str:
    """A reason behind what happened, where one was given."""
    return f": {text}" if text else ""


def dose(plan: PlanAnswer, entry: DoseTaken) -> str:
    """What was taken, and where it went."""
    data = entry.data
    where = [f"{data.side} side"] if data.side else []
    where += [f"section {data.section}"] if data.section else []
    amount = f"{data.grams:g} g"
    if data.units is not None:
        amount += f" ({plural(data.units, 'unit')} counted)"
    name = product(plan, data.step, data.role, data.layer)
    return ", ".join([f"{name}: {amount}", *where])


def timer(_: PlanAnswer, entry: TimerSet) -> str:
    """How long it is to sit."""
    data = entry.data
    least, most = f"{data.least_min:g}", data.most_min
    span = least if most is None or most == data.least_min else f"{least} to {most:g}"
    return f"Timer set: {data.title or data.timer}, {span} min"


def step_done(plan: PlanAnswer, entry: StepDone) -> str:
    """A step that is over, with its minutes where they were typed."""
    typed = entry.data.minutes
    took = f" in {typed:g} min" if typed else ""
    return f"Done{took}: {title(plan, entry.data.step)}"


def score(_: PlanAnswer, entry: Score) -> str:
    """A score, where and when it was judged."""
    data = entry.data
    text = f"{capital(spoken(data.trait))} {data.value} of {SCORE_MAX}"
    text += f", {spoken(data.zone)}" if data.zone else ""
    return text + (", settled" if data.settled else "")


def length(_: PlanAnswer, entry: Length) -> str:
    """A finished length."""
    zone = entry.data.zone
    return f"Length {entry.data.length_cm:g} cm" + (f", {spoken(zone)}" if zone else "")


def kit_out(_: PlanAnswer, entry: KitOut) -> str:
    """Pieces that left the drawer."""
    data = entry.data
    size = f" of {data.diameter_mm:g} mm" if data.diameter_mm else ""
    return f"Taken from the drawer: {plural(data.count, spoken(data.kind))}{size}"


def kit_in(_: PlanAnswer, entry: KitIn) -> str:
    """Pieces that came off the head."""
    cleaned = entry.data.to is KitPlace.CLEANING
    return "Pieces off, into the disinfectant" if cleaned else "Pieces back in the drawer"


def comfort(_: PlanAnswer, entry: ComfortFelt) -> str:
    """How it feels to the one who wears it."""
    zone = entry.data.zone
    return f"Feels: {spoken(entry.data.comfort)}" + (f", {spoken(zone)}" if zone else "")


def leftover(plan: PlanAnswer, entry: Leftover) -> str:
    """What stayed in the bowl."""
    data = entry.data
    name = product(plan, data.step, data.role, data.layer)
    return f"Left in the bowl: {name} {data.grams:g} g"


#: What each kind of entry says; corrections speak of another entry and stand apart.
SENTENCES: Mapping[type[Event], Callable[[PlanAnswer, Any], str]] = {
    Begun: lambda _, __: "Seated",
    StepStarted: lambda plan, entry: f"Started: {title(plan, entry.data.step)}",
    StepDone: step_done,
    StepSkipped: lambda plan, entry: (
        f"Skipped: {title(plan, entry.data.step)}{because(entry.data.reason)}"
    ),
    SectionDone: lambda _, entry: f"Section {entry.data.section} {WORKED[entry.data.what]}",
    SectionReleased: lambda _, entry: f"Section {entry.data.section} released",
    Released: lambda _, entry: (
        f"Opened damp: {entry.data.damp_because}" if entry.data.damp_because else "Opened"
    ),
    DoseTaken: dose,
    Leftover: leftover,
    TimerSet: timer,
    TimerStopped: lambda _, entry: f"Timer stopped: {entry.data.timer}",
    Handover: lambda _, entry: f"Handed over to {entry.data.to}",
    Swap: lambda _, entry: (
        f"{capital(spoken(entry.data.role))}: another bottle{because(entry.data.because)}"
    ),
    Score: score,
    Length: length,
    DrynessFelt: lambda _, entry: OPENED[entry.data.dryness],
    ResidueLeft: lambda _, entry: f"White residue: {spoken(entry.data.residue)}",
    Note: lambda _, entry: f"{ABOUT[entry.data.about]}: {entry.data.text}",
    KitOut: kit_out,
    KitIn: kit_in,
    Touched: lambda _, entry: (
        f"{capital(spoken(entry.data.place))} felt: {spoken(entry.data.dryness)}"
    ),
    ComfortFelt: comfort,
    Closed: lambda _, __: "Closed",
}


def sentence(plan: PlanAnswer, entry: Event, of: Event | None = None) -> str:
    """An entry in words.

    Args:
        plan: that was worked
        entry: of the log
        of: what it corrects, as it reads after the correction; None where it was taken back
    """
    if isinstance(entry, Correction):
        if of is None:
            return "Corrected"
        back = entry.data.data is None
        return f"{'Undone' if back else 'Corrected'}: {sentence(plan, of)}"
    return SENTENCES[type(entry)](plan, entry)
