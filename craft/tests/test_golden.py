"""No answer changes unless the version of the rules does."""

import math
from collections.abc import Iterator
from typing import Any
from unittest import TestCase

from craft import RULES_VERSION
from craft.tests import golden

#: Numbers may differ so much between machines.
RELATIVE, ABSOLUTE = 2e-3, 0.011


def differences(before: Any, now: Any, path: str = "") -> Iterator[str]:
    """Where two answers differ."""
    if isinstance(before, dict) and isinstance(now, dict):
        for key in sorted({*before, *now}):
            if key not in before or key not in now:
                yield f"{path}.{key}: {'gone' if key in before else 'new'}"
            else:
                yield from differences(before[key], now[key], f"{path}.{key}")
    elif isinstance(before, list) and isinstance(now, list):
        if len(before) != len(now):
            yield f"{path}: {len(before)} became {len(now)}"
        for place, pair in enumerate(zip(before, now, strict=False)):
            yield from differences(*pair, f"{path}.{place}")
    elif isinstance(before, int | float) and isinstance(now, int | float):
        if not math.isclose(before, now, rel_tol=RELATIVE, abs_tol=ABSOLUTE):
            yield f"{path}: {before} became {now}"
    elif before != now:
        yield f"{path}: {before!r} became {now!r}"


class GoldenTest(TestCase):
    def test_answers_change_only_with_the_version_of_the_rules(self) -> None:
        version, kept = golden.read()
        changes = list(differences(kept, golden.answers()))
        listing = "\n".join(changes[:12])
        if version == RULES_VERSION:
            self.assertFalse(
                changes,
                f"{len(changes)} changed: raise RULES_VERSION, then make golden.\n{listing}",
            )
        else:
            self.fail(f"RULES_VERSION was raised: run make golden.\n{listing}")

    def test_a_change_is_seen(self) -> None:
        self.assertEqual(list(differences({"a": [1.0, "x"]}, {"a": [1.0004, "x"]})), [])
        changes = list(differences({"a": [1.0, "x"], "b": 1}, {"a": [1.2, "y"]}))
        self.assertEqual(len(changes), 3)
