"""A visit laid beside its plan."""

from typing import Any

from craft.learning.results import forecast_definition_score, grams_verdict, minutes_verdict, ratio
from craft.visit.doses import planned_doses
from salon.products.models import StockMove
from salon.products.services import cost_per_g
from salon.visits.models import Visit


def compare_steps(visit: Visit) -> list[dict[str, Any]]:
    """Minutes of every planned step beside what it took."""
    took = {step.key: step for step in visit.steps.all()}
    rows = []
    for step in visit.plan.answered.steps:
        worked = took.get(step.key)
        actual = worked.minutes if worked else None
        low, high = step.hands_on_low, step.hands_on_high
        rows.append(
            {
                "key": step.key,
                "family": step.family,
                "title": step.title,
                "status": worked.status if worked else "planned",
                "by": worked.by if worked else "",
                "planned": step.hands_on_min,
                "low": low,
                "high": high,
                "actual": actual,
                "ratio": None if actual is None else ratio(step.hands_on_min, actual),
                "verdict": None if actual is None else minutes_verdict(low, high, actual),
            }
        )
    return rows


def compare_doses(visit: Visit) -> list[dict[str, Any]]:
    """Grams of every planned dose beside what was used."""
    used = {(dose.step, dose.role, dose.layer): dose for dose in visit.doses.all()}
    rows = []
    for (step, role, layer), product in planned_doses(visit.plan.answered).items():
        dose = used.get((step, role.value, layer))
        actual = dose.grams if dose else None
        rows.append(
            {
                "step": step,
                "role": role,
                "layer": layer,
                "name": product.name,
                "planned": product.grams,
                "actual": actual,
                "units": dose.units if dose else None,
                "ratio": None if actual is None else ratio(product.grams, actual),
                "verdict": None if actual is None else grams_verdict(product.grams, actual),
            }
        )
    return rows


def minutes_of(visit: Visit) -> dict[str, float | None]:
    """Hands-on minutes in all: of the steps that were timed, planned and actual."""
    timed = [step for step in visit.steps.all() if step.minutes is not None]
    planned = sum(step.planned for step in timed)
    actual = sum(step.minutes for step in timed if step.minutes is not None)
    return {
        "planned": round(planned, 1),
        "actual": round(actual, 1),
        "ratio": ratio(planned, actual),
    }


def forecast_of(visit: Visit) -> dict[str, Any]:
    """What the plan promised of drying and of the look."""
    answer = visit.plan.answered
    return {
        "release_after_h": answer.drying.release_after_h,
        "odds_dry": answer.drying.odds_dry,
        "length_cm": answer.finished.length_cm,
        "length_low": answer.finished.length_low,
        "length_high": answer.finished.length_high,
        "definition": round(forecast_definition_score(answer.finished.day1_definition), 1),
    }


def cost_of(visit: Visit) -> dict[str, Any]:
    """What a visit took from the shelf, in money, and the bottles that have no price."""
    cost, unpriced = 0.0, []
    moves = StockMove.objects.filter(visit=visit.pk, undone_at=None).select_related("product")
    for move in moves:
        each = cost_per_g(move.product)
        if each is None:
            unpriced.append(move.product.name)
        else:
            cost -= move.grams * each
    return {"cost": round(cost, 2), "unpriced": unpriced}
