"""The whole house as one file: a ZIP of its database, its pictures and a list of both.

Everything in it is an open format: SQLite, PNG, JSON. It holds client data and is readable by its
owner only.
"""

import hashlib
import json
import os
import re
import shutil
import sqlite3
import tempfile
import zipfile
from collections.abc import Iterator, Mapping
from contextlib import closing, contextmanager
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import IO, Any

from django.conf import settings
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.utils import timezone

from craft.errors import CraftError

FORMAT = "gauffer-house"
VERSION = 1
DATABASE, MANIFEST, PICTURES = "house.sqlite3", "manifest.json", "pictures/"
#: No house is larger; what says so is a trap.
BYTES_MOST, FILES_MOST = 20 * 2**30, 200_000
MANIFEST_MOST = 64 * 2**20
CHUNK = 2**20
OURS_ONLY = 0o600
#: Kept while the server runs, and worth nothing afterwards.
PASSING = (
    "qsessions_session",
    "house_sentrequest",
    "axes_accessattempt",
    "axes_accesslog",
    "axes_accessfailurelog",
    "axes_accessattemptexpiration",
)
#: What a file in it may be called.
SAFE = re.compile(r"pictures/(?:[\w-]+/)*[\w-][\w.-]*")
#: What an owner looks for to know which one it is.
COUNTED = {"heads": "heads_head", "plans": "plans_plan", "visits": "findings_visit"}
COUNTED |= {"products": "shelf_product", "people": "house_colleague"}


@dataclass(frozen=True)
class Manifest:
    """What a packed house holds.

    Args:
        made_at: when, ISO 8601
        house: its name
        counts: rows of what people look for
        migrations: last ones of each app
        files: SHA-256 by name
    """

    made_at: str
    house: str
    counts: Mapping[str, int]
    migrations: Mapping[str, str]
    files: Mapping[str, str]


def backups() -> Path:
    """The folder of backups, for its owner only."""
    folder: Path = settings.VAR_DIR / "backups"
    folder.mkdir(mode=0o700, exist_ok=True)
    return folder


def sqlite_path() -> Path:
    """The file of the database.

    Raises:
        CraftError: the database is another, which has means of its own
    """
    if connection.vendor != "sqlite":
        raise CraftError("database", "This house is kept elsewhere: use that database's backup.")
    return Path(str(connection.settings_dict["NAME"]))


def pack() -> Path:
    """Pack the house as it is at this moment; others go on working.

    Returns:
        the file in the folder of backups, readable by its owner only, read back and found whole
    """
    name = f"gauffer-{timezone.now():%Y%m%d-%H%M%S-%f}.zip"
    target, unfinished = backups() / name, backups() / f".{name}.part"
    try:
        with tempfile.TemporaryDirectory(dir=settings.VAR_DIR) as folder:
            copy = Path(folder) / DATABASE
            copy_database(copy)
            unfinished.touch(mode=OURS_ONLY)
            with zipfile.ZipFile(unfinished, "w", zipfile.ZIP_DEFLATED) as archive:
                files = {DATABASE: put(archive, copy, DATABASE)}
                for path, inside in pictures():
                    files[inside] = put(archive, path, inside)
                manifest = manifest_of(copy, files)
                text = json.dumps({"format": FORMAT, "version": VERSION, **asdict(manifest)})
                archive.writestr(MANIFEST, text)
        with opened(unfinished):
            pass
        os.replace(unfinished, target)
    except OSError as error:
        why = error.strerror or "the disk is full"
        raise CraftError("archive", f"The backup could not be written: {why}.") from error
    finally:
        unfinished.unlink(missing_ok=True)
    return target


def copy_database(copy: Path) -> None:
    """Copy the database while it is in use, without what only passes through it."""
    with closing(sqlite3.connect(sqlite_path())) as live, closing(sqlite3.connect(copy)) as taken:
        live.backup(taken)
        tables = {row[0] for row in taken.execute("SELECT name FROM sqlite_master")}
        for table in PASSING:
            if table in tables:
                taken.execute(f"DELETE FROM {table}")
        taken.commit()
        taken.execute("PRAGMA journal_mode=DELETE")
        # What was deleted is not in the file any more.
        taken.execute("VACUUM")


def pictures() -> Iterator[tuple[Path, str]]:
    """Every kept picture with its name in the archive."""
    root = Path(settings.MEDIA_ROOT)
    for path in sorted(root.rglob("*")) if root.exists() else []:
        if path.is_file():
            yield path, PICTURES + path.relative_to(root).as_posix()


def put(archive: zipfile.ZipFile, path: Path, name: str) -> str:
    """Put a file into the archive; its SHA-256."""
    digest = hashlib.sha256()
    with path.open("rb") as source, archive.open(name, "w", force_zip64=True) as target:
        while chunk := source.read(CHUNK):
            digest.update(chunk)
            target.write(chunk)
    return digest.hexdigest()


