"""Caps and towels of a service. Common practice, no source."""

from unittest import TestCase

from craft.day.linen import linen_spans
from craft.plan.linen import caps_of, towels_of
from craft.tests.requests import planned
from craft.vocabulary import KitKind


class LinenTest(TestCase):
    def test_a_mask_takes_a_cap_and_two_where_two_keep_it_warm(self) -> None:
        goal = {"style": "full_reset"}
        self.assertEqual(caps_of(planned(goal=goal)), 1)
        self.assertEqual(caps_of(planned(goal=goal, details={"warmth": "two_caps"})), 2)
        self.assertEqual(caps_of(planned(goal=goal, details={"warmth": "steam"})), 0)

    def test_a_towel_for_the_shoulders_and_for_each_time_from_the_basin(self) -> None:
        reset = planned(goal={"style": "full_reset"})
        refresh = planned(goal={"style": "refresh_visit"})
        self.assertGreaterEqual(towels_of(reset.steps), 3)
        self.assertEqual(towels_of(refresh.steps), 0)

    def test_towels_come_back_the_next_morning(self) -> None:
        answer = planned(goal={"style": "quick_wash"})
        ends = {span.kind: span.end_min for span in linen_spans(answer)}
        self.assertGreater(ends[KitKind.TOWEL], answer.totals.first_sitting_min + 12 * 60)
        self.assertEqual(ends[KitKind.CAP], answer.totals.first_sitting_min)
