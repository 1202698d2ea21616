"""Would the tests notice? A random sample of small changes to the code, each tried by its tests.

Cosmic Ray makes the changes, coverage knows which tests pass through a line. A change is noticed
where a test fails, first by the tests of its line, then by all tests of its package.
"""

import ast
import os
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator, Mapping
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from itertools import accumulate
from pathlib import Path

import coverage
from cosmic_ray.ast import ast_nodes, get_ast_from_path
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator, operator_names

from salon.checks import timed

ROOT = Path(__file__).resolve().parents[2]
SAMPLE, KILLED_LEAST = 200, 0.85
#: Tests of a line are tried first, the quickest, as many as take so long; and the longest that they
#: and all tests of a package may take before they count as stuck [s].
LINE_S, FIRST_S, ALL_S = 40.0, 180, 900
#: What is tried: the rules of the job, and whatever changes what a salon keeps.
CODE = (
    "craft/**/*.py",
    "salon/*.py",
    "salon/*/services.py",
    "salon/salon_settings/*.py",
    "salon/clients/*.py",
    "salon/products/*.py",
    "salon/kit/*.py",
    "salon/planning/*.py",
    "salon/visits/*.py",
    "salon/devices/*.py",
    "salon/archive/*.py",
)
LEFT_OUT: tuple[str, ...] = (
    "/tests/",
    "/migrations/",
    "/golden/",
    "settings.py",
    "urls.py",
    "asgi.py",
    "models.py",
)
TREE: tuple[str, ...] = (
    "craft",
    "salon",
    "web/dist",
    "docs/openapi.yaml",
    "manage.py",
    "pyproject.toml",
    "Makefile",
)


@dataclass(frozen=True)
class Mutant:
    """A small change.

    Args:
        path: of the file, from the root
        line: where it is
        operator: of Cosmic Ray
        occurrence: which of the places it could change
    """

    path: str
    line: int
    operator: str
    occurrence: int

    def __str__(self) -> str:
        return f"{self.path}:{self.line} {self.operator.removeprefix('core/')}"


def hints(path: Path) -> set[tuple[int, int]]:
    """Lines and columns inside type hints, where a change means nothing."""
    places = set()
    for node in ast.walk(ast.parse(path.read_text())):
        for name in ("annotation", "returns"):
            hint = getattr(node, name, None)
            if isinstance(hint, ast.expr):
                for part in ast.walk(hint):
                    if isinstance(part, ast.expr) and part.end_lineno is not None:
                        columns = range(part.col_offset, (part.end_col_offset or 0) + 1)
                        places |= {(part.lineno, column) for column in columns}
    return places


def mutants() -> list[Mutant]:
    """Every small change there is."""
    found = []
    for pattern in CODE:
        for path in sorted(ROOT.glob(pattern)):
            name = path.relative_to(ROOT).as_posix()
            if not any(part in f"/{name}" for part in LEFT_OUT):
                found += list(mutants_of(path, name))
    return sorted(set(found), key=str)


def mutants_of(path: Path, name: str) -> Iterator[Mutant]:
    """Every small change to a file."""
    tree, hinted = get_ast_from_path(path), hints(path)
    for operator_name in operator_names():
        operator_class = get_operator(operator_name)
        if operator_class.arguments():
            continue
        operator = operator_class()
        places = (
            start for node in ast_nodes(tree) for start, _ in operator.mutation_positions(node)
        )
        for occurrence, (line, column) in enumerate(places):
            if (line, column) not in hinted:
                yield Mutant(name, line, operator_name, occurrence)


def coverage_by_test(folder: Path) -> tuple[coverage.CoverageData, dict[str, float]]:
    """Which tests pass through which line, and how long each takes [s]; all but the browser's."""
    data, times = folder / "coverage", folder / "times"
    config = folder / "coveragerc"
    config.write_text("[run]\ndynamic_context = test_function\n")
    apps = [f"salon.{path.parent.name}" for path in sorted(ROOT.glob("salon/*/tests"))]
    apps.remove("salon.checks")
    packages = ["craft", *apps, *quick_tests()]
    command = [sys.executable, "-m", "coverage", "run", f"--rcfile={config}"]
    command += [
        f"--data-file={data}",
        "--source=craft,salon",
        "-m",
        "salon.checks.timed",
        *packages,
    ]
    environment = {**os.environ, "GAUFFER_VAR": str(folder), "GAUFFER_TEST_PROCESSES": "1"}
    environment[timed.OUTPUT] = str(times)
    done = subprocess.run(
        command, cwd=ROOT, env=environment, capture_output=True, text=True, check=False
    )
    if done.returncode:
        sys.exit(
            f"Nothing can be said while tests fail:\n{done.stderr[-3000:]}{done.stdout[-300:]}"
        )
    seen = coverage.CoverageData(basename=str(data))
    seen.read()
    rows = (line.split() for line in times.read_text().splitlines())
    return seen, {name: float(took) for took, name in rows}


