"""The checks themselves: what counts as a test, what is printed, what is measured."""

import io
import tempfile
import unittest
from contextlib import redirect_stdout
from pathlib import Path
from unittest.mock import patch

from django.conf import settings
from django.test import SimpleTestCase, TransactionTestCase

from salon.checks import bench, ratio
from salon.checks.crowd import fill
from salon.checks.runner import Runner
from salon.clients.models import Client
from salon.products.models import StockMove
from salon.tests.base import fill_with_demo
from salon.visits.models import Visit


class AwaitingTest(SimpleTestCase):
    def test_no_test_needs_a_loop_where_the_browser_keeps_one(self) -> None:
        """`async def test_` fails in a process that has had a browser: `awaited` does not."""
        for name in ("craft", "salon"):
            for path in (settings.BASE_DIR / name).rglob("tests/*.py"):
                self.assertNotRegex(path.read_text(), r"(?m)^\s+async def test_", path)


class RatioTest(SimpleTestCase):
    def test_what_is_a_test(self) -> None:
        for path, counts in (
            ("craft/tests/test_air.py", True),
            ("craft/labels/tests/corpus.py", True),
            ("salon/tests/base.py", True),
            ("craft/physics/air.py", False),
            ("salon/checks/crowd.py", False),
            ("web/src/places/products/PalmTests.vue", False),
        ):
            with self.subTest(path=path):
                self.assertEqual(bool(ratio.TESTS.search(path)), counts)

    def test_what_is_left_out(self) -> None:
        for path in ("salon/kit/migrations/0001_initial.py", "web/src/api/generated.ts"):
            self.assertTrue(ratio.LEFT_OUT.search(path), path)

    def test_blank_lines_do_not_count(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "a.py"
            file.write_text("one\n\n   \ntwo\n")
            self.assertEqual(ratio.lines(str(file)), 2)

    def test_it_prints_one_line(self) -> None:
        out = io.StringIO()
        with redirect_stdout(out):
            ratio.main()
        self.assertRegex(out.getvalue(), r"^tests \d+ of \d+ lines: \d+%\n$")


class Sample(unittest.TestCase):
    """Tests that end in every way a test can; never collected, run by hand below."""

    def runTest(self) -> None:
        """Nothing."""

    def passes(self) -> None:
        self.assertTrue(True)

    def fails(self) -> None:
        self.fail("on purpose")

    def fails_twice(self) -> None:
        for part in range(2):
            with self.subTest(part=part):
                self.fail("on purpose")

    def breaks(self) -> None:
        raise RuntimeError("on purpose")

    @unittest.skip("on purpose")
    def is_skipped(self) -> None:
        """Nothing."""


class CountingTest(SimpleTestCase):
    def count(self, *names: str) -> tuple[str, int]:
        """The line of counts for these, and how many failed."""
        suite = unittest.TestSuite(Sample(name) for name in names)
        result = unittest.TextTestRunner(stream=io.StringIO()).run(suite)
        printed = io.StringIO()
        with redirect_stdout(printed):
            failed = Runner(verbosity=0).suite_result(suite, result)
        return printed.getvalue().strip(), failed

    def test_all_the_ways_a_test_can_end(self) -> None:
        self.assertEqual(self.count("passes"), ("1 passed, 0 failed", 0))
        self.assertEqual(self.count("passes", "fails"), ("1 passed, 1 failed", 1))
        self.assertEqual(self.count("passes", "breaks"), ("1 passed, 1 failed", 1))
        self.assertEqual(self.count("passes", "is_skipped"), ("1 passed, 0 failed", 0))

    def test_a_test_with_two_failing_parts_is_one_failed_test(self) -> None:
        self.assertEqual(self.count("fails_twice", "passes"), ("1 passed, 1 failed", 1))


class BenchTest(SimpleTestCase):
    def test_the_median_does_not_mind_one_slow_run(self) -> None:
        clock = iter(
            number for pair in ((n, n + (9 if n == 3 else 1)) for n in range(15)) for number in pair
        )
        with patch.object(bench.time, "perf_counter", lambda: next(clock)):
            self.assertEqual(bench.median_ms(lambda: None), 1000)

    def test_it_reports_a_ratio(self) -> None:
        out = io.StringIO()
        with redirect_stdout(out):
            bench.report("something", 25.0, 50.0)
        self.assertIn("25.0 ms", out.getvalue())
        self.assertIn("0.50 of 50 ms", out.getvalue())


class CrowdTest(TransactionTestCase):
    def test_a_crowd_with_visits_that_used_the_shelf(self) -> None:
        fill_with_demo()
        before = Visit.objects.count()
        user = fill(3, 2)
        self.assertEqual(user.get_username(), "mara")
        self.assertEqual(Client.objects.filter(name__startswith="Client ").count(), 3)
        crowd = Visit.objects.filter(client__name__startswith="Client ")
        self.assertEqual(crowd.count(), 6)
        self.assertEqual(Visit.objects.count() - before, 6)
        used = StockMove.objects.filter(visit__in=crowd.values("pk"))
        self.assertEqual(used.count(), 6)
