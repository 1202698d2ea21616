"""Back up the salon."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from craft.errors import CraftError
from salon.archive.packing import open_backup, pack
from salon.archive.places import backups


class Command(BaseCommand):
    help = (
        "Back up everything to one file, check it, and keep the latest ones. The salon may go on "
        "working."
    )

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--keep", type=int, default=14, help="backups to keep (default 14)")
        parser.add_argument("--to", type=Path, help="also copy it there")

    def handle(self, *args: Any, **options: Any) -> None:
        if options["keep"] < 1:
            raise CommandError("--keep: give 1 or more.")
        try:
            path = pack()
            if options["to"]:
                copy = options["to"] / path.name if options["to"].is_dir() else options["to"]
                copy.touch(mode=0o600)
                copy.write_bytes(path.read_bytes())
                with open_backup(copy, patience_s=None):
                    pass
        except (CraftError, OSError) as error:
            raise CommandError(str(error)) from error
        for old in sorted(backups().glob("gauffer-*.zip"))[: -options["keep"]]:
            old.unlink()
        self.stdout.write(f"Backed up, read back and complete: {path}")
