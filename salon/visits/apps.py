"""Visits: what really happened, and what follows from it."""

from django.apps import AppConfig


class VisitsConfig(AppConfig):
    name = "salon.visits"
