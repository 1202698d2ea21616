"""The Django app of what any web application needs."""

from django.apps import AppConfig


class PlatformConfig(AppConfig):
    name = "salon.platform"

    def ready(self) -> None:
        """Register the system checks."""
        from salon.platform import permissions  # noqa: F401
