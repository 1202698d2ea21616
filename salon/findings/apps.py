from django.apps import AppConfig


class FindingsConfig(AppConfig):
    """Its tables are `trials_…`: those called `findings_…` belong to visits since the beginning."""

    name = "salon.findings"
    label = "trials"
