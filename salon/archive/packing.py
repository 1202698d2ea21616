"""Make and open backups: one ZIP with the database, the pictures and a manifest.

Everything in it is an open format: SQLite, PNG, JSON. It holds client data and is readable by its
owner only.
"""

import hashlib
import json
import os
import re
import shutil
import sqlite3
import struct
import time
import zipfile
import zlib
from collections.abc import Iterator, Mapping
from contextlib import closing, contextmanager
from pathlib import Path
from typing import IO, Annotated, Any

from django.conf import settings
from django.db.migrations.loader import MigrationLoader
from django.utils import timezone
from pydantic import AwareDatetime, BaseModel, ConfigDict, Field, ValidationError

from craft.errors import CraftError
from salon.archive.places import (
    archive_lock,
    backups,
    clear_leftovers_now,
    sqlite_path,
    work_folder,
)
from salon.archive.upgrading import is_of_before
from salon.platform.language import sentence

FORMAT, VERSION = "gauffer-backup", 2
DATABASE, MANIFEST, PICTURES = "salon.sqlite3", "manifest.json", "pictures/"
#: Backups from before December 2026 use other names for themselves and their database.
OLD_FORMAT, OLD_VERSION, OLD_DATABASE = "gauffer-house", 1, "house.sqlite3"
#: No salon is larger; what says so is a trap.
BYTES_MOST, FILES_MOST = 20 * 2**30, 200_000
#: Databases and pictures shrink to a tenth at best; beyond this, what is large is a trap.
SHRUNK_MOST, SMALL_BYTES = 100, 16 * 2**20
#: A backup that takes longer to read is not read by a request [s].
READ_S = 20.0
MANIFEST_MOST = 64 * 2**20
CHUNK = 2**20
OURS_ONLY = 0o600
#: Kept while the server runs, and worth nothing afterwards.
PASSING = (
    "qsessions_session",
    "platform_sentrequest",
    "axes_accessattempt",
    "axes_accesslog",
    "axes_accessfailurelog",
    "axes_accessattemptexpiration",
)
#: What a file in it may be called.
SAFE = re.compile(r"pictures/(?:[\w-]+/)*[\w-][\w.-]*")
#: What an owner looks for to know which one it is.
COUNTED = {"clients": "clients_client", "plans": "planning_plan", "visits": "visits_visit"}
COUNTED |= {"products": "products_product", "people": "staff_colleague"}


Sha256 = Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
Rows = Annotated[int, Field(ge=0, le=2**53)]
Short = Annotated[str, Field(max_length=200)]


class Manifest(BaseModel):
    """The manifest of a backup: what it contains.

    Args:
        made_at: when
        salon: its name
        counts: rows of what people look for
        migrations: last ones of each app
        files: SHA-256 by name
    """

    model_config = ConfigDict(frozen=True, extra="forbid")

    made_at: AwareDatetime
    salon: Annotated[str, Field(max_length=120)]
    counts: dict[Short, Rows]
    migrations: dict[Short, Short]
    files: dict[str, Sha256]


def pack() -> Path:
    """Write a backup of the salon as it is now, without stopping anybody's work.

    Returns:
        the file in the folder of backups, readable by its owner only, read back and found whole
    Raises:
        CraftError: another backup or restore is running, or the disk is full
    """
    with archive_lock():
        clear_leftovers_now()
        return pack_now()


