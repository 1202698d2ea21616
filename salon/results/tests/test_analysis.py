"""The example of docs/ANALYSIS.md runs on what is given away, and comes to our own numbers."""

import contextlib
import io
import os
import random
import re
import tempfile
from pathlib import Path
from typing import Any

from django.conf import settings

from salon.demo.year import live_a_year
from salon.platform.roles import WorkRole
from salon.results.opening import as_csv
from salon.results.services import held_out, promises
from salon.staff.services import add_colleague
from salon.tests.base import ApiTest


class AnalysisTest(ApiTest):
    def test_it_comes_to_the_numbers_of_the_screen(self) -> None:
        for name in ("mara", "ilse"):
            add_colleague(name, "starch-and-linen", WorkRole.SPECIALIST, name.title())
        live_a_year(self.user, random.Random(1))
        text = (settings.BASE_DIR / "docs" / "ANALYSIS.md").read_text()
        (code,) = re.findall(r"```python\n(.*?)```", text, re.S)
        names: dict[str, Any] = {}
        here = Path.cwd()
        with tempfile.TemporaryDirectory() as folder, contextlib.redirect_stdout(io.StringIO()):
            for table in ("samples", "promises"):
                Path(folder, f"gauffer-{table}.csv").write_text("".join(as_csv(table)))
            os.chdir(folder)
            try:
                exec(compile(code, "ANALYSIS.md", "exec"), names)
            finally:
                os.chdir(here)
        minutes = next(row for row in held_out() if row.quantity == "minutes")
        self.assertAlmostEqual(sum(names["before"]) / len(names["before"]), minutes.before)
        self.assertAlmostEqual(sum(names["after"]) / len(names["after"]), minutes.after)
        dry = next(row for row in promises() if row.kind == "dry")
        self.assertAlmostEqual(names["brier"], dry.brier)
