"""What worked and what failed."""

from typing import Any
from unittest import TestCase

from craft.contract import parse
from craft.contract.visit import VisitRequest
from craft.tests.test_visit import PLAN, entry
from craft.visit.fold import visit
from craft.wear.outcome import Outcome, outcome


def after(*entries: dict[str, Any]) -> Outcome:
    plan = PLAN.model_dump(mode="json")
    return outcome(visit(parse(VisitRequest, {"plan": plan, "events": list(entries)})))


class OutcomeTest(TestCase):
    def test_scores_are_judged_frizz_the_other_way_round(self) -> None:
        came = after(
            entry(1, 1, "score", trait="definition", value=5),
            entry(2, 2, "score", trait="frizz", value=5),
            entry(3, 3, "score", trait="volume", value=3),
        )
        self.assertEqual(came.worked, ("Definition 5 of 5.",))
        self.assertEqual(came.failed, ("Frizz 5 of 5.",))

    def test_damp_residue_and_pain_failed(self) -> None:
        came = after(
            entry(1, 1, "dryness", dryness="damp_roots"),
            entry(2, 2, "residue", residue="much"),
            entry(3, 3, "comfort", comfort="pain"),
        )
        self.assertEqual(came.worked, ())
        self.assertEqual(
            came.failed, ("Roots damp when it was opened.", "Much residue.", "It hurt.")
        )

    def test_nothing_noted_nothing_said(self) -> None:
        self.assertEqual(after(), Outcome((), ()))
