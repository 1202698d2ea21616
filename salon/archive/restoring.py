"""Restore a backup completely or not at all.

Everything is prepared in a database of its own: brought up to date, without the clients who were
erased, marked with a token. Then it takes the place of the other in one step, and the pictures
follow. Killed before that step, nothing has changed; killed after it, the next start finishes.
"""

import json
import logging
import shutil
import sqlite3
from collections.abc import Collection, Iterator
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import IO
from uuid import UUID, uuid4

from django.conf import settings
from django.db import connection

from craft.errors import CraftError
from salon.archive.erasing import write_anew
from salon.archive.packing import (
    DATABASE,
    PICTURES,
    READ_S,
    Manifest,
    Opened,
    broken,
    manifest_of,
    migrations,
    open_backup,
    pack_now,
)
from salon.archive.places import (
    INTENT,
    archive_lock,
    clear_leftovers_now,
    run_on,
    sqlite_path,
    switch_pictures,
    work_folder,
    write_intent,
)
from salon.archive.upgrading import upgrade
from salon.platform.language import sentence

log = logging.getLogger("salon.archive")

#: So many names are said in one sentence.
NAMED = 5


@dataclass(frozen=True)
class ErasedClient:
    """A client in a backup who was erased after it was made.

    Args:
        uid: lasting id
        name: as the backup has it
    """

    uid: UUID
    name: str


@dataclass(frozen=True)
class Prepared:
    """The database of a backup, checked and migrated, ready to replace the current one.

    Args:
        database: its file
        erased: clients in it who were erased here
        same_salon: whether it is of the salon that is here
    """

    database: Path
    erased: list[ErasedClient]
    same_salon: bool


def look_through(
    file: Path | IO[bytes], patience_s: float | None = READ_S
) -> tuple[Manifest, Prepared]:
    """Check a backup and return what it contains and which erased clients it would leave out.

    Args:
        file: the backup
        patience_s: how long reading it may take [s]; None for as long as it takes
    Raises:
        CraftError: the file is no whole backup, or of a newer Gauffer
    """
    with open_backup(file, patience_s) as backup, work_folder() as folder:
        return backup.manifest, prepare(backup, folder)


def restore(
    file: Path | IO[bytes],
    left_out: Collection[UUID] = (),
    patience_s: float | None = READ_S,
) -> Manifest:
    """Replace the salon's data with a backup.

    What is here is backed up first, and everybody signs in again. A backup of an older Gauffer is
    brought up to date on the way.

    Args:
        file: the backup
        left_out: clients who were erased here, as they were agreed to be left out of it
        patience_s: how long reading it may take [s]; None for as long as it takes
    Returns:
        what it holds
    Raises:
        CraftError: the file is no whole backup, or of a newer Gauffer, or it would leave out others
            than was agreed; nothing was changed
    """
    with archive_lock(), open_backup(file, patience_s) as backup, work_folder() as folder:
        clear_leftovers_now()
        ready = prepare(backup, folder)
        ask_about(ready.erased, left_out)
        pictures = folder / "pictures"
        pictures.mkdir(mode=0o700)
        for name in backup.manifest.files:
            if name.startswith(PICTURES):
                backup.take_out(name, pictures / name.removeprefix(PICTURES))
        if has_salon():
            pack_now()
        leave_out(ready, pictures)
        keep_erasures_and_numbers(ready.database)
        put_in_place(ready.database, pictures)
    return backup.manifest


def prepare(backup: Opened, folder: Path) -> Prepared:
    """Extract the database of a backup, check it and bring it up to date."""
    database = folder / DATABASE
    backup.take_out(backup.database, database)
    check_whole(database)
    upgrade(database)
    check_database(database, backup.manifest)
    bring_up_to_date(database)
    with closing(sqlite3.connect(database)) as copy:
        theirs = copy.execute("SELECT identity FROM salon_settings_salon").fetchone()
    same = theirs is None or theirs[0] == identity_here()
    return Prepared(database, list(erased_in(database, same_salon=same)), same)


def identity_here() -> str | None:
    """Return the permanent id of the current salon."""
    if not has_salon():
        return None
    with connection.cursor() as cursor:
        cursor.execute("SELECT identity FROM salon_settings_salon")
        row = cursor.fetchone()
    return row[0] if row else None


def has_salon() -> bool:
    """Return whether the current database has a salon worth backing up."""
    return "salon_settings_salon" in connection.introspection.table_names()


def erasures_here() -> list[tuple[str | None, int | None, str, str]]:
    """Return the recorded erasures: uid, row number, time, user."""
    if "archive_erasure" not in connection.introspection.table_names():
        return []
    with connection.cursor() as cursor:
        cursor.execute("SELECT uid, number, at, by FROM archive_erasure")
        return list(cursor.fetchall())


def erased_in(database: Path, *, same_salon: bool) -> Iterator[ErasedClient]:
    """Return the clients of a backup who were erased from the current salon.

    Args:
        database: of the backup
        same_salon: only then a number says who it was, and only of clients from before the erasure
    """
    with closing(sqlite3.connect(database)) as copy:
        for uid, number, at, _ in erasures_here():
            values: tuple[object, ...]
            if uid is not None:
                query, values = "uid = ?", (uid,)
            elif same_salon:
                query, values = "id = ? AND created_at < ?", (number, str(at))
            else:
                continue
            row = copy.execute(
                f"SELECT uid, name FROM clients_client WHERE {query}", values
            ).fetchone()
            if row:
                yield ErasedClient(UUID(row[0]), row[1])


