"""Fill an empty installation with the demo."""

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection

from salon.clients.models import Client
from salon.demo.build import PASSWORD, STAFF, USERNAME, build
from salon.demo.home import take_pictures
from salon.salon_settings.models import Salon


def refuse_a_real_salon() -> None:
    """The demo has a password everybody knows: it never goes where real clients are, nor over them.

    Raises:
        CommandError: somebody signs in here who is not of the demo
    """
    if User._meta.db_table not in connection.introspection.table_names():
        return
    users = User.objects.all()
    if users.exists() and not users.filter(username=USERNAME).exists():
        raise CommandError(
            "This database belongs to a real salon, so the demo is not installed here. Set "
            "GAUFFER_VAR to another folder."
        )


class Command(BaseCommand):
    help = "Fill an empty database with invented clients, products, plans and visits."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--quiet", action="store_true", help="do not print the sign-in")
        parser.add_argument(
            "--check", action="store_true", help="only say whether this is a demo, or empty"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        refuse_a_real_salon()
        if options["check"]:
            return
        if not Client.objects.exists():
            build()
            take_pictures()
        Salon.objects.update(demo=True)
        if not options["quiet"]:
            others = ", ".join(f"{name} ({role.replace('_', ' ')})" for name, role, _ in STAFF)
            self.stdout.write(f"Sign in as {USERNAME} (owner) with the password {PASSWORD}.")
            self.stdout.write(f"Same password: {others}.")
