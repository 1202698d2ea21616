"""Planning: requests for the core, wishes, plans and what they will take."""

from django.apps import AppConfig


class PlanningConfig(AppConfig):
    name = "salon.planning"
