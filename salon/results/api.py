"""Findings over HTTP: the overview and open data."""

from typing import Any

from django.http import HttpResponse
from django.urls import path
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from craft.vocabulary import LearnedOf, Promised
from salon.learning.services import DRYING
from salon.platform.fields import choice_field
from salon.platform.language import SentenceField
from salon.platform.permissions import Access
from salon.platform.roles import HANDS, PLANNERS
from salon.results import factors, services
from salon.results.opening import TABLES, as_csv, as_rows, dictionary


class LearnedRowSerializer(serializers.Serializer[Any]):
    """A factor on the value of the salon's standard."""

    quantity = serializers.ChoiceField(choices=[DRYING, *(each.value for each in LearnedOf)])
    group = serializers.CharField(allow_blank=True)
    title = SentenceField()
    hands = serializers.CharField(allow_blank=True, help_text="Whose; empty: of the salon.")
    username = serializers.CharField(allow_blank=True, help_text="Of whose; empty: the salon.")
    by_hands = serializers.BooleanField(help_text="Whether it goes by the hands.")
    factor = serializers.FloatField()
    low = serializers.FloatField(help_text="Nine in ten lie between low and high.")
    high = serializers.FloatField()
    visits = serializers.IntegerField()
    standard = serializers.FloatField(
        help_text="Mean value of the salon's standard: minutes, grams or cm."
    )
    now = serializers.FloatField(help_text="The same, with what was learned.")
    differs = serializers.BooleanField(
        help_text="Whether the interval leaves the salon's standard out, by more than a twentieth."
    )


class SlowingSerializer(serializers.Serializer[Any]):
    """Hands that slow down after some sections of one head."""

    text = SentenceField()
    row = LearnedRowSerializer(help_text="What it rests on; plans do not use it.")


class HeldOutSerializer(serializers.Serializer[Any]):
    """Errors of forecasts made from the past alone."""

    quantity = serializers.ChoiceField(choices=[each.value for each in LearnedOf])
    count = serializers.IntegerField()
    before = serializers.FloatField(
        help_text="Mean error of the logarithm by the salon's standard."
    )
    after = serializers.FloatField(help_text="The same, by what had been learned.")
    covered = serializers.FloatField(help_text="Share within the range of nine in ten.")


class ReliabilitySerializer(serializers.Serializer[Any]):
    low = serializers.FloatField()
    high = serializers.FloatField()
    promised = serializers.FloatField()
    came = serializers.FloatField()
    came_low = serializers.FloatField()
    came_high = serializers.FloatField()
    count = serializers.IntegerField()


class BentSerializer(serializers.Serializer[Any]):
    promised = serializers.FloatField()
    really = serializers.FloatField(help_text="As it should have been promised.")


class PromiseSerializer(serializers.Serializer[Any]):
    """Promises of a kind, beside what came."""

    kind = serializers.ChoiceField(choices=[each.value for each in Promised])
    count = serializers.IntegerField()
    promised = serializers.FloatField(help_text="Mean odds.")
    came = serializers.FloatField(help_text="Share that came.")
    brier = serializers.FloatField()
    log_score = serializers.FloatField()
    log_score_alone = serializers.FloatField(help_text="Of the forecast alone, before bending.")
    classes = ReliabilitySerializer(many=True)
    bent = BentSerializer(many=True)


class BooksSerializer(serializers.Serializer[Any]):
    """A year of the chair."""

    since = serializers.DateField()
    visits = serializers.IntegerField()
    planned_min = serializers.FloatField()
    actual_min = serializers.FloatField()
    product_cost = serializers.FloatField()
    cost_per_visit = serializers.FloatField(allow_null=True)
    wasted = serializers.FloatField(help_text="Thrown away, in money.")
    lost = serializers.FloatField(help_text="Missing when counted again, in money.")
    steps = serializers.IntegerField()
    steps_kept = serializers.IntegerField(help_text="Within the range that was promised.")
    idle_days = serializers.IntegerField(help_text="Of the last eight weeks, with visits.")
    present_min = serializers.FloatField(help_text="Hands that were there on these days.")
    idle_min = serializers.FloatField(help_text="Of these, without a client under them.")


class EffectSerializer(serializers.Serializer[Any]):
    """What one way does to the looks, against another, within wears that had both."""

    way = SentenceField()
    against = SentenceField()
    days = serializers.IntegerField()
    wears = serializers.IntegerField()
    points = serializers.FloatField(help_text="Of 5; more is better.")
    low = serializers.FloatField()
    high = serializers.FloatField(help_text="Nine in ten lie between low and high.")
    text = SentenceField()
    across = serializers.FloatField(
        allow_null=True,
        help_text="The difference over all days of all clients together.",
    )


class AtHomeSerializer(serializers.Serializer[Any]):
    """What clients reported from home."""

    days = serializers.IntegerField()
    wears = serializers.IntegerField()
    nights = EffectSerializer(many=True)
    refreshes = EffectSerializer(many=True)
    humidity = EffectSerializer(allow_null=True, help_text="Of a tenth more relative humidity.")


class ResultsSerializer(serializers.Serializer[Any]):
    """What was found."""

    learned = LearnedRowSerializer(many=True)
    slowing = SlowingSerializer(many=True)
    held_out = HeldOutSerializer(many=True)
    promises = PromiseSerializer(many=True)
    at_home = AtHomeSerializer()
    books = BooksSerializer()


class ResultsView(APIView):
    """What was learned, how good the forecasts were, and the books."""

    access = Access(HANDS)

    @extend_schema(responses=ResultsSerializer)
    def get(self, request: Request) -> Response:
        found = {
            "learned": factors.learned_rows(),
            "slowing": factors.slowing(),
            "held_out": services.held_out(),
            "promises": services.promises(),
            "at_home": services.at_home(),
            "books": services.books(),
        }
        return Response(ResultsSerializer(found).data)


TABLE = OpenApiParameter("table", OpenApiTypes.STR, enum=list(TABLES), required=True)


class TableSerializer(serializers.Serializer[Any]):
    table = choice_field(list(TABLES))


def asked_table(request: Request) -> str:
    """The table that is asked for."""
    given = TableSerializer(data=request.query_params)
    given.is_valid(raise_exception=True)
    return str(given.validated_data["table"])


class CsvView(APIView):
    """A table of open data as CSV."""

    access = Access(PLANNERS)

    @extend_schema(parameters=[TABLE], responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request) -> HttpResponse:
        name = asked_table(request)
        answer = HttpResponse(as_csv(name), content_type="text/csv; charset=utf-8")
        answer["Content-Disposition"] = f'attachment; filename="gauffer-{name}.csv"'
        return answer


class DataSerializer(serializers.Serializer[Any]):
    """A table of open data with its dictionary."""

    about = serializers.CharField()
    columns = serializers.DictField(child=serializers.CharField())
    rows = serializers.ListField(child=serializers.DictField())


class DataView(APIView):
    """A table of open data as JSON."""

    access = Access(PLANNERS)

    @extend_schema(parameters=[TABLE], responses=DataSerializer)
    def get(self, request: Request) -> Response:
        name = asked_table(request)
        return Response(DataSerializer({**dictionary()[name], "rows": as_rows(name)}).data)


urlpatterns = [
    path("results/", ResultsView.as_view(), name="results"),
    path("results/data.csv", CsvView.as_view(), name="results-csv"),
    path("results/data/", DataView.as_view(), name="results-data"),
]
