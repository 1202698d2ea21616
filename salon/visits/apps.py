"""Visits: what really happened, and what follows from it."""

from django.apps import AppConfig


class VisitsConfig(AppConfig):
    """The label is that of the tables, older than the name of the package."""

    name = "salon.visits"
    label = "findings"
