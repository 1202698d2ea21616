"""Bringing a packed house back, all of it or nothing."""

import logging
import os
import shutil
import sqlite3
import subprocess
import sys
import tempfile
from contextlib import closing
from pathlib import Path
from typing import IO
from uuid import uuid4

from django.conf import settings
from django.db import connection

from salon.archive.erasing import erase_numbers
from salon.archive.models import Erasure
from salon.archive.packing import (
    DATABASE,
    PICTURES,
    Manifest,
    broken,
    manifest_of,
    migrations,
    opened,
    pack,
    sqlite_path,
)

log = logging.getLogger("salon.archive")


def restore(file: Path | IO[bytes]) -> Manifest:
    """Put a packed house in the place of the one that is here.

    What is here is packed first, clients who were erased here stay erased, and everybody signs in
    anew. A house of an older Gauffer is brought up to date on the way.

    Returns:
        what it holds
    Raises:
        CraftError: the file is no whole house, or of a newer Gauffer; nothing was changed
    """
    with opened(file) as house, tempfile.TemporaryDirectory(dir=settings.VAR_DIR) as folder:
        database, taken_out = Path(folder) / DATABASE, Path(folder) / "pictures"
        house.take_out(DATABASE, database)
        check_database(database, house.manifest)
        taken_out.mkdir(mode=0o700)
        for name in house.manifest.files:
            if name.startswith(PICTURES):
                house.take_out(name, taken_out / name.removeprefix(PICTURES))
        bring_up_to_date(database)
        if has_house():
            pack()
        erased = erased_numbers() | erased_in(database)
        put_in_place(database, taken_out)
        erase_numbers(erased)
    return house.manifest


def has_house() -> bool:
    """Whether there is a house here that somebody might want back."""
    return "house_house" in connection.introspection.table_names()


def check_database(database: Path, manifest: Manifest) -> None:
    """Refuse a database that is damaged or not what the list says.

    Raises:
        CraftError: it is
    """
    try:
        with closing(sqlite3.connect(database)) as copy:
            whole = copy.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
            dangling = copy.execute("PRAGMA foreign_key_check").fetchone()
            triggers = copy.execute(
                "SELECT 1 FROM sqlite_master WHERE type IN ('trigger', 'view')"
            ).fetchone()
        if not whole or dangling or triggers:
            raise broken("its database is damaged")
        if manifest_of(database, {}).counts != manifest.counts:
            raise broken("its database holds other rows than its list")
        known, applied = migrations(database)
        if applied - known:
            raise broken("it was packed by a newer Gauffer; bring this one up to date first")
    except sqlite3.Error as error:
        raise broken("its database cannot be read") from error


def bring_up_to_date(database: Path) -> None:
    """Run what an older Gauffer has not, in a process of its own.

    Raises:
        CraftError: it cannot be brought up to date
    """
    known, applied = migrations(database)
    if known == applied:
        return
    environment = {**os.environ, "DATABASE_URL": f"sqlite:///{database}"}
    command = [sys.executable, "manage.py", "migrate", "--verbosity", "0", "--no-input"]
    done = subprocess.run(
        command, cwd=settings.BASE_DIR, env=environment, capture_output=True, check=False
    )
    if done.returncode:
        log.error("a packed house cannot be brought up to date: %s", done.stderr.decode())
        raise broken("its database cannot be brought up to date")


def erased_numbers() -> set[int]:
    """Clients who were erased here."""
    if "archive_erasure" not in connection.introspection.table_names():
        return set()
    return set(Erasure.objects.values_list("head", flat=True))


def erased_in(database: Path) -> set[int]:
    """Clients who had been erased when the house was packed."""
    with closing(sqlite3.connect(database)) as copy:
        return {row[0] for row in copy.execute("SELECT head FROM archive_erasure")}


def put_in_place(database: Path, taken_out: Path) -> None:
    """The rows in one step that is done or not; then the pictures beside them."""
    root = Path(settings.MEDIA_ROOT)
    ready, old = (root.with_name(f"{root.name}.{uuid4().hex}") for _ in range(2))
    # Rows of the new house name these pictures: they lie ready before the rows are there.
    shutil.move(taken_out, ready)
    try:
        with closing(sqlite3.connect(database)) as source:
            source.execute("PRAGMA journal_mode=WAL")
            with closing(sqlite3.connect(sqlite_path(), timeout=60)) as live:
                source.backup(live)
    except BaseException:
        shutil.rmtree(ready)
        raise
    connection.close()
    if root.exists():
        root.rename(old)
    ready.rename(root)
    shutil.rmtree(old, ignore_errors=True)
