"""Rebuild everything that follows from the logs of visits."""

from typing import Any

from django.core.management.base import BaseCommand

from salon.visits.rebuilding import rebuild


class Command(BaseCommand):
    help = (
        "Rebuild stock, kit, learning, visits and the demand of plans from the logs. Changes "
        "nothing where they agree already; stop the server while it runs."
    )

    def handle(self, *args: Any, **options: Any) -> None:
        visits = rebuild()
        self.stdout.write(f"Rebuilt from the logs of {visits} visits.")
