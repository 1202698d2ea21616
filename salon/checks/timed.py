"""Run tests as `run` does, and keep how long each took."""

import os
import sys
import time
import unittest

from salon.checks import run

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
    return run.main()


if __name__ == "__main__":
    sys.exit(main())
