"""Recording visits and laying them beside their plans."""

from collections.abc import Iterable, Mapping
from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.db import transaction
from rest_framework.exceptions import ValidationError

from craft.results import (
    forecast_definition_score,
    grams_verdict,
    minutes_verdict,
    ratio,
)
from salon.findings.models import Visit, VisitDose, VisitStep
from salon.plans.models import Plan


@transaction.atomic
def record(plan: Plan, values: Mapping[str, Any], by: AbstractBaseUser | None) -> Visit:
    """Record a visit against its plan.

    Args:
        plan: the plan that was run
        values: columns of the visit, with steps (key, minutes) and doses (role, grams)
        by: who recorded it
    Raises:
        ValidationError: a step or dose that the plan does not have, or one told twice
    """
    columns = dict(values)
    steps = columns.pop("steps", [])
    doses = columns.pop("doses", [])
    planned = {step["key"]: step["hands_on_min"] for step in plan.answer["steps"]}
    refuse_strangers("steps", "key", steps, set(planned))
    refuse_strangers("doses", "role", doses, set(plan.answer["totals"]["product_g"]))
    visit = Visit.objects.create(plan=plan, head=plan.head, recorded_by=by, **columns)
    VisitStep.objects.bulk_create(
        VisitStep(visit=visit, planned=planned[step["key"]], **step) for step in steps
    )
    VisitDose.objects.bulk_create(VisitDose(visit=visit, **dose) for dose in doses)
    return visit


def refuse_strangers(
    name: str, key: str, rows: Iterable[Mapping[str, Any]], known: set[str]
) -> None:
    """Refuse what the plan does not have, and what is told twice.

    Raises:
        ValidationError: names the row
    """
    seen: set[str] = set()
    for index, row in enumerate(rows):
        value = row[key]
        if value not in known:
            allowed = ", ".join(sorted(known))
            raise ValidationError({f"{name}.{index}.{key}": f"Not in the plan. Known: {allowed}."})
        if value in seen:
            raise ValidationError({f"{name}.{index}.{key}": f"{value} is told twice."})
        seen.add(value)


def compare_steps(visit: Visit) -> list[dict[str, Any]]:
    """Minutes of every planned step beside what it took."""
    took = {step.key: step.minutes for step in visit.steps.all()}
    rows = []
    for step in visit.plan.answer["steps"]:
        low, high = step["hands_on_low"], step["hands_on_high"]
        actual = took.get(step["key"])
        rows.append(
            {
                "key": step["key"],
                "family": step["family"],
                "title": step["title"],
                "planned": step["hands_on_min"],
                "low": low,
                "high": high,
                "actual": actual,
                "ratio": None if actual is None else ratio(step["hands_on_min"], actual),
                "verdict": None if actual is None else minutes_verdict(low, high, actual),
            }
        )
    return rows


def compare_doses(visit: Visit) -> list[dict[str, Any]]:
    """Grams of every planned product beside what was used."""
    used = {dose.role: dose.grams for dose in visit.doses.all()}
    names = {
        product["role"]: product["name"]
        for step in visit.plan.answer["steps"]
        for product in step["products"]
    }
    rows = []
    for role, planned in visit.plan.answer["totals"]["product_g"].items():
        actual = used.get(role)
        rows.append(
            {
                "role": role,
                "name": names.get(role, role),
                "planned": planned,
                "actual": actual,
                "ratio": None if actual is None else ratio(planned, actual),
                "verdict": None if actual is None else grams_verdict(planned, actual),
            }
        )
    return rows


def minutes_of(visit: Visit) -> dict[str, float | None]:
    """Hands-on minutes in all: of the steps that were timed, planned and actual."""
    timed = visit.steps.all()
    planned = sum(step.planned for step in timed)
    actual = sum(step.minutes for step in timed)
    return {
        "planned": round(planned, 1),
        "actual": round(actual, 1),
        "ratio": ratio(planned, actual),
    }


def forecast_of(visit: Visit) -> dict[str, Any]:
    """What the plan promised of drying and of the look."""
    answer = visit.plan.answer
    return {
        "release_after_h": answer["drying"]["release_after_h"],
        "odds_dry": answer["drying"]["odds_dry"],
        "length_cm": answer["finished"]["length_cm"],
        "length_low": answer["finished"]["length_low"],
        "length_high": answer["finished"]["length_high"],
        "definition": round(forecast_definition_score(answer["finished"]["day1_definition"]), 1),
    }
