"""Plans stored by every landed version of the contract open as plans of today."""

import json
from pathlib import Path
from typing import Any
from unittest import TestCase

from craft.contract.stored import (
    CONTRACT_VERSION,
    answer_of,
    request_of,
    upgrade,
    version_of_rules,
)
from craft.errors import CraftError
from craft.vocabulary import AirSource

STORED = Path(__file__).parent / "stored"


def stored_plans() -> dict[str, dict[str, Any]]:
    """Every plan kept as a fixture, by the name of its file."""
    return {path.stem: json.loads(path.read_text("utf-8")) for path in STORED.glob("*.json")}


def version_in(plan: dict[str, Any]) -> int:
    """The contract's version of a stored plan."""
    return int(plan.get("contract", version_of_rules(plan["rules_version"])))


class StoredPlansTest(TestCase):
    def test_every_version_is_there(self) -> None:
        versions = {version_in(plan) for plan in stored_plans().values()}
        self.assertEqual(versions, set(range(1, CONTRACT_VERSION + 1)))

    def test_old_plans_open_with_their_own_numbers(self) -> None:
        for name, plan in stored_plans().items():
            with self.subTest(name):
                raw = plan["answer"]
                answer = answer_of(raw, version_in(plan))
                request = request_of(plan["request"], version_in(plan))
                self.assertEqual(answer.rules_version, plan["rules_version"])
                self.assertEqual(request.goal.style.value, plan["request"]["goal"]["style"])
                self.assertEqual(
                    [step.hands_on_min for step in answer.steps],
                    [step["hands_on_min"] for step in raw["steps"]],
                )
                self.assertEqual(
                    [caution.trigger for caution in answer.cautions],
                    [
                        caution.get("fired_by", caution.get("trigger"))
                        for caution in raw["cautions"]
                    ],
                )
                kit = raw["kit_needed"]
                substitutes = kit.get("odd", kit.get("substitutes", []))
                self.assertEqual(
                    [rods.model_dump() for rods in answer.kit_needed.substitutes], substitutes
                )

    def test_who_told_the_air_became_a_word(self) -> None:
        plan = stored_plans()["2026.11.4-flat-twists"]
        request = request_of(plan["request"], version_in(plan))
        self.assertEqual((request.room.by, request.room.source), (AirSource.SALON, ""))
        assert request.home is not None
        self.assertEqual((request.home.by, request.home.source), (AirSource.HAND, ""))
        self.assertEqual(request.drying_basis, "3 opened sets of this head")

    def test_what_is_stored_is_left_as_it_is(self) -> None:
        plan = stored_plans()["2026.11.1-flat-twists"]
        before = json.dumps(plan)
        answer_of(plan["answer"], 1)
        self.assertEqual(json.dumps(plan), before)

    def test_a_later_version_is_refused_by_name(self) -> None:
        with self.assertRaises(CraftError) as refusal:
            upgrade({}, CONTRACT_VERSION + 1, {})
        self.assertEqual(refusal.exception.field, "contract")
