"""A visit laid beside its plan."""

from collections.abc import Sequence
from dataclasses import dataclass

from craft.contract.visit import VisitAnswer
from craft.learning.results import forecast_definition_score, grams_verdict, minutes_verdict, ratio
from craft.visit.doses import planned_doses
from craft.vocabulary import Family, Role, Verdict
from salon.products.models import StockMove
from salon.products.services import cost_per_g
from salon.staff.services import names_of
from salon.visits.models import Visit


@dataclass(frozen=True)
class StepRow:
    """Hands-on minutes of a step, planned and actual.

    Args:
        key, family, title: of the step
        status: what became of it
        by: who worked
        planned, low, high: as planned, with its range [min]
        actual: as timed; None where it was not [min]
        ratio: actual over planned
        verdict: where the actual lies
    """

    key: str
    family: Family
    title: str
    status: str
    by: str
    planned: float
    low: float
    high: float
    actual: float | None
    ratio: float | None
    verdict: Verdict | None


def compare_steps(visit: Visit) -> list[StepRow]:
    """Minutes of every planned step beside what it took."""
    took = {step.key: step for step in visit.steps.all()}
    rows = []
    for step in visit.plan.parsed_answer.steps:
        worked = took.get(step.key)
        actual = worked.minutes if worked else None
        low, high = step.hands_on_low, step.hands_on_high
        rows.append(
            StepRow(
                key=step.key,
                family=step.family,
                title=step.title,
                status=worked.status if worked else "planned",
                by=worked.by if worked else "",
                planned=step.hands_on_min,
                low=low,
                high=high,
                actual=actual,
                ratio=None if actual is None else ratio(step.hands_on_min, actual),
                verdict=None if actual is None else minutes_verdict(low, high, actual),
            )
        )
    return rows


@dataclass(frozen=True)
class HandsRow:
    """Whose hands worked which sections of a step.

    Args:
        title: of the step
        name: whose hands
        minutes: hands-on [min]
        sections: by number, in the order in which they were finished
    """

    title: str
    name: str
    minutes: float
    sections: Sequence[int]


def hands_of(visit: Visit, folded: VisitAnswer) -> list[HandsRow]:
    """Whose hands worked which sections, of steps that are ticked section by section."""
    titles = {step.key: step.title for step in visit.plan.parsed_answer.steps}
    rows = [(run.key, hands) for run in folded.steps for hands in run.hands]
    names = names_of({hands.by for _, hands in rows})
    return [
        HandsRow(titles[key], names.get(hands.by, hands.by), hands.minutes, hands.sections)
        for key, hands in rows
    ]


@dataclass(frozen=True)
class DoseRow:
    """Grams of a dose, planned and used.

    Args:
        step, role, layer: which dose
        name: of the product
        planned, actual: None where it was not weighed [g]
        units: pumps or squirts that were counted
        ratio: actual over planned
        verdict: where the actual lies
    """

    step: str
    role: Role
    layer: int | None
    name: str
    planned: float
    actual: float | None
    units: float | None
    ratio: float | None
    verdict: Verdict | None


def compare_doses(visit: Visit) -> list[DoseRow]:
    """Grams of every planned dose beside what was used."""
    used = {(dose.step, dose.role, dose.layer): dose for dose in visit.doses.all()}
    rows = []
    for (step, role, layer), product in planned_doses(visit.plan.parsed_answer).items():
        dose = used.get((step, role.value, layer))
        actual = dose.grams if dose else None
        rows.append(
            DoseRow(
                step=step,
                role=role,
                layer=layer,
                name=product.name,
                planned=product.grams,
                actual=actual,
                units=dose.units if dose else None,
                ratio=None if actual is None else ratio(product.grams, actual),
                verdict=None if actual is None else grams_verdict(product.grams, actual),
            )
        )
    return rows


@dataclass(frozen=True)
class MinutesRow:
    """Hands-on minutes of all steps that were timed."""

    planned: float
    actual: float
    ratio: float | None


def minutes_of(visit: Visit) -> MinutesRow:
    """Hands-on minutes in all: of the steps that were timed, planned and actual."""
    timed = [step for step in visit.steps.all() if step.minutes is not None]
    planned = sum(step.planned for step in timed)
    actual = sum(step.minutes for step in timed if step.minutes is not None)
    return MinutesRow(round(planned, 1), round(actual, 1), ratio(planned, actual))


@dataclass(frozen=True)
class ForecastRow:
    """What a plan forecast of drying and of the look.

    Args:
        release_after_h, odds_dry: when it is opened [h], and the odds that it is dry then
        length_cm, length_low, length_high: with the range of nine in ten [cm]
        definition: as the score of the first day
    """

    release_after_h: float | None
    odds_dry: float | None
    length_cm: float
    length_low: float
    length_high: float
    definition: float


def forecast_of(visit: Visit) -> ForecastRow:
    """What the plan forecast of drying and of the look."""
    answer = visit.plan.parsed_answer
    return ForecastRow(
        release_after_h=answer.drying.release_after_h,
        odds_dry=answer.drying.odds_dry,
        length_cm=answer.finished.length_cm,
        length_low=answer.finished.length_low,
        length_high=answer.finished.length_high,
        definition=round(forecast_definition_score(answer.finished.day1_definition), 1),
    )


@dataclass(frozen=True)
class Cost:
    """Money that products of a visit cost, and the names of those without a price."""

    cost: float
    unpriced: Sequence[str]


def cost_of(visit: Visit) -> Cost:
    """What a visit took from the shelf, in money, and the bottles that have no price."""
    cost, unpriced = 0.0, []
    moves = StockMove.objects.filter(visit=visit.pk, undone_at=None).select_related("product")
    for move in moves:
        each = cost_per_g(move.product)
        if each is None:
            unpriced.append(move.product.name)
        else:
            cost -= move.grams * each
    return Cost(round(cost, 2), unpriced)
