"""Planned beside actual: own tolerances."""

from unittest import TestCase

from craft.learning import results
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


class DoubtTest(TestCase):
    """What is asked about, at the edges of the own values."""

    def test_minutes_and_grams_three_times_and_by_enough(self) -> None:
        self.assertTrue(results.doubtful_minutes(30, 91))
        self.assertFalse(results.doubtful_minutes(30, 90))
        self.assertFalse(results.doubtful_minutes(5, 25), "twenty minutes are never asked about")
        self.assertTrue(results.doubtful_grams(10, 31))
        self.assertFalse(results.doubtful_grams(10, 30))
        self.assertFalse(results.doubtful_grams(2, 17), "fifteen grams are never asked about")
        self.assertTrue(results.doubtful_grams(2, 17.5))

    def test_units_that_were_counted_against_grams(self) -> None:
        self.assertTrue(results.doubtful_units(8, 2, 7.9))
        self.assertFalse(results.doubtful_units(8, 2, 8))
        self.assertFalse(results.doubtful_units(3, 2, 1.5), "five grams are never asked about")
        self.assertTrue(results.doubtful_units(4, 2, 2.9))

    def test_lengths_too_short_and_longer_than_the_hair(self) -> None:
        self.assertTrue(results.doubtful_length(10, 4.9))
        self.assertFalse(results.doubtful_length(10, 5))
        self.assertAlmostEqual(results.longest_length(20), 22)
