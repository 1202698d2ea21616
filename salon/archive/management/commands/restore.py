"""Bring a packed house back."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from craft.errors import CraftError
from salon.archive.packing import Manifest, opened
from salon.archive.restoring import restore


class Command(BaseCommand):
    help = "Put a packed house in the place of this one, which is packed first."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--check", action="store_true", help="only say what is in it")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            if options["check"]:
                with opened(options["file"]) as house:
                    self.stdout.write(said(house.manifest))
                return
            self.stdout.write(f"Brought back. {said(restore(options['file']))}")
        except (CraftError, OSError) as error:
            raise CommandError(str(error)) from error


def said(manifest: Manifest) -> str:
    """What a packed house holds."""
    counts = ", ".join(f"{number} {name}" for name, number in manifest.counts.items())
    return f"{manifest.house}, packed {manifest.made_at}: {counts}."
