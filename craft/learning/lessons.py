"""What a visit that is over says of minutes, doses and lengths, and which promises it kept.

A lesson stands against the salon's standard: what its plan had learned already is taken out
again, or a factor would be learned twice.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from craft.contract.plan import Learned, PlanAnswer, PlanRequest, Step
from craft.contract.visit import StepRun, VisitAnswer
from craft.learning.by_section import section_lessons
from craft.learning.drying import Outcome, is_doubtful
from craft.learning.lesson import Lesson
from craft.learning.quantities import LENGTH, group_of, quantity_of
from craft.learning.results import forecast_definition_score, minutes_verdict
from craft.plan.drying_plan import DryingBasis
from craft.plan.minutes import learned_as
from craft.plan.timetable import SHAPING
from craft.products.doses import FILM_G_PER_M2
from craft.vocabulary import Dryness, LearnedOf, Promised, Trait, Verdict

#: Less than this teaches nothing [min], [g]: minutes are noted whole, and a scale is no finer.
#: Own values.
LEAST_MIN, LEAST_G = 4.0, 1.0
#: A dose noted for less of the hair teaches nothing. Own value.
LEAST_SHARE = 0.3
#: Opened within this share of the planned hours, the odds of the plan were meant. Own value.
HOUR_SHARE = 0.25
#: Ranges of a plan hold nine in ten.
NINE_IN_TEN = 0.9


@dataclass(frozen=True)
class OpenedSet:
    """What a set that was opened says of drying.

    Args:
        outcome: when it was opened, and how it was
        doubtful: whether it is left out until somebody confirms it
        confirmed: whether somebody has, at the chair or in the form
    """

    outcome: Outcome
    doubtful: bool
    confirmed: bool


@dataclass(frozen=True)
class Answered:
    """A promise and whether it came true.

    Args:
        kind: what was promised
        odds: with which, 0 to 1
        came: true
        forecast: the odds of the law alone, where the promise was bent by how often it came true
    """

    kind: Promised
    odds: float
    came: bool
    forecast: float | None = None


def lessons(
    asked: PlanRequest, answer: PlanAnswer, folded: VisitAnswer, paces: Mapping[str, float]
) -> Iterator[Lesson]:
    """What a visit teaches.

    Args:
        asked, answer: its plan
        folded: what its log comes to
        paces: of people who worked on it, times the minutes of the standard
    """
    yield from of_minutes(asked, answer, folded, paces)
    yield from of_doses(asked, folded)
    yield from section_lessons(asked, answer, folded)
    yield from of_definition(asked, answer, folded)
    if folded.length_cm and answer.finished.length_cm > 0:
        learned = (asked.learned_length or Learned()).factor
        standard = answer.finished.length_cm / learned
        yield Lesson(LearnedOf.LENGTH, LENGTH, standard, folded.length_cm)


def of_definition(asked: PlanRequest, answer: PlanAnswer, folded: VisitAnswer) -> Iterator[Lesson]:
    """The score of the definition, from 1 to 5, of whoever shaped most of it."""
    score, by = folded.scores.get(Trait.DEFINITION), shaped_by(folded)
    if score is None or not by:
        return
    learned = (asked.learned_definition or Learned()).factor
    standard = forecast_definition_score(answer.finished.day1_definition) / learned
    yield Lesson(LearnedOf.DEFINITION, asked.goal.style, standard, float(score), by)


def shaped_by(folded: VisitAnswer) -> str:
    """Whose hands shaped most of it, by sections where they were ticked; empty: nobody knows."""
    for run in folded.steps:
        if learned_as(run.key) == SHAPING:
            most = max(run.hands, key=lambda hands: len(hands.sections), default=None)
            return most.by if most else run.by
    return ""


def of_doses(asked: PlanRequest, folded: VisitAnswer) -> Iterator[Lesson]:
    """Doses [g] as they would be for the whole head.

    What was noted for a few sections or one side is scaled up by their hair; of less than
    `LEAST_SHARE` nobody can tell what the whole head takes.
    """
    for dose in folded.doses:
        noted_g = dose.grams - dose.rest_g
        says = dose.noted and noted_g > 0 and dose.noted_share >= LEAST_SHARE
        if says and dose.planned_g >= LEAST_G and dose.role in FILM_G_PER_M2:
            learned = asked.learned_doses.get(dose.role, Learned()).factor
            whole_g = noted_g / dose.noted_share
            yield Lesson(LearnedOf.DOSE, dose.role, dose.planned_g / learned, whole_g)


def of_minutes(
    asked: PlanRequest, answer: PlanAnswer, folded: VisitAnswer, paces: Mapping[str, float]
) -> Iterator[Lesson]:
    """Times of steps [min]; what was typed into the plan by hand says nothing of the standard."""
    by_hand = {edit.step for edit in asked.edits if edit.role is None}
    steps = {step.key: step for step in answer.steps}
    for run in folded.steps:
        planned = steps[run.key].hands_on_min
        if run.minutes and planned >= LEAST_MIN and run.key not in by_hand:
            learned = asked.learned_minutes.get(learned_as(run.key), Learned()).factor
            group = group_of(run.key, asked.goal.style)
            for share, minutes, by in shared_minutes(steps[run.key], run):
                standard = planned * share / asked.pace / learned * paces.get(by, 1.0)
                if standard >= LEAST_MIN and minutes > 0:
                    yield Lesson(quantity_of(run.key), group, standard, minutes, by)


def shared_minutes(step: Step, run: StepRun) -> Iterator[tuple[float, float, str]]:
    """Parts of a step by whose hands worked them: share of the planned minutes, minutes, hands.

    Args:
        step: of the plan
        run: of the visit, with its minutes
    """
    if step.cycle is None or not run.hands:
        yield 1.0, run.minutes or 0.0, run.by
        return
    minutes = {turn.section: turn.minutes for turn in step.cycle.turns}
    whole = sum(minutes.values())
    for hands in run.hands:
        yield sum(minutes[each] for each in hands.sections) / whole, hands.minutes, hands.by


def opened_set(
    asked: PlanRequest, answer: PlanAnswer, folded: VisitAnswer, basis: DryingBasis
) -> OpenedSet | None:
    """What a visit says of drying; None where it says nothing.

    Args:
        asked, answer: its plan
        folded: what its log comes to
        basis: the drying of that plan by the rules of today
    """
    hours = hours_when_felt(answer, folded, basis)
    if folded.dryness is None or not hours or not basis.dry_h:
        return None
    at_home = folded.release is not None and folded.release.at_home
    outcome = Outcome(basis.dry_h, hours, folded.dryness, at_home=at_home)
    doubtful = is_doubtful(outcome, asked.drying_factor, asked.drying_spread)
    return OpenedSet(outcome, doubtful, folded.dryness_confirmed)


def hours_when_felt(answer: PlanAnswer, folded: VisitAnswer, basis: DryingBasis) -> float | None:
    """Time from shaping until someone felt how dry the set was [h]; None where that is unknown.

    Hair that leaves the salon wet on purpose (a quick wash, waves left to the air) was felt at no
    hour of its drying, so it teaches nothing.
    """
    if basis.released:
        return folded.release.after_h if folded.release else answer.drying.release_after_h
    return answer.drying.release_after_h if basis.dried_here else None


def promises(answer: PlanAnswer, folded: VisitAnswer) -> Iterator[Answered]:
    """What the plan of a visit promised with odds, and what came.

    Args:
        answer: the plan
        folded: what the log of the visit comes to
    """
    drying = answer.drying
    if folded.dryness is not None and opened_as_planned(answer, folded):
        came = folded.dryness is Dryness.DRY
        yield Answered(Promised.DRY, drying.odds_dry, came, drying.odds_forecast)
    steps = {step.key: step for step in answer.steps}
    for run in folded.steps:
        if run.minutes:
            step = steps[run.key]
            verdict = minutes_verdict(step.hands_on_low, step.hands_on_high, run.minutes)
            yield Answered(Promised.MINUTES, NINE_IN_TEN, verdict is Verdict.AS_PLANNED)
    if folded.length_cm:
        finished = answer.finished
        came = finished.length_low <= folded.length_cm <= finished.length_high
        yield Answered(Promised.LENGTH, NINE_IN_TEN, came)


def opened_as_planned(answer: PlanAnswer, folded: VisitAnswer) -> bool:
    """Whether a set was opened about when it was to be: at another hour its odds meant another."""
    planned_h, release = answer.drying.release_after_h, folded.release
    if release is None or planned_h <= 0:
        return False
    return abs(release.after_h - planned_h) <= HOUR_SHARE * planned_h
