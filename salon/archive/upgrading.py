"""Bring a database from before December 2026 to the tables of today.

Until then clients were called heads, several apps and tables had names of their own, and the
schema was the sum of fifty migrations. There is one migration for each app now. A database of
before gets new tables with all its rows, as `manage.py migrate` and a restore find it.
"""

import sqlite3
import tempfile
from collections.abc import Iterator
from contextlib import closing
from functools import cache
from pathlib import Path

from craft.errors import CraftError
from salon.archive.places import WORK_PREFIX, run_on

#: The last migration of each app before its tables were renamed: only from there it goes on.
LAST = {
    "archive": "0002_lasting_id",
    "between": "0005_remarks_from_home",
    "booking": "0002_changes",
    "devices": "0003_room_sensor",
    "findings": "0009_remarks",
    "heads": "0012_search",
    "house": "0013_calendar_names",
    "kit": "0005_towels",
    "learning": "0004_learning_choices",
    "plans": "0008_contract_4",
    "shelf": "0005_more_roles",
    "trials": "0003_saved_views",
}
#: Tables that are named differently, today's name first.
TABLES = {
    "clients_client": "heads_head",
    "clients_historicalclient": "heads_historicalhead",
    "salon_settings_salon": "house_house",
    "salon_settings_historicalsalon": "house_historicalhouse",
    "staff_colleague": "house_colleague",
}
#: Beginnings of the other ones.
PREFIXES = {
    "clients_": "heads_",
    "products_": "shelf_",
    "aftercare_": "between_",
    "planning_": "plans_",
    "visits_": "findings_",
    "results_": "trials_",
}
#: Columns that are named differently, today's name first; by table where only one has it.
COLUMNS = {"client_id": "head_id"}
COLUMNS_OF = {
    "archive_erasure": {"number": "head"},
    "booking_booking": {"client_knows": "told"},
    "learning_learnedsample": {"standard": "house"},
}
#: Django writes these itself; sessions, sent requests and queued work do not outlive the change.
REMADE = (
    "django_migrations",
    "django_content_type",
    "auth_permission",
    "auth_group_permissions",
    "auth_user_user_permissions",
    "qsessions_session",
    "platform_sentrequest",
    "django_tasks_database_dbtaskresult",
    "sqlite_sequence",
)
#: What is kept as text and names a page or a parameter.
TEXTS = (
    "UPDATE results_savedview SET query = replace(query, 'head=', 'client=')",
    "UPDATE results_savedview SET place = 'clients' WHERE place = 'heads'",
)


def names(database: sqlite3.Connection) -> set[str]:
    """Tables of a database."""
    rows = database.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
    return {name for (name,) in rows}


def columns(database: sqlite3.Connection, table: str) -> set[str]:
    """Columns of a table."""
    return {row[1] for row in database.execute(f'PRAGMA table_info("{table}")')}


def is_of_before(database: Path) -> bool:
    """Whether a database has the tables of before December 2026."""
    if not database.exists():
        return False
    with closing(sqlite3.connect(database)) as known:
        return "heads_head" in names(known)


def old_name(table: str) -> str:
    """What a table of today was called."""
    for now, before in PREFIXES.items():
        if table.startswith(now):
            return TABLES.get(table, before + table.removeprefix(now))
    return TABLES.get(table, table)


def upgrade(database: Path) -> None:
    """Give a database of before the tables of today, in one step; one of today is left alone.

    Args:
        database: nobody else uses it
    Raises:
        CraftError: it is older than the last version before, which has to bring it up to date
    """
    if not is_of_before(database):
        return
    check_version(database)
    with tempfile.TemporaryDirectory(prefix=WORK_PREFIX, dir=database.parent) as folder:
        made = Path(folder) / "made.sqlite3"
        made.write_bytes(empty_database())
        with closing(sqlite3.connect(made)) as target:
            target.execute("PRAGMA foreign_keys = OFF")
            target.execute("ATTACH DATABASE ? AS before", (str(database),))
            copy_rows(target)
            dangling = target.execute("PRAGMA foreign_key_check").fetchone()
            if dangling:
                raise CraftError("database", f"Rows of {dangling[0]} refer to rows that are gone.")
        with closing(sqlite3.connect(made)) as source, closing(sqlite3.connect(database)) as live:
            source.backup(live)


def check_version(database: Path) -> None:
    """Refuse a database that the last version before has not brought up to date.

    Raises:
        CraftError: says what to do
    """
    with closing(sqlite3.connect(database)) as known:
        rows = known.execute("SELECT app, max(name) FROM django_migrations GROUP BY app")
        applied = dict(rows.fetchall())
    behind = sorted(app for app, name in LAST.items() if applied.get(app) != name)
    if behind:
        raise CraftError(
            "database",
            "These data are from a version before December 2026 that was not the last one "
            f"({', '.join(behind)}). Open them with the version of 1 December 2026 first.",
        )


@cache
def empty_database() -> bytes:
    """An empty database with the tables of today; made once, for it takes some seconds.

    Raises:
        CraftError: the tables cannot be made
    """
    with tempfile.TemporaryDirectory() as folder:
        database = Path(folder) / "made.sqlite3"
        done = run_on(database, "migrate", "--verbosity", "0", "--no-input")
        if done.returncode:
            raise CraftError("database", f"New tables cannot be made: {done.stderr[-300:]}")
        with closing(sqlite3.connect(database)) as made:
            made.execute("PRAGMA journal_mode = DELETE")
        return database.read_bytes()


def copy_rows(target: sqlite3.Connection) -> None:
    """Copy every row of the attached database into the tables of today."""
    before = {name for (name,) in target.execute("SELECT name FROM before.sqlite_master")}
    for table in sorted(names(target) - set(REMADE)):
        old = old_name(table)
        if old not in before:
            continue
        pairs = list(column_pairs(target, table, old))
        into = ", ".join(f'"{now}"' for now, _ in pairs)
        out_of = ", ".join(f'"{then}"' for _, then in pairs)
        target.execute(f'DELETE FROM "{table}"')
        target.execute(f'INSERT INTO "{table}" ({into}) SELECT {out_of} FROM before."{old}"')
    for change in TEXTS:
        target.execute(change)
    keep_numbers(target)
    target.commit()


def column_pairs(target: sqlite3.Connection, table: str, old: str) -> Iterator[tuple[str, str]]:
    """Columns of a table with what they were called, those that were there before."""
    rows = target.execute(f'PRAGMA before.table_info("{old}")')
    there = {row[1] for row in rows}
    renamed = COLUMNS | COLUMNS_OF.get(table, {})
    for name in sorted(columns(target, table)):
        before = name if name in there else renamed.get(name, name)
        if before in there:
            yield name, before


def keep_numbers(target: sqlite3.Connection) -> None:
    """Row numbers that were used once are used by nobody else."""
    used = dict(target.execute("SELECT name, seq FROM before.sqlite_sequence"))
    for table in names(target):
        number = used.get(old_name(table))
        if number is None or table in REMADE:
            continue
        target.execute("DELETE FROM sqlite_sequence WHERE name = ?", (table,))
        target.execute("INSERT INTO sqlite_sequence VALUES (?, ?)", (table, number))
