"""The app between visits."""

from django.apps import AppConfig


class BetweenConfig(AppConfig):
    """What happens between two visits."""

    name = "salon.between"
    default_auto_field = "django.db.models.BigAutoField"