def quick_tests() -> list[str]:
    """Tests of the whole that need no browser."""
    names = ("bounds", "doors", "garbage", "roles", "two_devices", "serving")
    return [f"salon.tests.test_{name}" for name in names]


def tests_of(
    mutant: Mutant, seen: coverage.CoverageData, took: Mapping[str, float]
) -> list[list[str]]:
    """Tests that pass through the line of a change, the quickest: of the core, then the salon."""
    contexts = seen.contexts_by_lineno(str(ROOT / mutant.path)).get(mutant.line, [])
    names = sorted({context for context in contexts if context in took})
    names.sort(key=lambda name: took[name])
    # What needs no database answers in a tenth of the time.
    core = [name for name in names if name.startswith("craft.")]
    salon = [name for name in names if name not in core]
    return [within(some, took) for some in (core, salon) if some]


def within(names: list[str], took: Mapping[str, float]) -> list[str]:
    """The first of some tests, as many as take no longer than they may."""
    until = accumulate(took[name] for name in names)
    return [name for name, s in zip(names, until, strict=True) if s <= LINE_S or name == names[0]]


def package_tests(mutant: Mutant) -> list[str]:
    """All tests of the package of a change."""
    parts = mutant.path.split("/")
    if parts[0] == "craft":
        return ["craft"]
    inner = len(parts) > 2 and (ROOT / "salon" / parts[1] / "tests").exists()  # noqa: PLR2004
    return [f"salon.{parts[1]}", *quick_tests()] if inner else quick_tests()


def passes(copy: Path, tests: list[str], longest_s: float) -> bool:
    """Whether the tests still pass in a copy of the project."""
    environment = {**os.environ, "GAUFFER_VAR": str(copy / "var"), "GAUFFER_TEST_PROCESSES": "1"}
    if all(test.startswith("craft") for test in tests):
        if tests == ["craft"]:
            command = [sys.executable, "-m", "unittest", "discover", "-f", "-s", "craft", "-t", "."]
        else:
            command = [sys.executable, "-m", "unittest", "-f", *tests]
    else:
        command = [sys.executable, "manage.py", "test", "--failfast", *tests]
    try:
        done = subprocess.run(
            command, cwd=copy, env=environment, capture_output=True, timeout=longest_s, check=False
        )
    except subprocess.TimeoutExpired:
        print(f"  stopped after {longest_s:.0f} s: {' '.join(tests[:3])}", flush=True)
        return False
    return done.returncode == 0


def survives(
    mutant: Mutant, copy: Path, seen: coverage.CoverageData, took: Mapping[str, float]
) -> bool:
    """Whether a change goes unnoticed."""
    target = copy / mutant.path
    original = target.read_text()
    changed = mutate_code(original, get_operator(mutant.operator)(), mutant.occurrence)
    if changed is None or changed == original:
        return False
    target.write_text(changed)
    try:
        first = tests_of(mutant, seen, took)
        if not all(passes(copy, tests, FIRST_S) for tests in first):
            return False
        # Whoever does not pass through a line cannot notice it; lines of a module are all import.
        return bool(first) or passes(copy, package_tests(mutant), ALL_S)
    finally:
        target.write_text(original)


def copy_sources(folder: Path) -> Path:
    """A copy of what the tests need."""
    for name in TREE:
        source, target = ROOT / name, folder / name
        if source.is_dir():
            shutil.copytree(source, target, ignore=shutil.ignore_patterns("__pycache__"))
        elif source.exists():
            target.parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(source, target)
    return folder


def main() -> None:
    """Try a sample and say which changes went unnoticed: how many, which seed, how many at once."""
    arguments = [int(word) for word in sys.argv[1:]]
    size, seed, workers = (*arguments, *(SAMPLE, random.randrange(10**6), 2)[len(arguments) :])
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        seen, took = coverage_by_test(folder)
        everything = mutants()
        sample = random.Random(seed).sample(everything, size)
        copies = [copy_sources(folder / f"copy-{number}") for number in range(workers)]

        def work(number: int) -> list[Mutant]:
            left = []
            for tried, mutant in enumerate(sample[number::workers], start=1):
                if survives(mutant, copies[number], seen, took):
                    left.append(mutant)
                    print(f"  unnoticed: {mutant} ({len(left)} of {tried})", flush=True)
            return left

        with ThreadPoolExecutor(workers) as pool:
            unnoticed = [mutant for left in pool.map(work, range(workers)) for mutant in left]
    killed = 1 - len(unnoticed) / size
    print(
        f"{size} of {len(everything)} small changes (seed {seed}): {killed:.0%} noticed, "
        f"at least {KILLED_LEAST:.0%} wanted"
    )


if __name__ == "__main__":
    main()
