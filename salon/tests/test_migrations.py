"""Migrations that move what a salon has typed: nothing is lost, and the way back works.

They run on a database of their own: other tests hold theirs open.
"""

import json
import os
import sqlite3
import subprocess
import sys
import tempfile
from pathlib import Path

from django.conf import settings
from django.test import SimpleTestCase

RODS = [
    {"diameter_mm": 16, "count": 20},
    {"diameter_mm": 20, "count": 24},
    {"diameter_mm": 16, "count": 4},
]


class KitFromTheHouseTest(SimpleTestCase):
    """Rods, pins and bands that the house counted become items of the kit."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def migrate(self, *to: str) -> None:
        environment = {**os.environ, "GAUFFER_VAR": str(self.folder)}
        environment.pop("DATABASE_URL", None)
        subprocess.run(
            [sys.executable, "manage.py", "migrate", "--verbosity", "0", *to],
            cwd=settings.BASE_DIR,
            env=environment,
            check=True,
            capture_output=True,
        )

    def sql(self, text: str, *values: object) -> list[tuple[object, ...]]:
        with sqlite3.connect(self.folder / "gauffer.sqlite3") as database:
            return database.execute(text, values).fetchall()

    def test_there_and_back(self) -> None:
        self.migrate("house", "0002")
        self.sql(
            "INSERT INTO house_house (id, name, room_temp_c, room_rh, pins, bands, rods, layering,"
            " school, rules, drying_factor) VALUES (1, 'Old', 22, 0.5, 33, 12, ?, 'auto', '{}',"
            " '{}', 1)",
            json.dumps(RODS),
        )
        self.migrate()
        items = set(self.sql("SELECT kind, diameter_mm, count FROM kit_kititem"))
        expected = {("pin", None, 33), ("band", None, 12), ("rod", 16.0, 24), ("rod", 20.0, 24)}
        self.assertEqual(items, expected)

        self.sql("UPDATE kit_kititem SET count = 30 WHERE kind = 'pin'")
        self.migrate("kit", "0001")
        ((pins, bands, rods),) = self.sql("SELECT pins, bands, rods FROM house_house")
        self.assertEqual((pins, bands), (30, 12))
        counts = {(load["diameter_mm"], load["count"]) for load in json.loads(str(rods))}
        self.assertEqual(counts, {(16.0, 24), (20.0, 24)})
        self.assertEqual(self.sql("SELECT count(*) FROM kit_kititem"), [(0,)])

    def test_a_salon_that_has_not_begun(self) -> None:
        self.migrate()
        self.assertEqual(self.sql("SELECT count(*) FROM kit_kititem"), [(0,)])
