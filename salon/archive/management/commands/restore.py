"""Restore a backup."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from craft.errors import CraftError
from salon.archive.packing import Manifest
from salon.archive.restoring import ErasedClient, look_through, restore


class Command(BaseCommand):
    help = "Replace this salon with a backup. The salon is backed up first."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path)
        parser.add_argument("--check", action="store_true", help="only say what is in it")
        parser.add_argument(
            "--leave-out-erased",
            action="store_true",
            help="leave out clients who were erased here, without asking",
        )

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            manifest, ready = look_through(options["file"], patience_s=None)
            self.stdout.write(summary(manifest, ready.erased))
            if options["check"]:
                return
            if ready.erased and not options["leave_out_erased"] and not agreed():
                raise CommandError("Nothing was changed.")
            left_out = [client.uid for client in ready.erased]
            restore(options["file"], left_out, patience_s=None)
            self.stdout.write("Restored.")
        except (CraftError, OSError) as error:
            raise CommandError(str(error)) from error


def agreed() -> bool:
    """Whether somebody at the terminal agrees to leave them out."""
    try:
        return input("Restore without them? Type yes: ").strip().lower() == "yes"
    except EOFError:
        return False


def summary(manifest: Manifest, erased: list[ErasedClient]) -> str:
    """What a backup holds, and who would be left out."""
    counts = ", ".join(f"{number} {name}" for name, number in manifest.counts.items())
    lines = [f"{manifest.salon}, packed {manifest.made_at:%Y-%m-%d %H:%M}: {counts}."]
    if erased:
        names = ", ".join(client.name for client in erased)
        lines.append(f"Clients who were erased here and would be left out: {names}.")
    return "\n".join(lines)
