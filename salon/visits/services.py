"""Recording visits and laying them beside their plans."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
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
from craft.vocabulary import Residue
from salon.planning.models import Plan
from salon.shelf.calibrating import weighed
from salon.shelf.models import Product
from salon.shelf.pairs import seen
from salon.shelf.stock import draw_down
from salon.visits.learning import learn_salon
from salon.visits.models import Visit, VisitDose, VisitStep


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
    taken = taken_by(plan, doses)
    VisitDose.objects.bulk_create(VisitDose(visit=visit, **one) for one in taken.recorded)
    draw_down(visit.pk, taken.used, by, visit.started_at)
    for one in taken.recorded:
        if one["product_id"] and one.get("units"):
            weigh(one["product_id"], one["units"], one["grams"], by, visit.pk)
    if visit.dryness:
        learn_salon()
    if visit.residue:
        seen(taken.left_in, flaked=visit.residue != Residue.NONE)
    return visit


@dataclass(frozen=True)
class Taken:
    """What a visit took from the shelf.

    Args:
        recorded: doses as they are kept
        used: grams by product, and whether they were told; else they are the plan's
        left_in: products that stayed in the hair
    """

    recorded: list[dict[str, Any]]
    used: dict[int, tuple[float, bool]]
    left_in: list[int]


def taken_by(plan: Plan, doses: Iterable[Mapping[str, Any]]) -> Taken:
    """Lay what was told over what was planned: untold doses went as planned.

    Raises:
        ValidationError: a bottle that is not on the shelf
    """
    planned: dict[str, dict[str, Any]] = {}
    for step in plan.answer["steps"]:
        for product in step["products"]:
            one = planned.setdefault(product["role"], {**product, "grams": 0.0})
            one["grams"] += product["grams"]
    told = {dose["role"]: dict(dose) for dose in doses}
    recorded, left_in = [], []
    used: dict[int, tuple[float, bool]] = {}
    ids = [one.get("product") for one in told.values()] + [one["id"] for one in planned.values()]
    known = set(Product.objects.filter(pk__in=filter(None, ids)).values_list("pk", flat=True))
    for index, (role, dose) in enumerate(told.items()):
        chosen = dose.pop("product", None)
        if chosen is not None and chosen not in known:
            raise ValidationError({f"doses.{index}.product": "This bottle is not on the shelf."})
        own = planned[role]["id"]
        pk = chosen or (int(own) if own and int(own) in known else None)
        recorded.append({**dose, "product_id": pk})
    for role, product in planned.items():
        dose = next((one for one in recorded if one["role"] == role), None)
        own = int(product["id"]) if product["id"] and int(product["id"]) in known else None
        pk = dose["product_id"] if dose else own
        if pk is None:
            continue
        grams, weighed = (dose["grams"], True) if dose else (product["grams"], False)
        before = used.get(pk, (0.0, True))
        used[pk] = (before[0] + grams, before[1] and weighed)
        if product["stays_in"] and grams > 0:
            left_in.append(pk)
    return Taken(recorded, used, left_in)


def weigh(
    product: int, units: float, grams: float, by: AbstractBaseUser | None, visit: int
) -> None:
    """A dose that was both counted in units and weighed: evidence of the pump."""
    if grams > 0:
        weighed(Product.objects.get(pk=product), units, grams, by, visit)


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