def ask_about(erased: Collection[ErasedClient], left_out: Collection[UUID]) -> None:
    """Refuse a restore that would leave out clients nobody has confirmed.

    Raises:
        CraftError: names them
    """
    asked = [client.name for client in erased if client.uid not in left_out]
    if not asked:
        return
    names = ", ".join(asked[:NAMED]) + (
        sentence(" and {asked} more", asked=len(asked) - NAMED) if asked[NAMED:] else ""
    )
    who = (
        sentence("a client who was")
        if len(asked) == 1
        else sentence("{asked} clients who were", asked=len(asked))
    )
    raise CraftError(
        "left_out",
        sentence(
            "This backup still holds {who} erased here: {names}. Confirm to leave them out.",
            who=who,
            names=names,
        ),
    )


def check_whole(database: Path) -> None:
    """Refuse a damaged database.

    Raises:
        CraftError: it is damaged
    """
    try:
        with closing(sqlite3.connect(database)) as copy:
            whole = copy.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
            dangling = copy.execute("PRAGMA foreign_key_check").fetchone()
            triggers = copy.execute(
                "SELECT 1 FROM sqlite_master WHERE type IN ('trigger', 'view')"
            ).fetchone()
        if not whole or dangling or triggers:
            raise broken(sentence("its database is damaged"))
    except sqlite3.Error as error:
        raise broken(sentence("its database cannot be read")) from error


def check_database(database: Path, manifest: Manifest) -> None:
    """Refuse a database that is not what the list says.

    Raises:
        CraftError: it is not
    """
    try:
        if manifest_of(database, {}).counts != manifest.counts:
            raise broken(sentence("its database holds other rows than its list"))
        known, applied = migrations(database)
        if applied - known:
            raise broken(sentence("it was made by a newer Gauffer; update this one first"))
    except sqlite3.Error as error:
        raise broken(sentence("its database cannot be read")) from error


def run_command(database: Path, *command: str) -> str:
    """Run a management command on another database, in a separate process.

    Returns:
        what it printed
    Raises:
        CraftError: it failed
    """
    done = run_on(database, *command)
    if done.returncode:
        log.error("a backup cannot be prepared by %s: %s", command[0], done.stderr)
        raise broken(sentence("its database cannot be upgraded"))
    return done.stdout


def bring_up_to_date(database: Path) -> None:
    """Migrate a database from an older version.

    Raises:
        CraftError: it cannot be brought up to date
    """
    known, applied = migrations(database)
    if known != applied:
        run_command(database, "migrate", "--verbosity", "0", "--no-input")


def leave_out(ready: Prepared, pictures: Path) -> None:
    """Erase clients from a backup's database and their files from its pictures."""
    if not ready.erased:
        return
    uids = [str(client.uid) for client in ready.erased]
    for name in json.loads(run_command(ready.database, "erase_again", *uids)):
        (pictures / name).unlink(missing_ok=True)


def keep_erasures_and_numbers(database: Path) -> None:
    """Carry over what must outlive a restore: erasures, and row numbers already used.

    A number that was given to a client or a visit here is never given to another, even if the
    backup does not know it.
    """
    with closing(sqlite3.connect(database)) as copy:
        copy.executemany(
            "INSERT INTO archive_erasure (uid, number, at, by) SELECT ?1, ?2, ?3, ?4"
            " WHERE NOT EXISTS (SELECT 1 FROM archive_erasure WHERE uid IS ?1 AND number IS ?2)",
            [(uid, number, str(at), by) for uid, number, at, by in erasures_here()],
        )
        used = dict(copy.execute("SELECT name, seq FROM sqlite_sequence"))
        for table, number in numbers_here():
            if table in used and used[table] < number:
                copy.execute("UPDATE sqlite_sequence SET seq = ? WHERE name = ?", (number, table))
            elif table not in used:
                copy.execute("INSERT INTO sqlite_sequence VALUES (?, ?)", (table, number))
        copy.commit()


def numbers_here() -> list[tuple[str, int]]:
    """Return the highest row number used in each table."""
    if not has_salon():
        return []
    with connection.cursor() as cursor:
        cursor.execute("SELECT name, seq FROM sqlite_sequence")
        return list(cursor.fetchall())


def put_in_place(database: Path, taken_out: Path) -> None:
    """Put database and pictures in place, the database in one atomic step."""
    root = Path(settings.MEDIA_ROOT)
    ready, old = (root.with_name(f"{root.name}.{uuid4().hex}") for _ in range(2))
    token = uuid4().hex
    with closing(sqlite3.connect(database)) as source:
        now = datetime.now(UTC).replace(tzinfo=None).isoformat(" ")
        source.execute("INSERT INTO archive_restoration (token, at) VALUES (?, ?)", (token, now))
        source.commit()
        # Rows of the new database name these pictures: they lie ready before the rows are there.
        shutil.move(taken_out, ready)
        write_intent(token, ready, old)
        try:
            put_database(source)
        except BaseException:
            shutil.rmtree(ready)
            (settings.VAR_DIR / INTENT).unlink()
            raise
    switch_pictures(ready, old)
    (settings.VAR_DIR / INTENT).unlink()
    connection.close()
    write_anew()


def put_database(source: sqlite3.Connection) -> None:
    """Copy a database over the current one in one SQLite transaction."""
    source.execute("PRAGMA journal_mode=WAL")
    with closing(sqlite3.connect(sqlite_path(), timeout=60)) as live:
        source.backup(live)
