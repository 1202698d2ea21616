"""The forecast against what is seen in the trade, all of it together."""

from unittest import TestCase

from craft.physics.drying import LOG_SPREAD
from craft.tests.seen_sets import OLD_SPREAD, by_shrinking_core, by_two_periods, scores

#: What was found may surprise so much [nat], and no single set more than one time in so many.
MEAN_MOST, ODDS_LEAST = 0.55, 0.05


class SeenSetsTest(TestCase):
    def test_what_was_found_is_no_surprise(self) -> None:
        mean, worst, odds = scores(by_two_periods, LOG_SPREAD)
        self.assertLess(mean, MEAN_MOST, odds)
        self.assertGreater(worst, ODDS_LEAST, odds)

    def test_the_law_before_is_refuted_by_the_same_sets(self) -> None:
        mean, worst, _ = scores(by_shrinking_core, OLD_SPREAD)
        self.assertGreater(mean, MEAN_MOST)
        self.assertLess(worst, ODDS_LEAST)