def pack_now() -> Path:
    """Write a backup; the caller holds the lock."""
    if is_of_before(sqlite_path()):
        raise CraftError(
            "database", sentence("Run `manage.py migrate` first: it upgrades these data.")
        )
    name = f"gauffer-{timezone.now():%Y%m%d-%H%M%S-%f}.zip"
    target, unfinished = backups() / name, backups() / f".{name}.part"
    try:
        with work_folder() as folder:
            copy = folder / DATABASE
            copy_database(copy)
            unfinished.touch(mode=OURS_ONLY)
            with zipfile.ZipFile(unfinished, "w", zipfile.ZIP_DEFLATED) as archive:
                files = {DATABASE: put(archive, copy, DATABASE)}
                for path, inside in pictures():
                    files[inside] = put(archive, path, inside)
                manifest = manifest_of(copy, files)
                listed = {"format": FORMAT, "version": VERSION, **manifest.model_dump(mode="json")}
                archive.writestr(MANIFEST, json.dumps(listed))
        with open_backup(unfinished, patience_s=None):
            pass
        os.replace(unfinished, target)
    except OSError as error:
        why = error.strerror or sentence("the disk is full")
        raise CraftError(
            "archive", sentence("The backup could not be written: {why}.", why=why)
        ) from error
    finally:
        unfinished.unlink(missing_ok=True)
    return target


def copy_database(copy: Path) -> None:
    """Copy the database while it is in use, without sessions and stored answers."""
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
    """Yield every stored picture with its name in the archive."""
    root = Path(settings.MEDIA_ROOT)
    for path in sorted(root.rglob("*")) if root.exists() else []:
        if path.is_file():
            yield path, PICTURES + path.relative_to(root).as_posix()


def put(archive: zipfile.ZipFile, path: Path, name: str) -> str:
    """Add a file to the archive and return its SHA-256."""
    digest = hashlib.sha256()
    with path.open("rb") as source, archive.open(name, "w", force_zip64=True) as target:
        while chunk := source.read(CHUNK):
            digest.update(chunk)
            target.write(chunk)
    return digest.hexdigest()


def manifest_of(database: Path, files: Mapping[str, str]) -> Manifest:
    """Return the manifest of a copied database."""
    with closing(sqlite3.connect(database)) as copy:
        counts = {
            name: copy.execute(f"SELECT count(*) FROM {table}").fetchone()[0]
            for name, table in COUNTED.items()
        }
        salon = copy.execute("SELECT name FROM salon_settings_salon").fetchone()
        applied = copy.execute("SELECT app, max(name) FROM django_migrations GROUP BY app")
        migrations = dict(applied.fetchall())
    return Manifest(
        made_at=timezone.now().replace(microsecond=0),
        salon=salon[0] if salon else "",
        counts=counts,
        migrations=migrations,
        files=dict(files),
    )


