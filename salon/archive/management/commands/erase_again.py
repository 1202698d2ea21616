"""Erase clients from the database of a backup that is being brought back."""

import json
from typing import Any
from uuid import UUID

from django.core.management.base import BaseCommand, CommandParser

from salon.archive.erasing import erase_rows, write_anew
from salon.clients.models import Client


class Command(BaseCommand):
    help = "Erase clients by their lasting ids. Used by a restore, on the database of its backup."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("uid", nargs="+", type=UUID, help="lasting ids of clients")

    def handle(self, *args: Any, **options: Any) -> None:
        pictures: list[str] = []
        for client in Client.objects.filter(uid__in=options["uid"]):
            pictures += erase_rows(client, "restore").pictures
        write_anew()
        self.stdout.write(json.dumps(pictures))
