"""Values of a visit that can be, but hardly are: asked about before they are kept."""

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone

from craft.contract.plan import PlanAnswer
from craft.contract.visit import VisitAnswer
from craft.learning.results import (
    BEFORE_PLAN_H,
    doubtful_dryness,
    doubtful_grams,
    doubtful_length,
    doubtful_minutes,
    doubtful_units,
)
from craft.messages import day_text
from craft.physics.drying import share_gone
from craft.visit.doses import planned_doses
from salon.planning.models import Plan
from salon.platform.language import sentence
from salon.visits.drying import opened_set_of


def doubts(plan: Plan, values: Mapping[str, Any], folded: VisitAnswer) -> dict[str, str]:
    """Questions about values that can be, but hardly are; by field.

    Args:
        plan: that was worked
        values: as the form has them
        folded: what follows from them
    """
    answer = plan.parsed_answer
    return (
        doubts_of_minutes(answer, values.get("steps", []))
        | doubts_of_doses(answer, values.get("doses", []))
        | doubts_of_results(plan, folded)
        | doubts_of_beginning(plan, values.get("started_at"))
    )


def doubts_of_minutes(answer: PlanAnswer, rows: Sequence[Mapping[str, Any]]) -> dict[str, str]:
    """Questions about minutes."""
    steps = {step.key: step for step in answer.steps}
    questions = {}
    for index, row in enumerate(rows):
        step = steps[row["key"]]
        if doubtful_minutes(step.hands_on_high + step.wait_min, row["minutes"]):
            questions[f"steps.{index}.minutes"] = sentence(
                "{minutes:g} min, planned {hands_on_min:.0f}: was it interrupted, or is this "
                "right?",
                minutes=row["minutes"],
                hands_on_min=step.hands_on_min,
            )
    return questions


def doubts_of_doses(answer: PlanAnswer, rows: Sequence[Mapping[str, Any]]) -> dict[str, str]:
    """Questions about grams, and about units that say something else."""
    planned = planned_doses(answer)
    questions = {}
    for index, row in enumerate(rows):
        product = planned[row["step"], row["role"], row["layer"]]
        if doubtful_grams(product.grams, row["grams"]):
            questions[f"doses.{index}.grams"] = sentence(
                "{grams:g g}, planned {planned:g g}: is this right?",
                grams=row["grams"],
                planned=product.grams,
            )
        elif (
            row.get("units")
            and product.unit_g
            and doubtful_units(row["units"], product.unit_g, row["grams"])
        ):
            questions[f"doses.{index}.units"] = sentence(
                "{units:g} × {unit} make about {made_g:.0f g}, {grams:g g} are entered: which is "
                "right?",
                units=row["units"],
                unit=product.unit or "",
                made_g=row["units"] * product.unit_g,
                grams=row["grams"],
            )
    return questions


def doubts_of_results(plan: Plan, folded: VisitAnswer) -> dict[str, str]:
    """Questions about the finished length, and about the dryness felt when a set was opened."""
    answer = plan.parsed_answer
    questions = {}
    low = answer.finished.length_low
    if folded.length_cm is not None and doubtful_length(low, folded.length_cm):
        questions["length_cm"] = sentence(
            "{length_cm:g cm}, forecast {low:.0f [cm]} to {length_high:.0f [cm]}: is this right?",
            length_cm=folded.length_cm,
            low=low,
            length_high=answer.finished.length_high,
        )
    if folded.release and folded.dryness and answer.drying.curve:
        hours = folded.release.after_h
        low_curve, high_curve = answer.drying.low_curve, answer.drying.high_curve
        least, most = share_gone(low_curve, hours), share_gone(high_curve, hours)
        off_curve = doubtful_dryness(min(least, most), max(least, most), folded.dryness)
        if off_curve or teaches_nothing_yet(plan, folded):
            questions["dryness"] = sentence(
                "Opened after {hours:.0f} h, {low:.0%} to {high:.0%} of the water was forecast to "
                "be gone: is this right, and the hour?",
                hours=hours,
                low=min(least, most),
                high=max(least, most),
            )
    return questions


def teaches_nothing_yet(plan: Plan, folded: VisitAnswer) -> bool:
    """Whether drying is learned from this set only once somebody has confirmed it."""
    opened = opened_set_of(plan, folded)
    return opened is not None and opened.doubtful


def doubts_of_beginning(plan: Plan, started_at: datetime | None) -> dict[str, str]:
    """A question about a visit that began long before its plan was made."""
    if started_at is None or started_at >= plan.made_at - timedelta(hours=BEFORE_PLAN_H):
        return {}
    made_on = timezone.localdate(plan.made_at)
    return {
        "started_at": sentence(
            "This plan was made on {made_on}: did the visit begin before?",
            made_on=day_text(made_on),
        )
    }