class Opened:
    """A backup that was checked and is complete.

    Args:
        archive: of it
        manifest: what it holds
    """

    def __init__(self, archive: zipfile.ZipFile, manifest: Manifest) -> None:
        self.archive = archive
        self.manifest = manifest

    @property
    def database(self) -> str:
        """Name of its database in the archive."""
        return DATABASE if DATABASE in self.manifest.files else OLD_DATABASE

    def take_out(self, name: str, target: Path) -> None:
        """Extract one file of an archive.

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
            raise broken(sentence("{name} is not what was packed", name=name))


def broken(why: str) -> CraftError:
    """Return the error for a file that is not a complete backup."""
    return CraftError(
        "file", sentence("This file is not a complete backup: {why}. Nothing was changed.", why=why)
    )


@contextmanager
def open_backup(file: Path | IO[bytes], patience_s: float | None = READ_S) -> Iterator[Opened]:
    """Open a backup after comparing every file with the manifest.

    Args:
        file: the archive
        patience_s: how long reading it may take [s]; None for as long as it takes
    Raises:
        CraftError: it is no backup, is broken, or was packed by a newer Gauffer
    """
    until = None if patience_s is None else time.monotonic() + patience_s
    try:
        with zipfile.ZipFile(file) as archive:
            backup = Opened(archive, read_manifest(archive))
            check_names(archive, backup.manifest)
            for name, expected in backup.manifest.files.items():
                if hash_of(archive, name, until) != expected:
                    raise broken(sentence("{name} is not what was packed", name=name))
            yield backup
    except (zipfile.BadZipFile, zipfile.LargeZipFile, zlib.error, EOFError) as error:
        raise broken(sentence("it is no ZIP, or a part of it is missing")) from error
    except (NotImplementedError, UnicodeDecodeError, struct.error) as error:
        raise broken(sentence("it is a ZIP of a kind that no backup is")) from error
    except (RuntimeError, OSError, ValueError) as error:
        if isinstance(error, CraftError):
            raise
        raise broken(sentence("it cannot be read")) from error


def hash_of(archive: zipfile.ZipFile, name: str, until: float | None) -> str:
    """Return the SHA-256 of a file in an archive.

    Args:
        archive: it is in
        name: of the file
        until: when to give up, on the clock of `time.monotonic`; None: never
    Raises:
        CraftError: it takes too long
    """
    digest = hashlib.sha256()
    with archive.open(name) as source:
        while chunk := source.read(CHUNK):
            digest.update(chunk)
            if until is not None and time.monotonic() > until:
                raise CraftError(
                    "file",
                    sentence(
                        "This file takes too long to read here. Use `manage.py restore` on the "
                        "machine itself. Nothing was changed."
                    ),
                )
    return digest.hexdigest()


def read_manifest(archive: zipfile.ZipFile) -> Manifest:
    """Read the manifest of an archive.

    Raises:
        CraftError: there is none, or it is of a newer Gauffer
    """
    if MANIFEST not in archive.namelist() or archive.getinfo(MANIFEST).file_size > MANIFEST_MOST:
        raise broken(sentence("the list of its files is missing"))
    try:
        data: Any = json.loads(archive.read(MANIFEST))
        if not isinstance(data, dict):
            raise broken(sentence("it holds something else"))
        written = data.pop("format", None), data.pop("version", None)
        if written == (OLD_FORMAT, OLD_VERSION):
            data["salon"] = data.pop("house", "")
            counts = data["counts"] = dict(data.get("counts", {}))
            counts["clients"] = counts.pop("heads", 0)
        elif written[0] != FORMAT:
            raise broken(sentence("it holds something else"))
        elif written[1] != VERSION:
            raise broken(sentence("it was made by a newer Gauffer; update this one first"))
        return Manifest.model_validate(data)
    except CraftError:
        raise
    except (ValidationError, ValueError, RecursionError) as error:
        raise broken(sentence("the list of its files cannot be read")) from error


def check_names(archive: zipfile.ZipFile, manifest: Manifest) -> None:
    """Refuse an archive whose files differ from the manifest or would fill the disk.

    Raises:
        CraftError: it does
    """
    infos = archive.infolist()
    names = {info.filename for info in infos}
    listed = set(manifest.files) | {MANIFEST}
    databases = listed & {DATABASE, OLD_DATABASE}
    if names != listed or len(infos) != len(names) or len(databases) != 1:
        raise broken(sentence("its files are not those of its list"))
    strange = [name for name in listed - databases - {MANIFEST} if not SAFE.fullmatch(str(name))]
    if strange:
        raise broken(sentence("it holds files that no backup has"))
    if len(infos) > FILES_MOST or sum(info.file_size for info in infos) > BYTES_MOST:
        raise broken(sentence("it is larger than a backup can be"))
    if any(shrunk_too_much(info) for info in infos):
        raise broken(sentence("its files are compressed more than a backup's can be"))
    free = shutil.disk_usage(settings.VAR_DIR).free
    if sum(info.file_size for info in infos) > free:
        raise CraftError("file", sentence("There is not enough room on the disk for this backup."))


def shrunk_too_much(info: zipfile.ZipInfo) -> bool:
    """Return whether a file unpacks to many times its packed size (a ZIP bomb)."""
    return info.file_size > max(SMALL_BYTES, SHRUNK_MOST * info.compress_size)


def migrations(database: Path) -> tuple[set[tuple[str, str]], set[tuple[str, str]]]:
    """Migrations this Gauffer knows, and those a database has of the same apps."""
    known = set(MigrationLoader(None, ignore_no_migrations=True).disk_migrations)
    with closing(sqlite3.connect(database)) as copy:
        rows = set(copy.execute("SELECT app, name FROM django_migrations"))
    apps = {app for app, _ in known}
    return known, {(app, name) for app, name in rows if app in apps}
