"""Subjects of commits."""

from unittest import TestCase

from salon.checks.commits import why_not


class SubjectTest(TestCase):
    def test_what_a_subject_is(self) -> None:
        for good in ("Fix rounding of section doses", "Process orders once", "Add PostgreSQL run"):
            self.assertEqual(why_not(good), "")
        for bad, why in (
            ("The last tick of the promises is whole and nothing waits for what nobody sees", "65"),
            ("Fixed rounding of section doses", "imperative"),
            ("Fixes rounding", "imperative"),
            ("fix rounding", "capital"),
            ("Fix rounding.", "full stop"),
        ):
            self.assertIn(why, why_not(bad))
