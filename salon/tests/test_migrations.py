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
from django.test import SimpleTestCase, TestCase

from salon.kit.models import KitItem

RODS = [
    {"diameter_mm": 16, "count": 20},
    {"diameter_mm": 20, "count": 24},
    {"diameter_mm": 16, "count": 4},
]


#: A plan as the second version of the contract kept it.
OLD_PLAN = settings.BASE_DIR / "craft/contract/tests/stored/2026.11.2-flat-twists.json"
STARTED = "2026-11-02 09:00:00"

#: Begins a process of an installation of its own.
SET_UP = """
import os, sys
os.environ["DJANGO_SETTINGS_MODULE"] = "salon.settings"
import django; django.setup()
"""
#: Makes the tables of apps and whatever they need as they stood after some of their migrations.
AS_THEY_STOOD = (
    SET_UP
    + """
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder
targets = [tuple(target.split(".")) for target in sys.argv[1:]]
loader = MigrationLoader(connection)
with connection.schema_editor() as editor:
    for model in loader.project_state(targets).apps.get_models():
        editor.create_model(model)
recorder = MigrationRecorder(connection)
recorder.ensure_schema()
for migration in {each for target in targets for each in loader.graph.forwards_plan(target)}:
    recorder.record_applied(*migration)
"""
)
#: Runs commands one after another: most of a process is its beginning.
COMMANDS = (
    SET_UP
    + """
from django.core.management import call_command
for command in sys.argv[1:]:
    call_command(*command.split())
"""
)


class MigrationTest(SimpleTestCase):
    """An installation of its own, migrated step by step by the command a salon uses."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def begin_at(self, *migrations: str) -> None:
        """An installation as it stood after migrations, "app.name": its tables are made at once."""
        self.run_python("-c", AS_THEY_STOOD, *migrations)

    def manage(self, *commands: str) -> None:
        """The commands a salon uses."""
        self.run_python("-c", COMMANDS, *commands)

    def run_python(self, *what: str) -> None:
        environment = {**os.environ, "GAUFFER_VAR": str(self.folder)}
        environment.pop("DATABASE_URL", None)
        subprocess.run(
            [sys.executable, *what],
            cwd=settings.BASE_DIR,
            env=environment,
            check=True,
            capture_output=True,
        )

    def sql(self, text: str, *values: object) -> list[tuple[object, ...]]:
        with sqlite3.connect(self.folder / "gauffer.sqlite3") as database:
            return database.execute(text, values).fetchall()

    def insert(self, table: str, **values: object) -> None:
        names, marks = ", ".join(values), ", ".join("?" * len(values))
        self.sql(f"INSERT INTO {table} ({names}) VALUES ({marks})", *values.values())


class KitFromTheHouseTest(MigrationTest):
    """Rods, pins and bands that the house counted become items of the kit."""

    def test_there_and_back(self) -> None:
        self.begin_at("house.0002_schools_and_rules", "kit.0001_initial")
        self.sql(
            "INSERT INTO house_house (id, name, room_temp_c, room_rh, pins, bands, rods, layering,"
            " school, rules, drying_factor) VALUES (1, 'Old', 22, 0.5, 33, 12, ?, 'auto', '{}',"
            " '{}', 1)",
            json.dumps(RODS),
        )
        self.manage("migrate kit")
        items = set(self.sql("SELECT kind, diameter_mm, count FROM kit_kititem"))
        expected = {("pin", None, 33), ("band", None, 12), ("rod", 16.0, 24), ("rod", 20.0, 24)}
        self.assertEqual(items, expected)

        self.sql("UPDATE kit_kititem SET count = 30 WHERE kind = 'pin'")
        self.manage("migrate kit 0001")
        ((pins, bands, rods),) = self.sql("SELECT pins, bands, rods FROM house_house")
        self.assertEqual((pins, bands), (30, 12))
        counts = {(load["diameter_mm"], load["count"]) for load in json.loads(str(rods))}
        self.assertEqual(counts, {(16.0, 24), (20.0, 24)})
        self.assertEqual(self.sql("SELECT count(*) FROM kit_kititem"), [(0,)])


class NewSalonTest(TestCase):
    def test_a_salon_that_has_not_begun_has_no_kit(self) -> None:
        self.assertEqual(KitItem.objects.count(), 0)


class LogOfOldVisitsTest(MigrationTest):
    """Visits that were recorded before there was a log get the one they would have had."""

    def record(self) -> None:
        """A visit as the form kept it: two steps, one dose, opened damp after twenty hours."""
        stored = json.loads(OLD_PLAN.read_text("utf-8"))
        self.insert(
            "heads_head",
            **{"id": 1, "name": "Old Head", "note": "", "conditions": "[]", "allergies": "[]"},
            **{"avoid": "[]", "routine": "", "night": "", "version": 1, "created_at": STARTED},
        )
        self.insert(
            "plans_plan",
            **{"id": 1, "head_id": 1, "title": "Flat twists", "style": "flat_twist_out"},
            **{"request": json.dumps(stored["request"]), "answer": json.dumps(stored["answer"])},
            **{"rules_version": "2026.11.2", "made_at": STARTED},
        )
        self.insert(
            "findings_visit",
            **{"id": 1, "head_id": 1, "plan_id": 1, "started_at": STARTED, "note": "Held well."},
            **{"dryness": "damp_roots", "released_after_h": 20, "definition": 4, "residue": ""},
        )
        for key, minutes in (("shape", 50), ("cleanse", 7)):
            self.insert("findings_visitstep", key=key, minutes=minutes, planned=40, visit_id=1)
        self.insert("findings_visitdose", role="gel", grams=12.5, visit_id=1)

    def kept(self) -> list[list[tuple[object, ...]]]:
        """What follows from the log."""
        return [
            self.sql("SELECT key, minutes FROM findings_visitstep ORDER BY key"),
            self.sql("SELECT role, grams FROM findings_visitdose"),
            self.sql("SELECT started_at, dryness, definition, note FROM findings_visit"),
            self.sql("SELECT round(released_after_h, 3) FROM findings_visit"),
            self.sql("SELECT dryness FROM heads_openedset"),
        ]

    def test_the_log_holds_what_the_form_kept(self) -> None:
        self.begin_at("findings.0002_shelf_and_kit")
        self.record()
        self.manage("migrate")
        migrated = self.kept()
        self.assertEqual(migrated[0], [("cleanse", 7.0), ("shape", 50.0)])
        self.assertEqual(migrated[1], [("gel", 12.5)])
        self.assertEqual(migrated[2], [(STARTED, "damp_roots", 4, "Held well.")])
        self.assertEqual(migrated[3], [(20.0,)])
        # What was learned begins anew with another law of drying; `rebuild` learns it again.
        self.assertEqual(migrated[4], [])
        self.assertGreater(self.sql("SELECT count(*) FROM findings_event")[0][0], 6)

        self.manage("rebuild", "backup")
        self.assertEqual(self.kept(), [*migrated[:4], [("damp_roots",)]])
        self.assertForTheOwnerOnly()

    def assertForTheOwnerOnly(self) -> None:
        """Whatever an installation of its own makes is read by its owner only."""
        files = [path for path in self.folder.rglob("*") if path.is_file()]
        self.assertGreater(len(files), 2)
        for path in files:
            self.assertEqual(path.stat().st_mode & 0o077, 0, path.name)
