"""Says how to come into this salon."""

from typing import Any

from django.core.management.base import BaseCommand

from salon.staff.services import first_code, owners


class Command(BaseCommand):
    help = "Show the code that the first owner types, or who the owners are."

    def handle(self, *args: Any, **options: Any) -> None:
        code = first_code()
        if code is not None:
            self.stdout.write(f"There is no owner yet. Open the page and enter the code {code}.")
            return
        names = ", ".join(owners().values_list("user__username", flat=True)) or "nobody"
        self.stdout.write(
            f"Owners: {names}. A forgotten password is set with "
            "`python manage.py changepassword NAME`."
        )
