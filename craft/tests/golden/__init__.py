"""A corpus of requests and their answers: what the rules answer does not change unnoticed.

``python -m craft.tests.golden`` writes the answers again, by the rules of today. An answer may only
change together with `RULES_VERSION`.
"""

import json
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any

from craft import RULES_VERSION
from craft.contract import PlanRequest, parse
from craft.contract.plan import PlanAnswer
from craft.plan.planner import plan
from craft.tests.requests import plan_request
from craft.vocabulary import Style

ANSWERS = Path(__file__).parent / "answers.jsonl"
SHELF: list[dict[str, Any]] = [
    {
        "id": f"{role} {weight}",
        "name": f"{weight.capitalize()} {role.replace('_', '-')}",
        "role": role,
        "weight": weight,
        "ingredients": label,
        "unit": "pump",
        "unit_g": 1.8,
        "stock_g": 260,
        "cost_per_g": 0.03,
    }
    for role in ("shampoo", "rinse_out", "mask", "leave_in", "cream", "oil", "gel")
    for weight, label in (
        ("light", "Aqua, Glycerin, Panthenol"),
        ("heavy", "Aqua, Butyrospermum Parkii Butter, Dimethicone, Linalool"),
    )
]
#: Heads, air and wishes that pull the rules in different directions.
TURNS: Mapping[str, dict[str, Any]] = {
    "usual": {},
    "fine and damp": {
        "hair": {"pattern": "3a", "diameter_um": 52, "density_per_cm2": 150, "porosity": "low"},
        "room": {"temp_c": 19, "rh": 0.8},
        "person": {"allergies": ["linalool"], "conditions": ["pregnancy", "edge_thinning"]},
        "shelf": SHELF,
        "goal": {"definition": 0.9},
    },
    "coarse and long": {
        "hair": {
            "pattern": "4c",
            "length_cm": 42,
            "relaxed_cm": 12,
            "diameter_um": 88,
            "density_per_cm2": 230,
            "porosity": "high",
            "buildup": "heavy",
            "days_since_detangle": 21,
        },
        "person": {"routine": "cowash_only", "night": "none"},
        "goal": {"definition": 0.2, "release_after_h": 20, "time_limit_min": 120},
        "dry": "hood",
        "blot": "pressed",
        "shelf": SHELF,
        "kit": {
            "rods": [{"diameter_mm": 16, "count": 20}, {"diameter_mm": 20, "count": 12}],
            "pins": 10,
            "bands": 8,
            "clips": 4,
        },
        "pace": 1.2,
    },
}


def requests() -> Iterator[tuple[str, dict[str, Any]]]:
    """Every request of the corpus, by name."""
    for style in Style:
        for name, turn in TURNS.items():
            changes = json.loads(json.dumps(turn))
            changes["goal"] = {"style": style.value} | changes.get("goal", {})
            yield f"{style.value}, {name}", plan_request(**changes)


def outline(answer: PlanAnswer) -> dict[str, Any]:
    """An answer without what is only drawn, and with sums in the place of long lists."""
    whole: dict[str, Any] = answer.model_dump(
        mode="json",
        exclude={
            "rules_version": True,
            "sections": True,
            "hairline": True,
            "lines": True,
            "section_reasons": True,
            "drying": {"curve", "low_curve", "high_curve", "reasons"},
            "totals": {"reasons"},
            "finished": {"reasons"},
            "kit_needed": {"reasons"},
            "set_reasons": True,
            "steps": {"__all__": {"reasons": True, "products": {"__all__": {"reasons"}}}},
        },
    )
    return whole | {
        "sections": len(answer.sections),
        "hairs": sum(section.hairs for section in answer.sections),
        "reasons": [
            reason.rule
            for step in answer.steps
            for part in (step, *step.products)
            for reason in part.reasons
        ],
    }


def answers() -> dict[str, Any]:
    """Outlines of all answers by the rules of today."""
    return {name: outline(plan(parse(PlanRequest, request))) for name, request in requests()}


def write() -> None:
    """Keep the answers of today."""
    lines = [{"rules_version": RULES_VERSION}, *({name: each} for name, each in answers().items())]
    text = "".join(f"{json.dumps(line, ensure_ascii=False)}\n" for line in lines)
    ANSWERS.write_text(text, "utf-8")


def read() -> tuple[str, dict[str, Any]]:
    """The version of the rules and the answers that were kept: one line of JSON a request."""
    first, *lines = ANSWERS.read_text("utf-8").splitlines()
    kept: dict[str, Any] = {}
    for line in lines:
        kept |= json.loads(line)
    return json.loads(first)["rules_version"], kept