def manifest_of(database: Path, files: Mapping[str, str]) -> Manifest:
    """What a copied database holds."""
    with closing(sqlite3.connect(database)) as copy:
        counts = {
            name: copy.execute(f"SELECT count(*) FROM {table}").fetchone()[0]
            for name, table in COUNTED.items()
        }
        house = copy.execute("SELECT name FROM house_house").fetchone()
        applied = copy.execute("SELECT app, max(name) FROM django_migrations GROUP BY app")
        migrations = dict(applied.fetchall())
    now = timezone.now().isoformat(timespec="seconds")
    return Manifest(now, house[0] if house else "", counts, migrations, files)


class Opened:
    """A packed house that was looked through and found whole.

    Args:
        archive: of it
        manifest: what it holds
    """

    def __init__(self, archive: zipfile.ZipFile, manifest: Manifest) -> None:
        self.archive = archive
        self.manifest = manifest

    def take_out(self, name: str, target: Path) -> None:
        """Write one of its files.

        Raises:
            CraftError: it is not what the list says
        """
        digest = hashlib.sha256()
        target.parent.mkdir(parents=True, exist_ok=True, mode=0o700)
        target.touch(mode=OURS_ONLY)
        with self.archive.open(name) as source, target.open("wb") as file:
            while chunk := source.read(CHUNK):
                digest.update(chunk)
                file.write(chunk)
        if digest.hexdigest() != self.manifest.files[name]:
            raise broken(f"{name} is not what was packed")


def broken(why: str) -> CraftError:
    """A file that is no whole house."""
    return CraftError("file", f"This file is not a whole house: {why}. Nothing was changed.")


@contextmanager
def opened(file: Path | IO[bytes]) -> Iterator[Opened]:
    """A packed house, after every file in it was read and compared with the list.

    Raises:
        CraftError: it is no packed house, is broken, or was packed by a newer Gauffer
    """
    try:
        with zipfile.ZipFile(file) as archive:
            house = Opened(archive, read_manifest(archive))
            check_names(archive, house.manifest)
            for name, expected in house.manifest.files.items():
                if hash_of(archive, name) != expected:
                    raise broken(f"{name} is not what was packed")
            yield house
    except (zipfile.BadZipFile, zipfile.LargeZipFile, EOFError, NotImplementedError) as error:
        raise broken("it is no ZIP, or a part of it is missing") from error
    except (RuntimeError, OSError) as error:
        raise broken("it cannot be read") from error


def hash_of(archive: zipfile.ZipFile, name: str) -> str:
    """SHA-256 of a file in an archive."""
    digest = hashlib.sha256()
    with archive.open(name) as source:
        while chunk := source.read(CHUNK):
            digest.update(chunk)
    return digest.hexdigest()


def read_manifest(archive: zipfile.ZipFile) -> Manifest:
    """The list of what is in it.

    Raises:
        CraftError: there is none, or it is of a newer Gauffer
    """
    if MANIFEST not in archive.namelist() or archive.getinfo(MANIFEST).file_size > MANIFEST_MOST:
        raise broken("the list of its files is missing")
    try:
        data: Any = json.loads(archive.read(MANIFEST))
        if data.pop("format") != FORMAT:
            raise broken("it holds something else")
        if data.pop("version") != VERSION:
            raise broken("it was packed by a newer Gauffer; bring this one up to date first")
        manifest = Manifest(**data)
        dict(manifest.files), dict(manifest.counts), dict(manifest.migrations)
    except (ValueError, KeyError, TypeError, AttributeError) as error:
        if isinstance(error, CraftError):
            raise
        raise broken("the list of its files cannot be read") from error
    return manifest


def check_names(archive: zipfile.ZipFile, manifest: Manifest) -> None:
    """Refuse an archive that holds other files than its list, or would fill the disk.

    Raises:
        CraftError: it does
    """
    infos = archive.infolist()
    names = {info.filename for info in infos}
    listed = set(manifest.files) | {MANIFEST}
    if names != listed or len(infos) != len(names) or DATABASE not in listed:
        raise broken("its files are not those of its list")
    strange = [name for name in listed - {DATABASE, MANIFEST} if not SAFE.fullmatch(str(name))]
    if strange:
        raise broken("it holds files a house has not")
    if len(infos) > FILES_MOST or sum(info.file_size for info in infos) > BYTES_MOST:
        raise broken("it is larger than a house can be")
    free = shutil.disk_usage(settings.VAR_DIR).free
    if sum(info.file_size for info in infos) > free:
        raise CraftError("file", "There is not enough room on the disk for this house.")


def migrations(database: Path) -> tuple[set[tuple[str, str]], set[tuple[str, str]]]:
    """Migrations this Gauffer knows, and those a database has of the same apps."""
    known = set(MigrationLoader(None, ignore_no_migrations=True).disk_migrations)
    with closing(sqlite3.connect(database)) as copy:
        rows = set(copy.execute("SELECT app, name FROM django_migrations"))
    apps = {app for app, _ in known}
    return known, {(app, name) for app, name in rows if app in apps}
