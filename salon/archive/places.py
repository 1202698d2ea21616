"""Where backups are made and brought back: one at a time, and nothing left behind.

A backup, a restore and an erasure of backups hold one lock on the machine, whichever process they
run in. What a killed one left behind is removed by `clear_leftovers`, at the next start.
"""

import fcntl
import json
import logging
import os
import shutil
import sqlite3
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import connection

from craft.errors import CraftError
from salon.platform.language import sentence

log = logging.getLogger("salon.archive")

#: Temporary folders of backups and restores begin with this.
WORK_PREFIX = ".archive-"
#: Whoever finds another backup or restore under way waits so long [s].
PATIENCE_S, LOOK_S = 30.0, 0.2
#: What a restore was about to do with the pictures.
INTENT = "restore.json"


def sqlite_path() -> Path:
    """The file of the database.

    Raises:
        CraftError: the database is another, which has means of its own
    """
    if connection.vendor != "sqlite":
        raise CraftError(
            "database", sentence("This salon uses another database: use its own backup tools.")
        )
    return Path(str(connection.settings_dict["NAME"]))


def backups() -> Path:
    """The folder of backups, for its owner only."""
    folder: Path = settings.VAR_DIR / "backups"
    folder.mkdir(mode=0o700, exist_ok=True)
    return folder


def run_on(database: Path, *command: str) -> subprocess.CompletedProcess[str]:
    """Run a management command on another database, in a process of its own.

    In-process it would not do: migrations of other packages write to the default database,
    whichever is being migrated.
    """
    return subprocess.run(
        [sys.executable, "manage.py", *command],
        cwd=settings.BASE_DIR,
        env={**os.environ, "DATABASE_URL": f"sqlite:///{database}"},
        capture_output=True,
        check=False,
        text=True,
    )


@contextmanager
def work_folder() -> Iterator[Path]:
    """A temporary folder beside the data, removed afterwards or at the next start."""
    with tempfile.TemporaryDirectory(prefix=WORK_PREFIX, dir=settings.VAR_DIR) as folder:
        yield Path(folder)


@contextmanager
def archive_lock(patience_s: float = PATIENCE_S) -> Iterator[None]:
    """Hold the one lock of backups and restores.

    Args:
        patience_s: how long to wait for it [s]
    Raises:
        CraftError: another backup or restore takes longer than that
    """
    with (settings.VAR_DIR / "archive.lock").open("w") as file:
        until = time.monotonic() + patience_s
        while True:
            try:
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
                break
            except BlockingIOError:
                if time.monotonic() >= until:
                    raise CraftError(
                        "archive",
                        sentence("Another backup or restore is running. Try again in a minute."),
                    ) from None
                time.sleep(LOOK_S)
        yield


def switch_pictures(ready: Path, old: Path) -> None:
    """Put restored pictures in place of the old ones; doing it again finishes what was begun.

    Args:
        ready: folder with the restored pictures
        old: where the old ones go before they are deleted
    """
    root = Path(settings.MEDIA_ROOT)
    if ready.exists():
        if root.exists():
            root.rename(old)
        ready.rename(root)
    shutil.rmtree(old, ignore_errors=True)


def write_intent(token: str, ready: Path, old: Path) -> None:
    """Note what a restore is about to do, before its database is in place."""
    intent = {"token": token, "ready": ready.name, "old": old.name}
    part = settings.VAR_DIR / f"{INTENT}.part"
    part.write_text(json.dumps(intent))
    part.replace(settings.VAR_DIR / INTENT)


def read_intent() -> dict[str, Any] | None:
    """What a restore was about to do; None where none was under way."""
    try:
        intent: dict[str, Any] = json.loads((settings.VAR_DIR / INTENT).read_text())
    except FileNotFoundError:
        return None
    return intent


def clear_leftovers() -> bool:
    """Finish or undo a restore that was killed, and remove what killed work left behind.

    Returns:
        False where a backup or restore is running: then nothing was touched
    """
    if connection.vendor != "sqlite":
        return True
    try:
        with archive_lock(patience_s=0):
            clear_leftovers_now()
    except CraftError:
        return False
    return True


def clear_leftovers_now() -> None:
    """The same for whoever holds the lock."""
    intent = read_intent()
    root = Path(settings.MEDIA_ROOT)
    if intent is not None:
        ready, old = root.with_name(intent["ready"]), root.with_name(intent["old"])
        if has_token(intent["token"]):
            # Its database is in place: its pictures follow.
            switch_pictures(ready, old)
            log.warning("a restore that was interrupted has been finished")
        else:
            log.warning("a restore that was interrupted has been undone")
        (settings.VAR_DIR / INTENT).unlink(missing_ok=True)
    for piece in leftovers():
        if piece.is_dir():
            shutil.rmtree(piece, ignore_errors=True)
        else:
            piece.unlink(missing_ok=True)


def leftovers() -> list[Path]:
    """Temporary folders and half-written files of backups and restores."""
    root = Path(settings.MEDIA_ROOT)
    return [
        *settings.VAR_DIR.glob(f"{WORK_PREFIX}*"),
        *root.parent.glob(f"{root.name}.*"),
        *backups().glob(".*.part"),
        *settings.VAR_DIR.glob("*.part"),
    ]


def has_token(token: str) -> bool:
    """Whether the database in place is the one that a restore has put there."""
    with closing(sqlite3.connect(sqlite_path(), timeout=60)) as live:
        known = live.execute(
            "SELECT 1 FROM sqlite_master WHERE name = 'archive_restoration'"
        ).fetchone()
        if not known:
            return False
        row = live.execute("SELECT 1 FROM archive_restoration WHERE token = ?", (token,))
        return row.fetchone() is not None
