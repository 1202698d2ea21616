"""The app."""

from django.apps import AppConfig


class BookingConfig(AppConfig):
    default_auto_field = "django.db.models.BigAutoField"
    name = "salon.booking"

    def ready(self) -> None:
        """Plans are opened while the salon is open."""
        from salon.booking.hours import openings_ahead
        from salon.planning.clock import use_openings

        use_openings(openings_ahead)
