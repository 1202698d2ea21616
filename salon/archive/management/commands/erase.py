"""Erase a client for good."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from salon.archive.erasing import drop_backups_before, erase
from salon.archive.packing import pack
from salon.clients.models import Client


class Command(BaseCommand):
    help = "Erase everything about a client. This cannot be undone."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("number", type=int, help="as in the address of the client's sheet")
        parser.add_argument("name", help="of the client, to be sure it is the right one")
        parser.add_argument(
            "--backups", action="store_true", help="make a new backup and delete the older ones"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        client = Client.objects.filter(pk=options["number"]).first()
        if client is None or client.name != options["name"]:
            raise CommandError("There is no client of that number and name.")
        erase(client, "command")
        self.stdout.write("Erased.")
        if options["backups"]:
            self.stdout.write(f"{drop_backups_before(pack())} older backups were deleted.")
