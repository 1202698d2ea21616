"""Care between visits."""

from django.apps import AppConfig


class AftercareConfig(AppConfig):
    """What happens between two visits."""

    name = "salon.aftercare"
    default_auto_field = "django.db.models.BigAutoField"
