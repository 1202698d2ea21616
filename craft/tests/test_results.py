"""Planned beside actual: house tolerances."""

from unittest import TestCase

from craft import results
from craft.vocabulary import Verdict


class ResultsTest(TestCase):
    def test_minutes_within_the_promised_range(self) -> None:
        verdicts = {6: Verdict.LESS, 7: Verdict.AS_PLANNED, 13: Verdict.AS_PLANNED}
        for took, verdict in verdicts.items():
            self.assertEqual(results.minutes_verdict(8, 12, took), verdict)
        self.assertEqual(results.minutes_verdict(8, 12, 13.5), Verdict.MORE)

    def test_grams_within_a_tenth(self) -> None:
        self.assertEqual(results.grams_verdict(10, 10.9), Verdict.AS_PLANNED)
        self.assertEqual(results.grams_verdict(10, 11.2), Verdict.MORE)
        self.assertEqual(results.grams_verdict(10, 8.9), Verdict.LESS)

    def test_ratio_of_nothing(self) -> None:
        self.assertIsNone(results.ratio(0, 5))
        self.assertEqual(results.ratio(4, 5), 1.25)

    def test_scores_run_from_one_to_five(self) -> None:
        scores = [results.forecast_definition_score(x) for x in (0, 0.5, 1)]
        self.assertEqual(scores, [1, 3, 5])
