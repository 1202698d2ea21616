"""Requests that tests start from."""

from typing import Any

from craft.contract import PlanAnswer, PlanRequest, parse
from craft.head.partings import HeadOfHair, Layout, Section, part
from craft.plan.planner import plan
from craft.vocabulary import Even, Scheme

HAIR: dict[str, Any] = {
    "pattern": "4b",
    "length_cm": 25,
    "relaxed_cm": 10,
    "density_per_cm2": 180,
    "diameter_um": 70,
    "porosity": "medium",
    "head_cm": 57,
}


def plan_request(**changes: Any) -> dict[str, Any]:
    """A valid request; `hair`, `goal` and `school` are merged, the rest replaces.

    Steps are worked one after another, so that a test can name the one it is about.
    """
    school = {"distribution": "section"} | changes.pop("school", {})
    goal = {"style": "flat_twist_out"} | changes.pop("goal", {})
    hair = HAIR | changes.pop("hair", {})
    # A bonnet would be advised against over every set that goes to bed damp.
    person = {"night": "scarf"}
    return {"hair": hair, "goal": goal, "school": school, "person": person} | changes


def planned(**changes: Any) -> PlanAnswer:
    """The plan of such a request."""
    return plan(parse(PlanRequest, plan_request(**changes)))


def caution_keys(answer: PlanAnswer) -> list[str]:
    return [caution.key for caution in answer.cautions]


def parted_by(
    hair: HeadOfHair, rows: bool, count: int, even: Even = Even.HAIR
) -> tuple[Section, ...]:
    """Sections of a head in rows or in quadrants."""
    scheme = Scheme.ROWS if rows else Scheme.QUADRANTS
    return part(hair, Layout(scheme, count, even)).sections
