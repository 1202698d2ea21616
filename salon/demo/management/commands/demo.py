"""Fill an empty installation with the demo."""

from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from salon.demo.build import PASSWORD, USERNAME, build
from salon.heads.models import Head


class Command(BaseCommand):
    help = "Fill an empty database with six invented heads, a shelf, plans and visits."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--quiet", action="store_true", help="do not print the sign-in")

    def handle(self, *args: Any, **options: Any) -> None:
        if not Head.objects.exists():
            build()
        if not options["quiet"]:
            self.stdout.write(f"Sign in as {USERNAME} with the password {PASSWORD}.")
