"""``manage.py outbox``: writes to clients what is due, until it is stopped."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandParser

from salon.aftercare.tasks import begin


class Command(BaseCommand):
    """The worker of the outbox."""

    help = "Write to clients what is due, until it is stopped."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--once", action="store_true", help="See to it once and end.")

    def handle(self, *_args: Any, **options: Any) -> None:
        """Begin, then work off tasks."""
        begin()
        most = 1 if options["once"] else None
        call_command("db_worker", max_tasks=most, interval=2, startup_delay=False)
