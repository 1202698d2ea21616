"""The corpus that the chair screen folds is what the core folds today."""

from itertools import pairwise
from unittest import TestCase

from craft.tests.golden import visits


class GoldenVisitsTest(TestCase):
    maxDiff = None

    def test_the_corpus_is_of_today(self) -> None:
        self.assertEqual(visits.read(), list(visits.corpus()), "make golden")

    def test_the_corpus_has_what_is_hard(self) -> None:
        kept = visits.read()
        self.assertGreaterEqual(len(kept), 200)
        kinds = [[event["kind"] for event in line["events"]] for line in kept]
        self.assertGreater(sum("correction" in log for log in kinds), 100)
        devices = [{event["device"] for event in line["events"]} for line in kept]
        self.assertGreater(sum(len(names) > 1 for names in devices), 150)
        states = {line["visit"]["state"] for line in kept}
        self.assertEqual(states, {"planned", "running", "between", "released", "done"})
        noted = [sorted(line["events"], key=lambda event: event["seq"]) for line in kept]
        late = [any(b["at"] < a["at"] for a, b in pairwise(log)) for log in noted]
        self.assertGreater(sum(late), 150)
