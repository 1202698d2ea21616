from django.apps import AppConfig


class ResultsConfig(AppConfig):
    name = "salon.results"
