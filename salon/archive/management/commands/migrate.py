"""Django's own migrate, which first gives a database of before December 2026 its new tables."""

from typing import Any

from django.core.management.base import CommandError
from django.core.management.commands import migrate
from django.db import connection

from craft.errors import CraftError
from salon.archive.places import sqlite_path
from salon.archive.upgrading import upgrade


class Command(migrate.Command):
    """Bring the database up to date."""

    def handle(self, *args: Any, **options: Any) -> None:
        """Upgrade a database of before, then migrate."""
        name = str(connection.settings_dict["NAME"])
        own = options["database"] == connection.alias
        if own and connection.vendor == "sqlite" and "memory" not in name:
            connection.close()
            try:
                upgrade(sqlite_path())
            except CraftError as error:
                raise CommandError(error.message) from error
        super().handle(*args, **options)
