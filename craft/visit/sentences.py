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
    FaultSeen,
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
from craft.messages import capital, join, say, word
from craft.ranges import SCORE_MAX
from craft.visit.doses import planned_doses
from craft.visit.faults import FAULT_NAMES, sections_words
from craft.vocabulary import Dryness, KitPlace, NoteAbout, Role, SectionWork, Zone
from craft.words import plural

WORKED = {
    SectionWork.LAID_IN: say("laid in"),
    SectionWork.SHAPED: say("shaped"),
    SectionWork.DRIED: say("dried"),
}
OPENED = {
    Dryness.DRY: say("Dry when it was opened"),
    Dryness.DAMP_ROOTS: say("The roots were damp when it was opened"),
    Dryness.WET: say("Wet when it was opened"),
}
ABOUT = {
    NoteAbout.VISIT: say("Noted"),
    NoteAbout.CLIENT: say("The client said"),
    NoteAbout.NEXT: say("For next time"),
}


def title(plan: PlanAnswer, step: str) -> str:
    """A step by its name."""
    return next((each.title for each in plan.steps if each.key == step), word(step))


def product(plan: PlanAnswer, step: str, role: Role, layer: int) -> str:
    """A product of a step by its name, else by what it is for."""
    planned = planned_doses(plan).get((step, role, layer))
    return planned.name if planned else capital(word(role))


def because(text: str) -> str:
    """A reason behind what happened, where one was given."""
    return join(": ", ("", text)) if text else ""


def dose(plan: PlanAnswer, entry: DoseTaken) -> str:
    """What was taken, and where it went."""
    data = entry.data
    where = [say("{side} side", side=data.side)] if data.side else []
    where += [say("section {section}", section=place) for place in sorted(data.places)[:1]]
    if len(data.places) > 1:
        first, last = min(data.places), max(data.places)
        where[-1] = say("sections {first} to {last}", first=first, last=last)
    amount = say("{grams:g g}", grams=data.grams)
    if data.units is not None:
        amount += say(" ({units} counted)", units=plural(data.units, "unit"))
    name = product(plan, data.step, data.role, data.layer)
    return join(", ", [join(": ", (name, amount)), *where])


def timer(_: PlanAnswer, entry: TimerSet) -> str:
    """How long it is to sit."""
    data = entry.data
    least, most = say("{minutes:g}", minutes=data.least_min), data.most_min
    span = (
        least
        if most is None or most == data.least_min
        else say("{least} to {most:g}", least=least, most=most)
    )
    return say("Timer set: {title}, {span} min", title=data.title or data.timer, span=span)


def step_done(plan: PlanAnswer, entry: StepDone) -> str:
    """A step that is over, with its minutes where they were typed."""
    typed = entry.data.minutes
    took = say(" in {typed:g} min", typed=typed) if typed else ""
    return say("Done{took}: {title}", took=took, title=title(plan, entry.data.step))


def zone_words(zone: Zone | None) -> list[str]:
    """Where on the head, if it was said."""
    return [word(zone)] if zone else []


def score(_: PlanAnswer, entry: Score) -> str:
    """A score, where and when it was judged."""
    data = entry.data
    text = say(
        "{trait} {score} of {most}",
        trait=capital(word(data.trait)),
        score=data.value,
        most=SCORE_MAX,
    )
    settled = [say("settled")] if data.settled else []
    return join(", ", [text, *zone_words(data.zone), *settled])


def length(_: PlanAnswer, entry: Length) -> str:
    """A finished length."""
    text = say("Length {length_cm:g cm}", length_cm=entry.data.length_cm)
    return join(", ", [text, *zone_words(entry.data.zone)])


def kit_out(_: PlanAnswer, entry: KitOut) -> str:
    """Pieces that left the drawer."""
    data = entry.data
    size = say(" of {diameter_mm:g mm}", diameter_mm=data.diameter_mm) if data.diameter_mm else ""
    return say(
        "Taken from the drawer: {count}{size}", count=plural(data.count, word(data.kind)), size=size
    )


def kit_in(_: PlanAnswer, entry: KitIn) -> str:
    """Pieces that came off the head."""
    cleaned = entry.data.to is KitPlace.CLEANING
    return say("Pieces off, into the disinfectant") if cleaned else say("Pieces back in the drawer")


def comfort(_: PlanAnswer, entry: ComfortFelt) -> str:
    """How it feels to the one who wears it."""
    text = say("Feels: {comfort}", comfort=word(entry.data.comfort))
    return join(", ", [text, *zone_words(entry.data.zone)])


def fault(_: PlanAnswer, entry: FaultSeen) -> str:
    """What failed, and where."""
    name, place = FAULT_NAMES[entry.data.fault], sections_words(entry.data.sections)
    if entry.data.gone:
        return say("Taken back: {fault}, {place}", fault=name, place=place)
    return say("{fault}, {place}", fault=capital(name), place=place)


def leftover(plan: PlanAnswer, entry: Leftover) -> str:
    """What stayed in the bowl."""
    data = entry.data
    name = product(plan, data.step, data.role, data.layer)
    return say("Left in the bowl: {name} {grams:g g}", name=name, grams=data.grams)


#: What each kind of entry says; corrections speak of another entry and stand apart.
SENTENCES: Mapping[type[Event], Callable[[PlanAnswer, Any], str]] = {
    Begun: lambda _, __: say("Seated"),
    StepStarted: lambda plan, entry: say("Started: {title}", title=title(plan, entry.data.step)),
    StepDone: step_done,
    StepSkipped: lambda plan, entry: say(
        "Skipped: {title}{because}",
        title=title(plan, entry.data.step),
        because=because(entry.data.reason),
    ),
    SectionDone: lambda _, entry: say(
        "Section {section} {worked}", section=entry.data.section, worked=WORKED[entry.data.what]
    ),
    SectionReleased: lambda _, entry: say("Section {section} released", section=entry.data.section),
    Released: lambda _, entry: (
        say("Opened damp: {damp_because}", damp_because=entry.data.damp_because)
        if entry.data.damp_because
        else say("Opened")
    ),
    DoseTaken: dose,
    Leftover: leftover,
    TimerSet: timer,
    TimerStopped: lambda _, entry: say("Timer stopped: {timer}", timer=entry.data.timer),
    Handover: lambda _, entry: say("Handed over to {to}", to=entry.data.to),
    Swap: lambda _, entry: say(
        "{role}: another bottle{because}",
        role=capital(word(entry.data.role)),
        because=because(entry.data.because),
    ),
    Score: score,
    Length: length,
    DrynessFelt: lambda _, entry: OPENED[entry.data.dryness],
    ResidueLeft: lambda _, entry: say("White residue: {residue}", residue=word(entry.data.residue)),
    Note: lambda _, entry: join(": ", (ABOUT[entry.data.about], entry.data.text)),
    KitOut: kit_out,
    KitIn: kit_in,
    Touched: lambda _, entry: say(
        "{place} felt: {dryness}",
        place=capital(word(entry.data.place)),
        dryness=word(entry.data.dryness),
    ),
    ComfortFelt: comfort,
    FaultSeen: fault,
    Closed: lambda _, __: say("Closed"),
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
            return say("Corrected")
        back = entry.data.data is None
        return join(": ", (say("Undone") if back else say("Corrected"), sentence(plan, of)))
    return SENTENCES[type(entry)](plan, entry)
