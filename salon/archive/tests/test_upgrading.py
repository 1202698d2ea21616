"""Data from before December 2026 open with everything in them.

The backup was written by the version of 1 December 2026: five clients of the invented salon.
"""

import json
import os
import sqlite3
import subprocess
import sys
import tempfile
import zipfile
from contextlib import closing
from pathlib import Path
from typing import Any

from django.conf import settings
from django.test import SimpleTestCase

from craft.errors import CraftError
from salon.archive.packing import OLD_DATABASE
from salon.archive.upgrading import REMADE, columns, names, old_name, upgrade

BEFORE = Path(__file__).parent / "data" / "before-2026-12.zip"
#: Asks an installation of its own what a screen would ask.
ASK = """
import json, os
os.environ["DJANGO_SETTINGS_MODULE"] = "salon.settings"
import django; django.setup()
from django.contrib.auth.models import User
from django.test import Client
from django.test.utils import setup_test_environment
setup_test_environment()
client = Client()
client.force_login(User.objects.get(username="mara"), "salon.staff.backend.ColleagueBackend")
rows = client.get("/api/clients/").json()["results"]
pia = next(row["id"] for row in rows if row["name"] == "Pia Solheim")
paths = ["/api/visits/", "/api/results/", f"/api/clients/{pia}/", f"/api/clients/{pia}/story/"]
paths += [f"/api/clients/{pia}/wear/", "/api/plans/", "/api/shelf/", "/api/due/"]
answers = {path: client.get(path).status_code for path in paths}
print(json.dumps({"names": sorted(row["name"] for row in rows), "answers": answers}))
"""


class UpgradeTest(SimpleTestCase):
    """A database of before, given the tables of today."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.database = self.folder / "gauffer.sqlite3"
        with zipfile.ZipFile(BEFORE) as backup:
            self.before = backup.read(OLD_DATABASE)

    def run_python(self, *what: str) -> str:
        environment = {**os.environ, "GAUFFER_VAR": str(self.folder)}
        environment.pop("DATABASE_URL", None)
        done = subprocess.run(
            [sys.executable, *what],
            cwd=settings.BASE_DIR,
            env=environment,
            check=False,
            capture_output=True,
            text=True,
        )
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout

    def rows(self, database: Path, table: str) -> int:
        with closing(sqlite3.connect(database)) as known:
            return int(known.execute(f'SELECT count(*) FROM "{table}"').fetchone()[0])

    def ask(self) -> dict[str, Any]:
        answer: dict[str, Any] = json.loads(self.run_python("-c", ASK))
        return answer

    def assertOpens(self) -> None:
        """Its clients are there, and every screen can be asked for."""
        answer = self.ask()
        self.assertEqual(len(answer["names"]), 5)
        self.assertEqual(set(answer["answers"].values()), {200}, answer)

    def test_every_row_and_column_is_there(self) -> None:
        old = self.folder / "old.sqlite3"
        old.write_bytes(self.before)
        self.database.write_bytes(self.before)
        upgrade(self.database)
        with closing(sqlite3.connect(self.database)) as now:
            today = names(now)
            with closing(sqlite3.connect(old)) as then:
                kept = {old_name(table) for table in today}
                gone = names(then) - kept - set(REMADE) - {"house_sentrequest"}
                self.assertEqual(gone, set())
                for table in today - set(REMADE) - {"platform_sentrequest"}:
                    with self.subTest(table):
                        before = len(columns(then, old_name(table)))
                        self.assertEqual(len(columns(now, table)), before)
                        self.assertEqual(
                            self.rows(self.database, table), self.rows(old, old_name(table))
                        )
            self.assertEqual(now.execute("PRAGMA integrity_check").fetchone(), ("ok",))
            self.assertIsNone(now.execute("PRAGMA foreign_key_check").fetchone())
            (used,) = now.execute(
                "SELECT seq FROM sqlite_sequence WHERE name = 'clients_client'"
            ).fetchone()
        with closing(sqlite3.connect(old)) as then:
            (before,) = then.execute(
                "SELECT seq FROM sqlite_sequence WHERE name = 'heads_head'"
            ).fetchone()
        self.assertEqual(used, before, "numbers of erased clients are not given again")

    def test_migrate_upgrades_an_installation(self) -> None:
        self.database.write_bytes(self.before)
        self.run_python("manage.py", "migrate", "--verbosity", "0")
        self.assertOpens()
        # A second time it finds nothing to do.
        self.run_python("manage.py", "migrate", "--verbosity", "0")
        self.assertEqual(self.rows(self.database, "clients_client"), 5)

    def test_a_backup_of_before_is_restored(self) -> None:
        self.run_python("manage.py", "migrate", "--verbosity", "0")
        told = self.run_python("manage.py", "restore", str(BEFORE), "--check")
        self.assertIn("5 clients", told)
        self.run_python("manage.py", "restore", str(BEFORE))
        self.assertOpens()
        files = [path for path in self.folder.rglob("*") if path.is_file()]
        self.assertGreater(len(files), 2)
        for path in files:
            self.assertEqual(path.stat().st_mode & 0o077, 0, path.name)

    def test_data_that_are_older_still_are_refused_unchanged(self) -> None:
        self.database.write_bytes(self.before)
        with closing(sqlite3.connect(self.database)) as known:
            known.execute("DELETE FROM django_migrations WHERE name = '0012_search'")
            known.commit()
        kept = self.database.read_bytes()
        with self.assertRaisesMessage(CraftError, "version of 1 December 2026 first"):
            upgrade(self.database)
        self.assertEqual(self.database.read_bytes(), kept)

    def test_what_is_no_database_is_left_alone(self) -> None:
        missing = self.folder / "missing.sqlite3"
        upgrade(missing)
        self.assertFalse(missing.exists())
