"""A process that is killed in the midst of a restore or a backup leaves a whole salon."""

import importlib
import itertools
import os
import signal
import sqlite3
from contextlib import closing
from pathlib import Path
from typing import Any
from unittest.mock import patch

from django.db import connection

from craft.errors import CraftError
from salon.archive.erasing import erase
from salon.archive.packing import DATABASE, pack
from salon.archive.places import INTENT, archive_lock, clear_leftovers
from salon.archive.restoring import restore
from salon.archive.tests.base import SECRET, ArchiveTest
from salon.clients.models import Client
from salon.clients.services import add_client
from salon.tests.base import MEASURED


class KillAt:
    """Kills this process before or after a function is called."""

    def __init__(self, target: str, *, after: bool) -> None:
        module, name = target.rsplit(".", 1)
        work = getattr(importlib.import_module(module), name)

        def killed(*args: Any, **kwargs: Any) -> None:
            if after:
                work(*args, **kwargs)
            os.kill(os.getpid(), signal.SIGKILL)

        self.patched = patch(target, killed)

    def __enter__(self) -> None:
        self.patched.start()

    def __exit__(self, *_: object) -> None:
        self.patched.stop()


class KilledTest(ArchiveTest):
    """Whatever step a killed restore had reached, the next start finishes or undoes it."""

    STEPS = (
        "salon.archive.restoring.keep_erasures_and_numbers",
        "salon.archive.restoring.write_intent",
        "salon.archive.restoring.put_database",
        "salon.archive.restoring.switch_pictures",
        "salon.archive.restoring.write_anew",
    )

    def killed_at(self, step: str, packed: Path, left_out: list[Any], *, after: bool) -> None:
        """Restore in a process of its own, which is killed before or after a step."""
        process = os.fork()
        if not process:
            try:
                with KillAt(step, after=after):
                    restore(packed, left_out)
            finally:
                os._exit(1)
        _, status = os.waitpid(process, 0)
        self.assertEqual(os.waitstatus_to_exitcode(status), -signal.SIGKILL, step)

    def test_killed_anywhere_the_next_start_finishes_or_undoes_it(self) -> None:
        add_client({"name": "Stays"}, MEASURED, self.owner)
        packed, uid = pack(), self.person.uid
        erase(self.person, "vera")
        add_client({"name": "Came later"}, MEASURED, self.owner)
        now = self.folder / "pictures" / "scope" / "now.png"
        now.parent.mkdir(parents=True, exist_ok=True)
        now.write_bytes(b"now")
        kept = pack()
        for step, after in itertools.product(self.STEPS, (False, True)):
            with self.subTest(step, after=after):
                connection.close()
                # What is left out is prepared by a process of its own, which takes long.
                with patch("salon.archive.restoring.run_command", erase_quickly):
                    self.killed_at(step, packed, [uid], after=after)
                self.assertTrue(clear_leftovers())
                names = sorted(Client.objects.values_list("name", flat=True))
                switched = "Came later" not in names
                # All of one or all of the other, and never somebody who was erased.
                self.assertEqual(names, ["Stays"] if switched else ["Came later", "Stays"])
                self.assertEqual(now.exists(), not switched)
                left = {path.name for path in self.folder.iterdir()}
                self.assertEqual(left - {"archive.lock"}, {"backups", "pictures"})
                if switched:
                    restore(kept)

    def test_pieces_of_a_killed_backup_go_with_the_next_start(self) -> None:
        (self.folder / ".archive-xyz").mkdir()
        (self.folder / ".archive-xyz" / DATABASE).write_bytes(SECRET.encode())
        (self.folder / "backups").mkdir(exist_ok=True)
        (self.folder / "backups" / ".gauffer-1.zip.part").write_bytes(SECRET.encode())
        (self.folder / "pictures.0123").mkdir()
        (self.folder / f"{INTENT}.part").write_text("{")
        self.assertTrue(clear_leftovers())
        left = {path.name for path in self.folder.iterdir()} - {"archive.lock"}
        self.assertEqual(left, {"backups", "pictures"})
        self.assertEqual(list((self.folder / "backups").iterdir()), [])

    def test_work_under_way_is_left_alone(self) -> None:
        (self.folder / ".archive-xyz").mkdir()
        with archive_lock():
            self.assertFalse(clear_leftovers())
            with self.assertRaisesMessage(CraftError, "Another backup or restore"), archive_lock(0):
                pass
        self.assertTrue((self.folder / ".archive-xyz").exists())


def erase_quickly(database: Path, command: str, *uids: str) -> str:
    """What `manage.py erase_again` does, without a process of its own."""
    hexes = [uid.replace("-", "") for uid in uids]
    with closing(sqlite3.connect(database)) as copy:
        copy.execute("PRAGMA foreign_keys = ON")
        tables = [
            (table, row[3])
            for (table,) in copy.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
            for row in copy.execute(f"PRAGMA foreign_key_list({table})").fetchall()
            if row[2] == "clients_client"
        ]
        copy.execute("PRAGMA foreign_keys = OFF")
        for uid in hexes:
            (number,) = copy.execute(
                "SELECT id FROM clients_client WHERE uid = ?", (uid,)
            ).fetchone()
            for table, column in tables:
                copy.execute(f"DELETE FROM {table} WHERE {column} = ?", (number,))
            copy.execute("DELETE FROM clients_client WHERE id = ?", (number,))
        copy.commit()
    return "[]"
