"""Planning: requests for the core, wishes, plans and what they will take."""

from django.apps import AppConfig


class PlanningConfig(AppConfig):
    """The label is that of the tables, older than the name of the package."""

    name = "salon.planning"
    label = "plans"
