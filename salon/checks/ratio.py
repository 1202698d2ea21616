"""Lines of tests against all lines of code; a quarter to a third is wanted."""

import re
import subprocess
from pathlib import Path

CODE = ("*.py", "*.ts", "*.vue", "*.css")
LEFT_OUT = re.compile(r"(^|/)migrations/|(^|/)generated\.ts")
TESTS = re.compile(r"(^|/)tests?(/|_|\.)|test_|\.spec\.ts$")


def lines(path: str) -> int:
    """Lines of a file that are not blank."""
    return sum(1 for line in Path(path).read_text("utf-8").splitlines() if line.strip())


def main() -> None:
    """Print the ratio over the files that git tracks."""
    listed = subprocess.run(["git", "ls-files", *CODE], capture_output=True, text=True, check=True)
    counts = {path: lines(path) for path in listed.stdout.splitlines() if not LEFT_OUT.search(path)}
    tests = sum(count for path, count in counts.items() if TESTS.search(path))
    total = sum(counts.values())
    print(f"tests {tests} of {total} lines: {tests / total:.0%}")


if __name__ == "__main__":
    main()
