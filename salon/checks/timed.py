"""Run tests as `run` does, and keep how long each took."""

import os
import sys
import time
import unittest

from django.core.management import execute_from_command_line

OUTPUT = "GAUFFER_TEST_TIMES"


def main() -> int:
    """Seconds and name of every test, a line each, into the file that the environment names."""
    try_out = unittest.TestCase.run

    def timed(
        test: unittest.TestCase, result: unittest.TestResult | None = None
    ) -> unittest.TestResult | None:
        began = time.perf_counter()
        try:
            return try_out(test, result)
        finally:
            with open(os.environ[OUTPUT], "a") as times:
                times.write(f"{time.perf_counter() - began:.3f} {test.id()}\n")

    setattr(unittest.TestCase, "run", timed)  # noqa: B010
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "salon.settings.test")
    execute_from_command_line(["manage.py", "test", *sys.argv[1:]])
    return 0


if __name__ == "__main__":
    sys.exit(main())
