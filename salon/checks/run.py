"""Run every test and close with one plain line of counts."""

import os
import sys
import unittest

import django
from django.conf import settings
from django.test.runner import DiscoverRunner
from django.test.utils import get_runner


def main() -> int:
    """Run the tests of the core, the API and the browser; 0 if all passed."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "salon.settings")
    django.setup()
    runner = counting(get_runner(settings))(verbosity=1, interactive=False)
    failed = runner.run_tests(sys.argv[1:] or ["craft", "salon"])
    print(f"{runner.ran - failed - runner.skipped} passed, {failed} failed")
    return 1 if failed else 0


def counting(runner: type[DiscoverRunner]) -> type[DiscoverRunner]:
    """The runner, keeping the numbers it would only print."""

    class Counting(runner):  # type: ignore[misc, valid-type]
        ran = 0
        skipped = 0

        def suite_result(
            self, suite: unittest.TestSuite, result: unittest.TestResult, **kwargs: object
        ) -> int:
            self.ran = result.testsRun
            self.skipped = len(result.skipped)
            # A test with several failing subtests is one failed test.
            bad = [test for test, _ in (*result.failures, *result.errors)]
            bad += result.unexpectedSuccesses
            return len({getattr(test, "test_case", test) for test in bad})

    return Counting


if __name__ == "__main__":
    sys.exit(main())
