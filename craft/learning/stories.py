"""What changed from one visit of a head to the next, and what to try: with the evidence."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from itertools import pairwise
from typing import Any

from craft.contract.plan import PlanAnswer, PlanRequest
from craft.contract.reasons import TRADE
from craft.messages import join, say, word
from craft.products.names import NAMES
from craft.styles.catalogue import TECHNIQUES
from craft.vocabulary import Dryer, Dryness, Heat, Residue, Role, Suggested, Trait

#: Doses that differ by less were meant alike. Own value.
DOSE_SHARE = 0.15
#: Hours in the set that differ by less were meant alike. Own value.
HOURS_SHARE = 0.25
#: So many of the last visits are looked at, and so many of them have to agree. Own values.
LOOKED_AT, AGREE = 3, 2
#: Frizz of this score or more is too much.
FRIZZY = 4
#: Evenness of this score or less is two sides that differ.
UNEVEN = 2
ONE_VISIT = say("Two visits prove nothing: this is worth a trial, not a rule.")


@dataclass(frozen=True)
class Worked:
    """A visit as it was worked.

    Args:
        visit: its number
        at: when it began
        request, answer: what was planned
        doses: grams noted, by role
        opened_h: hours in the set; None where it was not opened, or nobody noted it
        scores: as it was opened, 1 to 5
        dryness, residue: as felt and seen
        length_cm: as measured
        minutes: noted, by key of the step
        taken: grams noted, by key of the step and role
    """

    visit: int
    at: datetime
    request: PlanRequest
    answer: PlanAnswer
    doses: Mapping[Role, float]
    opened_h: float | None
    scores: Mapping[Trait, int]
    dryness: Dryness | None
    residue: Residue | None
    length_cm: float | None
    minutes: Mapping[str, float] = field(default_factory=dict)
    taken: Mapping[tuple[str, Role], float] = field(default_factory=dict)


@dataclass(frozen=True)
class Change:
    """Something that was different.

    Args:
        what: in words
        before, after: in words
    """

    what: str
    before: str
    after: str


@dataclass(frozen=True)
class Chapter:
    """A visit against the one before it.

    Args:
        first, second: their numbers
        at: of the second
        changes: of the work
        results: of how it came out
        text: in one sentence or two
    """

    first: int
    second: int
    at: datetime
    changes: list[Change]
    results: list[Change]
    text: str


@dataclass(frozen=True)
class Attempt:
    """One way of doing what is suggested.

    Args:
        title: in words
        change: merge patch of what a plan is made for (RFC 7396)
    """

    title: str
    change: Mapping[str, Any]


@dataclass(frozen=True)
class Suggestion:
    """What to try next time.

    Args:
        key: of the suggestion
        text: what was seen and what to try
        visits: its evidence
        attempts: ways to do it, against the last visit that shows it
        source: of the rule
    """

    key: Suggested
    text: str
    visits: list[int]
    attempts: list[Attempt] = field(default_factory=list)
    source: str = TRADE


def bottles_of(answer: PlanAnswer) -> dict[Role, str]:
    """Bottles of what stays in, by role."""
    return {
        product.role: product.name
        for step in answer.steps
        for product in step.products
        if product.stays_in
    }


NO_PRODUCT = say("none")
#: What is compared of the work, beside doses and bottles.
ASPECTS: tuple[tuple[str, Callable[[Worked], str]], ...] = (
    (say("style"), lambda worked: TECHNIQUES[worked.request.goal.style].title),
    (say("sections"), lambda worked: str(len(worked.answer.sections))),
    (say("drying"), lambda worked: word(worked.request.dry)),
    (say("layering"), lambda worked: worked.request.school.layering.value),
    (
        say("definition chosen"),
        lambda worked: say("{share:.0%}", share=worked.request.goal.definition),
    ),
)


def changes(first: Worked, second: Worked) -> list[Change]:
    """What was worked differently the second time."""
    found = [
        Change(what, aspect(first), aspect(second))
        for what, aspect in ASPECTS
        if aspect(first) != aspect(second)
    ]
    found += changed_hours(first, second)
    bottles = bottles_of(first.answer), bottles_of(second.answer)
    found += [
        Change(
            NAMES[Role(role)], bottles[0].get(role, NO_PRODUCT), bottles[1].get(role, NO_PRODUCT)
        )
        for role in dict.fromkeys([*bottles[0], *bottles[1]])
        if bottles[0].get(role) != bottles[1].get(role)
    ]
    found += [
        Change(
            say("dose of {role}", role=NAMES[Role(role)]),
            say("{grams:.0f g}", grams=before),
            say("{grams:.0f g}", grams=after),
        )
        for role, before in first.doses.items()
        for after in [second.doses.get(role)]
        if after is not None and abs(after - before) > DOSE_SHARE * max(before, after)
    ]
    return found


def changed_hours(first: Worked, second: Worked) -> Iterator[Change]:
    """Hours in the set, where they differ by more than a walk home."""
    before, after = first.opened_h, second.opened_h
    if before and after and abs(after - before) > HOURS_SHARE * max(before, after):
        yield Change(
            say("time in the set"),
            say("{hours:.0f} h", hours=before),
            say("{hours:.0f} h", hours=after),
        )


def results(first: Worked, second: Worked) -> list[Change]:
    """What came out differently the second time."""
    found = [
        Change(word(trait), str(score), str(second.scores[trait]))
        for trait, score in first.scores.items()
        if trait in second.scores and second.scores[trait] != score
    ]
    if first.dryness and second.dryness and first.dryness is not second.dryness:
        words = [word(each) for each in (first.dryness, second.dryness)]
        found.append(Change(say("when opened"), *words))
    if first.residue and second.residue and first.residue is not second.residue:
        found.append(Change(say("flakes"), word(first.residue), word(second.residue)))
    return found


def in_words(rows: Sequence[Change]) -> str:
    """Changes in a row: sections 12 → 16, gel 20 → 25."""
    return join(
        ", ",
        (
            say("{what} {before} → {after}", what=row.what, before=row.before, after=row.after)
            for row in rows
        ),
    )


def story(visits: Sequence[Worked]) -> list[Chapter]:
    """What changed from visit to visit, the newest first.

    Args:
        visits: of one head, the oldest first
    """
    chapters = []
    for first, second in pairwise(visits):
        work, came = changes(first, second), results(first, second)
        chapters.append(
            Chapter(first.visit, second.visit, second.at, work, came, chapter_text(work, came))
        )
    return chapters[::-1]


def chapter_text(work: Sequence[Change], came: Sequence[Change]) -> str:
    """A chapter in words; a cause is never claimed."""
    out = say("Result: {came}.", came=in_words(came)) if came else say("Same result.")
    if not work:
        return say("Same routine. {out}", out=out)
    if len(work) == 1:
        return say(
            "One thing was changed: {work}. {out} {one_visit}",
            work=in_words(work),
            out=out,
            one_visit=ONE_VISIT,
        )
    return say(
        "{count} things were changed: {work}. {out}",
        count=len(work),
        work=in_words(work),
        out=out,
    )


@dataclass(frozen=True)
class Sign:
    """Something that comes again and again, and what to try against it.

    Args:
        key: of the suggestion
        noted: whether a visit says anything of it
        bad: whether it shows it
        seen, attempt: in words
        attempts: ways to do it, against a visit that shows it
    """

    key: Suggested
    noted: Callable[[Worked], bool]
    bad: Callable[[Worked], bool]
    seen: str
    attempt: str
    attempts: Callable[[Worked], list[Attempt]] = lambda _: []


#: What is tried against damp roots and frizz: so many more sections, so long under the hood [min],
#: so much later [h]. Common practice, no source.
MORE_SECTIONS, HOOD_MIN, LATER_H = 4, 20, 24
SECTIONS_MOST = 120


def more_sections(worked: Worked) -> list[Attempt]:
    """Smaller sections, where the style is parted at all."""
    sections = len(worked.answer.sections) + MORE_SECTIONS
    if len(worked.answer.sections) < MORE_SECTIONS or sections > SECTIONS_MOST:
        return []
    title = say(
        "{sections} sections, {more_sections} more than then",
        sections=sections,
        more_sections=MORE_SECTIONS,
    )
    return [Attempt(title, {"goal": {"sections": sections}})]


def sooner_dry(worked: Worked) -> list[Attempt]:
    """What dries a set better: thinner sections, warm air, or more time."""
    attempts = more_sections(worked)
    if worked.request.dry is not Dryer.HOOD and worked.request.goal.max_heat is not Heat.NONE:
        change = {"dry": Dryer.HOOD.value, "dry_min": HOOD_MIN}
        attempts.append(Attempt(say("{hood_min} min under the hood", hood_min=HOOD_MIN), change))
    hours = worked.answer.drying.release_after_h
    if hours >= LATER_H:
        later = hours + LATER_H
        attempts.append(Attempt(say("Open it a day later"), {"goal": {"release_after_h": later}}))
    return attempts


#: What the last visits may have in common. Common practice, no source.
SIGNS = (
    Sign(
        Suggested.DRIER,
        lambda worked: worked.dryness is not None,
        lambda worked: worked.dryness is not Dryness.DRY,
        say("times it was damp when opened"),
        say(
            "{more_sections} more sections, {hood_min} min under the hood, or open it a day later.",
            more_sections=MORE_SECTIONS,
            hood_min=HOOD_MIN,
        ),
        sooner_dry,
    ),
    Sign(
        Suggested.LESS_FILM,
        lambda worked: worked.residue is not None,
        lambda worked: worked.residue is not Residue.NONE,
        say("times it flaked"),
        say(
            "a third less of the hold layer, and rub both products on the palm before they meet "
            "on the hair."
        ),
    ),
    # What is opened damp frizzes: that has a sign of its own.
    Sign(
        Suggested.LESS_FRIZZ,
        lambda worked: Trait.FRIZZ in worked.scores and worked.dryness in (None, Dryness.DRY),
        lambda worked: worked.scores[Trait.FRIZZ] >= FRIZZY,
        say("dry times frizz was {frizzy} or more", frizzy=FRIZZY),
        say(
            "smaller sections, the hold layer smoothed to the ends, and oil on the fingers at the "
            "release."
        ),
        more_sections,
    ),
    Sign(
        Suggested.EVENER,
        lambda worked: Trait.EVENNESS in worked.scores,
        lambda worked: worked.scores[Trait.EVENNESS] <= UNEVEN,
        say("times the sides differed"),
        say("weigh each half, and begin with the other side."),
    ),
)


def suggestions(visits: Sequence[Worked]) -> list[Suggestion]:
    """What to try next time, by what the last visits have in common.

    Args:
        visits: of one head, the oldest first
    """
    return [hit for sign in SIGNS for hit in again(sign, visits)]


def again(sign: Sign, visits: Sequence[Worked]) -> Iterator[Suggestion]:
    """A suggestion, where enough of the last visits that say anything show the sign."""
    last = [worked for worked in visits if sign.noted(worked)][-LOOKED_AT:]
    hits = [worked for worked in last if sign.bad(worked)]
    if len(hits) >= AGREE:
        text = say(
            "{hits} of the last {last} {seen}: {attempt}",
            hits=len(hits),
            last=len(last),
            seen=sign.seen,
            attempt=sign.attempt,
        )
        evidence = [worked.visit for worked in hits]
        yield Suggestion(sign.key, text, evidence, sign.attempts(hits[-1]))
