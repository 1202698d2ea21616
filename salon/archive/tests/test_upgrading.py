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
from typing import Any, ClassVar
from unittest.mock import patch

from django.conf import settings
from django.test import SimpleTestCase

from craft.errors import CraftError
from salon.archive.packing import OLD_DATABASE, pack_now
from salon.archive.upgrading import REMADE, columns, names, old_name, upgrade

BEFORE = Path(__file__).parent / "data" / "before-2026-12.zip"
#: Runs commands in an installation of its own, and asks it after each what a screen would ask.
RUN = """
import json, os, sys
os.environ["DJANGO_SETTINGS_MODULE"] = "salon.settings"
import django; django.setup()
from django.core.management import call_command
from django.contrib.auth.models import User
from django.test import Client
from django.test.utils import setup_test_environment
setup_test_environment()
for command in sys.argv[1:]:
    call_command(*command.split())
    client = Client()
    client.force_login(User.objects.get(username="mara"), "salon.staff.backend.ColleagueBackend")
    rows = client.get("/api/clients/").json()["results"]
    pia = next(row["id"] for row in rows if row["name"] == "Pia Solheim")
    paths = ["/api/visits/", "/api/results/", f"/api/clients/{pia}/", f"/api/clients/{pia}/story/"]
    paths += [f"/api/clients/{pia}/wear/", "/api/plans/", "/api/shelf/", "/api/due/"]
    answers = {path: client.get(path).status_code for path in paths}
    print(json.dumps({"names": sorted(row["name"] for row in rows), "answers": answers}))
"""


class BeforeTest(SimpleTestCase):
    """A folder of its own, and a database of before."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.database = self.folder / "gauffer.sqlite3"
        with zipfile.ZipFile(BEFORE) as backup:
            self.before = backup.read(OLD_DATABASE)


class RefusedTest(BeforeTest):
    """Data that cannot be upgraded."""

    def test_data_that_are_older_still_are_refused_unchanged(self) -> None:
        self.database.write_bytes(self.before)
        with closing(sqlite3.connect(self.database)) as known:
            known.execute("DELETE FROM django_migrations WHERE name = '0012_search'")
            known.commit()
        kept = self.database.read_bytes()
        with self.assertRaisesMessage(CraftError, "version of 1 December 2026 first"):
            upgrade(self.database)
        self.assertEqual(self.database.read_bytes(), kept)

    def test_a_backup_is_made_after_the_upgrade_or_before_it(self) -> None:
        self.database.write_bytes(self.before)
        with (
            patch("salon.archive.packing.sqlite_path", return_value=self.database),
            self.assertRaisesMessage(CraftError, "migrate` first"),
        ):
            pack_now()

    def test_what_is_no_database_is_left_alone(self) -> None:
        missing = self.folder / "missing.sqlite3"
        upgrade(missing)
        self.assertFalse(missing.exists())


class InstallationTest(BeforeTest):
    """An installation with data of before."""

    def after(self, *commands: str) -> list[str]:
        """What an installation of its own prints: each command, and what it answers then."""
        environment = {**os.environ, "GAUFFER_VAR": str(self.folder)}
        environment.pop("DATABASE_URL", None)
        done = subprocess.run(
            [sys.executable, "-c", RUN, *commands],
            cwd=settings.BASE_DIR,
            env=environment,
            check=False,
            capture_output=True,
            text=True,
        )
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout.splitlines()

    def assertOpens(self, line: str) -> None:
        """Its clients are there, and every screen can be asked for."""
        answer: dict[str, Any] = json.loads(line)
        self.assertEqual(len(answer["names"]), 5)
        self.assertEqual(set(answer["answers"].values()), {200}, answer)

    def rows(self, database: Path, table: str) -> int:
        with closing(sqlite3.connect(database)) as known:
            return int(known.execute(f'SELECT count(*) FROM "{table}"').fetchone()[0])

    def test_migrate_and_restore_keep_every_row_and_column(self) -> None:
        old = self.folder / "old.sqlite3"
        old.write_bytes(self.before)
        self.database.write_bytes(self.before)
        # A second time migrate finds nothing to do.
        lines = self.after("migrate --verbosity 0", "migrate --verbosity 0", f"restore {BEFORE}")
        once, twice, *told, restored = lines
        for answer in (once, twice, restored):
            self.assertOpens(answer)
        self.assertIn("5 clients", "\n".join(told))
        self.assertSame(old)
        files = [path for path in self.folder.rglob("*") if path.is_file() and path != old]
        self.assertGreater(len(files), 2)
        for path in files:
            self.assertEqual(path.stat().st_mode & 0o077, 0, path.name)

    #: Whoever asks signs in, and that is logged, as a restore is.
    LOGS = frozenset({"axes_accesslog", "platform_sentrequest", "archive_restoration"})

    #: Columns that came later, by table.
    ADDED: ClassVar[dict[str, int]] = {
        "clients_client": 5,
        "clients_historicalclient": 5,
        "clients_openedset": 1,
        "learning_learnedsample": 2,
        "planning_plan": 1,
        "salon_settings_salon": 6,
        "salon_settings_historicalsalon": 6,
        "staff_colleague": 1,
    }

    def assertSame(self, old: Path) -> None:
        """Every table has the columns and rows it had, and no number is given twice."""
        with closing(sqlite3.connect(self.database)) as now:
            today = names(now)
            with closing(sqlite3.connect(old)) as then:
                kept = {old_name(table) for table in today}
                gone = names(then) - kept - set(REMADE) - {"house_sentrequest"}
                self.assertEqual(gone, set())
                for table in today - set(REMADE) - self.LOGS:
                    with self.subTest(table):
                        before = len(columns(then, old_name(table)))
                        added = self.ADDED.get(table, 0)
                        self.assertEqual(len(columns(now, table)), before + added)
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
